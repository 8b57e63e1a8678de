import type { Person } from '#contract/types.ts'
import { Button } from '../../ui/Button.tsx'

/** People of the shop as large presses, one of whom is picked; `empty` is said where there is none. */
export function PeoplePick({
  people,
  chosen,
  empty,
  onPick,
}: {
  readonly people: readonly Person[]
  readonly chosen?: string | null
  readonly empty: string
  readonly onPick: (personId: string) => void
}) {
  if (people.length === 0) return <p className="text-field">{empty}</p>
  return (
    <ul className="grid gap-3">
      {people.map((p) => (
        <li key={p.id}>
          <Button big className="w-full justify-start! text-section" onClick={() => onPick(p.id)}>
            {p.id === chosen ? '✓ ' : ''}
            {p.name}
            {p.role === 'apprentice' ? ', apprentice' : ''}
          </Button>
        </li>
      ))}
    </ul>
  )
}

/** What is said where the shop has named nobody. */
export const NOBODY_NAMED = 'Nobody is named yet. Settings has the people of the shop.'
