import { describe, expect, it } from 'vitest'
import { findInGlossary, GLOSSARY } from './glossary.ts'

describe('the trade’s words', () => {
  it('are each found by themselves, with a sentence and the standard term', () => {
    for (const line of GLOSSARY) {
      expect(line.text).toMatch(/[.?]$/)
      expect(line.means).not.toBe('')
      expect(findInGlossary(line.said)).toContain(line)
    }
  })
  it('are found by any of their parts, in any case', () => {
    expect(findInGlossary('SOLDER').length).toBeGreaterThan(2)
    expect(findInGlossary('braze weld').every((n) => n.means === 'braze welding')).toBe(true)
    expect(findInGlossary(' ')).toEqual([])
    expect(findInGlossary('zeppelin')).toEqual([])
  })
  it('tell the three senses of purge apart', () => {
    expect(findInGlossary('purge').map((n) => n.means)).toEqual(['hose purge', 'nitrogen purge', 'sweeping'])
  })
  it.each([
    ['Bronze-welding', 'braze welding'],
    ['hard solder', 'brazing'],
    ['rosebud', 'heating head'],
    ['burn bar', 'oxygen lance'],
    ['swage', 'swaged socket'],
    ['line set', 'suction and liquid line'],
  ])('lead from %s to %s', (said, means) => {
    expect(new Set(findInGlossary(said).map((n) => n.means))).toEqual(new Set([means]))
  })
})
