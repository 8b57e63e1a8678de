import { useId } from 'react'
import type { Fastener } from '#core/cut/index.ts'
import { fastenerLayers, HEAD } from '#core/cut/shapes.ts'
import { Dimension } from './Dimension.tsx'
import { Hatch } from './Hatch.tsx'
import { Frame } from './Frame.tsx'

const W = 620
const H = 240

/** A fastener from the side, to scale: the jet along the plate, the layers, what must not be touched. mm */
export function FastenerSide({
  kind,
  shank,
  plate,
  kerf,
  length,
}: {
  readonly kind: Fastener
  readonly shank: number
  readonly plate: number
  readonly kerf: number
  readonly length: (mm: number) => string
}) {
  const hatch = useId()
  const across = HEAD[kind].across * shank
  const high = HEAD[kind].height * shank
  const scale = Math.min(240 / across, (H - 100) / (high + plate), 14)
  const cx = 230
  const top = 50 + high * scale
  const [l, r] = [cx - (across / 2) * scale, cx + (across / 2) * scale]
  const h = high * scale
  const layers = fastenerLayers(kind, shank / 1000)
  return (
    <Frame
      viewBox={`0 0 ${W} ${H}`}
      aria-label={`The ${kind} from the side, to scale: layers, jet and plate`}
    >
      <Hatch id={hatch} />
      <rect
        x={20}
        y={top}
        width={W - 100}
        height={plate * scale}
        fill={`url(#${hatch})`}
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <rect
        x={cx - (shank / 2) * scale}
        y={top}
        width={shank * scale}
        height={plate * scale + 8}
        fill="var(--metal)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      {kind === 'rivet' ? (
        <path
          d={`M${l} ${top}A${(r - l) / 2} ${h} 0 0 1 ${r} ${top}Z`}
          fill="var(--metal)"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      ) : (
        <rect
          x={l}
          y={top - h}
          width={r - l}
          height={h}
          fill="var(--metal)"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      )}
      {Array.from({ length: layers }, (_, i) => {
        const y = top - 4 - ((h - 8) * (layers - 1 - i)) / Math.max(1, layers - 1 || 1)
        return (
          <g key={i}>
            <line
              x1={l - 6}
              x2={r + 40}
              y1={y}
              y2={y}
              stroke="var(--brick)"
              strokeWidth={Math.max(1.5, kerf * scale * 0.35)}
              opacity={0.7}
            />
            <text x={l - 12} y={y + 5} textAnchor="end" className="fill-ink font-figure text-text font-bold">
              {i + 1}
            </text>
          </g>
        )
      })}
      <g transform={`translate(${r + 44} ${top - h / 2})`}>
        <polygon
          points="0,-9 0,9 30,14 96,14 96,-14 30,-14"
          fill="var(--brass-metal)"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
        <path d="M-4 0H-34m8-5-8 5 8 5" stroke="var(--verdigris)" strokeWidth={2} fill="none" />
      </g>
      <text x={30} y={top + plate * scale + 26} className="fill-ink font-figure text-text font-bold">
        plate: not to be touched
      </text>
      <Dimension
        x1={l}
        y1={34}
        x2={r}
        y2={34}
        text={length(across)}
        note="head, about"
        at={{ x: cx, y: 22, anchor: 'middle' }}
      />
      <Dimension
        x1={W - 62}
        y1={top}
        x2={W - 62}
        y2={top + plate * scale}
        text={length(plate)}
        at={{ x: W - 54, y: top + (plate * scale) / 2 + 6 }}
      />
    </Frame>
  )
}
