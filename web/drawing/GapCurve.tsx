import { memo } from 'react'
import { GAP_STRENGTH, GAP_TENSION, gapStrength } from '#core/braze/joint.ts'
import { Frame } from './Frame.tsx'

const W = 420
const H = 150
const [L, R, T, B] = [44, 408, 14, 112] as const
const MOST_MM = 0.45

/** Strength of the film by its thickness, with the gap cold and hot marked on it. */
export const GapCurve = memo(function GapCurve({
  coldM,
  hotM,
  length,
  pulled,
}: {
  /** The film is pulled straight apart: that curve is the one that counts. */
  readonly pulled: boolean
  readonly coldM: number
  readonly hotM: number
  readonly length: (m: number) => string
}) {
  const x = (mm: number) => L + (Math.min(MOST_MM, Math.max(0, mm)) / MOST_MM) * (R - L)
  const y = (share: number) => B - share * (B - T)
  const curve = (points: typeof GAP_STRENGTH) =>
    points.map(([mm, share]) => `${x(mm).toFixed(1)} ${y(share).toFixed(1)}`).join('L')
  const marks = [
    { at: coldM, name: 'cold' },
    ...(Math.abs(hotM - coldM) > 2e-6 ? [{ at: hotM, name: 'hot' }] : []),
  ]
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={`Strength of the film against its gap: best from 0.04 to 0.08 mm, nothing without a gap or over 0.4 mm. Yours: ${marks.map((m) => `${length(Math.max(0, m.at))} ${m.name}`).join(', ')}.`}
    >
      {[0.5, 1].map((s) => (
        <g key={s}>
          <line x1={L} x2={R} y1={y(s)} y2={y(s)} stroke="var(--rule)" />
          <text x={L - 5} y={y(s) + 5} textAnchor="end" className="fill-soft font-figure text-foot">
            {s * 100} %
          </text>
        </g>
      ))}
      {(
        [
          { points: GAP_STRENGTH, name: 'sheared', tension: false, at: 0.3, dx: 8, dy: -6, anchor: 'start' },
          {
            points: GAP_TENSION,
            name: 'pulled apart',
            tension: true,
            at: 0.2,
            dx: -6,
            dy: 16,
            anchor: 'end',
          },
        ] as const
      ).map(({ points, name, tension, at, dx, dy, anchor }) => (
        <g key={name}>
          <path
            d={`M${curve(points)}L${x(0.4)} ${y(0)}`}
            fill="none"
            {...(tension === pulled
              ? { stroke: 'var(--brick)', strokeWidth: 3 }
              : { stroke: 'var(--soft)', strokeWidth: 1.5, strokeDasharray: '6 4' })}
          />
          <text
            x={x(at) + dx}
            y={y(gapStrength(at / 1000, tension)) + dy}
            textAnchor={anchor}
            className={`font-figure text-foot ${tension === pulled ? 'fill-ink font-bold' : 'fill-soft'}`}
          >
            {name}
          </text>
        </g>
      ))}
      <line x1={L} x2={R} y1={B} y2={B} stroke="var(--ink)" strokeWidth={1.5} />
      {[0.1, 0.2, 0.3, 0.4].map((mm) => (
        <text key={mm} x={x(mm)} y={B + 16} textAnchor="middle" className="fill-soft font-figure text-foot">
          {length(mm / 1000)}
        </text>
      ))}
      {marks.map((m, i) => (
        <g key={m.name}>
          <line
            x1={x(m.at * 1000)}
            x2={x(m.at * 1000)}
            y1={T}
            y2={B}
            stroke="var(--ink)"
            strokeDasharray="3 3"
            strokeWidth={1.5}
          />
          <text
            x={x(m.at * 1000) + 5}
            y={T + 12 + 17 * i}
            className="fill-ink stroke-paper font-figure text-foot font-bold [paint-order:stroke] [stroke-width:4px]"
          >
            {m.name} {length(Math.max(0, m.at))}
          </text>
        </g>
      ))}
      <text x={L} y={H - 6} className="fill-soft font-figure text-foot">
        strength of the film against the gap on each side
      </text>
    </Frame>
  )
})
