import { useEffect, useMemo, useRef, useState } from 'react'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Piece } from '#contract/types.ts'
import { pieceAsNow } from '#application/stored.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { useApp, useSend } from '../../app/store.ts'
import { editing } from './editing.ts'

interface Held<D extends PieceDraft> {
  readonly title: string
  readonly draft: D
}

/** A piece of one kind, as the server keeps it. */
export type PieceOf<D extends PieceDraft> = Omit<Piece, 'draft'> & { readonly draft: D }

const TYPING_MS = 400
/** What was typed is put by once the drawing that it changes is on the screen: a key is for the drawing first. ms */
const DRAWN_MS = 40

/** A piece as it is being typed: kept in the browser at once, sent to the server when the typing rests. */
export function useDraft<D extends PieceDraft>(piece: PieceOf<D>) {
  const send = useSend()
  const key = `piece:${piece.id}`
  const pending = useApp((s) => s.outbox.items.find((i) => i.key === key))
  const refused = useApp((s) => s.outbox.refused.find((r) => r.item.key === key))
  const knownVersion = useApp((s) => s.outbox.versions[piece.id])
  const [held, setHeld] = useState<Held<D>>(() => {
    const waiting = (pending ?? refused?.item)?.body as Held<D> | undefined
    // what waits may have been typed before this browser was brought up to date
    return waiting
      ? { ...waiting, draft: pieceAsNow(waiting.draft) as D }
      : { title: piece.title, draft: piece.draft }
  })
  const latest = useRef(held)
  /** What was last put by, or came from the server. */
  const putBy = useRef(held)
  const owed = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)

  useEffect(() => {
    // while something waits to be put by or sent, the version it was typed on is the one that counts
    if (pending || refused || owed.current !== undefined) {
      if (knownVersion === undefined)
        send(outbox.actions.versionKnown({ id: piece.id, version: piece.version }))
      return
    }
    if (knownVersion === undefined || piece.version > knownVersion) {
      send(outbox.actions.versionKnown({ id: piece.id, version: piece.version }))
      latest.current = { title: piece.title, draft: piece.draft }
      putBy.current = latest.current
      setHeld(latest.current)
    }
  }, [piece, knownVersion, pending, refused, send])

  const { id } = piece
  const edit = useMemo(() => {
    const enqueue = (body: Held<D>) => {
      putBy.current = body
      send(
        outbox.actions.enqueued({
          id: crypto.randomUUID(),
          key: `piece:${id}`,
          route: 'changePiece',
          params: { id },
          body,
          notBefore: Date.now() + TYPING_MS,
        }),
      )
    }
    const settle = () => {
      if (owed.current === undefined) return
      clearTimeout(owed.current)
      owed.current = undefined
      enqueue(latest.current)
    }
    const change = (next: Partial<Held<D>>) => {
      latest.current = { ...latest.current, ...next }
      setHeld(latest.current)
      owed.current ??= setTimeout(settle, DRAWN_MS)
    }
    return {
      enqueue,
      settle,
      change,
      ...editing<D>(
        () => latest.current.draft,
        (draft) => change({ draft }),
      ),
    }
  }, [id, send])
  // a page that goes takes nothing with it
  useEffect(() => {
    addEventListener('pagehide', edit.settle)
    return () => {
      removeEventListener('pagehide', edit.settle)
      edit.settle()
    }
  }, [edit])
  return {
    ...held,
    edit,
    stored: pending === undefined && refused === undefined && putBy.current === held,
    changedElsewhere: refused?.failure.code === 'changed-elsewhere',
    /** Sends what is on this screen over what another screen stored. */
    keepMine: async () => {
      const theirs = await send(api.endpoints.piece.initiate(piece.id, { forceRefetch: true })).unwrap()
      send(outbox.actions.versionKnown({ id: piece.id, version: theirs.version }))
      send(outbox.actions.putAway(key))
      edit.enqueue(latest.current)
    },
    takeTheirs: async () => {
      const theirs = await send(api.endpoints.piece.initiate(piece.id, { forceRefetch: true })).unwrap()
      send(outbox.actions.putAway(key))
      send(outbox.actions.versionKnown({ id: piece.id, version: theirs.version }))
      latest.current = { title: theirs.title, draft: theirs.draft as D }
      putBy.current = latest.current
      setHeld(latest.current)
    },
  }
}
