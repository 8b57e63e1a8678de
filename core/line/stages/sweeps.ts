import { WIDE_OPEN, type Act, type Gas } from '../state.ts'
import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'

/** Watching a set regulator for creep, s. */
const CREEP_S = 60
/** How long oxygen runs by the preheat valve after the lever, s. */
const PREHEAT_S = 2

function purgeWords(c: StageContext, side: Gas): string {
  const part = c.setup.methods.purgeThrough === 'part'
  if (side === 'fuel')
    return part
      ? 'Crack the fuel valve alone and let it run, then shut it'
      : 'Open the fuel valve alone all the way and let it run, then shut it'
  if (!c.isCut)
    return part
      ? 'Crack the oxygen valve alone and let it run, then shut it'
      : 'Open the oxygen valve alone all the way and let it run, then shut it'
  const handle = c.handleValve ? 'Handle oxygen open: ' : ''
  const words = part
    ? 'open the preheat oxygen alone and let it run, then shut it'
    : 'hold the lever down and let the oxygen run, then a second or two by its preheat valve, and shut it'
  return handle === '' ? `${words.charAt(0).toUpperCase()}${words.slice(1)}` : `${handle}${words}`
}

function purgeActs(c: StageContext, side: Gas, seconds: number): Act[] {
  const part = c.setup.methods.purgeThrough === 'part'
  const through = (turns: number): Act[] => [
    { do: 'open-valve', side, turns },
    { do: 'purge', side, seconds },
    { do: 'shut-valve', side },
  ]
  if (side === 'fuel') return through(part ? 0.25 : WIDE_OPEN)
  const handle: Act[] = c.handleValve ? [{ do: 'open-handle' }] : []
  if (part || !c.isCut) return [...handle, ...through(part ? 0.25 : WIDE_OPEN)]
  return [
    ...handle,
    { do: 'lever-down' },
    { do: 'purge', side, seconds },
    { do: 'lever-up' },
    { do: 'open-valve', side },
    { do: 'wait', seconds: PREHEAT_S },
    { do: 'shut-valve', side },
  ]
}

/** Each hose in turn, unless the setting did it. */
export function purges(c: StageContext): Step[] {
  if (!c.purgesApart) return []
  return c.purgeOrder.map((side) => {
    const { seconds, timer } = c.purgeOf(side, `Purge ${side}`)
    return {
      id: `purge-${side}`,
      phase: 'pressures',
      act: purgeWords(c, side),
      why: 'Three hose volumes carry out the air and whatever crept back. Mixed gas in a hose burns back through it.',
      see: 'A steady hiss, and nothing lit anywhere near.',
      ifNot: 'No hiss: that cylinder, screw or valve is shut. Look before you go on.',
      caution:
        side === 'fuel'
          ? 'Nothing lit near, doors open: what comes out burns.'
          : 'Not towards clothes: cloth soaked in oxygen burns like paper.',
      timer,
      methods: ['hosePurge', 'purgeOrder', 'purgeThrough'],
      acts: purgeActs(c, side, seconds),
    }
  })
}

/** Leak check and creep watch: the minute runs while the joints are brushed. */
export function leaks(c: StageContext): Step[] {
  const { leakCheck, leakWith } = c.setup.methods
  const soap = leakWith === 'soap'
  const brush = soap ? 'Brush soapy water' : 'Brush leak solution'
  return [
    {
      id: 'leaks',
      phase: 'pressures',
      role: 'leaks',
      act: `${brush} on every joint${leakCheck === 'after-change' ? ' that was touched, on all of them once a day,' : soap ? ',' : ''}${soap ? ' wipe it off after,' : ''} and watch the needles`,
      why: `${soap ? 'Only soap without oil or grease: made solution is surer on oxygen.' : 'Made for oxygen: soap can hold grease.'} The same minute shows a creeping regulator.`,
      see: 'No bubbles, no needle moving: joints, regulators, valve stems, torch.',
      ifNot:
        'Bubbles: shut the cylinders, bleed, tighten or change, and test again. At a valve stem: shut that valve, tag it, and take the cylinder out; never tighten it alight or under pressure.',
      timer: { kind: 'at-least', what: 'Watch the needles', seconds: CREEP_S, from: 'here' },
      methods: ['leakCheck', 'leakWith'],
      instructor: true,
      acts: [{ do: 'check-leaks', seconds: CREEP_S }],
    },
  ]
}
