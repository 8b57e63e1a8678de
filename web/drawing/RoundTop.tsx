import type { Lengths } from './geometry.ts'
import { useId } from 'react'
import { Dimension } from './Dimension.tsx'
import { Hatch } from './Hatch.tsx'
import { Word } from './Word.tsx'
import { Frame } from './Frame.tsx'

const W = 620
const H = 240

interface Props {
  readonly shape: 'hole' | 'disc' | 'slot' | 'pierce'
  /** All in mm. */
  readonly diameter: number
  readonly long: number
  readonly kerf: number
  readonly arm: number | undefined
  readonly runIn: number
  readonly pierced: boolean
  readonly tipRadius: number
  readonly length: Lengths
}

/** A round cut from above, to scale: the line, the kerf on its waste side, the pierce with its run-in, and the arm. */
export function RoundTop({ shape, diameter, long, kerf, arm, runIn, pierced, tipRadius, length }: Props) {
  const hatch = useId()
  const r = diameter / 2
  const straight = shape === 'slot' ? Math.max(0, long - diameter) : 0
  const outer = shape === 'disc' ? kerf + runIn + 8 : 10
  const scale = Math.min(
    (H - (shape === 'slot' ? 60 : 20)) / (diameter + 2 * outer),
    (W - 150) / (diameter + straight + 2 * outer),
    14,
  )
  const cx = W / 2 - 40
  const cy = (H - (shape === 'slot' ? 36 : 0)) / 2
  const inside = shape !== 'disc'
  const sign = inside ? -1 : 1
  const track = r + (sign * kerf) / 2
  const stadium = (radius: number) => {
    const [R, d] = [Math.max(0, radius) * scale, (straight / 2) * scale]
    return `M${cx - d} ${cy - R}H${cx + d}A${R} ${R} 0 0 1 ${cx + d} ${cy + R}H${cx - d}A${R} ${R} 0 0 1 ${cx - d} ${cy - R}Z`
  }
  const angle = -0.7
  const at = (radius: number) => ({
    x: cx + (straight / 2) * scale + Math.cos(angle) * radius * scale,
    y: cy + Math.sin(angle) * radius * scale,
  })
  const start = at(track)
  const pierce = at(inside ? Math.max(0, track - runIn) : track + runIn)
  const tip = { x: cx - (straight / 2) * scale - track * scale, y: cy }
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={`The ${shape} from above, to scale: line, kerf, pierce and run-in`}
    >
      <Hatch id={hatch} />
      {shape === 'pierce' ? (
        <g>
          <rect
            x={60}
            y={40}
            width={W - 150}
            height={H - 90}
            fill={`url(#${hatch})`}
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
          <circle cx={cx} cy={cy} r={Math.max(4, (kerf / 2) * 8)} fill="var(--brick)" />
          <text
            x={cx + 22}
            y={cy + 6}
            className="fill-ink stroke-paper font-figure text-field font-bold [paint-order:stroke] [stroke-width:5px]"
          >
            pierce, at most {length(kerf, 'kerf')} wide
          </text>
        </g>
      ) : (
        <g>
          {inside ? (
            <path
              d={`M12 4H${W - 96}V${H - (shape === 'slot' ? 40 : 4)}H12Z${stadium(r)}`}
              fillRule="evenodd"
              fill={`url(#${hatch})`}
              opacity={0.8}
            />
          ) : (
            <path d={stadium(r)} fill={`url(#${hatch})`} />
          )}
          <path
            d={stadium(track)}
            fill="none"
            stroke="var(--brick)"
            strokeOpacity={0.55}
            strokeWidth={Math.max(1.5, kerf * scale)}
          />
          <path d={stadium(r)} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
          {pierced ? (
            <g>
              <line
                x1={pierce.x}
                y1={pierce.y}
                x2={start.x}
                y2={start.y}
                stroke="var(--brick)"
                strokeWidth={2}
              />
              <circle cx={pierce.x} cy={pierce.y} r={5} fill="var(--brick)" />
              <Word
                x={pierce.x + (inside ? -10 : 10)}
                y={pierce.y - 8}
                anchor={inside ? 'end' : 'start'}
                text="pierce here"
              />
            </g>
          ) : null}
          {arm === undefined ? null : (
            <g>
              <path
                d={`M${cx - 8} ${cy}H${cx + 8}M${cx} ${cy - 8}V${cy + 8}`}
                stroke="var(--ink)"
                strokeWidth={1.5}
              />
              <Dimension
                x1={cx}
                y1={cy}
                x2={tip.x}
                y2={cy}
                text={length(arm, 'rule')}
                note="arm"
                at={{ x: (cx + tip.x) / 2, y: cy + 22, anchor: 'middle' }}
              />
            </g>
          )}
          <circle
            cx={tip.x}
            cy={tip.y}
            r={Math.max(5, tipRadius * scale)}
            fill="var(--brass-metal)"
            fillOpacity={0.7}
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
          <Word
            x={inside ? 22 : cx}
            y={inside ? 36 : cy - 10}
            anchor={inside ? 'start' : 'middle'}
            text="part"
          />
          <Dimension
            x1={W - 80}
            y1={cy - r * scale}
            x2={W - 80}
            y2={cy + r * scale}
            text={length(diameter)}
            at={{ x: W - 70, y: cy + 6 }}
          />
          {shape === 'slot' ? (
            <Dimension
              x1={cx - (straight / 2 + r) * scale}
              y1={H - 26}
              x2={cx + (straight / 2 + r) * scale}
              y2={H - 26}
              text={length(long)}
              at={{ x: cx, y: H - 6, anchor: 'middle' }}
            />
          ) : null}
        </g>
      )}
    </Frame>
  )
}
