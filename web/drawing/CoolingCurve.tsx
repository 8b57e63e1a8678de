import { memo } from 'react'
import { Frame } from './Frame.tsx'

const W = 400
const H = 222
const [L, R, T, B] = [58, 388, 14, 172] as const

/** How a casting cools in sand: from its preheat to where it may be touched. */
export const CoolingCurve = memo(function CoolingCurve({
  fromK,
  seconds,
  airK,
  temperature,
  time,
}: {
  readonly fromK: number
  /** Until it may be touched. */
  readonly seconds: number
  readonly airK: number
  readonly temperature: (kelvin: number) => string
  readonly time: (s: number) => string
}) {
  const endK = 333.15
  const tau = seconds / Math.log((fromK - airK) / Math.max(1, endK - airK))
  const x = (s: number) => L + (s / seconds) * (R - L)
  const y = (k: number) => B - ((k - airK) / (fromK - airK)) * (B - T)
  const at = (s: number) => airK + (fromK - airK) * Math.exp(-s / tau)
  const points = Array.from({ length: 41 }, (_, i) => (i / 40) * seconds)
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={`Cooling in dry sand: from ${temperature(fromK)} to ${temperature(endK)} in about ${time(seconds)}.`}
    >
      {[fromK, at(seconds / 4), at(seconds / 2), endK].map((k) => (
        <g key={k}>
          <line x1={L} x2={R} y1={y(k)} y2={y(k)} stroke="var(--rule)" />
          <text x={L - 5} y={y(k) + 5} textAnchor="end" className="fill-soft font-figure text-foot">
            {temperature(Math.round(k))}
          </text>
        </g>
      ))}
      <path
        d={`M${points.map((s) => `${x(s).toFixed(1)} ${y(at(s)).toFixed(1)}`).join('L')}`}
        fill="none"
        stroke="var(--brick)"
        strokeWidth={3}
      />
      <line x1={L} x2={R} y1={B} y2={B} stroke="var(--ink)" strokeWidth={1.5} />
      {[0.25, 0.5, 1].map((s) => (
        <text
          key={s}
          x={x(seconds * s)}
          y={B + 20}
          textAnchor={s === 1 ? 'end' : 'middle'}
          className="fill-soft font-figure text-foot"
        >
          {time(Math.round((seconds * s) / 60) * 60)}
        </text>
      ))}
      <text x={L} y={H - 8} className="fill-ink font-figure text-text font-semibold">
        buried in dry sand, by wall thickness: an estimate
      </text>
    </Frame>
  )
})
