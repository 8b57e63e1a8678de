import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mostDrawn, SHORT_BURN_S } from '../gas/short-burns.ts'
import { composeBatch } from '../line/batch.ts'
import { longestS } from '../line/steps.ts'
import type { LineSetup } from '../line/setup.ts'
import { setupOf } from '../line/test-support.ts'
import { burnClock, clockFrom, foldRun, type EventBody, type RunEvent } from './run.ts'
import { burntIn } from './run-line.ts'

const LIMIT = 1e-5
const START = Date.UTC(2026, 2, 2, 8)
const iso = (s: number) => new Date(START + s * 1000).toISOString()

const joint = (times: number) => {
  const setup: LineSetup = {
    ...setupOf('acetylene', 'brazing-handle'),
    shortBurns: { limit: LIMIT, flow: times * LIMIT, pauseS: 80 },
  }
  const heat = {
    id: 'heat',
    phase: 'braze',
    role: 'heat',
    act: 'Heat',
    why: '',
    acts: [{ do: 'heat', seconds: 20 }],
  } as const
  return { setup, repeats: 2, run: undefined, work: { before: [], work: [heat], cooling: [], after: [] } }
}

describe('the draw of a run in short burns', () => {
  it('stays inside its limit over any ten minutes, across joints, breaks and hands', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.2, max: 4.5, noNaN: true }),
        fc.integer({ min: 10, max: 45 }),
        fc.constantFrom('short-pause', 'hand-over', 'tip-change'),
        (times, heatS, way) => {
          const pieces = [joint(times), joint(times)]
          const made = composeBatch(pieces)
          if (!made.ok) throw new Error(made.text)
          const run = { steps: made.steps, pieces }
          const events: RunEvent[] = []
          let at = 0
          let left = false
          const tell = (told: EventBody) => {
            const { steps, index } = foldRun(run, events)
            events.push({
              id: `e${events.length}`,
              ...told,
              stepId: steps[index]?.id ?? '',
              at: iso(at),
              personId: null,
            })
          }
          for (;;) {
            const p = foldRun(run, events)
            const step = p.steps[p.index]
            if (!step) break
            if (step.id === 'heat.3' && !left) {
              left = true
              tell(way === 'hand-over' ? { kind: way, to: 'orla' } : { kind: 'break', name: way })
              continue
            }
            // a quick hand: it waits for what holds it, and for nothing else
            if (step.role === 'heat') at += heatS
            else if (step.id.startsWith('rest-cylinder') && step.timer) {
              const from = clockFrom(step.timer, p, { startedAt: iso(0), pieces })
              at = Math.max(at, (Date.parse(from ?? '') - START) / 1000 + longestS(step.timer))
            } else if (p.index > 0) at += 1
            tell({ kind: 'done' })
          }
          const p = foldRun(run, events)
          const { burns, litS } = burntIn(p, pieces, iso(0))
          expect(litS).toBeUndefined()
          expect(burns).toHaveLength(5)
          expect(mostDrawn(burns)).toBeLessThanOrEqual(LIMIT * (1 + 1e-6))
        },
      ),
      { numRuns: 12 },
    )
  }, 60_000)
  it('has a clock while it is lit, from when the striker was taken up, and none for a line without a limit', () => {
    const pieces = [joint(3)]
    const made = composeBatch(pieces)
    if (!made.ok) throw new Error(made.text)
    const run = { steps: made.steps, pieces, startedAt: iso(0) }
    const lit = made.steps.findIndex((s) => s.id === 'light')
    const events = made.steps.slice(0, lit + 2).map((s, i): RunEvent => ({
      id: s.id,
      kind: 'done',
      stepId: s.id,
      at: iso(10 * i),
      personId: null,
    }))
    expect(burnClock(foldRun(run, events), run)).toEqual({
      what: 'Lit',
      from: iso(10 * (lit - 1)),
      seconds: SHORT_BURN_S,
      most: true,
    })
    expect(burnClock(foldRun(run, events.slice(0, lit)), run)).toBeUndefined()
    const plain = { ...run, pieces: [{ setup: setupOf('acetylene', 'brazing-handle') }] }
    expect(burnClock(foldRun(plain, events), plain)).toBeUndefined()
  })
})
