import type { Metal } from '#core/cut/metals.ts'
import type {
  Fastener,
  Hollow,
  Lean,
  PipeCut,
  Position,
  Section,
  Shape,
  Start,
  Surface,
  Wind,
} from '#core/cut/types.ts'
import type { FuelId } from '#core/gas/fuels.ts'

/** Fuels as they are called on screen. */
export const FUEL_NAMES: Readonly<Record<FuelId, string>> = {
  acetylene: 'Acetylene',
  propane: 'Propane',
  propylene: 'Propylene',
  'natural-gas': 'Natural gas',
  mps: 'MPS blend',
  hydrogen: 'Hydrogen',
}
export const SHAPE_NAMES: Readonly<Record<Shape, string>> = {
  straight: 'Straight',
  strip: 'Strips',
  bevel: 'Bevel',
  hole: 'Hole',
  disc: 'Disc',
  slot: 'Slot',
  pierce: 'Pierce only',
  outline: 'Outline',
  fastener: 'Fastener or rivet',
  pipe: 'Pipe',
  section: 'Section or bar',
  practice: 'Practice plate',
  gouge: 'Gouge',
}
export const METAL_NAMES: Readonly<Record<Metal, string>> = {
  'low-carbon-steel': 'Low-carbon steel',
  'medium-carbon-steel': 'Medium-carbon steel',
  'high-carbon-steel': 'High-carbon steel',
  'low-alloy-steel': 'Low-alloy steel',
  'wrought-iron': 'Wrought iron',
  'cast-iron': 'Cast iron',
  'stainless-steel': 'Stainless steel',
  'tool-steel': 'Tool steel',
  aluminium: 'Aluminium',
  copper: 'Copper',
  brass: 'Brass',
  bronze: 'Bronze',
  nickel: 'Nickel alloy',
  titanium: 'Titanium',
  magnesium: 'Magnesium',
  zinc: 'Zinc casting',
}
export const SURFACE_NAMES: Readonly<Record<Surface, string>> = {
  clean: 'Clean',
  scale: 'Scale',
  rust: 'Rust',
  galvanised: 'Galvanised',
  painted: 'Painted',
  coated: 'Coated, some other',
  oily: 'Oily',
  unknown: 'Nobody knows',
}
export const HOLLOW_NAMES: Readonly<Record<Hollow, string>> = {
  no: 'Not hollow, or open both ends',
  'once-filled': 'Once held something',
  closed: 'Closed, or contents unknown',
}
export const POSITION_NAMES: Readonly<Record<Position, string>> = {
  flat: 'Flat',
  'vertical-up': 'Standing, upwards',
  'vertical-down': 'Standing, downwards',
  horizontal: 'Standing, across',
  overhead: 'Overhead',
}
export const WIND_NAMES: Readonly<Record<Wind, string>> = { calm: 'Calm', breeze: 'Breeze', strong: 'Strong' }
export const LEAN_NAMES: Readonly<Record<Lean, string>> = {
  'over-part': 'Over the part',
  'over-scrap': 'Over the scrap',
}
export const START_NAMES: Readonly<Record<Start, string>> = {
  edge: 'Edge',
  pierce: 'Pierced',
  drilled: 'Drilled',
}
export const FASTENER_NAMES: Readonly<Record<Fastener, string>> = {
  rivet: 'Rivet',
  bolt: 'Bolt head',
  nut: 'Nut',
}
export const PIPE_NAMES: Readonly<Record<PipeCut, string>> = {
  square: 'Square',
  mitre: 'Mitre',
  saddle: 'Saddle',
}
export const SECTION_NAMES: Readonly<Record<Section, string>> = {
  angle: 'Angle',
  channel: 'Channel',
  beam: 'Beam',
  bar: 'Bar or flat',
  tube: 'Square tube',
}

/** The words of a choice as options of a field, in their order. */
export const optionsOf = <T extends string>(names: Readonly<Record<T, string>>) =>
  (Object.keys(names) as T[]).map((value) => ({ value, label: names[value] }))
