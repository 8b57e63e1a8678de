import DxfParser, {
  type IArcEntity,
  type ICircleEntity,
  type IDxf,
  type IEllipseEntity,
  type IEntity,
  type IInsertEntity,
  type ILineEntity,
  type ILwpolylineEntity,
  type IPolylineEntity,
  type ISplineEntity,
} from 'dxf-parser'
import {
  DRAWING_UNITS,
  finishDrawing,
  MOST_STRETCHES,
  needUnit,
  notReadable,
  type DrawingUnit,
  type Problem,
  type ReadDrawing,
  type Stroke,
} from './drawing.ts'
import { arcPoints, arcSteps, type Point } from './geometry.ts'

/** $INSUNITS of the header, by number. */
const INSUNITS: Readonly<Record<number, DrawingUnit>> = { 1: 'in', 2: 'ft', 4: 'mm', 5: 'cm', 6: 'm' }
const DEEPEST_BLOCK = 6
/** Rotation, scale and shift of a block, as a matrix [a b c d e f]. */
type Matrix = readonly [number, number, number, number, number, number]
const SAME: Matrix = [1, 0, 0, 1, 0, 0]

class TooMany extends Error {}

interface Gathering {
  readonly dxf: IDxf
  readonly tolerance: number
  readonly strokes: Stroke[]
  readonly left: Map<string, number>
  weighted: number
  stretches: number
}

/**
 * Reads a DXF drawing: lines, arcs, circles, ellipses, polylines with bulges, splines, and blocks of these.
 * @param options `unit` when the header has none (or to overrule it); `toleranceMm` for curves
 * @returns strokes in mm, or a sentence; never throws
 */
export function readDxf(
  text: string,
  options: { unit?: DrawingUnit | undefined; toleranceMm: number },
): ReadDrawing {
  let dxf: IDxf | null
  try {
    dxf = new DxfParser().parseSync(text)
  } catch {
    return notReadable(
      'This is not a DXF drawing that can be read. Save it again as plain-text DXF (R12 to 2018).',
    )
  }
  if (!dxf || !Array.isArray(dxf.entities)) return notReadable('This file holds no drawing.')
  const unit = options.unit ?? INSUNITS[Number(dxf.header?.['$INSUNITS'])]
  if (!unit) return needUnit()
  const scale = DRAWING_UNITS[unit]
  const gathering: Gathering = {
    dxf,
    tolerance: options.toleranceMm / scale,
    strokes: [],
    left: new Map(),
    weighted: 0,
    stretches: 0,
  }
  try {
    for (const entity of dxf.entities) gather(gathering, entity, SAME, 0)
  } catch (error) {
    if (!(error instanceof TooMany))
      return notReadable('A line of this drawing is broken off. Save it again.')
  }
  const problems: Problem[] = []
  if (gathering.left.size > 0)
    problems.push({
      rank: 'note',
      code: 'left-out',
      text: `Left out, since it is not cut: ${[...gathering.left].map(([type, n]) => `${n} ${type.toLowerCase()}`).join(', ')}.`,
    })
  if (gathering.weighted > 0)
    problems.push({
      rank: 'mind',
      code: 'spline-weights',
      text: `${gathering.weighted} weighted curves are drawn without their weights. Compare the shape, or save them as arcs.`,
    })
  return finishDrawing(
    gathering.strokes.map((s) => ({
      closed: s.closed,
      points: s.points.map((p) => ({ x: p.x * scale, y: p.y * scale })),
    })),
    unit,
    problems,
  )
}

function put(g: Gathering, matrix: Matrix, points: readonly Point[], closed: boolean): void {
  if (points.length < 2) return
  g.stretches += points.length
  if (g.stretches > MOST_STRETCHES + 1) {
    g.strokes.push({ points, closed })
    throw new TooMany()
  }
  const [a, b, c, d, e, f] = matrix
  g.strokes.push({
    closed,
    points: points.map((p) => ({ x: a * p.x + c * p.y + e, y: b * p.x + d * p.y + f })),
  })
}

function gather(g: Gathering, entity: IEntity, matrix: Matrix, depth: number): void {
  // seen from below, x runs the other way
  const flipped = (entity as { extrusionDirectionZ?: number }).extrusionDirectionZ === -1
  const m: Matrix = flipped ? times(matrix, [-1, 0, 0, 1, 0, 0]) : matrix
  const size = Math.max(1e-9, Math.hypot(matrix[0], matrix[1]), Math.hypot(matrix[2], matrix[3]))
  const tolerance = g.tolerance / size
  switch (entity.type) {
    case 'LINE':
      return put(g, matrix, (entity as ILineEntity).vertices, false)
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const line = entity as ILwpolylineEntity | IPolylineEntity
      return put(g, m, bulged(line.vertices, line.shape === true, tolerance), line.shape === true)
    }
    case 'CIRCLE': {
      const { center, radius } = entity as ICircleEntity
      return put(g, m, arcPoints(center, radius, 0, 2 * Math.PI, tolerance).slice(0, -1), true)
    }
    case 'ARC': {
      const { center, radius, startAngle, endAngle } = entity as IArcEntity
      return put(g, m, arcPoints(center, radius, startAngle, turn(startAngle, endAngle), tolerance), false)
    }
    case 'ELLIPSE':
      return ellipse(g, entity as IEllipseEntity, m, tolerance)
    case 'SPLINE': {
      const spline = entity as ISplineEntity & { rational?: boolean }
      if (spline.rational) g.weighted++
      return put(g, matrix, splinePoints(spline, tolerance), false)
    }
    case 'INSERT':
      return block(g, entity as IInsertEntity, m, depth)
    default:
      g.left.set(entity.type, (g.left.get(entity.type) ?? 0) + 1)
  }
}

function block(g: Gathering, insert: IInsertEntity, matrix: Matrix, depth: number): void {
  const found = g.dxf.blocks?.[insert.name]
  if (!found || depth >= DEEPEST_BLOCK) {
    g.left.set('BLOCK', (g.left.get('BLOCK') ?? 0) + 1)
    return
  }
  const angle = ((insert.rotation ?? 0) * Math.PI) / 180
  const [sx, sy] = [insert.xScale ?? 1, insert.yScale ?? 1]
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const placed: Matrix = [cos * sx, sin * sx, -sin * sy, cos * sy, insert.position.x, insert.position.y]
  const base = found.position ?? { x: 0, y: 0 }
  const at = times(times(matrix, placed), [1, 0, 0, 1, -base.x, -base.y])
  for (const entity of found.entities ?? []) gather(g, entity, at, depth + 1)
}

const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
]

/** From one angle to another, anticlockwise. */
const turn = (from: number, to: number) => {
  const sweep = (to - from) % (2 * Math.PI)
  return sweep <= 1e-12 ? sweep + 2 * Math.PI : sweep
}

/** A polyline whose stretches may be arcs: the bulge is the tangent of a quarter of the arc's angle. */
function bulged(
  vertices: readonly (Point & { bulge?: number })[],
  closed: boolean,
  tolerance: number,
): Point[] {
  const points: Point[] = []
  const last = closed ? vertices.length : vertices.length - 1
  vertices.forEach((v, i) => {
    points.push({ x: v.x, y: v.y })
    const next = vertices[(i + 1) % vertices.length]
    const bulge = v.bulge ?? 0
    if (i >= last || !next || Math.abs(bulge) < 1e-9) return
    const chord = Math.hypot(next.x - v.x, next.y - v.y)
    if (chord < 1e-12) return
    const sweep = 4 * Math.atan(bulge)
    const radius = chord / 2 / Math.sin(Math.abs(sweep) / 2)
    const off = (1 - bulge * bulge) / (4 * bulge)
    const centre = {
      x: (v.x + next.x) / 2 - off * (next.y - v.y),
      y: (v.y + next.y) / 2 + off * (next.x - v.x),
    }
    const start = Math.atan2(v.y - centre.y, v.x - centre.x)
    points.push(...arcPoints(centre, radius, start, sweep, tolerance).slice(1, -1))
  })
  return points
}

function ellipse(g: Gathering, e: IEllipseEntity, matrix: Matrix, tolerance: number): void {
  const { center, majorAxisEndPoint: major } = e
  const long = Math.hypot(major.x, major.y)
  const tilt = Math.atan2(major.y, major.x)
  const sweep = turn(e.startAngle, e.endAngle)
  const whole = Math.abs(sweep - 2 * Math.PI) < 1e-9
  const steps = arcSteps(long, sweep, tolerance) * 2
  const points = Array.from({ length: steps + 1 }, (_, i) => {
    const t = e.startAngle + (sweep * i) / steps
    const [u, v] = [long * Math.cos(t), long * e.axisRatio * Math.sin(t)]
    return {
      x: center.x + u * Math.cos(tilt) - v * Math.sin(tilt),
      y: center.y + u * Math.sin(tilt) + v * Math.cos(tilt),
    }
  })
  put(g, matrix, whole ? points.slice(0, -1) : points, whole)
}

/** A B-spline by de Boor's scheme; one that gives only points to pass through is drawn through them straight. */
function splinePoints(s: ISplineEntity, tolerance: number): Point[] {
  const control = s.controlPoints ?? []
  const degree = s.degreeOfSplineCurve
  const knots = s.knotValues ?? []
  if (control.length < 2 || knots.length < control.length + degree + 1)
    return (s.fitPoints ?? control).map(({ x, y }) => ({ x, y }))
  const [from, to] = [knots[degree] ?? 0, knots[control.length] ?? 1]
  // the control polygon is at least as long and as bent as the curve
  let length = 0
  for (let i = 1; i < control.length; i++)
    length += Math.hypot(
      (control[i]?.x ?? 0) - (control[i - 1]?.x ?? 0),
      (control[i]?.y ?? 0) - (control[i - 1]?.y ?? 0),
    )
  const perSpan = Math.max(4, Math.ceil(Math.sqrt(length / control.length / (2 * tolerance))))
  const steps = Math.min(4000, perSpan * (control.length - degree))
  return Array.from({ length: steps + 1 }, (_, i) =>
    deBoor(control, knots, degree, from + ((to - from) * i) / steps),
  )
}

function deBoor(control: readonly Point[], knots: readonly number[], degree: number, t: number): Point {
  let span = degree
  while (span < control.length - 1 && t >= (knots[span + 1] ?? Infinity)) span++
  const d = Array.from({ length: degree + 1 }, (_, j) => {
    const p = control[Math.max(0, Math.min(control.length - 1, span - degree + j))]
    return { x: p?.x ?? 0, y: p?.y ?? 0 }
  })
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const low = knots[span - degree + j] ?? 0
      const high = knots[span + 1 + j - r] ?? 0
      const a = high === low ? 0 : (t - low) / (high - low)
      const [p, q] = [d[j - 1], d[j]]
      if (p && q) d[j] = { x: (1 - a) * p.x + a * q.x, y: (1 - a) * p.y + a * q.y }
    }
  return d[degree] ?? { x: 0, y: 0 }
}
