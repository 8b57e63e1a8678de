import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planCutList } from './cut-list.ts'
import { fillBar } from './knapsack.ts'
import type { CutListPlan, CutListRequest } from './types.ts'

const good = (request: CutListRequest): CutListPlan => {
  const plan = planCutList(request)
  if (!plan.ok) throw new Error(plan.message)
  return plan
}
const bad = (request: CutListRequest) => {
  const plan = planCutList(request)
  return plan.ok ? undefined : plan.field
}
const sixes = (pieces: CutListRequest['pieces'], kerfM = 0): CutListRequest => ({
  stock: [{ lengthM: 6 }],
  pieces,
  kerfM,
})
/** Pieces of a plan, counted by length. */
const cut = (plan: CutListPlan) => {
  const counts = new Map<number, number>()
  for (const p of plan.patterns) for (const m of p.piecesM) counts.set(m, (counts.get(m) ?? 0) + p.times)
  return counts
}
const list = fc.record({
  pieces: fc.array(
    fc.record({
      lengthM: fc.integer({ min: 15, max: 280 }).map((cm) => cm / 100),
      count: fc.integer({ min: 1, max: 4 }),
    }),
    { minLength: 1, maxLength: 9 },
  ),
  kerfM: fc.constantFrom(0, 0.002, 0.0035),
  stock: fc.constantFrom<CutListRequest['stock']>(
    [{ lengthM: 6 }],
    [{ lengthM: 6 }, { lengthM: 4, count: 2 }],
    [{ lengthM: 3 }, { lengthM: 4 }],
  ),
})

describe('cut lists', () => {
  it('cut all that is wanted, out of what there is, never more stock than first-fit or less than the bound', () => {
    fc.assert(
      fc.property(list, (request) => {
        const plan = good(request)
        const wanted = new Map<number, number>()
        for (const p of request.pieces) wanted.set(p.lengthM, (wanted.get(p.lengthM) ?? 0) + p.count)
        expect(cut(plan)).toEqual(wanted)
        for (const { stockM, piecesM, remnantM } of plan.patterns) {
          const used = piecesM.reduce((a, b) => a + b, 0) + (piecesM.length - 1) * request.kerfM
          expect(used).toBeLessThanOrEqual(stockM + 1e-9)
          const rest = stockM - used
          expect(remnantM).toBeCloseTo(rest > 1e-9 ? Math.max(0, rest - request.kerfM) : 0, 6)
          expect(request.stock.some((s) => s.lengthM === stockM)).toBe(true)
        }
        for (const s of request.stock) {
          const taken = plan.patterns.filter((p) => p.stockM === s.lengthM).reduce((n, p) => n + p.times, 0)
          expect(taken).toBeLessThanOrEqual(s.count ?? Infinity)
        }
        expect(plan.stockUsedM).toBeLessThanOrEqual((plan.firstFitM ?? Infinity) + 1e-9)
        expect(plan.lowerBoundM).toBeLessThanOrEqual(plan.stockUsedM + 1e-9)
        // one bar or 1 % above the bound
        const longest = Math.max(...request.stock.map((s) => s.lengthM))
        expect(plan.stockUsedM).toBeLessThanOrEqual(
          Math.max(plan.lowerBoundM * 1.01, plan.lowerBoundM + longest) + 1e-9,
        )
      }),
      { numRuns: 80 },
    )
  })
  it('are the least there is: the same as trying every way (up to seven pieces)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 2, max: 28 }), { minLength: 1, maxLength: 7 }),
        fc.constantFrom([30], [30, 20], [30, 13]),
        (lengths, stocks) => {
          const plan = good({
            stock: stocks.map((lengthM) => ({ lengthM })),
            pieces: lengths.map((lengthM) => ({ lengthM, count: 1 })),
            kerfM: 0,
          })
          const least = leastByTrying(lengths, stocks)
          expect(plan.stockUsedM).toBeCloseTo(least.length, 6)
          expect(plan.bars).toBe(least.bars)
          expect(Math.max(...plan.patterns.map((p) => p.remnantM))).toBeCloseTo(least.remnant, 6)
          expect(plan.proved).toBe(true)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('count a kerf between pieces but none after the last that ends with the bar', () => {
    expect(good(sixes([{ lengthM: 2, count: 3 }])).bars).toBe(1)
    expect(good(sixes([{ lengthM: 2, count: 3 }], 0.002)).bars).toBe(2)
    expect(good(sixes([{ lengthM: 1.998, count: 3 }], 0.002)).bars).toBe(1)
    // inches: six of 2 ft less a kerf out of 12 ft
    const inch = 0.0254
    const plan = good({
      stock: [{ lengthM: 144 * inch }],
      pieces: [{ lengthM: (24 - 5 / 64) * inch, count: 6 }],
      kerfM: (6 / 64) * inch,
    })
    expect(plan.bars).toBe(1)
    expect(plan.patterns[0]?.remnantM).toBe(0)
  })
  it('beat first-fit where it is known to be bad (four of 3, four of 2 out of 6: 4 bars, not 5)', () => {
    const plan = good({
      stock: [{ lengthM: 10 }],
      pieces: [
        { lengthM: 4, count: 4 },
        { lengthM: 3, count: 8 },
      ],
      kerfM: 0,
    })
    expect(plan.bars).toBe(4)
    expect(plan.lowerBoundM).toBe(40)
    expect(plan.proved).toBe(true)
  })
  it('count the cuts: one behind each piece, none where the bar ends with it, two for trimmed ends', () => {
    expect(good(sixes([{ lengthM: 2, count: 3 }])).cuts).toBe(2)
    expect(good(sixes([{ lengthM: 1.9, count: 3 }], 0.003)).cuts).toBe(3)
    // what is left is narrower than the kerf: it is cut all the same, and nothing remains
    const eaten = good(sixes([{ lengthM: 1.9988, count: 3 }], 0.0015))
    expect([eaten.bars, eaten.patterns[0]?.remnantM, eaten.cuts]).toEqual([1, 0, 3])
    expect(good({ ...sixes([{ lengthM: 1, count: 2 }], 0.003), trimM: 0.02 }).cuts).toBe(4)
  })
  it('trim both ends of every bar', () => {
    const plan = good({ ...sixes([{ lengthM: 2.9, count: 2 }], 0.002), trimM: 0.05 })
    expect(plan.bars).toBe(1)
    expect(good({ ...sixes([{ lengthM: 2.95, count: 2 }], 0.002), trimM: 0.05 }).bars).toBe(2)
  })
  it('say by field what is wrong', () => {
    expect(bad(sixes([]))).toBe('pieces')
    expect(bad({ ...sixes([{ lengthM: 1, count: 1 }]), stock: [] })).toBe('stock')
    expect(
      bad(
        sixes([
          { lengthM: 1, count: 1 },
          { lengthM: 7, count: 1 },
        ]),
      ),
    ).toBe('pieces.1.length')
    expect(bad(sixes([{ lengthM: 1, count: 0 }]))).toBe('pieces.0.count')
    expect(bad(sixes([{ lengthM: -1, count: 1 }]))).toBe('pieces.0.length')
    expect(bad(sixes([{ lengthM: 1, count: 9000 }]))).toBe('pieces')
    expect(bad({ ...sixes([{ lengthM: 1, count: 1 }]), kerfM: Number.NaN })).toBe('kerf')
    expect(bad({ stock: [{ lengthM: 6, count: 1 }], pieces: [{ lengthM: 4, count: 2 }], kerfM: 0 })).toBe(
      'stock',
    )
  })
  it('tell how far they have come', () => {
    const heard: string[] = []
    planCutList(
      sixes(
        Array.from({ length: 40 }, (_, i) => ({ lengthM: 0.7 + ((i * 37) % 100) / 50, count: 1 })),
        0.003,
      ),
      (p) => heard.push(p.phase),
    )
    expect(heard[0]).toBe('bound')
  })
})

describe('filling a bar', () => {
  it('is worth as much as the best of every filling', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ size: fc.integer({ min: 1, max: 9 }), value: fc.integer({ min: 0, max: 20 }) }),
          {
            minLength: 1,
            maxLength: 5,
          },
        ),
        fc.integer({ min: 1, max: 20 }),
        (items, capacity) => {
          const found = fillBar(
            items.map((i) => i.size),
            items.map((i) => i.value),
            items.map(() => 2),
            capacity,
          )
          let best = 0
          const search = (at: number, room: number, worth: number) => {
            best = Math.max(best, worth)
            const item = items[at]
            if (!item) return
            for (let n = 0; n <= 2 && n * item.size <= room; n++)
              search(at + 1, room - n * item.size, worth + n * item.value)
          }
          search(0, capacity, 0)
          expect(found.value).toBe(best)
          expect(found.bound).toBe(best)
        },
      ),
    )
  })
})

/** The least stock, bars and then largest remnant, by putting each piece into each bar. */
function leastByTrying(lengths: readonly number[], stocks: readonly number[]) {
  let best = { length: Infinity, bars: Infinity, remnant: 0 }
  const better = (a: typeof best) =>
    a.length < best.length ||
    (a.length === best.length && (a.bars < best.bars || (a.bars === best.bars && a.remnant > best.remnant)))
  const bars: { stock: number; room: number }[] = []
  const place = (at: number) => {
    const length = bars.reduce((sum, b) => sum + b.stock, 0)
    if (length > best.length) return
    const piece = lengths[at]
    if (piece === undefined) {
      const way = { length, bars: bars.length, remnant: Math.max(...bars.map((b) => b.room)) }
      if (better(way)) best = way
      return
    }
    for (const bar of bars)
      if (bar.room >= piece) {
        bar.room -= piece
        place(at + 1)
        bar.room += piece
      }
    for (const stock of stocks)
      if (stock >= piece) {
        bars.push({ stock, room: stock - piece })
        place(at + 1)
        bars.pop()
      }
  }
  place(0)
  return best
}
