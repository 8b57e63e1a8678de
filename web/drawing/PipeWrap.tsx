import type { PipeWork } from '#core/cut/index.ts'
import type { WrapTemplate } from '#core/cut/pipe-template.ts'
import { Dimension } from './Dimension.tsx'
import { Frame } from './Frame.tsx'

const W = 620
const H = 240

/**
 * A pipe's cut: the pipe from the side with its line, and the template unrolled as it lies on the pipe that is kept,
 * printed side out, the cut end up. mm
 */
export function PipeWrap({
  template,
  pipe,
  diameter,
  length,
}: {
  readonly template: WrapTemplate
  readonly pipe: PipeWork
  readonly diameter: number
  readonly length: (mm: number) => string
}) {
  const round = template.circumferenceM * 1000
  const rise = template.riseM * 1000
  const s = Math.min(310 / round, 120 / Math.max(rise, 1), 6)
  const left = 290 + (320 - round * s) / 2
  const base = H - 54
  const points = template.points.map(
    (p) => [left + p.x * 1000 * s, base - 24 - (rise - p.y * 1000) * s] as const,
  )
  const side = Math.min(110 / diameter, 80 / Math.max(rise, 1), 3)
  const r = (diameter / 2) * side
  const end = template.points.map((p) => {
    const theta = (p.x / template.circumferenceM) * 2 * Math.PI
    return [r * Math.cos(theta), p.y * 1000 * side] as const
  })
  const front = end.slice(0, Math.ceil(end.length / 2) + 1)
  return (
    <Frame viewBox={`0 0 ${W} ${H}`} aria-label="The pipe from the side, and its template unrolled">
      <g transform={`translate(34 ${H / 2})`}>
        <path
          d={`M${front.map(([y, x]) => `${x} ${-y}`).join('L')}L170 ${r}V${-r}Z`}
          fill="var(--metal)"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
        <path
          d={`M${front.map(([y, x]) => `${x} ${-y}`).join('L')}`}
          fill="none"
          stroke="var(--brick)"
          strokeWidth={3}
        />
        <line x1={-20} x2={182} y1={0} y2={0} stroke="var(--soft)" strokeDasharray="10 4 2 4" />
        <text x={90} y={-r - 10} textAnchor="middle" className="fill-soft font-figure text-text font-medium">
          {pipe.cut === 'saddle' ? 'the branch’s end' : pipe.cut === 'mitre' ? 'a mitre' : 'a square cut'},
          from the side
        </text>
        <Dimension x1={190} y1={-r} x2={190} y2={r} text={length(diameter)} at={{ x: 198, y: 6 }} />
      </g>
      <path
        d={`M${points.map(([x, y]) => `${x} ${y}`).join('L')}L${left + round * s} ${base}H${left}Z`}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <path
        d={`M${points.map(([x, y]) => `${x} ${y}`).join('L')}`}
        fill="none"
        stroke="var(--brick)"
        strokeWidth={2.5}
      />
      {[0, 1, 2, 3, 4].map((i) => (
        <g key={i}>
          <line
            x1={left + (round * s * i) / 4}
            x2={left + (round * s * i) / 4}
            y1={base}
            y2={base - 12}
            stroke="var(--ink)"
          />
          <text
            x={left + (round * s * i) / 4}
            y={base + 16}
            textAnchor="middle"
            className="fill-soft font-figure text-foot font-medium"
          >
            {i * 90}°
          </text>
        </g>
      ))}
      <Dimension
        x1={left}
        y1={base + 26}
        x2={left + round * s}
        y2={base + 26}
        text={length(round)}
        note="once round"
        at={{ x: left + (round * s) / 2, y: base + 47, anchor: 'middle' }}
      />
    </Frame>
  )
}
