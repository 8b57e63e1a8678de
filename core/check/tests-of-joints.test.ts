import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PSI_PA } from '../quantity/units.ts'
import { judgeHold, corrected } from './pressure-test.ts'
import { readHold } from './readings.ts'
import { reliefAtMost, SOLUTION_TEST_PA, storedEnergy, testRefused, testStages } from './stages.ts'
import {
  aicc,
  fitLine,
  lagOne,
  median,
  robustSpread,
  stepShown,
  tQuantile,
  widenedByLag,
} from '../learn/statistics.ts'
import { hold, rise } from './test-support.ts'
import { judgeVacuum, VACUUM_TARGET_PA } from './vacuum-test.ts'
import { waterVapourPa } from './water-vapour.ts'

const DIVISION = 5 * PSI_PA
const verdicts = (n: number, judge: (seed: number) => string) => {
  const told: Record<string, number> = {}
  for (let seed = 1; seed <= n; seed++) {
    const v = judge(seed)
    told[v] = (told[v] ?? 0) + 1
  }
  return told
}

describe('small statistics', () => {
  it('has Student’s t as it is tabulated', () => {
    for (const [df, t] of [
      [1, 12.706],
      [2, 4.303],
      [3, 3.182],
      [5, 2.571],
      [10, 2.228],
      [30, 2.042],
      [1000, 1.962],
    ] as const)
      expect(tQuantile(df) / t).toBeCloseTo(1, 2)
  })
  it('finds a line through points that lie on one, wherever it is', () => {
    const n = fc.double({ min: -1e3, max: 1e3, noNaN: true })
    fc.assert(
      fc.property(n, n, (a, b) => {
        const x = [0, 1, 2, 5, 9]
        const line = fitLine(
          x,
          x.map((v) => a + b * v),
        )
        expect(line.slope).toBeCloseTo(b, 6)
        expect(line.at - line.slope * line.middle).toBeCloseTo(a, 5)
      }),
    )
  })
  it('has a median and a spread that a wild value does not move', () => {
    expect(median([3, 1, 2])).toBe(2)
    expect(median([4, 1, 2, 3])).toBe(2.5)
    expect(robustSpread([1, 2, 3, 4, 1000])).toBeCloseTo(1.4826, 9)
    expect(lagOne([1, 1, 1, 1])).toBeCloseTo(0.75, 9)
    expect(aicc(1, 4, 3)).toBe(Infinity)
  })
  it('sees the step of a gauge only where readings repeat, and counts readings that lag for less', () => {
    expect(stepShown([100, 100, 105, 105, 115, 115])).toBe(5)
    expect(stepShown([100, 101, 102, 103])).toBe(0)
    expect(stepShown([100, 100, 100, 100])).toBe(0)
    expect(stepShown([])).toBe(0)
    // lagOne is 0.75 here
    expect(widenedByLag(2, [1, 1, 1, 1])).toBeCloseTo(2 * Math.sqrt(1.75 / 0.25), 9)
    expect(widenedByLag(2, [1, -1, 1, -1])).toBe(2)
  })
})

describe('a file of readings', () => {
  it('lists every bad row with its line, and takes the good ones in order', () => {
    const { readings, bad } = readHold(
      'time_s,pressure_Pa,temperature_K\n60,2000000,290\n0,2000100,290\nx,1,290\n120,-5,290\n180,2000000,20\n60,1,290\n',
    )
    expect(readings.map((r) => r.timeS)).toEqual([0, 60])
    expect(bad.map((b) => b.line)).toEqual([4, 5, 6, 7])
    expect(readHold('time,pressure\n1,2\n').bad[0]?.reason).toContain('time_s, pressure_Pa, temperature_K')
    expect(readHold('').readings).toEqual([])
  })
  it('reads columns in the units that their heads name', () => {
    const { readings, bad } = readHold(
      'time_min,pressure_psi,temperature_F\n0,350,68\n30,349,68\n40,-20,68\n',
    )
    expect(readings.map((r) => [r.timeS, Math.round(r.pressurePaAbs), r.temperatureK.toFixed(2)])).toEqual([
      [0, 2_514_490, '293.15'],
      [1800, 2_507_595, '293.15'],
    ])
    expect(bad).toEqual([{ line: 4, reason: 'pressure_psi is not what a pressure gauge shows.' }])
    const vacuum = readHold('time_s,pressure_inHg,temperature_C\n0,29.9,20\n', 'vacuum')
    expect(vacuum.readings[0]?.pressurePaAbs).toBeCloseTo(71.97, 1)
  })
  it('never throws, whatever it is given', () => {
    fc.assert(fc.property(fc.string(), (text) => void readHold(text)))
  })
})

describe('the hold of a pressure test', () => {
  it('moves 1.07 psi for each degree at 300 psig and 20 °C, and takes that out again', () => {
    const warm = hold({ leak: 0, pressurePa: 300 * PSI_PA + 101_325, kelvinPerHour: 1 })
    expect(((warm.at(-1)?.pressurePaAbs ?? 0) - (warm[0]?.pressurePaAbs ?? 0)) / PSI_PA).toBeCloseTo(1.09, 1)
    const straight = corrected(warm)
    expect(straight.at(-1)).toBeCloseTo(straight[0] ?? 0, 3)
  })
  it('holds in a shop that warms, and in one that cools, where the bare needle says otherwise', () => {
    for (const kelvinPerHour of [-4, 4]) {
      const r = judgeHold({
        readings: hold({ leak: 0, kelvinPerHour, scatterPa: 500, scatterK: 0.1 }),
        volumeM3: 0.003,
        divisionPa: DIVISION,
      })
      expect(r.verdict).toBe('holds')
      expect(Math.sign(r.rawDropPa)).toBe(-Math.sign(kelvinPerHour))
      expect(Math.abs(r.rawDropPa)).toBeGreaterThan(20_000)
    }
  })
  it('says holds for a leak at the limit, or leaks for a tight line, once in forty at most', () => {
    const judge = (leak: number, limit?: number) => (seed: number) =>
      judgeHold({
        readings: hold({ leak, kelvinPerHour: 2, scatterPa: 3000, scatterK: 0.3, seed }),
        volumeM3: 0.003,
        limit,
      }).verdict
    expect(verdicts(300, judge(0.05, 0.05))['holds'] ?? 0).toBeLessThanOrEqual(8)
    expect(verdicts(300, judge(0, 0.02))['leaks'] ?? 0).toBeLessThanOrEqual(8)
    expect(verdicts(100, judge(0.1, 0.05))).toEqual({ leaks: 100 })
    expect(verdicts(100, judge(0.005, 0.05))).toEqual({ holds: 100 })
  })
  it('gives a rate whose interval has the truth in it 95 times of 100 or more', () => {
    let inside = 0
    for (let seed = 1; seed <= 300; seed++) {
      const r = judgeHold({
        readings: hold({ leak: 0.03, scatterPa: 30_000, scatterK: 0.2, seed }),
        volumeM3: 0.003,
      })
      if (Math.abs(r.rate - 0.03) <= r.uncertainty) inside += 1
    }
    expect(inside).toBeGreaterThanOrEqual(280)
  })
  it('does not take a needle that stands between two divisions for a tight line', () => {
    // 0.9 of a division is lost, and the rounded needle shows none of it
    const leak = (0.4 * DIVISION * 0.003) / 3600
    const readings = hold({ leak, roundPa: DIVISION })
    const r = judgeHold({ readings, volumeM3: 0.003, divisionPa: DIVISION })
    expect(r.rate).toBeLessThan(leak + r.uncertainty)
    expect(judgeHold({ readings, volumeM3: 0.003, divisionPa: DIVISION, limit: leak / 2 }).verdict).not.toBe(
      'holds',
    )
  })
  it('says how much longer to wait, and is decided by then', () => {
    const short = judgeHold({
      readings: hold({ leak: 0.002, minutes: 5 }),
      volumeM3: 0.003,
      divisionPa: DIVISION,
      limit: 0.05,
    })
    expect(short.verdict).toBe('cannot-tell')
    const minutes = 5 + (short.waitS ?? 0) / 60
    expect(short.waitS).toBeGreaterThan(0)
    const then = judgeHold({
      readings: hold({ leak: 0.002, minutes }),
      volumeM3: 0.003,
      divisionPa: DIVISION,
      limit: 0.05,
    })
    expect(then.verdict).toBe('holds')
  })
  it('tells nothing from one reading, and gives the rate in grams a year', () => {
    expect(judgeHold({ readings: hold({ leak: 1 }).slice(0, 1), volumeM3: 1 }).verdict).toBe('cannot-tell')
    // 1 Pa·m³/s of nitrogen at 288 K: 0.0280134 kg/mol / (8.314462618 · 288) · 3.156e7 s
    const r = judgeHold({ readings: hold({ leak: 0.1 }), volumeM3: 0.003 })
    expect(r.gramsPerYear / r.rate).toBeCloseTo((28.0134 * 3.156e7) / (8.314462618 * 288), 3)
  })
  it('scales with the volume, and does not care when the clock began', () => {
    const readings = hold({ leak: 0.05, scatterPa: 1000 })
    const one = judgeHold({ readings, volumeM3: 0.003 })
    const two = judgeHold({
      readings: readings.map((r) => ({ ...r, timeS: r.timeS + 7777 })),
      volumeM3: 0.006,
    })
    expect(two.rate / one.rate).toBeCloseTo(2, 9)
    expect(two.uncertainty / one.uncertainty).toBeCloseTo(2, 9)
  })
})

describe('the rise after a vacuum pump', () => {
  const judge =
    (at: (s: number) => number, scatter = 1) =>
    (seed: number) =>
      judgeVacuum({ readings: rise(at, scatter, seed) }).verdict
  const most = (told: Record<string, number>, verdict: string) =>
    expect(told[verdict] ?? 0).toBeGreaterThanOrEqual(95)
  it('knows water’s vapour pressure: 4.58 torr at 0 °C, 9.2 at 10, 17.5 at 20', () => {
    const torr = (c: number) => (waterVapourPa(273.15 + c) * 760) / 101_325
    expect(torr(0)).toBeCloseTo(4.58, 1)
    expect(torr(10)).toBeCloseTo(9.2, 1)
    expect(torr(20)).toBeCloseTo(17.5, 0)
  })
  it('tells a level line, a straight climb and one that flattens apart', () => {
    most(
      verdicts(
        100,
        judge(() => 40),
      ),
      'dry',
    )
    most(
      verdicts(
        100,
        judge((s) => 40 + 0.05 * s),
      ),
      'leaks',
    )
    most(
      verdicts(
        100,
        judge((s) => 240 - 200 * Math.exp(-s / 300)),
      ),
      'moist',
    )
    most(
      verdicts(
        100,
        judge((s) => 55 - 15 * Math.exp(-s / 200)),
      ),
      'dry',
    )
  })
  it('finds a leak beneath moisture, and a climb past what water could reach', () => {
    most(
      verdicts(
        100,
        judge((s) => 140 - 100 * Math.exp(-s / 200) + 0.08 * s),
      ),
      'leaks',
    )
    expect(judge((s) => 101_325 * (1 - Math.exp(-s / 2000)) + 40)(1)).toBe('leaks')
  })
  it('tells nothing before 10 minutes and 20 readings, nor from a line that was not pulled down', () => {
    expect(judgeVacuum({ readings: rise(() => 40, 0.1, 1, 5) })).toMatchObject({
      verdict: 'cannot-tell',
      waitS: 300,
    })
    // fewer are judged by how the rise goes on
    expect(judgeVacuum({ readings: rise(() => 40, 0.1, 1, 12, 60) }).verdict).toBe('dry')
    expect(judgeVacuum({ readings: rise(() => 40, 0.1, 1, 9, 60) })).toMatchObject({
      verdict: 'longer',
      waitS: 60,
    })
    expect(judge(() => 400)(1)).toBe('cannot-tell')
    expect(judgeVacuum({ readings: [] }).verdict).toBe('cannot-tell')
  })
  it('gives its rate in Pa/s, or in Pa·m³/s when the volume is known', () => {
    const readings = rise((s) => 40 + 0.05 * s, 1)
    const bare = judgeVacuum({ readings })
    expect(Math.abs(bare.rate - 0.05)).toBeLessThan(bare.uncertainty)
    const known = judgeVacuum({ readings, volumeM3: 0.004 })
    expect(known.rate).toBeCloseTo(bare.rate * 0.004, 12)
    expect(VACUUM_TARGET_PA).toBeCloseTo(66.66, 2)
  })
})

describe('raising a test', () => {
  it('goes up in steps that never leave out the look with solution, and never past the test pressure', () => {
    fc.assert(
      fc.property(fc.double({ min: PSI_PA, max: 1e7, noNaN: true }), (test) => {
        const stages = testStages(test)
        expect(stages[0]).toBeLessThanOrEqual(SOLUTION_TEST_PA)
        expect(stages.at(-1)).toBeCloseTo(test, 6)
        stages.forEach((p, i) => expect(p).toBeGreaterThan(stages[i - 1] ?? 0))
      }),
    )
    expect(testStages(300 * PSI_PA).map((p) => Math.round(p / PSI_PA))).toEqual([
      25, 150, 180, 210, 240, 270, 300,
    ])
  })
  it('says what the gas would let go: 10 l at 300 psig is 38 kJ', () => {
    const p = 300 * PSI_PA + 101_325
    expect(storedEnergy(300 * PSI_PA, 0.01)).toBeCloseTo(
      ((p * 0.01) / 0.4) * (1 - (101_325 / p) ** (0.4 / 1.4)),
      6,
    )
    expect(storedEnergy(300 * PSI_PA, 0.01) / 1000).toBeGreaterThan(30)
    expect(storedEnergy(0, 0.01)).toBe(0)
  })
  it('is refused with the wrong gas, over the weakest part, or with a relief that opens late', () => {
    const fine = { testPa: 1e6, weakestPa: 2e6, reliefPa: reliefAtMost(1e6), gas: 'nitrogen' }
    expect(testRefused(fine)).toEqual([])
    const field = (over: Partial<Parameters<typeof testRefused>[0]>) =>
      testRefused({ ...fine, ...over }).map((f) => f.field)
    expect(field({ gas: 'oxygen' })).toEqual(['gas'])
    expect(field({ testPa: 3e6 })).toContain('pressure')
    expect(field({ reliefPa: 1.2e6 })).toEqual(['relief'])
    expect(field({ weakestPa: undefined, reliefPa: undefined })).toEqual(['weakest', 'relief'])
  })
})
