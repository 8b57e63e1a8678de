import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { omit } from '../objects.ts'
import { DIALS, MOST_LINE, readMessage, writeMessage, type Message } from './protocol.ts'
import { INSTRUMENT_KINDS } from './kinds.ts'
import { joined, TAIL, Thinner, type Sample } from './thin.ts'

const values = fc.double({ min: -1e6, max: 1e6, noNaN: true })
/** Readings of two channels, never going back in time: ms since they began. */
const readings = fc
  .array(fc.record({ channel: fc.constantFrom('a', 'b'), afterMs: fc.nat(8000), value: values }), {
    minLength: 1,
    maxLength: 200,
  })
  .map((all) => {
    let atMs = 0
    return all.map(({ channel, afterMs, value }) => ({ channel, value, atMs: (atMs += afterMs) }))
  })
function thinned(all: readonly { channel: string; atMs: number; value: number }[], spanS?: number) {
  const samples: Sample[] = []
  const thinner = new Thinner((s) => samples.push(s), spanS)
  for (const { channel, atMs, value } of all) thinner.add(channel, atMs, value)
  thinner.flush()
  return { samples, thinner }
}
const withoutMean = (s: Sample) => omit(s, ['mean'])
const near = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b))

describe('readings that are thinned', () => {
  it('lose no reading, no least and no most, and keep the mean, of each channel', () => {
    fc.assert(
      fc.property(readings, (all) => {
        const { samples } = thinned(all)
        for (const channel of ['a', 'b']) {
          const own = all.filter((r) => r.channel === channel).map((r) => r.value)
          const kept = samples.filter((s) => s.channel === channel)
          expect(kept.reduce((n, s) => n + s.count, 0)).toBe(own.length)
          if (own.length === 0) continue
          expect(Math.min(...kept.map((s) => s.least))).toBe(Math.min(...own))
          expect(Math.max(...kept.map((s) => s.most))).toBe(Math.max(...own))
          const sum = (v: readonly number[]) => v.reduce((a, b) => a + b, 0)
          expect(near(sum(kept.map((s) => s.mean * s.count)) / 1e6, sum(own) / 1e6)).toBe(true)
        }
      }),
    )
  })
  it('lie in stretches that follow one another and do not overlap', () => {
    fc.assert(
      fc.property(readings, fc.constantFrom(1, 10, 300), (all, spanS) => {
        const { samples } = thinned(all, spanS)
        for (const channel of ['a', 'b']) {
          const begins = samples.filter((s) => s.channel === channel).map((s) => s.atS)
          expect(begins.every((atS) => atS % spanS === 0)).toBe(true)
          expect(begins.every((atS, i) => i === 0 || atS >= (begins[i - 1] ?? 0) + spanS)).toBe(true)
        }
      }),
    )
  })
  it('are the same put together from fine stretches as thinned coarsely at once', () => {
    fc.assert(
      fc.property(readings, (all) => {
        const byKey = (s: readonly Sample[]) =>
          [...s].sort((x, y) => x.atS - y.atS || x.channel.localeCompare(y.channel))
        const put = byKey(joined(thinned(all, 10).samples, 300))
        const once = byKey(thinned(all, 300).samples)
        expect(put.map(withoutMean)).toEqual(once.map(withoutMean))
        expect(put.every((s, i) => near(s.mean / 1e6, (once[i]?.mean ?? Infinity) / 1e6))).toBe(true)
      }),
    )
  })
  it('keep the newest as they came, and hold no more after an hour than after a minute', () => {
    const thinner = new Thinner(() => undefined)
    const hold = (from: number, to: number) => {
      for (let i = from; i < to; i++) thinner.add('a', i * 100, i)
      return thinner.held
    }
    const early = hold(0, 600)
    expect(hold(600, 36_000)).toBe(early)
    const tail = thinner.tail('a')
    expect(tail).toHaveLength(TAIL)
    expect([tail[0]?.value, tail.at(-1)?.value]).toEqual([36_000 - TAIL, 35_999])
    expect(thinner.tail('nobody')).toEqual([])
  })
  it('put a reading that came late into the stretch that is open', () => {
    const { samples } = thinned([
      { channel: 'a', atMs: 25_000, value: 1 },
      { channel: 'a', atMs: 3_000, value: 9 },
    ])
    expect(samples).toMatchObject([{ atS: 20, least: 1, most: 9, mean: 5, count: 2 }])
  })
})

describe('a line of the instruments’ protocol', () => {
  const id = fc.stringMatching(/^[a-z0-9][a-z0-9-]{0,30}$/)
  const message: fc.Arbitrary<Message> = fc.oneof(
    fc.record({
      kind: fc.constant('hello' as const),
      devices: fc.array(
        fc.record({
          id,
          kind: fc.constantFrom(...INSTRUMENT_KINDS),
          name: fc.string({ minLength: 1, maxLength: 60 }),
          simulated: fc.boolean(),
        }),
        { maxLength: 8 },
      ),
    }),
    fc.record({
      kind: fc.constant('reading' as const),
      reading: fc.record({
        device: id,
        channel: id,
        atMs: fc.nat(),
        value: fc.option(values.map((v) => v + 0)),
      }),
    }),
    fc.record({
      kind: fc.constant('dial' as const),
      dial: fc.record({
        device: id,
        fault: fc.constantFrom(...DIALS),
        amount: fc.double({ min: 0, max: 1, noNaN: true }).map((v) => v + 0),
      }),
    }),
  )
  it('comes back as it was written, on one line', () => {
    fc.assert(
      fc.property(message, (m) => {
        const line = writeMessage(m)
        expect(line.indexOf('\n')).toBe(line.length - 1)
        expect(readMessage(line.trimEnd())).toEqual(m)
      }),
    )
  })
  it('is a sentence when it is none, and never an error', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (line) => {
        const read = readMessage(line)
        if (typeof read === 'string') expect(read).toMatch(/^\S.*\.$/)
      }),
    )
  })
  it.each([
    ['too long', `"${'x'.repeat(MOST_LINE)}"`, 'The line is too long.'],
    ['a list', '[1]', 'A message is an object.'],
    ['another version', '{"hello":2}', 'Only version 1 is understood.'],
    ['a device without a name', '{"hello":1,"devices":[{"id":"a","kind":"scale"}]}', 'A device wants id'],
    ['a device with an odd id', '{"hello":1,"devices":[{"id":"A b","kind":"scale","name":"x"}]}', 'A device'],
    ['a dial past its end', '{"dial":{"device":"a","fault":"creep","amount":1.1}}', 'A dial wants'],
    ['a reading without a time', '{"device":"a","channel":"b","v":1}', 'A reading wants'],
    ['a reading that is a word', '{"device":"a","channel":"b","t":1,"v":"1"}', 'v is a number in SI'],
  ])('that is %s is refused', (_what, line, sentence) => {
    expect(readMessage(line)).toContain(sentence)
  })
})
