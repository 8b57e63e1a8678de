/**
 * Ways out of the work and back, from wherever the line stands: worked out from the state itself, with the step in hand
 * perhaps half done, and offered only when the state model accepts them together with all that is still to come.
 */
import { forbidden, hazardsAtEnd, runSteps } from './hazards.ts'
import { runLed, type LedStep, type OnLine } from './led.ts'
import type { LineSetup } from './setup.ts'
import { assembly, cylinderSwap } from './stages/assembly.ts'
import { StageContext } from './stages/context.ts'
import { lightingAgain, trimming } from './stages/flame.ts'
import { nitrogenOff, nitrogenOn } from './stages/nitrogen.ts'
import { pressures, screwsOut } from './stages/pressures.ts'
import { bleedSide, shutDown, shutTorch } from './stages/shut.ts'
import { leaks, purges } from './stages/sweeps.ts'
import {
  actOn,
  coldLine,
  RESTED_S,
  type ActName,
  type Gas,
  type LineSetting,
  type LineState,
} from './state.ts'
import type { Step } from './steps.ts'

/** Ways to leave the work in its middle, and to come back to it. */
export const BREAKS = [
  'short-pause',
  'long-break',
  'tip-change',
  'attachment-change',
  'oxygen-change',
  'fuel-change',
  'assembly',
  'relight',
  'hand-over',
  'shutdown',
] as const
export type BreakName = (typeof BREAKS)[number]

/** Where the work is left: how the line stands by what was confirmed, and the steps to come, the one in hand first. */
export interface LeftAt {
  readonly line: LineState
  readonly ahead: readonly LedStep[]
  /** The pieces by which the steps to come are judged; absent where there is only the one that is in hand. */
  readonly pieces?: readonly OnLine[]
}

const GASES: readonly Gas[] = ['oxygen', 'fuel']
/** A break of minutes, as the state model passes it, s. */
const SHORT_BREAK_S = 600
const TIP_COOLS_S = 60

/** Every state that the line may be in: the step in hand done not at all, in part, or wholly. */
export function statesAt({ line, ahead }: LeftAt, setting: LineSetting): readonly LineState[] {
  const states = [line]
  let state = line
  for (const act of ahead[0]?.acts ?? []) states.push((state = actOn(state, act, setting)))
  return states
}

/** What may be so of the line in any of some states. */
interface MayBe {
  readonly line: LineState
  readonly gases: readonly Gas[]
  readonly torchOpen: boolean
  readonly lit: boolean
  /** The flame is trimmed whichever of them it is. */
  readonly trimmed: boolean
  readonly lever: boolean
  readonly hot: boolean
  readonly nitrogen: boolean
}

function mayBe(states: readonly LineState[]): MayBe {
  const any = (is: (s: LineState) => boolean) => states.some(is)
  const gases = GASES.filter((side) =>
    any((s) => s[side].turns > 0 || s[side].inletPa > 0 || s[side].deliveryPa > 0),
  )
  const lever = any((s) => s.lever === 'down')
  const lit = any((s) => s.flame !== 'out')
  // gas before a regulator whose screw may be out
  const sealed = (side: Gas) => any((s) => s[side].inletPa > 0 && s[side].screwPa <= 0)
  const [line] = states as [LineState]
  return {
    line: {
      ...line,
      oxygen: { ...line.oxygen, inletPa: sealed('oxygen') ? 1 : 0, screwPa: 0 },
      fuel: { ...line.fuel, inletPa: sealed('fuel') ? 1 : 0, screwPa: 0 },
    },
    gases,
    torchOpen: lit || lever || any((s) => GASES.some((side) => s[side].valve > 0)),
    lit,
    trimmed: states.every((s) => s.flame !== 'out' && s.flame !== 'fuel-only'),
    lever,
    hot: any((s) => s.work.hot),
    nitrogen: any(({ nitrogen: n }) => n.turns > 0 || n.inletPa > 0 || n.deliveryPa > 0 || n.valve > 0),
  }
}

const FLAME_ACTS: readonly ActName[] = ['light', 'heat', 'cut']
const needsFlame = (ahead: readonly Step[]): boolean =>
  ahead.some((s) => s.acts.some((a) => FLAME_ACTS.includes(a.do)))

/** The name of a step without the numbers of how often it came in a batch, and of the break that it was put in by. */
export const plainId = (step: Step | undefined): string | undefined => step?.id.replace(/[.~].*$/, '')
/** What comes before a step that is done next anyway. */
function until(steps: readonly Step[], next: string | undefined): readonly Step[] {
  const at = steps.findIndex((s) => s.id === next)
  return at < 0 ? steps : steps.slice(0, at)
}

/** One way out and back, from one place: what is shut, what is done, what is set and lit again. */
class Way {
  private readonly c: StageContext
  private readonly may: MayBe
  private readonly next: string | undefined

  constructor(
    private readonly setup: LineSetup,
    private readonly at: LeftAt,
  ) {
    this.c = new StageContext(setup)
    this.may = mayBe(statesAt(at, setup.setting))
    this.next = plainId(at.ahead[0])
  }

  private shutTorch(): Step[] {
    const { torchOpen, trimmed, lever } = this.may
    return torchOpen ? shutTorch(this.c, { trimmed, lever }) : []
  }
  private shutDown(): Step[] {
    const { line, gases, hot, nitrogen } = this.may
    return [
      ...this.shutTorch(),
      ...shutDown(this.c, line, gases),
      ...nitrogenOff(this.c, { hot, on: nitrogen }),
    ]
  }
  /** The flame as it was, where one is still wanted. */
  private flameAgain(): readonly Step[] {
    const { line, ahead } = this.at
    if (line.flame === 'out' || !needsFlame(ahead)) return []
    const trims = line.flame === 'fuel-only' ? [] : trimming(this.c)
    return until(
      [
        ...lightingAgain(this.c, line.handle > 0),
        ...trims.filter((s) => s.role !== 'retrim' || line.retrimmed),
      ],
      this.next,
    )
  }
  /** From a rig that was shut down to where it was: only what was open, set, swept, tested and lit before. */
  private setAgain(sides: readonly Gas[] = GASES): readonly Step[] {
    const { line, ahead } = this.at
    if (!needsFlame(ahead)) return []
    const { c } = this
    const was = (side: Gas) => line[side]
    const bothPure = GASES.every((side) => was(side).hose === 'pure')
    const wanted: Readonly<Record<string, boolean>> = {
      'screws-out': sides.some((side) => was(side).turns > 0) && sides.length === GASES.length,
      ...Object.fromEntries(
        sides.flatMap((side) => [
          [`open-${side}`, was(side).turns > 0],
          [`set-${side}`, was(side).turns > 0 && was(side).screwPa > 0],
          [`purge-${side}`, was(side).turns > 0 && was(side).hose === 'pure'],
        ]),
      ),
      leaks: bothPure && GASES.every((side) => was(side).turns > 0),
      'nitrogen-on': sides.length === GASES.length && line.nitrogen.turns > 0,
      'nitrogen-sweep':
        sides.length === GASES.length &&
        line.nitrogen.turns > 0 &&
        line.work.sweptS >= (this.setup.setting.line?.sweepS ?? 0) - 1e-9,
    }
    return until(
      [...screwsOut(c), ...pressures(c), ...purges(c), ...leaks(c), ...nitrogenOn(c, true)].filter(
        (s) => wanted[s.id] === true,
      ),
      this.next,
    )
  }

  private pause(): Step {
    const on = this.may.gases.length > 0
    return {
      id: 'pause',
      phase: 'break',
      act: on ? 'Break: stay by the rig, torch on its hook' : 'Break: nothing of the rig is open',
      why: on
        ? 'Hoses under pressure leak while nobody looks. Past half an hour everything is shut, bled, and purged again.'
        : 'All is as it was left: go on with the next step.',
      see: on ? 'Torch out of any closed place, valves shut, somebody there.' : 'Cylinders shut.',
      ...(on ? { timer: { kind: 'at-most', what: 'Break', seconds: RESTED_S } } : {}),
      acts: [{ do: 'pause', seconds: SHORT_BREAK_S }],
    }
  }

  /** One side shut, bled and backed out, its cylinder changed, and the side as it was again. */
  private cylinder(side: Gas): Step[] | undefined {
    const { line, gases } = this.may
    if (!needsFlame(this.at.ahead) || gases.length === 0) return undefined
    const name = side === 'fuel' ? this.c.fuel.name : 'oxygen'
    const shut: Step = {
      id: `shut-${side}-cylinder`,
      phase: 'break',
      act: `Shut the ${name} cylinder`,
      why: 'At the source first. The other gas may stay as it is: its torch valve is shut.',
      see: 'Tight by hand.',
      acts: [{ do: 'shut-cylinder', side }],
    }
    const out: Step = {
      id: `back-out-${side}`,
      phase: 'break',
      act: `Back out the ${name} adjusting screw`,
      why: 'The full cylinder is opened into a regulator that is shut, or it slams into it.',
      see: `The screw loose, both ${side} needles at zero.`,
      acts: [{ do: 'screw-out', side }],
    }
    return [
      ...this.shutTorch(),
      ...(gases.includes(side) ? [shut, bleedSide(this.c, side, line)] : []),
      out,
      ...cylinderSwap(this.c, side),
      ...this.setAgain([side]),
      ...this.flameAgain(),
    ]
  }

  private relight(): Step[] {
    return [
      {
        id: 'after-pop',
        phase: 'break',
        role: 'shut-torch',
        act: 'Shut the oxygen at the torch, then the fuel. Let the tip cool',
        why: 'Both gases still run. A tip that is hot lights them inside.',
        see: 'No hiss from the torch, hoses and torch body cold to the hand.',
        ifNot:
          'A squeal, a warm hose or soot at a union: shut both cylinders. That is a flashback, not a backfire.',
        timer: { kind: 'at-least', what: 'Tip cools', seconds: TIP_COOLS_S, from: 'here' },
        acts: [
          // the hand lets go of it as it pops
          ...(this.may.lever ? [{ do: 'lever-up' } as const] : []),
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
      ...this.flameAgain(),
    ]
  }

  /** The steps of a break as it would be led from here; undefined where it is not one to be taken. */
  steps(name: BreakName): readonly Step[] | undefined {
    const { gases, lit } = this.may
    const wanted = needsFlame(this.at.ahead)
    switch (name) {
      case 'short-pause':
        return [...this.shutTorch(), this.pause(), ...this.flameAgain()]
      case 'hand-over':
        return [...this.shutTorch(), HAND_OVER, ...this.flameAgain()]
      case 'shutdown':
        return this.shutDown()
      case 'long-break':
        return [...this.shutDown(), AWAY, ...this.setAgain(), ...this.flameAgain()]
      case 'tip-change':
        return wanted && gases.length > 0
          ? [...this.shutTorch(), tipChange(this.setup), ...this.flameAgain()]
          : undefined
      case 'attachment-change':
        return wanted && gases.length > 0 && this.setup.torch.kind !== 'cutting-torch'
          ? [...this.shutDown(), ATTACHMENT, ...this.setAgain(), ...this.flameAgain()]
          : undefined
      case 'oxygen-change':
        return this.cylinder('oxygen')
      case 'fuel-change':
        return this.c.fuel.cylinder.piped ? undefined : this.cylinder('fuel')
      case 'assembly':
        return gases.length === 0 && this.at.ahead.some((s) => plainId(s) === 'screws-out')
          ? assembly(this.c)
          : undefined
      case 'relight':
        return lit && wanted ? this.relight() : undefined
    }
  }
}

/** The tip changed: flame out, both torch valves shut. `to` is the figure of the tip that comes, where it is another. */
export const tipChange = ({ torch: { seat } }: LineSetup, to?: string): Step => ({
  id: 'change-tip',
  phase: 'break',
  ...(to === undefined ? {} : { figure: to }),
  act: `Let the tip cool, change it${to === undefined ? '' : ' to {figure}'}, and seat it ${seat === 'hand' ? 'hand tight' : seat === 'wrench' ? 'with its wrench' : 'as its maker says'}`,
  why:
    seat === 'hand'
      ? 'O-rings seal by hand; a wrench crushes them.'
      : 'A seat that is scratched or loose backfires. No tape, no oil.',
  see: 'Seat faces clean, both torch valves shut, no hiss at the nut when a gas is opened alone.',
  ifNot: 'It leaks at the nut: do not light. Clean the seat or change the tip.',
  timer: { kind: 'at-least', what: 'Tip cools', seconds: TIP_COOLS_S, from: 'here' },
  acts: [{ do: 'change-tip' }],
})
const AWAY: Step = {
  id: 'away',
  phase: 'break',
  act: 'Away: nothing is left under pressure',
  why: 'A leak has nothing to feed it. Fire watch goes on for an hour after the last heat.',
  see: 'All needles at zero.',
  acts: [{ do: 'leave', seconds: 3600 }],
}
/** The attachment changed: both hoses bled. */
export const ATTACHMENT: Step = {
  id: 'change-attachment',
  phase: 'break',
  act: 'Change the attachment, and seat it as its maker says',
  why: 'Its seats carry both gases: under pressure one runs into the other.',
  see: 'O-rings whole and clean, nut tight by hand where the maker says so.',
  ifNot: 'A cut O-ring: do not use it.',
  acts: [{ do: 'change-attachment' }],
}
const HAND_OVER: Step = {
  id: 'hand-over',
  phase: 'break',
  role: 'hand-over',
  act: 'Show the one who takes over the gauges, what is open, what is hot, and which step is next',
  why: 'Whoever lights it answers for it, so they look at both gauges themselves.',
  see: 'They name both pressures and the next step. Who takes over presses Done: the torch is theirs from there.',
  acts: [{ do: 'hand-over' }],
}

/**
 * The steps of a way out of the work, and back where it leads back.
 * @returns undefined where it is not to be taken from here, or where the model does not accept it from every state that
 *   the step in hand may have left, with all that is still to come behind it
 */
export function wayOut(setup: LineSetup, name: BreakName, at: LeftAt): readonly LedStep[] | undefined {
  const way = new Way(setup, at).steps(name)
  if (!way) return undefined
  const { ahead, pieces = [{ setup }] } = at
  const by = ahead[0]?.by
  const own = way.map((s): LedStep => ({ ...s, phase: 'break', ...(by === undefined ? {} : { by }) }))
  const rest = name === 'shutdown' ? [] : ahead
  const safe = statesAt(at, setup.setting).every((from) => {
    const { met, state } = runLed([...own, ...rest], pieces, from)
    // a line that was never opened keeps the pressure that it was found with
    const untouched = state.work.pressurePa > 0 && state.work.pressurePa === from.work.pressurePa
    const end = untouched ? { ...state, work: { ...state.work, pressurePa: 0 } } : state
    return forbidden(met).length === 0 && forbidden(hazardsAtEnd(end)).length === 0
  })
  return safe ? own : undefined
}

/** Two places that ways out are asked for by name: set and swept with the torch shut, and with the flame on the work. */
export const STANDS = ['ready', 'lit'] as const
/** Where a list of steps stands when its rig does. */
export function standing(
  steps: readonly Step[],
  setting: LineSetting,
  stand: (typeof STANDS)[number],
): LeftAt {
  const index =
    stand === 'ready'
      ? steps.findIndex((s) => s.phase === 'light')
      : steps.findLastIndex((s) => s.role === 'trim' || s.role === 'retrim') + 1
  return {
    line: runSteps(steps.slice(0, index), setting, coldLine(setting)).state,
    ahead: steps.slice(index),
  }
}

/** The ways out that are to be had from here. */
export const waysFrom = (setup: LineSetup, at: LeftAt): readonly BreakName[] =>
  BREAKS.filter((name) => wayOut(setup, name, at) !== undefined)
