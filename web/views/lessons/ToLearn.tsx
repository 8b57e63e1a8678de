import { Link } from 'react-router'
import { practiceApi } from '../../app/practice-api.ts'
import { doneCount } from './words.ts'

/** The sets that somebody was given and that nobody has signed yet, in a line each that leads there. */
export default function ToLearn({ personId }: { readonly personId: string }) {
  const own = (practiceApi.useAllGivenQuery().data ?? []).filter(
    (g) => g.personId === personId && g.signed === null,
  )
  return own.map((g) => (
    <Link
      key={g.id}
      to={`/practice/given/${g.id}`}
      className="block border-l-[6px] border-verdigris py-1 pl-3 leading-snug"
    >
      <strong>To learn.</strong> {g.name}: {doneCount(g)} of {g.items.length} done.
    </Link>
  ))
}
