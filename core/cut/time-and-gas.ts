import { FUELS, OXYGEN_DENSITY } from '../gas/fuels.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { capital } from '../words/trade.ts'
import { inverse, productSpan, sumSpan, type Spanned } from '../span.ts'
import type { Draft, GasPlan } from './draft.ts'
import { kindling, KINDLING_RISE_K, startFactors } from './preheat.ts'
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

/** Words for what is multiplied onto the time of an edge, where it is not 1. */
function startWords(draft: Draft, at: 'edge' | 'flat'): string {
  const { work, rig } = draft.request
  const { fuel, edge, surface, wet, warm } = startFactors(at, { ...work, fuel: rig.fuel })
  const by = (n: number) => n.toFixed(1)
  return [
    at === 'flat' ? ' On the flat it takes two to three times as long as at an edge.' : '',
    fuel.value > 1
      ? ` ${capital(FUELS[rig.fuel].name)} takes ${by(fuel.low)} to ${by(fuel.high)} times as long as acetylene.`
      : '',
    edge.value < 1 ? ' Sooner on a sharp or cold-rolled edge.' : '',
    surface.value > 1 ? ` Longer through ${work.surface}.` : '',
    wet.value > 1 ? ' Longer on a wet or frozen plate, which is warmed dry first.' : '',
    warm.value < 0.95 ? ' Sooner because the plate is warm.' : '',
  ].join('')
}

/** Preheat of one start, and of them all with what it takes by the figure that was put, wide, s. */
function planPreheat(draft: Draft, route: Route): Spanned {
  const { work, rig } = draft.request
  const at = route.pierces > 0 ? 'flat' : 'edge'
  const asked = { ...work, fuel: rig.fuel }
  const worked = kindling(at, asked)
  const factors = startFactors(at, asked)
  const value = draft.put('preheatTime', {
    ...worked,
    because: `What ${at === 'edge' ? 'an edge' : 'a spot'} of this plate takes by hand until it kindles.${startWords(draft, at)} Go by the colour, not by the clock.`,
    from: {
      thickness: work.thicknessM,
      temperatureRise: Math.max(0, KINDLING_RISE_K - (work.temperatureK - STANDARD_TEMPERATURE_K)),
      flatFactor: factors.flat.value,
      fuelFactor: factors.fuel.value,
      edgeFactor: factors.edge.value,
      surfaceFactor: factors.surface.value,
      wetFactor: factors.wet.value,
    },
    cites: 'craft figures by plate for acetylene at an edge, by hand',
  })
  const edge = route.starts - route.pierces
  const all =
    route.pierces * kindling('flat', asked).value + (edge > 0 ? edge * kindling('edge', asked).value : 0)
  // the other starts take longer or shorter just as the one that is told
  const starts = worked.value > 0 ? all / worked.value : 0
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
