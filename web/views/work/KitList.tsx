import { useShop } from '../../app/shop.ts'

/** What is to be gathered, each thing on a line. */
export function KitList({ things }: { readonly things: readonly string[] }) {
  const { say } = useShop()
  return (
    <ul aria-label="Kit" className="columns-2 gap-x-6 leading-snug">
      {things.map((thing) => (
        <li key={thing} className="break-inside-avoid pb-1">
          {say(thing)}
        </li>
      ))}
    </ul>
  )
}
