import type { SectionWork } from '#core/cut/index.ts'
import { Dimension } from './Dimension.tsx'
import { Frame } from './Frame.tsx'

const W = 620
const H = 240

type Face = readonly [x1: number, y1: number, x2: number, y2: number]

/** The middle lines of a section's faces in the order in which they are cut, in shares of width and depth. */
const FACES: Readonly<Record<SectionWork['kind'], readonly Face[]>> = {
  angle: [
    [1, 1, 0, 1],
    [0, 0, 0, 1],
  ],
  channel: [
    [1, 0, 0, 0],
    [1, 1, 0, 1],
    [0, 0, 0, 1],
  ],
  beam: [
    [0, 0, 0.5, 0],
    [1, 0, 0.5, 0],
    [0, 1, 0.5, 1],
    [1, 1, 0.5, 1],
    [0.5, 0, 0.5, 1],
  ],
  bar: [[0.5, 0, 0.5, 1]],
  tube: [
    [0, 0, 1, 0],
    [1, 0, 1, 1],
    [1, 1, 0, 1],
    [0, 1, 0, 0],
  ],
}

/** A section across, to scale, its faces numbered in the order of cutting. mm */
export function SectionFaces({
  section,
  thickness,
  length,
}: {
  readonly section: SectionWork
  readonly thickness: number
  readonly length: (mm: number) => string
}) {
  const depth = section.depthM * 1000
  const width = section.kind === 'bar' ? thickness : section.widthM * 1000
  const s = Math.min((H - 70) / depth, 300 / width, 6)
  const [left, top] = [(W - width * s) / 2 - 20, (H - 44 - depth * s) / 2]
  const t = Math.max(3, thickness * s)
  const inset = t / 2
  const place = (u: number, v: number) => ({
    x: left + inset + u * (width * s - t),
    y: top + inset + v * (depth * s - t),
  })
  return (
    <Frame viewBox={`0 0 ${W} ${H}`} aria-label="The section, to scale, its faces in the order of cutting">
      {FACES[section.kind].map((f, i) => {
        const [a, b] = [place(f[0], f[1]), place(f[2], f[3])]
        return (
          <line
            key={i}
            x1={a.x}
            y1={a.y}
            x2={b.x}
            y2={b.y}
            stroke="var(--metal)"
            strokeWidth={t}
            strokeLinecap="square"
          />
        )
      })}
      {FACES[section.kind].map((f, i) => {
        const [a, b] = [place(f[0], f[1]), place(f[2], f[3])]
        const [x, y] = [(a.x + b.x) / 2, (a.y + b.y) / 2]
        const turn = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI
        return (
          <g key={i}>
            <g transform={`translate(${a.x} ${a.y}) rotate(${turn})`}>
              <path d="M6 0h34m-9-6 9 6-9 6" fill="none" stroke="var(--brick)" strokeWidth={2.5} />
            </g>
            <circle cx={x} cy={y} r={13} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />
            <text x={x} y={y + 6} textAnchor="middle" className="fill-ink font-figure text-field font-bold">
              {i + 1}
            </text>
          </g>
        )
      })}
      <Dimension
        x1={left + width * s + 26}
        y1={top}
        x2={left + width * s + 26}
        y2={top + depth * s}
        text={length(depth)}
        at={{ x: left + width * s + 34, y: top + (depth * s) / 2 + 6 }}
      />
      {section.kind === 'bar' ? null : (
        <Dimension
          x1={left}
          y1={top + depth * s + 20}
          x2={left + width * s}
          y2={top + depth * s + 20}
          text={length(width)}
          at={{ x: left + (width * s) / 2, y: top + depth * s + 42, anchor: 'middle' }}
        />
      )}
      {section.copeLengthM !== undefined && section.copeDepthM !== undefined ? (
        <text x={W / 2} y={H - 8} textAnchor="middle" className="fill-soft font-figure text-text font-medium">
          cope {length(section.copeLengthM * 1000)} × {length(section.copeDepthM * 1000)}, corner drilled
          first
        </text>
      ) : null}
    </Frame>
  )
}
