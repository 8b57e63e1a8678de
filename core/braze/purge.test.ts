import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOLD_FLOW, purgeNeed, purgeTimeS, runVolumeM3, TARGET_PCT } from './purge.ts'
import { brazePlan, brazeRequest, codesOf, SOCKET, valueOf } from './test-support.ts'

const RUN = { outsideDiameter: '28 mm', wall: '1 mm', length: '4 m' }
const flows = fc.double({ min: 1e-6, max: 1e-2, noNaN: true })
const volumes = fc.double({ min: 1e-5, max: 1, noNaN: true })

describe('sweeping a line', () => {
  it('never takes less than its volume over the flow, and a whole number of seconds', () => {
    fc.assert(
      fc.property(volumes, flows, (volume, flow) => {
        const t = purgeTimeS(volume, flow, TARGET_PCT.clean)
        expect(t).toBeGreaterThanOrEqual(volume / flow)
        expect(Number.isInteger(t)).toBe(true)
      }),
    )
  })
  it('takes twice as long for twice the line, half as long for twice the flow, longer for less oxygen', () => {
    fc.assert(
      fc.property(volumes, flows, (volume, flow) => {
        const t = purgeTimeS(volume, flow, 1)
        expect(Math.abs(purgeTimeS(2 * volume, flow, 1) - 2 * t)).toBeLessThanOrEqual(1)
        expect(Math.abs(2 * purgeTimeS(volume, 2 * flow, 1) - t)).toBeLessThanOrEqual(2)
        expect(purgeTimeS(volume, flow, TARGET_PCT.medical)).toBeGreaterThanOrEqual(t)
      }),
    )
  })
  it('counts the bore of every run', () => {
    const { work } = brazeRequest({
      tubeRun: [RUN, { outsideDiameter: '15 mm', wall: '0.7 mm', length: '2 m' }],
    })
    expect(runVolumeM3(work.tubeRun)).toBeCloseTo((Math.PI / 4) * (0.026 ** 2 * 4 + 0.0136 ** 2 * 2), 12)
    expect(runVolumeM3([])).toBe(0)
  })
})

describe('whether nitrogen is needed', () => {
  const need = (work: object) => purgeNeed(brazeRequest(work))
  it('goes by what the line carries and what it is made of', () => {
    expect(need({ service: ['refrigerant'] })).toBe('always')
    expect(need({ service: ['medical-gas', 'vibration'] })).toBe('always')
    expect(need({ service: ['water'] })).toBe('choice')
    expect(
      need({
        ...SOCKET,
        a: { metal: 'stainless-304', outsideDiameter: '22 mm', wall: '1.5 mm' },
        service: [],
      }),
    ).toBe('none')
  })
  it('holds 2 to 7 cubic feet an hour, in the shop’s way', () => {
    const plan = (purge: string) =>
      brazePlan({ service: ['refrigerant'], tubeRun: [RUN] }, {}, { methods: { purge } })
    for (const purge of ['measured-flow', 'low-pressure', 'hand-feel', 'preset']) {
      const flow = plan(purge).figures.purgeFlow
      expect(flow?.value).toBeGreaterThanOrEqual(HOLD_FLOW.low)
      expect(flow?.value).toBeLessThanOrEqual(HOLD_FLOW.high)
    }
    expect(plan('preset').figures.purgeFlow?.because).toContain('preset valve')
    expect(plan('hand-feel').figures.purgeFlow?.because).toContain('felt')
  })
  it('uses what the sweep, the brazing and the cooling take', () => {
    const p = brazePlan({ service: ['refrigerant'], tubeRun: [RUN] })
    expect(valueOf(p, 'purgeGas')).toBeGreaterThan(valueOf(p, 'purgeFlow') * valueOf(p, 'purgeTime'))
  })
  it('asks for the runs before it can say how long', () => {
    expect(codesOf(brazePlan({ service: ['refrigerant'] }))).toContain('purge-run')
    expect(codesOf(brazePlan({ service: ['refrigerant'], tubeRun: [RUN] }))).not.toContain('purge-run')
  })
})
