import { adviseDraw } from '../piece/draw.ts'
import { FUELS } from '../gas/fuels.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { factorOf } from '../piece/plan-change.ts'
import { cutsLike } from './own.ts'
import { valuesOf } from '../learn/own-runs.ts'
import { drillOfDiameter, INCH_M } from '../quantity/index.ts'
import { adviseBefore } from './before.ts'
import { couldTry, lookUpChart, TRIAL_RATIO, type ChartAsked, type Charted } from './chart.ts'
import { Draft, type GasPlan } from './draft.ts'
import { planFuelPressure, adviseContents } from './fuel.ts'
import { metalFacts } from './metals.ts'
import { CHART_DIFFERS, planOxygen } from './oxygen.ts'
import { planGuide, planHeights, planKerf } from './place.ts'
import { planShape } from './route.ts'
import { planCarbon } from './advise-metal.ts'
import { adviseWork } from './advise.ts'
import {
  STEEL_TABLE_SOURCE,
  steelRow,
  TABLE_SPAN_M,
  thicknessFor,
  perPropane,
  type SteelRow,
} from './steel-table.ts'
import { planOxygenBurnt, planTimeAndGas } from './time-and-gas.ts'
import { productSpan } from '../span.ts'
import { chooseDrill, sameOrifice } from './tip.ts'
import { planUsual } from './usual.ts'
import type { ChartRow, CutPlan, CutRequest } from './types.ts'

const DEGREE = Math.PI / 180
/** Oxygen as good as it is sold; speed falls and oxygen rises by a quarter for each 1 % below it. */
const GOOD_PURITY = 0.995
const PER_PERCENT = 0.25
/** More fuel for an edge under scale or rust, and for a bevel. */
const MORE_FUEL = 1.15
/** How far a flow that follows from another fuel's by equal heat may be out, as factors. */
const BY_HEAT_SPAN = [0.75, 1.5] as const
/** From this thickness the torch is held square, below it leans forward. */
const SQUARE_FROM_M = 0.5 * INCH_M * (1 - 1e-9)
const THICK_M = INCH_M * (1 - 1e-9)
const mid = ([low, high]: readonly [number, number]) => (low + high) / 2

/**
 * Plans one cut with oxygen.
 * @param request work, rig and shop in SI; thickness above 0
 * @returns every figure that the shape calls for, with source, span, reason and what it rests on; the findings, the
 *   cautions to tick and the advice before the cut. A plan with a `stop` carries its codes on every figure: none of
 *   them is then to be set on a rig. Over 12 in, oxygen under 95.5 %, a metal that does not cut, a closed vessel or a
 *   bevel past its limit: a stop and no figures.
 * A figure of it: `planCut(request).figures.cuttingOxygenPressure?.value`, Pa gauge at the regulator, flowing.
 */
export function planCut(request: CutRequest): CutPlan {
  const draft = new Draft(request)
  const { work, rig, shop } = request
  if (!adviseWork(draft)) return draft.finish()
  planCarbon(draft)
  const ambientPa = ambientPressurePa(shop.altitudeM)
  const steel = steelRow(draft.thicknessM, rig.fuel)
  const poor = Math.max(0, GOOD_PURITY - rig.oxygenPurity) * 100 * PER_PERCENT

  const [low, high] = steel.cuttingOxygen
  const wanted = (poorly(draft) ? high : mid(steel.cuttingOxygen)) * (1 + poor)
  const tip = planTip(draft, steel, wanted, ambientPa)
  const own = cutsLike(rig.ownCuts, {
    orificeM: tip.orificeM,
    thicknessM: draft.thicknessM,
    fuel: rig.fuel,
    handling: rig.handling,
  })
  draft.holdTo(rig.held)
  draft.learnFrom({ travelSpeed: valuesOf(own, 'speed'), preheatTime: valuesOf(own, 'preheatS') })
  const gas = planGas(draft, steel)
  const oxygen = planOxygen(draft, {
    orificeM: tip.orificeM,
    wantedFlow: wanted,
    wantedRange: [low * (1 + poor), high * (1 + poor)],
    wantedFrom: {
      thickness: draft.thicknessM,
      tableLow: low,
      tableHigh: high,
      oxygenPurity: rig.oxygenPurity,
    },
    wantedBecause: `${poorly(draft) ? 'The top' : 'The middle'} of the ${draft.showSpan(low, high, 'flow')} published for ${draft.show(draft.thicknessM, 'length')} of steel${poor > 0 ? ', and more because the oxygen is impure' : ''}.`,
    preheatOxygen: gas.preheatOxygen,
    ambientPa,
    row: tip.charted?.row,
    own: valuesOf(own, 'oxygenAtTorchPa'),
    factor: factorOf(work.changes, 'oxygen'),
  })
  planFuelPressure(draft, gas.fuel, ambientPa, tip.charted?.row, {
    own: valuesOf(own, 'fuelAtTorchPa'),
    factor: factorOf(work.changes, 'fuel'),
  })
  const speed = planSpeed(draft, steel, poor, tip.charted?.row)
  planDial(draft, speed)
  planAngleAndDrag(draft)
  const kerf = planKerf(draft, tip.orificeM, tip.charted?.row)
  planHeights(draft, gas)
  planGuide(draft, kerf)
  const route = planShape(draft, kerf, slowerBy(draft, steel))
  const litS = planTimeAndGas(draft, speed, oxygen.flow, gas, route)
  planOxygenBurnt(draft, kerf, speed, oxygen.flow)
  if (work.shape !== 'fastener') planUsual(draft, tip.orificeM, kerf, speed)
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
    : mid(steel.speed) / mid(steelRow(slanting, draft.request.rig.fuel).speed)
}

function planTip(
  draft: Draft,
  steel: SteelRow,
  wanted: number,
  ambientPa: number,
): { orificeM: number; charted: Charted | undefined } {
  const { rig } = draft.request
  const [low, high] = steel.orificeM
  const charted = lookUpChart(rig.chart, chartAsked(draft, rig.tipOrificeM))
  const row = charted?.row
  const chosen = rig.tipOrificeM ?? row?.orificeM ?? chooseDrill(steel.orificeM, wanted, ambientPa) ?? low
  const drill = drillOfDiameter(chosen)
  const size = `${draft.show(chosen, 'bore')}${drill ? ` (number drill ${drill.number})` : ''}`
  const span = draft.showSpan(low, high, 'bore')
  const why =
    rig.tipOrificeM !== undefined
      ? `The tip you fitted, ${size}. `
      : row
        ? `Your chart's tip for this plate, ${size}. `
        : `Number drill size whose jet comes nearest the best pressure, ${size}. `
  draft.detail = { ...draft.detail, tipTableM: [low, high] }
  draft.put('tipOrifice', {
    value: chosen,
    low,
    high,
    source: row ? 'chart' : 'worked-out',
    because: `${why}Published for this plate: ${span}.`,
    from: {
      thickness: draft.thicknessM,
      tableLow: low,
      tableHigh: high,
      cuttingOxygenFlowWanted: wanted,
      ambientPressure: ambientPa,
    },
    cites: STEEL_TABLE_SOURCE,
  })
  adviseTipSize(draft, chosen, steel.orificeM, charted)
  return { orificeM: chosen, charted }
}

const chartAsked = (draft: Draft, orificeM: number | undefined): ChartAsked => ({
  thicknessM: draft.thicknessM,
  orificeM,
  trial: draft.request.work.trial,
  oxygenDivisionPa: draft.request.rig.oxygenDivisionPa,
  fuelDivisionPa: draft.request.rig.fuelDivisionPa,
})

function adviseTipSize(
  draft: Draft,
  orificeM: number,
  [low, high]: readonly [number, number],
  charted: Charted | undefined,
): void {
  const { rig } = draft.request
  const where = { field: 'rig.tipOrifice', figure: 'tipOrifice' }
  const goodFor = () => {
    const good = thicknessFor(orificeM)
    return good
      ? `It is good for ${draft.showSpan(good[0], good[1], 'length')} plate.`
      : 'No plate in the table calls for it.'
  }
  if (orificeM > high * 1.0001)
    draft.say(
      'mind',
      'tip-too-big',
      'Tip too big',
      `${draft.show(orificeM, 'bore')} on a plate that takes ${draft.showSpan(low, high, 'bore')}: wide kerf, rounded edge, wasted gas. ${goodFor()}`,
      where,
    )
  if (orificeM < low * 0.9999)
    draft.say(
      'mind',
      'tip-too-small',
      'Tip too small',
      `${draft.show(orificeM, 'bore')} on a plate that takes ${draft.showSpan(low, high, 'bore')}: it starves, goes slowly and loses the cut. ${goodFor()}`,
      where,
    )
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

function planGas(draft: Draft, steel: SteelRow): GasPlan {
  const { rig, work } = draft.request
  const dirty = work.surface === 'scale' || work.surface === 'rust'
  const more = dirty || work.bevelRad > 0 ? MORE_FUEL : 1
  const [wideLow, wideHigh] = steel.fuelByHeat ? BY_HEAT_SPAN : [1, 1]
  const why = [dirty ? `to get through the ${work.surface}` : '', work.bevelRad > 0 ? 'for the bevel' : '']
    .filter((w) => w !== '')
    .join(' and ')
  const middle = poorly(draft) ? steel.fuel[1] : mid(steel.fuel)
  const fuel = draft.put('fuelFlow', {
    value: middle * more,
    ...productSpan(middle * more, [
      { value: middle, low: steel.fuel[0], high: steel.fuel[1] },
      { value: 1, low: wideLow, high: wideHigh },
    ]),
    because: steel.fuelByHeat
      ? `An estimate: no flows of ${FUELS[rig.fuel].name} are published here, so it is what gives the same net heat as the propane for this plate (${perPropane(rig.fuel).toFixed(2)} volumes to one)${more > 1 ? `, and 15 % more ${why}` : ''}.`
      : `${poorly(draft) ? 'The top' : 'The middle'} of the ${draft.showSpan(steel.fuel[0], steel.fuel[1], 'flow')} published for this plate${more > 1 ? `, and 15 % more ${why}` : ''}.`,
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

function planSpeed(draft: Draft, steel: SteelRow, poor: number, row: ChartRow | undefined): number {
  const { rig } = draft.request
  const slower = Math.max(0, 1 - poor)
  const [low, high] = steel.speed
  const share = poorly(draft) ? 0 : rig.handling === 'hand' ? 0.25 : rig.handling === 'track' ? 0.75 : 0.5
  const estimated = low + share * (high - low)
  const impure = poor > 0 ? ' Slower because the oxygen is impure.' : ''
  const place = poorly(draft)
    ? 'the slow end of'
    : { hand: 'a quarter up', track: 'three quarters up', 'not-said': 'the middle of' }[rig.handling]
  if (row?.speed === undefined)
    return draft.put('travelSpeed', {
      value: estimated * slower,
      low: low * slower,
      high: high * slower,
      because: `${place[0]?.toUpperCase()}${place.slice(1)} the ${draft.showSpan(low, high, 'speed')} published for this plate.${impure}`,
      from: {
        thickness: draft.thicknessM,
        tableLow: low,
        tableHigh: high,
        shareOfRange: share,
        purityFactor: slower,
        handling: rig.handling,
      },
      cites: STEEL_TABLE_SOURCE,
    })
  if (Math.abs(row.speed / estimated - 1) > CHART_DIFFERS)
    draft.say(
      'mind',
      'chart-speed-differs',
      'Chart and estimate disagree',
      `Your chart says ${draft.show(row.speed, 'speed')}; published for this plate is ${draft.showSpan(low, high, 'speed')}, and ${draft.show(estimated, 'speed')} would be chosen. Your chart is used. Try it on scrap.`,
      { figure: 'travelSpeed' },
    )
  const value = row.speed * slower
  return draft.put('travelSpeed', {
    value,
    low: value,
    high: value,
    source: 'chart',
    because: `Your chart's ${draft.show(row.speed, 'speed')}.${impure}`,
    from: { chartedSpeed: row.speed, purityFactor: slower },
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
  const square = t >= SQUARE_FROM_M
  draft.put('travelAngle', {
    value: square ? 0 : 10 * DEGREE,
    low: square ? 0 : 5 * DEGREE,
    high: square ? 0 : 15 * DEGREE,
    because: square
      ? 'Square to the plate from 1/2 in (12.7 mm) up.'
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
