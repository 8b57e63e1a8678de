import type { CloseOut } from '#contract/types.ts'
import { notFound } from '../errors.ts'
import type { Handlers } from './mount.ts'

/** A job of more pieces than this is closed out in parts: nobody reads such a register. */
const MOST_PIECES = 5000
/** A run that was stopped before anything was made counts as one of it. */
const timesIn = ({ made }: { readonly made: number }): number => Math.max(1, made)

/** A job as it is handed over: every piece with its runs, what was found and tested, and its pictures. */
export const closeOutHandlers: Pick<Handlers, 'getCloseOut'> = {
  getCloseOut: ({ store }, { params }): CloseOut => {
    const job = store.jobs.get(params.id)
    if (!job) throw notFound('job')
    return {
      job: { id: job.id, name: job.name, place: job.place, createdAt: job.created_at },
      pieces: store.pieces.ofJob(job.id, MOST_PIECES).map((piece) => {
        const { id, title, kind, about, state, remedyOf } = piece
        const entries = store.log.ofPiece(id)
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
              run.endedAt === null
                ? 0
                : (run.share * (Date.parse(run.endedAt) - Date.parse(run.startedAt))) / 60_000,
            torchS: (run.took.torchS ?? 0) * timesIn(run),
            oxygenM3: (run.took.oxygenM3 ?? 0) * timesIn(run),
            fuelM3: (run.took.fuelM3 ?? 0) * timesIn(run),
            nitrogenM3: (run.took.nitrogenM3 ?? 0) * timesIn(run),
            filler: run.took.filler ?? '',
            fillerKg: (run.took.fillerKg ?? 0) * timesIn(run),
          })),
          entries,
          photos: entries.flatMap((e) => store.photos.of(e.id).map((p) => p.id)),
        }
      }),
      remnants: store.stock.remnantsSince(job.created_at),
    }
  },
}
