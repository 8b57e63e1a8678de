import { ChevronsLeft, ChevronsRight, Minus, Plus } from 'lucide-react'
import type { ReactNode } from 'react'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import type { PaceFrame } from '../../work/pace-work.ts'
import { Key, Toggle } from './Toggle.tsx'
import type { PaceActs } from './usePaceActs.ts'

/** What a hand changes step by step: less, how it stands, more. */
function Stepped({
  less,
  more,
  says,
  called,
  still,
  onLess,
  onMore,
  icons = [
    <Minus key="less" size={20} aria-hidden="true" />,
    <Plus key="more" size={20} aria-hidden="true" />,
  ],
}: {
  readonly less: string
  readonly more: string
  readonly says: string
  readonly called: string
  readonly still: boolean
  readonly onLess: () => void
  readonly onMore: () => void
  readonly icons?: readonly [ReactNode, ReactNode]
}) {
  return (
    <div className="flex items-center gap-1">
      <Button big aria-label={less} className="min-w-[56px]" disabled={still} onClick={onLess}>
        {icons[0]}
      </Button>
      <p className="figure min-w-[92px] text-center text-field">
        {says}
        <span className="block text-foot text-soft">{called}</span>
      </p>
      <Button big aria-label={more} className="min-w-[56px]" disabled={still} onClick={onMore}>
        {icons[1]}
      </Button>
    </div>
  )
}

/** Lever, pace, height and lean: under the plate. */
export function PaceControls({
  frame,
  acts,
  still,
}: {
  readonly frame: PaceFrame | undefined
  readonly acts: PaceActs
  readonly still: boolean
}) {
  const { print } = useShop()
  const down = (frame?.lever ?? 0) > 0.5
  const speed = frame?.go ?? 0
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button
        big
        aria-pressed={down}
        disabled={still}
        className={`min-w-[170px] touch-none select-none ${down ? 'bg-ink! text-paper!' : ''}`}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          acts.lever(true)
        }}
        onPointerUp={() => acts.lever(false)}
        onPointerCancel={() => acts.lever(false)}
        onKeyDown={(e) => (e.key === ' ' || e.key === 'Enter' ? acts.lever(true) : undefined)}
        onKeyUp={() => acts.lever(false)}
      >
        Hold the lever <Key k="Space" on={down} />
      </Button>
      <Toggle on={acts.eased} k="E" disabled={still} onClick={acts.ease}>
        Ease it
      </Toggle>
      <Button big disabled={still} onClick={acts.toStart}>
        {frame?.lostAt === undefined ? 'To the start' : 'Back to the edge'} <Key k="H" />
      </Button>
      <Stepped
        less="Slower"
        more="Quicker"
        says={speed > 0 ? print(speed / 1000, 'speed') : 'by hand'}
        called="goes by itself"
        still={still}
        onLess={() => acts.quicker(-1)}
        onMore={() => acts.quicker(1)}
        icons={[
          <ChevronsLeft key="less" size={20} aria-hidden="true" />,
          <ChevronsRight key="more" size={20} aria-hidden="true" />,
        ]}
      />
      <Stepped
        less="Lower"
        more="Higher"
        says={print((frame?.heightMm ?? 0) / 1000, 'rule')}
        called="tip to work"
        still={still}
        onLess={() => acts.height(-0.5)}
        onMore={() => acts.height(0.5)}
      />
      <Stepped
        less="Lean back"
        more="Lean forward"
        says={leanSaid(frame?.lean ?? 0)}
        called="lean"
        still={still}
        onLess={() => acts.lean(-5)}
        onMore={() => acts.lean(5)}
      />
      {still ? null : (
        <Button look="act" className="md:hidden" onClick={acts.finish}>
          That is it
        </Button>
      )}
    </div>
  )
}

/** A lean in words. */
export const leanSaid = (degrees: number): string => {
  const whole = Math.round(degrees)
  return whole === 0 ? 'upright' : `${Math.abs(whole)}° ${whole > 0 ? 'forward' : 'back'}`
}
