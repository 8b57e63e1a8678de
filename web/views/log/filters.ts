import { readTyped } from '#application/typed.ts'
import type { LogQuery, Settings } from '#contract/schemas.ts'

/** What stands for no choice. */
export const ALL = 'all'
/** What the log is narrowed by, as typed and chosen. */
export interface Filters {
  readonly q: string
  readonly kind: string
  readonly outcome: string
  readonly metal: string
  readonly person: string
  readonly tip: string
  readonly thinnest: string
  readonly thickest: string
  readonly from: string
  readonly to: string
}
export const NO_FILTERS: Filters = {
  q: '',
  kind: ALL,
  outcome: ALL,
  metal: ALL,
  person: ALL,
  tip: ALL,
  thinnest: '',
  thickest: '',
  from: '',
  to: '',
}
const DAY = /^\d{4}-\d\d-\d\d$/

/** The filters as the server is asked; what cannot be read yet is left out. */
export function queryOf(filters: Filters, before: string, settings: Settings): LogQuery {
  const length = (text: string) => {
    const r = readTyped(text, 'length', settings)
    return r.ok && r.value > 0 ? String(r.value) : ''
  }
  const asked: Record<string, string> = {
    q: filters.q.trim().slice(0, 60),
    thinnest: filters.thinnest.trim() === '' ? '' : length(filters.thinnest),
    thickest: filters.thickest.trim() === '' ? '' : length(filters.thickest),
    from: DAY.test(filters.from) ? filters.from : '',
    to: DAY.test(filters.to) ? filters.to : '',
    before,
  }
  for (const name of ['kind', 'outcome', 'metal', 'person', 'tip'] as const)
    if (filters[name] !== ALL) asked[name] = filters[name]
  return Object.fromEntries(Object.entries(asked).filter(([, v]) => v !== '')) as LogQuery
}
