import type { SetFlame } from '../flame/set.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { isCopper } from '../metal/base-metals.ts'
import type { Filler } from '../metal/fillers.ts'
import type { BrazeRequest, BrazeRig } from './types.ts'

/** Share of the mixed gas that is fuel. */
const fuelShare = (fuel: FuelId) => {
  const { share, neutral } = FUELS[fuel].brazing
  return share ?? 1 / (1 + neutral[1])
}

/** Fuel through one torch, m³/s, by the speed of the mixed gas at its ports. 0.040 in: 6.7 scfh of acetylene at 130 m/s. */
export function fuelFlowOf(fuel: FuelId, orificeM: number, ports: number, exitSpeed?: number): number {
  const area = (Math.PI / 4) * orificeM * orificeM * ports
  return area * (exitSpeed ?? FUELS[fuel].brazing.exitSpeed[1]) * fuelShare(fuel)
}

/** Bore of each port for a fuel flow through one torch, m. */
export function orificeFor(fuel: FuelId, flow: number, ports: number): number {
  const area = flow / (FUELS[fuel].brazing.exitSpeed[1] * fuelShare(fuel)) / ports
  return Math.sqrt((4 * area) / Math.PI)
}

/** Cone tip to metal, m, by how the shop likes its heat; and what that does to the heat that goes in. */
export const CONE_M = { fierce: 0.01, 'by-tip': 0.015, soft: 0.025 } as const
/** How far that share may be out, either way. Source: craft trials. */
export const EFFICIENCY_SPAN = [0.8, 1.2] as const

/** A flame by name, why it is chosen, and what it does to the oxygen: a factor on the neutral ratio. */
export interface FlameChoice {
  /** As it is told. */
  readonly name: string
  /** As the torch is set. */
  readonly set: SetFlame
  readonly because: string
  readonly oxygen: number
  /** The choice of the shop that it was taken by. */
  readonly method?: 'flame' | 'ironFlame'
}

const REDUCING = { name: 'slightly reducing', set: 'carburising', oxygen: 0.92 } as const
const NEUTRAL = { name: 'neutral', set: 'neutral', oxygen: 1 } as const
const OXIDISING = { name: 'slightly oxidising', set: 'oxidising', oxygen: 1.12 } as const
const CARBURISING = { name: 'soft carburising', set: 'carburising', oxygen: 0.85 } as const

const ON_IRON = 'Carbon from a rich flame hardens the iron, spare oxygen burns it.'
const HOLDS_ZINC = 'a little spare oxygen puts a skin on the zinc and keeps it from boiling off.'

/** Which flame, by filler, metal and the shop's method. */
export function chooseFlame({ work, shop }: BrazeRequest, filler: Filler | undefined): FlameChoice {
  const metals = [work.a.metal, work.b.metal]
  const iron = metals.some((m) => ['cast-iron', 'steel', 'tool-steel'].includes(m.family))
  if (metals.some((m) => m.key === 'copper-tough-pitch'))
    return {
      ...NEUTRAL,
      because: 'Hydrogen in a reducing flame makes tough-pitch copper brittle: neutral, and short.',
    }
  if (filler?.kind === 'aluminium')
    return { ...REDUCING, because: 'A little too much fuel keeps the oxide on aluminium from growing.' }
  const { ironFlame } = shop.methods
  if (iron && filler?.kind === 'zinc' && ironFlame === 'slightly-oxidising')
    return {
      ...OXIDISING,
      method: 'ironFlame',
      because: `Your shop’s choice on iron: ${HOLDS_ZINC} ${ON_IRON}`,
    }
  // on steel a rich flame is for the bronze rod alone
  if (
    ironFlame === 'soft-carburising' &&
    (filler?.kind === 'zinc' ? iron : metals.some((m) => m.family === 'cast-iron'))
  )
    return {
      ...CARBURISING,
      method: 'ironFlame',
      because: 'Your shop’s choice on iron: soft and slow. It leaves carbon where it lingers.',
    }
  if (filler?.kind === 'zinc')
    return iron
      ? { ...NEUTRAL, method: 'ironFlame', because: `${ON_IRON} The other way: ${HOLDS_ZINC}` }
      : {
          ...OXIDISING,
          because: 'A little spare oxygen puts a skin on the zinc and keeps it from boiling off.',
        }
  if (filler?.kind === 'phosphorus' && metals.some(isCopper))
    return shop.methods.flame === 'neutral'
      ? {
          ...NEUTRAL,
          method: 'flame',
          because:
            'Your shop’s choice on copper; the other way takes it slightly reducing, softer and cooler.',
        }
      : {
          ...REDUCING,
          method: 'flame',
          because: 'Soft and a little cool, it keeps copper bright; the other way takes it neutral.',
        }
  return {
    ...NEUTRAL,
    because: 'Neither carbon nor spare oxygen gets to the metal, and what keeps it clean lasts.',
  }
}

/** What each wrong flame does here, in a sentence. */
export function wrongFlames(metals: readonly { readonly family: string }[], fluxed = true): string {
  const iron = metals.some((m) => m.family === 'cast-iron' || m.family === 'steel')
  return `Too much oxygen (pointed, hissing cone): scale, ${fluxed ? 'spent flux, ' : ''}pores.${iron ? ' It burns iron; carbon from a rich flame hardens it.' : ''} Too much fuel (long feather, yellow): soot under the filler, which then balls up.`
}

/** Oxygen per fuel as set, from the flame's factor. */
export const oxygenPerFuel = (rig: Pick<BrazeRig, 'fuel'>, flame: FlameChoice): number =>
  FUELS[rig.fuel].brazing.neutral[1] * flame.oxygen
