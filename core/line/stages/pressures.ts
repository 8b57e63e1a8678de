import { capital } from '../../words/trade.ts'
import { printAs, PSI_PA } from '../../quantity/index.ts'
import { FULLY_OPEN, lockUpOf, WIDE_OPEN, type Act, type Gas, type Side } from '../state.ts'
import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'

const ACETYLENE_TURNS = { 'three-quarters': 0.75, quarter: 0.25, one: 1 } as const
const TURN_WORDS = {
  'three-quarters': 'three quarters of a turn',
  quarter: 'a quarter turn',
  one: 'one turn',
} as const
const LOOK_AWAY =
  'Stand beside the regulator and look away while it fills, however much one wants to watch. Read the needle when it has stopped.'
/**
 * Screws out, needles at zero: no cylinder is opened before.
 * @param sides whose screws may be in and may be turned: not of one that runs on
 */
export function screwsOut(c: StageContext, sides: readonly Side[] = c.sides): Step[] {
  return [
    {
      id: 'screws-out',
      phase: 'pressures',
      act: sides.includes('nitrogen')
        ? 'Back out all adjusting screws; all gauges at zero'
        : 'Back out both adjusting screws; both gauges at zero',
      why: `${c.setup.methods.screwsAtEnd === 'left' ? 'By your shop’s method they were left in. ' : ''}A cylinder opened against a screw that is turned in slams full pressure into the regulator, and oxygen can burn it out.`,
      see: 'Screws loose, needles on their pins, all torch valves shut.',
      ifNot: 'A needle off zero means trapped gas: open that torch valve, bleed it, shut it.',
      learner:
        'Cylinder and torch valves open against the clock and shut with it. The adjusting screw is the other way about: in, with the clock, gives pressure; out, against it, takes it away.',
      methods: ['screwsAtEnd'],
      acts: sides.map((side): Act => ({ do: 'screw-out', side })),
    },
  ]
}

function openFuel(c: StageContext): Step {
  const { methods } = c.setup
  const { name } = c.fuel
  if (c.fuel.cylinder.mostTurns !== undefined) {
    const turns = methods.acetyleneTurns
    return {
      id: 'open-fuel',
      phase: 'pressures',
      act: `Open the ${name} cylinder ${TURN_WORDS[turns]}, key left on`,
      why: 'In a fire it must shut at once: never more than one and a half turns.',
      see: LOOK_AWAY,
      ifNot:
        'The needle stays down: a little more, never past one and a half turns. A hiss or a smell: shut it, and find the leak with solution.',
      methods: ['acetyleneTurns', 'cylinderOrder'],
      acts: [{ do: 'open-cylinder', side: 'fuel', turns: ACETYLENE_TURNS[turns], slowly: true }],
    }
  }
  const all = methods.otherFuelTurns === 'fully'
  return {
    id: 'open-fuel',
    phase: 'pressures',
    act: `Open the ${name} ${c.fuel.cylinder.piped ? 'supply' : 'cylinder'} slowly, ${all ? 'all the way' : 'one turn'}`,
    why: all
      ? 'Slowly, so that no excess-flow valve snaps shut; its maker may say otherwise.'
      : 'One turn feeds a torch and shuts quickly.',
    see: LOOK_AWAY,
    ifNot: `The needle stays down: ${all ? 'shut it, wait, and open it more slowly: an excess-flow valve has snapped shut' : 'a little more'}. A hiss or a smell: shut it, and find the leak with solution.`,
    methods: ['otherFuelTurns', 'cylinderOrder'],
    acts: [{ do: 'open-cylinder', side: 'fuel', turns: all ? FULLY_OPEN : 1, slowly: true }],
  }
}

function openOxygen(): Step {
  return {
    id: 'open-oxygen',
    phase: 'pressures',
    act: 'Open the oxygen cylinder slowly, then all the way',
    why: 'Fast oxygen heats by compression enough to light a regulator. Fully open, the valve seals at its back seat.',
    see: LOOK_AWAY,
    ifNot:
      'A hiss at the stem: it is not all the way open. Still a hiss: shut it and tag it; a stem is never tightened under pressure.',
    methods: ['cylinderOrder'],
    acts: [{ do: 'open-cylinder', side: 'oxygen', turns: FULLY_OPEN, slowly: true }],
  }
}

/** What sets a pressure: its screw, by the shop's method, and the sweep when no step of its own follows. */
function settingActs(c: StageContext, side: Gas, flow: readonly Act[], stop: readonly Act[]): Act[] {
  const { methods, oxygenPa, fuelPa } = c.setup
  const toPa = side === 'fuel' ? fuelPa : oxygenPa
  if (c.isStatic) return [{ do: 'screw-in', side, toPa: toPa + lockUpOf(side, c.setup.setting) }]
  const screw: Act = { do: 'screw-in', side, toPa }
  return [
    ...(methods.setPressures === 'closed' ? [screw] : []),
    ...flow,
    screw,
    ...(c.purgesApart ? [] : [{ do: 'purge', side, seconds: c.purgeOf(side, '').seconds } as const]),
    ...stop,
  ]
}

function setWords(c: StageContext, side: Gas): Pick<Step, 'timer' | 'methods' | 'risePa'> {
  return {
    methods: ['setPressures', 'hosePurge', 'oneAtATime'],
    ...(c.isStatic ? { risePa: lockUpOf(side, c.setup.setting) } : {}),
    ...(c.purgesApart ? {} : { timer: c.purgeOf(side, `Let the ${side} run`).timer }),
  }
}

/** The act and the reason of a pressure that is set with nothing flowing: the rise is said, and where the needle has to stand. */
function staticWords(c: StageContext, side: Gas, name: string): Pick<Step, 'act' | 'why'> {
  const { units, oxygenPa, fuelPa } = c.setup
  const rise = lockUpOf(side, c.setup.setting)
  const stands = printAs((side === 'fuel' ? fuelPa : oxygenPa) + rise, 'pressure', units)
  return {
    act: `With the torch valve shut, turn the ${name} adjusting screw in until the needle stands at ${stands}: {figure} flowing, and the rise`,
    why: `By your shop’s method. With nothing flowing the needle stands ${printAs(rise, 'pressure', units)} higher than it will with the torch open; look again when it burns.`,
  }
}

function setFuel(c: StageContext): Step {
  const { units, methods } = c.setup
  const { setting, name } = c.fuel
  const limit = printAs(setting.mostPa, 'most', units)
  return {
    id: 'set-fuel',
    phase: 'pressures',
    act:
      methods.setPressures === 'closed'
        ? `Turn the ${name} adjusting screw in against the shut valve; then open the torch's fuel valve and correct it to {figure}, gas flowing`
        : `Open the torch's fuel valve and turn the ${name} adjusting screw in to {figure}, gas flowing`,
    why: 'Set while flowing: with the valve shut the needle stands higher and tells nothing.',
    ...(c.isStatic ? staticWords(c, 'fuel', name) : {}),
    figure: c.setup.figures.fuel,
    see: c.isStatic
      ? 'The needle steady for as long as you watch it.'
      : `The needle steady while gas flows. Then shut the torch valve: it rises ${risePrinted(c, 1, 3)} and stops.`,
    ifNot:
      'It keeps climbing: the regulator creeps; shut the cylinder, tag the regulator. It sags while gas flows: open the cylinder a little more within its limit, or it is low, or the hose is pinched.',
    caution: setting.atRest
      ? `${capital(name)} above ${limit} can explode by itself. Back the screw out; if the needle stays up, shut the cylinder and bleed.`
      : 'What runs out burns: nothing lit near, doors open, seconds only.',
    instructor: true,
    ...setWords(c, 'fuel'),
    acts: settingActs(
      c,
      'fuel',
      [{ do: 'open-valve', side: 'fuel', turns: WIDE_OPEN }],
      [{ do: 'shut-valve', side: 'fuel' }],
    ),
  }
}

/** A rise from one of two figures to the other, psi, its unit said once. */
function risePrinted(c: StageContext, low: number, high: number): string {
  const [from, to] = [low, high].map((psi) => printAs(psi * PSI_PA, 'pressure', c.setup.units))
  return `${from?.replace(/ \S+$/, '')} to ${to}`
}

function setOxygen(c: StageContext): Step {
  const { methods } = c.setup
  const closed = methods.setPressures === 'closed'
  const lever = c.isCut
  const flow = lever
    ? `${c.handleValve ? 'Open the handle oxygen fully and the preheat oxygen' : 'Open the preheat oxygen'}, hold the lever down`
    : "Open the torch's oxygen valve"
  const stop = `shut the ${c.oxygenValve}`
  return {
    id: 'set-oxygen',
    phase: 'pressures',
    act: closed
      ? `Turn the oxygen adjusting screw in against the shut valve. ${flow}${lever ? ', and' : ' and'} correct it to {figure}, gas flowing`
      : `${flow}${lever ? ', and' : ' and'} turn the oxygen adjusting screw in to {figure}, gas flowing`,
    why: lever
      ? 'The hose takes its share only while the whole flow runs, so it is set with lever and preheat open.'
      : 'Set while flowing: with the valve shut the needle stands higher and tells nothing.',
    ...(c.isStatic ? staticWords(c, 'oxygen', 'oxygen') : {}),
    figure: c.setup.figures.oxygen,
    see: c.isStatic
      ? 'The needle steady for as long as you watch it.'
      : `The needle steady ${lever ? `with the lever down. Let go and ${stop}` : 'while gas flows. Then shut the valve'}: it rises ${risePrinted(c, 2, 5)}. That is normal.`,
    ifNot:
      'It sags while gas flows: the cylinder valve is not fully open, the cylinder is low, or the hose is small or pinched. It keeps climbing: the regulator creeps; shut the cylinder, tag the regulator.',
    instructor: true,
    ...setWords(c, 'oxygen'),
    acts: settingActs(
      c,
      'oxygen',
      [
        ...(lever && c.handleValve ? [{ do: 'open-handle' } as const] : []),
        { do: 'open-valve', side: 'oxygen', turns: WIDE_OPEN },
        ...(lever ? [{ do: 'lever-down' } as const] : []),
      ],
      [...(lever ? [{ do: 'lever-up' } as const] : []), { do: 'shut-valve', side: 'oxygen' }],
    ),
  }
}

/** Cylinders open and pressures set, in the shop's order. */
export function pressures(c: StageContext): Step[] {
  const open = { fuel: () => openFuel(c), oxygen: () => openOxygen() }
  const set = { fuel: () => setFuel(c), oxygen: () => setOxygen(c) }
  const { order } = c
  if (c.setup.methods.oneAtATime === 'one-wholly') return order.flatMap((g) => [open[g](), set[g]()])
  return [...order.map((g) => open[g]()), ...order.map((g) => set[g]())]
}
