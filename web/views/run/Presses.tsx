import type { StepTimer } from '#core/line/steps.ts'
import type { CameOutAs } from './CameOut.tsx'
import type { StageInHand } from './useStage.ts'
import type { StepInHand } from './useStep.ts'

/** What the large button says. */
const doneWord = (
  { held, gone, refused, lost }: Pick<StepInHand, 'held' | 'gone' | 'refused' | 'lost'>,
  timer: StepTimer | undefined,
  offShown: string | undefined,
): string => {
  if (lost) return 'Nothing can be kept'
  if (held) return gone === undefined ? 'Start the clock' : 'Clock is running'
  if (refused) return 'Past the limit'
  if (offShown !== undefined) return `Save ${offShown} and go on`
  return timer?.kind === 'carries-on' ? 'Done, clock on' : 'Done'
}

/** What it says of a whole stretch. */
const stageWord = (
  { next, stretch }: StageInHand,
  { lost, refused }: Pick<StepInHand, 'lost' | 'refused'>,
  offShown: string | undefined,
  cameOut: CameOutAs | undefined,
): string => {
  if (lost) return 'Nothing can be kept'
  if (next !== undefined) return 'Ticks first'
  if (refused) return 'Past the limit'
  if (offShown !== undefined) return `Save ${offShown} and go on`
  if (cameOut === 'same') return 'Piece done, same again'
  if (cameOut === 'good') return 'Piece done, good'
  return cameOut === 'later' || (stretch.stage === 'piece' && stretch.repeat !== undefined)
    ? 'Piece done'
    : 'All of it done'
}

/** The three presses under a step, for gloves: back, skip, done. */
export function Presses({
  step,
  stage,
  timer,
  first,
  byHand,
  offShown,
  cameOut,
  onDone,
  onBack,
  onSkip,
}: {
  readonly step: StepInHand
  /** The stretch in hand, where it is led by stretches. */
  readonly stage?: StageInHand | undefined
  readonly timer: StepTimer | undefined
  /** It is pressed by a hand, never by the pedal: somebody takes the torch over. */
  readonly byHand: boolean
  /** There is none before it. */
  readonly first: boolean
  /** A reading that is not what was planned, printed: going on with it is another press than Done. */
  readonly offShown: string | undefined
  /** What is written down of a making with the press; undefined where nothing is. */
  readonly cameOut?: CameOutAs | undefined
  readonly onDone: () => void
  readonly onBack: () => void
  readonly onSkip: () => void
}) {
  return (
    <div className="sticky bottom-0 grid grid-cols-[auto_auto_1fr] border-t-[1.5px] border-rule">
      <button
        type="button"
        disabled={first}
        onClick={onBack}
        className="name min-h-[88px] border-r border-rule bg-sheet px-4 text-label font-semibold disabled:text-soft md:px-10"
      >
        Back
      </button>
      <button
        type="button"
        onClick={onSkip}
        className="name min-h-[88px] border-r border-rule bg-sheet px-4 text-label font-semibold md:px-10"
      >
        Skip, say why
      </button>
      <button
        type="button"
        data-done
        data-by-hand={byHand || undefined}
        disabled={
          stage
            ? !stage.ready
            : step.settling || step.lost || (step.held ? step.gone !== undefined : step.refused)
        }
        onClick={onDone}
        className={`figure min-h-[88px] px-3 leading-tight disabled:bg-sheet disabled:text-soft ${offShown === undefined || step.held ? 'bg-verdigris text-page text-on' : 'bg-sheet text-section text-alarm'}`}
      >
        {stage ? stageWord(stage, step, offShown, cameOut) : doneWord(step, timer, offShown)}
      </button>
    </div>
  )
}
