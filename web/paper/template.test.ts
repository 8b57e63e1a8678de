import { PDFDocument } from 'pdf-lib'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { asTemplate, outlineTemplate } from '#core/template/template.ts'
import { tile } from '#core/template/tile.ts'
import { fileName } from '../app/save-file.ts'
import { templatePdf } from './template.ts'

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
  it('is laid on by its degrees and its way up, and folded back where another sheet goes on', async () => {
    const bytes = await templatePdf([outlineTemplate(band(500).lines)], 'a4', 'Gusset')
    const pdf = await getDocument({ data: bytes ?? new Uint8Array(), isEvalSupported: false, verbosity: 0 })
      .promise
    const said: string[] = []
    for (let n = 1; n <= pdf.numPages; n++) {
      const { items } = await (await pdf.getPage(n)).getTextContent()
      said.push(items.map((i) => ('str' in i ? i.str : '')).join(' '))
    }
    await pdf.destroy()
    expect(said[0]).toContain('this way up')
    expect(said[0]).toContain('fold back here, lay on column 2')
    expect(said.at(-1)).not.toContain('fold back here')
    said.forEach((words, i) => {
      expect(words).toContain(`Column ${i + 1} of ${said.length}`)
      expect(words).toContain('This bar is 100 mm')
      expect(words).toContain('Gusset: outline')
    })
  })
  it('is refused when it takes too many sheets', async () => {
    expect(await templatePdf([band(50_000)], 'letter', 'x')).toBeUndefined()
  })
  it('is saved under a name that every file system takes', () => {
    expect(fileName('Drain branch, 4½ in / “lower”', 'pdf')).toBe('drain-branch-4½-in-lower.pdf')
    expect(fileName('...', 'dxf')).toBe('piece.dxf')
  })
})
