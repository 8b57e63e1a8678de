import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { group, list, number, oneOf, readWith, row, Wrong } from './case-file.ts'

const errorOf = (read: () => unknown) => {
  const found = readWith(read)
  return found.ok ? undefined : found.error
}

describe('a case that is read from a file', () => {
  it('is told by its place and in the file’s own words where it is wrong', () => {
    expect(errorOf(() => group(3, 'plate', []))).toEqual({
      field: 'plate',
      message: 'plate should be a group: { … }.',
    })
    expect(errorOf(() => group({ a: 1, c: 2 }, 'plate', ['a', 'b']))).toEqual({
      field: 'plate.c',
      message: 'There is no “c” here. There are: a, b.',
    })
    expect(errorOf(() => group({ z: 1 }, '', ['a']))?.field).toBe('z')
    expect(errorOf(() => list({}, 'hand', 3))?.message).toBe('hand should be a list: [ … ].')
    expect(errorOf(() => list([1, 2, 3, 4], 'hand', 3))?.message).toBe('hand should have 3 entries at most.')
    expect(errorOf(() => oneOf('c', 'kind', ['a', 'b'], 'a'))?.message).toBe('kind should be one of: a, b.')
    expect(
      errorOf(() =>
        row([1], 'path', [
          ['t', 0, 9],
          ['x', 0, 9],
        ]),
      )?.message,
    ).toBe('path should be [t, x].')
    expect(
      errorOf(() =>
        row([1, 99], 'path', [
          ['t', 0, 9],
          ['x', 0, 9],
        ]),
      )?.field,
    ).toBe('path.1')
  })
  it('takes what is left out as usual, and nothing else for nothing', () => {
    expect(number(undefined, 'dt', 0, 1, 0.5)).toBe(0.5)
    expect(errorOf(() => number(undefined, 'dt', 0, 1))?.message).toBe('dt should be a number.')
    expect(errorOf(() => number(Number.NaN, 'dt', 0, 1, 0.5))?.field).toBe('dt')
    expect(list(undefined, 'hand', 3)).toEqual([])
    expect(oneOf(undefined, 'kind', ['a', 'b'], 'b')).toBe('b')
  })
  it('takes every number within its bounds and none beyond', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (v) => {
        const error = errorOf(() => number(v, 'v', -10, 10))
        expect(error === undefined).toBe(v >= -10 && v <= 10)
      }),
    )
  })
  it('does not swallow what is no fault of the file', () => {
    expect(() =>
      readWith(() => {
        throw new RangeError('a bug')
      }),
    ).toThrow('a bug')
    expect(readWith(() => 7)).toEqual({ ok: true, of: 7 })
    expect(new Wrong('a', 'b').field).toBe('a')
  })
})
