import { printMoney } from '#core/cost.ts'
import { useMemo } from 'react'
import { cutListInARow } from '#application/in-a-row.ts'
import { api } from '../../../app/api.ts'
import type { CutListPlan } from '#core/stock/types.ts'
import { useShop } from '../../../app/shop.ts'
import { NamedValue } from '../../../ui/NamedValue.tsx'
import { InARow } from '../../batch/InARow.tsx'
import { BarPicture } from './BarPicture.tsx'
import { BookIt } from './BookIt.tsx'
import type { ListForm } from './form.ts'
import { costOfList, grouped, listTakes, movedBy, oneCutTakes } from './takes.ts'

/** How to cut it: the stock that it takes beside what it never takes less than, bar by bar, and what it costs. */
export function Answer({ plan, list }: { readonly plan: CutListPlan; readonly list: ListForm }) {
  const { settings, units, print } = useShop()
  const torches = api.useTorchesQuery().data
  const { form } = list
  const { width, thickness, torchId } = form
  const one = useMemo(
    () => oneCutTakes({ width, thickness, torchId }, torches ?? [], settings, units),
    [width, thickness, torchId, torches, settings, units],
  )
  const takes = listTakes(one, plan)
  const cost = costOfList(plan, takes, form, units)
  return (
    <section aria-label="How to cut it" className="grid content-start gap-4">
      <Heads plan={plan} />
      <ol className="grid gap-3">
        {plan.patterns.map((p, i) => (
          <li key={i}>
            <p className="name text-field">
              <strong>{p.times} ×</strong> {print(p.stockM, 'length')}:{' '}
              {grouped(p.piecesM, (m) => print(m, 'length'))}
              {p.remnantM > 0 ? (
                <span className="text-soft">; {print(p.remnantM, 'length')} left</span>
              ) : null}
            </p>
            <BarPicture pattern={p} longestM={Math.max(...plan.patterns.map((q) => q.stockM))} />
          </li>
        ))}
      </ol>
      <dl className="name flex flex-wrap gap-x-6 gap-y-1 text-field">
        <NamedValue name="Cuts" value={String(plan.cuts)} />
        <NamedValue name="Torch time" value={takes && print(takes.torchS, 'time')} />
        <NamedValue name="Oxygen" value={takes && print(takes.oxygenM3, 'volume')} />
        <NamedValue name="Fuel" value={takes && print(takes.fuelM3, 'volume')} />
        <NamedValue
          name="Cost of what was priced"
          value={cost === undefined ? undefined : printMoney(cost, settings.prices)}
        />
      </dl>
      {one === undefined ? null : (
        <div className="max-w-[420px]">
          <InARow
            name={form.name.trim() || 'Cut list'}
            pieces={() => cutListInARow(plan, form, torches ?? [], settings)}
          >
            Cut them in a row
          </InARow>
        </div>
      )}
      {one === undefined ? (
        <p className="text-soft">Give the bar's width and thickness for time and gas; they are estimates.</p>
      ) : null}
      <BookIt
        moved={movedBy(plan, form, settings.units)}
        name={form.name.trim() || 'Bar'}
        onDone={list.work.forget}
      />
    </section>
  )
}

/** The stock that is taken, the least that any list could take, and what one would take by hand. */
function Heads({ plan }: { readonly plan: CutListPlan }) {
  const { print } = useShop()
  const saved = plan.firstFitM === undefined ? 0 : plan.firstFitM - plan.stockUsedM
  return (
    <div className="flex flex-wrap items-end gap-x-10 gap-y-2">
      <div>
        <h2 className="text-soft">Stock taken</h2>
        <p className="figure text-page leading-none">{print(plan.stockUsedM, 'length')}</p>
        <p className="text-soft">
          {plan.bars} {plan.bars === 1 ? 'bar' : 'bars'}
        </p>
      </div>
      <div>
        <h2 className="text-soft">Never less than</h2>
        <p className="figure text-section leading-none">{print(plan.lowerBoundM, 'length')}</p>
        <p className="text-soft">
          {plan.proved
            ? 'so this is the least there is'
            : 'by the linear programme; this may not be the least'}
        </p>
      </div>
      {plan.firstFitM === undefined ? null : (
        <div>
          <h2 className="text-soft">Longest first, as one would by hand</h2>
          <p className="figure text-section leading-none">{print(plan.firstFitM, 'length')}</p>
          <p className="text-soft">{saved > 1e-9 ? `${print(saved, 'length')} saved` : 'the same'}</p>
        </div>
      )}
    </div>
  )
}
