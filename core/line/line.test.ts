import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PSI_PA } from '../quantity/index.ts'
import { forbidden, HAZARDS, hazardsAtEnd, runLine, type HazardName } from './hazards.ts'
import { actOn, COLD_LINE, foundLine, RESTED_S, type Act, type LineSetting } from './state.ts'
import { SETTING } from './test-support.ts'
import { runVerbs, VERBS } from './verbs.ts'

const open = (side: 'oxygen' | 'fuel' | 'nitrogen'): Act => ({ do: 'open-cylinder', side, slowly: true })
const valve = (side: 'oxygen' | 'fuel' | 'nitrogen', turns = 0.25): Act => ({ do: 'open-valve', side, turns })
const shut = (side: 'oxygen' | 'fuel' | 'nitrogen'): Act => ({ do: 'shut-valve', side })
const set = (side: 'oxygen' | 'fuel' | 'nitrogen', psi: number): Act => ({
  do: 'screw-in',
  side,
  toPa: psi * PSI_PA,
})
const purged = (side: 'oxygen' | 'fuel', psi: number): Act[] => [
  open(side),
  valve(side),
  set(side, psi),
  { do: 'purge', side, seconds: 10 },
  shut(side),
]
const READY: Act[] = [...purged('fuel', 5), ...purged('oxygen', 40)]
const LIT: Act[] = [...READY, valve('fuel'), { do: 'light' }, valve('oxygen'), { do: 'trim', to: 'neutral' }]
const LINE: LineSetting = { ...SETTING, line: { pressurePa: 1e6, needsNitrogen: true, sweepS: 30 } }
const NITROGEN: Act[] = [
  { do: 'vent-line' },
  { do: 'open-exit' },
  open('nitrogen'),
  valve('nitrogen'),
  set('nitrogen', 20),
  { do: 'purge', side: 'nitrogen', seconds: 30 },
]

/** Every hazard with a list that meets it: the last act is the one that does. */
const CASES: readonly (readonly [HazardName, Act[], LineSetting?])[] = [
  ['acetylene-over-limit', [open('fuel'), valve('fuel'), set('fuel', 14)]],
  ['pressure-past-limit', [open('oxygen'), valve('oxygen'), set('oxygen', 151)]],
  [
    'pressure-past-limit',
    [open('fuel'), valve('fuel'), set('fuel', 9)],
    { ...SETTING, fuelRatingPa: 8 * PSI_PA },
  ],
  ['opened-against-screw', [set('oxygen', 40), open('oxygen')]],
  [
    'opened-against-pressure',
    [...READY, { do: 'shut-cylinder', side: 'oxygen' }, { do: 'screw-out', side: 'oxygen' }, open('oxygen')],
  ],
  ['opened-in-parts', [{ do: 'take-off-regulator', side: 'fuel' }, open('fuel')]],
  [
    'fuel-blown-out',
    [
      { do: 'take-off-regulator', side: 'fuel' },
      { do: 'blow-out', side: 'fuel' },
    ],
  ],
  ['blown-out-wrongly', [{ do: 'blow-out', side: 'oxygen' }]],
  ['taken-apart-under-gas', [open('oxygen'), { do: 'take-off-regulator', side: 'oxygen' }]],
  [
    'lit-untested',
    [
      { do: 'take-off-regulator', side: 'oxygen' },
      { do: 'fit-regulator', side: 'oxygen' },
      ...READY,
      valve('fuel'),
      { do: 'light' },
    ],
  ],
  ['oxygen-opened-fast', [{ do: 'open-cylinder', side: 'oxygen' }]],
  ['acetylene-opened-too-far', [{ do: 'open-cylinder', side: 'fuel', turns: 2, slowly: true }]],
  ['wrong-regulator', [open('fuel')], { ...SETTING, regulatorFor: 'propane' }],
  ['wrong-hose', [open('fuel')], { ...SETTING, fuel: 'propane', hoseGrade: 'R' }],
  [
    'wrong-tip',
    [...READY, valve('fuel'), { do: 'light' }],
    { ...SETTING, lever: true, tip: { flames: 6, orificeM: 0.001, pieces: 2 } },
  ],
  // oxygen open against a shut cylinder while fuel runs
  [
    'gases-mixed-in-hose',
    [...purged('fuel', 5), valve('oxygen'), valve('fuel')],
    { ...SETTING, checkValves: false },
  ],
  ['lit-without-fuel', [{ do: 'light' }]],
  ['lit-with-unpurged-hoses', [...purged('fuel', 5), valve('fuel'), { do: 'light' }]],
  ['oxygen-to-unlit-torch', [...READY, valve('oxygen'), valve('fuel')]],
  ['lit-with-oxygen-on', [...READY, valve('oxygen'), valve('fuel'), { do: 'light' }]],
  ['unlit-flow-too-long', [...READY, valve('fuel'), { do: 'wait', seconds: 200 }]],
  ['purged-near-flame', [...LIT, { do: 'purge', side: 'fuel', seconds: 9 }]],
  ['purge-without-flow', [open('fuel'), valve('fuel'), { do: 'purge', side: 'fuel', seconds: 9 }]],
  ['leaks-sought-with-flame', [...LIT, { do: 'check-leaks' }]],
  ['leaks-sought-without-pressure', [{ do: 'check-leaks' }]],
  ['cylinder-shut-while-lit', [...LIT, { do: 'shut-cylinder', side: 'fuel' }]],
  ['worked-without-flame', [...READY, { do: 'heat' }]],
  ['wrong-flame', [...LIT, { do: 'trim', to: 'oxidising' }, { do: 'heat' }]],
  ['wrong-flame', [...LIT, { do: 'cut' }], { ...SETTING, lever: true }],
  ['heat-on-pressurised-line', [...LIT, { do: 'heat' }], LINE],
  ['heat-on-closed-line', [...LIT, { do: 'vent-line' }, { do: 'heat' }], LINE],
  ['heat-on-unpurged-line', [...LIT, { do: 'vent-line' }, { do: 'open-exit' }, { do: 'heat' }], LINE],
  ['nitrogen-off-while-hot', [...NITROGEN, ...LIT, { do: 'heat' }, shut('nitrogen')], LINE],
  ['nitrogen-into-closed-line', [open('nitrogen'), valve('nitrogen'), set('nitrogen', 20)], LINE],
  ['tested-without-nitrogen', [{ do: 'raise-test', toPa: 1e6 }], LINE],
  [
    'test-past-rating',
    [open('nitrogen'), { do: 'raise-test', toPa: 5e6 }],
    { ...SETTING, line: { pressurePa: 0, needsNitrogen: false, sweepS: 0, ratingPa: 4e6 } },
  ],
  [
    'worked-on-under-pressure',
    [open('nitrogen'), { do: 'raise-test', toPa: 1e6 }, { do: 'tighten-joint' }],
    LINE,
  ],
  ['pump-stopped-before-isolated', [{ do: 'start-pump' }, { do: 'open-vacuum' }, { do: 'stop-pump' }]],
  ['heat-under-vacuum', [...LIT, { do: 'start-pump' }, { do: 'open-vacuum' }, { do: 'heat' }]],
  ['changed-under-gas', [...LIT, { do: 'change-tip' }]],
  ['changed-under-gas', [...READY, { do: 'change-attachment' }]],
  ['handed-over-lit', [...LIT, { do: 'hand-over' }]],
  ['unattended-lit', [...LIT, { do: 'pause', seconds: 60 }]],
  ['unattended-with-pressure', [...READY, { do: 'pause', seconds: RESTED_S + 1 }]],
  ['unattended-with-pressure', [...READY, { do: 'leave', seconds: 60 }]],
  ['one-gas-unlit', [open('fuel'), valve('fuel'), set('fuel', 5)]],
  [
    'whiff-of-oxygen',
    [...READY, valve('oxygen', 1 / 8), valve('fuel')],
    { ...SETTING, tip: { flames: 1, orificeM: 0.001 } },
  ],
  ['set-while-shut', [open('fuel'), set('fuel', 5)]],
  ['oxygen-not-back-seated', [{ do: 'open-cylinder', side: 'oxygen', turns: 1, slowly: true }]],
]

describe('hazards of the line', () => {
  it.each(CASES.map(([hazard, acts, setting = SETTING]) => ({ hazard, acts, setting })))(
    '$hazard',
    ({ hazard, acts, setting }) => {
      const met = runLine(acts, setting).met.filter((m) => m.hazard === hazard)
      expect(met.map((m) => m.at)).toContain(acts.length - 1)
      // the act before it is innocent
      expect(runLine(acts.slice(0, -1), setting).met.map((m) => m.hazard)).not.toContain(hazard)
    },
  )
  it('has a case for every hazard', () => {
    expect([...new Set(CASES.map(([name]) => name))].sort()).toEqual(Object.keys(HAZARDS).sort())
  })
  it.each<[HazardName, Act[]]>([
    ['flame-left-burning', LIT],
    ['cylinder-left-open', READY],
    [
      'trapped-pressure',
      [...READY, { do: 'shut-cylinder', side: 'oxygen' }, { do: 'shut-cylinder', side: 'fuel' }],
    ],
    // wound out before it was bled: cylinder pressure stays in the regulator
    [
      'trapped-pressure',
      [
        ...READY,
        { do: 'shut-cylinder', side: 'oxygen' },
        { do: 'screw-out', side: 'oxygen' },
        valve('oxygen'),
        shut('oxygen'),
      ],
    ],
    ['torch-valve-left-open', [valve('fuel')]],
    ['screw-left-in', [set('fuel', 5)]],
    ['left-under-vacuum', [{ do: 'start-pump' }]],
  ])('sees at the end: %s', (hazard, acts) => {
    expect(hazardsAtEnd(runLine(acts, SETTING).state).map((m) => m.hazard)).toContain(hazard)
  })
  it('sees a hot line that is left', () => {
    const { state } = runLine([...NITROGEN, ...LIT, { do: 'heat' }], LINE)
    expect(hazardsAtEnd(state).map((m) => m.hazard)).toContain('left-hot')
  })
  it('leaves a shut, bled, wound-out rig in peace', () => {
    expect(hazardsAtEnd(COLD_LINE)).toEqual([])
    expect(forbidden(runLine(LIT, SETTING).met)).toEqual([])
  })
})

describe('the state of the line', () => {
  it('stands higher by the lock-up once nothing flows', () => {
    const flowing = runLine([open('fuel'), valve('fuel'), set('fuel', 5)], SETTING).state
    expect(flowing.fuel.deliveryPa / PSI_PA).toBeCloseTo(5)
    const still = actOn(flowing, shut('fuel'), SETTING)
    expect(still.fuel.deliveryPa / PSI_PA).toBeCloseTo(7)
  })
  it('keeps pressure in a shut hose until it is let out', () => {
    const closed = runLine([...READY, { do: 'shut-cylinder', side: 'oxygen' }], SETTING).state
    expect(closed.oxygen.deliveryPa).toBeGreaterThan(0)
    const bled = actOn(closed, valve('oxygen'), SETTING)
    expect(bled.oxygen).toMatchObject({ deliveryPa: 0, inletPa: 0, hose: 'part' })
  })
  it('takes the flame from fuel alone to carburising, to trimmed, and out with the fuel', () => {
    const lit = runLine([...READY, valve('fuel'), { do: 'light' }], SETTING).state
    expect(lit.flame).toBe('fuel-only')
    const rich = actOn(lit, valve('oxygen'), SETTING)
    expect(rich.flame).toBe('carburising')
    const trimmed = actOn(rich, { do: 'trim', to: 'neutral' }, SETTING)
    expect(trimmed.flame).toBe('neutral')
    // the jet takes oxygen from a flame that was trimmed with the lever up
    expect(actOn(trimmed, { do: 'lever-down' }, SETTING).flame).toBe('carburising')
    expect(actOn(trimmed, shut('oxygen'), SETTING).flame).toBe('fuel-only')
    expect(actOn(trimmed, shut('fuel'), SETTING).flame).toBe('out')
  })
  it('counts a hose as purged only after its sweep, and no longer after half an hour', () => {
    const short = runLine([open('fuel'), valve('fuel'), set('fuel', 5), { do: 'wait', seconds: 8 }], SETTING)
    expect(short.state.fuel.hose).toBe('part')
    const whole = runLine(purged('fuel', 5), SETTING).state
    expect(whole.fuel.hose).toBe('pure')
    expect(actOn(whole, { do: 'pause', seconds: RESTED_S + 1 }, SETTING).fuel.hose).toBe('part')
    expect(actOn(whole, { do: 'pause', seconds: RESTED_S }, SETTING).fuel.hose).toBe('pure')
  })
  const anyAct = fc.oneof(
    fc.record({
      do: fc.constantFrom('shut-cylinder', 'shut-valve', 'screw-out', 'open-valve', 'open-cylinder'),
      side: fc.constantFrom('oxygen', 'fuel', 'nitrogen'),
    }),
    fc.record({
      do: fc.constant('screw-in'),
      side: fc.constantFrom('oxygen', 'fuel'),
      toPa: fc.double({ min: 1, max: 1e6, noNaN: true }),
    }),
    fc.record({
      do: fc.constantFrom('lever-down', 'lever-up', 'light', 'trim', 'heat', 'pop', 'open-exit', 'vent-line'),
    }),
    fc.record({ do: fc.constant('wait'), seconds: fc.integer({ min: 0, max: 90 }) }),
  ) as fc.Arbitrary<Act>
  it('holds these laws for any acts whatever', () => {
    fc.assert(
      fc.property(fc.array(anyAct, { maxLength: 40 }), fc.boolean(), (acts, checkValves) => {
        const setting = { ...SETTING, checkValves }
        let state = foundLine(setting)
        for (const act of acts) {
          const next = actOn(state, act, setting)
          // time never runs back, pressure is never below the air's, a flame needs fuel that flows
          expect(next.clockS).toBeGreaterThanOrEqual(state.clockS)
          for (const side of ['oxygen', 'fuel', 'nitrogen'] as const) {
            expect(next[side].deliveryPa).toBeGreaterThanOrEqual(0)
            // nothing comes from a cylinder that is shut: pressure only ever falls then
            if (next[side].turns === 0 && state[side].turns === 0)
              expect(next[side].deliveryPa).toBeLessThanOrEqual(state[side].deliveryPa)
          }
          if (next.flame !== 'out') {
            expect(next.fuel.valve).toBeGreaterThan(0)
            expect(next.fuel.deliveryPa).toBeGreaterThan(0)
          }
          state = next
        }
        // and the same list again comes out the same
        expect(runLine(acts, setting, foundLine(setting)).state).toEqual(state)
      }),
      { numRuns: 400 },
    )
  })
  it('lets no acetylene setting past 15 psi with its rise and half a division, whatever is typed', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 40, noNaN: true }), (psi) => {
        const met = runLine([open('fuel'), valve('fuel'), set('fuel', psi)], SETTING).met
        expect(met.some((m) => m.hazard === 'acetylene-over-limit')).toBe(psi + 2 + 0.5 > 15 - 1e-6)
      }),
    )
  })
})

describe('lists of verbs', () => {
  const GOOD = `
    # a small brazing torch, from cold to cold
    use fuel acetylene
    open-cylinder fuel 3/4 turn
    open-torch fuel
    screw-in fuel 5 psi
    close-torch fuel
    open-cylinder oxygen slowly
    open-torch oxygen
    screw-in oxygen 5 psi
    close-torch oxygen
    purge fuel 10 s
    purge oxygen 10 s
    open-torch fuel 1/4 turn
    light
    open-torch oxygen
    trim neutral
    heat 40 s
    close-torch oxygen
    close-torch fuel
    close-cylinder oxygen
    close-cylinder fuel
    bleed oxygen
    bleed fuel
    screw-out oxygen
    screw-out fuel`
  const TWO_SET = ['fuel', 'oxygen']
    .map((g) => `open-cylinder ${g} slowly\nopen-torch ${g}\nscrew-in ${g} 5 psi\nclose-torch ${g}`)
    .join('\n')
  const ran = (text: string, leave = true) => {
    const run = runVerbs(text, leave)
    if (!run.ok) throw new Error(run.message)
    return run
  }
  it('finds nothing in a list that is right', () => {
    const run = ran(GOOD)
    expect(run.hazards).toEqual([])
    expect(run.end.flame).toBe('out')
    expect(run.steps).toHaveLength(23)
  })
  it('names the line of the list that is wrong', () => {
    const wrong = GOOD.replace('purge oxygen 10 s', '')
    const lit = wrong.split('\n').findIndex((l) => l.trim() === 'light') + 1
    expect(ran(wrong).hazards).toMatchObject([{ hazard: 'lit-with-unpurged-hoses', at: lit }])
  })
  it('lets both be bled together where check valves are said to be there', () => {
    const both = `use check-valves yes\n${TWO_SET}\nclose-cylinder oxygen\nclose-cylinder fuel\nopen-torch oxygen\nopen-torch fuel`
    expect(ran(both, false).hazards).toEqual([])
  })
  it('judges the end unless the list is unfinished', () => {
    expect(ran('open-cylinder oxygen slowly').hazards.map((h) => h.hazard)).toEqual([
      'cylinder-left-open',
      'trapped-pressure',
    ])
    expect(ran('open-cylinder oxygen slowly', false).hazards).toEqual([])
  })
  it.each([
    ['use fuel propane\nuse hose R\nopen-cylinder fuel slowly', 'wrong-hose'],
    ['use line 150 psi nitrogen 60 s\nheat', 'heat-on-pressurised-line'],
    // nobody said that there are check valves: what one hose lets out reaches the other
    [
      `${TWO_SET}\nclose-cylinder oxygen\nclose-cylinder fuel\nopen-torch oxygen\nopen-torch fuel`,
      'gases-mixed-in-hose',
    ],
    [
      'use check-valves no\nuse handle yes\nuse regulator propane\nopen-cylinder acetylene',
      'wrong-regulator',
    ],
    ['open-cylinder fuel 2 turns', 'acetylene-opened-too-far'],
    ['open-cylinder nitrogen slowly\nraise-test 100 psi\ntighten-joint', 'worked-on-under-pressure'],
  ])('reads what the line is made of: %s', (text, hazard) => {
    expect(ran(text, false).hazards.map((h) => h.hazard)).toContain(hazard)
  })
  it.each([
    ['open-cylinder', 'Say which side'],
    ['open-cylinder steam', 'Say which side'],
    ['screw-in fuel', 'The pressure'],
    ['screw-in fuel 5', 'The pressure'],
    ['light up', 'Nothing follows light.'],
    ['wait', 'Say how long'],
    ['trim blue', 'Trim to'],
    ['dance', '“dance” is not a verb'],
    ['open-torch fuel lots', 'not a number of turns'],
    ['light\nuse fuel propane', 'before the first act'],
    ['use fuel coal', 'The fuel should be one of'],
    ['use tip large', 'Say 1-piece or 2-piece'],
  ])('says what cannot be read: %s', (text, message) => {
    const run = runVerbs(text)
    expect(run).toMatchObject({ ok: false, line: text.split('\n').length })
    expect(run.ok ? '' : run.message).toContain(message)
  })
  it('knows every verb that it lists', () => {
    const words: Readonly<Record<string, string>> = {
      'open-cylinder': 'open-cylinder oxygen slowly',
      'screw-in': 'screw-in fuel 5 psi',
      'raise-test': 'raise-test 50 psi',
      trim: 'trim neutral',
      use: 'use fuel propane',
    }
    for (const verb of VERBS) {
      const name = verb.split(' ')[0] ?? ''
      const text =
        words[name] ??
        (verb.includes('SIDE')
          ? `${name} fuel`
          : /^(wait|pause|leave|cool)/.test(name)
            ? `${name} 5 s`
            : name)
      expect(runVerbs(text).ok, text).toBe(true)
    }
  })
})
