import type { FlameLook } from '#core/flame/card.ts'

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
const envelopeColour = ({ mixture, soot }: FlameLook): string =>
  soot > 0.5 ? 'var(--flame-soot)' : mixture > 1.08 ? 'var(--flame-lean)' : 'var(--flame)'

/** A drop from the tip to its point; a blunt one bulges, a sharp one runs straight. */
function drop(x: number, y: number, long: number, half: number, blunt: number): string {
  const bulge = long * (0.35 + 0.55 * blunt)
  return `M${x} ${y - half}Q${x + bulge} ${y - half} ${x + long} ${y}Q${x + bulge} ${y + half} ${x} ${y + half}Z`
}

/**
 * A flame as it would look: its envelope, soot at the end of it, the feather round its cones, the cones themselves, in
 * the shape and colour of its mixture. The one way in which flames are drawn.
 */
export function Flame({ look, x, y, unit, half, most = Infinity, cones = 1 }: Props) {
  const reach = Math.min(most, look.envelope * unit * 1.05)
  const wide = half * (cones === 2 ? 2.6 : 2.1) * (look.mixture > 1.08 ? 0.8 : 1)
  const at = cones === 2 ? [y - half, y + half] : [y]
  const each = cones === 2 ? half * 0.62 : half
  return (
    <g>
      <path
        d={`M${x} ${y - half}C${x + reach * 0.3} ${y - wide * 1.9} ${x + reach * 0.72} ${y - wide} ${x + reach} ${y}C${x + reach * 0.72} ${y + wide} ${x + reach * 0.3} ${y + wide * 1.9} ${x} ${y + half}Z`}
        fill={envelopeColour(look)}
        opacity={0.72}
      />
      {look.soot > 0 ? (
        <path
          d={`M${x + reach * 0.62} ${y}q${reach * 0.2} ${-wide} ${reach * 0.46} ${-wide * 0.9}q${-reach * 0.16} ${wide} ${-reach * 0.46} ${wide * 0.9}z`}
          fill="var(--soft)"
          opacity={0.55 * look.soot}
        />
      ) : null}
      {look.feather > look.cone * 1.02
        ? at.map((c) => (
            <path
              key={`feather ${c}`}
              d={drop(x, c, look.feather * unit, each * 1.12, 0.4)}
              fill="var(--flame-feather)"
              stroke="var(--soft)"
              strokeWidth={1}
              strokeDasharray="3 3"
            />
          ))
        : null}
      {look.cone > 0
        ? at.map((c) => (
            <path
              key={`cone ${c}`}
              d={drop(x, c, look.cone * unit, each, look.blunt)}
              fill={coneColour(look)}
            />
          ))
        : null}
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
const LEGS = 6

/**
 * The star on plate of a flame held square to it, each leg from its port. `uneven`: one port is dirty, one worn.
 * @param flame which flame of the card; fuel alone draws none
 */
export function StarOnPlate({
  flame,
  uneven = false,
  label,
}: {
  readonly flame: keyof typeof STARS
  readonly uneven?: boolean
  readonly label: string
}) {
  const star = STARS[flame]
  if (!star) return null
  return (
    <svg viewBox="0 0 84 84" role="img" aria-label={label} className="size-[84px] shrink-0">
      <rect width={84} height={84} rx={4} fill="var(--metal)" />
      {Array.from({ length: LEGS }, (_, i) => {
        const long = star.long * (uneven ? (i === 1 ? 0.4 : i === 4 ? 1.35 : 1) : 1)
        const bend = uneven && i === 1 ? 14 : 0
        return (
          <path
            key={i}
            transform={`rotate(${i * (360 / LEGS) + bend} 42 42)`}
            d={`M42 ${34 - long}L${42 + star.wide} 33H${42 - star.wide}Z`}
            fill={uneven && (i === 1 || i === 4) ? 'var(--brick)' : 'var(--cone)'}
            opacity={star.clear}
          />
        )
      })}
      <circle cx={42} cy={42} r={4} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.5} />
    </svg>
  )
}
