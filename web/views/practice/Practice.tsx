import { Check } from 'lucide-react'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Attempts, Person } from '#contract/types.ts'
import { FLAME_TASKS, taskAsks, taskNot, taskTitle } from '#core/teach/flame-tasks.ts'
import { HEAT_JOINT_KEYS, HEAT_JOINTS, HEAT_PRESETS, presetOf } from '#core/teach/heat-presets.ts'
import { PACE_KEYS, paceTitle } from '#core/teach/pace-board.ts'
import { PACE_PRESETS, pacePresetOf } from '#core/teach/pace-presets.ts'
import { ORDER_TASKS } from '#core/teach/order-board.ts'
import { ORDER_TITLES } from '#core/teach/order-words.ts'
import { tasksOf, taskTitleOf } from '#core/teach/task-titles.ts'
import { DONE } from '#core/teach/points.ts'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { dayOf } from '../../ui/dates.ts'
import { Group } from '../../ui/Field.tsx'
import { FileField } from '../../ui/FileField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { PracticeTabs } from './PracticeTabs.tsx'
import { readRecording } from './read-recording.ts'
import { attemptsAt, useAllAttempts } from './useAttempts.ts'
import { usePracticeTorch } from './usePracticeTorch.ts'

const HANDS = [
  { value: 'right', label: 'Right hand' },
  { value: 'left', label: 'Left hand' },
] as const

/** What can be practised without gas, with which torch, and how far everybody is. */
export default function Practice() {
  const torch = usePracticeTorch()
  const { say } = useShop()
  const send = useSend()
  const hand = useApp((s) => s.device.practiceHand)
  const personId = useApp((s) => s.device.personId)
  const attempts = useAllAttempts()
  const people = api.usePeopleQuery().data?.filter((p) => p.active) ?? []
  if (!torch) return <p className="p-6 text-soft">Opening.</p>
  const { made } = torch
  const who = people.some((p) => p.id === personId) ? personId : null
  return (
    <main className="mx-auto grid max-w-[1080px] gap-4 px-4 py-4 md:px-6">
      <PracticeTabs />
      <p className="text-soft">
        Facts, order, flame, heat and pace in your hands, without gas. It is written into your own practice,
        and into nothing else.
      </p>
      <section aria-label="With which torch" className="grid gap-4 md:grid-cols-2">
        <SelectField label="Torch" value={torch.chosen} options={torch.choices} onChange={torch.choose} />
        <Group label="Held in the">
          <Segmented
            label="Held in the"
            value={hand ?? (made.ok ? made.hand : 'right')}
            options={HANDS}
            onChange={(practiceHand) => void send(device.actions.changed({ practiceHand }))}
          />
        </Group>
      </section>
      <Bench
        name="Facts"
        path="facts"
        what="Cards from the tables that the planners go by. What you know comes later each time, what you miss comes soon."
        atHand={FACTS}
        attempts={attempts}
        who={who}
      />
      <Bench
        name="The order"
        path="order"
        what="Every valve of your rig under your fingers, and nothing that burns. What would hurt ends the try."
        atHand={ORDERS}
        attempts={attempts}
        who={who}
      />
      {made.ok ? (
        <section aria-label="The flame">
          <h2 className="pb-2 text-section">The flame</h2>
          <ul className="grid gap-3 md:grid-cols-2">
            {FLAME_TASKS.map((task) => {
              const not = taskNot(task, made.bench)
              const own = attemptsAt(attempts, who, task)
              return (
                <li
                  key={task}
                  className="relative grid min-h-[88px] grid-cols-[1fr_auto] content-start gap-x-4 gap-y-1 rounded-md border-[1.5px] border-rule bg-sheet p-3"
                >
                  {not === undefined ? (
                    <Link
                      className="name text-label font-semibold after:absolute after:inset-0"
                      to={`/practice/flame/${task}`}
                    >
                      {taskTitle(task)}
                    </Link>
                  ) : (
                    <p className="name text-label font-semibold text-soft">{taskTitle(task)}</p>
                  )}
                  <Best own={own} />
                  <p className="col-span-2 text-soft">{not ?? say(taskAsks(task, made.bench))}</p>
                </li>
              )
            })}
          </ul>
        </section>
      ) : (
        <p role="alert" className="border-l-4 border-alarm pl-3">
          {torch.name} cannot be practised with: {made.errors[0]?.message}
        </p>
      )}
      <Bench
        name="The heat"
        path="heat"
        what="A joint, a flame and a rod; sawn open at the end. A planned joint is tried from its plan."
        atHand={HEATS}
        watch={HEATS_WATCHED}
        attempts={attempts}
        who={who}
      />
      <Bench
        name="The pace"
        path="pace"
        what="A plate, a line and a cutting torch; the face beside a good one at the end. A planned cut is tried from its plan."
        atHand={PACES}
        watch={PACES_WATCHED}
        attempts={attempts}
        who={who}
      />
      <Everybody people={people} attempts={attempts} />
      <Recorded />
    </main>
  )
}

/** Something at hand on a bench: what it is called, and what it is kept under. */
interface AtHand {
  readonly key: string
  readonly title: string
  /** Where it is, below its bench; absent: by its key. */
  readonly to?: string
}
/** Something to be watched on a bench: what is done well, or goes wrong. */
interface ToWatch {
  readonly title: string
  readonly what: string
  readonly to: string
}

/** A bench with what is always at hand on it, and what can be watched. */
function Bench({
  name,
  path,
  what,
  atHand,
  watch = [],
  attempts,
  who,
}: {
  readonly name: string
  readonly path: string
  readonly what: string
  readonly atHand: readonly AtHand[]
  readonly watch?: readonly ToWatch[]
  readonly attempts: readonly Attempts[]
  readonly who: string | null
}) {
  const { say } = useShop()
  return (
    <section aria-label={name}>
      <h2 className="text-section">{name}</h2>
      <p className="pb-2 text-soft">{what}</p>
      <ul className="grid gap-3 md:grid-cols-2">
        {atHand.map(({ key, title, to = key }) => (
          <li
            key={key}
            className="relative grid min-h-[56px] grid-cols-[1fr_auto] content-center gap-x-4 gap-y-1 rounded-md border-[1.5px] border-rule bg-sheet p-3"
          >
            <Link
              className="name text-label font-semibold after:absolute after:inset-0"
              to={`/practice/${path}/${to}`}
            >
              {say(title)}
            </Link>
            <Best own={attemptsAt(attempts, who, key)} />
          </li>
        ))}
      </ul>
      {watch.length === 0 ? null : <h3 className="pt-4 pb-2 text-label">Watch</h3>}
      <ul className="grid gap-3 md:grid-cols-2">
        {watch.map(({ title, what: shows, to }) => (
          <li
            key={to}
            className="relative grid min-h-[88px] content-start gap-1 rounded-md border-[1.5px] border-rule bg-sheet p-3"
          >
            <Link
              className="name text-label font-semibold after:absolute after:inset-0"
              to={`/practice/${path}/${to}`}
            >
              {say(title)}
            </Link>
            <p className="text-soft">{say(shows)}</p>
          </li>
        ))}
      </ul>
    </section>
  )
}

const FACTS: readonly AtHand[] = tasksOf('facts').map((key) => ({ key, title: taskTitleOf(key) }))
const ORDERS: readonly AtHand[] = ORDER_TASKS.flatMap((task) => [
  { key: task, title: ORDER_TITLES[task].title },
  { key: `${task} cards`, title: `${ORDER_TITLES[task].title}, by cards`, to: `${task}?as=cards` },
])
const HEATS: readonly AtHand[] = HEAT_JOINT_KEYS.map((key) => ({ key, title: HEAT_JOINTS[key].title }))
const HEATS_WATCHED: readonly ToWatch[] = HEAT_PRESETS.map((preset) => {
  const { title, what, joint } = presetOf(preset)
  return { title, what, to: `${joint}?watch=${preset}` }
})
const PACES: readonly AtHand[] = PACE_KEYS.map((key) => ({ key, title: paceTitle(key) }))
const PACES_WATCHED: readonly ToWatch[] = PACE_PRESETS.map((preset) => {
  const { title, what, key } = pacePresetOf(preset)
  return { title, what, to: `${key}?watch=${preset}` }
})

/** A recording that somebody saved, to be watched. */
function Recorded() {
  const go = useNavigate()
  const [refused, setRefused] = useState<string | undefined>(undefined)
  const open = async (file: File) => {
    const read = await readRecording(await file.text())
    if (read.ok) {
      const { kind, task } = read.recording
      if (kind === 'facts') {
        setRefused('A round of cards is not played again: open its cards instead.')
        return
      }
      void go(`/practice/${kind}/${encodeURIComponent(task.split(' cards')[0] ?? task)}`, {
        state: { recording: read.recording },
      })
    } else setRefused(read.message)
  }
  return (
    <section aria-label="A recording" className="max-w-[480px]">
      <h2 className="pb-2 text-section">A recording</h2>
      <FileField
        label="Watch one from a file"
        accept=".json,application/json"
        refused={refused}
        onFile={(file) => void open(file)}
      />
    </section>
  )
}

/** The best that somebody did of a task. */
function Best({ own }: { readonly own: Attempts | undefined }) {
  if (!own) return <span />
  return (
    <p className="figure flex items-center gap-1 text-label">
      {own.best >= DONE ? <Check size={18} className="text-verdigris" aria-label="done" /> : null}
      {own.best} <span className="text-text text-soft">{own.tries === 1 ? 'once' : `of ${own.tries}`}</span>
    </p>
  )
}

/** How far each of the shop is: for whoever teaches. */
function Everybody({
  people,
  attempts,
}: {
  readonly people: readonly Person[]
  readonly attempts: readonly Attempts[]
}) {
  const rows = people
    .map((person) => ({ person, own: attempts.filter((a) => a.personId === person.id) }))
    .filter(({ own }) => own.length > 0)
  if (rows.length === 0) return null
  return (
    <section aria-label="Everybody">
      <h2 className="pb-2 text-section">Everybody</h2>
      <table className="w-full text-left text-field">
        <thead className="border-b-[1.5px] border-ink">
          <tr>
            <th className="py-2 pr-3 font-semibold">Name</th>
            <th className="py-2 pr-3 font-semibold">Done</th>
            <th className="py-2 pr-3 font-semibold">Still to do</th>
            <th className="py-2 text-right font-semibold">Last</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ person, own }) => {
            const done = own.filter((a) => a.best >= DONE)
            const open = own.filter((a) => a.best < DONE)
            const last =
              own
                .map((a) => a.last)
                .sort()
                .at(-1) ?? ''
            return (
              <tr key={person.id} className="border-b border-rule align-top">
                <th scope="row" className="py-2 pr-3 font-semibold">
                  {person.name}
                </th>
                <td className="py-2 pr-3">{done.length}</td>
                <td className="py-2 pr-3">
                  {open.map((a) => `${taskTitleOf(a.task)} ${a.best}`).join(', ') || '–'}
                </td>
                <td className="py-2 text-right whitespace-nowrap">{dayOf(last)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}
