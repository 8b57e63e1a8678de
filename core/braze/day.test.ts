/** The joints and words that people use, and that a choice reaches all that it has to do with. */
import { describe, expect, it } from 'vitest'
import { brazeProcedure } from '../line/braze-procedure.ts'
import { brazeSteps, given } from '../line/test-support.ts'
import { INCH_M } from '../quantity/units.ts'
import { formsOf } from './forms.ts'
import { filletLegM, gapStrength, shearAreaM2, fillerVolumeM3 } from './joint.ts'
import { BRAZE_METHODS, METHOD_NAMES, optionsOfBraze } from './method-words.ts'
import { holdFlow, HOLD_FLOW } from './purge.ts'
import { actsOf, brazePlan, brazeRequest, codesOf, lapOf, stopsOf, valueOf } from './test-support.ts'

const steel = (thickness: string) => ({ metal: 'low-carbon-steel', thickness })
const acts = (...args: Parameters<typeof brazePlan>) => actsOf(brazePlan(...args))
const workOf = (work: object) => brazeRequest(work).work
const flat = (joint: string, over: object = {}) => ({
  joint,
  a: steel('3 mm'),
  b: steel('3 mm'),
  overlap: '9 mm',
  length: '80 mm',
  service: [],
  ...over,
})

describe('a lap along both edges', () => {
  it('holds by one lap and two fillets, not by two laps', () => {
    const [one, both] = [workOf(flat('lap')), workOf(flat('edgeLap'))]
    const fillets = 2 * 0.7 * filletLegM(both) * both.lengthM
    expect(shearAreaM2(both)).toBeCloseTo(shearAreaM2(one) + fillets, 12)
    expect(shearAreaM2(both)).toBeLessThan(2 * shearAreaM2(one))
    expect(fillerVolumeM3(both, 1e-4)).toBeGreaterThan(fillerVolumeM3(one, 1e-4))
    expect(acts(flat('edgeLap'))).toContain('One edge first')
  })
})

describe('a strap on both sides', () => {
  it('holds by the film over one of the parts, and takes filler for both', () => {
    const [strap, double] = [workOf(flat('strap')), workOf(flat('doubleLap'))]
    expect(shearAreaM2(strap)).toBeCloseTo(shearAreaM2(double), 12)
    expect(fillerVolumeM3(strap, 1e-4)).toBeCloseTo(2 * fillerVolumeM3(double, 1e-4), 15)
    expect(acts(flat('strap'))).toContain('From the butt outward')
  })
})

describe('a ring on a plate', () => {
  const ring = flat('ring', { a: steel('1.5 mm'), b: steel('2.5 mm'), length: '', width: '2 in' })
  it('is seamed once round what it measures across, and the thicker part is aimed at by its name', () => {
    expect(workOf(ring).lengthM).toBeCloseTo(Math.PI * 2 * INCH_M, 9)
    expect(acts(ring)).toContain('Aim at the ring, it is thicker')
    expect(acts({ ...ring, a: steel('2.5 mm'), b: steel('1.5 mm') })).toContain(
      'Aim at the plate, it is thicker',
    )
    expect(acts(ring)).toContain('Once round the outer edge')
  })
  it('with the rod that one owns, barred, gives its reason and no strength', () => {
    const p = brazePlan({ ...ring, filler: 'BCuP-5', overrideReason: 'it is all I have here' })
    expect(stopsOf(p)).toEqual([])
    expect(codesOf(p)).toContain('no-strength')
    expect(p.figures.jointStrength).toBeUndefined()
    expect(p.findings.find((f) => f.code === 'no-strength')?.text).toMatch(/brittle/)
  })
})

describe('parts that are told apart', () => {
  it('by name, by metal, or by their thickness', () => {
    expect(acts(flat('lap', { a: steel('3 mm'), b: steel('6 mm') }))).toMatch(
      /Aim at the 6 mm part, it is thicker/,
    )
    expect(acts({ ...lapOf('low-carbon-steel'), b: { metal: 'copper', thickness: '3 mm' } })).toContain(
      'Aim at the copper, it leads more heat away',
    )
    expect(acts(flat('lap'))).toContain('Heat both parts alike')
    expect(acts({ joint: 'stub', b: { metal: 'copper', wall: '6 mm' } })).toMatch(/socket of the valve body/)
  })
  it('round ones by what they are', () => {
    expect(acts({ joint: 'swage' })).toContain('Swage one end')
    expect(acts({ joint: 'swage' })).toContain('root of the swage')
    expect(acts({ joint: 'saddle' })).toContain('sits all round without rocking')
    expect(
      acts({ joint: 'plug', a: { metal: 'copper', outsideDiameter: '20 mm', wall: '10 mm' } }),
    ).toContain('Plug first')
  })
})

describe('words', () => {
  const led = (work: object, rig: object = {}) =>
    given(brazeSteps(work, {}, rig)).steps.flatMap((s) => [
      s.act,
      s.why,
      ...(s.beside ?? []),
      s.see ?? '',
      s.ifNot ?? '',
      s.caution ?? '',
    ])
  it('of flux are only there where there is flux', () => {
    const copper = {
      joint: 'socket',
      a: { metal: 'copper', tube: 'ASTM B280 ACR 5/8 straight' },
      b: { metal: 'copper' },
    }
    const p = brazePlan(copper)
    expect(p.choice.flux).toBe('none')
    for (const text of [
      ...p.steps.flatMap((s) => [s.act, s.why]),
      ...p.before.map((b) => b.text),
      ...led(copper),
    ])
      expect(text).not.toMatch(/flux/i)
    expect(acts(lapOf('low-carbon-steel'))).toMatch(/flux/i)
  })
  it('of tongs are not there on a line that hangs where it is, nor is a repair a step', () => {
    for (const text of led({})) expect(text).not.toMatch(/tongs|poor spot/i)
    expect(led({ ...lapOf('low-carbon-steel'), service: [], tubeRun: [] }).join(' ')).toContain('tongs')
  })
  it('of the rod, the flame and what is heard are told with the step that they belong to, not one by one', () => {
    const steps = given(brazeSteps({ ...lapOf('low-carbon-steel'), service: [], tubeRun: [] })).steps
    expect(steps.some((s) => s.act.startsWith('Listen'))).toBe(false)
    expect(steps.find((s) => s.role === 'heat')?.beside?.join()).toContain('pops and spits')
    expect(acts({})).toMatch(/[Ss]teep to gather the heat/)
    expect(acts({})).toContain('A last pass at the root, then the rod')
    expect(acts({})).toContain('a moment longer, then away')
    expect(acts({ ...lapOf('brass-70-30'), form: 'bare' })).toContain('Warm the end of the rod')
  })
})

describe('nitrogen', () => {
  it('is held by the bore, inside what the filler bears', () => {
    const flows = [0.004, 0.01, 0.02, 0.0254, 0.05, 0.1].map(holdFlow)
    for (const [i, f] of flows.entries()) {
      expect(f).toBeGreaterThanOrEqual(flows[i - 1] ?? 0)
      expect(f).toBeGreaterThanOrEqual(HOLD_FLOW.low)
      expect(f).toBeLessThanOrEqual(HOLD_FLOW.high)
    }
    expect(new Set(flows).size).toBeGreaterThan(2)
  })
  it.each([
    ['measured-flow', 'on the meter'],
    ['low-pressure', '2 to 3 psi'],
    ['preset', '“braze”'],
    ['hand-feel', 'wet hand'],
  ])('by %s has steps of its own', (purge, words) => {
    const work = {
      joint: 'socket',
      a: { metal: 'copper', tube: 'ASTM B280 ACR 5/8 straight' },
      b: { metal: 'copper' },
      service: ['refrigerant'],
    }
    const { steps } = given(brazeSteps(work, {}, {}, { methods: { purge } }))
    expect(steps.find((s) => s.role === 'nitrogen-sweep')?.act).toContain(words)
  })
  it('left out by the shop’s method is told in the plan, and is not in the run', () => {
    const work = {
      joint: 'socket',
      a: { metal: 'copper', tube: 'ASTM B280 ACR 5/8 straight' },
      b: { metal: 'copper' },
      service: ['refrigerant'],
    }
    const shop = { methods: { lineNitrogen: 'left-out' } }
    const p = brazePlan(work, {}, shop)
    expect(codesOf(p)).toContain('nitrogen-left-out')
    expect(p.figures.purgeFlow).toBeUndefined()
    const { steps } = given(brazeSteps(work, {}, {}, shop))
    expect(steps.some((s) => s.role === 'nitrogen-on')).toBe(false)
    expect(steps.some((s) => s.role === 'open-line')).toBe(true)
    // a medical line is never brazed without
    expect(codesOf(brazePlan({ ...work, service: ['medical-gas'] }, {}, shop))).not.toContain(
      'nitrogen-left-out',
    )
  })
})

describe('a line under pressure', () => {
  it('is opened before anything is taken out of it', () => {
    const made = given(brazeSteps())
    const at = made.steps.findIndex((s) => s.role === 'open-line')
    expect(made.steps[at]?.beside?.join()).toContain('valve cores out')
    for (const s of made.steps.slice(0, at)) expect(s.act).not.toMatch(/core/i)
    // one that was never closed has no such step: what is taken out is one of its own
    const bench = { joint: 'stub', b: { metal: 'brass', wall: '5 mm' }, service: [], tubeRun: [] }
    expect(given(brazeSteps(bench)).steps.some((s) => /take core and stem out/.test(s.act))).toBe(true)
  })
})

describe('a fit that is felt', () => {
  it('gives the gap where nobody measured it, and gives way to a measure', () => {
    const gap = (work: object) => valueOf(brazePlan(work), 'clearanceCold')
    expect(gap({ clearance: '', fit: 'snug' })).toBeCloseTo(0.001 * INCH_M, 9)
    expect(gap({ clearance: '', fit: 'slides' })).toBeCloseTo(0.0025 * INCH_M, 9)
    expect(gap({ clearance: '', fit: 'loose' })).toBeCloseTo(0.005 * INCH_M, 9)
    expect(gap({ clearance: '0.003 in', fit: 'loose' })).toBeCloseTo(0.0015 * INCH_M, 9)
    expect(brazePlan({ clearance: '', fit: 'snug' }).figures.clearanceCold?.because).toContain(
      'By feel: snug',
    )
  })
})

describe('fillers', () => {
  it('have body where they stand in a fillet or bridge a gap, and each tells its silver', () => {
    const tee = brazePlan(flat('tee', { overlap: '' }))
    expect(tee.ranking[0]?.reasons.join(' ')).toMatch(/Has body/)
    for (const r of brazePlan(flat('lap')).ranking.filter((x) => x.verdict !== 'forbidden'))
      expect(r.reasons.join(' '), r.filler).toMatch(/silver/i)
    const priced = brazePlan(flat('lap'), { rods: [{ class: 'BAg-24', perKg: '900' }] })
    expect(priced.ranking.find((r) => r.filler === 'BAg-24')?.reasons.join(' ')).toContain(
      '50 % silver, 900 a kg',
    )
  })
  it('go by the strength that is wished for', () => {
    const first = (wish: string) => brazePlan(flat('lap', { wish })).choice.filler
    expect(first('enough')).toMatch(/^RBCuZn/)
    expect(first('high')).toMatch(/^BAg/)
  })
  it('are told form by form, with flux, time and cost', () => {
    const request = brazeRequest({ ...lapOf('brass-70-30') }, { rods: [{ class: 'BAg-36', perKg: '600' }] })
    const plan = brazePlan(
      { ...lapOf('brass-70-30'), filler: 'BAg-36' },
      { rods: [{ class: 'BAg-36', perKg: '600' }] },
    )
    const forms = formsOf(plan, request)
    expect(forms.map((f) => f.form)).toEqual(['bare', 'flux-coated', 'paste'])
    const [bare, coated, paste] = forms
    expect(coated?.fluxKg).toBe(0)
    expect(bare?.fluxKg).toBeGreaterThan(0)
    expect(paste?.torchS).toBeLessThan(bare?.torchS ?? 0)
    expect(bare?.cost).toBeCloseTo(600 * (bare?.fillerKg ?? 0), 9)
    expect(formsOf(brazePlan({ service: ['steam'] }), brazeRequest({ service: ['steam'] }))).toEqual([])
    expect(formsOf(brazePlan({}), brazeRequest({})).map((f) => f.form)).toEqual(['bare', 'ring', 'paste'])
  })
})

describe('a stitched seam', () => {
  it('takes rod, flux, time and strength for what is brazed of it, and is not tight', () => {
    const [whole, third] = [
      brazePlan(flat('lap')),
      brazePlan(flat('lap', { seam: 'stitched', stitchShare: 'third' })),
    ]
    for (const name of ['jointStrength', 'fillerVolume', 'fluxMass'] as const)
      expect(valueOf(third, name), name).toBeCloseTo(valueOf(whole, name) / 3, 6)
    expect(valueOf(third, 'torchTime')).toBeLessThan(valueOf(whole, 'torchTime'))
    expect(codesOf(third)).toContain('stitched')
    expect(actsOf(third)).toContain('a third of the seam')
    const carries = brazePlan(flat('lap', { seam: 'stitched', service: ['water'] }))
    expect(carries.findings.find((f) => f.code === 'stitched')?.rank).toBe('mind')
  })
})

describe('a crack and a worn face', () => {
  const crack = (over: object) =>
    brazePlan({
      joint: 'crack',
      a: { metal: 'grey-cast-iron', thickness: '12 mm' },
      length: '60 mm',
      ...over,
    })
  it('is degreased, and goes by what is known of its ends and depth', () => {
    expect(actsOf(crack({}))).toContain('no more sweats out')
    expect(codesOf(crack({}))).toContain('crack-ends')
    expect(codesOf(crack({ crackEnds: 'both' }))).not.toContain('crack-ends')
    expect(codesOf(crack({ through: 'yes', groove: 'scratch' }))).toContain('crack-through')
    expect(codesOf(crack({ through: 'yes', groove: 'vee' }))).not.toContain('crack-through')
    expect(crack({ through: 'no' }).steps.some((s) => s.does === 'second-side')).toBe(false)
    expect(actsOf(crack({ through: 'yes' }))).toContain('It goes through: braze the second side')
    expect(codesOf(crack({}))).toContain('casting-ways')
  })
  it('is built up in layers, with rod for all of them', () => {
    const face = (layer: string, over: object = {}) =>
      brazePlan({
        joint: 'overlay',
        a: { metal: 'low-carbon-steel', thickness: '12 mm' },
        length: '60 mm',
        width: '30 mm',
        layer,
        ...over,
      })
    expect(valueOf(face('4.5 mm'), 'fillerVolume')).toBeCloseTo(
      3 * valueOf(face('1.5 mm'), 'fillerVolume'),
      12,
    )
    expect(actsOf(face('4.5 mm'))).toContain('3 thin layers')
    expect(actsOf(face(''))).toContain('One thin layer')
    expect(actsOf(face('', { wear: 'porous-weld' }))).toContain('porous weld')
  })
})

describe('a film that is pulled apart', () => {
  it('loses strength faster with the gap than one that is sheared', () => {
    for (const mm of [0.1, 0.15, 0.2, 0.3, 0.4])
      expect(gapStrength(mm / 1000, true), `${mm}`).toBeLessThan(gapStrength(mm / 1000))
    const share = (joint: string) =>
      valueOf(brazePlan(flat(joint, { clearance: '0.2 mm' })), 'jointStrength') /
      valueOf(brazePlan(flat(joint, { clearance: '0.05 mm' })), 'jointStrength')
    expect(share('butt')).toBeLessThan(share('lap'))
    expect(share('scarf')).toBeLessThan(share('lap'))
  })
})

describe('what is at hand', () => {
  it('is said with what the work loses by it', () => {
    expect(codesOf(brazePlan({ atHand: ['solder'] }))).toContain('no-torch')
    expect(codesOf(brazePlan({ atHand: ['solder', 'oxy-fuel'] }))).not.toContain('no-torch')
    expect(codesOf(brazePlan({}))).not.toContain('no-torch')
    expect(
      codesOf(brazePlan({ ...lapOf('low-carbon-steel'), colour: 'base', atHand: ['oxy-fuel'] })),
    ).toContain('no-welder')
  })
  it('solder for drinking water is lead-free', () => {
    expect(codesOf(brazePlan({ service: ['drinking-water'], load: 'light' }))).toContain('lead-free')
    expect(codesOf(brazePlan({ service: ['water'], load: 'light' }))).not.toContain('lead-free')
  })
})

describe('what else is said', () => {
  it('of a cast fitting, oil, sheet that warps, and paint', () => {
    expect(codesOf(brazePlan({ fitting: 'cast' }))).toContain('cast-fitting')
    expect(codesOf(brazePlan({ surface: 'oily' }))).toContain('oily')
    expect(acts(flat('lap', { a: steel('1.5 mm'), b: steel('1.5 mm') }))).toMatch(
      /straight edge on it, along and across[\s\S]*straight edge on it again/,
    )
    expect(acts({})).not.toContain('straight edge')
    expect(brazePlan({}).before.map((b) => b.topic)).toEqual(
      expect.arrayContaining(['Paint on it', 'How clean', 'A second try']),
    )
  })
  it('of the cap and the cue by the shop’s method', () => {
    const by = (methods: object) => acts({}, {}, { methods })
    for (const cap of Object.keys(BRAZE_METHODS.cap.options))
      expect(by({ cap })).toContain(cap === 'important' ? 'full fillet' : 'then a fillet')
    expect(acts({ ...lapOf('low-carbon-steel') }, {}, { methods: { cue: 'wet' } })).toContain('looks wet')
  })
})

describe('a method of the shop', () => {
  const refrigerant = {
    joint: 'socket',
    a: { metal: 'copper', tube: 'ASTM B280 ACR 5/8 straight' },
    b: { metal: 'copper' },
    service: ['refrigerant'],
    protectAt: '4 in',
  }
  const works: readonly object[] = [
    {},
    refrigerant,
    lapOf('low-carbon-steel'),
    { ...lapOf('low-carbon-steel'), filler: 'RBCuZn-C' },
    { joint: 'crack', a: { metal: 'grey-cast-iron', thickness: '12 mm' }, length: '60 mm' },
    { joint: 'crack', a: { metal: 'low-carbon-steel', thickness: '2 mm' }, length: '60 mm' },
  ]
  const toldBy = (methods: object) =>
    works.map((work) => {
      const p = brazePlan(work, {}, { methods })
      const led = brazeProcedure(p, brazeRequest(work, {}, { methods }))
      return JSON.stringify([p.figures, p.findings, p.steps, p.choice, led.ok ? led.steps : led.text])
    })
  const usual = toldBy({})
  it.each(
    METHOD_NAMES.flatMap((name) =>
      optionsOfBraze(name)
        .slice(1)
        .map((option) => [name, option] as const),
    ),
  )('%s by %s reaches a plan and its run', (name, option) => {
    const told = toldBy({ [name]: option })
    expect(told.some((t, i) => t !== usual[i])).toBe(true)
  })
})
