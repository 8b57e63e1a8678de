import { memo } from 'react'
import { flameLook, mixtureOf } from '#core/flame/card.ts'
import type { SetFlame } from '#core/flame/set.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import { Flame } from './Flame.tsx'
import type { LineState } from '#core/line/state.ts'

interface Props {
  readonly oxygenColour: string
  readonly fuelColour: string
  /** Flame as it would look: cone length over width, and whether it burns. Absent: burning, as planned. */
  readonly live?: LineState | undefined
  /** Share of a gauge's face, 0 to 1, for the oxygen and the fuel needle. */
  readonly oxygenNeedle: number
  readonly fuelNeedle: number
  /** What stands in the flame: a plate with the jet through it, the end of a tube, or two plates lapped. */
  readonly work?: 'plate' | 'tube' | 'lap'
  readonly fuel?: FuelId
  /** The flame that the work asks for. */
  readonly wanted?: SetFlame | undefined
}

/** Full scale of the gauges in the drawing, Pa. */
export const OXYGEN_FACE_PA = 690_000
export const FUEL_FACE_PA = 207_000

const W = 1204
const H = 280

/** The rig as one continuous drawing: cylinder, regulator, hose, torch, tip, flame, work; oxygen above, fuel below. */
export const LineDrawing = memo(function LineDrawing({
  oxygenColour,
  fuelColour,
  live,
  oxygenNeedle,
  fuelNeedle,
  work = 'plate',
  fuel,
  wanted,
}: Props) {
  const gas = (side: 'oxygen' | 'fuel') => (live ? live[side].turns > 0 || live[side].deliveryPa > 0 : true)
  const pressed = (side: 'oxygen' | 'fuel') => (live ? live[side].deliveryPa > 0 : true)
  return (
    <svg viewBox={`0 0 ${W} ${H}`} aria-hidden="true" className="h-full w-full">
      <Side
        y={28}
        colour={oxygenColour}
        gas={gas('oxygen')}
        pressed={pressed('oxygen')}
        needle={live && !pressed('oxygen') ? 0 : oxygenNeedle}
        hose="M316 96C350 96 340 144 392 144H470C530 144 545 96 596 104C640 110 634 134 676 134"
        open={live ? live.oxygen.valve > 0 : true}
        valveAt={[706, 118]}
      />
      <Side
        y={160}
        colour={fuelColour}
        gas={gas('fuel')}
        pressed={pressed('fuel')}
        needle={live && !pressed('fuel') ? 0 : fuelNeedle}
        hose="M316 228C350 228 340 270 392 270H480C560 270 560 212 604 212C646 212 640 166 676 166"
        open={live ? live.fuel.valve > 0 : true}
        valveAt={[706, 182]}
      />
      <TorchAndWork live={live} work={work} fuel={fuel} wanted={wanted} />
    </svg>
  )
})

/** What both gases meet in: torch, tip, flame and the work before it, about the height 150 of a line. */
export function TorchAndWork({
  live,
  work = 'plate',
  tall = true,
  lit = true,
  fuel = 'acetylene',
  wanted = 'neutral',
}: {
  readonly live?: LineState | undefined
  readonly work?: 'plate' | 'tube' | 'lap' | undefined
  /** Room for a plate of its full height. */
  readonly tall?: boolean
  /** Whether it burns where nothing says how. */
  readonly lit?: boolean
  readonly fuel?: FuelId | undefined
  /** The flame that the work asks for. */
  readonly wanted?: SetFlame | undefined
}) {
  const flame = live?.flame ?? (lit ? wanted : 'out')
  const plate = tall ? 86 : 60
  return (
    <>
      <g stroke="var(--ink)" strokeWidth={1.5}>
        <rect x={676} y={127} width={132} height={46} fill="var(--sheet)" />
        <path d="M808 127 824 139H884V161H824L808 173Z" fill="var(--sheet)" />
        {work === 'plate' ? (
          <path
            d={live?.lever === 'down' ? 'M738 126C766 112 812 112 852 138' : 'M738 126C766 92 812 96 852 132'}
            fill="none"
            strokeWidth={5}
            strokeLinecap="round"
          />
        ) : null}
        <path d="M884 131H936L966 142V158L936 169H884Z" fill="var(--brass-metal)" />
        <line x1={884} y1={150} x2={966} y2={150} strokeWidth={2.5} />
      </g>
      {flame === 'out' ? null : (
        <Flame
          look={flameLook(fuel, mixtureOf(flame))}
          x={966}
          y={150}
          unit={34}
          half={8}
          most={work === 'plate' ? 106 : 100}
          cones={work === 'plate' ? 2 : 1}
        />
      )}
      {flame !== 'out' && flame !== 'fuel-only' && work === 'plate' ? (
        <line
          x1={966}
          y1={150}
          x2={1098}
          y2={150}
          stroke="var(--verdigris)"
          strokeWidth={1.5}
          strokeDasharray="3 4"
          opacity={live && live.lever === 'up' ? 0.25 : 1}
        />
      ) : null}
      {work === 'plate' ? (
        <g stroke="var(--ink)" strokeWidth={1.5} fill="url(#line-hatch)">
          <rect x={1072} y={146 - plate} width={22} height={plate} />
          <rect x={1072} y={154} width={22} height={plate} />
        </g>
      ) : work === 'lap' ? (
        <g stroke="var(--ink)" strokeWidth={1.5} fill="url(#line-hatch)">
          <rect x={1068} y={118} width={11} height={42} />
          <rect x={1080} y={140} width={11} height={42} />
        </g>
      ) : (
        <g stroke="var(--ink)" strokeWidth={1.5}>
          <circle cx={1092} cy={150} r={28} fill="url(#line-hatch)" />
          <circle cx={1092} cy={150} r={19} fill="var(--paper)" />
        </g>
      )}
      <defs>
        <pattern
          id="line-hatch"
          width={7}
          height={7}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={7} height={7} fill="var(--sheet)" />
          <line x1={0} y1={0} x2={0} y2={7} stroke="var(--soft)" strokeWidth={1} />
        </pattern>
      </defs>
    </>
  )
}

function Side({
  y,
  colour,
  gas,
  pressed,
  needle,
  hose,
  open,
  valveAt,
}: {
  readonly y: number
  readonly colour: string
  readonly gas: boolean
  readonly pressed: boolean
  readonly needle: number
  readonly hose: string
  readonly open: boolean
  readonly valveAt: readonly [number, number]
}) {
  const angle = (-135 + 270 * Math.min(1, Math.max(0, needle))) * (Math.PI / 180)
  const cy = y + 70
  return (
    <g>
      <path d={`M58 ${cy + 18}H296`} stroke="var(--ink)" strokeWidth={9} />
      <path d={`M58 ${cy + 18}H296`} stroke={gas ? colour : 'var(--sheet)'} strokeWidth={6} />
      <path d={hose} fill="none" stroke="var(--ink)" strokeWidth={11} />
      <path d={hose} fill="none" stroke={pressed ? colour : 'var(--sheet)'} strokeWidth={8} />
      <path
        d={`M26 ${y + 22}Q26 ${y + 10} 40 ${y + 8}V${y}H52V${y + 8}Q66 ${y + 10} 66 ${y + 22}V${y + 96}H26Z`}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      <rect x={27} y={y + 30} width={38} height={7} fill={colour} />
      <circle cx={306} cy={cy} r={32} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />
      {Array.from({ length: 11 }, (_, i) => {
        const a = (-135 + 27 * i) * (Math.PI / 180)
        return (
          <line
            key={i}
            x1={306 + 25 * Math.sin(a)}
            y1={cy - 25 * Math.cos(a)}
            x2={306 + 30 * Math.sin(a)}
            y2={cy - 30 * Math.cos(a)}
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
        )
      })}
      <line
        x1={306}
        y1={cy}
        x2={306 + 22 * Math.sin(angle)}
        y2={cy - 22 * Math.cos(angle)}
        stroke={colour}
        strokeWidth={3}
        strokeLinecap="round"
      />
      <circle cx={306} cy={cy} r={4} fill="var(--ink)" />
      <circle
        cx={valveAt[0]}
        cy={valveAt[1]}
        r={10}
        fill={open ? colour : 'var(--sheet)'}
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      {open ? null : (
        <line
          x1={valveAt[0] - 7}
          y1={valveAt[1] - 7}
          x2={valveAt[0] + 7}
          y2={valveAt[1] + 7}
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      )}
    </g>
  )
}
