import type { Pattern } from '#core/stock/types.ts'

/** One bar to scale with its pieces; what is left is hatched. */
export function BarPicture({ pattern, longestM }: { readonly pattern: Pattern; readonly longestM: number }) {
  const W = 800
  const s = W / longestM
  let x = 0
  return (
    <svg
      viewBox={`0 0 ${W} 22`}
      className="block w-full"
      role="img"
      aria-label={`Bar with ${pattern.piecesM.length} pieces`}
    >
      <rect
        x={0}
        y={2}
        width={pattern.stockM * s}
        height={18}
        fill="none"
        stroke="var(--soft)"
        strokeDasharray="4 3"
      />
      {pattern.piecesM.map((m, i) => {
        const at = x
        x += m * s + 2
        return (
          <rect
            key={i}
            x={at}
            y={2}
            width={Math.max(1, m * s - 2)}
            height={18}
            fill="var(--metal)"
            stroke="var(--ink)"
            strokeWidth={1.2}
          />
        )
      })}
    </svg>
  )
}
