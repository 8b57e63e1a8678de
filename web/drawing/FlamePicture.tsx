import type { FlameLook } from '#core/flame/card.ts'
import { Flame } from './Flame.tsx'

const W = 300
const H = 84
const TIP = 34
/** Length of a neutral cone in the picture. */
const CONE = 34

/** A tip with its flame; lengths to scale. */
export function FlamePicture({ look, label }: { readonly look: FlameLook; readonly label: string }) {
  const mid = H / 2
  return (
    <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={label} className="w-full">
      <path
        d={`M0 ${mid - 14}H${TIP - 12}L${TIP} ${mid - 9}V${mid + 9}L${TIP - 12} ${mid + 14}H0Z`}
        fill="var(--brass-metal)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <Flame look={look} x={TIP} y={mid} unit={CONE} half={8} most={W - TIP - 6} />
    </svg>
  )
}
