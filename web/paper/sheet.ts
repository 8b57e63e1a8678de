import QRCode from 'qrcode'
import type { Paper } from '#core/template/tile.ts'
import { drawPicture, type Picture } from './picture.ts'
import type { Cell, SheetCurve, SheetPage, SheetTable } from './page.ts'
import type { ReadDrawn } from './pictures.tsx'
import {
  beside,
  columnWidth,
  head,
  INK,
  kept,
  Papers,
  rule,
  signed,
  SOFT,
  space,
  textRows,
  type Making,
  type Pen,
  type Row,
  type Style,
} from './writer.ts'

/** px of a drawing in a pt of paper: 96 of them are an inch, as on the screen. */
const PX = 72 / 96

/**
 * Sheets as a PDF: letters are made smaller until a sheet takes as few sides as it can, but none under 10 pt.
 * @param read gives what is drawn on them
 * @returns the file
 */
export async function sheetPdf(
  pages: readonly SheetPage[],
  paper: Paper,
  read: ReadDrawn,
): Promise<Uint8Array> {
  const papers = await Papers.begin(pages[0]?.title ?? 'Sheet', paper)
  for (const page of pages) {
    const line = page.line && (await read(page.line.drawn))
    const drawings: Picture[] = []
    for (const drawn of page.drawings ?? []) {
      const picture = await read(drawn)
      if (picture) drawings.push(picture)
    }
    papers.add(`${page.kind}: ${page.title}`, page.foot, (m) => rowsOf(page, m, line, drawings))
  }
  return papers.save()
}

function rowsOf(
  page: SheetPage,
  m: Making,
  line: Picture | undefined,
  drawings: readonly Picture[],
): readonly Row[] {
  return [
    ...head(m, page, page.code === undefined ? undefined : codeOf(page.code)),
    ...(page.line ? lineRows(page.line.set, line, m) : []),
    ...(drawings.length > 0 ? [picturesRow(drawings, m)] : []),
    ...figureRows(page.figures, m),
    ...toldRows(page.told ?? [], m),
    ...(page.tables ?? []).flatMap((t) => tableRows(t, m)),
    ...verdictRows(page.verdict, m),
    ...(page.list ? listRows(page.list, m) : []),
    ...stepRows(page, m),
    ...(page.curve ? [curveRow(page.curve, m)] : []),
    ...mindedRows(page.minded ?? [], m),
    ...(page.signs ? signed(m, page.signs) : []),
  ]
}

const CODE = 62

/** A square code for a camera. */
function codeOf(text: string): { width: number; height: number; draw: (pen: Pen) => void } {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
  const each = CODE / modules.size
  return {
    width: CODE,
    height: CODE,
    draw: ({ page, left, top }) => {
      for (let y = 0; y < modules.size; y++)
        for (let x = 0; x < modules.size; x++)
          if (modules.get(y, x))
            page.drawRectangle({
              x: left + x * each,
              y: top - (y + 1) * each,
              // a hair wider than its place: no white between two that touch
              width: each * 1.02,
              height: each * 1.02,
              color: INK,
            })
    },
  }
}

/** The line across the sheet, and under it what is set along it. */
function lineRows(set: readonly Cell[], line: Picture | undefined, m: Making): readonly Row[] {
  const gap = 10
  const width = (m.width - gap * (set.length - 1)) / Math.max(1, set.length)
  // names, figures and notes each on a level of their own
  const level = (of: (cell: Cell) => string, style: Omit<Style, 'x' | 'width'>) =>
    kept(beside(set.map((cell, i) => textRows(m, of(cell), { ...style, x: i * (width + gap), width }))))
  return [
    ...(line ? [{ ...pictureRow(line, m.width, 0), keep: true }] : []),
    ...level((c) => c.name, { letters: 'name', size: m.size, colour: 'soft' }),
    ...level((c) => c.value, { letters: 'figure', size: m.size * 1.7 }),
    ...level((c) => c.note, { size: 10, colour: 'soft' }),
    space(3),
    rule(),
  ]
}

/** A picture at a width, from how far in, pt. */
const pictureRow = (picture: Picture, width: number, x: number): Row => ({
  height: (picture.height * width) / picture.width + 4,
  draw: ({ page, letters, left, top }) =>
    drawPicture(page, letters, picture, { x: left + x, top: top - 2, width }),
})

/** Drawings beside each other: at the size of the screen, or smaller where the sheet is narrower. */
function picturesRow(pictures: readonly Picture[], m: Making): Row {
  const gap = 8
  const all = pictures.reduce((sum, p) => sum + p.width * PX, gap * (pictures.length - 1))
  const k = Math.min(1, m.width / all)
  let x = 0
  const rows = pictures.map((p) => {
    const row = pictureRow(p, p.width * PX * k, x)
    x += p.width * PX * k + gap
    return row
  })
  return {
    height: Math.max(...rows.map((r) => r.height)) + 2,
    draw: (pen) => {
      for (const row of rows) row.draw?.(pen)
    },
  }
}

/** Names at the left, figures large at the right. */
function figureRows(figures: SheetPage['figures'], m: Making): readonly Row[] {
  const value = m.width * 0.64
  return figures.length === 0
    ? []
    : [
        ...figures.flatMap(([name, figure]) =>
          beside([
            textRows(m, name, { size: m.size, width: m.width * 0.62 }),
            textRows(m, figure, { letters: 'figure', size: m.size * 1.2, x: value }),
          ]),
        ),
        space(2),
        rule(),
      ]
}

/** Figures with their spans and sources, in two columns. */
function toldRows(told: NonNullable<SheetPage['told']>, m: Making): readonly Row[] {
  if (told.length === 0) return []
  const two: Making = { ...m, columns: 2 }
  const width = columnWidth(two)
  const [name, value] = [width * 0.44, width * 0.25]
  const items = told.map((t) => [
    ...beside([
      textRows(m, t.name, { size: m.size, width: name - 6 }),
      textRows(m, t.value, { letters: 'bold', size: m.size, x: name, width: value - 6 }),
      textRows(m, t.note, { size: 10, x: name + value, width: width - name - value, colour: 'soft' }),
    ]),
    { ...rule(0.5, true, width), keep: false },
  ])
  return [{ height: 0, items }, space(4)]
}

/** What it came to, large, and why. */
const verdictRows = (verdict: SheetPage['verdict'], m: Making): readonly Row[] =>
  verdict
    ? [
        space(m.size * 0.4),
        ...kept(textRows(m, verdict.said, { letters: 'head', size: m.size * 1.8 })),
        ...textRows(m, verdict.because, { size: m.size }),
      ]
    : []

/** Widths that ask for no more than their share have what they ask for; the rest is parted among the others. */
function shared(natural: readonly number[], room: number): readonly number[] {
  const widths = [...natural]
  let left = room
  const inOrder = natural.map((_, i) => i).sort((a, b) => (natural[a] ?? 0) - (natural[b] ?? 0))
  inOrder.forEach((column, n) => {
    const width = Math.min(natural[column] ?? 0, left / (inOrder.length - n))
    widths[column] = width
    left -= width
  })
  return widths
}

/** A table with columns as wide as what stands in them asks; cells that are too long for theirs are broken. */
function tableRows({ title, heads, rows }: SheetTable, m: Making): readonly Row[] {
  const gap = m.size * 0.8
  const { size, letters } = m
  const wide = (kind: 'text' | 'bold' | 'head', text: string) =>
    letters[kind].wide(letters[kind].plain(text)) * size + 1
  const natural = heads.map((head, i) =>
    Math.max(wide('head', head), ...rows.map((cells) => wide(i === 0 ? 'bold' : 'text', cells[i] ?? ''))),
  )
  const room = m.width - gap * (heads.length - 1)
  const widths = shared(natural, room)
  const spare = Math.max(0, room - widths.reduce((a, b) => a + b, 0)) / Math.max(1, heads.length - 1)
  const row = (cells: readonly string[], isHead: boolean) => {
    let x = 0
    return beside(
      widths.map((width, i) => {
        const at = { x, width, size }
        x += width + gap + spare
        return textRows(m, cells[i] ?? '', {
          ...at,
          letters: isHead ? 'head' : i === 0 ? 'bold' : 'text',
        })
      }),
    )
  }
  return [
    ...(title === undefined ? [] : section(title, m)),
    ...row(heads, true),
    rule(),
    ...rows.flatMap((cells) => [...kept(row(cells, false)), { ...rule(0.5, true), keep: false }]),
    space(4),
  ]
}

/** The box that is ticked by hand. */
const BOX: Row = {
  height: 0,
  draw: ({ page, left, top }) =>
    page.drawRectangle({
      x: left + 0.5,
      y: top - 10.5,
      width: 8.5,
      height: 8.5,
      borderColor: INK,
      borderWidth: 0.9,
    }),
}

/**
 * Two columns read across: for what has no order, or little.
 * @param column the width of one, pt
 */
function inPairs(items: readonly (readonly Row[])[], column: number, m: Making): readonly Row[] {
  const rows: Row[] = []
  for (let i = 0; i < items.length; i += 2) {
    const [a = [], b = []] = [items[i], items[i + 1]]
    const shifted = b.map((r): Row => ({
      ...r,
      draw: (pen) => r.draw?.({ ...pen, left: pen.left + m.width - column }),
    }))
    rows.push(...beside([a, shifted]), space(2))
  }
  return rows
}

function listRows({ title, items }: NonNullable<SheetPage['list']>, m: Making): readonly Row[] {
  const width = (m.width - 16) / 2
  const boxed = items.map((item) => {
    const lines = textRows(m, item, { size: m.size, x: 16, width: width - 16 })
    return beside([[BOX], lines])
  })
  return [...section(title, m), ...inPairs(boxed, width, m)]
}

/** A heading within a sheet; what follows stays with it. */
const section = (title: string, m: Making): readonly Row[] => [
  space(m.size * 0.3),
  ...kept(textRows(m, title, { letters: 'head', size: m.size * 1.25 })),
  rule(),
]

function stepRows({ steps, noSteps }: SheetPage, m: Making): readonly Row[] {
  if (noSteps !== undefined) return textRows(m, noSteps, { letters: 'bold', size: m.size })
  if (steps.length === 0) return []
  const [first, ...rest] = section('Steps', m)
  const items = steps.map((step, i) => stepRow(step, i + 1, m))
  return [
    { ...(first ?? space(0)), overleaf: true },
    ...rest,
    ...(m.columns === 2 ? [{ height: 0, items }] : items.flat()),
  ]
}

/** A step with the box it is ticked in and its number. */
function stepRow({ act, note }: SheetPage['steps'][number], n: number, m: Making): readonly Row[] {
  const within = { x: 34, width: columnWidth(m) - 34 }
  const number = textRows(m, String(n), {
    letters: 'figure',
    size: m.size,
    x: 10,
    width: 18,
    right: true,
  })
  return [
    ...beside([
      [{ ...BOX, height: 1 }],
      number,
      [
        ...textRows(m, act, { ...within, letters: 'bold', size: m.size }),
        ...textRows(m, note, { ...within, size: Math.max(10, m.size * 0.9), colour: 'soft' }),
      ],
    ]),
    { height: m.size * 0.35 },
  ]
}

function mindedRows(minded: NonNullable<SheetPage['minded']>, m: Making): readonly Row[] {
  if (minded.length === 0) return []
  const width = (m.width - 16) / 2
  return [
    ...section('Mind', m),
    ...inPairs(
      minded.map(({ mark, text }) => [
        ...textRows(m, mark, { letters: 'bold', size: m.size, width }),
        ...textRows(m, text, { size: m.size, width, colour: 'soft' }),
      ]),
      width,
      m,
    ),
  ]
}

/** How high a curve is, in heights of its letters. */
const CURVE_HIGH = 15
/** More readings than these are drawn without a dot for each. */
const MOST_DOTS = 40

/** A curve in its frame, with the ends of both axes in figures. */
const curveRow = ({ xTitle, yTitle, points }: SheetCurve, { size }: Making): Row => ({
  height: size * CURVE_HIGH,
  draw: ({ page, letters, left, top, width }) => {
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
    const [x0, x1] = [Math.min(...xs), Math.max(...xs)]
    const [low, high] = [Math.min(...ys), Math.max(...ys)]
    // a line that stood still is drawn in the middle, not as noise
    const spare = Math.max((high - low) * 0.15, Math.abs(high) * 0.01, 1e-9)
    const [y0, y1] = [low - spare, high + spare]
    const frame = {
      x: left + size * 4.5,
      y: top - size * (CURVE_HIGH - 2.5),
      width: width - size * 5,
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
    const { text } = letters
    const put = (words: string, px: number, py: number) =>
      page.drawText(text.plain(words), { x: px, y: py, size: 10, font: text.font, color: SOFT })
    const short = (v: number) => String(Number(v.toPrecision(4)))
    put(yTitle, left, top - size)
    put(short(high), left, y(high) - 3)
    if (y(high) - y(low) > 12) put(short(low), left, y(low) - 3)
    put(short(x0), frame.x, frame.y - size * 1.1)
    const end = `${short(x1)} ${xTitle}`
    put(end, frame.x + frame.width - text.wide(text.plain(end)) * 10, frame.y - size * 1.1)
  },
})
