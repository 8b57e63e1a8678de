import { useState } from 'react'
import { figureNamed, KIND_OF_UNIT, type Figure } from '#core/figure.ts'
import { sideOfFigure } from '#core/line/gate.ts'
import { judgeReading, type ReadingJudged } from '#core/line/reading.ts'
import { sagCauses, type SagCause } from '#core/line/sag.ts'
import type { Step } from '#core/line/steps.ts'
import { printQuantity, unitFor, type Kind, type UnitId } from '#core/quantity/index.ts'
import { readTyped } from '#application/typed.ts'
import type { InstrumentsNow } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { useShop } from '../../app/shop.ts'
import { useSend } from '../../app/store.ts'
import { useGauge } from './useGauge.ts'
import type { RunInHand } from './useRun.ts'
import { READ_BY } from '../instruments/words.ts'

type Instrument = InstrumentsNow['instruments'][number]

/** What a gauge says of the figure of the step in hand. */
export interface ReadingInHand {
  readonly figure: Figure
  readonly kind: Kind
  readonly instrument: Instrument | undefined
  readonly channel: Instrument['channels'][number] | undefined
  readonly typed: string
  readonly setTyped: (text: string) => void
  /** Why what was typed is no reading; undefined when it is one, or nothing was typed. */
  readonly fault: string | undefined
  /** What it shows, SI: as typed, else as a good instrument has it. */
  readonly si: number | undefined
  readonly judged: ReadingJudged | undefined
  /** Read with the lever down: where to look when it sags, likeliest first; absent at any other step. */
  readonly sag: readonly SagCause[] | undefined
  /** The unit that the gauge is printed in, where it is a regulator's. */
  readonly gauge: UnitId | undefined
  /** Puts it into the log, with why the work goes on although it is off; nothing where there is no reading. */
  readonly keep: (reason: string) => void
}

/** The reading of a step's figure, where the step has one that a gauge shows. */
export function useReading(
  { run, piece, here }: Pick<RunInHand, 'run' | 'piece' | 'here'>,
  step: Step | undefined,
): ReadingInHand | undefined {
  const { units, settings } = useShop()
  const faceOf = useGauge()
  const send = useSend()
  // what was typed belongs to its step
  const [typedAt, setTypedAt] = useState({ stepId: '', text: '' })
  const name = step?.figure
  const by = name === undefined ? undefined : READ_BY[name]
  const { data: now } = api.useInstrumentsQuery(undefined, { skip: !by })
  const figure = figureNamed(piece.plan, name)
  if (!step || name === undefined || !by || !figure) return undefined
  const instrument = now?.instruments.find((i) => i.kind === by.kind)
  const channel = instrument?.channels.find((c) => c.name === by.channel)
  const kind = KIND_OF_UNIT[figure.unit]
  const typed = typedAt.stepId === step.id ? typedAt.text : ''
  const isTyped = typed.trim() !== ''
  const side = sideOfFigure(name)
  const gauge = side && faceOf(side).unit
  const read = isTyped ? readTyped(typed, kind, settings) : undefined
  const live = channel?.quality === 'good' ? (channel.value ?? undefined) : undefined
  const si = read ? (read.ok ? read.value : undefined) : live
  return {
    figure,
    kind,
    instrument,
    channel,
    typed,
    setTyped: (text) => setTypedAt({ stepId: step.id, text }),
    fault: read && !read.ok ? read.message : undefined,
    si,
    gauge,
    sag: step.role === 'retrim' ? sagCauses(piece.plan.findings) : undefined,
    judged:
      si === undefined
        ? undefined
        : judgeReading(
            si - (step.risePa ?? 0),
            // what sags is held against what was set, not against a band; a needle that stands higher does not sag
            step.role === 'retrim' ? { ...figure, low: figure.value } : figure,
            name,
            piece.setup.setting,
          ),
    keep: (reason) => {
      if (si === undefined) return
      const id = crypto.randomUUID()
      send(
        outbox.actions.enqueued({
          id,
          key: `reading:${id}`,
          route: 'addReading',
          params: {},
          body: {
            id,
            runId: run.id,
            stepId: step.id,
            personId: here,
            at: new Date(Date.now()).toISOString(),
            figure: name,
            text: isTyped ? typed : printQuantity(si, gauge ?? unitFor(kind, units)),
            device: isTyped ? '' : (instrument?.name ?? ''),
            reason,
          },
          notBefore: 0,
        }),
      )
    },
  }
}
