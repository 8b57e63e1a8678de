import { fireEvent, screen } from '@testing-library/react'
import { vi } from 'vitest'
import { firstBraze, firstDraft, FIRST_SETTINGS, firstPart } from '#application/first.ts'
import { NO_RUNS, planPiece } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Person, Run } from '#contract/types.ts'
import { foldRun, type EventBody, type RunEvent } from '#core/record/run.ts'
import { pieceAt } from '#core/line/led.ts'
import { lineOfRun } from '#core/record/run-line.ts'
import type { RunInHand } from './useRun.ts'

export const AT = '2026-03-02T08:00:00.000Z'

/** A run of a piece as the server gives it, with nothing confirmed yet. */
export function runOf(draft: PieceDraft, over: Partial<Run> = {}, settings = FIRST_SETTINGS): Run {
  const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS)
  if (!planned.ok) throw new Error(planned.errors[0]?.message)
  const made = procedureOf(draft.rig.torch, planned, settings)
  if (!made.ok) throw new Error(made.text)
  const { setup, steps } = made
  return {
    id: 'r1',
    batchId: null,
    title: 'Gusset',
    personId: 'bede',
    personName: 'Bede',
    startedAt: AT,
    endedAt: null,
    logged: false,
    pieces: [
      {
        pieceId: 't1',
        jobId: 'j1',
        jobName: 'Lower gate',
        title: 'Gusset',
        draft,
        plan: planned.plan,
        setup,
        repeats: 1,
      },
    ],
    steps,
    events: [],
    lines: [],
    ...over,
  }
}
export const cutRun = (over?: Partial<Run>): Run => runOf(firstDraft(FIRST_SETTINGS), over)
/** The same where the shop sets its pressures against the shut torch valve. */
export const staticRun = (): Run =>
  runOf(
    firstDraft(FIRST_SETTINGS),
    {},
    { ...FIRST_SETTINGS, methods: { ...FIRST_SETTINGS.methods, setPressures: 'static' } },
  )
/** A refrigerant line, with its nitrogen. */
export const brazeRun = (over?: Partial<Run>): Run => {
  const first = firstBraze(FIRST_SETTINGS)
  return runOf(
    {
      ...first,
      work: {
        ...first.work,
        a: { ...firstPart('copper'), tube: 'ASTM B280 ACR 5/8 straight' },
        b: firstPart('copper'),
        service: ['refrigerant'],
        tubeRun: [{ outsideDiameter: '5/8 in', wall: '0.040 in', length: '18 ft' }],
        cautions: [
          { code: 'refrigerant', by: 'Orla', at: AT },
          { code: 'pressure', by: 'Orla', at: AT },
        ],
      },
    },
    over,
  )
}

export const event = (told: EventBody, stepId: string, n = 0): RunEvent => ({
  id: `e${n}`,
  ...told,
  stepId,
  at: new Date(Date.parse(AT) + 1000 * n).toISOString(),
  personId: 'bede',
})
/** The run with every step before one confirmed. */
export function upTo(run: Run, stepId: string): Run {
  const at = run.steps.findIndex((s) => s.id === stepId)
  if (at < 0) throw new Error(`no step ${stepId}`)
  return { ...run, events: run.steps.slice(0, at).map((s, n) => event({ kind: 'done' }, s.id, n)) }
}

/** A run in hand whose confirmations are kept apart. */
export function inHandOf(run: Run, unsent = 0, here: string | null = run.personId) {
  const progress = foldRun(run, run.events)
  const line = lineOfRun(progress, run.pieces)
  const piece = pieceAt(run.pieces, progress.steps[progress.index])
  const confirm = vi.fn<RunInHand['confirm']>()
  const through = vi.fn<RunInHand['through']>()
  const inHand: RunInHand = { run, piece, progress, line, unsent, here, confirm, through }
  return { inHand, confirm, through }
}

export const PEOPLE: readonly Person[] = (
  [
    ['bede', 'Bede', 'practised'],
    ['idris', 'Idris', 'apprentice'],
    ['tamsin', 'Tamsin', 'instructor'],
    ['gone', 'Ansel', 'instructor'],
  ] as const
).map(([id, name, role]) => ({ id, name, role, active: id !== 'gone' }))

export const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }))

/** The plan of a run's only piece. */
export function planOf({ pieces: [piece] }: Run): Run['pieces'][number]['plan'] {
  if (!piece) throw new Error('a run makes at least one piece')
  return piece.plan
}
