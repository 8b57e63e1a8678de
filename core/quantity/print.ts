import type { UnitChoices } from './choices.ts'
import { fromSi, unitOf, type Kind, type UnitId } from './units.ts'

/** A value as it is shown: the figure and its unit apart, so that the figure can be set larger. */
export interface Shown {
  readonly figure: string
  readonly unit: string
}

const SIXTY_FOURTHS = 64
/** A length is called an exact 1/64 in when it is one to within this many inches. */
const EXACT_IN = 1e-7

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b)
}

/** Inches as a mixed fraction when they are a whole number of sixty-fourths, else undefined. */
export function fractionOf(inches: number): string | undefined {
  const n = Math.round(Math.abs(inches) * SIXTY_FOURTHS)
  if (Math.abs(Math.abs(inches) - n / SIXTY_FOURTHS) > EXACT_IN) return undefined
  const whole = Math.floor(n / SIXTY_FOURTHS)
  const part = n % SIXTY_FOURTHS
  const sign = inches < 0 && n > 0 ? '-' : ''
  if (part === 0) return `${sign}${whole}`
  const g = gcd(part, SIXTY_FOURTHS)
  return `${sign}${whole > 0 ? `${whole} ` : ''}${part / g}/${SIXTY_FOURTHS / g}`
}

/** Bores this small, in inches, are known to a ten-thousandth: .0465, .0595. */
const FINE_BORE_IN = 0.13

/** Decimals for inches: four for a small bore that is an exact ten-thousandth, else those of the unit. */
function inchDecimals(inches: number, usual: number): number {
  const tenThousandths = Math.abs(inches) * 1e4
  return Math.abs(inches) < FINE_BORE_IN && Math.abs(tenThousandths - Math.round(tenThousandths)) < 1e-6
    ? 4
    : usual
}

function trim(value: number, decimals: number): string {
  // a hair more, so that 28.575 rounds up as on paper although no double holds it exactly
  const s = (value * (1 + 1e-12)).toFixed(decimals)
  const t = s.includes('.') ? s.replace(/\.?0+$/, '') : s
  return t === '-0' ? '0' : t
}

/**
 * The step to which `showQuantity` prints a value in this unit, in SI: half of it is the most that printing can lose.
 * @param si the value in SI
 */
export function incrementOf(si: number, unit: UnitId): number {
  const u = unitOf(unit)
  return 10 ** -u.decimals(fromSi(si, unit)) * u.factor
}

/**
 * A value in SI as it is shown in `unit`: inches as a fraction when they are an exact 1/64, else decimals to the
 * step of the trade (0.001 in, 0.1 mm, 0.1 psi …) with no idle zeros. What is printed can be typed back.
 * @example showQuantity(0.034925, 'in') // { figure: '1 3/8', unit: 'in' }
 */
export function showQuantity(si: number, unit: UnitId): Shown {
  const u = unitOf(unit)
  const value = fromSi(si, unit)
  const label = unit === 'F' || unit === 'C' ? `°${unit}` : unit === 'deg' ? '°' : unit
  const exact = unit === 'in' ? fractionOf(value) : undefined
  const decimals = unit === 'in' ? inchDecimals(value, u.decimals(value)) : u.decimals(value)
  return { figure: exact ?? trim(value, decimals), unit: label }
}

/** `showQuantity` as one text: "1 3/8 in", "42 psi". */
export function printQuantity(si: number, unit: UnitId): string {
  const s = showQuantity(si, unit)
  return s.unit === '°' ? `${s.figure}°` : `${s.figure} ${s.unit}`
}

/** A duration in words: "45 s", "4 min 20 s", "1 h 5 min". Rounded up to the second, since times round up. */
export function printDuration(seconds: number): string {
  const total = Math.ceil(seconds - 1e-9)
  if (total < 90) return `${total} s`
  const h = Math.floor(total / 3600)
  const min = Math.floor((total % 3600) / 60)
  const s = total % 60
  if (h > 0) return min > 0 ? `${h} h ${min} min` : `${h} h`
  return s > 0 ? `${min} min ${s} s` : `${min} min`
}

/** Whether a shop thinks in inches and feet. */
export const isInch = (units: UnitChoices): boolean => units.length === 'in' || units.length === 'ft'

/** A difference of temperatures, K, in the shop's unit: "120 °F". */
export function printRise(kelvin: number, units: UnitChoices): string {
  return units.temperature === 'F' ? `${Math.round(kelvin * 1.8)} °F` : `${Math.round(kelvin)} °C`
}

/** The unit in which a shop shows this kind. */
export function unitFor(kind: Kind, units: UnitChoices): UnitId {
  if (kind === 'angle') return 'deg'
  if (kind === 'time') return 's'
  if (kind === 'share') return '%'
  if (kind === 'force') return isInch(units) ? 'lbf' : 'kN'
  if (kind === 'leak') return 'Pa m3/s'
  if (kind === 'energy') return isInch(units) ? 'Btu' : 'kJ'
  return units[kind]
}

/** The gauge division nearest to a pressure; both in Pa. */
export const toDivision = (pa: number, divisionPa: number): number => Math.round(pa / divisionPa) * divisionPa

/** The last gauge division not above a pressure (a hair's allowance for rounding); both in Pa. */
export const downToDivision = (pa: number, divisionPa: number): number =>
  Math.floor(pa / divisionPa + 1e-6) * divisionPa

/** The first gauge division not below a pressure; both in Pa. */
export const upToDivision = (pa: number, divisionPa: number): number =>
  Math.ceil(pa / divisionPa - 1e-6) * divisionPa

/**
 * Two printed values as a span, the unit said once: "40 to 48 psi", "2.9 to 3.8 cu ft". Times of two parts keep theirs.
 * @example joinSpan('40 psi', '48 psi') // '40 to 48 psi'
 */
export function joinSpan(low: string, high: string): string {
  const one = /^([-\d./ ]*\d)(\D*)$/
  const [from, to] = [one.exec(low), one.exec(high)]
  return from && to && from[2] === to[2] ? `${from[1]} to ${high}` : `${low} to ${high}`
}

/** Two figures that count, without a unit: "0.0027", "41". */
export const printShort = (value: number): string => Number(value.toPrecision(2)).toString()

/**
 * An estimate and half its interval, the first to no finer a digit than the second: "0.0014 ± 0.0003".
 * @param half in the unit of `value`; when it is nothing or not known, both are told to two figures
 */
export function printEstimate(value: number, half: number): string {
  if (!(half > 0 && half < Infinity)) return `${printShort(value)} ± ${printShort(half)}`
  const decimals = Math.min(100, Math.max(0, 1 - Math.floor(Math.log10(half))))
  return `${Number(value.toFixed(decimals))} ± ${printShort(half)}`
}
