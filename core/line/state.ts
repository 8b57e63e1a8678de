/**
 * The supply line as a small machine: cylinders, regulators, hoses, torch, flame, and the line that is brazed on.
 * `actOn` says what each act leaves behind; `hazards.ts` says what must never happen on the way. Pure and deterministic.
 */
import type { SetFlame } from '../flame/set.ts'
import { FULLY_OPEN, FUELS, type FuelId, type HoseGrade } from '../gas/fuels.ts'
import { LOCK_UP_PA } from '../gas/limits.ts'

/** The sides of the line. Nitrogen runs through its own regulator and purge valve into the work. */
export type Side = 'oxygen' | 'fuel' | 'nitrogen'
/** The sides whose regulators are set for the flame. */
export type Gas = Exclude<Side, 'nitrogen'>

/** What a hose holds: `part` is gas and air; `pure` only after it was swept; `mixed` is both gases, which burns back. */
export type HoseHolds = 'air' | 'part' | 'pure' | 'mixed'

/**
 * How a side is put together: `tested` as it is found, every joint known to be tight; `untested` whole, with a joint that
 * was made since; `off` with its regulator off the cylinder; `apart` with the hose off too; `hoseless` with only the hose off.
 */
export type Fitted = 'tested' | 'untested' | 'off' | 'apart' | 'hoseless'

/** One side. Pressures in Pa gauge, valves in turns from shut (0). */
export interface SideState {
  readonly fitted: Fitted
  /** Of the cylinder valve. */
  readonly turns: number
  /** Before the regulator. */
  readonly inletPa: number
  /** What the screw is wound in for, gas flowing; 0 is out. */
  readonly screwPa: number
  /** After the regulator: stands higher by the lock-up while nothing flows. */
  readonly deliveryPa: number
  readonly hose: HoseHolds
  /** How long gas has run through the hose since it last held air, as with its valve wide open, s. */
  readonly sweptS: number
  /** Of the torch valve, or of the purge valve for nitrogen. */
  readonly valve: number
}

export type Flame = 'out' | 'fuel-only' | SetFlame

/** The piece of work when it is part of a line: what is in it and whether it is open. */
export interface WorkLine {
  readonly pressurePa: number
  /** The far end, or the port that lets the nitrogen out. */
  readonly exit: 'open' | 'shut'
  /** Nitrogen has run through it for so long, s. */
  readonly sweptS: number
  /** Too hot for air inside. */
  readonly hot: boolean
  readonly pump: 'off' | 'on'
  readonly vacuumValve: 'shut' | 'open'
  readonly evacuated: boolean
}

export interface LineState {
  readonly oxygen: SideState
  readonly fuel: SideState
  readonly nitrogen: SideState
  /** The oxygen valve of the handle behind a cutting attachment, turns; torches without one count as open. */
  readonly handle: number
  readonly lever: 'up' | 'down'
  readonly flame: Flame
  /** The flame was trimmed with the lever down. */
  readonly retrimmed: boolean
  /** How long one gas has run unlit, and both together, s. */
  readonly unlitS: number
  readonly mixedS: number
  readonly work: WorkLine
  /** Time since the list began, s. */
  readonly clockS: number
}

type OnSide<T extends string> = { readonly do: T; readonly side: Side }

/** One thing that a hand does to the line, or `pop`, which the torch does. Turns, Pa gauge and seconds. */
export type Act =
  | (OnSide<'open-cylinder'> & { readonly turns?: number; readonly slowly?: boolean })
  | (OnSide<'open-valve'> & { readonly turns?: number })
  | OnSide<'shut-cylinder' | 'shut-valve' | 'screw-out'>
  | OnSide<'take-off-regulator' | 'fit-regulator' | 'take-off-hose' | 'fit-hose' | 'blow-out'>
  | (OnSide<'screw-in'> & { readonly toPa: number })
  | (OnSide<'purge'> & { readonly seconds: number })
  | { readonly do: 'trim'; readonly to?: SetFlame }
  | {
      readonly do: 'wait' | 'check-leaks' | 'heat' | 'cut' | 'pause' | 'leave' | 'cool'
      readonly seconds?: number
    }
  | { readonly do: 'raise-test'; readonly toPa: number }
  | {
      readonly do:
        | 'open-handle'
        | 'shut-handle'
        | 'lever-down'
        | 'lever-up'
        | 'light'
        | 'flame-out'
        | 'pop'
        | 'change-tip'
        | 'change-attachment'
        | 'hand-over'
        | 'vent-line'
        | 'open-exit'
        | 'shut-exit'
        | 'tighten-joint'
        | 'start-pump'
        | 'stop-pump'
        | 'open-vacuum'
        | 'shut-vacuum'
    }

export type ActName = Act['do']

/** What the line is made of and set for: needed to judge an act. Pressures in Pa gauge, the barometer absolute. */
export interface LineSetting {
  readonly fuel: FuelId
  readonly ambientPa: number
  readonly fuelDivisionPa: number
  readonly oxygenDivisionPa: number
  readonly fuelLockUpPa?: number | undefined
  readonly fuelRatingPa?: number | undefined
  readonly oxygenRatingPa?: number | undefined
  /** How long each hose has to be swept with lever or valve wide open, s; `USUAL_SWEEP_S` when nobody worked it out. */
  readonly sweepS?: { readonly oxygen: number; readonly fuel: number } | undefined
  /** The same with its valve part open, s; as wide open where nobody worked it out. */
  readonly partSweepS?: { readonly oxygen: number; readonly fuel: number } | undefined
  readonly checkValves?: boolean | undefined
  readonly tip?:
    { readonly flames: number; readonly orificeM: number; readonly pieces?: 1 | 2 | undefined } | undefined
  readonly hoseGrade?: HoseGrade | undefined
  /** The gas that the fuel regulator was made for. */
  readonly regulatorFor?: FuelId | undefined
  /** The torch's manual lights it with a trace of oxygen, whatever its tip. */
  readonly traceByManual?: boolean | undefined
  /** A torch with a handle valve behind its attachment. */
  readonly handleValve?: boolean | undefined
  /** The flame that the work wants. */
  readonly flame?: SetFlame | undefined
  /** The work is cut with a lever: the flame is judged with the lever down. */
  readonly lever?: boolean | undefined
  /** The work is part of a line: its pressure, whether it needs nitrogen while hot, and the sweep, s. */
  readonly line?:
    | {
        readonly pressurePa: number
        readonly needsNitrogen: boolean
        readonly sweepS: number
        readonly ratingPa?: number | undefined
        /** Its far end stands open already. */
        readonly open?: boolean | undefined
      }
    | undefined
}

export { FULLY_OPEN } from '../gas/fuels.ts'
/** Sweep of a hose of which nothing is known: 25 ft of 1/4 in at 10 scfh, s. */
export const USUAL_SWEEP_S = 10
/** Full cylinders of what is no fuel, Pa gauge. Sources: usual fills at 70 F. */
const INLET_PA = { oxygen: 15.2e6, nitrogen: 15.2e6 } as const
/** A hose that has rested longer than this may hold air again, s. */
export const RESTED_S = 1800

/** How long each act takes unless it says so, s. Opening slowly takes its time; a wait takes what it says. */
const TAKES_S: Readonly<Record<ActName, number>> = {
  'open-cylinder': 5,
  'shut-cylinder': 3,
  'open-valve': 1,
  'shut-valve': 1,
  'screw-in': 5,
  'screw-out': 4,
  purge: 0,
  trim: 5,
  wait: 0,
  'check-leaks': 60,
  heat: 30,
  cut: 60,
  pause: 300,
  leave: 3600,
  cool: 60,
  'raise-test': 30,
  'open-handle': 1,
  'shut-handle': 1,
  'lever-down': 1,
  'lever-up': 1,
  light: 2,
  'flame-out': 0,
  pop: 0,
  'change-tip': 60,
  'change-attachment': 90,
  'hand-over': 30,
  'take-off-regulator': 30,
  'fit-regulator': 60,
  'take-off-hose': 30,
  'fit-hose': 60,
  'blow-out': 1,
  'vent-line': 20,
  'open-exit': 5,
  'shut-exit': 5,
  'tighten-joint': 20,
  'start-pump': 5,
  'stop-pump': 2,
  'open-vacuum': 2,
  'shut-vacuum': 2,
}

const COLD_SIDE: SideState = {
  fitted: 'tested',
  turns: 0,
  inletPa: 0,
  screwPa: 0,
  deliveryPa: 0,
  hose: 'air',
  sweptS: 0,
  valve: 0,
}
const COLD_WORK: WorkLine = {
  pressurePa: 0,
  exit: 'shut',
  sweptS: 0,
  hot: false,
  pump: 'off',
  vacuumValve: 'shut',
  evacuated: false,
}
/** A line as it should be found: shut, wound out, empty. */
export const COLD_LINE: LineState = {
  oxygen: COLD_SIDE,
  fuel: COLD_SIDE,
  nitrogen: COLD_SIDE,
  handle: 0,
  lever: 'up',
  flame: 'out',
  retrimmed: false,
  unlitS: 0,
  mixedS: 0,
  work: COLD_WORK,
  clockS: 0,
}

/** The cold line of a setting: the work under its pressure, its end as it is. */
export const coldLine = ({ line }: LineSetting): LineState =>
  line
    ? {
        ...COLD_LINE,
        work: { ...COLD_WORK, pressurePa: line.pressurePa, exit: line.open === true ? 'open' : 'shut' },
      }
    : COLD_LINE

/** A line as it may be found: every screw left wound in by whoever had it before. Lists begin here, so that they must look. */
export function foundLine(setting: LineSetting): LineState {
  const cold = coldLine(setting)
  const wound = { ...COLD_SIDE, screwPa: 1 }
  const nitrogen = setting.line?.needsNitrogen === true ? wound : cold.nitrogen
  return { ...cold, oxygen: wound, fuel: wound, nitrogen }
}

/** Whether gas runs out of the torch on this side (into the work, for nitrogen). */
export function flows(state: LineState, side: Side, setting: LineSetting): boolean {
  const s = state[side]
  if (s.deliveryPa <= 0) return false
  if (side !== 'oxygen') return s.valve > 0
  return (setting.handleValve !== true || state.handle > 0) && (s.valve > 0 || state.lever === 'down')
}

/** Whether the way from hose to air is open on this side, gas or none. */
const isOpen = (state: LineState, side: Side, setting: LineSetting): boolean =>
  side === 'oxygen'
    ? (setting.handleValve !== true || state.handle > 0) && (state.oxygen.valve > 0 || state.lever === 'down')
    : state[side].valve > 0

/** What a full cylinder of a side stands at before its regulator, Pa gauge. */
export const inletOf = (side: Side, setting: Pick<LineSetting, 'fuel'>): number =>
  side === 'fuel' ? FUELS[setting.fuel].cylinder.inletPa : INLET_PA[side]

/** Pressures of one side after an act: fed by its cylinder, let out by its valve, or trapped as it was. */
function settleSide(state: LineState, side: Side, setting: LineSetting): SideState {
  const s = state[side]
  const open = isOpen(state, side, setting)
  if (s.turns > 0) {
    const inletPa = inletOf(side, setting)
    const fed =
      s.screwPa > 0 ? (open ? s.screwPa : s.screwPa + lockUpOf(side, setting)) : open ? 0 : s.deliveryPa
    const hose: HoseHolds = s.screwPa > 0 && open && s.hose === 'air' ? 'part' : s.hose
    return s.inletPa === inletPa && s.deliveryPa === fed && s.hose === hose
      ? s
      : {
          fitted: s.fitted,
          turns: s.turns,
          inletPa,
          screwPa: s.screwPa,
          deliveryPa: fed,
          hose,
          sweptS: s.sweptS,
          valve: s.valve,
        }
  }
  if (!open || (s.deliveryPa === 0 && (s.screwPa === 0 || s.inletPa === 0))) return s
  // emptied through the torch: what is before the regulator leaves too, unless the screw is out
  return {
    fitted: s.fitted,
    turns: s.turns,
    inletPa: s.screwPa > 0 ? 0 : s.inletPa,
    screwPa: s.screwPa,
    deliveryPa: 0,
    hose: s.hose === 'mixed' ? 'mixed' : 'part',
    sweptS: 0,
    valve: s.valve,
  }
}

/** A hose whose own gas is not behind its open valve takes in the other gas, unless a check valve holds it. */
function crossed(state: LineState, setting: LineSetting): LineState {
  if (setting.checkValves === true) return state
  const oxygenRuns = flows(state, 'oxygen', setting)
  const fuelRuns = flows(state, 'fuel', setting)
  if (oxygenRuns === fuelRuns) return state
  const slack = oxygenRuns ? 'fuel' : 'oxygen'
  return isOpen(state, slack, setting) && state[slack].hose !== 'mixed'
    ? onSide(state, slack, { hose: 'mixed' })
    : state
}

/** Lets seconds pass: hoses are swept, unlit gas adds up, nitrogen sweeps the work. */
function passed(state: LineState, seconds: number, setting: LineSetting): LineState {
  if (seconds <= 0) return state
  const oxygenRuns = flows(state, 'oxygen', setting)
  const fuelRuns = flows(state, 'fuel', setting)
  const nitrogenRuns = flows(state, 'nitrogen', setting)
  const unlit = state.flame === 'out'
  const { work } = state
  return {
    oxygen: oxygenRuns ? swept(state, 'oxygen', seconds, setting) : state.oxygen,
    fuel: fuelRuns ? swept(state, 'fuel', seconds, setting) : state.fuel,
    nitrogen: state.nitrogen,
    handle: state.handle,
    lever: state.lever,
    flame: state.flame,
    retrimmed: state.retrimmed,
    unlitS: unlit && (oxygenRuns || fuelRuns) ? state.unlitS + seconds : 0,
    mixedS: unlit && oxygenRuns && fuelRuns ? state.mixedS + seconds : 0,
    work: nitrogenRuns && work.exit === 'open' ? { ...work, sweptS: work.sweptS + seconds } : work,
    clockS: state.clockS + seconds,
  }
}

/** A torch valve that is open so far counts as wide open. */
export const WIDE_OPEN = 1
/** A side whose gas ran for some seconds: with its valve part open they count for less. */
function swept(state: LineState, side: 'oxygen' | 'fuel', seconds: number, setting: LineSetting): SideState {
  const s = state[side]
  const needS = setting.sweepS?.[side] ?? USUAL_SWEEP_S
  const wide = side === 'oxygen' && setting.lever === true ? state.lever === 'down' : s.valve >= WIDE_OPEN
  const partS = wide ? undefined : setting.partSweepS?.[side]
  const sweptS = s.sweptS + (partS === undefined ? seconds : (seconds * needS) / partS)
  return {
    fitted: s.fitted,
    turns: s.turns,
    inletPa: s.inletPa,
    screwPa: s.screwPa,
    deliveryPa: s.deliveryPa,
    hose: sweptS >= needS - 1e-9 ? 'pure' : s.hose,
    sweptS,
    valve: s.valve,
  }
}

/**
 * A state with its sides, flame and lever in place. Written out, as every state here is: a million acts a second are
 * judged, and an object that is spread and then overwritten takes ten times as long.
 */
function withSides(
  s: LineState,
  oxygen: SideState,
  fuel: SideState,
  nitrogen: SideState,
  flame = s.flame,
  retrimmed = s.retrimmed,
): LineState {
  return {
    oxygen,
    fuel,
    nitrogen,
    handle: s.handle,
    lever: s.lever,
    flame,
    retrimmed,
    unlitS: s.unlitS,
    mixedS: s.mixedS,
    work: s.work,
    clockS: s.clockS,
  }
}
const withFlame = (s: LineState, flame: Flame, retrimmed = s.retrimmed): LineState =>
  withSides(s, s.oxygen, s.fuel, s.nitrogen, flame, retrimmed)

function onSide(state: LineState, side: Side, change: Partial<SideState>): LineState {
  const s = state[side]
  const next: SideState = {
    fitted: change.fitted ?? s.fitted,
    turns: change.turns ?? s.turns,
    inletPa: change.inletPa ?? s.inletPa,
    screwPa: change.screwPa ?? s.screwPa,
    deliveryPa: change.deliveryPa ?? s.deliveryPa,
    hose: change.hose ?? s.hose,
    sweptS: change.sweptS ?? s.sweptS,
    valve: change.valve ?? s.valve,
  }
  if (side === 'oxygen') return withSides(state, next, state.fuel, state.nitrogen)
  return side === 'fuel'
    ? withSides(state, state.oxygen, next, state.nitrogen)
    : withSides(state, state.oxygen, state.fuel, next)
}
const onWork = (state: LineState, change: Partial<WorkLine>): LineState => ({
  ...state,
  work: { ...state.work, ...change },
})

/** How long an act takes, s. */
export const takesS = (act: Act): number =>
  'seconds' in act && act.seconds !== undefined
    ? act.seconds
    : act.do === 'open-cylinder' && act.slowly !== true
      ? 1
      : TAKES_S[act.do]

/**
 * One act on the line: the state that it leaves.
 * @param act what is done; its time passes in the state before it, as gas that runs goes on running meanwhile
 */
export function actOn(state: LineState, act: Act, setting: LineSetting): LineState {
  const then = changed(passed(state, takesS(act), setting), act, setting)
  return settled(then, setting)
}

function changed(state: LineState, act: Act, setting: LineSetting): LineState {
  switch (act.do) {
    case 'open-cylinder':
      return onSide(state, act.side, { turns: act.turns ?? usualTurns(act.side, setting) })
    case 'shut-cylinder':
      return onSide(state, act.side, { turns: 0 })
    case 'open-valve':
      return onSide(state, act.side, { valve: act.turns ?? 0.25 })
    case 'shut-valve':
      return onSide(state, act.side, { valve: 0 })
    case 'screw-in':
      return onSide(state, act.side, { screwPa: woundFor(state, act.side, act.toPa, setting) })
    case 'screw-out':
      return onSide(state, act.side, { screwPa: 0 })
    case 'take-off-regulator':
    case 'fit-regulator':
    case 'take-off-hose':
    case 'fit-hose':
      return onSide(state, act.side, {
        fitted: FITTED[act.do][state[act.side].fitted],
        hose: 'air',
        sweptS: 0,
      })
    case 'check-leaks':
      return tested(state)
    case 'open-handle':
      return { ...state, handle: 2 }
    case 'shut-handle':
      return { ...state, handle: 0 }
    case 'lever-down':
      return {
        ...state,
        lever: 'down',
        // the jet takes some of the oxygen that the flame was trimmed with
        flame: state.flame === 'neutral' && !state.retrimmed ? 'carburising' : state.flame,
      }
    case 'lever-up':
      return { ...state, lever: 'up' }
    case 'light':
      return withFlame(state, 'fuel-only', false)
    case 'trim':
      return state.flame === 'out' || state.flame === 'fuel-only'
        ? state
        : withFlame(state, act.to ?? 'neutral', state.retrimmed || state.lever === 'down')
    case 'flame-out':
    case 'pop':
      return withFlame(state, 'out')
    case 'heat':
      return setting.line ? onWork(state, { hot: true }) : state
    case 'cool':
      return state.work.hot ? onWork(state, { hot: false }) : state
    case 'pause':
    case 'leave':
      return takesS(act) > RESTED_S ? rested(state) : state
    case 'vent-line':
      return onWork(state, { pressurePa: 0 })
    case 'open-exit':
      return onWork(state, { exit: 'open', pressurePa: 0, sweptS: 0 })
    case 'shut-exit':
      return onWork(state, { exit: 'shut' })
    case 'raise-test':
      return state.nitrogen.turns > 0 ? onWork(state, { pressurePa: act.toPa }) : state
    case 'start-pump':
      return onWork(state, { pump: 'on', evacuated: state.work.vacuumValve === 'open' })
    case 'stop-pump':
      return onWork(state, { pump: 'off' })
    case 'open-vacuum':
      return onWork(state, { vacuumValve: 'open', evacuated: state.work.pump === 'on' })
    case 'shut-vacuum':
      return onWork(state, { vacuumValve: 'shut' })
    default:
      return state
  }
}

const whole = (of: Fitted): boolean => of === 'tested' || of === 'untested'
/** What a side is after one of its parts was taken off or put on; what is on or off already stays as it is. */
const FITTED: Readonly<
  Record<
    'take-off-regulator' | 'fit-regulator' | 'take-off-hose' | 'fit-hose',
    Readonly<Record<Fitted, Fitted>>
  >
> = {
  'take-off-regulator': { tested: 'off', untested: 'off', hoseless: 'apart', off: 'off', apart: 'apart' },
  'fit-regulator': {
    off: 'untested',
    apart: 'hoseless',
    tested: 'tested',
    untested: 'untested',
    hoseless: 'hoseless',
  },
  'take-off-hose': {
    tested: 'hoseless',
    untested: 'hoseless',
    off: 'apart',
    hoseless: 'hoseless',
    apart: 'apart',
  },
  'fit-hose': { hoseless: 'untested', apart: 'off', tested: 'tested', untested: 'untested', off: 'off' },
}
/** Whether a side is whole, so that its cylinder may be opened into it. */
export const isWhole = (s: LineState, side: Side): boolean => whole(s[side].fitted)

/** Every joint under pressure was looked at. */
function tested(state: LineState): LineState {
  let next = state
  for (const side of ['oxygen', 'fuel'] as const)
    if (next[side].fitted === 'untested' && next[side].deliveryPa > 0)
      next = onSide(next, side, { fitted: 'tested' })
  return next
}

/** What a screw is wound in for, when its needle is brought to a pressure: with nothing running it stands higher by the lock-up. */
function woundFor(state: LineState, side: Side, toPa: number, setting: LineSetting): number {
  const still = state[side].turns > 0 && !isOpen(state, side, setting)
  return still ? Math.max(1, toPa - lockUpOf(side, setting)) : toPa
}
/** By how much a side's needle stands higher while nothing flows, Pa. */
export const lockUpOf = (side: Side, setting: LineSetting): number =>
  side === 'fuel' ? (setting.fuelLockUpPa ?? LOCK_UP_PA) : LOCK_UP_PA

const usualTurns = (side: Side, setting: LineSetting) =>
  side === 'fuel' ? FUELS[setting.fuel].cylinder.usualTurns : FULLY_OPEN

function rested(state: LineState): LineState {
  const stale = (s: SideState): SideState =>
    s.hose === 'pure' ? { ...s, hose: 'part', sweptS: 0 } : { ...s, sweptS: 0 }
  return { ...state, oxygen: stale(state.oxygen), fuel: stale(state.fuel) }
}

/** Brings pressures, hoses and flame to what they are once the act is done. */
function settled(act: LineState, setting: LineSetting): LineState {
  // before a hose that is let out has emptied, its gas can reach the other one
  const state = crossed(act, setting)
  const oxygen = settleSide(state, 'oxygen', setting)
  const fuel = settleSide(state, 'fuel', setting)
  const nitrogen = settleSide(state, 'nitrogen', setting)
  let next =
    oxygen === state.oxygen && fuel === state.fuel && nitrogen === state.nitrogen
      ? state
      : withSides(state, oxygen, fuel, nitrogen)
  next = crossed(next, setting)
  // air comes back into a line as soon as its nitrogen stops
  if (next.work.sweptS > 0 && !flows(next, 'nitrogen', setting)) next = onWork(next, { sweptS: 0 })
  if (next.flame === 'out') return next
  if (!flows(next, 'fuel', setting)) return withFlame(next, 'out', false)
  const oxygenRuns = flows(next, 'oxygen', setting)
  if (!oxygenRuns && next.flame !== 'fuel-only') return withFlame(next, 'fuel-only', false)
  return oxygenRuns && next.flame === 'fuel-only' ? withFlame(next, 'carburising') : next
}
