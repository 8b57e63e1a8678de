import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { RunHub } from './hub.ts'
import { tempFolder, testServer, type TestServer } from './test-support.ts'

let folder: string
let server: TestServer
beforeAll(async () => {
  folder = tempFolder()
  mkdirSync(join(folder, 'assets'))
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Wimble</title>')
  writeFileSync(join(folder, 'assets', 'app-1a2b.js'), 'export {}')
  server = await testServer({ pages: folder, empty: true })
})
afterAll(async () => {
  await server.stop()
  rmSync(folder, { recursive: true })
})
const get = (path: string, headers: Record<string, string> = {}) =>
  fetch(`http://127.0.0.1:${server.port}${path}`, { headers })

describe('pages', () => {
  it('answers every path of the application with its page, never from an old copy', async () => {
    for (const path of ['/', '/jobs', '/jobs/1/2', '/run/x/log']) {
      const answer = await get(path)
      expect(answer.status, path).toBe(200)
      expect(await answer.text()).toContain('<title>Wimble</title>')
      expect(answer.headers.get('cache-control')).toBe('no-cache')
    }
  })
  it('lets scripts be kept for good, since their names change with them', async () => {
    const answer = await get('/assets/app-1a2b.js')
    expect(answer.headers.get('content-type')).toContain('javascript')
    expect(answer.headers.get('cache-control')).toContain('immutable')
  })
  it('does not mistake an address of the API for a page', async () => {
    expect((await get('/api/nowhere')).headers.get('content-type')).toContain('json')
  })
  it('gives nothing from outside its folder', async () => {
    const text = await (await get('/..%2f..%2fetc%2fpasswd')).text()
    expect(text).not.toContain('root:')
  })
})

describe('an empty log', () => {
  it('has a day, jobs, people and a log with nothing in them, and settings to begin with', async () => {
    expect((await server.call('GET', '/api/today')).json).toEqual({
      running: [],
      batches: [],
      toWrite: [],
      moreToWrite: false,
      lastCopy: null,
      watched: [],
      tests: [],
      next: [],
      recent: [],
    })
    expect((await server.call('GET', '/api/jobs')).json).toEqual({ jobs: [], after: null })
    expect((await server.call('GET', '/api/chart')).json).toEqual({ rows: [], calibrated: [], helped: [] })
    for (const path of ['people', 'torches', 'gear', 'tests', 'job-names'])
      expect((await server.call('GET', `/api/${path}`)).json, path).toEqual([])
    expect((await server.call('GET', '/api/log')).json).toEqual({
      entries: [],
      total: 0,
      totalIs: 'exact',
      before: null,
      leftOut: 0,
      metals: [],
      people: [],
      tips: [],
    })
    expect((await server.call('GET', '/api/records')).json).toEqual({
      cuts: [],
      kerfs: [],
      brazes: [],
      held: {},
      divisions: {},
      tried: [],
    })
    expect((await server.call('GET', '/api/settings')).json).toMatchObject({ region: 'us', altitude: '0 ft' })
  })
})

describe('RunHub', () => {
  it('tells those who watch a run, of that run only, until they stop', () => {
    const hub = new RunHub()
    const heard: string[] = []
    const stop = hub.watch('one', (change) => heard.push(`one ${JSON.stringify(change)}`))
    hub.watch('two', () => heard.push('two'))
    hub.changed('one', { seq: 1 })
    hub.changed('three', {})
    stop()
    hub.changed('one', { seq: 2 })
    hub.changed('two', {})
    expect(heard).toEqual(['one {"seq":1}', 'two'])
  })
})
