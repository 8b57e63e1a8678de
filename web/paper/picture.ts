/** A drawing as it goes onto paper: strokes, fills and words in px of the drawing, y down. */
import {
  appendBezierCurve,
  appendQuadraticCurve,
  beginText,
  clip,
  clipEvenOdd,
  closePath,
  concatTransformationMatrix,
  endPath,
  endText,
  fill,
  LineCapStyle,
  lineTo,
  moveTo,
  PDFOperator,
  PDFOperatorNames,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  setDashPattern,
  setFillingRgbColor,
  setFontAndSize,
  setGraphicsState,
  setLineCap,
  setLineWidth,
  setStrokingRgbColor,
  setTextMatrix,
  setTextRenderingMode,
  showText,
  stroke,
  TextRenderingMode,
  type PDFPage,
} from 'pdf-lib'
import svgpath from 'svgpath'
import type { AllLetters, LetterName } from './letters.ts'

/** Red, green, blue, each 0 to 1. */
export type Colour = readonly [r: number, g: number, b: number]
/** The 45° lines of cut metal. */
export interface Hatching {
  readonly colour: Colour
  readonly behind: Colour | undefined
  /** From line to line, and how thick one is, px. */
  readonly apart: number
  readonly thick: number
}
/** A shape with what fills it and what goes round it. */
export interface ShapeMark {
  readonly kind: 'shape'
  /** SVG path data, px of the drawing. */
  readonly d: string
  readonly fill: Colour | Hatching | undefined
  readonly fillOpacity: number
  readonly evenOdd: boolean
  readonly stroke: Colour | undefined
  readonly strokeOpacity: number
  /** px */
  readonly strokeWidth: number
  readonly dash: readonly number[]
  readonly round: boolean
}
/** A word, from where its first letter stands. */
export interface WordMark {
  readonly kind: 'word'
  readonly text: string
  readonly x: number
  readonly y: number
  /** Of its letters, px. */
  readonly size: number
  readonly letters: LetterName
  readonly colour: Colour
  /** How it is turned, clockwise, rad. */
  readonly turned: number
  /** Left white round its letters, so that it is read over lines. */
  readonly halo: boolean
}
/** A drawing, px. */
export interface Picture {
  readonly width: number
  readonly height: number
  readonly marks: readonly (ShapeMark | WordMark)[]
}

/** px of a drawing's halo on either side of a letter. */
const HALO_PX = 5

/** A path as strokes of the pen, and the box that its points lie in. */
function penOf(d: string): {
  readonly pen: readonly PDFOperator[]
  readonly box: readonly [x0: number, y0: number, x1: number, y1: number]
} {
  const pen: PDFOperator[] = []
  const [xs, ys]: [number[], number[]] = [[], []]
  let [x, y] = [0, 0]
  let begun: readonly [number, number] = [0, 0]
  const seen = (...points: readonly number[]) =>
    points.forEach((v, i) => {
      ;(i % 2 === 0 ? xs : ys).push(v)
    })
  svgpath(d)
    .abs()
    .unarc()
    .unshort()
    .iterate(([command, ...of]) => {
      const n = of.map(Number)
      const [a = 0, b = 0, c = 0, e = 0, f = 0, g = 0] = n
      switch (command) {
        case 'M':
          pen.push(moveTo(a, b))
          begun = [a, b]
          ;[x, y] = [a, b]
          break
        case 'L':
          pen.push(lineTo(a, b))
          ;[x, y] = [a, b]
          break
        case 'H':
          pen.push(lineTo(a, y))
          x = a
          break
        case 'V':
          pen.push(lineTo(x, a))
          y = a
          break
        case 'C':
          pen.push(appendBezierCurve(a, b, c, e, f, g))
          seen(a, b, c, e)
          ;[x, y] = [f, g]
          break
        case 'Q':
          pen.push(appendQuadraticCurve(a, b, c, e))
          seen(a, b)
          ;[x, y] = [c, e]
          break
        // all that is left once arcs, shorthands and steps from the last point are written out
        default:
          pen.push(closePath())
          ;[x, y] = begun
      }
      seen(x, y)
    })
  return { pen, box: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)] }
}

const filled = (evenOdd: boolean): PDFOperator =>
  evenOdd ? PDFOperator.of(PDFOperatorNames.FillEvenOdd) : fill()

/** Lines at 45° over a box. */
function hatchLines(
  [x0, y0, x1, y1]: readonly [number, number, number, number],
  apart: number,
): readonly PDFOperator[] {
  const step = apart * Math.SQRT2
  // measured from the drawing's corner, so that two hatched shapes side by side run on
  const first = Math.floor((x0 - y1) / step) * step
  const lines: PDFOperator[] = []
  for (let at = first; at <= x1 - y0; at += step) lines.push(moveTo(at + y0, y0), lineTo(at + y1, y1))
  return lines
}

/** What a page keeps for the marks on it: how light they are drawn, and their letters, each by its name there. */
interface Kept {
  readonly opacity: (share: number) => readonly PDFOperator[]
  readonly fontOf: (name: LetterName) => string
}

/** Gives each thing its name when it is first asked for. */
function named<K>(give: (key: K) => string): (key: K) => string {
  const names = new Map<K, string>()
  return (key) => {
    const name = names.get(key) ?? give(key)
    names.set(key, name)
    return name
  }
}

function keptBy({ node, doc }: PDFPage, letters: AllLetters): Kept {
  const light = named((share: number) =>
    node
      .newExtGState('GS', doc.context.obj({ ca: share, CA: share }))
      .asString()
      .slice(1),
  )
  return {
    opacity: (share) => (share >= 1 ? [] : [setGraphicsState(light(share))]),
    fontOf: named((name) => {
      const { font } = letters[name]
      return node.newFontDictionary(font.name, font.ref).asString().slice(1)
    }),
  }
}

/** What fills a shape: a colour, or lines at 45° over what lies behind them. */
function inside(m: ShapeMark, { opacity }: Kept): readonly PDFOperator[] {
  const { fill: filling, evenOdd } = m
  if (!filling) return []
  const { pen, box } = penOf(m.d)
  const hatched = 'apart' in filling ? filling : undefined
  const plain = 'apart' in filling ? filling.behind : filling
  return [
    pushGraphicsState(),
    ...opacity(m.fillOpacity),
    ...(plain ? [setFillingRgbColor(...plain), ...pen, filled(evenOdd)] : []),
    ...(hatched
      ? [
          ...pen,
          evenOdd ? clipEvenOdd() : clip(),
          endPath(),
          setStrokingRgbColor(...hatched.colour),
          setLineWidth(hatched.thick),
          ...hatchLines(box, hatched.apart),
          stroke(),
        ]
      : []),
    popGraphicsState(),
  ]
}

/** What goes round a shape. */
function round(m: ShapeMark, { opacity }: Kept): readonly PDFOperator[] {
  if (!m.stroke || m.strokeWidth <= 0) return []
  return [
    pushGraphicsState(),
    ...opacity(m.strokeOpacity),
    setStrokingRgbColor(...m.stroke),
    setLineWidth(m.strokeWidth),
    ...(m.dash.length > 0 ? [setDashPattern([...m.dash], 0)] : []),
    ...(m.round ? [setLineCap(LineCapStyle.Round)] : []),
    ...penOf(m.d).pen,
    stroke(),
    popGraphicsState(),
  ]
}

function word(m: WordMark, letters: AllLetters, { fontOf }: Kept): readonly PDFOperator[] {
  const { font, plain } = letters[m.letters]
  const [cos, sin] = [Math.cos(m.turned), Math.sin(m.turned)]
  const written = (mode: TextRenderingMode) => [
    beginText(),
    setFontAndSize(fontOf(m.letters), m.size),
    setTextRenderingMode(mode),
    setTextMatrix(cos, sin, sin, -cos, m.x, m.y),
    showText(font.encodeText(plain(m.text))),
    endText(),
  ]
  return [
    pushGraphicsState(),
    ...(m.halo
      ? [setStrokingRgbColor(1, 1, 1), setLineWidth(HALO_PX), ...written(TextRenderingMode.Outline)]
      : []),
    setFillingRgbColor(...m.colour),
    ...written(TextRenderingMode.Fill),
    popGraphicsState(),
  ]
}

/** Puts a drawing onto a page. */
export function drawPicture(
  page: PDFPage,
  letters: AllLetters,
  picture: Picture,
  at: { readonly x: number; readonly top: number; readonly width: number },
): void {
  const k = at.width / picture.width
  const kept = keptBy(page, letters)
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(k, 0, 0, -k, at.x, at.top),
    rectangle(0, 0, picture.width, picture.height),
    clip(),
    endPath(),
  )
  // mark by mark: an outline has more strokes than one call takes
  for (const m of picture.marks) {
    const strokes = m.kind === 'shape' ? [...inside(m, kept), ...round(m, kept)] : word(m, letters, kept)
    page.pushOperators(...strokes)
  }
  page.pushOperators(popGraphicsState())
}
