import { wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { TakeOff, TakeOffRequest } from '#core/braze/take-off.ts'
import type { TakeOffWorker } from './take-off.worker.ts'

const TYPING_MS = 250

/** A list of joints worked out beside the page as it is pasted or typed; undefined for an empty list. */
export function useTakeOff(request: TakeOffRequest | undefined): {
  result: TakeOff | undefined
  busy: boolean
} {
  const worker = useRef<Worker | undefined>(undefined)
  const [answer, setAnswer] = useState<{ of: TakeOffRequest; result: TakeOff } | undefined>(undefined)
  useEffect(() => () => worker.current?.terminate(), [])
  useEffect(() => {
    if (!request) return
    const timer = window.setTimeout(() => {
      // a list that is still being worked out is called off by the next one
      worker.current?.terminate()
      const own = new Worker(new URL('./take-off.worker.ts', import.meta.url), { type: 'module' })
      worker.current = own
      void wrap<TakeOffWorker>(own)
        .plan(request)
        .then((result) => {
          if (worker.current === own) setAnswer({ of: request, result })
        })
    }, TYPING_MS)
    return () => window.clearTimeout(timer)
  }, [request])
  return {
    result: request ? answer?.result : undefined,
    busy: request !== undefined && answer?.of !== request,
  }
}
