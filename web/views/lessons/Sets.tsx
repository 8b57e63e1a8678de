import { Check } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Given, Lesson } from '#contract/types.ts'
import { api, type Failure } from '../../app/api.ts'
import { practiceApi } from '../../app/practice-api.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { dayOf } from '../../ui/dates.ts'
import { Panel } from '../../ui/Panel.tsx'
import { Toggles } from '../../ui/Toggles.tsx'
import { PracticeTabs } from '../practice/PracticeTabs.tsx'
import { doneCount } from './words.ts'

/** Sets: what an instructor has composed, to whom it was given, and how far each is. */
export default function Sets() {
  const lessons = practiceApi.useLessonsQuery().data
  const given = practiceApi.useAllGivenQuery().data
  const personId = useApp((s) => s.device.personId)
  const me = api.usePeopleQuery().data?.find((p) => p.id === personId)
  const [giving, setGiving] = useState<Lesson | undefined>(undefined)
  if (!lessons || !given) return <Opening />
  const own = given.filter((g) => g.personId === personId && g.signed === null)
  const teaches = me?.role === 'instructor'
  return (
    <main className="mx-auto grid max-w-[1080px] gap-6 px-4 py-4 md:px-6">
      <PracticeTabs />
      {own.length > 0 ? <GivenList title="Given to you" given={own} named={false} /> : null}
      <section aria-label="Sets" className="grid gap-3">
        <div className="flex flex-wrap items-end gap-3">
          <h2 className="grow text-section">Sets</h2>
          <Link
            className="name inline-flex min-h-[44px] items-center rounded-md border-[1.5px] border-ink bg-sheet px-4 text-field font-semibold"
            to="/practice/sets/new"
          >
            Compose a set
          </Link>
        </div>
        {lessons.length === 0 ? (
          <p className="max-w-[60ch] text-soft">
            A set says what somebody learns: cards, the order of work, flame, heat and pace at the benches,
            and a plate that is really made and checked. It is given to apprentices, and an instructor signs
            it off.
          </p>
        ) : null}
        <ul className="grid gap-3">
          {lessons.map((lesson) => (
            <li
              key={lesson.id}
              className="flex flex-wrap items-center gap-3 rounded-md border-[1.5px] border-rule bg-sheet p-3"
            >
              <div className="grow">
                <Link className="name text-label font-semibold underline" to={`/practice/sets/${lesson.id}`}>
                  {lesson.name}
                </Link>
                <p className="text-soft">
                  {lesson.items.length === 1 ? 'one thing' : `${lesson.items.length} things`}
                  {lesson.closed ? ', put aside' : ''}
                </p>
              </div>
              {lesson.closed ? null : <Button onClick={() => setGiving(lesson)}>Give {lesson.name}</Button>}
            </li>
          ))}
        </ul>
      </section>
      {given.length > 0 ? <GivenList title="Everybody’s" given={given} named /> : null}
      {giving ? (
        <Give lesson={giving} by={teaches ? personId : null} onClose={() => setGiving(undefined)} />
      ) : null}
    </main>
  )
}

/** Sets that were given, with how far each is. */
function GivenList({
  title,
  given,
  named,
}: {
  readonly title: string
  readonly given: readonly Given[]
  /** Say whose each is. */
  readonly named: boolean
}) {
  return (
    <section aria-label={title}>
      <h2 className="pb-2 text-section">{title}</h2>
      <table className="w-full text-left text-field">
        <thead className="border-b-[1.5px] border-ink">
          <tr>
            <th className="py-2 pr-3 font-semibold">{named ? 'Who, and what' : 'What'}</th>
            <th className="py-2 pr-3 font-semibold max-md:hidden">Given</th>
            <th className="py-2 pr-3 text-right font-semibold whitespace-nowrap">Done</th>
            <th className="py-2 pl-4 font-semibold">Signed</th>
          </tr>
        </thead>
        <tbody>
          {given.map((g) => {
            return (
              <tr key={g.id} className="border-b border-rule align-middle">
                <th scope="row" className="py-2 pr-3 font-semibold">
                  <Link
                    className="flex min-h-[44px] w-full items-center underline"
                    to={`/practice/given/${g.id}`}
                  >
                    {named ? `${g.personName}: ${g.name}` : g.name}
                  </Link>
                </th>
                <td className="py-2 pr-3 max-md:hidden">{dayOf(g.givenAt)}</td>
                <td className="figure py-2 pr-3 text-right whitespace-nowrap">
                  {doneCount(g)} of {g.items.length}
                </td>
                <td className="py-2 pl-4">
                  {g.signed ? (
                    <span className="inline-flex items-center gap-1">
                      <Check size={18} className="text-verdigris" aria-hidden="true" />
                      {dayOf(g.signed.at)}, {g.signed.byName}
                    </span>
                  ) : (
                    '–'
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}

/** Asks who gets a set. */
function Give({
  lesson,
  by,
  onClose,
}: {
  readonly lesson: Lesson
  /** The instructor at this screen, if it is one. */
  readonly by: string | null
  readonly onClose: () => void
}) {
  const people = api.usePeopleQuery().data?.filter((p) => p.active && p.role !== 'instructor') ?? []
  const [give, { isLoading, error }] = practiceApi.useGiveLessonMutation()
  const [to, setTo] = useState<readonly { readonly id: string; readonly personId: string }[]>([])
  const choose = (ids: readonly string[]) =>
    // an id stays with its person, so that a press told twice gives once
    setTo(
      ids.map((personId) => to.find((t) => t.personId === personId) ?? { id: crypto.randomUUID(), personId }),
    )
  const failure = error as Failure | undefined
  return (
    <Panel title={`Who gets ${lesson.name}?`} place="middle" open onClose={onClose}>
      <div className="grid gap-4">
        {people.length === 0 ? (
          <p>Nobody to teach is named yet: put them in under Settings, People.</p>
        ) : (
          <Toggles
            label="Who gets it"
            options={people.map((p) => ({ value: p.id, label: p.name }))}
            value={to.map((t) => t.personId)}
            onChange={choose}
          />
        )}
        <p className="text-soft">
          What they do from now on counts for it. A set that was given stays as it is now, whatever is changed
          later.
        </p>
        {failure ? (
          <p role="alert" className="font-bold text-alarm">
            {failure.message}
          </p>
        ) : null}
        <div>
          <Button
            look="act"
            disabled={to.length === 0 || isLoading}
            onClick={() => {
              void give({
                lessonId: lesson.id,
                byId: by,
                at: new Date().toISOString(),
                to: [...to],
              })
                .unwrap()
                .then(onClose)
                // why not stands above the button
                .catch(() => undefined)
            }}
          >
            Give it
          </Button>
        </div>
      </div>
    </Panel>
  )
}
