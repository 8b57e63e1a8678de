import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { isRoundJoint } from '#core/braze/types.ts'
import { figureNamed, KIND_OF_UNIT } from '#core/figure.ts'
import { clocksOf, workIsOver, type BreakTaken } from '#core/record/run.ts'
import { PHASE_NAMES, type Step } from '#core/line/steps.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { useShop } from '../../app/shop.ts'
import { useShortcuts } from '../../app/shortcuts.ts'
import { device } from '../../app/device.ts'
import { useApp, useSend } from '../../app/store.ts'
import { FUEL_FACE_PA, LineDrawing, OXYGEN_FACE_PA } from '../../drawing/LineDrawing.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { SourceTag } from '../../ui/Tag.tsx'
import { spanWords } from '../plan/StationLine.tsx'
import { usePlanFigures } from '../plan/plan-words.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { api } from '../../app/api.ts'
import { BreakPanel } from './BreakPanel.tsx'
import { Clocks } from './Clocks.tsx'
import { FlameCardPanel } from './FlameCardPanel.tsx'
import { Gauge } from './Gauge.tsx'
import { InstructorPanel } from './InstructorPanel.tsx'
import { Pace } from './Pace.tsx'
import { Pattern } from './Pattern.tsx'
import { ReadingNow } from './ReadingNow.tsx'
import { SkipPanel } from './SkipPanel.tsx'
import { StepClock } from './StepClock.tsx'
import { TroublePanel } from './TroublePanel.tsx'
import { useNow, useSettling, useSoundRefused, useWakeLock } from './clock.ts'
import { breaksOffered, useRun, type RunInHand } from './useRun.ts'

/** What may have to be scrolled can be scrolled by key. */
const SCROLLS = { tabIndex: 0 } as const

/** The guide: one step at a time, huge. */
export default function RunPage() {
  const { runId = '' } = useParams()
  const { inHand, error } = useRun(runId)
  if (error && !inHand) return <Missing what="run" failure={error} />
  if (!inHand) return <p className="p-8 text-soft">Opening.</p>
  return inHand.progress.state === 'running' ? <Guide inHand={inHand} /> : <Ended inHand={inHand} />
}

function Ended({ inHand: { run, progress, unsent } }: { readonly inHand: RunInHand }) {
  return (
    <main className="mx-auto max-w-[720px] px-6 py-12">
      <ServerNotice />
      <h1 className="text-5xl">{progress.state === 'finished' ? 'All steps done' : 'Stopped'}</h1>
      <p className="pt-3 text-xl">
        {run.title}.{' '}
        {progress.state === 'finished'
          ? 'Rig shut and bled, screws backed out.'
          : 'Leave the rig safe: torch shut, cylinders shut, bled, screws backed out.'}
      </p>
      <div className="pt-4 text-[1.2rem]">
        <Clocks clocks={clocksOf(progress)} />
      </div>
      {unsent > 0 ? (
        <p className="pt-2 font-bold text-alarm">The last steps are kept here and not saved yet.</p>
      ) : null}
      <div className="flex flex-wrap gap-4 pt-8">
        {run.logged || progress.state === 'stopped' ? null : (
          <Link
            className="name inline-flex min-h-[64px] items-center rounded-md bg-brick px-8 text-2xl font-semibold text-on"
            to={`/run/${run.id}/log`}
          >
            Record the result
          </Link>
        )}
        <Link
          className="name inline-flex min-h-[64px] items-center rounded-md border-[1.5px] border-ink px-8 text-2xl font-semibold"
          to={run.logged ? '/log' : '/'}
        >
          {run.logged ? 'To the log' : 'To today'}
        </Link>
      </div>
    </main>
  )
}

function Guide({ inHand }: { readonly inHand: RunInHand }) {
  const { run, progress, line, stand, confirm, unsent } = inHand
  const { say } = useShop()
  const send = useSend()
  const flipped = useApp((s) => s.device.flipped)
  const [trouble, setTrouble] = useState(false)
  const [asking, setAsking] = useState<'skip' | 'break' | 'flame' | 'instructor' | undefined>(undefined)
  const dark = useWakeLock()
  const mute = useSoundRefused()
  const { steps } = progress
  const step = steps[progress.index]
  const people = api.usePeopleQuery().data ?? []
  const runner = people.find((p) => p.id === (progress.takenOverBy ?? run.personId))
  const now = useNow(step?.timer !== undefined || step?.pace !== undefined || step?.pattern !== undefined)
  const timer = step?.timer
  // a clock that says how long at most runs from when the step was reached
  const from = timer?.kind === 'at-most' ? progress.since : progress.timerFrom
  const gone = from === undefined ? undefined : Math.max(0, (now - Date.parse(from)) / 1000)
  const held = timer?.kind === 'at-least' && (gone === undefined || gone < timer.seconds)
  const settling = useSettling(progress.index)
  const heading = useRef<HTMLHeadingElement>(null)
  const opened = useRef(false)
  useEffect(() => {
    // a new step is told to whoever listens to the page; on opening the focus stays where it is
    if (opened.current) heading.current?.focus()
    opened.current = true
  }, [progress.index])
  const done = () => {
    if (settling) return
    if (!held && step?.instructor === true && runner?.role === 'apprentice') setAsking('instructor')
    else if (!held) confirm({ kind: 'done' })
    else if (gone === undefined) confirm({ kind: 'timer' })
  }
  // the focus leaves the button, so that the pedal's next press means the step again
  const startClock = () => {
    confirm({ kind: 'timer' })
    heading.current?.focus()
  }
  const openTrouble = () => {
    confirm({ kind: 'trouble', reason: null })
    setTrouble(true)
  }
  const takeBreak = (name: BreakTaken) => stand && confirm({ kind: 'break', name, stand })
  const keys = useMemo(
    () => ({
      ' ': () => void done(),
      Backspace: () => progress.index > 0 && confirm({ kind: 'back' }),
      t: openTrouble,
      b: () => setAsking('break'),
      f: () => setAsking('flame'),
      u: () => send(device.actions.changed({ flipped: !flipped })),
    }),
    // the handlers speak of the step in hand
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [inHand, held, gone === undefined, flipped, settling],
  )
  useShortcuts(keys)
  if (!step) return null
  const cutDone = workIsOver(progress)
  const clocks = clocksOf(progress)
  return (
    <main className="grid min-h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_1fr_auto] lg:h-dvh">
      <header className="border-b-[1.5px] border-rule bg-sheet">
        <ServerNotice />
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-5 py-2 md:flex-nowrap md:gap-4">
          <Link
            to="/"
            className="name min-h-12 grow content-center pr-2 text-lg underline underline-offset-4 md:grow-0"
          >
            Today
          </Link>
          <div className="min-w-0 grow max-md:order-last max-md:basis-full">
            <strong className="name block truncate text-[1.45rem] leading-tight font-semibold md:inline md:pr-3">
              {run.title}
            </strong>
            <span className="text-soft">
              Step {progress.index + 1} of {steps.length}, {PHASE_NAMES[step.phase]}.
              {runner ? ` ${runner.name} is running it.` : ''}
              {unsent > 0 ? ` ${unsent} not saved yet.` : ''}
              {dark ? ' This browser does not keep the screen awake.' : ''}
              {mute ? ' It makes no sound until the page is touched.' : ''}
            </span>
            {clocks.length > 0 ? <Clocks clocks={clocks} /> : null}
          </div>
          {cutDone && !run.logged ? (
            <Link
              to={`/run/${run.id}/log`}
              className="name grid min-h-12 place-items-center rounded-md border-[1.5px] border-ink px-4 text-lg font-semibold max-md:hidden"
            >
              Write it down
            </Link>
          ) : null}
          <HeadButton name="Flame" onPress={() => setAsking('flame')} />
          <HeadButton name="Pause or leave" onPress={() => setAsking('break')} />
          <button
            type="button"
            onClick={openTrouble}
            className="name min-h-[52px] rounded-md border-2 border-alarm px-6 text-[1.4rem] font-bold text-alarm"
          >
            Trouble
          </button>
        </div>
      </header>
      <div className="min-h-0 lg:grid lg:grid-cols-[1fr_minmax(380px,40%)]">
        <section {...SCROLLS} aria-label="The step" className="px-6 py-5 md:px-11 lg:overflow-y-auto">
          <h1
            ref={heading}
            tabIndex={-1}
            className="max-w-[22ch] text-[clamp(2rem,4.6vw,3.7rem)] leading-[1.04] font-bold outline-none"
          >
            {say(step.act)}
          </h1>
          {step.figure ? <BigFigure run={run} name={step.figure} /> : null}
          {step.caution ? (
            <p className="mt-4 max-w-[46ch] border-l-[6px] border-alarm pl-4 text-[1.2rem] leading-snug font-bold">
              {say(step.caution)}
            </p>
          ) : null}
          {step.see ? (
            <p className="max-w-[52ch] pt-4 text-[1.25rem] leading-snug">
              <strong>You should find:</strong> {say(step.see)}
            </p>
          ) : null}
          {step.ifNot ? (
            <p className="max-w-[56ch] pt-2 text-[1.1rem] leading-snug">
              <strong>If not:</strong> {say(step.ifNot)}
            </p>
          ) : null}
          <p className="max-w-[56ch] pt-2 text-[1.05rem] leading-snug text-soft">
            <strong>Why:</strong> {say(step.why)}
          </p>
        </section>
        <aside
          {...SCROLLS}
          aria-label="Readings and what comes next"
          className="flex min-h-0 flex-col gap-3 border-rule px-6 py-4 lg:overflow-y-auto lg:border-l-[1.5px]"
        >
          <Beside step={step} inHand={inHand} gone={gone} onStart={startClock} onDone={done} />
          <div className="border-t-[1.5px] border-rule pt-3 max-lg:hidden">
            <LiveLine inHand={inHand} line={line} />
          </div>
          <div className="mt-auto border-t-[1.5px] border-rule pt-2">
            <h2 className="name text-lg text-soft">After this</h2>
            <ol className="name text-[1.25rem] leading-snug text-soft">
              {steps.slice(progress.index + 1, progress.index + 3).map((s) => (
                <li key={s.id} className="pt-1">
                  {say(s.act)}
                </li>
              ))}
              {progress.index + 1 === steps.length ? <li>That was all. Then record the result.</li> : null}
            </ol>
          </div>
        </aside>
      </div>
      <div className="sticky bottom-0 grid grid-cols-[auto_auto_1fr] border-t-[1.5px] border-rule">
        <button
          type="button"
          disabled={progress.index === 0}
          onClick={() => confirm({ kind: 'back' })}
          className="name min-h-[88px] border-r border-rule bg-sheet px-5 text-[1.35rem] font-semibold disabled:text-soft md:px-16"
        >
          Back
        </button>
        <button
          type="button"
          onClick={() => setAsking('skip')}
          className="name min-h-[88px] border-r border-rule bg-sheet px-5 text-[1.35rem] font-semibold md:px-12"
        >
          Skip, say why
        </button>
        <button
          type="button"
          data-done
          disabled={settling || (held && gone !== undefined)}
          onClick={() => void done()}
          className="figure min-h-[88px] bg-verdigris text-[2.4rem] text-on disabled:bg-sheet disabled:text-soft"
        >
          {held
            ? gone === undefined
              ? 'Start the clock'
              : 'Clock is running'
            : timer?.kind === 'carries-on'
              ? 'Done, clock on'
              : 'Done'}
        </button>
      </div>
      <TroublePanel
        returnTo={heading}
        open={trouble}
        onClose={() => setTrouble(false)}
        onStop={(why) => confirm({ kind: 'stop', reason: why })}
        offered={breaksOffered(inHand)}
        onBreak={takeBreak}
      />
      <SkipPanel
        returnTo={heading}
        open={asking === 'skip'}
        onClose={() => setAsking(undefined)}
        onSkip={(why) => confirm({ kind: 'skip', reason: why })}
      />
      {asking === 'break' ? (
        <BreakPanel
          offered={breaksOffered(inHand)}
          returnTo={heading}
          onClose={() => setAsking(undefined)}
          onBreak={takeBreak}
          onHandOver={(personId) => stand && confirm({ kind: 'hand-over', stand }, personId)}
        />
      ) : null}
      {asking === 'flame' ? (
        <FlameCardPanel
          fuel={run.setting.fuel}
          lever={run.plan.kind === 'cut'}
          wanted={run.setting.flame ?? 'neutral'}
          returnTo={heading}
          onClose={() => setAsking(undefined)}
        />
      ) : null}
      {asking === 'instructor' ? (
        <InstructorPanel
          returnTo={heading}
          onClose={() => setAsking(undefined)}
          onConfirm={(personId) => confirm({ kind: 'done' }, personId)}
        />
      ) : null}
    </main>
  )
}

function HeadButton({ name, onPress }: { readonly name: string; readonly onPress: () => void }) {
  return (
    <button
      type="button"
      onClick={onPress}
      className="name min-h-[52px] rounded-md border-[1.5px] border-ink px-4 text-[1.25rem] font-semibold max-sm:px-2.5"
    >
      {name}
    </button>
  )
}

function BigFigure({ run, name }: { readonly run: RunInHand['run']; readonly name: string }) {
  const { show, print } = useShop()
  const figure = figureNamed(run.plan, name)
  if (!figure) return null
  const kind = KIND_OF_UNIT[figure.unit]
  const shown = show(figure.value, kind)
  return (
    <>
      <p className="figure pt-3 text-[clamp(5rem,13vw,10.5rem)] leading-[0.9]">
        {shown.figure}
        <span className="pl-4 text-[0.36em] font-semibold">{shown.unit}</span>
      </p>
      <p className="flex flex-wrap items-center gap-3 pt-3">
        <SourceTag source={figure.source} runs={figure.runs} />
        <span className="text-lg text-soft">
          {spanWords(figure, (v) => print(v, kind))
            ? `${spanWords(figure, (v) => print(v, kind))} will do`
            : ''}
        </span>
      </p>
    </>
  )
}

const PRESSURES: ReadonlySet<string> = new Set(['cuttingOxygenPressure', 'oxygenPressure', 'fuelPressure'])

/** What stands beside a step: the gauge to look at, a clock, a pace, or further figures. */
function Beside({
  step,
  inHand,
  gone,
  onStart,
  onDone,
}: {
  readonly step: Step
  readonly inHand: RunInHand
  /** Confirms the step, as the large button does. */
  readonly onDone: () => void
  readonly gone: number | undefined
  readonly onStart: () => void
}) {
  const { run } = inHand
  const { figure, called, printed } = usePlanFigures(run.plan)
  const pressure = step.figure !== undefined && PRESSURES.has(step.figure) ? figure(step.figure) : undefined
  const read = step.figure === undefined ? undefined : figure(step.figure)
  return (
    <>
      {pressure ? (
        <Gauge figure={pressure} gas={step.figure === 'fuelPressure' ? run.setting.fuel : 'oxygen'} />
      ) : null}
      {step.figure !== undefined && read && step.timer?.kind !== 'at-least' ? (
        <ReadingNow key={step.id} runId={run.id} name={step.figure} figure={read} onConfirm={onDone} />
      ) : null}
      {step.pace ? <Pace pace={step.pace} gone={gone} onStart={onStart} /> : null}
      {step.pattern ? (
        <div className="grid items-center gap-3 sm:grid-cols-[3fr_2fr]">
          <Pattern pattern={step.pattern} gone={gone} />
          {step.timer ? <StepClock timer={step.timer} gone={gone} onStart={onStart} /> : null}
        </div>
      ) : step.timer ? (
        <StepClock timer={step.timer} gone={gone} onStart={onStart} />
      ) : null}
      {step.also ? (
        <dl className="grid grid-cols-[1fr_auto] gap-x-4">
          {step.also.map((name) =>
            figure(name) ? (
              <div key={name} className="contents">
                <dt className="border-b border-rule py-1.5 text-[1.1rem]">{called(name)}</dt>
                <dd className="figure border-b border-rule py-1.5 text-right text-[1.7rem]">
                  {printed(name)}
                </dd>
              </div>
            ) : null,
          )}
        </dl>
      ) : null}
    </>
  )
}

/** What stands in the flame of a braze. */
const jointIn = ({ draft }: RunInHand['run']): 'tube' | 'lap' =>
  draft.kind === 'braze' && isRoundJoint(draft.work.joint) ? 'tube' : 'lap'

function LiveLine({ inHand, line }: { readonly inHand: RunInHand; readonly line: RunInHand['line'] }) {
  const { gasColour, print } = useShop()
  const { run } = inHand
  const { setting } = run
  const side = (name: 'oxygen' | 'fuel' | 'nitrogen', gas: string) => {
    const s = line[name]
    return `${gas}: cylinder ${s.turns > 0 ? 'open' : 'shut'}, ${s.deliveryPa > 0 ? `${print(s.deliveryPa, 'pressure')} in the hose` : 'hose empty'}, ${name === 'nitrogen' ? 'purge' : 'torch'} valve ${s.valve > 0 ? 'open' : 'shut'}`
  }
  return (
    <figure>
      <LineDrawing
        oxygenColour={gasColour('oxygen')}
        fuelColour={gasColour(setting.fuel)}
        live={line}
        work={run.plan.kind === 'cut' ? 'plate' : jointIn(run)}
        oxygenNeedle={line.oxygen.deliveryPa / OXYGEN_FACE_PA}
        fuelNeedle={line.fuel.deliveryPa / FUEL_FACE_PA}
      />
      <figcaption className="text-sm leading-snug text-soft">
        As the steps have left it. {side('oxygen', 'Oxygen')}. {side('fuel', FUELS[setting.fuel].title)}.{' '}
        {setting.line?.needsNitrogen ? `${side('nitrogen', 'Nitrogen')}. ` : ''}Flame{' '}
        {line.flame.replace('-', ' ')}.
      </figcaption>
    </figure>
  )
}
