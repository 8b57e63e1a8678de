import { readPlace, readSupply } from '../cut/read-supply.ts'
import type { FieldError } from '../figure.ts'
import { FORMS, ROD } from '../metal/rod-fields.ts'
import { BOX_ROW, BRAZE_GEAR, BRAZE_SHELF, PLACE, SUPPLY, TIP_ROW } from '../rig/fields.ts'
import { blank, Reader, readFields, readRows, sectionOf } from '../fields/reader.ts'
import { isRecord, type Json } from '../objects.ts'
import { FUEL_IDS, FUELS, type FuelId } from '../gas/fuels.ts'
import { findFiller } from '../metal/fillers.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { fuelFlowOf } from './flame.ts'
import { METHOD_NAMES, optionsOfBraze } from './method-words.ts'
import { readBrazeWork } from './read-work.ts'
import {
  type BoxBurner,
  type BrazeRequest,
  type BrazeRig,
  type BrazeShop,
  type Methods,
  type ShelfRod,
  type TipRow,
} from './types.ts'

/** What was read, or every field that could not be. */
export type ReadBraze =
  | { readonly ok: true; readonly request: BrazeRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

/** A row of a chart of brazing tips; a row without walls is good for any. */
function readTipRow(r: Reader, row: Json, path: string): TipRow | undefined {
  const { wallFromM, wallToM, ...read } = readFields(r, row, TIP_ROW, path)
  if (Number.isNaN(read.orificeM)) return undefined
  if (wallFromM !== undefined && wallToM !== undefined && wallFromM > wallToM)
    return r.fail(`${path}.thicknessMax`, 'This is thinner than where the row begins.')
  return { ...read, wallMinM: wallFromM ?? 0, wallMaxM: wallToM ?? Infinity }
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

/** A burner of the box. One whose fuel nobody measured has it from its ports, or from `rig.flow`. */
function readBurner(
  r: Reader,
  row: Json,
  path: string,
  rig: { readonly fuel: FuelId; readonly tipFlow: number | undefined },
): BoxBurner | undefined {
  const { kind, orificeM, ports, fuelFlow, ownFuel, shape } = readFields(r, row, BOX_ROW, path)
  if (kind === undefined) return undefined
  if (kind === 'fuel-air') {
    const fuel = ownFuel ?? rig.fuel
    if (!FUELS[fuel].brazing.air)
      return r.fail(`${path}.fuel`, `No torch for ${FUELS[fuel].name} and air is reckoned here.`)
    if (fuelFlow === undefined) return r.fail(`${path}.flow`, 'Give the fuel that it burns in an hour.')
    return { kind, fuel, ports: 1, flow: fuelFlow, shape }
  }
  if (orificeM === undefined) return r.fail(`${path}.orifice`, 'Give its orifice.')
  return {
    kind,
    fuel: rig.fuel,
    orificeM,
    ports: kind === 'tip' ? 1 : ports,
    flow: fuelFlow ?? rig.tipFlow ?? fuelFlowOf(rig.fuel, orificeM, kind === 'tip' ? 1 : ports),
    shape,
  }
}

function readRig(r: Reader, input: Json, units: UnitChoices): BrazeRig {
  const rig = sectionOf(r, input, 'rig', { ...SUPPLY, ...BRAZE_GEAR, ...BRAZE_SHELF })
  const fuel = r.word(rig['fuel'], 'rig.fuel', FUEL_IDS, 'acetylene') ?? 'acetylene'
  const gear = readFields(r, rig, BRAZE_GEAR, 'rig')
  return {
    ...readSupply(r, rig, fuel, units),
    ...gear,
    box: readRows(r, rig['box'], 'rig.box', Object.keys(BOX_ROW), (row, path) =>
      readBurner(r, row, path, { fuel, tipFlow: gear.tipFlow }),
    ),
    chart: readRows(r, rig['chart'], 'rig.chart', Object.keys(TIP_ROW), (row, path) =>
      readTipRow(r, row, path),
    ),
    ownBrazes: [],
    held: {},
    rods:
      rig['rods'] === undefined
        ? undefined
        : readRows(r, rig['rods'], 'rig.rods', Object.keys(ROD), (row, path) => readRod(r, row, path)),
  }
}

/** The shop's methods; they were once called schools, and are still read so. */
function readMethods(r: Reader, shop: Json): Methods {
  const name = shop['methods'] === undefined && shop['schools'] !== undefined ? 'schools' : 'methods'
  const asked = r.section(shop, name, METHOD_NAMES, `shop.${name}`)
  return Object.fromEntries(
    METHOD_NAMES.map((m) => {
      const words = optionsOfBraze(m)
      return [m, r.word(asked[m], `shop.${name}.${m}`, words, words[0])]
    }),
  ) as unknown as Methods
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
  const shopIn = r.section(input, 'shop', [...Object.keys(PLACE), 'methods', 'schools'])
  const shop: BrazeShop = {
    ...readPlace(r, shopIn),
    methods: readMethods(r, shopIn),
  }
  const request: BrazeRequest = {
    work: readBrazeWork(r, input, shop.methods),
    rig: readRig(r, input, shop.units),
    shop,
    ignored: r.ignored,
  }
  return r.errors.length > 0 ? { ok: false, errors: r.errors } : { ok: true, request }
}
