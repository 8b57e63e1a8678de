/** Lines with something wrong with them, made by the state model: what is seen, what it would bring about, what is done. */
import { hazardsAtEnd, hazardsOf, type HazardName } from '../line/hazards.ts'
import { actOn, COLD_LINE, FULLY_OPEN, inletOf, type Act, type Gas, type LineState } from '../line/state.ts'
import { standing } from '../line/ways.ts'
import { keysOf } from '../objects.ts'
import { PSI_PA } from '../quantity/units.ts'
import { orderProcedure, type OrderRig } from './order-board.ts'

/** When a line is looked at: before anything is opened, before it is lit, with the flame burning, when it is left. */
export const LOOKS = ['found', 'ready', 'lit', 'left'] as const
export type Look = (typeof LOOKS)[number]

/** A line as it is drawn: its state, and whether the key is on the acetylene valve. */
export interface LineSeen {
  readonly line: LineState
  readonly key: boolean
}

interface WrongLine {
  readonly look: Look
  /** What is wrong, as an answer. */
  readonly name: string
  /** The harm, and what is done. */
  readonly because: string
  /** The hazard by which the state model knows it; none where it is beyond the model. */
  readonly hazard?: HazardName
  /** Only where the rig has it: a handle valve, a cylinder that takes a key. */
  readonly needs?: 'handle' | 'key'
  readonly make: (seen: LineSeen, rig: OrderRig) => LineSeen
}

const side =
  (of: Gas, change: (rig: OrderRig) => Partial<LineState[Gas]>): WrongLine['make'] =>
  ({ line, key }, rig) => ({ line: { ...line, [of]: { ...line[of], ...change(rig) } }, key })

/** Left in a regulator and its hose, Pa gauge. */
const LEFT_IN_PA = 5 * PSI_PA
/** An acetylene needle that stands in the red, Pa gauge. */
const IN_THE_RED_PA = 17 * PSI_PA

const WRONG_LINES = {
  'oxygen-screw': {
    look: 'found',
    name: 'The oxygen screw is turned in',
    because: 'Opened so, full pressure slams through the regulator and can burn it out. Back it out first.',
    hazard: 'opened-against-screw',
    make: side('oxygen', ({ oxygenPa }) => ({ screwPa: oxygenPa })),
  },
  'fuel-screw': {
    look: 'found',
    name: 'The fuel screw is turned in',
    because: 'Opened so, full pressure slams through the regulator and into the hose. Back it out first.',
    hazard: 'opened-against-screw',
    make: side('fuel', ({ fuelPa }) => ({ screwPa: fuelPa })),
  },
  'gas-left-in': {
    look: 'found',
    name: 'Gas is left in the fuel hose',
    because:
      'Its needle is not at zero: open the fuel valve at the torch, bleed it, shut it, then open the cylinder.',
    hazard: 'opened-against-pressure',
    make: side('fuel', () => ({ deliveryPa: LEFT_IN_PA, hose: 'part' })),
  },
  'torch-valve': {
    look: 'found',
    name: 'The fuel valve at the torch is open',
    because: 'What is set then runs into the room. Shut both torch valves before a cylinder is opened.',
    hazard: 'torch-valve-left-open',
    make: side('fuel', () => ({ valve: 1 })),
  },
  'key-gone': {
    look: 'ready',
    name: 'The key is off the acetylene valve',
    because: 'In a fire it has to be shut at once: the key stays on the valve while it is open.',
    needs: 'key',
    make: ({ line }) => ({ line, key: false }),
  },
  'acetylene-far': {
    look: 'ready',
    name: 'The acetylene cylinder is open too far',
    because: 'In a fire it has to shut with one twist: never more than one and a half turns.',
    hazard: 'acetylene-opened-too-far',
    needs: 'key',
    make: side('fuel', () => ({ turns: 3 })),
  },
  'oxygen-part': {
    look: 'ready',
    name: 'The oxygen cylinder is only part open',
    because: 'It leaks at its stem unless it is open all the way, against its back seat.',
    hazard: 'oxygen-not-back-seated',
    make: side('oxygen', () => ({ turns: 1 })),
  },
  'acetylene-high': {
    look: 'ready',
    name: 'The acetylene stands above its limit',
    because:
      'Above 15 psi (1 bar) it can explode by itself. Shut the cylinder, bleed it, back the screw out.',
    hazard: 'acetylene-over-limit',
    needs: 'key',
    make: side('fuel', () => ({ deliveryPa: IN_THE_RED_PA, screwPa: IN_THE_RED_PA })),
  },
  'handle-half': {
    look: 'lit',
    name: 'The handle’s oxygen valve is half open',
    because:
      'All the oxygen of cut and flame comes through it: half open, it starves the cut. Open it all the way.',
    needs: 'handle',
    make: ({ line, key }) => ({ line: { ...line, handle: 1 }, key }),
  },
  'soot-only': {
    look: 'lit',
    name: 'No oxygen is on: the fuel burns alone',
    because: 'It soots, and the tip runs hot. Open the oxygen at the torch and trim it.',
    hazard: 'worked-without-flame',
    make: ({ line, key }) => ({
      line: { ...line, flame: 'fuel-only', oxygen: { ...line.oxygen, valve: 0 } },
      key,
    }),
  },
  'oxygen-open': {
    look: 'left',
    name: 'The oxygen cylinder is still open',
    because: 'What leaks by a regulator or a hose then fills the room with oxygen. Shut it at the source.',
    hazard: 'cylinder-left-open',
    make: side('oxygen', ({ setting }) => ({
      turns: FULLY_OPEN,
      inletPa: inletOf('oxygen', setting),
      deliveryPa: 0,
      screwPa: 0,
    })),
  },
  'pressure-left': {
    look: 'left',
    name: 'The fuel side is still under pressure',
    because:
      'It leaks while nobody looks. Open its torch valve until both its needles are at zero, and shut it.',
    hazard: 'trapped-pressure',
    make: side('fuel', () => ({ deliveryPa: LEFT_IN_PA, inletPa: LEFT_IN_PA * 4, hose: 'part' })),
  },
  'screw-left': {
    look: 'left',
    name: 'A screw is left in',
    because: 'Whoever opens that cylinder next opens it against the screw. Back it out.',
    hazard: 'screw-left-in',
    make: side('oxygen', ({ oxygenPa }) => ({ screwPa: oxygenPa })),
  },
  'valve-left': {
    look: 'left',
    name: 'A torch valve is left open',
    because: 'Whoever opens the cylinder next fills the room. Shut both valves at the torch.',
    hazard: 'torch-valve-left-open',
    make: side('oxygen', () => ({ valve: 1 })),
  },
} as const satisfies Readonly<Record<string, WrongLine>>

export type WrongLineId = keyof typeof WRONG_LINES
const WRONG_LINE_IDS: readonly WrongLineId[] = keysOf(WRONG_LINES)
const wrongLine = (id: WrongLineId): WrongLine => WRONG_LINES[id]

/** What can be wrong on a rig when it is looked at. */
export const wrongFor = (look: Look, { setting }: Pick<OrderRig, 'setting'>): readonly WrongLineId[] =>
  WRONG_LINE_IDS.filter((id) => {
    const { look: at, needs } = wrongLine(id)
    if (at !== look) return false
    return (
      needs === undefined ||
      (needs === 'handle' ? setting.handleValve === true : setting.fuel === 'acetylene')
    )
  })

/** A line with nothing wrong with it, as the procedure of the rig leaves it; none where there is no procedure. */
export function rightLine(look: Look, rig: OrderRig): LineSeen | undefined {
  const key = rig.setting.fuel === 'acetylene'
  if (look === 'found' || look === 'left') return { line: COLD_LINE, key }
  const made = orderProcedure({ task: 'whole', as: 'line', rig, seed: 0 })
  return made.ok
    ? { line: standing(made.steps, rig.setting, look === 'ready' ? 'ready' : 'lit').line, key }
    : undefined
}

/**
 * A line with one thing wrong with it.
 * @param right the same with nothing wrong, where it is known already
 */
export function wrongLineOf(
  id: WrongLineId,
  rig: OrderRig,
  right = rightLine(wrongLine(id).look, rig),
): LineSeen | undefined {
  return right && wrongLine(id).make(right, rig)
}

/** What is wrong with it, as an answer, the harm and what is done, and the hazard by which the state model knows it. */
export const wrongTold = (id: WrongLineId): Pick<WrongLine, 'name' | 'because' | 'hazard'> => wrongLine(id)

/** What the state model would meet from a line: by the acts that come next when it is looked at so, or when it is left. */
export function metNext(look: Look, { line }: LineSeen, rig: OrderRig): readonly HazardName[] {
  const { setting } = rig
  const acts: Readonly<Record<Look, readonly Act[]>> = {
    found: [
      { do: 'open-cylinder', side: 'fuel', turns: 0.75, slowly: true },
      { do: 'open-cylinder', side: 'oxygen', turns: FULLY_OPEN, slowly: true },
    ],
    ready: [
      { do: 'open-cylinder', side: 'fuel', turns: line.fuel.turns, slowly: true },
      { do: 'open-cylinder', side: 'oxygen', turns: line.oxygen.turns, slowly: true },
      // what a needle shows is what its screw was wound in for
      { do: 'screw-in', side: 'fuel', toPa: line.fuel.deliveryPa },
    ],
    lit: [{ do: 'heat' }],
    left: [],
  }
  const next = acts[look].flatMap((act) => hazardsOf(line, act, actOn(line, act, setting), setting))
  const left = look === 'found' || look === 'left' ? hazardsAtEnd(line) : []
  // the needle is only read: nobody turns its screw
  return [...next, ...left].map((m) => m.hazard).filter((name) => name !== 'set-while-shut')
}
