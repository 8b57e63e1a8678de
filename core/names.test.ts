import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { nearNames, plainName } from './names.ts'

describe('a name', () => {
  it('is what is seen of it', () => {
    expect(plainName('\u200b Bede\u00a0 Wain\ufeff ')).toBe('Bede Wain')
    expect(plainName('\u202eedeB')).toBe('edeB')
    expect(plainName('\u200b\u2060')).toBe('')
  })
  it('is the same once more, and has nothing at its ends', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const once = plainName(text)
        expect(plainName(once)).toBe(once)
        expect(once.trim()).toBe(once)
      }),
    )
  })
})

describe('two names', () => {
  it('are near where somebody would read one for the other, and not where they are the same', () => {
    expect(nearNames('Bédé', 'bede')).toBe(true)
    expect(nearNames("Tamsin's long", 'Tamsins Long')).toBe(true)
    expect(nearNames('Bede', 'Bede\u200b')).toBe(false)
    expect(nearNames('Bede', 'Orla')).toBe(false)
    expect(nearNames('–', '—')).toBe(false)
  })
})
