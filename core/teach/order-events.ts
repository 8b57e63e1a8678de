/** What is done on a line, told from how it changes: the same for a hand and for the steps of a method. */
import type { Act, Gas, LineState } from '../line/state.ts'
import type { OrderRig } from './order-board.ts'

type Of<T extends string> = `${T} ${Gas}`
/** Something that was brought about on the line. */
export type OrderEvent =
  | Of<'clear' | 'open' | 'set' | 'purged' | 'off' | 'shut' | 'bled' | 'out'>
  | 'leaks'
  | 'lit'
  | 'trimmed'
  | 'retrimmed'
  | 'handle shut'

/** Leaving the line counts when it was done last, all else when it was done first. */
const LAST: ReadonlySet<string> = new Set(['off', 'shut', 'bled', 'out', 'handle'])

/** What was done so far, in its order, and what has to be remembered for it. */
export interface Events {
  readonly done: readonly OrderEvent[]
  /** The flame has burned and both torch valves have not been shut since. */
  readonly burning: boolean
  /** Cylinders that were open at some time. */
  readonly opened: Readonly<Record<Gas, boolean>>
  /** The furthest that each cylinder was opened, turns; and what each screw was last wound in for, Pa gauge. */
  readonly turns: Readonly<Record<Gas, number>>
  readonly setPa: Readonly<Record<Gas, number>>
}

const GASES: readonly Gas[] = ['oxygen', 'fuel']
const each = <T>(value: (side: Gas) => T): Readonly<Record<Gas, T>> => ({
  oxygen: value('oxygen'),
  fuel: value('fuel'),
})

/** Nothing done yet, on a line as it stands. */
export const noneYet = (line: LineState): Events => ({
  done: [],
  burning: line.flame !== 'out',
  opened: each((side) => line[side].turns > 0),
  turns: each((side) => line[side].turns),
  setPa: each(() => 0),
})

function noted(done: readonly OrderEvent[], event: OrderEvent): readonly OrderEvent[] {
  if (!done.includes(event)) return [...done, event]
  return LAST.has(event.split(' ')[0] ?? '') ? [...done.filter((e) => e !== event), event] : done
}

function ofSide(events: Events, side: Gas, before: LineState, after: LineState): OrderEvent[] {
  const [was, is] = [before[side], after[side]]
  const found: OrderEvent[] = []
  if (was.turns === 0 && is.turns > 0) found.push(`open ${side}`)
  if (was.turns > 0 && is.turns === 0) found.push(`shut ${side}`)
  if (is.screwPa > 0 && is.turns > 0 && was.screwPa !== is.screwPa) found.push(`set ${side}`)
  if (was.hose !== 'pure' && is.hose === 'pure') found.push(`purged ${side}`)
  if (was.valve > 0 && is.valve === 0 && events.burning) found.push(`off ${side}`)
  // bled is both needles down, with nothing behind them
  const pressed = (s: typeof is) => s.deliveryPa > 0 || s.inletPa > 0
  if (is.turns === 0 && events.opened[side] && pressed(was) && !pressed(is)) found.push(`bled ${side}`)
  if (was.screwPa > 0 && is.screwPa === 0) found.push(`${events.opened[side] ? 'out' : 'clear'} ${side}`)
  return found
}

/** What an act has brought about beside what was done before it. */
export function eventsOf(
  events: Events,
  before: LineState,
  act: Act,
  after: LineState,
  { setting }: Pick<OrderRig, 'setting'>,
): Events {
  const lit = before.flame === 'out' && after.flame !== 'out'
  const burning = events.burning || lit
  const wanted = setting.flame ?? 'neutral'
  const found: OrderEvent[] = GASES.flatMap((side) => ofSide({ ...events, burning }, side, before, after))
  if (act.do === 'check-leaks') found.push('leaks')
  if (lit) found.push('lit')
  if (act.do === 'trim' && after.flame === wanted)
    found.push(after.lever === 'down' ? 'retrimmed' : 'trimmed')
  if (before.handle > 0 && after.handle === 0) found.push('handle shut')
  return {
    done: found.reduce(noted, events.done),
    burning: burning && (after.oxygen.valve > 0 || after.fuel.valve > 0),
    opened: each((side) => events.opened[side] || after[side].turns > 0),
    turns: each((side) => Math.max(events.turns[side], after[side].turns)),
    setPa: each((side) =>
      act.do === 'screw-in' && act.side === side && after[side].turns > 0 ? act.toPa : events.setPa[side],
    ),
  }
}
