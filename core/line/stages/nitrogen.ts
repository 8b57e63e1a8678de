import { printAs } from '../../quantity/index.ts'
import { FULLY_OPEN } from '../state.ts'
import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'

/** How nitrogen is let in to sweep the line, and turned down to what is held, by each way of setting it. */
const BY_METHOD = {
  'measured-flow': {
    on: 'Open the nitrogen cylinder slowly, set its regulator, then open the purge valve and watch the meter rise',
    down: 'turn the valve down to {figure} on the meter',
    see: 'The ball of the meter free and steady, gas felt at the far end.',
  },
  'low-pressure': {
    on: 'Open the nitrogen cylinder slowly, and turn its low-pressure regulator in until gas blows at the far end',
    down: 'turn the regulator down to 2 to 3 psi, about {figure}',
    see: 'A regulator made for low pressure: on a usual one the needle hardly lifts. Gas just felt at the far end.',
  },
  preset: {
    on: 'Open the nitrogen cylinder slowly, set its regulator, and turn the preset valve to “blow out”',
    down: 'turn the preset valve to “braze”, about {figure}',
    see: 'A strong blow at the far end first, then only a breath.',
  },
  'hand-feel': {
    on: 'Open the nitrogen cylinder slowly, and its valve until gas blows hard on a wet hand at the far end',
    down: 'turn it down until it is just felt there on a wet hand or cheek, about {figure}',
    see: 'Felt, and no more: what can be heard is too much.',
  },
} as const

/** The far end open, pressure out (both done already when it is `again`), then nitrogen through the line. */
export function nitrogenOn(c: StageContext, again = false): Step[] {
  const { nitrogen, openLine } = c.setup
  const steps: Step[] = []
  if (openLine && !again)
    steps.push({
      id: 'open-line',
      phase: 'braze',
      role: 'open-line',
      act:
        openLine === 'closed'
          ? 'Open the far end of the line'
          : `Let the pressure out through its port${openLine === 'refrigerant' ? ', refrigerant recovered first,' : ''} and open the far end`,
      why: 'Heat on a closed line bursts it; hot refrigerant turns to poison gas.',
      ...(c.setup.onceOpen ? { beside: c.setup.onceOpen } : {}),
      see: 'The gauge at zero, and a port that stays open.',
      ifNot: 'A line that you cannot open is not heated: it waits for whoever knows what is in it.',
      instructor: true,
      acts: [...(openLine === 'closed' ? [] : [{ do: 'vent-line' } as const]), { do: 'open-exit' }],
    })
  if (!nitrogen) return steps
  const by = BY_METHOD[nitrogen.method ?? 'measured-flow']
  return [
    ...steps,
    {
      id: 'nitrogen-on',
      phase: 'braze',
      role: 'nitrogen-on',
      act: by.on,
      also: ['purgeVolume'],
      why: 'Without it black scale forms inside, comes loose, and ends in strainers, valves and the compressor.',
      see: by.see,
      methods: ['purge'],
      ifNot: 'Nothing at the far end: the way is blocked. Do not heat.',
      caution: 'Nitrogen smothers without warning: room aired, regulator with relief, never in a pit.',
      acts: [
        { do: 'open-cylinder', side: 'nitrogen', turns: FULLY_OPEN, slowly: true },
        { do: 'open-valve', side: 'nitrogen', turns: 0.5 },
        { do: 'screw-in', side: 'nitrogen', toPa: nitrogen.regulatorPa },
      ],
    },
    {
      id: 'nitrogen-sweep',
      phase: 'braze',
      role: 'nitrogen-sweep',
      methods: ['purge'],
      act: `Let the nitrogen sweep the whole line, then ${by.down}`,
      figure: 'purgeFlow',
      why: 'It mixes on the way out, so the time is longer than one filling of the line. More than is held presses on the filler.',
      see: 'The flow steady at what is held while brazing.',
      // it runs since the step before
      timer: { kind: 'at-least', what: 'Sweep the line', seconds: nitrogen.sweepS, from: 'here' },
      acts: [{ do: 'purge', side: 'nitrogen', seconds: nitrogen.sweepS }],
    },
  ]
}

/**
 * Nitrogen until the work is cool, then shut, bled and wound out: the last thing that is shut, since the gases may go
 * while it still runs.
 * @param hot whether the work may still be too hot for air
 * @param on whether nitrogen may be open or trapped
 */
export function nitrogenOff(c: StageContext, { hot = true, on = true } = {}): Step[] {
  const { nitrogen, setting } = c.setup
  if (!nitrogen)
    return setting.line && hot
      ? [
          {
            id: 'cool-line',
            phase: 'after',
            act: 'Let the joint cool before the line is closed',
            why: 'Closed hot, it draws a vacuum as it cools, and air through any pinhole.',
            see: 'A gloved hand can rest on it.',
            acts: [{ do: 'cool' }],
          },
        ]
      : []
  return [
    ...(hot ? [hold(c, nitrogen.coolS)] : []),
    ...(on
      ? [
          {
            id: 'nitrogen-off',
            phase: 'after',
            act: 'Shut the nitrogen cylinder, bleed it, shut the purge valve, back the screw out',
            why: 'Off last: at the source first, then nothing is left under pressure.',
            see: 'Both its needles at zero.',
            acts: [
              { do: 'shut-cylinder', side: 'nitrogen' },
              { do: 'open-valve', side: 'nitrogen', turns: 0.5 },
              { do: 'screw-in', side: 'nitrogen', toPa: nitrogen.regulatorPa },
              { do: 'shut-valve', side: 'nitrogen' },
              { do: 'screw-out', side: 'nitrogen' },
            ],
          } as const,
        ]
      : []),
  ]
}

const hold = (c: StageContext, coolS: number): Step => ({
  id: 'nitrogen-hold',
  phase: 'after',
  role: 'nitrogen-hold',
  act: `Nitrogen on until the joint is under ${printAs(473.15, 'temperature', c.setup.units)}`,
  why: 'Hot copper scales as soon as air gets in.',
  see: 'A wet rag pressed on hisses no longer. A loose drop tells nothing: it dances on hotter metal without a sound.',
  timer: { kind: 'at-least', what: 'Nitrogen stays on', seconds: coolS, from: 'shut-torch' },
  acts: [{ do: 'cool', seconds: coolS }],
})
