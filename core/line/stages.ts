/** The stretches that every procedure is made of: each gives steps whose acts the state model then judges. */
import { capital } from '../words/trade.ts'
import { FUELS } from '../gas/fuels.ts'
import { printFor } from '../quantity/index.ts'
import { WHIFF } from './hazards.ts'
import type { LineMethodName } from './methods.ts'
import type { MethodException, LineSetup } from './setup.ts'
import { FULLY_OPEN, RESTED_S, USUAL_SWEEP_S, type Act, type Side } from './state.ts'
import type { Step } from './steps.ts'

/** Watching a set regulator for creep, s. */
const CREEP_S = 60
/** Fire watch after hot work: 60 min by current practice (NFPA 51B); local rules and the permit decide. In s. */
export const FIRE_WATCH_S = 3600
/** A break of minutes, as the state model passes it, s. */
const SHORT_BREAK_S = 600
const TIP_COOLS_S = 60

type Gas = 'oxygen' | 'fuel'
const ACETYLENE_TURNS = { 'three-quarters': 0.75, quarter: 0.25, one: 1 } as const
const TURN_WORDS = {
  'three-quarters': 'three quarters of a turn',
  quarter: 'a quarter turn',
  one: 'one turn',
} as const
const LIGHT_TURNS = { quarter: 0.25, half: 0.5 } as const

/** Writes the stretches of one setup, and notes where the shop's way is left and why. */
export class Stages {
  readonly exceptions: MethodException[] = []

  constructor(readonly setup: LineSetup) {}

  private get fuel() {
    return FUELS[this.setup.setting.fuel]
  }
  /** Told by its feather, and lit with fuel alone until the soot stops. */
  private get feathered() {
    return this.fuel.flame.sign === 'feather'
  }
  private get isCut() {
    return this.setup.setting.lever === true
  }
  private sweepOf(side: Gas) {
    return this.setup.setting.sweepS?.[side] ?? USUAL_SWEEP_S
  }
  private overrule(method: LineMethodName, used: string, because: string) {
    const asked = this.setup.methods[method]
    if (asked !== used && !this.exceptions.some((d) => d.method === method))
      this.exceptions.push({ method, asked, used, because })
  }

  private get order(): readonly Gas[] {
    return this.setup.methods.cylinderOrder === 'fuel-first' ? ['fuel', 'oxygen'] : ['oxygen', 'fuel']
  }
  private get sides(): readonly Side[] {
    return this.setup.nitrogen ? ['fuel', 'oxygen', 'nitrogen'] : ['fuel', 'oxygen']
  }
  private torchOxygen(open: boolean): Act[] {
    const { handleValve } = this.setup.setting
    if (!open) return [{ do: 'shut-valve', side: 'oxygen' }]
    return [
      ...(handleValve === true ? [{ do: 'open-handle' } as const] : []),
      { do: 'open-valve', side: 'oxygen' },
    ]
  }

  /** Screws out, needles at zero: no cylinder is opened before. */
  screwsOut(): Step[] {
    return [
      {
        id: 'screws-out',
        phase: 'pressures',
        act: this.setup.nitrogen
          ? 'Back out all adjusting screws; all gauges at zero'
          : 'Back out both adjusting screws; both gauges at zero',
        why: 'A cylinder opened against a screw that is turned in slams full pressure into the regulator, and oxygen can burn it out.',
        see: 'Screws loose, needles on their pins, all torch valves shut.',
        ifNot: 'A needle off zero means trapped gas: open that torch valve, bleed it, shut it.',
        methods: ['screwsAtEnd'],
        acts: this.sides.map((side): Act => ({ do: 'screw-out', side })),
      },
    ]
  }

  private openFuel(): Step {
    const { methods } = this.setup
    const { name } = this.fuel
    if (this.fuel.cylinder.mostTurns !== undefined) {
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
      act: `Open the ${name} ${this.fuel.cylinder.piped ? 'supply' : 'cylinder'} slowly, ${all ? 'all the way' : 'one turn'}`,
      why: all
        ? 'Slowly, so that no excess-flow valve snaps shut; its maker may say otherwise.'
        : 'One turn feeds a torch and shuts quickly.',
      see: 'The cylinder gauge rises. Stand beside the regulator and look away.',
      ifNot: 'A hiss or a smell: shut it, find the leak with solution.',
      methods: ['otherFuelTurns', 'cylinderOrder'],
      acts: [{ do: 'open-cylinder', side: 'fuel', turns: all ? FULLY_OPEN : 1, slowly: true }],
    }
  }

  private openOxygen(): Step {
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
  private settingActs(side: Gas, flow: readonly Act[], stop: readonly Act[]): Act[] {
    const { methods, oxygenPa, fuelPa } = this.setup
    const toPa = side === 'fuel' ? fuelPa : oxygenPa
    const screw: Act = { do: 'screw-in', side, toPa }
    const sweeps = methods.hosePurge !== 'own-step'
    return [
      ...(methods.setPressures === 'closed' ? [screw] : []),
      ...flow,
      screw,
      ...(sweeps ? [{ do: 'purge', side, seconds: this.sweepOf(side) } as const] : []),
      ...stop,
    ]
  }

  private setWords(side: Gas): Pick<Step, 'timer' | 'methods'> {
    const own = this.setup.methods.hosePurge === 'own-step'
    return {
      methods: ['setPressures', 'hosePurge', 'oneAtATime'],
      ...(own
        ? {}
        : {
            timer: {
              kind: 'at-least' as const,
              what: `Let the ${side} run`,
              seconds: this.sweepOf(side),
            },
          }),
    }
  }

  private setFuel(): Step {
    const { units, methods } = this.setup
    const { setting, name } = this.fuel
    const limit = printFor(setting.mostPa, 'pressure', units)
    return {
      id: 'set-fuel',
      phase: 'pressures',
      act:
        methods.setPressures === 'closed'
          ? `Turn the ${name} adjusting screw in against the shut valve; then open the torch's fuel valve and correct it, flowing, to`
          : `Open the torch's fuel valve and turn the ${name} adjusting screw in, gas flowing, to`,
      figure: this.setup.figures.fuel,
      why: 'Set while flowing: with the valve shut the needle stands higher and tells nothing.',
      see: 'The needle steady while gas flows. Then shut the torch valve: it rises 1 to 3 psi (0.1 to 0.2 bar) and stops.',
      ifNot: 'If it keeps climbing the regulator creeps: shut the cylinder, tag the regulator.',
      caution: setting.atRest
        ? `${capital(name)} above ${limit} can explode by itself. Back the screw out; if the needle stays up, shut the cylinder and bleed.`
        : 'What runs out burns: nothing lit near, doors open, seconds only.',
      instructor: true,
      ...this.setWords('fuel'),
      acts: this.settingActs(
        'fuel',
        [{ do: 'open-valve', side: 'fuel', turns: 1 }],
        [{ do: 'shut-valve', side: 'fuel' }],
      ),
    }
  }

  private setOxygen(): Step {
    const { methods, setting } = this.setup
    const closed = methods.setPressures === 'closed'
    const lever = this.isCut
    const handle = setting.handleValve === true ? 'Handle oxygen fully open, ' : ''
    const flow = lever
      ? `${handle}${handle ? 'preheat' : 'Preheat'} oxygen open, lever held down`
      : "Open the torch's oxygen valve"
    return {
      id: 'set-oxygen',
      phase: 'pressures',
      act: closed
        ? `Turn the oxygen adjusting screw in against the shut valve. ${flow}; correct it, flowing, to`
        : `${flow}${lever ? ', turn' : ' and turn'} the oxygen adjusting screw in, ${lever ? '' : 'gas flowing, '}to`,
      figure: this.setup.figures.oxygen,
      why: lever
        ? 'The hose takes its share only while the whole flow runs, so it is set with lever and preheat open.'
        : 'Set while flowing: with the valve shut the needle stands higher and tells nothing.',
      see: `The needle steady ${lever ? 'with the lever down. Let go and' : 'while gas flows. Then'} shut the valve: it rises 2 to 5 psi (0.1 to 0.4 bar). That is normal.`,
      ifNot:
        'If the needle sags while flowing, the cylinder valve is not fully open, the cylinder is low or the hose is small.',
      instructor: true,
      ...this.setWords('oxygen'),
      acts: this.settingActs(
        'oxygen',
        [...this.torchOxygen(true), ...(lever ? [{ do: 'lever-down' } as const] : [])],
        [...(lever ? [{ do: 'lever-up' } as const] : []), ...this.torchOxygen(false)],
      ),
    }
  }

  /** Cylinders open and pressures set, in the shop's order. */
  pressures(): Step[] {
    const open = { fuel: () => this.openFuel(), oxygen: () => this.openOxygen() }
    const set = { fuel: () => this.setFuel(), oxygen: () => this.setOxygen() }
    const { order } = this
    if (this.setup.methods.oneAtATime === 'one-wholly') return order.flatMap((g) => [open[g](), set[g]()])
    return [...order.map((g) => open[g]()), ...order.map((g) => set[g]())]
  }

  /** Each hose in turn, unless the setting did it. */
  purges(): Step[] {
    const { hosePurge } = this.setup.methods
    if (hosePurge === 'none')
      this.overrule(
        'hosePurge',
        'while-setting',
        'A hose that may hold air is not lit: each gas runs for its time while it is set.',
      )
    if (hosePurge !== 'own-step') return []
    return this.order.map((side) => ({
      id: `purge-${side}`,
      phase: 'pressures',
      act:
        side === 'fuel'
          ? 'Open the fuel valve alone and let it run, then shut it'
          : `Open the ${this.isCut ? 'preheat ' : ''}oxygen alone and let it run, then shut it`,
      why: 'Three hose volumes carry out the air and whatever crept back. Mixed gas in a hose burns back through it.',
      see: 'A steady hiss, and nothing lit anywhere near.',
      ifNot: 'No hiss: that cylinder, screw or valve is shut. Look before you go on.',
      caution:
        side === 'fuel'
          ? 'Nothing lit near, doors open: what comes out burns.'
          : 'Not towards clothes: cloth soaked in oxygen burns like paper.',
      timer: { kind: 'at-least', what: `Purge ${side}`, seconds: this.sweepOf(side) },
      methods: ['hosePurge'],
      acts: [
        ...(side === 'oxygen' ? this.torchOxygen(true) : [{ do: 'open-valve', side, turns: 1 } as const]),
        { do: 'purge', side, seconds: this.sweepOf(side) },
        { do: 'shut-valve', side },
      ],
    }))
  }

  /** Leak check and creep watch. */
  leaks(): Step[] {
    const { leakCheck } = this.setup.methods
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

  /** The far end open, pressure out (both done already when it is `again`), then nitrogen through the line. */
  nitrogenOn(again = false): Step[] {
    const { nitrogen, openLine } = this.setup
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
        see: 'The gauge at zero, and a port that stays open.',
        ifNot: 'A line that you cannot open is not heated: it waits for whoever knows what is in it.',
        instructor: true,
        acts: [...(openLine === 'closed' ? [] : [{ do: 'vent-line' } as const]), { do: 'open-exit' }],
      })
    if (!nitrogen) return steps
    return [
      ...steps,
      {
        id: 'nitrogen-on',
        phase: 'braze',
        role: 'nitrogen-on',
        act: 'Open the nitrogen cylinder slowly, set its regulator, then open the purge valve to',
        figure: 'purgeFlow',
        also: ['purgeVolume'],
        why: 'Without it black scale forms inside and comes loose in the line.',
        see: `Gas felt at the far end. ${nitrogen.how}`,
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
        act: 'Let the nitrogen sweep the line',
        why: 'It mixes on the way out, so the time is longer than one filling of the line.',
        see: 'The flow steady. Then turn it down to what is held while brazing.',
        timer: { kind: 'at-least', what: 'Sweep the line', seconds: nitrogen.sweepS },
        acts: [{ do: 'purge', side: 'nitrogen', seconds: nitrogen.sweepS }],
      },
    ]
  }

  /** Nitrogen until the work is cool, then shut, bled and wound out. */
  nitrogenOff(): Step[] {
    const { nitrogen, setting } = this.setup
    if (!nitrogen)
      return setting.line
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
      {
        id: 'nitrogen-hold',
        phase: 'after',
        role: 'nitrogen-hold',
        act: `Nitrogen on until the joint is under ${printFor(473.15, 'temperature', this.setup.units)}`,
        why: 'Hot copper scales as soon as air gets in.',
        see: 'No colour left, and a drop of water on it just sizzles.',
        timer: { kind: 'at-least', what: 'Nitrogen stays on', seconds: nitrogen.coolS },
        acts: [{ do: 'cool', seconds: nitrogen.coolS }],
      },
      {
        id: 'nitrogen-off',
        phase: 'after',
        act: 'Shut the nitrogen cylinder, bleed it, shut the purge valve, back the screw out',
        why: 'At the source first, then nothing is left under pressure.',
        see: 'Both its needles at zero.',
        acts: [
          { do: 'shut-cylinder', side: 'nitrogen' },
          { do: 'shut-valve', side: 'nitrogen' },
          { do: 'screw-out', side: 'nitrogen' },
        ],
      },
    ]
  }

  private get small() {
    const { tip } = this.setup.setting
    return tip?.flames === 1 && tip.orificeM <= WHIFF.orificeM
  }

  /** Whether oxygen is cracked before the flame, and which row says so. */
  private whiffAsked(): boolean {
    const { torch, methods } = this.setup
    const method: LineMethodName = this.feathered ? 'lightAcetylene' : 'lightOther'
    const asked = this.feathered ? methods.lightAcetylene === 'whiff' : methods.lightOther === 'trace'
    if (torch.lighting) {
      if (asked !== (torch.lighting === 'whiff'))
        this.overrule(method, torch.lighting, "The torch's own manual says how it is lit, and it wins.")
      if (torch.lighting === 'fuel-only') return false
      if (this.small) return true
    } else if (!asked) return false
    else if (this.small) return true
    this.overrule(
      method,
      this.feathered ? 'fuel-only' : 'near-plate',
      'Oxygen first only on a small tip with one flame: a large one holds enough mixed gas to bang.',
    )
    return false
  }

  /** Fuel on and lit, by the torch's manual or the shop's way. */
  lighting(): Step[] {
    const { setting, methods, hand } = this.setup
    const whiff = this.whiffAsked()
    const turn = methods.fuelValve === 'half' ? 'half a turn' : 'a quarter turn'
    const near = !this.feathered && methods.lightOther !== 'still-air'
    const unseen = FUELS[setting.fuel].flame.sign === 'meters'
    const striker =
      hand === 'left'
        ? 'torch in the left hand, striker in the right'
        : 'torch in the right hand, striker in the left'
    const act = whiff
      ? `Crack the oxygen an eighth of a turn at most, open the fuel ${turn}, and strike at once`
      : near
        ? `Open the fuel ${turn}, light it, and hold the tip close to the ${this.isCut ? 'plate' : 'fire brick'}`
        : `Open the fuel ${turn} and light it with the striker`
    return [
      {
        id: 'light',
        phase: 'light',
        act,
        why: whiff
          ? 'No soot flakes indoors. Mixed gas stands in the torch, so only in a small tip and only for a moment.'
          : near
            ? 'The plate throws the slow flame back so that it holds to the tip.'
            : this.feathered
              ? 'Fuel alone: no mixed gas in the torch. Enough gas that the soot just stops.'
              : 'In still air it lights by itself; too much gas and it leaves the tip.',
        see: unseen
          ? 'Almost nothing: hold a dry straw in it. Never feel for it.'
          : this.feathered
            ? whiff
              ? 'A small, quiet flame without soot.'
              : 'A bright, sooty flame that stays on the tip. More gas until the soot just stops.'
            : 'A yellow flame that stays at the tip.',
        ifNot: whiff
          ? 'Not lit within 3 seconds: shut the oxygen, then the fuel, air the place, begin again.'
          : 'If it leaves the tip, less gas. A backfire (pop): shut oxygen, then fuel, let the tip cool.',
        caution: `Striker only, ${striker}, tip pointing away from hoses, cylinders and people.`,
        methods: ['fuelValve', this.feathered ? 'lightAcetylene' : 'lightOther'],
        instructor: true,
        acts: [
          ...(whiff ? [{ do: 'open-valve', side: 'oxygen', turns: WHIFF.turns } as const] : []),
          { do: 'open-valve', side: 'fuel', turns: LIGHT_TURNS[methods.fuelValve] },
          { do: 'light' },
        ],
      },
    ]
  }

  /** The flame that the work wants; with the lever down too when it is a cut. */
  trimming(): Step[] {
    const { setting, methods } = this.setup
    const wanted = setting.flame ?? 'neutral'
    const by = methods.trimBy === 'oxygen' ? 'oxygen' : 'either valve'
    const unseen = FUELS[setting.fuel].flame.sign === 'meters'
    const preheat = this.isCut ? 'preheat oxygen' : 'oxygen'
    const name = { neutral: 'neutral', carburising: 'slightly reducing', oxidising: 'slightly oxidising' }[
      wanted
    ]
    const act = unseen
      ? `Add ${preheat} by the flow meter, to the ratio in the plan`
      : !this.feathered
        ? 'Add oxygen and fuel by turns, small steps, to near the full fuel flow: short, sharp cones'
        : wanted === 'carburising'
          ? `Open the ${preheat} until the feather is a little longer than the cone: slightly reducing`
          : wanted === 'oxidising'
            ? `Open the ${preheat} until the feather goes and the cone just shortens: slightly oxidising`
            : `Open the ${preheat} until the feather just goes: neutral`
    const steps: Step[] = [
      {
        id: 'trim',
        phase: 'light',
        role: 'trim',
        act,
        why:
          wanted === 'neutral'
            ? 'Neutral heats fastest without burning the edge. With the shade down the cones show better.'
            : `This work wants it ${name}. With the shade down the cones show better.`,
        see: this.feathered
          ? 'Even, bright, rounded cones, all of one length.'
          : 'Cones at their shortest; beyond that they only hiss: oxidising.',
        ifNot: `One cone longer than the rest: a dirty port. A loud hiss: too much oxygen. Correct it by the ${by}.`,
        methods: ['trimBy'],
        acts: [...this.torchOxygen(true), { do: 'trim', to: wanted }],
      },
    ]
    if (this.isCut)
      steps.push({
        id: 'retrim',
        phase: 'light',
        role: 'retrim',
        act: 'Press the lever and trim again, then let go',
        why: 'The jet steals a little preheat oxygen, so neutral is judged with the lever down.',
        see: 'Cones that keep their shape as the lever goes down, and a straight, clean jet.',
        ifNot:
          'If the flame turns sooty with the lever down, open the handle oxygen fully or look for a pinched hose.',
        acts: [{ do: 'lever-down' }, { do: 'trim', to: wanted }, { do: 'lever-up' }],
      })
    return steps
  }

  /** The order in which the torch is shut: the manual's, else the shop's, as far as the tip allows. */
  private shutOrder(): 'oxygen-first' | 'fuel-first' | 'more-oxygen' {
    const { torch, methods } = this.setup
    const asked = methods.shutTorch
    if (torch.shutdown) {
      if (asked !== 'by-manual')
        this.overrule('shutTorch', torch.shutdown, "The torch's own manual says how it is shut, and it wins.")
      return torch.shutdown
    }
    if (asked === 'by-manual') return 'oxygen-first'
    if (asked === 'fuel-first' && !this.small) {
      this.overrule(
        'shutTorch',
        'oxygen-first',
        'Fuel first is for small tips: a cutting head or a large tip bangs, and its manual is not known.',
      )
      return 'oxygen-first'
    }
    return asked
  }

  /** Torch off and on its hook. */
  shutTorch(): Step[] {
    const order = this.shutOrder()
    const oxygen = this.isCut ? 'preheat oxygen' : 'oxygen'
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

  private bleedSide(side: Gas): Step {
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
        ...(fuel ? [{ do: 'open-valve', side, turns: 1 } as const] : this.torchOxygen(true)),
        { do: 'wait', seconds: 5 },
        { do: 'shut-valve', side },
      ],
    }
  }

  /** Cylinders shut, each side bled, screws out: nothing left under pressure. */
  shutDown(): Step[] {
    const { methods, setting } = this.setup
    let { bleeding } = methods
    if (bleeding === 'together' && setting.checkValves !== true) {
      this.overrule(
        'bleeding',
        'oxygen-first',
        'Both at once lets one gas run into the other’s hose: only with check valves at the torch.',
      )
      bleeding = 'oxygen-first'
    }
    const both: Step = {
      id: 'bleed-both',
      phase: 'after',
      act: 'Open both torch valves, let the gas out, shut both',
      why: 'Quick, and safe only with check valves at the torch.',
      see: 'All four needles fall to zero.',
      ifNot:
        'A needle that stays up: that cylinder is not shut, or the screw is backed out. Turn it in and look again.',
      caution: 'Nothing lit near: both gases come out together.',
      methods: ['bleeding'],
      acts: [
        ...this.torchOxygen(true),
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
          ? [this.bleedSide('oxygen'), this.bleedSide('fuel')]
          : [this.bleedSide('fuel'), this.bleedSide('oxygen')]),
      {
        id: 'wind-out',
        phase: 'after',
        act: left
          ? 'All needles at zero, screws left as they are, hoses coiled'
          : 'Back out both screws, all needles at zero, hoses coiled',
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
  fireWatch(): Step[] {
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

  private flameAgain(): Step[] {
    return [...this.lighting(), ...this.trimming()]
  }
  /** From shut cylinders to a rig that is set and swept. */
  private setAgain(): Step[] {
    return [...this.screwsOut(), ...this.pressures(), ...this.purges(), ...this.leaks()]
  }

  /** Minutes, somebody stays: torch valves only. */
  shortPause(lit: boolean): Step[] {
    return [
      ...(lit ? this.shutTorch() : []),
      {
        id: 'pause',
        phase: 'break',
        act: 'Break: stay by the rig, torch on its hook',
        why: 'Hoses under pressure leak while nobody looks. Past half an hour everything is shut, bled, and purged again.',
        see: 'Torch out of any closed place, valves shut, somebody there.',
        timer: { kind: 'at-most', what: 'Break', seconds: RESTED_S },
        acts: [{ do: 'pause', seconds: SHORT_BREAK_S }],
      },
      ...(lit ? this.flameAgain() : []),
    ]
  }

  /** Over half an hour, lunch, moving, or nobody there: the whole shutdown, and the whole way back. */
  longBreak(lit: boolean): Step[] {
    return [
      ...(lit ? this.shutTorch() : []),
      ...this.nitrogenOff(),
      ...this.shutDown(),
      {
        id: 'away',
        phase: 'break',
        act: 'Away: nothing is left under pressure',
        why: 'A leak has nothing to feed it. Fire watch goes on for an hour after the last heat.',
        see: 'All needles at zero.',
        acts: [{ do: 'leave', seconds: 3600 }],
      },
      ...this.setAgain(),
      ...this.nitrogenOn(true),
      ...(lit ? this.flameAgain() : []),
    ]
  }

  /** Another tip, or the same one cleaned, in the middle of the work. */
  tipChange(lit: boolean): Step[] {
    const { seat } = this.setup.torch
    return [
      ...(lit ? this.shutTorch() : []),
      {
        id: 'change-tip',
        phase: 'break',
        act: `Let the tip cool, change it, and seat it ${seat === 'hand' ? 'hand tight' : seat === 'wrench' ? 'with its wrench' : 'as its maker says'}`,
        why:
          seat === 'hand'
            ? 'O-rings seal by hand; a wrench crushes them.'
            : 'A seat that is scratched or loose backfires. No tape, no oil.',
        see: 'Seat faces clean, both torch valves shut, no hiss at the nut when a gas is opened alone.',
        ifNot: 'It leaks at the nut: do not light. Clean the seat or change the tip.',
        timer: { kind: 'at-least', what: 'Tip cools', seconds: TIP_COOLS_S },
        acts: [{ do: 'change-tip' }],
      },
      ...(lit ? this.flameAgain() : []),
    ]
  }

  /** Another head on the handle: only on a bled rig. */
  attachmentChange(lit: boolean): Step[] {
    return [
      ...(lit ? this.shutTorch() : []),
      ...this.nitrogenOff(),
      ...this.shutDown(),
      {
        id: 'change-attachment',
        phase: 'break',
        act: 'Change the attachment, and seat it as its maker says',
        why: 'Its seats carry both gases: under pressure one runs into the other.',
        see: 'O-rings whole and clean, nut tight by hand where the maker says so.',
        ifNot: 'A cut O-ring: do not use it.',
        acts: [{ do: 'change-attachment' }],
      },
      ...this.setAgain(),
      ...this.nitrogenOn(true),
      ...(lit ? this.flameAgain() : []),
    ]
  }

  /** The flame popped out: shut, find why, light again. */
  relight(): Step[] {
    return [
      {
        id: 'after-pop',
        phase: 'break',
        act: 'Shut the oxygen at the torch, then the fuel. Let the tip cool',
        why: 'Both gases still run. A tip that is hot lights them inside.',
        see: 'No hiss from the torch, hoses and torch body cold to the hand.',
        ifNot:
          'A squeal, a warm hose or soot at a union: shut both cylinders. That is a flashback, not a backfire.',
        timer: { kind: 'at-least', what: 'Tip cools', seconds: TIP_COOLS_S },
        acts: [
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

  /** Somebody else goes on. */
  handOver(lit: boolean): Step[] {
    return [
      ...(lit ? this.shutTorch() : []),
      {
        id: 'hand-over',
        phase: 'break',
        act: 'Show the one who takes over: gauges, what is open, what is hot, which step is next',
        why: 'Whoever lights it answers for it, so they look at both gauges themselves.',
        see: 'They name both pressures and the next step.',
        acts: [{ do: 'hand-over' }],
      },
      ...(lit ? this.flameAgain() : []),
    ]
  }
}
