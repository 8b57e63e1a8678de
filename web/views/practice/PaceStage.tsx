import { useEffect, useRef, useState, type PointerEvent } from 'react'
import type { PaceBoard } from '#core/teach/pace-board.ts'
import { onSheet, planPlace, placeOnPlan, type PaceLook } from '../../drawing/pace-place.ts'
import { useShop } from '../../app/shop.ts'
import type { PaceCame } from '../../work/pace-work.ts'
import type { PaceBenchHeld } from '../../work/usePaceBench.ts'
import { useCanvases } from '../../work/useStagedBench.ts'
import { useSize } from './useSize.ts'
import { eventsOf, MARK_PX, spreadOut } from './pace-events.ts'

interface Props {
  readonly board: PaceBoard
  readonly bench: Pick<PaceBenchHeld, 'stage' | 'look' | 'latest'>
  readonly looks: Omit<PaceLook, 'plan' | 'face' | 'dense'>
  readonly still: boolean
  /** What came of it, once it is over. */
  readonly came: PaceCame | undefined
  readonly label: string
  readonly onLead: (x: number, y: number) => void
  readonly onLever: (down: boolean) => void
  readonly onHeight: (byMm: number) => void
}

/** A turn of the wheel, and a way of two fingers, in mm of height: px to a mm. */
const WHEEL_MM = 0.5
const FINGERS_PX_MM = 14

/**
 * The plate from above, over which the torch is led, and under it the face that the cut opens. A mouse leads by hovering and
 * presses the lever with its button, its wheel raises and lowers; a finger leads, a second one raises and lowers.
 */
export function PaceStage({ board, bench, looks, still, came, label, onLead, onLever, onHeight }: Props) {
  const [planBox, faceBox] = [useRef<HTMLDivElement>(null), useRef<HTMLDivElement>(null)]
  const [plan, face] = [useSize(planBox), useSize(faceBox)]
  const { stage, look } = bench
  useCanvases(planBox, faceBox, stage)
  useEffect(() => {
    if (plan.width > 0 && face.width > 0)
      look({ ...looks, plan, face, dense: Math.min(2, window.devicePixelRatio || 1) })
  }, [look, looks, plan, face])
  const fingers = useFingers(onHeight)
  const lead = (on: 'plan' | 'face') => (e: PointerEvent<HTMLDivElement>) => {
    if (still) return
    if (e.type === 'pointerdown') e.currentTarget.setPointerCapture(e.pointerId)
    const touch = e.pointerType === 'touch'
    if (touch && fingers.moved(e)) return
    if (touch && !e.currentTarget.hasPointerCapture(e.pointerId)) return
    const box = e.currentTarget.getBoundingClientRect()
    const near = bench.latest.current?.x ?? 0
    // the face is a straight line, whatever is seen above it
    const as = on === 'plan' ? board : { ...board, shape: 'line' as const }
    const px = onSheet(box, looks, e.clientX - box.left)
    const at = placeOnPlan({ board: as }, box, px, e.clientY - box.top, near)
    onLead(at.x, on === 'plan' ? at.y : 0)
    if (e.type === 'pointerdown' && !touch) onLever(true)
  }
  const up = (e: PointerEvent<HTMLDivElement>) => {
    fingers.gone(e)
    if (e.pointerType !== 'touch') onLever(false)
  }
  useWheel([planBox, faceBox], still, onHeight)
  const round = board.shape === 'circle'
  const on = (which: 'plan' | 'face') => ({
    onPointerDown: lead(which),
    onPointerMove: lead(which),
    onPointerUp: up,
    onPointerCancel: up,
    className: `relative h-full touch-none overflow-hidden rounded-md border-[1.5px] border-rule select-none ${still ? '' : 'cursor-crosshair'}`,
  })
  return (
    <div
      className={`grid min-h-[300px] grow gap-2 ${round ? 'grid-rows-[1.1fr_1fr] md:grid-cols-[1fr_1.7fr] md:grid-rows-1' : 'grid-rows-[1fr_2.2fr]'}`}
    >
      <div className="relative">
        <div ref={planBox} role="img" aria-label="The plate from above" {...on('plan')} />
        {came ? <Events board={board} size={plan} looks={looks} came={came} /> : null}
      </div>
      <div ref={faceBox} role="img" aria-label={label} {...on('face')} />
    </div>
  )
}

/** Two fingers on the plate raise and lower the torch: how far both go up is how far it does. */
function useFingers(onHeight: (byMm: number) => void): {
  /** Whether it was a way of two fingers. */
  readonly moved: (e: PointerEvent) => boolean
  readonly gone: (e: PointerEvent) => void
} {
  const down = useRef(new Map<number, number>())
  const owed = useRef(0)
  return {
    moved: (e) => {
      const was = down.current.get(e.pointerId)
      if (e.type === 'pointerdown') owed.current = 0
      else if (was === undefined) return false
      down.current.set(e.pointerId, e.clientY)
      if (down.current.size < 2) return false
      owed.current += was === undefined ? 0 : (was - e.clientY) / FINGERS_PX_MM / 2
      const whole = Math.trunc(owed.current / WHEEL_MM) * WHEEL_MM
      if (whole !== 0) {
        owed.current -= whole
        onHeight(whole)
      }
      return true
    },
    gone: (e) => void down.current.delete(e.pointerId),
  }
}

/** The wheel raises and lowers the torch, and does not move the page. */
function useWheel(
  boxes: readonly { readonly current: HTMLDivElement | null }[],
  still: boolean,
  onHeight: (byMm: number) => void,
): void {
  const [one, two] = boxes
  useEffect(() => {
    if (still) return
    const turned = (e: WheelEvent) => {
      e.preventDefault()
      if (e.deltaY !== 0) onHeight(e.deltaY < 0 ? WHEEL_MM : -WHEEL_MM)
    }
    const on = [one?.current, two?.current]
    for (const box of on) box?.addEventListener('wheel', turned, { passive: false })
    return () => {
      for (const box of on) box?.removeEventListener('wheel', turned)
    }
  }, [one, two, still, onHeight])
}

/** What happened, where along the line: each mark can be reached by key, and says itself. */
function Events({
  board,
  size,
  looks,
  came,
}: {
  readonly board: PaceBoard
  readonly size: { readonly width: number; readonly height: number }
  readonly looks: Pick<PaceLook, 'mirrored'>
  readonly came: PaceCame
}) {
  const { print } = useShop()
  const [shown, setShown] = useState<number | undefined>(undefined)
  const events = eventsOf(came, (m) => print(m, 'rule'))
  const at = planPlace({ board }, size)
  const places = spreadOut(
    events.map((e) => {
      const [px, py] = at(e.xMm, 0)
      return [onSheet(size, looks, px), py]
    }),
    size,
  )
  const told = shown === undefined ? undefined : events[shown]
  return (
    <>
      <ol aria-label="What happened along the line">
        {events.map((e, i) => {
          const [left, top] = places[i] ?? [0, 0]
          return (
            <li
              key={`${e.kind} ${e.t}`}
              className="absolute"
              style={{ left: left - MARK_PX / 2, top: top - MARK_PX / 2 }}
            >
              <button
                type="button"
                aria-label={e.says}
                className="flex min-h-[44px] w-[44px] items-center justify-center rounded-md text-label font-bold"
                onClick={() => setShown(i)}
                onFocus={() => setShown(i)}
                onPointerEnter={() => setShown(i)}
              >
                <span className="rounded-sm bg-sheet px-1 text-ink" aria-hidden="true">
                  {e.mark}
                </span>
              </button>
            </li>
          )
        })}
      </ol>
      {told ? (
        <p className="absolute bottom-1 left-1 rounded-sm bg-sheet px-2 text-field text-ink" role="status">
          {told.says}
        </p>
      ) : null}
    </>
  )
}
