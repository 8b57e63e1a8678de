/** When the yard works: nothing of the demo is done at night or on a Sunday, whatever the clock says when it is made. */
import { isSunday, set, subDays } from 'date-fns'

/** Work that is under way, or written down last, lies between these hours of the shop's day. */
const FROM_HOUR = 10
const TO_HOUR = 16
/** Work may lie so long before those hours: the yard opens at half past seven. */
export const MORNING_MIN = 150

/** The day, or the Saturday before a Sunday. */
const workday = (day: Date): Date => (isSunday(day) ? subDays(day, 1) : day)

/** The last moment of work up to now: now itself, where the yard works. */
export function lastAtWork(now: Date): Date {
  if (isSunday(now) || now.getHours() < FROM_HOUR)
    return set(workday(subDays(now, 1)), { hours: TO_HOUR, minutes: 40, seconds: 0, milliseconds: 0 })
  return now.getHours() > TO_HOUR
    ? set(now, { hours: TO_HOUR, minutes: 40, seconds: 0, milliseconds: 0 })
    : now
}

/** At the same hour so many days before; on a Saturday where that is a Sunday. */
export const atWork = (moment: Date, daysAgo: number): Date => workday(subDays(moment, daysAgo))
