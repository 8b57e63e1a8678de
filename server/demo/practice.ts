/** What the yard has practised: three who learn, week by week, and the set that they were given. */
import { orderTaskOf } from '#core/teach/order-board.ts'
import { randomUUID } from 'node:crypto'
import { addMinutes, subDays } from 'date-fns'
import { benchTorchOf } from '#application/bench-torch-of.ts'
import { FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import type { DeckId } from '#core/teach/card.ts'
import type { BenchTorch } from '#core/teach/bench-torch.ts'
import { cardsOf } from '#core/teach/cards.ts'
import { ORDER_CARD_RIGS } from '#core/teach/card-rigs.ts'
import { scoreFacts, type FactsRecording } from '#core/teach/facts.ts'
import type { FlameTaskId } from '#core/teach/flame-tasks.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import { openOf, type LessonItem } from '#core/teach/lessons.ts'
import { goodOrder, scoreOrder, type OrderRecording } from '#core/teach/order-judge.ts'
import type { OrderBoard, OrderTask } from '#core/teach/order-board.ts'
import type { OrderDo } from '#core/teach/order-play.ts'
import { paceBoard } from '#core/teach/pace-board.ts'
import { paceHand } from '#core/teach/pace-hands.ts'
import { scorePace, type PaceRecording } from '#core/teach/pace-judge.ts'
import { scoreOf, type FlameRecording } from '#core/teach/recording.ts'
import { doneSince } from '../done-since.ts'
import type { Store } from '../store.ts'
import { atWork } from './yard-time.ts'
import type { DemoShop } from './weeks.ts'

type Recorded = FlameRecording | OrderRecording | FactsRecording | PaceRecording
interface Judged {
  readonly recording: Recorded
  readonly points: number
}

/** A round of ten of a deck with so many right. */
function round(deck: DeckId, right: number): Judged {
  const cards = cardsOf(deck, { units: INCH_UNITS, region: 'us' }).slice(0, 10)
  const recording: FactsRecording = {
    kind: 'facts',
    task: deck,
    seed: 7,
    made: cards.map((card, i) => [
      60 * (i + 1),
      card.id,
      i < right ? card.right.key : (card.wrong[0]?.key ?? card.right.key),
    ]),
    until: 60 * cards.length,
  }
  return { recording, points: scoreFacts(recording).points }
}
/** A task at the order bench as it is done well, with one kind of move left out. */
function order(task: OrderTask, without?: OrderDo): Judged {
  const board: OrderBoard = { task, as: 'line', rig: ORDER_CARD_RIGS.attachment, seed: 3 }
  const made = goodOrder(board).filter(([, what]) => what !== without)
  const recording: OrderRecording = {
    kind: 'order',
    task: orderTaskOf(board),
    board,
    made,
    until: made.at(-1)?.[0] ?? 0,
  }
  return { recording, points: scoreOrder(recording).points }
}
/** A task at the flame bench, left after a share of what a good hand does of it. */
function flame(bench: BenchTorch, task: FlameTaskId, share: number): Judged {
  const good = goodHand(task, bench, 3)
  const until = Math.round(good.until * share)
  const recording = { ...good, made: good.made.filter((m) => m.at <= until), until }
  return { recording, points: scoreOf(recording).points }
}
/** Thin plate at the pace bench, at so much of its pace. */
function pace(share: number): Judged {
  const { made, until, state } = paceHand(paceBoard('thin', false), { pace: share })
  const recording: PaceRecording = { kind: 'pace', task: 'thin', board: state.board, made, until }
  return { recording, points: scorePace(state).points }
}

const ITEMS: readonly LessonItem[] = [
  { kind: 'facts', task: 'limits', points: 80 },
  { kind: 'facts', task: 'line', points: 80 },
  { kind: 'order', task: 'shut-down', points: 80 },
  { kind: 'flame', task: 'neutral', points: 80 },
  { kind: 'plate', task: 'Two straight cuts in 3/8 in, checked', points: 0 },
]
const GIVEN_DAYS_AGO = 30
const SIGNED_DAYS_AGO = 3

/** What each did, by the days that have gone since. */
function tries(): Readonly<
  Record<string, readonly (readonly [daysAgo: number, ...done: readonly Judged[]])[]>
> {
  const [weak, fair, sure] = [round('limits', 4), round('limits', 7), round('limits', 10)]
  const [blind, looking, seeing] = [round('line', 5), round('line', 7), round('line', 9)]
  const [careless, hasty, ordered] = [
    order('shut-down', 'fuel-valve'),
    order('set-up', 'leaks'),
    order('shut-down'),
  ]
  const setUp = order('set-up')
  const made = benchTorchOf({ id: null, rig: FIRST_RIG }, FIRST_SETTINGS, NO_RUNS)
  if (!made.ok) throw new Error(made.errors[0]?.message)
  const [dark, lit, steady, neutral] = [
    flame(made.bench, 'light', 0.3),
    flame(made.bench, 'light', 0.6),
    flame(made.bench, 'neutral', 0.6),
    flame(made.bench, 'neutral', 1),
  ]
  const [crawling, slow, even] = [pace(0.35), pace(0.5), pace(1)]
  return {
    Bede: [
      [29, weak, dark, careless],
      [22, fair, blind, lit, hasty, crawling],
      [15, fair, looking, steady, ordered, slow],
      [8, sure, seeing, neutral, setUp, even],
      [4, sure, neutral, ordered],
    ],
    Idris: [
      [28, fair, lit, hasty],
      [21, fair, looking, neutral, crawling],
      [13, sure, steady, ordered, crawling],
      [6, weak, steady, hasty, slow],
    ],
    Orla: [
      [20, weak, blind, lit],
      [12, fair, blind, steady, careless],
      [5, fair, looking, lit],
    ],
  }
}

/** Fills in what was practised, and a set: given to three, one of them signed off. */
export function fillPractice(store: Store, { people, now }: DemoShop): void {
  const lessonId = randomUUID()
  const teacher = people.get('Tamsin') ?? null
  const given = atWork(now, GIVEN_DAYS_AGO).toISOString()
  store.lessons.add(lessonId, 'First month at the torch', ITEMS, given)
  for (const [name, days] of Object.entries(tries())) {
    const personId = people.get(name)
    if (personId === undefined) continue
    for (const [daysAgo, ...done] of days)
      done.forEach(({ recording, points }, i) =>
        store.practice.add({
          id: randomUUID(),
          bench: recording.kind,
          task: recording.task,
          personId,
          at: addMinutes(atWork(now, daysAgo), 5 * i).toISOString(),
          points,
          recording: JSON.stringify(recording),
        }),
      )
    const id = randomUUID()
    store.lessons.give({ id, lessonId, personId, byId: teacher, at: given })
    signWhereDone(store, id, teacher, subDays(now, SIGNED_DAYS_AGO).toISOString())
  }
}

/** Puts a passed cut of theirs in for the plate, and signs where all of it is done. */
function signWhereDone(store: Store, id: string, teacher: string | null, at: string): void {
  const given = store.lessons.getGiven(id)
  if (!given || teacher === null) return
  const plate = store.lessons.linesOf(given.personId, given.givenAt).find((l) => l.outcome === 'passed')
  const plateId = plate?.id ?? null
  store.lessons.setPlate(id, plateId)
  const done = doneSince(store, { ...given, plateId })
  if (openOf({ items: given.items, done }).length === 0)
    store.lessons.sign(id, { byId: teacher, at, note: 'Careful with the needles. Pierce higher.' }, done)
}
