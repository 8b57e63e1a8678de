import { describe, expect, it } from 'vitest'
import { SAG_CAUSES, sagCauses } from '#core/line/sag.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { printAs, PSI_PA, type Saying } from '#core/quantity/index.ts'
import { readingWords } from './reading-words.ts'

const print = (si: number, as: Saying) => printAs(si, as, INCH_UNITS)
const under = { state: 'under', offBy: 6 * PSI_PA } as const

describe('a needle in words', () => {
  it('says which way the screw goes while it is set', () => {
    expect(readingWords(under, 'pressure', print)).toBe('✕ 6 psi under: turn the screw in.')
    expect(readingWords({ ...under, state: 'over' }, 'pressure', print)).toMatch(/back the screw out/)
    expect(readingWords({ state: 'on' }, 'pressure', print)).toBe('✓ will do')
  })
  it('says where to look when it sags with the lever down, what the plan knew first', () => {
    const unknown = readingWords(under, 'pressure', print, sagCauses([]))
    expect(unknown).toMatch(/^✕ It sags by 6 psi\. Look at: cylinder valve/)
    expect(unknown).not.toMatch(/screw/)
    for (const [code, cause] of [
      ['oxygen-runs-out', 'cylinder'],
      ['hose-drop', 'hose'],
    ] as const)
      expect(readingWords(under, 'pressure', print, sagCauses([{ code }]))).toContain(
        `Look at: ${SAG_CAUSES[cause]}`,
      )
    expect(readingWords({ state: 'on' }, 'pressure', print, sagCauses([]))).toBe(
      '✓ it holds with the lever down',
    )
  })
  it('never goes on past a limit, lever down or not', () => {
    const past = { state: 'past-limit', offBy: 1, refused: { code: 'oxygen-limit', limitPa: 1e6 } } as const
    expect(readingWords(past, 'pressure', print, sagCauses([]))).toMatch(/Nobody goes on/)
  })
})
