import { lazy, Suspense, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { CHANNELS, channelOf } from '#core/instrument/kinds.ts'
import { DIALS, type DialFault } from '#core/instrument/protocol.ts'
import { KIND_OF_UNIT } from '#core/figure.ts'
import { fromSi, unitFor, type Kind } from '#core/quantity/index.ts'
import type { InstrumentNow } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { QUALITY_WORDS } from './words.ts'

const Chart = lazy(() => import('../../ui/Chart.tsx'))

const DIAL_WORDS: Readonly<Record<DialFault, string>> = {
  creep: 'Creep',
  stick: 'Sticking needle',
  leak: 'Leak',
  moisture: 'Moisture',
  low: 'Cylinder low',
  open: 'Open circuit',
  'drop-outs': 'Drop-outs',
}
/** Faults that mean something for each kind of instrument. */
const DIALS_OF: Readonly<Record<InstrumentNow['kind'], readonly DialFault[]>> = {
  'oxygen-regulator': ['creep', 'stick', 'low', 'drop-outs'],
  'fuel-regulator': ['creep', 'stick', 'low', 'drop-outs'],
  'flow-meter': ['stick', 'drop-outs'],
  thermocouple: ['open', 'drop-outs'],
  'vacuum-gauge': ['leak', 'moisture', 'drop-outs'],
  'pressure-gauge': ['leak', 'stick', 'drop-outs'],
  scale: ['drop-outs'],
}

/** What every instrument says now, what that is worth, and its last hours. */
export default function Instruments() {
  const { data, error } = api.useInstrumentsQuery()
  if (error && !data) return <Missing what="instruments" failure={error} />
  if (!data) return <Opening />
  return (
    <main className="mx-auto max-w-[1180px] px-4 py-6">
      <p>
        <Link className="underline underline-offset-4" to="/rig">
          Rig
        </Link>
      </p>
      <h1 className="pt-1 text-page">Instruments</h1>
      <p className="max-w-[80ch] pb-4 text-soft">
        {data.connected
          ? 'Readings stand under their targets in a run, and a test can be read by them. What is old or cannot be true is marked, and never used.'
          : 'No gateway is connected: readings are typed, and count as much.'}
      </p>
      {data.instruments.length === 0 ? <p>No instrument has said its name yet.</p> : null}
      <ul className="grid gap-4 md:grid-cols-2">
        {data.instruments.map((i) => (
          <li key={i.id} className="rounded-md border-[1.5px] border-rule bg-sheet p-4">
            <One instrument={i} />
          </li>
        ))}
      </ul>
    </main>
  )
}

function One({ instrument }: { readonly instrument: InstrumentNow }) {
  const { show } = useShop()
  const [open, setOpen] = useState(false)
  return (
    <>
      <h2 className="text-section">{instrument.name}</h2>
      {instrument.simulated ? <p className="text-foot text-soft">simulated</p> : null}
      <dl className="grid grid-cols-2 gap-3 pt-2">
        {instrument.channels.map((c) => {
          const kind = channelOf(instrument.kind, c.name)
          const { word, look } = QUALITY_WORDS[c.quality]
          const shown =
            c.value === null || !kind ? undefined : printed(c.value, c.name, KIND_OF_UNIT[kind.unit], show)
          return (
            <div key={c.channel} data-channel={c.channel} data-quality={c.quality}>
              <dt className="text-soft">{kind?.says}</dt>
              <dd>
                <span className={`figure text-page ${c.quality === 'good' ? '' : 'line-through'}`}>
                  {shown ? `${shown.figure} ` : '–'}
                  <span className="text-field">{shown?.unit}</span>
                </span>
                <span className={`block ${look}`}>{word}</span>
              </dd>
            </div>
          )
        })}
      </dl>
      <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Close' : 'Its last hours'}
        {instrument.simulated && !open ? ', and faults to dial in' : ''}
      </Button>
      {open ? <More instrument={instrument} /> : null}
    </>
  )
}

/** A vacuum in micron, as the trade reads it; all else in the shop's units. */
const printed = (si: number, name: string, kind: Kind, show: ReturnType<typeof useShop>['show']) =>
  name === 'vacuum' ? { figure: String(Math.round(fromSi(si, 'micron'))), unit: 'micron' } : show(si, kind)

function More({ instrument }: { readonly instrument: InstrumentNow }) {
  const { units } = useShop()
  const first = CHANNELS[instrument.kind].at(-1)
  const { data = [] } = api.useTrendQuery(`${instrument.id}:${first?.name ?? ''}`, {
    refetchOnMountOrArgChange: true,
  })
  const [dial] = api.useDialInstrumentMutation()
  const [dialled, setDialled] = useState<Readonly<Partial<Record<DialFault, boolean>>>>({})
  const series = useMemo(() => {
    if (!first || data.length === 0) return []
    const unit = first.name === 'vacuum' ? 'micron' : unitFor(KIND_OF_UNIT[first.unit], units)
    const end = data.at(-1)?.atS ?? 0
    const x = data.map((s) => (s.atS - end) / 60)
    const of = (name: 'least' | 'mean' | 'most') => data.map((s) => fromSi(s[name], unit))
    return [
      { name: 'mean', x, y: of('mean'), look: 'line' as const },
      { name: 'least', x, y: of('least'), look: 'limit' as const },
      { name: 'most', x, y: of('most'), look: 'limit' as const },
    ]
  }, [data, first, units])
  const press = (fault: DialFault) => {
    const on = dialled[fault] !== true
    setDialled({ ...dialled, [fault]: on })
    void dial({ device: instrument.id, fault, amount: on ? 0.6 : 0 })
  }
  return (
    <div className="grid gap-3 pt-2">
      {series.length > 0 ? (
        <Suspense fallback={<p className="text-soft">Drawing.</p>}>
          <Chart
            label={`${instrument.name}, its last readings`}
            xTitle="minutes before the last"
            yTitle={first?.says ?? ''}
            series={series}
            fromZero={false}
          />
        </Suspense>
      ) : (
        <p className="text-soft">Nothing is kept of it yet: readings are thinned to one in ten seconds.</p>
      )}
      {instrument.simulated ? (
        <div role="group" aria-label="Faults to dial in" className="flex flex-wrap gap-2">
          {DIALS.filter((d) => DIALS_OF[instrument.kind].includes(d)).map((d) => (
            <Button
              key={d}
              aria-pressed={dialled[d] === true}
              className={dialled[d] ? 'bg-ink! text-paper!' : ''}
              onClick={() => press(d)}
            >
              {DIAL_WORDS[d]}
            </Button>
          ))}
        </div>
      ) : null}
    </div>
  )
}
