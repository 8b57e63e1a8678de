import { useMemo, useState } from 'react'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useShortcuts } from '../../app/shortcuts.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { alarmSounds, useReadAloud } from '../../work/voice.ts'
import { Beside } from './Beside.tsx'
import { CameOutChoice, CameOutLeft } from './CameOut.tsx'
import { LiveLine } from './LiveLine.tsx'
import { besidePage, pageName, pagesAfter } from './pages.ts'
import { Panels, type Asking } from './Panels.tsx'
import { Presses } from './Presses.tsx'
import { RunHead } from './RunHead.tsx'
import { useRunWords } from './run-words.ts'
import { StageBar, StageCard } from './StageCard.tsx'
import { NextPages, NextSteps, StepCard } from './StepCard.tsx'
import { useComesOut } from './useComesOut.ts'
import { useMakings } from './useMakings.ts'
import { useReady } from './useReady.ts'
import { useReading } from './useReading.ts'
import { useStage } from './useStage.ts'
import { waysOffered, type RunInHand } from './useRun.ts'
import { useStep } from './useStep.ts'

/** What may have to be scrolled can be scrolled by key. */
const SCROLLS = { tabIndex: 0 } as const

/** The guide: one step at a time, huge. */
export function Guide({ inHand }: { readonly inHand: RunInHand }) {
  const { run, progress, confirm, through } = inHand
  const send = useSend()
  const flipped = useApp((s) => s.device.flipped)
  const [asking, setAsking] = useState<Asking>(undefined)
  const { steps, index } = progress
  const step = steps[index]
  const { print } = useShop()
  const reading = useReading(inHand, step)
  const staged = useApp((s) => s.device.staged)
  const now = useStep(inHand, reading, setAsking, staged)
  const { practised } = now
  const wanted = staged && practised
  const ofStage = useStage(inHand, now)
  const stage = wanted ? ofStage : undefined
  const allTicked = stage?.ready
  const makings = useMakings(run, progress, inHand.here)
  const batch = run.batchId !== null
  const out = useComesOut(batch ? makings : undefined, stage)
  const ready = useReady(inHand, stage)
  const pageDone = () => stage?.done(out?.write)
  const offShown = now.off && reading?.si !== undefined ? print(reading.si, reading.kind) : undefined
  const openTrouble = () => {
    confirm({ kind: 'trouble', reason: null })
    // whatever is being read stops: there is something graver to hear
    alarmSounds(0)
    setAsking('trouble')
  }
  const keys = useMemo(
    () => ({
      // the pedal is the large button's press alone: it takes no torch over, and goes on with no reading that is off
      ' ': () => {
        if (progress.taking !== undefined || (now.off && !now.held)) return
        if (stage) pageDone()
        else now.done()
      },
      Backspace: () => index > 0 && confirm({ kind: 'back' }),
      t: openTrouble,
      b: () => setAsking('break'),
      f: () => setAsking('flame'),
      u: () => send(device.actions.changed({ flipped: !flipped })),
    }),
    // the handlers speak of the step in hand, or of its stretch
    /* eslint-disable react-hooks/exhaustive-deps */
    [
      inHand,
      allTicked,
      out?.as,
      makings,
      now.held,
      now.gone === undefined,
      flipped,
      now.settling,
      reading?.si,
      reading?.fault,
    ],
    /* eslint-enable react-hooks/exhaustive-deps */
  )
  useShortcuts(keys)
  const { sentence } = useRunWords(run.pieces)
  useReadAloud(
    () =>
      (stage
        ? [pageName(stage.stretch, steps, run.pieces), ...steps.slice(index, stage.stretch.to).map(sentence)]
        : step
          ? [sentence(step), ...(step.beside ?? []), step.caution ?? '']
          : []
      )
        .filter((t) => t !== '')
        .join('. '),
    stage ? `page ${stage.stretch.from}` : index,
  )
  if (!step) return null
  return (
    <main className="grid min-h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] lg:h-dvh">
      <RunHead
        inHand={inHand}
        step={step}
        runner={now.runner?.name}
        here={now.here?.name}
        staged={practised ? wanted : undefined}
        onStaged={() => send(device.actions.changed({ staged: !wanted }))}
        onWho={() => setAsking('who')}
        onFlame={() => setAsking('flame')}
        onBreak={() => setAsking('break')}
        onTrouble={openTrouble}
      />
      <div className="flex min-h-0 flex-col">
        {stage ? <StageBar stage={stage} run={run} steps={steps} /> : null}
        <div className="min-h-0 grow lg:grid lg:grid-cols-[1fr_minmax(380px,40%)]">
          <section {...SCROLLS} aria-label="The step" className="px-6 py-4 md:px-10 lg:overflow-y-auto">
            {stage ? (
              <StageCard run={run} steps={steps} index={index} stage={stage} step={now} />
            ) : (
              <StepCard
                plan={inHand.piece.plan}
                step={step}
                heading={now.heading}
                learner={now.runner?.role === 'apprentice'}
              />
            )}
            {out ? (
              <CameOutChoice making={out.making} makings={makings} chosen={out.as} onChoose={out.choose} />
            ) : null}
            {ready.may && !now.guarded ? (
              <Button big className="mt-4 mr-3 text-label" onClick={() => setAsking('ready')}>
                The rig stands ready
              </Button>
            ) : null}
            {step.role === 'look-over' && waysOffered(inHand).includes('assembly') ? (
              <Button
                big
                className="mt-4 text-label"
                onClick={() => confirm({ kind: 'break', name: 'assembly' })}
              >
                The rig is in parts: put it together
              </Button>
            ) : null}
          </section>
          <aside
            {...SCROLLS}
            aria-label="Readings and what comes next"
            className="flex min-h-0 flex-col gap-3 border-rule px-6 py-4 lg:overflow-y-auto lg:border-l-[1.5px]"
          >
            <Beside
              step={stage ? besidePage(step, steps.slice(index, stage.stretch.to)) : step}
              inHand={inHand}
              reading={reading}
              gone={now.gone}
              onStart={now.startClock}
            />
            {batch && !out ? <CameOutLeft runId={run.id} makings={makings} /> : null}
            <div className="border-t-[1.5px] border-rule pt-3 max-lg:hidden">
              <LiveLine inHand={inHand} />
            </div>
            <div className="mt-auto border-t-[1.5px] border-rule pt-2">
              {batch && stage ? (
                <NextPages pages={pagesAfter(stage.stretches, stage.stretch, steps, run.pieces)} />
              ) : (
                <NextSteps run={run} steps={steps} index={stage ? stage.stretch.to - 1 : index} />
              )}
            </div>
          </aside>
        </div>
      </div>
      <Presses
        step={now}
        stage={stage}
        timer={step.timer}
        first={index === 0}
        byHand={progress.taking !== undefined}
        offShown={offShown}
        cameOut={out?.as}
        onDone={stage ? pageDone : now.done}
        onBack={() => confirm({ kind: 'back' })}
        onSkip={() => setAsking('skip')}
      />
      <Panels
        inHand={inHand}
        step={now}
        offShown={offShown}
        asking={asking}
        onReady={(told) => through(ready.first, told)}
        onClose={() => setAsking(undefined)}
        returnTo={now.heading}
      />
    </main>
  )
}
