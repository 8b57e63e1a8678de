import { sideOfFigure } from '#core/line/gate.ts'
import type { Changes, Gap } from '#core/line/order.ts'
import { capital } from '#core/words/trade.ts'
import type { PlanFigures } from '../plan/plan-words.ts'

const times = (n: number, one: string, many: string): string[] =>
  n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]

/** What a batch changes, in a few words. */
export function saidChanges({ attachments, tips, lights }: Changes): string {
  const said = [
    ...times(attachments, 'attachment change', 'attachment changes'),
    ...times(tips, 'tip change', 'tip changes'),
    ...times(lights, 'lighting', 'lightings'),
  ]
  return said.join(', ')
}

/** What is done before a piece, from the one before it; in sentences. */
export function saidGap(gap: Gap, next: PlanFigures): string {
  const said = [
    gap.attachment ? 'Change the attachment' : '',
    gap.tip ? `Change the tip to ${next.printed('tipOrifice')}` : '',
    ...gap.sets.map((name) => `set ${sideOfFigure(name) ?? 'it'} to ${next.printed(name)}`),
    gap.nitrogen === 'another-run'
      ? 'sweep the next run with nitrogen'
      : gap.nitrogen === 'along'
        ? 'move nitrogen’s end and the wet rag'
        : '',
    gap.flame === 'lit-again' ? 'light again' : '',
  ].filter((s) => s !== '')
  const [first, ...rest] = said
  if (first === undefined) return 'The flame stays on'
  return [capital(first), ...rest].join(', ')
}

/** The figures that a piece is made by, each with what it is called in a line of them; by its kind. */
export const SETS = {
  cut: [
    ['tipOrifice', 'tip'],
    ['cuttingOxygenPressure', 'oxygen'],
    ['fuelPressure', 'fuel'],
    ['travelSpeed', 'pace'],
  ],
  braze: [
    ['tipOrifice', 'tip'],
    ['oxygenPressure', 'oxygen'],
    ['fuelPressure', 'fuel'],
    ['timeToTemperature', 'to heat'],
  ],
} as const
