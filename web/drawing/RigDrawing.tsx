import { memo } from 'react'
import type { FuelId } from '#core/gas/fuels.ts'
import { ACETYLENE_MAX_GAUGE_PA } from '#core/gas/limits.ts'
import type { LineState, SideState } from '#core/line/state.ts'
import { FUEL_FACE_PA, OXYGEN_FACE_PA, TorchAndWork } from './LineDrawing.tsx'

/** Size of the drawing: whoever lays words on it goes by these. */
export const RIG_W = 1204
export const RIG_H = 470

interface Props {
  readonly line: LineState
  /** The key is on the acetylene valve. */
  readonly hasKey: boolean
  readonly fuel: FuelId
  readonly handleValve: boolean
  readonly lever: boolean
  readonly oxygenColour: string
  readonly fuelColour: string
}

/** How far down the fuel's side lies, and how far the torch. */
const FUEL_DOWN = 234
const TORCH_DOWN = 86
/** Full scale of the gauges before the regulators, Pa. */
const INLET_FACE = { oxygen: 20.7e6, fuel: 2.76e6 }

/** The rig with every part that a hand reaches as it stands: valves, key, screws, needles, hoses, torch, flame. */
export const RigDrawing = memo(function RigDrawing(props: Props) {
  const { line, fuel, handleValve, lever, hasKey, oxygenColour, fuelColour } = props
  const y = 150 + TORCH_DOWN
  return (
    <svg viewBox={`0 0 ${RIG_W} ${RIG_H}`} aria-hidden="true" className="h-auto w-full md:h-full">
      <Supply
        side={line.oxygen}
        colour={oxygenColour}
        faces={[INLET_FACE.oxygen, OXYGEN_FACE_PA]}
        grip="wheel"
        hose={`M356 84C420 84 430 150 500 170S600 ${y - 16} 676 ${y - 16}`}
      />
      <g transform={`translate(0 ${FUEL_DOWN})`}>
        <Supply
          side={line.fuel}
          colour={fuelColour}
          faces={[INLET_FACE.fuel, FUEL_FACE_PA]}
          redFrom={fuel === 'acetylene' ? ACETYLENE_MAX_GAUGE_PA / FUEL_FACE_PA : undefined}
          grip={fuel === 'acetylene' ? (hasKey ? 'key' : 'none') : 'wheel'}
          hose={`M356 84H490C560 84 570 ${y + 16 - FUEL_DOWN} 676 ${y + 16 - FUEL_DOWN}`}
        />
      </g>
      <g transform={`translate(0 ${TORCH_DOWN})`}>
        <TorchAndWork live={line} work={lever ? 'plate' : 'tube'} fuel={fuel} />
        <Knob
          x={handleValve ? 784 : 704}
          y={handleValve ? 188 : 112}
          turns={line.oxygen.valve}
          colour={oxygenColour}
          up={!handleValve}
        />
        {handleValve ? <Knob x={704} y={112} turns={line.handle} colour={oxygenColour} up /> : null}
        <Knob x={704} y={188} turns={line.fuel.valve} colour={fuelColour} />
      </g>
    </svg>
  )
})

/** A valve at the torch: its knob stands off the body by how far it is open, and its mark turns with it. */
function Knob({
  x,
  y,
  turns,
  colour,
  up = false,
}: {
  readonly x: number
  readonly y: number
  readonly turns: number
  readonly colour: string
  readonly up?: boolean
}) {
  const off = (up ? -1 : 1) * Math.min(10, turns * 8)
  const open = turns > 0
  return (
    <g stroke="var(--ink)" strokeWidth={1.5}>
      <line x1={x} y1={up ? y + 15 : y - 15} x2={x} y2={y + off} strokeWidth={5} />
      <circle cx={x} cy={y + off} r={14} fill={open ? colour : 'var(--sheet)'} />
      <line
        x1={x}
        y1={y + off}
        x2={x + 10 * Math.sin(turns * Math.PI)}
        y2={y + off - 10 * Math.cos(turns * Math.PI)}
        stroke={open ? 'var(--paper)' : 'var(--ink)'}
        strokeWidth={2.5}
      />
    </g>
  )
}

/** Cylinder, valve, regulator with its two gauges and its screw, and the hose. */
function Supply({
  side,
  colour,
  faces,
  redFrom,
  grip,
  hose,
}: {
  readonly side: SideState
  readonly colour: string
  /** Full scales before and after the regulator, Pa. */
  readonly faces: readonly [number, number]
  /** From which share of the second scale on it may never stand. */
  readonly redFrom?: number | undefined
  /** What the valve of the cylinder is turned by. */
  readonly grip: 'wheel' | 'key' | 'none'
  readonly hose: string
}) {
  const gas = side.inletPa > 0
  const pressed = side.deliveryPa > 0
  const lift = Math.min(12, side.turns * 6)
  const wound = side.screwPa > 0
  return (
    <g stroke="var(--ink)" strokeWidth={1.5}>
      <path d="M58 84H300" strokeWidth={10} />
      <path d="M60 84H300" stroke={gas ? colour : 'var(--sheet)'} strokeWidth={7} />
      <path d={hose} fill="none" strokeWidth={11} />
      <path d={hose} fill="none" stroke={pressed ? colour : 'var(--sheet)'} strokeWidth={8} />
      <path d="M28 126Q28 110 46 106V92H70V106Q88 110 88 126V216H28Z" fill="var(--sheet)" />
      <rect x={29} y={140} width={58} height={9} fill={colour} strokeWidth={0} />
      <rect x={45} y={72} width={26} height={24} fill="var(--brass-metal)" />
      <line x1={58} y1={72} x2={58} y2={58 - lift} strokeWidth={5} />
      {grip === 'wheel' ? (
        <rect
          x={34}
          y={48 - lift}
          width={48}
          height={10}
          rx={5}
          fill={side.turns > 0 ? colour : 'var(--sheet)'}
        />
      ) : grip === 'key' ? (
        <g>
          <rect x={51} y={48 - lift} width={14} height={16} fill="var(--metal)" />
          <path
            d={`M58 ${50 - lift}L${side.turns > 0 ? '98' : '58'} ${side.turns > 0 ? 40 - lift : 12 - lift}`}
            strokeWidth={7}
            strokeLinecap="round"
          />
        </g>
      ) : null}
      <circle cx={300} cy={84} r={34} fill="var(--sheet)" />
      <path d="M334 76H356V92H334Z" fill="var(--brass-metal)" />
      {/* the screw: deep in the cap where it is wound in, its thread bare where it is out */}
      <path d="M286 118H314V132H286Z" fill="var(--brass-metal)" />
      <line x1={300} y1={132} x2={300} y2={wound ? 146 : 172} strokeWidth={6} />
      {wound ? null : <path d="M294 140h12M294 148h12M294 156h12" />}
      <path d={`M276 ${wound ? 150 : 176}H324`} strokeWidth={8} strokeLinecap="round" />
      <Dial x={252} y={34} r={28} share={side.inletPa / faces[0]} colour={colour} />
      <Dial x={342} y={34} r={32} share={side.deliveryPa / faces[1]} colour={colour} redFrom={redFrom} />
    </g>
  )
}

function Dial({
  x,
  y,
  r,
  share,
  colour,
  redFrom,
}: {
  readonly x: number
  readonly y: number
  readonly r: number
  readonly share: number
  readonly colour: string
  readonly redFrom?: number | undefined
}) {
  const at = (part: number) => (-135 + 270 * Math.min(1, Math.max(0, part))) * (Math.PI / 180)
  const angle = at(share)
  const on = (a: number) => `${x + (r - 5) * Math.sin(a)} ${y - (r - 5) * Math.cos(a)}`
  const arc = (from: number, to: number) => `M${on(from)}A${r - 5} ${r - 5} 0 0 1 ${on(to)}`
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill="var(--sheet)" />
      {redFrom === undefined ? null : (
        <path d={arc(at(redFrom), at(1))} fill="none" stroke="var(--alarm)" strokeWidth={6} />
      )}
      {Array.from({ length: 11 }, (_, i) => {
        const a = at(i / 10)
        return (
          <line
            key={i}
            x1={x + (r - 7) * Math.sin(a)}
            y1={y - (r - 7) * Math.cos(a)}
            x2={x + (r - 2) * Math.sin(a)}
            y2={y - (r - 2) * Math.cos(a)}
          />
        )
      })}
      <line
        x1={x}
        y1={y}
        x2={x + (r - 9) * Math.sin(angle)}
        y2={y - (r - 9) * Math.cos(angle)}
        stroke={colour}
        strokeWidth={3.5}
        strokeLinecap="round"
      />
      <circle cx={x} cy={y} r={4} fill="var(--ink)" />
    </g>
  )
}
