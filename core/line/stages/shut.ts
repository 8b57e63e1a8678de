import type { Act, Gas, LineState, Side } from '../state.ts'
import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'

/** Fire watch after hot work: 60 min by current practice (NFPA 51B); local rules and the permit decide. In s. */
export const FIRE_WATCH_S = 3600
/** How long a side is let out, s. */
const BLEED_S = 5

/** The order in which the torch is shut: the manual's, else the shop's, as far as the tip allows. */
function shutOrder(c: StageContext): 'oxygen-first' | 'fuel-first' | 'more-oxygen' {
  const { torch, methods } = c.setup
  const asked = methods.shutTorch
  if (torch.shutdown) {
    if (asked !== 'by-manual')
      c.overrule('shutTorch', torch.shutdown, "The torch's own manual says how it is shut, and it wins.")
    return torch.shutdown
  }
  if (asked === 'by-manual') return 'oxygen-first'
  if (asked === 'fuel-first' && !c.small) {
    c.overrule(
      'shutTorch',
      'oxygen-first',
      'Fuel first is for small tips: a cutting head or a large tip bangs, and its manual is not known.',
    )
    return 'oxygen-first'
  }
  return asked
}

/**
 * Torch off and on its hook.
 * @param trimmed false where the flame may be of fuel alone, or out: oxygen and fuel are shut, whatever the order
 * @param lever it may be down
 */
export function shutTorch(c: StageContext, { trimmed = true, lever = false } = {}): Step[] {
  const order = trimmed ? shutOrder(c) : 'oxygen-first'
  const oxygen = c.oxygenValve
  const acts: readonly Act[] = [
    ...(lever ? [{ do: 'lever-up' } as const] : []),
    ...(order === 'more-oxygen' ? [{ do: 'trim', to: 'oxidising' } as const] : []),
    ...(order === 'oxygen-first'
      ? ([
          { do: 'shut-valve', side: 'oxygen' },
          { do: 'shut-valve', side: 'fuel' },
        ] as const)
      : ([
          { do: 'shut-valve', side: 'fuel' },
          { do: 'shut-valve', side: 'oxygen' },
        ] as const)),
  ]
  const shut = {
    'oxygen-first': `Shut the ${oxygen}, then the fuel, and hang the torch up`,
    'fuel-first': `Shut the fuel, then the ${oxygen}, and hang the torch up`,
    'more-oxygen': `A little more oxygen, then shut the fuel, then the ${oxygen}, and hang the torch up`,
  }[order]
  return [
    {
      id: 'shut-torch',
      phase: 'after',
      role: 'shut-torch',
      act: lever ? `Let the lever go. ${shut}` : shut,
      why: {
        'oxygen-first':
          "Oxygen first leaves no bang in a large head. If the torch's manual says otherwise, it wins.",
        'fuel-first': 'Fuel first kills the flame at once, and shows a fuel valve that leaks.',
        'more-oxygen': 'The flame leaves the tip before it dies: no pop, no soot.',
      }[order],
      ...byManual(c, c.setup.torch.shutdown),
      see: 'No flame, no glow at the tip, no hiss.',
      ifNot: 'A flame that stays at the tip: that valve leaks. Shut the cylinder.',
      methods: ['shutTorch'],
      acts,
    },
  ]
}

/** An injector is shut, and lit, in its manual's order: said where nobody has entered it. */
export const byManual = (c: StageContext, said: string | undefined): Pick<Step, 'departs'> =>
  c.setup.torch.mixing === 'injector' && said === undefined
    ? {
        departs:
          'An injector torch goes in the order of its manual, which nobody has entered yet: look there first.',
      }
    : {}

const STAYS_UP =
  'A needle that stays up: that cylinder is not shut, or its screw is backed out. Turn the screw in a little and look again.'
/** Gas stands before the regulator, with its screw out: it is let through by turning the screw in a little. Pa. */
const THROUGH_PA = 1000
const isSealed = (line: LineState, side: Side): boolean => line[side].inletPa > 0 && line[side].screwPa <= 0

/** What lets one side out through the torch. */
function bleedActs(c: StageContext, side: Gas, line: LineState): Act[] {
  return [
    ...(side === 'fuel' ? ([{ do: 'open-valve', side, turns: 1 }] as const) : c.oxygenOn()),
    ...(isSealed(line, side) ? [{ do: 'screw-in', side, toPa: THROUGH_PA } as const] : []),
  ]
}
const bledActs = (c: StageContext, side: Gas): Act[] =>
  side === 'fuel' ? [{ do: 'shut-valve', side }] : c.oxygenOff()

export function bleedSide(c: StageContext, side: Gas, line: LineState): Step {
  const fuel = side === 'fuel'
  const through = isSealed(line, side)
    ? ` Turn its adjusting screw in a little, so that the regulator empties too.`
    : ''
  const open = fuel
    ? 'Open the fuel valve, bleed that side, shut it'
    : c.isCut
      ? `${c.handleValve ? 'Handle oxygen open, press' : 'Press'} the lever, bleed the oxygen, let it go`
      : 'Open the oxygen valve, bleed that side, shut it'
  return {
    id: `bleed-${side}`,
    phase: 'after',
    act: `${open}${through === '' ? '' : `.${through}`}`.replace(/\.$/, ''),
    why: fuel
      ? 'Nothing lit near: a hose full of fuel comes out.'
      : 'One side at a time, so that no gas can cross over.',
    see: `Both ${side} needles fall to zero.`,
    ifNot: STAYS_UP,
    methods: ['bleeding'],
    acts: [...bleedActs(c, side, line), { do: 'wait', seconds: BLEED_S }, ...bledActs(c, side)],
  }
}

function backOutSide(side: Gas): Step {
  return {
    id: `back-out-${side}`,
    phase: 'after',
    act: `Back out the ${side} adjusting screw`,
    why: 'That gas is wholly done before the other is touched. The next one to open a cylinder trusts you.',
    see: `The ${side} screw loose, both its needles at zero.`,
    methods: ['backOut', 'screwsAtEnd'],
    acts: [{ do: 'screw-out', side }],
  }
}

/** How gases are let out on this rig: both at once only where nothing can cross over. */
function bleedingOf(c: StageContext): 'oxygen-first' | 'fuel-first' | 'together' {
  const { methods, setting } = c.setup
  const { bleeding } = methods
  if (bleeding !== 'together' || setting.checkValves === true) return bleeding
  c.overrule(
    'bleeding',
    'oxygen-first',
    'Both at once lets one gas run into the other’s hose: only with check valves at the torch.',
  )
  return 'oxygen-first'
}

function bleedBoth(c: StageContext, line: LineState): Step {
  const through = isSealed(line, 'oxygen') || isSealed(line, 'fuel')
  return {
    id: 'bleed-both',
    phase: 'after',
    act: `${c.isCut ? `${c.handleValve ? 'Handle oxygen open, press' : 'Press'} the lever and open the fuel valve` : 'Open both torch valves'}, bleed both sides, ${c.isCut ? 'let go and shut the fuel' : 'shut both'}${through ? '. Turn a screw in a little where its regulator does not empty' : ''}`,
    why: 'Quick, and safe only with check valves at the torch.',
    see: 'All four needles fall to zero.',
    ifNot: STAYS_UP,
    caution: 'Nothing lit near: both gases come out together.',
    methods: ['bleeding'],
    acts: [
      ...bleedActs(c, 'oxygen', line),
      ...bleedActs(c, 'fuel', line),
      { do: 'wait', seconds: BLEED_S },
      ...bledActs(c, 'oxygen'),
      ...bledActs(c, 'fuel'),
    ],
  }
}

/**
 * Cylinders shut, each side bled, screws out: nothing left under pressure.
 * @param line how it stands before, as far as it is known
 * @param gases the sides that gas may stand in
 */
export function shutDown(
  c: StageContext,
  line: LineState,
  gases: readonly Gas[] = ['oxygen', 'fuel'],
): Step[] {
  const { methods } = c.setup
  const asked = bleedingOf(c)
  const bleeding = gases.length < 2 && asked === 'together' ? 'oxygen-first' : asked
  const left = methods.screwsAtEnd === 'left'
  const inTurn = methods.backOut === 'each-in-turn' && !left && bleeding !== 'together'
  const all: readonly Gas[] = bleeding === 'fuel-first' ? ['fuel', 'oxygen'] : ['oxygen', 'fuel']
  const order = all.filter((side) => gases.includes(side))
  const bleeds =
    bleeding === 'together'
      ? [bleedBoth(c, line)]
      : order.flatMap((side) => [bleedSide(c, side, line), ...(inTurn ? [backOutSide(side)] : [])])
  return [...(gases.length > 0 ? [shutCylinders(), ...bleeds] : []), ...putAway(c, left, inTurn)]
}

const shutCylinders = (): Step => ({
  id: 'shut-cylinders',
  phase: 'after',
  act: 'Shut both cylinders',
  why: 'At the source first, so that nothing feeds the hoses while they empty.',
  see: 'Both valves tight by hand.',
  acts: [
    { do: 'shut-cylinder', side: 'oxygen' },
    { do: 'shut-cylinder', side: 'fuel' },
  ],
})

/** Screws, needles, hoses, and the third valve. */
function putAway(c: StageContext, left: boolean, inTurn: boolean): Step[] {
  return [
    {
      id: 'wind-out',
      phase: 'after',
      act: `${left ? 'Leave the screws as they are' : inTurn ? 'See both screws backed out' : 'Back out both screws'}, look for all needles at zero, and coil the hoses`,
      why: left
        ? 'By your shop’s method the screws stay in: whoever comes next backs them out before a cylinder valve moves.'
        : 'The next one to open a cylinder trusts you.',
      see: 'Hoses on their hook, not round the gauges; a tag on whatever is empty or faulty.',
      methods: ['screwsAtEnd', 'backOut'],
      acts: left
        ? []
        : [
            { do: 'screw-out', side: 'oxygen' },
            { do: 'screw-out', side: 'fuel' },
          ],
    },
    ...(c.handleValve
      ? [
          {
            id: 'shut-handle',
            phase: 'after',
            act: 'Shut the handle’s oxygen valve: the third valve',
            why: 'It was open all along. Left so, the next one to open the oxygen meets an open way to the lever.',
            see: 'All three torch valves shut: handle, preheat, fuel.',
            acts: [{ do: 'shut-handle' }],
          } as const,
        ]
      : []),
  ]
}

/** Looking for fire goes on when the rig is put away. */
export function fireWatch(): Step[] {
  return [
    {
      id: 'fire-watch',
      phase: 'after',
      role: 'fire-watch',
      act: 'Begin the fire watch',
      why: 'An hour by current practice; the permit or local rules may ask for more. Fires start where nobody looked.',
      see: 'No smoke, no warm spot, other sides of walls and floors too.',
      timer: { kind: 'carries-on', what: 'Fire watch', seconds: FIRE_WATCH_S },
      acts: [],
    },
  ]
}
