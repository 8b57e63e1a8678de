import {
  boxOf,
  distance,
  inside,
  nearestOnLoop,
  perimeter,
  type Box,
  type Loop,
  type Point,
} from './geometry.ts'
import type { KerfLoop } from './kerf-path.ts'
import type { Part } from './loops.ts'

/** Bridges left in an outside cut, so that the part stays: how long, and how far apart at most, mm. */
export interface Tabs {
  readonly lengthMm: number
  readonly everyMm: number
}

/** One cut in its turn: pierced, run in, and along. mm */
export interface OrderedCut {
  readonly kind: 'hole' | 'outside'
  readonly part: number
  readonly pierce: Point
  /** From the pierce to where the way begins. */
  readonly runIn: readonly [Point, Point]
  /** The way, in pieces between tabs; a single closed piece ends where it began. */
  readonly stretches: readonly (readonly Point[])[]
  /** Middle of each tab. */
  readonly tabs: readonly Point[]
}

/** Cuts as close to the one before as this begin on hot metal, mm. */
const HEAT_MM = 60
const STARTS_TRIED = 24
/** A plate shorter round than this many tabs' distance gets none. */
const LEAST_TABS = 2

/**
 * Puts the cuts into order: holes before the outside of their part, the largest part last, and each begun away from
 * the one before where it can be, since that place is hot.
 * @param runInMm from the pierce to the line, at least
 */
export function orderCuts(
  parts: readonly Part[],
  loops: readonly KerfLoop[],
  runInMm: number,
  tabs: Tabs | undefined,
): readonly OrderedCut[] {
  const boxes = parts.map((p) => boxOf(p.outside))
  const waiting = loops.map((l) => ({ ...l, start: startOf(l, parts, boxes, runInMm) }))
  const sizes = parts.map((p) => perimeter(p.outside))
  const size = (part: number) => sizes[part] ?? 0
  const largest = parts.reduce((best, _, i) => (size(i) > size(best) ? i : best), 0)
  const holesLeft = parts.map((_, i) => loops.filter((l) => l.kind === 'hole' && l.part === i).length)
  const done: OrderedCut[] = []
  let at: Point = { x: 0, y: 0 }
  while (waiting.length > 0) {
    const ready = waiting.filter(
      (l) => l.kind === 'hole' || (holesLeft[l.part] === 0 && (l.part !== largest || waiting.length === 1)),
    )
    const from = ready.length > 0 ? ready : waiting
    const away = done.length === 0 ? from : from.filter((l) => distance(l.start.pierce, at) >= HEAT_MM)
    const near = (l: (typeof waiting)[number]) => distance(l.start.pierce, at)
    const [next] = (away.length > 0 ? away : from).sort((a, b) => near(a) - near(b))
    if (!next) break
    waiting.splice(waiting.indexOf(next), 1)
    if (next.kind === 'hole') holesLeft[next.part] = (holesLeft[next.part] ?? 1) - 1
    const cut = toCut(next, next.start, tabs)
    done.push(cut)
    at = cut.stretches.at(-1)?.at(-1) ?? next.start.pierce
  }
  return done
}

const closeTo = (p: Point, box: Box, mm: number) =>
  p.x > box.minX - mm && p.x < box.maxX + mm && p.y > box.minY - mm && p.y < box.maxY + mm

interface Start {
  readonly pierce: Point
  readonly begin: Point
  readonly index: number
}

/** Where a way is pierced: in the waste, away from the line, and not in a part. */
function startOf(l: KerfLoop, parts: readonly Part[], boxes: readonly Box[], runInMm: number): Start {
  if (l.kind === 'hole') return insideStart(l.loop, runInMm)
  const { loop } = l
  let best: (Start & { room: number }) | undefined
  const step = Math.max(1, Math.floor(loop.length / STARTS_TRIED))
  for (let i = 0; i < loop.length; i += step) {
    const a = loop[i] as Point
    const b = loop[(i + 1) % loop.length] as Point
    const length = distance(a, b)
    if (length < 1e-6) continue
    const begin = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
    // anticlockwise: the outside is on the right
    const out = { x: (b.y - a.y) / length, y: (a.x - b.x) / length }
    const pierce = { x: begin.x + out.x * runInMm, y: begin.y + out.y * runInMm }
    const near = parts.filter((_, n) => closeTo(pierce, boxes[n] as Box, 2 * runInMm))
    if (near.some((p) => inside(pierce, p.outside) && !p.holes.some((h) => inside(pierce, h)))) continue
    const room = Math.min(
      ...near.map((p) => (p.outside === l.edge ? Infinity : nearestOnLoop(pierce, p.outside).distance)),
      // a straight stretch begins better than a corner; beyond that more room does not help
      length + runInMm,
      2 * runInMm,
    )
    if (!best || room > best.room + 1e-9) best = { pierce, begin, index: i, room }
  }
  const [a, b] = [loop[0] as Point, loop[1] as Point]
  return best ?? { pierce: a, begin: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, index: 0 }
}

function insideStart(loop: Loop, runInMm: number): Start {
  const middle = deepest(loop)
  const near = nearestOnLoop(middle, loop)
  const room = near.distance
  const share = room === 0 ? 0 : Math.min(1, runInMm / room)
  return {
    pierce: {
      x: near.at.x + (middle.x - near.at.x) * share,
      y: near.at.y + (middle.y - near.at.y) * share,
    },
    begin: near.at,
    index: near.index,
  }
}

/** A point well inside a loop: the best of a grid, then finer round it. */
function deepest(loop: Loop): Point {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const p of loop) {
    minX = Math.min(minX, p.x)
    minY = Math.min(minY, p.y)
    maxX = Math.max(maxX, p.x)
    maxY = Math.max(maxY, p.y)
  }
  let best: Point = loop[0] as Point
  let room = -1
  let [cx, cy, w, h] = [(minX + maxX) / 2, (minY + maxY) / 2, (maxX - minX) / 2, (maxY - minY) / 2]
  for (let round = 0; round < 3; round++) {
    for (let i = -3; i <= 3; i++)
      for (let j = -3; j <= 3; j++) {
        const p = { x: cx + (i / 3.5) * w, y: cy + (j / 3.5) * h }
        if (!inside(p, loop)) continue
        const d = nearestOnLoop(p, loop).distance
        if (d > room) {
          room = d
          best = p
        }
      }
    ;[cx, cy, w, h] = [best.x, best.y, w / 3, h / 3]
  }
  return best
}

function toCut(l: KerfLoop, start: Start, tabs: Tabs | undefined): OrderedCut {
  const { loop } = l
  const round: Point[] = [start.begin]
  for (let n = 1; n <= loop.length; n++) round.push(loop[(start.index + n) % loop.length] as Point)
  round.push(start.begin)
  const bridged = l.kind === 'outside' && tabs ? withTabs(round, tabs) : { stretches: [round], at: [] }
  return {
    kind: l.kind,
    part: l.part,
    pierce: start.pierce,
    runIn: [start.pierce, start.begin],
    stretches: bridged.stretches,
    tabs: bridged.at,
  }
}

/** Leaves out a tab at the end of each of equal lengths of the way. */
function withTabs(way: readonly Point[], tabs: Tabs): { stretches: Point[][]; at: Point[] } {
  let whole = 0
  for (let i = 1; i < way.length; i++) whole += distance(way[i - 1] as Point, way[i] as Point)
  const count = Math.ceil(whole / tabs.everyMm)
  if (count < LEAST_TABS || count * tabs.lengthMm > whole / 2) return { stretches: [[...way]], at: [] }
  const every = whole / count
  const stretches: Point[][] = []
  const at: Point[] = []
  for (let n = 0; n < count; n++) {
    const to = (n + 1) * every - tabs.lengthMm
    stretches.push(between(way, n * every, to))
    at.push(between(way, to + tabs.lengthMm / 2, to + tabs.lengthMm / 2)[0] as Point)
  }
  return { stretches, at }
}

/** The part of a way between two lengths along it. */
function between(way: readonly Point[], from: number, to: number): Point[] {
  const out: Point[] = []
  let along = 0
  for (let i = 1; i < way.length; i++) {
    const [a, b] = [way[i - 1] as Point, way[i] as Point]
    const length = distance(a, b)
    const point = (t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })
    const [start, end] = [along, along + length]
    if (length > 0 && end >= from && start <= to) {
      if (out.length === 0) out.push(point(Math.max(0, (from - start) / length)))
      if (end >= to) {
        out.push(point((to - start) / length))
        return out
      }
      out.push(b)
    }
    along = end
  }
  return out
}
