import { foldRun } from '#core/record/run.ts'
import { parseQuantity, type Kind } from '#core/quantity/index.ts'
import { planDraft } from '#contract/plan-of.ts'
import type { Settings } from '#contract/schemas.ts'
import type { LogEntry, Used } from '#contract/types.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'
import { checkPerson } from './runs.ts'

const NAMES: Readonly<
  Record<keyof LogEntry['used'], { kind: 'length' | 'pressure' | 'speed'; max: number }>
> = {
  tipOrifice: { kind: 'length', max: 0.01 },
  oxygenPressure: { kind: 'pressure', max: 3.5e6 },
  fuelPressure: { kind: 'pressure', max: 3.5e6 },
  travelSpeed: { kind: 'speed', max: 0.2 },
}
const KERF_MAX_M = 0.05

function readUsed(
  text: string,
  kind: Kind & keyof Settings['units'],
  max: number,
  field: string,
  settings: Settings,
): Used | null {
  if (text.trim() === '') return null
  const read = parseQuantity(text, kind, { unit: settings.units[kind], decimalMark: settings.decimalMark })
  if (!read.ok) throw new AppError(422, 'bad-input', read.message, field)
  if (read.absolute || !(read.value > 0 && read.value <= max))
    throw new AppError(422, 'bad-input', `“${text}” cannot be what was used.`, field)
  return { text, si: read.value }
}

function entry(store: Store, id: string): LogEntry {
  const stored = store.log.get(id)
  if (!stored) throw notFound('entry')
  const run = stored.runId === null ? undefined : store.runs.get(stored.runId)
  return {
    ...stored,
    plan: run?.plan.kind === 'cut' ? run.plan : null,
    run: run
      ? {
          startedAt: run.startedAt,
          endedAt: run.endedAt,
          steps: foldRun(run, run.events).steps,
          events: run.events,
        }
      : null,
  }
}

/** The book. */
export const logHandlers: Pick<Handlers, 'listLog' | 'getLog' | 'addLog' | 'listKerfs'> = {
  listLog: ({ store }) => store.log.list(),
  getLog: ({ store }, { params }) => entry(store, params.id),
  listKerfs: ({ store }) => store.log.kerfs(),
  addLog: ({ store }, { body }) =>
    store.transaction(() => {
      if (store.log.get(body.id)) return entry(store, body.id)
      const ticket = store.tickets.get(body.ticketId)
      if (!ticket) throw new AppError(422, 'bad-input', 'There is no such piece.', 'ticketId')
      checkPerson(store, body.personId)
      const run = body.runId === null ? undefined : store.runs.get(body.runId)
      if (body.runId !== null && run?.ticketId !== ticket.id)
        throw new AppError(422, 'bad-input', 'There is no such run of this piece.', 'runId')
      if (run && store.log.entryOfRun(run.id))
        throw conflict('already-logged', 'This run is in the log already.')
      const settings = store.settings.get()
      const draft = run?.draft ?? ticket.draft
      if (draft.kind !== 'cut')
        throw new AppError(422, 'not-a-cut', 'Only cuts are written down here.', 'ticketId')
      const read = planDraft(draft, settings, [])
      if (!read.ok) throw new AppError(422, 'no-plan', 'The piece it belongs to cannot be read.', 'ticketId')
      const used = (name: keyof LogEntry['used']) =>
        readUsed(body.used[name], NAMES[name].kind, NAMES[name].max, `used.${name}`, settings)
      store.log.add({
        id: body.id,
        ticketId: ticket.id,
        runId: run?.id ?? null,
        personId: body.personId,
        at: body.at,
        thicknessM: read.request.work.thicknessM,
        handling: read.request.rig.handling,
        used: {
          tipOrifice: used('tipOrifice'),
          oxygenPressure: used('oxygenPressure'),
          fuelPressure: used('fuelPressure'),
          travelSpeed: used('travelSpeed'),
        },
        edge: body.edge,
        slag: body.slag,
        drop: body.drop,
        kerf: readUsed(body.kerf, 'length', KERF_MAX_M, 'kerf', settings),
        note: body.note,
      })
      return entry(store, body.id)
    }),
}
