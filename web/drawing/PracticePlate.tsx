import type { PracticeItem } from '#core/cut/index.ts'
import { layOutPractice } from '#core/cut/practice-layout.ts'
import { Frame } from './Frame.tsx'

const W = 620
const H = 240
const MM = 1000

/** The cuts of a practice plate laid out in rows, to scale with one another. mm */
export function PracticePlate({
  items,
  kerf,
  length,
}: {
  readonly items: readonly PracticeItem[]
  readonly kerf: number
  readonly length: (mm: number) => string
}) {
  const { widthM, heightM, placed } = layOutPractice(items)
  const [wide, high] = [widthM * MM, heightM * MM]
  const s = Math.min((W - 30) / wide, (H - 50) / high)
  return (
    <Frame viewBox={`0 0 ${W} ${H}`} aria-label="The practice plate from above, to scale">
      <g transform={`translate(15 10) scale(${s})`}>
        <rect width={wide} height={high} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5 / s} />
        {placed
          .map((p) => ({ item: p.item, x: p.x * MM, y: p.y * MM, w: p.width * MM, h: p.height * MM }))
          .map((a, i) => (
            <g key={i} fill="none" stroke="var(--brick)" strokeWidth={Math.max(kerf, 1.5 / s)}>
              {a.item.shape === 'hole' || a.item.shape === 'disc' ? (
                <circle cx={a.x + a.w / 2} cy={a.y + a.h / 2} r={a.w / 2} />
              ) : a.item.shape === 'slot' ? (
                <rect x={a.x} y={a.y} width={a.w} height={a.h} rx={a.h / 2} />
              ) : a.item.shape === 'pierce' ? (
                <circle cx={a.x + 7} cy={a.y + 7} r={4} fill="var(--brick)" />
              ) : (
                <line
                  x1={a.x}
                  x2={a.x + a.w}
                  y1={a.y + 6}
                  y2={a.y + 6}
                  strokeDasharray={a.item.bevelRad > 0 ? `${8 / s} ${4 / s}` : undefined}
                />
              )}
            </g>
          ))}
      </g>
      <text x={15} y={H - 12} className="fill-soft font-figure text-text font-medium">
        {length(wide)} × {length(high)} at least; broken lines are bevels
      </text>
    </Frame>
  )
}
