import type { Act } from '../state.ts'
import type { Step } from '../steps.ts'
import type { StageContext, Gas } from './context.ts'

/** Fire watch after hot work: 60 min by current practice (NFPA 51B); local rules and the permit decide. In s. */
export const FIRE_WATCH_S = 3600
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

/** Torch off and on its hook. */
export function shutTorch(c: StageContext): Step[] {
  const order = shutOrder(c)
  const oxygen = c.isCut ? 'preheat oxygen' : 'oxygen'
  const acts: readonly Act[] =
    order === 'oxygen-first'
      ? [
          { do: 'shut-valve', side: 'oxygen' },
          { do: 'shut-valve', side: 'fuel' },
        ]
      : [
          ...(order === 'more-oxygen' ? [{ do: 'trim', to: 'oxidising' } as const] : []),
          { do: 'shut-valve', side: 'fuel' },
          { do: 'shut-valve', side: 'oxygen' },
        ]
  return [
    {
      id: 'shut-torch',
      phase: 'after',
      role: 'shut-torch',
      act: {
        'oxygen-first': `Shut the ${oxygen}, then the fuel, and hang the torch up`,
        'fuel-first': `Shut the fuel, then the ${oxygen}, and hang the torch up`,
        'more-oxygen': `A little more oxygen, then shut the fuel, then the ${oxygen}, and hang the torch up`,
      }[order],
      why: {
        'oxygen-first':
          "Oxygen first leaves no bang in a large head. If the torch's manual says otherwise, it wins.",
        'fuel-first': 'Fuel first kills the flame at once, and shows a fuel valve that leaks.',
        'more-oxygen': 'The flame leaves the tip before it dies: no pop, no soot.',
      }[order],
      see: 'No flame, no glow at the tip, no hiss.',
      ifNot: 'A flame that stays at the tip: that valve leaks. Shut the cylinder.',
      methods: ['shutTorch'],
      acts,
    },
  ]
}

function bleedSide(c: StageContext, side: Gas): Step {
  const fuel = side === 'fuel'
  return {
    id: `bleed-${side}`,
    phase: 'after',
    act: `Open the ${side} valve, bleed that side, shut it`,
    why: fuel
      ? 'Nothing lit near: a hose full of fuel comes out.'
      : 'One side at a time, so that no gas can cross over.',
    see: `Both ${side} needles fall to zero.`,
    ifNot:
      'A needle that stays up: that cylinder is not shut, or the screw is backed out. Turn it in and look again.',
    methods: ['bleeding'],
    acts: [
      ...(fuel ? [{ do: 'open-valve', side, turns: 1 } as const] : c.torchOxygen(true)),
      { do: 'wait', seconds: 5 },
      { do: 'shut-valve', side },
    ],
  }
}

/** Cylinders shut, each side bled, screws out: nothing left under pressure. */
export function shutDown(c: StageContext): Step[] {
  const { methods, setting } = c.setup
  let { bleeding } = methods
  if (bleeding === 'together' && setting.checkValves !== true) {
    c.overrule(
      'bleeding',
      'oxygen-first',
      'Both at once lets one gas run into the other’s hose: only with check valves at the torch.',
    )
    bleeding = 'oxygen-first'
  }
  const both: Step = {
    id: 'bleed-both',
    phase: 'after',
    act: 'Open both torch valves, bleed both sides, shut both',
    why: 'Quick, and safe only with check valves at the torch.',
    see: 'All four needles fall to zero.',
    ifNot:
      'A needle that stays up: that cylinder is not shut, or the screw is backed out. Turn it in and look again.',
    caution: 'Nothing lit near: both gases come out together.',
    methods: ['bleeding'],
    acts: [
      ...c.torchOxygen(true),
      { do: 'open-valve', side: 'fuel', turns: 1 },
      { do: 'wait', seconds: 5 },
      { do: 'shut-valve', side: 'oxygen' },
      { do: 'shut-valve', side: 'fuel' },
    ],
  }
  const left = methods.screwsAtEnd === 'left'
  return [
    {
      id: 'shut-cylinders',
      phase: 'after',
      act: 'Shut both cylinders',
      why: 'At the source first, so that nothing feeds the hoses while they empty.',
      see: 'Both valves tight by hand.',
      acts: [
        { do: 'shut-cylinder', side: 'oxygen' },
        { do: 'shut-cylinder', side: 'fuel' },
      ],
    },
    ...(bleeding === 'together'
      ? [both]
      : bleeding === 'oxygen-first'
        ? [bleedSide(c, 'oxygen'), bleedSide(c, 'fuel')]
        : [bleedSide(c, 'fuel'), bleedSide(c, 'oxygen')]),
    {
      id: 'wind-out',
      phase: 'after',
      act: `${left ? 'Leave the screws as they are' : 'Back out both screws'}, ${setting.handleValve === true ? 'shut the handle’s oxygen valve, ' : ''}look for all needles at zero, and coil the hoses`,
      why: left
        ? 'By your shop’s method the screws stay in: whoever comes next backs them out before a cylinder opens.'
        : 'The next one to open a cylinder trusts you.',
      see: 'Hoses on their hook, not round the gauges; a tag on whatever is empty or faulty.',
      methods: ['screwsAtEnd'],
      acts: [
        ...(left
          ? []
          : ([
              { do: 'screw-out', side: 'oxygen' },
              { do: 'screw-out', side: 'fuel' },
            ] as const)),
        ...(setting.handleValve === true ? [{ do: 'shut-handle' } as const] : []),
      ],
    },
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
