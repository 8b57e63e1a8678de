import { useEffect, useRef, type RefObject } from 'react'
import { api } from '../../app/api.ts'
import { useNow, useSettling } from './clock.ts'
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
  /** Who is at this screen, when it is known. */
  readonly here: { readonly name: string } | undefined
  readonly heading: RefObject<HTMLHeadingElement | null>
  /** Confirms it, or starts its clock where that comes first. */
  done(): void
  startClock(): void
}

/**
 * What a press on the large button means for the step in hand.
 * @param askInstructor asks for whom an apprentice's step is confirmed by
 */
export function useStep({ run, progress, here, confirm }: RunInHand, askInstructor: () => void): StepInHand {
  const step = progress.steps[progress.index]
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
  return {
    gone,
    held,
    settling,
    runner,
    here: people.find((p) => p.id === here),
    heading,
    done: () => {
      if (settling) return
      if (!held && step?.instructor === true && runner?.role === 'apprentice') askInstructor()
      else if (!held) confirm({ kind: 'done' })
      else if (gone === undefined) confirm({ kind: 'timer' })
    },
    startClock: () => {
      confirm({ kind: 'timer' })
      // the focus leaves the button, so that the pedal's next press means the step again
      heading.current?.focus()
    },
  }
}
