import { memo, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useLocation, useParams } from 'react-router'
import { FUELS } from '#core/gas/fuels.ts'
import type { BenchTorch } from '#core/teach/bench-torch.ts'
import { FLAME_TASKS, taskNot, taskRounds, taskTitle, type FlameTaskId } from '#core/teach/flame-tasks.ts'
import type { Round } from '#core/teach/flames-shown.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import type { FlameRecording } from '#core/teach/recording.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { useFlameBench } from '../../work/useFlameBench.ts'
import type { Practised } from '../../work/flame-work.ts'
import { Opening } from '../../ui/Opening.tsx'
import { Alone } from './Alone.tsx'
import { SeenBy, SoundButton } from './bench-parts.tsx'
import { NameFlame, PickTip, ReadStar, StarShown } from './Answers.tsx'
import { BenchSide, type Watched } from './BenchSide.tsx'
import { Controls } from './Controls.tsx'
import { Stage } from './Stage.tsx'
import { useKeepAttempt } from './useAttempts.ts'
import { useBenchActs } from './useBenchActs.ts'
import { useFlameSound } from './useFlameSound.ts'
import { newSeed } from './seed.ts'
import { usePracticeTorch, type PracticeTorch } from './usePracticeTorch.ts'
import { useTurning } from './useTurning.ts'

/** A recording that was opened from a file and is to be watched, as the page before hands it on. */
interface Handed {
  readonly recording?: FlameRecording
}

/** A task at the flame bench. */
export default function FlameBench() {
  const { task: asked = '' } = useParams()
  const handed = (useLocation().state as Handed | null)?.recording
  const task = FLAME_TASKS.find((t) => t === asked)
  const torch = usePracticeTorch()
  if (!task)
    return (
      <Alone title="There is no such task">
        <p>What can be practised stands on its page.</p>
      </Alone>
    )
  if (!torch) return <Opening />
  if (handed?.task === task)
    return <OnBench key={`${task} file`} task={task} bench={handed.bench} file={handed} hand="right" />
  if (!torch.made.ok)
    return (
      <Alone title={taskTitle(task)}>
        <p role="alert">
          {torch.name} cannot be practised with: {torch.made.errors[0]?.message}
        </p>
      </Alone>
    )
  const { bench, hand } = torch.made
  const not = taskNot(task, bench)
  if (not !== undefined)
    return (
      <Alone title={taskTitle(task)}>
        <p role="alert">{not} Choose another torch, or another task.</p>
      </Alone>
    )
  return <OnBench key={`${task} ${torch.chosen}`} task={task} bench={bench} torch={torch} hand={hand} />
}

/** What is practised, or watched, and whose hand it is. */
interface OnStage {
  readonly practised: Practised
  readonly watched: Watched
}

/**
 * @param torch as it was chosen; absent where a recording brings its own
 * @param file a recording to begin with
 */
function OnBench({
  task,
  bench,
  torch,
  hand: usualHand,
  file,
}: {
  readonly task: FlameTaskId
  readonly bench: BenchTorch
  readonly torch?: PracticeTorch
  readonly hand: 'left' | 'right'
  readonly file?: FlameRecording
}) {
  const hand = useApp((s) => s.device.practiceHand) ?? usualHand
  const light = useApp((s) => s.device.practiceLight)
  const watch = (recording: FlameRecording, watched: Watched): OnStage => ({
    practised: { task, bench, seed: recording.seed, made: recording.made, until: recording.until },
    watched,
  })
  const anew = (): OnStage => ({ practised: { task, bench, seed: newSeed() }, watched: undefined })
  const [{ practised, watched }, setOnStage] = useState<OnStage>(() => (file ? watch(file, 'file') : anew()))
  const [own, setOwn] = useState<FlameRecording | undefined>(undefined)
  const { frame, latest, listen, picture, make, turn } = useFlameBench(practised)
  const turning = useTurning(turn)
  const place = useRef<HTMLDivElement>(null)
  const keep = useKeepAttempt()
  const still = watched !== undefined || frame?.points !== undefined
  const rounds = useMemo(() => taskRounds(task, bench, practised.seed), [task, bench, practised.seed])
  const said = frame?.said.length ?? 0
  const round = rounds[Math.min(said, rounds.length - 1)]
  const shows = round !== undefined
  const sound = useFlameSound(latest, round?.flames.length === 1 ? round.flames[0]?.seen : undefined)
  const acts = useBenchActs({ make, latest, torch: bench.torch, turning, hand, free: !still && !shows })

  useEffect(() => {
    const done = frame?.recording
    if (!done || watched !== undefined || done === own) return
    setOwn(done)
    keep(done)
  }, [frame?.recording, watched, own, keep])

  const show = (next: OnStage) => {
    setOnStage(next)
    // the keys of the bench are in the hands again: a button that still had the focus would take the lever's
    place.current?.focus()
  }
  const caption = frame
    ? `Looks: ${frame.looks}. Sounds: ${frame.sounds}.${frame.happenedWords ? ` ${frame.happenedWords}` : ''}`
    : ''
  return (
    <main className="flex flex-col md:h-dvh">
      <Head task={task} bench={bench} torch={torch} sound={sound} />
      <div className="grid min-h-0 grow md:grid-cols-[1fr_320px]">
        <div className="flex min-h-0 min-w-0 flex-col gap-3 p-3 md:p-4">
          <p className="name min-h-[56px] content-center text-label leading-tight md:min-h-0" role="status">
            {shows ? `${Math.min(said + 1, rounds.length)} of ${rounds.length}` : caption}
          </p>
          <div ref={place} tabIndex={-1} className="relative flex grow rounded-md">
            <Stage
              torch={bench.torch}
              picture={picture}
              frame={frame}
              shown={round?.flames}
              light={light}
              hand={hand}
              label={
                shows
                  ? `${round.flames.length === 1 ? 'A flame' : 'Three flames, A on top'} to be judged`
                  : caption || 'The torch'
              }
            />
            {round ? (
              <Beside task={task} round={round} left={hand === 'left'} bright={light === 'day'} />
            ) : null}
          </div>
          {shows ? (
            <Answers
              task={task}
              legs={bench.torch.ports}
              still={still}
              onSay={(word) => make({ do: 'say', word })}
            />
          ) : (
            <Controls
              torch={bench.torch}
              frame={frame}
              bench={{ turn, listen }}
              acts={acts}
              turning={turning}
              hand={hand}
              still={still}
            />
          )}
        </div>
        <BenchSide
          task={task}
          bench={bench}
          frame={frame}
          watched={watched}
          shows={shows}
          own={own}
          begin={() => show(anew())}
          watchGood={() => show(watch(goodHand(task, bench, practised.seed), 'good'))}
          watchOwn={() => (own ? show(watch(own, 'own')) : undefined)}
          finish={acts.finish}
        />
      </div>
    </main>
  )
}

/** With what it is practised, how it is looked at, and whether it is heard. */
const Head = memo(function Head({
  task,
  bench,
  torch,
  sound,
}: {
  readonly task: FlameTaskId
  readonly bench: BenchTorch
  readonly torch: PracticeTorch | undefined
  readonly sound: ReturnType<typeof useFlameSound>
}) {
  const { print } = useShop()
  const { fuel, jetM, portM, fuelPa, oxygenPa } = bench.torch
  const title = taskTitle(task)
  return (
    <header className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 border-b-[1.5px] border-rule px-4 py-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-section">
          Flame
          <span className="md:hidden">: {title.charAt(0).toLowerCase() + title.slice(1)}</span>
        </h1>
        <p className="hidden text-soft md:block">
          {FUELS[fuel].title}, {jetM === undefined ? 'brazing' : 'cutting'} tip {print(jetM ?? portM, 'bore')}
          , {print(fuelPa, 'pressure')} and {print(oxygenPa, 'pressure')}.{' '}
          <Link className="underline underline-offset-4" to="/practice?bench=flame">
            {torch?.name ?? 'From a file'}
          </Link>
        </p>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <SoundButton sound={sound} />
        <SeenBy />
      </div>
    </header>
  )
})

/** What stands beside the flames that are shown: the star they draw, or the letters of three. */
function Beside({
  task,
  round,
  left,
  bright,
}: {
  readonly task: FlameTaskId
  readonly round: Round
  readonly left: boolean
  readonly bright: boolean
}) {
  const [flame] = round.flames
  if (task === 'star' && flame)
    return (
      <div className={`absolute inset-y-4 grid w-[46%] place-items-center ${left ? 'left-4' : 'right-4'}`}>
        <div className="aspect-square h-full max-h-[340px] max-w-full">
          <StarShown shown={flame} />
        </div>
      </div>
    )
  if (round.flames.length < 2) return null
  return (
    <ol
      aria-hidden="true"
      className={`figure absolute inset-y-0 grid grid-rows-3 items-center px-4 text-figure font-bold ${bright ? 'text-spine' : 'text-spine-ink'} ${left ? 'left-0' : 'right-0'}`}
    >
      {['A', 'B', 'C'].map((letter) => (
        <li key={letter}>{letter}</li>
      ))}
    </ol>
  )
}

/** What may be said of what is shown. */
function Answers({
  task,
  legs,
  ...rest
}: {
  readonly task: FlameTaskId
  readonly legs: number
  readonly still: boolean
  readonly onSay: (word: string) => void
}) {
  if (task === 'name') return <NameFlame {...rest} />
  return task === 'starved' ? <PickTip {...rest} /> : <ReadStar legs={legs} {...rest} />
}
