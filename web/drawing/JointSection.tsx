import type { Saying } from '#core/quantity/index.ts'
import { memo } from 'react'
import { atDistance } from '#core/heat/joint-heat.ts'
import type { HeatProfile } from '#core/braze/index.ts'
import { Dimension } from './Dimension.tsx'
import { Hatch } from './Hatch.tsx'
import { heatColour } from './heat-colour.ts'
import type { JointSection as Section } from './joint-geometry.ts'
import { Word } from './Word.tsx'
import { Frame } from './Frame.tsx'

const W = 640
const H = 244
const TOP = 66
const FOOT = 62
const SIDE = 18

/** A joint in section, to scale but for its gap; hot metal in the colour of its heat. */
export const JointSection = memo(function JointSection({
  section,
  profile,
  targetK,
  length,
  gapText,
  swept = false,
}: {
  /** Nitrogen runs through it: its way in and out is drawn. */
  readonly swept?: boolean
  readonly section: Section
  readonly profile: HeatProfile | undefined
  /** The joint itself is drawn this hot, K. */
  readonly targetK: number | undefined
  readonly length: (m: number, as: Saying) => string
  readonly gapText: string
}) {
  const { box } = section
  const scale = Math.min(
    (W - 2 * SIDE) / (box.maxX - box.minX),
    (H - TOP - FOOT) / Math.max(0.1, box.maxY - box.minY),
  )
  const left = SIDE + (W - 2 * SIDE - (box.maxX - box.minX) * scale) / 2
  const x = (mm: number) => left + (mm - box.minX) * scale
  const y = (mm: number) => TOP + (box.maxY - mm) * scale
  const path = (points: readonly (readonly [number, number])[]) =>
    `M${points.map(([px, py]) => `${x(px).toFixed(1)} ${y(py).toFixed(1)}`).join('L')}Z`
  const place: Place = { x, y, box }
  const heat = targetK !== undefined && profile !== undefined && !section.across
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={`The joint in section, to scale but for the gap. ${gapText}`}
    >
      <Hatch id="joint-hatch" />
      {heat ? <HeatFills profile={profile} targetK={targetK} place={place} /> : null}
      {section.shapes.map((s, i) => (
        <g key={i}>
          <path
            d={path(s.points)}
            fill={
              s.part === 'filler'
                ? 'var(--filler)'
                : heat
                  ? s.part === 'a'
                    ? 'url(#joint-heat)'
                    : 'url(#cup-heat)'
                  : 'var(--sheet)'
            }
            stroke="var(--ink)"
            strokeWidth={s.part === 'filler' ? 0.8 : 1.5}
          />
          {s.part === 'filler' || heat ? null : <path d={path(s.points)} fill="url(#joint-hatch)" />}
        </g>
      ))}
      {section.axisY === undefined ? null : (
        <line
          x1={x(box.minX)}
          x2={x(box.maxX)}
          y1={y(section.axisY)}
          y2={y(section.axisY)}
          stroke="var(--soft)"
          strokeDasharray="14 4 2 4"
        />
      )}
      {swept && section.axisY !== undefined ? <Nitrogen y={y(section.axisY / 2)} /> : null}
      <Aims aims={section.aims} place={place} />
      <Sizes sizes={section.sizes} place={place} length={length} />
      {gapText.split('; ').map((line, i, lines) => (
        <text
          key={line}
          x={W / 2}
          y={H - 6 - (lines.length - 1 - i) * 18}
          textAnchor="middle"
          className="fill-ink font-figure text-text font-semibold"
        >
          {line}
        </text>
      ))}
    </Frame>
  )
})

/** Nitrogen from where it is let in to the end that stays open. */
function Nitrogen({ y }: { readonly y: number }) {
  const [from, to] = [SIDE + 8, W - SIDE - 8]
  return (
    <g stroke="var(--verdigris)" strokeWidth={2}>
      <path d={`M${from + 84} ${y}H${to - 122}`} fill="none" strokeDasharray="10 5" />
      <path d={`M${to - 131} ${y - 6}l9 6l-9 6`} fill="none" />
      <g stroke="none" className="fill-verdigris font-figure text-text font-semibold">
        <text x={from} y={y + 5}>
          nitrogen in
        </text>
        <text x={to} y={y + 5} textAnchor="end">
          out, its end open
        </text>
      </g>
    </g>
  )
}

/** Where a place in the section lies on the paper. */
interface Place {
  readonly x: (mm: number) => number
  readonly y: (mm: number) => number
  readonly box: Section['box']
}

/** The colours of the heat: along what goes in, and from the mouth to the back of what it goes into. */
function HeatFills({
  profile,
  targetK,
  place: { x, box },
}: {
  readonly profile: HeatProfile
  readonly targetK: number
  readonly place: Place
}) {
  return (
    <defs>
      <linearGradient id="joint-heat" gradientUnits="userSpaceOnUse" x1={x(box.minX)} x2={x(0)} y1={0} y2={0}>
        {[0, 0.2, 0.4, 0.6, 0.8, 1].map((s) => (
          <stop
            key={s}
            offset={s}
            stopColor={heatColour(atDistance(profile, ((1 - s) * Math.max(1, -box.minX)) / 1000))}
          />
        ))}
      </linearGradient>
      <linearGradient id="cup-heat" gradientUnits="userSpaceOnUse" x1={x(0)} x2={x(box.maxX)} y1={0} y2={0}>
        <stop offset={0.5} stopColor={heatColour(targetK)} />
        <stop offset={1} stopColor={heatColour(targetK - 250)} />
      </linearGradient>
    </defs>
  )
}

/** Where the flame is aimed, in its order. */
function Aims({ aims, place: { x, y } }: { readonly aims: Section['aims']; readonly place: Place }) {
  return aims.map(([ax, ay], i) => (
    <g key={i}>
      <path d={`M${x(ax) - 11} ${y(ay) - 56}h22l-11 50z`} fill="var(--flame)" stroke="none" />
      <path d={`M${x(ax) - 4} ${y(ay) - 56}h8l-4 22z`} fill="var(--cone)" />
      <circle cx={x(ax) + 24} cy={y(ay) - 50} r={11} fill="var(--ink)" />
      <text
        x={x(ax) + 24}
        y={y(ay) - 44.5}
        textAnchor="middle"
        className="fill-paper font-figure text-text font-bold"
      >
        {i + 1}
      </text>
    </g>
  ))
}

/** The sizes of a section: along it below, of a groove above it, and through it at its side. */
function Sizes({
  sizes,
  place: { x, y, box },
  length,
}: {
  readonly sizes: Section['sizes']
  readonly place: Place
  readonly length: (m: number, as: Saying) => string
}) {
  const low = sizes.filter((s) => s.from[1] === s.to[1] && s.name !== 'groove')
  return (
    <>
      {low.map((s) => {
        const at = Math.min(H - 44, y(Math.min(s.from[1], box.minY)) + 20)
        const mid = (x(s.from[0]) + x(s.to[0])) / 2
        return (
          <Dimension
            key={s.name}
            x1={x(s.from[0])}
            x2={x(s.to[0])}
            y1={at}
            y2={at}
            text={length(s.valueM, 'length')}
            at={{ x: mid, y: at + 19, anchor: 'middle' }}
          />
        )
      })}
      {sizes
        .filter((s) => s.name === 'groove')
        .map((s) => (
          <Dimension
            key={s.name}
            x1={x(s.from[0])}
            x2={x(s.to[0])}
            y1={y(s.from[1]) - 8}
            y2={y(s.from[1]) - 8}
            text={length(s.valueM, 'length')}
            at={{ x: x(s.to[0]) + 10, y: y(s.from[1]) - 4 }}
          />
        ))}
      {sizes
        .filter((s) => s.from[0] === s.to[0])
        .map((s) => (
          <g key={s.name}>
            <line
              x1={x(s.from[0])}
              x2={x(s.from[0])}
              y1={y(s.from[1]) - 10}
              y2={y(s.to[1]) + 10}
              stroke="var(--ink)"
            />
            <Word x={x(s.from[0]) + 6} y={y(s.to[1]) + 22} text={length(s.valueM, 'bore')} />
          </g>
        ))}
    </>
  )
}
