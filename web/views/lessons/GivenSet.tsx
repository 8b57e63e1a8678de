import { Check } from 'lucide-react'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { GivenPage } from '#contract/types.ts'
import {
  isDone,
  itemTitle,
  NO_CERTIFICATE,
  openOf,
  type ItemDone,
  type LessonItem,
} from '#core/teach/lessons.ts'
import { api, type Failure } from '../../app/api.ts'
import { practiceApi } from '../../app/practice-api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { dayOf } from '../../ui/dates.ts'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { SheetTools } from '../work/Sheet.tsx'
import { recordPage } from './record-page.ts'
import { askedOf, whereDone } from './words.ts'

/** A set that was given to somebody: what is done of it, the plate that stands for it, and who signs it. */
export default function GivenSet() {
  const { givenId = '' } = useParams()
  const { data, error } = practiceApi.useGivenQuery(givenId)
  if (!data) return error ? <Missing what="set" failure={error} /> : <Opening />
  return <Shown key={data.id} given={data} />
}

function Shown({ given }: { readonly given: GivenPage }) {
  const open = openOf(given)
  return (
    <main className="mx-auto grid max-w-[900px] gap-4 px-4 py-4 md:px-6">
      <header>
        <h1 className="text-page">{given.name}</h1>
        <p className="text-soft">
          {given.personName}, given {dayOf(given.givenAt)}
          {given.byName === null ? '' : ` by ${given.byName}`}.{' '}
          <Link className="underline underline-offset-4" to="/practice/sets">
            All sets
          </Link>
        </p>
      </header>
      <ul className="grid gap-3">
        {given.items.map((item, i) => (
          // a set that was given keeps its order
          <li key={i} className="grid gap-2 rounded-md border-[1.5px] border-rule bg-sheet p-3">
            <Item item={item} own={given.done[i]} />
            {item.kind === 'plate' && !given.signed ? <Plate given={given} /> : null}
          </li>
        ))}
      </ul>
      {given.signed ? (
        <p className="border-l-4 border-verdigris pl-3">
          <strong>✓ Signed off</strong> by {given.signed.byName}, {dayOf(given.signed.at)}.{' '}
          {given.signed.note}
        </p>
      ) : (
        <>
          <Sign given={given} open={open} />
          <TakeBack given={given} />
        </>
      )}
      {given.signed ? (
        <section aria-label="The record" className="grid gap-3 border-t-[1.5px] border-rule pt-3">
          <h2 className="text-section">Training record</h2>
          <p className="max-w-[60ch] text-soft">{NO_CERTIFICATE}</p>
          <SheetTools
            pages={[recordPage(given)]}
            name={`${given.personName} training record`}
            print="Print the record"
          />
        </section>
      ) : null}
    </main>
  )
}

/** What is asked, and what was done of it. */
function Item({ item, own }: { readonly item: LessonItem; readonly own: ItemDone | undefined }) {
  const { say } = useShop()
  const to = whereDone(item)
  const done = own !== undefined && isDone(item, own)
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <span className="grow">
        {to === undefined ? (
          <span className="name text-label font-semibold">A real plate: {itemTitle(item)}</span>
        ) : (
          <Link className="name text-label font-semibold underline" to={to}>
            {say(itemTitle(item))}
          </Link>
        )}
      </span>
      <span className="text-soft">{askedOf(item)}</span>
      <span className="figure inline-flex min-w-[88px] items-center justify-end gap-1 text-label">
        {done ? <Check size={18} className="text-verdigris" aria-label="done" /> : null}
        {own?.best ?? own?.outcome ?? 'not yet'}
        {own && own.tries > 1 ? <span className="text-text text-soft"> in {own.tries} tries</span> : null}
      </span>
    </div>
  )
}

const NO_LINE = ''
/** Which line of the log stands for the plate: of what its person has made since. */
function Plate({ given }: { readonly given: GivenPage }) {
  const [set, { error }] = practiceApi.useSetPlateMutation()
  const failure = error as Failure | undefined
  if (given.lines.length === 0)
    return (
      <p className="text-soft">
        {given.personName} has nothing in the log since it was given: plan the plate as a job, run it, check
        it, and write down what came out.
      </p>
    )
  return (
    <SelectField
      label="Stands in the log as"
      value={given.plateId ?? NO_LINE}
      placeholder="Not said"
      options={given.lines.map((l) => ({
        value: l.id,
        label: `${l.title}, ${dayOf(l.at)}${l.outcome === 'none' ? '' : `, ${l.outcome}`}`,
      }))}
      error={failure?.message}
      onChange={(entryId) => void set({ id: given.id, entryId })}
    />
  )
}

/** An instructor signs what is done. */
function Sign({ given, open }: { readonly given: GivenPage; readonly open: readonly LessonItem[] }) {
  const personId = useApp((s) => s.device.personId)
  const me = api.usePeopleQuery().data?.find((p) => p.id === personId)
  const [sign, { error, isLoading }] = practiceApi.useSignGivenMutation()
  const [note, setNote] = useState('')
  const failure = error as Failure | undefined
  if (me?.role !== 'instructor')
    return (
      <p className="text-soft">
        An instructor signs it off: say under Practice who is at this screen, and give them that role under
        Settings, People.
      </p>
    )
  return (
    <section aria-label="Sign it off" className="grid gap-3 border-t-[1.5px] border-rule pt-3">
      <h2 className="text-section">Sign it off</h2>
      {open.length > 0 ? (
        <p>Still open: {open.map(itemTitle).join('; ')}. It is signed once all of it is done.</p>
      ) : (
        <>
          <TextField
            label="A word to it"
            beside={false}
            value={note}
            maxLength={500}
            placeholder="what went well, what to watch"
            onChange={setNote}
          />
          <div>
            <Button
              look="act"
              disabled={isLoading}
              onClick={() =>
                void sign({ id: given.id, byId: me.id, at: new Date().toISOString(), note: note.trim() })
              }
            >
              I saw it done: sign as {me.name}
            </Button>
          </div>
        </>
      )}
      {failure ? (
        <p role="alert" className="font-bold text-alarm">
          {failure.message}
        </p>
      ) : null}
    </section>
  )
}

/** Takes back what was given by mistake: asked twice, since what was counted for it is then counted for nothing. */
function TakeBack({ given }: { readonly given: GivenPage }) {
  const go = useNavigate()
  const [takeBack, { error }] = practiceApi.useTakeBackGivenMutation()
  const [asked, setAsked] = useState(false)
  const failure = error as Failure | undefined
  const back = async () => {
    const answer = await takeBack({ id: given.id, at: new Date().toISOString() })
    if (!answer.error) void go('/practice/sets')
  }
  return (
    <div className="flex flex-wrap items-center gap-3">
      {asked ? (
        <>
          <span>Take it back from {given.personName}? What they practised stays theirs.</span>
          <Button look="alarm" onClick={() => void back()}>
            Yes, take it back
          </Button>
          <Button onClick={() => setAsked(false)}>No</Button>
        </>
      ) : (
        <Button look="quiet" onClick={() => setAsked(true)}>
          Given by mistake
        </Button>
      )}
      {failure ? (
        <p role="alert" className="font-bold text-alarm">
          {failure.message}
        </p>
      ) : null}
    </div>
  )
}
