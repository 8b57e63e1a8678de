import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  isDone,
  isItem,
  ITEM_KINDS,
  itemTitle,
  trendOf,
  trendWords,
  tryRow,
  type LessonItem,
  type PracticeWeek,
} from './lessons.ts'
import { BENCH_IDS, tasksOf, taskTitleOf } from './task-titles.ts'

/** Weeks one after the other, with such points. */
const weeks = (...points: readonly number[]): PracticeWeek[] =>
  points.map((mean, i) => ({
    week: new Date(Date.UTC(2026, 2, 2 + 7 * i)).toISOString().slice(0, 10),
    tries: 2,
    mean,
  }))

describe('what a set may ask for', () => {
  it('is every task of every bench, and a plate that says what is made', () => {
    for (const kind of BENCH_IDS)
      for (const task of tasksOf(kind)) {
        expect(isItem({ kind, task, points: 80 }), task).toBe(true)
        expect(taskTitleOf(kind, task), task).not.toBe(task)
        expect(isItem({ kind, task, points: 0 })).toBe(false)
        expect(isItem({ kind, task, points: 101 })).toBe(false)
      }
    expect(isItem({ kind: 'plate', task: 'Two cuts', points: 0 })).toBe(true)
    expect(isItem({ kind: 'plate', task: ' ', points: 0 })).toBe(false)
    expect(isItem({ kind: 'plate', task: 'Two cuts', points: 80 })).toBe(false)
    expect(isItem({ kind: 'heat', task: 'light', points: 80 })).toBe(false)
    expect(ITEM_KINDS).toHaveLength(BENCH_IDS.length + 1)
  })
  it('is done from its points on, and a plate once its check has passed', () => {
    const item: LessonItem = { kind: 'order', task: 'whole', points: 80 }
    const none = { tries: 0, best: null, outcome: null, last: null }
    expect(isDone(item, none)).toBe(false)
    expect(isDone(item, { ...none, best: 79 })).toBe(false)
    expect(isDone(item, { ...none, best: 80 })).toBe(true)
    const plate: LessonItem = { kind: 'plate', task: 'Two cuts', points: 0 }
    expect(isDone(plate, { ...none, outcome: 'failed' })).toBe(false)
    expect(isDone(plate, { ...none, outcome: 'passed' })).toBe(true)
  })
  it('is named by its bench, and how it is done otherwise', () => {
    expect(itemTitle({ kind: 'order', task: 'shut-down cards', points: 80 })).toBe(
      'Order: Shut it all down, by cards',
    )
    expect(itemTitle({ kind: 'plate', task: 'Two cuts', points: 0 })).toBe('Two cuts')
    expect(taskTitleOf('flame', 'something gone since')).toBe('something gone since')
    // one word, two tasks
    expect(taskTitleOf('flame', 'light')).toBe('Light it')
    expect(taskTitleOf('order', 'light cards')).toBe('Light and trim, by cards')
  })
})

describe('the trend of a skill', () => {
  it('is unknown before three weeks, and told in points a week', () => {
    expect(trendWords(trendOf(weeks(40, 90)))).toBe('too few weeks to tell')
    expect(trendOf(weeks(40, 50, 60))).toEqual({ goes: 'up', perWeek: 10 })
    expect(trendWords(trendOf(weeks(90, 85, 80)))).toBe('down 5 a week')
    expect(trendWords(trendOf(weeks(70, 71, 70, 71)))).toBe('steady')
  })
  it('counts the weeks between, not the rows', () => {
    const [a, , b, , c] = weeks(40, 0, 60, 0, 80) as [PracticeWeek, never, PracticeWeek, never, PracticeWeek]
    expect(trendOf([a, b, c]).perWeek).toBe(10)
  })
  it('of a straight line is its slope, wherever it begins, over the last eight weeks', () => {
    fc.assert(
      fc.property(fc.integer({ min: -8, max: 8 }), fc.integer({ min: 3, max: 20 }), (slope, n) => {
        const line = weeks(...Array.from({ length: n }, (_, i) => 50 + slope * i))
        expect(trendOf(line).perWeek).toBeCloseTo(slope, 6)
      }),
    )
  })
})

it('a try is written out in words', () => {
  expect(
    tryRow({ at: '2026-03-02T08:00:00Z', person: 'Orla', bench: 'facts', task: 'flux', points: 70 }),
  ).toEqual({
    at: '2026-03-02T08:00:00Z',
    person: 'Orla',
    skill: 'Facts',
    task: 'Flux',
    points: 70,
  })
})
