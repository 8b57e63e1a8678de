/** How long a step that has just come takes no tap, ms: one meant for the step before does nothing. */
export const SETTLE_MS = 600
