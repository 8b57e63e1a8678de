import { FUELS, OXYGEN_DENSITY } from '../gas/fuels.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { capital } from '../words/trade.ts'
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

/** Preheat, torch time and gas for the whole cut. Returns how long the torch is lit, s. */
export function planTimeAndGas(
  draft: Draft,
  speed: number,
  cuttingOxygen: number,
  gas: GasPlan,
  route: Route,
): number {
  const { work, rig } = draft.request
  const rise = Math.max(0, KINDLING_RISE_K - (work.temperatureK - STANDARD_TEMPERATURE_K))
  const factor = FUELS[rig.fuel].preheatTimeFactor
  const flat = route.pierces > 0
  const seconds = (at: 'edge' | 'flat', flux: number) => preheatTime(at, work.thicknessM, flux, rise)
  const [weak, usual, strong] = PREHEAT_FLUX
  const one = (flux: number, times: number) => seconds(flat ? 'flat' : 'edge', flux) * times
  draft.put('preheatTime', {
    value: one(usual, factor),
    low: one(strong, 1),
    high: one(weak, factor),
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
  const s = draft.figures.travelSpeed
  const cutting = route.timedM / speed
  const edges = route.starts - route.pierces
  const heating = (flux: number, times: number) =>
    (route.pierces * seconds('flat', flux) + edges * seconds('edge', flux)) * times
  const heat = heating(usual, factor)
  const litS = draft.put('torchTime', {
    value: cutting + heat,
    low: route.timedM / (s?.high ?? speed) + heating(strong, 1),
    high: route.timedM / (s?.low ?? speed) + heating(weak, factor),
    because: `${draft.show(cutting, 'time')} of cutting and ${draft.show(heat, 'time')} of preheat${route.starts > 1 ? ` for ${route.starts} starts` : ''}.`,
    from: { length: route.timedM, travelSpeed: speed, preheatTime: heat, starts: route.starts },
    cites: 'arithmetic',
  })
  const lit = draft.figures.torchTime ?? { low: litS, high: litS }
  const span = (name: 'cuttingOxygenFlow' | 'preheatOxygenFlow' | 'fuelFlow') =>
    draft.figures[name] ?? { low: 0, high: 0 }
  draft.put('oxygenUsed', {
    value: cutting * cuttingOxygen + litS * gas.preheatOxygen,
    low:
      (lit.low - heating(strong, 1)) * span('cuttingOxygenFlow').low +
      lit.low * span('preheatOxygenFlow').low,
    high:
      (lit.high - heating(weak, factor)) * span('cuttingOxygenFlow').high +
      lit.high * span('preheatOxygenFlow').high,
    because: `Cutting oxygen for ${draft.show(cutting, 'time')}, preheat oxygen for ${draft.show(litS, 'time')}. Lighting and trimming come on top.`,
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
    value: litS * gas.fuel,
    low: lit.low * span('fuelFlow').low,
    high: lit.high * span('fuelFlow').high,
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
export const shareBurnt = (
  kerfM: number,
  thicknessM: number,
  speed: number,
  flow: number,
  perIron = OXYGEN_PER_IRON,
): number => (kerfM * thicknessM * speed * STEEL_DENSITY * perIron * IRON_BURNT) / (flow * OXYGEN_DENSITY)

/** The share of the jet's oxygen that the kerf burns, and what to think of it. */
export function planOxygenBurnt(draft: Draft, kerf: number, speed: number, flow: number): void {
  const t = draft.thicknessM
  const k = draft.figures.kerf
  const share = (width: number, perIron: number) => shareBurnt(width, t, speed, flow, perIron)
  const value = draft.put('oxygenShareBurnt', {
    value: share(kerf, OXYGEN_PER_IRON),
    low: share(k?.low ?? kerf, OXYGEN_PER_IRON),
    high: share(k?.high ?? kerf, OXYGEN_PER_IRON_MOST),
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
