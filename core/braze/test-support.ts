import { METRIC_UNITS } from '../quantity/choices.ts'
import { planBraze } from './plan-braze.ts'
import { readBraze } from './read.ts'
import type { BrazePlan, BrazeRequest } from './types.ts'

/** A copper socket for hot water, as typed. */
export const SOCKET = {
  joint: 'socket',
  a: { metal: 'copper', outsideDiameter: '28 mm', wall: '1 mm' },
  b: { metal: 'copper', wall: '1.1 mm', depth: '18.3 mm' },
  clearance: '0.004 in',
  service: ['water'],
}
/** Two plates of one metal, lapped, as typed. */
export const lapOf = (metal: string, thickness = '3 mm') => ({
  joint: 'lap',
  a: { metal, thickness },
  b: { metal, thickness },
  overlap: '12 mm',
  length: '80 mm',
  clearance: '',
  service: [],
})
/** A request from what is typed over the copper socket. */
export function brazeRequest(work: object = {}, rig: object = {}, shop: object = {}): BrazeRequest {
  const read = readBraze({
    kind: 'braze',
    work: { ...SOCKET, ...work },
    rig: { fuel: 'acetylene', ...rig },
    shop: { units: METRIC_UNITS, ...shop },
  })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return read.request
}
export const brazePlan = (...args: Parameters<typeof brazeRequest>): BrazePlan =>
  planBraze(brazeRequest(...args))
/** A figure's value; NaN for one that is not given. */
export const valueOf = (p: BrazePlan, name: keyof BrazePlan['figures']): number =>
  p.figures[name]?.value ?? Number.NaN
export const codesOf = (p: BrazePlan): string[] => p.findings.map((f) => f.code)
export const stopsOf = (p: BrazePlan): string[] =>
  p.findings.filter((f) => f.rank === 'stop').map((f) => f.code)
/** All that is to be done, as one text. */
export const actsOf = (p: BrazePlan): string => p.steps.map((s) => s.act).join('\n')
