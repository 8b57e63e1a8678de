// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { goodHeat } from '#core/teach/heat-hands.ts'
import { heatScoreOf, type HeatRecording } from '#core/teach/heat-judge.ts'
import { MOST_HEAT_TICKS } from '#core/teach/heat-play.ts'
import { HEAT_JOINTS } from '#core/teach/heat-presets.ts'
import { heatWork as worker, type HeatFrame, type HeatPractised } from './heat-work.ts'

const sleeve: HeatPractised = { task: 'sleeve', joint: HEAT_JOINTS.sleeve }
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance', 'Date'] })
})
afterEach(() => {
  worker.rest()
  vi.useRealTimers()
})
const begin = (of: HeatPractised, units = INCH_UNITS) => {
  const told: HeatFrame[] = []
  worker.begin(of, units, (f) => told.push(f))
  return told
}
/** Lets seconds pass as a page that keeps up does. */
const pass = (seconds: number) => {
  for (let i = 0; i < seconds * 40; i++) vi.advanceTimersByTime(25)
}

describe('the worker of the heat bench', () => {
  it('tells how a joint warms under the flame, and stands still while it rests', () => {
    const told = begin(sleeve)
    expect(told.at(-1)).toMatchObject({ at: 0, lip: 'no glow', points: undefined, flux: undefined })
    worker.make('flame', 1)
    pass(3)
    const warm = told.at(-1)
    expect(warm?.seconds).toBeGreaterThan(2.7)
    expect(warm?.max).toBeGreaterThan(60)
    worker.rest()
    pass(60)
    expect(told.at(-1)).toBe(warm)
    worker.wake()
    pass(1)
    // not the minute in which nobody looked
    expect(told.at(-1)?.seconds).toBeLessThan((warm?.seconds ?? 0) + 1.2)
  })
  it('says what the flux shows, that it melts away, and that a rod drips', () => {
    const told = begin({ task: 'ring', joint: HEAT_JOINTS.ring })
    expect(told.at(-1)?.flux).toBe('No flux on it')
    worker.make('flux')
    pass(0.3)
    expect(told.at(-1)?.flux).toBe('wet, as it was brushed on')
    worker.make('torch', 0, -1)
    worker.make('flame', 1)
    worker.make('rod', 0)
    pass(2)
    expect(told.at(-1)?.happened).toMatch(/The rod drips/)
    worker.make('torch', 0, -8)
    worker.make('away', 8)
    pass(20)
    expect(told.at(-1)?.happened).toBe('It melts: a hole.')
  })
  it('ends with what it is worth and what was done, and takes no more', () => {
    const told = begin(sleeve)
    worker.make('flame', 1)
    pass(1)
    worker.make('nitrogen', 1)
    worker.make('finish')
    const end = told.at(-1)
    expect(end).toMatchObject({ finished: true, points: 0 })
    expect(end?.recording?.made.map((m) => m[1])).toEqual(['flame', 'nitrogen', 'finish'])
    worker.make('flame', 0)
    pass(2)
    expect(told.at(-1)).toBe(end)
  })
  it('plays a recording to the points that it is worth, whatever is pressed meanwhile, sooner if asked', () => {
    const { made, until } = goodHeat(HEAT_JOINTS.sleeve)
    const recording: HeatRecording = { kind: 'heat', task: 'sleeve', joint: HEAT_JOINTS.sleeve, made, until }
    const told = begin({ ...sleeve, made, until })
    worker.pace(4)
    for (let s = 0; s < 9; s++) {
      worker.make('flame', 0)
      pass(1)
    }
    expect(told.at(-1)).toMatchObject({ finished: true, points: heatScoreOf(recording).points })
    expect(told.at(-1)?.seconds).toBeCloseTo(until * 0.05, 1)
  })
  it('works out a hand that is to be watched, and one that is to be followed', () => {
    const told = begin({ ...sleeve, hand: 'good' })
    pass(3)
    expect(told.at(-1)?.torches[0]?.on).toBe(true)
    expect(told.at(-1)?.nitrogen).toBe(true)
    const { made } = worker.good(HEAT_JOINTS.sleeve)
    expect(made.length).toBeGreaterThan(100)
    worker.follow(made)
  })
  it('says findings in the shop’s own degrees', () => {
    const measured = (units: typeof INCH_UNITS) => {
      const told = begin({ task: 'inch', joint: HEAT_JOINTS.inch, hand: 'lip' }, units)
      worker.pace(4)
      pass(8)
      return told.at(-1)?.findings[0]?.measured ?? ''
    }
    expect(measured(INCH_UNITS)).toMatch(/filler wants 1300 °F/)
    expect(measured(METRIC_UNITS)).toMatch(/filler wants 70\d °C/)
  })
  it('judges what is longer than a heat may be as it stands', () => {
    const told = begin({ task: 'lap', joint: HEAT_JOINTS.lap })
    worker.pace(8)
    pass(45)
    expect(told.at(-1)?.finished).toBe(true)
    expect(told.at(-1)?.at).toBe(MOST_HEAT_TICKS - 1)
  })
})
