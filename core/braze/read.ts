import { readPlace, readSupply, SUPPLY_FIELDS } from '../cut/read-supply.ts'
import { blank, BOUNDS, isRecord, Reader, readHose, readRows, type Json } from '../cut/reader.ts'
import { PLACES } from '../cut/types.ts'
import type { FieldError } from '../figure.ts'
import { FUEL_IDS } from '../gas/fuels.ts'
import { CHART_HOSE } from '../gas/hose.ts'
import { findFiller } from '../metal/fillers.ts'
import type { UnitChoices } from '../shop.ts'
import { readBrazeWork } from './read-work.ts'
import {
  FORMS,
  HEADS,
  SCHOOLS,
  TORCH_KINDS,
  type BrazeRequest,
  type BrazeRig,
  type BrazeShop,
  type SchoolName,
  type Schools,
  type ShelfRod,
  type TipRow,
} from './types.ts'

/** What was read, or every field that could not be. */
export type ReadBraze =
  | { readonly ok: true; readonly request: BrazeRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

const RIG_FIELDS = [
  ...SUPPLY_FIELDS,
  'fuel',
  'tipOrifice',
  'head',
  'ports',
  'torchKind',
  'torches',
  'chart',
  'rods',
]
const ROW_FIELDS = [
  'orifice',
  'thicknessMin',
  'thicknessMax',
  'oxygenPressure',
  'fuelPressure',
  'pressureAt',
  'speed',
  'kerf',
]
const USUAL_PORTS = 8

/** A row of a chart of brazing tips; a row without walls is good for any. */
function readTipRow(r: Reader, row: Json, path: string): TipRow | undefined {
  const orificeM = r.quantity(row['orifice'], `${path}.orifice`, BOUNDS.orifice)
  const at = r.word(row['pressureAt'], `${path}.pressureAt`, PLACES, 'regulator')
  const min = r.maybe(row['thicknessMin'], `${path}.thicknessMin`, BOUNDS.thickness)
  const max = r.maybe(row['thicknessMax'], `${path}.thicknessMax`, BOUNDS.thickness)
  const pressures = {
    oxygenGaugePa: r.maybe(row['oxygenPressure'], `${path}.oxygenPressure`, BOUNDS.pressure),
    fuelGaugePa: r.maybe(row['fuelPressure'], `${path}.fuelPressure`, BOUNDS.pressure),
  }
  if (orificeM === undefined || at === undefined) return undefined
  if (min !== undefined && max !== undefined && min > max)
    return r.fail(`${path}.thicknessMax`, 'This is thinner than where the row begins.')
  return { orificeM, at, wallMinM: min ?? 0, wallMaxM: max ?? Infinity, ...pressures }
}

function readRod(r: Reader, row: Json, path: string): ShelfRod | undefined {
  const id = String(row['class'] ?? '')
  if (!findFiller(id))
    return r.fail(`${path}.class`, `“${id.slice(0, 30)}” is not a class of filler known here.`)
  const form = r.word(row['form'], `${path}.form`, FORMS, 'bare')
  if (form === undefined) return undefined
  if (blank(row['perKg'])) return { id, form }
  const perKg = Number(String(row['perKg']).replace(',', '.'))
  if (!(perKg >= 0 && perKg < 1e6)) return r.fail(`${path}.perKg`, 'The price should be a plain number.')
  return { id, form, perKg }
}

function readRig(r: Reader, input: Json, units: UnitChoices): BrazeRig {
  const rig = r.section(input, 'rig', RIG_FIELDS)
  const fuel = r.word(rig['fuel'], 'rig.fuel', FUEL_IDS, 'acetylene') ?? 'acetylene'
  const oxygenHose = readHose(r, rig, 'oxygenHose', CHART_HOSE)
  return {
    fuel,
    tipOrificeM: r.maybe(rig['tipOrifice'], 'rig.tipOrifice', BOUNDS.orifice),
    head: r.word(rig['head'], 'rig.head', HEADS, 'single') ?? 'single',
    ports: r.count(rig['ports'], 'rig.ports', 'the number of ports', USUAL_PORTS, 100),
    torchKind: r.word(rig['torchKind'], 'rig.torchKind', TORCH_KINDS, 'equal-pressure') ?? 'equal-pressure',
    torches: r.count(rig['torches'], 'rig.torches', 'the number of torches', 1, 4),
    ...readSupply(r, rig, fuel, oxygenHose, units),
    chart: readRows(r, rig['chart'], 'rig.chart', ROW_FIELDS, (row, path) => readTipRow(r, row, path)),
    ownBrazes: [],
    rods:
      rig['rods'] === undefined
        ? undefined
        : readRows(r, rig['rods'], 'rig.rods', ['class', 'form', 'perKg'], (row, path) =>
            readRod(r, row, path),
          ),
  }
}

const SCHOOL_NAMES = Object.keys(SCHOOLS) as SchoolName[]

function readSchools(r: Reader, shop: Json): Schools {
  const asked = r.section(shop, 'schools', SCHOOL_NAMES, 'shop.schools')
  return Object.fromEntries(
    SCHOOL_NAMES.map((name) => {
      const words: readonly string[] = SCHOOLS[name]
      return [name, r.word(asked[name], `shop.schools.${name}`, words, words[0])]
    }),
  ) as unknown as Schools
}

/**
 * Reads a braze as it is typed (the form that the command line takes and that pieces are stored in).
 * @param input `{ kind: 'braze', work, rig, shop }`, every quantity as text with its unit
 * @param options as of `readCut`
 * @returns the request in SI, or every field that could not be read, with a sentence each. Never throws.
 */
export function readBraze(
  input: unknown,
  options: { bare?: UnitChoices; decimalMark?: 'ask' | 'comma' } = {},
): ReadBraze {
  const r = new Reader(options.bare, options.decimalMark ?? 'ask')
  if (!isRecord(input))
    return {
      ok: false,
      errors: [{ field: '', message: 'This is not a braze: a group with kind, work and rig is wanted.' }],
    }
  if (input['kind'] !== 'braze') r.fail('kind', 'The kind should be “braze”.')
  r.ignored.push(...Object.keys(input).filter((k) => !['kind', 'work', 'rig', 'shop'].includes(k)))
  const shopIn = r.section(input, 'shop', ['altitude', 'airTemperature', 'units', 'schools'])
  const shop: BrazeShop = {
    ...readPlace(r, shopIn),
    schools: readSchools(r, shopIn),
  }
  const request: BrazeRequest = {
    work: readBrazeWork(r, input),
    rig: readRig(r, input, shop.units),
    shop,
    ignored: r.ignored,
  }
  return r.errors.length > 0 ? { ok: false, errors: r.errors } : { ok: true, request }
}
