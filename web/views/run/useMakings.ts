import { useMemo } from 'react'
import { isRoundJoint } from '#core/braze/types.ts'
import { figureNamed, KIND_OF_UNIT } from '#core/figure.ts'
import type { BrazeResult, CutResult } from '#core/record/entry.ts'
import {
  allMakings,
  madeIn,
  sameMaking,
  tookByRole,
  type Making,
  type RunProgress,
} from '#core/record/run.ts'
import { readEntry, workedOn } from '#application/read-entry.ts'
import { goodCut, sameAgain, type LineOf } from '#application/same-again.ts'
import type { LogDraft, PieceDraft } from '#contract/schemas.ts'
import type { Run, RunPiece } from '#contract/types.ts'
import { writtenDown } from '../../app/outbox.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { timed } from '../check/measured.ts'

/** One making of a run on this screen: whether it is made, and what is written of it here or at the server. */
export interface MakingHere extends Making {
  readonly piece: RunPiece
  readonly made: boolean
  readonly told: CutResult | BrazeResult | undefined
  /** Its line in the log; undefined where it has none yet. */
  readonly entryId: string | undefined
}
export interface MakingsHere {
  readonly all: readonly MakingHere[]
  /**
   * What came out of the last one before this one: of the same piece or, of joints, of one that is looked at alike;
   * undefined where none is written down.
   */
  readonly lastOf: (making: Making) => CutResult | BrazeResult | undefined
  /** Writes down that it came out like the last. */
  readonly same: (making: Making) => void
  /** Writes down that a cut came out as one wants it, set as planned. */
  readonly good: (making: Making) => void
}

/** Whether two joints are looked at place by place alike: both round, or both along a seam. */
const looksAlike = (a: PieceDraft, b: PieceDraft | undefined): boolean =>
  a.kind === 'braze' && b?.kind === 'braze' && isRoundJoint(a.work.joint) === isRoundJoint(b.work.joint)

/** What came out of each making of a run, with what this screen has said of it and the server does not have yet. */
export function useMakings(run: Run, progress: RunProgress, here: string | null): MakingsHere {
  const { settings, print } = useShop()
  const send = useSend()
  const items = useApp((s) => s.outbox.items)
  return useMemo(() => {
    const waiting = items
      .filter((i) => i.route === 'addLog')
      .map((i) => i.body as LogDraft)
      .filter((d) => d.runId === run.id && d.corrects === null)
    const made = madeIn(progress)
    const all = allMakings(run.pieces).map((making): MakingHere => {
      const piece = run.pieces[making.place - 1] as RunPiece
      const line = run.lines.find((l) => sameMaking(l, making))?.line
      const draft = line ? undefined : waiting.find((d) => sameMaking(d, making))
      const on = draft && workedOn(piece.draft, settings, piece.plan)
      const read = draft && on ? readEntry(draft, on, settings) : undefined
      const of = line?.told
      const told = of?.kind === 'cut' || of?.kind === 'braze' ? of : read?.ok ? read.told : undefined
      return {
        ...making,
        piece,
        made: made.some((m) => sameMaking(m, making)),
        told,
        entryId: line?.id ?? draft?.id,
      }
    })
    const lastBefore = ({ place, repeat }: Making) =>
      all.findLast((m) => m.place === place && m.repeat < repeat && m.told !== undefined) ??
      all.findLast(
        (m) =>
          m.place < place &&
          m.told?.kind === 'braze' &&
          looksAlike(m.piece.draft, run.pieces[place - 1]?.draft),
      )
    const lastOf = (making: Making) => lastBefore(making)?.told
    const planned = ({ place }: Making, name: string) => {
      const plan = run.pieces[place - 1]?.plan
      const figure = plan && figureNamed(plan, name)
      return figure ? print(figure.value, KIND_OF_UNIT[figure.unit]) : ''
    }
    const lineOf = (making: Making): LineOf => ({
      id: crypto.randomUUID(),
      runId: run.id,
      pieceId: run.pieces[making.place - 1]?.pieceId ?? '',
      place: making.place,
      repeat: making.repeat,
      personId: here,
      at: new Date(Date.now()).toISOString(),
    })
    const write = (draft: LogDraft) => send(writtenDown(draft))
    const preheat = (making: Making) => timed(tookByRole(run, making).preheat, 2, 300)
    return {
      all,
      lastOf,
      same: (making) => {
        const last = lastBefore(making)
        if (!last?.told) return
        const draft = sameAgain(last.told, lineOf(making))
        if (draft.kind === 'cut') write({ ...draft, used: { ...draft.used, preheat: preheat(making) } })
        // another joint was set by its own plan
        else if (last.place === making.place) write(draft)
        else
          write({
            ...draft,
            used: {
              ...draft.used,
              tipOrifice: planned(making, 'tipOrifice'),
              oxygenPressure: planned(making, 'oxygenPressure'),
              fuelPressure: planned(making, 'fuelPressure'),
            },
          })
      },
      good: (making) => {
        if (run.pieces[making.place - 1]?.plan.kind !== 'cut') return
        write(
          goodCut(lineOf(making), {
            tipOrifice: planned(making, 'tipOrifice'),
            oxygenPressure: planned(making, 'cuttingOxygenPressure'),
            fuelPressure: planned(making, 'fuelPressure'),
            travelSpeed: planned(making, 'travelSpeed'),
          }),
        )
      },
    }
  }, [run, progress, here, items, settings, print, send])
}
