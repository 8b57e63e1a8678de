import { format } from 'date-fns/format'
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict'
import { lazy, Suspense, useState, type ReactNode } from 'react'
import { Link, Navigate } from 'react-router'
import type { BatchSummary, LogSummary, PieceSummary, RunSummary } from '#contract/types.ts'
import { sentenceOf } from '#core/line/steps.ts'
import { KIND_OF_UNIT } from '#core/figure.ts'
import { api } from '../../app/api.ts'
import { StartPiece } from '../../app/sheets.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { dayOf } from '../../ui/dates.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { LayOut } from '../batch/LayOut.tsx'
import { Clocks } from '../run/Clocks.tsx'
import { isOld } from '../copies/copy-words.ts'
import { DamageNotice } from '../copies/DamageNotice.tsx'
import { PieceRow } from '../jobs/PieceRow.tsx'
import { useTell } from '../log/useTell.ts'

// dates of the rig are reckoned after the day is shown
const RigDue = lazy(() => import('./RigDue.tsx'))
const ToLearn = lazy(() => import('../lessons/ToLearn.tsx'))
const Kit = lazy(() => import('./Kit.tsx'))

/** An answer this fresh is not asked for again, s: the page asked for it while this view was still on its way. */
const FRESH_S = 1

/** What is under way, what is next, and one button to start. */
export default function Today() {
  const { data: today, error } = api.useTodayQuery(undefined, { refetchOnMountOrArgChange: FRESH_S })
  const begun = api.useHealthQuery().data?.begun
  const personId = useApp((s) => s.device.personId)
  const [starting, setStarting] = useState(false)
  if (begun === false) return <Navigate to="/begin" replace />
  if (error && !today) return <Missing what="day" failure={error} />
  // one that is under way stands with the runs
  const laidOut = (today?.batches ?? []).filter((b) => !today?.running.some((r) => r.batchId === b.id))
  const idle =
    today &&
    today.running.length === 0 &&
    today.toWrite.length === 0 &&
    today.watched.length === 0 &&
    today.tests.length === 0
  return (
    <main className="mx-auto max-w-[1120px] px-4 py-6" data-ready={today ? 'yes' : undefined}>
      <div className="flex flex-wrap items-center justify-between gap-4 pb-4">
        <div>
          <h1 className="text-page">Today</h1>
          <p className="text-soft">{format(new Date(), 'EEEE d MMMM')}</p>
        </div>
        <div className="flex flex-wrap items-center gap-3">
          <Link
            to="/faults"
            className="name inline-flex min-h-[56px] items-center rounded-md border-[1.5px] border-ink px-4 text-label font-semibold"
          >
            Find a fault
          </Link>
          <Link
            to="/quick"
            className="name inline-flex min-h-[56px] items-center rounded-md border-[1.5px] border-ink px-4 text-label font-semibold"
          >
            Quick plan
          </Link>
          <LayOut name={`Batch, ${format(new Date(), 'd MMM')}`} className="min-h-[56px] px-4 text-label!">
            Lay out a batch
          </LayOut>
          <Button look="act" className="px-6 text-section!" onClick={() => setStarting(true)}>
            Start a piece
          </Button>
        </div>
      </div>
      <DamageNotice />
      <div className="pb-4">
        <Suspense>
          <RigDue />
          {personId === null ? null : <ToLearn personId={personId} />}
        </Suspense>
      </div>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1.1fr_1fr]">
        <div className="grid content-start gap-6">
          <Part title="Under way">
            {idle ? <p className="text-soft">No flame is lit.</p> : null}
            <div className="grid gap-3">
              {today?.running.map((run) => (
                <RunCard key={run.id} run={run} />
              ))}
              {today?.tests.map((t) => (
                <Link
                  key={t.id}
                  to={`/tests/${t.id}`}
                  className="block rounded-md border-[1.5px] border-brick bg-sheet p-4"
                >
                  <span className="name block text-section font-semibold">{t.title}</span>
                  <span>
                    A {t.kind} test is under way since {formatDistanceToNowStrict(new Date(t.startedAt))}. Go
                    on.
                  </span>
                </Link>
              ))}
              {today?.watched.map((run) => (
                <Watched key={run.id} run={run} />
              ))}
              {today?.toWrite.map((run) => (
                <Link
                  key={run.id}
                  to={`/run/${run.id}/log`}
                  className="block rounded-md border-[1.5px] border-brass bg-sheet p-4"
                >
                  <span className="name block text-section font-semibold">{run.title}</span>
                  <span>Done. Look at it, and record the result.</span>
                </Link>
              ))}
              {today?.moreToWrite ? (
                <p className="text-soft">Older ones wait, too: they stand with their jobs.</p>
              ) : null}
            </div>
          </Part>
          <Part title="Last in the log">
            {today?.recent.length === 0 ? (
              <p className="text-soft">Nothing yet. What you cut and write down stands here.</p>
            ) : null}
            <ul>
              {today?.recent.map((entry) => (
                <RecentRow key={entry.id} entry={entry} />
              ))}
            </ul>
          </Part>
        </div>
        <Part title="Next">
          {today && laidOut.length > 0 ? (
            <div className="grid gap-3 pb-4">
              {laidOut.map((b) => (
                <BatchCard key={b.id} batch={b} />
              ))}
            </div>
          ) : null}
          {today?.next.length === 0 ? <p className="text-soft">No piece is planned. Start one.</p> : null}
          <ul>
            {today?.next.map((t) => (
              <PieceRow key={t.id} piece={t} withJob />
            ))}
          </ul>
          {today && today.next.length > 0 ? (
            <KitFor pieces={today.next.slice(0, KIT_FOR)} key={today.next[0]?.id} />
          ) : null}
        </Part>
      </div>
      {today ? <LastCopy at={today.lastCopy} /> : null}
      <Suspense>{starting ? <StartPiece open onClose={() => setStarting(false)} /> : null}</Suspense>
    </main>
  )
}

/** So many of the next pieces are gathered for. */
const KIT_FOR = 3

/** What is carried to the next pieces, once it is asked for. */
function KitFor({ pieces }: { readonly pieces: readonly PieceSummary[] }) {
  const [open, setOpen] = useState(false)
  const names = pieces.map((p) => p.title).join(', ')
  return (
    <div className="pt-4">
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Put the kit away' : pieces.length === 1 ? 'Kit for it' : `Kit for the next ${pieces.length}`}
      </Button>
      {open ? (
        <>
          <p className="pt-3 text-soft">To carry for {names}.</p>
          <Suspense>
            <Kit pieceIds={pieces.map((p) => p.id)} />
          </Suspense>
        </>
      ) : null}
    </div>
  )
}

/** How old the last good copy of the log is: in plain words while all is well. */
function LastCopy({ at }: { readonly at: string | null }) {
  return (
    <p className={`pt-6 ${isOld(at, Date.now()) ? 'font-bold text-alarm' : 'text-soft'}`}>
      {at === null
        ? 'No copy of the log was made yet.'
        : `Last copy of the log: ${formatDistanceToNowStrict(new Date(at))} ago.`}{' '}
      <Link className="underline underline-offset-4" to="/settings#copies">
        Copies
      </Link>
    </p>
  )
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">{title}</h2>
      <div className="pt-3">{children}</div>
    </section>
  )
}

function RunCard({ run }: { readonly run: RunSummary }) {
  const { say, print } = useShop()
  return (
    <Link
      to={`/run/${run.id}`}
      className="grid grid-cols-[1fr_auto] items-center gap-x-6 rounded-md border-[1.5px] border-brick bg-sheet p-4"
    >
      <span className="min-w-0">
        <span className="name block truncate text-section font-semibold">{run.title}</span>
        <span className="block text-soft">
          {run.personName ? `${run.personName}, ` : ''}since{' '}
          {formatDistanceToNowStrict(new Date(run.startedAt))}
        </span>
        <span className="block pt-1">
          Next:{' '}
          {say(
            sentenceOf(
              run.nextAct ?? '',
              run.nextFigure ? print(run.nextFigure.value, KIND_OF_UNIT[run.nextFigure.unit]) : '',
            ),
          )}
        </span>
      </span>
      <span className="text-center">
        <span className="figure block text-figure text-brick">
          {run.stepsDone}
          <span className="text-label text-soft">/{run.stepsAll}</span>
        </span>
        <span className="name text-field font-semibold underline underline-offset-4">Go on</span>
      </span>
      <span aria-hidden="true" className="col-span-2 mt-3 block h-1.5 bg-rule">
        <span
          className="block h-full bg-brick"
          style={{ width: `${(100 * run.stepsDone) / run.stepsAll}%` }}
        />
      </span>
    </Link>
  )
}

/** A batch that is laid out: what it makes, and how much of it. */
function BatchCard({ batch }: { readonly batch: BatchSummary }) {
  const count = batch.pieces.reduce((n, p) => n + p.repeats, 0)
  return (
    <Link
      to={`/batches/${batch.id}`}
      className="grid grid-cols-[1fr_auto] items-center gap-x-6 rounded-md border-[1.5px] border-ink bg-sheet p-4"
    >
      <span className="min-w-0">
        <span className="name block truncate text-section font-semibold">{batch.name}</span>
        <span className="block truncate text-soft">
          {batch.pieces.length === 0
            ? 'A batch with no piece yet.'
            : batch.pieces
                .map((p) => (p.repeats > 1 ? `${p.piece.title} ×${p.repeats}` : p.piece.title))
                .join(', ')}
        </span>
      </span>
      <span className="text-center">
        <span className="figure block text-figure">{count}</span>
        <span className="name text-soft">laid out</span>
      </span>
    </Link>
  )
}

/** An ended run whose clocks go on: somebody still watches it. */
function Watched({ run }: { readonly run: RunSummary }) {
  return (
    <Link to={`/run/${run.id}`} className="grid gap-2 rounded-md border-[1.5px] border-brass bg-sheet p-4">
      <span className="name block text-section font-semibold">{run.title}</span>
      <Clocks clocks={run.clocks} />
    </Link>
  )
}

function RecentRow({ entry }: { readonly entry: LogSummary }) {
  const tell = useTell()
  return (
    <li>
      <Link
        to={`/log/${entry.id}`}
        className="grid min-h-[48px] grid-cols-[1fr_auto] items-center gap-x-4 border-b border-rule py-2 hover:bg-sheet"
      >
        <span className="min-w-0">
          <span className="name block truncate text-field font-semibold">{entry.title}</span>
          <span className="block text-foot text-soft">{tell(entry.told)}</span>
        </span>
        <span className="text-foot text-soft">
          {entry.personName} · {dayOf(entry.at)}
        </span>
      </Link>
    </li>
  )
}
