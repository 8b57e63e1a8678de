import { useEffect, useMemo, useRef, useState } from 'react'
import type { CutDraft } from '#contract/schemas.ts'
import type { Ticket } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { useApp, useSend } from '../../app/store.ts'

interface Held {
  readonly title: string
  readonly draft: CutDraft
}

const TYPING_MS = 400

/** A piece as it is being typed: kept in the browser at once, sent to the server when the typing rests. */
export function useDraft(ticket: Ticket) {
  const send = useSend()
  const key = `ticket:${ticket.id}`
  const pending = useApp((s) => s.outbox.items.find((i) => i.key === key))
  const refused = useApp((s) => s.outbox.refused.find((r) => r.item.key === key))
  const knownVersion = useApp((s) => s.outbox.versions[ticket.id])
  const unsent = (pending ?? refused?.item)?.body as Held | undefined
  const [held, setHeld] = useState<Held>(unsent ?? { title: ticket.title, draft: ticket.draft })
  const latest = useRef(held)

  useEffect(() => {
    // while something waits to be sent, the version it was typed on is the one that counts
    if (pending || refused) {
      if (knownVersion === undefined)
        send(outbox.actions.versionKnown({ id: ticket.id, version: ticket.version }))
      return
    }
    if (knownVersion === undefined || ticket.version > knownVersion) {
      send(outbox.actions.versionKnown({ id: ticket.id, version: ticket.version }))
      latest.current = { title: ticket.title, draft: ticket.draft }
      setHeld(latest.current)
    }
  }, [ticket, knownVersion, pending, refused, send])

  const { id } = ticket
  const edit = useMemo(() => {
    const enqueue = (body: Held) =>
      send(
        outbox.actions.enqueued({
          id: crypto.randomUUID(),
          key: `ticket:${id}`,
          route: 'changeTicket',
          params: { id },
          body,
          notBefore: Date.now() + TYPING_MS,
        }),
      )
    const change = (next: Partial<Held>) => {
      latest.current = { ...latest.current, ...next }
      setHeld(latest.current)
      enqueue(latest.current)
    }
    const setDraft = (part: Partial<CutDraft>) => change({ draft: { ...latest.current.draft, ...part } })
    return {
      enqueue,
      change,
      setDraft,
      setWork: (part: Partial<CutDraft['work']>) =>
        setDraft({ work: { ...latest.current.draft.work, ...part } }),
      setRig: (part: Partial<CutDraft['rig']>) => setDraft({ rig: { ...latest.current.draft.rig, ...part } }),
      setUsual: (part: Partial<CutDraft['usual']>) =>
        setDraft({ usual: { ...latest.current.draft.usual, ...part } }),
      setHose: (part: Partial<CutDraft['rig']['oxygenHose']>) => {
        const { rig } = latest.current.draft
        setDraft({ rig: { ...rig, oxygenHose: { ...rig.oxygenHose, ...part } } })
      },
    }
  }, [id, send])
  return {
    ...held,
    edit,
    stored: pending === undefined && refused === undefined,
    changedElsewhere: refused?.failure.code === 'changed-elsewhere',
    /** Sends what is on this screen over what another screen stored. */
    keepMine: async () => {
      const job = await send(api.endpoints.job.initiate(ticket.jobId, { forceRefetch: true })).unwrap()
      const theirs = job.tickets.find((t) => t.id === ticket.id)
      if (theirs) send(outbox.actions.versionKnown({ id: ticket.id, version: theirs.version }))
      send(outbox.actions.putAway(key))
      edit.enqueue(latest.current)
    },
    takeTheirs: async () => {
      const job = await send(api.endpoints.job.initiate(ticket.jobId, { forceRefetch: true })).unwrap()
      const theirs = job.tickets.find((t) => t.id === ticket.id)
      send(outbox.actions.putAway(key))
      if (!theirs) return
      send(outbox.actions.versionKnown({ id: ticket.id, version: theirs.version }))
      latest.current = { title: theirs.title, draft: theirs.draft }
      setHeld(latest.current)
    },
  }
}
export type DraftEdit = ReturnType<typeof useDraft>['edit']
