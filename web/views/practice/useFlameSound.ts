import { useEffect, useRef, useState, type RefObject } from 'react'
import type { FlameSound } from '../../work/flame-sound.ts'
import type { BenchFrame } from '../../work/flame-work.ts'

/** The sound follows what is heard so often, ms. */
const EACH_MS = 60

/**
 * The flame's sound: off until somebody asks for it.
 * @param latest what sounds
 */
export function useFlameSound(latest: RefObject<BenchFrame | undefined>): {
  readonly on: boolean
  readonly setOn: (on: boolean) => void
} {
  const [on, setOn] = useState(false)
  const sound = useRef<FlameSound | undefined>(undefined)
  useEffect(() => {
    if (!on) return
    let gone = false
    const timer = window.setInterval(() => {
      if (latest.current && document.visibilityState !== 'hidden') sound.current?.follow(latest.current)
    }, EACH_MS)
    void import('../../work/flame-sound.ts').then((made) => {
      if (!gone) sound.current = new made.FlameSound()
    })
    return () => {
      gone = true
      window.clearInterval(timer)
      sound.current?.end()
      sound.current = undefined
    }
  }, [on, latest])
  return { on, setOn }
}
