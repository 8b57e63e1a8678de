import { describe, expect, it } from 'vitest'
import { PSI_PA } from '../quantity/units.ts'
import { forbidden, hazardsAtEnd, runSteps } from './hazards.ts'
import { refuseProof, skipAsks, type Proof } from './skip.ts'
import { USUAL_LINE_METHODS } from './methods.ts'
import { coldLine, foundLine, type LineState } from './state.ts'
import type { Step } from './steps.ts'
import { brazeSteps, cutSteps, given } from './test-support.ts'

const CUT = given(cutSteps())
const BRAZE = given(brazeSteps())
const SPAN = { low: 38 * PSI_PA, value: 40 * PSI_PA, high: 42 * PSI_PA }
const at = (made: typeof CUT, id: string) => {
  const i = made.steps.findIndex((s) => s.id === id)
  const step = made.steps[i]
  if (!step) throw new Error(`no step ${id}`)
  const line = runSteps(made.steps.slice(0, i), made.setting, foundLine(made.setting)).state
  return { step, line }
}
const asks = (made: typeof CUT, id: string) => {
  const { step, line } = at(made, id)
  return skipAsks(step, line, made.setting)
}
const refused = (id: string, proof: Proof, made = CUT, span = SPAN) => {
  const { step, line } = at(made, id)
  return refuseProof(step, proof, line, made.setting, span)
}
const by = 'orla'

describe('leaving a step out', () => {
  it('asserts nothing of a side that was apart since: neither that it was tested nor that it was purged', () => {
    const leaks = at(CUT, 'leaks')
    const purge = at(CUT, 'purge-oxygen')
    const apart = (line: LineState): LineState => ({
      ...line,
      oxygen: { ...line.oxygen, fitted: 'untested' },
    })
    expect(skipAsks(leaks.step, apart(leaks.line), CUT.setting)).toMatchObject({ asks: 'refused' })
    expect(skipAsks(purge.step, apart(purge.line), CUT.setting)).toMatchObject({ asks: 'refused' })
    // the other side was not
    const fuel = at(CUT, 'purge-fuel')
    expect(skipAsks(fuel.step, apart(fuel.line), CUT.setting)).toMatchObject({ asks: 'ago' })
  })
  it('takes the reading of a needle that stands higher by its rise, where nothing flows while it is set', () => {
    const made = given(cutSteps({}, { methods: { ...USUAL_LINE_METHODS, setPressures: 'static' } }))
    const { step, line } = at(made, 'set-oxygen')
    const proof = (psi: number): Proof => ({ kind: 'reading', by, si: psi * PSI_PA })
    expect(step.risePa).toBeCloseTo(2 * PSI_PA, 0)
    expect(
      refuseProof(step, proof(42), line, made.setting, { ...SPAN, low: 39.9 * PSI_PA, high: 40.1 * PSI_PA }),
    ).toBeUndefined()
    expect(refuseProof(step, proof(48), line, made.setting, SPAN)).toMatch(/not where this piece wants it/)
  })
  it('takes a reason where the line does not change by it', () => {
    for (const id of ['rig', 'preheat', 'fire-watch']) expect(asks(CUT, id), id).toEqual({ asks: 'reason' })
  })
  it('asks for what proves that the line is so already', () => {
    expect(asks(CUT, 'set-oxygen')).toEqual({ asks: 'reading' })
    expect(asks(CUT, 'set-fuel')).toEqual({ asks: 'reading' })
    expect(asks(CUT, 'purge-fuel')).toEqual({ asks: 'ago', what: 'purged', mostS: 1800 })
    expect(asks(CUT, 'leaks')).toEqual({ asks: 'ago', what: 'tested', mostS: 86_400 })
    expect(asks(CUT, 'open-oxygen').asks).toBe('seen')
    expect(asks(CUT, 'bleed-fuel').asks).toBe('seen')
  })
  it('is refused where nothing can prove it: a flame, shut cylinders, the nitrogen that runs through the line', () => {
    for (const id of ['light', 'trim', 'retrim', 'shut-cylinders'])
      expect(asks(CUT, id).asks, id).toBe('refused')
    const sweep = BRAZE.steps.find((s) => s.role === 'nitrogen-sweep')
    expect(asks(BRAZE, sweep?.id ?? '').asks).toBe('refused')
  })
  it('says in every case of every step what it asks for, and a refusal is a sentence', () => {
    for (const made of [CUT, BRAZE])
      for (const { id } of made.steps) {
        const asked = asks(made, id)
        if (asked.asks === 'refused') expect(asked.text, id).toMatch(/^[A-Z].*\.$/)
        if (asked.asks === 'seen') expect(asked.text.length, id).toBeGreaterThan(5)
      }
  })
})

describe('a proof', () => {
  const reading = (psi: number): Proof => ({ kind: 'reading', by, si: psi * PSI_PA })
  it('by the needle stands only where the piece wants it', () => {
    expect(refused('set-oxygen', reading(40))).toBeUndefined()
    expect(refused('set-oxygen', reading(70))).toMatch(/not where this piece wants it/)
    expect(refused('set-oxygen', reading(0))).toMatch(/not where this piece wants it/)
    expect(refused('set-oxygen', reading(160))).toMatch(/past what may be set/)
    const wide = { low: PSI_PA, value: 8 * PSI_PA, high: 20 * PSI_PA }
    expect(refused('set-fuel', reading(14), CUT, wide)).toMatch(/past what may be set/)
  })
  it('by time stands for half an hour of a purge, and for a day of a leak check', () => {
    const ago = (minutes: number): Proof => ({ kind: 'ago', by, seconds: minutes * 60 })
    expect(refused('purge-fuel', ago(29))).toBeUndefined()
    expect(refused('purge-fuel', ago(31))).toMatch(/may hold air again/)
    expect(refused('purge-fuel', ago(-1))).toMatch(/how long ago/)
    expect(refused('purge-fuel', { kind: 'ago', by, seconds: Number.NaN })).toMatch(/how long ago/)
    expect(refused('leaks', ago(60 * 23))).toBeUndefined()
    expect(refused('leaks', ago(60 * 25))).toMatch(/check again/)
  })
  it('is somebody’s, and of the kind that is asked for', () => {
    expect(refused('open-oxygen', { kind: 'seen', by: null })).toBe('Say who has seen to it.')
    expect(refused('open-oxygen', { kind: 'seen', by })).toBeUndefined()
    expect(refused('set-oxygen', { kind: 'seen', by })).toMatch(/Something else proves/)
    expect(refused('rig', { kind: 'seen', by })).toMatch(/with a reason/)
    expect(refused('light', { kind: 'seen', by })).toMatch(/light it/)
  })
  it('makes nothing allowed that is forbidden: a cylinder against a screw that was left in', () => {
    const { step } = at(CUT, 'open-fuel')
    // nobody has looked at the screws
    const found: LineState = foundLine(CUT.setting)
    expect(refuseProof(step, { kind: 'seen', by }, found, CUT.setting, undefined)).toMatch(/screw/i)
  })
})

describe('a run of which all is asserted that can be', () => {
  it('is judged like one that was done: the line ends in the same state', () => {
    for (const made of [CUT, BRAZE]) {
      const asserted: Step[] = []
      let line = coldLine(made.setting)
      for (const step of made.steps) {
        const asked = skipAsks(step, line, made.setting)
        if (asked.asks !== 'reason') asserted.push(step)
        line = runSteps(asked.asks === 'reason' ? [] : [step], made.setting, line).state
      }
      expect(asserted.length).toBeGreaterThan(8)
      expect(forbidden(hazardsAtEnd(line))).toEqual([])
      const done = runSteps(made.steps, made.setting, coldLine(made.setting)).state
      expect([line.oxygen, line.fuel, line.flame]).toEqual([done.oxygen, done.fuel, done.flame])
    }
  })
})
