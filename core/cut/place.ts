import { preheatCone } from '../flame/cone.ts'
import { FUELS } from '../gas/fuels.ts'
import { INCH_M } from '../quantity/index.ts'
import type { Draft, GasPlan } from './draft.ts'
import { guideOffset } from './guide.ts'
import { estimateKerf, HAND_KERF_M, kerfFactor, kerfFromLog, KERF_SPREAD } from './kerf.ts'
import type { ChartRow } from './types.ts'

/** The kerf: measured before charted before estimated. Returns it in m. */
export function planKerf(draft: Draft, orificeM: number, row: ChartRow | undefined): number {
  const { work, rig } = draft.request
  const logged = kerfFromLog(rig.kerfLog, { orificeM, thicknessM: work.thicknessM, handling: rig.handling })
  if (logged)
    return draft.put('kerf', {
      value: logged.meanM,
      low: logged.lowM,
      high: logged.highM,
      source: 'log',
      because: `The mean of ${logged.count} ${logged.count === 1 ? 'cut' : 'cuts'} that you measured with this tip on this plate.`,
      from: { measuredCuts: logged.count, thickness: work.thicknessM, tipOrifice: orificeM },
      cites: 'your log',
    })
  if (row?.kerfM !== undefined)
    return draft.put('kerf', {
      value: row.kerfM,
      low: row.kerfM,
      high: row.kerfM,
      source: 'chart',
      because: "Your chart's kerf.",
      from: { chartedKerf: row.kerfM },
      cites: 'your chart',
    })
  const factor = kerfFactor(work.thicknessM)
  const hand = rig.handling === 'hand' ? HAND_KERF_M : 0
  const value = estimateKerf(work.thicknessM, orificeM, rig.handling)
  return draft.put('kerf', {
    value,
    low: value * (1 - KERF_SPREAD),
    high: value * (1 + KERF_SPREAD),
    because: `${factor.toFixed(2)} times the tip's orifice${hand > 0 ? ` and ${draft.show(hand, 'length')} for the wander of a hand` : ''}. Good to 30 %: measure a cut.`,
    from: { tipOrifice: orificeM, thickness: work.thicknessM, factor, handAllowance: hand },
    cites: 'common practice, ± 30 %',
  })
}

/** Cones just clear of the plate: low, middle, high, m. */
const CLEAR_M = [1 / 16, 3 / 32, 1 / 8].map((n) => n * INCH_M) as [number, number, number]

/** How high the torch rides: cones, tip, and the guide under the collar. */
export function planHeights(draft: Draft, gas: GasPlan): void {
  const { rig } = draft.request
  const [low, value, high] = CLEAR_M
  const standoff = draft.put('standoff', {
    value,
    low,
    high,
    because:
      'The inner cones just clear of the plate, 1/16 to 1/8 in. Lower melts the edge and pops; higher loses the preheat.',
    from: { cones: 'clear', clearanceLow: low, clearanceHigh: high },
    cites: 'common practice; some let the cones just touch',
  })
  const mixture = gas.fuel + gas.preheatOxygen
  const fuel = FUELS[rig.fuel]
  const cone = preheatCone(fuel, mixture)
  const tipToWork = draft.put('tipToWork', {
    value: cone.lengthM + standoff,
    low: cone.lowM + low,
    high: cone.highM + high,
    because: `Cones about ${draft.show(cone.lengthM, 'length')} long and ${draft.show(standoff, 'length')} of clearance. The cones on your tip decide: look at them.`,
    from: {
      coneLength: cone.lengthM,
      standoff,
      fuelFlow: gas.fuel,
      preheatOxygenFlow: gas.preheatOxygen,
      preheatPorts: fuel.usualPreheatPorts,
      portDiameter: cone.portM,
      exitSpeed: cone.exitSpeed,
    },
    cites: 'cone length = (d/2)·√((U/Su)² − 1) with ports sized for the middle of the stable band',
  })
  if (rig.guide === 'none') return
  draft.put('collarHeight', {
    value: rig.tipBelowCollarM + tipToWork,
    low: rig.tipBelowCollarM + cone.lowM + low,
    high: rig.tipBelowCollarM + cone.highM + high,
    because: `The collar rides the guide's top, so the guide stands this high: ${draft.show(rig.tipBelowCollarM, 'length')} of tip below the collar and the tip's distance from the plate.`,
    from: { tipBelowCollar: rig.tipBelowCollarM, tipToWork },
    cites: 'geometry',
  })
}

/** Where the guide is clamped, or why it can't be. */
export function planGuide(draft: Draft, kerf: number): void {
  const { guide, tipRadiusM } = draft.request.rig
  const k = draft.figures.kerf
  if (guide === 'none' || tipRadiusM === undefined || !k) return
  const value = guideOffset(guide, tipRadiusM, kerf)
  if (value <= 0) {
    draft.say(
      'stop',
      'guide-inside-kerf',
      'The guide would lie in the cut',
      `Half the kerf (${draft.show(kerf / 2, 'length')}) is more than the tip's radius (${draft.show(tipRadiusM, 'length')}). Put the guide on the scrap, or a wider sleeve on the tip.`,
      { field: 'rig.guide', figure: 'guideOffset' },
    )
    return
  }
  const ends = [k.low, k.high].map((w) => guideOffset(guide, tipRadiusM, w))
  draft.put('guideOffset', {
    value,
    low: Math.max(0, Math.min(...ends)),
    high: Math.max(...ends),
    source: k.source,
    because: `The tip's radius ${draft.show(tipRadiusM, 'length')} ${guide === 'part' ? 'less' : 'plus'} half the kerf, from the marked line to the guide, so that the whole kerf falls in the scrap.`,
    from: { tipRadius: tipRadiusM, kerf, guide },
    cites: 'geometry',
  })
}
