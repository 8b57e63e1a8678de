import { keysOf } from '../objects.ts'
import { DECK_IDS, DECKS } from './card.ts'
import { MIXED } from './facts.ts'
import { FLAME_TASKS, taskTitle } from './flame-tasks.ts'
import { HEAT_JOINT_KEYS, HEAT_JOINTS } from './heat-presets.ts'
import { orderTaskOf, ORDER_TASKS, ORDER_WAYS } from './order-board.ts'
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
    order: ORDER_TASKS.flatMap((task) => ORDER_WAYS.map((as) => orderTaskOf({ task, as }))),
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

const named = <K extends string>(
  bench: BenchId,
  keys: readonly K[],
  title: (key: K) => string,
): readonly (readonly [string, string])[] => keys.map((key) => [`${bench} ${key}`, title(key)])
/** Titles by bench and task: a word such as “light” is a task at more than one. */
const TITLES: ReadonlyMap<string, string> = new Map([
  ...named('facts', [MIXED], () => 'Cards of every kind'),
  ...named('facts', DECK_IDS, (deck) => DECKS[deck]),
  ...named('order', ORDER_TASKS, (task) => ORDER_TITLES[task].title),
  ...named('flame', FLAME_TASKS, taskTitle),
  ...named('heat', HEAT_JOINT_KEYS, (key) => HEAT_JOINTS[key].title),
  ...named('pace', PACE_KEYS, paceTitle),
])

/**
 * What a task is called: how it was done otherwise than usual stands after it.
 * @param bench where it is done
 * @param task as it is kept; one that is not at the bench is called as it is kept
 * @example taskTitleOf('order', 'shut-down cards') // 'Shut it all down, by cards'
 */
export function taskTitleOf(bench: string, task: string): string {
  const [key = '', ...more] = task.split(' ')
  const title = TITLES.get(`${bench} ${key}`)
  return title === undefined ? task : [title, ...more.map((m) => OTHERWISE[m] ?? m)].join(', ')
}
