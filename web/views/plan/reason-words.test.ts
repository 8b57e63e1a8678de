import { describe, expect, it } from 'vitest'
import { REASONS, type Reason, type ReasonKey } from '#core/reason.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { REASON_LABELS, reasonText } from './reason-words.ts'

describe('what a figure rests on, in words', () => {
  it('has a name for everything, and never the key', () => {
    for (const key of Object.keys(REASONS) as ReasonKey[]) {
      expect(REASON_LABELS[key], key).toMatch(/^[A-Z]/)
      expect(REASON_LABELS[key], key).not.toMatch(/[a-z][A-Z]|, (Pa|m|K)$/)
    }
  })
  it.each<[Reason, string, string]>([
    [{ key: 'hoseDrop', value: 41_170, kind: 'pressure' }, '6 psi', '0.41 bar'],
    [{ key: 'hoseLength', value: 7.62, kind: 'hose' }, '25 ft', '7.62 m'],
    [{ key: 'tensileStrength', value: 220e6, kind: 'stress' }, '31,900 psi', '220 MPa'],
    [{ key: 'rodArea', value: 4.45e-6, kind: 'area' }, '0.007 sq in', '4.45 mm²'],
    [{ key: 'temperatureRise', value: 100, kind: 'rise' }, '180 °F', '100 °C'],
    [{ key: 'goodRuns', value: 3, kind: 'number' }, '3', '3'],
    [{ key: 'fuel', value: 'natural-gas', kind: 'word' }, 'natural gas', 'natural gas'],
  ])('%o is told in the shop’s units', (reason, inch, metric) => {
    expect(reasonText(reason, INCH_UNITS)).toBe(inch)
    expect(reasonText(reason, METRIC_UNITS)).toBe(metric)
  })
})
