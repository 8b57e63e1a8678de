import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import type { SheetPage } from './page.ts'
import { sheetPdf as drawnPdf } from './sheet.ts'

/** Of pages without drawings. */
const sheetPdf = (pages: readonly SheetPage[], paper: 'a4' | 'letter') =>
  drawnPdf(pages, paper, () => Promise.reject(new Error('nothing is drawn')))

const page = (steps: number, words = 12): SheetPage => ({
  kind: 'Setup',
  title: 'Gate shoe',
  about: 'Yard, gate 2',
  figures: [
    ['Oxygen at the regulator, flowing', '43 psi'],
    ['Tip’s orifice', '0.052 in'],
  ],
  steps: Array.from({ length: steps }, (_, i) => ({
    act: `Step ${i + 1}: ${'turn the screw in slowly '.repeat(Math.ceil(words / 5))}`,
    note: 'The needle steady while gas flows.',
  })),
  foot: 'The manual comes first.',
})

describe('sheets as PDF', () => {
  it.each([
    ['a4', 595, 842],
    ['letter', 612, 792],
  ] as const)('is one page each on %s', async (paper, width, height) => {
    const pdf = await PDFDocument.load(await sheetPdf([page(12), page(7)], paper))
    expect(pdf.getPageCount()).toBe(2)
    const { width: w, height: h } = pdf.getPage(0).getSize()
    expect([Math.round(w), Math.round(h)]).toEqual([width, height])
    expect(pdf.getTitle()).toBe('Gate shoe')
  })
  it('goes on overleaf rather than in letters that nobody can read', async () => {
    const long = await PDFDocument.load(await sheetPdf([page(48, 30)], 'a4'))
    expect(long.getPageCount()).toBeGreaterThan(1)
    expect((await PDFDocument.load(await sheetPdf([page(9)], 'a4'))).getPageCount()).toBe(1)
  })
  it('lays a table on one page, however long its cells, on either paper', async () => {
    const heads = ['Plate', 'Tip', 'Oxygen', 'Fuel', 'Speed', 's/in', 'Kerf', 'Guide', 'Preheat', 'From']
    const rows = Array.from({ length: 16 }, (_, i) => [
      `${i + 1} in`,
      ...heads.slice(1).map((h) => `${h} ${i} a long cell`),
    ])
    for (const paper of ['a4', 'letter'] as const) {
      const bytes = await sheetPdf([{ ...page(0), tables: [{ heads, rows }] }], paper)
      expect((await PDFDocument.load(bytes)).getPageCount()).toBe(1)
      expect(bytes.byteLength).toBeGreaterThan((await sheetPdf([page(0)], paper)).byteLength + 500)
    }
  })
  it('draws a curve on the page, also of a line that stood still, and keeps it to one page', async () => {
    const bytes = async (over: Partial<SheetPage>) =>
      (await sheetPdf([{ ...page(3), ...over }], 'a4')).byteLength
    const curve = (points: readonly (readonly [number, number])[]) => ({
      curve: { xTitle: 'minutes', yTitle: 'psi, gauge', points },
    })
    const [none, falls, still] = await Promise.all([
      bytes({}),
      bytes(
        curve([
          [0, 350],
          [15, 340],
          [30, 331],
        ]),
      ),
      bytes(
        curve([
          [0, 350],
          [30, 350],
        ]),
      ),
    ])
    expect(falls).toBeGreaterThan(none)
    expect(still).toBeGreaterThan(none)
    const pdf = await PDFDocument.load(
      await sheetPdf(
        [
          {
            ...page(9),
            ...curve([
              [0, 1],
              [1, 2],
            ]),
          },
        ],
        'letter',
      ),
    )
    expect(pdf.getPageCount()).toBe(1)
  })
  it('writes what its letters do not have in plain ones, and never fails on them', async () => {
    const odd: SheetPage = { ...page(1), title: 'α → β ≥ 5 ⁄ 8 − 漢字', about: '' }
    const pdf = await PDFDocument.load(await sheetPdf([odd], 'letter'))
    expect(pdf.getPageCount()).toBe(1)
    expect(pdf.getTitle()).toContain('漢字')
  })
})
