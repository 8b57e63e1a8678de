import { FUELS } from '../gas/fuels.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { drillOfDiameter, INCH_M } from '../quantity/index.ts'
import { Draft, type GasPlan } from './draft.ts'
import { planFuelPressure, sayDraw } from './fuel.ts'
import { CHART_DIFFERS, planOxygen } from './oxygen.ts'
import { planGuide, planHeights, planKerf } from './place.ts'
import { sayWork } from './say.ts'
import { STEEL_TABLE_SOURCE, steelRow, thicknessFor, type SteelRow } from './steel-table.ts'
import { planOxygenBurnt, planTimeAndGas } from './time-and-gas.ts'
import { chartRow, chooseDrill, sameOrifice } from './tip.ts'
import type { ChartRow, CutPlan, CutRequest } from './types.ts'

const DEGREE = Math.PI / 180
/** Oxygen as good as it is sold; speed falls and oxygen rises by a quarter for each 1 % below it. */
const GOOD_PURITY = 0.995
const PER_PERCENT = 0.25
/** More fuel for an edge under scale or rust. */
const DIRTY_FUEL = 1.15
/** From this thickness the torch is held square, below it leans forward. */
const SQUARE_FROM_M = 0.5 * INCH_M * (1 - 1e-9)
const THICK_M = INCH_M * (1 - 1e-9)
const mid = ([low, high]: readonly [number, number]) => (low + high) / 2

/**
 * Plans one straight, square cut from an edge in low-carbon steel.
 * @param request metal, plate, rig and shop in SI; thickness above 0
 * @returns every figure that can be given, with source, span, reason and what it rests on; and the findings. A plan
 *   with a `stop` carries its codes on every figure: none of them is then to be set on a rig. Over 12 in, oxygen
 *   under 95 % or a metal that does not cut: a stop and no figures.
 * @example planCut(request).figures.cuttingOxygenPressure?.value // Pa gauge at the regulator, flowing
 */
export function planCut(request: CutRequest): CutPlan {
  const draft = new Draft(request)
  const { work, rig, shop } = request
  if (!sayWork(draft)) return draft.finish()
  const ambientPa = ambientPressurePa(shop.altitudeM)
  const steel = steelRow(work.thicknessM, rig.fuel)
  const poor = Math.max(0, GOOD_PURITY - rig.oxygenPurity) * 100 * PER_PERCENT

  const wanted = mid(steel.cuttingOxygen) * (1 + poor)
  const tip = planTip(draft, steel, wanted, ambientPa)
  const gas = planGas(draft, steel)
  const oxygen = planOxygen(draft, {
    orificeM: tip.orificeM,
    wantedFlow: wanted,
    wantedRange: [steel.cuttingOxygen[0] * (1 + poor), steel.cuttingOxygen[1] * (1 + poor)],
    wantedFrom: {
      thickness: work.thicknessM,
      tableLow: steel.cuttingOxygen[0],
      tableHigh: steel.cuttingOxygen[1],
      oxygenPurity: rig.oxygenPurity,
    },
    wantedBecause: `The middle of the ${draft.showSpan(steel.cuttingOxygen[0], steel.cuttingOxygen[1], 'flow')} published for ${draft.show(work.thicknessM, 'length')} plate${poor > 0 ? ', and more because the oxygen is impure' : ''}.`,
    preheatOxygen: gas.preheatOxygen,
    ambientPa,
    row: tip.row,
  })
  planFuelPressure(draft, gas.fuel, ambientPa, tip.row)
  const speed = planSpeed(draft, steel, poor, tip.row)
  planAngleAndDrag(draft)
  const kerf = planKerf(draft, tip.orificeM, tip.row)
  planHeights(draft, gas)
  planGuide(draft, kerf)
  const litS = planTimeAndGas(draft, speed, oxygen.flow, gas)
  planOxygenBurnt(draft, kerf, speed, oxygen.flow)
  sayDraw(draft, gas.fuel, litS)
  return draft.finish()
}

function planTip(
  draft: Draft,
  steel: SteelRow,
  wanted: number,
  ambientPa: number,
): { orificeM: number; row: ChartRow | undefined } {
  const { work, rig } = draft.request
  const [low, high] = steel.orificeM
  const row = chartRow(rig.chart, work.thicknessM, rig.tipOrificeM)
  const chosen = rig.tipOrificeM ?? row?.orificeM ?? chooseDrill(steel.orificeM, wanted, ambientPa) ?? low
  const drill = drillOfDiameter(chosen)
  const size = `${draft.show(chosen, 'length')}${drill ? ` (number drill ${drill.number})` : ''}`
  const span = draft.showSpan(low, high, 'length')
  const why =
    rig.tipOrificeM !== undefined
      ? `The tip you fitted, ${size}. `
      : row
        ? `Your chart's tip for this plate, ${size}. `
        : `Number drill size whose jet comes nearest the best pressure, ${size}. `
  draft.put('tipOrifice', {
    value: chosen,
    low,
    high,
    source: row ? 'chart' : 'worked-out',
    because: `${why}Published for this plate: ${span}.`,
    from: {
      thickness: work.thicknessM,
      tableLow: low,
      tableHigh: high,
      cuttingOxygenFlowWanted: wanted,
      ambientPressure: ambientPa,
    },
    cites: STEEL_TABLE_SOURCE,
  })
  sayTipSize(draft, chosen, steel.orificeM, row)
  return { orificeM: chosen, row }
}

function sayTipSize(
  draft: Draft,
  orificeM: number,
  [low, high]: readonly [number, number],
  row: ChartRow | undefined,
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
      `${draft.show(orificeM, 'length')} on a plate that takes ${draft.showSpan(low, high, 'length')}: wide kerf, rounded edge, wasted gas. ${goodFor()}`,
      where,
    )
  if (orificeM < low * 0.9999)
    draft.say(
      'mind',
      'tip-too-small',
      'Tip too small',
      `${draft.show(orificeM, 'length')} on a plate that takes ${draft.showSpan(low, high, 'length')}: it starves, goes slowly and loses the cut. ${goodFor()}`,
      where,
    )
  if (row) return
  const charted = chartRow(rig.chart, draft.request.work.thicknessM)
  if (charted && rig.tipOrificeM !== undefined)
    draft.say(
      'note',
      'chart-other-tip',
      'Your chart has another tip',
      `For this plate your chart gives ${draft.show(charted.orificeM, 'length')}. For the fitted tip the settings are worked out.`,
      where,
    )
  else if (rig.chart.some((r) => rig.tipOrificeM === undefined || sameOrifice(r.orificeM, rig.tipOrificeM)))
    draft.say(
      'note',
      'outside-chart',
      'Outside your chart',
      'Your chart does not reach this plate, so the settings are worked out. Try them on scrap first.',
      where,
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

function planGas(draft: Draft, steel: SteelRow): GasPlan {
  const { rig, work } = draft.request
  const more = work.surface === 'scale' || work.surface === 'rust' ? DIRTY_FUEL : 1
  const fuel = draft.put('fuelFlow', {
    value: mid(steel.fuel) * more,
    low: steel.fuel[0] * more,
    high: steel.fuel[1] * more,
    because: `The middle of the ${draft.showSpan(steel.fuel[0], steel.fuel[1], 'flow')} published for this plate${more > 1 ? `, and 15 % more to get through the ${work.surface}` : ''}.`,
    from: {
      thickness: work.thicknessM,
      fuel: rig.fuel,
      tableLow: steel.fuel[0],
      tableHigh: steel.fuel[1],
      surfaceFactor: more,
    },
    cites: STEEL_TABLE_SOURCE,
  })
  const [lean, rich] = FUELS[rig.fuel].preheatRatio
  const ratio = mid([lean, rich])
  const preheatOxygen = draft.put('preheatOxygenFlow', {
    value: fuel * ratio,
    low: steel.fuel[0] * more * lean,
    high: steel.fuel[1] * more * rich,
    because: `${ratio} volumes of oxygen to one of ${rig.fuel} (${lean} to ${rich} in cutting preheat).`,
    from: { fuelFlow: fuel, oxygenToFuel: ratio, ratioLow: lean, ratioHigh: rich },
    cites: 'ratios as practised in cutting preheat',
  })
  return { fuel, preheatOxygen }
}

function planSpeed(draft: Draft, steel: SteelRow, poor: number, row: ChartRow | undefined): number {
  const { rig, work } = draft.request
  const slower = Math.max(0, 1 - poor)
  const [low, high] = steel.speed
  const share = rig.handling === 'hand' ? 0.25 : rig.handling === 'track' ? 0.75 : 0.5
  const estimated = low + share * (high - low)
  const impure = poor > 0 ? ' Slower because the oxygen is impure.' : ''
  const place = { hand: 'a quarter up', track: 'three quarters up', 'not-said': 'the middle of' }[
    rig.handling
  ]
  if (row?.speed === undefined)
    return draft.put('travelSpeed', {
      value: estimated * slower,
      low: low * slower,
      high: high * slower,
      because: `${place[0]?.toUpperCase()}${place.slice(1)} the ${draft.showSpan(low, high, 'speed')} published for this plate.${impure}`,
      from: {
        thickness: work.thicknessM,
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

function planAngleAndDrag(draft: Draft): void {
  const t = draft.request.work.thicknessM
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
