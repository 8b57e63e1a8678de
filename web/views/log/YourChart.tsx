import { lazy, Suspense, useMemo, useState } from 'react'
import type { Calibration, GrownName, GrownRow, Helped } from '#core/record/grown.ts'
import { fromSi, kindOfSaying, spanAs, unitFor, type Saying } from '#core/quantity/index.ts'
import type { Point } from '#contract/types.ts'
import { againstOutcome, type Against } from '#core/learn/against.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import { api } from '../../app/api.ts'
import { useShop, type ShopView } from '../../app/shop.ts'
import { Missing } from '../../ui/Missing.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { fuelTitle } from '#core/gas/fuels.ts'
import { dayOf } from '../../ui/dates.ts'
import type { Series } from '../../ui/Chart.tsx'
import { SHEET_FOOT, type SheetPage } from '../../paper/page.ts'
import { SheetTools } from '../work/Sheet.tsx'
import { LogTabs } from './LogTabs.tsx'

const Chart = lazy(() => import('../../ui/Chart.tsx'))

const FIGURES: readonly { readonly name: GrownName; readonly word: string; readonly kind: Saying }[] = [
  { name: 'oxygenPressure', word: 'Oxygen', kind: 'pressure' },
  { name: 'fuelPressure', word: 'Fuel', kind: 'pressure' },
  { name: 'travelSpeed', word: 'Speed', kind: 'speed' },
  { name: 'preheat', word: 'Preheat', kind: 'time' },
  { name: 'kerf', word: 'Kerf', kind: 'kerf' },
  { name: 'timeToTemperature', word: 'Time to heat', kind: 'time' },
  { name: 'fillerLength', word: 'Rod a joint', kind: 'reached' },
]
const NO_POINTS: readonly Point[] = []
const NO_ROWS: readonly GrownRow[] = []

/** What the log has taught: the shop's own chart, settings against outcome, what helped, and how far estimates are off. */
export default function YourChart() {
  const { data, error } = api.useChartQuery()
  const rows = data?.rows ?? NO_ROWS
  if (error && !data) return <Missing what="chart" failure={error} />
  return (
    <main className="px-4 py-6">
      <LogTabs />
      {data && rows.length === 0 ? (
        <p className="text-soft">
          Nothing good is written down yet. Three good runs with a tip make its first row worth going by.
        </p>
      ) : null}
      {data && rows.length > 0 ? (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-10">
          <Grown rows={rows} />
          <Outcomes rows={rows} />
          <Calibrated found={data.calibrated} />
          <WhatHelped found={data.helped} />
        </div>
      ) : null}
    </main>
  )
}

/** A figure of the chart in a cell of paper: its median, and how many runs it is of. */
const cellOf = (row: GrownRow, name: GrownName, kind: Saying, print: ShopView['print']): string => {
  const f = row.figures[name]
  return f ? `${print(f.value, kind)}, n ${f.count}` : ''
}

/** The chart on paper: a table of cuts and one of brazes. */
function useChartPages(rows: readonly GrownRow[]): readonly SheetPage[] {
  const { print, say } = useShop()
  return useMemo(() => {
    const tables = (['cut', 'braze'] as const).flatMap((kind) => {
      const own = rows.filter((r) => r.kind === kind)
      const figures = FIGURES.filter((f) => own.some((r) => r.figures[f.name]))
      return own.length === 0
        ? []
        : [
            {
              title: kind === 'cut' ? 'Cuts' : 'Brazes',
              heads: [
                kind === 'cut' ? 'Plate' : 'Wall',
                'Tip',
                'Fuel',
                'Good',
                ...figures.map((f) => f.word),
              ].map(say),
              rows: own.map((r) => [
                print(r.thicknessM, 'length'),
                print(r.tipOrificeM, 'bore'),
                `${fuelTitle(r.fuel)}${kind === 'braze' ? '' : ` ${r.handling.replace('not-said', '')}`}`.trim(),
                `${r.good} of ${r.all}`,
                ...figures.map((f) => cellOf(r, f.name, f.kind, print)),
              ]),
            },
          ]
    })
    return [
      {
        kind: 'Your chart',
        title: 'Grown from good runs in the log',
        about: `The median of each figure, and n, how many runs it is of. ${dayOf(new Date())}.`,
        figures: [],
        steps: [],
        tables,
        foot: SHEET_FOOT,
      },
    ]
  }, [rows, print, say])
}

function Grown({ rows }: { readonly rows: readonly GrownRow[] }) {
  const pages = useChartPages(rows)
  return (
    <section aria-label="Your chart">
      <div className="flex flex-wrap items-end justify-between gap-3 pb-2">
        <div>
          <h2 className="text-section">Your chart, grown from good runs</h2>
          <p className="max-w-[80ch] text-soft">
            A good run dropped free or at one tap, or filled all round and held its test, with nothing left
            out. Each figure is their median, drawn toward what was planned while they are few; under it the
            span that holds the truth nineteen times of twenty.
          </p>
        </div>
        <SheetTools pages={pages} name="your-chart" print="Print your chart" />
      </div>
      {(['cut', 'braze'] as const).map((kind) => (
        <GrownTable key={kind} rows={rows.filter((r) => r.kind === kind)} kind={kind} />
      ))}
    </section>
  )
}

/** The rows of one kind of work, with the figures that such work has: a table, or on a phone a row that unfolds. */
function GrownTable({ rows, kind }: { readonly rows: readonly GrownRow[]; readonly kind: GrownRow['kind'] }) {
  const { print, say } = useShop()
  const figures = FIGURES.filter((f) => rows.some((r) => r.figures[f.name]))
  if (rows.length === 0) return null
  const byWhat = (r: GrownRow) => (kind === 'braze' ? 'braze' : r.handling.replace('not-said', ''))
  return (
    <>
      <table className="name mb-4 w-full border-collapse text-left text-field max-md:hidden">
        <thead>
          <tr className="border-b-[1.5px] border-ink">
            {[
              kind === 'cut' ? 'Plate' : 'Wall',
              'Tip',
              'Fuel',
              'Good runs',
              ...figures.map((f) => f.word),
            ].map((h) => (
              <th key={h} scope="col" className="py-2 pr-3 font-semibold">
                {say(h)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.key} className="border-b border-rule align-top">
              <th scope="row" className="figure py-2 pr-3 text-label whitespace-nowrap">
                {print(r.thicknessM, 'length')}
              </th>
              <td className="py-2 pr-3 whitespace-nowrap">{print(r.tipOrificeM, 'bore')}</td>
              <td className="py-2 pr-3">
                {fuelTitle(r.fuel)}
                <span className="block text-soft">{byWhat(r)}</span>
              </td>
              <td className="py-2 pr-3 whitespace-nowrap">
                <strong>{r.good}</strong> of {r.all}
              </td>
              {figures.map((f) => (
                <td key={f.name} className="py-2 pr-3">
                  <GrownFigure row={r} name={f.name} kind={f.kind} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <ul aria-label={say(kind === 'cut' ? 'Plates' : 'Walls')} className="name pb-4 md:hidden">
        {rows.map((r) => (
          <li key={r.key} className="border-b border-rule">
            <details>
              <summary className="min-h-[52px] cursor-pointer content-center text-field">
                <strong className="figure text-label">{print(r.thicknessM, 'length')}</strong>{' '}
                {print(r.tipOrificeM, 'bore')}, {fuelTitle(r.fuel)} {byWhat(r)}
                <span className="block text-soft">
                  {r.good} good of {r.all}
                </span>
              </summary>
              <dl className="grid grid-cols-2 gap-3 pt-1 pb-3">
                {figures
                  .filter((f) => r.figures[f.name])
                  .map((f) => (
                    <div key={f.name}>
                      <dt className="text-soft">{say(f.word)}</dt>
                      <dd>
                        <GrownFigure row={r} name={f.name} kind={f.kind} />
                      </dd>
                    </div>
                  ))}
              </dl>
            </details>
          </li>
        ))}
      </ul>
    </>
  )
}

function GrownFigure({
  row,
  name,
  kind,
}: {
  readonly row: GrownRow
  readonly name: GrownName
  readonly kind: Saying
}) {
  const { print, units } = useShop()
  const f = row.figures[name]
  const drift = row.drift[name]
  if (!f) return null
  const span = spanAs(f.low, f.high, kind, units)
  return (
    <>
      <strong className="figure text-label">{print(f.value, kind)}</strong>
      <span className="block text-soft">
        {span === '' ? '' : `${span}, `}n {f.count}
        {f.setAside > 0 ? `, ${f.setAside} set aside` : ''}
      </span>
      {drift === undefined ? null : (
        <span className="block font-bold text-brass">
          {drift > 0 ? '▲' : '▼'} {Math.abs(Math.round(drift * 100))} % since it began
        </span>
      )}
    </>
  )
}

/** One setting of one row over time, good runs and others apart, with the median. */
function Outcomes({ rows }: { readonly rows: readonly GrownRow[] }) {
  const { print, say, units } = useShop()
  const [key, setKey] = useState('')
  const [name, setName] = useState<GrownName>('travelSpeed')
  const row = rows.find((r) => r.key === key) ?? [...rows].sort((a, b) => b.all - a.all)[0]
  const figure = FIGURES.find((f) => f.name === name) ?? FIGURES[0]
  const { data: points = NO_POINTS } = api.usePointsQuery(
    { row: row?.key ?? '', figure: figure?.name ?? '' },
    { skip: !row || !figure },
  )
  const against = useMemo(() => againstOutcome(points), [points])
  const series = useMemo(
    () => (figure ? strips(points, against, figure.kind, units) : []),
    [figure, points, against, units],
  )
  if (!row || !figure) return null
  return (
    <section aria-label="Setting against outcome">
      <h2 className="pb-2 text-section">Settings against results</h2>
      <div className="grid gap-3 pb-3 sm:grid-cols-2 lg:max-w-[760px]">
        <SelectField
          label="Row"
          value={row.key}
          options={rows.map((r) => ({
            value: r.key,
            label: `${print(r.thicknessM, 'length')}, tip ${print(r.tipOrificeM, 'bore')}, ${fuelTitle(r.fuel)}${r.kind === 'braze' ? ', braze' : ''}`,
          }))}
          onChange={setKey}
        />
        <SelectField
          label="Setting"
          value={name}
          options={FIGURES.filter((f) => row.figures[f.name]).map((f) => ({ value: f.name, label: f.word }))}
          onChange={setName}
        />
      </div>
      {against ? (
        <>
          <p className="max-w-[70ch] pb-2 text-field">
            {say(sentenceOf(against, figure.word, (v) => print(v, figure.kind)))}
          </p>
          <Suspense fallback={<p className="text-soft">Drawing.</p>}>
            <Chart
              label={`${figure.word} of each run, good runs above, others below`}
              xTitle={`${figure.word}, ${unitFor(kindOfSaying(figure.kind), units)}`}
              yTitle="others below, good above"
              series={series}
              fromZero={false}
              xFromZero={false}
              bare
            />
          </Suspense>
        </>
      ) : (
        <p className="text-soft">No good run has this setting written down yet.</p>
      )}
    </section>
  )
}

/** What a setting does, in a sentence: where good runs lie, and where those that were not. */
export function sentenceOf(
  { good, others, low, middle, high, under, among, over }: Against,
  word: string,
  print: (value: number) => string,
): string {
  const span =
    low === high ? print(middle) : `${print(low)} to ${print(high)}, half of them under ${print(middle)}`
  const first = `${word}: ${good === 1 ? 'the one good run had' : `${good} good runs had`} ${span}.`
  if (others === 0) return `${first} No other run had it written down.`
  const sides = [
    [under, 'under that'],
    [among, 'among them'],
    [over, 'over that'],
  ] as const
  const told = sides.flatMap(([n, where]) => (n > 0 ? [`${n} ${where}`] : []))
  const most = Math.max(under, over)
  return `${first} Of ${others} that came out worse, ${told.join(', ')}${most > others / 2 && most > among ? `: ${over > under ? 'less' : 'more'} of it comes out better` : ''}.`
}

/** A row of marks for good runs and one for the others, those of one value over each other; and the span of the good. */
function strips(
  points: readonly Point[],
  against: Against | undefined,
  kind: Saying,
  units: UnitChoices,
): readonly Series[] {
  const inUnit = (si: number) => fromSi(si, unitFor(kindOfSaying(kind), units))
  const row = (good: boolean, from: number) => {
    const seen = new Map<number, number>()
    const own = points.filter((p) => p.good === good).map((p) => inUnit(p.value))
    const y = own.map((x) => {
      const before = seen.get(x) ?? 0
      seen.set(x, before + 1)
      return from + Math.min(before, 8) * 0.09
    })
    return { x: own, y }
  }
  return [
    { name: 'good runs', ...row(true, 1.2), look: 'point' as const },
    { name: 'others', ...row(false, 0.1), look: 'cross' as const },
    ...(against
      ? [
          {
            name: 'where good runs lie',
            x: [inUnit(against.low), inUnit(against.high)],
            y: [1.1, 1.1],
            look: 'line' as const,
          },
        ]
      : []),
  ]
}

/** How far Wimble's own estimates were off: an honest error for each figure. */
function Calibrated({ found }: { readonly found: readonly Calibration[] }) {
  const word = (n: GrownName) => FIGURES.find((f) => f.name === n)?.word ?? n
  return (
    <section aria-label="How far estimates were off">
      <h2 className="pb-1 text-section">How far Wimble’s own estimates were off</h2>
      {found.length === 0 ? (
        <p className="text-soft">No figure was only worked out in three good runs or more.</p>
      ) : (
        <ul className="grid gap-1">
          {found.map((c) => (
            <li key={c.figure} className="text-field">
              <strong className="name pr-1">{word(c.figure)}:</strong> what good runs had was{' '}
              {Math.round(c.ratio * 100)} % of the estimate; eight of ten lay within{' '}
              {Math.round(c.spread * 100)} % of that. <span className="block text-soft">{heldText(c)}</span>
            </li>
          ))}
        </ul>
      )}
      {found.length > 0 ? (
        <div className="lg:max-w-[760px]">
          <Suspense fallback={<p className="text-soft">Drawing.</p>}>
            <Chart
              label="What was logged over what was estimated; on the line they agree"
              xTitle=""
              yTitle="logged over estimated"
              series={[
                {
                  name: 'good runs',
                  x: found.flatMap((c) => c.pairs.map(() => word(c.figure))),
                  y: found.flatMap((c) => c.pairs.map((p) => p.used / p.planned)),
                  look: 'point' as const,
                },
                {
                  name: 'they agree',
                  x: found.map((c) => word(c.figure)),
                  y: found.map(() => 1),
                  look: 'limit' as const,
                },
              ]}
              fromZero={false}
            />
          </Suspense>
        </div>
      ) : null}
    </section>
  )
}

/** How often the spans held, and what plans make of it. */
function heldText({ count, inside, insideWide, held }: Calibration): string {
  const often = `Of ${count} runs ${Math.round(inside * 100)} % lay in the span that was shown (two of three is aimed at), ${Math.round(insideWide * 100)} % in the wide one.`
  if (!held) return often
  const off = Math.round((held.moved - 1) * 100)
  const moved = off === 0 ? '' : `the estimate is moved ${Math.abs(off)} % ${off > 0 ? 'up' : 'down'} and `
  return `${often} So in new plans ${moved}its span is made ${held.widened >= 1 ? 'wider' : 'narrower'}, ${held.widened.toFixed(1)} times what was worked out.`
}

function WhatHelped({ found }: { readonly found: readonly Helped[] }) {
  const { say } = useShop()
  return (
    <section aria-label="Which change helped">
      <h2 className="pb-1 text-section">Which change helped</h2>
      {found.length === 0 ? (
        <p className="text-soft">
          No change of a plan was tried yet. The fault finder changes one thing; the next check asks whether
          it helped.
        </p>
      ) : (
        <ul>
          {found.map((h) => (
            <li key={h.sign + h.cause} className="border-b border-rule py-2">
              <strong className="name">{h.sign}:</strong> {say(h.cause)} Helped {h.helped} of {h.tried} times.
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
