import type { Problem, Stroke } from './drawing.ts'
import { boxOf, crossing, distance, inside, signedArea, type Box, type Loop, type Point } from './geometry.ts'

/** A part with the holes in it. Outsides run anticlockwise, holes clockwise. mm */
export interface Part {
  readonly outside: Loop
  readonly holes: readonly Loop[]
}

/** What a drawing holds: its parts, the ends that meet nothing, and what is wrong with it. */
export interface Outline {
  readonly parts: readonly Part[]
  readonly open: readonly (readonly Point[])[]
  readonly problems: readonly Problem[]
  /** Stretches after curves were flattened and doubles taken out. */
  readonly stretches: number
}

/** Ends that are no further apart than this are one, when nobody says otherwise, mm. */
export const JOIN_MM = 0.1
/** Loops smaller than this are specks, mm². */
const SPECK_MM2 = 0.01
const MOST_SHOWN = 20

interface Edge {
  readonly a: number
  readonly b: number
  used: boolean
}

/** Points that lie within the tolerance of one another, as one. */
class Nodes {
  readonly points: Point[] = []
  private readonly cells = new Map<string, number[]>()

  constructor(private readonly tolerance: number) {}

  of(p: Point): number {
    const cx = Math.floor(p.x / this.tolerance)
    const cy = Math.floor(p.y / this.tolerance)
    for (let x = cx - 1; x <= cx + 1; x++)
      for (let y = cy - 1; y <= cy + 1; y++)
        for (const i of this.cells.get(`${x} ${y}`) ?? []) {
          const q = this.points[i]
          if (q && distance(p, q) <= this.tolerance) return i
        }
    const index = this.points.push(p) - 1
    const key = `${cx} ${cy}`
    const cell = this.cells.get(key)
    if (cell) cell.push(index)
    else this.cells.set(key, [index])
    return index
  }
}

/**
 * Finds the closed loops of a drawing and what lies inside what.
 * @param strokes lines as they came, mm
 * @param joinMm ends this close are joined
 */
export function findOutline(strokes: readonly Stroke[], joinMm: number): Outline {
  const problems: Problem[] = []
  const { edges, nodes } = toEdges(strokes, joinMm, problems)
  const { loops, open } = chain(edges, nodes, problems)
  const sound = loops.filter((l) => l.length > 2 && Math.abs(signedArea(l)) > SPECK_MM2)
  if (sound.length < loops.length)
    problems.push({
      rank: 'note',
      code: 'specks',
      text: `${loops.length - sound.length} specks without any area are left out.`,
    })
  for (const line of open.slice(0, MOST_SHOWN)) {
    const [from, to] = [line[0], line.at(-1)]
    if (from && to)
      problems.push({
        rank: 'stop',
        code: 'open-end',
        text: `A line does not close: ${distance(from, to).toFixed(2)} mm are missing. Close it, or join wider than ${joinMm} mm.`,
        at: to,
      })
  }
  crossings(sound, problems)
  return { parts: nest(sound, problems), open, problems, stretches: edges.length }
}

/** All stretches once: doubles and lines that lie on one another are taken together, and named. */
function toEdges(strokes: readonly Stroke[], joinMm: number, problems: Problem[]) {
  const nodes = new Nodes(Math.max(joinMm, 1e-6))
  const seen = new Map<string, Edge>()
  let doubles = 0
  let doubleAt: Point | undefined
  for (const stroke of strokes) {
    const ids = stroke.points.map((p) => nodes.of(p))
    if (stroke.closed && ids[0] !== undefined) ids.push(ids[0])
    for (let i = 1; i < ids.length; i++) {
      const [a, b] = [ids[i - 1] as number, ids[i] as number]
      if (a === b) continue
      const key = a < b ? `${a} ${b}` : `${b} ${a}`
      if (seen.has(key)) {
        doubles++
        doubleAt ??= nodes.points[a]
      } else seen.set(key, { a, b, used: false })
    }
  }
  if (doubles > 0 && doubleAt)
    problems.push({
      rank: 'mind',
      code: 'double-lines',
      text: `${doubles} lines are drawn twice; each is cut once.`,
      at: doubleAt,
    })
  const edges = mergeOverlaps([...seen.values()], nodes, problems)
  return { edges, nodes }
}

/** Straight lines that lie partly on one another: each stretch between their ends is kept once. */
function mergeOverlaps(edges: Edge[], nodes: Nodes, problems: Problem[]): Edge[] {
  const byLine = new Map<string, Edge[]>()
  for (const e of edges) {
    const [p, q] = [nodes.points[e.a] as Point, nodes.points[e.b] as Point]
    const length = distance(p, q)
    let [dx, dy] = [(q.x - p.x) / length, (q.y - p.y) / length]
    if (dx < -1e-9 || (Math.abs(dx) <= 1e-9 && dy < 0)) [dx, dy] = [-dx, -dy]
    const key = `${Math.round(Math.atan2(dy, dx) * 2e4)} ${Math.round((p.x * dy - p.y * dx) * 20)}`
    const line = byLine.get(key)
    if (line) line.push(e)
    else byLine.set(key, [e])
  }
  const kept: Edge[] = []
  let overlaps = 0
  let where: Point | undefined
  for (const line of byLine.values()) {
    const [first] = line
    if (line.length === 1 || !first) {
      kept.push(...line)
      continue
    }
    const [p, q] = [nodes.points[first.a] as Point, nodes.points[first.b] as Point]
    const length = distance(p, q)
    const along = (n: number) => {
      const r = nodes.points[n] as Point
      return ((r.x - p.x) * (q.x - p.x) + (r.y - p.y) * (q.y - p.y)) / length
    }
    const spans = line
      .map((e) => (along(e.a) < along(e.b) ? [e.a, e.b] : [e.b, e.a]) as [number, number])
      .sort((m, n) => along(m[0]) - along(n[0]))
    let reach = -Infinity
    let overlapping = false
    for (const [a, b] of spans) {
      if (along(a) < reach - 1e-6) overlapping = true
      reach = Math.max(reach, along(b))
    }
    if (!overlapping) {
      kept.push(...line)
      continue
    }
    overlaps++
    where ??= p
    const stops = [...new Set(spans.flat())].sort((m, n) => along(m) - along(n))
    for (let i = 1; i < stops.length; i++) {
      const [a, b] = [stops[i - 1] as number, stops[i] as number]
      if (spans.some(([s, e]) => along(s) <= along(a) + 1e-9 && along(e) >= along(b) - 1e-9))
        kept.push({ a, b, used: false })
    }
  }
  if (overlaps > 0 && where)
    problems.push({
      rank: 'mind',
      code: 'overlapping-lines',
      text: `In ${overlaps} places lines lie partly on one another; each stretch is cut once.`,
      at: where,
    })
  return kept
}

/** Walks from stretch to stretch; at a point where more than two meet it turns as sharply left as it can. */
function chain(edges: readonly Edge[], nodes: Nodes, problems: Problem[]) {
  const at: Edge[][] = nodes.points.map(() => [])
  for (const e of edges) {
    at[e.a]?.push(e)
    at[e.b]?.push(e)
  }
  const forks = at.flatMap((list, i) => (list.length > 2 ? [i] : []))
  const [fork] = forks
  if (fork !== undefined)
    problems.push({
      rank: 'mind',
      code: 'forks',
      text: `At ${forks.length} points more than two lines meet. Look whether the loops are the ones that you mean.`,
      at: nodes.points[fork] as Point,
    })
  const other = (e: Edge, n: number) => (e.a === n ? e.b : e.a)
  const angle = (from: number, to: number) => {
    const [p, q] = [nodes.points[from] as Point, nodes.points[to] as Point]
    return Math.atan2(q.y - p.y, q.x - p.x)
  }
  const next = (before: number, n: number): Edge | undefined => {
    const free = (at[n] ?? []).filter((e) => !e.used)
    if (free.length < 2) return free[0]
    const back = angle(n, before)
    const turned = (e: Edge) => {
      const t = (back - angle(n, other(e, n))) % (2 * Math.PI)
      return t <= 1e-9 ? t + 2 * Math.PI : t
    }
    return free.sort((d, e) => turned(d) - turned(e))[0]
  }
  const loops: Point[][] = []
  const open: Point[][] = []
  const follow = (start: number): number[] => {
    const way = [start]
    for (let before = -1, n = start; ;) {
      const e = before < 0 ? (at[n] ?? []).find((x) => !x.used) : next(before, n)
      if (!e) return way
      e.used = true
      before = n
      n = other(e, n)
      way.push(n)
      if (n === start) return way
    }
  }
  const keep = (way: readonly number[]) => {
    if (way.length < 2) return
    const points = way.map((n) => nodes.points[n] as Point)
    if (way[0] === way.at(-1)) loops.push(points.slice(0, -1))
    else open.push(points)
  }
  // loose ends first, so that an open line is walked from its end
  at.forEach((list, n) => {
    if (list.length % 2 === 1) while (list.some((e) => !e.used)) keep(follow(n))
  })
  at.forEach((list, n) => {
    while (list.some((e) => !e.used)) keep(follow(n))
  })
  return { loops, open }
}

/** Loops that cross themselves or one another, by a grid over the drawing. */
function crossings(loops: readonly Loop[], problems: Problem[]): void {
  const stretches = loops.flatMap((loop, l) =>
    loop.map((a, i) => ({ l, i, n: loop.length, a, b: loop[(i + 1) % loop.length] as Point })),
  )
  const box = boxOf(loops.flat())
  const cell = Math.max(
    1e-3,
    Math.hypot(box.maxX - box.minX, box.maxY - box.minY) / Math.max(1, Math.sqrt(stretches.length)),
  )
  const grid = new Map<string, (typeof stretches)[number][]>()
  const found = new Set<string>()
  for (const s of stretches) {
    const b = boxOf([s.a, s.b])
    for (let x = Math.floor(b.minX / cell); x <= Math.floor(b.maxX / cell); x++)
      for (let y = Math.floor(b.minY / cell); y <= Math.floor(b.maxY / cell); y++) {
        const key = `${x} ${y}`
        const here = grid.get(key)
        for (const t of here ?? []) {
          if (s.l === t.l && (Math.abs(s.i - t.i) === 1 || Math.abs(s.i - t.i) === s.n - 1)) continue
          const p = crossing(s.a, s.b, t.a, t.b)
          if (!p) continue
          const at = `${p.x.toFixed(3)} ${p.y.toFixed(3)}`
          if (found.has(at)) continue
          found.add(at)
          if (found.size <= MOST_SHOWN)
            problems.push(
              s.l === t.l
                ? { rank: 'stop', code: 'self-crossing', text: 'The line crosses itself here.', at: p }
                : {
                    rank: 'stop',
                    code: 'loops-cross',
                    text: 'Two loops cross here: neither lies inside the other.',
                    at: p,
                  },
            )
        }
        if (here) here.push(s)
        else grid.set(key, [s])
      }
  }
}

/** Which loop lies in which: those in none, or in an even number, are parts; the others are holes in them. */
function nest(loops: readonly Loop[], problems: Problem[]): Part[] {
  const boxes = loops.map((l) => boxOf(l))
  const within = (a: Box, b: Box) =>
    a.minX >= b.minX - 1e-9 && a.maxX <= b.maxX + 1e-9 && a.minY >= b.minY - 1e-9 && a.maxY <= b.maxY + 1e-9
  const area = loops.map((l) => Math.abs(signedArea(l)))
  const around = loops.map((loop, i) =>
    loops.flatMap((outer, j) => {
      if (i === j || (area[j] ?? 0) <= (area[i] ?? 0)) return []
      if (!within(boxes[i] as Box, boxes[j] as Box)) return []
      return inside(loop[0] as Point, outer) ? [j] : []
    }),
  )
  const turned = (loop: Loop, left: boolean): Loop =>
    signedArea(loop) > 0 === left ? loop : [...loop].reverse()
  const parts = new Map<number, { outside: Loop; holes: Loop[] }>()
  loops.forEach((loop, i) => {
    if ((around[i]?.length ?? 0) % 2 === 0) parts.set(i, { outside: turned(loop, true), holes: [] })
  })
  loops.forEach((loop, i) => {
    const outer = around[i] ?? []
    if (outer.length % 2 === 0) return
    // the smallest part around it
    const [owner] = outer.filter((j) => parts.has(j)).sort((a, b) => (area[a] ?? 0) - (area[b] ?? 0))
    if (owner !== undefined) parts.get(owner)?.holes.push(turned(loop, false))
  })
  const deep = around.findIndex((a) => a.length >= 2)
  if (deep >= 0)
    problems.push({
      rank: 'mind',
      code: 'part-in-hole',
      text: 'A part lies inside a hole of another. It is cut before that hole, or it falls with the waste.',
      at: (loops[deep] as Loop)[0] as Point,
    })
  return [...parts.values()]
}
