import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_UNITS } from '../quantity/choices.ts'
import { PSI_PA } from '../quantity/units.ts'
import type { HoldReading } from './readings.ts'
import { pressureLine, vacuumLine, type VacuumTruth } from './simulated-lines.ts'
import {
  judgeTrade,
  leastDrop,
  planHold,
  readsWhen,
  THERMOMETER_K,
  type TradeAsked,
} from './trade-verdict.ts'
import { judgeVacuum, VACUUM_TARGET_PA } from './vacuum-test.ts'

const AIR_PA = 101_325
const at = (minutes: number, psi: number, kelvin = 293.15): HoldReading => ({
  timeS: minutes * 60,
  pressurePaAbs: psi * PSI_PA + AIR_PA,
  temperatureK: kelvin,
})
/** 350 psi for half an hour by a gauge of 5 psi, its supply off, unless told otherwise. */
const judged = (readings: readonly HoldReading[], over: Partial<TradeAsked> = {}) =>
  judgeTrade({ readings, askedS: 1800, divisionPa: 5 * PSI_PA, supplyOff: true, units: INCH_UNITS, ...over })

describe('what a gauge can show', () => {
  it('is at least its division: 5.2 psi at 350 psi by divisions of 5 and one thermometer', () => {
    const least = leastDrop(350 * PSI_PA + AIR_PA, 293.15, { divisionPa: 5 * PSI_PA })
    expect(least / PSI_PA).toBeCloseTo(5.22, 1)
    expect(leastDrop(25 * PSI_PA, 293, { divisionPa: 5 * PSI_PA }) / PSI_PA).toBeGreaterThanOrEqual(5)
    // the thermometer governs where the gauge is fine
    const fine = (thermometerK: number) =>
      leastDrop(350 * PSI_PA + AIR_PA, 293.15, { divisionPa: 0.5 * PSI_PA, thermometerK }) / PSI_PA
    expect(fine(THERMOMETER_K.air)).toBeGreaterThan(3.5 * fine(THERMOMETER_K.same) * 0.9)
  })
  it('never shrinks with a coarser gauge, a worse thermometer or more pressure', () => {
    const n = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        n(2e5, 5e6),
        n(260, 320),
        n(100, 1e5),
        n(0.05, 2),
        n(1, 3),
        (pa, kelvin, divisionPa, thermometerK, k) => {
          const least = leastDrop(pa, kelvin, { divisionPa, thermometerK })
          expect(leastDrop(pa, kelvin, { divisionPa: divisionPa * k, thermometerK })).toBeGreaterThanOrEqual(
            least,
          )
          expect(
            leastDrop(pa, kelvin, { divisionPa, thermometerK: thermometerK * k }),
          ).toBeGreaterThanOrEqual(least)
          expect(leastDrop(pa * k, kelvin, { divisionPa, thermometerK })).toBeGreaterThanOrEqual(least)
        },
      ),
    )
  })
})

describe('the trade’s verdict', () => {
  it('is that it holds, from two readings half an hour apart, also where the shop has warmed', () => {
    const told = judged([at(0, 350), at(30, 350 + (364.7 * 2) / 293.15, 295.15)])
    expect(told.verdict).toBe('holds')
    expect(told.because).toContain('nothing lost that this gauge can show: less than')
    expect(told.detectablePaPerHour / PSI_PA).toBeCloseTo(2 * 5.22, 0)
    expect(told.ways.join(' ')).toContain('solution on every joint')
  })
  it('is a leak past what shows, at any time; a rise that its temperature does not explain is void', () => {
    expect(judged([at(0, 350), at(10, 340)]).verdict).toBe('leaks')
    expect(judged([at(0, 350), at(10, 340)]).ways.join(' ')).toContain('solution')
    expect(judged([at(0, 350), at(10, 360)]).verdict).toBe('void')
    // the same rise where the pipe became eight degrees warmer is none
    expect(judged([at(0, 350), at(10, 360, 301.19)]).verdict).toBe('not-yet')
  })
  it('waits for as long as was asked, and says how long yet', () => {
    expect(judged([at(0, 350), at(20, 350)])).toMatchObject({ verdict: 'not-yet', waitS: 600 })
    expect(judged([at(0, 350)])).toMatchObject({ verdict: 'not-yet', waitS: 1800 })
    expect(judged([])).toMatchObject({ verdict: 'not-yet' })
  })
  it('does not hold while the supply may feed it, nor by a gauge that is too coarse', () => {
    expect(judged([at(0, 350), at(30, 350)], { supplyOff: false })).toMatchObject({ verdict: 'not-yet' })
    const coarse = judged([at(0, 50), at(30, 50)])
    expect(coarse.verdict).toBe('not-yet')
    expect(coarse.ways[0]).toContain('finer divisions')
  })
  it('holds without a thermometer only within half a division, and leaks past what five degrees would do', () => {
    const bare = (psi: number) => judged([at(0, 350), at(30, psi)], { temperatureRead: false }).verdict
    expect(bare(348)).toBe('holds')
    expect(bare(346)).toBe('not-yet')
    expect(bare(343)).toBe('leaks')
    expect(bare(357)).toBe('void')
  })
  it('always names a way', () => {
    const psi = fc.double({ min: 330, max: 370, noNaN: true })
    fc.assert(
      fc.property(
        psi,
        psi,
        fc.integer({ min: 1, max: 90 }),
        fc.boolean(),
        fc.boolean(),
        (a, b, minutes, off, read) => {
          const told = judged([at(0, a), at(minutes, b)], { supplyOff: off, temperatureRead: read })
          expect(told.ways.length).toBeGreaterThan(0)
          expect(told.because).toMatch(/\.$/)
        },
      ),
    )
  })
})

describe('a test before it begins', () => {
  it('says what it will find, how long it has to stand for the loss that is allowed, and what shortens that', () => {
    const plan = planHold({
      testPa: 350 * PSI_PA,
      askedS: 1800,
      divisionPa: 5 * PSI_PA,
      allowedPaPerHour: PSI_PA,
    })
    expect(plan.findsPaPerHour / PSI_PA).toBeCloseTo(4 * 5.22, 0)
    expect((plan.neededS ?? 0) / 3600).toBeCloseTo(2 * 5.22, 0)
    expect(plan.fine).toBe(true)
    expect(plan.shorter.map((s) => s.what)).toContain('division')
    for (const { holdS } of plan.shorter) expect(holdS).toBeLessThan(plan.neededS ?? 0)
    expect(planHold({ testPa: 25 * PSI_PA, askedS: 1800, divisionPa: 5 * PSI_PA }).fine).toBe(false)
  })
  it('foretells the needle: 1.07 psi for each degree at 300 psi', () => {
    expect((readsWhen(at(0, 300), 294.15) - 300 * PSI_PA) / PSI_PA).toBeCloseTo(1.07, 2)
  })
})

/** So many lines of each truth. */
const SEEDS = 1000
const least = (paAbs: number, kelvin: number, divisionPa: number) => leastDrop(paAbs, kelvin, { divisionPa })

describe('verdicts on lines of known truth', () => {
  const share = (times: number, is: (verdict: string) => boolean): number => {
    let [counted, found] = [0, 0]
    for (let seed = 1; seed <= SEEDS; seed++) {
      const line = pressureLine(seed, times, least)
      // one whose own plan says that its gauge is too coarse is not counted
      if (!planHold({ testPa: line.testPa, askedS: line.holdS, divisionPa: line.divisionPa }).fine) continue
      counted += 1
      const { verdict } = judgeTrade({
        readings: line.readings,
        divisionPa: line.divisionPa,
        askedS: line.holdS,
        supplyOff: true,
      })
      if (is(verdict)) found += 1
    }
    expect(counted).toBeGreaterThan(SEEDS / 2)
    return found / counted
  }
  it('are wrong in fewer than 2 of 100 where the plan said that it could decide; void is found in 95', () => {
    expect(share(0, (v) => v !== 'holds')).toBeLessThan(0.02)
    expect(share(2, (v) => v !== 'leaks')).toBeLessThan(0.02)
    expect(share(5, (v) => v !== 'leaks')).toBe(0)
    expect(share(-2, (v) => v === 'void')).toBeGreaterThan(0.95)
  })
  const vacuum = (truth: VacuumTruth, count: number, warms: number, wrong: readonly string[]) => {
    let bad = 0
    const told: Record<string, number> = {}
    for (let seed = 1; seed <= SEEDS / 4; seed++) {
      const readings = vacuumLine(seed, truth, count, VACUUM_TARGET_PA, warms)
      const { verdict } = judgeVacuum({ readings })
      told[verdict] = (told[verdict] ?? 0) + 1
      if (wrong.includes(verdict)) bad += 1
    }
    return { bad: bad / (SEEDS / 4), told }
  }
  it('tell dry, moist and leaking lines apart, from four typed readings and from many, in a still room and one that moves', () => {
    for (const count of [4, 6, 12, 40])
      for (const warms of [0, 4]) {
        const about = `${count} readings, ${warms} K`
        expect(vacuum('dry', count, warms, ['moist', 'leaks']).bad, about).toBeLessThan(0.02)
        expect(vacuum('moist', count, warms, ['dry', 'leaks']).bad, about).toBeLessThan(0.02)
        expect(vacuum('leaks', count, warms, ['dry', 'moist']).bad, about).toBeLessThan(0.02)
        for (const truth of ['dry', 'moist', 'leaks'] as const)
          expect(vacuum(truth, count, warms, []).told[truth] ?? 0, `${truth}, ${about}`).toBeGreaterThan(
            (SEEDS / 4) * 0.6,
          )
      }
  })
})
