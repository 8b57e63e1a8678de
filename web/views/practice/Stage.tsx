import { transfer, wrap, type Remote } from 'comlink'
import { useEffect, useMemo, useRef } from 'react'
import { sizeTorch, type Torch as FlameTorch } from '#core/flame/torch.ts'
import type { Shown } from '#core/teach/flames-shown.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { mouthOf, TIP_AT, unitOf, type Light, type PaintedTip } from '../../drawing/flame-paint.ts'
import { useShop } from '../../app/shop.ts'
import type { BenchFrame } from '../../work/flame-work.ts'
import type { FlamePaintWorker } from '../../work/flame-paint.worker.ts'
import type { FlameBench } from '../../work/useFlameBench.ts'
import { useSize } from './useSize.ts'

/** What is painted of a torch: as far as its picture needs it. */
const tipOf = (torch: FlameTorch): PaintedTip => ({
  coneM: sizeTorch(torch).coneM,
  portM: torch.portM,
  jetM: torch.jetM,
  sign: FUELS[torch.fuel].flame.sign,
})

/** Ports that a painter has: each is given away once. */
const given = new WeakSet<MessagePort>()

const still = () => matchMedia('(prefers-reduced-motion: reduce)').matches

/** A length that is shown at its end: the cone's, the feather's. */
interface Length {
  readonly name: string
  readonly says: string
  /** Where it ends, px from the tip. */
  readonly long: number
}

/**
 * The stage: the torch with its flame, or the flames that are to be judged, as they are seen by day, in a dim shed or
 * through a shade. A torch in the left hand points the other way.
 */
export function Stage({
  torch,
  picture,
  frame,
  shown,
  light,
  hand,
  label,
}: {
  readonly torch: FlameTorch
  /** Tells how the picture changes. */
  readonly picture: FlameBench['picture']
  /** As it is told in words: for the lengths. */
  readonly frame: BenchFrame | undefined
  /** Flames to be judged in place of the one in hand. */
  readonly shown: readonly Shown[] | undefined
  readonly light: Light
  readonly hand: 'left' | 'right'
  readonly label: string
}) {
  const box = useRef<HTMLDivElement>(null)
  const { width, height } = useSize(box)
  const tip = useMemo(() => tipOf(torch), [torch])
  const painter = useRef<Remote<FlamePaintWorker> | undefined>(undefined)
  const dense = Math.min(2, window.devicePixelRatio || 1)
  useEffect(() => {
    const at = box.current
    if (!at) return
    // painted beside the page: what is pressed is never waited for. A canvas is given away once, so each has its own
    const on = at.ownerDocument.createElement('canvas')
    if (!on.transferControlToOffscreen) return
    on.className = 'absolute inset-0 h-full w-full'
    at.prepend(on)
    const own = new Worker(new URL('../../work/flame-paint.worker.ts', import.meta.url), { type: 'module' })
    const remote = wrap<FlamePaintWorker>(own)
    const sheet = on.transferControlToOffscreen()
    void remote.stage(transfer(sheet, [sheet]))
    painter.current = remote
    const seen = () => void (document.visibilityState === 'hidden' ? remote.rest() : remote.wake())
    document.addEventListener('visibilitychange', seen)
    return () => {
      document.removeEventListener('visibilitychange', seen)
      painter.current = undefined
      own.terminate()
      on.remove()
    }
  }, [])
  useEffect(() => {
    if (width === 0) return
    void painter.current?.set({
      width,
      height,
      dense,
      light,
      hand,
      tip,
      ports: torch.ports,
      shown,
      quiet: still(),
    })
  }, [tip, torch, shown, light, hand, width, height, dense])
  useEffect(() => {
    if (!picture || !painter.current || given.has(picture)) return
    given.add(picture)
    void painter.current.listen(transfer(picture, [picture]))
  }, [picture])

  return (
    <div
      ref={box}
      role="img"
      aria-label={label}
      className="relative h-[230px] grow overflow-hidden md:h-auto md:min-h-[170px] rounded-md border-[1.5px] border-rule"
      data-light={light}
    >
      {shown || !frame?.seen || width === 0 ? null : (
        <Lengths frame={frame} tip={tip} width={width} height={height} light={light} hand={hand} />
      )}
    </div>
  )
}

/** A feather that is no longer than this many cones is none to the eye. */
const FEATHER_FROM = 1.12
/** With less oxygen there is no cone to be measured. */
const CONES_FROM = 0.4

/** How long cone and feather are, with lines down from where they end. */
function Lengths({
  frame,
  tip,
  width,
  height,
  light,
  hand,
}: {
  readonly frame: BenchFrame
  readonly tip: PaintedTip
  readonly width: number
  readonly height: number
  readonly light: Light
  readonly hand: 'left' | 'right'
}) {
  const { print } = useShop()
  const look = frame.seen?.look
  if (!look || look.mixture < CONES_FROM || tip.sign === 'meters') return null
  const unit = unitOf(width)
  const feathered = look.feather > look.cone * FEATHER_FROM
  const lengths: readonly Length[] = [
    { name: 'cone', says: `cone ${print(look.cone * tip.coneM, 'eye')}`, long: look.cone * unit },
    ...(feathered
      ? [
          {
            name: 'feather',
            says: `feather ${(look.feather / look.cone).toFixed(1)} cones`,
            long: look.feather * unit,
          },
        ]
      : []),
  ]
  const gap = (frame.seen?.gap ?? 0) * unit
  const below = mouthOf(tip, unit) * 1.3 + 44
  const x = (long: number) => {
    const right = width * TIP_AT + gap + long
    return hand === 'left' ? width - right : right
  }
  return (
    <div className={`name text-field font-medium ${light === 'day' ? 'text-spine' : 'text-spine-ink'}`}>
      {lengths.map(({ name, says, long }, i) => {
        // each to its own side of its line: they may end close together
        const back = (i === 0) === (hand === 'right')
        return (
          <div
            key={name}
            className="absolute top-0 left-0 border-l border-current/60"
            style={{
              height: below,
              transform: `translate(${x(long).toFixed(1)}px, ${(height / 2 + 8).toFixed(1)}px)`,
            }}
          >
            <span className={`absolute bottom-0 px-2 whitespace-nowrap ${back ? 'right-0' : 'left-0'}`}>
              {says}
            </span>
          </div>
        )
      })}
    </div>
  )
}
