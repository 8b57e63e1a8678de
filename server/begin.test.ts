import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { FIRST_RIG, firstSettingsIn } from '#application/first.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import type { AnswerOf, GearItem, Torch } from '#contract/types.ts'
import { isDemo } from './folder.ts'
import { demoFolder, tempFolder, testServer, type TestServer } from './test-support.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer({ empty: true })
})
afterAll(() => server.stop())

const begun = async () => ((await server.call('GET', '/api/health')).json as AnswerOf<'health'>).begun
const body = (over: object = {}) => ({
  settings: { ...firstSettingsIn(METRIC_UNITS), region: 'iso' },
  person: { id: randomUUID(), name: 'Wren', role: 'instructor' },
  torch: { id: randomUUID(), name: 'Yard torch', rig: { ...FIRST_RIG, acetyleneCylinder: '4 m3' } },
  tips: [{ id: randomUUID(), name: '#60', orifice: '#60' }],
  gear: [
    { id: randomUUID(), kind: 'cylinder', name: 'Oxygen, 10 m3', fields: { gas: 'oxygen', size: '10 m3' } },
  ],
  ...over,
})

describe('a new shop', () => {
  it('takes nothing of an answer that cannot be read', async () => {
    expect(await begun()).toBe(false)
    const bore = { tips: [{ id: randomUUID(), name: 'x', orifice: 'a furlong' }] }
    expect(await server.call('POST', '/api/begin', body(bore))).toMatchObject({
      status: 422,
      json: { error: { field: 'tips.0.orifice' } },
    })
    const size = {
      gear: [{ id: randomUUID(), kind: 'cylinder', name: 'O', fields: { gas: 'oxygen', size: 'large' } }],
    }
    expect((await server.call('POST', '/api/begin', body(size))).status).toBe(422)
    expect(await begun()).toBe(false)
    expect((await server.call('GET', '/api/torches')).json).toEqual([])
    expect((await server.call('GET', '/api/people')).json).toEqual([])
  })
  it('has what it said, once, and is not asked again', async () => {
    const said = body()
    expect(await server.call('POST', '/api/begin', said)).toMatchObject({
      status: 201,
      json: { torchId: said.torch.id },
    })
    // the first answer was lost
    expect((await server.call('POST', '/api/begin', said)).status).toBe(201)
    expect(await begun()).toBe(true)
    expect((await server.call('GET', '/api/torches')).json as Torch[]).toHaveLength(1)
    expect((await server.call('GET', '/api/gear')).json as GearItem[]).toHaveLength(1)
    expect((await server.call('GET', '/api/tips')).json).toMatchObject([{ name: '#60' }])
    expect((await server.call('GET', '/api/people')).json).toMatchObject([
      { name: 'Wren', role: 'instructor' },
    ])
    expect((await server.call('GET', '/api/settings')).json).toMatchObject({
      region: 'iso',
      units: { length: 'mm' },
    })
  })
  it('keeps its settings whoever opens the first page later', async () => {
    const inches = firstSettingsIn(INCH_UNITS)
    expect(
      (await server.call('POST', '/api/begin', body({ settings: inches, person: null, torch: null }))).status,
    ).toBe(201)
    expect((await server.call('GET', '/api/settings')).json).toMatchObject({ units: { length: 'mm' } })
  })
  it('that skips all of it is not asked again either', async () => {
    const other = await testServer({ empty: true })
    const nothing = { settings: firstSettingsIn(METRIC_UNITS), person: null, torch: null, tips: [], gear: [] }
    expect(await other.call('POST', '/api/begin', nothing)).toMatchObject({
      status: 201,
      json: { torchId: null },
    })
    expect((await other.call('GET', '/api/health')).json).toMatchObject({ begun: true, demo: false })
    await other.stop()
  })
})

describe('whose a folder is', () => {
  it('is told by its log: a demo, a shop’s own, or none yet', () => {
    expect(isDemo(demoFolder())).toBe(true)
    expect(isDemo(server.data)).toBe(false)
    expect(isDemo(tempFolder())).toBeUndefined()
  })
})
