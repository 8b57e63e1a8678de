import { capital } from '../../words/trade.ts'
import { printFor } from '../../quantity/index.ts'
import { FULLY_OPEN, type Act } from '../state.ts'
import type { Step } from '../steps.ts'
import type { StageContext, Gas } from './context.ts'

const ACETYLENE_TURNS = { 'three-quarters': 0.75, quarter: 0.25, one: 1 } as const
const TURN_WORDS = {
  'three-quarters': 'three quarters of a turn',
  quarter: 'a quarter turn',
  one: 'one turn',
} as const
/** Screws out, needles at zero: no cylinder is opened before. */
export function screwsOut(c: StageContext): Step[] {
  return [
    {
      id: 'screws-out',
      phase: 'pressures',
      act: c.setup.nitrogen
        ? 'Back out all adjusting screws; all gauges at zero'
        : 'Back out both adjusting screws; both gauges at zero',
      why: 'A cylinder opened against a screw that is turned in slams full pressure into the regulator, and oxygen can burn it out.',
      see: 'Screws loose, needles on their pins, all torch valves shut.',
      ifNot: 'A needle off zero means trapped gas: open that torch valve, bleed it, shut it.',
      methods: ['screwsAtEnd'],
      acts: c.sides.map((side): Act => ({ do: 'screw-out', side })),
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
      see: 'The cylinder gauge rises. Stand beside the regulator and look away.',
      ifNot: 'A hiss or a smell: shut it, find the leak with solution.',
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
    see: 'The cylinder gauge rises. Stand beside the regulator and look away.',
    ifNot: 'A hiss or a smell: shut it, find the leak with solution.',
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
    see: 'The cylinder gauge rises smoothly. Stand beside it and look away.',
    ifNot: 'A hiss at the stem: it is not all the way open.',
    methods: ['cylinderOrder'],
    acts: [{ do: 'open-cylinder', side: 'oxygen', turns: FULLY_OPEN, slowly: true }],
  }
}

/** What sets a pressure: its screw, by the shop's method, and the sweep when no step of its own follows. */
function settingActs(c: StageContext, side: Gas, flow: readonly Act[], stop: readonly Act[]): Act[] {
  const { methods, oxygenPa, fuelPa } = c.setup
  const toPa = side === 'fuel' ? fuelPa : oxygenPa
  const screw: Act = { do: 'screw-in', side, toPa }
  const sweeps = methods.hosePurge !== 'own-step'
  return [
    ...(methods.setPressures === 'closed' ? [screw] : []),
    ...flow,
    screw,
    ...(sweeps ? [{ do: 'purge', side, seconds: c.sweepOf(side) } as const] : []),
    ...stop,
  ]
}

function setWords(c: StageContext, side: Gas): Pick<Step, 'timer' | 'methods'> {
  const own = c.setup.methods.hosePurge === 'own-step'
  return {
    methods: ['setPressures', 'hosePurge', 'oneAtATime'],
    ...(own
      ? {}
      : {
          timer: {
            kind: 'at-least' as const,
            what: `Let the ${side} run`,
            seconds: c.sweepOf(side),
          },
        }),
  }
}

function setFuel(c: StageContext): Step {
  const { units, methods } = c.setup
  const { setting, name } = c.fuel
  const limit = printFor(setting.mostPa, 'pressure', units)
  return {
    id: 'set-fuel',
    phase: 'pressures',
    act:
      methods.setPressures === 'closed'
        ? `Turn the ${name} adjusting screw in against the shut valve; then open the torch's fuel valve and correct it to {figure}, gas flowing`
        : `Open the torch's fuel valve and turn the ${name} adjusting screw in to {figure}, gas flowing`,
    figure: c.setup.figures.fuel,
    why: 'Set while flowing: with the valve shut the needle stands higher and tells nothing.',
    see: 'The needle steady while gas flows. Then shut the torch valve: it rises 1 to 3 psi (0.1 to 0.2 bar) and stops.',
    ifNot: 'If it keeps climbing the regulator creeps: shut the cylinder, tag the regulator.',
    caution: setting.atRest
      ? `${capital(name)} above ${limit} can explode by itself. Back the screw out; if the needle stays up, shut the cylinder and bleed.`
      : 'What runs out burns: nothing lit near, doors open, seconds only.',
    instructor: true,
    ...setWords(c, 'fuel'),
    acts: settingActs(
      c,
      'fuel',
      [{ do: 'open-valve', side: 'fuel', turns: 1 }],
      [{ do: 'shut-valve', side: 'fuel' }],
    ),
  }
}

function setOxygen(c: StageContext): Step {
  const { methods, setting } = c.setup
  const closed = methods.setPressures === 'closed'
  const lever = c.isCut
  const handle = setting.handleValve === true
  const flow = lever
    ? `${handle ? 'Open the handle oxygen fully and the preheat oxygen' : 'Open the preheat oxygen'}, hold the lever down`
    : "Open the torch's oxygen valve"
  return {
    id: 'set-oxygen',
    phase: 'pressures',
    act: closed
      ? `Turn the oxygen adjusting screw in against the shut valve. ${flow}${lever ? ', and' : ' and'} correct it to {figure}, gas flowing`
      : `${flow}${lever ? ', and' : ' and'} turn the oxygen adjusting screw in to {figure}, gas flowing`,
    figure: c.setup.figures.oxygen,
    why: lever
      ? 'The hose takes its share only while the whole flow runs, so it is set with lever and preheat open.'
      : 'Set while flowing: with the valve shut the needle stands higher and tells nothing.',
    see: `The needle steady ${lever ? 'with the lever down. Let go and' : 'while gas flows. Then'} shut the valve: it rises 2 to 5 psi (0.1 to 0.4 bar). That is normal.`,
    ifNot:
      'If the needle sags while flowing, the cylinder valve is not fully open, the cylinder is low or the hose is small.',
    instructor: true,
    ...setWords(c, 'oxygen'),
    acts: settingActs(
      c,
      'oxygen',
      [...c.torchOxygen(true), ...(lever ? [{ do: 'lever-down' } as const] : [])],
      [...(lever ? [{ do: 'lever-up' } as const] : []), ...c.torchOxygen(false)],
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
