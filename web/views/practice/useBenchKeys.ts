import { useEffect, useRef } from 'react'
import type { Valve } from '../../work/useFlameBench.ts'
import type { Turning } from './useTurning.ts'

/** The keys under each hand: the upper one opens, the lower one shuts. */
const HANDS = {
  left: { open: 'q', shut: 'a' },
  right: { open: 'p', shut: 'l' },
} as const

/** Which keys turn which valve: mirrored for a torch in the left hand. */
export const keysOfValve = (
  valve: 'oxygen' | 'fuel',
  hand: 'left' | 'right',
): { readonly open: string; readonly shut: string } =>
  (valve === 'oxygen') === (hand === 'right') ? HANDS.left : HANDS.right

/** What the bench's keys do. */
export interface BenchKeys {
  readonly turning: Turning
  readonly hand: 'left' | 'right'
  readonly lever: (down: boolean | 'other') => void
  readonly strike: () => void
  readonly near: () => void
  readonly handle: () => void
}

/** The lever stays where a short press puts it; held for longer it goes up with the key. ms */
const SHORT_MS = 250

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest('input, select, textarea, [role=dialog], [role=listbox]') !== null
const pressed = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('button, a, [role=radio]') !== null

/**
 * The keys of the bench. They come before those of the app, whose letters are valves here.
 * @param keys undefined while nothing is practised
 */
export function useBenchKeys(keys: BenchKeys | undefined): void {
  // when the lever's key went down: a press outlives what is told meanwhile
  const leverAt = useRef(0)
  useEffect(() => {
    if (!keys) return
    const { turning, hand } = keys
    const valves: Readonly<Record<string, readonly [Valve, 1 | -1]>> = Object.fromEntries(
      (['oxygen', 'fuel'] as const).flatMap((valve) => {
        const { open, shut } = keysOfValve(valve, hand)
        return [
          [open, [valve, 1]],
          [shut, [valve, -1]],
        ]
      }),
    )
    const once: Readonly<Record<string, () => void>> = {
      s: keys.strike,
      n: keys.near,
      h: keys.handle,
    }
    const down = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return
      const key = e.key.toLowerCase()
      const valve = valves[key]
      const act = once[key]
      if (valve) {
        if (!e.repeat) turning.start(...valve)
      } else if (act) {
        if (!e.repeat) act()
      } else if (key === ' ' && !pressed(e.target)) {
        if (!e.repeat) {
          leverAt.current = e.timeStamp
          keys.lever('other')
        }
      } else return
      e.preventDefault()
      e.stopPropagation()
    }
    const up = (e: KeyboardEvent) => {
      if (valves[e.key.toLowerCase()]) turning.stop()
      if (e.key !== ' ' || leverAt.current === 0) return
      if (e.timeStamp - leverAt.current > SHORT_MS) keys.lever(false)
      leverAt.current = 0
    }
    // caught on their way down, before the app hears them
    document.addEventListener('keydown', down, true)
    document.addEventListener('keyup', up, true)
    return () => {
      document.removeEventListener('keydown', down, true)
      document.removeEventListener('keyup', up, true)
    }
  }, [keys])
}
