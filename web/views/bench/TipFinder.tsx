import { lazy, Suspense, useMemo } from 'react'
import {
  flowCurve,
  judgeMeasuredWear,
  judgeWearBetween,
  measuredOrifice,
  orificeBetween,
  tipFacts,
  type FoundOrifice,
  type TipFacts,
  type Wear,
} from '#core/cut/tip-finder.ts'
import { CHART_HOSE } from '#core/gas/hose.ts'
import { orificeFlow } from '#core/gas/orifice.ts'
import { ambientPressurePa } from '#core/gas/standard.ts'
import { pressureAtTip } from '#core/gas/tip-pressure.ts'
import { fromSi, NUMBER_DRILLS, parseQuantity, unitFor } from '#core/quantity/index.ts'
import { readTyped } from '#application/typed.ts'
import { useShop } from '../../app/shop.ts'
import { Group } from '../../ui/Field.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { OwnTips } from './OwnTips.tsx'
import { useKeptForm } from '../../ui/useKeptForm.ts'

const Chart = lazy(() => import('../../ui/Chart.tsx'))

const MOST_ORIFICE_M = 0.004
const DRILLS = NUMBER_DRILLS.filter((d) => d.diameterM <= MOST_ORIFICE_M)
const HOWS = [
  { value: 'drills', label: 'By drills' },
  { value: 'measured', label: 'Measured' },
] as const
const FIRST = {
  how: 'drills' as 'drills' | 'measured',
  fits: '56',
  refuses: '55',
  measured: '',
  nominal: '',
  pressure: '',
  hoseLength: '25 ft',
  hoseBore: '1/4 in',
}

const WEAR_WORDS: Readonly<Record<Wear, string>> = {
  good: 'Good: the size it should be.',
  worn: 'Worn: throw it out. A wide bore throws a soft, wandering jet and drinks oxygen.',
  blocked: 'Blocked or beaten over: clean it, and look at its face. Never drill it out.',
}

/** "Which tip is this?": from a drill that fits or a measure to what the tip is good for. */
export default function TipFinder() {
  const { settings, units, say, print } = useShop()
  const [form, change] = useKeptForm('tip-finder', FIRST)
  const length = (text: string) => {
    const read = readTyped(text, 'length', settings)
    return read.ok ? read.value : undefined
  }
  const drillM = (number: string) => DRILLS.find((d) => String(d.number) === number)?.diameterM ?? 0
  const altitude = length(settings.altitude) ?? 0
  const ambientPa = ambientPressurePa(altitude)
  const measured = length(form.measured)
  const outOfRange = measured !== undefined && (measured < 0.0003 || measured > MOST_ORIFICE_M)
  const found: FoundOrifice | undefined =
    form.how === 'drills'
      ? orificeBetween(drillM(form.fits), drillM(form.refuses))
      : measured === undefined || outOfRange
        ? undefined
        : measuredOrifice(measured)
  const facts = found ? tipFacts(found, ambientPa) : undefined
  const drillOptions = useMemo(
    () =>
      DRILLS.map((d) => ({
        value: String(d.number),
        label: `#${d.number} · ${print(d.diameterM, 'bore')}`,
      })),
    [print],
  )
  return (
    <div className="grid gap-6 py-4 lg:grid-cols-[330px_1fr]">
      <section aria-label="What you find" className="grid content-start gap-3">
        <p className="text-soft">
          {say(
            'Slide number drills into the cutting bore by hand, cold and clean: the shank end, never turned. Or measure it.',
          )}
        </p>
        <Group label="How">
          <Segmented label="How" value={form.how} options={HOWS} onChange={(how) => change({ how })} />
        </Group>
        {form.how === 'drills' ? (
          <>
            <SelectField
              label="Largest drill that goes in"
              value={form.fits}
              options={drillOptions}
              onChange={(fits) => change({ fits })}
            />
            <SelectField
              label="Smallest that does not"
              value={form.refuses}
              options={drillOptions}
              onChange={(refuses) => change({ refuses })}
              error={found ? undefined : 'The one that does not go in should be the larger.'}
            />
          </>
        ) : (
          <QuantityField
            label="Bore, measured"
            kind="length"
            value={form.measured}
            error={outOfRange ? 'A cutting bore is 0.3 to 4 mm (0.012 to 0.157 in).' : undefined}
            empty="1.2 mm or #56"
            onChange={(v) => change({ measured: v })}
          />
        )}
        <QuantityField
          label="What it should be, if you know"
          kind="length"
          value={form.nominal}
          empty="not given"
          onChange={(nominal) => change({ nominal })}
        />
        <h2 className="name pt-2 text-field text-soft">Today's pressure and hose</h2>
        <QuantityField
          label="Oxygen at the regulator"
          kind="pressure"
          value={form.pressure}
          empty="not given"
          onChange={(pressure) => change({ pressure })}
        />
        <QuantityField
          label="Hose length"
          kind="length"
          value={form.hoseLength}
          onChange={(hoseLength) => change({ hoseLength })}
        />
        <QuantityField
          label="Hose bore"
          kind="length"
          value={form.hoseBore}
          onChange={(hoseBore) => change({ hoseBore })}
        />
      </section>
      {facts ? (
        <Found
          facts={facts}
          nominalM={length(form.nominal)}
          byDrills={form.how === 'drills'}
          ambientPa={ambientPa}
          pressure={form.pressure}
          hose={{
            lengthM: length(form.hoseLength) ?? CHART_HOSE.lengthM,
            boreM: length(form.hoseBore) ?? CHART_HOSE.boreM,
          }}
          pressureUnit={unitFor('pressure', units)}
          flowUnit={unitFor('flow', units)}
        />
      ) : (
        <p className="text-soft">Choose two drills or type a measure.</p>
      )}
    </div>
  )
}

function Found({
  facts,
  nominalM,
  byDrills,
  ambientPa,
  pressure,
  hose,
  pressureUnit,
  flowUnit,
}: {
  readonly facts: TipFacts
  readonly nominalM: number | undefined
  readonly byDrills: boolean
  readonly ambientPa: number
  readonly pressure: string
  readonly hose: { readonly lengthM: number; readonly boreM: number }
  readonly pressureUnit: ReturnType<typeof unitFor>
  readonly flowUnit: ReturnType<typeof unitFor>
}) {
  const { say, print } = useShop()
  const { valueM, lowM, highM } = facts.orifice
  const read = pressure.trim() === '' ? undefined : parseQuantity(pressure, 'pressure')
  const todayPa = read?.ok ? read.value : undefined
  const { lengthM, boreM } = hose
  const today = useMemo(() => {
    if (todayPa === undefined) return undefined
    const tipPa = pressureAtTip(todayPa, valueM, { lengthM, boreM }, 0, ambientPa)
    return { regulatorPa: todayPa, tipPa, flow: orificeFlow({ diameterM: valueM, ambientPa }, tipPa) }
  }, [todayPa, valueM, lengthM, boreM, ambientPa])
  const series = useMemo(() => {
    const curve = flowCurve(valueM, { lengthM, boreM }, ambientPa)
    const pressures = (pick: 'tipPa' | 'regulatorPa') => curve.map((p) => fromSi(p[pick], pressureUnit))
    const flows = curve.map((p) => fromSi(p.flow, flowUnit))
    const choke = fromSi(facts.chokesAtPa, pressureUnit)
    return [
      { name: 'at the tip', x: pressures('tipPa'), y: flows, look: 'line' as const },
      {
        name: 'at the regulator, past this hose',
        x: pressures('regulatorPa'),
        y: flows,
        look: 'thin' as const,
      },
      { name: 'choked from here', x: [choke, choke], y: [0, Math.max(...flows)], look: 'limit' as const },
      ...(today
        ? [
            {
              name: 'today',
              x: [fromSi(today.regulatorPa, pressureUnit)],
              y: [fromSi(today.flow, flowUnit)],
              look: 'point' as const,
            },
          ]
        : []),
    ]
  }, [valueM, lengthM, boreM, ambientPa, pressureUnit, flowUnit, facts.chokesAtPa, today])
  const wear: Wear | undefined =
    nominalM === undefined
      ? undefined
      : byDrills
        ? judgeWearBetween(nominalM, facts.orifice)
        : judgeMeasuredWear(nominalM, valueM)
  const drill = (d: TipFacts['drill']) => (d ? `#${d.number} (${print(d.diameterM, 'bore')})` : 'none')
  return (
    <section aria-label="The tip" className="grid content-start gap-4">
      <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
        <div>
          <h2 className="text-soft">Orifice</h2>
          <p className="figure text-figure leading-none">{print(valueM, 'bore')}</p>
          <p className="text-soft">
            {print(lowM, 'bore')} to {print(highM, 'bore')}
            {facts.drill ? `, number drill ${facts.drill.number}` : ''}
          </p>
        </div>
        <div>
          <h2 className="text-soft">Does steel plate of</h2>
          <p className="figure text-page leading-none">
            {facts.does
              ? `${print(facts.does[0], 'length')} to ${print(facts.does[1], 'length')}`
              : 'none in the table'}
          </p>
          {facts.slow ? (
            <p className="font-semibold">
              {say(`Slow, but will do, up to ${print(facts.slow[1], 'length')}`)}
            </p>
          ) : null}
          <p className="text-soft">
            {print(facts.flow.value, 'flow')} at 40 psi (2.8 bar) at the {say('tip')},{' '}
            {print(facts.flow.low, 'flow')} to {print(facts.flow.high, 'flow')} over 25 to 55 psi; worked out
          </p>
        </div>
      </div>
      {wear ? (
        <p
          role="status"
          className={`border-l-4 pl-3 text-field font-semibold ${wear === 'good' ? 'border-verdigris' : 'border-alarm'}`}
        >
          {WEAR_WORDS[wear]}
        </p>
      ) : null}
      <Suspense fallback={<p className="h-[300px] text-soft">Drawing the curve.</p>}>
        <Chart
          label={`Oxygen flow against pressure for a bore of ${print(valueM, 'bore')}: it chokes from ${print(facts.chokesAtPa, 'pressure')} at the tip.`}
          xTitle={`Pressure, ${pressureUnit}`}
          yTitle={`Oxygen, ${flowUnit}`}
          series={series}
        />
      </Suspense>
      <p>
        {say('The jet is choked, hard and straight, from')} {print(facts.chokesAtPa, 'pressure')}{' '}
        {say('at the tip')}.
        {today
          ? ` Today ${print(today.regulatorPa, 'pressure')} leaves ${print(today.tipPa, 'pressure')} at the ${say('tip')}: ${print(today.flow, 'flow')}; the hose takes ${print(today.regulatorPa - today.tipPa, 'pressure')}.`
          : ''}
      </p>
      <OwnTips orifice={facts.drill ? `#${facts.drill.number}` : `${Math.round(valueM * 1e7) / 1e4} mm`} />
      <dl className="grid gap-x-6 gap-y-3 md:grid-cols-2">
        <Word name="Go and no-go">
          {say(
            `A bore of this size takes ${facts.drill ? `drill #${facts.drill.number}` : drill(facts.smallerDrill)}. When ${drill(facts.noGo)} goes in too, it passes a tenth more oxygen: worn out.`,
          )}
        </Word>
        <Word name="Cleaner">
          {say(
            `${drill(facts.cleaner)} or thinner, straight in and out, never twisted, with a little oxygen blowing. A cleaner that has to be forced widens the hole. Preheat holes take a thinner one: try from the thinnest up.`,
          )}
        </Word>
        <Word name="Seat">
          {say(
            'Both seats bright and without nicks, wiped dry, no oil. A scratch across a seat leaks gas into gas inside the head: the tip goes to be reseated or thrown out. Hand tight where rings seal; a wrench only where the manual says so.',
          )}
        </Word>
        <Word name="Face">
          {say(
            'Flat and square, all holes sharp-edged and round. A burred or bell-mouthed face bends the jet: rub it flat on fine paper on glass, then run the cleaner through.',
          )}
        </Word>
      </dl>
    </section>
  )
}

function Word({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div>
      <dt className="name text-field font-semibold">{name}</dt>
      <dd className="leading-snug">{children}</dd>
    </div>
  )
}
