import { useMemo } from 'react'
import { KIND_OF_UNIT } from '#core/figure.ts'
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
import type { LogDraft } from '#contract/schemas.ts'
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
  /** What came out of the last one of the same piece before this one; undefined where none is written down. */
  readonly lastOf: (making: Making) => CutResult | BrazeResult | undefined
  /** Writes down that it came out like the last. */
  readonly same: (making: Making) => void
  /** Writes down that a cut came out as one wants it, set as planned. */
  readonly good: (making: Making) => void
}

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
    const lastOf = ({ place, repeat }: Making) =>
      all.findLast((m) => m.place === place && m.repeat < repeat && m.told !== undefined)?.told
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
        const last = lastOf(making)
        if (!last) return
        const draft = sameAgain(last, lineOf(making))
        write(draft.kind === 'cut' ? { ...draft, used: { ...draft.used, preheat: preheat(making) } } : draft)
      },
      good: (making) => {
        const plan = run.pieces[making.place - 1]?.plan
        if (plan?.kind !== 'cut') return
        const planned = (name: keyof typeof plan.figures) => {
          const figure = plan.figures[name]
          return figure ? print(figure.value, KIND_OF_UNIT[figure.unit]) : ''
        }
        write(
          goodCut(lineOf(making), {
            tipOrifice: planned('tipOrifice'),
            oxygenPressure: planned('cuttingOxygenPressure'),
            fuelPressure: planned('fuelPressure'),
            travelSpeed: planned('travelSpeed'),
          }),
        )
      },
    }
  }, [run, progress, here, items, settings, print, send])
}
