import { useEffect, useMemo, useRef, useState } from 'react'
import { batchOf, type BatchAsked, type BatchMade } from '#application/procedure-of.ts'
import { toBeGiven } from '#application/given.ts'
import { NO_RUNS, planPiece, type GoodPiece } from '#application/plan-of.ts'
import type { Batch, PieceSummary } from '#contract/types.ts'
import type { OnLine } from '#core/line/led.ts'
import { changesLess, changesOf, disorderOf, proposeOrder, type Changes } from '#core/line/order.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'

/** A piece of a batch on this screen. `key` tells apart a piece that is put in twice. */
export interface LaidPiece {
  readonly key: string
  readonly piece: PieceSummary
  readonly repeats: number
}
/** What of a batch is typed and moved on this screen. */
export interface Laid {
  readonly name: string
  readonly pieces: readonly LaidPiece[]
  readonly closed: boolean
}
/** A laid piece as it is planned now. */
export interface PlannedPiece extends LaidPiece {
  /** Undefined while it is on its way, and where it has no plan. */
  readonly planned: GoodPiece | undefined
  /** Why it cannot be made; undefined where it can. */
  readonly trouble: string | undefined
}

const laidOf = (batch: Batch): Laid => ({
  name: batch.name,
  closed: batch.closed,
  pieces: batch.pieces.map(({ piece, repeats }, i) => {
    const before = batch.pieces.slice(0, i).filter((p) => p.piece.id === piece.id).length
    return { key: `${piece.id} ${before}`, piece, repeats }
  }),
})

/** A batch that is laid out on this screen: what is changed is stored at once, one change after the other. */
export function useLaid(batch: Batch) {
  const stored = useMemo(() => laidOf(batch), [batch])
  const [local, setLocal] = useState<Laid | undefined>(undefined)
  // a press can be shown before the state that says it is busy: that one is on its way is known at once
  const sending = useRef(false)
  const [sent, setSent] = useState(0)
  const [failure, setFailure] = useState<string | undefined>(undefined)
  const [storedAs, setStoredAs] = useState<{ readonly local: Laid; readonly version: number }>()
  const reachable = useApp((s) => s.outbox.reachable)
  const version = useRef(batch.version)
  version.current = Math.max(version.current, batch.version)
  const [change] = api.useChangeBatchMutation()
  useEffect(() => {
    if (!local || sending.current || failure !== undefined || local === storedAs?.local) return
    sending.current = true
    change({
      id: batch.id,
      name: local.name.trim() === '' ? stored.name : local.name,
      closed: local.closed,
      pieces: local.pieces.map(({ piece, repeats }) => ({ pieceId: piece.id, repeats })),
      version: version.current,
    })
      .unwrap()
      .then((answer) => {
        version.current = answer.version
        setStoredAs({ local, version: answer.version })
      })
      .catch((error: unknown) => setFailure((error as Failure).message))
      .finally(() => {
        sending.current = false
        setSent((n) => n + 1)
      })
  }, [local, sent, failure, change, batch.id, stored.name, storedAs])
  useEffect(() => {
    // what was changed here stays in sight until what is there says the same
    if (storedAs && batch.version >= storedAs.version)
      setLocal((now) => (now === storedAs.local ? undefined : now))
  }, [storedAs, batch.version])
  useEffect(() => {
    // what could not be stored is tried again when the server is there again
    if (reachable) setFailure(undefined)
  }, [reachable])
  const laid = local ?? stored
  return {
    laid,
    saved: local === undefined || local === storedAs?.local,
    failure,
    put: (part: Partial<Laid>) => setLocal({ ...laid, ...part }),
    again: () => setFailure(undefined),
    letGo: () => {
      setFailure(undefined)
      setLocal(undefined)
    },
  }
}

/** A batch as it would be made: its pieces planned, its steps, and the order that changes less, where there is one. */
export interface Planned {
  readonly pieces: readonly PlannedPiece[]
  /** Undefined while a piece has no plan. */
  readonly made: Extract<BatchMade, { ok: true }> | undefined
  /** Why the batch as a whole is not led. */
  readonly trouble: string | undefined
  readonly changes: Changes | undefined
  /** The indices of the pieces in an order that changes less, and what that would change. */
  readonly better: Better | undefined
}

/** A better order, by the indices of the pieces. */
interface Better {
  readonly order: readonly number[]
  readonly changes: Changes
  /** No less is changed: it goes along its runs as hot work should. */
  readonly along: boolean
}

/** An order that is better than the one in hand: less is changed, or it goes along each run as hot work should. */
function betterOf(
  pieces: readonly OnLine[],
  order: readonly number[],
  changes: Changes,
  less: Changes,
): Better | undefined {
  if (changesLess(less, changes)) return { order, changes: less, along: false }
  const along = disorderOf(order.map((i) => pieces[i] as OnLine)) < disorderOf(pieces)
  return along && !changesLess(changes, less) ? { order, changes: less, along } : undefined
}

/** Works a batch out from its pieces as they stand, in the order on this screen. */
export function usePlannedBatch(batch: Batch, laid: Laid): Planned {
  const { settings, units } = useShop()
  const cuts = api.useRecordsQuery('cut', { skip: !batch.pieces.some((p) => p.piece.kind === 'cut') })
  const brazes = api.useRecordsQuery('braze', { skip: !batch.pieces.some((p) => p.piece.kind === 'braze') })
  const plans = useMemo(
    () =>
      new Map(
        batch.pieces.map(({ piece }) => {
          const records = (piece.kind === 'cut' ? cuts.data : brazes.data) ?? NO_RUNS
          return [piece.id, { draft: piece.draft, planned: planPiece(piece.draft, settings, records, units) }]
        }),
      ),
    [batch.pieces, cuts.data, brazes.data, settings, units],
  )
  return useMemo(() => {
    const asked: BatchAsked[] = []
    const pieces = laid.pieces.map((p): PlannedPiece => {
      const plan = plans.get(p.piece.id)
      if (!plan) return { ...p, planned: undefined, trouble: undefined }
      const { draft, planned } = plan
      const assumed = toBeGiven(draft)
      if (!planned.ok)
        return { ...p, planned: undefined, trouble: planned.errors[0]?.message ?? 'It has no plan.' }
      asked.push({ draft, planned, repeats: p.repeats })
      const stop = planned.plan.findings.find((f) => f.rank === 'stop')
      const trouble =
        assumed.length > 0
          ? `Assumed so far: ${assumed.join(', ')}. Say it in the plan.`
          : stop
            ? `${stop.title}: ${stop.text}`
            : p.piece.state === 'running'
              ? 'It is under way already.'
              : undefined
      return { ...p, planned, trouble }
    })
    const none = { made: undefined, changes: undefined, better: undefined }
    if (pieces.length === 0 || asked.length < pieces.length) return { pieces, ...none, trouble: undefined }
    const made = batchOf(asked, settings)
    if (!made.ok)
      return {
        pieces: pieces.map((p, i) => (i === made.at ? { ...p, trouble: p.trouble ?? made.text } : p)),
        ...none,
        trouble: made.at === undefined ? made.text : undefined,
      }
    const changes = changesOf(made.steps)
    const order = proposeOrder(made.pieces)
    const other = batchOf(
      order.map((i) => asked[i] as BatchAsked),
      settings,
    )
    const less = other.ok ? changesOf(other.steps) : undefined
    return {
      pieces,
      made,
      changes,
      trouble: undefined,
      better: less && betterOf(made.pieces, order, changes, less),
    }
  }, [laid.pieces, plans, settings])
}
