import { useId } from 'react'
import type { CutGeometry, Lengths } from './geometry.ts'
import { Dimension } from './Dimension.tsx'
import { Hatch } from './Hatch.tsx'
import { Frame } from './Frame.tsx'

const W = 270
const H = 170

/** Along the cut, to scale: how far the bottom lags, and the lean of the torch. */
export function CutAlong({ g, length }: { readonly g: CutGeometry; readonly length: Lengths }) {
  const hatch = useId()
  const s = Math.min(80 / g.thickness, 150 / Math.max(1, g.drag * 3), 10)
  const top = 52
  const bottom = top + g.thickness * s
  const front = 150
  const lag = front - g.drag * s
  const lean = (Math.sin(g.leanRad) * 40) as number
  return (
    <Frame viewBox={`0 0 ${W} ${H}`} aria-label="Along the cut, to scale: drag and travel angle">
      <Hatch id={hatch} />
      <path
        d={`M${front} ${top}Q${front - (front - lag) * 0.35} ${(top + bottom) / 2} ${lag} ${bottom}H250V${top}Z`}
        fill={`url(#${hatch})`}
        stroke="none"
      />
      <path d={`M20 ${top}H250M20 ${bottom}H250`} stroke="var(--ink)" strokeWidth={1.5} fill="none" />
      {[0, 1, 2, 3, 4].map((i) => (
        <path
          key={i}
          d={`M${front - i * 22} ${top}q${-(front - lag) * 0.35} ${(bottom - top) / 2} ${-(front - lag)} ${bottom - top}`}
          fill="none"
          stroke="var(--brick)"
          strokeWidth={i === 0 ? 2.5 : 1}
          opacity={i === 0 ? 1 : 0.6}
        />
      ))}
      <line
        x1={front - 2 * lean}
        y1={4}
        x2={front}
        y2={top - 6}
        stroke="var(--cone)"
        strokeWidth={5}
        strokeLinecap="round"
      />
      <path d="M178 24h48m-10-6 10 6-10 6" stroke="var(--ink)" strokeWidth={1.5} fill="none" />
      <text x={178} y={16} className="fill-soft font-figure text-foot font-medium">
        travel
      </text>
      <Dimension
        x1={lag}
        y1={bottom + 14}
        x2={front}
        y2={bottom + 14}
        text={`drag ${length(g.drag, 'kerf')}`}
        at={{ x: front + 10, y: bottom + 20 }}
      />
    </Frame>
  )
}
