/** A rig on the order bench: what it is, how it is found, and the steps that the shop's methods ask of it. */
import { compose, type Procedure } from '../line/procedure.ts'
import { standing } from '../line/ways.ts'
import type { LineSetup } from '../line/setup.ts'
import { COLD_LINE, type LineSetting, type LineState } from '../line/state.ts'
import type { Step } from '../line/steps.ts'
import { INCH_UNITS, type UnitChoices } from '../quantity/choices.ts'
import { seeded } from '../seeded.ts'

/** What is practised: from cold to tested, from tested to a trimmed flame, from the flame to cold, or all of it. */
export const ORDER_TASKS = ['set-up', 'light', 'shut-down', 'whole'] as const
export type OrderTask = (typeof ORDER_TASKS)[number]
/** By the parts of the drawn line, or by cards with the steps on them. */
export const ORDER_WAYS = ['line', 'cards'] as const
export type OrderWay = (typeof ORDER_WAYS)[number]

/** A rig as far as its order goes by it: no work, no plan. Pressures flowing at the regulator, Pa gauge. */
export interface OrderRig extends Pick<
  LineSetup,
  'torch' | 'hand' | 'oxygenPa' | 'fuelPa' | 'purge' | 'methods'
> {
  readonly setting: Omit<LineSetting, 'line'>
}
/** What is put before somebody. */
export interface OrderBoard {
  readonly task: OrderTask
  readonly as: OrderWay
  readonly rig: OrderRig
  /** Decides how the screws are found, and in which order cards lie. */
  readonly seed: number
}

/** The names by which the two settings stand in a step. */
export const ORDER_FIGURES = { oxygen: 'oxygen', fuel: 'fuel' } as const

const setupOf = ({ rig }: OrderBoard, units: UnitChoices): LineSetup => ({
  ...rig,
  figures: ORDER_FIGURES,
  units,
})

/** The whole procedure of a rig by its methods, with nothing to work on. */
export const orderProcedure = (board: OrderBoard, units: UnitChoices = INCH_UNITS): Procedure =>
  compose(setupOf(board, units), { before: [], work: [], cooling: [], after: [] })

/** A board as it begins, and what is to be done on it. */
export interface OrderBegun {
  readonly line: LineState
  /** The steps of the task in the order of the shop's methods: those that do something to the line. */
  readonly steps: readonly Step[]
}

const IN_TASK: Readonly<Record<OrderTask, (phase: Step['phase']) => boolean>> = {
  'set-up': (phase) => phase === 'pressures',
  light: (phase) => phase === 'light',
  'shut-down': (phase) => phase === 'after',
  whole: () => true,
}

/** Which screws whoever was there before has left wound in: both, one of them, or none. */
function asFound({ rig, seed }: OrderBoard): LineState {
  const wound = seed % 4
  const oxygen = { ...COLD_LINE.oxygen, screwPa: wound < 2 ? rig.oxygenPa : 0 }
  const fuel = { ...COLD_LINE.fuel, screwPa: wound % 2 === 0 ? rig.fuelPa : 0 }
  return { ...COLD_LINE, oxygen, fuel }
}

/** How the line stands when a task begins, its clock at zero. */
function startOf(board: OrderBoard, steps: readonly Step[]): LineState {
  if (board.task === 'set-up' || board.task === 'whole') return asFound(board)
  const { line } = standing(steps, board.rig.setting, board.task === 'light' ? 'ready' : 'lit')
  return { ...line, clockS: 0 }
}

/**
 * A board as it begins.
 * @returns the text that says why where the state model accepts no procedure for this rig
 */
export function beginBoard(
  board: OrderBoard,
  units?: UnitChoices,
): ({ readonly ok: true } & OrderBegun) | { readonly ok: false; readonly text: string } {
  const made = orderProcedure(board, units)
  if (!made.ok) return made
  const steps = made.steps.filter((s) => s.acts.length > 0 && IN_TASK[board.task](s.phase))
  return { ok: true, line: startOf(board, made.steps), steps }
}

/** A board as it begins, of a rig that is known to have a procedure; throws where it has none. */
export function begunBoard(board: OrderBoard): OrderBegun {
  const begun = beginBoard(board)
  if (!begun.ok) throw new RangeError(begun.text)
  return begun
}

/** Places 0 to n − 1, mixed by a seed: never as they were, from three on. */
export function mixed(n: number, seed: number): readonly number[] {
  const order = Array.from({ length: n }, (_, i) => i)
  const next = seeded(seed)
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(next() * (i + 1))
    ;[order[i], order[j]] = [order[j] as number, order[i] as number]
  }
  return n > 2 && order.every((v, i) => v === i) ? [...order.slice(1), 0] : order
}

const BY_CARDS = ' cards'
/** What a task at the order bench is kept under. @example orderTaskOf({ task: 'light', as: 'cards' }) // 'light cards' */
export const orderTaskOf = ({ task, as }: { readonly task: string; readonly as: OrderWay }): string =>
  as === 'cards' ? `${task}${BY_CARDS}` : task
/** The task and the way of what is kept: the inverse of `orderTaskOf`. */
export const orderWayOf = (kept: string): { readonly task: string; readonly as: OrderWay } =>
  kept.endsWith(BY_CARDS)
    ? { task: kept.slice(0, -BY_CARDS.length), as: 'cards' }
    : { task: kept, as: 'line' }
