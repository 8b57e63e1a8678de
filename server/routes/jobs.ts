import type { Job, JobSummary, PieceChanged } from '#contract/types.ts'
import type { JobRow } from '../db/tables/jobs.ts'
import { askWhetherAnother } from '../another.ts'
import { conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import { Written, type Handlers } from './mount.ts'

const NEXT_SHOWN = 6
const RECENT_SHOWN = 5
const RUNNING_SHOWN = 20
const BATCHES_SHOWN = 6
const TO_WRITE_SHOWN = 8
/** A page of jobs, each with the first of its pieces. */
const JOBS_SHOWN = 10
const PIECES_SHOWN = 12
/** A page of the pieces of one job. */
const PIECES_PAGE = 50
const NAMES_SHOWN = 30
/** No clock that goes on after a run is longer than this: casting cools overnight. */
const WATCHED_MS = 24 * 3600 * 1000

const head = (row: JobRow) => ({ id: row.id, name: row.name, place: row.place, createdAt: row.created_at })
const withPieces = (store: Store, row: JobRow, most: number, from = 0): JobSummary => ({
  ...head(row),
  pieces: store.pieces.ofJob(row.id, most, from),
  pieceCount: store.pieces.countOf(row.id),
})

function found(store: Store, id: string) {
  const piece = store.pieces.get(id)
  if (!piece) throw notFound('piece')
  return piece
}
/** What of a piece its change has moved. */
function changed(store: Store, id: string): PieceChanged {
  const piece = store.pieces.brief(id)
  if (!piece) throw notFound('piece')
  return piece
}

/** Jobs, their pieces, and the day's page. */
export const jobHandlers: Pick<
  Handlers,
  | 'today'
  | 'listJobs'
  | 'findJobs'
  | 'getJob'
  | 'getWholeJob'
  | 'getPiece'
  | 'addJob'
  | 'addPiece'
  | 'changePiece'
> = {
  today: ({ store, now, house }) => {
    const toWrite = store.runs.unwritten(TO_WRITE_SHOWN + 1)
    return {
      running: store.runs.open(RUNNING_SHOWN),
      toWrite: toWrite.slice(0, TO_WRITE_SHOWN),
      moreToWrite: toWrite.length > TO_WRITE_SHOWN,
      tests: store.tests.open(),
      watched: store.runs
        .endedSince(new Date(now().getTime() - WATCHED_MS).toISOString())
        .filter((r) => r.clocks.some((c) => Date.parse(c.from) + c.seconds * 1000 > now().getTime())),
      next: store.pieces.planned(NEXT_SHOWN),
      batches: store.batches.open(BATCHES_SHOWN),
      recent: store.log.recent(RECENT_SHOWN),
      lastCopy: house.lastCopy,
    }
  },
  listJobs: ({ store }, { query }) => {
    const rows = store.jobs.page(JOBS_SHOWN + 1, query.after)
    const shown = rows.slice(0, JOBS_SHOWN)
    return {
      jobs: shown.map((row) => withPieces(store, row, PIECES_SHOWN)),
      after: rows.length > JOBS_SHOWN ? (shown.at(-1)?.id ?? null) : null,
    }
  },
  findJobs: ({ store }, { query }) => {
    const asked = (query.name ?? '').trim()
    // those that would be taken for it come first: its own name may begin otherwise
    const found = [...store.jobs.near(asked, NAMES_SHOWN), ...store.jobs.beginning(asked, NAMES_SHOWN)]
    return [...new Map(found.map(({ id, name }) => [id, { id, name }])).values()].slice(0, NAMES_SHOWN)
  },
  getJob: ({ store }, { params, query }): Job => {
    const row = store.jobs.get(params.id)
    if (!row) throw notFound('job')
    const place = query.around === undefined ? 0 : store.pieces.placeOf(query.around)
    const skipped = place - (place % PIECES_PAGE)
    const at = (i: number) => (i < 0 ? null : (store.pieces.ofJob(row.id, 1, i)[0]?.id ?? null))
    return {
      ...withPieces(store, row, PIECES_PAGE, skipped),
      skipped,
      earlier: at(skipped - 1),
      later: at(skipped + PIECES_PAGE),
    }
  },
  getWholeJob: async ({ store, lanes }, { params }) => {
    if (!store.jobs.get(params.id)) throw notFound('job')
    return new Written(await lanes.read.wholeJob(params.id))
  },
  getPiece: ({ store }, { params }) => found(store, params.id),
  addJob: ({ store, now }, { body }) => {
    if (!store.jobs.get(body.id)) {
      askWhetherAnother(body, store.jobs.near(body.name, NAMES_SHOWN))
      store.jobs.add(body.id, body.name, body.place, now().toISOString())
    }
    const row = store.jobs.get(body.id)
    if (!row) throw notFound('job')
    return withPieces(store, row, PIECES_SHOWN)
  },
  addPiece: ({ store, now }, { body }) => {
    if (!store.jobs.get(body.jobId)) throw notFound('job')
    if (!store.pieces.brief(body.id)) store.transaction(() => store.pieces.add(body, now().toISOString()))
    return changed(store, body.id)
  },
  changePiece: ({ store, now }, { params, body }) => {
    const before = found(store, params.id)
    // the same change sent twice, since the first answer was lost, is one change
    const same = before.title === body.title && JSON.stringify(before.draft) === JSON.stringify(body.draft)
    const change = () =>
      store.pieces.change(params.id, body.title, body.draft, body.version, now().toISOString())
    if (!same && !store.transaction(change))
      throw conflict('changed-elsewhere', 'This piece was changed on another screen.')
    return changed(store, params.id)
  },
}
