import { branchOf, pipeTemplate } from '../cut/route.ts'
import { armRadius } from '../cut/shapes.ts'
import type { CutWork } from '../cut/types.ts'
import { openingTemplate } from '../cut/pipe-template.ts'

/** A point of a template, mm, y up. */
export interface At {
  readonly x: number
  readonly y: number
}

/** A line of a template: the finished edge, the way of the torch, a help to lay it on, or where it is folded. mm */
export interface TemplateLine {
  readonly kind: 'edge' | 'torch' | 'help' | 'fold'
  readonly points: readonly At[]
  readonly closed: boolean
}

/** A word on a template, its middle at `at`, turned a quarter to the left where it is `upright`. mm */
export interface TemplateWord {
  readonly text: string
  readonly at: At
  readonly upright?: boolean
}

/** A drawing to be printed at its true size. mm */
export interface Template {
  readonly name: string
  readonly lines: readonly TemplateLine[]
  readonly words: readonly TemplateWord[]
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

/** Moves lines, and the words on them, so that they begin near nought, and measures them. */
export function asTemplate(
  name: string,
  lines: readonly TemplateLine[],
  words: readonly TemplateWord[] = [],
): Template {
  const all = [...lines.flatMap((l) => l.points), ...words.map((w) => w.at)]
  const low = { x: Math.min(...all.map((p) => p.x)), y: Math.min(...all.map((p) => p.y)) }
  const move = (p: At): At => ({ x: p.x - low.x + ROUND_MM, y: p.y - low.y + ROUND_MM })
  const moved = lines.map((l) => ({ ...l, points: l.points.map(move) }))
  const movedWords = words.map((w) => ({ ...w, at: move(w.at) }))
  const points = [...moved.flatMap((l) => l.points), ...movedWords.map((w) => w.at)]
  return {
    name,
    lines: moved,
    words: movedWords,
    width: Math.max(...points.map((p) => p.x)) + ROUND_MM,
    height: Math.max(...points.map((p) => p.y)) + ROUND_MM,
  }
}

const straight = (kind: TemplateLine['kind'], from: At, to: At): TemplateLine => ({
  kind,
  closed: false,
  points: [from, to],
})

/** Folded along two lines square to each other, it lies on those that are scribed on the plate; degrees go clockwise. */
const cross = (size: number): Pick<Template, 'lines' | 'words'> => ({
  lines: [
    straight('fold', { x: -size, y: 0 }, { x: size, y: 0 }),
    straight('fold', { x: 0, y: -size }, { x: 0, y: size }),
  ],
  words: [
    { text: '0°', at: { x: 4, y: size + 3 } },
    { text: '90°', at: { x: size + 5, y: 4 } },
    { text: '180°', at: { x: 5, y: -size - 3 } },
    { text: '270°', at: { x: -size - 5, y: 4 } },
  ],
})

/** An arrow from its foot, with what lies that way. */
const arrow = (foot: At, text: string): Pick<Template, 'lines' | 'words'> => ({
  lines: [
    straight('help', foot, { x: foot.x, y: foot.y + 14 }),
    {
      kind: 'help',
      closed: false,
      points: [
        { x: foot.x - 2.5, y: foot.y + 10 },
        { x: foot.x, y: foot.y + 14 },
        { x: foot.x + 2.5, y: foot.y + 10 },
      ],
    },
  ],
  words: [{ text, at: { x: foot.x, y: foot.y - 4 } }],
})

/** Lines with the helps that they are laid on by. */
const withHelps = (
  name: string,
  lines: readonly TemplateLine[],
  ...helps: readonly Pick<Template, 'lines' | 'words'>[]
): Template =>
  asTemplate(
    name,
    [...lines, ...helps.flatMap((h) => h.lines)],
    helps.flatMap((h) => h.words),
  )

/** An outline with what shows its way up: it is laid on the plate as it was drawn. */
export function outlineTemplate(lines: readonly TemplateLine[]): Template {
  const points = lines.flatMap((l) => l.points)
  const [left, low] = [Math.min(...points.map((p) => p.x)), Math.min(...points.map((p) => p.y))]
  return withHelps('outline', lines, arrow({ x: left + 14, y: low - 18 }, 'this way up'))
}

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
      withHelps(
        `${work.shape} ${(2 * radius).toFixed(1)} mm`,
        [
          { kind: 'edge', closed: true, points: circle(radius) },
          {
            kind: 'torch',
            closed: true,
            points: circle(Math.max(0.1, armRadius(work.shape, radius, kerf))),
          },
        ],
        cross(radius + 4),
      ),
    ]
  if (work.shape === 'slot') {
    const width = (work.widthM ?? 0) * MM
    const between = Math.max(0, work.lengthM * MM - width)
    return [
      withHelps(
        'slot',
        [
          { kind: 'edge', closed: true, points: stadium(between, width / 2) },
          { kind: 'torch', closed: true, points: stadium(between, Math.max(0.1, (width - kerf) / 2)) },
        ],
        cross(width / 2 + 4),
      ),
    ]
  }
  return work.shape === 'pipe' ? pipeTemplates(work) : []
}

/** How much of the pipe a wrap lies on beyond its line, mm. */
const WRAP_MM = 40

/**
 * A wrap lies on the pipe that is kept, printed side out, with the end that is cut upward: its straight edge is square
 * to the pipe, and its ends meet at 0°. On a branch 0° is the side that leans over the run, and lies at the 0° of the
 * opening.
 */
function pipeTemplates(work: CutWork): Template[] {
  const wrap = pipeTemplate(work)
  const { pipe } = work
  if (!wrap || !pipe) return []
  const round = wrap.circumferenceM * MM
  const rise = wrap.riseM * MM
  // the pipe that is kept lies where the template's own y grows, so that side is down on the paper
  const line = wrap.points.map((p) => ({ x: p.x * MM, y: rise - p.y * MM }))
  const base = -WRAP_MM
  const up = (x: number) => line[Math.round((x / round) * (line.length - 1))]?.y ?? 0
  const ends: readonly TemplateLine[] = [
    straight('help', { x: 0, y: base }, { x: round, y: base }),
    ...[0, round].map((x) => straight('help', { x, y: base }, { x, y: up(x) })),
  ]
  const quarters: Pick<Template, 'lines' | 'words'> = {
    lines: [1, 2, 3].map((n) => {
      const x = (round * n) / 4
      return straight('fold', { x, y: base }, { x, y: up(x) })
    }),
    words: [
      ...[0, 1, 2, 3, 4].map((n) => ({
        text: `${n * 90}°`,
        at: { x: (round * n) / 4 + (n === 4 ? -5 : 5), y: base + 4 },
      })),
      ...[4, round - 4].map((x) => ({
        text: 'seam: edge to edge',
        at: { x, y: base + 22 },
        upright: true,
      })),
    ],
  }
  const branch = branchOf(work)
  const opening = branch && openingTemplate(branch)
  const templates = [
    withHelps(
      `wrap round the ${pipe.cut === 'saddle' ? 'branch' : 'pipe'}`,
      [{ kind: 'edge', closed: false, points: line }, ...ends],
      quarters,
      arrow({ x: round * 0.375, y: base + 17 }, 'this way up: the cut end'),
    ),
  ]
  if (opening) {
    const edge = opening.slice(0, -1).map((p) => ({ x: p.x * MM, y: p.y * MM }))
    const half = Math.max(...edge.flatMap((p) => [Math.abs(p.x), Math.abs(p.y)])) + 6
    templates.push(
      withHelps('opening in the run', [{ kind: 'edge', closed: true, points: edge }], {
        lines: [
          straight('fold', { x: -half, y: 0 }, { x: half, y: 0 }),
          straight('fold', { x: 0, y: -half }, { x: 0, y: half }),
        ],
        // as the branch turns: 0° where it leans to, along the run
        words: [
          { text: '0°, along the crown of the run', at: { x: 28, y: half - 1 } },
          { text: '90°', at: { x: half - 2, y: 4 } },
          { text: '180°', at: { x: 6, y: -half + 1 } },
          { text: '270°', at: { x: -half + 2, y: 4 } },
        ],
      }),
    )
  }
  return templates
}
