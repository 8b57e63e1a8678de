/** A line's key: its moment, and a number among the lines of the same moment, so that the newest lie at the end. */

/** Lines of one moment are told apart by so many numbers. */
export const PER_MS = 1024
/** Keys stay whole numbers in JavaScript: until the year 2245. */
const LAST_MS = 8_700_000_000_000
/** After every key. */
export const NEWEST_KEY = LAST_MS * PER_MS + PER_MS

/** The first key of a moment. */
export const firstKeyOf = (at: string): number => Math.min(LAST_MS, Math.max(0, Date.parse(at))) * PER_MS
