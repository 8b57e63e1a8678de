import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cleaningOf, cleanUp } from '../cut/clean.ts'
import { FUEL_IDS } from '../gas/fuels.ts'
import { planCut, readCut } from '../cut/index.ts'
import { batchPiece, composeBatch } from './batch.ts'
import { cutParts, cutProcedure } from './cut-procedure.ts'
import { USUAL_LINE_METHODS, type LineMethods } from './methods.ts'
import type { Step } from './steps.ts'

type Loose = Record<string, unknown>
const asked = (work: Loose, rig: Loose) => {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '1/2 in', length: '12 in', ...work },
    rig: { fuel: 'acetylene', handling: 'hand', guide: 'none', ...rig },
    shop: {},
  })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return read.request
}
const steps = (work: Loose = {}, rig: Loose = {}, methods: Partial<LineMethods> = {}): readonly Step[] => {
  const request = asked(work, rig)
  const made = cutProcedure(planCut(request), request, { methods: { ...USUAL_LINE_METHODS, ...methods } })
  if (!made.ok) throw new Error(made.text)
  return made.steps
}
const find = (list: readonly Step[], id: string): Step => {
  const step = list.find((s) => s.id === id)
  if (!step) throw new Error(`no ${id}: ${list.map((s) => s.id).join(' ')}`)
  return step
}
const ids = (list: readonly Step[]) => list.map((s) => s.id)
const GUIDED = { guide: 'part', tipRadius: '1/4 in' }

describe('thin plate', () => {
  it('has its fuel turned down in steps, is laid over, and is gone over quickly', () => {
    const thin = steps({ thickness: '1/8 in' })
    expect(ids(thin).indexOf('turn-down')).toBeGreaterThan(ids(thin).indexOf('retrim'))
    expect(ids(thin).indexOf('turn-down')).toBeLessThan(ids(thin).indexOf('preheat'))
    const cut = find(thin, 'cut')
    expect(cut.act).toMatch(/Lay the torch over, tip pointing ahead.*quickly/)
    // the two reactions that make it worse are named
    expect(cut.ifNot).toMatch(/raise the torch.*chase the slag/)
    expect(ids(steps({ thickness: '1/4 in' }))).not.toContain('turn-down')
    expect(find(steps({ thickness: '3/16 in' }, {}, { torchAngle: 'square' }), 'cut').act).not.toMatch(/Lay/)
  })
})

describe('pieces that are alike', () => {
  it('are tried, stood to and turned down for once, while the flame burns on', () => {
    const request = asked({ thickness: '1/8 in' }, {})
    const parts = cutParts(planCut(request), request)
    if (!parts.ok) throw new Error(parts.text)
    const made = composeBatch([batchPiece(parts, 3)])
    if (!made.ok) throw new Error(made.text)
    const count = (id: string) => made.steps.filter((s) => s.id.replace(/\.\d+$/, '') === id).length
    expect(['test-strip', 'stance', 'turn-down', 'cut'].map(count)).toEqual([1, 1, 1, 3])
  })
})

describe('a track machine', () => {
  const track = steps({}, { handling: 'track', ...GUIDED, dial: '20: 6 in/min; 60: 20 in/min' })
  it('is aligned, set and tried before anything is lit', () => {
    const align = find(track, 'align-track')
    expect(align.act).toMatch(/both ends/)
    expect(ids(track).indexOf('align-track')).toBeLessThan(ids(track).indexOf('light'))
    expect(align.beside?.join(' ')).toMatch(/dial.*angle/s)
  })
  it('starts as it breaks through, and stops lever, carriage, flame', () => {
    expect(find(track, 'cut').act).toMatch(/start the carriage as it breaks through/)
    expect(find(track, 'cut').see).toMatch(/lag/i)
    expect(find(track, 'carriage-stop').act).toMatch(/lever up, then stop the carriage, then .* flame/)
  })
  it('has no word for a hand, and no guide', () => {
    expect(ids(track)).not.toContain('guide')
    expect(ids(track)).not.toContain('stance')
    expect(ids(track)).not.toContain('collar')
    const cut = track.filter((s) => s.phase === 'cut')
    for (const s of cut)
      expect(`${s.act} ${s.why} ${s.see ?? ''}`, s.id).not.toMatch(/elbow|hands|steady hand/i)
    const plan = planCut(asked({}, { handling: 'track', ...GUIDED }))
    for (const name of ['guideOffset', 'collarHeight', 'collarOnTip'] as const)
      expect(plan.figures[name]).toBeUndefined()
  })
})

describe('the collar', () => {
  it('is clamped by the guide that is there, and is where the plan says', () => {
    const plan = planCut(asked({}, { ...GUIDED, guideHeight: '1 1/2 in' }))
    const { collarOnTip, tipToWork, collarHeight } = plan.figures
    expect((collarOnTip?.value ?? 0) + (tipToWork?.value ?? 0)).toBeCloseTo(0.0381, 9)
    expect(collarHeight).toBeDefined()
    // without one the guide is made to the collar, and the collar stays as it was said
    expect(planCut(asked({}, { ...GUIDED, tipBelowCollar: '22 mm' })).figures.collarOnTip?.value).toBeCloseTo(
      0.022,
      9,
    )
  })
  it('stops where the guide is lower than the tip rides', () => {
    const codes = planCut(asked({}, { ...GUIDED, guideHeight: '1/8 in' })).findings.map(
      (f) => `${f.rank} ${f.code}`,
    )
    expect(codes).toContain('stop guide-lower-than-tip')
  })
  it('is set cold by the rule, or lit by the cones, by the shop’s method', () => {
    const cold = steps({}, GUIDED)
    expect(ids(cold).indexOf('collar')).toBeLessThan(ids(cold).indexOf('light'))
    const lit = steps({}, GUIDED, { collar: 'by-cones' })
    expect(ids(lit).indexOf('collar')).toBeGreaterThan(ids(lit).indexOf('retrim'))
    expect(find(lit, 'collar').caution).toMatch(/burn/)
  })
  it('is joined by a burn bar where the shop works with one', () => {
    expect(find(steps({}, GUIDED, { guide: 'burn-bar' }), 'guide').act).toMatch(/burn bar.*wide/)
    expect(find(steps({}, GUIDED), 'guide').beside?.join(' ')).toMatch(/both ends, and level/)
  })
})

describe('stance and hands', () => {
  it('reach the whole of a short cut, and plan the stops of a long one', () => {
    expect(find(steps({ length: '12 in' }), 'stance').act).toMatch(/the whole of the cut/)
    const long = find(steps({ length: '6 ft' }), 'stance')
    expect(long.why).toMatch(/3 stops are planned/)
    expect(find(steps({}, {}, { stance: 'seated' }), 'stance').act).toMatch(/^Sit/)
    expect(find(steps({}, {}, { hands: 'cradled' }), 'stance').beside?.[0]).toMatch(
      /One hand lies in the other/,
    )
  })
  it('tell a learner that most go too slowly', () => {
    expect(find(steps(), 'cut').learner).toMatch(/too slowly.*pace tick/)
  })
})

describe('before and after', () => {
  it.each([
    ['clean', '1/2 in', undefined],
    ['scale', '3/4 in', /rub stone/],
    ['scale', '1/4 in', /flap disc/],
    ['rust', '1/2 in', /wire wheel/],
    ['rust', '1/8 in', /flap disc/],
    ['oily', '1/2 in', /degreaser/],
    ['painted', '1/2 in', /flap disc, masked/],
  ] as const)('%s on %s is cleaned as far as the plate asks', (surface, thickness, tool) => {
    const act = find(steps({ surface, thickness }), 'piece').act
    if (tool) expect(act).toMatch(tool)
    else expect(act).not.toMatch(/clean the line/)
  })
  it('says how wide the mark is and which side it lies on', () => {
    const beside = (more: Loose) => find(steps(more), 'piece').beside?.join(' ') ?? ''
    expect(beside({})).toMatch(/1\/16 in wide, lies in the scrap/)
    expect(beside({ markLies: 'part' })).toMatch(/lies on the part/)
    expect(beside({ mark: 'pen', markLies: 'middle' })).toMatch(/1\/8 in wide, lies astride/)
  })
  it('lets wind and wet change what is done', () => {
    expect(find(steps({ wind: 'strong' }), 'area').beside?.[0]).toMatch(/screen/)
    expect(find(steps(), 'area').beside).toBeUndefined()
    for (const more of [{ weather: 'wet' }, { weather: 'humid' }, { temperature: '20 F' }])
      expect(find(steps(more), 'warm-line').act).toMatch(/Dry the line/)
    expect(ids(steps())).not.toContain('warm-line')
    // one pass does for both on cold heavy plate
    expect(ids(steps({ thickness: '2 in', weather: 'wet' })).filter((i) => i === 'warm-line')).toHaveLength(1)
  })
  it('names cleaner and regulator where they are needed', () => {
    const rig = find(steps({}, { tipOrifice: '#56' }), 'rig')
    expect(rig.beside?.join(' ')).toMatch(/cleaner #\d+ or thinner, straight in and out/)
    expect(rig.see).toMatch(/regulator and hose made for acetylene/)
  })
  it('tries a strip first, until the log has a good cut like it', () => {
    expect(ids(steps())).toContain('test-strip')
    const request = asked({}, { tipOrifice: '#56' })
    const own = {
      orificeM: request.rig.tipOrificeM ?? 0,
      thicknessM: request.work.thicknessM,
      fuel: 'acetylene',
      handling: 'hand',
    } as const
    const known = { ...request, rig: { ...request.rig, ownCuts: [own] } }
    const made = cutProcedure(planCut(known), known)
    expect(made.ok && ids(made.steps)).not.toContain('test-strip')
  })
  it('dresses the edge by its slag, bright where it is welded', () => {
    expect(find(steps(), 'dress').why).toMatch(/Some slag is normal/)
    expect(find(steps({ edgeFor: 'welded' }), 'dress').act).toMatch(/bright metal/)
    expect(cleanUp(1, 'welded').value).toBeGreaterThan(cleanUp(1, 'as-cut').value * 3)
  })
  it('lays a flat tip along the plate of a fastener, from the box where there is one', () => {
    const work = { shape: 'fastener', diameter: '3/4 in' }
    expect(find(steps(work), 'flush-tip').act).toMatch(/a bent or a flat tip/)
    const box = [{ kind: 'tip', orifice: '#56', shape: 'flat' }]
    expect(find(steps(work, { box }), 'flush-tip').act).toMatch(/the flat tip from your box/)
  })
  it('is cleaned by something, whatever lies on it, but where it is clean', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('scale', 'rust', 'galvanised', 'painted', 'coated', 'oily', 'unknown'),
        fc.double({ min: 0.001, max: 0.3, noNaN: true }),
        (surface, thicknessM) => {
          expect(cleaningOf({ surface, thicknessM })?.until.length).toBeGreaterThan(5)
        },
      ),
    )
  })
  it('is accepted by the line’s model for every fuel, thickness, hand and weather', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FUEL_IDS),
        fc.constantFrom('1/16 in', '1/8 in', '3/16 in', '1/2 in', '3 in'),
        fc.constantFrom('hand', 'track'),
        fc.constantFrom('dry', 'humid', 'wet'),
        fc.constantFrom('by-rule', 'by-cones'),
        (fuel, thickness, handling, weather, collar) => {
          const made = steps({ thickness, weather }, { fuel, handling, ...GUIDED }, { collar })
          expect(made.length).toBeGreaterThan(20)
        },
      ),
      { numRuns: 60 },
    )
  })
})
