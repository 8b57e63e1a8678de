/**
 * Units of the trade and their size in SI.
 * Sources: the international inch (25.4 mm) and pound (0.45359237 kg); standard cubic feet are at 70 F and
 * 1 atm, so a flow's SI unit here is m³/s at that state; 1 Nm³ (0 °C) is 1.0773 m³ of it.
 */

/** What a quantity measures. */
export type Kind =
  | 'length'
  | 'pressure'
  | 'flow'
  | 'speed'
  | 'temperature'
  | 'angle'
  | 'mass'
  | 'time'
  | 'volume'
  | 'force'
  | 'energy'
  | 'share'
  | 'leak'

/** The kinds in the order in which help texts list them. */
export const KINDS: readonly Kind[] = [
  'length',
  'pressure',
  'flow',
  'speed',
  'temperature',
  'angle',
  'mass',
  'time',
  'volume',
  'force',
  'energy',
  'share',
  'leak',
]

/** The SI unit in which a kind's value is kept. */
export const SI_UNIT: Readonly<Record<Kind, SiUnit>> = {
  length: 'm',
  pressure: 'Pa',
  flow: 'm3/s',
  speed: 'm/s',
  temperature: 'K',
  angle: 'rad',
  mass: 'kg',
  time: 's',
  volume: 'm3',
  force: 'N',
  energy: 'J',
  share: '1',
  leak: 'Pa m3/s',
}

/** SI units as they are written in results. */
export type SiUnit =
  'm' | 'Pa' | 'm3/s' | 'm/s' | 'K' | 'rad' | 'kg' | 's' | 'm3' | 'N' | 'J' | '1' | 'Pa m3/s'

/** One cubic foot in m³. */
export const CUBIC_FOOT_M3 = 0.028316846592
/** One psi in Pa. */
export const PSI_PA = 6894.757293168361
/** One atmosphere: the air at sea level, Pa absolute. */
export const ATMOSPHERE_PA = 101_325
/** One inch in m. */
export const INCH_M = 0.0254

/** Ids of the units, which are also their labels unless LABELS says otherwise. */
export type UnitId =
  | 'in'
  | 'ft'
  | 'mm'
  | 'cm'
  | 'm'
  | 'µm'
  | 'thou'
  | 'psi'
  | 'bar'
  | 'mbar'
  | 'kPa'
  | 'MPa'
  | 'Pa'
  | 'micron'
  | 'torr'
  | 'kg/cm2'
  | 'oz/in2'
  | 'inH2O'
  | 'inHg'
  | 'cfh'
  | 'cfm'
  | 'l/min'
  | 'l/h'
  | 'm3/h'
  | 'Nm3/h'
  | 'm3/s'
  | 'in/min'
  | 'in/s'
  | 'ft/min'
  | 'mm/min'
  | 'mm/s'
  | 'cm/min'
  | 'm/min'
  | 'm/s'
  | 'F'
  | 'C'
  | 'K'
  | 'deg'
  | 'rad'
  | 'lb'
  | 'oz'
  | 'kg'
  | 'g'
  | 's'
  | 'min'
  | 'h'
  | 'cu ft'
  | 'l'
  | 'm3'
  | 'N'
  | 'kN'
  | 'lbf'
  | 'J'
  | 'kJ'
  | 'Btu'
  | '%'
  | 'Pa m3/s'
  | 'mbar l/s'

/** Units that tell a pressure from nothing at all: a vacuum is said in them, and no gauge is. */
export const ABSOLUTE_BY_NATURE: ReadonlySet<UnitId> = new Set(['micron', 'torr'])

/** One unit: SI = value × factor + offset. `decimals` is how fine it is printed, from coarse to fine magnitude. */
export interface Unit {
  readonly id: UnitId
  readonly kind: Kind
  readonly factor: number
  readonly offset?: number
  readonly aliases: readonly string[]
  /** Decimals printed for a value of this magnitude (in the unit itself). */
  readonly decimals: (magnitude: number) => number
}

const fixed = (n: number) => () => n
const finer = (below: number, fine: number, coarse: number) => (v: number) =>
  Math.abs(v) < below ? fine : coarse

const LITRE_M3 = 0.001

/** Every unit that is understood. */
export const UNITS: readonly Unit[] = [
  {
    id: 'in',
    kind: 'length',
    factor: INCH_M,
    aliases: ['in', 'inch', 'inches', 'ins', '"', 'in.'],
    decimals: fixed(3),
  },
  {
    id: 'ft',
    kind: 'length',
    factor: 0.3048,
    aliases: ['ft', 'foot', 'feet', "'", 'ft.'],
    decimals: fixed(2),
  },
  {
    id: 'mm',
    kind: 'length',
    factor: 0.001,
    aliases: ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'],
    decimals: finer(100, 2, 1),
  },
  {
    id: 'cm',
    kind: 'length',
    factor: 0.01,
    aliases: ['cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'],
    decimals: fixed(2),
  },
  {
    id: 'm',
    kind: 'length',
    factor: 1,
    aliases: ['m', 'metre', 'metres', 'meter', 'meters'],
    decimals: fixed(3),
  },
  { id: 'µm', kind: 'length', factor: 1e-6, aliases: ['µm', 'μm', 'um'], decimals: fixed(0) },
  { id: 'thou', kind: 'length', factor: 0.0000254, aliases: ['thou', 'mil', 'mils'], decimals: fixed(1) },
  {
    id: 'psi',
    kind: 'pressure',
    factor: PSI_PA,
    aliases: ['psi', 'psig', 'lb/in2', 'psi gauge', 'psi g'],
    decimals: fixed(1),
  },
  {
    id: 'bar',
    kind: 'pressure',
    factor: 100_000,
    aliases: ['bar', 'barg', 'bar g', 'bar gauge', 'bars'],
    decimals: fixed(2),
  },
  { id: 'mbar', kind: 'pressure', factor: 100, aliases: ['mbar', 'millibar'], decimals: fixed(1) },
  {
    id: 'kPa',
    kind: 'pressure',
    factor: 1000,
    aliases: ['kpa', 'kpag', 'kpa gauge', 'kpa g'],
    decimals: fixed(1),
  },
  { id: 'MPa', kind: 'pressure', factor: 1e6, aliases: ['mpa'], decimals: fixed(3) },
  { id: 'Pa', kind: 'pressure', factor: 1, aliases: ['pa', 'pascal'], decimals: fixed(0) },
  {
    id: 'micron',
    kind: 'pressure',
    factor: ATMOSPHERE_PA / 760_000,
    aliases: ['micron', 'microns', 'mtorr'],
    decimals: fixed(0),
  },
  {
    id: 'torr',
    kind: 'pressure',
    factor: ATMOSPHERE_PA / 760,
    aliases: ['torr', 'mmhg'],
    decimals: fixed(2),
  },
  {
    id: 'kg/cm2',
    kind: 'pressure',
    factor: 98_066.5,
    aliases: ['kg/cm2', 'kg/cm²', 'kgf/cm2', 'kgf/cm²', 'kp/cm2'],
    decimals: fixed(2),
  },
  {
    id: 'oz/in2',
    kind: 'pressure',
    factor: PSI_PA / 16,
    aliases: ['oz/in2', 'oz/in²', 'ozf/in2', 'osi'],
    decimals: fixed(1),
  },
  // a column of water at 4 °C, of mercury at 0 °C
  {
    id: 'inH2O',
    kind: 'pressure',
    factor: 249.0889,
    aliases: ['inh2o', 'in h2o', 'in wc', 'inwc', 'in w.c.', 'inches of water'],
    decimals: fixed(1),
  },
  {
    id: 'inHg',
    kind: 'pressure',
    factor: 3386.389,
    aliases: ['inhg', 'in hg', 'in. hg', 'inches of mercury'],
    decimals: fixed(2),
  },
  {
    id: 'cfh',
    kind: 'flow',
    factor: CUBIC_FOOT_M3 / 3600,
    aliases: ['cfh', 'scfh', 'ft3/h', 'cu ft/h', 'cu ft/hr'],
    decimals: finer(100, 1, 0),
  },
  { id: 'cfm', kind: 'flow', factor: CUBIC_FOOT_M3 / 60, aliases: ['cfm', 'scfm'], decimals: fixed(2) },
  {
    id: 'l/min',
    kind: 'flow',
    factor: LITRE_M3 / 60,
    aliases: ['l/min', 'lpm', 'litres/min', 'liters/min', 'slpm'],
    decimals: finer(10, 2, 1),
  },
  { id: 'l/h', kind: 'flow', factor: LITRE_M3 / 3600, aliases: ['l/h', 'lph', 'l/hr'], decimals: fixed(0) },
  { id: 'm3/h', kind: 'flow', factor: 1 / 3600, aliases: ['m3/h', 'm³/h'], decimals: fixed(3) },
  { id: 'Nm3/h', kind: 'flow', factor: 1.0773 / 3600, aliases: ['nm3/h', 'nm³/h'], decimals: fixed(3) },
  { id: 'm3/s', kind: 'flow', factor: 1, aliases: ['m3/s', 'm³/s'], decimals: fixed(6) },
  {
    id: 'in/min',
    kind: 'speed',
    factor: INCH_M / 60,
    aliases: ['in/min', 'ipm', 'inch/min', 'inches/min', '"/min'],
    decimals: fixed(1),
  },
  { id: 'in/s', kind: 'speed', factor: INCH_M, aliases: ['in/s', 'ips'], decimals: fixed(3) },
  { id: 'ft/min', kind: 'speed', factor: 0.3048 / 60, aliases: ['ft/min', 'fpm'], decimals: fixed(2) },
  { id: 'mm/min', kind: 'speed', factor: 0.001 / 60, aliases: ['mm/min', 'mmpm'], decimals: fixed(0) },
  { id: 'mm/s', kind: 'speed', factor: 0.001, aliases: ['mm/s'], decimals: fixed(2) },
  { id: 'cm/min', kind: 'speed', factor: 0.01 / 60, aliases: ['cm/min'], decimals: fixed(1) },
  { id: 'm/min', kind: 'speed', factor: 1 / 60, aliases: ['m/min'], decimals: fixed(3) },
  { id: 'm/s', kind: 'speed', factor: 1, aliases: ['m/s'], decimals: fixed(5) },
  {
    id: 'F',
    kind: 'temperature',
    factor: 5 / 9,
    offset: 459.67 * (5 / 9),
    aliases: ['f', '°f', 'deg f', 'fahrenheit', 'degf'],
    decimals: fixed(0),
  },
  {
    id: 'C',
    kind: 'temperature',
    factor: 1,
    offset: 273.15,
    aliases: ['c', '°c', 'deg c', 'celsius', 'centigrade', 'degc'],
    decimals: fixed(0),
  },
  { id: 'K', kind: 'temperature', factor: 1, aliases: ['k', 'kelvin'], decimals: fixed(1) },
  {
    id: 'deg',
    kind: 'angle',
    factor: Math.PI / 180,
    aliases: ['deg', '°', 'degree', 'degrees'],
    decimals: fixed(1),
  },
  { id: 'rad', kind: 'angle', factor: 1, aliases: ['rad', 'radian', 'radians'], decimals: fixed(4) },
  {
    id: 'lb',
    kind: 'mass',
    factor: 0.45359237,
    aliases: ['lb', 'lbs', 'pound', 'pounds'],
    decimals: fixed(2),
  },
  { id: 'oz', kind: 'mass', factor: 0.45359237 / 16, aliases: ['oz', 'ounce', 'ounces'], decimals: fixed(1) },
  {
    id: 'kg',
    kind: 'mass',
    factor: 1,
    aliases: ['kg', 'kilo', 'kilos', 'kilogram', 'kilograms'],
    decimals: fixed(3),
  },
  {
    id: 'g',
    kind: 'mass',
    factor: 0.001,
    aliases: ['g', 'gram', 'grams', 'gramme', 'grammes'],
    decimals: fixed(1),
  },
  {
    id: 's',
    kind: 'time',
    factor: 1,
    aliases: ['s', 'sec', 'secs', 'second', 'seconds'],
    decimals: finer(10, 1, 0),
  },
  {
    id: 'min',
    kind: 'time',
    factor: 60,
    aliases: ['min', 'mins', 'minute', 'minutes', 'm'],
    decimals: fixed(2),
  },
  { id: 'h', kind: 'time', factor: 3600, aliases: ['h', 'hr', 'hrs', 'hour', 'hours'], decimals: fixed(3) },
  {
    id: 'cu ft',
    kind: 'volume',
    factor: CUBIC_FOOT_M3,
    aliases: ['cu ft', 'cuft', 'cf', 'scf', 'ft3', 'ft³', 'cubic feet'],
    decimals: finer(10, 2, 1),
  },
  {
    id: 'l',
    kind: 'volume',
    factor: 0.001,
    aliases: ['l', 'litre', 'litres', 'liter', 'liters'],
    decimals: finer(10, 2, 0),
  },
  { id: 'm3', kind: 'volume', factor: 1, aliases: ['m3', 'm³'], decimals: fixed(3) },
  { id: 'N', kind: 'force', factor: 1, aliases: ['n', 'newton', 'newtons'], decimals: fixed(0) },
  { id: 'kN', kind: 'force', factor: 1000, aliases: ['kn'], decimals: finer(10, 2, 1) },
  {
    id: 'lbf',
    kind: 'force',
    factor: 4.4482216152605,
    aliases: ['lbf', 'pounds force', 'lb force'],
    decimals: fixed(0),
  },
  { id: 'J', kind: 'energy', factor: 1, aliases: ['j', 'joule', 'joules'], decimals: fixed(0) },
  { id: 'kJ', kind: 'energy', factor: 1000, aliases: ['kj'], decimals: finer(10, 1, 0) },
  {
    id: 'Btu',
    kind: 'energy',
    factor: 1055.05585262,
    aliases: ['btu'],
    decimals: finer(10, 1, 0),
  },
  { id: '%', kind: 'share', factor: 0.01, aliases: ['%', 'percent', 'per cent', 'pct'], decimals: fixed(1) },
  {
    id: 'Pa m3/s',
    kind: 'leak',
    factor: 1,
    aliases: ['pa m3/s', 'pa·m³/s', 'pa·m3/s', 'pa m³/s', 'pa*m3/s', 'pa.m3/s', 'pa⋅m³/s'],
    decimals: finer(0.01, 6, 4),
  },
  {
    id: 'mbar l/s',
    kind: 'leak',
    factor: 0.1,
    aliases: ['mbar l/s', 'mbar·l/s', 'mbar*l/s', 'mbar.l/s'],
    decimals: finer(0.01, 6, 4),
  },
]

const BY_ID = new Map(UNITS.map((u) => [u.id, u]))

/** The unit with this id. */
export function unitOf(id: UnitId): Unit {
  const unit = BY_ID.get(id)
  if (!unit) throw new RangeError(`no unit ${id}`)
  return unit
}

/** The unit that a trade spelling names: of `kind` when that kind has one, else of any kind, else undefined. */
export function findUnit(spelling: string, kind: Kind): Unit | undefined {
  const s = spelling
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/\s*\/\s*/g, '/')
  return (
    UNITS.find((u) => u.kind === kind && u.aliases.includes(s)) ?? UNITS.find((u) => u.aliases.includes(s))
  )
}

/** A value in SI from one in `id`. */
export const toSi = (value: number, id: UnitId): number => {
  const u = unitOf(id)
  return value * u.factor + (u.offset ?? 0)
}

/** A value in `id` from one in SI. */
export const fromSi = (si: number, id: UnitId): number => {
  const u = unitOf(id)
  return (si - (u.offset ?? 0)) / u.factor
}

/** How a unit is used in a shop. */
export interface UnitUse {
  /** A shop may show its quantities in it; so may a bare pressure or temperature have been meant. */
  readonly offered?: true
  /** A step of the trade, in the unit itself. */
  readonly step?: number
  /** The same value in the other habit of units. */
  readonly other?: UnitId
  /** The smallest division of the gauges that go with it, Pa. */
  readonly divisionPa?: { readonly oxygen: number; readonly fuel: number }
}
const METRIC_GAUGES = { oxygen: 10_000, fuel: 5_000 } as const
const USE: Readonly<Partial<Record<UnitId, UnitUse>>> = {
  in: { offered: true, step: 1 / 16, other: 'mm' },
  mm: { offered: true, step: 1, other: 'in' },
  ft: { step: 5, other: 'm' },
  m: { step: 1, other: 'ft' },
  cm: { step: 1 },
  psi: { offered: true, step: 1, other: 'bar' },
  bar: { offered: true, step: 0.1, other: 'psi', divisionPa: METRIC_GAUGES },
  kPa: { offered: true, step: 10, other: 'psi', divisionPa: METRIC_GAUGES },
  MPa: { divisionPa: METRIC_GAUGES },
  cfh: { offered: true },
  'l/min': { offered: true },
  'm3/h': { offered: true },
  'in/min': { offered: true, step: 1, other: 'mm/min' },
  'mm/min': { offered: true, step: 25, other: 'in/min' },
  F: { offered: true, step: 10, other: 'C' },
  C: { offered: true, step: 5, other: 'F' },
  'cu ft': { offered: true, step: 5, other: 'l' },
  l: { offered: true, step: 100, other: 'cu ft' },
  m3: { offered: true },
  lb: { offered: true },
  kg: { offered: true },
  deg: { step: 5 },
  '%': { step: 0.1 },
}
/** How a unit is used in a shop. */
export const unitUse = (unit: UnitId): UnitUse => USE[unit] ?? {}
/** The units in which a shop may show a kind of quantity. */
export const offeredFor = (kind: Kind): readonly UnitId[] =>
  UNITS.filter((u) => u.kind === kind && unitUse(u.id).offered === true).map((u) => u.id)
