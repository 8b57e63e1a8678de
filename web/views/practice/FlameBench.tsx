import { Volume2, VolumeX } from 'lucide-react'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { FUELS } from '#core/gas/fuels.ts'
import { MOST_PARTS } from '#core/teach/bench.ts'
import {
  FLAME_TASKS,
  taskAsks,
  taskNot,
  taskRounds,
  taskTitle,
  type FlameTaskId,
} from '#core/teach/flame-tasks.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import type { FlameRecording } from '#core/teach/recording.ts'
import { device } from '../../app/device.ts'
import { fileName, saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import type { Practised } from '../../work/flame-work.ts'
import { useFlameBench } from '../../work/useFlameBench.ts'
import { NameFlame, PickTip, ReadStar, StarShown } from './Answers.tsx'
import { Dial } from './Dial.tsx'
import { Stage } from './Stage.tsx'
import { Doing, Marks } from './TaskPanel.tsx'
import { keysOfValve, useBenchKeys, type BenchKeys } from './useBenchKeys.ts'
import { useFlameSound } from './useFlameSound.ts'
import { useKeepAttempt } from './useAttempts.ts'
import { usePracticeTorch, type PracticeTorch } from './usePracticeTorch.ts'
import { useTurning } from './useTurning.ts'

const LIGHT_WORDS = [
  { value: 'day', label: 'By day' },
  { value: 'shed', label: 'Dim shed' },
  { value: 'shade', label: 'Shade down' },
] as const

/** A seed that nobody foresees: what a task shows by chance. */
const newSeed = () => crypto.getRandomValues(new Uint32Array(1))[0] ?? 1

/** A task at the flame bench. */
export default function FlameBench() {
  const { task: asked = '' } = useParams()
  const task = FLAME_TASKS.find((t) => t === asked)
  const torch = usePracticeTorch()
  if (!task)
    return (
      <Alone title="There is no such task">
        <p>What can be practised stands on its page.</p>
      </Alone>
    )
  if (!torch) return <p className="p-6 text-soft">Opening.</p>
  if (!torch.made.ok)
    return (
      <Alone title={taskTitle(task)}>
        <p role="alert">
          {torch.name} cannot be practised with: {torch.made.errors[0]?.message}
        </p>
      </Alone>
    )
  const not = taskNot(task, torch.made.bench)
  if (not !== undefined)
    return (
      <Alone title={taskTitle(task)}>
        <p role="alert">{not} Choose another torch, or another task.</p>
      </Alone>
    )
  return <OnBench key={`${task} ${torch.chosen}`} task={task} torch={torch} />
}

function Alone({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <main className="grid max-w-[60ch] gap-3 p-6">
      <h1 className="text-page">{title}</h1>
      {children}
      <p>
        <Link className="underline underline-offset-4" to="/practice">
          Practice
        </Link>
      </p>
    </main>
  )
}

function OnBench({ task, torch }: { readonly task: FlameTaskId; readonly torch: PracticeTorch }) {
  const { made } = torch
  if (!made.ok) throw new Error('a torch that cannot be practised with is on the bench')
  const { bench } = made
  const { print, say, gasColour } = useShop()
  const send = useSend()
  const chosenHand = useApp((s) => s.device.practiceHand)
  const light = useApp((s) => s.device.practiceLight)
  const hints = useApp((s) => s.device.practiceHints)
  const hand = chosenHand ?? made.hand
  const [practised, setPractised] = useState<Practised>(() => ({ task, bench, seed: newSeed() }))
  const [own, setOwn] = useState<FlameRecording | undefined>(undefined)
  const { frame, latest, listen, picture, make, turn } = useFlameBench(practised)
  const turning = useTurning(turn)
  const sound = useFlameSound(latest)
  const stage = useRef<HTMLDivElement>(null)
  const keep = useKeepAttempt()
  const kept = useRef<FlameRecording | undefined>(undefined)
  const watched = practised.made !== undefined
  const finished = frame?.points !== undefined
  const still = watched || finished
  const rounds = useMemo(() => taskRounds(task, bench, practised.seed), [task, bench, practised.seed])
  const said = frame?.said.length ?? 0
  const round = rounds[Math.min(said, rounds.length - 1)]
  const shows = round !== undefined
  const { fuel, jetM, handleValve } = bench.torch
  const { sign } = FUELS[fuel].flame

  useEffect(() => {
    const done = frame?.recording
    if (!done || watched || kept.current === done) return
    kept.current = done
    setOwn(done)
    keep(done)
  }, [frame?.recording, watched, keep])

  const lever = useCallback(
    (down: boolean | 'other') =>
      make({ do: 'lever', down: down === 'other' ? latest.current?.hands.lever !== true : down }),
    [make, latest],
  )
  const near = useCallback(() => make({ do: 'near', on: latest.current?.near !== true }), [make, latest])
  const handle = useCallback(
    () => make({ do: 'handle', to: (latest.current?.hands.handle ?? 0) > 1.5 ? 0 : MOST_PARTS }),
    [make, latest],
  )
  const finish = useCallback(() => make({ do: 'finish' }), [make])
  const strike = useCallback(() => make({ do: 'strike' }), [make])
  const keys = useMemo<BenchKeys | undefined>(
    () =>
      still || shows
        ? undefined
        : {
            turning,
            hand,
            lever: jetM === undefined ? () => undefined : lever,
            strike,
            near,
            handle: handleValve ? handle : () => undefined,
          },
    [still, shows, turning, hand, jetM, handleValve, lever, strike, near, handle],
  )
  useBenchKeys(keys)

  // the keys of the bench are in the hands again: a button that still had the focus would take the lever's
  const toHands = () => stage.current?.focus()
  const begin = () => {
    setPractised({ task, bench, seed: newSeed() })
    toHands()
  }
  const watch = (recording: FlameRecording) => {
    setPractised({ task, bench, seed: recording.seed, made: recording.made })
    toHands()
  }
  const next = FLAME_TASKS.slice(FLAME_TASKS.indexOf(task) + 1).find((t) => taskNot(t, bench) === undefined)
  const caption = frame
    ? `Looks: ${frame.looks}. Sounds: ${frame.sounds}.${frame.happenedWords ? ` ${frame.happenedWords}` : ''}`
    : ''
  const dials = (['oxygen', 'fuel'] as const).map((valve) => (
    <Dial
      key={valve}
      name={valve === 'oxygen' ? 'Oxygen' : 'Fuel'}
      valve={valve}
      turns={frame?.hands[valve] ?? 0}
      colour={gasColour(valve === 'oxygen' ? 'oxygen' : fuel)}
      keys={keysOfValve(valve, hand)}
      turning={turning}
      onTurn={turn}
      listen={listen}
      still={still}
    />
  ))
  return (
    <main className="flex flex-col md:h-dvh">
      <header className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 border-b-[1.5px] border-rule px-4 py-2">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1 className="text-section">
            Flame<span className="md:hidden">: {lower(taskTitle(task))}</span>
          </h1>
          <p className="hidden text-soft md:block">
            {FUELS[fuel].title}, {made.kind === 'cut' ? 'cutting' : 'brazing'} tip{' '}
            {print(made.orificeM, 'bore')}, {print(made.fuelPa, 'pressure')} and{' '}
            {print(made.oxygenPa, 'pressure')}.{' '}
            <Link className="underline underline-offset-4" to="/practice">
              {torch.name}
            </Link>
          </p>
        </div>
        <div className="flex flex-wrap items-center gap-3">
          <Button aria-pressed={sound.on} onClick={() => sound.setOn(!sound.on)}>
            {sound.on ? <Volume2 size={20} aria-hidden="true" /> : <VolumeX size={20} aria-hidden="true" />}
            <span className="max-md:sr-only">Sound {sound.on ? 'on' : 'off'}</span>
          </Button>
          <div className="w-[268px] md:w-[300px]">
            <Segmented
              label="Seen"
              value={light}
              options={LIGHT_WORDS}
              onChange={(practiceLight) => void send(device.actions.changed({ practiceLight }))}
            />
          </div>
        </div>
      </header>
      <div className="grid min-h-0 grow md:grid-cols-[1fr_320px]">
        <div className="flex min-h-0 min-w-0 flex-col gap-3 p-3 md:p-4">
          <p className="name min-h-[56px] content-center text-label leading-tight md:min-h-0" role="status">
            {shows ? `${Math.min(said + 1, rounds.length)} of ${rounds.length}` : caption}
          </p>
          <div ref={stage} tabIndex={-1} className="relative flex grow rounded-md">
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
                  : caption
              }
            />
            {task === 'star' && round?.flames[0] ? (
              <div
                className={`absolute inset-y-4 grid w-[46%] place-items-center ${hand === 'left' ? 'left-4' : 'right-4'}`}
              >
                <div className="aspect-square h-full max-h-[340px] max-w-full">
                  <StarShown shown={round.flames[0]} />
                </div>
              </div>
            ) : null}
            {task === 'starved' ? (
              <ol
                aria-hidden="true"
                className={`figure absolute inset-y-0 grid grid-rows-3 items-center px-4 text-figure font-bold ${light === 'day' ? 'text-spine' : 'text-spine-ink'} ${hand === 'left' ? 'left-0' : 'right-0'}`}
              >
                {['A', 'B', 'C'].map((letter) => (
                  <li key={letter}>{letter}</li>
                ))}
              </ol>
            ) : null}
          </div>
          {shows ? (
            <div className="pb-2">
              {task === 'name' ? (
                <NameFlame onSay={(word) => make({ do: 'say', word })} still={still} />
              ) : null}
              {task === 'starved' ? (
                <PickTip onSay={(word) => make({ do: 'say', word })} still={still} />
              ) : null}
              {task === 'star' ? (
                <ReadStar
                  legs={bench.torch.ports}
                  onSay={(word) => make({ do: 'say', word })}
                  still={still}
                />
              ) : null}
            </div>
          ) : (
            <div
              className={`grid grid-cols-2 items-start gap-x-6 gap-y-3 md:flex md:justify-between ${hand === 'left' ? 'md:flex-row-reverse' : ''}`}
            >
              {hand === 'left' ? [...dials].reverse() : dials}
              <div className="col-span-2 grid grid-flow-col gap-2 max-md:overflow-hidden md:grid-flow-row">
                <Button big disabled={still || frame?.lit === true} onClick={strike}>
                  Strike <Key k="S" />
                </Button>
                <Toggle on={frame?.near === true} disabled={still} k="N" onClick={near}>
                  At the plate
                </Toggle>
                {jetM === undefined ? null : (
                  <Toggle
                    on={frame?.hands.lever === true}
                    disabled={still}
                    k="Space"
                    onClick={() => lever('other')}
                  >
                    Lever
                  </Toggle>
                )}
                {handleValve ? (
                  <Toggle on={(frame?.hands.handle ?? 0) > 1.5} disabled={still} k="H" onClick={handle}>
                    Handle open
                  </Toggle>
                ) : null}
              </div>
              {still ? null : (
                <Button look="act" className="col-span-2 md:hidden" onClick={finish}>
                  That is it
                </Button>
              )}
            </div>
          )}
        </div>
        <aside
          aria-label="The task"
          className="grid content-start gap-4 border-t-[1.5px] border-rule bg-sheet p-4 md:overflow-y-auto md:border-t-0 md:border-l-[1.5px]"
        >
          {finished && frame ? (
            <>
              <div>
                <h2 className="text-section">{watched ? 'How it is done' : 'How it went'}</h2>
                <p>
                  <span className="figure text-figure font-bold">{frame.points}</span>{' '}
                  <span className="text-label text-soft">of 100</span>
                </p>
              </div>
              <Marks title="Judged" marks={frame.marks} />
              <div className="grid gap-2">
                <Button look="act" onClick={begin}>
                  {own ? 'Try again' : 'Now you'}
                </Button>
                <Button onClick={() => watch(goodHand(task, bench, practised.seed))}>
                  Watch a good hand
                </Button>
                {own ? <Button onClick={() => watch(own)}>Watch yours</Button> : null}
                {own ? (
                  <Button
                    onClick={() =>
                      saveFile(
                        fileName(taskTitle(task), 'json'),
                        JSON.stringify(own, null, 1),
                        'application/json',
                      )
                    }
                  >
                    Save it as a file
                  </Button>
                ) : null}
                {next ? (
                  <Link
                    className="name inline-flex min-h-[44px] items-center text-field underline underline-offset-4"
                    to={`/practice/flame/${next}`}
                  >
                    Next: {taskTitle(next)}
                  </Link>
                ) : null}
              </div>
            </>
          ) : (
            <>
              <div className="grid gap-2">
                <h2 className="text-section">{watched ? 'A good hand' : taskTitle(task)}</h2>
                <p>{say(taskAsks(task, bench))}</p>
              </div>
              {watched ? (
                <Button key="begin" look="act" onClick={begin}>
                  Now you
                </Button>
              ) : shows ? null : (
                <Button key="finish" look="act" className="max-md:hidden" onClick={finish}>
                  That is it
                </Button>
              )}
              {hints || watched ? <Marks title="So far" marks={frame?.marks ?? []} /> : null}
              {shows || !frame ? null : (
                <Doing
                  rows={[
                    ['Tip', frame.tip],
                    ...(sign === 'feather'
                      ? []
                      : ([
                          [
                            'Meter',
                            frame.ratio > 0
                              ? `${frame.ratio.toFixed(2)} of oxygen to 1 (neutral ${FUELS[fuel].flame.neutral})`
                              : 'no oxygen',
                          ],
                        ] as const)),
                    ...(sign === 'feather' && frame.ratio > 0
                      ? ([['Oxygen', `${frame.ratio.toFixed(2)} to 1 of fuel`]] as const)
                      : []),
                    ...(frame.kelvin === undefined
                      ? []
                      : ([['Cone', `${print(frame.kelvin, 'temperature')} at most, worked out`]] as const)),
                    ...(frame.reducing === undefined || frame.reducing > 1000
                      ? []
                      : ([
                          [
                            'At metal',
                            `${reducingWords(frame.reducing)}, ${frame.reducing.toPrecision(2)} of hydrogen to 1 of steam`,
                          ],
                        ] as const)),
                  ]}
                />
              )}
              {sign === 'feather' || shows ? null : (
                <p className="text-soft">
                  {sign === 'meters'
                    ? 'Neutral cannot be seen on this fuel: go by the meter.'
                    : 'No feather shows neutral on this fuel: its cones at their shortest do, or a meter.'}
                </p>
              )}
              {watched ? null : (
                <div className="grid gap-2">
                  <Button onClick={() => watch(goodHand(task, bench, practised.seed))}>
                    Watch a good hand
                  </Button>
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
          )}
        </aside>
      </div>
    </main>
  )
}

/** Hydrogen over steam from which a flame draws scale off hot steel, and under which it makes some. */
const [DRAWS, MAKES] = [4, 1.5]
const reducingWords = (reducing: number) =>
  reducing > DRAWS ? 'draws scale off' : reducing > MAKES ? 'hardly makes scale' : 'makes scale'

const lower = (title: string) => title.charAt(0).toLowerCase() + title.slice(1)

/** Something in the hand that is so or not. */
function Toggle({
  on,
  k,
  children,
  ...rest
}: {
  readonly on: boolean
  readonly k: string
  readonly disabled: boolean
  readonly onClick: () => void
  readonly children: React.ReactNode
}) {
  return (
    <Button big aria-pressed={on} className={on ? 'bg-ink! text-paper!' : ''} {...rest}>
      {on ? '✓ ' : ''}
      {children} <Key k={k} />
    </Button>
  )
}

/** The key that does the same. */
const Key = ({ k }: { readonly k: string }) => (
  <kbd
    className="hidden rounded-sm border border-rule px-2 font-figure text-foot text-soft md:inline"
    aria-hidden="true"
  >
    {k}
  </kbd>
)
