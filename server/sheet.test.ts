import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { guessHow, openSheet } from '#core/sheet/open.ts'
import { METRIC_UNITS } from '#core/quantity/choices.ts'
import type { ApiError, LogEntry, LogPage, SheetTaken } from '#contract/types.ts'
import { testServer, type TestServer } from './test-support.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer({ empty: true })
})
afterAll(() => server.stop())

const SAME = { what: 'cut', cutMetal: 'low-carbon-steel', fuel: 'acetylene', handling: 'hand' }
const HEAD = 'Date;Operator;Plate (mm);Tip (mm);O2 (bar);Acetylene (bar);OK'
const ROWS = ['2.3.2026;Heron;12;1,2;2,6;0,4;yes', '3.3.2026;Heron;20;1,5;3,0;0,4;yes']
const body = (rows: readonly string[], count = rows.length, over: object = {}) => {
  const text = [HEAD, ...rows].join('\n')
  const sheet = openSheet(text)
  if (typeof sheet === 'string') throw new Error(sheet)
  return { text, how: { ...guessHow(sheet, METRIC_UNITS, SAME), ...over }, today: '2026-11-27', rows: count }
}
const take = (...about: Parameters<typeof body>) => server.call('POST', '/api/sheets', body(...about))
const total = async () => ((await server.call('GET', '/api/log')).json as LogPage).total

describe('a spreadsheet of the shop', () => {
  it('comes in row by row as lines of the log, and once only, also when it has grown', async () => {
    const { json: person } = await server.call('POST', '/api/people', {
      id: 'a2a5a0c4-6f0a-4e7f-9a55-0c1a6f4d9b01',
      name: 'heron',
    })
    expect(person).toMatchObject({ name: 'heron' })
    expect((await take(ROWS)).json).toEqual({ added: 2, known: 0 } satisfies SheetTaken)
    expect((await take(ROWS)).json).toEqual({ added: 0, known: 2 })
    // the same row twice is two cuts
    expect((await take([...ROWS, ROWS[0] ?? ''])).json).toEqual({ added: 1, known: 2 })
    expect(await total()).toBe(3)
    const page = (await server.call('GET', '/api/log')).json as LogPage
    const entry = (await server.call('GET', `/api/log/${page.entries[0]?.id}`)).json as LogEntry
    // the shop's own spelling of its people
    expect(entry).toMatchObject({ personName: 'heron', outcome: 'passed', told: { slag: 'not-seen' } })
    expect((await server.call('GET', '/api/chart')).status).toBe(200)
  })
  it('is taken whole or not at all: what was shown is what comes in', async () => {
    const before = await total()
    const bad = await take([...ROWS, 'yesterday;Heron;12;1,2;2,6;0,4;yes'], 3)
    expect(bad.status).toBe(409)
    expect((bad.json as ApiError).error.message).toBe('2 rows are good now, not 3. Look at them again.')
    expect(await total()).toBe(before)
  })
  it.each([
    ['no sheet', { text: 'Nothing' }],
    ['no columns', { how: {} }],
    ['a field that is not known', { how: { ...body(ROWS).how, columns: ['__proto__'] } }],
    ['a unit that is not known', { how: { ...body(ROWS).how, units: { thickness: 'furlong' } } }],
    ['a day that is none', { today: 'today' }],
    ['no number of rows', { rows: 0 }],
  ])('is refused with a sentence: %s', async (_what, over) => {
    const { status, json } = await server.call('POST', '/api/sheets', { ...body(ROWS), ...over })
    expect(status).toBe(422)
    expect((json as ApiError).error.message).toMatch(/\.$/)
  })
})
