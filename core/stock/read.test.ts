import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { METRIC_UNITS } from '../quantity/choices.ts'
import { readStockList } from './read.ts'

const LIST = {
  stock: [{ length: '20 ft' }, { length: '6 m', count: '3' }],
  pieces: [{ length: '24 1/2 in', count: 4 }],
  kerf: '1/8 in',
}
const fields = (input: unknown) => {
  const read = readStockList(input)
  return read.ok ? [] : read.errors.map((e) => e.field)
}

describe('a cut list as typed', () => {
  it('is read into m, a blank count of stock meaning as many as are needed', () => {
    const read = readStockList(LIST)
    expect(read.ok && read.request).toEqual({
      stock: [
        { lengthM: expect.closeTo(6.096, 9), count: undefined },
        { lengthM: 6, count: 3 },
      ],
      pieces: [{ lengthM: expect.closeTo(0.6223, 9), count: 4 }],
      kerfM: expect.closeTo(0.003175, 9),
      trimM: 0,
    })
  })
  it('takes the units of the shop for bare numbers', () => {
    const read = readStockList({ ...LIST, pieces: [{ length: '800', count: 1 }] }, METRIC_UNITS)
    expect(read.ok && read.request.pieces[0]?.lengthM).toBeCloseTo(0.8, 9)
  })
  it('gathers every fault by its field', () => {
    expect(
      fields({
        stock: [{ length: 'long' }, { length: '6 m', count: '1.5' }],
        pieces: [{ length: '', count: 1 }, 'five'],
        kerf: 'x',
      }),
    ).toEqual(['stock.0.length', 'stock.1.count', 'pieces.0.length', 'pieces.1', 'kerf'])
    expect(fields({})).toEqual(['stock', 'pieces'])
    expect(fields('list')).toEqual([''])
    expect(fields({ ...LIST, pieces: Array(501).fill({ length: '1 m' }) })).toEqual(['pieces'])
  })
  it('never throws, whatever comes', () => {
    fc.assert(
      fc.property(fc.anything(), fc.anything(), fc.anything(), (stock, pieces, kerf) => {
        const read = readStockList({ stock, pieces, kerf })
        if (!read.ok) expect(read.errors.length).toBeGreaterThan(0)
      }),
    )
  })
})
