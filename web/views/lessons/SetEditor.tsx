import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { Lesson } from '#contract/types.ts'
import { isItem, ITEM_KINDS, MOST_ITEMS, type ItemKind, type LessonItem } from '#core/teach/lessons.ts'
import { DONE } from '#core/teach/points.ts'
import { BENCHES, tasksOf, taskTitleOf } from '#core/teach/task-titles.ts'
import type { Failure } from '../../app/api.ts'
import { practiceApi } from '../../app/practice-api.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { useKeptForm } from '../../ui/useKeptForm.ts'

const KIND_OPTIONS = ITEM_KINDS.map((value) => ({
  value,
  label: value === 'plate' ? 'A real plate' : BENCHES[value],
}))
/** An item as it is typed. */
interface Typed {
  readonly kind: ItemKind
  readonly task: string
  readonly points: string
}
const firstOf = (kind: ItemKind): Typed => ({
  kind,
  task: kind === 'plate' ? '' : (tasksOf(kind)[0] ?? ''),
  points: kind === 'plate' ? '0' : String(DONE),
})
const itemOf = ({ kind, task, points }: Typed): LessonItem => ({
  kind,
  task: task.trim(),
  points: /^\d+$/.test(points.trim()) ? Number(points) : -1,
})

/** A set under composition: a new one, or one that is changed. */
export default function SetEditor() {
  const { lessonId = '' } = useParams()
  const { data, error } = practiceApi.useLessonsQuery()
  const lesson = data?.find((l) => l.id === lessonId)
  if (lessonId === 'new') return <Edited key="new" lesson={undefined} />
  if (lesson) return <Edited key={lesson.id} lesson={lesson} />
  if (data)
    return <Missing what="set" failure={{ status: 404, code: 'not-found', message: 'It is not there.' }} />
  return error ? <Missing what="set" failure={error} /> : <Opening />
}

function Edited({ lesson }: { readonly lesson: Lesson | undefined }) {
  const go = useNavigate()
  const [id] = useState(() => lesson?.id ?? crypto.randomUUID())
  const [form, change, letGo] = useKeptForm<{ name: string; items: readonly Typed[]; closed: boolean }>(
    `set.${lesson?.id ?? 'new'}.${lesson?.version ?? 0}`,
    {
      name: lesson?.name ?? '',
      items: lesson?.items.map((i) => ({ ...i, points: String(i.points) })) ?? [firstOf('facts')],
      closed: lesson?.closed ?? false,
    },
  )
  const [tried, setTried] = useState(false)
  const [add, added] = practiceApi.useAddLessonMutation()
  const [put, changed] = practiceApi.useChangeLessonMutation()
  const failure = (added.error ?? changed.error) as Failure | undefined
  const items = form.items.map(itemOf)
  const wrong = items.map((item) =>
    isItem(item)
      ? undefined
      : item.kind === 'plate'
        ? 'Say what is made: two straight cuts and a bevel, in 3/8 in.'
        : 'Give points from 1 to 100.',
  )
  const nameless = form.name.trim() === ''
  const ready = !nameless && items.length > 0 && wrong.every((w) => w === undefined)
  const setItem = (at: number, item: Typed) =>
    change({ items: form.items.map((i, n) => (n === at ? item : i)) })
  const save = async () => {
    setTried(true)
    if (!ready) return
    const name = form.name.trim()
    const answer = lesson
      ? await put({ id, name, items, closed: form.closed, version: lesson.version })
      : await add({ id, name, items })
    if (answer.error) return
    letGo()
    void go('/practice/sets')
  }
  return (
    <main className="mx-auto grid max-w-[900px] gap-4 px-4 py-4 md:px-6">
      <h1 className="text-page">{lesson ? 'A set' : 'Compose a set'}</h1>
      <TextField
        label="Name"
        beside={false}
        value={form.name}
        maxLength={120}
        error={tried && nameless ? 'Give it a name.' : undefined}
        onChange={(name) => change({ name })}
      />
      <ol className="grid gap-3">
        {form.items.map((item, at) => (
          // rows have no names of their own: what stands in one goes with its place
          <li key={at} className="grid gap-3 rounded-md border-[1.5px] border-rule bg-sheet p-3">
            <ItemRow
              item={item}
              place={at + 1}
              error={tried ? wrong[at] : undefined}
              onChange={(next) => setItem(at, next)}
              onRemove={() => change({ items: form.items.filter((_, n) => n !== at) })}
            />
          </li>
        ))}
      </ol>
      {tried && items.length === 0 ? (
        <p role="alert" className="font-bold text-alarm">
          Put in one thing at least.
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2">
        {KIND_OPTIONS.map(({ value, label }) => (
          <Button
            key={value}
            disabled={form.items.length >= MOST_ITEMS}
            onClick={() => change({ items: [...form.items, firstOf(value)] })}
          >
            Add: {label}
          </Button>
        ))}
      </div>
      {failure ? (
        <p role="alert" className="font-bold text-alarm">
          Not stored: {failure.message}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-3 border-t-[1.5px] border-rule pt-3">
        <Button look="act" onClick={() => void save()}>
          {lesson ? 'Save it' : 'Keep this set'}
        </Button>
        {lesson ? (
          <Button aria-pressed={form.closed} onClick={() => change({ closed: !form.closed })}>
            {form.closed ? 'Put aside: take it up again' : 'Put it aside'}
          </Button>
        ) : null}
        <Button
          look="quiet"
          onClick={() => {
            letGo()
            void go('/practice/sets')
          }}
        >
          Leave it as it was
        </Button>
      </div>
    </main>
  )
}

/** One thing of a set: which bench and which task, or what is made; and from how many points on it is done. */
function ItemRow({
  item,
  place,
  error,
  onChange,
  onRemove,
}: {
  readonly item: Typed
  readonly place: number
  readonly error: string | undefined
  readonly onChange: (item: Typed) => void
  readonly onRemove: () => void
}) {
  const { kind, task, points } = item
  const of = `of ${place}`
  return (
    <div className="grid items-start gap-3 md:grid-cols-[200px_1fr_120px_auto]">
      <SelectField
        label="What"
        of={of}
        value={kind}
        options={KIND_OPTIONS}
        onChange={(next) => onChange(firstOf(next))}
      />
      {kind === 'plate' ? (
        <TextField
          label="What is made"
          of={of}
          beside={false}
          value={task}
          maxLength={120}
          placeholder="two straight cuts and a bevel, 3/8 in"
          error={error}
          onChange={(next) => onChange({ ...item, task: next })}
        />
      ) : (
        <SelectField
          label="Task"
          of={of}
          value={task}
          options={tasksOf(kind).map((value) => ({ value, label: taskTitleOf(kind, value) }))}
          onChange={(next) => onChange({ ...item, task: next })}
        />
      )}
      {kind === 'plate' ? (
        <p className="content-center pt-6 text-soft max-md:pt-0">Its check decides.</p>
      ) : (
        <TextField
          label="Points"
          of={of}
          beside={false}
          inputMode="numeric"
          value={points}
          maxLength={3}
          error={error}
          onChange={(next) => onChange({ ...item, points: next })}
        />
      )}
      <Button className="md:mt-6" aria-label={`Take out ${place}`} onClick={onRemove}>
        <Trash2 size={20} aria-hidden="true" />
      </Button>
    </div>
  )
}
