/** The thread that reads for pages: search, what the log teaches, the shop's chart. It has the log open for reading only. */
import { parentPort, workerData } from 'node:worker_threads'
import { expose } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { calibrate, growChart, GROWN_FIGURES, rowOf, whatHelped, type GrownName } from '#core/record/grown.ts'
import { fittedDivisions } from '#core/rig/gear.ts'
import type { LogQuery } from '#contract/schemas.ts'
import { wholeJob } from '#application/whole-job.ts'
import type { DamagedRow, GrownChart, LogPage, Point } from '#contract/types.ts'
import { Damage } from '../damage.ts'
import { openReadOnly } from '../db/open.ts'
import { logIn } from '../folder.ts'
import { recordsOf } from '../records.ts'
import { openStore } from '../store.ts'

/** An answer as it is sent, what was found damaged on the way, and how much of the time the core took, ms. */
export interface Answer {
  readonly json: string
  readonly found: readonly DamagedRow[]
  readonly coreMs: number
}

const { data } = workerData as { readonly data: string }
const damage = new Damage()
const { gear, log, pieces, settings } = openStore(openReadOnly(logIn(data)), damage)
/** Of each figure so many runs are drawn against what was estimated. */
const PAIRS_SHOWN = 150
/** Of a job of more pieces than this only so many are added up. */
const MOST_PIECES = 500

/** Rows that were found while `work` went on; each is told every time, since whoever hears of it knows it already. */
function answered(work: (found: () => number) => string, coreMs = 0): Answer {
  for (const row of damage.list()) damage.mended(row)
  const json = work(() => damage.list().length)
  return { json, found: damage.list(), coreMs }
}
/** A value that the core works out, and how long it took. */
function byCore<T>(work: () => T): { readonly value: T; readonly ms: number } {
  const began = performance.now()
  const value = work()
  return { value, ms: performance.now() - began }
}

const api = {
  log: (query: LogQuery): Answer =>
    answered((found) => {
      const page = log.find(query)
      return JSON.stringify({ ...page, ...log.choices(), leftOut: found() } satisfies LogPage)
    }),
  /** What plans of one kind of work go by, or of both. */
  records: (kind: 'cut' | 'braze' | undefined): Answer =>
    answered(
      () =>
        `{"cuts":${kind === 'braze' ? '[]' : log.cuts()},"kerfs":${kind === 'braze' ? '[]' : log.kerfs()},"brazes":${kind === 'cut' ? '[]' : log.brazes()},"held":${JSON.stringify(log.held())},"divisions":${JSON.stringify(fittedDivisions(gear.list()))},"tried":${log.tried()}}`,
    ),
  wholeJob: (id: string): Answer => {
    const drafts = pieces.draftsOf(id, MOST_PIECES)
    const shop = settings.get()
    const own = recordsOf({ log, gear })
    const { value, ms } = byCore(() => wholeJob(drafts, shop, own))
    return answered(() => JSON.stringify(value), ms)
  },
  chart: (): Answer => {
    const runs = log.charted()
    const { value, ms } = byCore<GrownChart>(() => ({
      rows: growChart(runs),
      // of the newest first: what is drawn of them all would be one blot
      calibrated: calibrate(runs).map((c) => ({ ...c, pairs: c.pairs.slice(0, PAIRS_SHOWN) })),
      helped: whatHelped(runs),
    }))
    return answered(() => JSON.stringify(value), ms)
  },
  points: (row: string, figure: GrownName): Answer => {
    const runs = log.charted()
    const used = GROWN_FIGURES.find((f) => f.used === figure)?.used ?? figure
    const { value, ms } = byCore<Point[]>(() =>
      rowOf(runs, row).flatMap((r) => {
        const si = r.used[used]
        return si === undefined ? [] : [{ at: r.at, value: si, good: r.good }]
      }),
    )
    return answered(() => JSON.stringify(value), ms)
  },
}
/** What can be asked of this thread. */
export type Read = typeof api

if (parentPort) expose(api, nodeEndpoint(parentPort))
