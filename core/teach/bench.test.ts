import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '../gas/fuels.ts'
import {
  beginBench,
  move,
  MOST_PARTS,
  play,
  seenNow,
  tick,
  TICK_S,
  type BenchState,
  type Made,
  type Move,
  type Start,
} from './bench.ts'
import { happenedNow, looksNow, soundsNow, tipNow } from './bench-words.ts'
import { handsFor } from './hands-for.ts'
import { cuttingTorch } from './test-support.ts'
import { sizeTorch } from '../flame/torch.ts'

const start = (own: Partial<Start> = {}): Start => ({
  torch: cuttingTorch('acetylene'),
  oxygen: 0,
  fuel: 0,
  handle: 0,
  lit: false,
  wind: 0,
  ...own,
})
const flame = (share: number, mixture: number, own: Partial<Start> = {}): Start => {
  const from = start({ lit: true, ...own })
  return { ...from, ...handsFor(sizeTorch(from.torch), { share, mixture }) }
}
const after = (state: BenchState, seconds: number): BenchState => {
  let next = state
  for (let i = 0; i < seconds / TICK_S; i++) next = tick(next, 1)
  return next
}

const place = fc.integer({ min: 0, max: MOST_PARTS })
const anyMove: fc.Arbitrary<Move> = fc.oneof(
  fc.record({ do: fc.constantFrom('oxygen' as const, 'fuel' as const, 'handle' as const), to: place }),
  fc.record({ do: fc.constant('lever' as const), down: fc.boolean() }),
  fc.record({ do: fc.constant('near' as const), on: fc.boolean() }),
  fc.constant({ do: 'strike' } as const),
)
const anyHands: fc.Arbitrary<readonly Made[]> = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 40 }), anyMove), { maxLength: 25 })
  .map((rows) => {
    let at = 0
    return rows.map(([wait, made]) => ({ at: (at += wait), move: made }))
  })

describe('the flame bench', () => {
  it('does the same for the same hands, and stays within what gas can do whatever they do', () => {
    fc.assert(
      fc.property(fc.constantFrom(...FUEL_IDS), anyHands, fc.boolean(), (id, made, lit) => {
        const from = start({ torch: cuttingTorch(id, { handleValve: true }), lit })
        const [one, other] = [play(from, made, 1200, 1), play(from, structuredClone(made), 1200, 1)]
        expect(other).toEqual(one)
        expect(one.flow.fuel).toBeGreaterThanOrEqual(0)
        expect(one.flow.oxygen).toBeGreaterThanOrEqual(0)
        expect(Number.isFinite(one.mixture)).toBe(true)
        expect(one.warm).toBeLessThanOrEqual(1)
        for (const word of [looksNow(one), soundsNow(one), tipNow(one)])
          expect(word.length).toBeGreaterThan(3)
      }),
      { numRuns: 40 },
    )
  })

  it('lights fuel that runs, and nothing where none does', () => {
    const shut = move(beginBench(start()), { do: 'strike' })
    expect(shut).toMatchObject({ lit: false, happened: { what: 'missed' } })
    const open = after(move(shut, { do: 'fuel', to: 16 }), 0.5)
    const lit = move(open, { do: 'strike' })
    expect(lit).toMatchObject({ lit: true, happened: { what: 'lit' } })
    expect(lit.facts).toMatchObject({ strikes: 2, lighting: { near: false } })
    expect(seenNow(lit)?.smoke).toBeGreaterThan(0.05)
    expect(happenedNow(lit)).toBe('It catches.')
    expect(happenedNow(after(lit, 3))).toBeUndefined()
  })

  it('bangs when both gases stood in it', () => {
    let state = beginBench(start())
    state = move(move(state, { do: 'fuel', to: 30 }), { do: 'oxygen', to: 20 })
    state = move(after(state, 5), { do: 'strike' })
    expect(state).toMatchObject({ lit: true, happened: { what: 'bang' }, facts: { bangs: 1 } })
  })

  it('goes out when the fuel is shut', () => {
    const state = after(move(beginBench(flame(1, 1)), { do: 'fuel', to: 0 }), 1)
    expect(state).toMatchObject({ lit: false, facts: { pops: 0, blownOff: 0 } })
  })

  it('pops once a starved tip is warm, and not while it gets its gas', () => {
    const starved = after(beginBench(flame(0.28, 1)), 4)
    expect(starved).toMatchObject({ lit: false, facts: { pops: 1 } })
    const full = after(beginBench(flame(1, 1)), 30)
    expect(full).toMatchObject({ lit: true, warm: 0, facts: { pops: 0 } })
  })

  it('leaves the tip with too much fuel alone, and comes back to it with oxygen', () => {
    const propane = cuttingTorch('propane')
    const lifted = after(beginBench(flame(0.7, 0, { torch: propane })), 0.2)
    expect(looksNow(lifted)).toBe('off the tip, a gap under it')
    const held = after(move(lifted, { do: 'oxygen', to: 25 }), 2)
    expect(held.lit).toBe(true)
    expect(held.hold.share).toBeLessThan(held.hold.bears)
    const gone = after(move(lifted, { do: 'fuel', to: 70 }), 2)
    expect(gone).toMatchObject({ lit: false, facts: { blownOff: 1 } })
  })

  it('says what is seen as oxygen comes', () => {
    const at = (share: number, mixture: number) => looksNow(after(beginBench(flame(share, mixture)), 0.5))
    expect(at(0.4, 0)).toContain('smoke')
    expect(at(0.95, 0)).toBe('yellow and bright, no smoke')
    expect(at(1, 0.82)).toBe('feather twice the cone')
    expect(at(1, 0.93)).toBe('feather a little longer than the cone')
    expect(at(1, 1)).toBe('round, sharp, bright cones, no feather')
    expect(at(1, 1.3)).toBe('short, pointed, violet cones')
    expect(soundsNow(after(beginBench(flame(1, 1.3)), 0.5))).toBe('a loud, harsh hiss')
    expect(tipNow(after(beginBench(flame(1, 1)), 0.5))).toBe('cools the tip well')
  })

  it('keeps a valve within its turns, and a finished bench as it was', () => {
    const wide = move(beginBench(start()), { do: 'fuel', to: 9999 })
    expect(wide.hands.fuel).toBe(MOST_PARTS / 64)
    const done = move(wide, { do: 'finish' })
    expect(move(done, { do: 'fuel', to: 0 })).toBe(done)
    expect(tick(done, 1)).toBe(done)
  })
})
