import { describe, expect, it } from 'vitest'
import { reason, reasonsOf } from './reason.ts'

describe('what a figure rests on', () => {
  it('has the kind of each, and of a published range that of the figure', () => {
    expect(reasonsOf({ thickness: 0.01, tableLow: 2, fuel: 'mps', hoseDrop: undefined }, 'flow')).toEqual([
      { key: 'thickness', value: 0.01, kind: 'length' },
      { key: 'tableLow', value: 2, kind: 'flow' },
      { key: 'fuel', value: 'mps', kind: 'word' },
    ])
  })
  it('may hold the same thing more than once', () => {
    const from = reasonsOf([{ length: 1 }, { length: 2 }], 'volume')
    expect(from.map((r) => r.value)).toEqual([1, 2])
    expect(reason({ from }, 'length')).toBe(1)
    expect(reason(undefined, 'length')).toBeUndefined()
  })
})
