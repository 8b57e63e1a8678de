import type { KeyboardEvent } from 'react'

/** A button that does something at once; not one of a choice, which only says something. */
const acts = (target: EventTarget): boolean =>
  target instanceof HTMLElement && target.tagName === 'BUTTON' && !target.hasAttribute('role')

function stop(e: KeyboardEvent): void {
  if (e.key === ' ' && acts(e.target)) e.preventDefault()
}

/**
 * For what a foot pedal that sends space never presses, whatever has the focus: a tick, skipping, going on with a reading
 * that is off, handing over. Enter presses it as ever.
 */
export const notByPedal = { onKeyDownCapture: stop, onKeyUpCapture: stop } as const
