/** What must never happen to the line, and what may happen inside stated bounds: named predicates over one act. */
import { FUELS } from '../gas/fuels.ts'
import { refuseSetting } from '../gas/limits.ts'
import { gateOf } from './gate.ts'
import {
  actOn,
  coldLine,
  flows,
  FULLY_OPEN,
  isWhole,
  RESTED_S,
  takesS,
  USUAL_SWEEP_S,
  type Act,
  type ActName,
  type LineSetting,
  type LineState,
  type Side,
} from './state.ts'

/** `forbidden`: a list with it is not handed out. `bounded`: allowed as far as its bound goes, with its caution shown. */
export type Grade = 'forbidden' | 'bounded'

/** Oxygen is cracked at most this far, the tip at most so large, and struck within so long, for a whiff of oxygen first. */
export const TRACE_OF_OXYGEN = { turns: 1 / 8, orificeM: 0.0013, seconds: 3 } as const
/** One gas may run unlit for as long as its hose needs to be swept and this much more, s. */
export const UNLIT_SPARE_S = 120

interface Seen {
  readonly before: LineState
  readonly act: Act
  readonly after: LineState
  readonly setting: LineSetting
}
interface Predicate {
  readonly grade: Grade
  /** The harm and the way out, one sentence or two. */
  readonly text: string
  /** The acts that can bring it about; absent: any of them. */
  readonly acts?: readonly ActName[]
  readonly when: (seen: Seen) => boolean
}

const GASES: readonly Side[] = ['oxygen', 'fuel']
const sideOf = (act: Act): Side | undefined => ('side' in act ? act.side : undefined)
const bothRun = (s: LineState, setting: LineSetting) =>
  flows(s, 'oxygen', setting) && flows(s, 'fuel', setting)
const pressed = (s: LineState) =>
  s.oxygen.deliveryPa > 0 || s.fuel.deliveryPa > 0 || s.nitrogen.deliveryPa > 0 || s.work.pressurePa > 0
const anyOpen = (s: LineState) => s.oxygen.turns > 0 || s.fuel.turns > 0

function traceAllowed({ after, setting }: Seen): boolean {
  const { tip } = setting
  return (
    (setting.traceByManual === true || (tip?.flames === 1 && tip.orificeM <= TRACE_OF_OXYGEN.orificeM)) &&
    after.oxygen.hose === 'pure' &&
    after.fuel.hose === 'pure' &&
    after.lever === 'up' &&
    after.oxygen.valve <= TRACE_OF_OXYGEN.turns + 1e-9 &&
    after.mixedS <= TRACE_OF_OXYGEN.seconds
  )
}

function settingRefused({ act, before, setting }: Seen): string | undefined {
  if (act.do !== 'screw-in' || act.side === 'nitrogen') return undefined
  const asked = { ...gateOf(act.side, setting), gaugePa: act.toPa }
  // with the torch valve shut the needle shows the risen pressure already
  const risen = act.side === 'fuel' && !flows(before, 'fuel', setting) && before.fuel.valve <= 0
  return refuseSetting(risen ? { ...asked, lockUpPa: 0 } : asked)?.code
}

const unlitBound = ({ setting }: Seen) =>
  Math.max(setting.sweepS?.oxygen ?? USUAL_SWEEP_S, setting.sweepS?.fuel ?? USUAL_SWEEP_S) + UNLIT_SPARE_S

/** Every hazard, by name. Sources: CGA G-1 (acetylene), OSHA 29 CFR 1910.253, ANSI Z49.1, NFPA 51 and 51B. */
export const HAZARDS = {
  'acetylene-over-limit': {
    grade: 'forbidden',
    text: 'Acetylene above 15 psi can explode by itself. The setting, the lock-up when the valve shuts and half a gauge division stay under it.',
    acts: ['screw-in'],
    when: (s) => settingRefused(s) === 'acetylene-limit',
  },
  'pressure-past-limit': {
    grade: 'forbidden',
    text: 'The setting is past what the gas, the hose or the maker’s rating allows. Set it lower.',
    acts: ['screw-in'],
    when: (s) => !['acetylene-limit', undefined].includes(settingRefused(s)),
  },
  'opened-against-screw': {
    grade: 'forbidden',
    text: 'A cylinder opened against a screw that is turned in slams full pressure through the regulator; oxygen can burn it out. Back the screw out first.',
    acts: ['open-cylinder'],
    when: ({ before, act }) => {
      const side = sideOf(act)
      return side !== undefined && before[side].turns === 0 && before[side].screwPa > 0
    },
  },
  'opened-against-pressure': {
    grade: 'forbidden',
    text: 'There is gas left in the regulator. Open its torch valve, bleed it, shut it, then open the cylinder.',
    acts: ['open-cylinder'],
    when: ({ before, act }) => {
      const side = sideOf(act)
      return side !== undefined && before[side].turns === 0 && before[side].deliveryPa > 0
    },
  },
  'opened-in-parts': {
    grade: 'forbidden',
    text: 'A cylinder opened with its regulator or hose off throws its gas across the room. Put that side together first.',
    acts: ['open-cylinder'],
    when: ({ before, act }) => {
      const side = sideOf(act)
      return side !== undefined && !isWhole(before, side)
    },
  },
  'fuel-blown-out': {
    grade: 'forbidden',
    text: 'A fuel outlet is never blown out: what comes out burns or gathers. Look into it, and wipe it with a clean dry cloth.',
    acts: ['blow-out'],
    when: ({ act }) => sideOf(act) === 'fuel',
  },
  'blown-out-wrongly': {
    grade: 'forbidden',
    text: 'An outlet is blown out with its regulator off, no flame lit, nobody in front of it: oxygen makes cloth and flame burn fiercely.',
    acts: ['blow-out'],
    when: ({ before, act }) => {
      const side = sideOf(act)
      return before.flame !== 'out' || (side !== undefined && !['off', 'apart'].includes(before[side].fitted))
    },
  },
  'taken-apart-under-gas': {
    grade: 'forbidden',
    text: 'A regulator or hose that comes off under pressure strikes, and its gas comes with it. Shut that cylinder and bleed that side to zero first.',
    acts: ['take-off-regulator', 'take-off-hose'],
    when: ({ before, act }) => {
      const side = sideOf(act)
      return (
        before.flame !== 'out' ||
        (side !== undefined &&
          (before[side].turns > 0 || before[side].inletPa > 0 || before[side].deliveryPa > 0))
      )
    },
  },
  'oxygen-opened-fast': {
    grade: 'forbidden',
    text: 'Fast oxygen heats by compression enough to light a regulator. Open it slowly.',
    acts: ['open-cylinder'],
    when: ({ before, act }) =>
      act.do === 'open-cylinder' && act.side === 'oxygen' && act.slowly !== true && before.oxygen.turns === 0,
  },
  'acetylene-opened-too-far': {
    grade: 'forbidden',
    text: 'In a fire an acetylene cylinder has to shut at once: never more than one and a half turns.',
    acts: ['open-cylinder'],
    when: ({ act, after, setting }) =>
      sideOf(act) === 'fuel' && after.fuel.turns > (FUELS[setting.fuel].cylinder.mostTurns ?? Infinity),
  },
  'wrong-regulator': {
    grade: 'forbidden',
    text: 'This fuel needs the regulator that was made for it: threads, limit and seat differ.',
    acts: ['open-cylinder'],
    when: ({ act, setting }) =>
      sideOf(act) === 'fuel' && setting.regulatorFor !== undefined && setting.regulatorFor !== setting.fuel,
  },
  'wrong-hose': {
    grade: 'forbidden',
    text: 'Grade R and RM hose is for acetylene alone: other fuels rot its lining. Fit grade T.',
    acts: ['open-cylinder'],
    when: ({ act, setting }) =>
      sideOf(act) === 'fuel' &&
      setting.hoseGrade !== undefined &&
      !FUELS[setting.fuel].hoseGrades.includes(setting.hoseGrade),
  },
  'wrong-tip': {
    grade: 'forbidden',
    text: 'This cutting tip is not made for this fuel: one piece for acetylene, two pieces for the slower fuels.',
    acts: ['light'],
    when: ({ setting }) =>
      setting.lever === true &&
      setting.tip?.pieces !== undefined &&
      setting.tip.pieces !== FUELS[setting.fuel].tipPieces,
  },
  'gases-mixed-in-hose': {
    grade: 'forbidden',
    text: 'One gas has run back into the other’s hose: lit, it burns back through it. Shut both, bleed each, and purge.',
    when: ({ before, after }) =>
      (after.oxygen.hose === 'mixed' && before.oxygen.hose !== 'mixed') ||
      (after.fuel.hose === 'mixed' && before.fuel.hose !== 'mixed'),
  },
  'lit-without-fuel': {
    grade: 'forbidden',
    text: 'There is no fuel at the tip to light.',
    acts: ['light'],
    when: ({ before, setting }) => !flows(before, 'fuel', setting),
  },
  'lit-with-unpurged-hoses': {
    grade: 'forbidden',
    text: 'A hose that may hold air or the other gas burns back when it is lit. Purge each in turn first.',
    acts: ['light'],
    when: ({ after }) => after.oxygen.hose !== 'pure' || after.fuel.hose !== 'pure',
  },
  'lit-untested': {
    grade: 'forbidden',
    text: 'A joint was made that nobody has tested: what leaks there burns. Look for leaks first.',
    acts: ['light'],
    when: ({ before }) => before.oxygen.fitted !== 'tested' || before.fuel.fitted !== 'tested',
  },
  'oxygen-to-unlit-torch': {
    grade: 'forbidden',
    text: 'Fuel and oxygen together out of an unlit torch are an explosive cloud. Shut the oxygen, then the fuel.',
    when: (s) =>
      s.act.do !== 'pop' &&
      s.act.do !== 'light' &&
      s.after.flame === 'out' &&
      bothRun(s.after, s.setting) &&
      !traceAllowed(s),
  },
  'lit-with-oxygen-on': {
    grade: 'forbidden',
    text: 'Oxygen on before the flame: it bangs, or burns back. Fuel first; a trace of oxygen at most, and struck at once.',
    acts: ['light'],
    when: (s) =>
      flows(s.before, 'oxygen', s.setting) &&
      !traceAllowed({ ...s, after: { ...s.after, mixedS: s.before.mixedS + takesS(s.act) } }),
  },
  'unlit-flow-too-long': {
    grade: 'forbidden',
    text: 'Gas has run unlit for longer than setting or purging needs: it gathers. Shut the torch valve and air the place.',
    when: (s) =>
      s.after.unlitS > UNLIT_SPARE_S && s.after.unlitS > unlitBound(s) && s.before.unlitS <= unlitBound(s),
  },
  'purged-near-flame': {
    grade: 'forbidden',
    text: 'A hose is purged only with nothing lit near.',
    acts: ['purge'],
    when: ({ before }) => before.flame !== 'out',
  },
  'purge-without-flow': {
    grade: 'forbidden',
    text: 'Nothing runs: open that torch valve, with its pressure set.',
    acts: ['purge'],
    when: ({ before, act, setting }) => {
      const side = sideOf(act)
      return side !== undefined && !flows(before, side, setting)
    },
  },
  'leaks-sought-with-flame': {
    grade: 'forbidden',
    text: 'Leaks are looked for with no flame anywhere: what leaks burns. Shut the torch first.',
    acts: ['check-leaks'],
    when: ({ before }) => before.flame !== 'out',
  },
  'leaks-sought-without-pressure': {
    grade: 'forbidden',
    text: 'Nothing leaks that is not under pressure: set both gases, then look.',
    acts: ['check-leaks'],
    when: ({ before }) => before.oxygen.deliveryPa <= 0 || before.fuel.deliveryPa <= 0,
  },
  'cylinder-shut-while-lit': {
    grade: 'forbidden',
    text: 'A flame that is starved from the cylinder burns back into the torch. Shut the torch first.',
    acts: ['shut-cylinder'],
    when: ({ before, act }) => before.flame !== 'out' && sideOf(act) !== 'nitrogen',
  },
  'worked-without-flame': {
    grade: 'forbidden',
    text: 'There is no trimmed flame to work with.',
    acts: ['heat', 'cut'],
    when: ({ before }) => before.flame === 'out' || before.flame === 'fuel-only',
  },
  'wrong-flame': {
    grade: 'forbidden',
    text: 'The flame is not the one that this work wants. Trim it; for cutting with the lever down.',
    acts: ['heat', 'cut'],
    when: ({ before, setting }) =>
      before.flame !== 'out' &&
      before.flame !== 'fuel-only' &&
      (before.flame !== (setting.flame ?? 'neutral') || (setting.lever === true && !before.retrimmed)),
  },
  'heat-on-pressurised-line': {
    grade: 'forbidden',
    text: 'Heat on a line under pressure bursts it. Let it out through its port first and see the gauge at zero.',
    acts: ['heat'],
    when: ({ before }) => before.work.pressurePa > 0,
  },
  'heat-on-closed-line': {
    grade: 'forbidden',
    text: 'Heat on a closed line raises its pressure until it lets go. Open the far end first.',
    acts: ['heat'],
    when: ({ before, setting }) => setting.line !== undefined && before.work.exit === 'shut',
  },
  'heat-under-vacuum': {
    grade: 'forbidden',
    text: 'No flame on a line under vacuum: it draws filler, air and flame in. Break it with nitrogen.',
    acts: ['heat'],
    when: ({ before }) => before.work.evacuated,
  },
  'heat-on-unpurged-line': {
    grade: 'forbidden',
    text: 'Without its nitrogen the line scales inside. Sweep it for its time, then turn down and heat.',
    acts: ['heat'],
    when: ({ before, setting }) =>
      setting.line?.needsNitrogen === true &&
      (!flows(before, 'nitrogen', setting) || before.work.sweptS < setting.line.sweepS - 1e-9),
  },
  'nitrogen-off-while-hot': {
    grade: 'forbidden',
    text: 'Hot copper scales as soon as air gets in. Nitrogen stays on until it is cool.',
    when: ({ before, after, setting }) =>
      setting.line?.needsNitrogen === true &&
      after.work.hot &&
      flows(before, 'nitrogen', setting) &&
      !flows(after, 'nitrogen', setting),
  },
  'nitrogen-into-closed-line': {
    grade: 'forbidden',
    text: 'Nitrogen into a closed line builds up pressure. Open the far end first.',
    when: ({ before, after, setting }) =>
      setting.line !== undefined &&
      after.work.exit === 'shut' &&
      flows(after, 'nitrogen', setting) &&
      !(before.work.exit === 'shut' && flows(before, 'nitrogen', setting)),
  },
  'tested-without-nitrogen': {
    grade: 'forbidden',
    text: 'A line is tested with dry nitrogen from a regulator with relief; never with oxygen or fuel.',
    acts: ['raise-test'],
    when: ({ before }) => before.nitrogen.turns === 0,
  },
  'test-past-rating': {
    grade: 'forbidden',
    text: 'The test goes past the weakest part’s rating. The local code sets pressure and hold.',
    acts: ['raise-test'],
    when: ({ act, setting }) =>
      act.do === 'raise-test' &&
      setting.line?.ratingPa !== undefined &&
      act.toPa > setting.line.ratingPa * (1 + 1e-9),
  },
  'worked-on-under-pressure': {
    grade: 'forbidden',
    text: 'Nothing is tightened or reheated under pressure: compressed gas bursts. Down to zero first.',
    acts: ['tighten-joint'],
    when: ({ before }) => before.work.pressurePa > 0,
  },
  'pump-stopped-before-isolated': {
    grade: 'forbidden',
    text: 'A pump that stops on an open valve lets its oil and air back into the line. Shut the valve first.',
    acts: ['stop-pump'],
    when: ({ before }) => before.work.vacuumValve === 'open',
  },
  'changed-under-gas': {
    grade: 'forbidden',
    text: 'A tip is changed with flame out and both torch valves shut; an attachment with both hoses bled too.',
    acts: ['change-tip', 'change-attachment'],
    when: ({ before, act, setting }) =>
      before.flame !== 'out' ||
      GASES.some((side) => flows(before, side, setting)) ||
      (act.do === 'change-attachment' && GASES.some((side) => before[side].deliveryPa > 0)),
  },
  'handed-over-lit': {
    grade: 'forbidden',
    text: 'A torch is handed over shut and on its hook, never burning.',
    acts: ['hand-over'],
    when: ({ before, setting }) =>
      before.flame !== 'out' || GASES.some((side) => flows(before, side, setting)),
  },
  'unattended-lit': {
    grade: 'forbidden',
    text: 'A burning torch is never laid down or left. Shut it, oxygen and fuel, even for a minute.',
    acts: ['pause', 'leave', 'cool'],
    when: ({ before }) => before.flame !== 'out',
  },
  'unattended-with-pressure': {
    grade: 'forbidden',
    text: 'Hoses under pressure leak while nobody looks. Over half an hour, or left alone: cylinders shut, each side bled, screws backed out.',
    acts: ['pause', 'leave'],
    when: ({ before, act }) =>
      (act.do === 'leave' || takesS(act) > RESTED_S) &&
      (pressed(before) || anyOpen(before) || GASES.some((side) => before[side].inletPa > 0)),
  },
  // bounded: allowed, with the caution shown
  'one-gas-unlit': {
    grade: 'bounded',
    text: 'Gas runs unlit: seconds only, one gas at a time, nothing lit near, doors open.',
    when: ({ before, after, setting }) =>
      after.flame === 'out' &&
      flows(after, 'oxygen', setting) !== flows(after, 'fuel', setting) &&
      !flows(before, 'oxygen', setting) &&
      !flows(before, 'fuel', setting),
  },
  'whiff-of-oxygen': {
    grade: 'bounded',
    text: 'Mixed gas stands in the torch: oxygen cracked an eighth of a turn at most, small tip with one flame, struck within 3 seconds.',
    acts: ['open-valve'],
    when: (s) => s.after.flame === 'out' && bothRun(s.after, s.setting) && traceAllowed(s),
  },
  'set-while-shut': {
    grade: 'bounded',
    text: 'Set against a shut valve the needle stands higher than it will flow: look again with gas running.',
    acts: ['screw-in'],
    when: ({ act, after, setting }) => {
      const side = sideOf(act)
      return side !== undefined && after[side].turns > 0 && !flows(after, side, setting)
    },
  },
  'oxygen-not-back-seated': {
    grade: 'bounded',
    text: 'An oxygen valve that is not all the way open leaks at its stem.',
    acts: ['open-cylinder'],
    when: ({ act, after }) => sideOf(act) === 'oxygen' && after.oxygen.turns < FULLY_OPEN,
  },
} as const satisfies Readonly<Record<string, Predicate>>

/** What is wrong with a line that is being left. */
export const END_HAZARDS = {
  'flame-left-burning': {
    grade: 'forbidden',
    text: 'The flame still burns.',
    when: (s: LineState) => s.flame !== 'out',
  },
  'cylinder-left-open': {
    grade: 'forbidden',
    text: 'A cylinder is still open. Shut it at the source first.',
    when: (s: LineState) => anyOpen(s) || s.nitrogen.turns > 0,
  },
  'trapped-pressure': {
    grade: 'forbidden',
    text: 'Gas is still trapped in a hose, a regulator or the line. Bleed each side through its torch valve until both its needles are at zero.',
    when: (s: LineState) =>
      pressed(s) || s.oxygen.inletPa > 0 || s.fuel.inletPa > 0 || s.nitrogen.inletPa > 0,
  },
  'torch-valve-left-open': {
    grade: 'forbidden',
    text: 'A torch valve is still open: the next one to open a cylinder fills the room.',
    when: (s: LineState) => s.oxygen.valve > 0 || s.fuel.valve > 0 || s.nitrogen.valve > 0 || s.handle > 0,
  },
  'left-hot': {
    grade: 'forbidden',
    text: 'The work is still hot and its nitrogen is off, or nobody watches it.',
    when: (s: LineState) => s.work.hot,
  },
  'left-under-vacuum': {
    grade: 'forbidden',
    text: 'The pump still runs.',
    when: (s: LineState) => s.work.pump === 'on',
  },
  'screw-left-in': {
    grade: 'bounded',
    text: 'A screw is left in: whoever opens that cylinder next must back it out first.',
    when: (s: LineState) => s.oxygen.screwPa > 0 || s.fuel.screwPa > 0 || s.nitrogen.screwPa > 0,
  },
} as const satisfies Readonly<
  Record<string, { readonly grade: Grade; readonly text: string; readonly when: (s: LineState) => boolean }>
>

export type HazardName = keyof typeof HAZARDS | keyof typeof END_HAZARDS
/** A hazard as it was met: by which act (its place in the list; the length of the list for the end). */
export interface Met {
  readonly hazard: HazardName
  readonly grade: Grade
  readonly text: string
  readonly at: number
}

type Named = readonly [name: keyof typeof HAZARDS, predicate: Predicate]
const ALL = Object.entries(HAZARDS) as unknown as readonly Named[]
const BY_ACT = new Map<ActName, readonly Named[]>()
/** Only the predicates that an act can bring about, so that a million acts a second can be judged. */
function predicatesOf(act: ActName): readonly Named[] {
  const known = BY_ACT.get(act)
  if (known) return known
  const own = ALL.filter(([, p]) => p.acts === undefined || p.acts.includes(act))
  BY_ACT.set(act, own)
  return own
}

/** The hazards of one act, forbidden and bounded. `at` is its place in the list. */
export function hazardsOf(
  before: LineState,
  act: Act,
  after: LineState,
  setting: LineSetting,
  at = 0,
): readonly Met[] {
  let met: Met[] | undefined
  const seen = { before, act, after, setting }
  for (const [hazard, p] of predicatesOf(act.do))
    if (p.when(seen)) (met ??= []).push({ hazard, grade: p.grade, text: p.text, at })
  return met ?? NONE
}
const NONE: readonly Met[] = []
const ALL_AT_END = Object.entries(END_HAZARDS)

/** What is wrong with a line that is left in this state. */
export const hazardsAtEnd = (state: LineState, at = 0): readonly Met[] =>
  ALL_AT_END.filter(([, h]) => h.when(state)).map(([hazard, h]) => ({
    hazard: hazard as HazardName,
    grade: h.grade,
    text: h.text,
    at,
  }))

/** A list that was run: where it leads, and all that it met on the way. */
export interface LineRun {
  readonly state: LineState
  readonly met: readonly Met[]
}

/**
 * Runs acts one after the other.
 * @param from where the line stands; absent: cold
 * @returns the last state and everything met, in order; the end is judged by `hazardsAtEnd`
 */
export const runLine = (
  acts: readonly Act[],
  setting: LineSetting,
  from: LineState = coldLine(setting),
): LineRun => runSteps([{ acts }], setting, from)

/** Runs the acts of steps one after the other, as `runLine` does; `at` counts the acts through all steps. */
export function runSteps(
  steps: readonly { readonly acts: readonly Act[] }[],
  setting: LineSetting,
  from: LineState,
): LineRun {
  let state = from
  let met: Met[] | undefined
  let at = 0
  for (const step of steps)
    for (const act of step.acts) {
      const after = actOn(state, act, setting)
      const found = hazardsOf(state, act, after, setting, at++)
      if (found.length > 0) (met ??= []).push(...found)
      state = after
    }
  return { state, met: met ?? NONE }
}

/** The forbidden ones of what was met. */
export const forbidden = (met: readonly Met[]): readonly Met[] => met.filter((m) => m.grade === 'forbidden')
