import { useEffect, useRef, useState, type RefObject } from 'react'
import { sizeTorch, type Torch as FlameTorch } from '#core/flame/torch.ts'
import type { SeenFlame } from '#core/flame/seen.ts'
import { TICK_S } from '#core/teach/bench.ts'
import type { Shown } from '#core/teach/flames-shown.ts'
import { FUELS } from '#core/gas/fuels.ts'
import {
  FlamePainter,
  mouthOf,
  TIP_AT,
  unitOf,
  type Light,
  type PaintedTip,
  type Scene,
} from '../../drawing/flame-paint.ts'
import { Frame } from '../../drawing/Frame.tsx'
import { useShop } from '../../app/shop.ts'
import type { BenchFrame } from '../../work/flame.worker.ts'

/** What is painted of a torch: as far as its picture needs it. */
const tipOf = (torch: FlameTorch): PaintedTip => ({
  coneM: sizeTorch(torch).coneM,
  portM: torch.portM,
  jetM: torch.jetM,
  sign: FUELS[torch.fuel].flame.sign,
})

/** Each frame the picture goes so far of the way to what is so. */
const EASE = 0.35
const toward = (from: number, to: number) => from + (to - from) * EASE

/** A flame on its way to another: nothing on the stage jumps but the flame's going out. */
function eased(from: SeenFlame | undefined, to: SeenFlame | undefined): SeenFlame | undefined {
  if (!from || !to) return to
  const look = { ...to.look }
  for (const key of ['cone', 'feather', 'envelope', 'soot'] as const)
    look[key] = toward(from.look[key], to.look[key])
  return { ...to, look, gap: toward(from.gap, to.gap), smoke: toward(from.smoke, to.smoke) }
}

/** How long a pop is seen, s. */
const FLASH_S = 0.3
const flashOf = ({ happened, at }: BenchFrame): number => {
  if (happened?.what !== 'pop' && happened?.what !== 'bang') return 0
  return Math.max(0, 1 - ((at - happened.at) * TICK_S) / FLASH_S)
}

const still = () => matchMedia('(prefers-reduced-motion: reduce)').matches

/** The size of a canvas on the page, px of the page. */
function useSize(ref: RefObject<HTMLElement | null>): { readonly width: number; readonly height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 })
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const look = () => setSize({ width: element.clientWidth, height: element.clientHeight })
    look()
    const seen = new ResizeObserver(look)
    seen.observe(element)
    return () => seen.disconnect()
  }, [ref])
  return size
}

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
  latest,
  frame,
  shown,
  light,
  hand,
  label,
}: {
  readonly torch: FlameTorch
  readonly latest: RefObject<BenchFrame | undefined>
  /** As it is told in words: for the lengths. */
  readonly frame: BenchFrame | undefined
  /** Flames to be judged in place of the one in hand. */
  readonly shown: readonly Shown[] | undefined
  readonly light: Light
  readonly hand: 'left' | 'right'
  readonly label: string
}) {
  const box = useRef<HTMLDivElement>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const { width, height } = useSize(box)
  const painted = useRef<SeenFlame | undefined>(undefined)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context || width === 0) return
    const painter = new FlamePainter(context)
    const tip = tipOf(torch)
    const quiet = still()
    const dense = Math.min(2, window.devicePixelRatio || 1)
    const rows = shown?.length ?? 1
    const unit = unitOf(width) * (rows > 1 ? 0.8 : 1)
    const even = Array.from({ length: torch.ports }, () => 1)
    const common = {
      width,
      height,
      light,
      tip,
      unit,
      time: 0,
      near: false,
      jet: false,
      wind: 0,
      warm: 0,
      flash: 0,
    }
    const scenes = (time: number): readonly Scene[] => {
      if (shown)
        return shown.map(({ seen, ports, warm }, i) => ({
          ...common,
          y: (height * (2 * i + 1)) / (2 * rows),
          time: time + i * 1.7,
          seen,
          ports,
          warm,
        }))
      const now = latest.current
      painted.current = quiet ? now?.seen : eased(painted.current, now?.seen)
      return [
        {
          ...common,
          y: height / 2,
          time,
          seen: painted.current,
          ports: even,
          warm: now?.warm ?? 0,
          jet: now?.hands.lever === true && now.lit,
          near: now?.near === true,
          wind: now?.wind ?? 0,
          flash: now && !quiet ? flashOf(now) : 0,
        },
      ]
    }
    let asked = 0
    const paint = (ms: number) => {
      asked = requestAnimationFrame(paint)
      context.setTransform(
        hand === 'left' ? -dense : dense,
        0,
        0,
        dense,
        hand === 'left' ? width * dense : 0,
        0,
      )
      painter.clear(common)
      for (const scene of scenes(quiet ? 0 : ms / 1000)) painter.paint(scene)
    }
    asked = requestAnimationFrame(paint)
    return () => cancelAnimationFrame(asked)
  }, [torch, latest, shown, light, hand, width, height])

  const dense = typeof window === 'undefined' ? 1 : Math.min(2, window.devicePixelRatio || 1)
  return (
    <div
      ref={box}
      className="relative h-[230px] grow overflow-hidden md:h-auto md:min-h-[170px] rounded-md border-[1.5px] border-rule"
      data-light={light}
    >
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        width={Math.round(width * dense)}
        height={Math.round(height * dense)}
        className="absolute inset-0 h-full w-full"
      />
      {shown || !frame?.seen || width === 0 ? null : (
        <Lengths frame={frame} torch={torch} width={width} height={height} light={light} hand={hand} />
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
  torch,
  width,
  height,
  light,
  hand,
}: {
  readonly frame: BenchFrame
  readonly torch: FlameTorch
  readonly width: number
  readonly height: number
  readonly light: Light
  readonly hand: 'left' | 'right'
}) {
  const { print } = useShop()
  const look = frame.seen?.look
  if (!look || look.mixture < CONES_FROM || FUELS[torch.fuel].flame.sign === 'meters') return null
  const unit = unitOf(width)
  const { coneM } = sizeTorch(torch)
  const feathered = look.feather > look.cone * FEATHER_FROM
  const lengths: readonly Length[] = [
    { name: 'cone', says: `cone ${print(look.cone * coneM, 'eye')}`, long: look.cone * unit },
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
  const below = mouthOf(tipOf(torch), unit) * 1.3 + 44
  const x = (long: number) => {
    const right = width * TIP_AT + gap + long
    return hand === 'left' ? width - right : right
  }
  return (
    <Frame
      viewBox={`0 0 ${width} ${height}`}
      className={`absolute inset-0 h-full w-full ${light === 'day' ? 'text-spine' : 'text-spine-ink'}`}
      aria-label={lengths.map(({ says }) => says).join(', ')}
    >
      {lengths.map(({ name, says, long }, i) => {
        const foot = height / 2 + below
        // each to its own side of its line: they may end close together
        const back = (i === 0) === (hand === 'right')
        return (
          <g key={name}>
            <path
              d={`M${x(long)} ${height / 2 + 8}V${foot + 6}`}
              stroke="currentColor"
              strokeWidth={1}
              opacity={0.6}
            />
            <text
              x={x(long) + (back ? -6 : 6)}
              y={foot}
              textAnchor={back ? 'end' : 'start'}
              className="fill-current font-figure text-field font-medium"
            >
              {says}
            </text>
          </g>
        )
      })}
    </Frame>
  )
}
