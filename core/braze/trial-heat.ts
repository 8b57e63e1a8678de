import { findFiller } from '../metal/fillers.ts'
import { heatWith } from './heat-plan.ts'
import { heatTask } from './plan-heat.ts'
import type { BrazePlan, BrazeRequest, Burner } from './types.ts'

/** A flame gives no less and no more than this of what is usual: what lies beyond is a wrong tip, or a wrong clock. */
const FEWEST = 0.5
const MOST = 2
/** The model has to come so near to what was measured. */
const CLOSE = 0.1
/** Halvings of that span: to a tenth of a percent. */
const HALVINGS = 11

/**
 * What the flame gave, over what is usual, for a joint to come to heat in a measured time: the heat model turned round.
 * @param plan by the usual flame, with the tip that was used
 * @param measuredS from lighting on the work until filler ran
 * @returns undefined where the plan has no filler or no burner, or no flame of that tip would do so
 */
export function flameTimesOf(request: BrazeRequest, plan: BrazePlan, measuredS: number): number | undefined {
  const filler = plan.choice.filler === null ? undefined : findFiller(plan.choice.filler)
  const { brazingTemperature: target } = plan.figures
  const chosen = plan.burners.find((b) => b.chosen)
  if (!filler || !target || !chosen) return undefined
  const task = heatTask(request, {
    filler,
    targetK: target.value,
    fluxed: plan.choice.flux !== 'none',
    fillerM3: plan.figures.fillerVolume?.value ?? 0,
    preheatK: plan.figures.preheatTo?.value,
  })
  const burner: Burner = {
    kind: chosen.kind,
    fuel: chosen.fuel,
    orificeM: chosen.orifice,
    ports: chosen.ports ?? 1,
    flow: chosen.fuelFlow / chosen.count,
    count: chosen.count,
  }
  const takes = (times: number) =>
    heatWith(task, burner, { grid: 'coarse', feedS: 0, limitS: 2 * measuredS + 1 }, times).toHeatS ?? Infinity
  if (takes(MOST) > measuredS || takes(FEWEST) < measuredS) return undefined
  let [low, high] = [FEWEST, MOST]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = Math.sqrt(low * high)
    if (takes(middle) > measuredS) low = middle
    else high = middle
  }
  // a flame that hardly gets it hot at all tells nothing: its time is as good as chance
  return Math.abs(takes(high) / measuredS - 1) < CLOSE ? Math.sqrt(low * high) : undefined
}
