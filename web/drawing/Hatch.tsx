/** The 45° lines of cut metal, to be filled with `url(#id)`. */
export function Hatch({ id }: { readonly id: string }) {
  return (
    <defs>
      <pattern id={id} width={9} height={9} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1={0} y1={0} x2={0} y2={9} stroke="var(--soft)" strokeWidth={1.1} />
      </pattern>
    </defs>
  )
}
