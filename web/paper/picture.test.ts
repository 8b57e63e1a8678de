import { PDFDocument, PDFRawStream, decodePDFRawStream } from 'pdf-lib'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { embedLetters } from './letters.ts'
import { drawPicture, type Picture, type ShapeMark } from './picture.ts'

const SHAPE: ShapeMark = {
  kind: 'shape',
  d: 'M10 10H110V60H10Z',
  fill: undefined,
  fillOpacity: 1,
  evenOdd: false,
  stroke: undefined,
  strokeOpacity: 1,
  strokeWidth: 1,
  dash: [],
  round: false,
}

/** A page of 400 by 400 pt with a picture from 50, 50 down, at half its size. */
async function drawn(marks: Picture['marks']): Promise<PDFDocument> {
  const pdf = await PDFDocument.create()
  const page = pdf.addPage([400, 400])
  drawPicture(
    page,
    await embedLetters(pdf),
    { width: 200, height: 100, marks },
    { x: 50, top: 350, width: 100 },
  )
  return PDFDocument.load(await pdf.save({ useObjectStreams: false }))
}
/** The strokes of the pen, as a reader has them. */
async function strokesOf(marks: Picture['marks']): Promise<string> {
  const pdf = await drawn(marks)
  return pdf.context
    .enumerateIndirectObjects()
    .flatMap(([, o]) => (o instanceof PDFRawStream ? [decodePDFRawStream(o).decode()] : []))
    .map((bytes) => Buffer.from(bytes).toString('latin1'))
    .filter((s) => s.includes(' cm'))
    .join('\n')
}

describe('a drawing on paper', () => {
  it('fills and strokes a shape in its colours, dashes and share of light', async () => {
    const strokes = await strokesOf([
      {
        ...SHAPE,
        fill: [1, 0, 0],
        fillOpacity: 0.5,
        stroke: [0, 0, 1],
        strokeWidth: 3,
        dash: [4, 2],
        round: true,
      },
    ])
    expect(strokes).toMatch(/1 0 0 rg/)
    expect(strokes).toMatch(/0 0 1 RG/)
    expect(strokes).toMatch(/\[4 2\] 0 d/)
    expect(strokes).toMatch(/\/GS\S* gs/)
    expect(strokes).toMatch(/^1 J$/m)
  })
  it('hatches only within a shape, and leaves a hole of it free', async () => {
    const hatched = { colour: [0, 0, 0], behind: undefined, apart: 10, thick: 1 } as const
    const plain = await strokesOf([{ ...SHAPE, fill: hatched }])
    // as many lines at 45° as cross a box of 100 by 50, beside the three sides of the shape itself
    expect([...plain.matchAll(/ l$/gm)].length).toBeGreaterThan(3 + 150 / (10 * Math.SQRT2))
    expect(plain).toMatch(/^W$/m)
    expect(await strokesOf([{ ...SHAPE, fill: hatched, evenOdd: true }])).toMatch(/^W\*$/m)
  })
  it('writes a word upright where its letters begin, at the scale of the drawing', async () => {
    const pdf = await drawn([
      {
        kind: 'word',
        text: 'kerf 0.08 in',
        x: 40,
        y: 60,
        size: 18,
        letters: 'figure',
        colour: [0, 0, 0],
        turned: 0,
        halo: false,
      },
    ])
    const read = await getDocument({ data: await pdf.save(), isEvalSupported: false, verbosity: 0 }).promise
    const { items } = await (await read.getPage(1)).getTextContent()
    const word = items.find((i) => 'str' in i && i.str === 'kerf 0.08 in')
    const [a, b, , d, x, y] = (word && 'transform' in word ? word.transform : []) as number[]
    // half the size: 18 px are 9 pt, 40 px in are 20 pt, 60 px down are 30 pt
    expect([a, b, d, x, y].map((v) => Math.round(v ?? 0))).toEqual([9, 0, 9, 70, 320])
    await read.destroy()
  })
})
