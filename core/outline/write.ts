import type { Point } from './geometry.ts'
import type { OutlinePlan } from './plan-outline.ts'

const n = (v: number) => (Math.round(v * 1000) / 1000).toString()

/**
 * The plan as SVG at its true size in mm, y down as SVG has it, with a group for each of part, cut path and pierce.
 */
export function toSvg(plan: OutlinePlan): string {
  const margin = 20
  const { minX, minY, maxX, maxY } = plan.box
  const [w, h] = [maxX - minX + 2 * margin, maxY - minY + 2 * margin]
  const at = (p: Point) => `${n(p.x - minX + margin)} ${n(maxY - p.y + margin)}`
  const line = (points: readonly Point[]) => `M${points.map(at).join('L')}`
  const edges = plan.parts.flatMap((p) => [p.outside, ...p.holes]).map((l) => `${line(l)}Z`)
  const ways = plan.cuts.flatMap((c) => [line(c.runIn), ...c.stretches.map(line)])
  const pierces = plan.cuts.map((c, i) => {
    const [x = '0', y = '0'] = at(c.pierce).split(' ')
    return `<circle cx="${x}" cy="${y}" r="1.5"><title>${i + 1}</title></circle>`
  })
  const group = (id: string, stroke: string, content: string) =>
    `<g id="${id}" fill="none" stroke="${stroke}" stroke-width="0.25">${content}</g>`
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="0 0 ${n(w)} ${n(h)}">`,
    group('part', '#1e2326', `<path d="${edges.join('')}"/>`),
    group('cut-path', '#9c3b22', ways.map((d) => `<path d="${d}"/>`).join('')),
    group('pierce', '#2f6f62', pierces.join('')),
    '</svg>',
    '',
  ].join('\n')
}

/** The plan as DXF R12 in mm, on the layers PART, CUT_PATH and PIERCE. */
export function toDxf(plan: OutlinePlan): string {
  const out: (string | number)[] = []
  const put = (code: number, value: string | number) => out.push(code, value)
  const layers = [
    ['PART', 7],
    ['CUT_PATH', 1],
    ['PIERCE', 3],
  ] as const
  put(0, 'SECTION')
  put(2, 'HEADER')
  put(9, '$ACADVER')
  put(1, 'AC1009')
  put(9, '$INSUNITS')
  put(70, 4)
  put(0, 'ENDSEC')
  put(0, 'SECTION')
  put(2, 'TABLES')
  put(0, 'TABLE')
  put(2, 'LAYER')
  put(70, layers.length)
  for (const [name, colour] of layers) {
    put(0, 'LAYER')
    put(2, name)
    put(70, 0)
    put(62, colour)
    put(6, 'CONTINUOUS')
  }
  put(0, 'ENDTAB')
  put(0, 'ENDSEC')
  put(0, 'SECTION')
  put(2, 'ENTITIES')
  const polyline = (layer: string, points: readonly Point[], closed: boolean) => {
    put(0, 'POLYLINE')
    put(8, layer)
    put(66, 1)
    put(10, 0)
    put(20, 0)
    put(30, 0)
    put(70, closed ? 1 : 0)
    for (const p of points) {
      put(0, 'VERTEX')
      put(8, layer)
      put(10, n(p.x))
      put(20, n(p.y))
      put(30, 0)
    }
    put(0, 'SEQEND')
    put(8, layer)
  }
  for (const part of plan.parts)
    for (const loop of [part.outside, ...part.holes]) polyline('PART', loop, true)
  for (const cut of plan.cuts) {
    polyline('CUT_PATH', cut.runIn, false)
    for (const s of cut.stretches) polyline('CUT_PATH', s, false)
    put(0, 'POINT')
    put(8, 'PIERCE')
    put(10, n(cut.pierce.x))
    put(20, n(cut.pierce.y))
    put(30, 0)
  }
  put(0, 'ENDSEC')
  put(0, 'EOF')
  return `${out.join('\n')}\n`
}
