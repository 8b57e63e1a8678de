import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addCosts, fillerCost } from '../cost.ts'
import { FUELS } from '../gas/fuels.ts'
import { CUBIC_FOOT_M3, INCH_M, PSI_PA } from '../quantity/units.ts'
import { METAL_NAMES } from '../metal/base-metals.ts'
import { fuelFlowOf } from './flame.ts'
import { planBraze, soldBurners } from './plan-braze.ts'
import { purgeTimeS } from './purge.ts'
import { readBraze } from './read.ts'
import { coolingS } from './repair.ts'
import { brazePlan, brazeRequest, codesOf, SOCKET, stopsOf, valueOf } from './test-support.ts'
import { JOINTS, SERVICES } from './types.ts'

const CFH = CUBIC_FOOT_M3 / 3600
const COPPER = SOCKET
const fault = (work: unknown, rig: unknown = {}, rest: object = {}) => {
  const read = readBraze({ kind: 'braze', work, rig, ...rest })
  return read.ok ? [] : read.errors.map((e) => e.field)
}

describe('reading a braze', () => {
  it('gathers every fault with its field', () => {
    expect(fault({})).toEqual(
      expect.arrayContaining(['work.joint', 'work.a.metal', 'work.a.outsideDiameter']),
    )
    expect(fault({ ...COPPER, a: { metal: 'mithril', outsideDiameter: '28 mm', wall: '20 mm' } })).toEqual(
      expect.arrayContaining(['work.a.metal', 'work.a.wall']),
    )
    expect(fault({ ...COPPER, service: ['water', 'beer'], pressure: '3', attitude: '200 deg' })).toEqual(
      expect.arrayContaining(['work.service', 'work.pressure', 'work.attitude']),
    )
    expect(
      fault({
        ...COPPER,
        filler: 'BAg-99',
        tubeRun: [{ outsideDiameter: '10 mm', wall: '6 mm', length: '1 m' }],
      }),
    ).toEqual(expect.arrayContaining(['work.filler', 'work.tubeRun.0.wall']))
    expect(fault(COPPER, { fuel: 'coal', rods: [{ class: 'X' }], chart: [{ orifice: '' }] })).toEqual(
      expect.arrayContaining(['rig.fuel', 'rig.rods.0.class', 'rig.chart.0.orifice']),
    )
    expect(fault(COPPER, {}, { shop: { methods: { flame: 'green' } } })).toContain('shop.methods.flame')
    expect(readBraze(7).ok).toBe(false)
    expect(readBraze({ kind: 'cut' }).ok).toBe(false)
  })
  it('never throws, whatever comes', () => {
    fc.assert(
      fc.property(fc.anything(), fc.anything(), fc.anything(), (work, rig, shop) => {
        const read = readBraze({ kind: 'braze', work, rig, shop })
        expect(typeof read.ok).toBe('boolean')
      }),
    )
  })
  it('names what it does not know and leaves it out', () => {
    const p = brazePlan({ colourr: 'red' }, { tipOrrifice: '1 mm' })
    expect(p.findings.find((f) => f.code === 'ignored-input')?.text).toContain(
      'work.colourr, rig.tipOrrifice',
    )
  })
  it('takes a named tube with its wall and cup', () => {
    const { work } = brazeRequest({ a: { metal: 'copper', tube: 'ASTM B88 3/4 L' }, b: { metal: 'copper' } })
    expect(work.a.outsideDiameterM).toBeCloseTo(0.875 * INCH_M, 9)
    expect(work.overlapM).toBeCloseTo(0.75 * INCH_M, 9)
  })
})

describe('a copper socket for hot water', () => {
  const p = brazePlan({ pressure: '3 bar', serviceTemperature: '75 C', count: '6' })
  it('is brazed without flux, slightly reducing, in the middle of the filler’s range', () => {
    expect(p.choice).toEqual({
      process: 'brazing',
      filler: 'BCuP-2',
      flux: 'none',
      flame: 'slightly reducing',
      form: 'bare',
    })
    // 1350 to 1550 °F
    expect(valueOf(p, 'brazingTemperature')).toBeCloseTo((1450 - 32) / 1.8 + 273.15, 6)
    expect(valueOf(p, 'baseHeadroom')).toBeCloseTo(1083 + 273.15 - valueOf(p, 'brazingTemperature'), 6)
    expect(stopsOf(p)).toEqual([])
  })
  it('carries figures with source, span, reason and what they rest on', () => {
    for (const [name, f] of Object.entries(p.figures)) {
      expect(f.low, name).toBeLessThanOrEqual(f.value)
      expect(f.high, name).toBeGreaterThanOrEqual(f.value)
      expect(Number.isFinite(f.value), name).toBe(true)
      expect(f.because.length, name).toBeGreaterThan(10)
      expect(f.from.length, name).toBeGreaterThan(0)
      expect(f.cites.length, name).toBeGreaterThan(2)
    }
    expect(valueOf(p, 'rodLengthAll')).toBeCloseTo(6 * valueOf(p, 'rodLength'), 9)
  })
  it('heats in good time, and knows where the heat has got to', () => {
    expect(valueOf(p, 'timeToTemperature')).toBeGreaterThan(15)
    expect(valueOf(p, 'timeToTemperature')).toBeLessThan(90)
    expect(valueOf(p, 'reach60C')).toBeGreaterThan(0.1)
    expect(valueOf(p, 'reach60CWithRag')).toBeLessThanOrEqual(valueOf(p, 'reach60C'))
    expect(p.profile?.kelvin[0]).toBeGreaterThan(900)
  })
  it('feeds a level joint from the bottom, and one mouth down with a cool tube', () => {
    const order = (attitude: string) => brazePlan({ attitude }).steps.find((s) => s.id === 'feed-2')?.act
    expect(order('horizontal')).toContain('5 o’clock')
    expect(order('vertical-up')).toContain('once round')
    expect(order('vertical-down')).toContain('tube cooler')
    expect(order('20 deg')).toContain('5 o’clock')
    expect(order('-60 deg')).toContain('tube cooler')
  })
  it('says that solder would do, and what the pressure pushes with', () => {
    expect(codesOf(p)).toEqual(expect.arrayContaining(['solder-enough', 'pressure', 'softens']))
    expect(valueOf(p, 'endLoad')).toBeCloseTo((3e5 * Math.PI * 0.028 ** 2) / 4, 3)
  })
})

describe('tips, gas and pressures', () => {
  it('passes 6.7 scfh of acetylene through 0.040 in', () => {
    expect(fuelFlowOf('acetylene', 0.04 * INCH_M, 1) / CFH).toBeCloseTo(6.7, 1)
  })
  it('sets equal pressures, or oxygen twice the fuel, by the shop’s method', () => {
    const rig = { tipOrifice: '0.045 in' }
    const psi = (shop: object, name: 'oxygenPressure' | 'fuelPressure') =>
      valueOf(brazePlan({}, rig, { ...shop, units: undefined }), name) / PSI_PA
    expect(psi({}, 'fuelPressure')).toBeCloseTo(5, 6)
    expect(psi({}, 'oxygenPressure')).toBeCloseTo(5, 6)
    expect(psi({ methods: { pressures: 'twice' } }, 'oxygenPressure')).toBeCloseTo(10, 6)
  })
  it('lets the shop’s own chart win, as in its place', () => {
    const chart = [
      {
        orifice: '0.052 in',
        thicknessMin: '0.8 mm',
        thicknessMax: '1.2 mm',
        oxygenPressure: '6 psi',
        fuelPressure: '6 psi',
      },
    ]
    const p = brazePlan({}, { chart })
    expect(p.figures.tipOrifice?.source).toBe('chart')
    expect(valueOf(p, 'tipOrifice')).toBeCloseTo(0.052 * INCH_M, 9)
    expect(p.figures.fuelPressure?.source).toBe('chart')
    expect(valueOf(p, 'fuelPressure')).toBeCloseTo(6 * PSI_PA, 6)
    // an injector has pressures from its chart only
    expect(brazePlan({}, { torchKind: 'injector' }).figures.fuelPressure).toBeUndefined()
    expect(valueOf(brazePlan({}, { torchKind: 'injector', chart }), 'fuelPressure')).toBeCloseTo(
      6 * PSI_PA,
      6,
    )
  })
  it('stops a chart that breaks the acetylene sum, and the wrong tip and hose', () => {
    const chart = [{ orifice: '0.052 in', oxygenPressure: '14 psi', fuelPressure: '14 psi' }]
    expect(stopsOf(brazePlan({}, { chart }))).toContain('acetylene-limit')
    expect(stopsOf(brazePlan({}, { fuel: 'propane', hoseGrade: 'R', tipPieces: '1' }))).toEqual([
      'tip-wrong-fuel',
      'hose-wrong-fuel',
    ])
    // a brazing tip is of one piece for every fuel
    expect(codesOf(brazePlan({}, { fuel: 'propane' }))).toContain('hose-kind')
    expect(codesOf(brazePlan({}, { fuel: 'propane' }))).not.toContain('tip-kind')
    expect(codesOf(brazePlan({}, { fuel: 'acetylene' }))).not.toContain('hose-kind')
  })
  it('never sets acetylene past 12 psi, nor draws more than the cylinder may give, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('6 mm', '15 mm', '28 mm', '54 mm', '108 mm'),
        fc.constantFrom('0.5 mm', '1 mm', '2.5 mm'),
        fc.constantFrom('', '40 cu ft', '145 cu ft', '390 cu ft'),
        fc.constantFrom('single', 'heating', 'cutting'),
        fc.constantFrom('5 ft', '50 ft', '300 ft'),
        fc.constantFrom('0 m', '3000 m', '-300 m'),
        (outsideDiameter, wall, acetyleneCylinder, head, length, altitude) => {
          const p = brazePlan(
            { a: { metal: 'copper', outsideDiameter, wall }, b: { metal: 'copper', depth: '15 mm' } },
            { acetyleneCylinder, head, oxygenHose: { length, bore: '3/16 in' } },
            { altitude },
          )
          const set = p.figures.fuelPressure
          if (set && !set.stop) {
            expect(set.value).toBeLessThanOrEqual((FUELS.acetylene.setting.workedOutMostPa ?? 0) + 1)
            expect(set.high).toBeLessThanOrEqual((FUELS.acetylene.setting.workedOutMostPa ?? 0) + 1)
          }
          if (acetyleneCylinder !== '' && !codesOf(p).includes('cylinder-draw'))
            throw new Error('nothing said of the draw')
        },
      ),
      { numRuns: 60 },
    )
  })
  it('shrinks no tip to fit the cylinder, but takes one that it can feed where that is as good', () => {
    const work = { a: { metal: 'copper', outsideDiameter: '22 mm', wall: '1.2 mm' }, b: { metal: 'copper' } }
    const free = brazePlan(work)
    const held = brazePlan(work, { acetyleneCylinder: '40 cu ft' })
    expect(held.figures.timeToTemperature).toBeDefined()
    const time = (p: typeof free) => valueOf(p, 'timeToTemperature')
    expect(time(held)).toBeLessThan(3 * time(free))
    expect(held.burners.find((b) => b.chosen)?.verdict).toBe('good')
  })
  it('gives no pressures for a fuel without any to go by', () => {
    const p = brazePlan({}, { fuel: 'hydrogen' })
    expect(p.figures.fuelPressure).toBeUndefined()
    expect(codesOf(p)).toContain('no-band')
    expect(codesOf(p)).toContain('hydrogen-unseen')
  })
  it('says when the flame never gets it hot, and what else would', () => {
    const asked = brazeRequest(
      { a: { metal: 'copper', outsideDiameter: '54 mm', wall: '1.5 mm' }, b: { metal: 'copper' } },
      { tipOrifice: '0.035 in' },
    )
    const p = planBraze(asked)
    expect(stopsOf(p)).toEqual(['never-hot'])
    expect(p.figures.timeToTemperature).toBeUndefined()
    expect(soldBurners(p, asked).some((b) => b.kind === 'head' && b.verdict === 'good')).toBe(true)
  })
  it('takes a fierce flame nearer than a soft one', () => {
    const cone = (heat: string) =>
      valueOf(brazePlan({}, { tipOrifice: '0.055 in' }, { methods: { heat } }), 'coneDistance')
    expect(cone('fierce')).toBeLessThan(cone('soft'))
  })
})

describe('joints of unlike metals', () => {
  it('opens round steel in copper, closes round copper in steel', () => {
    const steelInCopper = brazePlan({
      a: { metal: 'low-carbon-steel', outsideDiameter: '25 mm', wall: '2 mm' },
      b: { metal: 'copper', wall: '2 mm', depth: '20 mm' },
      service: [],
    })
    expect(valueOf(steelInCopper, 'clearanceHot')).toBeGreaterThan(valueOf(steelInCopper, 'clearanceCold'))
    expect(codesOf(steelInCopper)).toContain('opens')
    const jammed = brazePlan({
      a: { metal: 'copper', outsideDiameter: '60 mm', wall: '2 mm' },
      b: { metal: 'low-carbon-steel', wall: '2 mm', depth: '20 mm' },
      service: [],
    })
    expect(stopsOf(jammed)).toEqual(['interference'])
    expect(jammed.choice.filler).toBeNull()
    expect(valueOf(jammed, 'clearanceHot')).toBeLessThanOrEqual(0)
  })
  it('refuses to draw filler into more than 0.4 mm, and says to build it up', () => {
    const p = brazePlan({ clearance: '1 mm' })
    expect(stopsOf(p)).toEqual(['gap-too-wide'])
    expect(p.choice).toMatchObject({ process: 'braze welding', filler: null })
    expect(valueOf(p, 'clearanceHot')).toBeCloseTo(0.0005, 9)
  })
  it('plans brass on a steel rail with silver and paste', () => {
    const p = brazePlan({
      joint: 'lap',
      a: { metal: 'brass-70-30', thickness: '3 mm' },
      b: { metal: 'low-carbon-steel', thickness: '8 mm' },
      overlap: '15 mm',
      length: '180 mm',
      service: [],
    })
    expect(p.choice.filler).toMatch(/^BAg-/)
    expect(p.choice.flux).toBe('FB3-A')
    expect(p.choice.flame).toBe('neutral')
    expect(valueOf(p, 'overlapGiven')).toBeGreaterThanOrEqual(valueOf(p, 'overlapNeeded'))
    expect(p.steps.some((s) => s.act.includes('low-carbon steel'))).toBe(true)
  })
})

describe('a filler by choice', () => {
  const onSteel = {
    joint: 'lap',
    a: { metal: 'low-carbon-steel', thickness: '2 mm' },
    b: { metal: 'copper', thickness: '2 mm' },
    service: [],
    filler: 'BCuP-2',
  }
  it('stops a barred one until a reason is written, then keeps it with its warning', () => {
    expect(stopsOf(brazePlan(onSteel))).toEqual(['override-reason'])
    const p = brazePlan({ ...onSteel, overrideReason: 'A name plate that carries nothing' })
    expect(stopsOf(p)).toEqual([])
    expect(p.choice.filler).toBe('BCuP-2')
    const said = p.findings.find((f) => f.code === 'override')
    expect(said?.rank).toBe('mind')
    expect(said?.text).toContain('brittle')
    expect(said?.text).toContain('name plate')
  })
  it('lifts none that would hurt: pressure, drinking water, melting base', () => {
    const reason = { overrideReason: 'Because I have always done it so' }
    expect(stopsOf(brazePlan({ ...onSteel, ...reason, codeUse: 'lifting' }))).toContain('filler-forbidden')
    expect(stopsOf(brazePlan({ ...reason, service: ['drinking-water'], filler: 'BAg-1' }))).toContain(
      'filler-forbidden',
    )
    expect(stopsOf(brazePlan({ ...reason, service: ['food'], filler: 'BAg-3' }))).toContain(
      'filler-forbidden',
    )
  })
})

describe('harm', () => {
  it('stops what is never heated', () => {
    expect(stopsOf(brazePlan({ hollow: 'closed' }))).toEqual(['closed-vessel'])
    expect(stopsOf(brazePlan({ surface: 'cadmium-plated' }))).toEqual(['cadmium-plated'])
    expect(stopsOf(brazePlan({ service: ['steam'] }))).toEqual(
      expect.arrayContaining(['pair-refused', 'weld']),
    )
    const be = { a: { metal: 'beryllium-copper', outsideDiameter: '20 mm', wall: '2 mm' }, service: [] }
    expect(stopsOf(brazePlan(be))).toContain('beryllium')
    expect(
      stopsOf(brazePlan({ ...be, cautions: [{ code: 'beryllium', by: 'Orla', at: '' }] })),
    ).not.toContain('beryllium')
  })
  it('puts the stop on every figure', () => {
    const p = brazePlan(
      { a: { metal: 'copper', outsideDiameter: '54 mm', wall: '1.5 mm' } },
      { tipOrifice: '0.035 in' },
    )
    for (const f of Object.values(p.figures)) expect(f.stop).toEqual(['never-hot'])
  })
  it('stops a joint that the pressure would push apart', () => {
    const p = brazePlan({ pressure: '300 bar' })
    expect(stopsOf(p)).toContain('end-load')
  })
  it('says medical first, for certified persons only, and still plans it', () => {
    const p = brazePlan({ service: ['medical-gas'] })
    expect(p.choice.filler).toMatch(/^BCuP/)
    expect(p.findings.find((f) => f.code === 'medical')?.text).toContain('certified')
    expect(p.cautions.map((c) => c.code)).toContain('medical')
  })
  it('asks for the metal’s own cautions', () => {
    const flat = (metal: string) =>
      codesOf(
        brazePlan({
          joint: 'lap',
          a: { metal, thickness: '3 mm' },
          b: { metal, thickness: '3 mm' },
          service: [],
        }),
      )
    expect(flat('galvanised-steel')).toContain('zinc-fume')
    expect(flat('stainless-304')).toContain('sensitise')
    expect(flat('tungsten-carbide')).toContain('carbide')
    expect(flat('aluminium-3003')).toContain('no-glow')
    expect(flat('high-tin-bronze')).toContain('high-tin')
    expect(flat('nickel-copper-400')).toContain('nickel')
    expect(flat('copper-tough-pitch')).toContain('tough-pitch')
    expect(flat('ductile-iron')).toContain('iron-760')
    expect(flat('leaded-brass')).toContain('leaded')
  })
  it('tells what home-mixed flux can and cannot do', () => {
    const p = brazePlan({
      a: { metal: 'brass-70-30', outsideDiameter: '22 mm', wall: '1 mm' },
      flux: 'home-mixed',
    })
    expect(p.findings.find((f) => f.code === 'home-flux')?.text).toContain('760 °C')
  })
})

describe('nitrogen', () => {
  const run = [{ outsideDiameter: '28 mm', wall: '1 mm', length: '4 m' }]
  it('sweeps by t = V/Q·ln(20.9/target), rounded up, longer for medical lines', () => {
    const p = brazePlan({ service: ['refrigerant'], tubeRun: run })
    const volume = (Math.PI / 4) * 0.026 ** 2 * 4
    expect(valueOf(p, 'purgeVolume')).toBeCloseTo(volume, 9)
    expect(valueOf(p, 'purgeTime')).toBe(Math.ceil((volume / valueOf(p, 'purgeFlow')) * Math.log(20.9)))
    expect(p.figures.purgeTime?.low).toBeCloseTo(volume / valueOf(p, 'purgeFlow'), 6)
    expect(valueOf(brazePlan({ service: ['medical-gas'], tubeRun: run }), 'purgeTime')).toBe(
      Math.ceil((volume / valueOf(p, 'purgeFlow')) * Math.log(209)),
    )
    expect(purgeTimeS(0.01, 1e-4, 1)).toBe(304)
  })
  it('sweeps longer, with more gas, after a run that was purged too short, and by the flow that was changed', () => {
    const changed = (what: string) =>
      brazePlan({
        service: ['refrigerant'],
        tubeRun: run,
        changes: [{ what, factor: '1.5', text: 'Purge more.', sign: '', cause: '' }],
      })
    const plain = brazePlan({ service: ['refrigerant'], tubeRun: run })
    const longer = changed('purgeTime')
    expect(valueOf(longer, 'purgeFlow')).toBe(valueOf(plain, 'purgeFlow'))
    expect(valueOf(longer, 'purgeTime')).toBeCloseTo(1.5 * valueOf(plain, 'purgeTime'), 6)
    expect(valueOf(longer, 'purgeGas') - valueOf(plain, 'purgeGas')).toBeCloseTo(
      0.5 * valueOf(plain, 'purgeTime') * valueOf(plain, 'purgeFlow'),
      9,
    )
    const more = changed('purge')
    expect(valueOf(more, 'purgeTime')).toBe(
      purgeTimeS(valueOf(plain, 'purgeVolume'), valueOf(more, 'purgeFlow'), 1),
    )
  })
  it('is always asked on refrigerant, a choice on water, nothing on steel', () => {
    expect(codesOf(brazePlan({ service: ['refrigerant'] }))).toEqual(
      expect.arrayContaining(['nitrogen', 'purge-run']),
    )
    expect(codesOf(brazePlan({}))).toContain('nitrogen-choice')
    const steel = {
      a: { metal: 'low-carbon-steel', outsideDiameter: '22 mm', wall: '2 mm' },
      b: { metal: 'low-carbon-steel', depth: '15 mm' },
    }
    expect(brazePlan({ ...steel, service: [] }).figures.purgeFlow).toBeUndefined()
  })
  it('warns of a flow that blows the filler out', () => {
    const p = brazePlan({ service: ['refrigerant'], purgeFlow: '20 cfh', tubeRun: run })
    expect(codesOf(p)).toContain('purge-over-flow')
    expect(valueOf(p, 'purgeFlow') / CFH).toBeCloseTo(20, 6)
  })
})

describe('repairs', () => {
  const crack = {
    joint: 'casting',
    a: { metal: 'grey-cast-iron', thickness: '12 mm' },
    length: '90 mm',
    service: [],
    mass: '11 kg',
  }
  it('preheats a restrained casting nearly to a glow, a free one to 200 to 350 °C', () => {
    const held = brazePlan({ ...crack, restraint: 'restrained' })
    expect(held.choice).toMatchObject({ process: 'braze welding', filler: 'RBCuZn-C', flux: 'FB3-D' })
    expect(valueOf(held, 'preheatTo') - 273.15).toBeCloseTo(510, 6)
    expect(codesOf(held)).toContain('restrained')
    const free = brazePlan(crack)
    expect(valueOf(free, 'preheatTo') - 273.15).toBeCloseTo(275, 6)
    expect(valueOf(free, 'preheatHeat')).toBeGreaterThan(11 * 490 * 200)
    expect(free.steps.map((s) => s.act).join(' ')).toMatch(/stop.*Sear.*sand/s)
    expect(valueOf(free, 'coolTime')).toBeGreaterThanOrEqual(3600)
  })
  it('goes gently with high-tin bronze', () => {
    const bell = brazePlan({
      joint: 'casting',
      a: { metal: 'high-tin-bronze', thickness: '10 mm' },
      length: '50 mm',
      service: [],
    })
    expect(bell.choice.filler).toMatch(/^BAg/)
    expect(bell.steps.map((s) => s.act).join(' ')).toContain('Scratch it')
  })
  it('cools longer the thicker it is, and longer still in sand', () => {
    const iron = { density: 7200, specificHeat: 600 }
    const air = coolingS({ ...iron, wallM: 0.01 }, 800, 330, 293, false)
    expect(coolingS({ ...iron, wallM: 0.02 }, 800, 330, 293, false)).toBeGreaterThan(air)
    expect(coolingS({ ...iron, wallM: 0.01 }, 800, 330, 293, true)).toBeGreaterThan(air)
  })
})

describe('the next joint and the valve beside', () => {
  it('says when the neighbour may let go, and what the valve comes to', () => {
    const near = brazePlan({ nextJoint: '15 mm', protectAt: '60 mm' })
    expect(codesOf(near)).toEqual(expect.arrayContaining(['re-melt', 'protect']))
    expect(valueOf(near, 'protectedTemperature')).toBeGreaterThan(333)
    const far = brazePlan({ nextJoint: '800 mm', protectAt: '800 mm' })
    expect(codesOf(far)).not.toContain('re-melt')
    expect(codesOf(far)).not.toContain('protect')
  })
})

describe('several joints on one line', () => {
  it('go from the far end to the near one, and those that are too near are named', () => {
    const said = brazePlan({ jointsAt: '2 m; 400 mm; 430 mm' }).findings.find((f) => f.code === 'joint-order')
    expect(said?.rank).toBe('mind')
    expect(said?.text).toContain('3, 2, 1')
    expect(said?.text).toContain('1 and 2 lie nearer')
    expect(brazePlan({ jointsAt: ['1 m', '2 m'] }).findings.find((f) => f.code === 'joint-order')?.rank).toBe(
      'note',
    )
    expect(fault({ ...COPPER, jointsAt: '1 m; soon' })).toEqual(['work.jointsAt'])
  })
  it('let go nearer than where the tube gets too hot to touch', () => {
    const p = brazePlan({})
    expect(valueOf(p, 'remeltDistance')).toBeGreaterThan(0)
    expect(valueOf(p, 'remeltDistance')).toBeLessThan(valueOf(p, 'reach60C'))
  })
})

describe('every joint, metal and service', () => {
  it('is stopped where every filler is barred and the parts jam as well', () => {
    const p = brazePlan(
      {
        joint: 'socket',
        a: { metal: 'galvanised-steel', outsideDiameter: '22 mm', wall: '1.5 mm' },
        b: { metal: 'tungsten-carbide', wall: '1.5 mm' },
        service: ['ammonia'],
      },
      { fuel: 'acetylene' },
    )
    expect(p.choice.filler).toBeNull()
    expect(stopsOf(p)).toContain('no-filler')
  })
  it('gives a plan that hangs together', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...JOINTS),
        fc.constantFrom(...METAL_NAMES),
        fc.constantFrom(...METAL_NAMES),
        fc.subarray([...SERVICES], { maxLength: 2 }),
        fc.constantFrom('acetylene', 'propane', 'propylene'),
        (joint, a, b, service, fuel) => {
          const size = { outsideDiameter: '22 mm', wall: '1.5 mm', thickness: '1.5 mm' }
          const p = brazePlan(
            { joint, a: { metal: a, ...size }, b: { metal: b, wall: '1.5 mm' }, service, length: '60 mm' },
            { fuel },
          )
          expect(p.ranking).toHaveLength(28)
          if (p.choice.filler === null) expect(stopsOf(p).length).toBeGreaterThan(0)
          else {
            expect(p.ranking.find((r) => r.filler === p.choice.filler)?.verdict).not.toBe('forbidden')
            expect(valueOf(p, 'baseHeadroom')).toBeGreaterThan(0)
            expect(p.steps.length).toBeGreaterThan(5)
          }
        },
      ),
      { numRuns: 120 },
    )
  })
})

describe('a cost', () => {
  it('is the filler by its weight, with what else is priced', () => {
    const p = brazePlan({})
    expect(valueOf(p, 'fillerMass')).toBeCloseTo(8100 * valueOf(p, 'fillerVolume'), 12)
    expect(fillerCost(p.figures, '100')).toBeCloseTo(100 * valueOf(p, 'fillerMass'), 12)
    expect(fillerCost(p.figures, '')).toBeUndefined()
    expect(addCosts(undefined, 2, 3)).toBe(5)
    expect(addCosts(undefined)).toBeUndefined()
  })
})
