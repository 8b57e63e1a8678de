import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib'
import { PAPERS, type Paper } from '#core/template/tile.ts'
import { plain, wrapped } from './sheet-pdf.ts'

/** What is handed over, in words. */
export interface CloseOutSheet {
  readonly title: string
  readonly place: string
  readonly day: string
  readonly sums: readonly (readonly [what: string, value: string])[]
  readonly rows: readonly {
    readonly title: string
    readonly about: string
    readonly state: string
    readonly lines: readonly string[]
    readonly photos: readonly string[]
  }[]
  readonly open: readonly string[]
}

const PT = 72 / 25.4
const MARGIN = 16 * PT
const SIZE = 10
const PHOTO_HIGH = 110
const INK = rgb(0.12, 0.14, 0.15)
const SOFT = rgb(0.33, 0.36, 0.38)
const FOOT = 'Made with Wimble. Gas and rod are as planned; what was found is as it was written down.'

/** A picture as JPEG or PNG; undefined for one that cannot be put into a PDF. */
type GetPhoto = (id: string) => Promise<{ readonly bytes: ArrayBuffer; readonly type: string } | undefined>

/** Writes down a page after another; a new page begins where the last is full. */
class Writer {
  private page: PDFPage
  private y = 0

  constructor(
    private readonly pdf: PDFDocument,
    private readonly fonts: { readonly text: PDFFont; readonly bold: PDFFont },
    private readonly size: { readonly width: number; readonly height: number },
  ) {
    this.page = this.newPage()
  }

  private newPage(): PDFPage {
    this.page = this.pdf.addPage([this.size.width, this.size.height])
    this.y = this.size.height - MARGIN
    this.page.drawText(plain(FOOT), {
      x: MARGIN,
      y: MARGIN - 14,
      size: 7.5,
      font: this.fonts.text,
      color: SOFT,
    })
    return this.page
  }

  /** Makes sure that so much room is left on the page. */
  room(high: number): void {
    if (this.y - high < MARGIN) this.newPage()
  }

  text(
    value: string,
    at: { x?: number; size?: number; bold?: boolean; soft?: boolean; width?: number } = {},
  ): void {
    const { x = 0, size = SIZE, bold = false, soft = false } = at
    const font = bold ? this.fonts.bold : this.fonts.text
    const width = at.width ?? this.size.width - 2 * MARGIN - x
    for (const line of wrapped(value, font, size, width)) {
      this.room(size * 1.3)
      this.y -= size * 1.3
      this.page.drawText(line, { x: MARGIN + x, y: this.y, size, font, color: soft ? SOFT : INK })
    }
  }

  pair(what: string, value: string): void {
    this.room(SIZE * 2.6)
    const before = this.y
    this.text(what, { width: 220 })
    const after = this.y
    this.y = before
    this.text(value, { x: 240, bold: true })
    this.y = Math.min(after, this.y)
  }

  rule(): void {
    this.room(10)
    this.y -= 6
    this.page.drawLine({
      start: { x: MARGIN, y: this.y },
      end: { x: this.size.width - MARGIN, y: this.y },
      thickness: 0.7,
      color: INK,
    })
    this.y -= 2
  }

  async photos(ids: readonly string[], get: GetPhoto): Promise<void> {
    let x = 0
    for (const id of ids) {
      const photo = await get(id)
      if (!photo || !/jpe?g|png/.test(photo.type)) continue
      const image = await (photo.type.includes('png')
        ? this.pdf.embedPng(photo.bytes)
        : this.pdf.embedJpg(photo.bytes))
      const wide = (image.width / image.height) * PHOTO_HIGH
      if (x === 0 || x + wide > this.size.width - 2 * MARGIN) {
        this.room(PHOTO_HIGH + 8)
        this.y -= PHOTO_HIGH + 6
        x = 0
      }
      this.page.drawImage(image, { x: MARGIN + x, y: this.y, width: wide, height: PHOTO_HIGH })
      x += wide + 8
    }
  }
}

/**
 * A job's close-out as a PDF for whoever the work was for: what it took, and the register of cuts and joints.
 * @param getPhoto gives the bytes of a picture; one that cannot be had is left out
 */
export async function closeOutPdf(
  sheet: CloseOutSheet,
  paper: Paper,
  getPhoto: GetPhoto,
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.setTitle(plain(sheet.title))
  const fonts = {
    text: await pdf.embedFont(StandardFonts.Helvetica),
    bold: await pdf.embedFont(StandardFonts.HelveticaBold),
  }
  const { width, height } = PAPERS[paper]
  const w = new Writer(pdf, fonts, { width: width * PT, height: height * PT })
  w.text(sheet.title, { size: 22, bold: true })
  w.text([sheet.place, sheet.day].filter((t) => t !== '').join('. '), { soft: true })
  if (sheet.open.length > 0) w.text(`Not all is done: ${sheet.open.join('; ')}.`, { bold: true })
  w.rule()
  for (const [what, value] of sheet.sums) w.pair(what, value)
  w.rule()
  w.text('Register of cuts and joints', { size: 14, bold: true })
  for (const [i, row] of sheet.rows.entries()) {
    w.room(SIZE * 4)
    w.text(`${i + 1}. ${row.title} (${row.about}): ${row.state}`, { bold: true })
    for (const line of row.lines) w.text(line, { x: 14 })
    await w.photos(row.photos, getPhoto)
  }
  return pdf.save()
}
