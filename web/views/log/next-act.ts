import { isRoundJoint } from '#core/braze/types.ts'
import type { Job, LogEntry, LogSummary } from '#contract/types.ts'
import { TEST_WORDS } from './outcome-words.ts'

/** What follows from a line of the log: why, what it is called on its button, and where it leads. */
export interface NextAct {
  readonly because: string
  readonly label: string
  readonly to: string
}

const TESTS: readonly LogSummary['kind'][] = ['pressure-test', 'vacuum-test']

/**
 * The one thing to do after a line: a fault is found before anything else, a started piece is gone on with, the next
 * piece of the job is made, a tube that holds a pressure is tested once its joints are done, and a job without anything
 * open is closed out.
 * @param job with the pieces near this one; undefined while it is not known, or for a line of no job
 * @param lines of the same piece
 */
export function nextActOf(
  entry: LogEntry,
  job: Job | undefined,
  lines: readonly LogSummary[],
): NextAct | undefined {
  if (entry.correctedBy)
    return {
      because: 'It was corrected.',
      label: 'See the line that counts',
      to: `/log/${entry.correctedBy}`,
    }
  const { told } = entry
  if (told.kind === 'pressure-test' || told.kind === 'vacuum-test') {
    const { verdict, testId } = told
    if (verdict === 'leaks') return { because: 'It leaks.', label: 'Find the leak', to: `/tests/${testId}` }
    if (verdict !== 'holds' && verdict !== 'dry')
      return {
        because: `${TEST_WORDS[verdict]}.`,
        label: verdict === 'moist' ? 'Dry it, and pull it down again' : 'Test it again',
        to: `/tests/new/${told.kind === 'pressure-test' ? 'pressure' : 'vacuum'}${entry.pieceId === null ? '' : `?piece=${entry.pieceId}`}`,
      }
  }
  if (entry.outcome === 'failed')
    return { because: 'It failed.', label: 'Find the fault', to: `/faults?entry=${entry.id}` }
  if (!job) return undefined
  const at = (id: string) => `/jobs/${job.id}/${id}`
  const failed = job.pieces.find((p) => p.state === 'failed' && p.id !== entry.pieceId)
  const here = job.pieces.findIndex((p) => p.id === entry.pieceId)
  const inOrder = [...job.pieces.slice(here + 1), ...job.pieces.slice(0, Math.max(0, here))]
  const planned = inOrder.find((p) => p.state === 'planned' || p.state === 'running')
  if (planned) return { because: 'Next in this job:', label: planned.title, to: at(planned.id) }
  if (failed) return { because: 'One failed in this job:', label: failed.title, to: at(failed.id) }
  if (
    told.kind === 'braze' &&
    isRoundJoint(told.joint) &&
    entry.pieceId !== null &&
    !lines.some((l) => TESTS.includes(l.kind))
  )
    return {
      because: 'All joints are made, and the line is not tested.',
      label: 'Pressure test',
      to: `/tests/new/pressure?piece=${entry.pieceId}`,
    }
  return { because: 'Nothing is open in this job.', label: 'Close it out', to: `/jobs/${job.id}/close-out` }
}
