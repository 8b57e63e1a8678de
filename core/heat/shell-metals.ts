import { BASE_METALS, type BaseMetal } from '../metal/base-metals.ts'
import figures from './shell-metals.json' with { type: 'json' }

/** A metal as the heat bench takes it: conductivity and specific heat each 100 K from 0 to 1200 °C. */
export interface ShellMetal {
  readonly key: string
  /** kg/m³ */
  readonly density: number
  /** W/(m K) */
  readonly conductivity: readonly number[]
  /** J/(kg K) */
  readonly specificHeat: readonly number[]
  /** Above this it suffers: copper scales and grains coarsen, brass loses zinc, °C. */
  readonly tooHotC: number
  /** Begins to melt, °C. */
  readonly meltsC: number
  /** Its bare inside scales by the law of copper. */
  readonly scales: boolean
}

const POINTS = 13
const STEP_C = 100

/** So far under its melting a metal without a figure of its own is too hot, K. */
const UNDER_MELTING_K = 80

/** A base metal whose figures are known at two temperatures: straight between, level beyond. */
function fromBase(metal: BaseMetal): ShellMetal {
  const hotC = metal.hotK - 273.15
  const between = ([cold, hot]: readonly [number, number]) =>
    Array.from({ length: POINTS }, (_, i) => {
      const share = Math.min(1, Math.max(0, (i * STEP_C - 20) / (hotC - 20)))
      return cold + share * (hot - cold)
    })
  const meltsC = metal.solidusK - 273.15
  return {
    key: metal.key,
    density: metal.density,
    conductivity: between(metal.conductivity),
    specificHeat: between(metal.specificHeat),
    tooHotC: Math.min(meltsC - UNDER_MELTING_K, 1100),
    meltsC,
    scales: metal.family === 'copper',
  }
}

const TABLED: readonly ShellMetal[] = figures.table
/** Base metals of the planners that the bench has its own finer figures of. */
const SAME_AS: Readonly<Record<string, string>> = {
  'copper-tough-pitch': 'copper',
  'low-carbon-steel': 'steel',
  'stainless-304': 'stainless',
}

/** "const:k:rho:cp": figures that do not change with heat, as closed solutions want them; undefined where it is none. */
function constant(key: string): ShellMetal | undefined {
  const [word, ...figures] = key.split(':')
  const [k = NaN, density = NaN, cp = NaN] = figures.map(Number)
  if (word !== 'const' || figures.length !== 3 || !(k > 0 && density > 0 && cp > 0)) return undefined
  const level = (v: number) => Array.from({ length: POINTS }, () => v)
  return {
    key,
    density,
    conductivity: level(k),
    specificHeat: level(cp),
    tooHotC: Infinity,
    meltsC: Infinity,
    scales: false,
  }
}

/**
 * A metal of the heat bench by its key: one of its own table ("copper", "copper_dhp", "brass", "steel", "stainless"), a
 * base metal of the planners, or "const:k:rho:cp"; undefined where there is none.
 *
 * "copper" alone is the pure metal of the table; the planners' deoxidised tube is "copper_dhp".
 */
export function findShellMetal(key: string): ShellMetal | undefined {
  const named = TABLED.find((m) => m.key === (SAME_AS[key] ?? key))
  if (named) return named
  const base = BASE_METALS.find((m) => m.key === key)
  return base ? fromBase(base) : constant(key)
}

/** What a metal of the planners is called here: their copper is deoxidised tube. */
export const shellMetalOf = (baseKey: string): string => (baseKey === 'copper' ? 'copper_dhp' : baseKey)

/** Steps of temperature at which figures are laid up, K: the nearest is taken. */
export const LOOK_UP_K = 1
const interpolate = (points: readonly number[], celsius: number): number => {
  const at = Math.min(POINTS - 1, Math.max(0, celsius / STEP_C))
  const low = Math.min(POINTS - 2, Math.floor(at))
  const [a = 0, b = 0] = [points[low], points[low + 1]]
  return a + (b - a) * (at - low)
}

/** Conductivity, W/(m K), and specific heat, J/(kg K), at a temperature in °C. */
export const metalAt = (metal: ShellMetal, celsius: number): { readonly k: number; readonly cp: number } => ({
  k: interpolate(metal.conductivity, celsius),
  cp: interpolate(metal.specificHeat, celsius),
})

/** How specific heat changes, J/(kg K²), at a temperature in °C. */
export function slopeOfHeat(metal: ShellMetal, celsius: number): number {
  const at = celsius / STEP_C
  if (at < 0 || at >= POINTS - 1) return 0
  const low = Math.floor(at)
  return ((metal.specificHeat[low + 1] ?? 0) - (metal.specificHeat[low] ?? 0)) / STEP_C
}

/** Heat in a cubic metre above 0 °C, J/m³: the exact integral of the table. */
export function heatInside(metal: ShellMetal, celsius: number): number {
  const cp = metal.specificHeat
  let sum = 0
  if (celsius <= 0) return metal.density * (cp[0] ?? 0) * celsius
  for (let i = 0; i < POINTS - 1; i++) {
    const span = Math.min(STEP_C, celsius - i * STEP_C)
    if (span <= 0) break
    const [a = 0, b = 0] = [cp[i], cp[i + 1]]
    sum += span * (a + ((b - a) * span) / (2 * STEP_C))
  }
  const beyond = celsius - (POINTS - 1) * STEP_C
  if (beyond > 0) sum += beyond * (cp[POINTS - 1] ?? 0)
  return metal.density * sum
}
