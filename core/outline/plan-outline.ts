import { pierceDistance } from '../cut/shapes.ts'
import type { Problem, Stroke } from './drawing.ts'
import { boxOf, distance, perimeter, signedArea, type Box, type Point } from './geometry.ts'
import { kerfLoops, type KerfLoop } from './kerf-path.ts'
import { findOutline, JOIN_MM, type Part } from './loops.ts'
import { orderCuts, type OrderedCut, type Tabs } from './order.ts'

/** How an outline is to be cut. mm */
export interface OutlineAsked {
  readonly kerfMm: number
  readonly thicknessMm: number
  readonly joinMm?: number
  readonly tabs?: Tabs | undefined
}

/** An outline ready to be cut. mm and mm² */
export interface OutlinePlan {
  readonly parts: readonly Part[]
  readonly open: readonly (readonly Point[])[]
  readonly loops: readonly KerfLoop[]
  readonly cuts: readonly OrderedCut[]
  readonly problems: readonly Problem[]
  readonly box: Box
  /** Of the finished parts, holes taken out. */
  readonly areaMm2: number
  /** All edges of the finished parts. */
  readonly edgeMm: number
  /** Under the flame with the lever down: ways and run-ins. */
  readonly cutMm: number
  /** From one end to the next pierce, lever up. */
  readonly travelMm: number
  readonly pierces: number
  readonly stretches: number
}

const along = (points: readonly Point[]) =>
  points.slice(1).reduce((sum, p, i) => sum + distance(points[i] as Point, p), 0)

/** How far one cut goes with the lever down, its run-in and every stretch, mm. */
export const wayOf = ({ runIn, stretches }: Pick<OrderedCut, 'runIn' | 'stretches'>): number =>
  distance(...runIn) + stretches.reduce((sum, s) => sum + along(s), 0)

const RANK = { stop: 0, mind: 1, note: 2 } as const

/**
 * Plans an outline: loops, what is a part and what a hole, the kerf's middle, pierces, order, tabs, lengths. What is
 * wrong is named with its place; the rest is planned all the same.
 * @param strokes lines as read, mm
 */
export function planOutline(
  strokes: readonly Stroke[],
  asked: OutlineAsked,
  before: readonly Problem[] = [],
): OutlinePlan {
  const outline = findOutline(strokes, asked.joinMm ?? JOIN_MM)
  const { loops, problems } = kerfLoops(outline.parts, asked.kerfMm)
  const cuts = orderCuts(outline.parts, loops, pierceDistance(asked.thicknessMm / 1000) * 1000, asked.tabs)
  let at: Point | undefined
  let travelMm = 0
  let cutMm = 0
  for (const cut of cuts) {
    if (at) travelMm += distance(at, cut.pierce)
    cutMm += wayOf(cut)
    cut.stretches.forEach((s, i) => {
      const previous = cut.stretches[i - 1]?.at(-1)
      if (previous && s[0]) travelMm += distance(previous, s[0])
    })
    at = cut.stretches.at(-1)?.at(-1) ?? cut.pierce
  }
  const edges = outline.parts.flatMap((p) => [p.outside, ...p.holes])
  const noCut: Problem[] =
    outline.parts.length === 0
      ? [{ rank: 'stop', code: 'no-loop', text: 'No closed loop: there is nothing that would fall out.' }]
      : []
  return {
    parts: outline.parts,
    open: outline.open,
    loops,
    cuts,
    problems: [...before, ...outline.problems, ...problems, ...noCut].sort(
      (a, b) => RANK[a.rank] - RANK[b.rank],
    ),
    box: boxOf(strokes.flatMap((s) => s.points)),
    areaMm2: outline.parts.reduce(
      (sum, p) =>
        sum + Math.abs(signedArea(p.outside)) - p.holes.reduce((h, l) => h + Math.abs(signedArea(l)), 0),
      0,
    ),
    edgeMm: edges.reduce((sum, l) => sum + perimeter(l), 0),
    cutMm,
    travelMm,
    // beginning again after a tab is not a pierce: it starts in the kerf
    pierces: cuts.length,
    stretches: outline.stretches,
  }
}
