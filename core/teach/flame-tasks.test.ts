import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '../gas/fuels.ts'
import type { FlameRecording } from './recording.ts'
import { FLAME_TASKS, starWords, taskAsks, taskNot, taskRounds, taskTitle } from './flame-tasks.ts'
import { goodHand } from './good-hand.ts'
import { scoreOf } from './recording.ts'
import { benchWith } from './test-support.ts'

const seeds = fc.integer({ min: 0, max: 1_000_000 })
const HANDS = ['light', 'light-in-wind', 'neutral', 'reducing', 'retrim', 'steps', 'long'] as const
const SHOWN = ['star', 'starved', 'name'] as const

describe.each(FUEL_IDS)('tasks with %s', (fuel) => {
  it.each([false, true])('are done by a good hand, handle valve %s', (handleValve) => {
    const bench = benchWith(fuel, { handleValve })
    for (const task of FLAME_TASKS) {
      if (taskNot(task, bench) !== undefined) continue
      const { points, marks } = scoreOf(goodHand(task, bench, 11))
      expect({ task, points, short: marks.filter((m) => m.got < m.most) }).toEqual({
        task,
        points: 100,
        short: [],
      })
    }
  })

  it('ask for something, and are refused with a reason', () => {
    const bench = benchWith(fuel)
    for (const task of FLAME_TASKS) {
      expect(taskTitle(task).length).toBeGreaterThan(4)
      expect(taskAsks(task, bench)).toMatch(/[.?]$/)
    }
    const plain = benchWith(fuel, { jetM: undefined })
    for (const task of ['retrim', 'star', 'long'] as const)
      expect(taskNot(task, plain)).toBe('This torch has no lever.')
    expect(taskNot('name', bench) === undefined).toBe(fuel !== 'hydrogen')
    expect(taskNot('steps', bench) === undefined).toBe(fuel !== 'acetylene')
  })
})

describe('a score', () => {
  it.each(HANDS)('of doing nothing is poor: %s', (task) => {
    const bench = benchWith(task === 'steps' ? 'propane' : 'acetylene', { handleValve: true })
    const idle: FlameRecording = { kind: 'flame', task, bench, seed: 1, made: [], until: 100 }
    expect(scoreOf(idle).points).toBeLessThan(66)
  })

  it('follows from the recording alone, through a file too', () => {
    fc.assert(
      fc.property(fc.constantFrom(...FLAME_TASKS), seeds, (task, seed) => {
        const bench = benchWith(task === 'steps' ? 'propane' : 'acetylene')
        const made = goodHand(task, bench, seed)
        expect(scoreOf(JSON.parse(JSON.stringify(made)) as FlameRecording)).toEqual(scoreOf(made))
      }),
      { numRuns: 30 },
    )
  })

  it('forgives a hand that is a part off, and not one that is far past neutral', () => {
    const bench = benchWith('acetylene')
    const good = goodHand('neutral', bench, 1)
    const off = (parts: number): FlameRecording => ({
      ...good,
      made: good.made.map((m) =>
        m.move.do === 'oxygen' ? { ...m, move: { ...m.move, to: m.move.to + parts } } : m,
      ),
    })
    expect(scoreOf(off(1)).points).toBeGreaterThan(90)
    expect(scoreOf(off(-1)).points).toBeGreaterThan(90)
    expect(scoreOf(off(14)).points).toBeLessThan(60)
    expect(scoreOf(off(14)).marks.map((m) => m.text)).toContain(
      'Pointed, and it hisses: a little less oxygen.',
    )
    expect(scoreOf(off(-9)).marks.map((m) => m.text)).toContain(
      'The feather still stands: a little more oxygen.',
    )
  })

  it('sees oxygen that was open before the flame, gas that ran, and a handle that was part shut', () => {
    const bench = benchWith('acetylene', { handleValve: true })
    const made = [
      { at: 0, move: { do: 'handle', to: 30 } },
      { at: 1, move: { do: 'oxygen', to: 6 } },
      { at: 2, move: { do: 'fuel', to: 16 } },
      { at: 700, move: { do: 'strike' } },
      { at: 750, move: { do: 'finish' } },
    ] as const
    const { marks, points } = scoreOf({ kind: 'flame', task: 'light', bench, seed: 1, made, until: 751 })
    const said = marks.map((m) => m.text)
    expect(said).toContain('Oxygen was open: fuel alone is lit here.')
    expect(said).toContain('Gas ran unlit for 14 s: strike at once.')
    expect(said).toContain('The handle’s oxygen was not fully open: it starves the cut.')
    expect(said).toContain('A bang: both gases had stood in the torch.')
    expect(points).toBeLessThan(50)
  })

  it('lights propane in wind only with the help of the plate', () => {
    const bench = benchWith('propane')
    const good = goodHand('light-in-wind', bench, 1)
    const free = { ...good, made: good.made.filter((m) => m.move.do !== 'near') }
    expect(scoreOf(good).points).toBe(100)
    expect(scoreOf(free).points).toBeLessThan(90)
  })

  it('sees a propane flame that left its tip for fuel that came alone', () => {
    const bench = benchWith('propane')
    const made = [
      { at: 5, move: { do: 'fuel', to: 40 } },
      { at: 60, move: { do: 'oxygen', to: 32 } },
      { at: 100, move: { do: 'finish' } },
    ] as const
    const { marks } = scoreOf({ kind: 'flame', task: 'steps', bench, seed: 1, made, until: 101 })
    expect(marks.map((m) => m.text)).toContain('It left the tip: less fuel at a time, oxygen after each.')
  })

  it('takes some of a leg that was read right and counted wrong', () => {
    const bench = benchWith('acetylene')
    const seed = Array.from({ length: 50 }, (_, i) => i).find((s) =>
      taskRounds('star', bench, s)[0]?.right.startsWith('dirty'),
    )
    if (seed === undefined) throw new Error('no star with a dirty port')
    const right = taskRounds('star', bench, seed)[0]?.right ?? ''
    const wrong = right === 'dirty 1' ? 'dirty 2' : 'dirty 1'
    const said = (word: string) =>
      scoreOf({
        kind: 'flame',
        task: 'star',
        bench,
        seed,
        made: [{ at: 1, move: { do: 'say', word } }],
        until: 2,
      }).marks[0]
    expect(said(right)?.got).toBe(34)
    expect(said(wrong)?.got).toBe(15)
    expect(said('even')).toMatchObject({ got: 0, text: `It was ${starWords(right)}.` })
  })
})

describe('flames that are shown', () => {
  it.each(SHOWN)('%s: three rounds, the same for a seed, with an answer among the words', (task) => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const bench = benchWith('acetylene')
        const rounds = taskRounds(task, bench, seed)
        expect(rounds).toHaveLength(3)
        expect(taskRounds(task, bench, seed)).toEqual(rounds)
        for (const { flames, right } of rounds) {
          expect(flames.length).toBe(task === 'starved' ? 3 : 1)
          if (task === 'starved') {
            const at = ['A', 'B', 'C'].indexOf(right)
            const cones = flames.map((f) => f.seen.look.cone)
            expect(Math.min(...cones)).toBe(cones[at])
          }
        }
      }),
      { numRuns: 40 },
    )
  })
})
