import { ACETYLENE_MAX_GAUGE_PA, HOSE_DROP_MAX_SHARE, LOCK_UP_PA } from '../gas/limits.ts'
import type { Finding } from '../figure.ts'
import type { Telling } from './plan-draft.ts'
import type { Gas } from '../gas/fuels.ts'
import type { Gate } from '../gas/gate.ts'
import { CHART_HOSE, hoseDrop } from '../gas/hose.ts'

/** Whether a hose takes more than the formula of its drop holds for. All in Pa, `torchPa` gauge. */
export const dropTooLarge = (dropPa: number, torchPa: number, ambientPa: number): boolean =>
  dropPa > HOSE_DROP_MAX_SHARE * (torchPa + dropPa + ambientPa)

/** A charted pressure and the hose that it has to pass, Pa; the flow in m³/s. */
export interface ChartedAsked {
  readonly gas: Gas
  readonly flow: number
  readonly gaugePa: number
  readonly at: 'regulator' | 'torch'
  /** What the real hose takes. */
  readonly dropPa: number
  readonly ambientPa: number
  /** Brings what is added to a gauge division. */
  readonly toDivision: (pa: number) => number
}

/**
 * What a charted pressure comes to at the regulator: charts that speak of the regulator assume 25 ft of 1/4 in hose,
 * so only what the real hose takes beyond that is added.
 */
export function chartedSetting(asked: ChartedAsked): {
  valuePa: number
  extraPa: number
  chartHosePa: number
} {
  const chartHosePa =
    asked.at === 'torch' ? 0 : hoseDrop(CHART_HOSE, asked.gas, asked.flow, asked.gaugePa, asked.ambientPa)
  const extraPa = asked.toDivision(Math.max(0, asked.dropPa - chartHosePa))
  return { valuePa: asked.gaugePa + extraPa, extraPa, chartHosePa }
}

/** Says why acetylene is not set this high. `what` begins the sum: "The charted setting". */
export function adviseAcetyleneLimit(
  draft: Telling,
  gate: Gate,
  what: string,
  where: Pick<Finding, 'field' | 'figure'>,
): void {
  draft.say(
    'stop',
    'acetylene-limit',
    'Too much acetylene pressure',
    `Acetylene above ${draft.show(ACETYLENE_MAX_GAUGE_PA, 'most')} can explode by itself. ${what}, ${draft.show(gate.lockUpPa ?? LOCK_UP_PA, 'pressure')} of rise when the valve shuts and half a gauge division must stay under that. Use a bigger hose, a smaller tip or another fuel.`,
    where,
  )
}
