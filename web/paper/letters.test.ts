import fc from 'fast-check'
import { PDFDocument } from 'pdf-lib'
import { beforeAll, describe, expect, it } from 'vitest'
import { embedLetters, wrapped, type AllLetters } from './letters.ts'

let letters: AllLetters
beforeAll(async () => {
  letters = await embedLetters(await PDFDocument.create())
})

describe('the app’s letters on paper', () => {
  it('have what is written in a shop, and say otherwise what they lack', () => {
    const { plain } = letters.text
    expect(plain('½ in × 3⁄8 in, −3 °C, “Tip’s” ±0.5 … é')).toBe('½ in × 3⁄8 in, −3 °C, “Tip’s” ±0.5 … é')
    expect(plain('5 ≥ 4 → on\n⌀ 60')).toBe('5 >= 4 -> on dia.  60')
    expect(plain('漢☐')).toBe('')
  })
  it('are as wide as they are in the app: names condensed, figures bold', () => {
    const word = 'Set oxygen, flowing'
    expect(letters.name.wide(word)).toBeLessThan(letters.text.wide(word))
    expect(letters.bold.wide(word)).toBeGreaterThan(letters.text.wide(word))
  })
})

describe('words in lines', () => {
  it('fit their width whatever they are, and lose no letter', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom(...'abcdefgWil. 0'), maxLength: 60 }), { maxLength: 12 }),
        fc.integer({ min: 30, max: 400 }),
        fc.constantFrom('text', 'bold', 'name', 'head', 'figure'),
        (words, width, name) => {
          const text = words.join(' ')
          const lines = wrapped(text, letters[name], 10, width)
          for (const line of lines) expect(letters[name].wide(line) * 10).toBeLessThanOrEqual(width + 1e-6)
          expect(lines.join('').replaceAll(' ', '')).toBe(text.replaceAll(' ', ''))
        },
      ),
    )
  })
})
