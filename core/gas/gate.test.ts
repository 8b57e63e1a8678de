import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ACETYLENE_MAX_GAUGE_PA, LOCK_UP_PA, OXYGEN_MAX_GAUGE_PA } from './limits.ts'
import { PSI_PA } from '../quantity/index.ts'
import { FUEL_IDS, FUELS } from './fuels.ts'
import { highestSetting, Setting, type Gate } from './gate.ts'

const gates: fc.Arbitrary<Gate> = fc.record({
  gas: fc.constantFrom('oxygen' as const, ...FUEL_IDS),
  ambientPa: fc.double({ min: 60_000, max: 105_000, noNaN: true }),
  divisionPa: fc.constantFrom(1000, PSI_PA, 10_000),
  lockUpPa: fc.option(fc.double({ min: 1000, max: 40_000, noNaN: true }), { nil: undefined }),
  ratingPa: fc.option(fc.double({ min: 20_000, max: 2e6, noNaN: true }), { nil: undefined }),
})
const limitOf = (gas: Gate['gas']) =>
  gas === 'oxygen'
    ? OXYGEN_MAX_GAUGE_PA
    : gas === 'acetylene'
      ? ACETYLENE_MAX_GAUGE_PA
      : FUELS[gas].setting.mostPa

describe('the gate', () => {
  it('lets no setting past a limit or a rating, nor the end of its span, wherever it comes from', () => {
    fc.assert(
      fc.property(
        gates,
        fc.double({ min: -1e5, max: 3e6, noNaN: true }),
        fc.double({ min: 0, max: 3e6, noNaN: true }),
        fc.constantFrom('chart' as const, 'log' as const, 'worked-out' as const),
        (gate, valuePa, wider, source) => {
          const asked = Setting.through(gate, { valuePa, lowPa: valuePa, highPa: valuePa + wider, source })
          if (!asked.ok) return
          const most = Math.min(limitOf(gate.gas), gate.ratingPa ?? Infinity) * (1 + 1e-9)
          expect(asked.setting.valuePa).toBeGreaterThan(0)
          expect(Math.max(asked.setting.valuePa, asked.setting.highPa)).toBeLessThanOrEqual(most)
          expect(asked.setting.highPa).toBeLessThanOrEqual(highestSetting(gate))
          if (gate.gas === 'acetylene')
            expect(asked.setting.valuePa + (gate.lockUpPa ?? LOCK_UP_PA) + gate.divisionPa / 2).toBeLessThan(
              ACETYLENE_MAX_GAUGE_PA,
            )
        },
      ),
    )
  })
  it('tells a setting that passed from one that only looks like it', () => {
    const gate: Gate = { gas: 'oxygen', ambientPa: 101_325, divisionPa: PSI_PA }
    const asked = Setting.through(gate, { valuePa: 1e5, lowPa: 1e5, highPa: 1e5, source: 'chart' })
    expect(asked.ok && Setting.is(asked.setting)).toBe(true)
    expect(Setting.is({ valuePa: 1e5, lowPa: 1e5, highPa: 1e5, source: 'chart' })).toBe(false)
    // @ts-expect-error a setting is made by the gate alone
    const forged: Setting = { valuePa: 9e5, lowPa: 9e5, highPa: 9e5, source: 'chart' }
    expect(Setting.is(forged)).toBe(false)
  })
  it('gives no reason to set what is nothing', () => {
    const asked = Setting.through(
      { gas: 'propane', ambientPa: 101_325, divisionPa: PSI_PA },
      { valuePa: 0, lowPa: 0, highPa: 0, source: 'chart' },
    )
    expect(asked).toEqual({ ok: false, refused: { code: 'not-a-pressure', limitPa: 0 } })
  })
})
