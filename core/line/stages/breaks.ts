import { RESTED_S } from '../state.ts'
import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'
import { screwsOut, pressures } from './pressures.ts'
import { purges, leaks } from './sweeps.ts'
import { nitrogenOn, nitrogenOff } from './nitrogen.ts'
import { lighting, trimming } from './flame.ts'
import { shutTorch, shutDown } from './shut.ts'

/** A break of minutes, as the state model passes it, s. */
const SHORT_BREAK_S = 600
const TIP_COOLS_S = 60
function flameAgain(c: StageContext): Step[] {
  return [...lighting(c), ...trimming(c)]
}

/** From shut cylinders to a rig that is set and swept. */
function setAgain(c: StageContext): Step[] {
  return [...screwsOut(c), ...pressures(c), ...purges(c), ...leaks(c)]
}

/** Minutes, somebody stays: torch valves only. */
export function shortPause(c: StageContext, lit: boolean): Step[] {
  return [
    ...(lit ? shutTorch(c) : []),
    {
      id: 'pause',
      phase: 'break',
      act: 'Break: stay by the rig, torch on its hook',
      why: 'Hoses under pressure leak while nobody looks. Past half an hour everything is shut, bled, and purged again.',
      see: 'Torch out of any closed place, valves shut, somebody there.',
      timer: { kind: 'at-most', what: 'Break', seconds: RESTED_S },
      acts: [{ do: 'pause', seconds: SHORT_BREAK_S }],
    },
    ...(lit ? flameAgain(c) : []),
  ]
}

/** Over half an hour, lunch, moving, or nobody there: the whole shutdown, and the whole way back. */
export function longBreak(c: StageContext, lit: boolean): Step[] {
  return [
    ...(lit ? shutTorch(c) : []),
    ...nitrogenOff(c),
    ...shutDown(c),
    {
      id: 'away',
      phase: 'break',
      act: 'Away: nothing is left under pressure',
      why: 'A leak has nothing to feed it. Fire watch goes on for an hour after the last heat.',
      see: 'All needles at zero.',
      acts: [{ do: 'leave', seconds: 3600 }],
    },
    ...setAgain(c),
    ...nitrogenOn(c, true),
    ...(lit ? flameAgain(c) : []),
  ]
}

/** Another tip, or the same one cleaned, in the middle of the work. */
export function tipChange(c: StageContext, lit: boolean): Step[] {
  const { seat } = c.setup.torch
  return [
    ...(lit ? shutTorch(c) : []),
    {
      id: 'change-tip',
      phase: 'break',
      act: `Let the tip cool, change it, and seat it ${seat === 'hand' ? 'hand tight' : seat === 'wrench' ? 'with its wrench' : 'as its maker says'}`,
      why:
        seat === 'hand'
          ? 'O-rings seal by hand; a wrench crushes them.'
          : 'A seat that is scratched or loose backfires. No tape, no oil.',
      see: 'Seat faces clean, both torch valves shut, no hiss at the nut when a gas is opened alone.',
      ifNot: 'It leaks at the nut: do not light. Clean the seat or change the tip.',
      timer: { kind: 'at-least', what: 'Tip cools', seconds: TIP_COOLS_S },
      acts: [{ do: 'change-tip' }],
    },
    ...(lit ? flameAgain(c) : []),
  ]
}

/** Another head on the handle: only on a bled rig. */
export function attachmentChange(c: StageContext, lit: boolean): Step[] {
  return [
    ...(lit ? shutTorch(c) : []),
    ...nitrogenOff(c),
    ...shutDown(c),
    {
      id: 'change-attachment',
      phase: 'break',
      act: 'Change the attachment, and seat it as its maker says',
      why: 'Its seats carry both gases: under pressure one runs into the other.',
      see: 'O-rings whole and clean, nut tight by hand where the maker says so.',
      ifNot: 'A cut O-ring: do not use it.',
      acts: [{ do: 'change-attachment' }],
    },
    ...setAgain(c),
    ...nitrogenOn(c, true),
    ...(lit ? flameAgain(c) : []),
  ]
}

/** The flame popped out: shut, find why, light again. */
export function relight(c: StageContext): Step[] {
  return [
    {
      id: 'after-pop',
      phase: 'break',
      act: 'Shut the oxygen at the torch, then the fuel. Let the tip cool',
      why: 'Both gases still run. A tip that is hot lights them inside.',
      see: 'No hiss from the torch, hoses and torch body cold to the hand.',
      ifNot:
        'A squeal, a warm hose or soot at a union: shut both cylinders. That is a flashback, not a backfire.',
      timer: { kind: 'at-least', what: 'Tip cools', seconds: TIP_COOLS_S },
      acts: [
        { do: 'pop' },
        { do: 'shut-valve', side: 'oxygen' },
        { do: 'shut-valve', side: 'fuel' },
        { do: 'wait', seconds: TIP_COOLS_S },
      ],
    },
    {
      id: 'find-why',
      phase: 'break',
      act: 'Find why it backfired before lighting again',
      why: 'It backfires again for the same reason, and the next one may run back.',
      see: 'One of: touched the work, starved of gas, dirty bore, loose seat, pressure too low, tip too hot.',
      ifNot: 'No reason found, or it backfired twice: change the tip, or stop.',
      instructor: true,
      acts: [],
    },
    ...flameAgain(c),
  ]
}

/** Somebody else goes on. */
export function handOver(c: StageContext, lit: boolean): Step[] {
  return [
    ...(lit ? shutTorch(c) : []),
    {
      id: 'hand-over',
      phase: 'break',
      role: 'hand-over',
      act: 'Show the one who takes over the gauges, what is open, what is hot, and which step is next',
      why: 'Whoever lights it answers for it, so they look at both gauges themselves.',
      see: 'They name both pressures and the next step. Who takes over presses Done: the torch is theirs from there.',
      acts: [{ do: 'hand-over' }],
    },
    ...(lit ? flameAgain(c) : []),
  ]
}
