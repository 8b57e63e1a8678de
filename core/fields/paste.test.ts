import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readHeaderCell, withUnitOf } from './paste.ts'

describe('the name of a pasted column', () => {
  it.each([
    ['Wall (mm)', 'wall', 'mm'],
    ['outsideDiameter [in]', 'outside diameter', 'in'],
    [' tube_size ', 'tube size', ''],
    ['COUNT', 'count', ''],
    ['gap ( mm )', 'gap', 'mm'],
    ['', '', ''],
  ])('%j', (cell, words, bracket) => {
    expect(readHeaderCell(cell)).toEqual({ words, bracket })
  })
  it('never fails, whatever is pasted', () => {
    fc.assert(
      fc.property(fc.string(), (cell) => {
        const { words, bracket } = readHeaderCell(cell)
        expect(words).toBe(words.trim())
        expect(bracket).toBe(bracket.trim())
      }),
    )
  })
})

describe('a pasted figure', () => {
  it('takes the unit of its column when it is bare, and no other', () => {
    expect(withUnitOf('22', 'mm')).toBe('22 mm')
    expect(withUnitOf(' 1 1/8 ', 'in')).toBe('1 1/8 in')
    expect(withUnitOf('22 mm', 'in')).toBe('22 mm')
    expect(withUnitOf('standard', 'mm')).toBe('standard')
    expect(withUnitOf('', 'mm')).toBe('')
    expect(withUnitOf('22', undefined)).toBe('22')
  })
})
