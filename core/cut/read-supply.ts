import { CYLINDER_ROW, HOSE, PLACE, SUPPLY } from '../rig/fields.ts'
import { readFields, readRows, sectionOf, type Reader } from '../fields/reader.ts'
import { isRecord, type Json } from '../objects.ts'
import { FUEL_IDS, FUELS, type FuelId } from '../gas/fuels.ts'
import { CHART_HOSE, type Hose } from '../gas/hose.ts'
import { UNITS, type UnitId } from '../quantity/index.ts'
import { INCH_UNITS, usualDivision, type UnitChoices } from '../quantity/choices.ts'
import type { Shop, Supply } from './types.ts'

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
  readRows(r, value, 'rig.cylinders', Object.keys(CYLINDER_ROW), (row, path) => {
    const gas = r.word(row['gas'], `${path}.gas`, ['oxygen', ...FUEL_IDS] as const)
    const { sizeM3: size, leftM3: left, count } = readFields(r, row, CYLINDER_ROW, path)
    const full = size === undefined ? undefined : size * count
    if (gas === 'oxygen') found.oxygenLeftM3 = (found.oxygenLeftM3 ?? 0) + (left ?? full ?? 0)
    else if (gas !== undefined && gas === fuel) {
      found.fuelLeftM3 = (found.fuelLeftM3 ?? 0) + (left ?? full ?? 0)
      if (FUELS[gas].cylinder.draw === 'share') {
        found.acetyleneM3 += full ?? 0
        found.acetyleneCount += count
      }
    }
    return true
  })
  return found
}

/** A hose as it is typed; the other one where it is absent. */
export function readHose(r: Reader, rig: Json, name: string, fallback: Hose): Hose {
  if (rig[name] === undefined) return fallback
  const hose = sectionOf(r, rig, name, HOSE, `rig.${name}`)
  return {
    lengthM: r.quantity(hose['length'], `rig.${name}.length`, HOSE.length.bounds) ?? fallback.lengthM,
    boreM: r.quantity(hose['bore'], `rig.${name}.bore`, HOSE.bore.bounds) ?? fallback.boreM,
  }
}

/** Reads the supply side of a rig, which cuts and brazes have alike. */
export function readSupply(r: Reader, rig: Json, fuel: FuelId, units: UnitChoices): Supply {
  const { tipPieces, oxygenDivisionSaidPa, fuelDivisionSaidPa, acetyleneOneM3, ...said } = readFields(
    r,
    rig,
    SUPPLY,
    'rig',
  )
  const oxygenHose = readHose(r, rig, 'oxygenHose', CHART_HOSE)
  const plain = ['number', 'string'].includes(typeof rig['cylinders'])
  const count = plain
    ? r.count(rig['cylinders'], 'rig.cylinders', 'the number of cylinders', 1, 50)
    : r.count(rig['acetyleneCylinders'], 'rig.acetyleneCylinders', 'the number of cylinders', 1, 50)
  const cylinders = readCylinders(r, rig['cylinders'], fuel)
  return {
    ...said,
    fuel,
    tipPieces: tipPieces === undefined ? undefined : tipPieces === '1' ? 1 : 2,
    oxygenHose,
    fuelHose: readHose(r, rig, 'fuelHose', oxygenHose),
    oxygenDivisionPa: oxygenDivisionSaidPa ?? usualDivision(units.pressure, 'oxygen'),
    fuelDivisionPa: fuelDivisionSaidPa ?? usualDivision(units.pressure, 'fuel'),
    acetyleneCylinderM3:
      cylinders.acetyleneM3 > 0
        ? cylinders.acetyleneM3
        : acetyleneOneM3 === undefined
          ? undefined
          : acetyleneOneM3 * count,
    acetyleneCylinders: cylinders.acetyleneM3 > 0 ? cylinders.acetyleneCount : count,
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
  ...readFields(r, shop, PLACE, 'shop'),
  units: readUnits(r, shop['units']),
})
