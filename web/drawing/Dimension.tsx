interface Props {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  readonly text: string
  /** Where the words stand. */
  readonly at: { readonly x: number; readonly y: number; readonly anchor?: 'start' | 'middle' | 'end' }
  readonly note?: string
}

/** A dimension line with its small slashes and figure. */
export function Dimension({ x1, y1, x2, y2, text, at, note }: Props) {
  const slash = (x: number, y: number) => (
    <line x1={x - 4} y1={y + 4} x2={x + 4} y2={y - 4} stroke="var(--ink)" strokeWidth={1.5} />
  )
  return (
    <g>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ink)" strokeWidth={1} />
      {slash(x1, y1)}
      {slash(x2, y2)}
      <text
        x={at.x}
        y={at.y}
        textAnchor={at.anchor ?? 'start'}
        className="fill-ink font-figure text-field font-bold"
      >
        {text}
        {note ? (
          <tspan dx={6} className="fill-soft text-foot font-medium">
            {note}
          </tspan>
        ) : null}
      </text>
    </g>
  )
}
