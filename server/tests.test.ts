import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import pino from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { testReadings } from '#core/check/made-up.ts'
import { foldTest, judgeTest, verdictOf } from '#core/check/test-record.ts'
import { CHANNELS, qualityOf } from '#core/instrument/kinds.ts'
import { readMessage, writeMessage } from '#core/instrument/protocol.ts'
import { BENCH, SimulatedInstrument } from '#core/instrument/simulate.ts'
import { joined, TAIL, Thinner, type Sample } from '#core/instrument/thin.ts'
import type { InstrumentsNow, JointTest, LogEntry, LogPage } from '#contract/types.ts'
import { Instruments } from './instruments/instruments.ts'
import { startSimulator } from './instruments/simulator.ts'
import { pieceNamed, testServer, type TestServer } from './test-support.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const ASKED = {
  gas: 'nitrogen',
  pressure: '300 psi',
  volume: '3 l',
  weakest: '450 psi',
  relief: '320 psi',
  division: '5 psi',
  limit: '',
  target: '',
  barometer: '',
  pressureChannel: '',
  temperatureChannel: '',
}
const FROM = Date.parse('2026-11-20T09:00:00.000Z')
const at = (s: number) => new Date(FROM + s * 1000).toISOString()
const draft = (kind: string, asked: object = {}, pieceId: string | null = null) => ({
  id: randomUUID(),
  kind,
  pieceId,
  personId: null,
  at: at(0),
  asked: { ...ASKED, ...asked },
})
const begin = async (kind: string, asked: object = {}, pieceId: string | null = null) => {
  const made = await server.call('POST', '/api/tests', draft(kind, asked, pieceId))
  expect(made.status, JSON.stringify(made.json)).toBe(201)
  return made.json as JointTest
}
const event = (test: JointTest, kind: string, s: number, over: object = {}) =>
  server.call('POST', `/api/tests/${test.id}/events`, {
    id: randomUUID(),
    kind,
    at: at(s),
    stage: null,
    pressure: '',
    temperature: '',
    ...over,
  })

describe('a pressure test', () => {
  it('is led stage by stage, holds although the shop warms, and is written into the log', async () => {
    const piece = await pieceNamed(server, 'Valve tail')
    const test = await begin('pressure', {}, piece.id)
    expect((await event(test, 'hold', 1)).status).toBe(409)
    for (let stage = 0; stage < 7; stage++)
      expect((await event(test, 'raised', 10 + stage, { stage })).status).toBe(201)
    expect((await event(test, 'raised', 18, { stage: 3 })).status).toBe(409)
    expect((await event(test, 'supply-off', 19)).status).toBe(201)
    // said once, and only where it is so
    expect((await event(test, 'supply-off', 19)).status).toBe(409)
    await event(test, 'hold', 20)
    for (const r of testReadings('rising'))
      expect(
        (
          await event(test, 'reading', 20 + r.timeS, {
            pressure: `${((r.pressurePaAbs - 101_325) / 1e5).toFixed(4)} bar`,
            temperature: `${(r.temperatureK - 273.15).toFixed(2)} C`,
          })
        ).status,
      ).toBe(201)
    expect((await event(test, 'reading', 1900, { pressure: 'much', temperature: '20 C' })).status).toBe(422)
    await event(test, 'lowered', 1900)
    await event(test, 'ended', 1910)
    const entry = (await server.call('GET', `/api/log/${test.id}`)).json as LogEntry
    expect(entry).toMatchObject({
      kind: 'pressure-test',
      outcome: 'passed',
      title: 'Valve tail',
      told: { verdict: 'holds', count: 61 },
    })
  })
  it.each([
    [{ gas: 'oxygen' }, 'asked.gas'],
    [{ pressure: '500 psi' }, 'asked.pressure'],
    [{ relief: '400 psi' }, 'asked.relief'],
    [{ weakest: '' }, 'asked.weakest'],
    [{ volume: '' }, 'asked.volume'],
    [{ volume: '3 psi' }, 'asked.volume'],
  ])('is not begun with %j', async (asked, field) => {
    expect(await server.call('POST', '/api/tests', draft('pressure', asked))).toMatchObject({
      status: 422,
      json: { error: { field } },
    })
  })
  it('stays open while its supply may feed it; what rises by itself counts for nothing, and is begun anew', async () => {
    const fed = await begin('pressure')
    for (let stage = 0; stage < 7; stage++) await event(fed, 'raised', stage, { stage })
    await event(fed, 'hold', 10)
    const read = (s: number, psi: number, temperature = '') =>
      event(fed, 'reading', s, { pressure: `${psi} psi`, temperature })
    await read(20, 300, '20 C')
    await read(1900, 312, '20 C')
    const told = async () => {
      const test = (await server.call('GET', `/api/tests/${fed.id}`)).json as JointTest
      return verdictOf(judgeTest(test.kind, test.asked, foldTest(test.kind, test.asked, test.events))).verdict
    }
    expect(await told()).toBe('void')
    await event(fed, 'hold', 2000)
    expect(await told()).toBe('not-yet')
    await read(2010, 300, '20 C')
    await read(4000, 300, '20 C')
    expect(await told()).toBe('not-yet')
    expect((await event(fed, 'supply-off', 4010)).status).toBe(201)
    expect(await told()).toBe('holds')
    // the pipe is not always read: then only what no temperature explains is told
    expect((await read(4100, 296)).status).toBe(201)
    expect(await told()).toBe('not-yet')
    await event(fed, 'ended', 4200)
    expect((await server.call('GET', `/api/log/${fed.id}`)).json).toMatchObject({
      outcome: 'open',
      told: { verdict: 'not-yet' },
    })
  })
  it('that shows bubbles is let down, and has failed', async () => {
    const test = await begin('pressure')
    await event(test, 'lowered', 5)
    await event(test, 'ended', 9)
    expect((await server.call('GET', `/api/log/${test.id}`)).json).toMatchObject({
      outcome: 'failed',
      told: { verdict: 'leaks', count: 0 },
    })
  })
  it('is read by itself only from its hold on, until it is let down, and only with an instrument', async () => {
    const watched = ({ id }: JointTest) => server.store.tests.watched().find((t) => t.id === id)?.lastAt
    const typed = await begin('vacuum')
    await event(typed, 'hold', 10)
    expect(watched(typed)).toBeUndefined()
    const test = await begin('vacuum', {
      pressureChannel: 'vacuum:vacuum',
      temperatureChannel: 'pipe:temperature',
    })
    expect(watched(test)).toBeUndefined()
    await event(test, 'hold', 10)
    const held = watched(test) ?? ''
    await event(test, 'reading', 40, { pressure: '300 micron', temperature: '20 C' })
    expect(Date.parse(watched(test) ?? '') - Date.parse(held)).toBe(30_000)
    await event(test, 'lowered', 50)
    expect(watched(test)).toBeUndefined()
  })
  it('fails a leaking line, which makes its piece failed until a remedy of it passes', async () => {
    const piece = await pieceNamed(server, 'Dip tube foot')
    const test = await begin('pressure', {}, piece.id)
    for (let stage = 0; stage < 7; stage++) await event(test, 'raised', stage, { stage })
    await event(test, 'hold', 10)
    for (let i = 0; i <= 20; i++)
      await event(test, 'reading', 10 + 60 * i, { pressure: `${300 - i} psi`, temperature: '20 C' })
    await event(test, 'ended', 2000)
    expect((await pieceNamed(server, 'Dip tube foot')).failedBy).toBe(test.id)
    const remedy = {
      id: randomUUID(),
      jobId: piece.jobId,
      title: 'Reheat it: Dip tube foot',
      draft: piece.draft,
      remedyOf: test.id,
    }
    expect((await server.call('POST', '/api/pieces', remedy)).json).toMatchObject({
      remedyOf: test.id,
      state: 'planned',
    })
    const again = await begin('pressure', {}, remedy.id)
    for (let stage = 0; stage < 7; stage++) await event(again, 'raised', stage, { stage })
    await event(again, 'supply-off', 9)
    await event(again, 'hold', 10)
    for (let i = 0; i <= 60; i++)
      await event(again, 'reading', 10 + 60 * i, { pressure: '300 psi', temperature: '20 C' })
    await event(again, 'ended', 4000)
    expect((await pieceNamed(server, 'Dip tube foot')).failedBy).toBeNull()
  })
})

describe('a vacuum test', () => {
  it('takes a depth in inches of mercury down from the air of the day, and asks what could mean either', async () => {
    const asked = async (over: object) => {
      const { id } = await begin('vacuum', { volume: '', ...over })
      return ((await server.call('GET', `/api/tests/${id}`)).json as JointTest).asked
    }
    expect((await asked({ target: '29.9 inHg' })).targetPaAbs).toBeCloseTo(71.97, 1)
    // high up the air itself is 24.65 inches
    const high = await asked({ target: '24.6 inHg', barometer: '24.65 inHg' })
    expect(high.targetPaAbs).toBeCloseTo(169.3, 0)
    expect(high).toMatchObject({ hookUp: 'valves' })
    const test = await begin('vacuum', { target: '1 mbar', volume: '' })
    await event(test, 'hold', 0)
    const sent = (pressure: string) =>
      server.call('POST', `/api/tests/${test.id}/events`, {
        id: crypto.randomUUID(),
        kind: 'reading',
        at: new Date().toISOString(),
        stage: null,
        pressure,
        temperature: '20 C',
      })
    expect(await sent('2 kPa')).toMatchObject({ status: 422, json: { error: { field: 'pressure' } } })
    expect(await sent('2 kPa abs')).toMatchObject({ status: 201 })
  })
  it('finds moisture, and keeps readings in micron', async () => {
    const test = await begin('vacuum', { target: '500 micron', volume: '' })
    await event(test, 'hold', 0)
    for (const r of testReadings('moist'))
      await event(test, 'reading', r.timeS, {
        pressure: `${((r.pressurePaAbs * 760_000) / 101_325).toFixed(1)} micron`,
        temperature: '18 C',
      })
    await event(test, 'ended', 1900)
    const { entries } = (await server.call('GET', '/api/log?kind=vacuum-test&outcome=failed')).json as LogPage
    expect(entries.find((e) => e.id === test.id)?.told).toMatchObject({ verdict: 'moist', perVolume: false })
  })
})

describe('the line protocol of instruments', () => {
  it('reads what it writes, and answers anything else with a sentence', () => {
    const reading = { device: 'oxygen', channel: 'delivery', atMs: 1, value: 3e5 }
    for (const message of [
      { kind: 'hello' as const, devices: BENCH },
      { kind: 'reading' as const, reading },
      { kind: 'dial' as const, dial: { device: 'line', fault: 'leak' as const, amount: 0.5 } },
    ])
      expect(readMessage(writeMessage(message).trim())).toEqual(message)
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (line) => void readMessage(line)))
    for (const line of [
      '',
      '{',
      '[]',
      '{"hello":2}',
      '{"device":"x","channel":"y","t":1,"v":"3"}',
      '{"dial":{"device":"x","fault":"magic","amount":1}}',
    ])
      expect(typeof readMessage(line), line).toBe('string')
  })
  it('calls a reading old, absurd, open or none, and good only when it is', () => {
    const [contents] = CHANNELS['oxygen-regulator']
    if (!contents) throw new Error('no channel')
    const of = (value: number | null, atMs = 1000) =>
      qualityOf(contents, { device: 'o', channel: 'contents', atMs, value }, 1000)
    expect([of(1e7), of(null), of(1e9), of(1e7, -9000), qualityOf(contents, undefined, 0)]).toEqual([
      'good',
      'open',
      'absurd',
      'stale',
      'none',
    ])
  })
})

describe('simulated instruments', () => {
  const run = (id: string, seconds: number, dial?: Parameters<SimulatedInstrument['dial']>[0]) => {
    const instrument = BENCH.find((b) => b.id === id)
    if (!instrument) throw new Error(id)
    const sim = new SimulatedInstrument(instrument, 9)
    if (dial) sim.dial(dial, 0)
    return Array.from({ length: seconds * 2 }, (_, i) => sim.read(i / 2, 0.5)).flat()
  }
  const last = (id: string, channel: string, seconds: number, dial?: Parameters<typeof run>[2]) =>
    run(id, seconds, dial)
      .filter((r) => r.channel === channel && r.value !== null)
      .at(-1)?.value ?? Number.NaN
  it('show what was dialled in: creep climbs, a leak falls, moisture flattens, a low cylinder sags, a circuit opens', () => {
    expect(last('fuel', 'delivery', 200, { fault: 'creep', amount: 1 })).toBeGreaterThan(
      1.5 * last('fuel', 'delivery', 200),
    )
    expect(last('line', 'pressure', 200, { fault: 'leak', amount: 1 })).toBeLessThan(
      0.99 * last('line', 'pressure', 200),
    )
    const moist = (s: number) => last('vacuum', 'vacuum', s, { fault: 'moisture', amount: 1 })
    expect(moist(600) - moist(300)).toBeGreaterThan(2 * (moist(1500) - moist(1200)))
    expect(last('oxygen', 'contents', 20, { fault: 'low', amount: 1 })).toBeLessThan(1e6)
    expect(run('pipe', 10, { fault: 'open', amount: 1 }).every((r) => r.value === null)).toBe(true)
    expect(run('line', 100, { fault: 'drop-outs', amount: 1 }).length).toBeLessThan(
      0.7 * run('line', 100).length,
    )
    const needle = new Set(
      run('oxygen', 60, { fault: 'stick', amount: 1 })
        .filter((r) => r.channel === 'contents')
        .map((r) => Math.round((r.value ?? 0) / 1e5)),
    )
    expect(needle.size).toBeLessThanOrEqual(3)
  })
  it('creep never takes simulated acetylene to 15 psi', () => {
    expect(last('fuel', 'delivery', 3600, { fault: 'creep', amount: 1 })).toBeLessThan(15 * 6894.757)
  })
})

describe('readings kept', () => {
  it('are thinned: 20 devices at 10 Hz for an hour hold no more at the end than after a minute, and lose no extreme', () => {
    const kept: Sample[] = []
    const instruments = new Instruments({
      log: pino({ level: 'silent' }),
      now: () => new Date(clock),
      store: (s) => kept.push(...s),
      tidy: () => undefined,
      simulated: () => true,
    })
    const devices = Array.from({ length: 20 }, (_, i) => ({
      id: `d${i}`,
      kind: 'pressure-gauge' as const,
      name: `Gauge ${i}`,
      simulated: true,
    }))
    let clock = 1_800_000_000_000
    const began = clock
    instruments.take(writeMessage({ kind: 'hello', devices }))
    let after = 0
    let most = 0
    for (let tick = 0; tick < 36_000; tick++) {
      clock = began + tick * 100
      for (const d of devices) {
        const value = 1e5 + 1000 * Math.sin(tick / 700) + (tick === 12_345 && d.id === 'd3' ? 5e5 : 0)
        most = Math.max(most, value)
        instruments.take(JSON.stringify({ device: d.id, channel: 'pressure', t: clock, v: value }))
      }
      if (tick === 600) after = instruments.held
    }
    expect(instruments.held).toBeLessThanOrEqual(after + 2600)
    expect(instruments.held).toBeLessThanOrEqual(20 * (TAIL + 2) + 40)
    instruments.stop()
    // one stretch in ten seconds for each: 720,000 readings in 7,200 rows
    expect(kept.length).toBe(20 * 360)
    expect(Math.max(...kept.map((s) => s.most))).toBe(most)
    expect(kept.reduce((n, s) => n + s.count, 0)).toBe(720_000)
  })
  it('keep their mean, least and most when stretches are put together', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 300 }),
        (values) => {
          const fine: Sample[] = []
          const thin = new Thinner((s) => fine.push(s))
          values.forEach((v, i) => thin.add('x', i * 700, v))
          thin.flush()
          const [all] = joined(fine, 100_000)
          expect(all?.count).toBe(values.length)
          expect(all?.least).toBe(Math.min(...values))
          expect(all?.most).toBe(Math.max(...values))
          expect(all?.mean).toBeCloseTo(values.reduce((a, b) => a + b, 0) / values.length, 3)
        },
      ),
    )
  })
  it('are put together in the database after a day, and dropped after two months', () => {
    const { samples } = server.store
    const day = 86_400
    samples.add(
      Array.from({ length: 60 }, (_, i) => ({
        channel: 'a:b',
        atS: 1e6 + i * 10,
        spanS: 10,
        least: i,
        mean: i,
        most: i,
        count: 10,
      })),
    )
    const had = samples.count()
    samples.tidy(1e6 + 2 * day)
    expect(samples.count()).toBe(had - 60 + 3)
    expect(samples.trend('a:b').reduce((n, s) => n + s.count, 0)).toBe(600)
    samples.tidy(1e6 + 90 * day)
    expect(samples.trend('a:b')).toEqual([])
  })
})

describe('simulated instruments', () => {
  it('are none where nobody asked for them: neither shown nor stored', () => {
    const clock = Date.now()
    const kept: Sample[] = []
    let asked = false
    const instruments = new Instruments({
      log: pino({ level: 'silent' }),
      now: () => new Date(clock),
      store: (s) => kept.push(...s),
      tidy: () => undefined,
      simulated: () => asked,
    })
    const device = { id: 'o', kind: 'oxygen-regulator', name: 'Bench', simulated: true } as const
    instruments.take(writeMessage({ kind: 'hello', devices: [device] }))
    const read = () =>
      instruments.take(
        writeMessage({
          kind: 'reading',
          reading: { device: 'o', channel: 'delivery', value: 3e5, atMs: clock },
        }),
      )
    read()
    expect(instruments.snapshot().instruments).toEqual([])
    expect(instruments.channel('o:delivery')).toBeUndefined()
    asked = true
    read()
    expect(instruments.snapshot().instruments).toHaveLength(1)
    expect(instruments.channel('o:delivery')?.value).toBe(3e5)
    instruments.stop()
    expect(kept.length).toBeLessThanOrEqual(1)
  })
})

describe('instruments over the wire', () => {
  it('come by a socket, are dialled, and go stale when the gateway goes', async () => {
    const bench = await startSimulator()
    let now = Date.now()
    const live = new Instruments({
      log: pino({ level: 'silent' }),
      now: () => new Date(now),
      store: () => undefined,
      tidy: () => undefined,
      simulated: () => true,
    })
    const heard = (so: (now: InstrumentsNow) => boolean) =>
      new Promise<void>((resolve) => {
        const unwatch = live.watch(() => {
          if (!so(live.snapshot())) return
          unwatch()
          resolve()
        })
      })
    const first = heard(
      (s) =>
        s.instruments.length === BENCH.length &&
        s.instruments.every((i) => i.channels.every((c) => c.quality === 'good')),
    )
    live.connect(bench.port)
    await first
    expect(live.dial({ device: 'pipe', fault: 'open', amount: 1 })).toBe(true)
    await heard((s) => s.instruments.find((i) => i.id === 'pipe')?.channels[0]?.quality === 'open')
    expect(live.dial({ device: 'nobody', fault: 'open', amount: 1 })).toBe(false)
    const gone = heard((s) => !s.connected)
    bench.stop()
    await gone
    now += 60_000
    expect(live.channel('oxygen:delivery')?.quality).toBe('stale')
    live.stop()
  })
  it('answer 422 to a dial when none is there', async () => {
    expect(
      await server.call('POST', '/api/instruments/dials', { device: 'oxygen', fault: 'creep', amount: 1 }),
    ).toMatchObject({ status: 422 })
    expect((await server.call('GET', '/api/instruments')).json).toEqual({ connected: false, instruments: [] })
  })
})
