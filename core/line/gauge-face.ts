/** The face of a regulator's delivery gauge: as the shop described its own, else as it usually is. */
import { usualDivision } from '../quantity/choices.ts'
import { fromSi, parseQuantity, type UnitId } from '../quantity/index.ts'
import type { Gas } from './state.ts'

/** A gauge as somebody typed it; blank where nothing was said. */
export interface GaugeSaid {
  /** The end of its scale, a division, and where its amber and its red zone begin. */
  readonly range: string
  readonly division: string
  readonly amber: string
  readonly red: string
}
export const NO_GAUGE_SAID: GaugeSaid = { range: '', division: '', amber: '', red: '' }

/** A face: the unit that it is printed in, and its scale in that unit. */
export interface GaugeFace {
  readonly unit: UnitId
  readonly top: number
  /** Marked with a number, and with a stroke. */
  readonly major: number
  readonly minor: number
  readonly amberFrom?: number
  readonly redFrom?: number
}
/** What was typed of a gauge, read; Pa gauge. */
interface GaugeRead {
  readonly unit: UnitId
  readonly rangePa?: number
  readonly divisionPa?: number
  readonly amberPa?: number
  readonly redPa?: number
}
/** A gauge as it was typed, or what is wrong with it. */
export type ReadGauge =
  | ({ readonly ok: true } & GaugeRead)
  | { readonly ok: false; readonly field: keyof GaugeSaid; readonly message: string }

const FIELDS = ['range', 'division', 'amber', 'red'] as const

/**
 * Reads a gauge as it was typed. Its scale is in the unit of its range: what is typed without a unit is in that one.
 * @param unit the shop's unit of pressure
 */
export function readGauge(said: GaugeSaid, unit: UnitId): ReadGauge {
  const read: Record<string, number> = {}
  let own = unit
  for (const name of FIELDS) {
    if (said[name].trim() === '') continue
    const value = parseQuantity(said[name], 'pressure', { unit: own })
    if (!value.ok) return { ok: false, field: name, message: value.message }
    if (!(value.value > 0)) return { ok: false, field: name, message: 'Give a pressure above zero.' }
    if (name === 'range') own = value.unit
    read[`${name}Pa`] = value.value
  }
  const { rangePa, divisionPa, amberPa, redPa } = read as Omit<GaugeRead, 'unit'>
  if (rangePa === undefined && Object.keys(read).length > 0)
    return { ok: false, field: 'range', message: 'Say first how far its scale goes.' }
  const wrong = (field: keyof GaugeSaid, message: string): ReadGauge => ({ ok: false, field, message })
  if (rangePa !== undefined) {
    if (divisionPa !== undefined && (divisionPa > rangePa / 4 || divisionPa < rangePa / 400))
      return wrong(
        'division',
        'A division is what lies between two strokes: 4 to 400 of them make the scale.',
      )
    if (amberPa !== undefined && amberPa > rangePa)
      return wrong('amber', 'That is past the end of its scale.')
    if (redPa !== undefined && redPa > rangePa) return wrong('red', 'That is past the end of its scale.')
    if (amberPa !== undefined && redPa !== undefined && amberPa > redPa)
      return wrong('amber', 'The amber zone begins before the red one.')
  }
  return {
    ok: true,
    unit: own,
    ...(rangePa === undefined ? {} : { rangePa }),
    ...(divisionPa === undefined ? {} : { divisionPa }),
    ...(amberPa === undefined ? {} : { amberPa }),
    ...(redPa === undefined ? {} : { redPa }),
  }
}

/** Faces as they usually are: end of the scale, numbers, strokes. */
const USUAL = {
  psi: { oxygen: [100, 20, 5], fuel: [30, 5, 1] },
  bar: { oxygen: [7, 1, 0.25], fuel: [2, 0.5, 0.1] },
  kPa: { oxygen: [700, 100, 25], fuel: [200, 50, 10] },
} as const
/** A face has about so many numbers. */
const NUMBERS = 6

const round = (v: number): number => Number(v.toPrecision(6))
/** A step of 1, 2 or 5 of some power of ten that makes about so many steps of a scale. */
function stepFor(top: number, steps: number): number {
  const raw = top / steps
  const power = 10 ** Math.floor(Math.log10(raw))
  const [best = 1] = [1, 2, 5, 10].filter((n) => n * power >= raw * 0.8)
  return round(best * power)
}

/**
 * The face of one side's gauge.
 * @param said as the shop described it; a description that cannot be read counts as none
 * @param unit the shop's unit of pressure, which the usual faces are in
 * @param needed a pressure that has to stand on it, Pa: a usual face that is too small is doubled
 */
export function gaugeFace(side: Gas, said: GaugeSaid, unit: UnitId, needed = 0): GaugeFace {
  const read = readGauge(said, unit)
  if (read.ok && read.rangePa !== undefined) {
    const at = (pa: number) => round(fromSi(pa, read.unit))
    const top = at(read.rangePa)
    const major = stepFor(top, NUMBERS)
    return {
      unit: read.unit,
      top,
      major,
      minor: read.divisionPa === undefined ? round(major / 5) : at(read.divisionPa),
      ...(read.amberPa === undefined ? {} : { amberFrom: at(read.amberPa) }),
      ...(read.redPa === undefined ? {} : { redFrom: at(read.redPa) }),
    }
  }
  const own = unit === 'bar' || unit === 'kPa' ? unit : 'psi'
  const [top, major, minor] = USUAL[own][side]
  // a setting beyond the usual face is shown on one twice as large
  const times = fromSi(needed, own) > top ? 2 : 1
  return { unit: own, top: top * times, major: major * times, minor: minor * times }
}

/** A division of a side's gauge, Pa: as the shop described it, else as usual. */
export function divisionOf(side: Gas, said: GaugeSaid, unit: UnitId): number {
  const read = readGauge(said, unit)
  return (read.ok ? read.divisionPa : undefined) ?? usualDivision(unit, side)
}
