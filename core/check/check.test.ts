import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { StepRole } from '../line/steps.ts'
import { brazePlanOf, cutPlanOf } from './test-plans.ts'
import {
  DIAL_PLACES,
  filletShare,
  judgeCut,
  judgeJoint,
  kerfFromSize,
  STRIP_PLACES,
  USUAL_CUT_LIMITS,
  USUAL_JOINT_LIMITS,
  type CutSeen,
  type EdgeTaken,
  type JointSeen,
} from './acceptance.ts'
import { isGoodCut } from '../record/entry.ts'
import { factsOfBraze, factsOfCut, signsOfCut, type Done } from './facts.ts'
import { findCause, findSign, rankCauses, SIGNS, type Sign } from './faults.ts'

const GOOD: CutSeen = { edge: 'sharp', slag: 'one-tap', drop: 'by-itself', marks: [] }
const cut = (seen: Partial<CutSeen>) => judgeCut({ ...GOOD, ...seen }, 0.02, USUAL_CUT_LIMITS)
const FULL = Object.fromEntries(DIAL_PLACES.map((p) => [p, 'full' as const]))
const SOUND: JointSeen = {
  places: FULL,
  fluxOff: true,
  inside: 'not-seen',
  breaking: 'none',
  leakPath: false,
}
const joint = (seen: Partial<JointSeen>) => judgeJoint({ ...SOUND, ...seen }, DIAL_PLACES, USUAL_JOINT_LIMITS)

describe('a cut against the shop’s limits', () => {
  it('passes with one tap, and says what it was held against', () => {
    expect(cut({})).toMatchObject({ outcome: 'passed' })
    expect(cut({}).because).toContain('slag one tap')
  })
  it.each([
    [{ slag: 'chisel' as const }, 'Slag'],
    [{ drop: 'no' as const }, 'Dropped'],
    [{ edge: 'gouged' as const }, 'Gouges'],
    [{ marks: [{ kind: 'stop' as const, at: 0.5, side: 'part' as const }] }, 'Stops'],
    [{ dragM: 0.005 }, 'Drag'],
    [{ outOfSquareM: 0.002 }, 'Out of square'],
    [{ size: { wantedM: 0.1, measuredM: 0.097, edges: 2 as const } }, 'Size'],
  ])('fails %j by its %s', (seen, what) => {
    const v = cut(seen)
    expect(v.outcome).toBe('failed')
    expect(v.because).toContain(what)
  })
  it('reads the kerf off a part’s size: cut as if there were none, it is short by a kerf', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0005, max: 0.006, noNaN: true }),
        fc.constantFrom(1 as const, 2 as const),
        (kerf, edges) => {
          const assumed = 0.002
          const measuredM = 0.1 - ((kerf - assumed) / 2) * edges
          expect(kerfFromSize({ wantedM: 0.1, measuredM, edges }, assumed)).toBeCloseTo(kerf, 9)
        },
      ),
    )
    expect(kerfFromSize({ wantedM: 0.1, measuredM: 0.2, edges: 1 }, 0.002)).toBeUndefined()
  })
})

describe('the edge of a cut', () => {
  const LIMITS = (...edges: readonly EdgeTaken[]) => ({ ...USUAL_CUT_LIMITS, edges: new Set(edges) })
  const judged = (over: Partial<CutSeen>, limits = LIMITS()) =>
    judgeCut({ edge: 'sharp', slag: 'none', drop: 'by-itself', marks: [], ...over }, 0.012, limits)
  it.each(['rounded', 'ridged', 'leaning'] as const)('that is %s fails, unless the shop takes it', (edge) => {
    expect(judged({ edge })).toMatchObject({ outcome: 'failed' })
    expect(judged({ edge }).because).toContain('wanted sharp and square')
    expect(judged({ edge }, LIMITS(edge)).outcome).toBe('passed')
    // one that is taken takes no other with it
    expect(judged({ edge }, LIMITS('melted')).outcome).toBe('failed')
  })
  it('melted in places fails, unless the shop takes it; gouged it goes by the number of gouges', () => {
    const melted = { marks: [{ kind: 'melted', at: 0.5, side: 'part' }] } as const
    expect(judged(melted).outcome).toBe('failed')
    expect(judged(melted, LIMITS('melted')).outcome).toBe('passed')
    expect(judged({ edge: 'gouged' }, LIMITS('rounded', 'ridged', 'leaning', 'melted')).outcome).toBe(
      'failed',
    )
    expect(judged({ edge: 'gouged' }, { ...LIMITS(), gouges: 1 }).outcome).toBe('passed')
  })
  it('that failed its check is never one to learn from, however it dropped', () => {
    const told = { drop: 'by-itself', slag: 'none', marks: [] } as const
    expect(isGoodCut({ ...told, verdict: judged({}) }, false)).toBe(true)
    expect(isGoodCut({ ...told, verdict: judged({ edge: 'gouged' }) }, false)).toBe(false)
    expect(isGoodCut({ ...told, verdict: judged({ edge: 'leaning' }) }, false)).toBe(false)
  })
})

describe('a joint against the shop’s limits', () => {
  it('is not judged under flux, and stays open where it was not seen', () => {
    expect(joint({ fluxOff: false }).outcome).toBe('open')
    expect(joint({ places: { ...FULL, 6: 'not-seen' } }).outcome).toBe('open')
    expect(joint({}).outcome).toBe('passed')
    expect(judgeJoint({ ...SOUND, places: {} }, STRIP_PLACES, USUAL_JOINT_LIMITS).because).toContain(
      '18 of 18',
    )
  })
  it('never takes a crack, a gap, melted metal or a way through, whatever the limits', () => {
    const loose = { fillet: 0, pinholes: 99, movedM: 1, penetration: 0 }
    for (const state of ['crack', 'gap', 'melted', 'undercut'] as const)
      expect(judgeJoint({ ...SOUND, places: { ...FULL, 3: state } }, DIAL_PLACES, loose).outcome).toBe(
        'failed',
      )
    expect(judgeJoint({ ...SOUND, leakPath: true }, DIAL_PLACES, loose).outcome).toBe('failed')
  })
  it('holds penetration against 80 %, and the rest against its own limit', () => {
    expect(joint({ breaking: 'section', penetration: [0.9, 0.8, 0.8, 0.7] }).outcome).toBe('passed')
    expect(joint({ breaking: 'section', penetration: [0.9, 0.8, 0.7, 0.7] }).because).toContain(
      'at least 80 %',
    )
    expect(joint({ movedM: 0.002 }).outcome).toBe('failed')
    expect(joint({ inside: 'black' }).because).toContain('black flakes')
    expect(joint({ places: { ...FULL, 1: 'thin' } }).because).toContain('92 %')
    expect(filletShare({})).toBeUndefined()
  })
  it('goes by filler at the far end, the metal outside, and where a test piece let go', () => {
    expect(joint({ farEnd: 'trace' }).because).toContain('it came through')
    expect(joint({ farEnd: 'trace' }).outcome).toBe('passed')
    expect(joint({ farEnd: 'bead' })).toMatchObject({ outcome: 'failed' })
    expect(joint({ farEnd: 'bead' }).because).toContain('overfed')
    // sealed at its lip alone it may pass today: that is told with the verdict
    expect(joint({ farEnd: 'none' })).toMatchObject({ outcome: 'passed' })
    expect(joint({ farEnd: 'none' }).because).toContain('leak in years')
    expect(joint({ outside: 'much-darker' }).outcome).toBe('failed')
    expect(joint({ breaking: 'bend', letGo: 'interface' }).outcome).toBe('failed')
    expect(joint({ breaking: 'bend', letGo: 'base' }).outcome).toBe('passed')
    expect(joint({ unswept: true }).because).toContain('left out, by the shop’s method')
    expect(joint({ farEnd: 'not-seen', outside: 'not-seen' })).toEqual(joint({}))
  })
  it('tells what it still holds by the share that was filled', () => {
    const { judged } = joint({ breaking: 'section', penetration: [0.9, 0.8, 0.8, 0.7], holdsTimes: 2 })
    expect(judged.find((j) => j.what === 'Penetration')?.found).toBe(
      '80 %, so it still holds about 1.6 times what the part does',
    )
  })
})

const sign = (id: string): Sign => {
  const found = findSign(id)
  if (!found) throw new Error(id)
  return found
}
const done = (over: Partial<Done>): Done => ({ skipped: new Set(), tookS: {}, ...over })

describe('the fault finder', () => {
  it('has for every sign causes, and for every cause a test and one thing to change', () => {
    expect(SIGNS.length).toBeGreaterThan(45)
    for (const s of SIGNS) {
      expect(Object.keys(s.causes).length, s.id).toBeGreaterThan(0)
      for (const c of Object.keys(s.causes)) {
        const cause = findCause(c)
        expect(cause?.tell, c).toMatch(/[.?:]/)
        expect(cause?.fix, c).toMatch(/\.$/)
        if (cause?.change.factor !== undefined) expect(cause.change.factor).toBeGreaterThan(0.5)
      }
    }
  })
  it('starts from the table’s weights when nothing is known of the run', () => {
    const shares = rankCauses([sign('top-melted')], []).map((r) => [r.cause.id, r.share])
    expect(Object.fromEntries(shares)).toEqual({
      'too-slow': 0.3,
      'preheat-much': 0.3,
      'too-close': 0.2,
      'tip-large': 0.2,
    })
  })
  it('shares always add up to one, and no fact takes a cause out of the list', () => {
    fc.assert(
      fc.property(
        fc.subarray([...SIGNS], { minLength: 1, maxLength: 3 }),
        fc.array(
          fc.record({
            because: fc.constant('x'),
            times: fc.dictionary(
              fc.constantFrom('too-slow', 'scale', 'no-flux'),
              fc.double({ min: 0.05, max: 10, noNaN: true }),
            ),
          }),
        ),
        (signs, facts) => {
          const ranked = rankCauses(signs, facts)
          expect(ranked.reduce((s, r) => s + r.share, 0)).toBeCloseTo(1, 9)
          expect(new Set(ranked.map((r) => r.cause.id))).toEqual(
            new Set(signs.flatMap((s) => Object.keys(s.causes))),
          )
          ranked.forEach((r, i) => expect(r.share).toBeLessThanOrEqual((ranked[i - 1]?.share ?? 1) + 1e-12))
        },
      ),
    )
  })
  it('names the pace of a run that was too quick, because it was', () => {
    const { plan, request } = cutPlanOf()
    const speed = (plan.figures.travelSpeed?.value ?? 0) * 1.25
    const [first] = rankCauses([sign('drag-leans')], factsOfCut(plan, request, done({ speed })))
    expect(first?.cause.id).toBe('too-fast')
    expect(first?.because[0]).toBe('you went 25 % faster than planned')
  })
  it('names the tip that is too large, the oxygen that was too low, the scale that was left on', () => {
    const big = cutPlanOf({}, { tipOrifice: '0.11 in' })
    expect(
      rankCauses([sign('closes-behind')], factsOfCut(big.plan, big.request, done({})))[0]?.because,
    ).toContain('the tip is larger than this plate takes')
    const { plan, request } = cutPlanOf()
    const low = (plan.figures.cuttingOxygenPressure?.value ?? 0) * 0.8
    expect(
      rankCauses([sign('slag-sticks')], factsOfCut(plan, request, done({ oxygenGaugePa: low })))[0]?.cause.id,
    ).toBe('oxygen-low')
    const rusty = cutPlanOf({ surface: 'rust' })
    const at = (r: typeof rusty) =>
      rankCauses([sign('cut-lost')], factsOfCut(r.plan, r.request)).find((x) => x.cause.id === 'scale')
        ?.share ?? 0
    expect(at(rusty)).toBeGreaterThan(3 * at(cutPlanOf()))
  })
  it('looks at the fuel first on thin plate, at the pace first for a learner', () => {
    const thin = cutPlanOf({ thickness: '1/8 in' })
    const first = (id: string, facts: ReturnType<typeof factsOfCut>) => rankCauses([sign(id)], facts)[0]
    const known = first('closes-behind', factsOfCut(thin.plan, thin.request, done({})))
    expect(known?.cause.change.what).toBe('fuel')
    expect(known?.because).toContain('the plate is thin')
    const thick = cutPlanOf()
    expect(first('top-melted', factsOfCut(thick.plan, thick.request, done({ learner: true })))).toMatchObject(
      {
        cause: { id: 'too-slow' },
        because: expect.arrayContaining(['most beginners go too slowly']) as string[],
      },
    )
    // the wrong reactions are causes, where the plate is thin
    const share = (r: typeof thin, id: string) =>
      rankCauses([sign('closes-behind')], factsOfCut(r.plan, r.request)).find((x) => x.cause.id === id)
        ?.share ?? 0
    expect(share(thin, 'torch-raised')).toBeGreaterThan(share(thick, 'torch-raised'))
    expect(share(thin, 'chasing')).toBeGreaterThan(0)
  })
  it('takes from a check what it has ticked, and from a plan what it knew', () => {
    const told = {
      edge: 'rounded',
      slag: 'grind',
      drop: 'no',
      marks: [{ kind: 'melted', at: 0.5, side: 'part' }],
    } as const
    expect(signsOfCut(told)).toEqual(['top-melted', 'slag-sticks', 'closes-behind'])
    expect(signsOfCut({ edge: 'sharp', slag: 'none', drop: 'by-itself', marks: [] })).toEqual([])
    const slow = cutPlanOf({ thickness: '3/4 in' }, { tipOrifice: '0.04 in', chart: [] })
    expect(factsOfCut(slow.plan, slow.request).map((f) => f.because)).toContain(
      'the plan knew that the tip is slow on this plate',
    )
    for (const id of signsOfCut(told)) expect(findSign(id), id).toBeDefined()
  })
  it('takes the draw as a cause only where the cylinder may not give so much', () => {
    const told = (r: ReturnType<typeof cutPlanOf>) =>
      factsOfCut(r.plan, r.request).some((f) => f.times['draw-limit'] !== undefined)
    const heavy = { thickness: '8 in', length: '1 ft' }
    const rig = (count: number) => ({ cylinders: [{ gas: 'acetylene', size: '145 cu ft', count }] })
    expect(told(cutPlanOf(heavy, rig(1)))).toBe(true)
    expect(told(cutPlanOf(heavy, rig(3)))).toBe(false)
    expect(told(cutPlanOf())).toBe(false)
  })
  it('puts no nitrogen first for black flakes when the nitrogen was left out, and last when it flowed', () => {
    const { plan, request } = brazePlanOf({
      service: ['refrigerant'],
      tubeRun: [{ outsideDiameter: '22 mm', wall: '1 mm', length: '3 m' }],
    })
    const of = (skipped: readonly StepRole[]) =>
      rankCauses([sign('black-inside')], factsOfBraze(plan, request, done({ skipped: new Set(skipped) })))
    expect(of(['nitrogen-on'])[0]).toMatchObject({
      cause: { id: 'no-purge' },
      because: ['the nitrogen was left out'],
    })
    expect(of(['nitrogen-on'])[0]?.share).toBeGreaterThan(0.7)
    expect(of([]).at(-1)?.cause.id).toBe('no-purge')
  })
  it('learns from what helped, but never beyond four to one', () => {
    const s = [sign('top-melted')]
    const share = (n: number, helped: boolean) =>
      rankCauses(
        s,
        [],
        Array.from({ length: n }, () => ({ sign: 'top-melted', cause: 'too-close', helped })),
      ).find((r) => r.cause.id === 'too-close')?.share ?? 0
    expect(share(2, true)).toBeGreaterThan(share(0, true))
    expect(share(2, false)).toBeLessThan(share(0, false))
    expect(share(100, true)).toBeCloseTo(8 / 16, 9)
    expect(rankCauses(s, [], [{ sign: 'soot', cause: 'too-close', helped: true }])[0]?.share).toBeCloseTo(
      0.3,
      9,
    )
  })
})
