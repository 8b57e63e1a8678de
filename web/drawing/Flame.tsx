import type { FlameLook } from '#core/flame/card.ts'
import { Frame } from './Frame.tsx'
import { flameLayers, type FlamePart, type FlamePoint } from './flame-layers.ts'

/** Where a flame is drawn and how large: a neutral cone is `unit` long; all in the drawing's own units. */
interface Props {
  readonly look: FlameLook
  readonly x: number
  readonly y: number
  readonly unit: number
  /** Half of what a cone is wide at the tip. */
  readonly half: number
  /** How far it may reach: what stands in it ends it. */
  readonly most?: number
  /** Cones beside each other, as round a cutting jet. */
  readonly cones?: 1 | 2
}

/** The colour of a cone by its mixture: pale while fuel is over, white and blue when neutral, violet when oxygen is. */
const coneColour = ({ mixture }: FlameLook): string =>
  mixture < 0.95 ? 'var(--flame-pale)' : mixture > 1.08 ? 'var(--flame-violet)' : 'var(--cone)'
const envelopeColour = ({ mixture }: FlameLook): string =>
  mixture > 1.08 ? 'var(--flame-lean)' : 'var(--flame)'

/** What a sheet is drawn with. */
function paintOf(part: FlamePart, look: FlameLook): { readonly fill: string; readonly most: number } {
  switch (part) {
    case 'envelope':
      return { fill: envelopeColour(look), most: 0.8 }
    case 'soot':
      return { fill: 'var(--flame-soot)', most: 0.85 }
    case 'feather':
      return { fill: 'var(--flame-feather)', most: 0.95 }
    case 'cone':
      return { fill: coneColour(look), most: 1 }
    case 'heart':
      return { fill: 'var(--flame-heart)', most: 0.5 }
  }
}

const pathOf = (outline: readonly FlamePoint[], x: number, y: number) =>
  `M${outline.map(([px, py]) => `${(x + px).toFixed(1)} ${(y + py).toFixed(1)}`).join('L')}Z`

/** Sheets of a drawing on a page. */
const SHEETS = { envelope: 3, feather: 2 } as const

/**
 * A flame as it would look: its envelope, soot at the end of it, the feather round its cones, the cones themselves, in
 * the shape and colour of its mixture. Its sheets are those of every flame that is drawn, on the bench too.
 */
export function Flame({ look, x, y, unit, half, most = Infinity, cones = 1 }: Props) {
  const ports =
    cones === 2
      ? [
          { y: -half, long: 1 },
          { y: half, long: 1 },
        ]
      : [{ y: 0, long: 1 }]
  const each = cones === 2 ? half * 0.62 : half
  const layers = flameLayers(look, { unit, half: each, ports, most, sheets: SHEETS })
  return (
    <g>
      {layers.map(({ part, outline, strength }, i) => {
        const { fill, most: opacity } = paintOf(part, look)
        return (
          <path key={i} d={pathOf(outline, x, y)} fill={fill} opacity={Math.min(1, opacity * strength)} />
        )
      })}
    </g>
  )
}

/** Legs of the star that a cutting head's preheat draws on plate: how long, how wide, how clear. */
const STARS = {
  'fuel-only': undefined,
  carburising: { long: 24, wide: 5, clear: 0.45 },
  neutral: { long: 26, wide: 3, clear: 1 },
  oxidising: { long: 13, wide: 2, clear: 1 },
} as const
/** What a star of the card shows: every port clean, or one dirty and one worn. */
const EVEN = [1, 1, 1, 1, 1, 1] as const
const UNEVEN = [1, 0.4, 1, 1, 1.35, 1] as const
/** How far from the middle legs are numbered: beyond the longest. */
const NUMBERS = 51

/**
 * The star on plate of a flame held square to it, each leg from its port. `uneven`: one port is dirty, one worn.
 * @param flame which flame of the card; fuel alone draws none
 */
export function StarOnPlate({
  flame,
  uneven = false,
  legs = uneven ? UNEVEN : EVEN,
  numbered = false,
  label,
}: {
  readonly flame: keyof typeof STARS
  readonly uneven?: boolean
  /** Length of each leg over that of a clean port. */
  readonly legs?: readonly number[]
  /** Legs are numbered, and none is marked: for whoever is to judge it. */
  readonly numbered?: boolean
  readonly label: string
}) {
  const star = STARS[flame]
  if (!star) return null
  const drawn = (
    <>
      {legs.map((length, i) => {
        const long = star.long * length
        const wrong = length !== 1
        const turn = i * (360 / legs.length)
        return (
          <g key={i} transform={`rotate(${turn + (length < 1 ? 9 : 0)} 42 42)`}>
            <path
              d={`M42 ${34 - long}L${42 + star.wide} 33H${42 - star.wide}Z`}
              fill={wrong && !numbered ? 'var(--brick)' : 'var(--cone)'}
              opacity={star.clear}
            />
          </g>
        )
      })}
      <circle cx={42} cy={42} r={4} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.5} />
    </>
  )
  if (!numbered)
    return (
      <svg viewBox="0 0 84 84" role="img" aria-label={label} className="size-[84px] shrink-0">
        <rect width={84} height={84} rx={4} fill="var(--metal)" />
        {drawn}
      </svg>
    )
  return (
    <Frame viewBox="-15 -15 114 114" aria-label={label}>
      <rect x={-15} y={-15} width={114} height={114} rx={4} fill="var(--metal)" />
      {drawn}
      {legs.map((_, i) => {
        const turn = (i / legs.length) * 2 * Math.PI
        return (
          <text
            key={i}
            data-fixed
            x={42 + NUMBERS * Math.sin(turn)}
            y={42 - NUMBERS * Math.cos(turn)}
            textAnchor="middle"
            dominantBaseline="central"
            className="fill-ink font-figure text-text"
          >
            {i + 1}
          </text>
        )
      })}
    </Frame>
  )
}
