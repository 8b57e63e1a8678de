import type { KeyboardEvent } from 'react'

const writes = (target: EventTarget): boolean =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement

function stop(e: KeyboardEvent): void {
  if (e.key === ' ' && !writes(e.target)) e.preventDefault()
}

/**
 * For what a foot pedal that sends space never presses, whatever has the focus: a tick, skipping, going on with a reading
 * that is off, handing over. Enter presses it as ever.
 */
export const notByPedal = { onKeyDownCapture: stop, onKeyUpCapture: stop } as const
