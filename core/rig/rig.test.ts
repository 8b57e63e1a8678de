import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dueList, dueOf } from './due.ts'
import { dueCalendar, gearToCsv, gearToJson, readGear } from './exchange.ts'
import { PSI_PA } from '../quantity/index.ts'
import {
  fieldFault,
  fittedDivisions,
  gearFault,
  gearFields,
  gearQuantity,
  isDay,
  membersOf,
  type Gear,
} from './gear.ts'
import { GEAR_KINDS } from './kinds.ts'

const arrestor = (checked: string, more: Record<string, string> = {}): Gear => ({
  id: 'a1',
  kind: 'arrestor',
  name: 'Arrestor, fuel',
  fields: { type: 'flashback-arrestor', gas: 'acetylene', checked, ...more },
})
const TODAY = '2026-03-15'

describe('due dates', () => {
  it.each([
    ['2025-06-01', 'fine', /^Due 1 Jun/],
    ['2025-04-10', 'soon', /^Due in 26 days/],
    ['2025-03-14', 'mind', /^Overdue by 1 day /],
    ['2025-03-01', 'mind', /^Overdue by 14 days/],
    ['2025-01-10', 'stop', /Past 30 days it is not used/],
    ['', 'mind', /Nobody wrote down/],
  ])('an arrestor tested on %s is %s', (checked, state, text) => {
    const due = dueOf(arrestor(checked), TODAY)
    expect(due.state).toBe(state)
    expect(due.text).toMatch(text)
  })
  it('goes by the thing’s own months, its condition and its place', () => {
    expect(dueOf(arrestor('2025-06-01', { everyMonths: '6' }), TODAY).state).toBe('stop')
    expect(dueOf(arrestor('2026-03-01', { condition: 'damaged' }), TODAY).state).toBe('stop')
    expect(dueOf(arrestor('2026-03-01', { condition: 'worn' }), TODAY).state).toBe('mind')
    const cylinder = (fields: Record<string, string>): Gear => ({
      id: 'c',
      kind: 'cylinder',
      name: 'C',
      fields,
    })
    expect(dueOf(cylinder({ position: 'lying' }), TODAY)).toMatchObject({ state: 'stop' })
    expect(dueOf(cylinder({ position: 'chained' }), TODAY)).toMatchObject({ state: 'fine' })
  })
  it('says when something has to be bought', () => {
    const rods = (amount: string): Gear => ({
      id: 'r',
      kind: 'consumable',
      name: 'Rod',
      fields: { amount, least: '5', unit: 'sticks' },
    })
    expect(dueOf(rods('5'), TODAY)).toEqual({ state: 'mind', text: '5 sticks left: buy.' })
    expect(dueOf(rods('6'), TODAY).state).toBe('fine')
    expect(dueOf({ ...rods('1'), fields: {} }, TODAY).state).toBe('fine')
  })
  it('puts the worst first', () => {
    const list = dueList([arrestor('2025-06-01'), arrestor('2024-01-01'), arrestor('2025-03-14')], TODAY)
    expect(list.map((d) => d.due.state)).toEqual(['stop', 'mind', 'fine'])
  })
  it('only ever gets worse as the days pass', () => {
    const rank = { fine: 0, soon: 1, mind: 2, stop: 3 }
    const day = (n: number) => new Date(Date.UTC(2025, 5, 1) + n * 86_400_000).toISOString().slice(0, 10)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 200 }), (n, d) => {
        const at = (k: number) => rank[dueOf(arrestor('2025-06-01'), day(k)).state]
        expect(at(n + d)).toBeGreaterThanOrEqual(at(n))
      }),
    )
  })
})

describe('fields of the rig', () => {
  it('reads quantities as the trade writes them, and says what is wrong', () => {
    const hose: Gear = { id: 'h', kind: 'hose', name: 'H', fields: { bore: '1/4 in', length: '25 ft' } }
    expect(gearQuantity(hose, 'bore')).toBeCloseTo(0.00635)
    expect(gearQuantity(hose, 'made')).toBeUndefined()
    expect(gearFault(hose)).toBeUndefined()
    expect(gearFault({ kind: 'hose', fields: { grade: 'Q' } })).toMatchObject({ field: 'grade' })
    expect(gearFault({ kind: 'hose', fields: { colour: 'red' } })?.message).toMatch(/not known of a hose/)
    expect(gearFault({ kind: 'cylinder', fields: { pressure: '2200' } })?.field).toBe('pressure')
    expect(gearFault({ kind: 'ppe', fields: { everyMonths: '999' } })?.message).toMatch(/at most 240/)
    expect(membersOf({ id: 's', kind: 'set', name: 'S', fields: { members: 'a,b' } })).toEqual(['a', 'b'])
  })
  it('knows a day that there is from one that there is not', () => {
    expect(['2026-02-28', '2028-02-29'].every(isDay)).toBe(true)
    expect(['2026-02-29', '2026-13-01', '26-1-1', '2026-04-31', ''].some(isDay)).toBe(false)
  })
  it('lets every field be blank', () => {
    for (const kind of GEAR_KINDS)
      for (const [name, field] of Object.entries(gearFields(kind)))
        expect(fieldFault(field, ''), `${kind} ${name}`).toBeUndefined()
  })
})

describe('open formats', () => {
  const gear: Gear[] = [
    arrestor('2025-06-01'),
    {
      id: 'h1',
      kind: 'hose',
      name: 'Long, "red"',
      fields: { gas: 'acetylene', length: '50 ft', bore: '1/4 in' },
    },
    { id: 'c1', kind: 'consumable', name: 'Rod, 3/32', fields: { amount: '12', unit: 'sticks' } },
  ]
  const bare = gear.map(({ kind, name, fields }) => ({ kind, name, fields }))
  it('come back as they went, by CSV and by JSON', () => {
    expect(readGear(gearToCsv(gear))).toEqual({ gear: bare, bad: [] })
    expect(readGear(gearToJson(gear))).toEqual({ gear: bare, bad: [] })
  })
  it('lists bad rows with line and reason, and offers the good ones', () => {
    const read = readGear(
      'kind,name,gas,made\nhose,Good,oxygen,2024-01-01\nhose,Bad,steam,\nlathe,No,,\nhose,,oxygen,',
    )
    expect(read.gear.map((g) => g.name)).toEqual(['Good'])
    expect(read.bad.map((b) => b.line)).toEqual([3, 4, 5])
    expect(read.bad[0]?.reason).toMatch(/^gas: This should be one of/)
    expect(readGear('a,b\n1,2').bad[0]?.reason).toMatch(/head line/)
    expect(readGear('{"gear": 3}').bad).toHaveLength(1)
    expect(readGear('{oh').bad[0]?.reason).toMatch(/not JSON/)
  })
  it('writes due dates as a calendar that says what is due', () => {
    const ics = dueCalendar(gear, TODAY)
    expect(ics).toContain('BEGIN:VCALENDAR')
    expect(ics).toContain('SUMMARY:Arrestor\\, fuel: test')
    expect(ics).toContain('DTSTART;VALUE=DATE:20260601')
    expect(dueCalendar(gear, TODAY)).toBe(ics)
    expect(dueCalendar([], TODAY)).toContain('END:VCALENDAR')
  })
})

describe('the gauges that a torch is set by', () => {
  const thing = (id: string, kind: Gear['kind'], fields: Record<string, string>, active = true) => ({
    id,
    kind,
    name: id,
    fields,
    active,
  })
  const SET = thing('s', 'set', { torch: 't1', members: 'o,f,n' })
  const O = thing('o', 'regulator', { gas: 'oxygen', division: '5 psi' })
  it('are those of the regulators in its set', () => {
    const found = fittedDivisions([
      SET,
      O,
      thing('f', 'regulator', { gas: 'propane', division: '0.1 bar' }),
      thing('n', 'regulator', { gas: 'nitrogen', division: '1 psi' }),
      thing('x', 'regulator', { gas: 'oxygen', division: '2 psi' }),
    ])
    expect(Object.keys(found)).toEqual(['t1'])
    expect(found['t1']?.oxygenPa).toBeCloseTo(5 * PSI_PA, 3)
    expect(found['t1']?.fuelPa).toBeCloseTo(10_000, 6)
  })
  it('are none where nobody said, or a thing is put away', () => {
    expect(fittedDivisions([SET, { ...O, fields: { gas: 'oxygen' } }])).toEqual({})
    expect(fittedDivisions([SET, { ...O, active: false }])).toEqual({})
    expect(fittedDivisions([{ ...SET, active: false }, O])).toEqual({})
    expect(fittedDivisions([{ ...SET, fields: { members: 'o' } }, O])).toEqual({})
  })
})
