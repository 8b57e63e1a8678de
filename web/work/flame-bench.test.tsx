// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { benchTorchOf } from '#application/bench-torch-of.ts'
import { FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import type { BenchFrame, Practised } from './flame-work.ts'
import { flameWork as worker } from './flame-work.ts'
import { benchWorkers } from './flame-test-support.ts'
import { useFlameBench } from './useFlameBench.ts'

const made = benchTorchOf({ id: null, rig: FIRST_RIG }, FIRST_SETTINGS, NO_RUNS)
if (!made.ok) throw new Error('the usual torch cannot be practised with')
const neutral: Practised = { task: 'neutral', bench: made.bench, seed: 1 }

let workers: ReturnType<typeof benchWorkers>
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance', 'Date'] })
  workers = benchWorkers()
})
afterEach(() => {
  worker.rest()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('the worker of the flame bench', () => {
  const begin = (of: Practised) => {
    const told: BenchFrame[] = []
    worker.begin(of, (f) => told.push(f))
    return told
  }

  it('tells how the flame stands as its moments pass, and stands still while it rests', () => {
    const told = begin(neutral)
    expect(told.at(-1)).toMatchObject({
      at: 0,
      lit: true,
      looks: 'yellow and bright, no smoke',
      points: undefined,
    })
    vi.advanceTimersByTime(1000)
    const at = told.at(-1)?.at ?? 0
    expect(at).toBeGreaterThan(40)
    worker.rest()
    vi.advanceTimersByTime(60_000)
    expect(told.at(-1)?.at).toBe(at)
    worker.wake()
    vi.advanceTimersByTime(1000)
    expect(told.at(-1)?.at).toBeGreaterThan(at + 40)
    // not the minute in which nobody looked
    expect(told.at(-1)?.at).toBeLessThan(at + 60)
  })

  it('knows how hot the cones are once there are some', () => {
    const told = begin(neutral)
    expect(told.at(-1)?.kelvin).toBeUndefined()
    worker.make({ do: 'oxygen', to: 31 })
    vi.advanceTimersByTime(1500)
    expect(told.at(-1)?.kelvin).toBeGreaterThan(3000)
    expect(told.at(-1)?.reducing).toBeGreaterThan(1)
  })

  it('ends with what it is worth and what was done, and takes no more', () => {
    const told = begin(neutral)
    vi.advanceTimersByTime(400)
    worker.make({ do: 'oxygen', to: 20 })
    worker.make({ do: 'finish' })
    const end = told.at(-1)
    expect(end?.points).toBeLessThan(90)
    expect(end?.recording).toMatchObject({
      task: 'neutral',
      made: [{ move: { do: 'oxygen', to: 20 } }, { move: { do: 'finish' } }],
    })
    worker.make({ do: 'oxygen', to: 40 })
    vi.advanceTimersByTime(1000)
    expect(told.at(-1)).toBe(end)
  })

  it('plays what somebody did, whatever is pressed meanwhile', () => {
    const good = goodHand('neutral', made.bench, 1)
    const told = begin({ ...neutral, made: good.made })
    for (let s = 0; s < 12; s++) {
      worker.make({ do: 'fuel', to: 0 })
      vi.advanceTimersByTime(1000)
    }
    expect(told.at(-1)?.points).toBe(100)
  })

  it('judges what is longer than a task may be as it stands', () => {
    const told = begin(neutral)
    vi.advanceTimersByTime(310_000)
    expect(told.at(-1)?.points).toBeDefined()
    expect(told.at(-1)?.at).toBeLessThan(15_001)
  })
})

describe('the bench beside the page', () => {
  /** Lets what was sent to the worker come, some moments pass, and what it says of them come back. */
  const pass = (ms: number) =>
    act(async () => {
      await new Promise(setImmediate)
      await new Promise(setImmediate)
      vi.advanceTimersByTime(ms)
      await new Promise(setImmediate)
      await new Promise(setImmediate)
    })

  it('turns from where the hand has a valve, ahead of what is told', async () => {
    const { result, unmount } = renderHook(() => useFlameBench(neutral))
    await pass(100)
    const places: number[] = []
    const away = result.current.listen('oxygen', (parts) => places.push(parts))
    act(() => {
      for (let i = 0; i < 7; i++) result.current.turn('oxygen', 1)
      result.current.turn('oxygen', -2)
    })
    expect(places.at(0)).toBe(0)
    expect(places.at(-1)).toBe(5)
    await pass(300)
    expect(result.current.frame?.hands.oxygen).toBe(5 / 64)
    away()
    act(() => result.current.turn('oxygen', -500))
    expect(places.at(-1)).toBe(5)
    await pass(300)
    expect(result.current.frame?.hands.oxygen).toBe(0)
    unmount()
  })

  it('lets its worker rest on a hidden page, and ends it with the page', async () => {
    const { result, unmount } = renderHook(() => useFlameBench(neutral))
    await pass(500)
    await pass(500)
    const see = (how: string) => {
      vi.spyOn(document, 'visibilityState', 'get').mockReturnValue(how as DocumentVisibilityState)
      document.dispatchEvent(new Event('visibilitychange'))
    }
    see('hidden')
    await pass(0)
    const { at } = result.current.latest.current as BenchFrame
    await pass(5000)
    expect(result.current.latest.current?.at).toBe(at)
    see('visible')
    await pass(0)
    await pass(500)
    expect(result.current.latest.current?.at).toBeGreaterThan(at)
    unmount()
    expect(workers.ended()).toBe(1)
  })
})
