import { useEffect } from 'react'

/** Every shortcut, for the help and for the views that answer to them. */
export const SHORTCUTS = [
  { keys: 'g t · g j · g r', does: 'Go to Today, Jobs, Rig' },
  { keys: 'g b · g p', does: 'Go to Bench, Practice' },
  { keys: 'g l · g s', does: 'Go to Log, Settings' },
  { keys: 'q', does: 'Quick plan: settings without a piece' },
  { keys: 'n', does: 'Start a piece' },
  { keys: 'w', does: 'The work: first field of a plan' },
  { keys: 'l', does: 'The line: first station of a plan' },
  { keys: 'r', does: 'Run the piece' },
  { keys: 'Space', does: 'Step done, while running' },
  { keys: 'Backspace', does: 'Step back, while running' },
  { keys: 't', does: 'Trouble, from anywhere' },
  { keys: 'b', does: 'Pause or leave: break, tip, hand over' },
  { keys: 'f', does: 'The flame card, while running' },
  { keys: 'Ctrl P', does: 'The plan, sheet or chart as a PDF' },
  { keys: 'u', does: 'Flip between inches and millimetres' },
  { keys: '?', does: 'This list' },
] as const

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
const onControl = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('button, a, [role=radio], [role=option]') !== null

/** After `g` a second key names a place; so long it is waited for, ms. */
const LEAD_MS = 1500
let lead: { readonly from: KeyboardEvent; by?: KeyboardEvent } | undefined
/** What a key asks for: itself, or, for the first key after `g`, a place. Every listener of one key sees the same. */
function asked(e: KeyboardEvent): string {
  const led =
    lead !== undefined &&
    lead.from !== e &&
    e.timeStamp - lead.from.timeStamp < LEAD_MS &&
    (lead.by === undefined || lead.by === e)
  if (led && lead) lead.by = e
  else if (e.key === 'g') lead = { from: e }
  return led ? `g ${e.key}` : e.key
}

/** Calls the handler of a key, unless somebody is typing, a sheet is open, or a control under focus wants the key itself. */
export function useShortcuts(handlers: Readonly<Record<string, () => void>>): void {
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return
      if (e.key === ' ' && onControl(e.target)) return
      if (document.querySelector('[role=dialog]') !== null && e.key !== 't') return
      const handler = handlers[asked(e)]
      if (!handler) return
      e.preventDefault()
      handler()
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [handlers])
}
