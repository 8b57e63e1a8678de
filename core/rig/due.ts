import { addMonths, differenceInCalendarDays, format, parseISO } from 'date-fns'
import { isDay, type Gear } from './gear.ts'
import type { GearKind } from './kinds.ts'

/** `stop`: not to be used. `mind`: overdue, or to be bought. `soon`: within 30 days. */
export type DueState = 'fine' | 'soon' | 'mind' | 'stop'
/** When a thing is due, and what that means. */
export interface Due {
  readonly state: DueState
  /** The day, 2026-03-02, when there is one. */
  readonly on?: string
  readonly text: string
}

const SOON_DAYS = 30
/** How long past its day a thing may still be used, days; what is not here is only ever minded. Ours, stricter where a flame is held back. */
const GRACE_DAYS: Readonly<Partial<Record<GearKind, number>>> = {
  arrestor: 30,
  hose: 90,
  regulator: 90,
  nitrogen: 90,
}
/** How often things are looked at when nobody says, months. Sources: usual practice; makers and local rules come first. */
const USUAL_MONTHS: Readonly<Partial<Record<GearKind, number>>> = {
  arrestor: 12,
  hose: 12,
  regulator: 12,
  nitrogen: 12,
  ppe: 12,
  cylinder: 120,
}

const days = (n: number) => (n === 1 ? '1 day' : `${n} days`)

/**
 * Whether a thing may be used today: by its condition, its place, its date and what is left of it.
 * @param today 2026-03-02
 */
export function dueOf(gear: Gear, today: string): Due {
  const { fields, kind } = gear
  if (fields['condition'] === 'damaged')
    return { state: 'stop', text: 'Damaged: tag it and take it out of the shop’s use.' }
  if (kind === 'cylinder' && fields['position'] === 'lying')
    return {
      state: 'stop',
      text: 'Lying down. Stand it up and chain it; acetylene then waits as long as it lay, an hour at least.',
    }
  if (kind === 'consumable') return stockOf(fields)
  const usual = USUAL_MONTHS[kind]
  if (usual === undefined) return { state: 'fine', text: '' }
  const checked = fields['checked'] ?? ''
  if (!isDay(checked))
    return kind === 'cylinder' || kind === 'ppe'
      ? { state: 'fine', text: '' }
      : { state: 'mind', text: 'Nobody wrote down when it was last looked at.' }
  const months = Number(fields['everyMonths'] ?? '') || usual
  const on = format(addMonths(parseISO(checked), months), 'yyyy-MM-dd')
  const left = differenceInCalendarDays(parseISO(on), parseISO(today))
  const said = format(parseISO(on), on.slice(0, 4) === today.slice(0, 4) ? 'd MMM' : 'd MMM yyyy')
  if (left < 0) {
    const grace = GRACE_DAYS[kind]
    const late = `Overdue by ${days(-left)} (${said}).`
    return grace !== undefined && -left > grace
      ? { state: 'stop', on, text: `${late} Past ${grace} days it is not used: have it tested or change it.` }
      : { state: 'mind', on, text: `${late} Have it tested.` }
  }
  if (fields['condition'] === 'worn') return { state: 'mind', on, text: `Worn: change it soon. Due ${said}.` }
  return left <= SOON_DAYS
    ? { state: 'soon', on, text: `Due in ${days(left)} (${said}).` }
    : { state: 'fine', on, text: `Due ${said}.` }
}

function stockOf(fields: Gear['fields']): Due {
  const [amount, least] = [fields['amount'], fields['least']].map((v) =>
    v === undefined || v.trim() === '' ? undefined : Number(v),
  )
  if (amount === undefined) return { state: 'fine', text: '' }
  const unit = fields['unit'] ?? ''
  const there = `${amount}${unit ? ` ${unit}` : ''} left`
  return least !== undefined && amount <= least
    ? { state: 'mind', text: `${there}: buy.` }
    : { state: 'fine', text: `${there}.` }
}

const ORDER: readonly DueState[] = ['stop', 'mind', 'soon', 'fine']
const byLetters = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0)

/** Things with what is to be said of them, worst first. */
export const dueList = (gear: readonly Gear[], today: string): readonly { gear: Gear; due: Due }[] =>
  gear
    .map((g) => ({ gear: g, due: dueOf(g, today) }))
    .sort(
      (a, b) =>
        ORDER.indexOf(a.due.state) - ORDER.indexOf(b.due.state) ||
        // days sort as their letters do; a browser's own order of letters costs it tens of milliseconds to fetch
        byLetters(a.due.on ?? '9', b.due.on ?? '9'),
    )
