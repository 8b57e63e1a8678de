import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layOutPractice } from '#core/cut/practice-layout.ts'
import { planOutline, readSvg } from '#core/outline/index.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { firstDraft, FIRST_PRACTICE, FIRST_SETTINGS } from './first.ts'
import { cutListInARow, lessonOf, outlineInARow } from './in-a-row.ts'
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
  it('is a piece for each of its cuts, each in its own place', () => {
    const { placed } = layOutPractice(planned.request.work.practice)
    expect(lesson).toHaveLength(placed.length)
    expect(lesson.map((p) => p.repeats)).toEqual([1, 1, 1, 1, 1, 1])
    expect(lesson[0]?.title).toMatch(/^Line 1, .* from the edge$/)
    expect(lesson[3]?.title).toMatch(/^Bevel 1, /)
    expect(lesson[5]?.title).toMatch(/^Circle, its middle .* in and .* up$/)
    expect(new Set(lesson.map((p) => p.title)).size).toBe(6)
  })
  it('is one piece of a kind, made so often, where the plate has more than a batch takes', () => {
    const many = plate([
      { shape: 'straight', length: '6 in', count: '40' },
      { shape: 'hole', diameter: '2 in', length: '', count: '20' },
    ])
    expect(lessonOf(many.draft, many.planned, INCH_UNITS).map((p) => p.repeats)).toEqual([40, 20])
  })
  it('plans each by itself: square, bevel, and a circle that is pierced', () => {
    const plans = lesson.map((p) => planDraft(p.draft, FIRST_SETTINGS, NO_RUNS))
    for (const p of plans) expect(p.ok && p.plan.findings.filter((f) => f.rank === 'stop')).toEqual([])
    const [square, bevel, circle] = [plans[0], plans[3], plans[5]].map((p) => (p?.ok ? p.plan.figures : {}))
    expect(bevel?.travelSpeed?.value ?? 9).toBeLessThan(square?.travelSpeed?.value ?? 0)
    expect(circle?.pierceHeight).toBeDefined()
    expect(circle?.armRadius).toBeDefined()
    expect(square?.pierceHeight).toBeUndefined()
  })
})

describe('an outline in a row', () => {
  const drawing = readSvg(
    '<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="200mm" viewBox="0 0 300 200"><rect x="10" y="10" width="200" height="150"/><circle cx="60" cy="80" r="25"/><circle cx="160" cy="80" r="25"/></svg>',
    { toleranceMm: 0.1 },
  )
  if (!drawing.ok) throw new Error(drawing.message)
  const outline = planOutline(drawing.strokes, { kerfMm: 2, thicknessMm: 10 })
  const first = firstDraft(FIRST_SETTINGS)
  const draft = {
    ...first,
    work: { ...first.work, shape: 'outline', outlineId: 'x', length: '1 m', pierces: '3' },
  }
  const pieces = outlineInARow(draft, outline, METRIC_UNITS)
  it('is a piece for each cut in the order of the drawing, the holes before what they lie in', () => {
    expect(pieces.map((p) => p.title.split(',')[0])).toEqual(['1. Hole', '2. Hole', '3. Outside'])
    expect(pieces.every((p) => /pierced \d+ mm in and \d+ mm up$/.test(p.title))).toBe(true)
  })
  it('has the whole way of the drawing between them, each with one pierce', () => {
    const plans = pieces.map((p) => planDraft(p.draft, FIRST_SETTINGS, NO_RUNS))
    const metres = plans.map((p) => (p.ok && p.kind === 'cut' ? (p.request.work.lengthM ?? 0) : 0))
    expect(metres.reduce((a, b) => a + b) * 1000).toBeCloseTo(outline.cutMm, -1)
    expect(pieces.map((p) => p.draft.work.pierces)).toEqual(['1', '1', '1'])
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
