import { cutAcross } from '#application/in-a-row.ts'
import { NO_RUNS, planDraft } from '#application/plan-of.ts'
import type { Settings } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { costOf, readPrice, takesOf, times, type Takes } from '#core/cost.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import { readStockList } from '#core/stock/read.ts'
import type { CutListPlan, Pattern } from '#core/stock/types.ts'
import type { Form } from './form.ts'

const USUAL_KEEP_M = 0.3
const FOOT_M = 0.3048

/** A length as typed, m; undefined while it cannot be read. */
const lengthOf = (text: string, units: UnitChoices): number | undefined => {
  const read = readStockList({ stock: [{ length: text }], pieces: [], kerf: '' }, units)
  return read.ok ? read.request.stock[0]?.lengthM : undefined
}

/** What one cut across the bar takes; undefined while width or thickness are not given. */
export function oneCutTakes(
  form: Pick<Form, 'width' | 'thickness' | 'torchId'>,
  torches: readonly Torch[],
  settings: Settings,
  units: UnitChoices,
): Takes | undefined {
  if (form.width.trim() === '' || form.thickness.trim() === '') return undefined
  const draft = cutAcross(form, torches, settings)
  const planned = planDraft(
    { ...draft, torchId: null, rig: { ...draft.rig, guide: 'none' } },
    settings,
    NO_RUNS,
    units,
  )
  return planned.ok ? takesOf(planned.plan) : undefined
}

/** What a list costs, of what was priced; undefined when nothing was. */
export function costOfList(
  plan: CutListPlan,
  takes: Takes | undefined,
  form: Pick<Form, 'stockPrice' | 'oxygenPrice' | 'fuelPrice'>,
  units: UnitChoices,
): number | undefined {
  const price = readPrice(form.stockPrice)
  const stock =
    price === undefined ? undefined : (price * plan.stockUsedM) / (units.length === 'in' ? FOOT_M : 1)
  const per = units.volume === 'cu ft' ? ('100 cu ft' as const) : ('m3' as const)
  const gas = takes && costOf(takes, { oxygen: form.oxygenPrice, fuel: form.fuelPrice, hour: '', per })
  const known = [stock, gas].filter((c) => c !== undefined)
  return known.length === 0 ? undefined : known.reduce((a, b) => a + b, 0)
}

/** What a list moves on the rack: bars off it, and remnants long enough to keep on it. */
export interface Moved {
  readonly taken: readonly { readonly id: string; readonly count: number }[]
  readonly remnants: readonly Pattern[]
  readonly keepM: number
}

/** @param form with the bars that came from the rack, and from what length remnants are kept */
export function movedBy(
  plan: CutListPlan,
  form: Pick<Form, 'stock' | 'keepFrom'>,
  units: UnitChoices,
): Moved {
  const keepM = lengthOf(form.keepFrom, units) ?? USUAL_KEEP_M
  const taken = form.stock.flatMap((row) => {
    if (!row.rackId) return []
    const m = lengthOf(row.length, units)
    const count = plan.patterns
      .filter((p) => m !== undefined && Math.abs(p.stockM - m) < 1e-6)
      .reduce((n, p) => n + p.times, 0)
    // no more than the rack has, where another row is as long
    const most = Math.min(count, Number(row.count) || count)
    return most > 0 ? [{ id: row.rackId, count: most }] : []
  })
  return { taken, remnants: plan.patterns.filter((p) => p.remnantM >= keepM), keepM }
}

/** What the whole list takes, from what one cut does. */
export const listTakes = (one: Takes | undefined, plan: CutListPlan): Takes | undefined =>
  one && times(one, plan.cuts)

/** "2 × 24 in, 18 in" */
export function grouped(lengths: readonly number[], print: (m: number) => string): string {
  const counts = new Map<string, number>()
  for (const m of lengths) counts.set(print(m), (counts.get(print(m)) ?? 0) + 1)
  return [...counts].map(([text, n]) => (n > 1 ? `${n} × ${text}` : text)).join(', ')
}
