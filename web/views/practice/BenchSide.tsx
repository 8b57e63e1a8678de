import { Link } from 'react-router'
import type { BenchTorch } from '#core/teach/bench-torch.ts'
import { FLAME_TASKS, taskAsks, taskNot, taskTitle, type FlameTaskId } from '#core/teach/flame-tasks.ts'
import type { FlameRecording } from '#core/teach/recording.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import type { BenchFrame } from '../../work/flame-work.ts'
import { AndNow, BenchAside, Worth } from './bench-parts.tsx'
import { Doing, Marks } from './TaskPanel.tsx'

/** Whose hand is looked at: one's own as it works, or one that is watched. */
export type Watched = 'good' | 'own' | 'file' | undefined
const WATCHED: Readonly<Record<NonNullable<Watched>, string>> = {
  good: 'A good hand',
  own: 'Yours, again',
  file: 'A recording',
}

interface Props {
  readonly task: FlameTaskId
  readonly bench: BenchTorch
  readonly frame: BenchFrame | undefined
  readonly watched: Watched
  /** Flames are shown to be judged: there is nothing to turn. */
  readonly shows: boolean
  /** What somebody did here last. */
  readonly own: FlameRecording | undefined
  readonly begin: () => void
  readonly watchGood: () => void
  readonly watchOwn: () => void
  readonly finish: () => void
}

/** What is asked for and how far it is, or what it was worth. */
export function BenchSide(props: Props) {
  const { frame } = props
  return (
    <BenchAside label="The task">
      {frame?.points === undefined ? <UnderWay {...props} /> : <Judged {...props} frame={frame} />}
    </BenchAside>
  )
}

function UnderWay({ task, bench, frame, watched, shows, begin, watchGood, finish }: Props) {
  const { say } = useShop()
  const send = useSend()
  const hints = useApp((s) => s.device.practiceHints) || watched !== undefined
  return (
    <>
      <div className="grid gap-2">
        <h2 className="text-section">{watched === undefined ? taskTitle(task) : WATCHED[watched]}</h2>
        <p>{say(taskAsks(task, bench))}</p>
      </div>
      {watched !== undefined ? (
        <Button key="begin" look="act" onClick={begin}>
          Now you
        </Button>
      ) : shows ? null : (
        <Button key="finish" look="act" className="max-md:hidden" onClick={finish}>
          That is it
        </Button>
      )}
      {hints ? <Marks title="So far" marks={frame?.marks ?? []} /> : null}
      {shows || !frame ? null : <Doing frame={frame} fuel={bench.torch.fuel} hints={hints} />}
      {watched !== undefined ? null : (
        <div className="grid gap-2">
          <Button onClick={watchGood}>Watch a good hand</Button>
          <Button
            look="quiet"
            aria-pressed={hints}
            onClick={() => void send(device.actions.changed({ practiceHints: !hints }))}
          >
            {hints ? 'Without hints' : 'With hints'}
          </Button>
        </div>
      )}
    </>
  )
}

function Judged({
  task,
  bench,
  frame,
  watched,
  own,
  begin,
  watchGood,
  watchOwn,
}: Props & { readonly frame: BenchFrame }) {
  const next = FLAME_TASKS.slice(FLAME_TASKS.indexOf(task) + 1).find((t) => taskNot(t, bench) === undefined)
  return (
    <>
      <Worth title={watched === 'good' ? 'How it is done' : 'How it went'} points={frame.points} />
      <Marks title="Judged" marks={frame.marks} />
      <AndNow own={own} called={taskTitle(task)} begin={begin} watchGood={watchGood} watchOwn={watchOwn}>
        {next ? (
          <Link
            className="name inline-flex min-h-[44px] items-center text-field underline underline-offset-4"
            to={`/practice/flame/${next}`}
          >
            Next: {taskTitle(next)}
          </Link>
        ) : null}
      </AndNow>
    </>
  )
}
