import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { betweenPlates, trialInARow, type TrialAsked } from '#application/trial-of.ts'
import { NO_RUNS, planDraft } from '#application/plan-of.ts'
import type { Torch } from '#contract/types.ts'
import type { CutPlan } from '#core/cut/index.ts'
import { isInch } from '#core/quantity/index.ts'
import { sayFigure } from '#core/saying.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Opening } from '../../ui/Opening.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { useKeptForm } from '../../ui/useKeptForm.ts'
import { InARow } from '../batch/InARow.tsx'
import { VERDICT_SIGNS, VERDICT_WORDS } from '../plan/verdict-words.ts'

const FIRST = { thin: '', thick: '', tip: '', oxygen: '', fuel: '' }
/** A two-plate trial laid out: one tip and one setting on two thicknesses of scrap. */
export default function Trial() {
  const { torchId = '' } = useParams()
  const { data: torches } = api.useTorchesQuery()
  const torch = torches?.find((t) => t.id === torchId)
  if (!torches) return <Opening />
  return (
    <main className="mx-auto max-w-[1080px] px-4 py-4">
      <p>
        <Link className="underline underline-offset-4" to="/rig">
          Rig
        </Link>
      </p>
      {torch ? <OfTorch torch={torch} /> : <h1 className="text-page">There is no such torch</h1>}
    </main>
  )
}

/** What is tried: as typed, and where a field is empty as it would be set for the plate between both. */
function useAsked(torch: Torch) {
  const { settings, units } = useShop()
  const [form, change] = useKeptForm(`trial-${torch.id}`, FIRST)
  const records = api.useRecordsQuery('cut').data ?? NO_RUNS
  const inch = isInch(settings.units)
  const thin = form.thin.trim() || (inch ? '3/8 in' : '10 mm')
  const thick = form.thick.trim() || (inch ? '3/4 in' : '20 mm')
  const { tip, oxygen, fuel } = form
  const between = useMemo(
    () => betweenPlates(torch, settings, records, { plates: [thin, thick], tip }),
    [torch, settings, records, thin, thick, tip],
  )
  const asked = useMemo((): TrialAsked => {
    const usual = (name: 'tipOrifice' | 'cuttingOxygenPressure' | 'fuelPressure') => {
      const figure = between?.plan.figures[name]
      return figure ? sayFigure(name, figure, settings.units) : ''
    }
    return {
      plates: [thin, thick],
      tip: tip.trim() || usual('tipOrifice'),
      oxygen: oxygen.trim() || usual('cuttingOxygenPressure'),
      fuel: fuel.trim() || usual('fuelPressure'),
      length: inch ? '6 in' : '150 mm',
    }
  }, [between, settings.units, thin, thick, tip, oxygen, fuel, inch])
  const pieces = useMemo(() => trialInARow(torch, settings, asked), [torch, settings, asked])
  const plans = useMemo(
    () => pieces.map(({ draft }) => planDraft(draft, settings, NO_RUNS, units)),
    [pieces, settings, units],
  )
  return { form, change, asked, pieces, plans }
}

function OfTorch({ torch }: { readonly torch: Torch }) {
  const { say } = useShop()
  const { form, change, asked, pieces, plans } = useAsked(torch)
  const [thin, thick] = asked.plates
  const errorOf = (field: string) =>
    plans.flatMap((p) => (p.ok ? [] : p.errors)).find((e) => e.field === field)?.message
  const good = plans.flatMap((p) => (p.ok && p.kind === 'cut' ? [p.plan] : []))
  const same = thin === thick
  const stop = good.flatMap((p) => p.findings).find((f) => f.rank === 'stop' && f.code !== 'tip-will-not-do')
  return (
    <>
      <h1 className="text-page">{say(`Two-plate trial, ${torch.name}`)}</h1>
      <p className="max-w-[70ch] pb-4 text-soft">
        {say(
          'One tip and one setting on two thicknesses of scrap. Each is cut and written down by itself; then it is told which plate the tip is best for, and the chart takes it. What you leave empty is as it would be set for the plate between both.',
        )}
      </p>
      <div className="grid gap-6 lg:grid-cols-[330px_1fr]">
        <section aria-label="What is tried" className="grid content-start gap-3">
          <QuantityField
            label="Thinner plate"
            kind="length"
            value={form.thin}
            empty={thin}
            error={errorOf('work.thickness')}
            onChange={(v) => change({ thin: v })}
          />
          <QuantityField
            label="Thicker plate"
            kind="length"
            value={form.thick}
            empty={thick}
            error={same ? 'Two thicknesses are wanted.' : undefined}
            onChange={(v) => change({ thick: v })}
          />
          <QuantityField
            label={say('Tip')}
            kind="length"
            value={form.tip}
            empty={asked.tip}
            error={errorOf('usual.tip')}
            onChange={(v) => change({ tip: v })}
          />
          <QuantityField
            label="Oxygen"
            kind="pressure"
            value={form.oxygen}
            empty={asked.oxygen}
            error={errorOf('usual.oxygen')}
            onChange={(v) => change({ oxygen: v })}
          />
          <QuantityField
            label="Fuel"
            kind="pressure"
            value={form.fuel}
            empty={asked.fuel}
            error={errorOf('usual.fuel')}
            onChange={(v) => change({ fuel: v })}
          />
        </section>
        <section aria-label="What to expect" className="grid content-start gap-4">
          {good.length === 2 && !same ? (
            <>
              <Expected plans={good} plates={asked.plates} />
              {stop ? (
                <p className="border-l-[6px] border-alarm px-3 py-2 font-bold">■ Stop. {say(stop.text)}</p>
              ) : good.some((p) => p.tip.verdict === 'no') ? (
                <p className="border-l-[6px] border-alarm px-3 py-2 font-bold">
                  ■ Stop. {say('A plate that this tip cannot do is not tried: choose a thinner one.')}
                </p>
              ) : (
                <div className="max-w-[420px]">
                  <InARow look="act" name={`Trial of ${asked.tip}, ${torch.name}`} pieces={() => pieces}>
                    Lay out the trial
                  </InARow>
                </div>
              )}
            </>
          ) : (
            <p className="text-soft">Say two plates, the tip and both pressures.</p>
          )}
        </section>
      </div>
    </>
  )
}

/** What each plate should do at this setting, so that it is seen where it did otherwise. */
function Expected({
  plans,
  plates,
}: {
  readonly plans: readonly CutPlan[]
  readonly plates: TrialAsked['plates']
}) {
  const { say, units } = useShop()
  return (
    <table className="w-full border-collapse text-left">
      <caption className="pb-1 text-left text-soft">{say('What to expect of each, worked out.')}</caption>
      <thead>
        <tr className="border-b-[1.5px] border-ink">
          {['Plate', 'Speed', 'Left at the tip', 'Verdict'].map((h) => (
            <th key={h} scope="col" className="name py-1 pr-3 text-field">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="name text-field">
        {plans.map(({ figures, tip, findings }, i) => {
          const tooMuch = findings.some((f) => f.code === 'usual-too-much')
          return (
            <tr key={plates[i] ?? i} className="border-b border-rule">
              <th scope="row" className="py-2 pr-3 font-semibold">
                {plates[i]}
              </th>
              <td className="pr-3">
                {figures.travelSpeed ? sayFigure('travelSpeed', figures.travelSpeed, units) : '–'}
              </td>
              <td className="pr-3">
                {figures.cuttingOxygenPressureAtTip
                  ? sayFigure('cuttingOxygenPressureAtTip', figures.cuttingOxygenPressureAtTip, units)
                  : '–'}
              </td>
              <td
                className={tip.verdict === 'does' && !tooMuch ? 'font-bold text-verdigris' : 'font-semibold'}
              >
                {say(
                  tooMuch
                    ? '~ does it, with more oxygen than it takes'
                    : `${VERDICT_SIGNS[tip.verdict]}${VERDICT_WORDS[tip.verdict]}`,
                )}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
