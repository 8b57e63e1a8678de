import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readCut } from '../cut/index.ts'
import { outlineTemplate, templatesOf } from './template.ts'
import { FOOT_MM, MARGIN_MM, MOST_SHEETS, OVERLAP_MM, PAPERS, tile } from './tile.ts'

describe('tiling', () => {
  const size = fc.double({ min: 1, max: 1200, noNaN: true })
  it('covers the whole drawing, each sheet overlapping the next', () => {
    fc.assert(
      fc.property(fc.constantFrom('a4', 'letter'), size, size, (paper, width, height) => {
        const t = tile(paper, width, height)
        if (!t) return
        expect(t.sheets).toHaveLength(t.columns * t.rows)
        expect(t.columns * t.rows).toBeLessThanOrEqual(MOST_SHEETS)
        for (const [span, count, one] of [
          [width, t.columns, t.width],
          [height, t.rows, t.height],
        ] as const) {
          expect(count * (one - OVERLAP_MM) + OVERLAP_MM).toBeGreaterThanOrEqual(span - 1e-6)
          // one sheet fewer would not do
          if (count > 1) expect((count - 1) * (one - OVERLAP_MM) + OVERLAP_MM).toBeLessThan(span)
        }
        const right = t.sheets.filter((s) => s.column === 1 && s.row === 0)
        for (const s of right) expect(t.width - s.x).toBeCloseTo(OVERLAP_MM, 9)
      }),
    )
  })
  it('keeps the margin and the foot free on both papers', () => {
    for (const paper of ['a4', 'letter'] as const) {
      const t = tile(paper, 10, 10)
      expect(t?.width).toBeCloseTo(PAPERS[paper].width - 2 * MARGIN_MM, 9)
      expect(t?.height).toBeCloseTo(PAPERS[paper].height - 2 * MARGIN_MM - FOOT_MM, 9)
    }
  })
  it('gives up where nobody would glue', () => {
    expect(tile('a4', 20_000, 20_000)).toBeUndefined()
  })
})

/** Radii of the run and of the branch's bore below, mm. */
const [RUN, BORE] = [84, 24]
type Vector = readonly [number, number, number]
const crossed = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]

describe('templates', () => {
  const of = (work: Record<string, unknown>, kerf = 0.002) => {
    const read = readCut({
      kind: 'cut',
      work: { metal: 'low-carbon-steel', thickness: '6 mm', ...work },
      rig: { fuel: 'acetylene' },
    })
    if (!read.ok) throw new Error(JSON.stringify(read.errors))
    return templatesOf(read.request.work, kerf)
  }
  const span = (points: readonly { x: number; y: number }[], axis: 'x' | 'y') =>
    Math.max(...points.map((p) => p[axis])) - Math.min(...points.map((p) => p[axis]))
  it('are true to size: the edge as wide as the hole, the way a kerf narrower', () => {
    const [hole] = of({ shape: 'hole', diameter: '100 mm' })
    const edge = hole?.lines.find((l) => l.kind === 'edge')?.points ?? []
    const torch = hole?.lines.find((l) => l.kind === 'torch')?.points ?? []
    expect(span(edge, 'x')).toBeCloseTo(100, 6)
    expect(span(torch, 'x')).toBeCloseTo(98, 6)
    const [disc] = of({ shape: 'disc', diameter: '100 mm' })
    expect(span(disc?.lines.find((l) => l.kind === 'torch')?.points ?? [], 'x')).toBeCloseTo(102, 6)
    const [slot] = of({ shape: 'slot', length: '120 mm', width: '30 mm' })
    expect(span(slot?.lines[0]?.points ?? [], 'x')).toBeCloseTo(120, 6)
    expect(span(slot?.lines[0]?.points ?? [], 'y')).toBeCloseTo(30, 6)
  })
  it('lie wholly inside what they say they measure', () => {
    for (const work of [
      { shape: 'hole', diameter: '3 in' },
      { shape: 'slot', length: '8 in', width: '1 in' },
      { shape: 'pipe', diameter: '114 mm', pipeCut: 'mitre', pipeAngle: '22.5 deg' },
      { shape: 'pipe', diameter: '60 mm', pipeCut: 'saddle', runDiameter: '168 mm', pipeAngle: '60 deg' },
    ])
      for (const t of of(work))
        for (const p of t.lines.flatMap((l) => l.points)) {
          expect(p.x).toBeGreaterThan(0)
          expect(p.y).toBeGreaterThan(0)
          expect(p.x).toBeLessThan(t.width)
          expect(p.y).toBeLessThan(t.height)
        }
  })
  it('of a saddle are two: round the branch, and the opening in the run', () => {
    const both = of({ shape: 'pipe', diameter: '60 mm', pipeCut: 'saddle', runDiameter: '168 mm' })
    expect(both.map((t) => t.name)).toEqual(['wrap round the branch', 'opening in the run'])
    expect(span(both[0]?.lines[0]?.points ?? [], 'x')).toBeCloseTo(Math.PI * 60, 6)
    // a tee: as long along the run as the bore is wide
    expect(span(both[1]?.lines[0]?.points ?? [], 'y')).toBeCloseTo(48, 1)
  })
  it('show their way up, their degrees, where to fold, and of a wrap its seam', () => {
    const told = (work: Record<string, unknown>) =>
      of(work).map((t) => [
        t.words.map((w) => w.text).join('; '),
        t.lines.filter((l) => l.kind === 'fold').length,
      ])
    expect(told({ shape: 'hole', diameter: '100 mm' })).toEqual([['0°; 90°; 180°; 270°', 2]])
    const saddle = told({ shape: 'pipe', diameter: '60 mm', pipeCut: 'saddle', runDiameter: '168 mm' })
    expect(saddle[0]?.[0]).toContain('0°; 90°; 180°; 270°; 360°; seam: edge to edge')
    expect(saddle[0]?.[0]).toContain('this way up: the cut end')
    expect(saddle[0]?.[1]).toBe(3)
    expect(saddle[1]?.[0]).toContain('0°, along the crown of the run; 90°')
    const square = [
      {
        kind: 'edge' as const,
        closed: true,
        points: [
          { x: 0, y: 0 },
          { x: 40, y: 0 },
          { x: 40, y: 40 },
        ],
      },
    ]
    expect(outlineTemplate(square).words.map((w) => w.text)).toEqual(['this way up'])
  })
  it('of a saddle fit each other: both laid print outward, each point of the branch meets its own on the run', () => {
    fc.assert(
      fc.property(fc.integer({ min: -15, max: 15 }), fc.integer({ min: 40, max: 90 }), (offset, degrees) => {
        const [wrap, opening] = of({
          shape: 'pipe',
          diameter: '60 mm',
          pipeCut: 'saddle',
          runDiameter: '168 mm',
          pipeAngle: `${degrees} deg`,
          offset: `${offset} mm`,
        })
        const edge = (t: typeof wrap) => t?.lines.find((l) => l.kind === 'edge')?.points ?? []
        const folds = opening?.lines.filter((l) => l.kind === 'fold') ?? []
        const crown = { x: folds[1]?.points[0]?.x ?? 0, y: folds[0]?.points[0]?.y ?? 0 }
        // the run lies along y, its crown up along z: paper with its print outward has x along y × z
        const onRun = edge(opening).map((p) => {
          const turn = (p.x - crown.x) / RUN
          return [RUN * Math.sin(turn), p.y - crown.y, RUN * Math.cos(turn)] as const
        })
        const lean = (degrees * Math.PI) / 180
        const axis: Vector = [0, Math.cos(lean), Math.sin(lean)]
        const over: Vector = [0, Math.sin(lean), -Math.cos(lean)]
        const down: Vector = [0, -axis[1], -axis[2]]
        // on the branch up on the paper is down the branch; right, up and outward are right-handed
        const right = crossed(down, over)
        const line = edge(wrap)
        const [from, to] = [Math.min(...line.map((p) => p.x)), Math.max(...line.map((p) => p.x))]
        const radial = (x: number) => {
          const turn = (2 * Math.PI * (x - from)) / (to - from)
          return over.map((o, i) => BORE * (Math.cos(turn) * o + Math.sin(turn) * (right[i] ?? 0)))
        }
        // how far up the branch the first point lies, by the opening; then all others must
        const first = (onRun[0]?.[1] ?? 0) * axis[1] + (onRun[0]?.[2] ?? 0) * axis[2]
        onRun.forEach((seat, n) => {
          const { x, y } = line[n] ?? { x: 0, y: 0 }
          const along = first - (y - (line[0]?.y ?? 0))
          const at = radial(x).map((v, i) => v + along * (axis[i] ?? 0) + (i === 0 ? offset : 0))
          at.forEach((v, i) => {
            expect(v).toBeCloseTo(seat[i] ?? NaN, 4)
          })
        })
      }),
      { numRuns: 40 },
    )
  })
  it('are none for what is marked with a rule, or for a branch that misses', () => {
    expect(of({ shape: 'straight', length: '1 ft' })).toEqual([])
    expect(of({ shape: 'pipe', diameter: '60 mm', pipeCut: 'saddle', runDiameter: '40 mm' })).toEqual([])
  })
})
