/** What a key was pressed on: a bench has keys of its own, and leaves alone those that are somebody else's. */

/** Something that takes keys itself: a field, a choice, a dialogue. */
export const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest(
    'input, select, textarea, [role=dialog], [role=listbox], [role=radiogroup], [role=group]',
  ) !== null
/** Something that is pressed by the space bar. */
export const pressed = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('button, a') !== null
