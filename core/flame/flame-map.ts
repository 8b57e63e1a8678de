import { burn, completeRatio, type Burnt, type BurntFuel } from './burn.ts'

/** Points of a map between no oxygen and half as much again as complete burning takes. */
export const MAP_POINTS = 60

/** Flames of a fuel over its mixtures, worked out once; read between its points. */
export interface FlameMap {
  readonly fuel: BurntFuel
  /** Oxygen for one of fuel from one point to the next. */
  readonly step: number
  /** K at each point; 0 where nothing burns. */
  readonly kelvin: readonly number[]
  /** Hydrogen over water. */
  readonly reducing: readonly number[]
  /** The cone's share of the heat. */
  readonly coneShare: readonly number[]
}

/**
 * The map of a fuel: each point from its neighbour.
 * @param points 2 or more
 */
export function flameMap(fuel: BurntFuel, points = MAP_POINTS): FlameMap {
  const step = (1.5 * completeRatio(fuel)) / points
  const burnt: (Burnt | undefined)[] = []
  for (let i = 1; i <= points; i++) burnt.push(burn({ fuel, ratio: i * step }, burnt.at(-1)))
  return {
    fuel,
    step,
    kelvin: burnt.map((b) => b?.temperature ?? 0),
    reducing: burnt.map((b) => b?.reducing ?? 0),
    coneShare: burnt.map((b) => b?.coneShare ?? 0),
  }
}

/** A flame read off a map, straight between its points. */
export interface MapRead {
  readonly kelvin: number
  readonly reducing: number
  readonly coneShare: number
}

/**
 * Reads a map.
 * @param ratio volumes of oxygen to one of fuel
 * @returns undefined off the map and where nothing burns
 */
export function readMap(map: FlameMap, ratio: number): MapRead | undefined {
  const at = ratio / map.step - 1
  const low = Math.floor(at)
  const part = at - low
  const of = (row: readonly number[]) => {
    const [a, b] = [row[low], row[low + 1] ?? row[low]]
    return a === undefined || b === undefined ? 0 : a + (b - a) * part
  }
  if ((map.kelvin[low] ?? 0) === 0 || (map.kelvin[low + 1] ?? 1) === 0) return undefined
  return { kelvin: of(map.kelvin), reducing: of(map.reducing), coneShare: of(map.coneShare) }
}
