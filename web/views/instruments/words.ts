import type { Quality } from '#core/instrument/kinds.ts'

/** What a reading is worth, by sign and word. */
export const QUALITY_WORDS: Readonly<Record<Quality, { readonly word: string; readonly look: string }>> = {
  good: { word: 'live', look: 'text-verdigris' },
  stale: { word: '⌛ old: nothing new comes', look: 'font-bold text-brass' },
  absurd: { word: '✕ cannot be true', look: 'font-bold text-alarm' },
  open: { word: '✕ open circuit', look: 'font-bold text-alarm' },
  none: { word: 'nothing yet', look: 'text-soft' },
}

/** Which figure of a plan is read by which channel of which kind of instrument. */
export const READ_BY: Readonly<Record<string, { readonly kind: string; readonly channel: string }>> = {
  cuttingOxygenPressure: { kind: 'oxygen-regulator', channel: 'delivery' },
  oxygenPressure: { kind: 'oxygen-regulator', channel: 'delivery' },
  fuelPressure: { kind: 'fuel-regulator', channel: 'delivery' },
  purgeFlow: { kind: 'flow-meter', channel: 'flow' },
}
