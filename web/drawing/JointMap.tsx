import { JOINT_STATES, type JointState } from '#core/check/acceptance.ts'

/** Each state by its own mark: nothing by colour alone. */
const LOOKS: Readonly<
  Record<JointState, { readonly sign: string; readonly fill: string; readonly word: string }>
> = {
  full: { sign: '●', fill: 'var(--verdigris)', word: 'full fillet' },
  thin: { sign: '◐', fill: 'var(--brass)', word: 'thin' },
  gap: { sign: '○', fill: 'var(--alarm)', word: 'gap' },
  pinhole: { sign: '∴', fill: 'var(--alarm)', word: 'pinhole' },
  crack: { sign: 'ϟ', fill: 'var(--alarm)', word: 'crack' },
  undercut: { sign: '⌣', fill: 'var(--alarm)', word: 'undercut' },
  melted: { sign: '≈', fill: 'var(--alarm)', word: 'melted' },
  'not-seen': { sign: '?', fill: 'var(--metal)', word: 'not seen' },
}
export const stateWord = (state: JointState): string => LOOKS[state].word
export const stateSign = (state: JointState): string => LOOKS[state].sign
export const ALL_STATES = JOINT_STATES

interface MapProps {
  readonly places: Readonly<Record<string, JointState>>
  /** Left out where it is only shown. */
  readonly onPlace?: (place: string) => void
}

const R = 142
const INNER = 84
const at = (hour: number, r: number) => {
  const a = (hour * Math.PI) / 6 - Math.PI / 2
  return { x: 160 + r * Math.cos(a), y: 160 + r * Math.sin(a) }
}

/** The mouth of a round joint, seen from its end: the hours of a clock. */
export function JointDial({ places, onPlace }: MapProps) {
  const hours = ['12', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10', '11']
  return (
    <div className="relative mx-auto aspect-square w-full max-w-[340px]" data-dial>
      <svg viewBox="0 0 320 320" className="absolute inset-0" aria-hidden="true">
        <circle cx={160} cy={160} r={INNER - 8} fill="none" stroke="currentColor" strokeWidth={2} />
        <circle cx={160} cy={160} r={INNER - 18} fill="none" stroke="currentColor" strokeWidth={1} />
        {hours.map((h) => {
          const n = Number(h)
          const [a, b, c, d] = [at(n - 0.48, R), at(n + 0.48, R), at(n + 0.48, INNER), at(n - 0.48, INNER)]
          const state = places[h] ?? 'not-seen'
          return (
            <path
              key={h}
              d={`M${a.x} ${a.y}A${R} ${R} 0 0 1 ${b.x} ${b.y}L${c.x} ${c.y}A${INNER} ${INNER} 0 0 0 ${d.x} ${d.y}Z`}
              fill={LOOKS[state].fill}
              fillOpacity={state === 'not-seen' ? 0.25 : 0.85}
              stroke="currentColor"
              strokeWidth={1.5}
            />
          )
        })}
      </svg>
      {hours.map((h) => {
        const p = at(Number(h), (R + INNER) / 2)
        const state = places[h] ?? 'not-seen'
        const place = { left: `${(p.x / 320) * 100}%`, top: `${(p.y / 320) * 100}%` }
        const look = `figure absolute grid size-[50px] -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full text-section ${state === 'not-seen' ? 'text-ink' : 'text-on'}`
        return onPlace ? (
          <button
            key={h}
            type="button"
            style={place}
            className={look}
            aria-label={`${h} o’clock: ${LOOKS[state].word}`}
            onClick={() => onPlace(h)}
          >
            {LOOKS[state].sign}
          </button>
        ) : (
          <span key={h} style={place} className={look}>
            {LOOKS[state].sign}
          </span>
        )
      })}
      <span
        aria-hidden="true"
        className="name absolute top-1/2 left-1/2 -translate-1/2 text-center text-soft"
      >
        12 is
        <br />
        at the top
      </span>
    </div>
  )
}

/** A seam, seen from above: both its sides in eight stretches, and its two ends. */
export function JointStrip({ places, onPlace }: MapProps) {
  const cell = (place: string, name: string, className: string) => {
    const state = places[place] ?? 'not-seen'
    const look = `figure grid min-h-[48px] place-items-center border-[1.5px] border-ink text-section ${state === 'not-seen' ? 'text-ink' : 'text-on'} ${className}`
    const style = { background: state === 'not-seen' ? 'var(--sheet)' : LOOKS[state].fill }
    return onPlace ? (
      <button
        key={place}
        type="button"
        className={look}
        style={style}
        aria-label={`${name}: ${LOOKS[state].word}`}
        onClick={() => onPlace(place)}
      >
        {LOOKS[state].sign}
      </button>
    ) : (
      <span key={place} className={look} style={style}>
        {LOOKS[state].sign}
      </span>
    )
  }
  return (
    <div data-strip className="grid grid-cols-[48px_repeat(8,minmax(0,1fr))_48px] gap-1">
      {cell('end1', 'Near end', 'row-span-3')}
      {Array.from({ length: 8 }, (_, i) => cell(`a${i + 1}`, `Near side, ${i + 1} of 8`, ''))}
      {cell('end2', 'Far end', 'row-span-3')}
      <span aria-hidden="true" className="col-span-8 h-2 bg-[var(--metal)]" />
      {Array.from({ length: 8 }, (_, i) => cell(`b${i + 1}`, `Far side, ${i + 1} of 8`, ''))}
    </div>
  )
}
