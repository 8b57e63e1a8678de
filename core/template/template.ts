import { branchOf, pipeTemplate } from '../cut/route.ts'
import { armRadius } from '../cut/shapes.ts'
import type { CutWork } from '../cut/types.ts'
import { openingTemplate } from '../cut/pipe-template.ts'

/** A point of a template, mm, y up. */
export interface At {
  readonly x: number
  readonly y: number
}

/** A line of a template: the finished edge, the way of the torch, or a help to lay it on. mm */
export interface TemplateLine {
  readonly kind: 'edge' | 'torch' | 'help'
  readonly points: readonly At[]
  readonly closed: boolean
}

/** A drawing to be printed at its true size. mm */
export interface Template {
  readonly name: string
  readonly lines: readonly TemplateLine[]
  readonly width: number
  readonly height: number
}

const MM = 1000
/** Free space round a template, mm. */
const ROUND_MM = 6

const circle = (r: number, n = 180): At[] =>
  Array.from({ length: n }, (_, i) => ({
    x: r * Math.cos((2 * Math.PI * i) / n),
    y: r * Math.sin((2 * Math.PI * i) / n),
  }))

const stadium = (straight: number, r: number): At[] => {
  const half = straight / 2
  const arc = (from: number, cx: number) =>
    Array.from({ length: 61 }, (_, i) => ({
      x: cx + r * Math.cos(from + (Math.PI * i) / 60),
      y: r * Math.sin(from + (Math.PI * i) / 60),
    }))
  return [...arc(-Math.PI / 2, half), ...arc(Math.PI / 2, -half)]
}

/** Moves lines so that they begin near nought, and measures them. */
export function asTemplate(name: string, lines: readonly TemplateLine[]): Template {
  const all = lines.flatMap((l) => l.points)
  const low = { x: Math.min(...all.map((p) => p.x)), y: Math.min(...all.map((p) => p.y)) }
  const moved = lines.map((l) => ({
    ...l,
    points: l.points.map((p) => ({ x: p.x - low.x + ROUND_MM, y: p.y - low.y + ROUND_MM })),
  }))
  const points = moved.flatMap((l) => l.points)
  return {
    name,
    lines: moved,
    width: Math.max(...points.map((p) => p.x)) + ROUND_MM,
    height: Math.max(...points.map((p) => p.y)) + ROUND_MM,
  }
}

const cross = (size: number): TemplateLine[] => [
  {
    kind: 'help',
    closed: false,
    points: [
      { x: -size, y: 0 },
      { x: size, y: 0 },
    ],
  },
  {
    kind: 'help',
    closed: false,
    points: [
      { x: 0, y: -size },
      { x: 0, y: size },
    ],
  },
]

/**
 * The templates that a piece can be marked by: holes, discs, slots, and the wrap-round lines of pipes.
 * @param kerfM for the way of the torch
 * @returns none for a shape that is marked with a rule
 */
export function templatesOf(work: CutWork, kerfM: number): readonly Template[] {
  const kerf = kerfM * MM
  const radius = ((work.diameterM ?? 0) * MM) / 2
  if (work.shape === 'hole' || work.shape === 'disc')
    return [
      asTemplate(`${work.shape} ${(2 * radius).toFixed(1)} mm`, [
        { kind: 'edge', closed: true, points: circle(radius) },
        {
          kind: 'torch',
          closed: true,
          points: circle(Math.max(0.1, armRadius(work.shape, radius, kerf))),
        },
        ...cross(radius + 4),
      ]),
    ]
  if (work.shape === 'slot') {
    const width = (work.widthM ?? 0) * MM
    const straight = Math.max(0, work.lengthM * MM - width)
    return [
      asTemplate('slot', [
        { kind: 'edge', closed: true, points: stadium(straight, width / 2) },
        { kind: 'torch', closed: true, points: stadium(straight, Math.max(0.1, (width - kerf) / 2)) },
        ...cross(width / 2 + 4),
      ]),
    ]
  }
  return work.shape === 'pipe' ? pipeTemplates(work) : []
}

function pipeTemplates(work: CutWork): Template[] {
  const wrap = pipeTemplate(work)
  const { pipe } = work
  if (!wrap || !pipe) return []
  const round = wrap.circumferenceM * MM
  const base = -30
  const line: TemplateLine = {
    kind: 'edge',
    closed: false,
    points: wrap.points.map((p) => ({ x: p.x * MM, y: p.y * MM })),
  }
  const frame: TemplateLine = {
    kind: 'help',
    closed: false,
    points: [
      { x: 0, y: (wrap.points[0]?.y ?? 0) * MM },
      { x: 0, y: base },
      { x: round, y: base },
      { x: round, y: (wrap.points.at(-1)?.y ?? 0) * MM },
    ],
  }
  const quarters = [1, 2, 3].map((n): TemplateLine => ({
    kind: 'help',
    closed: false,
    points: [
      { x: (round * n) / 4, y: base },
      { x: (round * n) / 4, y: base + 8 },
    ],
  }))
  const templates = [
    asTemplate(`wrap round the ${pipe.cut === 'saddle' ? 'branch' : 'pipe'}`, [line, frame, ...quarters]),
  ]
  const branch = branchOf(work)
  const opening = branch && openingTemplate(branch)
  if (opening)
    templates.push(
      asTemplate('opening in the run', [
        {
          kind: 'edge',
          closed: true,
          points: opening.slice(0, -1).map((p) => ({ x: p.x * MM, y: p.y * MM })),
        },
        ...cross(Math.max(...opening.map((p) => Math.abs(p.x * MM))) + 6),
      ]),
    )
  return templates
}
