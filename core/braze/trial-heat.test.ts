import { describe, expect, it } from 'vitest'
import { planBraze } from './plan-braze.ts'
import { flameKnown } from './own.ts'
import { brazeRequest } from './test-support.ts'
import { flameTimesOf } from './trial-heat.ts'
import type { BrazeRequest, OwnBraze } from './types.ts'

const socket = (size: string, wall: string) => ({
  a: { metal: 'copper', outsideDiameter: size, wall },
  b: { metal: 'copper' },
})
const TIP = '0.050 in'
const asked = (size = '7/8 in', wall = '0.045 in'): BrazeRequest =>
  brazeRequest(socket(size, wall), { tipOrifice: TIP })
const request = asked()
const plan = planBraze(request)
const time = plan.figures.timeToTemperature
const orificeM = plan.figures.tipOrifice?.value ?? 0

/** The shop's log after a heat that was timed. */
const after = (of: BrazeRequest, flameTimes: number, over: Partial<OwnBraze> = {}): BrazeRequest => ({
  ...of,
  rig: {
    ...of.rig,
    ownBrazes: [
      {
        joint: 'lap',
        metals: 'brass + brass',
        fuel: 'acetylene',
        orificeM,
        outsideDiameterM: 0,
        wallM: 0.002,
        flameTimes,
        ...over,
      },
    ],
  },
})

describe('a timed trial heat', () => {
  it('gives the usual flame where it took as long as is planned', () => {
    expect(flameTimesOf(request, plan, time?.value ?? 0)).toBeCloseTo(1, 1)
  })
  it('gives a flame that takes, in the plan, as long as was measured', () => {
    for (const measuredS of [0.8, 1.3].map((n) => n * (time?.value ?? 0))) {
      const times = flameTimesOf(request, plan, measuredS) ?? NaN
      const now = planBraze(after(request, times)).figures.timeToTemperature
      expect(now?.value).toBeGreaterThan(measuredS * 0.93)
      expect(now?.value).toBeLessThan(measuredS * 1.07)
    }
  })
  it('shrinks the span of every joint that the tip is planned for, and says why', () => {
    const other = asked('5/8 in', '0.040 in')
    const before = planBraze(other).figures.timeToTemperature
    const now = planBraze(after(other, 1.1)).figures.timeToTemperature
    expect(now?.value).toBeLessThan(before?.value ?? 0)
    const wide = (f: typeof now) => Math.log((f?.outerHigh ?? 0) / (f?.outerLow ?? 1))
    expect(wide(now)).toBeLessThan(wide(before) / 2)
    expect(now?.because).toMatch(/Your trial heat of this tip: it gives 10 % more than is usual/)
    expect(before?.because).not.toMatch(/trial heat/)
  })
  it('is of that tip and that fuel, and of no other', () => {
    const { rig } = after(request, 1.2)
    expect(flameKnown(rig, { kind: 'tip', fuel: 'acetylene', orificeM })).toMatchObject({
      times: 1.2,
      timed: true,
    })
    expect(flameKnown(rig, { kind: 'tip', fuel: 'propane', orificeM })).toMatchObject({
      times: 1,
      timed: false,
    })
    expect(flameKnown(rig, { kind: 'tip', fuel: 'acetylene', orificeM: orificeM * 1.2 }).timed).toBe(false)
  })
  it('is none that no flame of the tip can have done', () => {
    expect(flameTimesOf(request, plan, 1)).toBeUndefined()
    expect(flameTimesOf(request, plan, 3000)).toBeUndefined()
  })
})
