import { useCallback, useMemo, useRef, useState } from 'react'
import { NO_RUNS, planBrazeDraft, type GoodBraze } from '#application/plan-of.ts'
import type { BrazeDraft } from '#contract/schemas.ts'
import type { Job, Torch } from '#contract/types.ts'
import { hasStop, type FieldError } from '#core/figure.ts'
import type { Caution } from '#core/piece/plan-draft.ts'
import { api } from '../../../app/api.ts'
import { useShop } from '../../../app/shop.ts'
import { useShortcuts } from '../../../app/shortcuts.ts'
import { useSheets } from '../../../paper/useMade.ts'
import { Findings } from '../Findings.tsx'
import { HowSheet } from '../HowSheet.tsx'
import { placeOf, RESTS_MS, useRested, useWholeJob } from '../PieceHead.tsx'
import { StopPanel, stopOf } from '../StopPanel.tsx'
import { PlanHead, useRunning } from '../RunButton.tsx'
import { toBeGiven } from '#application/given.ts'
import { Stale } from '../Stale.tsx'
import { useDraft, type PieceOf } from '../useDraft.ts'
import { BRAZE_WORDS } from './braze-words.ts'
import { BRAZE_STATIONS, BrazeLine, type BrazeStation } from './BrazeLine.tsx'
import { BrazeTabs } from './BrazeTabs.tsx'
import { BrazeWork } from './BrazeWork.tsx'

const NO_ERRORS: readonly FieldError[] = []
const NO_TORCHES: readonly Torch[] = []
const NO_CAUTIONS: readonly Caution[] = []

/** The figures of the joint itself, which hang at no station of the line. */
const JOINT_STATION: BrazeStation = {
  id: 'joint',
  title: 'The joint itself',
  figures: [
    'clearanceCold',
    'clearanceHot',
    'overlapNeeded',
    'overlapGiven',
    'jointStrength',
    'partStrength',
    'endLoad',
    'brazingTemperature',
    'baseHeadroom',
    'fillerVolume',
    'fillerMass',
    'rodLength',
    'rodLengthAll',
    'fluxMass',
    'warmTime',
    'grooveDepth',
    'grooveWidth',
    'preheatTo',
    'preheatHeat',
    'setTime',
    'nitrogenAfter',
    'coolTime',
  ],
}
/** Figures of heat along the tube, and of the nitrogen in it. */
const ALONG_STATION: BrazeStation = {
  id: 'along',
  title: 'Along the tube',
  figures: [
    'reach60C',
    'reach60CWithRag',
    'protectedTemperature',
    'nextJointTemperature',
    'remeltDistance',
    'softenedLength',
    'purgeFlow',
    'purgeVolume',
    'purgeTime',
    'purgeGas',
  ],
}
const ALL_STATIONS = [...BRAZE_STATIONS, JOINT_STATION, ALONG_STATION]

/** The plan of one braze: the line on top, the work at the left, the joint at the right, the findings at the foot. */
export default function BrazeView({
  job,
  piece,
}: {
  readonly job: Job
  readonly piece: PieceOf<BrazeDraft>
}) {
  const shop = useShop()
  const { settings, units } = shop
  const torches = api.useTorchesQuery().data ?? NO_TORCHES
  const draft = useDraft(piece)
  const [station, setStation] = useState<BrazeStation | undefined>(undefined)
  const page = useRef<HTMLElement>(null)
  const records = api.useRecordsQuery('braze').data
  const planned = useMemo(
    () => planBrazeDraft(draft.draft, settings, records ?? NO_RUNS, units),
    [draft.draft, settings, records, units],
  )
  // while a field cannot be read, the last plan that could stays in sight
  const last = useRef<GoodBraze | undefined>(undefined)
  if (planned.ok) last.current = planned
  const shown = planned.ok ? planned : last.current
  const onLine = useRested(shown, RESTS_MS.line)
  const told = useRested(planned, RESTS_MS.told)
  const toldPlan = told.ok ? told.plan : last.current?.plan
  const whole = useWholeJob(job.id)
  const openFigure = useCallback(
    (figure: string) => setStation(ALL_STATIONS.find((s) => s.figures.some((f) => f === figure))),
    [],
  )
  // a stop that passes on the way to a longer number takes no drawing away
  const stop = told.ok ? stopOf(told.plan.findings) : undefined
  const running = useRunning(
    piece,
    planned.ok && !hasStop(planned.plan.findings) && toBeGiven(draft.draft).length === 0,
  )
  const keys = useMemo(
    () => ({
      w: () => page.current?.querySelector<HTMLInputElement>('[data-work] input')?.focus(),
      r: () => running.go(),
      l: () => page.current?.querySelector<HTMLButtonElement>('[data-station]')?.focus(),
    }),
    [running],
  )
  useShortcuts(keys)
  const paper = useSheets(draft.title, async () => {
    // a plan with a stop is not taken to the bench
    if (!planned.ok || stop) return []
    const { brazePage } = await import('./braze-page.tsx')
    return [
      brazePage(
        {
          title: draft.title,
          place: placeOf(job),
          torchName,
          draft: draft.draft,
          planned,
        },
        shop,
      ),
    ]
  })
  const torchName = torches.find((t) => t.id === draft.draft.torchId)?.name ?? ''
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
        <Stale errors={planned.ok ? NO_ERRORS : planned.errors}>
          <BrazeLine plan={onLine.plan} request={onLine.request} torchName={torchName} onOpen={setStation} />
        </Stale>
      ) : (
        <div />
      )}
      <div className="min-h-0 lg:grid lg:grid-cols-[372px_1fr]">
        <BrazeWork
          draft={draft.draft}
          edit={draft.edit}
          torches={torches}
          errors={planned.ok ? NO_ERRORS : planned.errors}
          cautions={toldPlan?.cautions ?? NO_CAUTIONS}
        />
        {stop && told.ok ? (
          <StopPanel
            stop={stop}
            planned={told}
            draft={draft.draft}
            title={draft.title}
            jobId={job.id}
            {...(records ? { records } : {})}
            onDraft={(next) => draft.edit.setDraft(next as BrazeDraft)}
          />
        ) : shown ? (
          <div className={planned.ok ? 'contents' : 'stale contents'}>
            <BrazeTabs
              planned={shown}
              stale={!planned.ok}
              draft={draft.draft}
              edit={draft.edit}
              whole={whole}
              onJoint={() => setStation(JOINT_STATION)}
              onAlong={() => setStation(ALONG_STATION)}
              tryAt={`/practice/heat/piece/${job.id}/${piece.id}`}
            />
          </div>
        ) : (
          <p className="p-6 text-soft">The drawing comes with the first size that can be read.</p>
        )}
      </div>
      <Findings plan={toldPlan} errors={told.ok ? NO_ERRORS : told.errors} onOpen={openFigure} />
      {shown && station ? (
        <HowSheet
          station={station}
          plan={shown.plan}
          words={BRAZE_WORDS}
          sparse={station.id === 'joint' || station.id === 'along'}
          onClose={() => setStation(undefined)}
        />
      ) : null}
    </main>
  )
}
