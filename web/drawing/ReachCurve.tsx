import { memo } from 'react'
import type { HeatProfile } from '#core/braze/index.ts'
import { Frame } from './Frame.tsx'

const W = 640
const H = 260
const [L, R, T, B] = [64, 626, 14, 214] as const

/** A place along the tube that matters. */
export interface ReachMark {
  readonly distanceM: number
  readonly name: string
}

/** Temperature along the tube when brazing ends, with what must stay cool marked on it. */
export const ReachCurve = memo(function ReachCurve({
  profile,
  targetK,
  underK,
  marks,
  length,
  temperature,
  tickM,
}: {
  /** A round distance of the shop's own unit, m. */
  readonly tickM: number
  readonly profile: HeatProfile
  readonly targetK: number
  /** The line that is to be kept under, K. */
  readonly underK: number
  readonly marks: readonly ReachMark[]
  readonly length: (m: number) => string
  readonly temperature: (kelvin: number) => string
}) {
  const far = Math.max(0.1, ...marks.map((m) => m.distanceM)) * 1.3
  const x = (m: number) => L + (Math.min(far, m) / far) * (R - L)
  const y = (k: number) => B - ((Math.max(273, k) - 273) / (targetK - 243)) * (B - T)
  const points = profile.distanceM
    .map((d, i) => [d, profile.kelvin[i] ?? 0] as const)
    .filter(([d]) => d <= far * 1.05)
  const every = tickM * Math.ceil(far / tickM / 7)
  const ticks = Array.from({ length: Math.floor(far / every) }, (_, i) => (i + 1) * every)
  const grid = [100, 200, 400, 600, 800].map((c) => c + 273.15).filter((k) => k < targetK + 30)
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={`Temperature along the tube when brazing ends: ${marks.map((m) => `${m.name} at ${length(m.distanceM)}`).join('; ')}`}
      className="w-full"
    >
      {grid.map((k) => (
        <g key={k}>
          <line x1={L} x2={R} y1={y(k)} y2={y(k)} stroke="var(--rule)" />
          <text x={L - 6} y={y(k) + 5} textAnchor="end" className="fill-soft font-figure text-foot">
            {temperature(k)}
          </text>
        </g>
      ))}
      <line
        x1={L}
        x2={R}
        y1={y(underK)}
        y2={y(underK)}
        stroke="var(--verdigris)"
        strokeDasharray="5 4"
        strokeWidth={1.5}
      />
      <text
        x={R}
        y={y(underK) - 5}
        textAnchor="end"
        className="fill-verdigris font-figure text-foot font-bold"
      >
        {temperature(underK)}: may be touched
      </text>
      <path
        d={`M${points.map(([d, k]) => `${x(d).toFixed(1)} ${y(k).toFixed(1)}`).join('L')}`}
        fill="none"
        stroke="var(--brick)"
        strokeWidth={3}
      />
      <line x1={L} x2={R} y1={B} y2={B} stroke="var(--ink)" strokeWidth={1.5} />
      <line x1={L} x2={L} y1={T} y2={B} stroke="var(--ink)" strokeWidth={1.5} />
      {marks.map((m, i) => (
        <g key={m.name}>
          <line
            x1={x(m.distanceM)}
            x2={x(m.distanceM)}
            y1={T + 24 + 22 * i}
            y2={B + 4}
            stroke="var(--ink)"
            strokeDasharray="2 3"
          />
          <text
            x={x(m.distanceM) + (x(m.distanceM) > R - 190 ? -5 : 5)}
            y={T + 36 + 22 * i}
            textAnchor={x(m.distanceM) > R - 190 ? 'end' : 'start'}
            className="fill-ink stroke-paper font-figure text-text font-semibold [paint-order:stroke] [stroke-width:4px]"
          >
            {m.name}, {length(m.distanceM)}
          </text>
        </g>
      ))}
      {ticks.map((m) => (
        <g key={m}>
          <line x1={x(m)} x2={x(m)} y1={B} y2={B + 5} stroke="var(--ink)" />
          <text x={x(m)} y={B + 20} textAnchor="middle" className="fill-soft font-figure text-foot">
            {length(m)}
          </text>
        </g>
      ))}
      <text x={L} y={H - 8} className="fill-soft font-figure text-foot">
        from the mouth of the joint along the tube
      </text>
    </Frame>
  )
})
