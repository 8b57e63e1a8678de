import type { Figure, Finding } from '../figure.ts'
import type { Caution } from '../piece/plan-draft.ts'
import { isInch } from '../quantity/index.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { Procedure } from './procedure.ts'
import type { Step } from './steps.ts'

/** What has to be clear of anything that burns, in the shop's units. Source: NFPA 51B. */
export const clearDistance = (units: UnitChoices): string => (isInch(units) ? '35 ft' : '11 m')

/** A step for each caution of the plan that nobody has put a name to. */
export const unreadCautions = (cautions: readonly Caution[]): Step[] =>
  cautions
    .filter((c) => c.tickedBy === undefined)
    .map((c) => ({
      id: `caution-${c.code}`,
      phase: 'before',
      act: 'Make sure of this before anything else',
      why: c.text,
      see: 'Nobody has put a name to it in the plan.',
      acts: [],
    }))

/** The pressures that a plan has set, flowing at the regulator, Pa gauge; or why nothing is led by it. */
export function settable(
  findings: readonly Finding[],
  oxygen: Figure | undefined,
  fuel: Figure | undefined,
):
  | { readonly ok: true; readonly oxygenPa: number; readonly fuelPa: number }
  | Extract<Procedure, { ok: false }> {
  const stop = findings.find((f) => f.rank === 'stop')
  if (stop) return { ok: false, because: 'stop', text: `${stop.title}: ${stop.text}` }
  if (!oxygen || !fuel)
    return { ok: false, because: 'no-setting', text: 'The plan gives no pressures to set.' }
  return { ok: true, oxygenPa: oxygen.value, fuelPa: fuel.value }
}
