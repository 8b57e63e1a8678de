import { useMemo } from 'react'
import type { GoodCut } from '#application/plan-of.ts'
import type { CutDraft } from '#contract/schemas.ts'
import type { FieldError } from '#core/figure.ts'
import { usualTable } from '#core/cut/index.ts'
import { useShop } from '../../app/shop.ts'
import { Group } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { RankTag } from '../../ui/Tag.tsx'
import type { DraftEdit } from './editing.ts'
import { VERDICT_SIGNS, VERDICT_WORDS } from './verdict-words.ts'

const SETS = [
  { value: '', label: 'The plan’s' },
  { value: 'yes', label: 'My pair' },
] as const
const FUEL_WORDS = { low: 'fuel low', yes: '', high: 'fuel high' } as const

/** "My usual": a habitual pair of pressures judged for today's plate and for every other. */
export function UsualTab({
  draft,
  edit,
  planned,
  errors,
}: {
  readonly draft: CutDraft
  readonly edit: DraftEdit
  readonly planned: GoodCut
  readonly errors: readonly FieldError[]
}) {
  const { say, print } = useShop()
  const { usual } = draft
  const { plan, request } = planned
  const set = useMemo(
    () => ({
      oxygen: (oxygen: string) => edit.setUsual({ oxygen }),
      fuel: (fuel: string) => edit.setUsual({ fuel }),
      tip: (tip: string) => edit.setUsual({ tip }),
      set: (set: string) => edit.setUsual({ set }),
    }),
    [edit],
  )
  const error = (field: string) => errors.find((e) => e.field === `usual.${field}`)?.message
  const orifice = request.usual?.tipOrificeM ?? plan.figures.tipOrifice?.value
  const rows = useMemo(
    () => (request.usual && orifice !== undefined ? usualTable(request, request.usual, orifice) : undefined),
    [request, orifice],
  )
  const findings = plan.findings.filter((f) => f.code.startsWith('usual-'))
  const judged = [
    ['Flow through the tip', plan.figures.usualOxygenFlow, 'flow'],
    ['Of it burnt', plan.figures.usualOxygenShareBurnt, 'share'],
    ['Speed it supports', plan.figures.usualTravelSpeed, 'speed'],
    ['Left at the tip', plan.figures.usualOxygenPressureAtTip, 'pressure'],
  ] as const
  return (
    <div className="grid gap-4 lg:grid-cols-[190px_1fr]">
      <div className="grid content-start gap-3">
        <p className="text-soft">
          {say(
            'The pair that you always set, whatever the plate. Here is what it does today; a run is led with it when you say so.',
          )}
        </p>
        <QuantityField
          label="Oxygen, always"
          kind="pressure"
          value={usual.oxygen}
          error={error('oxygen')}
          onChange={set.oxygen}
        />
        <QuantityField
          label="Fuel, always"
          kind="pressure"
          value={usual.fuel}
          error={error('fuel')}
          onChange={set.fuel}
        />
        <QuantityField
          label={say('Tip, if another')}
          kind="length"
          value={usual.tip}
          error={error('tip')}
          empty={say("the plan's tip")}
          onChange={set.tip}
        />
        <Group label="What is set">
          <Segmented label="What is set" value={usual.set} options={SETS} onChange={set.set} />
        </Group>
      </div>
      {rows ? (
        <div className="grid content-start gap-3">
          {findings.map((f) => (
            <p key={f.code} className="flex items-center gap-3 leading-snug">
              <span>
                <RankTag rank={f.rank} />
              </span>
              <strong>{say(f.title)}.</strong>
            </p>
          ))}
          <dl className="name flex flex-wrap gap-x-6 gap-y-1 text-field">
            {judged.map(([name, figure, kind]) =>
              figure ? (
                <div key={name} className="flex gap-2">
                  <dt className="text-soft">{name}</dt>
                  <dd className="font-semibold">
                    {print(figure.value, kind)}{' '}
                    <span className="font-normal text-soft">
                      ({print(figure.low, kind)} to {print(figure.high, kind)})
                    </span>
                  </dd>
                </div>
              ) : null,
            )}
          </dl>
          <table className="w-full border-collapse text-left">
            <caption className="pb-1 text-left text-soft">
              {say('The same pair on every plate, worked out for this tip and hose.')}
            </caption>
            <thead>
              <tr className="border-b-[1.5px] border-ink">
                {['Plate', 'Flow', 'Wanted', 'Speed', 'Verdict'].map((h) => (
                  <th key={h} scope="col" className="name py-1 pr-3 text-field">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="name text-field">
              {rows.map((r) => (
                <tr
                  key={r.thicknessM}
                  className={`border-b border-rule ${r.verdict === 'does' && r.fuelInBand === 'yes' ? '' : 'text-soft'}`}
                >
                  <th scope="row" className="py-0.5 pr-3 font-semibold">
                    {print(r.thicknessM, 'length')}
                  </th>
                  <td className="pr-3 whitespace-nowrap">{print(r.flow, 'flow')}</td>
                  <td className="pr-3 whitespace-nowrap">
                    {print(r.wanted[0], 'flow')} to {print(r.wanted[1], 'flow')}
                  </td>
                  <td className="pr-3 whitespace-nowrap">{print(r.speed, 'speed')}</td>
                  <td className={r.verdict === 'does' ? 'font-bold text-verdigris' : 'text-ink'}>
                    {VERDICT_SIGNS[r.verdict]}
                    {say(VERDICT_WORDS[r.verdict])}
                    {r.fuelInBand === 'yes' ? '' : `, ${FUEL_WORDS[r.fuelInBand]}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <p className="text-soft">Type both pressures with their units.</p>
      )}
    </div>
  )
}
