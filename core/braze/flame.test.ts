import fc from 'fast-check'
import { efficiencyAt, spreadAt } from '../heat/on-work.ts'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS, FUELS } from '../gas/fuels.ts'
import { findFiller } from '../metal/fillers.ts'
import { CUBIC_FOOT_M3 } from '../quantity/index.ts'
import { chooseFlame, CONE_M, fuelFlowOf, orificeFor, oxygenPerFuel, wrongFlames } from './flame.ts'
import { brazePlan, brazeRequest, lapOf, valueOf } from './test-support.ts'

describe('which flame', () => {
  const flame = (work: object, filler: string, methods: object = {}) =>
    chooseFlame(brazeRequest(work, {}, { methods }), findFiller(filler)).name
  it.each([
    ['copper with phosphorus', {}, 'BCuP-2', {}, 'slightly reducing'],
    ['the same, by the other method', {}, 'BCuP-2', { flame: 'neutral' }, 'neutral'],
    ['silver on steel', lapOf('low-carbon-steel'), 'BAg-24', {}, 'neutral'],
    ['silver on stainless', lapOf('stainless-304'), 'BAg-24', {}, 'neutral'],
    ['silver on brass', lapOf('brass-70-30'), 'BAg-36', {}, 'neutral'],
    ['bronze rod on steel', lapOf('low-carbon-steel'), 'RBCuZn-C', {}, 'neutral'],
    [
      'the same, as the shop likes it',
      lapOf('low-carbon-steel'),
      'RBCuZn-C',
      { ironFlame: 'slightly-oxidising' },
      'slightly oxidising',
    ],
    [
      'the same, soft',
      lapOf('low-carbon-steel'),
      'RBCuZn-C',
      { ironFlame: 'soft-carburising' },
      'soft carburising',
    ],
    [
      'silver on steel keeps to neutral',
      lapOf('low-carbon-steel'),
      'BAg-24',
      { ironFlame: 'soft-carburising' },
      'neutral',
    ],
    ['bronze rod on cast iron', lapOf('grey-cast-iron'), 'RBCuZn-C', {}, 'neutral'],
    [
      'the same, soft',
      lapOf('grey-cast-iron'),
      'RBCuZn-C',
      { ironFlame: 'soft-carburising' },
      'soft carburising',
    ],
    ['aluminium', lapOf('aluminium-3003'), 'BAlSi-4', {}, 'slightly reducing'],
    ['tough-pitch copper', lapOf('copper-tough-pitch'), 'BCuP-2', {}, 'neutral'],
  ] as const)('%s', (_what, work, filler, methods, name) => {
    expect(flame(work, filler, methods)).toBe(name)
  })
  it('gives its reason, and what the wrong one does to iron', () => {
    const choice = chooseFlame(brazeRequest(lapOf('copper-tough-pitch')), findFiller('BCuP-2'))
    expect(choice.because).toContain('brittle')
    expect(wrongFlames([{ family: 'cast-iron' }])).toContain('hardens')
    expect(wrongFlames([{ family: 'copper' }])).not.toContain('hardens')
  })
  it('takes less oxygen when it reduces, more when it oxidises', () => {
    const oxygen = (work: object, filler: string) => {
      const request = brazeRequest(work)
      return oxygenPerFuel(request.rig, chooseFlame(request, findFiller(filler)))
    }
    const neutral = FUELS.acetylene.brazing.neutral[1]
    expect(oxygen({}, 'BCuP-2')).toBeLessThan(neutral)
    expect(oxygen(lapOf('copper'), 'RBCuZn-C')).toBeGreaterThan(neutral)
  })
})

describe('tips', () => {
  it('pass so much fuel as their bore tells, and back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FUEL_IDS),
        fc.double({ min: 0.0003, max: 0.004, noNaN: true }),
        fc.integer({ min: 1, max: 20 }),
        (fuel, bore, ports) => {
          expect(orificeFor(fuel, fuelFlowOf(fuel, bore, ports), ports)).toBeCloseTo(bore, 9)
          expect(fuelFlowOf(fuel, bore, ports)).toBeCloseTo(ports * fuelFlowOf(fuel, bore, 1), 12)
        },
      ),
    )
  })
  it('pass less of a slow fuel', () => {
    expect(fuelFlowOf('propane', 0.001, 1)).toBeLessThan(fuelFlowOf('acetylene', 0.001, 1) / 3)
  })
  it('are single as long as one cone is done in good time', () => {
    const tip = (outsideDiameter: string, wall: string) =>
      brazePlan({ a: { metal: 'copper', outsideDiameter, wall }, b: { metal: 'copper', depth: '20 mm' } })
        .detail.ports
    expect(tip('15 mm', '0.7 mm')).toBe(1)
    expect(tip('108 mm', '2.5 mm')).toBeGreaterThan(3)
  })
})

describe('a cone held nearer', () => {
  it('gives more of its heat to a smaller place', () => {
    expect(efficiencyAt(CONE_M.fierce)).toBeGreaterThan(efficiencyAt(CONE_M.soft))
    expect(spreadAt(CONE_M.fierce, 5160)).toBeLessThan(spreadAt(CONE_M.soft, 5160))
    // 13 mm off: 0.30 and 7 mm for 12 cubic feet an hour of acetylene
    expect(efficiencyAt(0.013)).toBeCloseTo(0.3, 2)
    expect(spreadAt(0.013, 5160)).toBeCloseTo(0.007, 9)
  })
  it('heats the joint sooner, and the heat runs less far', () => {
    const at = (heat: string) => brazePlan({}, { tipOrifice: '0.06 in' }, { methods: { heat } })
    expect(valueOf(at('fierce'), 'timeToTemperature')).toBeLessThan(valueOf(at('soft'), 'timeToTemperature'))
    expect(valueOf(at('fierce'), 'reach60C')).toBeLessThan(valueOf(at('soft'), 'reach60C'))
  })
})

describe('two torches', () => {
  it('take twice the fuel and half the time, or less', () => {
    const of = (torches: number) => brazePlan({}, { tipOrifice: '0.05 in', torches })
    expect(valueOf(of(2), 'fuelFlow')).toBeCloseTo(2 * valueOf(of(1), 'fuelFlow'), 12)
    expect(valueOf(of(2), 'timeToTemperature')).toBeLessThan(valueOf(of(1), 'timeToTemperature') / 1.8)
  })
  it('are asked for from two inches', () => {
    const big = { a: { metal: 'copper', outsideDiameter: '54 mm', wall: '1.2 mm' }, b: { metal: 'copper' } }
    const asks = (torches: number) =>
      brazePlan(big, { head: 'heating', tipOrifice: '0.035 in', torches }).findings.some(
        (f) => f.code === 'second-torch',
      )
    expect(asks(1)).toBe(true)
    expect(asks(2)).toBe(false)
  })
})

describe('the gas of a fuel', () => {
  it.each(FUEL_IDS)('%s burns between its lean and rich neutral, at speeds that hold', (fuel) => {
    const { neutral, exitSpeed, grossHeat, driveK } = FUELS[fuel].brazing
    expect(neutral[0]).toBeLessThan(neutral[1])
    expect(neutral[1]).toBeLessThan(neutral[2])
    expect(exitSpeed[0]).toBeLessThan(exitSpeed[1])
    expect(exitSpeed[1]).toBeLessThan(exitSpeed[2])
    expect(grossHeat).toBeGreaterThan(1e7)
    expect(driveK).toBeGreaterThan(2000)
  })
  it('is about 424 W for a cubic foot of acetylene an hour', () => {
    expect((FUELS.acetylene.brazing.grossHeat * CUBIC_FOOT_M3) / 3600).toBeCloseTo(424, 0)
  })
})
