import { keysOf } from '#core/objects.ts'
import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { splitStamp } from '#core/cut/read-chart.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { FIRST_ROW } from '#application/first.ts'
import type { ChartRowDraft } from '#contract/schemas.ts'
import { CHART_ROW, TIP_ROW } from '#core/rig/fields.ts'
import type { FieldError } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'
import { RowsList } from '../../form/RowsList.tsx'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'

const ChartImport = lazy(() => import('./ChartImport.tsx'))

const MOST_ROWS = 100
const COLUMNS = keysOf(CHART_ROW)
/** A brazing tip is charted by its bore and pressures; the walls it suits may be left out. */
const BRAZE_COLUMNS = COLUMNS.filter((name) => !('page' in TIP_ROW[name]))

/** The torch maker's chart, row by row, as printed: it wins over what Wimble works out. */
export function ChartPanel({
  open,
  onClose,
  rows,
  errors,
  onChange,
  brazing = false,
}: {
  /** Of brazing tips, not of cutting tips. */
  readonly brazing?: boolean
  readonly open: boolean
  readonly onClose: () => void
  readonly rows: readonly ChartRowDraft[]
  readonly errors: readonly FieldError[]
  readonly onChange: (rows: readonly ChartRowDraft[]) => void
}) {
  const { say } = useShop()
  const list = {
    rows,
    path: 'rig.chart',
    errors,
    first: FIRST_ROW,
    called: 'Row',
    columns: 'grid-cols-2',
    onChange,
  } as const
  return (
    <Panel title="Your chart" open={open} onClose={onClose}>
      <p className="pb-4 text-soft">
        {say(
          "Copy the rows of the torch maker's chart for the tips you have. They win over what is worked out here, except over the hard limits.",
        )}
      </p>
      {brazing ? (
        <RowsList {...list} table={TIP_ROW} names={BRAZE_COLUMNS} />
      ) : (
        <>
          <p className="mb-4 border-l-4 border-brass pl-3">
            {say(
              'Sizes differ between makers, and between inch and metric charts: a size belongs to its own chart. Within a range of tips a bigger number is a bigger hole; number drills go the other way. Ranges are typed as they are printed: 30-40.',
            )}
          </p>
          <Stamps rows={rows} />
          <RowsList {...list} table={CHART_ROW} names={COLUMNS} />
          <Bores rows={rows} onChange={onChange} />
        </>
      )}
      {brazing ? null : (
        <>
          <h3 className="pt-6 pb-2 text-label">From a table</h3>
          <Suspense>
            <ChartImport onTake={(more) => onChange([...rows, ...more].slice(0, MOST_ROWS))} />
          </Suspense>
        </>
      )}
    </Panel>
  )
}

/** Stamps that hold more than a size, taken apart: what is the size, and by what it is ordered. */
function Stamps({ rows }: { readonly rows: readonly ChartRowDraft[] }) {
  const { say } = useShop()
  const told = [...new Set(rows.map((r) => r.tip.trim()))].flatMap((stamp) => {
    const { size, marks } = splitStamp(stamp)
    return marks === '' ? [] : [{ stamp, size, marks }]
  })
  if (told.length === 0) return null
  return (
    <ul aria-label="Stamps" className="pt-3">
      {told.map(({ stamp, size, marks }) => (
        <li key={stamp}>{say(`“${stamp}”: size ${size}; ordered by ${marks}.`)}</li>
      ))}
    </ul>
  )
}

/** The bore of each size that has none yet: asked once for all of its rows. */
function Bores({
  rows,
  onChange,
}: {
  readonly rows: readonly ChartRowDraft[]
  readonly onChange: (rows: readonly ChartRowDraft[]) => void
}) {
  const { say } = useShop()
  // what is typed stands until it is taken, so that the field does not go while it is typed into
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const sizes = [...new Set(rows.map((r) => r.tip.trim()).filter((t) => t !== ''))].filter((size) =>
    rows.every((r) => r.tip.trim() !== size || r.orifice.trim() === ''),
  )
  if (sizes.length === 0) return null
  const ready = sizes.filter((size) => parseQuantity(typed[size] ?? '', 'length').ok)
  return (
    <section aria-label="Bores" className="grid gap-3 pt-6">
      <h3 className="text-label">{say('Bores of these sizes')}</h3>
      <p className="text-soft">
        {say('Asked once for each size. Until then flow, kerf and guide are reckoned for what is usual; ')}
        <Link className="underline underline-offset-4" to="/bench/tip">
          find it with drills
        </Link>
        .
      </p>
      {sizes.map((size) => (
        <QuantityField
          key={size}
          label={say(`Bore or drill of size ${size}`)}
          kind="length"
          value={typed[size] ?? ''}
          empty="#56 or 1.2 mm"
          onChange={(text) => setTyped((now) => ({ ...now, [size]: text }))}
        />
      ))}
      <Button
        disabled={ready.length === 0}
        onClick={() =>
          onChange(
            rows.map((r) => {
              const size = r.tip.trim()
              return ready.includes(size) && r.orifice.trim() === ''
                ? { ...r, orifice: typed[size] ?? '' }
                : r
            }),
          )
        }
      >
        Take the bores
      </Button>
    </section>
  )
}
