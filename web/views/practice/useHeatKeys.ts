import { useEffect, useRef } from 'react'
import { pressed, typing } from './key-target.ts'

/** Degrees, or mm along a lap, and mm along that a key moves the torch in a second. */
const ROUND_S = 110
const ALONG_S = 32
const STEP_MS = 50

/** Where a torch is: degrees or mm round, mm along. */
export interface Place {
  readonly pos: number
  readonly z: number
}

/** What the keys of the heat bench do. */
export interface HeatKeys {
  /** Moves the torch by so much. */
  readonly by: (pos: number, z: number) => void
  readonly rodBy: (pos: number) => void
  readonly rod: (on: boolean) => void
  readonly flame: () => void
  readonly away: (by: number) => void
  readonly once: Readonly<Record<string, () => void>>
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const RODS: Readonly<Record<string, number>> = { a: -1, d: 1 }

/** The keys of the heat bench; they come before those of the app. @param keys undefined while nothing is practised */
export function useHeatKeys(keys: HeatKeys | undefined): void {
  const down = useRef(new Set<string>())
  useEffect(() => {
    if (!keys) return
    const held = down.current
    held.clear()
    const timer = setInterval(() => {
      let [round, along, rod] = [0, 0, 0]
      for (const key of held) {
        round += ARROWS[key]?.[0] ?? 0
        along += ARROWS[key]?.[1] ?? 0
        rod += RODS[key] ?? 0
      }
      const share = STEP_MS / 1000
      if (round !== 0 || along !== 0) keys.by(round * ROUND_S * share, along * ALONG_S * share)
      if (rod !== 0) keys.rodBy(rod * ROUND_S * share)
    }, STEP_MS)
    const onDown = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return
      const key = e.key.length === 1 ? e.key.toLowerCase() : e.key
      const act = keys.once[key]
      if (ARROWS[key] || RODS[key] !== undefined) held.add(key)
      else if (key === ' ' && !pressed(e.target)) {
        if (!e.repeat) keys.rod(true)
      } else if (key === 'f') {
        if (!e.repeat) keys.flame()
      } else if (key === '+' || key === '=') keys.away(2)
      else if (key === '-') keys.away(-2)
      else if (act) {
        if (!e.repeat) act()
      } else return
      e.preventDefault()
      e.stopPropagation()
    }
    const onUp = (e: KeyboardEvent) => {
      held.delete(e.key.length === 1 ? e.key.toLowerCase() : e.key)
      if (e.key === ' ' && !pressed(e.target)) keys.rod(false)
    }
    document.addEventListener('keydown', onDown, true)
    document.addEventListener('keyup', onUp, true)
    return () => {
      clearInterval(timer)
      document.removeEventListener('keydown', onDown, true)
      document.removeEventListener('keyup', onUp, true)
    }
  }, [keys])
}
