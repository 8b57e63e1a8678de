import { fromBothSides } from '#core/cut/shapes.ts'
import { Frame } from './Frame.tsx'

const W = 620
const H = 240

/** Strips in their plate, to scale across, with the order of the cuts: from both sides by turns. mm */
export function StripTop({
  width,
  count,
  kerf,
  length,
}: {
  readonly width: number
  readonly count: number
  readonly kerf: number
  readonly length: (mm: number) => string
}) {
  const shown = Math.min(count, 12)
  const whole = shown * width + (shown + 1) * kerf
  const s = Math.min((H - 30) / whole, 20)
  const top = (H - whole * s) / 2
  const cuts = shown + 1
  const order = fromBothSides(cuts)
  return (
    <Frame viewBox={`0 0 ${W} ${H}`} aria-label="The strips from above, with the order of the cuts">
      {Array.from({ length: shown }, (_, i) => (
        <g key={i}>
          <rect
            x={60}
            y={top + (kerf + i * (width + kerf)) * s}
            width={460}
            height={width * s}
            fill="var(--metal)"
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
          <text
            x={290}
            y={top + (kerf + i * (width + kerf) + width / 2) * s + 5}
            textAnchor="middle"
            className="fill-ink font-figure text-text font-semibold"
          >
            {length(width)}
          </text>
        </g>
      ))}
      {order.map((line, turn) => {
        const y = top + (line * (width + kerf) + kerf / 2) * s
        return (
          <g key={line}>
            <line
              x1={44}
              x2={536}
              y1={y}
              y2={y}
              stroke="var(--brick)"
              strokeWidth={Math.max(2, kerf * s)}
              opacity={0.75}
            />
            <circle cx={558} cy={y} r={12} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />
            <text x={558} y={y + 5} textAnchor="middle" className="fill-ink font-figure text-text font-bold">
              {turn + 1}
            </text>
          </g>
        )
      })}
      {count > shown ? (
        <text x={60} y={H - 8} className="fill-soft font-figure text-text">
          the first {shown} of {count}
        </text>
      ) : null}
    </Frame>
  )
}
