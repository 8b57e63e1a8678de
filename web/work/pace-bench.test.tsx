// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { calibrated, paceBoard } from '#core/teach/pace-board.ts'
import { goodPace } from '#core/teach/pace-hands.ts'
import { paceScoreOf, type PaceRecording } from '#core/teach/pace-judge.ts'
import { MOST_PACE_TICKS } from '#core/teach/pace-play.ts'
import { boardOfPreset } from '#core/teach/pace-presets.ts'
import { paceWork as worker, type PaceFrame, type PacePractised } from './pace-work.ts'

const thin = calibrated(paceBoard('thin', true))
const square = calibrated(paceBoard('square', true))
const practised: PacePractised = { task: 'square', board: square }
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance', 'Date'] })
})
afterEach(() => {
  worker.rest()
  vi.useRealTimers()
})
const begin = (of: PacePractised, units = METRIC_UNITS) => {
  const told: PaceFrame[] = []
  worker.begin(of, units, (f) => told.push(f))
  return told
}
/** Lets seconds pass as a page that keeps up does. */
const pass = (seconds: number) => {
  for (let i = 0; i < seconds * 62.5; i++) vi.advanceTimersByTime(16)
}

describe('the worker of the pace bench', () => {
  it('tells how an edge brightens under the torch, and stands still while it rests', () => {
    const told = begin(practised)
    expect(told.at(-1)).toMatchObject({ at: 0, glow: 'beside the plate', points: undefined, sparks: 'none' })
    worker.make('at', 0, 0)
    pass(6)
    const warm = told.at(-1)
    expect(warm?.seconds).toBeGreaterThan(5.5)
    expect(warm?.x).toBe(0)
    expect(warm?.glow).not.toBe('no glow')
    worker.rest()
    pass(60)
    expect(told.at(-1)).toBe(warm)
    worker.wake()
    pass(1)
    // not the minute in which nobody looked
    expect(told.at(-1)?.seconds).toBeLessThan((warm?.seconds ?? 0) + 1.2)
  })
  it('cuts as the hand does, and tells where to go back to once it is lost', () => {
    const told = begin(practised)
    worker.make('at', 0, 0)
    pass(13)
    worker.make('lever', 1)
    pass(1)
    expect(told.at(-1)).toMatchObject({ running: true, sparks: 'down' })
    worker.make('go', 30)
    pass(3)
    const lost = told.at(-1)
    expect(lost?.happened).toMatch(/^The cut is lost/)
    expect(lost?.lostAt).toBeGreaterThanOrEqual(0)
    expect(lost?.running).toBe(false)
    worker.make('finish')
    const end = told.at(-1)
    expect(end).toMatchObject({ finished: true, fate: expect.stringMatching(/^It hangs/) as string })
    expect(end?.findings[0]?.sign.id).toBe('cut-lost')
    expect(end?.recording?.made.map((m) => m[1])).toEqual(['at', 'lever', 'go', 'finish'])
    worker.make('lever', 0)
    pass(2)
    expect(told.at(-1)).toBe(end)
  })
  it('plays a recording to the points that it is worth, whatever is pressed meanwhile, sooner if asked', () => {
    const { made, until } = goodPace(thin)
    const recording: PaceRecording = { kind: 'pace', task: 'thin', board: thin, made, until }
    const told = begin({ task: 'thin', board: thin, made, until })
    worker.pace(4)
    for (let s = 0; s < 7; s++) {
      worker.make('height', 30)
      pass(1)
    }
    expect(told.at(-1)).toMatchObject({ finished: true, points: paceScoreOf(recording).points })
    expect(told.at(-1)?.at).toBe(until)
  })
  it('works out a hand that is watched, and one that is followed', () => {
    const told = begin({ task: 'thin', board: boardOfPreset('thin-slow', true), hand: 'thin-slow' })
    worker.pace(4)
    pass(15)
    expect(told.at(-1)?.fate).toMatch(/^It hangs: closed again/)
    expect(told.at(-1)?.came?.bridgedShare).toBeGreaterThan(0.3)
    begin(practised)
    worker.follow('good')
    pass(1)
    worker.follow(undefined)
  })
  it('says what it found in the shop’s own units', () => {
    const measured = (units: typeof METRIC_UNITS) => {
      const told = begin({ task: 'thin', board: boardOfPreset('thin-slow', true), hand: 'thin-slow' }, units)
      worker.pace(8)
      pass(9)
      return told.at(-1)?.findings[0]?.measured ?? ''
    }
    expect(measured(METRIC_UNITS)).toMatch(/mm\/min/)
    expect(measured(INCH_UNITS)).toMatch(/in\/min/)
  })
  it('judges what is longer than a cut may be as it stands', () => {
    const told = begin(practised)
    worker.pace(16)
    pass(31)
    expect(told.at(-1)?.finished).toBe(true)
    expect(told.at(-1)?.at).toBe(MOST_PACE_TICKS - 1)
  })
})
