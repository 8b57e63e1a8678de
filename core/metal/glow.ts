import { celsius } from './table.ts'

/** Colours of glowing metal in a dim shop: the temperature from which each is seen, K, and its name. */
export const GLOWS: readonly { readonly fromK: number; readonly name: string }[] = [
  { fromK: celsius(500), name: 'faint black-red' },
  { fromK: celsius(575), name: 'dull red' },
  { fromK: celsius(675), name: 'dark cherry' },
  { fromK: celsius(740), name: 'cherry' },
  { fromK: celsius(830), name: 'bright cherry' },
  { fromK: celsius(930), name: 'orange' },
  { fromK: celsius(1050), name: 'straw' },
  { fromK: celsius(1200), name: 'near white' },
]

/** What a temperature looks like in a dim shop; in daylight every colour comes about 100 °C later. */
export const glowAt = (kelvin: number): string => GLOWS.findLast((g) => kelvin >= g.fromK)?.name ?? 'no glow'

/** What general paste flux shows on the way up: the temperature from which, K, and the sign. */
export const FLUX_STAGES: readonly { readonly fromK: number; readonly sign: string }[] = [
  { fromK: celsius(100), sign: 'its water boils off' },
  { fromK: celsius(315), sign: 'white and puffed up' },
  { fromK: celsius(425), sign: 'lies down, milky' },
  { fromK: celsius(590), sign: 'clear and wet like water' },
]
