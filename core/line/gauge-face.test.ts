import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PSI_PA } from '../quantity/index.ts'
import { divisionOf, gaugeFace, NO_GAUGE_SAID, readGauge } from './gauge-face.ts'

const said = (part: object) => ({ ...NO_GAUGE_SAID, ...part })

describe('a gauge as the shop described it', () => {
  it('is in the unit of its own range, and so is what is typed without one', () => {
    const face = gaugeFace('oxygen', said({ range: '16 bar', division: '0.5', red: '12' }), 'psi')
    expect(face).toMatchObject({ unit: 'bar', top: 16, minor: 0.5, redFrom: 12 })
    expect(divisionOf('oxygen', said({ range: '16 bar', division: '0.5' }), 'psi')).toBeCloseTo(50_000, 0)
  })
  it('has round numbers on it, few enough to be read', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 900 }), (top) => {
        const { major, top: end } = gaugeFace('oxygen', said({ range: `${top} psi` }), 'psi')
        const numbers = end / major
        return numbers >= 3 && numbers <= 9
      }),
    )
  })
  it('is as usual where nothing was said, and twice as large where the setting is past its end', () => {
    expect(gaugeFace('fuel', NO_GAUGE_SAID, 'psi')).toEqual({ unit: 'psi', top: 30, major: 5, minor: 1 })
    expect(gaugeFace('oxygen', NO_GAUGE_SAID, 'psi', 120 * PSI_PA).top).toBe(200)
    expect(divisionOf('fuel', NO_GAUGE_SAID, 'psi')).toBeCloseTo(PSI_PA, 3)
  })
  it.each([
    [{ range: 'long' }, 'range'],
    [{ range: '0 psi' }, 'range'],
    [{ division: '1 psi' }, 'range'],
    [{ range: '100 psi', division: '50 psi' }, 'division'],
    [{ range: '100 psi', red: '120 psi' }, 'red'],
    [{ range: '100 psi', amber: '120 psi' }, 'amber'],
    [{ range: '100 psi', amber: '90 psi', red: '80 psi' }, 'amber'],
  ])('%o is told at %s', (part, field) => {
    expect(readGauge(said(part), 'psi')).toMatchObject({ ok: false, field })
    // and drawn as usual meanwhile
    expect(gaugeFace('oxygen', said(part), 'psi').top).toBe(100)
  })
})
