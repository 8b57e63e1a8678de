import { keysOf } from '#core/objects.ts'
import { lazy, Suspense } from 'react'
import { FIRST_ROW } from '#application/first.ts'
import type { ChartRowDraft } from '#contract/schemas.ts'
import { CHART_ROW, TIP_ROW } from '#core/rig/fields.ts'
import type { FieldError } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'
import { RowsList } from '../../form/RowsList.tsx'
import { Panel } from '../../ui/Panel.tsx'

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
        <RowsList {...list} table={CHART_ROW} names={COLUMNS} />
      )}
      {brazing ? null : (
        <>
          <h3 className="pt-8 pb-2 text-xl">From a table</h3>
          <Suspense>
            <ChartImport onTake={(more) => onChange([...rows, ...more].slice(0, MOST_ROWS))} />
          </Suspense>
        </>
      )}
    </Panel>
  )
}
