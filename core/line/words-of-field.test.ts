/** What a run says, in the field's words: no step of any procedure speaks in words of our own. docs/words.md has them. */
import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '../gas/fuels.ts'
import { hazardsAtEnd } from './hazards.ts'
import { actOn, coldLine, foundLine, type LineState } from './state.ts'
import { compose } from './procedure.ts'
import { BREAKS, STANDS, standing, wayOut } from './ways.ts'
import { COLD_LINE } from './state.ts'
import { optionsOfLine, LINE_METHOD_NAMES, USUAL_LINE_METHODS } from './methods.ts'
import { METHOD_WORDS, optionWords } from './method-words.ts'
import { RIGS } from './every-method.ts'
import { brazeSteps, cutSteps, given, setupOf } from './test-support.ts'
import { PHASE_NAMES, sentenceOf, STEP_ROLES, type Step } from './steps.ts'

const OURS: readonly (readonly [word: RegExp, field: string])[] = [
  [/\bwhiff/i, 'a trace of oxygen'],
  [/\b(wound|wind)(s)? (in|out)/i, 'turned in, backed out'],
  [/(?<!back the )\bscrews? out\b/i, 'back out the screw'],
  [/\blet (it|them|the gas) out\b/i, 'bleed'],
  [/\bpopped\b|\bit pops\b/i, 'backfired'],
  [/\bcones? off\b/i, 'cone to plate'],
  [/\bshop’s (way|school)/i, 'method'],
  [/\bbook\b/i, 'log'],
]
const spoken = (s: Step) =>
  [s.act, s.why, s.see, s.ifNot, s.caution, s.learner, s.departs].filter((t) => t !== undefined)

/** Steps of every rig and fuel by the usual methods, and by each method in turn; with all their breaks. */
function everyStep(): readonly Step[] {
  const out: Step[] = []
  const add = (made: ReturnType<typeof compose>) => {
    if (!made.ok) return
    out.push(...made.steps)
    for (const name of BREAKS)
      for (const stand of STANDS)
        out.push(...(wayOut(made.setup, name, standing(made.steps, made.setting, stand)) ?? []))
    out.push(...(wayOut(made.setup, 'assembly', { line: COLD_LINE, ahead: made.steps }) ?? []))
  }
  const none = { before: [], work: [], cooling: [], after: [] }
  for (const fuel of FUEL_IDS) for (const rig of RIGS) add(compose(setupOf(fuel, rig.kind, rig), none))
  for (const name of LINE_METHOD_NAMES)
    for (const option of optionsOfLine(name)) {
      const methods = { ...USUAL_LINE_METHODS, [name]: option }
      for (const rig of RIGS) add(compose(setupOf('acetylene', rig.kind, { ...rig, methods }), none))
      add(cutSteps({}, { methods }))
      add(brazeSteps({}, { methods }))
    }
  return out
}
const ALL = everyStep()
/** Each text once, with the act that it belongs to: the same ones come back in every procedure. */
const TEXTS = new Set(ALL.flatMap(spoken))
const KINDS = [
  ...new Map(ALL.map((s) => [[s.id, s.act, s.why, s.figure, s.role, s.phase].join('|'), s])).values(),
]

describe('every step', () => {
  it('speaks in the words of the field', () => {
    expect(ALL.length).toBeGreaterThan(2000)
    for (const text of TEXTS)
      for (const [word, field] of OURS) expect(text, `“${text}” should say ${field}`).not.toMatch(word)
  })
  it('begins with what is done, says why, and needs no full stop after a figure', () => {
    for (const step of KINDS) {
      expect(step.act, step.id).toMatch(/^[A-Z“]/)
      expect(step.act.length, step.act).toBeLessThan(190)
      expect(step.why, step.id).toMatch(/[.?]$/)
      if (step.figure) expect(step.act, step.id).not.toMatch(/[.]$/)
      // a whole sentence: what is done, with what, to which figure, under which condition
      if (step.figure) expect(step.act, step.id).toContain('{figure}')
      expect(sentenceOf(step.act, '43 psi'), step.id).not.toMatch(
        /\b(to|at|of|in|on|this far|oxygen open)$|[{}]/,
      )
    }
  })
  it('has a role of the list or none, and belongs to a stretch with a name', () => {
    const roles: ReadonlySet<string | undefined> = new Set([...STEP_ROLES, undefined])
    for (const step of KINDS) {
      expect(roles.has(step.role), step.id).toBe(true)
      expect(PHASE_NAMES[step.phase], step.id).toBeTruthy()
    }
  })
})

describe('what a hand does to the line', () => {
  /** What of the line an act moves, and the word that has to be said for it. */
  const MOVES: readonly (readonly [what: string, of: (s: LineState) => unknown, word: RegExp])[] = [
    ['the handle’s oxygen valve', (s) => s.handle, /handle/i],
    ['the lever', (s) => s.lever, /lever|press/i],
    ['an adjusting screw', (s) => [s.oxygen.screwPa, s.fuel.screwPa], /screw|regulator/i],
    ['a cylinder', (s) => [s.oxygen.turns, s.fuel.turns, s.nitrogen.turns], /cylinder|supply|nitrogen/i],
    ['the flame', (s) => s.flame, /light|strike|open|add|shut|oxygen|flame|backfire|trim/i],
  ]
  const methods = (over: object) => ({ methods: { ...USUAL_LINE_METHODS, ...over } })
  const torches = ['cutting-torch', 'cutting-attachment'] as const
  it.each(torches)('is said by its step, each act that changes anything, on a %s', (kind) => {
    for (const name of LINE_METHOD_NAMES)
      for (const option of optionsOfLine(name)) {
        const made = cutSteps({}, { torch: { kind, checkValves: false }, ...methods({ [name]: option }) })
        if (!made.ok) continue
        let line = foundLine(made.setting)
        for (const step of made.steps)
          for (const act of step.acts) {
            const after = actOn(line, act, made.setting)
            for (const [what, of, word] of MOVES)
              if (JSON.stringify(of(line)) !== JSON.stringify(of(after)))
                expect(step.act, `${name} ${option}, ${step.id}: ${what}`).toMatch(word)
            line = after
          }
      }
  })
})

describe('the words of the methods', () => {
  it.each(LINE_METHOD_NAMES)('of %s are a label and a reason for every option', (name) => {
    expect(METHOD_WORDS[name].label).toMatch(/^[A-Z]/)
    for (const option of optionsOfLine(name)) {
      const { label, reason } = optionWords(name, option)
      expect(label).toMatch(/^[A-Z1-9]/)
      expect(reason).toMatch(/[.]$/)
      for (const [word] of OURS) expect(`${label} ${reason}`).not.toMatch(word)
    }
  })
})

describe('roles', () => {
  it('stand once where they are told once, and in their order', () => {
    for (const made of [given(cutSteps()), given(brazeSteps())]) {
      const at = (role: string) => made.steps.findIndex((s) => s.role === role)
      for (const role of ['look-over', 'trim', 'shut-torch', 'mark-hot', 'fire-watch'])
        expect(
          made.steps.filter((s) => s.role === role),
          role,
        ).toHaveLength(1)
      expect(at('look-over')).toBeLessThan(at('trim'))
      expect(at('trim')).toBeLessThan(at('shut-torch'))
      expect(at('shut-torch')).toBeLessThan(at('mark-hot'))
      expect(at('fire-watch')).toBe(made.steps.length - 1)
    }
  })
  it('tell the nitrogen of a braze from before the flame until it is cool', () => {
    const { steps } = given(brazeSteps())
    const at = (role: string) => steps.findIndex((s) => s.role === role)
    expect(at('open-line')).toBeLessThan(at('nitrogen-on'))
    expect(at('nitrogen-on')).toBeLessThan(at('nitrogen-sweep'))
    expect(at('nitrogen-sweep')).toBeLessThan(at('heat'))
    expect(at('feed')).toBeLessThan(at('nitrogen-hold'))
  })
  it('leave a rig that was never touched safe', () => {
    const made = given(cutSteps())
    expect(hazardsAtEnd(coldLine(made.setting)).filter((m) => m.grade === 'forbidden')).toEqual([])
  })
})
