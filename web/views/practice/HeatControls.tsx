import { Minus, Plus } from 'lucide-react'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import type { HeatFrame } from '../../work/heat-work.ts'
import { Key, Toggle } from './Toggle.tsx'

/** What both hands do beside leading the flame. */
export interface HeatActs {
  readonly flame: () => void
  readonly second: () => void
  readonly rod: (on: boolean) => void
  readonly away: (byMm: number) => void
  readonly nitrogen: () => void
  readonly flux: () => void
  readonly rag: () => void
  readonly finish: () => void
}

/** Flame, rod, distance, and what else is laid on: under the joint. */
export function HeatControls({
  joint,
  frame,
  acts,
  still,
}: {
  readonly joint: HeatJoint
  readonly frame: HeatFrame | undefined
  readonly acts: HeatActs
  readonly still: boolean
}) {
  const { print } = useShop()
  const on = (k: number) => frame?.torches[k]?.on === true
  const hold = {
    onPointerDown: () => acts.rod(true),
    onPointerUp: () => acts.rod(false),
    onPointerLeave: () => (frame?.rod === undefined ? undefined : acts.rod(false)),
  }
  const rodOn = frame?.rod !== undefined
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Toggle on={on(0)} k="F" disabled={still} onClick={acts.flame}>
        Flame on it
      </Toggle>
      {joint.torches === 2 ? (
        <Toggle on={on(1)} k="2" disabled={still} onClick={acts.second}>
          Second torch
        </Toggle>
      ) : null}
      <Button
        big
        aria-pressed={rodOn}
        disabled={still}
        className={`touch-none ${rodOn ? 'bg-ink! text-paper!' : ''}`}
        {...hold}
        onKeyDown={(e) => (e.key === ' ' || e.key === 'Enter' ? acts.rod(true) : undefined)}
        onKeyUp={() => acts.rod(false)}
      >
        Hold the rod <Key k="Space" on={rodOn} />
      </Button>
      <div className="flex items-center gap-1">
        <Button
          big
          aria-label="Closer"
          className="min-w-[56px]"
          disabled={still}
          onClick={() => acts.away(-2)}
        >
          <Minus size={20} aria-hidden="true" />
        </Button>
        <p className="figure min-w-[92px] text-center text-field">
          {print((frame?.awayMm ?? joint.coneM * 1000) / 1000, 'eye')}
          <span className="block text-foot text-soft">cone off it</span>
        </p>
        <Button
          big
          aria-label="Further off"
          className="min-w-[56px]"
          disabled={still}
          onClick={() => acts.away(2)}
        >
          <Plus size={20} aria-hidden="true" />
        </Button>
      </div>
      {joint.flux ? (
        <Toggle
          on={frame?.fluxed === true}
          k="X"
          disabled={still || frame?.fluxed === true}
          onClick={acts.flux}
        >
          Flux
        </Toggle>
      ) : null}
      {joint.made.type === 'tube' ? (
        <>
          <Toggle on={frame?.nitrogen === true} k="N" disabled={still} onClick={acts.nitrogen}>
            Nitrogen
          </Toggle>
          <Toggle on={frame?.rag === true} k="G" disabled={still} onClick={acts.rag}>
            Wet rag
          </Toggle>
        </>
      ) : null}
      {still ? null : (
        <Button look="act" className="md:hidden" onClick={acts.finish}>
          That is it
        </Button>
      )}
    </div>
  )
}
