import type { SheetBad, SheetGood, SheetRead } from '#core/sheet/read.ts'
import { labelOf } from '#core/sheet/read.ts'
import { ENTRY_KIND_NAMES, OUTCOME_NAMES } from '#core/record/fields.ts'
import type { Saying } from '#core/quantity/index.ts'
import { useShop } from '../../../app/shop.ts'

/** What scrolls by itself is reached by keys. */
const SCROLLS = { tabIndex: 0 } as const
const GOOD_SHOWN = 8
const BAD_SHOWN = 100

/** The first rows as they would stand in the log, and every row that is left out, with why. */
export function Preview({ read }: { readonly read: SheetRead }) {
  const { good, bad, missing } = read
  if (missing.length > 0) return null
  const out = byRow(bad)
  return (
    <section aria-label="As it is read" className="grid grid-cols-[minmax(0,1fr)] gap-4" aria-live="polite">
      <h3 className="border-b-[1.5px] border-ink pb-1 text-label">
        As it is read{' '}
        <span className="font-text text-text font-normal text-soft">
          {good.length > GOOD_SHOWN ? `the first ${GOOD_SHOWN} of ${good.length} rows` : ''}
        </span>
      </h3>
      {good.length > 0 ? <GoodRows rows={good.slice(0, GOOD_SHOWN)} /> : null}
      {out.length > 0 ? (
        <div className="border-l-4 border-alarm pl-3">
          <h4 className="text-field">
            {out.length === 1 ? 'One row is left out' : `${out.length} rows are left out`}
          </h4>
          <ol {...SCROLLS} className="max-h-[300px] overflow-y-auto" aria-label="Rows that are left out">
            {out.slice(0, BAD_SHOWN).map(({ row, says }) => (
              <li key={row} className="py-0.5">
                <strong>Row {row}.</strong> {says}
              </li>
            ))}
          </ol>
          {out.length > BAD_SHOWN ? <p>And {out.length - BAD_SHOWN} more.</p> : null}
        </div>
      ) : null}
    </section>
  )
}

/** What is wrong with each row, in one line. */
const byRow = (bad: readonly SheetBad[]) =>
  [...new Set(bad.map((b) => b.row))].map((row) => ({
    row,
    says: bad
      .filter((b) => b.row === row)
      .map((b) => `${labelOf(b.field)}: ${b.message}`)
      .join(' '),
  }))

const HEADS = [
  'Row',
  'Date',
  'What',
  'Piece',
  'Who',
  'Thickness',
  'Tip',
  'Oxygen',
  'Fuel',
  'Speed',
  'Outcome',
]

function GoodRows({ rows }: { readonly rows: readonly SheetGood[] }) {
  const { print } = useShop()
  const told = (si: number | null | undefined, as: Saying) => (si == null ? '–' : print(si, as))
  return (
    <div {...SCROLLS} className="overflow-x-auto" role="group" aria-label="The first rows as they are read">
      <table className="w-full min-w-[900px] text-left">
        <thead>
          <tr className="name border-b-[1.5px] border-ink text-soft">
            {HEADS.map((h) => (
              <th key={h} scope="col" className="py-1 pr-3 font-medium whitespace-nowrap">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ row, line }) => (
            <tr key={row} className="name border-b border-rule text-field [&>td]:py-1 [&>td]:pr-3">
              <td className="text-soft">{row}</td>
              <td className="whitespace-nowrap">{line.at.slice(0, 10)}</td>
              <td>{ENTRY_KIND_NAMES[line.kind]}</td>
              <td>{[line.jobName, line.title].filter((t) => t !== '').join(', ') || '–'}</td>
              <td>{line.personName || '–'}</td>
              <td className="whitespace-nowrap">{told(line.thicknessM, 'length')}</td>
              <td className="whitespace-nowrap">{told(line.tipOrificeM, 'bore')}</td>
              <td className="whitespace-nowrap">{told(line.told.used.oxygenPressure?.si, 'pressure')}</td>
              <td className="whitespace-nowrap">{told(line.told.used.fuelPressure?.si, 'pressure')}</td>
              <td className="whitespace-nowrap">
                {told(line.told.kind === 'cut' ? line.told.used.travelSpeed?.si : null, 'speed')}
              </td>
              <td className="whitespace-nowrap">{OUTCOME_NAMES[line.outcome]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
