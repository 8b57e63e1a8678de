import { useId } from 'react'
import type { CutGeometry, Lengths } from './geometry.ts'
import { Dimension } from './Dimension.tsx'
import { Hatch } from './Hatch.tsx'
import { Word } from './Word.tsx'
import { Frame } from './Frame.tsx'

interface Props {
  readonly g: CutGeometry
  /** A length in mm as the shop reads it. */
  readonly length: Lengths
  readonly kerfNote: string
  /** Said beside the distance from the line to the guide. */
  readonly guideNote: string
}

const W = 470
const H = 350

/** Across the cut, to scale: plate, kerf, tip, cones, collar and guide. */
export function CutSection({ g, length, kerfNote, guideNote }: Props) {
  const hatch = useId()
  const above = Math.max(g.tipToWork + 14, g.collar ?? 0)
  const reach = Math.max(g.tipRadius, (g.guideOffset ?? 0) + 6, 8)
  const s = Math.min((H - 96) / (g.thickness + above), (W / 2 - 62) / reach, 14)
  const cx = W / 2 - 10
  const top = 18 + above * s
  const bottom = top + g.thickness * s
  const x = (mm: number) => cx + mm * s
  const y = (mmUp: number) => top - mmUp * s
  const k = g.kerf / 2
  const partSide = -1
  return (
    <Frame viewBox={`0 0 ${W} ${H}`} aria-label="Across the cut, to scale: plate, kerf, tip and guide">
      <Hatch id={hatch} />
      <rect x={16} y={top} width={x(-k) - 16} height={bottom - top} fill={`url(#${hatch})`} />
      <rect
        x={x(k)}
        y={top}
        width={W - 86 - x(k)}
        height={bottom - top}
        fill={`url(#${hatch})`}
        opacity={0.5}
      />
      {[top, bottom].map((at, i) => (
        <g key={i} stroke="var(--ink)" strokeWidth={1.5}>
          <line x1={16} y1={at} x2={x(-k)} y2={at} />
          <line x1={x(k)} y1={at} x2={W - 86} y2={at} />
        </g>
      ))}
      <g stroke="var(--brick)" strokeWidth={2}>
        <line x1={x(-k)} y1={top} x2={x(-k)} y2={bottom} />
        <line x1={x(k)} y1={top} x2={x(k)} y2={bottom} />
      </g>
      <Word x={26} y={Math.min(bottom - 8, top + 26)} text="part" />
      <Word x={W - 96} y={Math.min(bottom - 8, top + 26)} text="scrap" anchor="end" />
      <Jet g={g} x={x} y={y} bottom={bottom} s={s} />
      <Tip g={g} x={x} y={y} />
      <Guide g={g} x={x} y={y} partSide={partSide} s={s} />
      <Dimension
        x1={W - 62}
        y1={top}
        x2={W - 62}
        y2={bottom}
        text={length(g.thickness)}
        at={{ x: W - 54, y: (top + bottom) / 2 + 6 }}
      />
      <g stroke="var(--ink)" strokeWidth={1}>
        <line x1={x(g.tipRadius) + 8} y1={y(g.standoff)} x2={x(g.tipRadius) + 44} y2={y(g.standoff)} />
        <line x1={x(g.tipRadius) + 30} y1={y(g.standoff) - 10} x2={x(g.tipRadius) + 30} y2={top} />
      </g>
      <text
        x={x(g.tipRadius) + 48}
        y={y(g.standoff) + 2}
        className="fill-ink font-figure text-field font-bold"
      >
        {length(g.standoff, 'eye')}
        <tspan dx={5} className="fill-soft text-foot font-medium">
          cones off
        </tspan>
      </text>
      <Dimension
        x1={x(-k)}
        y1={bottom + 22}
        x2={x(k)}
        y2={bottom + 22}
        text={`kerf ${length(g.kerf, 'kerf')}`}
        note={kerfNote}
        at={{ x: x(k) + 12, y: bottom + 28 }}
      />
      {g.guideOffset !== undefined ? (
        <Dimension
          x1={x(-k + (g.guide === 'part' ? -1 : 1) * g.guideOffset)}
          y1={bottom + 48}
          x2={x(-k)}
          y2={bottom + 48}
          text={length(g.guideOffset, 'rule')}
          note={guideNote}
          at={
            g.guide === 'part'
              ? { x: x(-k - g.guideOffset) - 10, y: bottom + 54, anchor: 'end' }
              : { x: x(-k + g.guideOffset) + 12, y: bottom + 54 }
          }
        />
      ) : null}
    </Frame>
  )
}

type Place = (mm: number) => number

function Jet({
  g,
  x,
  y,
  bottom,
  s,
}: {
  readonly g: CutGeometry
  readonly x: Place
  readonly y: Place
  readonly bottom: number
  readonly s: number
}) {
  return (
    <g>
      <rect
        x={x(-g.orifice / 2)}
        y={y(g.tipToWork)}
        width={g.orifice * s}
        height={bottom + 10 - y(g.tipToWork)}
        fill="var(--verdigris)"
        opacity={0.28}
      />
      <line
        x1={x(0)}
        y1={y(g.tipToWork)}
        x2={x(0)}
        y2={bottom + 12}
        stroke="var(--verdigris)"
        strokeWidth={1.5}
        strokeDasharray="2 5"
      />
    </g>
  )
}

/** Barrel, taper and bore, with a preheat cone on either side: cone length and width by the flame's own geometry. */
function Tip({ g, x, y }: { readonly g: CutGeometry; readonly x: Place; readonly y: Place }) {
  const face = g.tipToWork
  const nose = Math.max(g.orifice * 1.9, g.tipRadius * 0.62)
  const shoulder = face + g.tipRadius * 0.9
  const port = (g.orifice / 2 + nose) / 2
  const half = Math.max(g.coneWidth, 0.5) / 2
  const outline = [
    [-nose, face],
    [nose, face],
    [g.tipRadius, shoulder],
    [g.tipRadius, 999],
    [-g.tipRadius, 999],
    [-g.tipRadius, shoulder],
  ]
  return (
    <g>
      <clipPath id="tip-top">
        <rect x={0} y={0} width={W} height={H} />
      </clipPath>
      <polygon
        clipPath="url(#tip-top)"
        points={outline.map(([a, b]) => `${x(a ?? 0)},${Math.max(-4, y(b ?? 0))}`).join(' ')}
        fill="var(--brass-metal)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <rect
        x={x(-g.orifice / 2)}
        y={0}
        width={x(g.orifice / 2) - x(-g.orifice / 2)}
        height={y(face)}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={1}
      />
      {[-port, port].map((at, i) => (
        <polygon
          key={i}
          points={`${x(at - half)},${y(face)} ${x(at + half)},${y(face)} ${x(at)},${y(face - g.cone)}`}
          fill="var(--cone)"
        />
      ))}
    </g>
  )
}

function Guide({
  g,
  x,
  y,
  partSide,
  s,
}: {
  readonly g: CutGeometry
  readonly x: Place
  readonly y: Place
  readonly partSide: number
  readonly s: number
}) {
  if (g.guideOffset === undefined || g.collar === undefined) return null
  const side = g.guide === 'part' ? partSide : 1
  const face = -g.kerf / 2 + side * g.guideOffset
  const leg = Math.max(3, 0.12 * g.collar)
  const foot = Math.min(g.collar * 0.9, 26)
  const across = (a: number, b: number) => ({ x: Math.min(x(a), x(b)), width: Math.abs(x(b) - x(a)) })
  return (
    <g stroke="var(--ink)" strokeWidth={1.5}>
      <rect {...across(face, face + side * leg)} y={y(g.collar)} height={g.collar * s} fill="var(--metal)" />
      <rect {...across(face, face + side * foot)} y={y(leg)} height={leg * s} fill="var(--metal)" />
      <rect
        {...across(-g.tipRadius - 1.6, g.tipRadius + 1.6)}
        y={y(g.collar) - 9}
        height={9}
        fill="var(--sheet)"
      />
    </g>
  )
}
