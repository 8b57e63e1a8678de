import { FUELS, OXYGEN, OXYGEN_DENSITY, type FuelId } from '../gas/fuels.ts'
import { hoseDrop, type Hose } from '../gas/hose.ts'
import { bisect, CD, orificeFlow } from '../gas/orifice.ts'
import { STANDARD_PRESSURE_PA, STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { coneLength } from './cone.ts'
import { burningVelocityAt } from './burning.ts'

/** A torch as its valves and its tip meet the gas: SI, pressures gauge at the regulators with gas flowing. */
export interface Torch {
  readonly fuel: FuelId
  /** Ports of the flame, and the bore of each, m. */
  readonly ports: number
  readonly portM: number
  /** Bore of the cutting jet, m; absent on a torch that does not cut. */
  readonly jetM?: number | undefined
  /** A cutting attachment: all its oxygen comes through the handle's own valve. */
  readonly handleValve: boolean
  readonly oxygenPa: number
  readonly fuelPa: number
  readonly oxygenHose: Hose
  readonly fuelHose: Hose
  /** The barometer, Pa absolute. */
  readonly ambientPa: number
}

/** What the hands do to it: turns of each valve from shut, and the lever. */
export interface Hands {
  readonly oxygen: number
  readonly fuel: number
  readonly handle: number
  readonly lever: boolean
}

/** What runs, m³/s at 70 F and 1 atm. */
export interface Flow {
  readonly fuel: number
  /** Into the flame. */
  readonly oxygen: number
  /** Through the cutting jet. */
  readonly jet: number
}

/** A torch with what its valves pass, so that it does what it was made for: worked out once. */
export interface SizedTorch extends Torch {
  /** Fuel and oxygen of the full neutral flame, m³/s. */
  readonly full: { readonly fuel: number; readonly oxygen: number }
  /** Length of its inner cones then, m. */
  readonly coneM: number
  /** Area of each valve, far open, with its coefficient, m². */
  readonly areas: { readonly oxygen: number; readonly fuel: number; readonly handle: number }
}

/** A valve that is open so far passes half of what it would wide open, turns: needle valves are quick at first. */
const HALF_OPEN = 0.8
/** The handle's oxygen valve is wider. */
const HANDLE_HALF_OPEN = 0.4
/** Openings at which the full neutral flame stands, turns. An estimate: each torch has its own. */
export const FULL_TURNS = { oxygen: 0.5, fuel: 0.625 } as const
/** A valve turns no further than this. */
export const MOST_TURNS = 2
/** Share of the pressure that the handle's valve takes, wide open, when jet and flame run. */
const HANDLE_LOSS = 0.05
/** At least this share of a pressure stands over a valve: set lower, a full flame is out of reach. */
const LEAST_OVER_VALVE = 0.15

const opening = (turns: number, half: number) => Math.max(0, turns) / (Math.max(0, turns) + half)
/** Density of a gas at 70 F and 1 atm, kg/m³. */
const densityOf = (specificGasConstant: number) =>
  STANDARD_PRESSURE_PA / (specificGasConstant * STANDARD_TEMPERATURE_K)

/** What drives a gas through a valve: its pressure difference, and no more than half of what stands before it, Pa. */
const driving = (beforePa: number, afterPa: number, ambientPa: number) =>
  Math.min(Math.max(0, beforePa - afterPa), (beforePa + ambientPa) / 2)

/** Mass flow per area of a valve, kg/(m² s). */
function flux(density: number, beforePa: number, afterPa: number, ambientPa: number): number {
  const here = (density * (beforePa + ambientPa)) / STANDARD_PRESSURE_PA
  return Math.sqrt(2 * here * driving(beforePa, afterPa, ambientPa))
}

const portArea = ({ ports, portM }: Torch) => (Math.PI / 4) * portM * portM * ports

/** The gauge pressure in the tip that drives a flow of both gases out of its ports, Pa. */
function tipPressure(torch: Torch, fuel: number, oxygen: number): number {
  const { specificGasConstant } = FUELS[torch.fuel]
  const flow = fuel + oxygen
  if (flow <= 0) return 0
  const density = (fuel * densityOf(specificGasConstant) + oxygen * OXYGEN_DENSITY) / flow
  const speed = (flow * STANDARD_PRESSURE_PA) / torch.ambientPa / (CD * portArea(torch))
  return (((density * torch.ambientPa) / STANDARD_PRESSURE_PA) * speed * speed) / 2
}

/** Speed of the gas at the ports, m/s. */
export const exitSpeed = (torch: Torch, { fuel, oxygen }: Flow): number =>
  ((fuel + oxygen) * STANDARD_PRESSURE_PA) / torch.ambientPa / portArea(torch)

/** Oxygen in the flame over that of the neutral setting; 0 without fuel or oxygen. */
export const mixtureOfFlow = (torch: Torch, { fuel, oxygen }: Flow): number =>
  fuel <= 0 ? 0 : oxygen / fuel / FUELS[torch.fuel].flame.neutral

/** A flame by its fuel over that of the full one, and its oxygen over neutral. */
export interface FlameShare {
  readonly share: number
  readonly mixture: number
}
/** What runs into such a flame, the jet shut. */
export function flowOfFlame(torch: SizedTorch, { share, mixture }: FlameShare): Flow {
  const fuel = share * torch.full.fuel
  return { fuel, oxygen: fuel * mixture * FUELS[torch.fuel].flame.neutral, jet: 0 }
}

/**
 * Sizes a torch's valves so that the flame of its tip is full and neutral with each valve as far open as usual, the
 * pressures being as they are set.
 */
export function sizeTorch(torch: Torch): SizedTorch {
  const fuel = FUELS[torch.fuel]
  const [, speed] = fuel.brazing.exitSpeed
  const mixture = (portArea(torch) * speed * torch.ambientPa) / STANDARD_PRESSURE_PA
  const full = {
    fuel: mixture / (1 + fuel.flame.neutral),
    oxygen: (mixture * fuel.flame.neutral) / (1 + fuel.flame.neutral),
  }
  const behind = tipPressure(torch, full.fuel, full.oxygen)
  const area = (side: 'oxygen' | 'fuel') => {
    const gas = side === 'oxygen' ? OXYGEN : fuel
    const set = side === 'oxygen' ? torch.oxygenPa : torch.fuelPa
    const before = atTorch(torch, side, set, full[side])
    const over = Math.min(behind, before * (1 - LEAST_OVER_VALVE))
    const density = side === 'oxygen' ? OXYGEN_DENSITY : densityOf(gas.specificGasConstant)
    const through = (full[side] * density) / flux(density, before, over, torch.ambientPa)
    return through / opening(FULL_TURNS[side], HALF_OPEN)
  }
  const jet =
    torch.jetM === undefined
      ? 0
      : orificeFlow({ diameterM: torch.jetM, ambientPa: torch.ambientPa }, torch.oxygenPa)
  const handle =
    ((jet + full.oxygen) * OXYGEN_DENSITY) /
    flux(OXYGEN_DENSITY, torch.oxygenPa, torch.oxygenPa * (1 - HANDLE_LOSS), torch.ambientPa) /
    opening(MOST_TURNS, HANDLE_HALF_OPEN)
  return {
    ...torch,
    full,
    coneM: coneLength(torch.portM, speed, burningVelocityAt(torch.fuel, 1)),
    areas: { oxygen: area('oxygen'), fuel: area('fuel'), handle },
  }
}

/** What is left of a setting at the torch while so much flows, Pa gauge. */
function atTorch(torch: Torch, side: 'oxygen' | 'fuel', setPa: number, flow: number): number {
  const [gas, hose] = side === 'oxygen' ? [OXYGEN, torch.oxygenHose] : [FUELS[torch.fuel], torch.fuelHose]
  return Math.max(0, setPa - hoseDrop(hose, gas, flow, setPa, torch.ambientPa))
}

/** What stands before each valve of the torch while so much runs, Pa gauge. */
function beforeValves(
  torch: SizedTorch,
  handle: number,
  { fuel, oxygen, jet }: Flow,
): { readonly oxygen: number; readonly fuel: number } {
  const through = oxygen + jet
  const fuelPa = atTorch(torch, 'fuel', torch.fuelPa, fuel)
  const oxygenPa = atTorch(torch, 'oxygen', torch.oxygenPa, through)
  if (!torch.handleValve) return { oxygen: oxygenPa, fuel: fuelPa }
  const area = torch.areas.handle * opening(handle, HANDLE_HALF_OPEN)
  if (area <= 0) return { oxygen: 0, fuel: fuelPa }
  const perArea = (through * OXYGEN_DENSITY) / area
  const here = (OXYGEN_DENSITY * (oxygenPa + torch.ambientPa)) / STANDARD_PRESSURE_PA
  return { oxygen: Math.max(0, oxygenPa - (perArea * perArea) / (2 * here)), fuel: fuelPa }
}

const jetOf = (torch: Torch, lever: boolean, oxygenPa: number) =>
  lever && torch.jetM !== undefined
    ? orificeFlow({ diameterM: torch.jetM, ambientPa: torch.ambientPa }, oxygenPa)
    : 0

/**
 * What runs through a torch, given what ran a moment ago through its hoses: what they lose is reckoned with that.
 * @param before 0 everywhere on a torch that was shut
 */
export function flowOf(torch: SizedTorch, hands: Hands, before: Flow): Flow {
  const { ambientPa, areas } = torch
  const pressures = beforeValves(torch, hands.handle, before)
  const fuelDensity = densityOf(FUELS[torch.fuel].specificGasConstant)
  const through = (side: 'oxygen' | 'fuel', density: number, behindPa: number) =>
    (areas[side] * opening(hands[side], HALF_OPEN) * flux(density, pressures[side], behindPa, ambientPa)) /
    density
  const sides = (behindPa: number) => ({
    fuel: through('fuel', fuelDensity, behindPa),
    oxygen: through('oxygen', OXYGEN_DENSITY, behindPa),
  })
  // both gases meet in the tip: the pressure there is the one that drives out what comes in
  const behind = bisect(
    (pa) => {
      const { fuel, oxygen } = sides(pa)
      return pa - tipPressure(torch, fuel, oxygen)
    },
    0,
    Math.max(pressures.oxygen, pressures.fuel, 1),
  )
  return { ...sides(behind), jet: jetOf(torch, hands.lever, pressures.oxygen) }
}

/**
 * How far the valves stand open for a flow of both gases, turns: what `flowOf` comes to rest at with them.
 * @returns each as far as it goes where the pressures do not reach it
 */
export function turnsFor(
  torch: SizedTorch,
  wanted: Pick<Flow, 'fuel' | 'oxygen'>,
  { handle, lever }: Pick<Hands, 'handle' | 'lever'>,
): { readonly oxygen: number; readonly fuel: number } {
  let jet = 0
  let pressures = beforeValves(torch, handle, { ...wanted, jet })
  for (let i = 0; lever && i < SETTLE; i++) {
    jet = (jet + jetOf(torch, lever, pressures.oxygen)) / 2
    pressures = beforeValves(torch, handle, { ...wanted, jet })
  }
  const behind = tipPressure(torch, wanted.fuel, wanted.oxygen)
  const turns = (side: 'oxygen' | 'fuel', density: number) => {
    if (wanted[side] <= 0) return 0
    const through = flux(density, pressures[side], behind, torch.ambientPa) * torch.areas[side]
    const share = through <= 0 ? 1 : (wanted[side] * density) / through
    return share >= 1 ? MOST_TURNS : Math.min(MOST_TURNS, (HALF_OPEN * share) / (1 - share))
  }
  return {
    oxygen: turns('oxygen', OXYGEN_DENSITY),
    fuel: turns('fuel', densityOf(FUELS[torch.fuel].specificGasConstant)),
  }
}

/** What runs on its way from one flow to another, by a share of the way. */
export const flowToward = (from: Flow, to: Flow, share: number): Flow => ({
  fuel: from.fuel + (to.fuel - from.fuel) * share,
  oxygen: from.oxygen + (to.oxygen - from.oxygen) * share,
  jet: from.jet + (to.jet - from.jet) * share,
})

/** How many times what runs is worked out anew until its hoses lose what they lose at it. */
const SETTLE = 40
/** What runs once all has settled, valves at rest. */
export function settledFlow(torch: SizedTorch, hands: Hands): Flow {
  let flow: Flow = { fuel: 0, oxygen: 0, jet: 0 }
  for (let i = 0; i < SETTLE; i++) flow = flowToward(flow, flowOf(torch, hands, flow), 1 / 2)
  return flow
}
