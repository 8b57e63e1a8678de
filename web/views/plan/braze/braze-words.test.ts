import { describe, expect, it } from 'vitest'
import { BRAZE_FIGURES } from '#core/braze/index.ts'
import { METAL_NAMES } from '#core/metal/base-metals.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { brazeWords, METALS, printBraze, TUBE_SIZES } from './braze-words.ts'

describe('figures of a braze in words', () => {
  it('have a name each, and print in either system', () => {
    for (const units of [INCH_UNITS, METRIC_UNITS]) {
      const words = brazeWords(units)
      for (const name of BRAZE_FIGURES) {
        expect(words.nameOf(name), name).toMatch(/^[A-Z]/)
        expect(
          words.printed(name, 300, () => ''),
          name,
        ).not.toContain('NaN')
      }
      expect(words.nameOf('kerf')).toBeUndefined()
    }
  })
  it('tell a difference of temperatures as one', () => {
    expect(printBraze('baseHeadroom', 100, INCH_UNITS)).toBe('180 °F')
    expect(printBraze('brazingTemperature', 373.15, METRIC_UNITS)).toBe('100 °C')
  })
  it('round what is cut off or kept clear of upward', () => {
    expect(printBraze('rodLength', 0.0301, INCH_UNITS)).toBe('1 1/4 in')
    expect(printBraze('reach60C', 0.2002, METRIC_UNITS)).toBe('201 mm')
    expect(printBraze('coneDistance', 0.015, INCH_UNITS)).toBe('5/8 in')
  })
  it('weigh flux and filler small enough to mean something', () => {
    expect(printBraze('fluxMass', 0.0011, METRIC_UNITS)).toBe('2 g')
    expect(printBraze('fillerMass', 0.0011, INCH_UNITS)).toBe('0.1 oz')
    expect(printBraze('fillerVolume', 1.155e-7, METRIC_UNITS)).toBe('116 mm³')
  })
})

describe('what may be chosen', () => {
  it('is every metal and tube, each once', () => {
    expect(METALS.map((m) => m.value).sort()).toEqual([...METAL_NAMES].sort())
    for (const list of [METALS, TUBE_SIZES]) expect(new Set(list.map((o) => o.label)).size).toBe(list.length)
  })
  it('has the alloys before the families', () => {
    const last = METALS.findLastIndex((m) => !m.label.includes('alloy not known'))
    expect(METALS.slice(0, last).every((m) => !m.label.includes('alloy not known'))).toBe(true)
  })
})
