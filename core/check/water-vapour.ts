/** Ice to steam: a vapour pressure is told between these, K. */
const MAGNUS = { a: 611.2, b: 17.62, c: 243.12 } as const

/** Vapour pressure of water over liquid, Pa; Magnus, within 1 % from −20 to 60 °C. 611 Pa at 0 °C, 2340 at 20 °C. */
export function waterVapourPa(temperatureK: number): number {
  const c = temperatureK - 273.15
  return MAGNUS.a * Math.exp((MAGNUS.b * c) / (MAGNUS.c + c))
}
