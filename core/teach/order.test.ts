import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS, type FuelId } from '../gas/fuels.ts'
import { setupOf } from '../line/test-support.ts'
import { RIGS } from '../line/every-method.ts'
import { LINE_METHOD_NAMES, optionsOfLine, USUAL_LINE_METHODS, type LineMethods } from '../line/methods.ts'
import type { TorchKind } from '../line/setup.ts'
import { PSI_PA } from '../quantity/index.ts'
import {
  mixed,
  ORDER_TASKS,
  type OrderBoard,
  type OrderRig,
  orderTaskOf,
  ORDER_WAYS,
  orderWayOf,
} from './order-board.ts'
import { goodOrder, judgeOrder, scoreOrder, wantedOn } from './order-judge.ts'
import { DONE } from './points.ts'
import { beginOrder, moveOrder, playOrder, type OrderMove } from './order-play.ts'

function rigOf(
  fuel: FuelId,
  kind: TorchKind,
  methods: LineMethods = USUAL_LINE_METHODS,
  checkValves = true,
): OrderRig {
  const { setting, torch, hand, oxygenPa, fuelPa, purge } = setupOf(fuel, kind, { checkValves, methods })
  return { setting, torch, hand, oxygenPa, fuelPa, purge, methods }
}
const board = (over: Partial<OrderBoard> = {}): OrderBoard => ({
  task: 'shut-down',
  as: 'line',
  rig: rigOf('acetylene', 'cutting-torch'),
  seed: 0,
  ...over,
})
const worth = (of: OrderBoard, made: readonly OrderMove[]) =>
  scoreOrder({ kind: 'order', task: orderTaskOf(of), board: of, made, until: 10_000 })
/** Moves one second apart. */
const moves = (...made: readonly (readonly [OrderMove[1], number?])[]): OrderMove[] =>
  made.map(([what, a], i) => (a === undefined ? [10 * (i + 1), what] : [10 * (i + 1), what, a]))

describe('the order bench', () => {
  it('takes what the methods ask as a good hand, with every fuel and torch', () => {
    for (const fuel of FUEL_IDS)
      for (const { kind, checkValves } of RIGS)
        for (const task of ORDER_TASKS)
          for (const as of ['line', 'cards'] as const) {
            const of = board({ task, as, rig: rigOf(fuel, kind, USUAL_LINE_METHODS, checkValves), seed: 3 })
            const end = playOrder(of, goodOrder(of))
            expect(end.stopped, `${fuel} ${kind} ${task} ${as}`).toBeUndefined()
            expect(judgeOrder(end).points, `${fuel} ${kind} ${task} ${as}`).toBe(100)
          }
  })
  it('takes any way of the book of methods as its shop’s own', () => {
    const anyMethods = fc.record(
      Object.fromEntries(
        LINE_METHOD_NAMES.map((name) => [
          name,
          fc.constantFrom(...(optionsOfLine(name) as readonly string[])),
        ]),
      ),
    )
    fc.assert(
      fc.property(
        anyMethods,
        fc.constantFrom(...FUEL_IDS),
        fc.constantFrom(...RIGS),
        (methods, fuel, rig) => {
          const of = board({
            task: 'whole',
            rig: rigOf(fuel, rig.kind, methods as unknown as LineMethods, rig.checkValves),
          })
          expect(judgeOrder(playOrder(of, goodOrder(of)))).toMatchObject({ points: 100 })
        },
      ),
      { numRuns: 150 },
    )
  })
  it('catches a shut-down out of its order: a cylinder shut under the flame', () => {
    const state = playOrder(board(), moves(['fuel-cylinder', 0]))
    expect(state.stopped?.hazard).toBe('cylinder-shut-while-lit')
    expect(state.finished).toBe(true)
    expect(judgeOrder(state)).toMatchObject({ points: 0 })
  })
  it('catches pressure that is left in, when somebody says that it is done', () => {
    const left = moves(
      ['oxygen-valve', 0],
      ['fuel-valve', 0],
      ['oxygen-cylinder', 0],
      ['fuel-cylinder', 0],
      ['finish'],
    )
    expect(playOrder(board(), left).stopped).toMatchObject({ hazard: 'trapped-pressure', act: undefined })
  })
  it('stops a cylinder that is opened against a wound-in screw, or fast', () => {
    const of = board({ task: 'set-up', seed: 0 })
    expect(playOrder(of, moves(['oxygen-cylinder', 0.25])).stopped?.hazard).toBe('opened-against-screw')
    const out = board({ task: 'set-up', seed: 3 })
    expect(playOrder(out, moves(['oxygen-cylinder', 8])).stopped?.hazard).toBe('oxygen-opened-fast')
    expect(playOrder(out, moves(['oxygen-cylinder', 0.25], ['oxygen-cylinder', 8])).stopped).toBeUndefined()
    expect(playOrder(out, moves(['fuel-cylinder', 0.25], ['fuel-cylinder', 2])).stopped?.hazard).toBe(
      'acetylene-opened-too-far',
    )
  })
  it('stops acetylene that is wound past its limit', () => {
    const of = board({ task: 'set-up', seed: 3 })
    const wound = moves(['fuel-cylinder', 0.75], ['fuel-valve', 1], ['fuel-screw', 14 * PSI_PA])
    expect(playOrder(of, wound).stopped?.hazard).toBe('acetylene-over-limit')
  })
  it('says what is safe and not the shop’s order, and what was left out', () => {
    const of = board({ task: 'set-up', seed: 3 })
    const oxygenFirst = worth(
      of,
      moves(['oxygen-cylinder', 0.25], ['oxygen-cylinder', 8], ['fuel-cylinder', 0.75], ['finish']),
    )
    expect(oxygenFirst.points).toBeGreaterThan(0)
    expect(oxygenFirst.points).toBeLessThan(60)
    expect(oxygenFirst.marks.map((m) => m.text).join(' ')).toContain(
      'it has opening the acetylene cylinder before opening the oxygen cylinder',
    )
    expect(oxygenFirst.marks[0]?.text).toContain('looking for leaks')
  })
  it('is not done without its leak check, and loses little by another order', () => {
    const of = board({ task: 'whole', seed: 3 })
    const good = goodOrder(of)
    const untested = worth(
      of,
      good.filter(([, what]) => what !== 'leaks'),
    )
    expect(untested.points).toBeLessThan(DONE)
    expect(untested.marks[0]?.text).toBe('Left out: looking for leaks.')
    const screws = good.map(
      ([at, what, ...rest]): OrderMove =>
        [
          at,
          what === 'oxygen-cylinder' && rest[0] === 0
            ? 'fuel-cylinder'
            : what === 'fuel-cylinder' && rest[0] === 0
              ? 'oxygen-cylinder'
              : what,
          ...rest,
        ] as OrderMove,
    )
    const other = worth(of, screws)
    expect(other.points).toBeGreaterThanOrEqual(DONE)
    expect(other.points).toBeLessThan(100)
    expect(other.marks[1]?.text).toContain(
      'shutting the oxygen cylinder before shutting the acetylene cylinder',
    )
  })
  it('does not call a rig ready while gas runs out of it', () => {
    const of = board({ task: 'set-up', seed: 3 })
    const running = moves(['fuel-cylinder', 0.75], ['fuel-valve', 1], ['fuel-screw', 6 * PSI_PA], ['finish'])
    expect(playOrder(of, running).stopped?.hazard).toBe('torch-valve-left-open')
  })
  it('judges cards by what they do to the line', () => {
    const of = board({ as: 'cards' })
    const shut = beginOrder(of).steps.findIndex((s) => s.id === 'shut-cylinders')
    expect(playOrder(of, moves(['card', shut])).stopped?.hazard).toBe('cylinder-shut-while-lit')
    expect(orderTaskOf(of)).toBe('shut-down cards')
    for (const task of ORDER_TASKS)
      for (const as of ORDER_WAYS) expect(orderWayOf(orderTaskOf({ task, as }))).toEqual({ task, as })
  })
  it('scores by the recording alone, whatever the time that it took', () => {
    const of = board()
    const good = goodOrder(of)
    const slow = good.map(([at, ...rest]): OrderMove => [at * 7, ...rest] as OrderMove)
    expect(worth(of, slow)).toEqual(worth(of, good))
    expect(wantedOn(of).done).toEqual([
      'off oxygen',
      'off fuel',
      'shut oxygen',
      'shut fuel',
      'bled oxygen',
      'bled fuel',
      'out oxygen',
      'out fuel',
    ])
  })
  it('takes no move after the end, and none that changes nothing', () => {
    const over = playOrder(board(), moves(['fuel-cylinder', 0]))
    expect(moveOrder(over, [99, 'fuel-valve', 0])).toBe(over)
    const begun = beginOrder(board())
    expect(moveOrder(begun, [1, 'strike']).line).toEqual(begun.line)
  })
  it('mixes cards by their seed, and never leaves them in order', () => {
    for (let seed = 0; seed < 50; seed++) {
      const order = mixed(6, seed)
      expect([...order].sort()).toEqual([0, 1, 2, 3, 4, 5])
      expect(order).not.toEqual([0, 1, 2, 3, 4, 5])
      expect(mixed(6, seed)).toEqual(order)
    }
  })
})
