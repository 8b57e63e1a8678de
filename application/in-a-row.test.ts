import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layOutPractice } from '#core/cut/practice-layout.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { firstDraft, FIRST_PRACTICE, FIRST_SETTINGS } from './first.ts'
import { cutListInARow, lessonOf } from './in-a-row.ts'
import { NO_RUNS, planDraft } from './plan-of.ts'

const plate = (practice: readonly object[]) => {
  const first = firstDraft(FIRST_SETTINGS)
  const draft = {
    ...first,
    work: {
      ...first.work,
      shape: 'practice',
      thickness: '3/8 in',
      practice: practice.map((p) => ({ ...FIRST_PRACTICE, ...p })),
    },
  }
  const planned = planDraft(draft, FIRST_SETTINGS, NO_RUNS)
  if (!planned.ok) throw new Error(JSON.stringify(planned.errors))
  return { draft, planned }
}

describe('a practice plate as a lesson', () => {
  const { draft, planned } = plate([
    { shape: 'straight', length: '6 in', count: '3' },
    { shape: 'bevel', length: '6 in', bevel: '30 deg', count: '2' },
    { shape: 'hole', diameter: '2 in', length: '', count: '1' },
  ])
  const lesson = lessonOf(draft, planned, INCH_UNITS)
  it('is a piece for each of its cuts, in its place, as often as the plate has it', () => {
    expect(lesson.map((p) => p.repeats)).toEqual([3, 2, 1])
    expect(lesson[0]?.title).toMatch(/^Line, .* from the edge, the next .* on$/)
    expect(lesson[1]?.title).toMatch(/^Bevel, /)
    expect(lesson[2]?.title).toMatch(/^Circle, its middle .* in and .* up$/)
    const { placed } = layOutPractice(planned.request.work.practice)
    expect(placed).toHaveLength(6)
  })
  it('plans each by itself: square, bevel, and a circle that is pierced', () => {
    const plans = lesson.map((p) => planDraft(p.draft, FIRST_SETTINGS, NO_RUNS))
    for (const p of plans) expect(p.ok && p.plan.findings.filter((f) => f.rank === 'stop')).toEqual([])
    const [square, bevel, circle] = plans.map((p) => (p.ok ? p.plan.figures : {}))
    expect(bevel?.travelSpeed?.value ?? 9).toBeLessThan(square?.travelSpeed?.value ?? 0)
    expect(circle?.pierceHeight).toBeDefined()
    expect(circle?.armRadius).toBeDefined()
    expect(square?.pierceHeight).toBeUndefined()
  })
})

describe('a cut list in a row', () => {
  const bar = { width: '60 mm', thickness: '10 mm', torchId: '' }
  it('has each length as often as it is wanted, the longest first, each planned', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 100, max: 3000 }), fc.integer({ min: 1, max: 9 })), {
          minLength: 1,
          maxLength: 6,
        }),
        (rows) => {
          const patterns = rows.map(([mm, times]) => ({
            stockM: 6,
            piecesM: [mm / 1000, mm / 1000],
            times,
            remnantM: 0,
          }))
          const row = cutListInARow({ patterns }, bar, [], FIRST_SETTINGS)
          expect(row.reduce((n, p) => n + p.repeats, 0)).toBe(rows.reduce((n, [, times]) => n + 2 * times, 0))
          expect(new Set(row.map((p) => p.title)).size).toBeLessThanOrEqual(row.length)
          for (const p of row) expect(planDraft(p.draft, FIRST_SETTINGS, NO_RUNS).ok).toBe(true)
        },
      ),
      { numRuns: 20 },
    )
    const patterns = [{ stockM: 6, piecesM: [0.2, 2, 1], times: 1, remnantM: 0 }]
    const titles = cutListInARow({ patterns }, bar, [], FIRST_SETTINGS).map((p) => p.title)
    expect(titles.map((t) => Number(/, ([\d.]+)/.exec(t)?.[1]))).toEqual(
      [...titles.map((t) => Number(/, ([\d.]+)/.exec(t)?.[1]))].sort((a, b) => b - a),
    )
  })
})
