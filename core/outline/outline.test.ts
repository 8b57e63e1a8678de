import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  findOutline,
  inside,
  offsetLoop,
  perimeter,
  planOutline,
  readDxf,
  readSvg,
  signedArea,
  toDxf,
  toSvg,
  type Loop,
  type Point,
  type Stroke,
} from './index.ts'

const TOL = { toleranceMm: 0.02 }
const ring = (n: number, r: number, x = 0, y = 0): Loop =>
  Array.from({ length: n }, (_, i) => ({
    x: x + r * Math.cos((2 * Math.PI * i) / n),
    y: y + r * Math.sin((2 * Math.PI * i) / n),
  }))
const box = (w: number, h: number, x = 0, y = 0): Loop => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
]
const closed = (...loops: Loop[]): Stroke[] => loops.map((points) => ({ points, closed: true }))
const line = (a: [number, number], b: [number, number]): Stroke => ({
  points: [
    { x: a[0], y: a[1] },
    { x: b[0], y: b[1] },
  ],
  closed: false,
})
const dxf = (entities: string, header = '9\n$INSUNITS\n70\n4\n') =>
  `0\nSECTION\n2\nHEADER\n${header}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`
const LINE = (x1: number, y1: number, x2: number, y2: number) =>
  `0\nLINE\n8\n0\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}\n`
const CIRCLE = (x: number, y: number, r: number) => `0\nCIRCLE\n8\n0\n10\n${x}\n20\n${y}\n40\n${r}\n`
const read = (text: string, unit?: 'mm' | 'in') => {
  const d = readDxf(text, { ...TOL, unit })
  if (!d.ok) throw new Error(d.message)
  return d
}
const ASKED = { kerfMm: 2, thicknessMm: 10 }
const codes = (strokes: readonly Stroke[], asked = ASKED) =>
  planOutline(strokes, asked).problems.map((p) => p.code)

describe('DXF', () => {
  it('reads lines, arcs, circles and their unit', () => {
    const d = read(dxf(LINE(0, 0, 10, 0) + CIRCLE(5, 5, 2)))
    expect(d.unit).toBe('mm')
    expect(d.strokes).toHaveLength(2)
    expect(Math.abs(signedArea(d.strokes[1]?.points ?? []))).toBeCloseTo(Math.PI * 4, 0)
    const inch = read(dxf(LINE(0, 0, 1, 0), '9\n$INSUNITS\n70\n1\n'))
    expect(inch.strokes[0]?.points[1]?.x).toBeCloseTo(25.4, 9)
  })
  it('asks for the unit when the header has none', () => {
    expect(readDxf(dxf(LINE(0, 0, 1, 0), ''), TOL)).toMatchObject({ ok: false, code: 'units' })
    expect(readDxf(dxf(LINE(0, 0, 1, 0), ''), { ...TOL, unit: 'in' })).toMatchObject({ ok: true, unit: 'in' })
  })
  it('turns a bulge of 1 into a half circle, on the right side', () => {
    const d = read(dxf('0\nLWPOLYLINE\n8\n0\n90\n2\n70\n1\n10\n0\n20\n0\n42\n1\n10\n10\n20\n0\n42\n1\n'))
    const points = d.strokes[0]?.points ?? []
    for (const p of points) expect(Math.hypot(p.x - 5, p.y)).toBeCloseTo(5, 6)
    expect(Math.abs(signedArea(points))).toBeGreaterThan(Math.PI * 25 * 0.99)
    // anticlockwise from (0,0) to (10,0): below the chord first
    expect(points[Math.floor(points.length / 4)]?.y).toBeLessThan(0)
  })
  it('keeps arcs, ellipses and splines within the tolerance', () => {
    const arc = read(dxf('0\nARC\n8\n0\n10\n0\n20\n0\n40\n50\n50\n350\n51\n20\n'))
    const points = arc.strokes[0]?.points ?? []
    points.slice(1).forEach((p, i) => {
      const q = points[i] as Point
      expect(50 - Math.hypot((p.x + q.x) / 2, (p.y + q.y) / 2)).toBeLessThan(0.021)
    })
    expect(points[0]?.y).toBeLessThan(0)
    const ellipse = read(
      dxf('0\nELLIPSE\n8\n0\n10\n0\n20\n0\n11\n20\n21\n0\n40\n0.5\n41\n0\n42\n6.283185307179586\n'),
    )
    expect(Math.abs(signedArea(ellipse.strokes[0]?.points ?? []))).toBeCloseTo(Math.PI * 200, 0)
    const spline = read(
      dxf(
        '0\nSPLINE\n8\n0\n70\n8\n71\n3\n72\n8\n73\n4\n40\n0\n40\n0\n40\n0\n40\n0\n40\n1\n40\n1\n40\n1\n40\n1\n10\n0\n20\n0\n10\n0\n20\n10\n10\n10\n20\n10\n10\n10\n20\n0\n',
      ),
    )
    const curve = spline.strokes[0]?.points ?? []
    // a cubic Bézier: 3/4 of the way up in the middle
    expect(curve[Math.floor(curve.length / 2)]?.y).toBeCloseTo(7.5, 1)
    expect(curve.at(-1)).toMatchObject({ x: 10, y: 0 })
  })
  it('places blocks, and names what it leaves out', () => {
    const text = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n8\n0\n2\nB\n10\n0\n20\n0\n3\nB\n${LINE(0, 0, 1, 0)}0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n8\n0\n2\nB\n10\n5\n20\n5\n50\n90\n41\n2\n0\nTEXT\n8\n0\n10\n0\n20\n0\n40\n1\n1\nhi\n0\nENDSEC\n0\nEOF\n`
    const d = read(text)
    expect(d.strokes[0]?.points[1]?.x).toBeCloseTo(5, 9)
    expect(d.strokes[0]?.points[1]?.y).toBeCloseTo(7, 9)
    expect(d.problems.map((p) => p.code)).toEqual(['left-out'])
  })
  it('ends in a sentence on nonsense, a broken file, an endless block, too many lines', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (text) => {
        const d = readDxf(text, { ...TOL, unit: 'mm' })
        if (!d.ok) expect(d.message.length).toBeGreaterThan(10)
      }),
    )
    const whole = dxf(LINE(0, 0, 10, 0) + CIRCLE(5, 5, 2))
    for (let cut = 1; cut < whole.length; cut += 7) {
      const d = readDxf(whole.slice(0, cut), { ...TOL, unit: 'mm' })
      if (!d.ok) expect(d.message.length).toBeGreaterThan(10)
    }
    const self = `0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n8\n0\n2\nB\n10\n0\n20\n0\n3\nB\n0\nINSERT\n8\n0\n2\nB\n10\n0\n20\n0\n0\nINSERT\n8\n0\n2\nB\n10\n1\n20\n0\n${LINE(0, 0, 1, 0)}0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n8\n0\n2\nB\n10\n0\n20\n0\n0\nENDSEC\n0\nEOF\n`
    expect(readDxf(self, { ...TOL, unit: 'mm' }).ok).toBe(true)
    const many = dxf(Array.from({ length: 2100 }, (_, i) => CIRCLE(i, 0, 4000)).join(''))
    expect(readDxf(many, { toleranceMm: 0.001 })).toMatchObject({ ok: false, code: 'too-large' })
    expect(readDxf(dxf(''), TOL)).toMatchObject({ ok: false, code: 'empty' })
  })
})

describe('SVG', () => {
  const svg = (content: string, size = 'width="100mm" height="50mm" viewBox="0 0 200 100"') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${content}</svg>`
  const strokes = (text: string, unit?: 'mm') => {
    const d = readSvg(text, { ...TOL, unit })
    if (!d.ok) throw new Error(d.message)
    return d.strokes
  }
  it('takes its size from width and viewBox, y up', () => {
    const [rect] = strokes(svg('<rect x="0" y="0" width="200" height="100"/>'))
    expect(Math.abs(signedArea(rect?.points ?? []))).toBeCloseTo(5000, 6)
    expect(Math.min(...(rect?.points ?? []).map((p) => p.y))).toBeCloseTo(-50, 9)
  })
  it('asks for the unit when it has no size', () => {
    expect(readSvg('<svg><rect width="5" height="5"/></svg>', TOL)).toMatchObject({
      ok: false,
      code: 'units',
    })
    expect(
      Math.abs(signedArea(strokes('<svg><rect width="5" height="5"/></svg>', 'mm')[0]?.points ?? [])),
    ).toBeCloseTo(25, 6)
  })
  it('reads every shape, curves and arcs, through nested transforms', () => {
    const all = strokes(
      svg(
        '<g transform="translate(10 0)"><g transform="rotate(90)"><circle cx="20" cy="0" r="10"/></g></g><ellipse rx="10" ry="5"/><line x2="3"/><polyline points="0,0 1,1 2,0"/><polygon points="0,0 4,0 0,4"/><path d="M0 0h10v10h-10z M2 2 C 2 4 4 4 4 2 q 1 -1 2 0 A 3 3 0 0 1 9 2"/><rect width="10" height="6" rx="2"/>',
      ),
    )
    expect(all).toHaveLength(8)
    const circle = all[0]?.points ?? []
    // (20, 0) turned by 90° and moved by 10: (10, 20), halved, y up
    for (const p of circle) expect(Math.hypot(p.x - 5, p.y + 10)).toBeCloseTo(5, 2)
    expect(all.filter((s) => s.closed)).toHaveLength(5)
    expect(Math.abs(signedArea(all[7]?.points ?? []))).toBeCloseTo((60 - (4 - Math.PI) * 4) / 4, 0)
  })
  it('ends in a sentence on nonsense and on nested entities', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        const d = readSvg(`<svg width="1mm">${text}</svg>`, TOL)
        if (!d.ok) expect(d.message.length).toBeGreaterThan(10)
      }),
    )
    const bomb = `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;">]><svg width="1mm"><text>&b;</text></svg>`
    expect(readSvg(bomb, TOL).ok).toBe(false)
    expect(readSvg('<html/>', TOL)).toMatchObject({ ok: false, code: 'not-readable' })
  })
})

describe('loops', () => {
  it('are found from lines in any order and direction', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray([0, 1, 2, 3, 4, 5], { minLength: 6 }),
        fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }),
        (order, turn) => {
          const hexagon = ring(6, 10)
          const strokes = order.map((i) => {
            const [a, b] = [hexagon[i] as Point, hexagon[(i + 1) % 6] as Point]
            return { points: turn[i] ? [a, b] : [b, a], closed: false }
          })
          const { parts, problems } = findOutline(strokes, 0.1)
          expect(parts).toHaveLength(1)
          expect(problems).toEqual([])
          expect(signedArea(parts[0]?.outside ?? [])).toBeCloseTo(signedArea(hexagon), 6)
        },
      ),
    )
  })
  it('close over gaps within the tolerance and name the ends of wider ones', () => {
    const open = [line([0, 0], [10, 0]), line([10, 0.05], [10, 10]), line([10, 10], [0, 0])]
    expect(findOutline(open, 0.1).parts).toHaveLength(1)
    const gap = findOutline([line([0, 0], [10, 0]), line([10, 0.5], [10, 10]), line([10, 10], [0, 0])], 0.1)
    expect(gap.parts).toHaveLength(0)
    expect(gap.problems[0]).toMatchObject({ rank: 'stop', code: 'open-end' })
    expect(gap.problems[0]?.at).toBeDefined()
  })
  it('know holes from parts, and a part in a hole', () => {
    const { parts, problems } = findOutline(
      closed(box(100, 100), box(50, 50, 20, 20), box(10, 10, 30, 30), box(20, 20, 200, 0)),
      0.1,
    )
    expect(parts).toHaveLength(3)
    expect(parts.map((p) => p.holes.length).sort()).toEqual([0, 0, 1])
    expect(problems.map((p) => p.code)).toEqual(['part-in-hole'])
    for (const p of parts) {
      expect(signedArea(p.outside)).toBeGreaterThan(0)
      for (const h of p.holes) expect(signedArea(h)).toBeLessThan(0)
    }
  })
  it('cut lines drawn twice or partly on one another once, and say so', () => {
    const twice = findOutline([...closed(box(10, 10)), ...closed(box(10, 10))], 0.1)
    expect(twice.parts).toHaveLength(1)
    expect(twice.problems.map((p) => p.code)).toEqual(['double-lines'])
    const partly = findOutline(
      [line([0, 0], [7, 0]), line([4, 0], [10, 0]), line([10, 0], [10, 10]), line([10, 10], [0, 0])],
      0.1,
    )
    expect(partly.parts).toHaveLength(1)
    expect(partly.problems.map((p) => p.code)).toEqual(['overlapping-lines'])
    expect(signedArea(partly.parts[0]?.outside ?? [])).toBeCloseTo(50, 6)
  })
  it('are named where they cross themselves or one another', () => {
    const bow: Loop = [
      { x: 0, y: 0 },
      { x: 10, y: 10 },
      { x: 10, y: 0 },
      { x: 0, y: 11 },
    ]
    const own = findOutline(closed(bow), 0.1).problems.find((p) => p.code === 'self-crossing')
    expect(own?.at?.x).toBeGreaterThan(4)
    const two = findOutline(closed(box(10, 10), box(10, 10, 5, 5)), 0.1).problems
    expect(two.filter((p) => p.code === 'loops-cross').map((p) => p.at)).toEqual(
      expect.arrayContaining([
        { x: 10, y: 5 },
        { x: 5, y: 10 },
      ]),
    )
  })
})

describe('the kerf', () => {
  const star = fc
    .array(fc.double({ min: 40, max: 60, noNaN: true }), { minLength: 12, maxLength: 40 })
    .map((radii) =>
      radii.map((r, i) => ({
        x: r * Math.cos((2 * Math.PI * i) / radii.length),
        y: r * Math.sin((2 * Math.PI * i) / radii.length),
      })),
    )
  it('grows a convex part by perimeter·k/2 + π·(k/2)² (Steiner)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 60 }),
        fc.double({ min: 10, max: 200, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        (n, r, k) => {
          const part = ring(n, r)
          const [grown] = offsetLoop(part, k / 2)
          const expected = signedArea(part) + (perimeter(part) * k) / 2 + (Math.PI * k * k) / 4
          expect(signedArea(grown ?? [])).toBeGreaterThan(expected * 0.9995 - 0.1)
          expect(signedArea(grown ?? [])).toBeLessThan(expected * 1.0005 + 0.1)
        },
      ),
    )
  })
  it('never takes from a part, never adds to a hole, and stays within the area law', () => {
    fc.assert(
      fc.property(star, fc.double({ min: 0.5, max: 4, noNaN: true }), (part, k) => {
        const area = Math.abs(signedArea(part))
        const out = offsetLoop(part, k / 2).reduce((s, l) => s + signedArea(l), 0)
        const inn = offsetLoop(part, -k / 2).reduce((s, l) => s + signedArea(l), 0)
        const edge = (perimeter(part) * k) / 2
        expect(out).toBeGreaterThan(area)
        expect(out).toBeLessThanOrEqual(area + edge + (Math.PI * k * k) / 4 + 0.5)
        expect(inn).toBeLessThan(area)
        expect(inn).toBeGreaterThanOrEqual(area - edge - 0.5)
      }),
      { numRuns: 60 },
    )
  })
  it('shrinks a round hole by half a kerf all round (20 mm, 2 mm kerf)', () => {
    const [way] = offsetLoop(ring(200, 20), -1)
    for (const p of way ?? []) expect(Math.hypot(p.x, p.y)).toBeCloseTo(19, 1)
  })
  it('names holes that are too narrow, inlets that close, tight corners and parts too close', () => {
    expect(codes(closed(box(50, 50), ring(20, 0.8, 20, 20)))).toContain('hole-inside-kerf')
    const inlet: Loop = [
      ...box(40, 40).slice(0, 2),
      { x: 40, y: 19.5 },
      { x: 10, y: 19.5 },
      { x: 10, y: 18 },
      { x: 5, y: 18 },
      { x: 5, y: 23 },
      { x: 10, y: 23 },
      { x: 10, y: 20.5 },
      { x: 40, y: 20.5 },
      { x: 40, y: 40 },
      { x: 0, y: 40 },
    ]
    expect(codes(closed(inlet))).toContain('inlet-closes')
    const bracket: Loop = [
      { x: 0, y: 0 },
      { x: 40, y: 0 },
      { x: 40, y: 10 },
      { x: 10, y: 10 },
      { x: 10, y: 40 },
      { x: 0, y: 40 },
    ]
    const tight = planOutline(closed(bracket), ASKED).problems.find((p) => p.code === 'tight-curve')
    expect(tight?.at).toEqual({ x: 10, y: 10 })
    expect(codes(closed(box(10, 10)))).not.toContain('tight-curve')
    expect(codes(closed(box(10, 10), box(10, 10, 10.5, 0)))).toContain('parts-too-close')
    expect(codes(closed(box(10, 10), box(10, 10, 14, 0)))).not.toContain('parts-too-close')
  })
})

describe('the order', () => {
  const plate = closed(box(400, 300), ring(60, 30, 80, 80), ring(60, 30, 300, 200), box(60, 60, 500, 0))
  const plan = planOutline(plate, ASKED)
  it('cuts holes before the outside of their part and the largest part last', () => {
    const kinds = plan.cuts.map((c) => c.kind)
    expect(plan.pierces).toBe(4)
    expect(kinds.at(-1)).toBe('outside')
    const big = plan.parts.findIndex((p) => p.holes.length === 2)
    expect(plan.cuts.at(-1)?.part).toBe(big)
  })
  it('pierces in the waste, off the line, and runs in to it', () => {
    for (const cut of plan.cuts) {
      const inMetal = plan.parts.some(
        (p) => inside(cut.pierce, p.outside) && !p.holes.some((h) => inside(cut.pierce, h)),
      )
      expect(inMetal).toBe(false)
      expect(Math.hypot(cut.pierce.x - cut.runIn[1].x, cut.pierce.y - cut.runIn[1].y)).toBeGreaterThanOrEqual(
        9.99,
      )
      expect(cut.stretches[0]?.[0]).toEqual(cut.runIn[1])
    }
  })
  it('adds up: the way is the perimeters of the offset lines and the run-ins', () => {
    const ways = plan.loops.reduce((s, l) => s + perimeter(l.loop), 0)
    expect(plan.cutMm).toBeCloseTo(ways + 40, 3)
    expect(plan.areaMm2).toBeCloseTo(400 * 300 + 3600 - 2 * Math.abs(signedArea(ring(60, 30))), 3)
    expect(plan.travelMm).toBeGreaterThan(0)
  })
  it('leaves tabs in the outsides only', () => {
    const tabbed = planOutline(plate, { ...ASKED, tabs: { lengthMm: 25, everyMm: 400 } })
    const big = tabbed.cuts.at(-1)
    expect(big?.tabs.length).toBe(4)
    expect(tabbed.cuts.filter((c) => c.kind === 'hole').every((c) => c.tabs.length === 0)).toBe(true)
    expect(plan.cutMm - tabbed.cutMm).toBeCloseTo(25 * tabbed.cuts.reduce((n, c) => n + c.tabs.length, 0), 3)
  })
  it('comes back from SVG and DXF as it went out', () => {
    for (const text of [toDxf(plan)]) {
      const d = read(text)
      const parts = d.strokes.filter((s) => s.closed)
      expect(parts).toHaveLength(4)
      expect(text).toContain('CUT_PATH')
      expect(text).toContain('PIERCE')
    }
    const back = readSvg(toSvg(plan), TOL)
    if (!back.ok) throw new Error(back.message)
    const areas = back.strokes.filter((s) => s.closed).map((s) => Math.round(Math.abs(signedArea(s.points))))
    expect(areas).toContain(120000)
    expect(areas).toContain(3600)
  })
  it('says so when nothing closes', () => {
    expect(codes([line([0, 0], [10, 0])])).toEqual(['open-end', 'no-loop'])
  })
})
