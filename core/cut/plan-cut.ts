import { adviseDraw } from '../piece/draw.ts'
import { FUELS } from '../gas/fuels.ts'
import { orificeFlow } from '../gas/orifice.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { factorOf } from '../piece/plan-change.ts'
import { cutsLike } from './own.ts'
import { ENOUGH_RUNS } from '../learn/learn.ts'
import { valuesOf } from '../learn/own-runs.ts'
import { drillOfDiameter, INCH_M } from '../quantity/index.ts'
import { adviseBefore } from './before.ts'
import { couldTry, lookUpChart, TRIAL_RATIO, type ChartAsked, type Charted } from './chart.ts'
import { Draft, type GasPlan } from './draft.ts'
import { planFuelPressure, adviseContents } from './fuel.ts'
import { metalFacts } from './metals.ts'
import { CHART_DIFFERS, planOxygen } from './oxygen.ts'
import { planGuide, planHeights, planKerf } from './place.ts'
import { cleanUp } from './clean.ts'
import { planShape, type Route } from './route.ts'
import { cleanerOf } from './tip-finder.ts'
import { planCarbon } from './advise-metal.ts'
import { adviseWork } from './advise.ts'
import { STEEL_TABLE_SOURCE, steelRow, TABLE_SPAN_M, perPropane, type SteelRow } from './steel-table.ts'
import { planOxygenBurnt, planTimeAndGas } from './time-and-gas.ts'
import { productSpan } from '../span.ts'
import { bevelSpeed, puritySpeed } from './slower.ts'
import { isThin, LAID_OVER_RAD, THIN_SPEED_SHARE } from './thin-plate.ts'
import { chooseDrill, GOOD_TIP_PRESSURE_PA, sameOrifice, TIP_PRESSURE_SPAN_PA } from './tip.ts'
import { judgeTip, platesFor, sayTip, TIP_CAP_PA, type TipSaid } from './tip-limits.ts'
import { adviseSet, leftAtTip, planUsual } from './usual.ts'
import type { CutPlan, CutRequest, OwnCut, Usual } from './types.ts'

const DEGREE = Math.PI / 180
/** More fuel for an edge under scale or rust, and for a bevel. */
const MORE_FUEL = 1.15
/** How far a flow that follows from another fuel's by equal heat may be out, as factors. */
const BY_HEAT_SPAN = [0.8, 1.25] as const
/** From this thickness the torch is held square, below it leans forward. */
const SQUARE_FROM_M = 0.5 * INCH_M * (1 - 1e-9)
const THICK_M = INCH_M * (1 - 1e-9)
/** How far under its middle the speed of a jet too small for the plate may lie, a share. */
const SMALL_JET_LOW = 0.7
/** Low in a range, as thin plate takes its gas: a quarter up. */
const lowIn = ([low, high]: readonly [number, number]) => low + (high - low) / 4
const mid = ([low, high]: readonly [number, number]) => (low + high) / 2

/**
 * Plans one cut with oxygen.
 * @param request work, rig and shop in SI; thickness above 0
 * @returns every figure that the shape calls for, with source, span, reason and what it rests on; what the tip does; the
 *   findings, the cautions to tick and the advice before the cut. A plan with a `stop` carries its codes on every figure:
 *   none of them is then to be set on a rig. Over 12 in, oxygen under 96 %, a metal that does not cut, a closed vessel or a
 *   bevel past its limit: a stop and no figures.
 * A figure of it: `planCut(request).figures.cuttingOxygenPressure?.value`, Pa gauge at the regulator, flowing.
 */
export function planCut(request: CutRequest): CutPlan {
  const draft = new Draft(request)
  const { work, rig, shop } = request
  const ambientPa = ambientPressurePa(shop.altitudeM)
  const asked = chooseTip(draft, ambientPa)
  draft.tip = asked.said
  if (!adviseWork(draft)) return draft.finish()
  planCarbon(draft)
  const steel = steelRow(draft.thicknessM, rig.fuel)
  const [low, high] = steel.cuttingOxygen
  const { orificeM, charted, own } = asked
  const pair = pairSet(request)
  putTip(draft, steel, asked, ambientPa)
  draft.holdTo(rig.held)
  draft.learnFrom(
    {
      travelSpeed: valuesOf(own, 'speed'),
      preheatTime: valuesOf(
        own.filter((c) => (c.pierced ?? false) === (work.start === 'pierce')),
        'preheatS',
      ),
    },
    ['preheatTime'],
  )
  const gas = planGas(draft, steel)
  // a tip that is too small is driven no harder than its cap
  const atCap = orificeFlow({ diameterM: orificeM, ambientPa }, asked.capPa)
  const oxygen = planOxygen(draft, {
    orificeM,
    wantedFlow: Math.min(asked.wanted, atCap),
    // thin plate keeps to the lower half of its row
    wantedRange: [
      Math.min(low, atCap),
      Math.min(isThin(draft.thicknessM) ? Math.max(asked.wanted, mid(steel.cuttingOxygen)) : high, atCap),
    ],
    wantedFrom: {
      thickness: draft.thicknessM,
      tableLow: low,
      tableHigh: high,
      ...(asked.capPa < Infinity ? { mostAtTip: asked.capPa } : {}),
    },
    wantedBecause:
      atCap < asked.wanted
        ? `As much as ${draft.show(asked.capPa, 'pressure')} at the tip drives through this bore, and no more is set; ${draft.showSpan(low, high, 'flow')} is published for ${draft.show(draft.thicknessM, 'length')} of steel.`
        : `${poorly(draft) ? 'The top of' : isThin(draft.thicknessM) ? 'Low in' : 'The middle of'} the ${draft.showSpan(low, high, 'flow')} published for ${draft.show(draft.thicknessM, 'length')} of steel.`,
    preheatOxygen: gas.preheatOxygen,
    ambientPa,
    row: charted?.row,
    own: valuesOf(own, 'oxygenAtTorchPa'),
    factor: factorOf(work.changes, 'oxygen'),
    saidPa: pair?.oxygenPa,
  })
  planFuelPressure(draft, gas.fuel, ambientPa, charted?.row, {
    own: valuesOf(own, 'fuelAtTorchPa'),
    factor: factorOf(work.changes, 'fuel'),
    saidPa: pair?.fuelPa,
  })
  const speed = planSpeed(draft, steel, asked)
  planDial(draft, speed)
  planAngleAndDrag(draft)
  const kerf = planKerf(draft, orificeM, charted?.row)
  planHeights(draft, gas)
  planGuide(draft, kerf)
  const route = planShape(draft, kerf, slowerBy(draft, steel))
  planCleanUp(draft, route)
  const litS = planTimeAndGas(draft, speed, oxygen.flow, gas, route)
  planOxygenBurnt(draft, kerf, speed, oxygen.flow)
  if (pair) adviseSet(draft, pair, orificeM)
  else if (work.shape !== 'fastener') planUsual(draft, orificeM, kerf, speed)
  adviseDraw(draft, request, gas.fuel, litS)
  adviseContents(draft)
  adviseBefore(draft, route)
  return draft.finish()
}

/** Metal that takes the most gas and the least speed of the range. */
const poorly = (draft: Draft) => metalFacts(draft.request.work.metal).cuttable === 'poorly'

/** How much more time a bevel takes than the plan's own cut: by the published middle speeds. */
const slowerBy = (draft: Draft, steel: SteelRow) => (bevelRad: number) => {
  if (bevelRad <= 0) return 1
  const slanting = draft.request.work.thicknessM / Math.cos(bevelRad)
  return slanting > TABLE_SPAN_M[1]
    ? 1
    : mid(steel.speed) / mid(steelRow(slanting, draft.request.rig.fuel).speed) / bevelSpeed(bevelRad)
}

/** The tip as it was come by, what the plate wants of it, and how it does. */
interface ChosenTip {
  readonly orificeM: number
  readonly charted: Charted | undefined
  /** The log's good cuts with it on this plate. */
  readonly own: readonly OwnCut[]
  /** Oxygen that the plate wants, m³/s, and the most pressure that is set for it at the tip, Pa gauge. */
  readonly wanted: number
  readonly capPa: number
  readonly said: TipSaid
  /** As fast as a jet too small for the row goes, m/s; absent where the tip sets no limit. */
  readonly fastest?: number
}

/** The pair that the plan sets as it was said; undefined where the plan sets its own. */
const pairSet = ({ usual }: CutRequest): Usual | undefined => (usual?.set === true ? usual : undefined)

/** The tip that is fitted, else the chart's, else the one that is sold and comes nearest; and how it does on this plate. */
function chooseTip(draft: Draft, ambientPa: number): ChosenTip {
  const { rig } = draft.request
  // past the table nothing is planned: its last row says what a tip would do at the most
  const thicknessM = Math.min(draft.thicknessM, TABLE_SPAN_M[1])
  const steel = steelRow(thicknessM, rig.fuel)
  const thin = isThin(draft.thicknessM)
  const most = steel.cuttingOxygen[1]
  const plenty = poorly(draft) ? most : thin ? lowIn(steel.cuttingOxygen) : mid(steel.cuttingOxygen)
  const pair = pairSet(draft.request)
  const fitted = pair?.tipOrificeM ?? rig.tipOrificeM
  const inChart = lookUpChart(rig.chart, chartAsked(draft, fitted))
  const orificeM =
    fitted ??
    inChart?.row.orificeM ??
    chooseDrill(steel.orificeM, plenty, ambientPa, thin ? TIP_PRESSURE_SPAN_PA[0] : GOOD_TIP_PRESSURE_PA) ??
    steel.orificeM[0]
  // a larger tip on thin plate still has to throw a hard jet
  const hard = orificeFlow({ diameterM: orificeM, ambientPa }, TIP_PRESSURE_SPAN_PA[0])
  const wanted = thin ? Math.max(plenty, Math.min(hard, most)) : plenty
  // a pair that was said is judged as it stands, whatever the chart has
  const charted = pair ? undefined : inChart
  const chartTop = Math.max(
    ...rig.chart.filter((r) => sameOrifice(r.orificeM, orificeM)).map((r) => r.oxygenPa?.[1] ?? 0),
    0,
  )
  const capPa = charted ? Infinity : chartTop > 0 ? chartTop : TIP_CAP_PA
  const own = cutsLike(rig.ownCuts, {
    orificeM,
    thicknessM: draft.thicknessM,
    fuel: rig.fuel,
    handling: rig.handling,
  })
  const common = { orificeM, charted, own, wanted, capPa }
  const does = (because: string): ChosenTip => ({ ...common, said: { verdict: 'does', because } })
  const judgedAt = (tipGaugePa: number): ChosenTip => {
    const asked = { thicknessM, orificeM, tipGaugePa, ambientPa }
    const judged = judgeTip(asked)
    return {
      ...common,
      said: { verdict: judged.verdict, because: sayTip(judged, asked, (si, as) => draft.show(si, as)) },
      ...(judged.speed < mid(judged.rowSpeed) * (1 - 1e-9) ? { fastest: judged.speed } : {}),
    }
  }
  if (pair) return judgedAt(leftAtTip(draft.request, pair, orificeM, thicknessM))
  const size = draft.show(orificeM, 'bore')
  if (charted && charted.how !== 'trial')
    return does(`Your chart has ${charted.row.tip === '' ? size : `size ${charted.row.tip}`} for this plate.`)
  if (rig.tipOrificeM === undefined && !charted)
    return { ...does(`${size} was chosen for this plate.`), capPa: Infinity }
  if (own.length >= ENOUGH_RUNS) return does(`${own.length} good cuts in your log had ${size} on this plate.`)
  return judgedAt(Math.min(capPa, charted?.row.oxygenGaugePa ?? Infinity))
}

function putTip(
  draft: Draft,
  steel: SteelRow,
  { orificeM: chosen, charted, own, wanted, said }: ChosenTip,
  ambientPa: number,
): void {
  const { rig } = draft.request
  const [low, high] = steel.orificeM
  const drill = drillOfDiameter(chosen)
  const size = `${draft.show(chosen, 'bore')}${drill ? ` (number drill ${drill.number})` : ''}`
  const pair = pairSet(draft.request)
  const why =
    (pair?.tipOrificeM ?? rig.tipOrificeM) !== undefined
      ? `The tip you ${pair ? 'said' : 'fitted'}, ${size}. `
      : charted
        ? `Your chart's tip for this plate, ${charted.row.tip === '' ? '' : `size ${charted.row.tip}, `}${size}. `
        : isThin(draft.thicknessM)
          ? `Thin plate takes a small tip at a low pressure, ${size}. `
          : `Number drill size whose jet comes nearest the best pressure, ${size}. `
  const cleaner = cleanerOf(chosen)
  draft.detail = {
    ...draft.detail,
    tipTableM: [low, high],
    goodCuts: own.length,
    ...(cleaner ? { cleaner: cleaner.number } : {}),
    ...(charted && charted.row.tip !== '' ? { chartSize: charted.row.tip } : {}),
  }
  draft.put('tipOrifice', {
    value: chosen,
    low,
    high,
    source: pair?.tipOrificeM !== undefined ? 'said' : charted ? 'chart' : 'worked-out',
    because: `${why}Published for this plate: ${draft.showSpan(low, high, 'bore')}.`,
    from: {
      thickness: draft.thicknessM,
      tableLow: low,
      tableHigh: high,
      cuttingOxygenFlowWanted: wanted,
      ambientPressure: ambientPa,
    },
    cites: STEEL_TABLE_SOURCE,
  })
  adviseTipSize(draft, chosen, said, ambientPa)
  if (!pair) adviseChart(draft, charted)
}

const chartAsked = (draft: Draft, orificeM: number | undefined): ChartAsked => ({
  thicknessM: draft.thicknessM,
  orificeM,
  trial: draft.request.work.trial,
  oxygenDivisionPa: draft.request.rig.oxygenDivisionPa,
  fuelDivisionPa: draft.request.rig.fuelDivisionPa,
})

/** What the edge takes afterwards, of which some slag is a part at any thickness. */
function planCleanUp(draft: Draft, route: Route): void {
  const { edgeFor, shape } = draft.request.work
  if (shape === 'pierce' || shape === 'fastener') return
  const seconds = cleanUp(route.timedM, edgeFor)
  draft.put('cleanUpTime', {
    ...seconds,
    because: `Slag knocked off and the edge filed${edgeFor === 'welded' ? ', and ground bright for the weld' : ''}. Some slag is normal; a clean cut takes the least of it.`,
    from: { length: route.timedM, cleanPerMetre: seconds.value / route.timedM },
    cites: 'common practice, an estimate',
  })
}

function adviseTipSize(draft: Draft, orificeM: number, said: TipSaid, ambientPa: number): void {
  if (said.verdict === 'does') return
  const { does, slow } = platesFor(orificeM, ambientPa)
  const spans = [
    does
      ? `It does ${draft.showSpan(does[0], does[1], 'length')} plate`
      : 'No plate in the table calls for it',
    slow ? `, and slowly up to ${draft.show(slow[1], 'length')}` : '',
  ]
  const text = `${said.because} ${spans.join('')}.`
  const where = { field: 'rig.tipOrifice', figure: 'tipOrifice' }
  if (said.verdict === 'no') draft.say('stop', 'tip-will-not-do', 'This tip will not do it', text, where)
  else if (said.verdict === 'slow') draft.say('mind', 'tip-too-small', 'Slow, will do', text, where)
  else draft.say('mind', 'tip-too-big', 'Tip too large', text, where)
}

function adviseChart(draft: Draft, charted: Charted | undefined): void {
  const { rig } = draft.request
  const where = { field: 'rig.tipOrifice', figure: 'tipOrifice' }
  if (charted) {
    adviseCharted(draft, charted)
    return
  }
  const other = lookUpChart(rig.chart, chartAsked(draft, undefined))
  if (other && rig.tipOrificeM !== undefined)
    draft.say(
      'note',
      'chart-other-tip',
      'Your chart has another tip',
      `For this plate your chart gives ${draft.show(other.row.orificeM, 'bore')}. For the fitted tip the settings are worked out.`,
      where,
    )
  else if (rig.chart.some((r) => rig.tipOrificeM === undefined || sameOrifice(r.orificeM, rig.tipOrificeM)))
    draft.say(
      'note',
      'outside-chart',
      'Outside your chart',
      `Your chart does not reach this plate, so the settings are worked out. Try them on scrap first.${couldTry(rig.chart, chartAsked(draft, rig.tipOrificeM)) ? ` It lies within ${Math.round((TRIAL_RATIO - 1) * 100)} % of the chart, so the nearest row may be tried instead: tick “Trial”.` : ''}`,
      { ...where, field: 'work.trial' },
    )
  else
    draft.say(
      'note',
      'no-chart',
      'No chart for this tip',
      "The settings are worked out, good for a first try on scrap. The torch maker's chart wins: enter it with the tip.",
      where,
    )
}

function adviseCharted(draft: Draft, { row, how }: Charted): void {
  const where = { field: 'work.trial', figure: 'tipOrifice' }
  if (!row.boreKnown)
    draft.say(
      'note',
      'chart-no-bore',
      `The bore of size ${row.tip} is not known`,
      `Pressures and speed are your chart's. Flow, kerf and guide are reckoned for ${draft.show(row.orificeM, 'bore')}, which is usual for its plates: measure the bore with drills once, and enter it with the chart.`,
      { field: 'rig.chart', figure: 'tipOrifice' },
    )
  if (how === 'trial')
    draft.say(
      'mind',
      'chart-trial',
      'A trial outside your chart',
      `Your chart's row for ${draft.showSpan(row.thicknessMinM, row.thicknessMaxM, 'length')} is tried on ${draft.show(draft.thicknessM, 'length')}. On scrap first; what comes out goes into the log as a trial.`,
      where,
    )
  if (how === 'between')
    draft.say(
      'note',
      'chart-between',
      'Between two rows of your chart',
      'Pressures, speed and kerf lie between the rows for the thinner and the thicker plate, by the logarithm of the thickness.',
      where,
    )
}

/** Where a flow of a published range lies nineteen times of twenty: its ends are those of the oddest tips. */
const ofRange = ([low, high]: readonly [number, number], thin: boolean) => ({
  low: low + (high - low) / 6,
  high: thin ? (low + high) / 2 : high - (high - low) / 6,
})

function planGas(draft: Draft, steel: SteelRow): GasPlan {
  const { rig, work } = draft.request
  const dirty = work.surface === 'scale' || work.surface === 'rust'
  const more = dirty || work.bevelRad > 0 ? MORE_FUEL : 1
  const [wideLow, wideHigh] = steel.fuelByHeat ? BY_HEAT_SPAN : [1, 1]
  const why = [dirty ? `to get through the ${work.surface}` : '', work.bevelRad > 0 ? 'for the bevel' : '']
    .filter((w) => w !== '')
    .join(' and ')
  const thin = isThin(draft.thicknessM)
  const middle = poorly(draft) ? steel.fuel[1] : thin ? lowIn(steel.fuel) : mid(steel.fuel)
  const fuel = draft.put('fuelFlow', {
    value: middle * more,
    ...productSpan(middle * more, [
      { value: middle, ...ofRange(steel.fuel, thin) },
      { value: 1, low: wideLow, high: wideHigh },
    ]),
    because: steel.fuelByHeat
      ? `An estimate: no flows of ${FUELS[rig.fuel].name} are published here, so it is what gives the same net heat as the propane for this plate (${perPropane(rig.fuel).toFixed(2)} volumes to one)${more > 1 ? `, and 15 % more ${why}` : ''}.`
      : `${poorly(draft) ? 'The top' : thin ? 'Thin plate takes little: low in' : 'The middle'}${thin && !poorly(draft) ? '' : ' of'} the ${draft.showSpan(steel.fuel[0], steel.fuel[1], 'flow')} published for this plate${more > 1 ? `, and 15 % more ${why}` : ''}.`,
    from: {
      thickness: draft.thicknessM,
      fuel: rig.fuel,
      tableLow: steel.fuel[0],
      tableHigh: steel.fuel[1],
      surfaceFactor: more,
      ...(steel.fuelByHeat ? { volumesPerPropane: perPropane(rig.fuel) } : {}),
    },
    cites: steel.fuelByHeat ? `equal net heat with propane; ${STEEL_TABLE_SOURCE}` : STEEL_TABLE_SOURCE,
  })
  const [lean, rich] = FUELS[rig.fuel].preheatRatio
  const ratio = mid([lean, rich])
  const preheatOxygen = draft.put('preheatOxygenFlow', {
    value: fuel * ratio,
    ...productSpan(fuel * ratio, [draft.wide('fuelFlow', fuel), { value: ratio, low: lean, high: rich }]),
    because: `${Math.round(ratio * 1000) / 1000} volumes of oxygen to one of ${FUELS[rig.fuel].name} (${lean} to ${rich} in cutting preheat).`,
    from: { fuelFlow: fuel, oxygenToFuel: ratio, ratioLow: lean, ratioHigh: rich },
    cites: 'ratios as practised in cutting preheat',
  })
  return { fuel, preheatOxygen }
}

/** What a plan's speed is multiplied by, with the words for it. */
function slowing(draft: Draft): { readonly purity: number; readonly bevel: number; readonly why: string } {
  const { rig, work } = draft.request
  const purity = puritySpeed(rig.oxygenPurity)
  const bevel = bevelSpeed(work.bevelRad)
  return {
    purity,
    bevel,
    why: `${purity < 1 ? ` Times ${purity.toFixed(2)} because the oxygen is impure.` : ''}${bevel < 1 ? ` Times ${bevel.toFixed(2)} for the bevel: the jet meets the plate aslant.` : ''}`,
  }
}

/**
 * Where in the row's speeds this cut is made, and between which of them it may lie, 0 to 1; the top speeds go with
 * machines, the low ones with hands.
 */
function placeInRow(draft: Draft): {
  readonly share: number
  readonly within: readonly [number, number]
  readonly words: string
} {
  const { handling } = draft.request.rig
  if (poorly(draft)) return { share: 0, within: [0, 0.5], words: 'The slow end of' }
  if (handling === 'track') return { share: 0.75, within: [0.5, 1], words: 'Three quarters up' }
  if (isThin(draft.thicknessM))
    return { share: THIN_SPEED_SHARE, within: [0.5, 1], words: 'Thin plate goes quickly: three quarters up' }
  return handling === 'hand'
    ? { share: 0.25, within: [0, 0.5], words: 'A quarter up' }
    : { share: 0.5, within: [0.2, 0.8], words: 'The middle of' }
}

function planSpeed(draft: Draft, steel: SteelRow, { charted, fastest, said }: ChosenTip): number {
  const { rig } = draft.request
  const row = charted?.row
  const { purity, bevel, why } = slowing(draft)
  const slower = purity * bevel
  const [low, high] = steel.speed
  const { share, within, words } = placeInRow(draft)
  const at = (part: number) => low + part * (high - low)
  const estimated = at(share)
  if (row?.speed === undefined) {
    const held = fastest !== undefined && fastest < estimated
    const value = held ? fastest : estimated
    return draft.put('travelSpeed', {
      value: value * slower,
      low: (held ? value * SMALL_JET_LOW : at(within[0])) * slower,
      high: (held ? value : at(within[1])) * slower,
      because: `${held ? said.because : `${words} the ${draft.showSpan(low, high, 'speed')} published for this plate.`}${why}`,
      from: {
        thickness: draft.thicknessM,
        tableLow: low,
        tableHigh: high,
        shareOfRange: share,
        purityFactor: purity,
        bevelFactor: bevel,
        handling: rig.handling,
        ...(held ? { jetSupports: fastest } : {}),
      },
      cites: held ? 'speed falls with the flow and the square of the bore under the row' : STEEL_TABLE_SOURCE,
    })
  }
  if (Math.abs(row.speed / estimated - 1) > CHART_DIFFERS)
    draft.say(
      'mind',
      'chart-speed-differs',
      'Chart and estimate disagree',
      `Your chart says ${draft.show(row.speed, 'speed')}; published for this plate is ${draft.showSpan(low, high, 'speed')}, and ${draft.show(estimated, 'speed')} would be chosen. Your chart is used. Try it on scrap.`,
      { figure: 'travelSpeed' },
    )
  const value = row.speed * slower
  const range = row.speeds
  return draft.put('travelSpeed', {
    value,
    low: range ? range[0] * slower : value,
    high: range ? range[1] * slower : value,
    source: 'chart',
    because: `Your chart's ${range ? `${draft.showSpan(range[0], range[1], 'speed')}: ${draft.show(row.speed, 'speed')} for this plate, ${Math.round((1 - row.up) * 100)} % of the way up it` : draft.show(row.speed, 'speed')}.${why}`,
    from: { chartedSpeed: row.speed, purityFactor: purity, bevelFactor: bevel },
    cites: 'your chart',
  })
}

/** What the track machine's dial is set to: between two of its own calibration points, never beyond them. */
function planDial(draft: Draft, speed: number): void {
  const { dial, handling } = draft.request.rig
  const [slowest, fastest] = [dial[0], dial.at(-1)]
  if (handling !== 'track' || !slowest || !fastest) return
  if (speed < slowest.speed * (1 - 1e-9) || speed > fastest.speed * (1 + 1e-9)) {
    draft.say(
      'mind',
      'dial-outside',
      'Outside what the dial was measured for',
      `${draft.show(speed, 'speed')} lies outside the ${draft.showSpan(slowest.speed, fastest.speed, 'speed')} that you timed. Time the machine over a measured length at this speed first.`,
      { field: 'rig.dial', figure: 'travelSpeed' },
    )
    return
  }
  const at = dial.findIndex((p) => p.speed >= speed * (1 - 1e-9))
  const above = dial[Math.max(1, at)] ?? fastest
  const below = dial[Math.max(1, at) - 1] ?? slowest
  const share = (speed - below.speed) / (above.speed - below.speed)
  const value = below.dial + share * (above.dial - below.dial)
  draft.put('trackDial', {
    value,
    low: below.dial,
    high: above.dial,
    source: 'log',
    because: `Between ${below.dial} (${draft.show(below.speed, 'speed')}) and ${above.dial} (${draft.show(above.speed, 'speed')}) of the machine's own calibration.`,
    from: { travelSpeed: speed, dialBelow: below.dial, dialAbove: above.dial },
    cites: 'your calibration of the machine',
  })
}

function planAngleAndDrag(draft: Draft): void {
  const t = draft.thicknessM
  const square = t >= SQUARE_FROM_M || draft.request.rig.handling === 'track'
  const [low, value, high] = square
    ? [0, 0, 0]
    : isThin(t)
      ? LAID_OVER_RAD
      : [5 * DEGREE, 10 * DEGREE, 15 * DEGREE]
  draft.put('travelAngle', {
    value,
    low,
    high,
    because: square
      ? t >= SQUARE_FROM_M
        ? 'Square to the plate from 1/2 in (12.7 mm) up.'
        : 'Square in the carriage; some lean it a few degrees forward on thin plate.'
      : isThin(t)
        ? 'Laid well over with the tip pointing ahead: the flame runs in front, and the jet goes through more metal.'
        : 'Leaning forward 5 to 15° below 1/2 in (12.7 mm), so that the flame runs ahead of the cut.',
    from: { thickness: t, squareFrom: SQUARE_FROM_M },
    cites: 'common practice; some hold the torch square on every plate',
  })
  const thick = t >= THICK_M
  const share = thick ? 0.15 : 0.1
  draft.put('drag', {
    value: share * t,
    low: thick ? 0.1 * t : 0,
    high: 0.2 * t,
    because: `${share * 100} % of the thickness. None gives the best face; 10 to 20 % is normal for thick work, more means too fast.`,
    from: { thickness: t, shareOfThickness: share },
    cites: 'common practice',
  })
}
