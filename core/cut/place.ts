import { preheatCone } from '../flame/cone.ts'
import { FUELS } from '../gas/fuels.ts'
import { INCH_M } from '../quantity/index.ts'
import type { Draft, GasPlan } from './draft.ts'
import { guideOffset, lowestTouch, type TiltedGuide } from './guide.ts'
import { estimateKerf, HAND_KERF_M, kerfFactor, kerfFromLog, KERF_SPREAD } from './kerf.ts'
import { learn } from '../learn/learn.ts'
import { canBeGuided } from './shapes.ts'
import type { ChartedRow } from './types.ts'

/** The kerf: measured before charted before estimated. Returns it in m. */
export function planKerf(draft: Draft, orificeM: number, row: ChartedRow | undefined): number {
  const { rig } = draft.request
  const { thicknessM } = draft
  const logged = kerfFromLog(rig.kerfLog, { orificeM, thicknessM, handling: rig.handling })
  const expected = row?.kerfM ?? estimateKerf(thicknessM, orificeM, rig.handling)
  // a kerf that was measured is worth far more than one that was read off a chart
  const learned = learn(logged, { value: expected, spread: KERF_SPREAD })
  if (learned)
    return draft.put('kerf', {
      value: learned.value,
      low: learned.nextLow,
      high: learned.nextHigh,
      source: 'log',
      runs: learned.count,
      because: `The median of ${learned.count} ${learned.count === 1 ? 'cut' : 'cuts'} that you measured with this tip on this plate is ${draft.show(learned.median, 'kerf')}; ${row?.kerfM === undefined ? 'estimated it would be' : 'your chart says'} ${draft.show(expected, 'kerf')}, and what you measured weighs ${Math.round(learned.weight * 100)} %.`,
      from: {
        measuredCuts: learned.count,
        medianOfRuns: learned.median,
        expected,
        setAside: learned.setAside,
        thickness: thicknessM,
        tipOrifice: orificeM,
      },
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
  const factor = kerfFactor(thicknessM)
  const hand = rig.handling === 'hand' ? HAND_KERF_M : 0
  const value = estimateKerf(thicknessM, orificeM, rig.handling)
  return draft.put('kerf', {
    value,
    low: value * (1 - KERF_SPREAD),
    high: value * (1 + KERF_SPREAD),
    because: `${factor.toFixed(2)} times the tip's orifice${hand > 0 ? ` and ${draft.show(hand, 'bore')} for the wander of a hand` : ''}. Good to 30 %: measure a cut.`,
    from: { tipOrifice: orificeM, thickness: thicknessM, factor, handAllowance: hand },
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
      'The inner cones just clear of the plate, 1/16 to 1/8 in. Lower melts the edge and backfires; higher loses the preheat.',
    from: { cones: 'clear', clearanceLow: low, clearanceHigh: high },
    cites: 'common practice; some let the cones just touch',
  })
  const mixture = gas.fuel + gas.preheatOxygen
  const fuel = FUELS[rig.fuel]
  const cone = preheatCone(fuel, mixture)
  draft.detail = { ...draft.detail, cone: { lengthM: cone.lengthM, portM: cone.portM } }
  const tipToWork = draft.put('tipToWork', {
    value: cone.lengthM + standoff,
    low: cone.lowM + low,
    high: cone.highM + high,
    because: `Cones about ${draft.show(cone.lengthM, 'eye')} long and ${draft.show(standoff, 'eye')} of clearance. The cones on your tip decide: look at them.`,
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
  const { work } = draft.request
  if (work.start === 'pierce') {
    draft.put('pierceHeight', {
      value: 2 * standoff,
      low: 2 * low,
      high: 2 * high,
      because: `Cones off the plate while the jet breaks through: about twice as far as in the cut, so that the slag does not fly into the tip. The tip then stands about ${draft.show(cone.lengthM + 2 * standoff, 'eye')} off.`,
      from: { standoff, coneLength: cone.lengthM },
      cites: 'common practice',
    })
  }
  if (!isGuidedByHand(draft)) return
  const cos = Math.cos(work.bevelRad)
  draft.put('collarHeight', {
    value: (rig.tipBelowCollarM + tipToWork) * cos,
    low: (rig.tipBelowCollarM + cone.lowM + low) * cos,
    high: (rig.tipBelowCollarM + cone.highM + high) * cos,
    because: `The collar rides the guide's top, so the guide stands this high: ${draft.show(rig.tipBelowCollarM, 'length')} of tip below the collar and the tip's distance from the plate${cos < 1 ? ', at the tilt' : ''}.`,
    from: { tipBelowCollar: rig.tipBelowCollarM, tipToWork, ...(cos < 1 ? { bevel: work.bevelRad } : {}) },
    cites: 'geometry',
  })
  planCollar(draft, tipToWork, cone, [low, high], cos)
}

/** Whether a straight guide leads a hand along this cut: a track machine has its own way. */
const isGuidedByHand = ({ request: { rig, work } }: Draft): boolean =>
  rig.guide !== 'none' && rig.handling !== 'track' && canBeGuided(work)

/** Where the collar is clamped on the tip: by the guide that is there, or as it was said. */
function planCollar(
  draft: Draft,
  tipToWork: number,
  cone: { readonly lowM: number; readonly highM: number },
  [low, high]: readonly [number, number],
  cos: number,
): void {
  const { guideHeightM, tipBelowCollarM } = draft.request.rig
  const value = guideHeightM === undefined ? tipBelowCollarM : guideHeightM / cos - tipToWork
  if (value <= 0) {
    draft.say(
      'stop',
      'guide-lower-than-tip',
      'Guide lower than the tip rides',
      `The tip's face stands about ${draft.show(tipToWork, 'eye')} off the plate, and this guide is ${draft.show(guideHeightM ?? 0, 'length')} high: a collar on it would hold the cones too far off. Take a higher guide.`,
      { field: 'rig.guideHeight', figure: 'collarOnTip' },
    )
    return
  }
  draft.put('collarOnTip', {
    value,
    low: guideHeightM === undefined ? value : guideHeightM / cos - cone.highM - high,
    high: guideHeightM === undefined ? value : guideHeightM / cos - cone.lowM - low,
    because:
      guideHeightM === undefined
        ? 'As you said it: from the tip’s face up to the collar. The guide is made to go with it.'
        : `From the tip's face up to the collar: the guide's ${draft.show(guideHeightM, 'length')}${cos < 1 ? ', along the tilted tip,' : ''} less the tip's distance from the plate. The cones on your tip decide: look at them lit.`,
    from: {
      tipToWork,
      ...(guideHeightM === undefined ? { tipBelowCollar: tipBelowCollarM } : { guideHeight: guideHeightM }),
    },
    cites: 'geometry',
  })
}

/** Where the guide is clamped, or why it can't be. */
export function planGuide(draft: Draft, kerf: number): void {
  const { work, rig } = draft.request
  const { guide, tipRadiusM } = rig
  const k = draft.figures.kerf
  if (guide === 'none' || !isGuidedByHand(draft) || tipRadiusM === undefined || !k) return
  const tilted = tiltOf(draft, guide, tipRadiusM)
  const at = (kerfM: number) => guideOffset({ ...tilted, kerfM })
  const value = at(kerf)
  if (value <= 0) {
    draft.say(
      'stop',
      'guide-inside-kerf',
      'The guide would lie in the cut',
      work.bevelRad > 0
        ? `Leaning like this the tip would reach over the line. Put the guide on the other side, or a wider sleeve on the tip.`
        : `Half the kerf (${draft.show(kerf / 2, 'rule')}) is more than the tip's radius (${draft.show(tipRadiusM, 'length')}). Put the guide on the scrap, or a wider sleeve on the tip.`,
      { field: 'rig.guide', figure: 'guideOffset' },
    )
    return
  }
  const ends = [k.outerLow, k.outerHigh].map(at)
  draft.put('guideOffset', {
    value,
    low: Math.max(0, Math.min(...ends)),
    high: Math.max(...ends),
    source: k.source,
    because:
      work.bevelRad > 0
        ? `From the marked line, which is the part's top edge, to the guide: the tip's radius over the cosine, ${tilted.leans === 'over' ? 'more because the torch leans over the guide' : 'less because the torch leans away from it'}, and half the kerf along the plate.`
        : `The tip's radius ${draft.show(tipRadiusM, 'length')} ${guide === 'part' ? 'less' : 'plus'} half the kerf, from the marked line to the guide, so that the whole kerf falls in the scrap.`,
    from: {
      tipRadius: tipRadiusM,
      kerf,
      guide,
      ...(work.bevelRad > 0 ? { bevel: work.bevelRad, leans: tilted.leans, touchHeight: tilted.touchM } : {}),
    },
    cites: 'geometry',
  })
  if (
    tilted.leans === 'away' &&
    work.bevelRad > 0 &&
    rig.guideHeightM !== undefined &&
    rig.guideHeightM < tilted.touchM
  )
    draft.say(
      'mind',
      'guide-too-low',
      'Guide too low for the tilt',
      `The tip's flank touches at ${draft.show(tilted.touchM, 'rule')} or higher; this guide is ${draft.show(rig.guideHeightM, 'length')} high. Raise it, or put it on the other side.`,
      { field: 'rig.guideHeight', figure: 'guideOffset' },
    )
}

function tiltOf(draft: Draft, side: 'part' | 'scrap', tipRadiusM: number): Omit<TiltedGuide, 'kerfM'> {
  const { work, rig } = draft.request
  const leans = (work.lean === 'over-part') === (side === 'part') ? 'over' : 'away'
  const tipToWork = draft.figures.tipToWork?.value ?? 0
  const touchM =
    leans === 'away'
      ? lowestTouch(tipToWork, tipRadiusM, work.bevelRad)
      : (rig.guideHeightM ?? (rig.tipBelowCollarM + tipToWork) * Math.cos(work.bevelRad))
  return { side, tipRadiusM, bevelRad: work.bevelRad, leans, touchM }
}
