import { memo } from 'react'
import { LEVEL_ORDER } from '#core/braze/steps.ts'
import { Frame } from './Frame.tsx'

const W = 400
const H = 222
const [L, R, T, B] = [44, 388, 8, 176] as const
/** Where a clock position lies on the unrolled joint: 12 at both ends, 6 in the middle. */
const place = (hour: number) => L + ((hour % 12) / 12) * (R - L)

/** A round joint unrolled from 12 to 12 o'clock: how the filler runs, and in which order the lip is fed. */
export const JointUnrolled = memo(function JointUnrolled({
  lies,
  torches,
  around,
}: {
  /** What goes round the tube. */
  readonly around: string
  readonly lies: 'level' | 'up' | 'down'
  readonly torches: number
}) {
  const ticks = [12, 3, 6, 9, 24]
  const word = (h: number) =>
    lies === 'level' ? { 12: 'top', 3: '3', 6: 'bottom', 9: '9', 24: 'top' }[h] : undefined
  const [first, second] = LEVEL_ORDER
  // drawn the way it is fed: from 5 over 6 and 9 past 12, and from 6 over 3 to 12
  const from5 = place(first?.[0] ?? 5)
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={
        lies === 'level'
          ? 'The joint unrolled: fed from 5 o’clock through 6 and 9 past 12, then from 6 through 3 to 12.'
          : 'The joint unrolled: fed once round from anywhere, the ends lapped.'
      }
    >
      <rect
        x={L}
        y={T}
        width={R - L}
        height={B - T}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      {torches > 1
        ? Array.from({ length: torches }, (_, i) => (
            <rect
              key={i}
              x={L + ((R - L) * i) / torches}
              y={T}
              width={(R - L) / torches}
              height={B - T}
              fill={i % 2 === 0 ? 'var(--flame)' : 'none'}
              opacity={0.35}
            />
          ))
        : null}
      {Array.from({ length: 12 }, (_, i) => {
        const at = L + ((i + 0.5) / 12) * (R - L)
        return (
          <g key={i} stroke="var(--brick)" opacity={0.75}>
            <line x1={at} x2={at} y1={B - 56} y2={T + 30} strokeWidth={1.5} />
            <path
              d={`M${at - 4} ${T + 37}L${at} ${T + 28}L${at + 4} ${T + 37}`}
              fill="none"
              strokeWidth={1.5}
            />
          </g>
        )
      })}
      <text
        x={(L + R) / 2}
        y={T + 19}
        textAnchor="middle"
        className="fill-brick font-figure text-text font-bold"
      >
        base of the {around}: hottest, filler runs here
      </text>
      {lies === 'level' ? (
        <>
          <Arrow from={from5} to={R - 3} y={B - 34} colour="var(--brick)" start />
          <Arrow from={L} to={place(1)} y={B - 34} colour="var(--brick)" />
          <Arrow from={place(second?.[0] ?? 6)} to={L + 3} y={B - 14} colour="var(--brass)" start />
          <text
            x={place(9)}
            y={B - 40}
            textAnchor="middle"
            className="fill-brick font-figure text-foot font-bold"
          >
            first
          </text>
          <text
            x={place(3)}
            y={B - 20}
            textAnchor="middle"
            className="fill-brass font-figure text-foot font-bold"
          >
            then the other side
          </text>
        </>
      ) : (
        <>
          <Arrow from={L + 12} to={R - 3} y={B - 22} colour="var(--brick)" start />
          <text
            x={(L + R) / 2}
            y={B - 28}
            textAnchor="middle"
            className="fill-brick font-figure text-foot font-bold"
          >
            once round, the ends lapped
          </text>
        </>
      )}
      <line x1={L} x2={R} y1={B} y2={B} stroke="var(--ink)" strokeWidth={3} />
      <text x={L - 6} y={B + 4} textAnchor="end" className="fill-ink font-figure text-text">
        lip
      </text>
      <text x={L - 6} y={T + 12} textAnchor="end" className="fill-ink font-figure text-text">
        base
      </text>
      {ticks.map((h) => {
        const at = h === 24 ? R : h === 12 ? L : place(h)
        return (
          <g key={h}>
            <line x1={at} x2={at} y1={B} y2={B + 6} stroke="var(--ink)" strokeWidth={1.5} />
            <text
              x={at}
              y={B + 22}
              textAnchor={h === 24 ? 'end' : h === 12 ? 'start' : 'middle'}
              className="fill-ink font-figure text-text font-semibold"
            >
              {word(h) ?? ''}
            </text>
          </g>
        )
      })}
      {torches > 1 ? (
        <text x={(L + R) / 2} y={H - 8} textAnchor="middle" className="fill-soft font-figure text-foot">
          {torches} torches, each its own share, all going the same way
        </text>
      ) : null}
    </Frame>
  )
})

function Arrow({
  from,
  to,
  y,
  colour,
  start = false,
}: {
  readonly from: number
  readonly to: number
  readonly y: number
  readonly colour: string
  readonly start?: boolean
}) {
  const sign = to > from ? 1 : -1
  return (
    <g>
      <line x1={from} x2={to - 10 * sign} y1={y} y2={y} stroke={colour} strokeWidth={4} />
      <path d={`M${to} ${y}l${-14 * sign} -7v14z`} fill={colour} />
      {start ? <circle cx={from} cy={y} r={7} fill={colour} /> : null}
    </g>
  )
}
