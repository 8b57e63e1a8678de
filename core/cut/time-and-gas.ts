import { FUELS, OXYGEN_DENSITY } from '../gas/fuels.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { capital } from '../words/trade.ts'
import { inverse, productSpan, sumSpan, type Spanned } from '../span.ts'
import type { Draft, GasPlan } from './draft.ts'
import {
  CONDUCTIVITY,
  EDGE_SHARE,
  HEAT_CAPACITY,
  KINDLING_RISE_K,
  PREHEAT_FLUX,
  preheatTime,
} from './preheat.ts'
import type { Route } from './route.ts'
import { adviseOxygenBurnt } from './advise.ts'

const STEEL_DENSITY = 7850
/** kg of oxygen for a kg of iron burnt to FeO and, at most, to Fe3O4; share of the kerf that burns. */
const OXYGEN_PER_IRON = 0.2865
const OXYGEN_PER_IRON_MOST = 0.382
const IRON_BURNT = 0.7

const times = (a: Spanned, b: Spanned): Spanned => {
  const value = a.value * b.value
  return { value, ...productSpan(value, [a, b]) }
}

/** Preheat of one start, and of them all with what it takes by the figure that was put, wide, s. */
function planPreheat(draft: Draft, route: Route): Spanned {
  const { work, rig } = draft.request
  const rise = Math.max(0, KINDLING_RISE_K - (work.temperatureK - STANDARD_TEMPERATURE_K))
  const factor = FUELS[rig.fuel].preheatTimeFactor
  const flat = route.pierces > 0
  const seconds = (at: 'edge' | 'flat', flux: number) => preheatTime(at, work.thicknessM, flux, rise)
  const [weak, usual, strong] = PREHEAT_FLUX
  const one = (flux: number) => seconds(flat ? 'flat' : 'edge', flux) * factor
  const worked = one(usual)
  const span = productSpan(worked, [
    { value: worked, low: one(strong), high: one(weak) },
    // how much longer a fuel takes is an estimate of its own: from nothing to half as much again
    { value: factor, low: 1, high: factor * Math.sqrt(factor) },
  ])
  const value = draft.put('preheatTime', {
    value: worked,
    ...span,
    because: `Until ${flat ? 'the spot kindles on the flat, which takes twice as long as an edge' : 'a thick edge kindles or a thin one is heated through, whichever is sooner; an edge takes half as long as the flat'}.${factor > 1 ? ` ${capital(FUELS[rig.fuel].name)} takes about ${factor.toFixed(1)} times as long as acetylene.` : ''} Go by the colour, not by the clock.`,
    from: {
      thickness: work.thicknessM,
      temperatureRise: rise,
      heatFlux: usual,
      conductivity: CONDUCTIVITY,
      heatCapacity: HEAT_CAPACITY,
      edgeShare: flat ? 1 : EDGE_SHARE,
      fuelFactor: factor,
    },
    cites: `heat conduction into a half-space at 2 to 4 MW/m²${factor > 1 ? '; the fuel by heat for each area of its cones, an estimate' : ''}`,
  })
  const all =
    (route.pierces * seconds('flat', usual) + (route.starts - route.pierces) * seconds('edge', usual)) *
    factor
  // the other starts take longer or shorter just as the one that is told
  const starts = worked > 0 ? all / worked : 0
  const told = draft.wide('preheatTime', value)
  return { value: value * starts, low: told.low * starts, high: told.high * starts }
}

/** Preheat, torch time and gas for the whole cut. Returns how long the torch is lit, s. */
export function planTimeAndGas(
  draft: Draft,
  speed: number,
  cuttingOxygen: number,
  gas: GasPlan,
  route: Route,
): number {
  const heating = planPreheat(draft, route)
  const pace = inverse(draft.wide('travelSpeed', speed))
  const cutting: Spanned = {
    value: route.timedM * pace.value,
    low: route.timedM * pace.low,
    high: route.timedM * pace.high,
  }
  const litS = draft.put('torchTime', {
    value: cutting.value + heating.value,
    ...sumSpan([cutting, heating]),
    because: `${draft.show(cutting.value, 'time')} of cutting and ${draft.show(heating.value, 'time')} of preheat${route.starts > 1 ? ` for ${route.starts} starts` : ''}.`,
    from: {
      length: route.timedM,
      travelSpeed: speed,
      preheatTime: heating.value,
      starts: route.starts,
    },
    cites: 'arithmetic',
  })
  const lit = draft.wide('torchTime', litS)
  const jet = times(cutting, draft.wide('cuttingOxygenFlow', cuttingOxygen))
  const flame = times(lit, draft.wide('preheatOxygenFlow', gas.preheatOxygen))
  draft.put('oxygenUsed', {
    value: jet.value + flame.value,
    ...sumSpan([jet, flame]),
    because: `Cutting oxygen for ${draft.show(cutting.value, 'time')}, preheat oxygen for ${draft.show(litS, 'time')}. Lighting and trimming come on top.`,
    from: {
      length: route.timedM,
      travelSpeed: speed,
      cuttingOxygenFlow: cuttingOxygen,
      preheatOxygenFlow: gas.preheatOxygen,
      torchTime: litS,
    },
    cites: 'arithmetic',
  })
  draft.put('fuelUsed', {
    ...times(lit, draft.wide('fuelFlow', gas.fuel)),
    because: `Fuel for ${draft.show(litS, 'time')}. Lighting and trimming come on top.`,
    from: { fuelFlow: gas.fuel, torchTime: litS },
    cites: 'arithmetic',
  })
  return litS
}

/**
 * The share of the oxygen of a jet that a kerf burns to FeO: kerf and thickness in m, speed m/s, flow m³/s.
 * @example shareBurnt(0.002, 0.0127, 0.0064, (90 * CUBIC_FOOT_M3) / 3600) // 0.2728
 */
export const shareBurnt = (kerfM: number, thicknessM: number, speed: number, flow: number): number =>
  (kerfM * thicknessM * speed * STEEL_DENSITY * OXYGEN_PER_IRON * IRON_BURNT) / (flow * OXYGEN_DENSITY)

/** The share of the jet's oxygen that the kerf burns, and what to think of it. */
export function planOxygenBurnt(draft: Draft, kerf: number, speed: number, flow: number): void {
  const t = draft.thicknessM
  const burnt = shareBurnt(kerf, t, speed, flow)
  const value = draft.put('oxygenShareBurnt', {
    value: burnt,
    ...productSpan(burnt, [
      draft.wide('kerf', kerf),
      draft.wide('travelSpeed', speed),
      inverse(draft.wide('cuttingOxygenFlow', flow)),
      { value: OXYGEN_PER_IRON, low: OXYGEN_PER_IRON, high: OXYGEN_PER_IRON_MOST },
    ]),
    because:
      'Oxygen that the iron in the kerf burns, over the cutting oxygen that the jet brings. 20 to 60 % is usual.',
    from: {
      kerf,
      thickness: t,
      travelSpeed: speed,
      cuttingOxygenFlow: flow,
      steelDensity: STEEL_DENSITY,
      oxygenPerIron: OXYGEN_PER_IRON,
      ironBurnt: IRON_BURNT,
      oxygenDensity: OXYGEN_DENSITY,
    },
    cites: 'iron burnt to FeO, at most to Fe3O4, 70 % of the kerf',
  })
  adviseOxygenBurnt(draft, value)
}
