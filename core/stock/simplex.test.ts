import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { GrowingProgramme } from './simplex.ts'

/** Brings in the column with the lowest reduced cost until none is left that helps. */
function solve(programme: GrowingProgramme): void {
  for (let n = 0; n < 500; n++) {
    let best = -1
    let least = -1e-9
    programme.columns.forEach((_, i) => {
      const reduced = programme.reducedCost(i)
      if (reduced < least) {
        least = reduced
        best = i
      }
    })
    if (best < 0 || !programme.enter(best)) return
  }
}
const value = (programme: GrowingProgramme) =>
  programme
    .solution()
    .reduce((sum, { column, amount }) => sum + (programme.columns[column]?.cost ?? 0) * amount, 0)

describe('the growing programme', () => {
  it('solves a worked case: two rows, three columns', () => {
    // min x + y + 1.5 z with 2x + z = 4 and 3y + z = 6: x 2, y 2 costs 4; with z 4 and y 2/3: 6.67
    const p = new GrowingProgramme([4, 6], [100, 100])
    p.add({ cost: 1, entries: [[0, 2]] })
    p.add({ cost: 1, entries: [[1, 3]] })
    p.add({
      cost: 1.5,
      entries: [
        [0, 1],
        [1, 1],
      ],
    })
    solve(p)
    expect(value(p)).toBeCloseTo(4, 9)
    expect([...p.duals()].map((y) => Math.round(y * 1e6) / 1e6)).toEqual([0.5, 0.333333])
  })
  it('ends feasible, with prices that pay for no column too much and whose worth is the value (duality)', () => {
    const column = fc.record({
      cost: fc.integer({ min: 1, max: 9 }),
      a: fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 4, maxLength: 4 }),
    })
    fc.assert(
      fc.property(
        fc.array(column, { minLength: 1, maxLength: 12 }),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 4, maxLength: 4 }),
        (columns, b) => {
          const p = new GrowingProgramme(b, [1000, 1000, 1000, 1000])
          for (const { cost, a } of columns)
            p.add({ cost, entries: a.flatMap((v, i) => (v > 0 ? [[i, v] as const] : [])) })
          solve(p)
          const y = p.duals()
          const left = [...b]
          for (const { column: i, amount } of p.solution()) {
            expect(amount).toBeGreaterThan(-1e-7)
            for (const [row, v] of p.columns[i]?.entries ?? []) left[row] = (left[row] ?? 0) - v * amount
          }
          for (const rest of left) expect(rest).toBeCloseTo(0, 6)
          p.columns.forEach((_, i) => expect(p.reducedCost(i)).toBeGreaterThan(-1e-6))
          expect(b.reduce((sum, v, i) => sum + v * (y[i] ?? 0), 0)).toBeCloseTo(value(p), 5)
        },
      ),
      { numRuns: 150 },
    )
  })
})
