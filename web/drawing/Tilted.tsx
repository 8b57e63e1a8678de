import { useId } from 'react'
import { Dimension } from './Dimension.tsx'
import type { CutGeometry, Lengths } from './geometry.ts'
import { Hatch } from './Hatch.tsx'
import { Word } from './Word.tsx'
import { Frame } from './Frame.tsx'

const W = 620
const H = 240

interface Props {
  readonly g: CutGeometry
  readonly length: Lengths
  readonly angle: string
  readonly bevelRad: number
  readonly lean: 'over-part' | 'over-scrap'
  readonly land: number
}

/** Across a bevel, to scale: the slanting kerf, the leaning tip, which edge stays sharp, and where the guide stands. */
export function Tilted({ g, length, angle, bevelRad, lean, land }: Props) {
  const hatch = useId()
  const { thickness: t, kerf } = g
  const s = lean === 'over-part' ? 1 : -1
  const tan = Math.tan(bevelRad)
  const along = kerf / Math.cos(bevelRad)
  const above = (g.tipToWork + 20) * Math.cos(bevelRad) + 8
  const reach = Math.max(
    30,
    Math.abs(g.guideOffset ?? 0) + 14,
    t * tan + 16,
    (g.tipToWork + 30) * Math.sin(bevelRad) + 14,
  )
  const scale = Math.min((H - 74) / (t + above), (W / 2 - 100) / reach, 12)
  const cx = W / 2
  const top = 14 + above * scale
  const X = (mm: number) => cx + mm * scale
  const Y = (mm: number) => top + mm * scale
  const shift = s * t * tan
  const half = along / 2
  const [left, right] = [96, W - 96]
  const points = (list: readonly (readonly [number, number])[]) => list.map(([x, y]) => `${x},${y}`).join(' ')
  const partFace = land > 0 ? s * (t - land) * tan : shift
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label="Across the bevel, to scale: plate, slanting kerf, tip and guide"
    >
      <Hatch id={hatch} />
      <polygon
        points={points([
          [left, Y(0)],
          [X(0), Y(0)],
          [X(partFace), Y(t - land)],
          ...(land > 0 ? ([[X(partFace), Y(t)]] as const) : []),
          [left, Y(t)],
        ])}
        fill={`url(#${hatch})`}
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <polygon
        points={points([
          [right, Y(0)],
          [X(along), Y(0)],
          [X(along + shift), Y(t)],
          [right, Y(t)],
        ])}
        fill={`url(#${hatch})`}
        fillOpacity={0.5}
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <line x1={X(0)} y1={Y(0)} x2={X(partFace)} y2={Y(t - land)} stroke="var(--brick)" strokeWidth={2.5} />
      <g transform={`translate(${X(half)} ${Y(0)}) rotate(${(-s * bevelRad * 180) / Math.PI})`}>
        <LeaningTip g={g} scale={scale} />
      </g>
      {g.guideOffset === undefined ? null : (
        <LeaningGuide g={g} x={X} y={Y} scale={scale} length={length} below={Y(t) + 40} />
      )}
      <Word x={left + 8} y={Y(0) + 20} text="part" />
      <Word x={right - 8} y={Y(0) + 20} text="scrap" anchor="end" />
      <text
        x={X(0) - s * 8}
        y={Y(0) - 8}
        textAnchor={s > 0 ? 'end' : 'start'}
        className="fill-ink font-figure text-text font-semibold"
      >
        {s > 0 ? 'stays sharp' : 'rolls over'}
      </text>
      <Dimension
        x1={X(0)}
        y1={Y(t) + 16}
        x2={X(partFace)}
        y2={Y(t) + 16}
        text={length(Math.abs(partFace), 'rule')}
        note={s > 0 ? 'longer below' : 'shorter below'}
        at={{ x: Math.max(X(0), X(partFace)) + 10, y: Y(t) + 22 }}
      />
      <Dimension
        x1={right + 14}
        y1={Y(0)}
        x2={right + 14}
        y2={Y(t)}
        text={length(t)}
        at={{ x: right + 22, y: (Y(0) + Y(t)) / 2 + 6 }}
      />
      <text
        x={X(half) - s * 12}
        y={22}
        textAnchor={s > 0 ? 'start' : 'end'}
        className="fill-ink font-figure text-label font-bold"
      >
        {angle}
        <tspan dx={5} className="fill-soft text-foot font-medium">
          from square
        </tspan>
      </text>
    </Frame>
  )
}

/** The tip in its own frame: its axis upright, the plate's top at nought. */
function LeaningTip({ g, scale }: { readonly g: CutGeometry; readonly scale: number }) {
  const face = -g.tipToWork * scale
  const r = g.tipRadius * scale
  const nose = Math.max(g.orifice * 1.9, g.tipRadius * 0.62) * scale
  const long = 22 * scale
  const port = ((g.orifice / 2) * scale + nose) / 2
  const half = (Math.max(g.coneWidth, 0.5) / 2) * scale
  const bore = (g.orifice / 2) * scale
  return (
    <g>
      <rect
        x={-bore}
        y={face}
        width={2 * bore}
        height={-face + (g.thickness + 8) * scale}
        fill="var(--verdigris)"
        opacity={0.28}
      />
      <polygon
        points={`${-nose},${face} ${nose},${face} ${r},${face - r * 0.9} ${r},${face - long} ${-r},${face - long} ${-r},${face - r * 0.9}`}
        fill="var(--brass-metal)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <rect
        x={-bore}
        y={face - long}
        width={2 * bore}
        height={long}
        fill="var(--sheet)"
        stroke="var(--ink)"
      />
      {[-port, port].map((at) => (
        <polygon
          key={at}
          points={`${at - half},${face} ${at + half},${face} ${at},${face + g.cone * scale}`}
          fill="var(--cone)"
        />
      ))}
    </g>
  )
}

function LeaningGuide({
  g,
  x,
  y,
  scale,
  length,
  below,
}: {
  readonly g: CutGeometry
  readonly x: (mm: number) => number
  readonly y: (mm: number) => number
  readonly scale: number
  readonly length: Lengths
  readonly below: number
}) {
  const offset = g.guideOffset ?? 0
  const side = g.guide === 'part' ? -1 : 1
  const face = side * offset
  const high = g.guideHeight ?? 0
  const leg = 4
  const foot = Math.min(high * 0.8, 22)
  const span = (a: number, b: number) => ({ x: Math.min(x(a), x(b)), width: Math.abs(x(b) - x(a)) })
  return (
    <>
      <g stroke="var(--ink)" strokeWidth={1.5}>
        <rect {...span(face, face + side * leg)} y={y(-high)} height={high * scale} fill="var(--metal)" />
        <rect {...span(face, face + side * foot)} y={y(-leg)} height={leg * scale} fill="var(--metal)" />
      </g>
      <Dimension
        x1={x(0)}
        y1={below}
        x2={x(face)}
        y2={below}
        text={length(offset, 'rule')}
        note="line to guide"
        at={side < 0 ? { x: x(face) - 8, y: below + 6, anchor: 'end' } : { x: x(face) + 8, y: below + 6 }}
      />
    </>
  )
}
