/**
 * A rig that stands ready: somebody has opened and set it before this run began. Within half an hour, and nothing opened
 * since, the one who did it lights it after a look at the gauges; later, or where another did it, it is purged and
 * tested again.
 */
import { forbidden, hazardsAtEnd } from './hazards.ts'
import { runLed, type LedStep } from './led.ts'
import type { LineSetup } from './setup.ts'
import { RESTED_S, type Gas } from './state.ts'
import type { LeftAt } from './ways.ts'

/** What is said of a rig that stands ready. */
export interface ReadyTold {
  /** Who set it; null where nobody is named. */
  readonly by: string | null
  /** How long ago its hoses were purged, s; Infinity where nobody knows. */
  readonly purgedS: number
}

const ofGas = ({ phase }: LedStep): boolean => phase === 'rig' || phase === 'pressures'

/** How many of the steps to come look the rig over and put its gases on: none where that is done. */
export function gasSteps(ahead: readonly LedStep[]): number {
  const end = ahead.findIndex((s) => !ofGas(s))
  return end < 0 ? ahead.length : end
}

/** Whether nothing has to be purged or tested again: the same person, within half an hour. */
export const isFresh = ({ by, purgedS }: ReadyTold, who: string | null): boolean =>
  by !== null && by === who && purgedS <= RESTED_S

const look = (setup: LineSetup, side: Gas, acts: LedStep['acts']): LedStep => ({
  id: `ready-${side}`,
  phase: 'pressures',
  act: `Look at the ${side === 'oxygen' ? 'oxygen' : 'fuel'} gauge, a little gas flowing: {figure}`,
  figure: setup.figures[side],
  why: 'Somebody may have turned a screw, or a cylinder ran low: the needle tells, not what was said.',
  see: 'The needle where it is to be, and steady while the gas flows.',
  ifNot:
    'Set it by its screw, gas flowing. It sags or creeps: the cylinder is low, or the regulator is to be changed.',
  instructor: true,
  acts,
})

/**
 * The steps that take the place of those that put the gases on: a look at both gauges, and what has to be done again.
 * @param who is at the torch
 * @returns undefined where the gases are on by this run already, or where the model does not accept it with all that is
 *   still to come
 */
export function readySteps(
  setup: LineSetup,
  { line, ahead, pieces = [{ setup }] }: LeftAt,
  told: ReadyTold,
  who: string | null,
): readonly LedStep[] | undefined {
  const count = gasSteps(ahead)
  if (count === 0 || line.oxygen.turns > 0 || line.fuel.turns > 0) return undefined
  const own = ahead.slice(0, count)
  const purges = (s: LedStep) => s.acts.some((a) => a.do === 'purge' || a.do === 'check-leaks')
  const again = isFresh(told, who) ? [] : own.filter(purges)
  const taken = own.filter((s) => !again.includes(s)).flatMap((s) => s.acts)
  const steps = [look(setup, 'oxygen', taken), look(setup, 'fuel', []), ...again]
  const { met, state } = runLed([...steps, ...ahead.slice(count)], pieces, line)
  return [...forbidden(met), ...forbidden(hazardsAtEnd(state))].length === 0 ? steps : undefined
}
