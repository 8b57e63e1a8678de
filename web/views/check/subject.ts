import { useMemo } from 'react'
import type { StepRole } from '#core/line/steps.ts'
import { tookByRole } from '#core/record/run.ts'
import { workedOn, type WorkedOn } from '#application/read-entry.ts'
import type { PieceDraft, Settings } from '#contract/schemas.ts'
import type { LogEntry, Run, Piece } from '#contract/types.ts'

/** What is looked at: a run that ended, a piece without one, or a line of the log that is to be corrected. */
export interface Subject {
  readonly pieceId: string
  readonly runId: string | null
  readonly personId: string | null
  readonly title: string
  readonly jobName: string
  readonly draft: PieceDraft
  readonly plan: Run['plan'] | undefined
  /** Seconds that the steps of a role took by the run's own clock. */
  readonly tookS: Readonly<Partial<Record<StepRole, number>>>
  readonly corrects: LogEntry | undefined
}

export const ofRun = (run: Run): Subject => ({
  pieceId: run.pieceId,
  runId: run.id,
  personId: run.personId,
  title: run.title,
  jobName: run.jobName,
  draft: run.draft,
  plan: run.plan,
  tookS: tookByRole(run),
  corrects: undefined,
})
export const ofPiece = (piece: Piece): Subject => ({
  pieceId: piece.id,
  runId: null,
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
