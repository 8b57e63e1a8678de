/** A log of many years, made up: pieces, runs and lines by the ten thousand, the same for a seed, for measuring on. */
import { addMinutes, subDays } from 'date-fns'
import { foldRun, ONLY_MAKING, type RunEvent } from '#core/record/run.ts'
import { seeded } from '#core/seeded.ts'
import type { LineResult } from '#core/record/entry.ts'
import { FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS, planPiece } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import { readEntry, workedOn } from '#application/read-entry.ts'
import type { LogDraft, PieceDraft } from '#contract/schemas.ts'
import type { Run } from '#contract/types.ts'
import type { NewRunPiece } from './db/tables/runs.ts'
import type { NewEntry } from './db/tables/log-rows.ts'
import { brazeCameOut, cutCameOut } from './demo/results.ts'
import { fillDemo } from './demo/demo.ts'
import { headOf, lineOf, UNJUDGED } from './line-head.ts'
import type { Store } from './store.ts'

export interface Years {
  readonly pieces: number
  readonly lines: number
  readonly runs: number
  readonly seed: number
  /** The last day. */
  readonly now: Date
}

const PIECES_A_JOB = 20
const DAYS = 3650
const AT_ONCE = 1000
/** Of what came out, in so many ways for each seed of a piece. */
const WAYS = 12
const THICKNESSES = ['1/4 in', '3/8 in', '10 mm', '1/2 in', '5/8 in', '3/4 in', '1 in', '30 mm']
const TITLES = [
  'Paddle frame',
  'Gusset',
  'Heel post',
  'Stop plank iron',
  'Riser',
  'Valve tail',
  'Beam flange',
  'Sluice rack',
]
const NOTES = [
  '',
  '',
  'Scale knocked off first.',
  'Wind from the gate.',
  'Best of the lot.',
  'Tip cleaned half way.',
]

/** A piece that can be planned and run, with what may come out of it. */
interface Seed {
  readonly draft: PieceDraft
  readonly run: Pick<NewRunPiece, 'plan' | 'setup'> & Pick<Run, 'steps'>
  readonly lines: readonly Pick<
    NewEntry,
    'kind' | 'thicknessM' | 'tipOrificeM' | 'outcome' | 'good' | 'told'
  >[]
}

/** Ids that come the same way for a seed. */
function ids(random: () => number): () => string {
  const hex = (n: number) => Array.from({ length: n }, () => Math.floor(random() * 16).toString(16)).join('')
  return () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`
}

/** What came out of a piece, with some scatter. */
function cameOut(draft: PieceDraft, random: () => number): LogDraft {
  const near = (value: number, unit: string) => `${(value * (0.9 + 0.2 * random())).toFixed(2)} ${unit}`
  const common = { id: '', pieceId: '', at: '2026-01-01T00:00:00Z' }
  const note = NOTES[Math.floor(random() * NOTES.length)] ?? ''
  if (draft.kind === 'cut')
    return cutCameOut({
      ...common,
      note,
      used: {
        tipOrifice: ['0.040 in', '0.052 in', '0.060 in'][Math.floor(random() * 3)] ?? '',
        oxygenPressure: near(42, 'psi'),
        fuelPressure: near(6, 'psi'),
        travelSpeed: near(15, 'in/min'),
        preheat: near(12, 's'),
      },
      kerf: near(2.2, 'mm'),
      slag: random() < 0.85 ? 'one-tap' : 'chisel',
      edge: random() < 0.9 ? 'sharp' : 'leaning',
    })
  return brazeCameOut(
    {
      ...common,
      note,
      used: {
        tipOrifice: '0.052 in',
        oxygenPressure: near(6, 'psi'),
        fuelPressure: near(6, 'psi'),
        timeToTemperature: near(40, 's'),
        trialHeat: '',
        fillerLength: near(60, 'mm'),
      },
    },
    draft.work.joint,
  )
}

function seedOf(store: Store, draft: PieceDraft, random: () => number): Seed[] {
  const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS)
  if (!planned.ok) return []
  const procedure = procedureOf(draft.rig.torch, planned, FIRST_SETTINGS)
  const on = workedOn(draft, FIRST_SETTINGS, planned.plan)
  if (!procedure.ok || !on) return []
  const lines = Array.from({ length: WAYS }, () => cameOut(draft, random)).flatMap((entry) => {
    const read = readEntry(entry, on, FIRST_SETTINGS)
    if (!read.ok) return []
    const { kind, thicknessM, tipOrificeM, outcome, good, told } = lineOf(
      store,
      entry,
      undefined,
      on,
      read.told,
      false,
    )
    return [{ kind, thicknessM, tipOrificeM, outcome, good, told }]
  })
  const { steps, setup } = procedure
  return lines.length === 0 ? [] : [{ draft, run: { plan: planned.plan, steps, setup }, lines }]
}

/** Some forty pieces: the yard's own, and its plate cuts on other plates. */
function seeds(store: Store, random: () => number): readonly Seed[] {
  const own = store.jobs.page(50).flatMap((j) => store.pieces.draftsOf(j.id, 50))
  const more = own.flatMap((draft) =>
    draft.kind === 'cut' && draft.work.shape === 'straight'
      ? THICKNESSES.map((thickness) => ({ ...draft, work: { ...draft.work, thickness } }))
      : [draft],
  )
  // by what they say, not by ids that are made anew each time: the same log for the same seed
  const said = new Map(more.map((d) => [JSON.stringify({ ...d, torchId: null }), d]))
  return [...said]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .flatMap(([, draft]) => seedOf(store, draft, random))
    .slice(0, 40)
}

interface Piece {
  readonly id: string
  readonly jobName: string
  readonly title: string
  readonly seed: Seed
  readonly at: Date
}

/** Does something so many times, in transactions of some at once. */
function inLots(store: Store, count: number, work: (i: number) => void): void {
  for (let from = 0; from < count; from += AT_ONCE)
    store.transaction(() => {
      for (let i = from; i < Math.min(count, from + AT_ONCE); i++) work(i)
    })
}

function addPieces(store: Store, years: Years, random: () => number, id: () => string): readonly Piece[] {
  const all = seeds(store, random)
  const pieces: Piece[] = []
  let job = { id: '', name: '' }
  inLots(store, years.pieces, (i) => {
    const at = subDays(years.now, DAYS * (1 - i / years.pieces))
    if (i % PIECES_A_JOB === 0) {
      job = { id: id(), name: `Reach ${1 + Math.floor(i / PIECES_A_JOB)}` }
      store.jobs.add(job.id, job.name, 'Sallow Reach', at.toISOString())
    }
    const seed = all[Math.floor(random() * all.length)]
    if (!seed) throw new Error('no piece can be planned')
    const title = `${TITLES[Math.floor(random() * TITLES.length)] ?? ''} ${i}`
    const piece = { id: id(), jobName: job.name, title, seed, at }
    store.pieces.add({ id: piece.id, jobId: job.id, title, draft: seed.draft }, at.toISOString())
    pieces.push(piece)
  })
  return pieces
}

/** A run of a piece from its first step to its last, with the line that it writes itself. */
function addRun(store: Store, piece: Piece, personId: string | null, id: () => string): string {
  const { plan, steps, setup } = piece.seed.run
  const made = { pieceId: piece.id, draft: piece.seed.draft, plan, setup, repeats: 1 }
  const run = { id: id(), pieces: [made], steps }
  store.runs.add({ ...run, batchId: null, personId, at: piece.at.toISOString() })
  const events: RunEvent[] = steps.map((s, i) => ({
    id: id(),
    kind: 'done',
    stepId: s.id,
    at: addMinutes(piece.at, i).toISOString(),
    personId,
  }))
  store.runs.addEvents(run, events, foldRun(run, events))
  const at = addMinutes(piece.at, steps.length).toISOString()
  store.runs.end(run, at, [ONLY_MAKING])
  const told: LineResult = {
    kind: 'run',
    state: 'finished',
    steps: steps.length,
    skipped: 0,
    seconds: 60 * steps.length,
  }
  addLine(store, piece, personId, {
    id: run.id,
    at,
    runId: run.id,
    kind: 'run',
    thicknessM: null,
    tipOrificeM: null,
    ...UNJUDGED,
    told,
  })
  return run.id
}

function addLine(
  store: Store,
  piece: Piece,
  personId: string | null,
  line: Omit<
    NewEntry,
    'pieceId' | 'personId' | 'jobName' | 'title' | 'personName' | 'metal' | 'fuel' | 'handling'
  >,
): void {
  const head = headOf(
    store,
    { id: piece.id, jobName: piece.jobName, title: piece.title, draft: piece.seed.draft },
    personId,
  )
  const tells = line.runId !== null && (line.kind === 'cut' || line.kind === 'braze')
  store.log.add({ ...line, ...head }, tells ? ONLY_MAKING : undefined)
}

/** Something that is told of a piece beside what came out. */
function aside(random: () => number): LineResult {
  if (random() < 0.6)
    return {
      kind: 'reading',
      what: 'fuelPressure',
      text: '6 psi',
      si: 41_369,
      unit: 'Pa',
      device: '',
      target: { low: 34_474, value: 41_369, high: 48_263 },
    }
  return { kind: 'fault', signs: ['Drag lines lean'], cause: 'Going too fast', fix: 'Go slower.' }
}

/**
 * Fills an empty log with the demo's yard and its years.
 * @param told hears how far it is, in words
 */
export function fillYears(store: Store, years: Years, told: (what: string) => void = () => undefined): void {
  store.log.many(() => fill(store, years, told))
}

function fill(store: Store, years: Years, told: (what: string) => void): void {
  const random = seeded(years.seed)
  const id = ids(random)
  fillDemo(store, years.now)
  const people = store.people.list().map((p) => p.id)
  const somebody = () => people[Math.floor(random() * people.length)] ?? null
  const pieces = addPieces(store, years, random, id)
  told(`${pieces.length} pieces`)
  // the newest tenth is planned, and not begun
  const begun = Math.floor(pieces.length * 0.9)
  const runOf = new Map<Piece, string>()
  inLots(store, Math.min(years.runs, begun), (i) => {
    const piece = pieces[Math.floor((i * begun) / years.runs)]
    if (piece) runOf.set(piece, addRun(store, piece, somebody(), id))
  })
  told(`${runOf.size} runs`)
  const left = years.lines - runOf.size
  inLots(store, left, (i) => {
    const piece = pieces[i < begun ? i : Math.floor(random() * begun)]
    if (!piece) return
    const personId = somebody()
    const at = addMinutes(piece.at, 60 + Math.floor(random() * 3 * 24 * 60)).toISOString()
    const line = piece.seed.lines[Math.floor(random() * piece.seed.lines.length)]
    const own = { id: id(), at, corrects: null, why: '' }
    // what came out first is of the run, if there was one; some runs are never written down
    const runId = i < begun ? (runOf.get(piece) ?? null) : null
    if (line && (runId === null ? random() < 0.8 : random() < 0.99))
      addLine(store, piece, personId, { ...own, ...line, runId })
    else {
      const what = aside(random)
      addLine(store, piece, personId, {
        ...own,
        kind: what.kind,
        runId: null,
        thicknessM: null,
        tipOrificeM: null,
        ...UNJUDGED,
        told: what,
      })
    }
  })
  told(`${years.lines} lines`)
}
