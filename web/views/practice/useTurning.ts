import { useCallback, useEffect, useMemo, useRef } from 'react'
import type { Valve } from '../../work/useFlameBench.ts'

/** A held button or key turns on after so long, and then a part of a turn each so often, ms. */
const WAIT_MS = 280
const EACH_MS = 45
/** Held longer than this it goes four times as fast. ms */
const FAST_MS = 1400
const FAST = 4

/** Turning a valve for as long as something is held: first one part, then on and on. */
export interface Turning {
  readonly start: (valve: Valve, way: 1 | -1) => void
  readonly stop: () => void
}

/** @param turn turns a valve by so many parts */
export function useTurning(turn: (valve: Valve, by: number) => void): Turning {
  const held = useRef<{ timer: number } | undefined>(undefined)
  const stop = useCallback(() => {
    if (held.current) window.clearInterval(held.current.timer)
    held.current = undefined
  }, [])
  const start = useCallback(
    (valve: Valve, way: 1 | -1) => {
      stop()
      turn(valve, way)
      const from = performance.now()
      const timer = window.setInterval(() => {
        const since = performance.now() - from
        if (since > WAIT_MS) turn(valve, way * (since > FAST_MS ? FAST : 1))
      }, EACH_MS)
      held.current = { timer }
    },
    [stop, turn],
  )
  useEffect(() => {
    window.addEventListener('blur', stop)
    return () => {
      window.removeEventListener('blur', stop)
      stop()
    }
  }, [stop])
  return useMemo(() => ({ start, stop }), [start, stop])
}
