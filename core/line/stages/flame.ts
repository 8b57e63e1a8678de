import { FUELS } from '../../gas/fuels.ts'
import { TRACE_OF_OXYGEN } from '../hazards.ts'
import type { LineMethodName } from '../methods.ts'
import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'

const LIGHT_TURNS = { quarter: 0.25, half: 0.5 } as const
/** Whether oxygen is cracked before the flame, and which row says so. */
function traceAsked(c: StageContext): boolean {
  const { torch, methods } = c.setup
  const method: LineMethodName = c.feathered ? 'lightAcetylene' : 'lightOther'
  const asked = c.feathered ? methods.lightAcetylene === 'whiff' : methods.lightOther === 'trace'
  if (torch.lighting) {
    if (asked !== (torch.lighting === 'whiff'))
      c.overrule(method, torch.lighting, "The torch's own manual says how it is lit, and it wins.")
    if (torch.lighting === 'fuel-only') return false
    if (c.small) return true
  } else if (!asked) return false
  else if (c.small) return true
  c.overrule(
    method,
    c.feathered ? 'fuel-only' : 'near-plate',
    'Oxygen first only on a small tip with one flame: a large one holds enough mixed gas to bang.',
  )
  return false
}

/** Fuel on and lit, by the torch's manual or the shop's way. */
export function lighting(c: StageContext): Step[] {
  const { setting, methods, hand } = c.setup
  const whiff = traceAsked(c)
  const turn = methods.fuelValve === 'half' ? 'half a turn' : 'a quarter turn'
  const near = !c.feathered && methods.lightOther !== 'still-air'
  const unseen = FUELS[setting.fuel].flame.sign === 'meters'
  const striker =
    hand === 'left'
      ? 'torch in the left hand, striker in the right'
      : 'torch in the right hand, striker in the left'
  const act = whiff
    ? `Crack the oxygen an eighth of a turn at most, open the fuel ${turn}, and strike at once`
    : near
      ? `Open the fuel ${turn}, light it, and hold the tip close to the ${c.isCut ? 'plate' : 'fire brick'}`
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
          : c.feathered
            ? 'Fuel alone: no mixed gas in the torch. Enough gas that the soot just stops.'
            : 'In still air it lights by itself; too much gas and it leaves the tip.',
      see: unseen
        ? 'Almost nothing: hold a dry straw in it. Never feel for it.'
        : c.feathered
          ? whiff
            ? 'A small, quiet flame without soot.'
            : 'A bright, sooty flame that stays on the tip. More gas until the soot just stops.'
          : 'A yellow flame that stays at the tip.',
      ifNot: whiff
        ? 'Not lit within 3 seconds: shut the oxygen, then the fuel, air the place, begin again.'
        : 'If it leaves the tip, less gas. A backfire (pop): shut oxygen, then fuel, let the tip cool.',
      caution: `Striker only, ${striker}, tip pointing away from hoses, cylinders and people.`,
      methods: ['fuelValve', c.feathered ? 'lightAcetylene' : 'lightOther'],
      instructor: true,
      acts: [
        ...(whiff ? [{ do: 'open-valve', side: 'oxygen', turns: TRACE_OF_OXYGEN.turns } as const] : []),
        { do: 'open-valve', side: 'fuel', turns: LIGHT_TURNS[methods.fuelValve] },
        { do: 'light' },
      ],
    },
  ]
}

/** The flame that the work wants; with the lever down too when it is a cut. */
export function trimming(c: StageContext): Step[] {
  const { setting, methods } = c.setup
  const wanted = setting.flame ?? 'neutral'
  const by = methods.trimBy === 'oxygen' ? 'the oxygen valve' : 'either valve'
  const unseen = FUELS[setting.fuel].flame.sign === 'meters'
  const preheat = c.isCut ? 'preheat oxygen' : 'oxygen'
  const name = { neutral: 'neutral', carburising: 'slightly reducing', oxidising: 'slightly oxidising' }[
    wanted
  ]
  const act = unseen
    ? `Add ${preheat} by the flow meter, to the ratio in the plan`
    : !c.feathered
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
      see: c.feathered
        ? 'Even, bright, rounded cones, all of one length.'
        : 'Cones at their shortest; beyond that they only hiss: oxidising.',
      ifNot: `One cone longer than the rest: a dirty port. A loud hiss: too much oxygen. Correct it by ${by}.`,
      methods: ['trimBy'],
      acts: [...c.torchOxygen(true), { do: 'trim', to: wanted }],
    },
  ]
  if (c.isCut)
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
