import { format } from 'date-fns/format'
import { isThisYear } from 'date-fns/isThisYear'

/** A day as it is said: "13 Nov", with its year when that is not this one. */
export const dayOf = (at: string | Date): string => {
  const day = new Date(at)
  return format(day, isThisYear(day) ? 'd MMM' : 'd MMM yyyy')
}
/** The day and the time of it: "13 Nov, 14:05". */
export const timeOf = (at: string | Date): string => `${dayOf(at)}, ${format(new Date(at), 'HH:mm')}`
