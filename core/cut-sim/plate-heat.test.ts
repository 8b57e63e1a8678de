import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { erf, give, heatStep, layPlate, playFlame, SHELLS, stepShare, storedIn, topAt } from './plate-heat.ts'

const DT = 1 / 60
const ACETYLENE_C = 2400
const plate = (te: number, celsius = 20) => layPlate(te, 0.1, 0.001, celsius)
/** A flame that stands at a place for so many seconds. */
const heated = (te: number, x: number, seconds: number, watts = 1500) => {
  const of = plate(te)
  for (let n = 0; n < seconds / DT; n++) {
    playFlame(of, watts, x, 0.0055, true)
    heatStep(of, DT, ACETYLENE_C)
  }
  return of
}
const top = (of: ReturnType<typeof plate>) => of.shells[0] as Float64Array

describe('heat in a plate', () => {
  it('stays as it is where nothing is hotter than the room', () => {
    const of = plate(0.01)
    for (let n = 0; n < 600; n++) heatStep(of, DT, ACETYLENE_C)
    for (const shell of of.shells) for (const c of shell) expect(c).toBe(20)
  })
  it('goes to the room and never past it, and what it lost is what is gone', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.2, noNaN: true }),
        fc.double({ min: 60, max: 800, noNaN: true }),
        (te, celsius) => {
          const of = plate(te, celsius)
          let last = celsius
          for (let n = 0; n < 240; n++) {
            heatStep(of, DT, ACETYLENE_C)
            const now = top(of)[50] as number
            expect(now).toBeLessThanOrEqual(last + 1e-9)
            expect(now).toBeGreaterThan(20)
            last = now
          }
          expect(-storedIn(of) / of.ledger.lost).toBeCloseTo(1, 9)
        },
      ),
      { numRuns: 25 },
    )
  })
  it('lies the same on both sides of a flame that stands in the middle', () => {
    const of = heated(0.012, 0.05, 4)
    // but for the last column that its edge reaches on one side
    for (let i = 0; i < 50; i++) expect(top(of)[i]).toBeCloseTo(top(of)[99 - i] as number, 3)
    // hottest under it, and less further down and further off
    expect(Math.max(...top(of))).toBeCloseTo(top(of)[49] as number, 6)
    for (let s = 1; s < SHELLS; s++)
      expect((of.shells[s] as Float64Array)[50]).toBeLessThan(
        (of.shells[s - 1] as Float64Array)[50] as number,
      )
  })
  it('comes sooner to an edge than to the flat, and to thin plate than to thick', () => {
    const hottest = (of: ReturnType<typeof plate>) => Math.max(...top(of))
    expect(hottest(heated(0.012, 0, 3))).toBeGreaterThan(hottest(heated(0.012, 0.05, 3)) * 1.2)
    expect(hottest(heated(0.003, 0.05, 3))).toBeGreaterThan(hottest(heated(0.02, 0.05, 3)))
  })
  it('is what the flame gave, less what was lost; chill and film are counted by whoever gives them', () => {
    const of = heated(0.006, 0.03, 5)
    expect((of.ledger.flame - of.ledger.lost) / storedIn(of)).toBeCloseTo(1, 9)
    const before = storedIn(of)
    give(of, 0, 30, -200)
    playFlame(of, 0, 0.03, 0.0055, false)
    const lost = of.ledger.lost
    heatStep(of, DT, ACETYLENE_C)
    expect(storedIn(of)).toBeCloseTo(before - 200 * DT - (of.ledger.lost - lost), 6)
  })
  it('keeps the hottest that the top ever was, while the flame is near', () => {
    const of = heated(0.006, 0.02, 4)
    const hottest = top(of)[20] as number
    for (let n = 0; n < 240; n++) {
      playFlame(of, 0, 0.02, 0.0055, false)
      heatStep(of, DT, ACETYLENE_C)
    }
    expect(top(of)[20]).toBeLessThan(hottest)
    expect(of.peak[20]).toBeGreaterThanOrEqual(hottest)
  })
  it('is read straight between the middles of columns, and held at the ends', () => {
    const of = plate(0.01)
    top(of)[3] = 100
    top(of)[4] = 200
    expect(topAt(of, 0.0035)).toBeCloseTo(100, 9)
    expect(topAt(of, 0.004)).toBeCloseTo(150, 9)
    expect(topAt(of, -1)).toBe(20)
    expect(topAt(of, 9)).toBe(20)
  })
})

describe('numbers', () => {
  it('erf is the tables’: to 1.5e-7', () => {
    // source: any table of the error function
    for (const [x, y] of [
      [0, 0],
      [0.1, 0.112462916],
      [0.5, 0.520499878],
      [1, 0.842700793],
      [2, 0.995322265],
      [3, 0.999977909],
    ] as const)
      expect(Math.abs(erf(x) - y)).toBeLessThan(1.6e-7)
  })
  it('a step is refused where its heat could not be followed', () => {
    for (const te of [0.001, 0.01, 0.1]) expect(stepShare(DT, 0.001, te)).toBeLessThan(1)
    expect(stepShare(0.05, 0.0002, 0.01)).toBeGreaterThan(1)
  })
})
