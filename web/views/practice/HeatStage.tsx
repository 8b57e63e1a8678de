import { useEffect, useRef, type PointerEvent } from 'react'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import { reachMm } from '#core/teach/heat-play.ts'
import type { HeatLook } from '../../drawing/heat-paint.ts'
import type { HeatBenchHeld } from '../../work/useHeatBench.ts'
import { useCanvases } from '../../work/useStagedBench.ts'
import type { Place } from './useHeatKeys.ts'
import { useSize } from './useSize.ts'

/** The map's place under a finger: degrees or mm round, mm along. */
function placeAt(joint: HeatJoint, e: PointerEvent<HTMLElement>): Place {
  const box = e.currentTarget.getBoundingClientRect()
  const [x, y] = [(e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height]
  const [low, high] = reachMm(joint)
  return {
    pos: joint.made.type === 'tube' ? x * 360 - 180 : (x - 0.5) * joint.made.W * 1000,
    z: low + y * (high - low),
  }
}

interface Props {
  readonly joint: HeatJoint
  readonly bench: Pick<HeatBenchHeld, 'stage' | 'look'>
  readonly looks: Omit<HeatLook, 'map' | 'side' | 'dense'>
  readonly hand: 'left' | 'right'
  readonly still: boolean
  /** It is over: there is no lip to feed. */
  readonly done: boolean
  readonly label: string
  readonly sideLabel: string
  /** The flame comes to a place and stays on it while the finger does; undefined: it is lifted off. */
  readonly onFlame: (place: Partial<Place> | undefined) => void
  readonly onRod: (pos: number | undefined) => void
}

/**
 * The joint unrolled, over which the flame is led by pointer or finger, and beside it as it stands or sawn through; under
 * them the lip, to which the rod is held by the other hand.
 */
export function HeatStage({
  joint,
  bench,
  looks,
  hand,
  still,
  done,
  label,
  sideLabel,
  onFlame,
  onRod,
}: Props) {
  const [mapBox, sideBox] = [useRef<HTMLDivElement>(null), useRef<HTMLDivElement>(null)]
  const [map, side] = [useSize(mapBox), useSize(sideBox)]
  const { stage, look } = bench
  useCanvases(mapBox, sideBox, stage)
  useEffect(() => {
    if (map.width > 0 && side.width > 0)
      look({ ...looks, map, side, dense: Math.min(2, window.devicePixelRatio || 1) })
  }, [look, looks, map, side])
  const lead = (e: PointerEvent<HTMLDivElement>) => {
    if (still || looks.layer === 'gap' || looks.layer === 'bore') return
    if (e.type === 'pointerdown') e.currentTarget.setPointerCapture(e.pointerId)
    else if (!e.currentTarget.hasPointerCapture(e.pointerId)) return
    onFlame(placeAt(joint, e))
  }
  // in the section it is led along only: how far round stays
  const along = (e: PointerEvent<HTMLDivElement>) => {
    if (still) return
    if (e.type === 'pointerdown') e.currentTarget.setPointerCapture(e.pointerId)
    else if (!e.currentTarget.hasPointerCapture(e.pointerId)) return
    onFlame({ z: placeAt(joint, e).z })
  }
  const feed = (e: PointerEvent<HTMLDivElement>) => {
    if (still) return
    if (e.type === 'pointerdown') e.currentTarget.setPointerCapture(e.pointerId)
    else if (!e.currentTarget.hasPointerCapture(e.pointerId)) return
    onRod(placeAt(joint, e).pos)
  }
  const left = hand === 'left'
  return (
    <div
      className={`grid min-h-[300px] grow grid-rows-[1fr_auto] gap-2 ${left ? 'grid-cols-[1fr_2fr]' : 'grid-cols-[2fr_1fr]'}`}
    >
      <div
        ref={mapBox}
        role="img"
        aria-label={label}
        className={`relative touch-none overflow-hidden rounded-md border-[1.5px] border-rule ${left ? 'order-2' : ''}`}
        onPointerDown={lead}
        onPointerMove={lead}
        onPointerUp={() => onFlame(undefined)}
        onPointerCancel={() => onFlame(undefined)}
      />
      <div
        ref={sideBox}
        role="img"
        aria-label={sideLabel}
        className={`relative touch-none overflow-hidden rounded-md border-[1.5px] border-rule ${left ? 'order-1' : ''}`}
        onPointerDown={along}
        onPointerMove={along}
        onPointerUp={() => onFlame(undefined)}
        onPointerCancel={() => onFlame(undefined)}
      />
      {done ? (
        <span />
      ) : (
        <div
          aria-hidden="true"
          className={`relative flex min-h-[44px] touch-none items-center justify-center rounded-md border-[1.5px] border-dashed select-none ${left ? 'order-4' : ''} ${still ? 'border-rule text-soft' : 'border-ink'}`}
          onPointerDown={feed}
          onPointerMove={feed}
          onPointerUp={() => onRod(undefined)}
          onPointerCancel={() => onRod(undefined)}
        >
          <span className="name text-field">The lip: hold the rod here</span>
        </div>
      )}
      <p className={`name content-center text-center text-foot text-soft ${left ? 'order-3' : ''}`}>
        {sideLabel}
      </p>
    </div>
  )
}
