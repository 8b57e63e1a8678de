import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { TUBES, tubeFindable } from '../metal/tubes.ts'
import { findIn } from './find.ts'

describe('a thing in a long list', () => {
  it('is found by its outside diameter first, as the trade asks for tube', () => {
    const sizes = TUBES.map(tubeFindable)
    const found = findIn(sizes, '7/8')
    expect(found[0]?.label).toMatch(/^7\/8 in · /)
    const outside = found.filter((f) => f.label.startsWith('7/8 in'))
    expect(found.slice(0, outside.length)).toEqual(outside)
    // by decimals and millimetres as well
    expect(findIn(sizes, '0.875')[0]?.label).toMatch(/^7\/8 in · /)
    expect(findIn(sizes, '22 mm')[0]?.label).toBe('22 mm · EN 1057')
    expect(findIn(sizes, 'acr 5/8').every((f) => f.label.includes('ACR'))).toBe(true)
  })
  it('has all that was typed, nothing else, and loses nothing when nothing is typed', () => {
    const list = fc.array(fc.record({ label: fc.string({ maxLength: 12 }) }), { maxLength: 20 })
    fc.assert(
      fc.property(list, fc.string({ maxLength: 6 }), (all, typed) => {
        const found = findIn(all, typed)
        expect(new Set(found).size).toBe(found.length)
        for (const f of found) expect(all).toContain(f)
        expect(findIn(all, '  ')).toEqual(all)
      }),
    )
  })
  it('puts whole words before beginnings, and the label before other names', () => {
    const list = [{ label: 'Brass, red', also: 'gunmetal' }, { label: 'Gunmetal' }, { label: 'Gun steel' }]
    expect(findIn(list, 'gun').map((f) => f.label)).toEqual(['Gun steel', 'Gunmetal', 'Brass, red'])
    expect(findIn(list, 'zinc')).toEqual([])
  })
})
