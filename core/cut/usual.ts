import { refuseSetting } from '../gas/limits.ts'
import { FUELS } from '../gas/fuels.ts'
import { pressureAtTip } from '../gas/tip-pressure.ts'
import { CD_RANGE, isChoked, orificeFlow } from '../gas/orifice.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { INCH_M } from '../quantity/index.ts'
import { inverse, productSpan } from '../span.ts'
import type { Draft } from './draft.ts'
import { fuelBand } from './fuel.ts'
import { estimateKerf } from './kerf.ts'
import { steelRow, type SteelRow } from './steel-table.ts'
import { sameOrifice } from './tip.ts'
import { shareBurnt } from './time-and-gas.ts'
import { judgeTip, type TipVerdict } from './tip-limits.ts'
import type { CutRequest, Usual } from './types.ts'

/** The most of a jet's oxygen that a steady cut burns: the upper end of what is usual. */
const BURNT_AT_MOST = 0.6

/** How a habit does on a plate: as the tip does there at that pressure, or with more oxygen than the plate takes. */
export type UsualVerdict = TipVerdict | 'too-much'

/** A habit judged on one thickness, SI; pressures gauge at the tip. */
export interface UsualOnPlate {
  readonly thicknessM: number
  readonly verdict: UsualVerdict
  readonly tipGaugePa: number
  readonly flow: number
  /** What the plate wants, m³/s. */
  readonly wanted: readonly [number, number]
  /** Of the oxygen, at the middle of the plate's published speeds. */
  readonly shareBurnt: number
  /** The fastest that this flow supports, at most the published top speed, m/s. */
  readonly speed: number
  readonly fuelInBand: 'low' | 'yes' | 'high'
}

function preheatOxygen(row: SteelRow, request: CutRequest): number {
  const [lean, rich] = FUELS[request.rig.fuel].preheatRatio
  return ((row.fuel[0] + row.fuel[1]) / 2) * ((lean + rich) / 2)
}

/** What a pair leaves at the tip on a plate, Pa gauge. @param thicknessM above 0, at most 12 in */
export const leftAtTip = (request: CutRequest, usual: Usual, orificeM: number, thicknessM: number): number =>
  pressureAtTip(
    usual.oxygenPa,
    orificeM,
    request.rig.oxygenHose,
    preheatOxygen(steelRow(thicknessM, request.rig.fuel), request),
    ambientPressurePa(request.shop.altitudeM),
  )

/** The habit on one thickness of the table. @param thicknessM above 0, at most 12 in */
export function judgeUsual(
  request: CutRequest,
  usual: Usual,
  orificeM: number,
  thicknessM: number,
): UsualOnPlate {
  const ambientPa = ambientPressurePa(request.shop.altitudeM)
  const row = steelRow(thicknessM, request.rig.fuel)
  const tipGaugePa = leftAtTip(request, usual, orificeM, thicknessM)
  const flow = orificeFlow({ diameterM: orificeM, ambientPa }, tipGaugePa)
  const kerf = estimateKerf(thicknessM, orificeM, request.rig.handling)
  const middle = (row.speed[0] + row.speed[1]) / 2
  const burntAtMiddle = shareBurnt(kerf, thicknessM, middle, flow)
  const judged = judgeTip({ thicknessM, orificeM, tipGaugePa, ambientPa })
  const balanced = (middle * BURNT_AT_MOST) / burntAtMiddle
  // a jet that is too small is slower by its bore too; one that does may go as fast as is published
  const speed = Math.min(judged.speed < middle * 0.9999 ? judged.speed : row.speed[1], balanced)
  const band = fuelBand(request.rig.fuel, thicknessM)
  const verdict: UsualVerdict =
    judged.verdict === 'does' && flow > row.cuttingOxygen[1] * 1.05 ? 'too-much' : judged.verdict
  return {
    thicknessM,
    verdict,
    tipGaugePa,
    flow,
    wanted: row.cuttingOxygen,
    shareBurnt: burntAtMiddle,
    speed,
    fuelInBand: usual.fuelPa < band[0] * 0.999 ? 'low' : usual.fuelPa > band[1] * 1.001 ? 'high' : 'yes',
  }
}

/** Thicknesses of the table of a habit, m. */
const TABLE_PLATES: readonly number[] = [1 / 8, 1 / 4, 3 / 8, 1 / 2, 3 / 4, 1, 1.5, 2, 3, 4].map(
  (n) => n * INCH_M,
)

/** The habit on every usual thickness: where it works and where not. */
export const usualTable = (request: CutRequest, usual: Usual, orificeM: number): readonly UsualOnPlate[] =>
  TABLE_PLATES.map((t) => judgeUsual(request, usual, orificeM, t))

const WRONG: Readonly<Record<Exclude<UsualVerdict, 'does' | 'slow'>, string>> = {
  no: 'The jet is too weak: the bottom lags, slag hangs on, the cut is lost.',
  'too-much': 'The jet is too strong: a wide, grooved kerf, rounded edges and wasted oxygen.',
  'too-large': 'The tip is too large for this plate: wide kerf, rounded edge, wasted gas.',
}

/** Judges the user's own pair of pressures for today's plate, beside the plan. */
export function planUsual(draft: Draft, planOrificeM: number, kerf: number, speed: number): void {
  const { request } = draft
  const { usual, rig } = request
  if (!usual) return
  const orificeM = usual.tipOrificeM ?? planOrificeM
  const ambientPa = ambientPressurePa(request.shop.altitudeM)
  const judged = judgeUsual(request, usual, orificeM, draft.thicknessM)
  const bore = { diameterM: orificeM, ambientPa }
  const flowLow = orificeFlow({ ...bore, cd: CD_RANGE[0] }, judged.tipGaugePa)
  const flowHigh = orificeFlow({ ...bore, cd: CD_RANGE[1] }, judged.tipGaugePa)
  const half = rig.oxygenDivisionPa / 2
  draft.atTip('usualOxygenPressureAtTip', {
    value: judged.tipGaugePa,
    low: Math.max(0, judged.tipGaugePa - half),
    high: judged.tipGaugePa + half,
    because: `What your usual ${draft.show(usual.oxygenPa, 'pressure')} leaves at the tip past this hose.`,
    from: { usualOxygen: usual.oxygenPa, tipOrifice: orificeM, hoseLength: rig.oxygenHose.lengthM },
    cites: 'isothermal pipe flow, friction by Haaland',
  })
  draft.put('usualOxygenFlow', {
    value: judged.flow,
    low: flowLow,
    high: flowHigh,
    because: `Through a ${draft.show(orificeM, 'bore')} bore; this plate wants ${draft.showSpan(judged.wanted[0], judged.wanted[1], 'flow')}.`,
    from: { usualOxygenPressureAtTip: judged.tipGaugePa, tipOrifice: orificeM, ambientPressure: ambientPa },
    cites: 'isentropic nozzle flow',
  })
  const burnt = shareBurnt(kerf, draft.thicknessM, speed, judged.flow)
  draft.put('usualOxygenShareBurnt', {
    value: burnt,
    ...productSpan(burnt, [
      draft.wide('kerf', kerf),
      inverse({ value: judged.flow, low: flowLow, high: flowHigh }),
    ]),
    because: "Of your usual jet's oxygen, at the plan's speed and kerf. 20 to 60 % is usual.",
    from: { kerf, thickness: draft.thicknessM, travelSpeed: speed, usualOxygenFlow: judged.flow },
    cites: 'iron burnt to FeO, 70 % of the kerf',
  })
  const supported = judged.speed
  const top = steelRow(draft.thicknessM, rig.fuel).speed[1]
  draft.put('usualTravelSpeed', {
    value: supported,
    low: supported * (flowLow / judged.flow),
    high: Math.min(top, supported * (flowHigh / judged.flow)),
    because: `The fastest that your usual jet keeps up with: no more than ${BURNT_AT_MOST * 100} % of its oxygen burnt, no faster than is published for this plate, and slower by its flow and the square of its bore where it is smaller than the row.`,
    from: { usualOxygenFlow: judged.flow, shareAtMost: BURNT_AT_MOST, tableHigh: top },
    cites: 'iron burnt to FeO, 70 % of the kerf; speed by flow and bore under the row',
  })
  adviseUsual(draft, usual, judged, ambientPa)
}

/** Says that the pair stands as it was said, and what of it does not fit this plate; the tip's own judgement is the plan's. */
export function adviseSet(draft: Draft, usual: Usual, orificeM: number): void {
  const { fuel } = draft.request.rig
  const judged = judgeUsual(draft.request, usual, orificeM, draft.thicknessM)
  const waits = draft.request.work.changes.some(({ what }) => what === 'oxygen' || what === 'fuel')
  draft.say(
    'note',
    'usual-set',
    'Your own pair is set',
    `${draft.show(usual.oxygenPa, 'pressure')} of oxygen and ${draft.show(usual.fuelPa, 'pressure')} of ${FUELS[fuel].name}, held as you said, whatever the plate, your chart and your log.${waits ? ' What was to be changed after the last run waits: let go of the pair to take it.' : ''}`,
    { field: 'usual.set', figure: 'cuttingOxygenPressure' },
  )
  if (judged.verdict === 'too-much')
    draft.say('mind', 'usual-too-much', 'More oxygen than this plate takes', WRONG['too-much'], {
      field: 'usual.oxygen',
      figure: 'cuttingOxygenFlow',
    })
  adviseUsualFuel(draft, judged, '')
}

/** Says where the pair's fuel lies outside what is usual on this plate. @param instead what to set, in a sentence */
function adviseUsualFuel(draft: Draft, { fuelInBand }: UsualOnPlate, instead: string): void {
  if (fuelInBand === 'yes') return
  draft.say(
    'mind',
    fuelInBand === 'low' ? 'usual-fuel-low' : 'usual-fuel-high',
    `Your usual fuel pressure is ${fuelInBand} for this plate`,
    fuelInBand === 'low'
      ? `A starved flame heats slowly, and a tip that runs short of gas gets hot and backfires.${instead}`
      : `A hard flame that lifts off, rounds the edge and wastes gas.${instead}`,
    { field: 'usual.fuel', figure: 'fuelPressure' },
  )
}

function adviseUsual(draft: Draft, usual: Usual, judged: UsualOnPlate, ambientPa: number): void {
  const { rig } = draft.request
  const oxygen = draft.figures.cuttingOxygenPressure
  const fuel = draft.figures.fuelPressure
  const wanted = [
    oxygen ? `${draft.show(oxygen.value, 'pressure')} of oxygen` : '',
    fuel ? `${draft.show(fuel.value, 'pressure')} of ${FUELS[rig.fuel].name}` : '',
  ]
    .filter((part) => part !== '')
    .join(' and ')
  const instead = wanted === '' ? '' : ` For this plate set ${wanted}.`
  const habit = `${draft.show(usual.oxygenPa, 'pressure')} of oxygen and ${draft.show(usual.fuelPa, 'pressure')} of ${FUELS[rig.fuel].name}`
  const near = (a: number, b: number | undefined, division: number) =>
    b !== undefined && Math.abs(a - b) <= division / 2 + 1
  const sameTip =
    usual.tipOrificeM === undefined ||
    sameOrifice(usual.tipOrificeM, draft.figures.tipOrifice?.value ?? Number.NaN)
  // a pair that is the plan's own is right by definition
  const right =
    sameTip &&
    near(usual.oxygenPa, oxygen?.value, rig.oxygenDivisionPa) &&
    near(usual.fuelPa, fuel?.value, rig.fuelDivisionPa)
  const gate = {
    ambientPa,
    divisionPa: rig.fuelDivisionPa,
    lockUpPa: rig.fuelLockUpPa,
    ratingPa: rig.fuelRatingPa,
  }
  if (refuseSetting({ ...gate, gas: rig.fuel, gaugePa: usual.fuelPa }))
    draft.say(
      'stop',
      FUELS[rig.fuel].setting.atRest ? 'usual-acetylene-limit' : 'usual-fuel-limit',
      'Your usual fuel pressure is past its limit',
      FUELS[rig.fuel].setting.atRest
        ? `${draft.show(usual.fuelPa, 'pressure')} of ${FUELS[rig.fuel].name} with its lock-up passes ${draft.show(FUELS[rig.fuel].setting.mostPa, 'most')}, above which it can explode by itself. Never set it.${instead}`
        : `${draft.show(usual.fuelPa, 'pressure')} is more than this rig may have. Never set it.${instead}`,
      { field: 'usual.fuel', figure: 'fuelPressure' },
    )
  else if (!right) adviseUsualFuel(draft, judged, instead)
  const soft = !isChoked(judged.tipGaugePa, ambientPa)
  const at = { field: 'usual.oxygen', figure: 'usualOxygenFlow' }
  const through = `${habit}: ${draft.show(judged.flow, 'flow')} through the tip`
  if (right)
    draft.say('note', 'usual-works', 'Your usual is right here', `${habit}: that is what this plan sets.`, at)
  else if (judged.verdict === 'does' && !soft)
    draft.say('note', 'usual-works', 'Your usual does it here', `${through}, enough for this plate.`, at)
  else if (judged.verdict === 'slow')
    draft.say(
      'mind',
      'usual-slow',
      'Your usual is slow here, but will do',
      `${through}: it keeps up with ${draft.show(judged.speed, 'speed')}.${instead}`,
      at,
    )
  else
    draft.say(
      'mind',
      judged.verdict === 'does' ? 'usual-soft-jet' : `usual-${judged.verdict}`,
      'Your usual is wrong for this plate',
      `${through}, where ${draft.showSpan(judged.wanted[0], judged.wanted[1], 'flow')} is wanted. ${judged.verdict === 'does' ? 'The jet is slower than sound and spreads.' : WRONG[judged.verdict]}${instead}`,
      at,
    )
}
