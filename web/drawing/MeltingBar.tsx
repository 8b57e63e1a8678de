import { memo } from 'react'
import { glowAt, GLOWS } from '#core/metal/glow.ts'
import { heatColour } from './heat-colour.ts'
import { Frame } from './Frame.tsx'

/** A span of temperature on the chart, K. */
export interface MeltSpan {
  readonly name: string
  readonly from: number
  readonly to: number
  readonly tone: 'filler' | 'range' | 'flux'
}

const ROW = 30
/** Room that the name of a glow takes. */
const GLOW_PX = 78
const TONES = { filler: 'var(--brass)', range: 'var(--brick)', flux: 'var(--verdigris)' } as const

/** Filler, brazing range, flux and base metals on one scale of temperature, with the colours of the glow beside it. */
export const MeltingBar = memo(function MeltingBar({
  spans,
  solidus,
  targetK,
  temperature,
  narrow = false,
}: {
  /** For half a page. */
  readonly narrow?: boolean
  readonly spans: readonly MeltSpan[]
  /** Where each base metal begins to melt, K. */
  readonly solidus: readonly { readonly name: string; readonly kelvin: number }[]
  readonly targetK: number
  readonly temperature: (kelvin: number) => string
}) {
  const W = narrow ? 400 : 640
  const [L, R] = [14, W - 14]
  const low = Math.min(773, ...spans.map((s) => s.from)) - 20
  const high =
    Math.max(
      targetK + 60,
      ...spans.map((s) => Math.min(s.to, targetK + 350)),
      ...solidus.map((s) => Math.min(s.kelvin, targetK + 420)),
    ) + 30
  const x = (k: number) => L + ((Math.min(high, Math.max(low, k)) - low) / (high - low)) * (R - L)
  const glows = GLOWS.filter((g) => g.fromK > low + 10 && x(g.fromK) < R - 60).reduce<
    (typeof GLOWS)[number][]
  >((kept, g) => {
    const before = kept.at(-1)
    return before && x(g.fromK) - x(before.fromK) < GLOW_PX ? kept : [...kept, g]
  }, [])
  const near = solidus.filter((s) => s.kelvin < high)
  // the base metals are named above the spans, each on its own line
  const top = 22 + near.length * 17
  const barY = top + spans.length * ROW + 8
  const H = barY + 78
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={`Melting chart: ${spans.map((s) => `${s.name} ${temperature(s.from)} to ${temperature(s.to)}`).join('; ')}; ${solidus.map((s) => `${s.name} melts from ${temperature(s.kelvin)}`).join('; ')}. Braze at ${temperature(targetK)}, ${glowAt(targetK)}.`}
    >
      <defs>
        <linearGradient id="glow-scale">
          {Array.from({ length: 15 }, (_, i) => (
            <stop key={i} offset={i / 14} stopColor={heatColour(low + ((high - low) * i) / 14)} />
          ))}
        </linearGradient>
      </defs>
      {spans.map((s, i) => (
        <g key={s.name}>
          <rect
            x={x(s.from)}
            width={Math.max(2, x(s.to) - x(s.from))}
            y={top + i * ROW + 12}
            height={9}
            fill={TONES[s.tone]}
          />
          <text
            x={Math.min(x(s.from), R - 215)}
            y={top + i * ROW + 7}
            className="fill-ink font-figure text-text font-semibold"
          >
            {s.name} {temperature(s.from)} to {temperature(s.to)}
          </text>
        </g>
      ))}
      <rect
        x={L}
        y={barY}
        width={R - L}
        height={16}
        fill="url(#glow-scale)"
        stroke="var(--ink)"
        strokeWidth={1}
      />
      {glows.map((g) => (
        <g key={g.name}>
          <line x1={x(g.fromK)} x2={x(g.fromK)} y1={barY + 16} y2={barY + 21} stroke="var(--ink)" />
          <text x={x(g.fromK)} y={barY + 34} className="fill-soft font-figure text-foot">
            {g.name}
          </text>
        </g>
      ))}
      {near.map((s, i) => (
        <g key={s.name}>
          <line
            x1={x(s.kelvin)}
            x2={x(s.kelvin)}
            y1={6 + i * 17}
            y2={barY + 16}
            stroke="var(--alarm)"
            strokeWidth={2.5}
          />
          <text
            x={x(s.kelvin) - 5}
            y={15 + i * 17}
            textAnchor="end"
            className="fill-alarm font-figure text-text font-bold"
          >
            {s.name} melts {temperature(s.kelvin)}
          </text>
        </g>
      ))}
      <path d={`M${x(targetK)} ${barY - 1}l-6 -9h12z`} fill="var(--ink)" />
      <line x1={x(targetK)} x2={x(targetK)} y1={barY} y2={barY + 50} stroke="var(--ink)" strokeWidth={1.5} />
      <text
        x={Math.min(R - 110, Math.max(L + 110, x(targetK)))}
        y={barY + 66}
        textAnchor="middle"
        className="fill-ink font-figure text-field font-bold"
      >
        braze at {temperature(targetK)}, {glowAt(targetK)}
      </text>
    </Frame>
  )
})
