/** A word in a drawing that stays legible over hatching. */
export function Word({
  x,
  y,
  text,
  anchor = 'start',
}: {
  readonly x: number
  readonly y: number
  readonly text: string
  readonly anchor?: 'start' | 'middle' | 'end'
}) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      className="fill-ink stroke-paper font-figure text-field font-bold [paint-order:stroke] [stroke-width:5px]"
    >
      {text}
    </text>
  )
}
