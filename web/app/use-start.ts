import { useCallback } from 'react'
import { useNavigate } from 'react-router'
import { api, type Failure } from './api.ts'
import { troubleOnItsWay } from './outbox.ts'
import { useApp } from './store.ts'

/** What is run: a piece of its own, or a batch. */
type Started = { readonly pieceId: string } | { readonly batchId: string }

/** Begins a run and opens it. */
export function useStart(): {
  /** @throws what the server would not take, which is told of in `failure` too */
  readonly begin: (what: Started) => Promise<void>
  readonly starting: boolean
  /** Trouble that was told here is on its way: nothing is to be begun before the server knows of it. */
  readonly trouble: boolean
  /** Why it was not begun. */
  readonly failure: string | undefined
} {
  const go = useNavigate()
  const personId = useApp((s) => s.device.personId)
  const trouble = useApp((s) => troubleOnItsWay(s.outbox))
  const [start, { isLoading, error }] = api.useStartRunMutation()
  const begin = useCallback(
    async (what: Started): Promise<void> => {
      const run = await start({
        pieceId: null,
        batchId: null,
        ...what,
        id: crypto.randomUUID(),
        personId,
        at: new Date().toISOString(),
      }).unwrap()
      void go(`/run/${run.id}`)
    },
    [start, personId, go],
  )
  return { begin, starting: isLoading, trouble, failure: (error as Failure | undefined)?.message }
}
