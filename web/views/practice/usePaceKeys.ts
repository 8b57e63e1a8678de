import { useEffect } from 'react'
import { pressed, typing } from './key-target.ts'

/** What the keys of the pace bench do. */
export interface PaceKeys {
  readonly lever: (down: boolean) => void
  /** Each press, and again while a key is held. */
  readonly each: Readonly<Record<string, () => void>>
  /** Once a press. */
  readonly once: Readonly<Record<string, () => void>>
}

/** The keys of the pace bench; they come before those of the app. @param keys undefined while nothing is practised */
export function usePaceKeys(keys: PaceKeys | undefined): void {
  useEffect(() => {
    if (!keys) return
    const onDown = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return
      const key = e.key.length === 1 ? e.key.toLowerCase() : e.key
      const again = keys.each[key]
      const act = keys.once[key]
      if (key === ' ' && !pressed(e.target)) {
        if (!e.repeat) keys.lever(true)
      } else if (again) again()
      else if (act) {
        if (!e.repeat) act()
      } else return
      e.preventDefault()
      e.stopPropagation()
    }
    const onUp = (e: KeyboardEvent) => {
      if (e.key === ' ' && !pressed(e.target)) keys.lever(false)
    }
    document.addEventListener('keydown', onDown, true)
    document.addEventListener('keyup', onUp, true)
    return () => {
      document.removeEventListener('keydown', onDown, true)
      document.removeEventListener('keyup', onUp, true)
    }
  }, [keys])
}
