/** The family of sheets: one head, one foot, one way in which rows follow each other down a page and go on overleaf. */
import { PDFDocument, rgb, type PDFPage } from 'pdf-lib'
import { PAPERS, type Paper } from '#core/template/tile.ts'
import { embedLetters, wrapped, type AllLetters, type LetterName } from './letters.ts'

/** Points of a PDF in a mm. */
export const PT = 72 / 25.4
const MARGIN = 12 * PT
export const INK = rgb(0.12, 0.14, 0.15)
export const SOFT = rgb(0.31, 0.34, 0.35)
const FAINT = rgb(0.85, 0.81, 0.75)
export const BRICK = rgb(0.61, 0.23, 0.13)

/** Letters are tried from the largest down; smaller than the least nothing is read off a bench, pt. */
const LARGEST = 12
const LEAST = 10
/** What says no more than whose sheet it is, and which of how many, pt. */
const FOOT_SIZE = 8
const LINE = 1.2
const COLOURS = { ink: INK, soft: SOFT, brick: BRICK } as const

/** Where a row is drawn. */
export interface Pen {
  readonly page: PDFPage
  readonly letters: AllLetters
  /** Of the row, pt from the foot of the page. */
  readonly top: number
  /** Of the text, pt. */
  readonly left: number
  readonly width: number
}
/** One row of a sheet, as wide as its text. */
export interface Row {
  /** pt */
  readonly height: number
  /** Stays on one side with the row after it. */
  readonly keep?: boolean
  /** Begins overleaf where that takes no side more. */
  readonly overleaf?: boolean
  readonly draw?: (pen: Pen) => void
  /** Not a row itself: what stands in columns, read down one and then the next, each item whole. */
  readonly items?: readonly (readonly Row[])[]
}

/** What rows are made of, at one size of letters. */
export interface Making {
  readonly letters: AllLetters
  /** Of the text, pt. */
  readonly size: number
  /** pt */
  readonly width: number
  /** In how many columns what is long stands: two where that saves a side. */
  readonly columns: 1 | 2
}
/** Between two columns, pt. */
const BETWEEN = 18
/** The width of one of the columns, pt. */
export const columnWidth = (m: Making): number => (m.width - BETWEEN * (m.columns - 1)) / m.columns

/** How words are written. */
export interface Style {
  readonly letters?: LetterName
  /** pt */
  readonly size: number
  readonly colour?: keyof typeof COLOURS
  /** From the left of the text, and how wide its lines may be, pt. */
  readonly x?: number
  readonly width?: number
  /** Its lines end at the right. */
  readonly right?: boolean
}

/** Words as rows, a line each; they stay together. */
export function textRows(m: Making, text: string, style: Style): readonly Row[] {
  const { letters: name = 'text', size, colour = 'ink', x = 0, right = false } = style
  const width = style.width ?? m.width - x
  const letters = m.letters[name]
  const lines = wrapped(text, letters, size, width)
  return lines.map((line, i) => ({
    height: size * LINE,
    keep: i < lines.length - 1,
    draw: ({ page, top, left }) =>
      page.drawText(line, {
        x: left + x + (right ? width - letters.wide(line) * size : 0),
        y: top - size,
        size,
        font: letters.font,
        color: COLOURS[colour],
      }),
  }))
}

/** Rows that stay on one side with what comes after them. */
export const kept = (rows: readonly Row[]): readonly Row[] => rows.map((r) => ({ ...r, keep: true }))

/** Room between rows, pt. */
export const space = (height: number): Row => ({ height, keep: true })

/** A line across the text, or across a column. */
export const rule = (thickness = 0.8, faint = false, across?: number): Row => ({
  height: faint ? 3.5 : 5,
  keep: true,
  draw: ({ page, top, left, width }) =>
    page.drawLine({
      start: { x: left, y: top - 2 },
      end: { x: left + (across ?? width), y: top - 2 },
      thickness,
      color: faint ? FAINT : INK,
    }),
})

const heightOf = (rows: readonly Row[]): number => rows.reduce((sum, r) => sum + r.height, 0)

/** Columns of rows beside each other, line by line, so that a long one can go on overleaf. */
export function beside(columns: readonly (readonly Row[])[]): readonly Row[] {
  const lines = Math.max(0, ...columns.map((c) => c.length))
  return Array.from({ length: lines }, (_, i) => {
    const on = columns.flatMap((c) => c[i] ?? [])
    return {
      height: Math.max(...on.map((r) => r.height)),
      keep: i < lines - 1,
      draw: (pen) => {
        for (const row of on) row.draw?.(pen)
      },
    }
  })
}

/** Rows as one that is never parted. */
function whole(rows: readonly Row[]): Row {
  return {
    height: heightOf(rows),
    draw: (pen) => {
      let { top } = pen
      for (const row of rows) {
        row.draw?.({ ...pen, top })
        top -= row.height
      }
    },
  }
}

/** The head of the family: what kind of sheet, what it is of, and what goes with it; a drawing may stand at its right. */
export function head(
  m: Making,
  { kind, title, about }: { readonly kind: string; readonly title: string; readonly about: string },
  corner?: { readonly width: number; readonly height: number; readonly draw: (pen: Pen) => void },
): readonly Row[] {
  const width = m.width - (corner ? corner.width + 12 : 0)
  const words = kept([
    ...textRows(m, kind, { letters: 'head', size: m.size, colour: 'brick', width }),
    ...textRows(m, title, { letters: 'head', size: m.size * 1.8, width }),
    ...textRows(m, about, { size: m.size, colour: 'soft', width }),
  ])
  const high = heightOf(words)
  const [first, ...rest] = words
  const cornered: readonly Row[] =
    corner && first
      ? [
          {
            ...first,
            draw: (pen) => {
              first.draw?.(pen)
              corner.draw({ ...pen, left: pen.left + pen.width - corner.width })
            },
          },
          ...rest,
          space(Math.max(0, corner.height - high)),
        ]
      : words
  return [...cornered, space(2), rule(1.6), space(4)]
}

/** Where names and days are written by hand. */
export function signed(m: Making, whose: readonly string[]): readonly Row[] {
  const gap = 14
  const width = (m.width - gap * (whose.length - 1)) / whose.length
  const under = beside(
    whose.map((what, i) =>
      textRows(m, `${what}: name, day`, { size: LEAST, colour: 'soft', x: i * (width + gap), width }),
    ),
  )
  return [
    whole([
      {
        height: 30,
        draw: ({ page, top, left }) =>
          whose.forEach((_, i) =>
            page.drawLine({
              start: { x: left + i * (width + gap), y: top - 28 },
              end: { x: left + i * (width + gap) + width, y: top - 28 },
              thickness: 0.8,
              color: INK,
            }),
          ),
      },
      ...under,
    ]),
  ]
}

/** Items in two columns of a height: how many there is room for, and where the second column begins. */
function filled(items: readonly (readonly Row[])[], height: number): { second: number; end: number } {
  const fill = (from: number) => {
    let [used, i] = [0, from]
    for (; i < items.length; i++) {
      used += heightOf(items[i] ?? [])
      if (used > height) break
    }
    return i
  }
  const second = fill(0)
  return { second, end: fill(second) }
}

/** Two columns as one row. */
function sideBySide(items: readonly (readonly Row[])[], second: number): Row {
  const columns = [items.slice(0, second).flat(), items.slice(second).flat()]
  return {
    height: Math.max(...columns.map(heightOf)),
    draw: (pen) =>
      columns.forEach((rows, n) => {
        const shift = n === 0 ? 0 : (pen.width + BETWEEN) / 2
        whole(rows).draw?.({ ...pen, left: pen.left + shift })
      }),
  }
}

/** Less room than this at the foot of a side is not begun with columns, pt. */
const BEGUN = 90

/** Rows on sides of paper; what is kept together goes overleaf together where one side holds it. */
function onSides(rows: readonly Row[], room: number, overleaf: boolean): readonly (readonly Row[])[] {
  const sides: [Row[], ...Row[][]] = [[]]
  let side: Row[] = sides[0]
  let used = 0
  const turn = () => {
    side = []
    used = 0
    sides.push(side)
  }
  const put = (row: Row) => {
    if (used + row.height > room && side.length > 0) turn()
    // nothing but words and drawings begins a side
    if (side.length === 0 && sides.length > 1 && !row.draw) return
    side.push(row)
    used += row.height
  }
  const putColumns = (all: readonly (readonly Row[])[]) => {
    let items = all
    while (items.length > 0) {
      if (room - used < BEGUN) turn()
      const { second, end } = filled(items, room - used)
      if (end === items.length) {
        // all of it has room: both columns as high as each other
        let height = heightOf(items.flat()) / 2
        while (filled(items, height).end < items.length) height += 4
        put(sideBySide(items, filled(items, height).second))
        return
      }
      // an item that is longer than a side goes on overleaf, line by line
      if (end === 0) items[0]?.forEach(put)
      else put(sideBySide(items.slice(0, end), second))
      items = items.slice(Math.max(1, end))
    }
  }
  for (let i = 0; i < rows.length;) {
    let end = i
    while (end < rows.length - 1 && rows[end]?.keep) end++
    const together = rows.slice(i, end + 1)
    // a heading over columns stays with their beginning
    const high = heightOf(together.filter((r) => !r.items)) + (together.at(-1)?.items ? BEGUN : 0)
    const asked = overleaf && together.some((r) => r.overleaf)
    if (side.length > 0 && (asked || (used + high > room && high <= room))) turn()
    for (const row of together)
      if (row.items) putColumns(row.items)
      else put(row)
    i = end + 1
  }
  return sides
}

/** A PDF that grows by a sheet of one or more sides at a time. */
export class Papers {
  private constructor(
    private readonly pdf: PDFDocument,
    private readonly letters: AllLetters,
    private readonly paper: Paper,
  ) {}

  /** @param title of the file */
  static async begin(title: string, paper: Paper): Promise<Papers> {
    const pdf = await PDFDocument.create()
    pdf.setTitle(title)
    pdf.setCreator('Wimble')
    return new Papers(pdf, await embedLetters(pdf), paper)
  }

  /** What a picture is put into. */
  get document(): PDFDocument {
    return this.pdf
  }

  /**
   * Adds a sheet: on as few sides as its rows take in the least letters, in the largest letters that take no more; none
   * are under 10 pt.
   * @param name stands over every side but the first
   * @param make its rows, made of letters of a size
   */
  add(name: string, foot: string, make: (m: Making) => readonly Row[]): void {
    const [width, height] = [PAPERS[this.paper].width * PT, PAPERS[this.paper].height * PT]
    const inner = width - 2 * MARGIN
    const { letters } = this
    const footMaking: Making = { letters, size: FOOT_SIZE, width: inner - 60, columns: 1 }
    const footRows = textRows(footMaking, foot, { size: FOOT_SIZE, colour: 'soft' })
    const footHigh = heightOf(footRows)
    const room = height - 2 * MARGIN - footHigh - 10
    const laid = (size: number, columns: Making['columns'], overleaf: boolean) =>
      onSides(make({ letters, size, width: inner, columns }), room, overleaf)
    const [one, two] = [laid(LEAST, 1, false), laid(LEAST, 2, false)]
    const columns = two.length < one.length ? 2 : 1
    const least = Math.min(one.length, two.length)
    let sides = columns === 2 ? two : one
    for (let size = LARGEST; size >= LEAST; size -= 0.5) {
      const found = [true, false].map((over) => laid(size, columns, over)).find((s) => s.length <= least)
      if (found) {
        sides = found
        break
      }
    }
    sides.forEach((rows, n) => {
      const page = this.pdf.addPage([width, height])
      const pen = { page, letters, left: MARGIN, width: inner }
      let top = height - MARGIN
      for (const row of rows) {
        row.draw?.({ ...pen, top })
        top -= row.height
      }
      page.drawLine({
        start: { x: MARGIN, y: MARGIN + footHigh },
        end: { x: width - MARGIN, y: MARGIN + footHigh },
        thickness: 0.5,
        color: FAINT,
      })
      whole(footRows).draw?.({ ...pen, top: MARGIN + footHigh - 3 })
      const small = (text: string, y: number) => {
        const plain = letters.text.plain(text)
        page.drawText(plain, {
          x: width - MARGIN - letters.text.wide(plain) * FOOT_SIZE,
          y,
          size: FOOT_SIZE,
          font: letters.text.font,
          color: SOFT,
        })
      }
      if (sides.length > 1) small(`${n + 1} of ${sides.length}`, MARGIN + footHigh - 3 - FOOT_SIZE)
      if (n > 0) small(wrapped(name, letters.text, FOOT_SIZE, inner * 0.7)[0] ?? '', height - MARGIN + 4)
    })
  }

  save(): Promise<Uint8Array> {
    return this.pdf.save()
  }
}
