import { randomUUID } from 'node:crypto'
import { appendFileSync } from 'node:fs'
import { request } from 'node:http'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PageFault } from '#contract/types.ts'
import { testServer, type TestServer } from './test-support.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer({ empty: true })
})
afterAll(() => server.stop())

interface Said {
  readonly status: number
  readonly headers: Readonly<Record<string, string | string[] | undefined>>
  readonly body: string
}
/** A request with any headers, as no browser would send it. */
const ask = (method: string, path: string, headers: Record<string, string> = {}, body?: Buffer | string) =>
  new Promise<Said>((resolve, reject) => {
    const sent = request({ port: server.port, method, path, headers }, (answer) => {
      let text = ''
      answer.on('data', (d: Buffer) => (text += String(d)))
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body: text }))
    })
    sent.on('error', reject)
    sent.end(body)
  })
const JSON_TYPE = { 'Content-Type': 'application/json' }
const PERSON = JSON.stringify({ id: '00000000-0000-4000-8000-000000000009', name: 'Wren' })

describe('what is packed', () => {
  it('is read where it says how, and refused where nobody could know', async () => {
    const packed = { ...JSON_TYPE, 'Content-Encoding': 'gzip' }
    expect((await ask('POST', '/api/people', packed, gzipSync(PERSON))).status).toBe(201)
    for (const how of ['zstd', 'gzip, br', 'nonsense'])
      expect(
        await ask('POST', '/api/people', { ...JSON_TYPE, 'Content-Encoding': how }, PERSON),
        how,
      ).toMatchObject({
        status: 400,
        body: expect.stringContaining('bad-encoding') as string,
      })
    // it says gzip and is none
    expect((await ask('POST', '/api/people', packed, PERSON)).status).toBe(400)
    expect((await ask('POST', '/api/import', { 'Content-Encoding': 'gzip' }, gzipSync('x'))).status).toBe(400)
  })
})

describe('another site’s page', () => {
  it('asks nothing of the log, but may lead to a page', async () => {
    const from = (site: string, mode = 'cors') => ({ 'Sec-Fetch-Site': site, 'Sec-Fetch-Mode': mode })
    expect((await ask('GET', '/api/people', from('cross-site'))).status).toBe(403)
    expect((await ask('GET', '/api/people', from('cross-site', 'navigate'))).status).toBe(403)
    expect((await ask('GET', '/api/people', from('same-origin'))).status).toBe(200)
    expect((await ask('GET', '/', from('cross-site', 'navigate'))).status).not.toBe(403)
    expect((await ask('GET', '/', from('cross-site', 'no-cors'))).status).toBe(403)
  })
})

describe('an answer of the log', () => {
  it('is kept by no browser', async () => {
    expect((await ask('GET', '/api/today')).headers['cache-control']).toBe('no-store')
    expect((await ask('GET', '/api/nothing')).headers['cache-control']).toBe('no-store')
  })
})

describe('two hundred connections at once', () => {
  it('are all answered, again and again on the same ones', async () => {
    const all = async () =>
      Promise.all(Array.from({ length: 200 }, () => ask('GET', '/api/health', { Connection: 'keep-alive' })))
    for (let round = 0; round < 3; round++)
      expect(
        (await all()).every((a) => a.status === 200),
        `round ${round}`,
      ).toBe(true)
  })
})

describe('what broke on a page', () => {
  const tell = (what: string) =>
    server.call('POST', '/api/page-faults', { page: '/jobs/ID', what, at: '2026-03-02T08:30:00.000Z' })
  it('is kept beside the log with the version, newest first, and not without end', async () => {
    for (let i = 0; i < 250; i++) expect((await tell(`TypeError: ${i}`)).status).toBe(201)
    const faults = (await server.call('GET', '/api/page-faults')).json as PageFault[]
    expect(faults).toHaveLength(200)
    expect(faults[0]).toMatchObject({
      what: 'TypeError: 249',
      page: '/jobs/ID',
      version: expect.any(String) as string,
    })
  })
  it('is refused where it is no fault, and half a line of the file is passed over', async () => {
    expect((await server.call('POST', '/api/page-faults', { page: '/', what: '', at: 'now' })).status).toBe(
      422,
    )
    appendFileSync(join(server.data, 'page-faults.jsonl'), '{"at":"2026')
    expect(((await server.call('GET', '/api/page-faults')).json as PageFault[]).length).toBe(200)
  })
})

describe('a name', () => {
  const person = (name: string, more: object = {}) =>
    server.call('POST', '/api/people', { id: randomUUID(), name, ...more })
  it('is taken as it is seen, and asked about where it reads like another', async () => {
    expect((await person('Tam\u200bsin\u00a0 Wain ')).json).toMatchObject({ name: 'Tamsin Wain' })
    expect(await person('Támsin wain')).toMatchObject({ status: 409, json: { error: { code: 'near-name' } } })
    expect((await person('Támsin wain', { another: true })).status).toBe(201)
    expect((await person('\u200b\u2060')).status).toBe(422)
  })
  it('of a job is found and asked about among all of them, however it begins', async () => {
    const job = (name: string, more: object = {}) =>
      server.call('POST', '/api/jobs', { id: randomUUID(), name, place: '', ...more })
    expect((await job('Gate 3, long weir')).status).toBe(201)
    expect(await job('gate-3 (Long Weir)')).toMatchObject({
      status: 409,
      json: { error: { code: 'near-name', message: expect.stringContaining('Gate 3, long weir') as string } },
    })
    const { json } = await server.call('GET', '/api/job-names?name=gate-3%20(Long%20Weir)')
    expect(json).toMatchObject([{ name: 'Gate 3, long weir' }])
    expect((await job('gate-3 (Long Weir)', { another: true })).status).toBe(201)
    expect((await job('Gate 4, long weir')).status).toBe(201)
  })
})
