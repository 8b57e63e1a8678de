import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { Attempts } from '#contract/types.ts'
import { FLAME_TASKS, taskAsks, taskNot, taskTitle } from '#core/teach/flame-tasks.ts'
import { HEAT_PRESETS, presetOf } from '#core/teach/heat-presets.ts'
import { PACE_PRESETS, pacePresetOf } from '#core/teach/pace-presets.ts'
import { DONE } from '#core/teach/points.ts'
import { tasksOf, taskTitleOf, type BenchId } from '#core/teach/task-titles.ts'
import { useShop } from '../../app/shop.ts'
import { pageOfTask } from './words.ts'
import { attemptsAt } from './useAttempts.ts'
import type { PracticeTorch } from './usePracticeTorch.ts'

/** Something on a bench: what it is called, its page, what it is kept under; and what is said of it. */
interface Piece {
  readonly title: string
  readonly to: string
  /** Absent: it is watched only. */
  readonly key?: string
  readonly what?: string
  /** It cannot be done with this torch. */
  readonly not?: boolean
}
/** What is always at hand on a bench. */
const atHandOn = (bench: BenchId): readonly Piece[] =>
  tasksOf(bench).map((key) => ({ key, title: taskTitleOf(bench, key), to: pageOfTask(bench, key) }))

/** A bench with what is always at hand on it, and what can be watched. */
interface OnBench {
  readonly what: string
  readonly atHand: readonly Piece[]
  readonly watch?: readonly Piece[]
}

const BENCHES: Readonly<Record<Exclude<BenchId, 'flame'>, OnBench>> = {
  facts: {
    what: 'Cards from the tables that the planners go by. What you know comes later each time, what you miss comes soon.',
    atHand: atHandOn('facts'),
  },
  order: {
    what: 'Every valve of your rig under your fingers, and nothing that burns. What would hurt ends the try.',
    atHand: atHandOn('order'),
  },
  heat: {
    what: 'A joint, a flame and a rod; sawn open at the end. A planned joint is tried from its plan.',
    atHand: atHandOn('heat'),
    watch: HEAT_PRESETS.map((preset) => {
      const { title, what, joint } = presetOf(preset)
      return { title, what, to: `/practice/heat/${joint}?watch=${preset}` }
    }),
  },
  pace: {
    what: 'A plate, a line and a cutting torch; the face beside a good one at the end. A planned cut is tried from its plan.',
    atHand: atHandOn('pace'),
    watch: PACE_PRESETS.map((preset) => {
      const { title, what, key } = pacePresetOf(preset)
      return { title, what, to: `/practice/pace/${key}?watch=${preset}` }
    }),
  },
}
const NAMES: Readonly<Record<BenchId, string>> = {
  facts: 'Facts',
  order: 'The order',
  flame: 'The flame',
  heat: 'The heat',
  pace: 'The pace',
}

/** The bench that is open, with what somebody did of it. */
export function OpenBench({
  open,
  torch,
  attempts,
  who,
}: {
  readonly open: BenchId
  readonly torch: PracticeTorch
  readonly attempts: readonly Attempts[]
  readonly who: string | null
}) {
  const on = open === 'flame' ? flameOf(torch) : BENCHES[open]
  const { made } = torch
  return (
    <section aria-label={NAMES[open]}>
      <h2 className="text-section">{NAMES[open]}</h2>
      <p className="pb-2 text-soft">{on.what}</p>
      {open === 'flame' && !made.ok ? (
        <p role="alert" className="border-l-4 border-alarm pl-3">
          {torch.name} cannot be practised with: {made.errors[0]?.message}
        </p>
      ) : null}
      <Pieces pieces={on.atHand}>{(key) => <Best own={attemptsAt(attempts, who, open, key)} />}</Pieces>
      {on.watch ? (
        <>
          <h3 className="pt-4 pb-2 text-label">Watch</h3>
          <Pieces pieces={on.watch} />
        </>
      ) : null}
    </section>
  )
}

/** What a torch can do at the flame's bench, and why not the rest. */
function flameOf({ made }: PracticeTorch): OnBench {
  return {
    what: 'A lit torch: its valves, its lever and what the flame says.',
    atHand: made.ok
      ? FLAME_TASKS.map((task) => {
          const not = taskNot(task, made.bench)
          return {
            key: task,
            title: taskTitle(task),
            to: pageOfTask('flame', task),
            what: not ?? taskAsks(task, made.bench),
            not: not !== undefined,
          }
        })
      : [],
  }
}

/** What lies on a bench, each piece with what somebody did of it. */
function Pieces({
  pieces,
  children = () => null,
}: {
  readonly pieces: readonly Piece[]
  readonly children?: (key: string) => ReactNode
}) {
  const { say } = useShop()
  return (
    <ul className="grid gap-3 md:grid-cols-2">
      {pieces.map(({ key, title, to, what, not = false }) => (
        <li
          key={to}
          className={`relative grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 rounded-md border-[1.5px] border-rule bg-sheet p-3 ${what === undefined ? 'min-h-[56px] content-center' : 'min-h-[88px] content-start'}`}
        >
          {not ? (
            <p className="name text-label font-semibold text-soft">{say(title)}</p>
          ) : (
            <Link className="name text-label font-semibold after:absolute after:inset-0" to={to}>
              {say(title)}
            </Link>
          )}
          {key === undefined ? null : children(key)}
          {what === undefined ? null : <p className="col-span-2 text-soft">{say(what)}</p>}
        </li>
      ))}
    </ul>
  )
}

/** The best that somebody did of a task. */
function Best({ own }: { readonly own: Attempts | undefined }) {
  if (!own) return null
  return (
    <p className="figure flex items-center gap-1 text-label">
      {own.best >= DONE ? <Check size={18} className="text-verdigris" aria-label="done" /> : null}
      {own.best} <span className="text-text text-soft">{own.tries === 1 ? 'once' : `of ${own.tries}`}</span>
    </p>
  )
}
