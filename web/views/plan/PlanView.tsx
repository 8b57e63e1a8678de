import { useCallback, useMemo, useRef, useState } from 'react'
import { NO_RUNS, planDraft, type GoodCut, type OwnRuns } from '#application/plan-of.ts'
import { lessonOf, outlineInARow } from '#application/in-a-row.ts'
import type { CutDraft } from '#contract/schemas.ts'
import type { Job, Torch } from '#contract/types.ts'
import type { Caution } from '#core/cut/index.ts'
import { hasStop, type FieldError } from '#core/figure.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useShortcuts } from '../../app/shortcuts.ts'
import { useSheets } from '../../paper/useMade.ts'
import { usePieceOutline } from '../../work/useOutline.ts'
import { Drawings } from './Drawings.tsx'
import { CUT_WORDS } from './figure-words.ts'
import { Findings } from './Findings.tsx'
import { HowSheet } from './HowSheet.tsx'
import { SHAPE_STATION, STATIONS, TheLine, USUAL_STATION, type Station } from './TheLine.tsx'
import { placeOf, RESTS_MS, useRested, useWholeJob } from './PieceHead.tsx'
import { StopPanel, stopOf } from './StopPanel.tsx'
import { PlanHead, useRunning } from './RunButton.tsx'
import { toBeGiven } from '#application/given.ts'
import { Stale } from './Stale.tsx'
import { useDraft, type PieceOf } from './useDraft.ts'
import { InARow } from '../batch/InARow.tsx'
import { WorkPanel } from './WorkPanel.tsx'

const NO_ERRORS: readonly FieldError[] = []
const NO_TORCHES: readonly Torch[] = []

const NO_CAUTIONS: readonly Caution[] = []

/** The plan of one cut: the line on top, the work at the left, the drawing at the right, the findings at the foot. */
export function PlanView({ job, piece }: { readonly job: Job; readonly piece: PieceOf<CutDraft> }) {
  const records = api.useRecordsQuery('cut').data ?? NO_RUNS
  const torches = api.useTorchesQuery().data ?? NO_TORCHES
  const whole = useWholeJob(job.id)
  return <Typed job={job} piece={piece} records={records} torches={torches} whole={whole} />
}

/** The plan as it is typed: apart from what is asked of the server, which no key changes. */
function Typed({
  job,
  piece,
  records,
  torches,
  whole,
}: {
  readonly job: Job
  readonly piece: PieceOf<CutDraft>
  readonly records: OwnRuns
  readonly torches: readonly Torch[]
  readonly whole: string
}) {
  const shop = useShop()
  const { settings, units } = shop
  const draft = useDraft(piece)
  const [station, setStation] = useState<Station | undefined>(undefined)
  const page = useRef<HTMLElement>(null)
  const planned = useMemo(
    () => planDraft(draft.draft, settings, records, units),
    [draft.draft, settings, records, units],
  )
  // while a field cannot be read, the last plan that gave figures stays in sight
  const last = useRef<GoodCut | undefined>(undefined)
  if (planned.ok && planned.plan.figures.travelSpeed) last.current = planned
  const shown = planned.ok ? planned : last.current
  const kerfM = shown?.plan.figures.kerf?.value
  const outlineId = shown?.request.work.shape === 'outline' ? draft.draft.work.outlineId : null
  const outline = usePieceOutline(
    kerfM === undefined ? undefined : (outlineId ?? undefined),
    (kerfM ?? 0) * 1000,
    (shown?.request.work.thicknessM ?? 0) * 1000,
  )
  const drawn = outline.outlined
  const torchName = torches.find((t) => t.id === draft.draft.torchId)?.name ?? ''
  const errors = planned.ok ? NO_ERRORS : planned.errors
  const onLine = useRested(shown, RESTS_MS.line)
  const told = useRested(planned, RESTS_MS.told)
  const toldPlan = told.ok ? told.plan : last.current?.plan
  const openFigure = useCallback(
    (figure: string) =>
      setStation(
        [...STATIONS, SHAPE_STATION, USUAL_STATION].find((s) => s.figures.some((f) => f === figure)),
      ),
    [],
  )
  const openShape = useCallback(() => setStation(SHAPE_STATION), [])
  // a stop that passes on the way to a longer number takes no drawing away
  const stop = told.ok ? stopOf(told.plan.findings) : undefined
  const running = useRunning(
    piece,
    planned.ok && !hasStop(planned.plan.findings) && toBeGiven(draft.draft).length === 0,
  )
  const keys = useMemo(
    () => ({
      w: () => page.current?.querySelector<HTMLInputElement>('[data-work] input')?.focus(),
      l: () => page.current?.querySelector<HTMLButtonElement>('[data-station]')?.focus(),
      r: () => running.go(),
    }),
    [running],
  )
  useShortcuts(keys)
  const paper = useSheets(draft.title, async () => {
    // a plan with a stop is not taken to the bench
    if (!planned.ok || stop) return []
    const { cutPage } = await import('./cut-page.tsx')
    return [
      cutPage(
        {
          title: draft.title,
          place: placeOf(job),
          torchName,
          draft: draft.draft,
          planned,
          outline,
        },
        shop,
      ),
    ]
  })
  return (
    <main ref={page} className="flex flex-col lg:grid lg:h-dvh lg:grid-rows-[auto_auto_1fr_auto]">
      <PlanHead
        job={job}
        pieceId={piece.id}
        draft={draft}
        running={running}
        planned={planned.ok ? planned : undefined}
        paper={paper}
        stopped={stop !== undefined}
      />
      {onLine ? (
        <Stale errors={errors}>
          <TheLine plan={onLine.plan} request={onLine.request} torchName={torchName} onOpen={setStation} />
        </Stale>
      ) : (
        <div />
      )}
      <div className="min-h-0 lg:grid lg:grid-cols-[372px_1fr]">
        <WorkPanel
          draft={draft.draft}
          edit={draft.edit}
          torches={torches}
          errors={errors}
          cautions={toldPlan?.cautions ?? NO_CAUTIONS}
          kerfM={kerfM}
          lesson={
            planned.ok && draft.draft.work.shape === 'practice' ? (
              <InARow
                name={draft.title}
                jobId={job.id}
                pieces={() => lessonOf(draft.draft, planned, settings.units)}
              >
                Lead me cut by cut
              </InARow>
            ) : planned.ok && drawn?.ok === true && drawn.plan.cuts.length > 1 ? (
              <InARow
                name={draft.title}
                jobId={job.id}
                pieces={() => outlineInARow(draft.draft, drawn.plan, settings.units)}
              >
                Lead me cut by cut
              </InARow>
            ) : null
          }
        />
        {stop && told.ok ? (
          <StopPanel
            stop={stop}
            planned={told}
            draft={draft.draft}
            title={draft.title}
            jobId={job.id}
            records={records}
            onDraft={(next) => draft.edit.setDraft(next as CutDraft)}
          />
        ) : shown ? (
          <div className={planned.ok ? 'contents' : 'stale contents'}>
            <Drawings
              planned={shown}
              stale={!planned.ok}
              draft={draft.draft}
              edit={draft.edit}
              errors={errors}
              title={draft.title}
              whole={whole}
              outline={outline}
              onFigures={openShape}
              tryAt={`/practice/pace/piece/${job.id}/${piece.id}`}
            />
          </div>
        ) : (
          <p className="p-6 text-soft">The drawing comes with the first thickness that can be read.</p>
        )}
      </div>
      <Findings plan={toldPlan} errors={told.ok ? NO_ERRORS : told.errors} onOpen={openFigure} />
      {shown && station ? (
        <HowSheet
          station={station}
          plan={shown.plan}
          words={CUT_WORDS}
          sparse={station.id === 'shape'}
          onClose={() => setStation(undefined)}
        />
      ) : null}
    </main>
  )
}
