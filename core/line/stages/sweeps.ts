import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'

/** Watching a set regulator for creep, s. */
const CREEP_S = 60
/** Each hose in turn, unless the setting did it. */
export function purges(c: StageContext): Step[] {
  const { hosePurge } = c.setup.methods
  if (hosePurge === 'none')
    c.overrule(
      'hosePurge',
      'while-setting',
      'A hose that may hold air is not lit: each gas runs for its time while it is set.',
    )
  if (hosePurge !== 'own-step') return []
  return c.order.map((side) => ({
    id: `purge-${side}`,
    phase: 'pressures',
    act:
      side === 'fuel'
        ? 'Open the fuel valve alone and let it run, then shut it'
        : `Open the ${c.isCut ? 'preheat ' : ''}oxygen alone and let it run, then shut it`,
    why: 'Three hose volumes carry out the air and whatever crept back. Mixed gas in a hose burns back through it.',
    see: 'A steady hiss, and nothing lit anywhere near.',
    ifNot: 'No hiss: that cylinder, screw or valve is shut. Look before you go on.',
    caution:
      side === 'fuel'
        ? 'Nothing lit near, doors open: what comes out burns.'
        : 'Not towards clothes: cloth soaked in oxygen burns like paper.',
    timer: { kind: 'at-least', what: `Purge ${side}`, seconds: c.sweepOf(side) },
    methods: ['hosePurge'],
    acts: [
      ...(side === 'oxygen' ? c.torchOxygen(true) : [{ do: 'open-valve', side, turns: 1 } as const]),
      { do: 'purge', side, seconds: c.sweepOf(side) },
      { do: 'shut-valve', side },
    ],
  }))
}

/** Leak check and creep watch. */
export function leaks(c: StageContext): Step[] {
  const { leakCheck } = c.setup.methods
  return [
    {
      id: 'leaks',
      phase: 'pressures',
      act: {
        'after-change':
          'Brush leak solution on every joint that was touched, all of them once a day, and watch the needles',
        'each-time': 'Brush leak solution on every joint and watch the needles',
        soap: 'Brush soapy water on every joint, wipe it off after, and watch the needles',
      }[leakCheck],
      why:
        leakCheck === 'soap'
          ? 'Only soap without oil or grease: made solution is surer on oxygen. The same minute shows a creeping regulator.'
          : 'Made for oxygen: soap can hold grease. The same minute shows a creeping regulator.',
      see: 'No bubbles, no needle moving.',
      ifNot:
        'Bubbles: shut the cylinders, bleed, tighten or change, and test again. Never light a leaking rig.',
      timer: { kind: 'at-least', what: 'Watch the needles', seconds: CREEP_S },
      methods: ['leakCheck'],
      instructor: true,
      acts: [{ do: 'check-leaks', seconds: CREEP_S }],
    },
  ]
}
