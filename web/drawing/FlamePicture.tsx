import type { FlameLook } from '#core/flame/card.ts'

const W = 300
const H = 84
const TIP = 34
/** Length of a neutral cone in the picture. */
const CONE = 34

/** A flame as it would look: the tip, its cone, the feather round it, the envelope, soot at its end. Lengths to scale. */
export function FlamePicture({ look, label }: { readonly look: FlameLook; readonly label: string }) {
  const mid = H / 2
  const cone = look.cone * CONE
  const feather = look.feather * CONE
  const envelope = Math.min(W - TIP - 6, look.envelope * CONE * 1.05)
  const half = 8
  // a round cone bulges, a sharp one runs straight to its point
  const bulge = cone * (0.55 + 0.35 * look.blunt)
  return (
    <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={label} className="w-full max-w-[330px]">
      <path
        d={`M0 ${mid - 14}H${TIP - 12}L${TIP} ${mid - 9}V${mid + 9}L${TIP - 12} ${mid + 14}H0Z`}
        fill="var(--brass-metal)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <path
        d={`M${TIP} ${mid - 8}Q${TIP + envelope * 0.45} ${mid - 34} ${TIP + envelope} ${mid}Q${TIP + envelope * 0.45} ${mid + 34} ${TIP} ${mid + 8}Z`}
        fill={look.soot > 0.5 ? 'var(--gas-orange)' : 'var(--flame)'}
        opacity={0.6}
      />
      {look.soot > 0 ? (
        <path
          d={`M${TIP + envelope * 0.6} ${mid}q${envelope * 0.2} -16 ${envelope * 0.4} -12q-${envelope * 0.2} 12 -${envelope * 0.4} 12z`}
          fill="var(--soft)"
          opacity={0.5 * look.soot}
        />
      ) : null}
      {look.feather > look.cone * 1.02 ? (
        <path
          d={`M${TIP} ${mid - half}Q${TIP + feather * 0.7} ${mid - half * 1.2} ${TIP + feather} ${mid}Q${TIP + feather * 0.7} ${mid + half * 1.2} ${TIP} ${mid + half}Z`}
          fill="var(--sheet)"
          stroke="var(--soft)"
          strokeWidth={1}
          strokeDasharray="3 3"
        />
      ) : null}
      {cone > 0 ? (
        <path
          d={`M${TIP} ${mid - half}Q${TIP + bulge} ${mid - half} ${TIP + cone} ${mid}Q${TIP + bulge} ${mid + half} ${TIP} ${mid + half}Z`}
          fill="var(--cone)"
        />
      ) : null}
    </svg>
  )
}
