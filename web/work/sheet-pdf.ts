import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib'
import { PAPERS, type Paper } from '#core/template/tile.ts'

/** One page: its title, what it is for, the figures to set, and the steps in their order. */
export interface SheetPage {
  readonly title: string
  readonly about: string
  readonly figures: readonly (readonly [name: string, value: string])[]
  readonly steps: readonly { readonly act: string; readonly note: string }[]
  /** A table: its heads, and rows of as many cells. */
  readonly table?: { readonly heads: readonly string[]; readonly rows: readonly (readonly string[])[] }
  /** What is ticked on paper: a kit, under its heading. */
  readonly list?: { readonly title: string; readonly items: readonly string[] }
  /** What was read over time, drawn. */
  readonly curve?: SheetCurve
  readonly foot: string
}

/** A curve as it is drawn on paper; both axes in the units of their titles. */
export interface SheetCurve {
  readonly xTitle: string
  readonly yTitle: string
  /** Two or more, in the order of x. */
  readonly points: readonly (readonly [x: number, y: number])[]
}

const PT = 72 / 25.4
const MARGIN = 14 * PT
const FOOT_SIZE = 7.5
const INK = rgb(0.12, 0.14, 0.15)
const SOFT = rgb(0.33, 0.36, 0.38)

/** Characters that the fonts of every reader have; the rest are written as they would be on a typewriter. */
export const plain = (text: string): string =>
  text
    .replaceAll('→', '->')
    .replaceAll('≥', '>=')
    .replaceAll('≤', '<=')
    .replaceAll('⁄', '/')
    .replaceAll('−', '-')
    .replace(/[^\u0020-\u007e\u00a0-\u00ff‘’“”–—…•]/g, '')

/** A word in pieces that each fit a width: what is longer than its line is broken where the line ends. */
function piecesOf(word: string, font: PDFFont, size: number, width: number): string[] {
  if (font.widthOfTextAtSize(word, size) <= width) return [word]
  const pieces: string[] = []
  let piece = ''
  for (const letter of word) {
    if (piece !== '' && font.widthOfTextAtSize(piece + letter, size) > width) {
      pieces.push(piece)
      piece = letter
    } else piece += letter
  }
  return [...pieces, piece]
}

/** Text broken into lines that fit a width. */
export function wrapped(text: string, font: PDFFont, size: number, width: number): string[] {
  const lines: string[] = []
  let line = ''
  const words = plain(text)
    .split(/\s+/)
    .flatMap((word) => piecesOf(word, font, size, width))
  for (const word of words) {
    const next = line === '' ? word : `${line} ${word}`
    if (line !== '' && font.widthOfTextAtSize(next, size) > width) {
      lines.push(line)
      line = word
    } else line = next
  }
  return line === '' ? lines : [...lines, line]
}

/** Letters are tried from the largest down; smaller than the least nothing is read off a bench, pt. */
const LARGEST = 12
const LEAST = 10

/** A sheet laid out: its lines and rules by how far down they lie, pt. */
type Laid = ReturnType<typeof layOut> & { readonly size: number }

/** With the largest letters that leave it on one page, or the least there are. */
function fitted(
  sheet: SheetPage,
  fonts: { readonly text: PDFFont; readonly bold: PDFFont; readonly inner: number },
  room: number,
): Laid {
  for (let size = LARGEST; ; size -= 0.5) {
    const laid = { ...layOut(sheet, { ...fonts, size }), size }
    if (laid.height <= room || size <= LEAST) return laid
  }
}

/** What of a sheet stands on one side of paper, from how far down. */
interface Side {
  readonly from: number
  readonly lines: Line[]
  readonly rules: number[]
  curveY?: number
}

/** Cut into sides of paper where a line would run over the foot. */
function onSides({ lines, rules, curveY, size }: Laid, room: number): readonly Side[] {
  const sides: [Side, ...Side[]] = [{ from: 0, lines: [], rules: [] }]
  let side: Side = sides[0]
  const begin = (from: number) => {
    side = { from, lines: [], rules: [] }
    sides.push(side)
  }
  // a curve is drawn whole, before the first line that lies under it
  const putCurve = () => {
    if (curveY === undefined || sides.some((s) => s.curveY !== undefined)) return
    if (curveY + size * CURVE_HIGH - side.from > room) begin(curveY)
    side.curveY = curveY
  }
  for (const line of [...lines].sort((a, b) => a.y - b.y)) {
    if (curveY !== undefined && line.y > curveY) putCurve()
    if (line.y - side.from > room) begin(line.y - line.size * 1.3)
    side.lines.push(line)
  }
  putCurve()
  for (const y of rules) {
    const on = [...sides].reverse().find((s) => y >= s.from && y - s.from <= room)
    on?.rules.push(y)
  }
  return sides
}

/**
 * Sheets as a PDF, each on a page of its own: letters are made smaller until it holds all of its text, but none under
 * 10 pt; what is longer goes on overleaf.
 * @returns the file
 */
export async function sheetPdf(pages: readonly SheetPage[], paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.setTitle(plain(pages[0]?.title ?? 'Sheet'))
  const text = await pdf.embedFont(StandardFonts.Helvetica)
  const bold = await pdf.embedFont(StandardFonts.HelveticaBold)
  const [width, height] = [PAPERS[paper].width * PT, PAPERS[paper].height * PT]
  const inner = width - 2 * MARGIN
  for (const sheet of pages) {
    const foot = wrapped(sheet.foot, text, FOOT_SIZE, inner)
    const room = height - 2 * MARGIN - 16 - (foot.length - 1) * FOOT_SIZE * 1.2
    const laid = fitted(sheet, { text, bold, inner }, room)
    const sides = onSides(laid, room)
    sides.forEach((side, n) => {
      const page = pdf.addPage([width, height])
      const down = (y: number) => height - MARGIN - (y - side.from)
      for (const l of side.lines)
        page.drawText(l.text, {
          x: MARGIN + l.x,
          y: down(l.y),
          size: l.size,
          font: l.bold ? bold : text,
          color: l.soft ? SOFT : INK,
        })
      for (const y of side.rules)
        page.drawLine({
          start: { x: MARGIN, y: down(y) },
          end: { x: width - MARGIN, y: down(y) },
          thickness: 0.7,
          color: INK,
        })
      if (sheet.curve && side.curveY !== undefined)
        drawCurve(page, text, sheet.curve, {
          left: MARGIN,
          top: down(side.curveY),
          width: inner,
          size: laid.size,
        })
      foot.forEach((line, i) =>
        page.drawText(line, {
          x: MARGIN,
          y: MARGIN - 8 + (foot.length - 1 - i) * FOOT_SIZE * 1.2,
          size: FOOT_SIZE,
          font: text,
          color: SOFT,
        }),
      )
      if (sides.length > 1) {
        const of = `${n + 1} of ${sides.length}`
        page.drawText(of, {
          x: width - MARGIN - text.widthOfTextAtSize(of, FOOT_SIZE),
          y: height - MARGIN + 4,
          size: FOOT_SIZE,
          font: text,
          color: SOFT,
        })
      }
    })
  }
  return pdf.save()
}

/** How high a curve is, in heights of its letters. */
const CURVE_HIGH = 15

/** Draws a curve in its frame, with the ends of both axes in figures. */
function drawCurve(
  page: PDFPage,
  font: PDFFont,
  { xTitle, yTitle, points }: SheetCurve,
  at: { readonly left: number; readonly top: number; readonly width: number; readonly size: number },
): void {
  const { size } = at
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)]
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  // a line that stood still is drawn in the middle, not as noise
  const spare = Math.max((high - low) * 0.15, Math.abs(high) * 0.01, 1e-9)
  const [y0, y1] = [low - spare, high + spare]
  const frame = {
    x: at.left + size * 4.5,
    y: at.top - size * (CURVE_HIGH - 2.5),
    width: at.width - size * 5,
    height: size * (CURVE_HIGH - 4),
  }
  const x = (v: number) => frame.x + (frame.width * (v - x0)) / Math.max(1e-9, x1 - x0)
  const y = (v: number) => frame.y + (frame.height * (v - y0)) / (y1 - y0)
  page.drawRectangle({ ...frame, borderColor: SOFT, borderWidth: 0.7 })
  points.slice(1).forEach(([toX, toY], i) => {
    const [fromX, fromY] = points[i] ?? [toX, toY]
    page.drawLine({
      start: { x: x(fromX), y: y(fromY) },
      end: { x: x(toX), y: y(toY) },
      thickness: 1.2,
      color: INK,
    })
  })
  for (const [px, py] of points.length <= MOST_DOTS ? points : [])
    page.drawCircle({ x: x(px), y: y(py), size: 2, color: INK })
  const small = size * 0.8
  const put = (text: string, px: number, py: number) =>
    page.drawText(plain(text), { x: px, y: py, size: small, font, color: SOFT })
  const short = (v: number) => String(Number(v.toPrecision(4)))
  put(yTitle, at.left, at.top - size)
  put(short(high), at.left, y(high) - small / 3)
  if (y(high) - y(low) > small * 1.2) put(short(low), at.left, y(low) - small / 3)
  put(short(x0), frame.x, frame.y - size * 1.1)
  const end = `${short(x1)} ${xTitle}`
  put(end, frame.x + frame.width - font.widthOfTextAtSize(plain(end), small), frame.y - size * 1.1)
}

/** More readings than these are drawn without a dot for each. */
const MOST_DOTS = 40

interface Line {
  readonly text: string
  readonly x: number
  readonly y: number
  readonly size: number
  readonly bold: boolean
  readonly soft: boolean
}

function layOut(
  sheet: SheetPage,
  { text, bold, size, inner }: { text: PDFFont; bold: PDFFont; size: number; inner: number },
): {
  readonly lines: readonly Line[]
  readonly rules: readonly number[]
  readonly curveY?: number
  readonly height: number
} {
  const lines: Line[] = []
  const rules: number[] = []
  let y = 0
  const put = (
    value: string,
    at: { x?: number; size?: number; bold?: boolean; soft?: boolean; width?: number },
  ) => {
    const { x = 0, size: s = size, bold: b = false, soft = false, width = inner - x } = at
    for (const line of wrapped(value, b ? bold : text, s, width)) {
      y += s * 1.22
      lines.push({ text: line, x, y, size: s, bold: b, soft })
    }
  }
  put(sheet.title, { size: size * 1.9, bold: true })
  put(sheet.about, { soft: true })
  y += size * 0.5
  rules.push(y)
  for (const [name, value] of sheet.figures) {
    const before = y
    put(name, { width: inner * 0.62 })
    const after = y
    y = before
    put(value, { x: inner * 0.64, bold: true, size: size * 1.25 })
    y = Math.max(after, y)
  }
  if (sheet.figures.length > 0) {
    y += size * 0.5
    rules.push(y)
  }
  if (sheet.table) {
    const laid = layTable(sheet.table, { text, bold, size, inner }, y)
    lines.push(...laid.lines)
    rules.push(...laid.rules)
    y = laid.y
  }
  sheet.steps.forEach((s, i) => {
    y += size * 0.25
    put(`${i + 1}. ${s.act}`, { bold: true })
    if (s.note !== '') put(s.note, { x: size * 1.4, soft: true, size: size * 0.9 })
  })
  let curveY: number | undefined
  if (sheet.curve) {
    curveY = y
    y += size * CURVE_HIGH
  }
  if (sheet.list) {
    y += size * 0.5
    rules.push(y)
    put(sheet.list.title, { bold: true, size: size * 1.2 })
    for (const item of sheet.list.items) put(`[  ]  ${item}`, {})
  }
  return { lines, rules, ...(curveY === undefined ? {} : { curveY }), height: y }
}

/** A table with columns as wide as what stands in them asks; cells that are too long for theirs are broken. */
function layTable(
  { heads, rows }: NonNullable<SheetPage['table']>,
  { text, bold, size, inner }: { text: PDFFont; bold: PDFFont; size: number; inner: number },
  from: number,
): { readonly lines: readonly Line[]; readonly rules: readonly number[]; readonly y: number } {
  const gap = size * 0.8
  const natural = heads.map((head, i) =>
    Math.max(
      bold.widthOfTextAtSize(plain(head), size),
      ...rows.map((cells) => (i === 0 ? bold : text).widthOfTextAtSize(plain(cells[i] ?? ''), size)),
    ),
  )
  const room = inner - gap * (heads.length - 1)
  const all = natural.reduce((a, b) => a + b, 0)
  const widths = natural.map((w) => (w * room) / Math.max(room, all))
  const lines: Line[] = []
  const rules: number[] = []
  let y = from
  const put = (cells: readonly string[], font: PDFFont, isHead: boolean) => {
    let x = 0
    let lowest = y
    widths.forEach((width, i) => {
      wrapped(cells[i] ?? '', i === 0 ? bold : font, size, width + 0.5).forEach((line, at) => {
        const down = y + size * 1.3 * (at + 1)
        lines.push({ text: line, x, y: down, size, bold: isHead || i === 0, soft: false })
        lowest = Math.max(lowest, down)
      })
      x += width + gap
    })
    y = lowest + size * 0.35
    rules.push(y)
  }
  put(heads, bold, true)
  for (const cells of rows) put(cells, text, false)
  return { lines, rules, y: y + size * 0.4 }
}
