import { degrees, PDFDocument, PrintScaling, type PDFPage } from 'pdf-lib'
import {
  FOOT_MM,
  MARGIN_MM,
  OVERLAP_MM,
  PAPERS,
  tile,
  type Paper,
  type Sheet,
  type Tiling,
} from '#core/template/tile.ts'
import type { Template, TemplateLine } from '#core/template/template.ts'
import { embedLetters, wrapped, type AllLetters, type LetterName } from './letters.ts'
import { BRICK, INK, PT, SOFT } from './writer.ts'

const CHECK_MM = 100
/** Of the words on a template, pt. */
const WORD = 10

/** How each kind of line is drawn. */
const LINES = {
  edge: { thickness: 1, color: INK },
  torch: { thickness: 0.5, color: BRICK, dashArray: [4, 3] },
  help: { thickness: 0.5, color: SOFT },
  fold: { thickness: 0.5, color: SOFT, dashArray: [6, 3] },
} as const satisfies Readonly<Record<TemplateLine['kind'], object>>

/**
 * Templates as a PDF at their true size, spread over sheets with registration marks and a 100 mm bar to check.
 * @returns the file, or undefined when a template takes more sheets than anybody glues together
 */
export async function templatePdf(
  templates: readonly Template[],
  paper: Paper,
  title: string,
): Promise<Uint8Array | undefined> {
  const pdf = await PDFDocument.create()
  pdf.setTitle(title)
  // a reader that scales to the sheet would spoil the size
  pdf.catalog.getOrCreateViewerPreferences().setPrintScaling(PrintScaling.None)
  pdf.setCreator('Wimble')
  const letters = await embedLetters(pdf)
  for (const template of templates) {
    const tiling = tile(paper, template.width, template.height)
    if (!tiling) return undefined
    for (const sheet of tiling.sheets) {
      const page = pdf.addPage([PAPERS[paper].width * PT, PAPERS[paper].height * PT])
      // the drawing's corner on this sheet, y up from the foot
      const left = MARGIN_MM
      const bottom = MARGIN_MM + FOOT_MM
      const place = (p: { x: number; y: number }) => ({
        x: (left + p.x - sheet.x) * PT,
        y: (bottom + p.y - sheet.y) * PT,
      })
      for (const line of template.lines) {
        const points = line.closed && line.points[0] ? [...line.points, line.points[0]] : line.points
        for (let i = 1; i < points.length; i++) {
          const [a, b] = [points[i - 1], points[i]]
          const kept = a && b && clip(a, b, sheet.x, sheet.y, tiling.width, tiling.height)
          if (!kept) continue
          const { dashArray, ...style } = { dashArray: undefined, ...LINES[line.kind] }
          page.drawLine({
            start: place(kept[0]),
            end: place(kept[1]),
            ...style,
            ...(dashArray ? { dashArray: [...dashArray] } : {}),
          })
        }
      }
      for (const word of template.words) {
        const text = letters.text.plain(word.text)
        const half = (letters.text.wide(text) * WORD) / 2 / PT
        const [across, along] = word.upright ? [1.5, half] : [half, 1.5]
        const [atX, atY] = [word.at.x - sheet.x, word.at.y - sheet.y]
        if (atX < 0 || atX > tiling.width || atY < 0 || atY > tiling.height) continue
        // a word near the edge of its sheet stands a little further in, whole
        const inside = (at: number, by: number, room: number) => Math.min(room - by, Math.max(by, at))
        const [x, y] = [inside(atX, across, tiling.width), inside(atY, along, tiling.height)]
        page.drawText(text, {
          x: (left + x + (word.upright ? 1.2 : -half)) * PT,
          y: (bottom + y - (word.upright ? half : 1.2)) * PT,
          size: WORD,
          font: letters.text.font,
          color: INK,
          rotate: degrees(word.upright ? 90 : 0),
        })
      }
      marks(page, tiling.width, tiling.height)
      folds(page, letters, tiling, sheet)
      const many = tiling.columns * tiling.rows
      foot(
        page,
        letters,
        `${title}: ${template.name}`,
        many === 1
          ? 'One sheet.'
          : `Column ${sheet.column + 1} of ${tiling.columns}, row ${sheet.row + 1} of ${tiling.rows}.`,
      )
    }
  }
  return pdf.save()
}

/** The part of a stretch that lies on a sheet (Liang and Barsky), or nothing. */
function clip(
  a: { x: number; y: number },
  b: { x: number; y: number },
  x: number,
  y: number,
  w: number,
  h: number,
): readonly [{ x: number; y: number }, { x: number; y: number }] | undefined {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  let [from, to] = [0, 1]
  for (const [p, q] of [
    [-dx, a.x - x],
    [dx, x + w - a.x],
    [-dy, a.y - y],
    [dy, y + h - a.y],
  ] as const) {
    if (p === 0) {
      if (q < 0) return undefined
      continue
    }
    const r = q / p
    if (p < 0) from = Math.max(from, r)
    else to = Math.min(to, r)
  }
  const at = (t: number) => ({ x: a.x + dx * t, y: a.y + dy * t })
  return from < to ? [at(from), at(to)] : undefined
}

/** A cross at each corner of the picture, in the middle of the overlap, that lies on the next sheet's own. */
function marks(page: PDFPage, width: number, height: number): void {
  const inset = OVERLAP_MM / 2
  for (const x of [inset, width - inset])
    for (const y of [inset, height - inset]) {
      const at = { x: (MARGIN_MM + x) * PT, y: (MARGIN_MM + FOOT_MM + y) * PT }
      for (const [dx, dy] of [
        [3, 0],
        [0, 3],
      ] as const)
        page.drawLine({
          start: { x: at.x - dx * PT, y: at.y - dy * PT },
          end: { x: at.x + dx * PT, y: at.y + dy * PT },
          thickness: 0.4,
          color: SOFT,
        })
      page.drawCircle({ ...at, size: 1.5 * PT, borderColor: SOFT, borderWidth: 0.4 })
    }
}

/** The foot of the family: a bar to check the size by, what the template is, and which sheet of it. */
function foot(page: PDFPage, letters: AllLetters, title: string, sheet: string): void {
  const y = MARGIN_MM + 7
  const bar = (x: number) => ({ x: (MARGIN_MM + x) * PT, y: y * PT })
  page.drawLine({ start: bar(0), end: bar(CHECK_MM), thickness: 0.8, color: INK })
  for (let mm = 0; mm <= CHECK_MM; mm += 10) {
    const high = mm % 50 === 0 ? 2.5 : 1.5
    page.drawLine({
      start: { x: bar(mm).x, y: (y - high) * PT },
      end: { x: bar(mm).x, y: (y + high) * PT },
      thickness: 0.6,
      color: INK,
    })
  }
  const right = CHECK_MM + 6
  const width = page.getWidth() - (2 * MARGIN_MM + right) * PT
  const write = (text: string, x: number, at: number, name: LetterName, size: number, wide: number) => {
    const line = wrapped(text, letters[name], size, wide)[0]
    if (line !== undefined)
      page.drawText(line, {
        x: (MARGIN_MM + x) * PT,
        y: at * PT,
        size,
        font: letters[name].font,
        color: INK,
      })
  }
  write(
    'This bar is 100 mm. Else print again at 100 %, not “fit to page”.',
    0,
    MARGIN_MM,
    'text',
    9,
    104 * PT,
  )
  write(title, right, y + 2, 'head', 12, width)
  write(`Wimble. ${sheet}`, right, MARGIN_MM, 'text', 9, width)
}

/** Where a sheet is folded back to be laid on its neighbours: the lines of both then run on. */
function folds(
  page: PDFPage,
  letters: AllLetters,
  { width, height, columns, rows }: Tiling,
  { column, row }: Sheet,
): void {
  const corner = { x: MARGIN_MM * PT, y: (MARGIN_MM + FOOT_MM) * PT }
  const inset = (mm: number) => (mm - OVERLAP_MM) * PT
  const line = (start: { x: number; y: number }, end: { x: number; y: number }) =>
    page.drawLine({ start, end, thickness: 0.5, color: SOFT, dashArray: [6, 3] })
  const say = (text: string, at: { x: number; y: number }, turned: number) =>
    page.drawText(text, {
      ...at,
      size: WORD,
      font: letters.text.font,
      color: SOFT,
      rotate: degrees(turned),
    })
  if (column < columns - 1) {
    const x = corner.x + inset(width)
    line({ x, y: corner.y }, { x, y: corner.y + height * PT })
    say(`fold back here, lay on column ${column + 2}`, { x: x + 13, y: corner.y + height * 0.7 * PT }, 90)
  }
  if (row < rows - 1) {
    const y = corner.y + inset(height)
    line({ x: corner.x, y }, { x: corner.x + width * PT, y })
    say(`fold back here, lay on row ${row + 2}`, { x: corner.x + 30 * PT, y: y + 5 }, 0)
  }
}
