import { Play, Printer } from 'lucide-react'
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { costOf, takesOf, together } from '#core/cost.ts'
import { planDraft, type Planned } from '#contract/plan-of.ts'
import type { Job, Ticket, Torch } from '#contract/types.ts'
import type { Caution, MeasuredKerf } from '#core/cut/index.ts'
import type { FieldError } from '#core/figure.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useShortcuts } from '../../app/shortcuts.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { usePieceOutline } from '../../work/useOutline.ts'
import { Drawings } from './Drawings.tsx'
import { Findings } from './Findings.tsx'
import { HowSheet } from './HowSheet.tsx'
import { SHAPE_STATION, STATIONS, TheLine, USUAL_STATION, type Station } from './TheLine.tsx'
import { Tickets } from './Tickets.tsx'
import { useDraft } from './useDraft.ts'
import { WorkPanel } from './WorkPanel.tsx'

const NO_ERRORS: readonly FieldError[] = []
const NO_TORCHES: readonly Torch[] = []

// what is only seen on paper comes after what is seen on the screen
const PlanSheet = lazy(() => import('./PlanSheet.tsx'))

const NO_CAUTIONS: readonly Caution[] = []

const LINE_MS = 40
const REST_MS = 120
const PAPER_MS = 500

type Good = Extract<Planned, { ok: true }>

/** The plan of one cut: the line on top, the work at the left, the drawing at the right, the findings at the foot. */
export function PlanView({ job, ticket }: { readonly job: Job; readonly ticket: Ticket }) {
  const { settings, units } = useShop()
  const kerfs = api.useKerfsQuery().data
  const torches = api.useTorchesQuery().data ?? NO_TORCHES
  const draft = useDraft(ticket)
  const [station, setStation] = useState<Station | undefined>(undefined)
  const page = useRef<HTMLElement>(null)
  const planned = useMemo(
    () => planDraft(draft.draft, settings, kerfs ?? [], units),
    [draft.draft, settings, kerfs, units],
  )
  // while a field cannot be read, the last plan that gave figures stays in sight
  const last = useRef<Good | undefined>(undefined)
  if (planned.ok && planned.plan.figures.travelSpeed) last.current = planned
  const shown = planned.ok ? planned : last.current
  const kerfM = shown?.plan.figures.kerf?.value
  const outlineId = shown?.request.work.shape === 'outline' ? draft.draft.work.outlineId : null
  const outline = usePieceOutline(
    kerfM === undefined ? undefined : (outlineId ?? undefined),
    (kerfM ?? 0) * 1000,
    (shown?.request.work.thicknessM ?? 0) * 1000,
  )
  const torchName = torches.find((t) => t.id === draft.draft.torchId)?.name ?? ''
  // the drawing follows each key; the figures on the line and what is said at the foot follow as the typing rests
  const onLine = useRested(shown, LINE_MS)
  const told = useRested(planned, REST_MS)
  const onPaper = useRested(shown, PAPER_MS)
  const toldPlan = told.ok ? told.plan : last.current?.plan
  const whole = useWholeJob(job, kerfs)
  const openFigure = useCallback(
    (figure: string) =>
      setStation(
        [...STATIONS, SHAPE_STATION, USUAL_STATION].find((s) => s.figures.some((f) => f === figure)),
      ),
    [],
  )
  const openShape = useCallback(() => setStation(SHAPE_STATION), [])
  const running = useRunning(ticket, planned.ok && planned.plan.findings.every((f) => f.rank !== 'stop'))
  const keys = useMemo(
    () => ({
      w: () => page.current?.querySelector<HTMLInputElement>('[data-work] input')?.focus(),
      l: () => page.current?.querySelector<HTMLButtonElement>('[data-station]')?.focus(),
      r: () => running.go(),
    }),
    [running],
  )
  useShortcuts(keys)
  return (
    <>
      <main ref={page} className="print:hidden lg:grid lg:h-dvh lg:grid-rows-[auto_auto_1fr_auto]">
        <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b-[1.5px] border-rule bg-sheet px-5 py-2">
          <div className="min-w-[220px] grow">
            <input
              aria-label="Name of the piece"
              className="name w-full max-w-[420px] rounded-md border-[1.5px] border-transparent bg-transparent text-[1.7rem] leading-tight font-semibold text-ellipsis hover:border-rule"
              value={draft.title}
              maxLength={120}
              onChange={(e) => draft.edit.change({ title: e.target.value })}
            />
            <p className="truncate text-soft">
              {job.name}
              {job.place ? `, ${job.place}` : ''}
              {draft.stored ? '' : ' · keeping'}
            </p>
          </div>
          <Tickets job={job} current={ticket.id} />
          <Button
            className="no-print min-h-[46px]"
            aria-label="Print the plan, or save it as PDF"
            onClick={() => print()}
          >
            <Printer size={20} aria-hidden="true" />
          </Button>
          <Button
            data-run
            look="act"
            className="no-print min-h-[46px] text-xl"
            disabled={running.disabled}
            onClick={running.go}
          >
            <Play size={20} aria-hidden="true" /> {running.label}
          </Button>
        </header>
        {running.failure ? (
          <p
            role="alert"
            className="col-span-full border-b-[1.5px] border-alarm bg-sheet px-5 py-2 font-bold text-alarm"
          >
            {running.failure}
          </p>
        ) : null}
        {draft.changedElsewhere ? (
          <ChangedElsewhere onMine={() => void draft.keepMine()} onTheirs={() => void draft.takeTheirs()} />
        ) : null}
        {onLine ? (
          <TheLine plan={onLine.plan} request={onLine.request} torchName={torchName} onOpen={setStation} />
        ) : (
          <div />
        )}
        <div className="min-h-0 lg:grid lg:grid-cols-[372px_1fr]">
          <WorkPanel
            draft={draft.draft}
            edit={draft.edit}
            torches={torches}
            errors={planned.ok ? NO_ERRORS : planned.errors}
            cautions={toldPlan?.cautions ?? NO_CAUTIONS}
            kerfM={kerfM}
          />
          {shown ? (
            <Drawings
              planned={shown}
              stale={!planned.ok}
              draft={draft.draft}
              edit={draft.edit}
              errors={planned.ok ? NO_ERRORS : planned.errors}
              title={draft.title}
              whole={whole}
              outline={outline}
              onFigures={openShape}
            />
          ) : (
            <p className="p-6 text-soft">The drawing comes with the first thickness that can be read.</p>
          )}
        </div>
        <Findings plan={toldPlan} errors={told.ok ? NO_ERRORS : told.errors} onOpen={openFigure} />
        {shown && station ? (
          <HowSheet station={station} plan={shown.plan} onClose={() => setStation(undefined)} />
        ) : null}
      </main>
      {onPaper ? (
        <Suspense>
          <PlanSheet
            title={draft.title}
            place={job.place ? `${job.name}, ${job.place}` : job.name}
            torchName={torchName}
            draft={draft.draft}
            planned={onPaper}
            outline={outline}
          />
        </Suspense>
      ) : null}
    </>
  )
}

/** What all pieces of a job take together, as they are stored: time, gases, and cost where things are priced. */
function useWholeJob(job: Job, kerfs: readonly MeasuredKerf[] | undefined): string {
  const { settings, print } = useShop()
  return useMemo(() => {
    const all = job.tickets.flatMap((t) => {
      const planned = planDraft(t.draft, settings, kerfs ?? [])
      return (planned.ok && takesOf(planned.plan)) || []
    })
    if (all.length < 2) return ''
    const sum = together(all)
    const cost = costOf(sum, settings.prices)
    return `${all.length} pieces: ${print(sum.torchS, 'time')}, ${print(sum.oxygenM3, 'volume')} of oxygen, ${print(sum.fuelM3, 'volume')} of fuel${cost === undefined ? '' : `, cost ${cost.toFixed(2)}`}. Lighting and trimming come on top.`
  }, [job, settings, kerfs, print])
}

function ChangedElsewhere({
  onMine,
  onTheirs,
}: {
  readonly onMine: () => void
  readonly onTheirs: () => void
}) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 border-b-[1.5px] border-brass bg-sheet px-5 py-2"
    >
      <strong>This piece was changed on another screen.</strong>
      <Button onClick={onMine}>Keep what is here</Button>
      <Button onClick={onTheirs}>Take what is there</Button>
    </div>
  )
}

/** What the large button does: begin the run, go on with it, or write it down. */
function useRunning(ticket: Ticket, good: boolean) {
  const go = useNavigate()
  const personId = useApp((s) => s.device.personId)
  const waiting = useApp((s) => s.outbox.items.some((i) => i.key === `ticket:${ticket.id}`))
  const [start, { isLoading, error }] = api.useStartRunMutation()
  return useMemo(() => {
    if (ticket.state === 'running' && ticket.runId)
      return {
        label: 'Go on with the run',
        disabled: false,
        go: () => void go(`/run/${ticket.runId}`),
        failure: undefined,
      }
    if (ticket.state === 'cut' && ticket.runId)
      return {
        label: 'Write it down',
        disabled: false,
        go: () => void go(`/run/${ticket.runId}/log`),
        failure: undefined,
      }
    const disabled = !good || waiting || isLoading
    const begin = async () => {
      if (disabled) return
      const run = await start({
        id: crypto.randomUUID(),
        ticketId: ticket.id,
        personId,
        at: new Date().toISOString(),
      }).unwrap()
      void go(`/run/${run.id}`)
    }
    return {
      label: ticket.state === 'logged' ? 'Run it again' : 'Run this cut',
      disabled,
      go: () => void begin().catch(() => undefined),
      failure: (error as Failure | undefined)?.message,
    }
  }, [ticket, good, waiting, isLoading, error, start, go, personId])
}

/** A value that is taken over only when it has not changed for some time. */
function useRested<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value)
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(value), ms)
    return () => window.clearTimeout(timer)
  }, [value, ms])
  return rested
}
