import { OXYGEN_DENSITY } from '../gas/fuels.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import type { Draft, GasPlan } from './draft.ts'
import {
  CONDUCTIVITY,
  EDGE_SHARE,
  edgePreheatTime,
  HEAT_CAPACITY,
  KINDLING_RISE_K,
  PREHEAT_FLUX,
} from './preheat.ts'
import { sayOxygenBurnt } from './say.ts'

const STEEL_DENSITY = 7850
/** kg of oxygen for a kg of iron burnt to FeO and, at most, to Fe3O4; share of the kerf that burns. */
const OXYGEN_PER_IRON = 0.2865
const OXYGEN_PER_IRON_MOST = 0.382
const IRON_BURNT = 0.7

/** Preheat, torch time and gas for the whole cut. Returns how long the torch is lit, s. */
export function planTimeAndGas(draft: Draft, speed: number, cuttingOxygen: number, gas: GasPlan): number {
  const { work } = draft.request
  const rise = Math.max(0, KINDLING_RISE_K - (work.temperatureK - STANDARD_TEMPERATURE_K))
  const seconds = (flux: number) => edgePreheatTime(work.thicknessM, flux, rise)
  const [weak, usual, strong] = PREHEAT_FLUX
  const preheat = draft.put('preheatTime', {
    value: seconds(usual),
    low: seconds(strong),
    high: seconds(weak),
    because:
      'Until a thick edge kindles or a thin one is heated through, whichever is sooner; an edge takes half as long as the flat. Go by the colour, not by the clock.',
    from: {
      thickness: work.thicknessM,
      temperatureRise: rise,
      heatFlux: usual,
      conductivity: CONDUCTIVITY,
      heatCapacity: HEAT_CAPACITY,
      edgeShare: EDGE_SHARE,
    },
    cites: 'heat conduction into a half-space at 2 to 4 MW/m²',
  })
  const s = draft.figures.travelSpeed
  const cutting = work.lengthM / speed
  const litS = draft.put('torchTime', {
    value: cutting + preheat,
    low: work.lengthM / (s?.high ?? speed) + seconds(strong),
    high: work.lengthM / (s?.low ?? speed) + seconds(weak),
    because: `${draft.show(cutting, 'time')} of cutting and ${draft.show(preheat, 'time')} of preheat.`,
    from: { length: work.lengthM, travelSpeed: speed, preheatTime: preheat },
    cites: 'arithmetic',
  })
  const t = draft.figures.torchTime
  const lit = { low: t?.low ?? litS, high: t?.high ?? litS }
  const span = (name: 'cuttingOxygenFlow' | 'preheatOxygenFlow' | 'fuelFlow') =>
    draft.figures[name] ?? { low: 0, high: 0 }
  draft.put('oxygenUsed', {
    value: cutting * cuttingOxygen + litS * gas.preheatOxygen,
    low:
      (lit.low - seconds(strong)) * span('cuttingOxygenFlow').low + lit.low * span('preheatOxygenFlow').low,
    high:
      (lit.high - seconds(weak)) * span('cuttingOxygenFlow').high + lit.high * span('preheatOxygenFlow').high,
    because: `Cutting oxygen for ${draft.show(cutting, 'time')}, preheat oxygen for ${draft.show(litS, 'time')}. Lighting and trimming come on top.`,
    from: {
      length: work.lengthM,
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

/** The share of the jet's oxygen that the kerf burns, and what to think of it. */
export function planOxygenBurnt(draft: Draft, kerf: number, speed: number, flow: number): void {
  const t = draft.request.work.thicknessM
  const k = draft.figures.kerf
  const share = (width: number, perIron: number) =>
    (width * t * speed * STEEL_DENSITY * perIron * IRON_BURNT) / (flow * OXYGEN_DENSITY)
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
  sayOxygenBurnt(draft, value)
}
