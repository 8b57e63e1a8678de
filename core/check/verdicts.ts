/* What a test of a joint comes to; apart, so that what only names them carries none of the statistics. */

/** What the leak's own interval says against a limit. */
export type FinerVerdict = 'holds' | 'leaks' | 'cannot-tell'

/** What the trade says of a hold that is asked to stand so long: never for ever that it cannot tell. */
export type TradeVerdict = 'holds' | 'leaks' | 'void' | 'not-yet'
/** What a pressure test comes to, either way; the last is what is told where it is none of the others. */
export const HOLD_VERDICTS = ['holds', 'leaks', 'void', 'not-yet', 'cannot-tell'] as const
export type HoldVerdict = (typeof HOLD_VERDICTS)[number]

export const VACUUM_VERDICTS = ['dry', 'moist', 'leaks', 'longer', 'cannot-tell'] as const
export type VacuumVerdict = (typeof VACUUM_VERDICTS)[number]
