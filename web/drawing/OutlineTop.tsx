import { useId, useMemo } from 'react'
import type { OutlinePlan, Point } from '#core/outline/index.ts'
import { Hatch } from './Hatch.tsx'
import { Frame } from './Frame.tsx'

/** An outline from above, to scale: parts, the way of the torch, pierces in their order, and where something is wrong. */
export function OutlineTop({
  plan,
  kerfMm,
  marked,
}: {
  readonly plan: OutlinePlan
  readonly kerfMm: number
  /** The problem that is pointed at. */
  readonly marked: number | undefined
}) {
  const hatch = useId()
  const { minX, minY, maxX, maxY } = plan.box
  const size = Math.max(maxX - minX, maxY - minY, 1)
  const margin = Math.max(size * 0.06, 16)
  const [w, h] = [maxX - minX + 2 * margin, maxY - minY + 2 * margin]
  // one drawing unit on the screen, in mm of the plate
  const px = Math.max(w / 640, h / 400)
  const paths = useMemo(() => {
    const at = (p: Point) => `${(p.x - minX + margin).toFixed(2)} ${(maxY - p.y + margin).toFixed(2)}`
    const line = (points: readonly Point[]) => (points.length > 1 ? `M${points.map(at).join('L')}` : '')
    return {
      parts: plan.parts.map((p) => [p.outside, ...p.holes].map((l) => `${line(l)}Z`).join('')).join(''),
      ways: plan.cuts.map((c) => c.stretches.map(line).join('')).join(''),
      runIns: plan.cuts.map((c) => line(c.runIn)).join(''),
      open: plan.open.map(line).join(''),
    }
  }, [plan, minX, maxY, margin])
  const place = (p: Point) => ({ x: p.x - minX + margin, y: maxY - p.y + margin })
  return (
    <Frame viewBox={`0 0 ${w} ${h}`} aria-label="The outline from above, to scale">
      <g transform={`scale(${px})`}>
        <Hatch id={hatch} />
      </g>
      <path
        d={paths.parts}
        fillRule="evenodd"
        fill="var(--metal)"
        fillOpacity={0.55}
        stroke="var(--ink)"
        strokeWidth={1.2 * px}
      />
      <path
        d={paths.ways}
        fill="none"
        stroke="var(--brick)"
        strokeOpacity={0.75}
        strokeWidth={Math.max(kerfMm, 1.2 * px)}
      />
      <path d={paths.runIns} fill="none" stroke="var(--brick)" strokeWidth={1.5 * px} />
      <path d={paths.open} fill="none" stroke="var(--alarm)" strokeWidth={2.5 * px} />
      {plan.cuts.length > 80
        ? null
        : plan.cuts.map((c, i) => {
            const at = place(c.pierce)
            return (
              <g key={i}>
                <circle
                  cx={at.x}
                  cy={at.y}
                  r={11 * px}
                  fill="var(--sheet)"
                  stroke="var(--brick)"
                  strokeWidth={1.5 * px}
                />
                <text
                  x={at.x}
                  y={at.y + 5 * px}
                  textAnchor="middle"
                  data-fixed
                  className="fill-ink font-figure text-foot font-bold"
                >
                  {i + 1}
                </text>
              </g>
            )
          })}
      {plan.problems.map((p, i) => {
        if (!p.at) return null
        const at = place(p.at)
        return (
          <g
            key={i}
            stroke={p.rank === 'stop' ? 'var(--alarm)' : 'var(--brass)'}
            strokeWidth={(i === marked ? 4 : 2) * px}
            fill="none"
          >
            <circle cx={at.x} cy={at.y} r={(i === marked ? 20 : 12) * px} />
            <path d={`M${at.x - 6 * px} ${at.y}h${12 * px}M${at.x} ${at.y - 6 * px}v${12 * px}`} />
          </g>
        )
      })}
    </Frame>
  )
}
