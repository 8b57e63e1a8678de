import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { pocketOf } from '#application/pocket-of.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import type { Torch } from '#contract/types.ts'
import { POCKET_FIGURES, type CutRequest, type PocketFigure, type PocketRow } from '#core/cut/index.ts'
import { metalFacts } from '#core/cut/metals.ts'
import { SOURCE_NAMES, SOURCES, type Source } from '#core/figure.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { isInch, printQuantity } from '#core/quantity/index.ts'
import { regulatorsOf } from '#core/rig/gear.ts'
import { sayFigure } from '#core/saying.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { dayToday } from '../../app/use-gear.ts'
import { Opening } from '../../ui/Opening.tsx'
import { SourceTag } from '../../ui/Tag.tsx'
import { SHEET_FOOT, type SheetPage } from '../../paper/page.ts'
import { SheetTools } from '../work/Sheet.tsx'

const HEADS: Readonly<Record<PocketFigure, string>> = {
  tipOrifice: 'Tip',
  cuttingOxygenPressure: 'Oxygen',
  fuelPressure: 'Fuel',
  travelSpeed: 'Speed',
  kerf: 'Kerf',
  guideOffset: 'Guide',
  preheatTime: 'Preheat',
}
/** Of these the sources are told: what is set. */
const TOLD: readonly PocketFigure[] = [
  'tipOrifice',
  'cuttingOxygenPressure',
  'fuelPressure',
  'travelSpeed',
  'kerf',
  'preheatTime',
]
const DASH = '–'

/** The sources of a row's figures, each once. */
const sourcesOf = ({ figures }: PocketRow): readonly Source[] =>
  SOURCES.filter((s) => TOLD.some((name) => figures[name]?.source === s))

/** A torch's own chart for the pocket: all plates with what one sets. */
export default function Pocket() {
  const { torchId = '' } = useParams()
  const { data: torches } = api.useTorchesQuery()
  const torch = torches?.find((t) => t.id === torchId)
  if (!torches) return <Opening />
  if (!torch)
    return (
      <main className="p-6">
        <h1 className="text-page">There is no such torch</h1>
        <Link className="underline" to="/rig">
          Back to the rig
        </Link>
      </main>
    )
  return <OfTorch torch={torch} />
}

function OfTorch({ torch }: { readonly torch: Torch }) {
  const { settings, units } = useShop()
  const records = api.useRecordsQuery('cut').data ?? NO_RUNS
  const pocket = useMemo(() => pocketOf(torch, settings, records, units), [torch, settings, records, units])
  return (
    <main className="mx-auto max-w-[1080px] px-4 py-4">
      <p>
        <Link className="underline underline-offset-4" to="/rig">
          Rig
        </Link>
      </p>
      {pocket.ok ? (
        <Chart torch={torch} rows={pocket.rows} request={pocket.request} />
      ) : (
        <>
          <h1 className="text-page">Pocket chart, {torch.name}</h1>
          <p role="alert" className="border-l-4 border-alarm pl-3">
            This torch cannot be planned with: {pocket.errors[0]?.message} Mend it on the rig.
          </p>
        </>
      )}
    </main>
  )
}

function Chart({
  torch,
  rows,
  request,
}: {
  readonly torch: Torch
  readonly rows: readonly PocketRow[]
  readonly request: CutRequest
}) {
  const { say, print, units } = useShop()
  const { data: gear } = api.useGearQuery()
  const { rig, work } = request
  const inch = isInch(units)
  const names = regulatorsOf(gear ?? [], torch.id)
  const shown = POCKET_FIGURES.filter((name) => rows.some((r) => r.figures[name]))
  const said = (row: PocketRow, name: PocketFigure) => {
    const figure = row.figures[name]
    if (!figure) return DASH
    const text = sayFigure(name, figure, units)
    return name === 'tipOrifice' && row.size !== undefined ? `${row.size} (${text})` : text
  }
  const seconds = ({ secondsAStep }: PocketRow) => secondsAStep?.toFixed(1) ?? DASH
  const paceHead = inch ? 's to the inch' : 's to 25 mm'
  const hose = `${printQuantity(rig.oxygenHose.lengthM, inch ? 'ft' : 'm')} of ${print(rig.oxygenHose.boreM, 'length')} hose`
  const about = `${metalFacts(work.metal).name}, ${FUELS[rig.fuel].name}, ${rig.handling === 'track' ? 'on a track' : 'by hand'}, from the edge. For ${hose}, ${names.length > 0 ? names.join(' and ') : 'the shop’s gauges'} read to ${print(rig.oxygenDivisionPa, 'pressure')} and ${print(rig.fuelDivisionPa, 'pressure')}. ${dayToday()}.`
  const page: SheetPage = {
    kind: 'Pocket chart',
    title: torch.name,
    about: say(about),
    figures: [],
    steps: [],
    tables: [
      {
        heads: ['Plate', ...shown.map((n) => HEADS[n]), paceHead, 'From'],
        rows: rows.map((row) => [
          print(row.thicknessM, 'length'),
          ...shown.map((name) => said(row, name)),
          seconds(row),
          row.stop ??
            sourcesOf(row)
              .map((s) => SOURCE_NAMES[s])
              .join(', '),
        ]),
      },
    ],
    foot: SHEET_FOOT,
  }
  return (
    <div>
      <h1 className="text-page">{say(`Pocket chart, ${torch.name}`)}</h1>
      <p className="max-w-[80ch] pb-3 text-soft">{say(about)}</p>
      <SheetTools pages={[page]} name={`pocket-chart-${torch.name}`} print="Print this chart" />
      <ul aria-label="Plates" className="pt-4">
        <li
          aria-hidden="true"
          className="name hidden gap-x-2 border-b-[1.5px] border-ink text-field font-semibold md:grid"
          style={{ gridTemplateColumns: columnsOf(shown) }}
        >
          {['Plate', ...shown.map((n) => HEADS[n]), paceHead, 'From'].map((h) => (
            <span key={h}>{h}</span>
          ))}
        </li>
        {rows.map((row) => (
          <li
            key={row.thicknessM}
            className="grid grid-cols-2 items-baseline gap-x-4 border-b border-rule py-2 md:gap-x-2 md:[grid-template-columns:var(--cols)]"
            style={{ '--cols': columnsOf(shown) } as React.CSSProperties}
          >
            <strong className="figure text-page max-md:col-span-2 md:text-section">
              {print(row.thicknessM, 'length')}
            </strong>
            {row.stop === undefined ? (
              <>
                {shown.map((name) => (
                  <Cell key={name} head={HEADS[name]} value={said(row, name)} />
                ))}
                <Cell head={paceHead} value={seconds(row)} />
                <span className="flex flex-wrap gap-1 max-md:col-span-2">
                  {sourcesOf(row).map((s) => (
                    <SourceTag key={s} source={s} />
                  ))}
                </span>
              </>
            ) : (
              <span className="col-span-full text-soft md:[grid-column:2/-1]">
                {DASH} {say(row.stop)}
              </span>
            )}
          </li>
        ))}
      </ul>
      <p className="pt-3 text-soft">
        {say(
          'Each row is a plan like any other: your log before your chart, your chart before what is worked out, and no setting past a limit. A plate that this torch may not cut is a dash.',
        )}
      </p>
    </div>
  )
}

const columnsOf = (shown: readonly PocketFigure[]): string =>
  `88px ${shown.map((n) => (n === 'tipOrifice' ? 'minmax(96px,1.3fr)' : 'minmax(64px,1fr)')).join(' ')} 96px 218px`

/** A figure under its head: the head is said on a phone, and stands over the column elsewhere. */
function Cell({ head, value }: { readonly head: string; readonly value: string }) {
  return (
    <span className="name flex justify-between gap-2 text-field md:block">
      <span className="text-soft md:sr-only">{head}</span>
      <span className="font-semibold">{value}</span>
    </span>
  )
}
