/** Sets that an instructor composes, what somebody has done of one, and how each skill goes over the weeks. */
import { differenceInCalendarDays, parseISO } from 'date-fns'
import { linearRegression } from 'simple-statistics'
import { BENCH_IDS, BENCHES, taskTitleOf, tasksOf, type BenchId } from './task-titles.ts'

/** What a set is made of: a task at a bench, or a plate that is really made and checked. */
export const ITEM_KINDS = [...BENCH_IDS, 'plate'] as const
export type ItemKind = (typeof ITEM_KINDS)[number]
/** One thing of a set. */
export interface LessonItem {
  readonly kind: ItemKind
  /** The task as it is kept at its bench; of a plate, what is to be made. */
  readonly task: string
  /** From so many points on it counts as done, 1 to 100; 0 for a plate, which its check decides. */
  readonly points: number
}
export const MOST_ITEMS = 30

/** Whether a set may ask for it: a task that its bench has, or a plate that says what is made. */
export const isItem = ({ kind, task, points }: LessonItem): boolean =>
  kind === 'plate'
    ? task.trim() !== '' && points === 0
    : tasksOf(kind).includes(task) && points >= 1 && points <= 100

/** What an item is called. */
export const itemTitle = ({ kind, task }: LessonItem): string =>
  kind === 'plate' ? task : `${BENCHES[kind]}: ${taskTitleOf(kind, task)}`

/** What somebody has done of an item since the set was given. */
export interface ItemDone {
  readonly tries: number
  /** The best of them, of 100; null where there is none, and of a plate. */
  readonly best: number | null
  /** Of a plate: how the line of the log that stands for it came out. */
  readonly outcome: string | null
  /** ISO instant of the last. */
  readonly last: string | null
}
/** Whether that is enough. */
export const isDone = ({ kind, points }: LessonItem, { best, outcome }: ItemDone): boolean =>
  kind === 'plate' ? outcome === 'passed' : best !== null && best >= points

/** What of a set is not done yet. `done` tells of each item in its place. */
export const openOf = ({
  items,
  done,
}: {
  readonly items: readonly LessonItem[]
  readonly done: readonly ItemDone[]
}): readonly LessonItem[] =>
  items.filter((item, i) => {
    const own = done[i]
    return own === undefined || !isDone(item, own)
  })

/** The sentence that stands on every training record. */
export const NO_CERTIFICATE =
  'This is a record of training, not a certificate: it gives nobody leave to work. The operator’s manual, the site’s rules and local law come first.'

/** What somebody did at one bench in one week. */
export interface PracticeWeek {
  /** The Monday, as 2026-03-02. */
  readonly week: string
  readonly tries: number
  /** Of 100, over all tries. */
  readonly mean: number
}
/** How a skill goes: points a week, over the weeks with tries. */
export interface Trend {
  readonly goes: 'up' | 'down' | 'steady' | 'unknown'
  /** Points a week; 0 where it is unknown. */
  readonly perWeek: number
}
/** A trend is told from so many weeks on, over the last so many with tries; by less than this a week it is steady. */
const TREND = { from: 3, over: 8, steady: 1 } as const

/**
 * The trend of a skill.
 * @param weeks in their order; weeks without a try are left out
 */
export function trendOf(weeks: readonly PracticeWeek[]): Trend {
  const last = weeks.slice(-TREND.over)
  const [first] = last
  if (!first || last.length < TREND.from) return { goes: 'unknown', perWeek: 0 }
  const weeksTo = (week: string) => differenceInCalendarDays(parseISO(week), parseISO(first.week)) / 7
  const { m } = linearRegression(last.map(({ week, mean }) => [weeksTo(week), mean]))
  const perWeek = Math.round(m * 10) / 10
  return { perWeek, goes: Math.abs(m) < TREND.steady ? 'steady' : m > 0 ? 'up' : 'down' }
}
/** A trend, in words. */
export function trendWords({ goes, perWeek }: Trend): string {
  switch (goes) {
    case 'unknown':
      return 'too few weeks to tell'
    case 'steady':
      return 'steady'
    case 'up':
      return `up ${perWeek} a week`
    case 'down':
      return `down ${-perWeek} a week`
  }
}

/** One try, as it is written out. */
export interface Try {
  readonly at: string
  readonly person: string
  readonly bench: string
  readonly task: string
  readonly points: number
}
/** A try as a row of a CSV file: what its columns are called is their key. */
export const tryRow = ({ at, person, bench, task, points }: Try) => ({
  at,
  person,
  skill: BENCHES[bench as BenchId] ?? bench,
  task: taskTitleOf(bench, task),
  points,
})
