import { request } from 'node:http'
import { gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
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
