import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { StagedRun, type BenchRules } from './staged-run.ts'

/** A bench that counts: moves add to it. */
interface Counter {
  at: number
  finished: boolean
  sum: number
}
type Add = readonly [at: number, what: 'add' | 'finish', by?: number]
interface Of {
  readonly made?: readonly Add[] | undefined
  readonly until?: number | undefined
  readonly hand?: 'good'
}

let judged: (readonly Add[])[]
let painted: number
const rules = (
  part: Partial<BenchRules<Of, Counter, Add, Counter>> = {},
): BenchRules<Of, Counter, Add, Counter> => ({
  momentS: 0.05,
  mostBehind: 8,
  frameTicks: 4,
  paintMs: 50,
  mostTicks: 100,
  mostMoves: 5,
  begin: () => ({ at: 0, finished: false, sum: 0 }),
  hand: ({ hand }) => (hand ? { made: [[2, 'add', 7]], until: 6 } : undefined),
  move: (state, [, what, by = 0]) => {
    state.sum += by
    if (what === 'finish') state.finished = true
  },
  tick: (state) => {
    state.at++
  },
  finish: (at) => [at, 'finish'],
  judge: (_state, _of, made) => void judged.push(made),
  frame: (state) => ({ ...state }),
  paint: () => void painted++,
  ...part,
})
const begun = (of: Of = {}, part: Partial<BenchRules<Of, Counter, Add, Counter>> = {}) => {
  const run = new StagedRun(rules(part))
  const told: Counter[] = []
  run.begin(of, (f) => told.push(f))
  return { run, told }
}
const pass = (seconds: number) => {
  for (let i = 0; i < seconds * 62.5; i++) vi.advanceTimersByTime(16)
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] })
  judged = []
  painted = 0
})
afterEach(() => vi.useRealTimers())

describe('a bench as it is run', () => {
  it('goes by the clock, tells a frame now and then, and paints no more often than it has to', () => {
    const { run, told } = begun()
    pass(1)
    expect(run.state?.at).toBeGreaterThanOrEqual(18)
    expect(run.state?.at).toBeLessThanOrEqual(20)
    expect(told.length).toBeGreaterThan(4)
    expect(told.map((f) => f.at)).toEqual(told.map((_, i) => i * 4))
    expect(painted).toBeLessThanOrEqual(21)
    run.rest()
  })
  it('stands while it rests, and does not catch up with what it missed', () => {
    const { run } = begun()
    pass(0.5)
    run.rest()
    const at = run.state?.at ?? 0
    pass(30)
    expect(run.state?.at).toBe(at)
    run.wake()
    pass(0.5)
    expect(run.state?.at).toBeLessThan(at + 12)
    run.rest()
  })
  it('takes what a hand does when it does it, and is judged once, by that', () => {
    const { run, told } = begun()
    run.make((at) => [at, 'add', 3])
    pass(0.5)
    run.make((at) => [at, 'finish'])
    expect(told.at(-1)).toMatchObject({ finished: true, sum: 3 })
    expect(judged).toHaveLength(1)
    expect(judged[0]?.map((m) => m[1])).toEqual(['add', 'finish'])
    run.make((at) => [at, 'add', 50])
    pass(1)
    expect(run.state?.sum).toBe(3)
    expect(judged).toHaveLength(1)
  })
  it('plays a recording to its last moment, sooner if asked, whatever the hands do', () => {
    const { run } = begun({
      made: [
        [3, 'add', 5],
        [9, 'add', 6],
      ],
      until: 12,
    })
    run.pace(4)
    run.make((at) => [at, 'add', 100])
    pass(0.4)
    expect(run.state).toMatchObject({ at: 12, finished: true, sum: 11 })
    expect(judged[0]).toHaveLength(2)
  })
  it('plays a hand that is worked out first', () => {
    const { run } = begun({ hand: 'good' })
    pass(1)
    expect(run.state).toMatchObject({ at: 6, finished: true, sum: 7 })
  })
  it('judges what lasts too long, or has too many moves, as it stands', () => {
    const { run } = begun()
    pass(8)
    expect(run.state).toMatchObject({ at: 99, finished: true })
    expect(judged[0]?.at(-1)).toEqual([99, 'finish'])
    const many = begun().run
    for (let i = 0; i < 4; i++) many.make((at) => [at, 'add', 1])
    pass(0.2)
    expect(many.state).toMatchObject({ finished: true, sum: 4 })
  })
  it('ends by itself where its own moment ends it', () => {
    const { run, told } = begun(
      {},
      {
        tick: (state) => {
          state.at++
          if (state.at === 5) state.finished = true
        },
      },
    )
    pass(1)
    expect(run.state?.at).toBe(5)
    expect(told.at(-1)?.finished).toBe(true)
    expect(judged).toHaveLength(1)
  })
  it('begins anew with nothing of what was before', () => {
    const { run, told } = begun()
    run.make((at) => [at, 'add', 3])
    run.make((at) => [at, 'finish'])
    run.begin({}, (f) => told.push(f))
    expect(told.at(-1)).toEqual({ at: 0, finished: false, sum: 0 })
    run.make((at) => [at, 'finish'])
    expect(judged[1]).toHaveLength(1)
  })
})
