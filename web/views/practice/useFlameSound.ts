import { useEffect, useRef, useState, type RefObject } from 'react'
import type { FlameSound } from '../../work/flame-sound.ts'
import type { SeenFlame } from '#core/flame/seen.ts'
import type { BenchFrame } from '../../work/flame-work.ts'

/** The sound follows what is heard so often, ms. */
const EACH_MS = 60

/**
 * The flame's sound: off until somebody asks for it.
 * @param latest the flame in hand
 * @param shown a flame that is shown in its place, by itself
 */
export function useFlameSound(
  latest: RefObject<BenchFrame | undefined>,
  shown: SeenFlame | undefined,
): {
  readonly on: boolean
  readonly setOn: (on: boolean) => void
} {
  const [on, setOn] = useState(false)
  const sound = useRef<FlameSound | undefined>(undefined)
  useEffect(() => {
    if (!on) return
    let gone = false
    void import('../../work/flame-sound.ts').then((made) => {
      if (!gone) sound.current = new made.FlameSound()
    })
    return () => {
      gone = true
      sound.current?.end()
      sound.current = undefined
    }
  }, [on])
  useEffect(() => {
    if (!on) return
    const timer = window.setInterval(() => {
      const now = latest.current
      if (!now || document.visibilityState === 'hidden') return
      sound.current?.follow(shown ? { ...now, seen: shown, lit: true } : now)
    }, EACH_MS)
    return () => window.clearInterval(timer)
  }, [on, latest, shown])
  return { on, setOn }
}
