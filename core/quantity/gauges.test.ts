import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ATMOSPHERE_PA, countedFromNothing, parseQuantity, type GaugeKind } from './index.ts'

const counted = (text: string, gauge: GaugeKind, ambientPa = ATMOSPHERE_PA) => {
  const read = parseQuantity(text, 'pressure')
  return read.ok ? countedFromNothing(read, gauge, ambientPa) : read
}
const pa = (text: string, gauge: GaugeKind, ambientPa?: number) => {
  const told = counted(text, gauge, ambientPa)
  return told.ok && 'paAbs' in told ? Math.round(told.paAbs) : undefined
}

describe('what a pressure is counted from', () => {
  it('is a property of what was typed: micron and torr from nothing, inches of mercury down from the air', () => {
    for (const [text, reference] of [
      ['500 micron', 'absolute'],
      ['1 torr', 'absolute'],
      ['760 mmHg', 'absolute'],
      ['28 inHg', 'vacuum'],
      ['29.92 inHg abs', 'absolute'],
      ['30 psia', 'absolute'],
      ['3 mbar', 'gauge'],
      ['40 psi', 'gauge'],
      ['4 oz/in2', 'gauge'],
      ['6 inches of water', 'gauge'],
      ['3 kg/cm2', 'gauge'],
    ] as const)
      expect(parseQuantity(text, 'pressure'), text).toMatchObject({ ok: true, reference })
  })
  it('is taken by the gauge that it was read from', () => {
    expect(pa('500 micron', 'vacuum')).toBe(67)
    expect(pa('66.7 Pa', 'vacuum')).toBe(67)
    expect(pa('1 mbar', 'vacuum')).toBe(100)
    expect(pa('1 mbar', 'pressure')).toBe(ATMOSPHERE_PA + 100)
    // 29.9 inches below an atmosphere leave 73 Pa
    expect(pa('29.9 inHg', 'vacuum')).toBe(72)
    expect(pa('-0.5 bar', 'vacuum')).toBe(51_325)
    expect(pa('29.92 inHg', 'barometer')).toBe(101_321)
    expect(pa('24 inHg', 'vacuum', 83_500)).toBe(83_500 - 81_273)
  })
  it('is asked about where a vacuum gauge could mean either, and refused where a gauge shows no such thing', () => {
    expect(counted('2 kPa', 'vacuum')).toMatchObject({
      ok: false,
      choices: [{ text: '2 kPa abs' }, { text: '-2 kPa' }],
    })
    expect(counted('0.067 kPa', 'vacuum')).toMatchObject({ choices: [{ text: '0.067 kPa abs' }, {}] })
    expect(pa('2 kPa abs', 'vacuum')).toBe(2000)
    expect(pa('-2 kPa', 'vacuum')).toBe(99_325)
    expect(counted('28 inHg', 'pressure')).toMatchObject({ ok: false, code: 'which' })
    expect(counted('31 inHg', 'vacuum')).toMatchObject({ ok: false })
  })
  it('leaves nothing below nothing, whatever was typed at a vacuum gauge', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        fc.constantFrom('psi', 'bar', 'kPa', 'inHg', 'mbar', 'Pa', 'torr', 'micron'),
        (n, unit) => {
          const told = counted(`${n.toFixed(2)} ${unit}`, 'vacuum')
          if (told.ok && 'paAbs' in told) expect(told.paAbs).toBeGreaterThanOrEqual(0)
          else expect((told as { message: string }).message).toMatch(/\.$|\?/)
        },
      ),
    )
  })
})
