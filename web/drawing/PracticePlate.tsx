import type { PracticeItem } from '#core/cut/index.ts'

const W = 620
const H = 240
const GAP = 20

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
  const size = (i: PracticeItem) =>
    i.shape === 'hole' || i.shape === 'disc'
      ? { w: i.diameterM * 1000, h: i.diameterM * 1000 }
      : i.shape === 'slot'
        ? { w: i.lengthM * 1000, h: i.widthM * 1000 }
        : i.shape === 'pierce'
          ? { w: 14, h: 14 }
          : { w: i.lengthM * 1000, h: 12 }
  const all = items.flatMap((item) =>
    Array.from({ length: Math.min(item.count, 12) }, () => ({ item, ...size(item) })),
  )
  const wide = Math.max(
    200,
    ...all.map((a) => a.w + 2 * GAP),
    Math.sqrt(all.reduce((sum, a) => sum + (a.w + GAP) * (a.h + GAP), 0)) * 1.3,
  )
  let [x, y, row] = [GAP, GAP, 0]
  const placed = all.map((a) => {
    if (x + a.w + GAP > wide) {
      x = GAP
      y += row + GAP
      row = 0
    }
    const at = { ...a, x, y }
    x += a.w + GAP
    row = Math.max(row, a.h)
    return at
  })
  const high = y + row + GAP
  const s = Math.min((W - 30) / wide, (H - 50) / high)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label="The practice plate from above, to scale"
      className="h-full w-full"
    >
      <g transform={`translate(15 10) scale(${s})`}>
        <rect width={wide} height={high} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5 / s} />
        {placed.map((a, i) => (
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
      <text x={15} y={H - 12} className="fill-soft font-figure text-[15px] font-medium">
        {length(wide)} × {length(high)} at least; broken lines are bevels
      </text>
    </svg>
  )
}
