import type { Light } from './flame-paint.ts'

export type Rgb = readonly [number, number, number]
const rgb = (hex: string): Rgb => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as unknown as Rgb
type Stops = readonly (readonly [celsius: number, colour: Rgb])[]
const stops = (...of: readonly (readonly [number, string])[]): Stops => of.map(([t, hex]) => [t, rgb(hex)])

/** What hot metal throws off of its own, as the eye has it in a dim shop; before 500 °C nothing. */
const GLOW = stops(
  [500, '#000000'],
  [525, '#3a0a06'],
  [600, '#7a140c'],
  [700, '#981c0f'],
  [750, '#b82312'],
  [815, '#d23a18'],
  [900, '#e8552a'],
  [950, '#f2752e'],
  [1000, '#f99a3c'],
  [1050, '#fdc15a'],
  [1150, '#ffd98a'],
  [1300, '#fff3d0'],
)
/** What each kind of metal looks like as it warms and scales over: temper colours on steel, scale on copper. */
const SKINS = {
  copper: stops([150, '#d98860'], [220, '#b9654a'], [290, '#7c4a3c'], [350, '#3f2d26'], [450, '#2b211f']),
  brass: stops([200, '#c9a24a'], [300, '#a07f3c'], [420, '#6b5634'], [550, '#4a3d2b']),
  steel: stops(
    [180, '#8d9599'],
    [220, '#f3e3a0'],
    [240, '#d9b24c'],
    [255, '#a0622d'],
    [275, '#7a3f7a'],
    [290, '#34508c'],
    [320, '#7fa8c8'],
    [360, '#7d868b'],
    [500, '#4a4e50'],
    [650, '#2f2c2b'],
  ),
  // the face of a cut has its own grey scale on it, which shows no temper
  cut: stops([300, '#8d969c'], [450, '#7d858a'], [600, '#55595c'], [700, '#363331']),
  other: stops([200, '#a9a9a4'], [400, '#85837d'], [600, '#45423e'], [700, '#302d2b']),
} as const
export type Skin = keyof typeof SKINS

/** The skin of a metal of the bench, by its key. */
export function skinOf(metal: string): Skin {
  if (metal.includes('copper')) return 'copper'
  if (/brass|bronze|metal/.test(metal)) return 'brass'
  return /steel|iron/.test(metal) ? 'steel' : 'other'
}

function along(of: Stops, celsius: number): Rgb {
  const after = of.findIndex(([t]) => t > celsius)
  const [first, last] = [of[0], of.at(-1)]
  if (after <= 0) return (after === 0 ? first : last)?.[1] ?? [0, 0, 0]
  const [[t0, a], [t1, b]] = [of[after - 1], of[after]] as [Stops[number], Stops[number]]
  const share = (celsius - t0) / (t1 - t0)
  return a.map((v, i) => v + ((b[i] ?? 0) - v) * share) as unknown as Rgb
}

/** How much of a skin is seen, of a glow, and how much later a glow is seen: by day it drowns. */
const SEEN: Readonly<
  Record<Light, { readonly skin: number; readonly glow: number; readonly laterK: number; readonly tint: Rgb }>
> = {
  day: { skin: 1, glow: 0.85, laterK: 100, tint: [1, 1, 1] },
  shed: { skin: 0.42, glow: 1, laterK: 0, tint: [1, 1, 1] },
  shade: { skin: 0.1, glow: 0.8, laterK: 40, tint: [0.62, 1, 0.6] },
}

/** Metal as it is seen at a temperature, 0 to 255 each. */
export function metalSeen(skin: Skin, celsius: number, light: Light): Rgb {
  const { skin: lit, glow, laterK, tint } = SEEN[light]
  const own = along(GLOW, celsius - laterK)
  const face = along(SKINS[skin], celsius)
  return face.map((v, i) =>
    Math.min(255, (v * lit + (own[i] ?? 0) * glow) * (tint[i] ?? 1)),
  ) as unknown as Rgb
}

/** The scale that is read as a thermometer is: black heat, reds, orange, straw, whatever the light. */
export const measured = (celsius: number): Rgb => {
  if (celsius >= 500) return along(GLOW, Math.max(525, celsius))
  return along(MEASURED, celsius)
}
const MEASURED = stops(
  [20, '#dfe3e4'],
  [150, '#9aa6ac'],
  [300, '#566369'],
  [450, '#2b2f31'],
  [500, '#2c1512'],
)

/** Paste flux at a temperature: how it covers what is under it, 0 to 1, and its colour. */
export function fluxSeen(celsius: number, spent: number): { readonly colour: Rgb; readonly cover: number } {
  if (spent >= 1) return { colour: rgb('#231a16'), cover: 0.85 }
  if (celsius < 100) return { colour: rgb('#d9d6cb'), cover: 0.55 }
  if (celsius < 315) return { colour: rgb('#e9e7e0'), cover: 0.7 }
  if (celsius < 425) return { colour: rgb('#fbfaf6'), cover: 0.9 }
  if (celsius < 590) return { colour: rgb('#c9d2cf'), cover: 0.45 }
  return { colour: rgb('#e8f4f4'), cover: celsius < 680 ? 0.1 : 0.05 }
}

const BORE = stops([0, '#e09468'], [1, '#c98057'], [2.5, '#8d5a41'], [5, '#4a342b'], [8, '#1c1614'])
/** The bare inside of copper with so much scale, µm: bright, straw and brown, black. */
export const boreSeen = (micron: number): Rgb => along(BORE, micron)

/** Filler by what it is built on, and what is left dry. */
export const FILLER_SEEN: Rgb = rgb('#cfd2cf')
export const DRY_SEEN: Rgb = rgb('#5a4a42')

const HOTTEST = 1800
/** A table of colours by whole degrees, for a painter who has no time to look each up. */
export function tableOf(seen: (celsius: number) => Rgb): Uint8ClampedArray {
  const table = new Uint8ClampedArray((HOTTEST + 1) * 3)
  for (let t = 0; t <= HOTTEST; t++) table.set(seen(t), t * 3)
  return table
}
/** The place of a temperature in such a table. */
export const rowOfTable = (celsius: number): number => Math.min(HOTTEST, Math.max(0, Math.round(celsius))) * 3
