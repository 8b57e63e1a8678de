import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_UNITS, METRIC_UNITS } from '../quantity/choices.ts'
import { BRAZE_WORK, PART, TAKE_OFF, TUBE_RUN, usualGapM } from '../braze/fields.ts'
import { CUT_WORK, fieldsOfShape, PRACTICE_ITEM, SHAPES, workOfShape } from '../cut/fields.ts'
import { draftAsNow, firstDraftOf } from './draft.ts'
import { GEAR } from '../rig/gear-fields.ts'
import { BRAZE_RESULT, CUT_RESULT, LINE, RESULTS } from '../record/fields.ts'
import { fieldTable } from './markdown.ts'
import { Reader, readFields } from './reader.ts'
import {
  BRAZE_GEAR,
  CHART_ROW,
  CUT_RIG,
  HOSE,
  KERF_ROW,
  PLACE,
  RIG,
  SUPPLY,
  TIP_ROW,
  TORCH,
} from '../rig/fields.ts'
import { ACCEPTANCE, SHOP } from '../shop/fields.ts'
import { told, wordsOf, type Field, type Table } from './spec.ts'
import { TEST_ASKED } from '../check/test-fields.ts'
import { readResult } from './result.ts'
import { parseQuantity } from '../quantity/index.ts'

const TABLES: Readonly<Record<string, Table>> = {
  cut: CUT_WORK,
  practice: PRACTICE_ITEM,
  braze: BRAZE_WORK,
  part: PART,
  run: TUBE_RUN,
  takeOff: TAKE_OFF,
  supply: SUPPLY,
  cutRig: CUT_RIG,
  rig: RIG,
  oneHose: HOSE,
  chart: CHART_ROW,
  tips: TIP_ROW,
  kerf: KERF_ROW,
  gear: BRAZE_GEAR,
  torch: TORCH,
  place: PLACE,
  shop: SHOP,
  acceptance: ACCEPTANCE,
  test: TEST_ASKED,
  ...GEAR,
}
const all = Object.entries(TABLES).flatMap(([table, fields]) =>
  Object.entries(fields).map(([name, field]) => [`${table}.${name}`, field] as const),
)

describe('a table of fields', () => {
  it.each(all)('%s has words for people, and defaults that it would accept itself', (_, field) => {
    expect(told(field.label, {})).toMatch(/^[A-Zo]/)
    if (field.type === 'quantity') {
      const { min, max, what, says } = field.bounds
      expect(min).toBeLessThan(max)
      expect(what.length * says.length).toBeGreaterThan(0)
      for (const units of [INCH_UNITS, METRIC_UNITS]) {
        const first = told(field.first, units)
        const read = first === '' ? undefined : parseQuantity(first, field.bounds.kind)
        if (read) expect(read.ok && read.value >= min && read.value <= max, first).toBe(true)
      }
      if (typeof field.usual === 'number') {
        expect(field.usual).toBeGreaterThanOrEqual(min)
        expect(field.usual).toBeLessThanOrEqual(max)
      }
    }
    if (field.type === 'choice') {
      const first = told(field.first, INCH_UNITS)
      if (first !== '') expect(wordsOf(field)).toContain(first)
      if (typeof field.usual === 'string') expect(wordsOf(field)).toContain(field.usual)
      expect(new Set(Object.values(field.names)).size).toBe(wordsOf(field).length)
    }
    if (field.type === 'count') expect(field.usual).toBeLessThanOrEqual(field.most)
  })
  it('reads no two of its fields under one name', () => {
    for (const [name, table] of Object.entries(TABLES)) {
      const names = Object.entries<Field>(table).map(([n, f]) => ('as' in f && f.as ? f.as : n))
      expect(new Set(names).size, name).toBe(names.length)
    }
  })
  it('tells in the docs what can be said in each field, and what is taken when it is absent', () => {
    for (const [name, table] of Object.entries(TABLES)) {
      const lines = fieldTable(table, name).split('\n').slice(2)
      for (const line of lines)
        expect(
          line
            .split('|')
            .map((c) => c.trim())
            .slice(1, -1),
          line,
        ).not.toContain('')
    }
    expect(fieldTable(HOSE, 'rig.oxygenHose')).toContain(
      '| `rig.oxygenHose.length` | Hose length | 1 to 490 ft',
    )
  })
})

describe('the reader of a table', () => {
  const read = (table: Table, said: object, typed = false) => {
    const r = new Reader(typed ? INCH_UNITS : undefined, 'ask', typed)
    return { value: readFields(r, said as never, table, 'x') as Record<string, unknown>, errors: r.errors }
  }
  it('takes what is usual for what is blank, and says what has to be given', () => {
    expect(read(HOSE, {})).toMatchObject({ value: { lengthM: 7.62, boreM: 0.00635 }, errors: [] })
    const { errors } = read(TUBE_RUN, { wall: '1 mm' })
    expect(errors.map((e) => e.field)).toEqual(['x.outsideDiameter', 'x.length'])
  })
  it('gathers every fault, each at its field', () => {
    const { errors } = read(CHART_ROW, {
      orifice: 'wide',
      thicknessMin: '-1 mm',
      thicknessMax: '1 in',
      pressureAt: 'cellar',
      speed: '9000 in/min',
    })
    expect(errors.map((e) => e.field)).toEqual(['x.orifice', 'x.thicknessMin', 'x.pressureAt', 'x.speed'])
    for (const e of errors) expect(e.message).toMatch(/[.?]$/)
  })
  it('never throws, and has a value under every name, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.values(TABLES)),
        fc.dictionary(fc.string(), fc.anything()),
        (table, noise) => {
          const said = Object.fromEntries(
            Object.keys(table).map((name, i) => [name, Object.values(noise)[i]]),
          )
          const { value } = read(table, said)
          for (const [name, field] of Object.entries<Field>(table))
            if (field.page !== true)
              expect(value).toHaveProperty(['as' in field && field.as ? field.as : name])
        },
      ),
    )
  })
  it('takes no word of an object for a text, whatever it says of itself', () => {
    const odd = [{ toString: '' }, { toString: 'Plate' }, Object.create(null) as object]
    for (const value of odd) {
      expect(() => read(BRAZE_WORK, { joint: value, service: value, attitude: value })).not.toThrow()
      expect(() => read(BRAZE_WORK, { joint: 'lap', service: [value] })).not.toThrow()
      expect(read(BRAZE_GEAR, { torches: value }).errors.map((e) => e.field)).toContain('x.torches')
    }
  })
  it('takes a number for a word that is one, and a list in one line', () => {
    expect(read(SUPPLY, { tipPieces: 2 }).value['tipPieces']).toBe('2')
    expect(read(BRAZE_WORK, { joint: 'lap', service: 'Water; steam, none' }).value['service']).toEqual(
      new Set(['water', 'steam']),
    )
  })
  it('reads an absolute pressure only where one is meant', () => {
    expect(read(TEST_ASKED, { barometer: '14.7 psia' }).errors).toEqual([])
    expect(read(TEST_ASKED, { pressure: '350 psia' }).errors[0]?.message).toContain('absolute')
  })
  it('reads what a field spells out in its own unit: per cents, and leaks too', () => {
    expect(read(ACCEPTANCE, { drag: '15', gouges: '0' }, true)).toMatchObject({
      value: { dragShare: 0.15, gouges: 0 },
      errors: [],
    })
  })
})

describe('a draft', () => {
  const tables = fc.constantFrom<Table>(CUT_WORK, BRAZE_WORK, RIG, SHOP, TEST_ASKED)
  it('of this version is left as it is', () => {
    fc.assert(
      fc.property(tables, fc.constantFrom(INCH_UNITS, METRIC_UNITS), (table, units) => {
        const draft = firstDraftOf(table, units)
        expect(draftAsNow(table, draft, INCH_UNITS)).toEqual(draft)
      }),
    )
  })
  it('of an older or newer one has what it lacked, and loses nothing that it said', () => {
    fc.assert(
      fc.property(tables, fc.func(fc.boolean()), fc.string(), (table, keeps, later) => {
        const draft = firstDraftOf(table, INCH_UNITS) as Record<string, unknown>
        const some = Object.fromEntries(Object.entries(draft).filter(([name]) => keeps(name)))
        const now = draftAsNow(table, { ...some, laterField: later }, INCH_UNITS)
        expect(now).toEqual({ ...draft, laterField: later })
      }),
    )
  })
  it('keeps what is of another make, to be refused where it came in', () => {
    expect(draftAsNow(CUT_WORK, { thickness: 3 }, INCH_UNITS)).toMatchObject({
      thickness: 3,
      surface: 'clean',
    })
  })
  it('has its rows filled up with nothing: a row says no more than was typed into it', () => {
    const now = draftAsNow(BRAZE_WORK, { tubeRun: [{ wall: '1 mm' }] }, INCH_UNITS)
    expect(now.tubeRun).toEqual([{ outsideDiameter: '', wall: '1 mm', length: '' }])
  })
})

describe('a cut', () => {
  it('is read without what was typed for another kind of it', () => {
    const typed = firstDraftOf(CUT_WORK, INCH_UNITS)
    for (const shape of SHAPES) {
      const work = workOfShape({ ...typed, shape })
      const owned = SHAPES.flatMap(fieldsOfShape)
      for (const name of Object.keys(work))
        if (owned.includes(name)) expect(fieldsOfShape(shape), `${shape} ${name}`).toContain(name)
    }
  })
})

describe('a gap that nobody measured', () => {
  it('is wider in aluminium, whose flux needs room', () => {
    const inches = (said: object) => Math.round((usualGapM(said as never) / 0.0254) * 1000) / 1000
    expect(inches({ joint: 'lap', a: { metal: 'copper' } })).toBe(0.003)
    expect(inches({ joint: 'lap', a: { metal: 'aluminium-6061' } })).toBe(0.008)
    expect(inches({ joint: 'socket', a: { metal: 'copper' } })).toBe(0.004)
    expect(inches({ joint: 'socket', a: { metal: 'aluminium-6061' } })).toBe(0.016)
  })
})

describe('a line of the book', () => {
  it('has a column and a head of its own for everything', () => {
    for (const key of ['column', 'head'] as const) {
      const names = Object.values(LINE).map((f) => f[key])
      expect(new Set(names).size).toBe(names.length)
    }
    expect(Object.keys(RESULTS)).toEqual(Object.keys(LINE.kind.names))
  })
  it('tells quantities as typed and in SI, and leaves out what only the page has', () => {
    const r = new Reader(INCH_UNITS, 'ask', true)
    const said = {
      ...firstDraftOf(CUT_RESULT, INCH_UNITS),
      used: { tipOrifice: '.052', oxygenPressure: '42', fuelPressure: '', travelSpeed: '', preheat: '9 s' },
      kerf: '2 mm',
      sizeWanted: '4 in',
    }
    const line = readResult(r, said, CUT_RESULT)
    expect(r.errors).toEqual([])
    expect(line.used.tipOrifice).toEqual({ text: '.052', si: expect.closeTo(0.0013208, 7) as number })
    expect(line.used.fuelPressure).toBeNull()
    expect(line.kerf?.text).toBe('2 mm')
    expect(line).not.toHaveProperty('sizeWanted')
    expect(line).not.toHaveProperty('verdict')
  })
  it('takes nothing for a measure where nothing is one, and for nothing else', () => {
    const faults = (said: object) => {
      const r = new Reader(INCH_UNITS, 'ask', true)
      readResult(r, said as never, BRAZE_RESULT)
      return r.errors.map((e) => e.field)
    }
    expect(faults({ moved: '0 mm', used: { fillerLength: '0 mm' } })).toEqual(['used.fillerLength'])
    expect(faults({ moved: '9 m' })).toEqual(['moved'])
  })
})
