import { useEffect, useRef, type RefObject } from 'react'
import { clockFrom, holderOf } from '#core/record/run.ts'
import { api } from '../../app/api.ts'
import { wouldBeLost } from '../../app/outbox.ts'
import { useApp } from '../../app/store.ts'
import { useNow, useSettling } from './clock.ts'
import type { ReadingInHand } from './useReading.ts'
import type { RunInHand } from './useRun.ts'

/** The step in hand on this screen: how its clock stands, and what a press does. */
export interface StepInHand {
  /** Seconds since its clock began; undefined before. */
  readonly gone: number | undefined
  /** Its clock has to run out before it may be confirmed. */
  readonly held: boolean
  /** It came up this moment: a press now was meant for the one before. */
  readonly settling: boolean
  /** Who has the torch, when it is known. */
  readonly runner: { readonly name: string; readonly role: string } | undefined
  /** They may go by stretches: nobody who is still learning does, and nobody of whom that is not known yet. */
  readonly practised: boolean
  /** Who is at this screen, when it is known. */
  readonly here: { readonly name: string } | undefined
  readonly heading: RefObject<HTMLHeadingElement | null>
  /** It is an apprentice's, and an instructor vouches for it. */
  readonly guarded: boolean
  /** Its reading stands past what may be set: nobody goes on. */
  readonly refused: boolean
  /** Nothing that is confirmed now could be kept or stored: nothing is. */
  readonly lost: boolean
  /** Its reading is not what was planned: going on wants a reason. */
  readonly off: boolean
  /** Confirms it, or starts its clock or asks for what is wanted where that comes first. */
  done(): void
  /** The same, `told` saying what is confirmed: this one with others after it. What is asked for of it comes first. */
  goOn(told: () => void): void
  /** Confirms it with the reason for which a reading that is off is gone on with. */
  finish(reason: string): void
  /** An instructor has looked at it. */
  looked(instructorId: string): void
  startClock(): void
}

/**
 * What a press on the large button means for the step in hand.
 * @param ask asks for whom an apprentice's step is confirmed by, or why a reading that is off is gone on with
 */
export function useStep(
  { run, progress, here, confirm }: RunInHand,
  reading: ReadingInHand | undefined,
  ask: (what: 'instructor' | 'off') => void,
  /** A page of several steps is led, any of which may have a pace. */
  ofPage = false,
): StepInHand {
  const step = progress.steps[progress.index]
  const { data: listed } = api.usePeopleQuery()
  const people = listed ?? []
  const runner = people.find((p) => p.id === holderOf(run, progress))
  const guarded = step?.instructor === true && runner?.role === 'apprentice'
  const now = useNow(
    ofPage || step?.timer !== undefined || step?.pace !== undefined || step?.pattern !== undefined,
  )
  const timer = step?.timer
  // a pace, and a pattern without a clock, run from a press
  const from = timer ? clockFrom(timer, progress, run) : progress.timerFrom
  const gone = from === undefined ? undefined : Math.max(0, (now - Date.parse(from)) / 1000)
  const held = timer?.kind === 'at-least' && (gone === undefined || gone < (timer.freeS ?? timer.seconds))
  const settling = useSettling(progress.index)
  const heading = useRef<HTMLHeadingElement>(null)
  const opened = useRef(false)
  const why = useRef('')
  const judged = reading?.judged?.state
  const finish = (reason: string, told: () => void = () => confirm({ kind: 'done' })) => {
    why.current = reason
    if (guarded) return ask('instructor')
    reading?.keep(reason)
    told()
  }
  const lost = useApp((s) => wouldBeLost(s.outbox))
  const refused = judged === 'past-limit'
  const off = judged === 'over' || judged === 'under'
  const goOn = (told?: () => void) => {
    if (settling || lost) return
    if (held) {
      if (gone === undefined) confirm({ kind: 'timer' })
    } else if (reading?.fault !== undefined || refused) return
    else if (off) ask('off')
    else finish('', told)
  }
  useEffect(() => {
    // a new step is told to whoever listens to the page; on opening the focus stays where it is
    if (opened.current) heading.current?.focus()
    opened.current = true
  }, [progress.index])
  return {
    gone,
    held,
    settling,
    runner,
    practised: listed !== undefined && runner?.role !== 'apprentice',
    here: people.find((p) => p.id === here),
    heading,
    guarded,
    refused,
    lost,
    off,
    done: () => goOn(),
    goOn,
    finish: (reason) => finish(reason),
    looked: (instructorId) => {
      reading?.keep(why.current)
      confirm({ kind: 'done' }, instructorId)
    },
    startClock: () => {
      confirm({ kind: 'timer' })
      // the focus leaves the button, so that the pedal's next press means the step again
      heading.current?.focus()
    },
  }
}
