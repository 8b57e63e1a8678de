import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { brazingShade, cuttingShade } from './shades.ts'
import { compareMethods } from './compare.ts'
import { hazardsAtEnd, runSteps, type Met } from './hazards.ts'
import type { Procedure } from './procedure.ts'
import { standing, wayOut, type BreakName } from './ways.ts'
import { readTorchGear } from './read-torch.ts'
import {
  LINE_METHOD_NAMES,
  optionsOfLine,
  LINE_TOUCHING,
  readLineMethods,
  USUAL_LINE_METHODS,
  type LineMethodName,
} from './methods.ts'
import { METHOD_WORDS } from './method-words.ts'
import { foundLine } from './state.ts'
import type { Step } from './steps.ts'
import { brazeSteps, cutSteps, given } from './test-support.ts'

const ids = (made: Procedure) => given(made).steps.map((s) => s.id)
const methods = (part: object) => ({ methods: { ...USUAL_LINE_METHODS, ...part } })
const act = (made: Procedure, id: string) => given(made).steps.find((s) => s.id === id)?.act ?? ''

describe('the procedure of a cut', () => {
  it('is led from a cold rig to a cold rig, for any plate, any fuel, any guide', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 12, noNaN: true }),
        fc.constantFrom('acetylene', 'propane', 'propylene', 'natural-gas', 'hydrogen'),
        fc.constantFrom('part', 'scrap', 'none'),
        (t, fuel, guide) => {
          const made = given(cutSteps({ fuel, guide }, {}, { thickness: `${t.toFixed(3)} in` }))
          const run = runSteps(made.steps, made.setting, foundLine(made.setting))
          expect(run.met.filter((m) => m.grade === 'forbidden')).toEqual([])
          expect(hazardsAtEnd(run.state)).toEqual([])
          const names = made.steps.map((s) => s.id)
          expect(new Set(names).size).toBe(names.length)
        },
      ),
      { numRuns: 80 },
    )
  })
  it('keeps the order of work: set, purge, leak check, light, cut, shut, bleed, watch', () => {
    const order = [
      'area', 'gear', 'rig', 'screws-out', 'open-fuel', 'set-fuel', 'open-oxygen', 'set-oxygen', 'purge-fuel',
      'purge-oxygen', 'leaks', 'light', 'raise-fuel', 'trim', 'retrim', 'preheat', 'cut', 'shut-torch', 'hot', 'shut-cylinders',
      'bleed-oxygen', 'bleed-fuel', 'wind-out', 'fire-watch',
    ] // prettier-ignore
    expect(ids(cutSteps()).filter((id) => order.includes(id))).toEqual(order)
  })
  it('says of every step why, and what one should find', () => {
    const works = [
      { shape: 'hole', diameter: '90 mm', length: undefined },
      { shape: 'fastener', fastener: 'rivet', diameter: '19 mm', length: undefined },
      { shape: 'bevel', bevel: '30 deg' },
      { shape: 'pipe', diameter: '114 mm', length: undefined, thickness: '6 mm' },
      { thickness: '3 in', temperature: '40 F' },
      { thickness: '1/8 in' },
      { metal: 'high-carbon-steel' },
    ]
    const flat = { service: [], tubeRun: [] }
    const brazes = [
      {},
      { ...flat, service: ['water'], pressure: '45 psi' },
      {
        ...flat,
        joint: 'lap',
        a: { metal: 'brass-70-30', thickness: '3 mm' },
        b: { metal: 'low-carbon-steel', thickness: '8 mm' },
        length: '180 mm',
      },
      {
        ...flat,
        joint: 'casting',
        a: { metal: 'grey-cast-iron', thickness: '14 mm' },
        b: undefined,
        length: '90 mm',
      },
    ]
    for (const made of [
      cutSteps(),
      cutSteps({ fuel: 'propane' }),
      ...works.map((w) => cutSteps({ guide: 'none' }, {}, w)),
      ...brazes.map((w) => brazeSteps(w)),
    ])
      for (const s of given(made).steps) {
        expect(s.act, s.id).not.toBe('')
        expect(s.why.length, s.id).toBeGreaterThan(8)
        expect(s.see?.length ?? 0, s.id).toBeGreaterThan(8)
        expect(s.act, s.id).not.toMatch(/undefined|NaN/)
      }
  })
  it('gives none where the plan is stopped, or has no pressure to set', () => {
    expect(cutSteps({}, {}, { metal: 'copper' })).toMatchObject({ ok: false, because: 'stop' })
    expect(cutSteps({ acetyleneCylinder: '10 cu ft' }, {}, { thickness: '4 in' })).toMatchObject({
      ok: false,
    })
  })
  it('looks away from what was left: screws out come before any cylinder', () => {
    const made = given(cutSteps())
    const without = made.steps.filter((s) => s.id !== 'screws-out')
    expect(runSteps(without, made.setting, foundLine(made.setting)).met.map((m) => m.hazard)).toContain(
      'opened-against-screw',
    )
  })
  it('names the shade by thickness, or by the method of one shade for all', () => {
    expect([0.006, 0.03, 0.2].map((m) => cuttingShade(m))).toEqual(['3 or 4', '4 or 5', '5 or 6'])
    expect(cuttingShade(0.006, 'five')).toBe('5')
    expect([brazingShade(), brazingShade('five')]).toEqual(['3 or 4', '5'])
  })
})

describe('the methods', () => {
  it.each<[LineMethodName, string, string, RegExp]>([
    ['acetyleneTurns', 'quarter', 'open-fuel', /a quarter turn/],
    ['acetyleneTurns', 'one', 'open-fuel', /one turn/],
    ['setPressures', 'closed', 'set-fuel', /against the shut valve; then/],
    ['fuelValve', 'half', 'light', /half a turn/],
    ['shutTorch', 'more-oxygen', 'shut-torch', /A little more oxygen/],
    ['screwsAtEnd', 'left', 'wind-out', /^Leave the screws as they are/],
    ['leakCheck', 'each-time', 'leaks', /every joint and watch/],
    ['leakWith', 'soap', 'leaks', /soapy water/],
    ['setPressures', 'static', 'set-fuel', /needle stands at .* and the rise/],
    ['purgeThrough', 'part', 'purge-oxygen', /preheat oxygen alone/],
    ['shade', 'five', 'gear', /shade 5,/],
    ['cones', 'touching', 'preheat', /just touching/],
    ['guide', 'held', 'guide', /^Hold the guide/],
  ])('%s: %s changes %s', (name, option, step, pattern) => {
    expect(act(cutSteps({}, methods({ [name]: option })), step)).toMatch(pattern)
    expect(act(cutSteps(), step)).not.toMatch(pattern)
  })
  it.each<[LineMethodName, string, object, string, RegExp]>([
    ['pressCue', 'wet', {}, 'preheat', /just wet/],
    ['torchAngle', 'square', {}, 'cut', /square to the plate/],
    ['thinPlate', 'passes', { thickness: '1/8 in' }, 'warm-line', /just warm/],
    ['preheatPass', 'always', { thickness: '1 1/2 in' }, 'warm-line', /drinks the heat/],
    ['trimBy', 'either', {}, 'trim', /either valve/],
  ])('%s: %s changes the words of a step', (name, option, work, step, pattern) => {
    const found = given(cutSteps({}, methods({ [name]: option }), work)).steps.find((s) => s.id === step)
    expect(`${found?.why} ${found?.see} ${found?.ifNot}`).toMatch(pattern)
  })
  it('puts cylinders, setting, purge and bleeding in the order that is asked for', () => {
    const both = ids(cutSteps({}, methods({ oneAtATime: 'both-then-set', cylinderOrder: 'oxygen-first' })))
    expect(both.filter((id) => /^(open|set|purge)-/.test(id))).toEqual([
      'open-oxygen',
      'open-fuel',
      'set-oxygen',
      'set-fuel',
      'purge-oxygen',
      'purge-fuel',
    ])
    expect(ids(cutSteps({}, methods({ hosePurge: 'while-setting' })))).not.toContain('purge-fuel')
    expect(ids(cutSteps({}, methods({ bleeding: 'together' })))).toContain('bleed-both')
    expect(
      ids(cutSteps({}, methods({ bleeding: 'fuel-first' }))).filter((i) => i.startsWith('bleed')),
    ).toEqual(['bleed-fuel', 'bleed-oxygen'])
  })
  it('leaves the shop’s method where the rig does not allow it, and says why', () => {
    const departs = (made: Procedure) => given(made).exceptions.map((d) => [d.method, d.used])
    // a cutting tip has many flames
    expect(departs(cutSteps({}, methods({ lightAcetylene: 'whiff' })))).toEqual([
      ['lightAcetylene', 'fuel-only'],
    ])
    expect(departs(cutSteps({}, methods({ shutTorch: 'fuel-first' })))).toEqual([
      ['shutTorch', 'oxygen-first'],
    ])
    expect(departs(cutSteps({}, methods({ hosePurge: 'none' })))).toEqual([['hosePurge', 'while-setting']])
    const slack = { torch: { kind: 'cutting-torch', checkValves: false } } as const
    expect(departs(cutSteps({}, { ...slack, ...methods({ bleeding: 'together' }) }))).toEqual([
      ['bleeding', 'oxygen-first'],
    ])
    const small = { tipOrifice: '0.04 in' }
    const both = methods({ lightAcetylene: 'whiff', shutTorch: 'fuel-first' })
    expect(departs(brazeSteps({}, both, small))).toEqual([])
    expect(act(brazeSteps({}, methods({ lightAcetylene: 'whiff' }), small), 'light')).toMatch(
      /an eighth of a turn/,
    )
  })
  it('lets the torch’s manual win', () => {
    const torch = { kind: 'cutting-torch', checkValves: true, shutdown: 'fuel-first', seat: 'hand' } as const
    const made = given(cutSteps({}, { torch }))
    expect(act(made, 'shut-torch')).toMatch(/^Shut the fuel, then/)
    expect(made.steps.find((s) => s.id === 'rig')?.see).toMatch(/hand tight: its O-rings/)
    const asked = given(cutSteps({}, { torch, ...methods({ shutTorch: 'more-oxygen' }) }))
    expect(asked.exceptions).toMatchObject([{ method: 'shutTorch', used: 'fuel-first' }])
  })
  it('has words and a reason for every option of every row', () => {
    for (const name of LINE_METHOD_NAMES) {
      const options: Readonly<Record<string, { label: string; reason: string }>> = METHOD_WORDS[name].options
      expect(Object.keys(options).sort(), name).toEqual([...optionsOfLine(name)].sort())
      for (const option of Object.values(options)) expect(option.reason.length, name).toBeGreaterThan(10)
    }
  })
  it('touches nothing but words by the rows that are said to', () => {
    const actsOf = (made: Procedure) => given(made).steps.flatMap((s) => s.acts)
    const touching: readonly string[] = LINE_TOUCHING
    for (const name of LINE_METHOD_NAMES.filter((n) => !touching.includes(n)))
      for (const option of optionsOfLine(name))
        for (const made of [
          (s: object) => cutSteps({}, methods(s), { thickness: '5/8 in' }),
          (s: object) => brazeSteps({}, methods(s)),
        ])
          expect(actsOf(made({ [name]: option })), `${name} ${option}`).toEqual(actsOf(made({})))
  })
  it('reads methods as they are named, and says what is not known', () => {
    expect(readLineMethods({ bleeding: 'together' }).methods.bleeding).toBe('together')
    expect(readLineMethods({ bleeding: 'backwards' }).errors[0]).toMatchObject({ field: 'methods.bleeding' })
    expect(readLineMethods({ haircut: 'short' }).errors[0]?.message).toMatch(/not a choice that is known/)
  })
  it('reads a torch as its manual has it, and says what is not understood', () => {
    expect(readTorchGear({ kind: 'cutting-attachment', seat: '', checkValves: 'no' })).toEqual({
      ok: true,
      torch: { kind: 'cutting-attachment', checkValves: false },
    })
    expect(readTorchGear({ kind: 'laser' })).toMatchObject({ ok: false, field: 'torch.kind' })
    expect(readTorchGear({ colour: 'red' })).toMatchObject({ ok: false, field: 'torch.colour' })
    expect(readTorchGear({ checkValves: 'maybe' })).toMatchObject({ ok: false })
    expect(readTorchGear('long')).toMatchObject({ ok: false, field: 'torch' })
  })
})

describe('two ways side by side', () => {
  it('aligns what both do, and gives the reasons of what they do otherwise', () => {
    const usual = { steps: given(cutSteps()).steps, methods: USUAL_LINE_METHODS }
    const other = methods({ hosePurge: 'while-setting', bleeding: 'together', acetyleneTurns: 'quarter' })
    const rows = compareMethods(usual, { steps: given(cutSteps({}, other)).steps, ...other })
    expect(rows.filter((r) => r.left).map((r) => r.left?.id)).toEqual(usual.steps.map((s) => s.id))
    const only = rows.filter((r) => !r.left || !r.right).map((r) => [r.left?.id, r.right?.id])
    expect(only).toEqual([
      ['purge-fuel', undefined],
      ['purge-oxygen', undefined],
      ['bleed-oxygen', undefined],
      ['bleed-fuel', undefined],
      [undefined, 'bleed-both'],
    ])
    const opened = rows.find((r) => r.left?.id === 'open-fuel')
    expect(opened?.same).toBe(false)
    expect(opened?.because[0]).toMatch(/^Acetylene valve\. Half to three quarters/)
    expect(rows.find((r) => r.left?.id === 'light')?.same).toBe(true)
    expect(compareMethods(usual, usual).every((r) => r.same)).toBe(true)
  })
})

describe('a braze', () => {
  it('sweeps before the flame, feeds in its order, and holds the nitrogen until it is cool', () => {
    const made = given(brazeSteps())
    const order = [
      'leaks', 'open-line', 'nitrogen-on', 'nitrogen-sweep', 'light', 'raise-fuel', 'trim', 'heat-1', 'heat-2',
      'feed-2', 'shut-torch', 'shut-cylinders', 'wind-out', 'nitrogen-hold', 'nitrogen-off',
    ] // prettier-ignore
    expect(made.steps.map((s) => s.id).filter((id) => order.includes(id))).toEqual(order)
    const feed = made.steps.find((s) => s.id === 'feed-2')
    // a level joint: two sweeps from the bottom, ends lapped
    expect(feed?.pattern).toMatchObject({ shows: 'feed', of: 'round' })
    expect(feed?.pattern?.sweeps[0]?.[0]).toBe(5)
    expect(made.steps.find((s) => s.id === 'heat-2')?.timer?.kind).toBe('about')
    expect(made.steps.find((s) => s.id === 'nitrogen-sweep')?.timer).toMatchObject({ kind: 'at-least' })
  })
  it('needs no line opened on the bench, and none of its nitrogen', () => {
    const lap = ids(
      brazeSteps({
        joint: 'lap',
        a: { metal: 'brass-70-30', thickness: '3 mm' },
        b: { metal: 'low-carbon-steel', thickness: '3 mm' },
        length: '60 mm',
        service: [],
        tubeRun: [],
      }),
    )
    expect(lap.some((id) => id.startsWith('nitrogen') || id === 'open-line')).toBe(false)
  })
  it('warms a casting through and goes on counting while it cools', () => {
    const made = given(
      brazeSteps({
        joint: 'casting',
        a: { metal: 'grey-cast-iron', thickness: '14 mm' },
        b: undefined,
        length: '90 mm',
        mass: '11 kg',
        service: [],
        tubeRun: [],
      }),
    )
    expect(made.steps.some((s) => s.figure === 'preheatTo')).toBe(true)
    expect(made.steps.find((s) => s.timer?.what === 'Cooling')?.timer?.kind).toBe('carries-on')
  })
})

describe('breaks', () => {
  const idsOf = (made: Extract<Procedure, { ok: true }>, name: BreakName, stand: 'ready' | 'lit') =>
    wayOut(made.setup, name, standing(made.steps, made.setting, stand))?.map((s) => s.id)
  it('come back to the flame, or to the set rig, that they left', () => {
    const attachment = { torch: { kind: 'cutting-attachment', checkValves: true } } as const
    for (const made of [given(cutSteps()), given(cutSteps({}, attachment))]) {
      expect(idsOf(made, 'short-pause', 'lit')).toEqual([
        'shut-torch',
        'pause',
        'light',
        'raise-fuel',
        'trim',
        'retrim',
      ])
      expect(idsOf(made, 'relight', 'lit')?.[0]).toBe('after-pop')
      // the step in hand opens the handle, or lights
      expect(idsOf(made, 'tip-change', 'ready')).toContain('change-tip')
      expect(idsOf(made, 'long-break', 'lit')).toContain('away')
      expect(idsOf(made, 'assembly', 'lit')).toBeUndefined()
    }
    expect(idsOf(given(cutSteps()), 'shutdown', 'lit')?.at(-1)).toBe('wind-out')
    expect(idsOf(given(cutSteps({}, attachment)), 'shutdown', 'lit')?.at(-1)).toBe('shut-handle')
  })
  it('keep the nitrogen on while the joint is hot, and shut it last', () => {
    const made = given(brazeSteps())
    expect(idsOf(made, 'short-pause', 'lit')?.some((id) => id.startsWith('nitrogen'))).toBe(false)
    const long = idsOf(made, 'long-break', 'lit') ?? []
    expect(long.indexOf('shut-cylinders')).toBeLessThan(long.indexOf('nitrogen-hold'))
    expect(long.indexOf('nitrogen-off')).toBeLessThan(long.indexOf('away'))
    expect(long.indexOf('nitrogen-sweep')).toBeGreaterThan(long.indexOf('leaks'))
    // it has cooled since the torch was shut
    expect(made.steps.find((s) => s.role === 'nitrogen-hold')?.timer).toMatchObject({ from: 'shut-torch' })
  })
})

/** Steps whose loss, and pairs whose exchange, the model rightly finds harmless, with the reason. */
const HARMLESS_TO_DROP: Readonly<Record<string, string>> = {
  leaks: 'the joints are as they were found: whoever brushes finds what leaks',
  'raise-fuel': 'the model knows no soot: it is seen',
  'open-handle': 'it stands open from the setting: the step looks at it',
  preheat: 'the model knows no plate: pressed too cold it only fails to start',
  'test-strip': 'a trial on scrap leaves the line as it was',
  cut: 'nothing is left undone on the line when nothing is cut',
  'heat-1': 'heating is asked of a flame and a line, not of a time',
  'heat-2': 'as above: another heating step is there',
  'feed-1': 'as above',
  'feed-2': 'as above',
}
const HARMLESS_TO_SWAP: Readonly<Record<string, string>> = {
  'set-fuel|open-oxygen': 'both orders are taught: one gas wholly, or both cylinders first',
  'purge-fuel|purge-oxygen': 'each is alone',
  'set-oxygen|purge-fuel': 'the fuel is set already, and only one gas runs at a time',
  'light|raise-fuel': 'more fuel at once is a large flame, not a harm of the line',
  'raise-fuel|trim': 'the model knows no soot: it is seen',
  'leaks|open-handle': 'the handle stands open already',
  'open-handle|light': 'the handle stands open already',
  'wind-out|shut-handle': 'nothing is behind either any more',
  'wind-out|nitrogen-hold': 'nitrogen has a cylinder and a valve of its own',
  'shut-handle|nitrogen-hold': 'nitrogen has a cylinder and a valve of its own',
  'purge-oxygen|leaks': 'the needles may be watched before or after',
  'bleed-oxygen|bleed-fuel': 'both orders are taught',
  'preheat|cut': 'the model knows no plate',
  'test-strip|preheat': 'the model knows no plate',
  'heat-1|heat-2': 'both are heating',
  'heat-2|feed-1': 'both are heating',
  'feed-1|feed-2': 'both are heating',
  'leaks|open-line': 'the leak check and the opening of the work do not touch',
}

describe('mutations', () => {
  const worse = (original: readonly Met[], mutant: readonly Met[]) =>
    mutant.some((m) => !original.some((o) => o.hazard === m.hazard))
  const judged = (made: Extract<Procedure, { ok: true }>, steps: readonly Step[]) => {
    const run = runSteps(steps, made.setting, foundLine(made.setting))
    return [...run.met, ...hazardsAtEnd(run.state)]
  }
  const SET: readonly (readonly [string, Procedure])[] = [
    ['a cut with acetylene', cutSteps()],
    [
      'a cut with propane and an attachment',
      cutSteps({ fuel: 'propane' }, { torch: { kind: 'cutting-attachment', checkValves: false } }),
    ],
    ['a refrigerant line', brazeSteps()],
  ]
  describe.each(SET)('%s', (_name, procedure) => {
    const made = given(procedure)
    const steps = made.steps.filter((s) => s.acts.length > 0)
    const fine = judged(made, steps)
    it.each(steps.map((s) => s.id))('is not safe without %s, or that is harmless for a reason', (id) => {
      const mutant = judged(
        made,
        steps.filter((s) => s.id !== id),
      )
      const reason = HARMLESS_TO_DROP[id] ?? ''
      expect(worse(fine, mutant), `${id}: ${reason}`).toBe(reason === '')
    })
    it.each(steps.slice(1).map((s, i) => [`${steps[i]?.id}|${s.id}`, i] as const))(
      'is not safe with %s exchanged, or that is harmless for a reason',
      (pair, i) => {
        const swapped = [...steps]
        const [a, b] = [steps[i], steps[i + 1]]
        if (a && b) swapped.splice(i, 2, b, a)
        const reason = HARMLESS_TO_SWAP[pair] ?? ''
        expect(worse(fine, judged(made, swapped)), `${pair}: ${reason}`).toBe(reason === '')
      },
    )
  })
})
