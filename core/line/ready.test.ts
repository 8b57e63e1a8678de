import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '../gas/fuels.ts'
import { gasSteps, isFresh, readySteps } from './ready.ts'
import { forbidden, hazardsAtEnd } from './hazards.ts'
import { runLed } from './led.ts'
import { LINE_TOUCHING, optionsOfLine, USUAL_LINE_METHODS } from './methods.ts'
import { compose } from './procedure.ts'
import { coldLine, RESTED_S } from './state.ts'
import { brazeSteps, cutSteps, setupOf } from './test-support.ts'
import type { Step } from './steps.ts'
import { plainId, type LeftAt } from './ways.ts'

const WORK: Step = { id: 'heat', phase: 'cut', act: 'Heat', why: '', acts: [{ do: 'heat' }] }
const whole = (setup: ReturnType<typeof setupOf>) => {
  const made = compose(setup, { before: [], work: [WORK], cooling: [], after: [] })
  if (!made.ok) throw new Error(made.text)
  return made
}
const given = (made: ReturnType<typeof cutSteps>) => {
  if (!made.ok) throw new Error(made.text)
  return made
}
/** Where a run stands once what is laid out before the gas is done. */
function toRig({ steps, setting }: ReturnType<typeof given>): LeftAt {
  const first = steps.findIndex((s) => s.phase !== 'before')
  return { line: coldLine(setting), ahead: steps.slice(first) }
}
const BEDE = { by: 'bede', purgedS: 600 }

describe('a rig that stands ready', () => {
  it('is lit after a look at both gauges by the one who purged it within half an hour', () => {
    const made = given(cutSteps())
    const steps = readySteps(made.setup, toRig(made), BEDE, 'bede')
    expect(steps?.map((s) => [s.id, s.figure])).toEqual([
      ['ready-oxygen', 'cuttingOxygenPressure'],
      ['ready-fuel', 'fuelPressure'],
    ])
  })
  it('is purged and tested again later, or where another set it, or nobody says who', () => {
    const made = given(cutSteps())
    for (const [told, who] of [
      [{ by: 'bede', purgedS: RESTED_S + 1 }, 'bede'],
      [BEDE, 'orla'],
      [{ by: null, purgedS: 60 }, null],
    ] as const) {
      expect(isFresh(told, who)).toBe(false)
      const ids = readySteps(made.setup, toRig(made), told, who)?.map(plainId)
      expect(ids?.slice(0, 2)).toEqual(['ready-oxygen', 'ready-fuel'])
      expect(ids).toContain('purge-oxygen')
      expect(ids).toContain('purge-fuel')
      expect(ids?.at(-1)).toBe('leaks')
      expect(ids).not.toContain('open-oxygen')
    }
  })
  it('leaves nitrogen to be set and swept: that is never only said', () => {
    const made = given(brazeSteps())
    const at = toRig(made)
    const rest = at.ahead.slice(gasSteps(at.ahead))
    expect(readySteps(made.setup, at, BEDE, 'bede')).toBeDefined()
    expect(rest.some((s) => s.role === 'nitrogen-sweep')).toBe(
      at.ahead.some((s) => s.role === 'nitrogen-sweep'),
    )
  })
  it('is not said once the gases are on, nor where no gas is to come', () => {
    const made = given(cutSteps())
    const lit = made.steps.findIndex((s) => s.phase === 'light')
    const { state } = runLed(made.steps.slice(0, lit), [made], coldLine(made.setting))
    expect(
      readySteps(made.setup, { line: state, ahead: made.steps.slice(lit) }, BEDE, 'bede'),
    ).toBeUndefined()
    expect(
      readySteps(made.setup, { line: coldLine(made.setting), ahead: made.steps.slice(lit) }, BEDE, 'bede'),
    ).toBeUndefined()
  })
  it('meets nothing forbidden to its end, by every option of every method, on every rig and fuel', () => {
    const kinds = ['cutting-torch', 'cutting-attachment', 'brazing-handle', 'heating-head'] as const
    const option = fc
      .constantFrom(...LINE_TOUCHING)
      .chain((name) => fc.constantFrom(...optionsOfLine(name)).map((value) => ({ [name]: value })))
    fc.assert(
      fc.property(
        fc.constantFrom(...FUEL_IDS),
        fc.constantFrom(...kinds),
        fc.boolean(),
        fc.array(option, { maxLength: 4 }),
        fc.constantFrom('bede', 'orla'),
        (fuel, kind, nitrogen, options, by) => {
          const methods = Object.assign({ ...USUAL_LINE_METHODS }, ...options) as typeof USUAL_LINE_METHODS
          const made = whole(
            setupOf(fuel, kind, { methods, nitrogen: nitrogen && kind === 'brazing-handle' }),
          )
          const at = toRig(made)
          const own = readySteps(made.setup, at, { by, purgedS: 600 }, 'bede')
          expect(own, JSON.stringify({ fuel, kind, options, by })).toBeDefined()
          const { met, state } = runLed(
            [...(own ?? []), ...at.ahead.slice(gasSteps(at.ahead))],
            [made],
            at.line,
          )
          expect([...forbidden(met), ...forbidden(hazardsAtEnd(state))]).toEqual([])
        },
      ),
      { numRuns: 300 },
    )
  })
})
