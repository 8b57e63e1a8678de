import type { StepPattern } from '#core/line/steps.ts'
import { Frame } from '../../drawing/Frame.tsx'

const C = 150
const R = 118
const at = (hour: number, r: number): readonly [number, number] => {
  const a = (hour / 12) * 2 * Math.PI
  return [C + r * Math.sin(a), C - r * Math.cos(a)]
}

/** Which place is to be lit: the sweep and its place, by the time gone; the last one stays once all are done. */
export function placeAt(
  pattern: StepPattern,
  gone: number,
): { readonly sweep: number; readonly place: number } {
  let left = Math.floor(gone / pattern.eachS)
  for (const [i, sweep] of pattern.sweeps.entries()) {
    if (left < sweep.length) return { sweep: i, place: sweep[left] ?? 0 }
    left -= sweep.length
  }
  const last = pattern.sweeps.length - 1
  return { sweep: last, place: pattern.sweeps[last]?.at(-1) ?? 0 }
}

/** Where heat or rod goes, in its order: places round the joint or along the seam, the one in hand lit. */
export function Pattern({
  pattern,
  gone,
}: {
  readonly pattern: StepPattern
  readonly gone: number | undefined
}) {
  const now = gone === undefined ? undefined : placeAt(pattern, gone)
  const what = pattern.shows === 'heat' ? 'Heat' : 'Rod'
  const places = [...new Set(pattern.sweeps.flat())].sort((a, b) => a - b)
  const name = (p: number) => (pattern.of === 'round' ? `${p} o’clock` : `place ${p} of ${places.length}`)
  const order = pattern.sweeps
    .map((s) => (pattern.of === 'round' ? `${s[0]} to ${s.at(-1)} o’clock` : 'from one end to the other'))
    .join(', then ')
  return (
    <figure>
      <Frame
        viewBox={pattern.of === 'round' ? '0 0 300 300' : '0 0 300 110'}
        aria-label={`${what}: ${now ? name(now.place) : order}`}
        className="mx-auto w-full max-w-[320px]"
      >
        {pattern.of === 'round' ? (
          <Round pattern={pattern} now={now} />
        ) : (
          <Seam places={places} now={now?.place} heat={pattern.shows === 'heat'} />
        )}
      </Frame>
      <figcaption className="name text-center text-label leading-snug">
        {now ? `${what} at ${name(now.place)}` : `${what}: ${order}`}
        {now && pattern.sweeps.length > 1 ? `, sweep ${now.sweep + 1} of ${pattern.sweeps.length}` : ''}
      </figcaption>
    </figure>
  )
}

function Round({
  pattern,
  now,
}: {
  readonly pattern: StepPattern
  readonly now: { readonly sweep: number; readonly place: number } | undefined
}) {
  const sweep = pattern.sweeps[now?.sweep ?? 0] ?? []
  return (
    <>
      {Array.from({ length: 12 }, (_, i) => i + 1).map((hour) => {
        const [x1, y1] = at(hour - 0.48, R)
        const [x2, y2] = at(hour + 0.48, R)
        const [x3, y3] = at(hour + 0.48, 78)
        const [x4, y4] = at(hour - 0.48, 78)
        const lit = now?.place === hour
        const [lx, ly] = at(hour, 98)
        return (
          <g key={hour}>
            <path
              d={`M${x1} ${y1}A${R} ${R} 0 0 1 ${x2} ${y2}L${x3} ${y3}A78 78 0 0 0 ${x4} ${y4}Z`}
              fill={
                lit
                  ? pattern.shows === 'heat'
                    ? 'var(--brick)'
                    : 'var(--filler)'
                  : sweep.includes(hour)
                    ? 'var(--sheet)'
                    : 'var(--paper)'
              }
              stroke="var(--ink)"
              strokeWidth={lit ? 4 : 1.5}
              strokeDasharray={sweep.includes(hour) ? undefined : '3 4'}
            />
            <text
              x={lx}
              y={ly}
              dy="0.35em"
              data-fixed
              textAnchor="middle"
              className={`font-figure text-label font-semibold ${lit ? 'fill-[var(--on)]' : 'fill-ink'}`}
            >
              {hour}
            </text>
          </g>
        )
      })}
      <circle cx={C} cy={C} r={62} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.5} />
      <text
        x={C}
        y={C}
        dy="0.35em"
        data-fixed
        textAnchor="middle"
        className="fill-soft font-figure text-text"
      >
        from the mouth
      </text>
    </>
  )
}

function Seam({
  places,
  now,
  heat,
}: {
  readonly places: readonly number[]
  readonly now: number | undefined
  readonly heat: boolean
}) {
  const width = 280 / places.length
  return (
    <>
      {places.map((p, i) => (
        <g key={p}>
          <rect
            x={10 + i * width}
            y={30}
            width={width - 3}
            height={50}
            fill={now === p ? (heat ? 'var(--brick)' : 'var(--filler)') : 'var(--sheet)'}
            stroke="var(--ink)"
            strokeWidth={now === p ? 4 : 1.5}
          />
          <text
            x={10 + (i + 0.5) * width - 1.5}
            y={55}
            dy="0.35em"
            data-fixed
            textAnchor="middle"
            className={`font-figure text-label font-semibold ${now === p ? 'fill-[var(--on)]' : 'fill-ink'}`}
          >
            {p}
          </text>
        </g>
      ))}
    </>
  )
}
