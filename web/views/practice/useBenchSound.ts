import { useEffect, useMemo, useRef, useState } from 'react'

/** The sound follows what is heard so often, ms. */
const EACH_MS = 60

/** A bench's sound that can be ended. */
interface Sounding {
  readonly end: () => void
}

/**
 * The sound of a bench: off until somebody asks for it, and only then fetched.
 * @param open makes it; @param follow lets it sound as the bench does now. Both stay the same while nothing else is heard.
 */
export function useBenchSound<S extends Sounding>(
  open: () => Promise<S>,
  follow: (sound: S) => void,
): { readonly on: boolean; readonly setOn: (on: boolean) => void } {
  const [on, setOn] = useState(false)
  const sound = useRef<S | undefined>(undefined)
  useEffect(() => {
    if (!on) return
    let gone = false
    open().then(
      (made) => {
        if (gone) made.end()
        else sound.current = made
      },
      // a device without sound stays silent, and says so
      () => setOn(false),
    )
    return () => {
      gone = true
      sound.current?.end()
      sound.current = undefined
    }
  }, [on, open])
  useEffect(() => {
    if (!on) return
    const timer = window.setInterval(() => {
      if (sound.current && document.visibilityState !== 'hidden') follow(sound.current)
    }, EACH_MS)
    return () => window.clearInterval(timer)
  }, [on, follow])
  return useMemo(() => ({ on, setOn }), [on])
}
