import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { asTemplate } from '#core/template/template.ts'
import { tile } from '#core/template/tile.ts'
import { fileName } from '../app/save-file.ts'
import { templatePdf } from './template-pdf.ts'

const band = (length: number) =>
  asTemplate('band', [
    {
      kind: 'edge',
      closed: true,
      points: [
        { x: 0, y: 0 },
        { x: length, y: 0 },
        { x: length, y: 40 },
        { x: 0, y: 40 },
      ],
    },
  ])

describe('a template on paper', () => {
  it('has a sheet of the paper’s size for each tile, and asks not to be scaled', async () => {
    const template = band(500)
    const bytes = await templatePdf([template], 'a4', 'Drain branch Ω')
    const pdf = await PDFDocument.load(bytes ?? new Uint8Array())
    expect(pdf.getPageCount()).toBe(tile('a4', template.width, template.height)?.sheets.length)
    expect(pdf.getPageCount()).toBe(3)
    const { width, height } = pdf.getPage(0).getSize()
    expect([width, height].map((pt) => Math.round((pt * 25.4) / 72))).toEqual([210, 297])
    expect(pdf.catalog.getViewerPreferences()?.getPrintScaling()).toBe('None')
  })
  it('is refused when it takes too many sheets', async () => {
    expect(await templatePdf([band(50_000)], 'letter', 'x')).toBeUndefined()
  })
  it('is saved under a name that every file system takes', () => {
    expect(fileName('Drain branch, 4½ in / “lower”', 'pdf')).toBe('drain-branch-4½-in-lower.pdf')
    expect(fileName('...', 'dxf')).toBe('piece.dxf')
  })
})
