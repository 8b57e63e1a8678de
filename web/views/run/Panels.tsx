import type { RefObject } from 'react'
import type { BreakTaken, EventBody } from '#core/record/run.ts'
import { BreakPanel } from './BreakPanel.tsx'
import { FlameCardPanel } from './FlameCardPanel.tsx'
import { InstructorPanel } from './InstructorPanel.tsx'
import { OffPanel } from './OffPanel.tsx'
import { notByPedal } from './pedal.ts'
import { ReadyPanel } from './ReadyPanel.tsx'
import { SkipPanel } from './SkipPanel.tsx'
import { TroublePanel } from '../trouble/TroublePanel.tsx'
import type { StepInHand } from './useStep.ts'
import { WhoPanel } from './WhoPanel.tsx'
import { waysOffered, type RunInHand } from './useRun.ts'

/** Which panel lies over the step, if one does. */
export type Asking =
  'skip' | 'ready' | 'break' | 'flame' | 'instructor' | 'trouble' | 'who' | 'off' | undefined

/** What can lie over a step: trouble, skipping, ways out of the work, the flame card, an instructor's name. */
export function Panels({
  inHand,
  step,
  offShown,
  asking,
  onReady,
  onClose,
  returnTo,
}: {
  readonly inHand: RunInHand
  readonly step: StepInHand
  /** A reading that is not what was planned, printed. */
  readonly offShown: string | undefined
  readonly asking: Asking
  /** The rig stands ready, as it is told. */
  readonly onReady: (told: EventBody) => void
  readonly onClose: () => void
  readonly returnTo: RefObject<HTMLElement | null>
}) {
  const { run, piece, here, confirm } = inHand
  const inStep = inHand.progress.steps[inHand.progress.index]
  const offered = asking === 'break' || asking === 'trouble' ? waysOffered(inHand) : []
  const takeBreak = (name: BreakTaken) => confirm({ kind: 'break', name })
  const over = { returnTo, onClose }
  return (
    <>
      <TroublePanel
        {...over}
        open={asking === 'trouble'}
        at={{ runId: run.id, pieceId: piece.pieceId }}
        onStop={(reason) => confirm({ kind: 'stop', reason })}
        offered={offered}
        onBreak={takeBreak}
      />
      <div className="contents" {...notByPedal}>
        {asking === 'skip' && inStep ? (
          <SkipPanel {...over} inHand={inHand} step={inStep} guarded={step.guarded} />
        ) : null}
        {asking === 'off' && offShown !== undefined ? (
          <OffPanel {...over} shown={offShown} onReason={(reason) => step.finish(reason)} />
        ) : null}
        {asking === 'break' ? (
          <BreakPanel
            {...over}
            offered={offered}
            onBreak={takeBreak}
            onHandOver={(to) => confirm({ kind: 'hand-over', to })}
          />
        ) : null}
      </div>
      {asking === 'ready' ? <ReadyPanel {...over} here={here} onReady={onReady} /> : null}
      {asking === 'flame' ? (
        <FlameCardPanel
          {...over}
          fuel={piece.setup.setting.fuel}
          lever={piece.plan.kind === 'cut'}
          wanted={piece.setup.setting.flame ?? 'neutral'}
          steps={run.steps}
        />
      ) : null}
      {asking === 'who' ? <WhoPanel {...over} here={here} /> : null}
      {asking === 'instructor' ? <InstructorPanel {...over} onConfirm={step.looked} /> : null}
    </>
  )
}
