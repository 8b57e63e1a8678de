import { useEffect, useRef } from 'react'
import type { StepTimer } from '#core/line/steps.ts'
import { printDuration } from '#core/quantity/index.ts'
import { useApp } from '../../app/store.ts'
import { Frame } from '../../drawing/Frame.tsx'
import { Button } from '../../ui/Button.tsx'
import { speak } from '../../work/voice.ts'
import { beep } from './clock.ts'

const R = 118
const ROUND = 2 * Math.PI * R

/** What a clock says under its ring. */
function clockWords(timer: StepTimer, over: boolean, free: boolean): string {
  switch (timer.kind) {
    case 'at-least':
      if (timer.freeS !== undefined && free && !over)
        return `${timer.what}: enough to go on. Three hose volumes at ${printDuration(timer.seconds)}`
      return over ? `${timer.what}: long enough` : `${timer.what}: at least ${printDuration(timer.seconds)}`
    case 'at-most':
      return over
        ? `${timer.what}: too long. Shut everything down`
        : `${timer.what}: ${printDuration(timer.seconds)} at most`
    case 'carries-on':
      return `${timer.what}: ${printDuration(timer.seconds)}, goes on after this step`
    case 'about':
      return `${timer.what}: about ${Math.round(timer.lowS)} to ${printDuration(timer.highS)}, by what you see`
  }
}

/** A ring that runs: down to nothing for "at least", up through its span for "about". */
export function StepClock({
  timer,
  gone,
  onStart,
}: {
  readonly timer: StepTimer
  readonly gone: number | undefined
  readonly onStart: () => void
}) {
  const { sound, voice } = useApp((s) => s.device)
  const least = timer.kind === 'about' ? timer.lowS : timer.seconds
  const most = timer.kind === 'about' ? timer.highS : timer.seconds
  const over = gone !== undefined && gone >= least
  const freeS = timer.kind === 'at-least' ? (timer.freeS ?? least) : least
  const free = gone !== undefined && gone >= freeS
  const told = useRef(free)
  useEffect(() => {
    if (free && !told.current) {
      if (sound) beep(880, 0.6)
      // after the tone
      if (voice) speak(timer.kind === 'at-most' ? `${timer.what}: too long` : `${timer.what}: long enough`)
    }
    told.current = free
  }, [free, sound, voice, timer.kind, timer.what])
  const share = Math.min(1, (gone ?? 0) / most)
  const shown = timer.kind !== 'about' ? Math.max(0, Math.ceil(most - (gone ?? 0))) : Math.floor(gone ?? 0)
  const minutes = most >= 600
  return (
    <div className="grid place-items-center gap-2">
      <Frame
        viewBox="0 0 280 280"
        role="timer"
        aria-label={`${timer.what}: ${shown} s`}
        className={`w-full max-w-[250px] ${over ? 'animate-pulse' : ''}`}
      >
        <circle cx={140} cy={140} r={R} fill="none" stroke="var(--rule)" strokeWidth={16} />
        {timer.kind === 'about' ? (
          <circle
            cx={140}
            cy={140}
            r={R}
            fill="none"
            stroke="var(--brass)"
            opacity={0.5}
            strokeWidth={16}
            strokeDasharray={`${ROUND * (1 - least / most)} ${ROUND}`}
            transform={`rotate(${-90 + (360 * least) / most} 140 140)`}
          />
        ) : null}
        <circle
          cx={140}
          cy={140}
          r={R}
          fill="none"
          stroke={free ? (timer.kind === 'at-most' ? 'var(--alarm)' : 'var(--verdigris)') : 'var(--brick)'}
          strokeWidth={10}
          strokeDasharray={`${ROUND * share} ${ROUND}`}
          transform="rotate(-90 140 140)"
        />
        <text
          x={140}
          y={148}
          textAnchor="middle"
          data-fixed
          className="fill-ink font-figure text-head font-bold"
        >
          {minutes ? `${Math.floor(shown / 60)}:${String(shown % 60).padStart(2, '0')}` : shown}
        </text>
        <text
          x={140}
          y={204}
          textAnchor="middle"
          data-fixed
          className="fill-soft font-figure text-label font-medium"
        >
          {minutes ? 'minutes' : 'seconds'}
        </text>
      </Frame>
      <p className="name text-center text-label leading-snug">{clockWords(timer, over, free)}</p>
      {timer.kind === 'about' && gone === undefined ? (
        <Button big className="px-6 text-label" onClick={onStart}>
          Start the clock
        </Button>
      ) : null}
    </div>
  )
}
