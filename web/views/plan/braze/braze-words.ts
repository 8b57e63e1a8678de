import { BASE_METALS, METAL_NAMES } from '#core/metal/base-metals.ts'
import { TUBES, tubeFindable } from '#core/metal/tubes.ts'
import type { BrazeFigureName } from '#core/braze/index.ts'
import { capital } from '#core/words/trade.ts'
import type { FigureWords } from '../HowSheet.tsx'

export const ATTITUDES = [
  { value: 'horizontal', label: 'Level' },
  { value: 'vertical-up', label: 'Cup mouth up' },
  { value: 'vertical-down', label: 'Cup mouth down' },
] as const

const NAME = new Map(BASE_METALS.map((m) => [m.key, capital(m.short)]))
/** Every metal and family that can be named, families after the alloys. */
export const METALS = METAL_NAMES.map((key) => ({
  value: key,
  label: NAME.get(key) ?? `${capital(key.replaceAll('-', ' '))}, alloy not known`,
})).sort((a, b) => Number(!NAME.has(a.value)) - Number(!NAME.has(b.value)))

/** No named size: typed by hand. */
export const OWN_TUBE = 'own'
export const TUBE_SIZES = [
  { value: OWN_TUBE, label: 'Own size' },
  ...TUBES.map((t) => ({ value: t.name, ...tubeFindable(t) })),
]

const FIGURES: Readonly<Record<BrazeFigureName, string>> = {
  brazingTemperature: 'Brazing temperature',
  baseHeadroom: 'Room under the melting of the base',
  clearanceCold: 'Gap each side, cold',
  clearanceHot: 'Gap each side, at brazing heat',
  overlapNeeded: 'Overlap as strong as the part',
  overlapGiven: 'Overlap',
  jointStrength: 'What the joint holds',
  partStrength: 'What the part beside it holds',
  endLoad: 'What the pressure pushes with',
  fillerVolume: 'Filler',
  fillerMass: 'Weight of the filler',
  rodLength: 'Rod for a joint',
  rodLengthAll: 'Rod for all',
  fluxMass: 'Flux',
  timeToTemperature: 'Time to heat',
  feedTime: 'Time to feed',
  torchTime: 'Torch time',
  heatNeeded: 'Heat that goes in',
  tipOrifice: "Tip's orifice",
  coneDistance: 'Cone to work',
  fuelFlow: 'Fuel flow',
  oxygenFlow: 'Oxygen flow',
  oxygenPressure: 'Oxygen at the regulator, flowing',
  fuelPressure: 'Fuel at the regulator, flowing',
  oxygenUsed: 'Oxygen used',
  fuelUsed: 'Fuel used',
  purgeFlow: 'Nitrogen while brazing',
  purgeVolume: 'Volume of the line',
  purgeTime: 'Sweep first for',
  purgeGas: 'Nitrogen used',
  reach60C: 'Too hot to touch up to',
  reach60CWithRag: 'The same with a wet rag',
  protectedTemperature: 'What must stay cool comes to',
  softenedLength: 'Hard tube softened up to',
  nextJointTemperature: 'The next joint comes to',
  remeltDistance: 'A neighbour lets go within',
  setTime: 'Still until set',
  nitrogenAfter: 'Nitrogen on after it',
  coolTime: 'Cool enough to touch after',
  preheatTo: 'Preheat the whole part to',
  preheatHeat: 'Heat for the preheat',
  warmTime: 'Warmed through in',
  grooveDepth: 'Depth of the groove',
  grooveWidth: 'Width of the groove',
}
/** How a braze names its figures. */
export const BRAZE_WORDS: FigureWords = {
  nameOf: (name) => FIGURES[name as BrazeFigureName] as string | undefined,
}
