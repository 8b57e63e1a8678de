import type { ShortBurns } from '../../gas/short-burns.ts'
import { TRACE_OF_OXYGEN } from '../hazards.ts'
import type { LineMethodName } from '../methods.ts'
import type { Step } from '../steps.ts'
import type { StageContext } from './context.ts'
import { byManual } from './shut.ts'

/** How far the fuel valve is open for lighting, and once the flame is raised. */
const LIGHT_TURNS = { quarter: 0.25, half: 0.5 } as const
const RAISED_TURNS = { quarter: 0.5, half: 0.75 } as const

/** Whether oxygen is cracked before the flame, and which row says so. */
function traceAsked(c: StageContext): boolean {
  const { torch, methods } = c.setup
  const method: LineMethodName = c.feathered ? 'lightAcetylene' : 'lightOther'
  const asked = c.feathered ? methods.lightAcetylene === 'whiff' : methods.lightOther === 'trace'
  if (torch.lighting) {
    if (asked !== (torch.lighting === 'whiff'))
      c.overrule(method, torch.lighting, "The torch's own manual says how it is lit, and it wins.")
    return torch.lighting === 'whiff'
  }
  if (!asked || c.small) return asked
  c.overrule(
    method,
    c.feathered ? 'fuel-only' : 'near-plate',
    'Oxygen first only on a small tip with one flame, or where the torch’s manual says so: a large one holds enough mixed gas to bang.',
  )
  return false
}

const WHY_HANDLE =
  'All the oxygen of cut and flame comes through it: half open, it starves the cut. The preheat oxygen stays shut until there is a flame.'

/**
 * Fuel on and lit, by the torch's manual or the shop's way, and raised to a flame that can be trimmed.
 * @param handleOpen whether the handle's oxygen valve stands open already
 */
export function lighting(c: StageContext, handleOpen = false): Step[] {
  return [...(c.handleValve && !handleOpen ? [handle()] : []), light(c), ...raise(c)]
}

/**
 * The flame lit again after it was out: where the cylinder is drawn in short burns it rests first, however little or long
 * ago it burned.
 * @param handleOpen as of `lighting`
 */
export function lightingAgain(c: StageContext, handleOpen = false): Step[] {
  const { shortBurns } = c.setup
  return [...(shortBurns ? [rest(shortBurns)] : []), ...lighting(c, handleOpen)]
}

const rest = ({ pauseS }: ShortBurns): Step => ({
  id: 'rest-cylinder',
  phase: 'light',
  act: 'Flame out: let the acetylene cylinder rest, upright',
  why: 'What was burned in the last ten minutes counts, whoever held the torch: drawn on faster, solvent comes along.',
  see: 'The clock over. At least half of its contents left.',
  ifNot: 'A purple, spitting flame at the last burn: leave it shut, let it stand, take a fuller cylinder.',
  timer: { kind: 'at-least', what: 'Cylinder rests', seconds: pauseS, from: 'burns' },
  acts: [],
})

const handle = (): Step => ({
  id: 'open-handle',
  phase: 'light',
  act: 'Open the handle’s oxygen valve all the way, with the preheat oxygen shut',
  why: WHY_HANDLE,
  see: 'No hiss at the tip. Handle open, preheat shut.',
  ifNot: 'A hiss at the tip: the preheat oxygen or the lever lets oxygen by. Shut it, or do not light.',
  acts: [{ do: 'shut-valve', side: 'oxygen' }, { do: 'open-handle' }],
})

/** What is done when it does not catch. */
const MISSED = 'Not lit: strike again. After a few misses shut the fuel, air the place, and begin again.'

function light(c: StageContext): Step {
  const { methods, hand } = c.setup
  const whiff = traceAsked(c)
  const turn = methods.fuelValve === 'half' ? 'half a turn' : 'a quarter turn'
  const near = !c.feathered && methods.lightOther !== 'still-air'
  const striker =
    hand === 'left'
      ? 'torch in the left hand, striker in the right'
      : 'torch in the right hand, striker in the left'
  const act = whiff
    ? `Crack the ${c.oxygenValve} an eighth of a turn at most, open the fuel ${turn}, and strike at once`
    : near
      ? `Open the fuel ${turn}, light it, and hold the tip close to the ${c.isCut ? 'plate' : 'fire brick'}`
      : `Open the fuel ${turn} and light it with the striker`
  return {
    id: 'light',
    phase: 'light',
    act,
    why: whiff
      ? 'No soot flakes indoors. Mixed gas stands in the torch, so only for a moment.'
      : near
        ? 'The plate throws the slow flame back so that it holds to the tip.'
        : c.feathered
          ? 'Fuel alone: no mixed gas in the torch.'
          : 'In still air it lights by itself; too much gas and it leaves the tip.',
    see: c.unseen
      ? 'Almost nothing: hold a dry straw in it. Never feel for it.'
      : c.feathered
        ? whiff
          ? 'A small, quiet flame without soot.'
          : 'A bright, sooty flame that stays on the tip.'
        : 'A yellow flame that stays at the tip.',
    ifNot: whiff
      ? `Not lit within ${TRACE_OF_OXYGEN.seconds} seconds: shut the oxygen, then the fuel, air the place, begin again.`
      : `${MISSED} It leaves the tip: less gas. A backfire (a pop): shut oxygen, then fuel, let the tip cool.`,
    caution: `Striker only, right at the tip, knuckles out of the first flame: ${striker}, tip pointing away from hoses, cylinders and people.`,
    ...byManual(c, c.setup.torch.lighting),
    methods: ['fuelValve', c.feathered ? 'lightAcetylene' : 'lightOther'],
    instructor: true,
    acts: [
      ...(whiff ? [{ do: 'open-valve', side: 'oxygen', turns: TRACE_OF_OXYGEN.turns } as const] : []),
      { do: 'open-valve', side: 'fuel', turns: LIGHT_TURNS[methods.fuelValve] },
      { do: 'light' },
    ],
  }
}

/** More fuel once it burns: until the soot goes, or the flame parts from the tip. */
function raise(c: StageContext): Step[] {
  const { methods } = c.setup
  const parts = methods.workUpOther === 'until-it-parts'
  if (!c.feathered && (!parts || c.unseen)) return []
  return [
    {
      id: 'raise-fuel',
      phase: 'light',
      act: c.feathered
        ? 'Open the fuel until the soot just goes'
        : 'Open the fuel until the flame just parts from the tip',
      why: c.feathered
        ? 'The tip gets the gas that it was made for. Starved, it overheats, pops, and the flame climbs inside.'
        : 'That is all the fuel that the tip takes: the oxygen brings the flame back to it.',
      see: c.feathered
        ? 'A full, bright flame, its end free of black, still on the tip.'
        : 'A small gap between tip and flame, steady.',
      ifNot: c.feathered
        ? 'Soot that stays with the valve well open: the fuel’s pressure is too low, or the bore is dirty. The flame leaves the tip: back a little.'
        : 'It blows off: shut the fuel, air the place, light again with less.',
      methods: c.feathered ? ['fuelValve'] : ['workUpOther'],
      acts: [{ do: 'open-valve', side: 'fuel', turns: RAISED_TURNS[methods.fuelValve] }],
    },
  ]
}

const FLAME_NAMES = {
  neutral: 'neutral',
  carburising: 'slightly reducing',
  oxidising: 'slightly oxidising',
} as const

/** The act of trimming, by what tells the flame. */
function trimAct(c: StageContext): string {
  const { setting, methods } = c.setup
  const wanted = setting.flame ?? 'neutral'
  if (c.unseen) return `Add ${c.oxygenValve} by the flow meter, to the ratio in the plan`
  if (!c.feathered)
    return methods.workUpOther === 'until-it-parts'
      ? `Open the ${c.oxygenValve} until the flame comes back to the tip, in short, sharp cones`
      : 'Add oxygen and fuel by turns, small steps, to near the full fuel flow: short, sharp cones'
  const until = {
    carburising: 'the feather is a little longer than the cone',
    oxidising: 'the feather goes and the cone just shortens',
    neutral: 'the feather just goes',
  }[wanted]
  return `Open the ${c.oxygenValve} until ${until}: ${FLAME_NAMES[wanted]}`
}

/** The flame that the work wants; with the lever down too when it is a cut. */
export function trimming(c: StageContext): Step[] {
  const { setting, methods } = c.setup
  const wanted = setting.flame ?? 'neutral'
  const by = methods.trimBy === 'oxygen' ? 'the oxygen valve' : 'either valve'
  const slow = !c.feathered && !c.unseen
  const steps: Step[] = [
    {
      id: 'trim',
      phase: 'light',
      role: 'trim',
      act: trimAct(c),
      why: slow
        ? 'Near its full flow, or the tip starves, overheats and lights inside. With the shade down the cones show better.'
        : wanted === 'neutral'
          ? 'Neutral heats fastest without burning the edge. With the shade down the cones show better.'
          : `This work wants it ${FLAME_NAMES[wanted]}. With the shade down the cones show better.`,
      see: c.feathered
        ? 'Even, bright, rounded cones, all of one length.'
        : 'Cones at their shortest; beyond that they only hiss: oxidising.',
      ifNot: `One cone longer than the rest: a dirty port. A loud hiss: too much oxygen. Correct it by ${by}. Never reached, or only with a valve nearly shut: the pressures are wrong; shut the torch and set them again, gas flowing.`,
      methods: [
        'trimBy',
        ...(c.feathered ? [] : (['workUpOther'] as const)),
        ...(c.setup.flameBy ? [c.setup.flameBy] : []),
      ],
      acts: [
        { do: 'open-valve', side: 'oxygen' },
        { do: 'trim', to: wanted },
      ],
    },
  ]
  if (c.isCut)
    steps.push({
      id: 'retrim',
      phase: 'light',
      role: 'retrim',
      act: 'Press the lever, trim again, read the oxygen needle ({figure} wanted), and let go',
      figure: c.setup.figures.oxygen,
      why: 'The jet steals a little preheat oxygen, so neutral is judged with the lever down. A needle that sags under it starves the cut.',
      see: 'Cones that keep their shape as the lever goes down, a straight, clean jet, and a needle that stays.',
      ifNot:
        'If the flame turns sooty with the lever down, open the handle oxygen fully or look for a pinched hose.',
      acts: [{ do: 'lever-down' }, { do: 'trim', to: wanted }, { do: 'lever-up' }],
    })
  return steps
}
