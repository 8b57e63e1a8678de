import { useMemo, useState } from 'react'
import type { ChartRowDraft } from '#contract/schemas.ts'
import { readChartTable } from '#core/cut/chart-csv.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { FileField } from '../../ui/FileField.tsx'
import { Group } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'

const MOST_BYTES = 200_000
/** What a chart's pressures may be printed in. */
const UNITS = ['psi', 'bar', 'kPa'] as const
const EXAMPLE =
  'tip, plate (in), oxygen (psi), fuel (psi), speed (in/min)\n0, 1/4-3/8, 25-30, 3-5, 18-22\n1, 1/2-1, 30-40, 4-8, 12-16'

/** A chart taken over from a CSV file or from cells pasted out of a spreadsheet: the good rows are offered. */
export default function ChartImport({
  onTake,
}: {
  readonly onTake: (rows: readonly ChartRowDraft[]) => void
}) {
  const { settings } = useShop()
  const [text, setText] = useState('')
  const [refused, setRefused] = useState<string | undefined>(undefined)
  const [unit, setUnit] = useState<(typeof UNITS)[number]>()
  const table = useMemo(
    () => (text.trim() === '' ? undefined : readChartTable(text, settings.decimalMark, unit)),
    [text, settings.decimalMark, unit],
  )
  const open = async (file: File) => {
    if (file.size > MOST_BYTES) return setRefused('That file is too large to be a chart.')
    setRefused(undefined)
    setText(await file.text())
  }
  return (
    <section aria-label="From a table" className="grid gap-3">
      <label className="grid gap-1">
        <span className="text-soft">
          Paste cells from a spreadsheet, the names of the columns with their units on top
        </span>
        <textarea
          className="field h-32 font-mono text-foot"
          placeholder={EXAMPLE}
          spellCheck={false}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <FileField
        label="Or open a CSV file"
        accept=".csv,.tsv,.txt,text/csv"
        refused={refused}
        onFile={(file) => void open(file)}
      />
      {table && (table.asksPressure || unit) ? (
        <Group label="Its pressures are in">
          <Segmented
            label="Its pressures are in"
            value={unit ?? ''}
            options={UNITS.map((value) => ({ value, label: value }))}
            onChange={(v) => setUnit(v === '' ? undefined : v)}
          />
        </Group>
      ) : null}
      {table && !table.asksPressure && table.faults.length > 0 ? (
        <ul aria-label="Lines with faults" className="grid gap-1 border-l-4 border-alarm pl-3">
          {table.faults.map((f, i) => (
            <li key={i}>
              <strong>Line {f.line}.</strong> {f.message}
            </li>
          ))}
        </ul>
      ) : null}
      {table && table.rows.length > 0 ? (
        <Button
          look="act"
          onClick={() => {
            onTake(table.rows)
            setText('')
          }}
        >
          Take {table.rows.length === 1 ? 'the good row' : `the ${table.rows.length} good rows`}
        </Button>
      ) : null}
    </section>
  )
}
