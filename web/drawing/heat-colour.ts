/** Colours of hot metal by temperature in °C: black heat, dull red, cherry, orange, straw, white. */
const STOPS: readonly (readonly [celsius: number, rgb: readonly [number, number, number]])[] = [
  [20, [201, 171, 143]],
  [250, [150, 118, 98]],
  [450, [66, 44, 38]],
  [525, [58, 10, 6]],
  [600, [122, 20, 12]],
  [700, [152, 28, 15]],
  [750, [184, 35, 18]],
  [815, [210, 58, 24]],
  [900, [232, 85, 42]],
  [950, [242, 117, 46]],
  [1000, [249, 154, 60]],
  [1050, [253, 193, 90]],
  [1150, [255, 217, 138]],
  [1300, [255, 243, 208]],
]

/** How metal at a temperature looks in a dim shop, as a CSS colour. Cold metal is drawn in its own, pale. */
export function heatColour(kelvin: number): string {
  const c = kelvin - 273.15
  const i = STOPS.findIndex(([to]) => c <= to)
  const [c1, to] = STOPS[i < 0 ? STOPS.length - 1 : i] ?? [1300, [255, 255, 255]]
  const [c0, from] = STOPS[Math.max(0, (i < 0 ? STOPS.length : i) - 1)] ?? [c1, to]
  const share = c1 === c0 ? 0 : Math.min(1, Math.max(0, (c - c0) / (c1 - c0)))
  const mix = from.map((v, k) => Math.round(v + share * ((to[k] ?? v) - v)))
  return `rgb(${mix.join(' ')})`
}
