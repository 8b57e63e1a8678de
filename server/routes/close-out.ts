import { figureNamed } from '#core/figure.ts'
import type { CloseOut, Run } from '#contract/types.ts'
import { summary } from '../db/tables/tickets.ts'
import { notFound } from '../errors.ts'
import type { Handlers } from './mount.ts'

const amount = (run: Run, name: string) => figureNamed(run.plan, name)?.value ?? 0

/** A job as it is handed over: every piece with its runs, what was found and tested, and its pictures. */
export const closeOutHandlers: Pick<Handlers, 'getCloseOut'> = {
  getCloseOut: ({ store }, { params }): CloseOut => {
    const job = store.jobs.get(params.id)
    if (!job) throw notFound('job')
    return {
      job: { id: job.id, name: job.name, place: job.place, createdAt: job.created_at },
      pieces: store.tickets.ofJob(job.id).map((ticket) => {
        const { id, title, kind, about, state, remedyOf } = summary(ticket)
        const entries = store.log.ofTicket(id)
        return {
          id,
          title,
          kind,
          about,
          state,
          remedyOf,
          runs: store.runs.of(id).map((run) => ({
            endedAt: run.endedAt,
            person: run.personName ?? '',
            minutes:
              run.endedAt === null ? 0 : (Date.parse(run.endedAt) - Date.parse(run.startedAt)) / 60_000,
            torchS: amount(run, 'torchTime'),
            oxygenM3: amount(run, 'oxygenUsed'),
            fuelM3: amount(run, 'fuelUsed'),
            nitrogenM3: amount(run, 'purgeGas'),
            filler: run.plan.kind === 'braze' ? (run.plan.choice.filler ?? '') : '',
            fillerKg: amount(run, 'fillerMass'),
          })),
          entries,
          photos: entries.flatMap((e) => store.photos.of(e.id).map((p) => p.id)),
        }
      }),
      remnants: store.stock.remnantsSince(job.created_at),
    }
  },
}
