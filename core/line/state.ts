/**
 * The supply line as a small machine: what each act leaves behind, and what must never happen on the way.
 * A procedure is only handed out when its acts, run through here, meet no hazard and leave the line safe.
 */
import type { FuelId } from '../gas/fuels.ts'
import { refuseSetting } from '../limits.ts'

/** The two sides of the line. */
export type Side = 'oxygen' | 'fuel'

/**
 * One side: cylinder valve, regulator screw, delivery pressure (Pa gauge), what is in the hose, the torch valve.
 * A hose holds `gas` once some has flowed, and is `purged` only after three volumes of it.
 */
export interface SideState {
  readonly cylinder: 'shut' | 'open'
  readonly screw: 'out' | 'in'
  readonly deliveryPa: number
  readonly hose: 'air' | 'gas' | 'purged'
  readonly valve: 'shut' | 'open'
}

export interface LineState {
  readonly oxygen: SideState
  readonly fuel: SideState
  readonly lever: 'up' | 'down'
  readonly flame: 'out' | 'fuel-only' | 'neutral'
}

/** One thing that a hand does to the line. */
export type Act =
  | {
      readonly do: 'open-cylinder' | 'shut-cylinder' | 'open-valve' | 'shut-valve' | 'screw-out'
      readonly side: Side
    }
  | { readonly do: 'screw-in'; readonly side: Side; readonly toPa: number }
  | { readonly do: 'purge'; readonly side: Side; readonly seconds: number; readonly needsSeconds: number }
  | { readonly do: 'lever-down' | 'lever-up' | 'light' | 'trim' | 'heat' | 'flame-out' }

/** What the line is filled with and how its gauges read: needed to judge a setting. */
export interface LineSetting {
  readonly fuel: FuelId
  readonly ambientPa: number
  readonly fuelDivisionPa: number
  readonly oxygenDivisionPa: number
  readonly fuelLockUpPa?: number | undefined
  readonly fuelRatingPa?: number | undefined
  readonly oxygenRatingPa?: number | undefined
}

/** What must never happen, by name. */
export type Hazard =
  | 'cylinder-opened-against-screw'
  | 'pressure-past-limit'
  | 'set-while-not-flowing'
  | 'lit-with-unpurged-hose'
  | 'lit-with-oxygen-on'
  | 'lit-without-fuel'
  | 'both-gases-unlit'
  | 'no-flame'
  | 'purge-too-short'
  | 'purge-near-flame'
  | 'trapped-pressure'
  | 'screw-left-in'
  | 'cylinder-left-open'
  | 'flame-left-burning'

const COLD_SIDE: SideState = { cylinder: 'shut', screw: 'out', deliveryPa: 0, hose: 'air', valve: 'shut' }
/** A line as it should be found: shut, wound out, empty. */
export const COLD_LINE: LineState = { oxygen: COLD_SIDE, fuel: COLD_SIDE, lever: 'up', flame: 'out' }

const flows = (s: SideState) => s.valve === 'open' && s.deliveryPa > 0

/** A side with its cylinder shut and its torch valve open empties itself. */
const settle = (s: SideState): SideState =>
  s.cylinder === 'shut' && s.valve === 'open' ? { ...s, deliveryPa: 0 } : s

function hazardOfSetting(side: Side, toPa: number, setting: LineSetting): Hazard | undefined {
  const fuel = side === 'fuel'
  const refused = refuseSetting({
    gas: fuel ? setting.fuel : 'oxygen',
    gaugePa: toPa,
    ambientPa: setting.ambientPa,
    divisionPa: fuel ? setting.fuelDivisionPa : setting.oxygenDivisionPa,
    lockUpPa: fuel ? setting.fuelLockUpPa : undefined,
    ratingPa: fuel ? setting.fuelRatingPa : setting.oxygenRatingPa,
  })
  return refused ? 'pressure-past-limit' : undefined
}

type Step = { readonly state: LineState; readonly hazard?: Hazard | undefined }

function onSide(state: LineState, side: Side, change: Partial<SideState>): LineState {
  return { ...state, [side]: settle({ ...state[side], ...change }) }
}

/** One act on the line: the state that it leaves and the hazard that it meets, if any. */
export function actOn(state: LineState, act: Act, setting: LineSetting): Step {
  switch (act.do) {
    case 'open-cylinder': {
      const s = state[act.side]
      const bad = s.screw === 'in' || s.deliveryPa > 0
      return {
        state: onSide(state, act.side, { cylinder: 'open' }),
        hazard: bad ? 'cylinder-opened-against-screw' : undefined,
      }
    }
    case 'shut-cylinder':
      return {
        state: onSide(state, act.side, { cylinder: 'shut' }),
        hazard: state.flame === 'out' ? undefined : 'flame-left-burning',
      }
    case 'screw-in': {
      const s = state[act.side]
      const live = s.cylinder === 'open'
      const next = onSide(state, act.side, {
        screw: 'in',
        deliveryPa: live ? act.toPa : 0,
        hose: live && s.valve === 'open' && s.hose === 'air' ? 'gas' : s.hose,
      })
      return {
        state: next,
        hazard:
          hazardOfSetting(act.side, act.toPa, setting) ??
          (s.valve === 'open' ? undefined : 'set-while-not-flowing'),
      }
    }
    case 'screw-out': {
      const s = state[act.side]
      // winding the screw out feeds no more gas but leaves what is already in the hose
      return {
        state: onSide(state, act.side, { screw: 'out', deliveryPa: s.valve === 'open' ? 0 : s.deliveryPa }),
      }
    }
    case 'open-valve':
      return judgeFlow(onSide(state, act.side, { valve: 'open' }))
    case 'shut-valve': {
      const next = onSide(state, act.side, { valve: 'shut' })
      const flame = act.side === 'fuel' ? 'out' : next.flame === 'neutral' ? 'fuel-only' : next.flame
      return judgeFlow({ ...next, flame })
    }
    case 'purge': {
      const hazard: Hazard | undefined =
        state.flame !== 'out'
          ? 'purge-near-flame'
          : act.seconds < act.needsSeconds || !flows(state[act.side])
            ? 'purge-too-short'
            : undefined
      return { state: onSide(state, act.side, { hose: 'purged' }), hazard }
    }
    case 'lever-down':
      return judgeFlow({ ...state, lever: 'down' })
    case 'lever-up':
      return { state: { ...state, lever: 'up' } }
    case 'light': {
      const next: LineState = { ...state, flame: 'fuel-only' }
      if (!flows(state.fuel)) return { state: next, hazard: 'lit-without-fuel' }
      if (flows(state.oxygen) || state.lever === 'down') return { state: next, hazard: 'lit-with-oxygen-on' }
      return {
        state: next,
        hazard:
          state.fuel.hose === 'purged' && state.oxygen.hose === 'purged'
            ? undefined
            : 'lit-with-unpurged-hose',
      }
    }
    case 'trim':
      return {
        state: { ...state, flame: flows(state.oxygen) && state.flame !== 'out' ? 'neutral' : state.flame },
      }
    case 'heat':
      return { state, hazard: state.flame === 'neutral' ? undefined : 'no-flame' }
    case 'flame-out':
      return { state: { ...state, flame: 'out' } }
  }
}

/** Fuel and oxygen may only run together into a flame. */
function judgeFlow(state: LineState): Step {
  const oxygen = flows(state.oxygen) || (state.lever === 'down' && state.oxygen.deliveryPa > 0)
  return {
    state,
    hazard: oxygen && flows(state.fuel) && state.flame === 'out' ? 'both-gases-unlit' : undefined,
  }
}

/** What is wrong with a line that is being left. */
export function hazardAtEnd(state: LineState): Hazard | undefined {
  if (state.flame !== 'out') return 'flame-left-burning'
  for (const s of [state.oxygen, state.fuel]) {
    if (s.cylinder === 'open') return 'cylinder-left-open'
    if (s.deliveryPa > 0) return 'trapped-pressure'
    if (s.screw === 'in') return 'screw-left-in'
  }
  return undefined
}

/** Runs acts from a cold line: the state they lead to and the first hazard met, with the act that met it. */
export function runLine(
  acts: readonly Act[],
  setting: LineSetting,
  from: LineState = COLD_LINE,
): { readonly state: LineState; readonly hazard?: Hazard; readonly at?: number } {
  let state = from
  for (const [at, act] of acts.entries()) {
    const step = actOn(state, act, setting)
    if (step.hazard) return { state: step.state, hazard: step.hazard, at }
    state = step.state
  }
  return { state }
}
