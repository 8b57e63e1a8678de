import { proxy, wrap } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { CutListPlan, CutListRequest, NoCutList, Progress } from '#core/stock/types.ts'
import type { CutListWorker } from './cut-list.worker.ts'

/** A cut list worked out beside the page, with its progress, and a way to call it off. */
export function useCutList() {
  const running = useRef<Worker | undefined>(undefined)
  const [progress, setProgress] = useState<Progress | undefined>(undefined)
  const [plan, setPlan] = useState<CutListPlan | NoCutList | undefined>(undefined)
  const [busy, setBusy] = useState(false)
  const cancel = useCallback(() => {
    running.current?.terminate()
    running.current = undefined
    setBusy(false)
    setProgress(undefined)
  }, [])
  useEffect(() => cancel, [cancel])
  const start = (request: CutListRequest) => {
    cancel()
    const worker = new Worker(new URL('./cut-list.worker.ts', import.meta.url), { type: 'module' })
    running.current = worker
    setBusy(true)
    setPlan(undefined)
    const end = (answer: CutListPlan | NoCutList) => {
      if (running.current !== worker) return
      cancel()
      setPlan(answer)
    }
    wrap<CutListWorker>(worker)
      .plan(
        request,
        proxy((p: Progress) => {
          if (running.current === worker) setProgress(p)
        }),
      )
      .then(end, () => end({ ok: false, field: '', message: 'This list could not be worked out.' }))
  }
  const forget = useCallback(() => setPlan(undefined), [])
  return { plan, progress, busy, start, cancel, forget }
}
