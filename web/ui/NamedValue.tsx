/** A name with its value in a list of them; nothing when there is no value. */
export function NamedValue({ name, value }: { readonly name: string; readonly value: string | undefined }) {
  if (value === undefined) return null
  return (
    <div className="flex gap-2">
      <dt className="text-soft">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </div>
  )
}
