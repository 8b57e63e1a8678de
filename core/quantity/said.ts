/**
 * How finely a figure is said: no finer than it can be used. What it is decides that, never its unit alone; the full
 * value stays in how it was worked out, and in files. Source of the steps: what a shop can set, lay off, hold by eye,
 * reach with heat or read from an instrument.
 */
import { INCH_UNITS, type UnitChoices } from './choices.ts'
import { drillOfDiameter } from './drills.ts'
import {
  fractionOf,
  isInch,
  joinSpan,
  printDuration,
  printQuantity,
  showQuantity,
  unitFor,
  type Shown,
} from './print.ts'
import { fromSi, INCH_M, toSi, type Kind, type UnitId } from './units.ts'

/** Sayings that are no kind of quantity by themselves, with the kind that each is of. */
const MORE = {
  /** Laid off with a rule: guide, collar, strip, the radius of a hole. */
  rule: 'length',
  /** Held by eye: standoff, cone off the work, rod end. */
  eye: 'length',
  /** Reached by heat, swept or fed: how far heat runs, what a rag covers, rod. */
  reached: 'length',
  /** Gauged: an orifice, a wall. */
  bore: 'length',
  /** Gauged finely: a clearance. */
  gap: 'length',
  /** The width of a cut, and how far its foot lags. */
  kerf: 'length',
  /** The least time for which something goes on: never told shorter. */
  least: 'time',
  /** A temperature that a table gives: solidus, the range of a flux. */
  published: 'temperature',
  /** A temperature to bring something to. */
  target: 'temperature',
  /** A temperature that is not to be passed. */
  limit: 'temperature',
  /** A pressure that is not to be passed. */
  most: 'pressure',
  /** Contents that somebody typed or that stand on a cylinder. */
  contents: 'volume',
} as const satisfies Readonly<Record<string, Kind>>
export type Saying = Kind | keyof typeof MORE
/** All of a value that its unit is usually printed to, for how it was worked out: times to the second. */
export const printWhole = (si: number, kind: Kind, units: UnitChoices): string =>
  kind === 'time' ? printDuration(si) : printQuantity(si, unitFor(kind, units))
/** The kind of quantity that is said so. */
export const kindOfSaying = (as: Saying): Kind => (as in MORE ? MORE[as as keyof typeof MORE] : (as as Kind))

/** Which way a value goes to its step: up or down where the other way would do harm. */
type Way = 'near' | 'up' | 'down'
interface Step {
  readonly unit: UnitId
  /** In the unit. */
  readonly size: number
}

/** What lies within a ten-thousandth of a step is on it. */
const SLACK = 1e-4
/** A hair of allowance for what arithmetic loses. */
const HAIR = 1e-6
const inches = (size: number): Step => ({ unit: 'in', size })
const mm = (size: number): Step => ({ unit: 'mm', size })
const FEET_2 = 24
const SIGNIFICANT = 2
/** The step that leaves a value so many digits that count. */
const significant = (value: number): number =>
  value === 0 ? 1 : 10 ** (Math.floor(Math.log10(Math.abs(value)) + 1e-9) + 1 - SIGNIFICANT)

/** Steps of a pressure in the unit of a gauge: a division of a common regulator, finer where little is set. */
const PRESSURE: Readonly<Partial<Record<UnitId, (v: number) => number>>> = {
  psi: (v) => (v < 3 ? 0.25 : 1),
  bar: (v) => (v < 0.2 ? 0.02 : 0.05),
  kPa: (v) => (v < 20 ? 2 : 5),
  MPa: (v) => (v < 0.02 ? 0.002 : 0.005),
  mbar: () => 20,
}
const SPEED: Readonly<Partial<Record<UnitId, (v: number) => number>>> = {
  'in/min': (v) => (v < 12 ? 0.5 : 1),
  'mm/min': () => 10,
  'cm/min': () => 1,
  'm/min': () => 0.01,
  'mm/s': () => 0.1,
}
/** What a gauge with fine divisions is set to: a quarter psi, 10 mbar. What lies on one of these is told as it is. */
const FINEST: Readonly<Partial<Record<UnitId, number>>> = {
  psi: 0.25,
  bar: 0.01,
  kPa: 1,
  MPa: 0.001,
  mbar: 1,
}

const timeStep = (s: number): number => (s < 10 ? 1 : s < 60 ? 5 : s < 300 ? 10 : s < 3600 ? 60 : 300)
const warmthStep = (unit: UnitId, v: number): number =>
  unit === 'F' ? (v < 600 ? 10 : 25) : unit === 'C' ? (v < 315 ? 5 : 10) : 5

/** The step to which a value is said in this shop, its span left aside; undefined where it is told as it is. */
function usualStep(si: number, as: Saying, units: UnitChoices): Step | undefined {
  const inch = isInch(units)
  const unit = unitFor(kindOfSaying(as), units)
  const v = fromSi(si, unit)
  switch (as) {
    case 'rule':
      return inch ? inches(1 / 32) : mm(0.5)
    case 'eye':
      return inch ? inches(1 / 16) : mm(1)
    case 'reached':
      return inch ? inches(Math.abs(si) < FEET_2 * INCH_M ? 1 / 4 : 1) : mm(5)
    case 'bore':
      return inch ? inches(0.001) : mm(0.01)
    case 'gap':
      return inch ? inches(0.0005) : mm(0.01)
    case 'kerf':
      return inch ? inches(0.01) : mm(0.2)
    case 'most':
      return { unit, size: FINEST[unit] ?? significant(v) }
    case 'pressure':
      return { unit, size: PRESSURE[unit]?.(Math.abs(v)) ?? significant(v) }
    case 'speed':
      return { unit, size: SPEED[unit]?.(Math.abs(v)) ?? significant(v) }
    case 'time':
    case 'least':
      return { unit: 's', size: timeStep(Math.abs(si)) }
    case 'temperature':
    case 'target':
    case 'limit':
      return { unit, size: warmthStep(unit, v) }
    case 'published':
      return { unit, size: 5 }
    case 'angle':
      return { unit, size: 1 }
    case 'flow':
    case 'volume':
    case 'mass':
    case 'force':
    case 'energy':
      return { unit, size: significant(v) }
    case 'share':
      return { unit, size: 1 }
    case 'length':
    case 'contents':
    case 'leak':
      return undefined
  }
}

/** What a hand sets, holds or lays off: its step is that of the tool, however wide an estimate of it is. */
export const setByHand = (as: Saying): boolean =>
  as === 'pressure' ||
  as === 'most' ||
  as === 'target' ||
  as === 'bore' ||
  as === 'rule' ||
  as === 'eye' ||
  as === 'length'

/** Steps that read easily, for what is known no finer. */
const EASY = [1, 2, 5, 10] as const
const TIMES = [1, 5, 10, 60, 300, 900, 3600] as const
/** A step that is no finer than a tenth of a span. */
function coarse(step: Step, spanSi: number): Step {
  const wanted = (fromSi(spanSi, step.unit) - fromSi(0, step.unit)) / 10
  if (!(wanted > step.size * (1 + HAIR))) return step
  if (step.unit === 's') return { ...step, size: TIMES.find((t) => t >= wanted) ?? 3600 }
  const ten = 10 ** Math.floor(Math.log10(wanted) + HAIR)
  return { ...step, size: ten * (EASY.find((e) => e * ten >= wanted * (1 - HAIR)) ?? 10) }
}

/**
 * The step to which a value is said in this shop; undefined where it is told as it is.
 * @param spanSi how wide its span is, where it is an estimate
 */
export function stepOf(si: number, as: Saying, units: UnitChoices, spanSi = 0): Step | undefined {
  const usual = usualStep(si, as, units)
  return usual && coarse(usual, spanSi)
}

const WAYS: Readonly<Partial<Record<Saying, Way>>> = {
  least: 'up',
  reached: 'up',
  limit: 'down',
  most: 'down',
  force: 'down',
}
function onStep(si: number, { unit, size }: Step, way: Way): number {
  const steps = fromSi(si, unit) / size
  const whole =
    way === 'up'
      ? Math.ceil(steps - SLACK)
      : way === 'down'
        ? Math.floor(steps + SLACK)
        : Math.round(steps + HAIR * Math.sign(steps))
  return toSi(whole * size, unit)
}

const near = (value: number, step: number): boolean =>
  Math.abs(value / step - Math.round(value / step)) < HAIR

/** What a table of inches to a ten-thousandth loses of a millimetre size, mm. */
const TABLED_MM = 0.0015
/** Sheet and drills up to so many inches are listed to a ten-thousandth: .1345, .0465. */
const GAUGED_IN = 0.25

/**
 * A length as somebody gave it: in the shop's own measure where it is one, else in the other: 20 mm stays 20 mm in a
 * shop of inches, 3/4 in stays 3/4 in among millimetres. What is neither was worked out, and is laid off with a rule.
 */
function asGiven(si: number, units: UnitChoices): string {
  const [inch, millimetres] = [si / INCH_M, si * 1000]
  const ofInches =
    fractionOf(inch) !== undefined ||
    near(inch, inch < 1 ? 0.001 : 0.1) ||
    (inch < GAUGED_IN && near(inch, 0.0001))
  // a wall of 1.2 mm is tabled as .0472 in
  const tabled = !near(inch, 0.001) && Math.abs(millimetres - Math.round(millimetres * 10) / 10) < TABLED_MM
  const ofMm = near(millimetres, 0.1) || tabled
  if (isInch(units)) {
    if (ofInches && !tabled) return printQuantity(si, units.length)
    if (ofMm) return printQuantity(si, 'mm')
  } else {
    // nobody means 12.7 mm or 19.05 mm but who thinks in inches
    if (near(inch, 1 / 16) && !near(millimetres, 0.5)) return printQuantity(si, 'in')
    if (ofMm) return printQuantity(si, units.length)
    if (ofInches) return printQuantity(si, 'in')
  }
  return printAs(si, Math.abs(si) < FEET_2 * INCH_M ? 'rule' : 'reached', units)
}

/** A duration on its step: "8 s", "45 s", "2 min 20 s", "12 min", "1 h 5 min". */
function timeWords(seconds: number): string {
  if (seconds < 60) return `${seconds} s`
  const h = Math.floor(seconds / 3600)
  const min = Math.floor((seconds % 3600) / 60)
  const s = seconds % 60
  if (h > 0) return min > 0 ? `${h} h ${min} min` : `${h} h`
  return s > 0 ? `${min} min ${s} s` : `${min} min`
}

/** A value on its step, said so that no digit stands that the step does not bear. */
function sayAt(si: number, as: Saying, units: UnitChoices, way: Way, spanSi = 0): string {
  const step = stepOf(si, as, units, spanSi)
  if (!step) return as === 'length' ? asGiven(si, units) : printQuantity(si, unitFor(kindOfSaying(as), units))
  const value = fromSi(si, step.unit)
  // what was set on a finer gauge, or is a sixty-fourth of a rule, is told as it is
  const fine =
    as === 'pressure' ? FINEST[step.unit] : as === 'kerf' && step.unit === 'in' ? 1 / 64 : undefined
  const drill =
    as === 'bore' && step.unit === 'in' && drillOfDiameter(si) !== undefined && !near(value, 0.001)
  if (spanSi === 0 && (drill || (fine !== undefined && near(value, fine)))) return plain(si, step.unit, fine)
  const at = onStep(si, step, way)
  // a bore is listed to a thousandth: 0.040
  if (as === 'bore' && step.unit === 'in') return `${fromSi(at, 'in').toFixed(3)} in`
  if (step.unit === 's') return timeWords(Math.round(fromSi(at, 's')))
  return plain(at, step.unit, step.size)
}

/** So many decimals write every multiple of a step: two for a quarter. */
function decimalsOf(size: number): number {
  for (let d = 0; d < 12; d++) if (near(size * 10 ** d, 1)) return d
  return 12
}

/** A value that lies on its step, with the decimals of the step and no others; inches as fractions where they are one. */
function plain(si: number, unit: UnitId, size?: number): string {
  if (size === undefined || unit === 'in') return printQuantity(si, unit)
  const { unit: label } = showQuantity(si, unit)
  const figure = Number(fromSi(si, unit).toFixed(decimalsOf(size)))
  return label === '°' ? `${figure}°` : `${figure} ${label}`
}

/**
 * A value in SI as it is said in this shop.
 * @param as what it is
 * @param spanSi how wide its span is, where it is an estimate: no digit stands that is worth less than a tenth of it
 * @example printAs(0.0044196, 'rule', METRIC_UNITS) // '4.5 mm'
 */
export const printAs = (si: number, as: Saying, units: UnitChoices, spanSi = 0): string =>
  sayAt(si, as, units, WAYS[as] ?? 'near', spanSi)

/** The same, its figure and its unit apart: "1 min 38" and "s". */
export function showAs(si: number, as: Saying, units: UnitChoices, spanSi = 0): Shown {
  const text = printAs(si, as, units, spanSi)
  const [, figure = text, unit = ''] = /^(.*\d)\s*(\D.*)$/.exec(text) ?? []
  return { figure, unit: unit.trim() }
}

/**
 * The ends of an estimate, each outwards to its step; blank where the span is narrower than a step.
 * @example spanAs(8.4, 17.2, 'time', INCH_UNITS) // '8 to 20 s'
 */
export function spanAs(low: number, high: number, as: Saying, units: UnitChoices): string {
  const [from, to] = [sayAt(low, as, units, 'down'), sayAt(high, as, units, 'up')]
  const step = stepOf(high, as, units)
  const narrow =
    step !== undefined && fromSi(high, step.unit) - fromSi(low, step.unit) <= step.size * (1 + SLACK)
  return narrow || from === to ? '' : joinSpan(from, to)
}

/** A band to keep inside, each end inwards to its step, and never to nothing: where it would be, as it is. */
export function bandAs(low: number, high: number, as: Saying, units: UnitChoices): string {
  const step = stepOf(high, as, units)
  if (!step) return joinSpan(printAs(low, as, units), printAs(high, as, units))
  const [from, to] = [onStep(low, step, 'up'), onStep(high, step, 'down')]
  return from < to
    ? joinSpan(sayAt(from, as, units, 'near'), sayAt(to, as, units, 'near'))
    : joinSpan(printQuantity(low, step.unit), printQuantity(high, step.unit))
}

/** A length from here up is measured with a rule, m; what is thinner is gauged. */
const RULED_FROM_M = 0.006

/**
 * What was typed, once more in the other system and small beside it, no finer than it is measured: a length by the rule
 * to 1/32 in, a wall as gauged.
 * @param si in SI
 * @param unit the other system's unit
 * @example sayBeside(0.5, 'in') // '19 11/16 in'
 * @example sayBeside(0.0011, 'in') // '0.043 in'
 */
export function sayBeside(si: number, unit: UnitId): string {
  if (unit === 'in') return printAs(si, si >= RULED_FROM_M ? 'rule' : 'bore', INCH_UNITS)
  return printQuantity(si, unit)
}
