import { PDFDocument, PrintScaling, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib'
import { FOOT_MM, MARGIN_MM, OVERLAP_MM, PAPERS, tile, type Paper } from '#core/template/tile.ts'
import type { Template } from '#core/template/template.ts'

/** Points of a PDF in a mm. */
const PT = 72 / 25.4
const CHECK_MM = 100
const INK = rgb(0.12, 0.14, 0.15)
const SOFT = rgb(0.45, 0.48, 0.5)
const BRICK = rgb(0.61, 0.24, 0.13)

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
  const font = await pdf.embedFont(StandardFonts.Helvetica)
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
          page.drawLine({
            start: place(kept[0]),
            end: place(kept[1]),
            thickness: line.kind === 'edge' ? 1 : 0.5,
            color: line.kind === 'edge' ? INK : line.kind === 'torch' ? BRICK : SOFT,
            ...(line.kind === 'torch' ? { dashArray: [4, 3] } : {}),
          })
        }
      }
      marks(page, tiling.width, tiling.height)
      foot(
        page,
        font,
        `${title}: ${template.name}`,
        `${sheet.column + 1}/${tiling.columns}, row ${sheet.row + 1}/${tiling.rows}`,
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

function foot(page: PDFPage, font: PDFFont, title: string, sheet: string): void {
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
  const write = (text: string, x: number, at: number, size = 9) =>
    page.drawText(latin(text), { x: (MARGIN_MM + x) * PT, y: at * PT, size, font, color: INK })
  write('This bar is 100 mm. If it is not, print again at 100 %, not "fit to page".', 0, MARGIN_MM)
  write(title.slice(0, 60), CHECK_MM + 8, y + 1)
  write(`sheet ${sheet}`, CHECK_MM + 8, MARGIN_MM)
}

/** The fonts that every PDF reader has know Latin letters only. */
const latin = (text: string) => text.replace(/[^\u0020-\u007e\u00a0-\u00ff]/g, '?')
