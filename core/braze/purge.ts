import { isCopper } from '../metal/base-metals.ts'
import { USUAL_HOLD_FLOW } from './fields.ts'
import { CUBIC_FOOT_M3 } from '../quantity/units.ts'
import type { BrazeDraft } from './draft.ts'
import type { BrazeWork, Run, Methods } from './types.ts'

const CFH = CUBIC_FOOT_M3 / 3600
/** Nitrogen that is held while brazing, m³/s: 2 to 7 scfh, 5 unless somebody says. More blows the filler out. */
export const HOLD_FLOW = { low: 2 * CFH, usual: USUAL_HOLD_FLOW, high: 7 * CFH } as const
const AIR_OXYGEN_PCT = 20.9
/** Oxygen left inside, percent by volume: clean lines, and medical ones. */
export const TARGET_PCT = { clean: 1, medical: 0.1 } as const
const SWEEP_FLOW = 20 * CFH
const SCALE_FROM_C = 200

/** What decides about nitrogen. */
interface Purged {
  readonly work: Pick<BrazeWork, 'services' | 'a' | 'joint'>
  readonly shop: { readonly methods: Pick<Methods, 'lineNitrogen'> }
}

/**
 * Whether nitrogen is needed: always on medical lines, and on refrigerant lines unless the shop leaves it out; a choice on
 * the others of copper.
 */
export const purgeNeed = ({ work: w, shop }: Purged): 'always' | 'choice' | 'none' => {
  if (w.services.has('medical-gas')) return 'always'
  if (w.services.has('refrigerant')) return shop.methods.lineNitrogen === 'left-out' ? 'none' : 'always'
  return isCopper(w.a.metal) && w.a.outsideDiameterM !== undefined ? 'choice' : 'none'
}
/** Nitrogen is left out of a line that most would sweep. */
const leavesOutNitrogen = (of: Purged): boolean =>
  of.work.services.has('refrigerant') && purgeNeed(of) === 'none'

/** A tube of this bore is held with the usual flow, m: 1 in. */
const HOLD_BORE_M = 0.0254
/**
 * Nitrogen that is held while brazing where nobody says, m³/s: it grows with the bore of the line, and stays where it does
 * not press on the filler.
 * @example Math.round((holdFlow(0.0254) / 7.8658e-6) * 10) / 10 // 5
 */
export const holdFlow = (boreM: number): number =>
  Math.min(HOLD_FLOW.high, Math.max(HOLD_FLOW.low, (HOLD_FLOW.usual * boreM) / HOLD_BORE_M))

/**
 * Volume inside runs of tube, m³.
 * @example runVolumeM3([{ outsideDiameterM: 0.022, wallM: 0.001, lengthM: 3 }]) * 1000 // 0.9425
 */
export const runVolumeM3 = (runs: readonly Run[]): number =>
  runs.reduce((sum, r) => sum + (Math.PI / 4) * (r.outsideDiameterM - 2 * r.wallM) ** 2 * r.lengthM, 0)

/**
 * Time to sweep a line down to a share of oxygen, s, rounded up: the gas mixes, so t = V/Q · ln(20.9/target).
 * @param volumeM3 of the whole line
 * @param flow m³/s, above 0
 * @param targetPct oxygen left, percent, above 0 and under 20.9
 * @example purgeTimeS(0.001, 3.9e-5, 1) // 78
 */
export const purgeTimeS = (volumeM3: number, flow: number, targetPct: number): number =>
  Math.ceil((volumeM3 / flow) * Math.log(AIR_OXYGEN_PCT / targetPct) - 1e-9)

const METHOD_TEXT: Readonly<Record<Methods['purge'], string>> = {
  'measured-flow': 'Set it by the flow meter.',
  'low-pressure':
    'By your shop’s method: a low, unmetered regulator pressure, felt at the outlet. A flow meter tells more.',
  'hand-feel':
    'By your shop’s method: just felt on a wet cheek or hand at the outlet. A flow meter tells more.',
  preset: 'By your shop’s preset valve: check once with a flow meter that it gives this much.',
}

/** Need, volume, flow, time and gas of the purge, with what goes wrong. `hotS`: from lighting until the tube is cool. */
export function planPurge(draft: BrazeDraft, hotS: number): void {
  const { work, shop } = draft.request
  const need = purgeNeed(draft.request)
  if (leavesOutNitrogen(draft.request))
    draft.say(
      'mind',
      'nitrogen-left-out',
      'Nitrogen left out, by your shop’s method',
      `Black scale forms inside and comes loose: it ends in strainers, valves and the compressor. Most sweep every line; the check and the report say that this one was not.`,
      { figure: 'brazingTemperature' },
    )
  if (need === 'none') return
  const medical = work.services.has('medical-gas')
  const bore = Math.max(0, (work.a.outsideDiameterM ?? HOLD_BORE_M) - 2 * work.a.wallM)
  let flow = work.purgeFlow ?? holdFlow(bore)
  const where = { field: 'work.tubeRun', figure: 'purgeTime' }
  if (need === 'always' || work.tubeRun.length > 0 || work.purgeFlow !== undefined) {
    flow = draft.put('purgeFlow', {
      value: flow,
      low: Math.min(flow, HOLD_FLOW.low),
      high: Math.max(flow, HOLD_FLOW.high),
      because: `${work.purgeFlow === undefined ? 'Within' : 'Yours; usual is'} ${draft.showSpan(HOLD_FLOW.low, HOLD_FLOW.high, 'flow')} while brazing: enough to keep air out of this bore, too little to press on the filler. ${METHOD_TEXT[shop.methods.purge]}`,
      from: { bore, holdLow: HOLD_FLOW.low, holdHigh: HOLD_FLOW.high, method: shop.methods.purge },
      cites: 'copper tube practice; NFPA 99 for medical lines',
    })
  }
  if (flow > HOLD_FLOW.high * 1.001)
    draft.say(
      'mind',
      'purge-over-flow',
      'Too much nitrogen',
      `${draft.show(flow, 'flow')} presses the filler out of the joint and blows bubbles in it. Turn down to ${draft.showSpan(HOLD_FLOW.low, HOLD_FLOW.high, 'flow')} before the flame comes near.`,
      { field: 'work.purgeFlow', figure: 'purgeFlow' },
    )
  const sweep = work.purgeFlow ?? Math.max(flow, HOLD_FLOW.usual)
  if (work.tubeRun.length > 0) putSweep(draft, sweep, medical ? TARGET_PCT.medical : TARGET_PCT.clean, hotS)
  else if (need === 'always')
    draft.say(
      'mind',
      'purge-run',
      'How long to sweep',
      'Give the runs of tube from the nitrogen to the open end, so that the time can be worked out.',
      where,
    )
  if (need === 'always') {
    draft.say(
      'mind',
      'nitrogen',
      'Nitrogen before, during and after',
      `Without it black scale forms inside and ends in strainers, valves and the compressor. Regulator and relief on the cylinder, the far end open before any flow, the room aired: nitrogen smothers without warning. Let it run until the tube is under ${draft.show(SCALE_FROM_C + 273.15, 'temperature')}${medical ? ', on a medical line until it is cold to the hand, and show it with an oxygen meter' : ''}.`,
      { figure: 'purgeFlow' },
    )
  } else
    draft.say(
      'note',
      'nitrogen-choice',
      'Nitrogen is your choice here',
      'On refrigerant, medical and clean lines it is always asked for; on this one scale inside does little harm.',
      where,
    )
}

function putSweep(draft: BrazeDraft, flow: number, targetPct: number, hotS: number): void {
  const { tubeRun } = draft.request.work
  const volume = draft.put('purgeVolume', {
    value: runVolumeM3(tubeRun),
    low: runVolumeM3(tubeRun),
    high: runVolumeM3(tubeRun),
    because: 'The bore of every run, end to end.',
    from: tubeRun.map((r) => ({ bore: r.outsideDiameterM - 2 * r.wallM, length: r.lengthM })),
    cites: 'geometry',
  })
  const mixed = purgeTimeS(volume, flow, targetPct)
  const sweep = purgeTimeS(volume, SWEEP_FLOW, targetPct)
  const time = draft.put('purgeTime', {
    value: mixed,
    low: volume / flow,
    high: mixed,
    because: `Volume over flow, times ln(${AIR_OXYGEN_PCT} / ${targetPct}): the gas mixes on the way, down to ${targetPct} % oxygen. Never under volume over flow.${flow < SWEEP_FLOW ? ` At ${draft.show(SWEEP_FLOW, 'flow')} it takes ${draft.show(sweep, 'least')}; then turn down before lighting.` : ''}`,
    from: { purgeVolume: volume, purgeFlow: flow, oxygenInAir: AIR_OXYGEN_PCT, oxygenTarget: targetPct },
    cites: 'mixing of one volume, dC/dt = −Q·C/V',
  })
  draft.put('purgeGas', {
    value: flow * (time + hotS),
    low: flow * time,
    high: flow * (time + 2 * hotS),
    because: `${draft.show(flow, 'flow')} for the sweep, while brazing and until the tube is under ${draft.show(SCALE_FROM_C + 273.15, 'temperature')}.`,
    from: { purgeFlow: flow, purgeTime: time, heatingAndCooling: hotS },
    cites: 'flow times time',
  })
}
