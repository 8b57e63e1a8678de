import { useCallback, useEffect, useRef, useState } from 'react'
import type { Settings } from '#contract/schemas.ts'
import { api, type Failure } from '../../app/api.ts'

/** How many changes can be taken back, one after the other. */
const MOST = 30

/** One way of saving for all of the settings: at once, and taken back with a press. */
export function useShopEdit(settings: Settings) {
  const [put, { error }] = api.usePutSettingsMutation()
  const [before, setBefore] = useState<readonly Settings[]>([])
  /** Counts what was taken back, so that fields show what is there again. */
  const [taken, setTaken] = useState(0)
  // two changes in one breath build on each other, not both on what the page still shows
  const now = useRef(settings)
  useEffect(() => {
    now.current = settings
  }, [settings])
  const save = useCallback(
    async (next: Settings) => {
      const was = now.current
      now.current = next
      const done = await put(next)
      if (done.error) now.current = was
      return done.error === undefined
    },
    [put],
  )
  const change = useCallback(
    (part: Partial<Settings>) => {
      const was = now.current
      void save({ ...was, ...part }).then((good) => {
        if (good) setBefore((all) => [...all.slice(1 - MOST), was])
      })
    },
    [save],
  )
  const undo = () => {
    const last = before.at(-1)
    if (!last) return
    void save(last).then((good) => {
      if (!good) return
      setBefore((all) => all.slice(0, -1))
      setTaken((n) => n + 1)
    })
  }
  return { change, failure: error as Failure | undefined, undo, changes: before.length, taken }
}
