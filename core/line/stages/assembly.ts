import type { Step } from '../steps.ts'
import type { Gas } from '../state.ts'
import type { StageContext } from './context.ts'

/** Steps are told as a break: they come before whatever was in hand. */
type Told = Omit<Step, 'phase'>
const told = (steps: readonly Told[]): Step[] => steps.map((s) => ({ ...s, phase: 'break' }))

const NO_TAPE = 'No tape, no oil, no adaptor made at home: seat faces seal, and oil burns in oxygen.'

/** The outlet of an oxygen cylinder is blown out, that of a fuel only looked at. */
function outlet(side: Gas, name: string): Told {
  return side === 'oxygen'
    ? {
        id: 'blow-out',
        act: 'Stand beside the oxygen cylinder, open its valve a crack, and shut it at once',
        why: 'It blows dust and grit out of the outlet: grit that is shot into a regulator can light it.',
        see: 'One short hiss, the outlet clean and dry, no oil anywhere.',
        ifNot:
          'Oil or grease at the outlet: that cylinder goes back, tagged. Nobody wipes it off and goes on.',
        caution:
          'Nobody in front of the outlet, no flame lit anywhere near: oxygen makes cloth and flame burn fiercely.',
        acts: [{ do: 'blow-out', side }],
      }
    : {
        id: 'look-outlet',
        act: `Look into the ${name} outlet, and wipe it with a clean dry cloth. Never blow it out`,
        why: 'What comes out of a fuel cylinder burns or gathers. Dirt is seen and wiped.',
        see: 'A clean seat, whole threads.',
        ifNot: 'A damaged seat: another cylinder.',
        acts: [],
      }
}

function regulator(side: Gas, name: string): Told {
  const fuel = side === 'fuel'
  return {
    id: `fit-regulator-${side}`,
    act: `Screw the ${name} regulator on and tighten its nut with the right spanner, its gauges turned away from where people stand and a little up`,
    why: `${fuel ? 'Fuel threads are left-handed: the nut has a groove round it, and turns against the clock to go on.' : 'Oxygen threads are right-handed: a plain nut, with the clock to go on.'} A gauge that bursts throws its face forward.`,
    see: 'The nut runs on by hand first, then one firm pull. Adjusting screw backed out.',
    ifNot: `It binds: threads crossed, or the wrong regulator. ${NO_TAPE}`,
    acts: [
      { do: 'screw-out', side },
      { do: 'fit-regulator', side },
    ],
  }
}

/** A rig put together from its parts, as far as the screws: the main procedure opens, purges and tests it. */
export function assembly(c: StageContext): Step[] {
  const { name } = c.fuel
  return told([
    {
      id: 'parts',
      act: 'Lay the parts out and look at each: cylinders upright and chained, regulators, hoses, arrestors, torch, tip',
      why: 'What is damaged is seen now, or later by its flame.',
      see: 'Right regulator for each gas, hoses whole and of the right grade, seats clean, no oil, nothing out of date.',
      ifNot: `Change it. ${NO_TAPE}`,
      instructor: true,
      acts: [
        { do: 'take-off-regulator', side: 'oxygen' },
        { do: 'take-off-hose', side: 'oxygen' },
        { do: 'take-off-regulator', side: 'fuel' },
        { do: 'take-off-hose', side: 'fuel' },
      ],
    },
    outlet('oxygen', name),
    outlet('fuel', name),
    regulator('oxygen', 'oxygen'),
    regulator('fuel', name),
    {
      id: 'fit-hoses',
      act: 'Join each hose to its regulator, an arrestor between them, and check valves at the torch end; then the torch',
      why: 'A check valve stops gas that runs back from one hose into the other. An arrestor stops a flame that runs back, before it reaches regulator and cylinder. One does not do the other’s work.',
      see: 'Arrow marks along the flow. Oxygen right-handed, fuel left-handed with the groove; tight by spanner, not by strength.',
      ifNot: `A nut that will not run on by hand is on the wrong side. ${NO_TAPE}`,
      acts: [
        { do: 'fit-hose', side: 'oxygen' },
        { do: 'fit-hose', side: 'fuel' },
      ],
    },
    {
      id: 'fit-torch',
      act: 'Seat the attachment and the tip, and shut every torch valve',
      why: 'The next thing that moves is a cylinder valve: a torch valve left open fills the room.',
      see: `${c.handleValve ? 'Handle, preheat and fuel' : 'Oxygen and fuel'} shut, hoses clear of feet and of where sparks fall.`,
      ifNot: 'A cut O-ring or a scratched seat: not used.',
      acts: [
        { do: 'shut-valve', side: 'oxygen' },
        { do: 'shut-valve', side: 'fuel' },
        ...(c.handleValve ? [{ do: 'shut-handle' } as const] : []),
      ],
    },
  ])
}

/** The taking off of an empty cylinder and the fitting of a full one, from a side that is shut, bled and backed out. */
export function cylinderSwap(c: StageContext, side: Gas): Step[] {
  const name = side === 'fuel' ? c.fuel.name : 'oxygen'
  return told([
    {
      id: `take-off-${side}`,
      act: `Take the ${name} regulator off, cap the empty cylinder, mark it empty, and chain the full one in its place`,
      why: 'An empty one still holds some gas, and looks like a full one.',
      see: `Both ${side} needles at zero before the nut moves. The full one upright, chained, its valve shut.`,
      ifNot:
        side === 'fuel'
          ? 'It stood lying down: upright, and left for as long as it lay, half an hour at least.'
          : 'A cap that sticks is never levered through the valve.',
      acts: [{ do: 'take-off-regulator', side }],
    },
    outlet(side, name),
    regulator(side, name),
  ])
}
