import { findCause, findSign } from '#core/check/faults.ts'
import { figureNamed, KIND_OF_UNIT, type Figure } from '#core/figure.ts'
import { pieceAt } from '#core/line/led.ts'
import { foldRun, makingOf, sameMaking, type Making } from '#core/record/run.ts'
import { readEntry, workedOn } from '#application/read-entry.ts'
import { readTyped } from '#application/typed.ts'
import type { LogDraft, Settings } from '#contract/schemas.ts'
import type { LogEntry, LogSummary } from '#contract/types.ts'
import { summaryOf, type StoredEntry } from '../db/tables/log-rows.ts'
import type { StoredRun } from '../db/tables/runs.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import { checkPerson, headOf, headOfMaking, lineOf, UNJUDGED } from '../line-head.ts'
import type { Store } from '../store.ts'
import { Written, type Handlers } from './mount.ts'

const wrong = (message: string, field: string) => new AppError(422, 'bad-input', message, field)

function entry(store: Store, id: string): LogEntry {
  const found = store.log.get(id)
  if (!found) throw notFound('entry')
  const run = found.runId === null ? undefined : store.runs.get(found.runId)
  const making = run && makingOfLine(store, found, run)
  const frozen = making && run?.pieces[making.place - 1]
  const piece = found.pieceId === null ? undefined : store.pieces.get(found.pieceId)
  return {
    ...summaryOf(found),
    jobId: piece?.jobId ?? null,
    runId: found.runId,
    fuel: found.fuel,
    photos: store.photos.of(id).map((p) => p.id),
    plan: frozen?.plan ?? null,
    draft: frozen?.draft ?? piece?.draft ?? null,
    run:
      run && making
        ? {
            making,
            startedAt: run.startedAt,
            endedAt: run.endedAt,
            steps: foldRun(run, run.events).steps,
            events: run.events,
          }
        : null,
  }
}

/** Which making of its run a line tells of; one that takes another's place, or says something beside, is of its piece's first. */
function makingOfLine(store: Store, line: StoredEntry, { pieces }: StoredRun): Making {
  for (
    let at: StoredEntry | undefined = line;
    at;
    at = at.corrects === null ? undefined : store.log.get(at.corrects)
  ) {
    const making = store.log.makingOf(at.id)
    if (making) return making
  }
  const place = pieces.findIndex((p) => p.pieceId === line.pieceId)
  return { place: Math.max(0, place) + 1, repeat: 1 }
}

/** The entry whose place it takes, checked: it is there, of the same piece and kind, and nothing has taken its place yet. */
function checkCorrection(store: Store, body: LogDraft, pieceId: string): void {
  if (body.corrects === null) return
  const before = store.log.get(body.corrects)
  if (!before || before.kind !== body.kind || before.pieceId !== pieceId)
    throw wrong('There is no such entry of this piece.', 'corrects')
  if (body.why === '') throw wrong('Say why it is corrected.', 'why')
  if (body.personId === null) throw wrong('Say who corrects it.', 'personId')
  const taken = store.log.correctionOf(before.id)
  if (taken) throw conflict('corrected-already', 'This line was corrected already. Correct the newest one.')
}

/** A line that was put in just now. */
function added(store: Store, id: string): LogSummary {
  const line = store.log.get(id)
  if (!line) throw notFound('line')
  return summaryOf(line)
}

function write(store: Store, body: LogDraft): LogSummary {
  if (store.log.has(body.id)) return added(store, body.id)
  const piece = store.pieces.get(body.pieceId)
  if (!piece) throw wrong('There is no such piece.', 'pieceId')
  checkPerson(store, body.personId)
  const run = body.runId === null ? undefined : store.runs.get(body.runId)
  const frozen = run?.pieces[body.place - 1]
  if (body.runId !== null && frozen?.pieceId !== piece.id)
    throw wrong('There is no such run of this piece.', 'runId')
  if (body.repeat > (frozen?.repeats ?? 1)) throw wrong('So many of it are not made in this run.', 'repeat')
  checkCorrection(store, body, piece.id)
  const making = { place: body.place, repeat: body.repeat }
  if (run && body.corrects === null && store.log.entryOf(run.id, making))
    throw conflict('already-logged', 'This one is in the log already.')
  const settings = store.settings.get()
  const draft = frozen?.draft ?? piece.draft
  if (draft.kind !== body.kind)
    throw new AppError(
      422,
      'other-kind',
      `This piece is a ${draft.kind}, and is written down as one.`,
      'kind',
    )
  const on = workedOn(draft, settings, frozen?.plan)
  if (!on) throw new AppError(422, 'no-plan', 'The piece it belongs to cannot be read.', 'pieceId')
  const read = readEntry(body, on, settings)
  if (!read.ok) throw wrong(read.errors[0]?.message ?? 'This is not understood.', read.errors[0]?.field ?? '')
  const overridden =
    (run !== undefined && leftOut(run, making)) || on.plan.findings.some((f) => f.code === 'override')
  const head = frozen ? headOfMaking(frozen, making) : piece
  store.log.add(
    lineOf(store, body, head, on, read.told, overridden),
    run && body.corrects === null ? making : undefined,
  )
  return added(store, body.id)
}

/** Whether something was left out of a making, or of the rig that it was made with. */
function leftOut({ steps, events }: StoredRun, making: Making): boolean {
  const of = new Map(steps.map((s) => [s.id, s]))
  return events.some((e) => {
    if (e.kind !== 'skip' && e.kind !== 'assert') return false
    const step = of.get(e.stepId)
    return step?.piece === undefined || sameMaking(makingOf(step), making)
  })
}

/** A reading as typed, held against its figure's unit. */
function readReading(text: string, figure: Figure, settings: Settings): number {
  const kind = KIND_OF_UNIT[figure.unit]
  const read = readTyped(text, kind, settings)
  if (!read.ok) throw wrong(read.message, 'text')
  if (read.reference !== 'gauge') throw wrong('Give what the gauge shows.', 'text')
  return read.value
}

/** The log. */
export const logHandlers: Pick<
  Handlers,
  'listLog' | 'getLog' | 'addLog' | 'addReading' | 'addFault' | 'listRecords' | 'getChart' | 'listPoints'
> = {
  listLog: async ({ lanes }, { query }) => new Written(await lanes.read.log(query)),
  getLog: ({ store }, { params }) => entry(store, params.id),
  listRecords: async ({ lanes }, { query }) => new Written(await lanes.read.records(query.kind)),
  getChart: async ({ lanes }) => new Written(await lanes.read.chart()),
  listPoints: async ({ lanes }, { query }) => new Written(await lanes.read.points(query.row, query.figure)),
  addLog: ({ store, hub }, { body }) => {
    const line = store.transaction(() => write(store, body))
    if (body.runId !== null) hub.changed(body.runId, { line: line.id })
    return line
  },
  addReading: ({ store }, { body }) =>
    store.transaction(() => {
      const known = store.log.get(body.id)
      if (known) return summaryOf(known)
      const run = store.runs.get(body.runId)
      if (!run) throw wrong('There is no such run.', 'runId')
      checkPerson(store, body.personId)
      // of the piece in hand, where it is said
      const step = foldRun(run, run.events).steps.find((s) => s.id === body.stepId)
      const piece = pieceAt(run.pieces, step)
      const figure = figureNamed(piece.plan, body.figure)
      if (!figure) throw wrong('There is no such figure in this plan.', 'figure')
      const si = readReading(body.text, figure, store.settings.get())
      // set against a shut valve, the needle was to stand higher than the figure
      const rise = (step ?? run.steps.find((s) => s.figure === body.figure))?.risePa ?? 0
      store.log.add({
        id: body.id,
        kind: 'reading',
        at: body.at,
        runId: run.id,
        ...headOf(store, headOfMaking(piece, makingOf(step ?? {})), body.personId),
        thicknessM: null,
        tipOrificeM: figureNamed(piece.plan, 'tipOrifice')?.value ?? null,
        ...UNJUDGED,
        why: body.reason,
        told: {
          kind: 'reading',
          what: body.figure,
          text: body.text,
          si,
          unit: figure.unit,
          device: body.device,
          target: { low: figure.low + rise, value: figure.value + rise, high: figure.high + rise },
        },
      })
      return added(store, body.id)
    }),
  addFault: ({ store }, { body }) =>
    store.transaction(() => {
      const known = store.log.get(body.id)
      if (known) return summaryOf(known)
      const piece = body.pieceId === null ? undefined : store.pieces.get(body.pieceId)
      if (body.pieceId !== null && !piece) throw wrong('There is no such piece.', 'pieceId')
      checkPerson(store, body.personId)
      const unknown = body.signs.find((s) => !findSign(s))
      if (unknown !== undefined) throw wrong(`“${unknown}” is no sign that is known here.`, 'signs')
      const cause = findCause(body.cause)
      if (!cause) throw wrong('There is no such cause.', 'cause')
      store.log.add({
        id: body.id,
        kind: 'fault',
        at: body.at,
        runId: body.runId !== null && store.runs.has(body.runId) ? body.runId : null,
        ...headOf(store, piece, body.personId),
        thicknessM: null,
        tipOrificeM: null,
        ...UNJUDGED,
        told: {
          kind: 'fault',
          signs: body.signs.map((s) => findSign(s)?.name ?? s),
          cause: cause.name,
          fix: cause.fix,
        },
      })
      return added(store, body.id)
    }),
}
