import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { stretchS } from '../gas/cylinder.ts'
import { CUBIC_FOOT_M3 } from '../quantity/units.ts'
import type { Gear } from './gear.ts'
import { contentsOfGear, jobGas, ratedOf } from './job-gas.ts'

const FT = CUBIC_FOOT_M3
const cylinder = (id: string, fields: Record<string, string>): Gear => ({
  id,
  kind: 'cylinder',
  name: `Cylinder ${id}`,
  fields: { readAt: '2026-03-01', use: 'in-use', ...fields },
})
const OXYGEN = cylinder('o', { gas: 'oxygen', size: '250 cu ft', pressure: '2216 psi' })
const ACETYLENE = cylinder('a', {
  gas: 'acetylene',
  size: '145 cu ft',
  weight: '98 lb',
  tare: '90 lb',
  scale: '0.2 lb',
})
const OPTIONS = { litS: 60, airK: 294, draw: 'intermittent', wanted: 1 } as const
const asked = (gas: 'oxygen' | 'acetylene' | 'propane' | 'nitrogen', ft: number, cfh: number) => ({
  gas,
  jobM3: ft * FT,
  flow: (cfh * FT) / 3600,
})
const one = (rows: ReturnType<typeof jobGas>) => {
  const [row] = rows
  if (!row) throw new Error('no row')
  return row
}

describe('a described cylinder', () => {
  it('holds what its gauge or its weight says', () => {
    expect((contentsOfGear(OXYGEN)?.m3 ?? 0) / FT).toBeCloseTo(247, 0)
    expect((contentsOfGear(ACETYLENE)?.m3 ?? 0) / FT).toBeCloseTo(7.8 * 14.7, 1)
  })
  it('holds nothing once it is marked empty, and is as if full when nobody read it', () => {
    expect(contentsOfGear({ ...OXYGEN, fields: { ...OXYGEN.fields, use: 'empty' } })?.m3).toBe(0)
    expect(contentsOfGear(cylinder('x', { gas: 'propane', massSize: '20 lb' }))?.from).toBe('rated')
    expect(contentsOfGear(cylinder('x', {}))).toBeUndefined()
  })
  it('is rated by its volume, or by its weight of gas', () => {
    expect((ratedOf(ACETYLENE) ?? 0) / FT).toBeCloseTo(145)
    expect((ratedOf(cylinder('x', { gas: 'propane', massSize: '20 lb' })) ?? 0) / FT).toBeCloseTo(172, 0)
    expect(ratedOf(cylinder('x', { gas: 'oxygen' }))).toBeUndefined()
  })
})

describe('the gas of a job', () => {
  it('counts such jobs, the time that is left, and what is short', () => {
    const row = one(jobGas([asked('oxygen', 10, 60)], [OXYGEN], {}, OPTIONS))
    expect(row.jobs).toBe(24)
    expect(row.seconds / 60).toBeCloseTo(247, 0)
    expect(row.shortM3).toBe(0)
    expect(one(jobGas([asked('oxygen', 400, 60)], [OXYGEN], {}, OPTIONS)).shortM3 / FT).toBeCloseTo(153, 0)
  })
  it('takes off what the log used since the reading, in its order', () => {
    const uses = { oxygen: [{ at: '2026-03-05T08:00:00.000Z', m3: 100 * FT }] }
    const row = one(jobGas([asked('oxygen', 10, 60)], [OXYGEN], uses, OPTIONS))
    expect(row.leftM3 / FT).toBeCloseTo(147, 0)
    const earlier = { oxygen: [{ at: '2026-02-05T08:00:00.000Z', m3: 100 * FT }] }
    expect(one(jobGas([asked('oxygen', 10, 60)], [OXYGEN], earlier, OPTIONS)).leftM3 / FT).toBeCloseTo(247, 0)
  })
  it('says what acetylene may be drawn, by the shop’s share, the time lit and the cold', () => {
    const draw = (options: object) =>
      one(jobGas([asked('acetylene', 1, 20)], [ACETYLENE], {}, { ...OPTIONS, ...options })).draw
    expect(((draw({})?.limit ?? 0) * 3600) / FT).toBeCloseTo(14.5)
    expect(draw({ draw: 'older' })?.share).toBeCloseTo(1 / 7)
    expect(draw({ draw: 'continuous' })?.share).toBeCloseTo(1 / 15)
    // over ten minutes lit, or below freezing, whatever the shop chose
    expect(draw({ litS: 700, draw: 'older' })?.share).toBeCloseTo(1 / 15)
    expect(draw({ airK: 268 })?.share).toBeCloseTo(1 / 20)
    expect(draw({})?.manifold).toBe(2)
    expect(one(jobGas([asked('oxygen', 1, 20)], [OXYGEN], {}, OPTIONS)).draw).toBeUndefined()
  })
  it('tells a draw over the limit from one that is only over the share of what is left', () => {
    const over = (cfh: number) =>
      one(jobGas([asked('acetylene', 1, cfh)], [ACETYLENE], {}, OPTIONS)).draw?.over
    // 145 cu ft may give 14.5 an hour; about 115 are left
    expect([over(11), over(13), over(15)]).toEqual(['nothing', 'left', 'limit'])
  })
  it('counts a heating head as continuous use, however short', () => {
    expect([stretchS(20, false), stretchS(20, true)]).toEqual([20, Infinity])
    const row = one(
      jobGas([asked('acetylene', 1, 12)], [ACETYLENE], {}, { ...OPTIONS, litS: stretchS(20, true) }),
    )
    expect(row.draw).toMatchObject({ share: 1 / 15, over: 'limit' })
  })
  it('adds up what several jobs need, and what is short of it', () => {
    const row = one(jobGas([asked('oxygen', 100, 60)], [OXYGEN], {}, { ...OPTIONS, wanted: 4 }))
    expect(row.neededM3 / FT).toBeCloseTo(400)
    expect(row.shortM3 / FT).toBeCloseTo(153, 0)
    expect(row.jobs).toBe(2)
  })
  it('orders whole cylinders of the largest size for as many jobs as are wanted', () => {
    const order = (wanted: number) =>
      one(jobGas([asked('oxygen', 100, 60)], [OXYGEN], {}, { ...OPTIONS, wanted })).order
    expect([order(1), order(3), order(6)]).toEqual([0, 1, 2])
  })
  it('promises nothing where no cylinder is written down', () => {
    const row = one(jobGas([asked('nitrogen', 5, 5)], [OXYGEN], {}, OPTIONS))
    expect(row).toMatchObject({ cylinders: [], leftM3: 0, jobs: 0, seconds: 0, order: 0 })
    expect(row.shortM3).toBeGreaterThan(0)
  })
  it('never counts a job that the gas does not reach for', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 400, noNaN: true }), (ft) => {
        const row = one(jobGas([asked('oxygen', ft, 10)], [OXYGEN], {}, OPTIONS))
        expect(row.jobs * row.jobM3).toBeLessThanOrEqual(row.leftM3 + 1e-9)
        expect((row.jobs + 1) * row.jobM3).toBeGreaterThan(row.leftM3 - 1e-9)
      }),
    )
  })
})
