import { XMLParser } from 'fast-xml-parser'
import svgpath from 'svgpath'
import {
  DRAWING_UNITS,
  finishDrawing,
  needUnit,
  notReadable,
  type DrawingUnit,
  type Problem,
  type ReadDrawing,
  type Stroke,
} from './drawing.ts'
import { cubicPoints, type Point } from './geometry.ts'

type Attributes = Readonly<Record<string, string>>
interface Node {
  readonly tag: string
  readonly attributes: Attributes
  readonly children: readonly Node[]
}

const SHAPES: readonly string[] = ['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon']
const HIDDEN: readonly string[] = [
  'defs',
  'clipPath',
  'mask',
  'symbol',
  'pattern',
  'marker',
  'metadata',
  'style',
]
const DEEPEST = 40

const toNodes = (value: unknown): Node[] =>
  Array.isArray(value)
    ? value.flatMap((entry: Record<string, unknown>) => {
        const tag = Object.keys(entry).find((key) => key !== ':@')
        return tag === undefined || tag === '#text'
          ? []
          : [
              {
                tag: tag.replace(/^.*:/, ''),
                attributes: (entry[':@'] ?? {}) as Attributes,
                children: toNodes(entry[tag]),
              },
            ]
      })
    : []

/**
 * Reads the shapes of an SVG drawing: paths, rectangles, circles, ellipses, lines and polygons, with their transforms.
 * The y axis is turned up, as on a plate.
 * @param options `unit`: what one unit of the drawing is, when the file has no size in mm, cm or in
 * @returns strokes in mm, or a sentence; never throws
 */
export function readSvg(
  text: string,
  options: { unit?: DrawingUnit | undefined; toleranceMm: number },
): ReadDrawing {
  let root: Node | undefined
  try {
    const parser = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '',
      preserveOrder: true,
      // entities can be nested into a file that fills the memory
      processEntities: false,
    })
    root = toNodes(parser.parse(text)).find((n) => n.tag === 'svg')
  } catch {
    return notReadable('This is not an SVG drawing that can be read.')
  }
  if (!root) return notReadable('This file holds no SVG drawing.')
  const header = unitOf(root.attributes)
  const unit = options.unit ?? header?.unit
  if (!unit) return needUnit()
  const scale = options.unit ? DRAWING_UNITS[options.unit] : (header?.mmPerUnit ?? DRAWING_UNITS[unit])
  const found: { strokes: Stroke[]; broken: number; left: Set<string> } = {
    strokes: [],
    broken: 0,
    left: new Set(),
  }
  walk(root, '', 0)
  const problems: Problem[] = []
  if (found.broken > 0)
    problems.push({
      rank: 'mind',
      code: 'broken-path',
      text: `${found.broken} paths could not be read to their end. Compare the drawing.`,
    })
  if (found.left.size > 0)
    problems.push({
      rank: 'note',
      code: 'left-out',
      text: `Left out, since it is not cut: ${[...found.left].join(', ')}.`,
    })
  return finishDrawing(found.strokes, unit, problems)

  function walk(node: Node, transform: string, depth: number): void {
    if (HIDDEN.includes(node.tag) || depth > DEEPEST) return
    const at = node.attributes['transform'] ? `${transform} ${node.attributes['transform']}` : transform
    const d = SHAPES.includes(node.tag) ? pathOf(node.tag, node.attributes) : undefined
    if (d !== undefined) strokesOf(d, at)
    else if (['text', 'image', 'use'].includes(node.tag)) found.left.add(node.tag)
    for (const child of node.children) walk(child, at, depth + 1)
  }

  function strokesOf(d: string, transform: string): void {
    // arcs become curves before they are mirrored: the library keeps an arc's turn through a mirror
    const path = svgpath(d).abs().unarc().unshort().transform(`scale(${scale} ${-scale})${transform}`)
    if ((path as unknown as { err?: string }).err) found.broken++
    let points: Point[] = []
    const end = (closed: boolean) => {
      const [first, last] = [points[0], points.at(-1)]
      const meets =
        first && last && points.length > 2 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-6
      const own = meets ? points.slice(0, -1) : points
      if (own.length > 1) found.strokes.push({ points: own, closed: closed || meets === true })
    }
    let [x, y] = [0, 0]
    path.iterate((segment) => {
      const [command, ...n] = segment as unknown as [string, ...number[]]
      const to = (i: number): Point => ({ x: n[i] ?? 0, y: n[i + 1] ?? 0 })
      const from = { x, y }
      if (command === 'M') {
        end(false)
        points = [to(0)]
      } else if (command === 'L') points.push(to(0))
      else if (command === 'H') points.push({ x: n[0] ?? 0, y })
      else if (command === 'V') points.push({ x, y: n[0] ?? 0 })
      else if (command === 'C') points.push(...cubicPoints(from, to(0), to(2), to(4), options.toleranceMm))
      else if (command === 'Q') {
        const [c, e] = [to(0), to(2)]
        const third = (a: Point, b: Point) => ({
          x: a.x + (2 / 3) * (b.x - a.x),
          y: a.y + (2 / 3) * (b.y - a.y),
        })
        points.push(...cubicPoints(from, third(from, c), third(e, c), e, options.toleranceMm))
      } else if (command === 'Z') {
        const first = points[0]
        end(true)
        points = first ? [first] : []
      }
      const last = points.at(-1)
      x = last?.x ?? x
      y = last?.y ?? y
    })
    if (points.length > 1) end(false)
  }
}

/** What one unit of the drawing is, from its size in real units and its viewBox. */
function unitOf(a: Attributes): { unit: DrawingUnit; mmPerUnit: number } | undefined {
  const read = /^\s*([\d.]+)\s*(mm|cm|in)\s*$/.exec(a['width'] ?? '')
  if (!read) return undefined
  const unit = read[2] as 'mm' | 'cm' | 'in'
  const widthMm = Number(read[1]) * DRAWING_UNITS[unit]
  const box = (a['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const across = box.length === 4 && (box[2] ?? 0) > 0 ? (box[2] ?? 0) : (widthMm * 96) / 25.4
  return widthMm > 0 ? { unit, mmPerUnit: widthMm / across } : undefined
}

function pathOf(tag: string, a: Attributes): string | undefined {
  const n = (name: string) => Number.parseFloat(a[name] ?? '0') || 0
  switch (tag) {
    case 'path':
      return a['d'] ?? ''
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')]
      const rx = Math.min(w / 2, n('rx') || n('ry'))
      const ry = Math.min(h / 2, n('ry') || n('rx'))
      if (w <= 0 || h <= 0) return undefined
      return rx > 0 && ry > 0
        ? `M${x + rx} ${y}H${x + w - rx}A${rx} ${ry} 0 0 1 ${x + w} ${y + ry}V${y + h - ry}A${rx} ${ry} 0 0 1 ${x + w - rx} ${y + h}H${x + rx}A${rx} ${ry} 0 0 1 ${x} ${y + h - ry}V${y + ry}A${rx} ${ry} 0 0 1 ${x + rx} ${y}Z`
        : `M${x} ${y}H${x + w}V${y + h}H${x}Z`
    }
    case 'circle':
    case 'ellipse': {
      const [cx, cy] = [n('cx'), n('cy')]
      const [rx, ry] = tag === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')]
      return rx > 0 && ry > 0
        ? `M${cx + rx} ${cy}A${rx} ${ry} 0 0 1 ${cx - rx} ${cy}A${rx} ${ry} 0 0 1 ${cx + rx} ${cy}Z`
        : undefined
    }
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
    default: {
      const points = (a['points'] ?? '').trim()
      return points === '' ? undefined : `M${points}${tag === 'polygon' ? 'Z' : ''}`
    }
  }
}
