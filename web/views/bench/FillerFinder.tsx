import { useMemo } from 'react'
import { type Service } from '#core/braze/index.ts'
import { findInGlossary } from '#core/words/glossary.ts'
import { asRanked, rankFillers } from '#core/braze/rank.ts'
import type { Situation } from '#core/braze/rules.ts'
import { findBaseMetal } from '#core/metal/base-metals.ts'
import { findFlux } from '#core/metal/fluxes.ts'
import { INCH_M, parseQuantity } from '#core/quantity/index.ts'
import { useShop } from '../../app/shop.ts'
import { MeltingBar } from '../../drawing/MeltingBar.tsx'
import { Field, Group } from '../../ui/Field.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { useKeptForm } from '../../ui/useKeptForm.ts'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import { optionsOf } from '../../form/options.ts'
import { Toggles } from '../../ui/Toggles.tsx'
import { METALS } from '../plan/braze/braze-words.ts'
import { FillerTable } from '../plan/braze/FillerTab.tsx'

const SERVICE_OPTIONS = optionsOf(BRAZE_WORK.service.names)
const FIRST = {
  search: '',
  a: 'copper',
  b: 'brass-70-30',
  service: ['water'] as Service[],
  gap: '',
  hottest: '',
  hand: 'practised' as 'practised' | 'learning',
}
const HANDS = [
  { value: 'practised', label: 'Qualified' },
  { value: 'learning', label: 'Learning' },
] as const
/** A film in the middle of what most fillers like. */
const USUAL_GAP_M = 0.003 * INCH_M

/** Which filler and flux for two metals and what they carry; and what the trade's words mean. */
export default function FillerFinder() {
  const { settings, units, print, say } = useShop()
  const [form, change] = useKeptForm('filler-finder', FIRST)
  const a = findBaseMetal(form.a) ?? findBaseMetal('copper')
  const b = findBaseMetal(form.b) ?? findBaseMetal('copper')
  const read = (text: string, kind: 'length' | 'temperature') => {
    const found = text.trim() === '' ? undefined : parseQuantity(text, kind, { unit: units[kind] })
    return found?.ok ? found.value : undefined
  }
  const gapM = read(form.gap, 'length') ?? USUAL_GAP_M
  const serviceK = read(form.hottest, 'temperature')
  const judged = useMemo(() => {
    if (!a || !b) return []
    const situation: Situation = {
      a,
      b,
      services: new Set(form.service),
      serviceK,
      gapAt: () => gapM,
      builtUp: false,
      pressurised: false,
      codeUse: 'none',
      learning: form.hand === 'learning',
      yellow: false,
      shelf: settings.shelf.length > 0 ? new Set(settings.shelf.map((r) => r.class)) : undefined,
      units,
    }
    return rankFillers(situation)
  }, [a, b, form.service, form.hand, serviceK, gapM, settings.shelf, units])
  const [first] = judged
  const flux = first && findFlux(first.flux)
  const names = findInGlossary(form.search)
  return (
    <div className="grid gap-6 py-4 lg:grid-cols-[360px_1fr]">
      <section aria-label="What is joined" className="grid content-start gap-3">
        <SelectField
          beside
          label="Metal"
          value={form.a}
          options={METALS}
          onChange={(v) => change({ a: v })}
        />
        <SelectField beside label="To" value={form.b} options={METALS} onChange={(v) => change({ b: v })} />
        <Group beside label="Carries">
          <Toggles
            label="Carries"
            options={SERVICE_OPTIONS}
            value={form.service}
            onChange={(service) => change({ service: service as Service[] })}
          />
        </Group>
        <QuantityField
          beside
          label="Gap, each side"
          kind="length"
          value={form.gap}
          empty={print(USUAL_GAP_M, 'gap')}
          onChange={(gap) => change({ gap })}
        />
        <QuantityField
          beside
          label="Hottest in use"
          kind="temperature"
          value={form.hottest}
          empty="room"
          onChange={(hottest) => change({ hottest })}
        />
        <Group beside label="Hand">
          <Segmented label="Hand" value={form.hand} options={HANDS} onChange={(hand) => change({ hand })} />
        </Group>
        <Field label="What does the trade mean by" hint="Silver solder, purge, rosebud, swage …">
          {({ id, describedBy }) => (
            <input
              id={id}
              aria-describedby={describedBy}
              className="field"
              value={form.search}
              onChange={(e) => change({ search: e.target.value })}
            />
          )}
        </Field>
        {form.search.trim() === '' ? null : (
          <ul aria-live="polite" className="grid gap-2 border-l-4 border-verdigris pl-3">
            {names.length === 0 ? <li className="text-soft">Not a word known here.</li> : null}
            {names.map((n) => (
              <li key={n.said}>
                <strong>{n.said}</strong>
                {n.means === n.said ? '' : ` (${n.means})`}: {n.text}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Fillers, best first" className="min-w-0">
        {first && first.verdict !== 'forbidden' && a && b ? (
          <>
            <p className="figure text-page">{first.filler.id}</p>
            <p className="name pb-1 text-field">
              {flux ? `${flux.id}: ${flux.for}.` : 'No flux.'} {first.filler.composition}.
            </p>
            <div className="max-w-[820px]">
              <MeltingBar
                spans={[
                  {
                    name: `${first.filler.id} melts`,
                    from: first.filler.solidusK,
                    to: first.filler.liquidusK,
                    tone: 'filler',
                  },
                  { name: 'brazing range', from: first.filler.minK, to: first.filler.maxK, tone: 'range' },
                  ...(flux
                    ? [{ name: `${flux.id} works`, from: flux.minK, to: flux.maxK, tone: 'flux' as const }]
                    : []),
                ]}
                solidus={[...new Set([a, b])].map((m) => ({ name: m.short, kelvin: m.solidusK }))}
                targetK={first.targetK}
                temperature={(k) => print(k, 'published')}
              />
            </div>
          </>
        ) : (
          <p className="border-l-4 border-alarm pl-3 text-field">
            <strong>No filler may be used.</strong> {say(first?.reasons[0]?.text ?? '')}
          </p>
        )}
        <FillerTable
          ranking={judged.map(asRanked)}
          chosen={null}
          meltsK={Math.min(a?.solidusK ?? Infinity, b?.solidusK ?? Infinity)}
        />
      </section>
    </div>
  )
}
