import { keysOf } from '../objects.ts'
import { DECK_IDS, DECKS, type DeckId } from './card.ts'
import { MIXED } from './facts.ts'
import { FLAME_TASKS, taskTitle } from './flame-tasks.ts'
import { HEAT_JOINT_KEYS, HEAT_JOINTS } from './heat-presets.ts'
import { ORDER_TASKS } from './order-board.ts'
import { ORDER_TITLES } from './order-words.ts'
import { PACE_KEYS, paceTitle } from './pace-board.ts'

/** What is practised without gas, in the order in which it is learned. */
export const BENCHES = {
  facts: 'Facts',
  order: 'Order',
  flame: 'Flame',
  heat: 'Heat',
  pace: 'Pace',
} as const
export type BenchId = keyof typeof BENCHES
export const BENCH_IDS: readonly BenchId[] = keysOf(BENCHES)

/** What is always at hand on a bench, as it is kept. */
export const tasksOf = (bench: BenchId): readonly string[] =>
  ({
    facts: [MIXED, ...DECK_IDS],
    order: ORDER_TASKS.flatMap((task) => [task, `${task} cards`]),
    flame: FLAME_TASKS,
    heat: HEAT_JOINT_KEYS,
    pace: PACE_KEYS,
  })[bench]

const OTHERWISE: Readonly<Record<string, string>> = {
  own: 'set up otherwise',
  free: 'free hand',
  guide: 'without a collar',
  cards: 'by cards',
  air: 'with air',
}

/**
 * What a task is called: how it was done otherwise than usual stands after it.
 * @param task as it is kept; one that is at no bench is called as it is kept
 * @example taskTitleOf('shut-down cards') // 'Shut it all down, by cards'
 */
export function taskTitleOf(task: string): string {
  const [key = '', ...more] = task.split(' ')
  const title =
    FLAME_TASKS.filter((t) => t === key).map(taskTitle)[0] ??
    PACE_KEYS.filter((k) => k === key).map(paceTitle)[0] ??
    HEAT_JOINT_KEYS.filter((k) => k === key).map((k) => HEAT_JOINTS[k].title)[0] ??
    ORDER_TASKS.filter((t) => t === key).map((t) => ORDER_TITLES[t].title)[0] ??
    (key === MIXED ? 'Cards of every kind' : DECKS[key as DeckId])
  return title === undefined ? task : [title, ...more.map((m) => OTHERWISE[m] ?? m)].join(', ')
}
