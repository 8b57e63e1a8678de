import type { CutGeometry, Lengths } from './geometry.ts'
import { Dimension } from './Dimension.tsx'
import { Frame } from './Frame.tsx'

const W = 270
const H = 170

/** From above, to scale: marked line, kerf, guide and the tip that rides it. */
export function CutTop({ g, length }: { readonly g: CutGeometry; readonly length: Lengths }) {
  const reach = Math.max(g.tipRadius * 2, (g.guideOffset ?? 0) + g.tipRadius + 6)
  const s = Math.min(62 / reach, 9)
  const line = 78
  // the line is the finished edge: part below it, kerf and scrap above it
  const kerfTop = line - g.kerf * s
  const centre = line - (g.kerf / 2) * s
  const side = g.guide === 'part' ? 1 : -1
  const face = g.guideOffset === undefined ? undefined : line + side * g.guideOffset * s
  return (
    <Frame viewBox={`0 0 ${W} ${H}`} aria-label="From above, to scale: line, kerf, guide and tip">
      <path d={`M28 8V160M28 ${line}H256`} stroke="var(--ink)" strokeWidth={1.5} fill="none" />
      <rect x={28} y={kerfTop} width={112} height={g.kerf * s} fill="var(--brick)" opacity={0.75} />
      <rect
        x={140}
        y={kerfTop}
        width={116}
        height={g.kerf * s}
        fill="none"
        stroke="var(--brick)"
        strokeWidth={1}
        strokeDasharray="5 3"
      />
      {face === undefined ? null : (
        <rect
          x={12}
          y={side > 0 ? face : face - 14}
          width={246}
          height={14}
          fill="var(--metal)"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      )}
      <circle
        cx={140}
        cy={centre}
        r={g.tipRadius * s}
        fill="var(--brass-metal)"
        fillOpacity={0.75}
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <circle cx={140} cy={centre} r={Math.max(1.5, (g.orifice / 2) * s)} fill="var(--ink)" />
      <path d="M196 20h44m-10-6 10 6-10 6" stroke="var(--ink)" strokeWidth={1.5} fill="none" />
      <text x={34} y={22} className="fill-soft font-figure text-text font-semibold">
        scrap
      </text>
      <text x={34} y={156} className="fill-soft font-figure text-text font-semibold">
        part
      </text>
      {face === undefined ? null : (
        <Dimension
          x1={226}
          y1={line}
          x2={226}
          y2={face}
          text={length(g.guideOffset ?? 0, 'rule')}
          at={{ x: 218, y: side > 0 ? face + 34 : face - 22, anchor: 'end' }}
          note="line to guide"
        />
      )}
    </Frame>
  )
}
