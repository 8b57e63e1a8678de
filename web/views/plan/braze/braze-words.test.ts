import { describe, expect, it } from 'vitest'
import { BRAZE_FIGURES } from '#core/braze/index.ts'
import { METAL_NAMES } from '#core/metal/base-metals.ts'
import { BRAZE_WORDS, METALS, TUBE_SIZES } from './braze-words.ts'

describe('figures of a braze', () => {
  it('have a name each', () => {
    for (const name of BRAZE_FIGURES) expect(BRAZE_WORDS.nameOf(name), name).toMatch(/^[A-Z]/)
    expect(BRAZE_WORDS.nameOf('kerf')).toBeUndefined()
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
