import { useMemo, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import {
  rankCauses,
  SIGN_PLACES,
  SIGNS,
  type RankedCause,
  type Sign,
  type SignPlace,
} from '#core/check/faults.ts'
import { changeDraft } from '#application/change-draft.ts'
import { factsOfEntry, factsOfPiece, signPlaceOf, signsOfEntry } from '#application/facts-of-entry.ts'
import { NO_RUNS, planPiece } from '#application/plan-of.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { LogEntry } from '#contract/types.ts'
import { api, ask } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { SignTile } from '../../drawing/SignTile.tsx'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { Tile } from '../../ui/Tiles.tsx'
import { usePlanFigures } from '../plan/plan-words.ts'

const PLACE_WORDS: Readonly<Record<SignPlace, string>> = {
  cut: 'The cut',
  flame: 'The flame',
  braze: 'The braze',
}
/** So many causes are shown; the rest add little. */
const SHOWN = 5

/** The fault finder: what is seen, the likeliest causes with what this run tells of them, and the one thing to change. */
export default function FaultFinder() {
  const [params] = useSearchParams()
  const entryId = params.get('entry') ?? ''
  const { data: entry } = api.useEntryQuery(entryId, { skip: entryId === '' })
  // in the middle of a cut there is no line of the log yet: its piece's plan tells what it knows
  const pieceId = params.get('piece') ?? ''
  const { data: piece } = api.usePieceQuery(pieceId, { skip: pieceId === '' })
  const asked = params.get('sign')
  const tried =
    api.useRecordsQuery((entry?.kind ?? piece?.draft.kind) === 'braze' ? 'braze' : 'cut').data?.tried ?? []
  const { settings } = useShop()
  const person = useApp((s) => s.device.personId)
  const people = api.usePeopleQuery().data
  const learner =
    people?.find((p) => (entry ? p.name === entry.personName : p.id === person))?.role === 'apprentice'
  const facts = useMemo(
    () =>
      entry
        ? factsOfEntry(entry, settings, learner)
        : piece
          ? factsOfPiece(piece.draft, settings, learner)
          : [],
    [entry, piece, settings, learner],
  )
  const kind = SIGNS.find((s) => s.id === asked)?.of ?? signPlaceOf(entry?.kind)
  const [place, setPlace] = useState<SignPlace | ''>('')
  const [picked, setSeen] = useState<readonly string[]>()
  // what the check has ticked stands chosen until somebody chooses otherwise
  const ticked = useMemo(() => (asked !== null ? [asked] : entry ? signsOfEntry(entry) : []), [asked, entry])
  const seen = picked ?? ticked
  const here = place === '' ? kind : place
  const signs = SIGNS.filter((s) => seen.includes(s.id))
  const ranked = rankCauses(signs, facts, tried)
  const toggle = (id: string) => setSeen(seen.includes(id) ? seen.filter((s) => s !== id) : [...seen, id])
  return (
    <main className="mx-auto max-w-[1280px] px-4 py-4">
      <h1 className="text-page">Find the fault</h1>
      <p className="pb-3 text-soft">
        {entry ? (
          <>
            Of{' '}
            <Link className="underline" to={`/log/${entry.id}`}>
              {entry.title}
            </Link>
            , with what its plan and its run tell.
          </>
        ) : piece ? (
          <>
            Of{' '}
            <Link className="underline" to={`/jobs/${piece.jobId}/${piece.id}`}>
              {piece.title}
            </Link>
            , with what its plan knew.
          </>
        ) : (
          'Choose what you see. Nothing is known of the run, so the causes are ranked as they usually come.'
        )}
      </p>
      <div className="max-w-[520px] pb-4">
        <Segmented
          label="Where it is seen"
          tall
          value={here}
          options={SIGN_PLACES.map((p) => ({ value: p, label: PLACE_WORDS[p] }))}
          onChange={setPlace}
        />
      </div>
      <div className="grid gap-6 lg:grid-cols-[1.35fr_1fr]">
        <section aria-label="What is seen" className="grid grid-cols-2 content-start gap-3 sm:grid-cols-4">
          {SIGNS.filter((s) => s.of === here).map((s) => (
            <Tile
              key={s.id}
              role="checkbox"
              word={s.name}
              on={seen.includes(s.id)}
              onPick={() => toggle(s.id)}
            >
              <SignTile id={s.id} />
            </Tile>
          ))}
        </section>
        {signs.length > 0 ? (
          <a
            href="#why"
            className="name sticky bottom-[72px] z-10 grid min-h-[52px] place-items-center rounded-md bg-brick text-label font-semibold text-on md:bottom-2 lg:hidden"
          >
            Why, and what to change
          </a>
        ) : null}
        <section id="why" aria-label="Why, and what to change" className="lg:sticky lg:top-4 lg:self-start">
          {signs.length === 0 ? (
            <p className="border-l-4 border-brass pl-4 text-field">
              Choose one sign, or more when they come together.
            </p>
          ) : (
            <Causes signs={signs} ranked={ranked} entry={entry} pieceId={entry?.pieceId ?? pieceId} />
          )}
        </section>
      </div>
    </main>
  )
}

function Causes({
  signs,
  ranked,
  entry,
  pieceId,
}: {
  readonly signs: readonly Sign[]
  readonly ranked: readonly RankedCause[]
  readonly entry: LogEntry | undefined
  readonly pieceId: string
}) {
  const { say } = useShop()
  const [chosen, setChosen] = useState('')
  const first = ranked[0]
  const cause = ranked.find((r) => r.cause.id === chosen) ?? first
  if (!first || !cause) return null
  const stop = signs.some((s) => s.stop)
  return (
    <div className="grid gap-4">
      {stop ? (
        <p role="alert" className="border-[3px] border-alarm p-3 text-label font-bold text-alarm">
          Stop. Shut the torch, then the cylinders, before anything else.
        </p>
      ) : null}
      <ol className="grid gap-2" aria-label="Causes, likeliest first">
        {ranked.slice(0, SHOWN).map((r) => (
          <li key={r.cause.id}>
            <button
              type="button"
              aria-pressed={r === cause}
              onClick={() => setChosen(r.cause.id)}
              className={`grid w-full grid-cols-[64px_1fr] items-start gap-x-3 rounded-md border-[1.5px] p-3 text-left ${r === cause ? 'border-ink bg-sheet' : 'border-rule'}`}
            >
              <span className="figure text-section">{Math.round(r.share * 100)} %</span>
              <span>
                <span className="name block text-label leading-tight font-semibold">{say(r.cause.name)}</span>
                {r.because.length > 0 ? (
                  <span className="block">Because {say(r.because.join(', and '))}.</span>
                ) : null}
                <span className="block text-soft">{say(r.cause.tell)}</span>
              </span>
              <span aria-hidden="true" className="col-span-2 mt-2 h-1.5 bg-rule">
                <span className="block h-full bg-brick" style={{ width: `${100 * r.share}%` }} />
              </span>
            </button>
          </li>
        ))}
      </ol>
      <Change key={cause.cause.id} signs={signs} cause={cause} entry={entry} pieceId={pieceId} />
    </div>
  )
}

/** The one thing to change: what the next plan would be, the old beside it, taken over with one touch. */
function Change({
  signs,
  cause: { cause },
  entry,
  pieceId,
}: {
  readonly signs: readonly Sign[]
  readonly cause: RankedCause
  readonly entry: LogEntry | undefined
  readonly pieceId: string
}) {
  const { say } = useShop()
  const go = useNavigate()
  const send = useSend()
  const personId = useApp((s) => s.device.personId)
  const [noted, setNoted] = useState(false)
  const [fault, setFault] = useState('')
  const { data: piece } = api.usePieceQuery(pieceId, { skip: pieceId === '' })
  const sign = signs.find((s) => s.causes[cause.id] !== undefined) ?? signs[0]
  const plannedTip = entry?.plan?.figures.tipOrifice?.value
  const next = useMemo(
    () => (piece && sign ? changeDraft(piece.draft, sign.id, cause.id, plannedTip) : undefined),
    [piece, sign, cause, plannedTip],
  )
  const note = () => {
    const id = crypto.randomUUID()
    send(
      outbox.actions.enqueued({
        id,
        key: `fault:${id}`,
        route: 'addFault',
        params: {},
        body: {
          id,
          pieceId: pieceId === '' ? null : pieceId,
          runId: entry?.runId ?? null,
          personId,
          at: new Date(Date.now()).toISOString(),
          signs: signs.map((s) => s.id),
          cause: cause.id,
        },
        notBefore: 0,
      }),
    )
    setNoted(true)
  }
  // the page of the plan is only opened with the piece as it is then: what is edited there goes on from it
  const take = async () => {
    if (!piece || !next) return
    setFault('')
    const { id, jobId, title, version } = piece
    const answer = await ask('changePiece', { id }, { title, draft: next, version })
    if ('error' in answer) {
      setFault(answer.error.message)
      return
    }
    const changed = answer.data
    send(outbox.actions.versionKnown({ id, version: changed.version }))
    send(api.util.updateQueryData('piece', id, (now) => ({ ...now, ...changed, draft: next })))
    send(api.util.invalidateTags(['Pieces']))
    note()
    void go(`/jobs/${jobId}/${id}`)
  }
  return (
    <section aria-label="Change this, and only this" className="grid gap-3 border-t-[3px] border-brick pt-3">
      <h2 className="text-section">Change this, and only this</h2>
      <p className="text-label">{say(cause.fix)}</p>
      {piece && next ? <OldAndNew old={piece.draft} next={next} /> : null}
      {piece && next ? (
        <Button look="act" className="text-label" onClick={() => void take()}>
          Change the next run’s plan
        </Button>
      ) : (
        <Button disabled={noted} onClick={note}>
          {noted ? 'It is in the log' : 'Note it in the log'}
        </Button>
      )}
      {fault === '' ? null : (
        <p role="alert" className="font-bold text-alarm">
          {fault}
        </p>
      )}
    </section>
  )
}

/** The figures that the change moves: as they were, and as they would be. */
function OldAndNew({ old, next }: { readonly old: PieceDraft; readonly next: PieceDraft }) {
  const { settings, units } = useShop()
  const records = api.useRecordsQuery(old.kind).data ?? NO_RUNS
  const [before, after] = useMemo(
    () => [planPiece(old, settings, records, units), planPiece(next, settings, records, units)],
    [old, next, settings, records, units],
  )
  if (!before.ok || !after.ok) return null
  return <Moved before={before.plan} after={after.plan} />
}

type Plan = Extract<ReturnType<typeof planPiece>, { ok: true }>['plan']
/** Of a plan that has changed, so many figures tell what was changed. */
const MOVED_SHOWN = 3

function Moved({ before, after }: { readonly before: Plan; readonly after: Plan }) {
  const { called, printed, figure } = usePlanFigures(after)
  const was = usePlanFigures(before)
  const names = Object.keys(after.figures).filter((n) => {
    const [a, b] = [was.figure(n)?.value, figure(n)?.value]
    return a !== undefined && b !== undefined && Math.abs(b / a - 1) > 0.005
  })
  if (names.length === 0)
    return <p className="text-soft">No figure of the plan changes; it is told at the head of the next run.</p>
  return (
    <table className="name w-full text-left text-field">
      <thead>
        <tr className="border-b border-rule text-soft">
          <th scope="col" className="font-medium">
            Figure
          </th>
          <th scope="col" className="font-medium">
            Now
          </th>
          <th scope="col" className="font-medium">
            Next
          </th>
        </tr>
      </thead>
      <tbody>
        {names.slice(0, MOVED_SHOWN).map((n) => (
          <tr key={n} className="border-b border-rule">
            <th scope="row" className="py-2 font-medium">
              {called(n)}
            </th>
            <td className="line-through">{was.printed(n)}</td>
            <td className="font-bold">{printed(n)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
