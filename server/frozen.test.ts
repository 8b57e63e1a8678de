import { createHash } from 'node:crypto'
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { NO_RUNS, planPiece } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import { planBraze, readBraze, type BrazePlan } from '#core/braze/index.ts'
import { planCut, readCut, type CutPlan } from '#core/cut/index.ts'
import type { FieldError } from '#core/figure.ts'
import { brazeProcedure, plainBrazeTorch } from '#core/line/braze-procedure.ts'
import { cutProcedure, PLAIN_TORCH } from '#core/line/cut-procedure.ts'
import type { Procedure } from '#core/line/procedure.ts'
import { BREAKS, STANDS, standing, wayOut } from '#core/line/ways.ts'
import { readTorchGear } from '#core/line/read-torch.ts'
import { readLineMethods } from '#core/line/methods.ts'
import { actOn, foundLine, type LineState } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import { openDatabase } from './db/open.ts'
import { fillDemo } from './demo/demo.ts'
import { frozenCommand, frozenDraft } from './frozen-requests.ts'
import { recordsOf } from './records.ts'
import { openStore } from './store.ts'
import { tempFolder } from './test-support.ts'

/**
 * What plans and procedures said when these were frozen: values, spans, units and sources of figures, findings, and
 * step by step the acts and how each leaves the line. Sentences may change. `WIMBLE_FREEZE=yes` writes them anew after
 * a change that was meant; `WIMBLE_FREEZE_TO=folder` writes them out in full, to be compared between two checkouts.
 */
const FILE = new URL('./frozen.json', import.meta.url)
const ANEW = process.env['WIMBLE_FREEZE'] === 'yes'
const TO = process.env['WIMBLE_FREEZE_TO']

/** Rounded to nine figures: another machine's last bit is no change. */
const tidy = (value: unknown): unknown =>
  typeof value === 'number'
    ? Number(value.toPrecision(9))
    : Array.isArray(value)
      ? value.map(tidy)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, tidy(v)]))
        : value

const ofPlan = (plan: CutPlan | BrazePlan) => ({
  figures: Object.fromEntries(
    Object.entries(plan.figures).map(([name, f]) => [
      name,
      [f.value, f.low, f.high, f.unit, f.source, f.at ?? '', (f.stop ?? []).join(' ')],
    ]),
  ),
  findings: plan.findings.map((f) => `${f.rank} ${f.code} ${f.field ?? ''} ${f.figure ?? ''}`),
  cautions: plan.cautions.map((c) => c.code),
  before: plan.before.map((a) => a.topic),
  ...(plan.kind === 'braze'
    ? {
        choice: plan.choice,
        ranking: plan.ranking.map((r) => `${r.filler} ${r.verdict}`),
        processes: plan.processes.map((p) => `${p.process} ${p.suits}`),
        steps: plan.steps.map((s) => [s.id, s.phase, s.seconds ?? 0]),
        profile: plan.profile ?? {},
      }
    : {}),
})

function stepsFrom(steps: readonly Step[], from: LineState, made: Extract<Procedure, { ok: true }>) {
  let state = from
  return steps.map((s) => {
    for (const act of s.acts) state = actOn(state, act, made.setting)
    return [
      s.id,
      s.phase,
      s.figure ?? '',
      s.acts,
      s.timer ?? {},
      s.pace ?? {},
      s.pattern ?? {},
      s.methods ?? [],
      state,
    ]
  })
}

const ofProcedure = (made: Procedure) =>
  made.ok
    ? {
        steps: stepsFrom(made.steps, foundLine(made.setting), made),
        breaks: BREAKS.flatMap((b) =>
          STANDS.map((s) => {
            const at = standing(made.steps, made.setting, s)
            return [b, s, stepsFrom(wayOut(made.setup, b, at) ?? [], at.line, made)]
          }),
        ),
        departures: made.exceptions.map((d) => `${d.method} ${d.asked} ${d.used}`),
      }
    : { refused: made.because }

const ofErrors = (errors: readonly FieldError[]) => ({ errors: errors.map((e) => e.field) })

function command(n: number) {
  const { asked, torch, ways } = frozenCommand(n)
  const gear = readTorchGear(torch)
  const own = gear.ok ? gear.torch : {}
  const { methods } = readLineMethods(ways)
  if (asked.kind === 'cut') {
    const read = readCut(asked)
    if (!read.ok) return ofErrors(read.errors)
    const plan = planCut(read.request)
    return {
      ...ofPlan(plan),
      procedure: ofProcedure(
        cutProcedure(plan, read.request, { methods, torch: { ...PLAIN_TORCH, ...own } }),
      ),
    }
  }
  const read = readBraze(asked)
  if (!read.ok) return ofErrors(read.errors)
  const plan = planBraze(read.request)
  const usual = plainBrazeTorch(read.request.rig.head)
  return {
    ...ofPlan(plan),
    procedure: ofProcedure(brazeProcedure(plan, read.request, { methods, torch: { ...usual, ...own } })),
  }
}

type Piece = ReturnType<typeof frozenDraft>
function piece({ draft, settings }: Piece, records: Parameters<typeof planPiece>[2]) {
  const planned = planPiece(draft, settings, records)
  if (!planned.ok) return ofErrors(planned.errors)
  return { ...ofPlan(planned.plan), procedure: ofProcedure(procedureOf(draft.rig.torch, planned, settings)) }
}

const folder = tempFolder()
const db = openDatabase(join(folder, 'book.sqlite'))
const store = openStore(db)
fillDemo(store, new Date('2026-03-02T09:00:00Z'))
afterAll(() => {
  db.close()
  rmSync(folder, { recursive: true })
})

const settings = store.settings.get()
const records = { ...recordsOf(store, 'cut'), brazes: recordsOf(store, 'braze').brazes }
const demo = db
  .prepare<[], { readonly title: string; readonly draft: string }>(
    'SELECT title, draft FROM tickets ORDER BY title, draft',
  )
  .all()

/** Each of them by a name, worked out when it is asked for. */
const asked: readonly (readonly [name: string, work: () => object])[] = [
  ...demo.map(
    (t, i) =>
      [
        `demo ${i} ${t.title}`,
        () => piece({ draft: JSON.parse(t.draft) as PieceDraft, settings }, records),
      ] as const,
  ),
  ...Array.from({ length: 100 }, (_, n) => [`command ${n}`, () => command(n)] as const),
  ...Array.from(
    { length: 100 },
    (_, n) => [`piece ${n}`, () => piece(frozenDraft(n), n % 3 === 0 ? records : NO_RUNS)] as const,
  ),
]

/** Short, and different when anything is: section by section, so that a failure says which. */
const marks = (said: object): Record<string, string> =>
  Object.fromEntries(
    Object.entries(said).map(([part, value]) => [
      part,
      createHash('sha256')
        .update(JSON.stringify(tidy(value)))
        .digest('base64url')
        .slice(0, 10),
    ]),
  )

describe('plans and procedures as they were frozen', () => {
  const frozen = (ANEW ? {} : JSON.parse(readFileSync(FILE, 'utf8'))) as Record<string, unknown>
  const now: Record<string, unknown> = {}
  it.each(asked)('%s', (name, work) => {
    const said = work()
    if (TO !== undefined) {
      mkdirSync(TO, { recursive: true })
      writeFileSync(join(TO, `${name.replace(/[^\w ]/g, '')}.json`), JSON.stringify(tidy(said), null, 1))
    }
    now[name] = marks(said)
    if (!ANEW) expect(now[name]).toEqual(frozen[name])
  })
  afterAll(() => {
    if (ANEW) writeFileSync(FILE, `${JSON.stringify(now, null, 2)}\n`)
  })
})
