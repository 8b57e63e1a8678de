import { DRAW_RULES } from '../gas/cylinder.ts'
import { FUEL_IDS, HOSE_GRADES, type FuelId } from '../gas/fuels.ts'
import type { Hose } from '../gas/hose.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { UNITS, type UnitId } from '../quantity/index.ts'
import { INCH_UNITS, usualDivision, type UnitChoices } from '../shop.ts'
import { blank, BOUNDS, isRecord, readHose, readRows, type Bounds, type Json, type Reader } from './reader.ts'
import { PIPINGS, type CutRig, type Shop } from './types.ts'

/** Cylinders as they stand there: rated full contents, and what is left of them. */
interface Cylinders {
  acetyleneM3: number
  acetyleneCount: number
  oxygenLeftM3: number | undefined
  fuelLeftM3: number | undefined
}

/**
 * `cylinders`: a list of { gas, size, left?, count? }, or { gas: size }; a bare number is how many cylinders of
 * `acetyleneCylinder` are manifolded. Sizes and contents of gas at 70 F and 1 atm.
 */
function readCylinders(r: Reader, asked: unknown, fuel: string): Cylinders {
  const value = isRecord(asked)
    ? Object.entries(asked).map(([key, size]) =>
        isRecord(size) ? { gas: key, ...size } : { gas: key, size },
      )
    : typeof asked === 'number' || (typeof asked === 'string' && asked.trim() !== '')
      ? []
      : asked
  const found: Cylinders = {
    acetyleneM3: 0,
    acetyleneCount: 0,
    oxygenLeftM3: undefined,
    fuelLeftM3: undefined,
  }
  readRows(r, value, 'rig.cylinders', ['gas', 'size', 'left', 'count'], (row, path) => {
    const gas = r.word(row['gas'], `${path}.gas`, ['oxygen', ...FUEL_IDS] as const)
    const size = r.maybe(row['size'], `${path}.size`, BOUNDS.volume)
    const left = r.maybe(row['left'], `${path}.left`, BOUNDS.volume)
    const count = r.count(row['count'], `${path}.count`, 'the number of cylinders', 1, 50)
    const full = size === undefined ? undefined : size * count
    if (gas === 'oxygen') found.oxygenLeftM3 = (found.oxygenLeftM3 ?? 0) + (left ?? full ?? 0)
    else if (gas !== undefined && gas === fuel) {
      found.fuelLeftM3 = (found.fuelLeftM3 ?? 0) + (left ?? full ?? 0)
      if (gas === 'acetylene') {
        found.acetyleneM3 += full ?? 0
        found.acetyleneCount += count
      }
    }
    return true
  })
  return found
}

/** What gas comes from and through, whatever is done with the flame: fittings, hoses, gauges and cylinders. */
export type Supply = Pick<
  CutRig,
  | 'tipPieces'
  | 'hoseGrade'
  | 'piping'
  | 'oxygenHose'
  | 'fuelHose'
  | 'oxygenDivisionPa'
  | 'fuelDivisionPa'
  | 'fuelLockUpPa'
  | 'oxygenRatingPa'
  | 'fuelRatingPa'
  | 'acetyleneCylinderM3'
  | 'acetyleneCylinders'
  | 'drawRule'
  | 'oxygenLeftM3'
  | 'fuelLeftM3'
>

/** The fields of a rig that `readSupply` reads, beside its fuel. */
export const SUPPLY_FIELDS = [
  'tipPieces',
  'hoseGrade',
  'piping',
  'oxygenHose',
  'fuelHose',
  'oxygenGaugeDivision',
  'fuelGaugeDivision',
  'fuelLockUp',
  'oxygenRating',
  'fuelRating',
  'acetyleneCylinder',
  'acetyleneCylinders',
  'cylinders',
  'drawRule',
]

/** Reads the supply side of a rig, which cuts and brazes have alike. */
export function readSupply(r: Reader, rig: Json, fuel: FuelId, oxygenHose: Hose, units: UnitChoices): Supply {
  const pressure = (name: string, bounds: Bounds = BOUNDS.pressure) =>
    r.maybe(rig[name], `rig.${name}`, bounds)
  const pieces = blank(rig['tipPieces'])
    ? undefined
    : r.word(String(rig['tipPieces']), 'rig.tipPieces', ['1', '2'] as const)
  const one = r.maybe(rig['acetyleneCylinder'], 'rig.acetyleneCylinder', BOUNDS.volume)
  const plain = ['number', 'string'].includes(typeof rig['cylinders'])
  const count = plain
    ? r.count(rig['cylinders'], 'rig.cylinders', 'the number of cylinders', 1, 50)
    : r.count(rig['acetyleneCylinders'], 'rig.acetyleneCylinders', 'the number of cylinders', 1, 50)
  const cylinders = readCylinders(r, rig['cylinders'], fuel)
  return {
    tipPieces: pieces === undefined ? undefined : pieces === '1' ? 1 : 2,
    hoseGrade: blank(rig['hoseGrade']) ? undefined : r.word(rig['hoseGrade'], 'rig.hoseGrade', HOSE_GRADES),
    piping: r.word(rig['piping'], 'rig.piping', PIPINGS, 'none') ?? 'none',
    oxygenHose,
    fuelHose: readHose(r, rig, 'fuelHose', oxygenHose),
    oxygenDivisionPa:
      pressure('oxygenGaugeDivision', BOUNDS.division) ?? usualDivision(units.pressure, 'oxygen'),
    fuelDivisionPa: pressure('fuelGaugeDivision', BOUNDS.division) ?? usualDivision(units.pressure, 'fuel'),
    fuelLockUpPa: pressure('fuelLockUp'),
    oxygenRatingPa: pressure('oxygenRating'),
    fuelRatingPa: pressure('fuelRating'),
    acetyleneCylinderM3:
      cylinders.acetyleneM3 > 0 ? cylinders.acetyleneM3 : one === undefined ? undefined : one * count,
    acetyleneCylinders: cylinders.acetyleneM3 > 0 ? cylinders.acetyleneCount : count,
    drawRule: blank(rig['drawRule']) ? undefined : r.word(rig['drawRule'], 'rig.drawRule', DRAW_RULES),
    oxygenLeftM3: cylinders.oxygenLeftM3,
    fuelLeftM3: cylinders.fuelLeftM3,
  }
}

/** The units that a shop asks its answers in; those it does not name are inches and psi. */
function readUnits(r: Reader, value: unknown): UnitChoices {
  if (value === undefined) return INCH_UNITS
  if (!isRecord(value)) {
    r.fail('shop.units', 'Units should be a group: length, pressure, flow, speed, temperature, volume, mass.')
    return INCH_UNITS
  }
  const units: Record<string, UnitId> = { ...INCH_UNITS }
  for (const [kind, id] of Object.entries(value)) {
    const unit = UNITS.find((u) => u.id === id && u.kind === kind)
    if (unit && kind in INCH_UNITS) units[kind] = unit.id
    else r.fail(`shop.units.${kind}`, `“${String(id).slice(0, 20)}” is not a unit for ${kind}.`)
  }
  return units as unknown as UnitChoices
}

/** Reads where the work is done, and the units that its sentences are in. */
export const readPlace = (r: Reader, shop: Json): Shop => ({
  altitudeM: r.or(shop['altitude'], 'shop.altitude', BOUNDS.altitude, 0),
  airK: r.or(shop['airTemperature'], 'shop.airTemperature', BOUNDS.air, STANDARD_TEMPERATURE_K),
  units: readUnits(r, shop['units']),
})
