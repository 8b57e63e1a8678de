import { Minus, Plus } from 'lucide-react'
import { memo, useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { MOST_TURNS } from '#core/flame/torch.ts'
import { TURN_PARTS } from '#core/teach/bench.ts'
import type { FlameBench, Valve } from '../../work/useFlameBench.ts'
import type { Turning } from './useTurning.ts'
import { turnsSaid } from './words.ts'

const R = 64
const angleAt = (e: PointerEvent<SVGSVGElement>): number => {
  const box = e.currentTarget.getBoundingClientRect()
  return Math.atan2(e.clientY - box.top - box.height / 2, e.clientX - box.left - box.width / 2)
}
/** From one angle to another by the shorter way. */
const between = (from: number, to: number): number => {
  const d = to - from
  return d > Math.PI ? d - 2 * Math.PI : d < -Math.PI ? d + 2 * Math.PI : d
}

/** Parts of a turn for the keys of a slider. */
const STEPS: Readonly<Record<string, number>> = {
  ArrowUp: 1,
  ArrowRight: 1,
  ArrowDown: -1,
  ArrowLeft: -1,
  PageUp: TURN_PARTS / 8,
  PageDown: -TURN_PARTS / 8,
  Home: -MOST_TURNS * TURN_PARTS,
}

function PlainDial({
  name,
  valve,
  turns,
  colour,
  keys,
  turning,
  onTurn,
  listen,
  still,
}: {
  readonly name: string
  readonly valve: Valve
  readonly turns: number
  /** CSS colour of its gas. */
  readonly colour: string
  readonly keys: { readonly open: string; readonly shut: string }
  readonly turning: Turning
  readonly onTurn: (valve: Valve, by: number) => void
  /** Hears how far it stands open: its hand goes with it. */
  readonly listen: FlameBench['listen']
  /** Nothing can be done to it now. */
  readonly still: boolean
}) {
  const grip = useRef<{ angle: number; left: number } | undefined>(undefined)
  const pointer = useRef<SVGGElement>(null)
  useEffect(
    () =>
      listen(valve, (parts) =>
        pointer.current?.setAttribute('transform', `rotate(${(parts / TURN_PARTS) * 360})`),
      ),
    [listen, valve],
  )
  const said = turnsSaid(turns)
  const hold = (e: PointerEvent<SVGSVGElement>) => {
    if (still) return
    e.currentTarget.setPointerCapture(e.pointerId)
    grip.current = { angle: angleAt(e), left: 0 }
  }
  const follow = (e: PointerEvent<SVGSVGElement>) => {
    const now = grip.current
    if (!now) return
    const angle = angleAt(e)
    const parts = now.left + (between(now.angle, angle) / (2 * Math.PI)) * TURN_PARTS
    const whole = Math.trunc(parts)
    grip.current = { angle, left: parts - whole }
    if (whole !== 0) onTurn(valve, whole)
  }
  const letGo = () => {
    grip.current = undefined
  }
  const press = (e: KeyboardEvent) => {
    const by = STEPS[e.key]
    if (by === undefined || still) return
    e.preventDefault()
    onTurn(valve, by)
  }
  const held = (way: 1 | -1) => ({
    disabled: still,
    onPointerDown: () => turning.start(valve, way),
    onPointerUp: turning.stop,
    onPointerLeave: turning.stop,
    onPointerCancel: turning.stop,
    // by a key that presses it: a pointer has turned it already
    onClick: (e: { detail: number }) => (e.detail === 0 ? onTurn(valve, way) : undefined),
    className:
      'grid size-[56px] shrink-0 touch-none place-items-center rounded-md border-[1.5px] border-ink bg-sheet disabled:opacity-50',
  })
  return (
    <div className="grid justify-items-center gap-1">
      <div className="grid grid-cols-2 place-items-center gap-2 md:flex">
        <button type="button" aria-label={`Shut the ${name.toLowerCase()} a little`} {...held(-1)}>
          <Minus size={22} aria-hidden="true" />
        </button>
        <svg
          viewBox="-74 -74 148 148"
          role="slider"
          tabIndex={still ? -1 : 0}
          aria-label={`${name} valve`}
          aria-valuemin={0}
          aria-valuemax={MOST_TURNS}
          aria-valuenow={Math.round(turns * 100) / 100}
          aria-valuetext={said}
          aria-disabled={still}
          className={`order-first col-span-2 size-[112px] touch-none rounded-full md:order-none md:size-[128px] ${still ? 'opacity-60' : 'cursor-grab active:cursor-grabbing'}`}
          onPointerDown={hold}
          onPointerMove={follow}
          onPointerUp={letGo}
          onPointerCancel={letGo}
          onKeyDown={press}
        >
          <circle r={R} fill="var(--sheet)" stroke={colour} strokeWidth={8} />
          {Array.from({ length: 8 }, (_, i) => (
            <path
              key={i}
              d={`M0 ${-R + 9}V${-R + (i % 2 === 0 ? 19 : 15)}`}
              transform={`rotate(${i * 45})`}
              stroke="var(--soft)"
              strokeWidth={2}
            />
          ))}
          <g ref={pointer}>
            <path d={`M0 10V${-R + 16}`} stroke="var(--ink)" strokeWidth={9} strokeLinecap="round" />
          </g>
        </svg>
        <button type="button" aria-label={`Open the ${name.toLowerCase()} a little`} {...held(1)}>
          <Plus size={22} aria-hidden="true" />
        </button>
      </div>
      <p className="name text-center text-field leading-tight font-semibold" data-dial={valve}>
        {name} · {said}
        <span className="hidden text-text font-normal text-soft md:block">
          keys {keys.open.toUpperCase()} and {keys.shut.toUpperCase()}
        </span>
      </p>
    </div>
  )
}

/**
 * A valve of the torch: turned round by finger or pointer, by the buttons beside it, by its own keys, or by the arrows
 * when it has the focus. Each way turns it by the same small parts. Drawn again only when it stands otherwise: the flame
 * changes all the while.
 */
export const Dial = memo(PlainDial)
