import type { Job, JobSummary } from '#contract/types.ts'
import type { JobRow } from '../db/tables/jobs.ts'
import { summary } from '../db/tables/tickets.ts'
import { conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'

const NEXT_SHOWN = 6
const RECENT_SHOWN = 5
/** No clock that goes on after a run is longer than this: casting cools overnight. */
const WATCHED_MS = 24 * 3600 * 1000

const head = (row: JobRow) => ({ id: row.id, name: row.name, place: row.place, createdAt: row.created_at })
const withSummaries = (store: Store, row: JobRow): JobSummary => ({
  ...head(row),
  tickets: store.tickets.ofJob(row.id).map(summary),
})

/** Jobs, their pieces, and the day's page. */
export const jobHandlers: Pick<
  Handlers,
  'today' | 'listJobs' | 'getJob' | 'addJob' | 'addTicket' | 'changeTicket'
> = {
  today: ({ store, now }) => ({
    running: store.runs.open(),
    toWrite: store.runs.unwritten(),
    tests: store.tests.open(),
    watched: store.runs
      .endedSince(new Date(now().getTime() - WATCHED_MS).toISOString())
      .filter((r) => r.clocks.some((c) => Date.parse(c.from) + c.seconds * 1000 > now().getTime())),
    next: store.tickets
      .all()
      .filter((t) => t.state === 'planned')
      .slice(0, NEXT_SHOWN)
      .map(summary),
    recent: store.log.recent(RECENT_SHOWN),
  }),
  listJobs: ({ store }) => store.jobs.list().map((row) => withSummaries(store, row)),
  getJob: ({ store }, { params }): Job => {
    const row = store.jobs.get(params.id)
    if (!row) throw notFound('job')
    return { ...head(row), tickets: store.tickets.ofJob(row.id) }
  },
  addJob: ({ store, now }, { body }) => {
    if (!store.jobs.get(body.id)) store.jobs.add(body.id, body.name, body.place, now().toISOString())
    const row = store.jobs.get(body.id)
    if (!row) throw notFound('job')
    return withSummaries(store, row)
  },
  addTicket: ({ store, now }, { body }) => {
    if (!store.jobs.get(body.jobId)) throw notFound('job')
    if (!store.tickets.get(body.id)) store.tickets.add(body, now().toISOString())
    return found(store, body.id)
  },
  changeTicket: ({ store, now }, { params, body }) => {
    const before = found(store, params.id)
    // the same change sent twice, since the first answer was lost, is one change
    const same = before.title === body.title && JSON.stringify(before.draft) === JSON.stringify(body.draft)
    if (!same && !store.tickets.change(params.id, body.title, body.draft, body.version, now().toISOString()))
      throw conflict('changed-elsewhere', 'This piece was changed on another screen.')
    return found(store, params.id)
  },
}

function found(store: Store, id: string) {
  const ticket = store.tickets.get(id)
  if (!ticket) throw notFound('piece')
  return ticket
}
