import { dayOf, timeOf } from '../../ui/dates.ts'
import { isValid } from 'date-fns/isValid'
import { useEffect } from 'react'
import type { DamageList, DamagedRow } from '#contract/types.ts'
import { api, type Failure } from '../../app/api.ts'
import { useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'

/** So many are named; the rest are counted. */
const NAMED = 5

/**
 * What of the log is left out: each by its name, with the copy that has it whole. `tables` are those that a page shows;
 * without them all.
 */
export function DamageNotice({
  tables,
  again = 0,
}: {
  readonly tables?: readonly DamagedRow['table'][]
  /** How many rows the page's own answer left out: what is known is asked for anew when it changes. */
  readonly again?: number
}) {
  const send = useSend()
  const { data } = api.useDamageQuery(undefined, { refetchOnMountOrArgChange: true })
  const [mend, { error }] = api.useMendDamageMutation()
  useEffect(() => {
    // an answer that is still on its way may have been given before the rows were found: it is waited for, and asked again
    if (again > 0) send(api.util.invalidateTags(['Damage']))
  }, [again, send])
  const rows = (data?.rows ?? []).filter((r) => tables?.includes(r.table) ?? true)
  if (rows.length === 0) return null
  return (
    <section
      aria-label="Damaged"
      role="status"
      className="mb-4 grid gap-2 border-[1.5px] border-l-[6px] border-alarm bg-sheet px-4 py-3"
    >
      <h2 className="text-label">
        {rows.length === 1
          ? 'One thing in the log is damaged'
          : `${rows.length} things in the log are damaged`}
        , and left out
      </h2>
      <p>What is left out cannot be trusted any more: no plan goes by it until it is put back.</p>
      <ul className="grid gap-2">
        {rows.slice(0, NAMED).map((row) => (
          <Row
            key={`${row.table} ${row.row}`}
            row={row}
            onMend={() => void mend({ table: row.table, row: row.row })}
          />
        ))}
      </ul>
      {rows.length > NAMED ? <p>And {rows.length - NAMED} more.</p> : null}
      {error ? (
        <p role="alert" className="font-bold text-alarm">
          {(error as Failure).message}
        </p>
      ) : null}
    </section>
  )
}

function Row({ row, onMend }: { readonly row: DamageList['rows'][number]; readonly onMend: () => void }) {
  // its moment may be what was damaged
  const at = new Date(row.at ?? '')
  const when = isValid(at) ? `, ${dayOf(at)}` : ''
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1">
      <strong className="name text-field">
        {row.name || 'A line without a name'}
        {when}
      </strong>
      {row.copy ? (
        <>
          <span className="grow">The copy of {timeOf(row.copy.at)} has it whole.</span>
          <Button onClick={onMend}>Put it back</Button>
        </>
      ) : (
        <span>No copy in the folder has it. Look in the copies that you keep elsewhere.</span>
      )}
    </li>
  )
}
