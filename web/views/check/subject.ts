import { useMemo } from 'react'
import type { StepRole } from '#core/line/steps.ts'
import { makingTitle, ONLY_MAKING, tookByRole, type Making } from '#core/record/run.ts'
import { workedOn, type WorkedOn } from '#application/read-entry.ts'
import type { PieceDraft, Settings } from '#contract/schemas.ts'
import type { LogEntry, Run, RunPiece, Piece } from '#contract/types.ts'

/** What is looked at: a run that ended, a piece without one, or a line of the log that is to be corrected. */
export interface Subject {
  readonly pieceId: string
  readonly runId: string | null
  /** Which making of its run. */
  readonly making: Making
  readonly personId: string | null
  readonly title: string
  readonly jobName: string
  readonly draft: PieceDraft
  readonly plan: RunPiece['plan'] | undefined
  /** Seconds that the steps of a role took by the run's own clock. */
  readonly tookS: Readonly<Partial<Record<StepRole, number>>>
  readonly corrects: LogEntry | undefined
  /** Where it is gone to once it is written down; absent for the line itself. */
  readonly then?: string
}

/** One making of a run; undefined for one that it has not. */
export const ofRun = (run: Run, making: Making): Subject | undefined => {
  const piece = run.pieces[making.place - 1]
  if (!piece || making.repeat > piece.repeats) return undefined
  return {
    pieceId: piece.pieceId,
    runId: run.id,
    making,
    personId: run.personId,
    title: makingTitle(piece.title, piece.repeats, making),
    jobName: piece.jobName,
    draft: piece.draft,
    plan: piece.plan,
    tookS: tookByRole(run, making),
    corrects: undefined,
    // in a batch the next one waits
    ...(run.batchId === null ? {} : { then: run.endedAt === null ? `/run/${run.id}` : `/run/${run.id}/log` }),
  }
}
export const ofPiece = (piece: Piece): Subject => ({
  pieceId: piece.id,
  runId: null,
  making: ONLY_MAKING,
  personId: null,
  title: piece.title,
  jobName: piece.jobName,
  draft: piece.draft,
  plan: undefined,
  tookS: {},
  corrects: undefined,
})
export const ofEntry = (entry: LogEntry): Subject | undefined =>
  entry.pieceId === null || entry.draft === null
    ? undefined
    : {
        pieceId: entry.pieceId,
        runId: entry.runId,
        making: entry.run?.making ?? ONLY_MAKING,
        personId: null,
        title: entry.title,
        jobName: entry.jobName,
        draft: entry.draft,
        plan: entry.plan ?? undefined,
        tookS: {},
        corrects: entry,
      }

/** The piece as it was worked on; undefined when its draft cannot be read any more. */
export function useWorkedOn(subject: Subject, settings: Settings): WorkedOn | undefined {
  return useMemo(() => workedOn(subject.draft, settings, subject.plan), [subject, settings])
}
