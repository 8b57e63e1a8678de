import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS, FUELS } from '../gas/fuels.ts'
import { cutProcedure } from '../line/cut-procedure.ts'
import { CUBIC_FOOT_M3, INCH_M, PSI_PA } from '../quantity/index.ts'
import { CUT_FIGURES, planCut, readCut, usualTable, type CutFigureName } from './index.ts'
import { carbonEquivalent, findGrade, findMetal } from './metals.ts'
import { armRadius, piecesFromStock, slotPath } from './shapes.ts'
import { perPropane, steelRow } from './steel-table.ts'

const CFH = CUBIC_FOOT_M3 / 3600
type Loose = Record<string, unknown>
const WORK = { metal: 'low-carbon-steel', thickness: '12 mm', length: '600 mm' }
const RIG = { fuel: 'acetylene', handling: 'hand', guide: 'part', tipRadius: '1/4 in' }
const read = (work: Loose, rig: Loose = {}, rest: Loose = {}) =>
  readCut({ kind: 'cut', work: { ...WORK, ...work }, rig: { ...RIG, ...rig }, ...rest })
const request = (work: Loose, rig: Loose = {}, rest: Loose = {}) => {
  const r = read(work, rig, rest)
  if (!r.ok) throw new Error(JSON.stringify(r.errors))
  return r.request
}
const plan = (work: Loose, rig: Loose = {}, rest: Loose = {}) => planCut(request(work, rig, rest))
const of = (p: ReturnType<typeof plan>, name: CutFigureName) => p.figures[name]?.value ?? Number.NaN
const codes = (p: ReturnType<typeof plan>, rank?: string) =>
  p.findings.filter((f) => !rank || f.rank === rank).map((f) => f.code)
const fields = (work: Loose, rig: Loose = {}, rest: Loose = {}) => {
  const r = read(work, rig, rest)
  return r.ok ? [] : r.errors.map((e) => e.field)
}
const EVERY: readonly Loose[] = [
  { shape: 'straight' },
  { shape: 'strip', width: '60 mm', count: 4, stock: '300 mm' },
  { shape: 'bevel', bevel: '30 deg' },
  { shape: 'hole', diameter: '120 mm' },
  { shape: 'disc', diameter: '120 mm' },
  { shape: 'slot', length: '120 mm', width: '30 mm' },
  { shape: 'pierce' },
  { shape: 'outline', length: '2 m', pierces: 3 },
  { shape: 'fastener', diameter: '20 mm', fastener: 'rivet' },
  { shape: 'pipe', diameter: '114 mm', thickness: '6 mm', pipeCut: 'saddle', runDiameter: '168 mm' },
  { shape: 'section', section: 'channel', depth: '150 mm', width: '75 mm', thickness: '8 mm' },
  {
    shape: 'practice',
    practice: [
      { shape: 'straight', length: '100 mm', count: 5 },
      { shape: 'hole', diameter: '50 mm' },
    ],
  },
]

describe('each kind of cut', () => {
  it.each(EVERY.map((w) => [String(w['shape']), w] as const))('%s is planned whole', (_name, work) => {
    for (const fuel of FUEL_IDS) {
      const p = plan(work, { fuel })
      expect(codes(p, 'stop'), fuel).toEqual([])
      for (const name of CUT_FIGURES.slice(0, 11)) expect(p.figures[name], `${fuel} ${name}`).toBeDefined()
      for (const [name, f] of Object.entries(p.figures)) {
        expect(Number.isFinite(f.value), name).toBe(true)
        expect(f.low, name).toBeLessThanOrEqual(f.value)
        expect(f.high, name).toBeGreaterThanOrEqual(f.value)
        expect(f.because.length, name).toBeGreaterThan(10)
        expect(f.from.length, name).toBeGreaterThan(0)
      }
      expect(p.before.length).toBeGreaterThan(5)
    }
  })
  it.each(EVERY.map((w) => [String(w['shape']), w] as const))('%s has safe steps', (_name, work) => {
    for (const fuel of FUEL_IDS) {
      const asked = request(work, { fuel })
      const procedure = cutProcedure(planCut(asked), asked)
      expect(procedure.ok, `${fuel}: ${procedure.ok ? '' : procedure.text}`).toBe(true)
      if (procedure.ok) expect(new Set(procedure.steps.map((s) => s.id)).size).toBe(procedure.steps.length)
    }
  })
  it('asks for what the shape needs', () => {
    expect(fields({ shape: 'hole' })).toEqual(['work.diameter'])
    expect(fields({ shape: 'slot', length: '' })).toEqual(['work.length', 'work.width'])
    expect(fields({ shape: 'slot', length: '20 mm', width: '30 mm' })).toEqual(['work.length'])
    expect(fields({ shape: 'bevel' })).toEqual(['work.bevel'])
    expect(fields({ shape: 'strip' })).toEqual(['work.width'])
    expect(fields({ shape: 'fastener', length: '' })).toEqual(['work.diameter'])
    expect(fields({ shape: 'pipe', diameter: '20 mm', pipeCut: 'saddle' })).toEqual([
      'work.runDiameter',
      'work.thickness',
    ])
    expect(fields({ shape: 'practice' })).toEqual(['work.practice'])
    expect(fields({ shape: 'practice', practice: [{ shape: 'hole', count: 'x' }] })).toEqual([
      'work.practice.0.count',
      'work.practice.0.diameter',
    ])
    expect(fields({ shape: 'spiral' })).toEqual(['work.shape'])
    expect(fields({ land: '13 mm' })).toEqual(['work.land'])
    expect(fields({ count: 0 })).toEqual(['work.count'])
  })
  it('says that gouging is out of scope', () => {
    const p = plan({ shape: 'gouge' })
    expect(codes(p, 'stop')).toEqual(['gouging'])
    expect(p.figures).toEqual({})
  })
})

describe('bevels', () => {
  it('take the table at t/cos β, and the face and the bottom by geometry', () => {
    const p = plan({ shape: 'bevel', bevel: '30 deg', thickness: '20 mm' })
    const t = 0.02 / Math.cos(Math.PI / 6)
    expect(of(p, 'effectiveThickness')).toBeCloseTo(t, 12)
    expect(of(p, 'bevelFaceWidth')).toBeCloseTo(t, 12)
    expect(of(p, 'bottomShift')).toBeCloseTo(0.02 * Math.tan(Math.PI / 6), 12)
    const row = steelRow(t, 'acetylene')
    expect(of(p, 'fuelFlow')).toBeCloseTo(((row.fuel[0] + row.fuel[1]) / 2) * 1.15, 12)
    expect(of(p, 'cuttingOxygenFlow')).toBeCloseTo((row.cuttingOxygen[0] + row.cuttingOxygen[1]) / 2, 12)
  })
  it('may be spoken from square or from the plate', () => {
    const square = plan({ shape: 'bevel', bevel: '30 deg' })
    for (const work of [
      { bevel: '60 deg', bevelFrom: 'plate' },
      { bevel: '60 deg from the plate' },
      { bevel: '60° off plate' },
    ])
      expect(of(plan({ shape: 'bevel', ...work }), 'bevelFaceWidth')).toBeCloseTo(
        of(square, 'bevelFaceWidth'),
        9,
      )
  })
  it('leave the land out of the face and say that it takes two passes', () => {
    const p = plan({ shape: 'bevel', bevel: '30 deg', land: '2 mm' })
    expect(of(p, 'bevelFaceWidth')).toBeCloseTo(0.01 / Math.cos(Math.PI / 6), 12)
    expect(codes(p)).toContain('land')
  })
  it('end at 45° by hand and 60° on a track', () => {
    expect(codes(plan({ shape: 'bevel', bevel: '45 deg' }), 'stop')).toEqual([])
    expect(codes(plan({ shape: 'bevel', bevel: '46 deg' }), 'stop')).toEqual(['bevel-by-hand'])
    expect(codes(plan({ shape: 'bevel', bevel: '60 deg' }, { handling: 'track' }), 'stop')).toEqual([])
    expect(codes(plan({ shape: 'bevel', bevel: '61 deg' }, { handling: 'track' }), 'stop')).toEqual([
      'bevel-too-steep',
    ])
  })
  it('end there on a practice plate, too', () => {
    const practice = (bevel: string) => ({
      shape: 'practice',
      practice: [{ shape: 'bevel', length: '100 mm', bevel }],
    })
    expect(codes(plan(practice('45 deg')), 'stop')).toEqual([])
    expect(codes(plan(practice('50 deg')), 'stop')).toEqual(['bevel-by-hand'])
    expect(codes(plan(practice('70 deg'), { handling: 'track' }), 'stop')).toEqual(['bevel-too-steep'])
  })
  it('never take less gas than the square cut, in flow or in all', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0035, max: 0.15, noNaN: true }),
        fc.integer({ min: 1, max: 45 }),
        fc.constantFrom(...FUEL_IDS),
        fc.constantFrom('clean', 'rust'),
        (t, beta, fuel, surface) => {
          const thickness = `${t * 1000} mm`
          const square = plan({ thickness, surface }, { fuel })
          const bevel = plan({ shape: 'bevel', thickness, surface, bevel: `${beta} deg` }, { fuel })
          for (const name of [
            'fuelFlow',
            'cuttingOxygenFlow',
            'oxygenUsed',
            'fuelUsed',
            'torchTime',
          ] as const)
            expect(of(bevel, name), name).toBeGreaterThanOrEqual(of(square, name) * (1 - 1e-9))
          expect(of(bevel, 'travelSpeed')).toBeLessThanOrEqual(of(square, 'travelSpeed') * (1 + 1e-9))
        },
      ),
      { numRuns: 60 },
    )
  })
  it('move the guide out when the torch leans over it and in when it leans away', () => {
    const offset = (lean: string, guide: string) =>
      of(plan({ shape: 'bevel', bevel: '20 deg', lean }, { guide }), 'guideOffset')
    const square = of(plan({}), 'guideOffset')
    expect(offset('over-part', 'part')).toBeGreaterThan(square)
    expect(offset('over-scrap', 'part')).toBeLessThan(offset('over-part', 'part'))
    expect(codes(plan({ shape: 'bevel', bevel: '20 deg', lean: 'over-scrap' }), 'mind')).toContain(
      'bevel-sides',
    )
  })
})

describe('round cuts', () => {
  it('come out to size: the arm is half a kerf less for a hole, more for a disc', () => {
    for (const shape of ['hole', 'disc'] as const) {
      const p = plan({ shape, diameter: '120 mm' })
      expect(of(p, 'armRadius')).toBeCloseTo(0.06 + ((shape === 'hole' ? -1 : 1) * of(p, 'kerf')) / 2, 12)
      expect(armRadius(shape, 0.06, of(p, 'kerf'))).toBeCloseTo(of(p, 'armRadius'), 12)
    }
  })
  it('stop where the hole is narrower than the kerf, or the plate too thick to pierce', () => {
    expect(codes(plan({ shape: 'hole', diameter: '2 mm' }), 'stop')).toEqual(['hole-inside-kerf'])
    const thick = { shape: 'hole', diameter: '400 mm', thickness: '80 mm' }
    expect(codes(plan(thick), 'stop')).toEqual(['pierce-too-thick'])
    expect(codes(plan({ ...thick, start: 'drilled' }), 'stop')).toEqual([])
    expect(codes(plan({ ...thick, thickness: '60 mm' }), 'mind')).toContain('pierce-thick')
  })
  it('pierce at twice the standoff, after two to three times the preheat of an edge', () => {
    const p = plan({ shape: 'hole', diameter: '120 mm' })
    expect(of(p, 'pierceHeight')).toBeCloseTo(2 * of(p, 'standoff'), 12)
    expect(of(p, 'preheatTime')).toBeCloseTo(Math.sqrt(6) * of(plan({}), 'preheatTime'), 9)
  })
  it('count the pierces of many holes', () => {
    const one = plan({ shape: 'hole', diameter: '80 mm' })
    const ten = plan({ shape: 'hole', diameter: '80 mm', count: 10 })
    expect(of(ten, 'torchTime')).toBeCloseTo(10 * of(one, 'torchTime'), 9)
  })
  it('go round a slot by two straights and two half circles', () => {
    expect(slotPath(0.12, 0.03, 0.002)).toBeCloseTo(2 * 0.09 + Math.PI * 0.028, 12)
    expect(slotPath(0.12, 0.002, 0.003)).toBe(0.12)
  })
})

describe('pieces from stock', () => {
  it('use n·L + (n − 1)·k and never more than there is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 12, noNaN: true }),
        fc.double({ min: 0.01, max: 2, noNaN: true }),
        fc.double({ min: 0.001, max: 0.005, noNaN: true }),
        fc.double({ min: 0, max: 0.02, noNaN: true }),
        (stock, piece, kerf, trim) => {
          const { count, offcutM } = piecesFromStock(stock, piece, kerf, trim)
          const room = stock - (trim > 0 ? 2 * (trim + kerf) : 0)
          if (count > 0) expect(count * piece + (count - 1) * kerf).toBeLessThanOrEqual(room + 1e-9)
          expect((count + 1) * piece + count * kerf).toBeGreaterThan(room - 1e-6)
          expect(offcutM).toBeGreaterThanOrEqual(0)
        },
      ),
    )
  })
  it('are four of 60 mm from 300 mm with a 3 mm kerf', () => {
    expect(piecesFromStock(0.3, 0.06, 0.003)).toEqual({
      count: 4,
      offcutM: expect.closeTo(0.048, 9) as number,
    })
    const p = plan(EVERY[1] ?? {})
    expect(of(p, 'piecesPerStock')).toBe(4)
  })
})

describe('metals', () => {
  it('are known by their families', () => {
    expect(findMetal('stainless-316')?.metal).toBe('stainless-steel')
    expect(findMetal('galvanised-steel')).toEqual({ metal: 'low-carbon-steel', surface: 'galvanised' })
    expect(findMetal('grey-cast-iron')?.metal).toBe('cast-iron')
    expect(findMetal('aluminium-6061')?.metal).toBe('aluminium')
    expect(findMetal('unobtainium')).toBeUndefined()
  })
  it('stop with a reason and a way out when they do not cut', () => {
    for (const metal of [
      'stainless-304',
      'aluminium',
      'copper',
      'brass',
      'tin-bronze',
      'titanium',
      'nickel-200',
    ]) {
      const p = plan({ metal })
      expect(codes(p, 'stop'), metal).toEqual(['metal-not-cut'])
      expect(p.figures).toEqual({})
      expect(p.findings.find((f) => f.rank === 'stop')?.text).toMatch(/plasma|saw|wheel/i)
    }
  })
  it('have their carbon equivalent by the IIW formula (worked case: C 0.45, Mn 0.75)', () => {
    expect(carbonEquivalent({ C: 0.45, Mn: 0.75 })).toBeCloseTo(0.575, 12)
    expect(of(plan({ composition: 'C 0.45, Mn 0.75' }), 'carbonEquivalent')).toBeCloseTo(0.575, 12)
    expect(of(plan({ composition: { C: '0.45 %', Mn: 0.75 } }), 'carbonEquivalent')).toBeCloseTo(0.575, 12)
    expect(fields({ composition: 'Mn 0.75' })).toEqual(['work.composition'])
    expect(fields({ composition: 'C 0.2, Xx 1' })).toEqual(['work.composition'])
    expect(fields({ composition: 'C 80' })).toEqual(['work.composition'])
  })
  it('are warmed above 0.45 and cooled slowly', () => {
    const hard = plan({ grade: '4140' })
    expect(codes(hard, 'mind')).toContain('carbon-equivalent-high')
    expect([hard.figures.warmTo?.low, hard.figures.warmTo?.high]).toEqual([473.15, 573.15])
    expect(plan({ grade: 'structural' }).figures.warmTo).toBeUndefined()
    expect(plan({ metal: 'medium-carbon-steel' }).figures.warmTo).toBeDefined()
    expect(findGrade('1045')?.id).toBe('medium-carbon')
    expect(fields({ grade: 'chocolate' })).toEqual(['work.grade'])
  })
  it('with chromium: badly from 5 %, not at all as stainless', () => {
    expect(codes(plan({ composition: 'C 0.1, Cr 6' }), 'mind')).toContain('chromium')
    expect(codes(plan({ composition: 'C 0.05, Cr 18, Ni 8' }), 'stop')).toEqual(['metal-not-cut'])
  })
  it('cast iron takes the slow end and the most gas', () => {
    const [cast, steel] = [plan({ metal: 'cast-iron' }), plan({})]
    expect(codes(cast, 'mind')).toContain('cast-iron')
    expect(of(cast, 'travelSpeed')).toBeLessThan(of(steel, 'travelSpeed'))
    expect(of(cast, 'cuttingOxygenFlow')).toBeGreaterThan(of(steel, 'cuttingOxygenFlow'))
  })
})

describe('cautions', () => {
  it('are asked, kept with the name that was put to them, and never forced', () => {
    for (const surface of ['galvanised', 'painted', 'coated', 'oily', 'unknown']) {
      const p = plan({ surface })
      expect(codes(p, 'stop')).toEqual([])
      expect(p.cautions.map((c) => c.tickedBy)).toEqual([undefined])
      const [caution] = p.cautions
      const ticked = plan({ surface, cautions: [{ code: caution?.code, by: 'Tamsin' }] })
      expect(ticked.cautions[0]?.tickedBy).toBe('Tamsin')
      expect(
        plan({ surface, cautions: [{ code: 'another', by: 'Tamsin' }] }).cautions[0]?.tickedBy,
      ).toBeUndefined()
    }
    expect(plan({ surface: 'galvanised', hollow: 'once-filled' }).cautions).toHaveLength(2)
  })
  it('come first in the steps while nobody has put a name to them', () => {
    const asked = request({ surface: 'painted' })
    const procedure = cutProcedure(planCut(asked), asked)
    expect(procedure.ok && procedure.steps[0]?.id).toBe('caution-surface-painted')
  })
  it('are no use on a closed vessel: a true stop', () => {
    const p = plan({ hollow: 'closed', cautions: [{ code: 'once-filled', by: 'Bede' }] })
    expect(codes(p, 'stop')).toEqual(['closed-vessel'])
    expect(p.figures).toEqual({})
  })
})

describe('fuels', () => {
  it('without a column of their own follow from propane by equal net heat, with a wide span', () => {
    const flow = (fuel: string) => plan({}, { fuel }).figures.fuelFlow
    const propane = flow('propane')
    for (const fuel of ['propylene', 'mps', 'hydrogen'] as const) {
      const f = flow(fuel)
      expect((f?.value ?? 0) * FUELS[fuel].netHeat).toBeCloseTo(
        (propane?.value ?? 0) * FUELS.propane.netHeat,
        6,
      )
      expect((f?.high ?? 0) / (f?.low ?? 1)).toBeGreaterThan((propane?.high ?? 0) / (propane?.low ?? 1))
      expect(f?.because).toContain('estimate')
    }
    expect(perPropane('hydrogen')).toBeCloseTo(84.62 / 10.02, 6)
  })
  it('natural gas has its own column (2 in: 20 to 40 scfh)', () => {
    const row = steelRow(2 * INCH_M, 'natural-gas')
    expect(row.fuel.map((q) => Math.round(q / CFH))).toEqual([20, 40])
    expect(row.fuelByHeat).toBe(false)
  })
  it('stop on a rig that is made for another', () => {
    const stops = (rig: Loose) => codes(plan({}, rig), 'stop')
    expect(stops({ fuel: 'propane', tipPieces: 1 })).toEqual(['tip-wrong-fuel'])
    expect(stops({ fuel: 'propane', tipPieces: '2' })).toEqual([])
    expect(stops({ fuel: 'acetylene', tipPieces: 2 })).toEqual(['tip-wrong-fuel'])
    expect(stops({ fuel: 'propylene', hoseGrade: 'R' })).toEqual(['hose-wrong-fuel'])
    expect(stops({ fuel: 'propylene', hoseGrade: 'T' })).toEqual([])
    expect(stops({ fuel: 'acetylene', hoseGrade: 'RM' })).toEqual([])
    expect(stops({ fuel: 'acetylene', piping: 'copper' })).toEqual(['copper-pipe'])
    expect(stops({ fuel: 'mps', piping: 'copper' })).toEqual(['copper-pipe'])
    expect(stops({ fuel: 'natural-gas', piping: 'copper' })).toEqual([])
    expect(fields({}, { tipPieces: 3 })).toEqual(['rig.tipPieces'])
    expect(fields({}, { fuel: 'coal' })).toEqual(['rig.fuel'])
  })
  it('mind wind, and a flame that cannot be seen', () => {
    expect(codes(plan({ wind: 'strong' }, { fuel: 'propane' }), 'mind')).toContain('wind')
    expect(codes(plan({}, { fuel: 'hydrogen' }), 'mind')).toContain('hydrogen-unseen')
  })
  it('count manifolded cylinders together', () => {
    const heavy = { thickness: '8 in', length: '1 ft' }
    const rig = (count: number) => ({ cylinders: [{ gas: 'acetylene', size: '145 cu ft', count }] })
    expect(codes(plan(heavy, rig(1)), 'stop')).toEqual(['cylinder-draw'])
    expect(codes(plan(heavy, rig(3)), 'stop')).toEqual([])
    expect(codes(plan(heavy, { acetyleneCylinder: '145 cu ft', cylinders: 3 }), 'stop')).toEqual([])
    expect(codes(plan(heavy, { cylinders: { acetylene: '145 cu ft' } }), 'stop')).toEqual(['cylinder-draw'])
    expect(fields({}, { cylinders: 'many' })).toEqual(['rig.cylinders'])
    const little = plan({ length: '20 m' }, { cylinders: [{ gas: 'oxygen', size: '20 cu ft' }] })
    expect(codes(little, 'mind')).toContain('oxygen-runs-out')
    expect(fields({}, { cylinders: [{ gas: 'helium', size: '1 m3' }] })).toEqual(['rig.cylinders.0.gas'])
  })
})

describe('the dial of a track machine', () => {
  const dial = '20: 6 in/min; 60: 20 in/min'
  const track = (rig: Loose) => plan({ thickness: '1/2 in' }, { handling: 'track', ...rig })
  it('is read between its own calibration points', () => {
    const p = track({ dial })
    const ipm = of(p, 'travelSpeed') / (INCH_M / 60)
    // 12 to 23 in/min published for 1/2 in, three quarters up: 20.25, beyond the points
    expect(ipm).toBeCloseTo(20.25, 6)
    expect(p.figures.trackDial).toBeUndefined()
    expect(codes(p, 'mind')).toContain('dial-outside')
    const wider = track({
      dial: [
        { dial: 20, speed: '6 in/min' },
        { dial: 100, speed: '38 in/min' },
      ],
    })
    expect(of(wider, 'trackDial')).toBeCloseTo(20 + ((20.25 - 6) / 32) * 80, 6)
    expect(plan({}, { dial }).figures.trackDial).toBeUndefined()
  })
  it('wants two points that rise, with their units', () => {
    for (const wrong of ['20: 6 in/min', '20: 6; x: 5 in/min', '60: 6 in/min; 20: 20 in/min', 'fast'])
      expect(fields({}, { handling: 'track', dial: wrong }), wrong).toEqual(['rig.dial'])
  })
})

describe('my usual', () => {
  const usual = (oxygen: string, fuel: string) => ({ usual: { oxygen, fuel } })
  it('is judged for this plate, with flow, share and speed', () => {
    const good = plan({ thickness: '5/8 in' }, { tipOrifice: '0.052 in' }, usual('42 psi', '6 psi'))
    expect(codes(good)).toContain('usual-works')
    for (const name of ['usualOxygenFlow', 'usualOxygenShareBurnt', 'usualTravelSpeed'] as const)
      expect(good.figures[name], name).toBeDefined()
    const soft = plan({ thickness: '2 in' }, { tipOrifice: '0.052 in' }, usual('8 psi', '5 psi'))
    expect(codes(soft, 'mind')).toContain('usual-no')
    expect(of(soft, 'usualTravelSpeed')).toBeLessThan(of(good, 'usualTravelSpeed'))
    const hard = plan({ thickness: '1/4 in' }, { tipOrifice: '0.052 in' }, usual('60 psi', '5 psi'))
    expect(codes(hard, 'mind')).toContain('usual-too-much')
    const text = soft.findings.find((f) => f.code === 'usual-no')?.text ?? ''
    expect(text).toContain('psi of oxygen')
  })
  it('stops at a habit past the acetylene limit', () => {
    expect(codes(plan({}, {}, usual('40 psi', '14 psi')), 'stop')).toEqual(['usual-acetylene-limit'])
    expect(codes(plan({}, {}, usual('40 psi', '2 psi')), 'mind')).toContain('usual-fuel-low')
  })
  it('never moves the plan itself', () => {
    const [a, b] = [plan({}), plan({}, {}, usual('90 psi', '3 psi'))]
    for (const name of CUT_FIGURES.slice(0, 21)) expect(of(b, name), name).toEqual(of(a, name))
  })
  it('is set as it stands when that is said, held on any plate, chart and log beside it', () => {
    const set = (work: Loose, more: Loose = {}) =>
      plan(
        work,
        {
          tipOrifice: '0.052 in',
          oxygenHose: { length: '100 ft', bore: '1/4 in' },
          chart: [
            {
              orifice: '0.052 in',
              thicknessMin: '1/4 in',
              thicknessMax: '2 in',
              oxygenPressure: '25 psi',
              fuelPressure: '4 psi',
            },
          ],
        },
        { usual: { oxygen: '42 psi', fuel: '6 psi', set: 'yes', ...more } },
      )
    for (const thickness of ['3/8 in', '1 in']) {
      const held = set({ thickness })
      expect(of(held, 'cuttingOxygenPressure')).toBeCloseTo(42 * PSI_PA, 3)
      expect(of(held, 'fuelPressure')).toBeCloseTo(6 * PSI_PA, 3)
      expect(held.figures.cuttingOxygenPressure?.source).toBe('said')
      // nothing is added for the hose: the tip gets what it leaves
      expect(of(held, 'cuttingOxygenPressureAtTip')).toBeLessThan(41 * PSI_PA)
      expect(codes(held, 'note')).toContain('usual-set')
      expect(codes(held)).not.toContain('chart-oxygen-differs')
    }
    expect(of(set({ thickness: '3/8 in' }, { tip: '0.04 in' }), 'tipOrifice')).toBeCloseTo(0.04 * INCH_M, 9)
    expect(set({ thickness: '3/8 in' }, { tip: '0.04 in' }).figures.tipOrifice?.source).toBe('said')
  })
  it('is judged at what it leaves at the tip: slow on a thick plate, too much on a thin one, no past that', () => {
    const set = (thickness: string, tipOrifice: string, oxygen: string) =>
      plan({ thickness }, { tipOrifice }, { usual: { oxygen, fuel: '5 psi', set: 'yes' } })
    expect(set('3/4 in', '0.04 in', '60 psi').tip.verdict).toBe('slow')
    expect(codes(set('1/4 in', '0.052 in', '60 psi'), 'mind')).toContain('usual-too-much')
    const no = set('2 in', '0.04 in', '60 psi')
    expect(codes(no, 'stop')).toEqual(['tip-will-not-do'])
    expect(no.figures.cuttingOxygenPressure?.stop).toEqual(['tip-will-not-do'])
  })
  it('is never set past a limit, and a change after the last run waits while it is held', () => {
    const past = plan({}, {}, { usual: { oxygen: '40 psi', fuel: '14 psi', set: 'yes' } })
    expect(codes(past, 'stop')).toEqual(['acetylene-limit'])
    expect(past.figures.fuelPressure).toBeUndefined()
    const rated = plan(
      {},
      { oxygenRating: '80 psi' },
      { usual: { oxygen: '90 psi', fuel: '5 psi', set: 'yes' } },
    )
    expect(rated.figures.cuttingOxygenPressure).toBeUndefined()
    expect(codes(rated, 'stop').length).toBe(1)
    const changes = [{ what: 'oxygen', factor: '1.1', text: 'More oxygen' }]
    const held = plan({ changes }, {}, { usual: { oxygen: '40 psi', fuel: '5 psi', set: 'yes' } })
    expect(of(held, 'cuttingOxygenPressure')).toBeCloseTo(40 * PSI_PA, 3)
    expect(held.findings.find((f) => f.code === 'usual-set')?.text).toContain('waits')
  })
  it('has one table for all thicknesses, in which the flow it wants rises', () => {
    const asked = request({}, { tipOrifice: '0.052 in' }, usual('40 psi', '6 psi'))
    const rows = usualTable(asked, { oxygenPa: 40 * PSI_PA, fuelPa: 6 * PSI_PA }, 0.052 * INCH_M)
    expect(rows.some((r) => r.verdict === 'does')).toBe(true)
    expect(rows.at(-1)?.verdict).toBe('no')
    expect(rows[0]?.verdict).toBe('too-large')
    for (const [i, r] of rows.entries())
      if (i > 0) expect(r.wanted[0]).toBeGreaterThanOrEqual(rows[i - 1]?.wanted[0] ?? 0)
  })
  it('asks for both pressures with their units', () => {
    expect(fields({}, {}, { usual: { oxygen: '40', fuel: '' } })).toEqual(['usual.oxygen', 'usual.fuel'])
  })
})

describe('laws over all of it', () => {
  it('an estimate lies within the table’s range everywhere in it; thicker is never faster', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0032, max: 0.3, noNaN: true }),
        fc.constantFrom(...FUEL_IDS),
        fc.constantFrom('hand', 'track', 'not-said'),
        (t, fuel, handling) => {
          const p = plan({ thickness: `${t * 1000} mm` }, { fuel, handling, guide: 'none' })
          const row = steelRow(t, fuel)
          const inside = (name: CutFigureName, [low, high]: readonly [number, number]) => {
            expect(of(p, name), name).toBeGreaterThanOrEqual(low * (1 - 1e-9))
            expect(of(p, name), name).toBeLessThanOrEqual(high * (1 + 1e-9))
          }
          inside('travelSpeed', row.speed)
          inside('cuttingOxygenFlow', row.cuttingOxygen)
          inside('fuelFlow', row.fuel)
          const thicker = plan(
            { thickness: `${Math.min(304, t * 1100)} mm` },
            { fuel, handling, guide: 'none' },
          )
          expect(of(thicker, 'travelSpeed')).toBeLessThanOrEqual(of(p, 'travelSpeed') * (1 + 1e-9))
        },
      ),
      { numRuns: 120 },
    )
  })
  it('never throws and never gives a setting past a limit, whatever is asked', () => {
    const any = fc.record(
      {
        shape: fc.constantFrom(
          'straight',
          'bevel',
          'hole',
          'disc',
          'slot',
          'pipe',
          'section',
          'fastener',
          'gouge',
          7,
        ),
        metal: fc.constantFrom('low-carbon-steel', 'cast-iron', 'copper', 'x', null),
        thickness: fc.constantFrom('1/8 in', '12 in', '0', '-3 mm', 'abc', ''),
        length: fc.constantFrom('1 ft', '', '0.1 mm'),
        diameter: fc.constantFrom('3 in', '1 mm', ''),
        width: fc.constantFrom('1 in', ''),
        bevel: fc.constantFrom('30 deg', '89 deg', '90 deg', ''),
        depth: fc.constantFrom('4 in', ''),
        grade: fc.constantFrom('4140', '', 'zzz'),
        count: fc.constantFrom(1, '3', -1, 1.5),
        cautions: fc.constantFrom([], 'no', [{ code: 1 }]),
      },
      { requiredKeys: [] },
    )
    fc.assert(
      fc.property(any, fc.constantFrom(...FUEL_IDS), (work, fuel) => {
        const r = read(work, { fuel })
        if (!r.ok) {
          expect(r.errors.length).toBeGreaterThan(0)
          return
        }
        const p = planCut(r.request)
        const set = p.figures.fuelPressure
        if (fuel === 'acetylene' && set) expect(set.high).toBeLessThanOrEqual(12 * PSI_PA + 1)
        for (const f of Object.values(p.figures)) expect(Number.isFinite(f.value)).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})
