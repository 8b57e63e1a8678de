import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { normals } from '../check/test-support.ts'
import { jobTook, type RunTook } from './close-out.ts'
import { calibrate, driftOf, growChart, whatHelped, type GrownFrom } from './grown.ts'

const run = (over: Partial<GrownFrom> = {}): GrownFrom => ({
  at: '2026-03-02T08:00:00.000Z',
  kind: 'cut',
  fuel: 'acetylene',
  handling: 'hand',
  thicknessM: 0.012,
  tipOrificeM: 0.0013208,
  good: true,
  used: { travelSpeed: 0.007, oxygenPressure: 270_000 },
  planned: { travelSpeed: { value: 0.0065, low: 0.005, high: 0.008, source: 'worked-out' } },
  tried: null,
  ...over,
})
const day = (i: number) => new Date(Date.UTC(2026, 2, 1 + i)).toISOString()

describe('a chart grown from good runs', () => {
  it('has a row for each tip, thickness, fuel and way of going, and learns from good runs only', () => {
    const rows = growChart([
      ...Array.from({ length: 6 }, (_, i) => run({ at: day(i) })),
      run({ good: false, used: { travelSpeed: 0.02 } }),
      run({ thicknessM: 0.02 }),
      run({ fuel: 'propane' }),
      run({ handling: 'track' }),
      run({ tipOrificeM: null }),
    ])
    expect(rows).toHaveLength(4)
    const [first] = rows
    expect(first).toMatchObject({ good: 6, all: 7, thicknessM: 0.012 })
    expect(first?.figures.travelSpeed?.count).toBe(6)
    expect(first?.figures.travelSpeed?.value).toBeCloseTo(0.007, 4)
    expect(first?.figures.kerf).toBeUndefined()
    expect(rows.map((r) => r.thicknessM)).toEqual([...rows.map((r) => r.thicknessM)].sort((a, b) => a - b))
    expect(growChart([run({ good: false })])).toEqual([])
  })
  it('tells a drift that is more than chance, and none where there is none', () => {
    const g = normals(4)
    const drifting = Array.from({ length: 20 }, (_, i) => 10 * Math.exp(0.01 * i + 0.02 * g()))
    expect(driftOf(drifting)).toBeGreaterThan(0.06)
    expect(driftOf([10, 11, 12])).toBeUndefined()
    let told = 0
    for (let shop = 1; shop <= 200; shop++) {
      const n = normals(shop)
      if (driftOf(Array.from({ length: 20 }, () => 10 * Math.exp(0.06 * n()))) !== undefined) told += 1
    }
    expect(told).toBeLessThan(20)
  })
})

describe('how far estimates were off', () => {
  it('holds only what was worked out against good runs: 7 over 6.5 is 108 %', () => {
    const chart = { travelSpeed: { value: 1, low: 1, high: 1, source: 'chart' as const } }
    const [c] = calibrate([run(), run(), run(), run({ good: false }), run({ planned: chart })])
    expect(c).toMatchObject({ figure: 'travelSpeed', count: 3, inside: 1, spread: 0 })
    expect(c?.ratio).toBeCloseTo(7 / 6.5, 9)
    expect(calibrate([run(), run()])).toEqual([])
  })
  it('says which change helped, and how often', () => {
    const tried = (helped: boolean) => run({ tried: { sign: 'drag-leans', cause: 'too-fast', helped } })
    expect(whatHelped([tried(true), tried(true), tried(false), run()])).toEqual([
      { sign: 'Drag lines lean far back', cause: 'Go an eighth slower.', tried: 3, helped: 2 },
    ])
  })
})

describe('what a job took', () => {
  const took = (over: Partial<RunTook> = {}): RunTook => ({
    endedAt: day(1),
    minutes: 20,
    torchS: 300,
    oxygenM3: 0.5,
    fuelM3: 0.1,
    nitrogenM3: 0,
    filler: 'BCuP-2',
    fillerKg: 0.01,
    ...over,
  })
  it('is the sum of the runs that ended, and the rod by its kind', () => {
    const all = jobTook([took(), took({ filler: 'BAg-24', fillerKg: 0.02 }), took({ endedAt: null })])
    expect(all).toMatchObject({ runs: 2, minutes: 40, torchS: 600, oxygenM3: 1 })
    expect(all.fillers).toEqual([
      { filler: 'BAg-24', kg: 0.02 },
      { filler: 'BCuP-2', kg: 0.01 },
    ])
  })
  it('does not care in which order they came', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 10, noNaN: true }), { maxLength: 8 }), (kg) => {
        const runs = kg.map((k) => took({ fillerKg: k }))
        const [a, b] = [jobTook(runs), jobTook([...runs].reverse())]
        expect(a.minutes).toBe(b.minutes)
        expect(a.fillers[0]?.kg ?? 0).toBeCloseTo(b.fillers[0]?.kg ?? 0, 9)
      }),
    )
  })
})
