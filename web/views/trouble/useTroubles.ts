import { useMemo } from 'react'
import type { BodyOf } from '#contract/schemas.ts'
import type { OpenTrouble } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { withSaid } from '../../app/changes.ts'
import { outbox } from '../../app/outbox.ts'
import { useApp, useSend } from '../../app/store.ts'

type Told = BodyOf<'addTrouble'>
/** What a trouble was met at; nulls where it is not known. */
export interface MetAt {
  readonly runId: string | null
  readonly pieceId: string | null
}
export const ANYWHERE: MetAt = { runId: null, pieceId: null }

/** What is grave and not cleared, and how more of it is told: each thing is stored when it is said. */
export function useTroubles(everyMs = 0): {
  readonly open: readonly OpenTrouble[]
  /** Says that it was seen; answers what it is called by from then on. */
  readonly see: (card: string, at: MetAt) => string
  readonly did: (trouble: { readonly id: string; readonly card: string }, act: string, at: MetAt) => void
  readonly clear: (trouble: OpenTrouble, personId: string, what: string) => void
} {
  const send = useSend()
  const { data } = api.useTroublesQuery(undefined, { pollingInterval: everyMs })
  const items = useApp((s) => s.outbox.items)
  const here = useApp((s) => s.device.personId)
  return useMemo(() => {
    const said = items.filter((i) => i.route === 'addTrouble').map((i) => i.body as Told)
    const tell = (told: Omit<Told, 'id' | 'at'>): string => {
      const id = crypto.randomUUID()
      send(
        outbox.actions.enqueued({
          id,
          key: `trouble:${id}`,
          route: 'addTrouble',
          params: {},
          body: { ...told, id, at: new Date(Date.now()).toISOString() } satisfies Told,
          notBefore: 0,
        }),
      )
      return id
    }
    return {
      open: withSaid(data ?? [], said),
      see: (card, at) => tell({ ...at, personId: here, card, step: 'seen', what: '', of: null }),
      did: ({ id, card }, act, at) =>
        void tell({ ...at, personId: here, card, step: 'done', what: act, of: id }),
      clear: ({ id, card, runId }, personId, what) =>
        void tell({ runId, pieceId: null, personId, card, step: 'cleared', what, of: id }),
    }
  }, [data, items, here, send])
}
