import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { closeOutPdf, type CloseOutSheet } from './close-out.ts'

const DOT = Uint8Array.from(
  atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR4nGNgYGBgAAAABQABpfZFQAAAAABJRU5ErkJggg=='),
  (c) => c.charCodeAt(0),
).buffer
const sheet = (rows: number, photos: readonly string[] = []): CloseOutSheet => ({
  title: 'Gate 1, spring work ≥ 漢',
  place: 'Sallow Reach',
  day: '2 March 2026',
  sums: [['Oxygen, as planned', '33 cu ft']],
  rows: Array.from({ length: rows }, (_, i) => ({
    title: `Piece ${i}`,
    about: '12 mm plate',
    state: 'in the log',
    lines: ['2 Mar 2026, cut: sharp and square. ✓ passed', 'A line. '.repeat(30)],
    photos,
  })),
  open: ['Piece 3: failed'],
})

describe('a close-out as PDF', () => {
  it('goes on over as many pages as it needs', async () => {
    const none = () => Promise.resolve(undefined)
    expect((await PDFDocument.load(await closeOutPdf(sheet(1), 'a4', none))).getPageCount()).toBe(1)
    const long = await PDFDocument.load(await closeOutPdf(sheet(40), 'letter', none))
    expect(long.getPageCount()).toBeGreaterThan(2)
    expect(long.getTitle()).toContain('Gate 1')
  })
  it('carries the pictures that can be had, and leaves the rest out', async () => {
    const asked: string[] = []
    const bytes = await closeOutPdf(sheet(2, ['a', 'b']), 'a4', (id) => {
      asked.push(id)
      return Promise.resolve(id === 'a' ? { bytes: DOT.slice(0), type: 'image/png' } : undefined)
    })
    // each is fetched once, however often it is shown
    expect(asked).toEqual(['a', 'b'])
    expect(bytes.length).toBeGreaterThan(2000)
  })
})
