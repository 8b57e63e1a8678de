import { canBeGuided } from '../cut/shapes.ts'
import type { CutPlan, CutRequest } from '../cut/types.ts'
import { needsWarmLine, workedDown } from '../cut/preheat.ts'
import { isThin } from '../cut/thin-plate.ts'
import { INCH_M, printAs } from '../quantity/index.ts'
import type { LineMethods } from './methods.ts'
import type { Step, StepTimer } from './steps.ts'

/** What is set out before the rig is touched: arm, tilt, template, layers, order. */
export function layoutSteps(plan: CutPlan, request: CutRequest): Step[] {
  const { work, rig, shop } = request
  const step = (id: string, act: string, rest: Omit<Step, 'id' | 'phase' | 'act' | 'acts'>): Step => ({
    id,
    phase: 'before',
    act,
    acts: [],
    ...rest,
  })
  const steps: Step[] = []
  if (plan.figures.armRadius)
    steps.push(
      step('arm', 'Set the circle arm to {figure}, from its pivot to the middle of the tip', {
        figure: 'armRadius',
        also: ['kerf'],
        why: `Half the kerf ${work.shape === 'hole' ? 'less' : 'more'} than the radius, so that the ${work.shape} comes out to size.`,
        see: 'The tip follows the marked circle all the way round, cold. Without an arm: freehand, just inside the waste.',
      }),
    )
  if (work.bevelRad > 0)
    steps.push(
      step('tilt', `Tilt the torch ${printAs(work.bevelRad, 'angle', shop.units)} from square`, {
        also: ['bevelFaceWidth', 'bottomShift'],
        why:
          work.lean === 'over-part'
            ? "Leaning over the part: its top edge stays sharp, the scrap's rolls."
            : "Leaning over the scrap: the part's top edge is the acute one and rolls.",
        see: 'A bevel gauge or a card cut to the angle agrees, and the flame lies evenly on both sides of the line.',
      }),
    )
  if (work.shape === 'fastener') {
    const shape = rig.boxShapes.find((x) => x === 'flat' || x === 'bent')
    steps.push(
      step(
        'flush-tip',
        `Take ${shape ? `the ${shape} tip from your box` : 'a bent or a flat tip, where you have one'}: the jet has to run along the plate`,
        {
          why: 'A straight tip has to be held upside down to lie flush, and its cones wash the plate.',
          see: 'Held to the head, cold: tip flat to the plate, and the hand clear of it.',
        },
      ),
    )
  }
  if (work.shape === 'pipe')
    steps.push(
      step('wrap', 'Wrap the template of {figure} round the pipe, its ends meeting, and mark the line', {
        figure: 'templateLength',
        why: 'The line on the paper is the cut on the pipe. Print it at full size and measure the check bar first.',
        see: 'Both ends of the line meet. Pops every 10 mm (3/8 in) along it.',
        ifNot: 'Ends that do not meet: the print was scaled, or the pipe is not the size it was taken for.',
      }),
    )
  if (work.shape === 'outline' || work.shape === 'practice')
    steps.push(
      step('order', 'Number the cuts in the order of the plan, inside ones first, over a path of {figure}', {
        figure: 'pathLength',
        why: 'A part that has come loose moves; its holes must be done before.',
        see: 'A number at each start, and the last cut the one that holds the part.',
      }),
    )
  if (plan.figures.warmTo)
    steps.push(
      step('warm-through', 'Warm the metal to {figure}, a hand each side of the line and right through', {
        figure: 'warmTo',
        why: 'Enough carbon or alloy to harden and crack beside a cold cut.',
        see: 'The crayon melts a hand away from the line, on the far side too.',
      }),
    )
  return steps
}

const BELOW_FREEZING_K = 273.15

/** Flame on the work: from drying it, and a strip of scrap, to the last of the kerf. */
export function cutSteps(plan: CutPlan, request: CutRequest, methods: LineMethods): Step[] {
  const { work, rig } = request
  if (work.shape === 'fastener') return fastenerSteps(plan)
  const byHand = rig.handling !== 'track'
  const steps: Step[] = []
  if (plan.figures.collarOnTip && methods.collar === 'by-cones') steps.push(collarStep(methods))
  if (isThin(work.thicknessM)) steps.push(turnDown)
  if (plan.detail.goodCuts === 0 && work.shape !== 'practice') steps.push(testStrip(byHand))
  steps.push(...warmSteps(request, methods))
  if (byHand) steps.push(stanceStep(request, methods))
  if (work.start === 'pierce') {
    steps.push(...pierceSteps(plan, methods))
    if (work.shape === 'pierce') return steps
  } else steps.push(edgeStep(plan, request, methods))
  steps.push(...(byHand ? [travelStep(plan, request, methods)] : trackSteps(plan, request)))
  return steps
}

/** Damp driven off, and heavy plate warmed, along the line with the lever up. */
function warmSteps({ work }: CutRequest, methods: LineMethods): Step[] {
  const heavy = work.thicknessM >= INCH_M * (1 - 1e-9)
  const warm =
    methods.preheatPass === 'never' ? false : methods.preheatPass === 'always' ? heavy : needsWarmLine(work)
  const thin = isThin(work.thicknessM) && methods.thinPlate === 'passes'
  const damp = work.weather !== 'dry' || work.temperatureK < BELOW_FREEZING_K
  if (!warm && !thin && !damp) return []
  return [
    {
      id: 'warm-line',
      phase: 'cut',
      role: 'warm-line',
      act: warm
        ? 'Go once along the whole line with the lever up'
        : thin
          ? 'Pass quickly once or twice along the line with the lever up'
          : 'Dry the line: pass the flame along it with the lever up',
      why: thin
        ? 'By your shop’s method: just warm, or the thin edge curls and closes behind the torch.'
        : warm
          ? `Cold heavy plate drinks the heat; a warm line starts and keeps going.${damp ? ' It is dried by the same pass.' : ''}`
          : 'Water in the way spits, takes the preheat and bursts under the jet.',
      see: damp
        ? 'A dark film of water runs ahead of the flame and is gone. No steam from the underside either.'
        : 'No colour, only the damp driven off.',
      methods: [thin ? 'thinPlate' : 'preheatPass'],
      acts: [{ do: 'heat', seconds: 20 }],
    },
  ]
}

/** The fuel of a thin plate: in steps, to where it only just holds. */
const turnDown: Step = {
  id: 'turn-down',
  phase: 'cut',
  act: 'Turn the fuel down a little at a time, trimming after each, until the flame just holds',
  why: 'On thin plate the heat is what goes wrong: it warps the edge and closes the cut behind the torch.',
  see: 'Short, even cones that stay on the tip when the lever goes down.',
  ifNot: 'It leaves the tip, pops, or the cones go ragged: that was one step too many. Back up by it.',
  acts: [],
}

/** A hand of scrap of the same plate, where the log does not know this tip on it yet. */
const testStrip = (byHand: boolean): Step => ({
  id: 'test-strip',
  phase: 'cut',
  act: 'Before the part, cut a strip of scrap of the same plate: heat, press the lever, go',
  why: 'No good cut of this tip on this plate is in your log yet: the scrap tells what the settings are worth.',
  see: byHand
    ? 'Speed up until the bottom lags, then back by a tenth. It drops, its slag taps off, its drag lines stand upright.'
    : 'It drops, its slag taps off, its drag lines stand upright.',
  ifNot: 'Find the fault on the scrap, not on the part. Measure the strip’s kerf and set the guide by it.',
  acts: [{ do: 'heat' }, { do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }],
})

/** So far a hand reaches along a line without a shift of the feet, m. */
const REACH_M = { leaning: 0.6, seated: 0.4 } as const

/** Where one stands and how the hands lie, for the length of this cut. */
function stanceStep({ work, shop }: CutRequest, methods: LineMethods): Step {
  const reach = REACH_M[methods.stance]
  const stops = canBeGuided(work) ? Math.ceil(work.lengthM / reach) - 1 : 0
  const hands =
    methods.hands === 'slides'
      ? 'The front hand is the rail, the torch slides through it; the rear hand pushes.'
      : 'One hand lies in the other, and both go as one.'
  return {
    id: 'stance',
    phase: 'cut',
    act: `${methods.stance === 'seated' ? 'Sit' : 'Lean'} so that you reach ${stops > 0 ? `${printAs(reach, 'rule', shop.units)} of the line` : 'the whole of the cut'} without shifting`,
    why:
      stops > 0
        ? `It is longer than a reach: ${stops} ${stops === 1 ? 'stop is' : 'stops are'} planned. Mark ${stops === 1 ? 'it' : 'them'}; each restart 1/8 to 1/4 in (3 to 6 mm) back in the kerf.`
        : 'A shift of the feet or the elbows in the middle shows in the face.',
    beside: [hands, 'Elbows down or in, both hands rested, hose behind you.'],
    see: 'A dry run from end to end, valves shut or lever up, without a snag.',
    methods: ['stance', 'hands'],
    acts: [],
  }
}

/** The collar clamped on the tip: cold by the rule, or lit by the cones. */
export function collarStep(methods: LineMethods): Step {
  const lit = methods.collar === 'by-cones'
  return {
    id: 'collar',
    phase: lit ? 'cut' : 'before',
    act: lit
      ? 'Cones just clear of the plate: slide the collar down on the guide and clamp it, about {figure} above the tip’s face'
      : 'Clamp the collar on the tip {figure} above its face',
    figure: 'collarOnTip',
    also: ['collarHeight', 'standoff'],
    why: 'The collar rides the guide, so the cones keep their distance by themselves.',
    see: lit
      ? 'Torch laid on the guide, the cones end just over the plate from one end to the other.'
      : 'The rule says so, and the clamp does not slip when it is pushed.',
    ...(lit
      ? { caution: 'Tip and collar burn: pliers and gloves, and the flame away from the hand that clamps.' }
      : { ifNot: 'Lit later, the cones touch or stand high: go by them, and set it again.' }),
    methods: ['collar'],
    acts: [],
  }
}

const preheatTimer = (plan: CutPlan): { timer?: StepTimer } => {
  const preheat = plan.figures.preheatTime
  return preheat ? { timer: { kind: 'about', what: 'Preheat', lowS: preheat.low, highS: preheat.high } } : {}
}

const CUES = {
  cherry: 'bright cherry',
  orange: 'orange',
  wet: 'bright and just wet',
} as const
const CONES = {
  clear: '{figure} off',
  touching: 'just touching the plate; the plan would keep them {figure} off',
  'tip-face': 'by the distance of the tip itself, given beside; cones {figure} off',
} as const

function edgeStep(plan: CutPlan, { work }: CutRequest, methods: LineMethods): Step {
  const thin = isThin(work.thicknessM)
  const hole = work.start === 'drilled'
  const down = workedDown(work.thicknessM)
  return {
    id: 'preheat',
    phase: 'cut',
    role: 'preheat',
    act: thin
      ? `Touch the flame to the ${hole ? "drilled hole's edge" : 'edge'}, cones ${CONES[methods.cones]}`
      : down
        ? `Work the cones down the upper third of the ${hole ? "drilled hole's wall" : 'edge'} and back, ${CONES[methods.cones]}`
        : `Hold the cones over the ${hole ? "drilled hole's edge" : 'edge'}, ${CONES[methods.cones]}`,
    figure: 'standoff',
    also: ['tipToWork'],
    why: down
      ? 'Plate this thick must be hot some way down, or the cut dies under its own edge.'
      : 'Steel must be at kindling heat before oxygen will burn it.',
    see: thin
      ? 'A second or two: a red edge is enough.'
      : `The edge ${CUES[methods.pressCue]}. The colour decides, not the clock.`,
    ifNot: 'Pressed too early it will not start: back off and heat on. Wet and running is too late.',
    methods: ['cones', 'pressCue'],
    ...preheatTimer(plan),
    acts: [{ do: 'heat' }],
  }
}

function pierceSteps(plan: CutPlan, methods: LineMethods): Step[] {
  return [
    {
      id: 'preheat',
      phase: 'cut',
      role: 'preheat',
      act: `In the waste, well off the line, hold the cones over one spot, ${CONES[methods.cones]}`,
      methods: ['cones'],
      figure: 'standoff',
      also: ['tipToWork'],
      why: 'On the flat it takes twice as long as at an edge, and the plate must be hotter: there is no way out for the slag yet.',
      see: 'A spot that is bright and just wet.',
      ifNot: 'Only red: it will not pierce, it blows slag back. Heat on.',
      ...preheatTimer(plan),
      acts: [{ do: 'heat' }],
    },
    {
      id: 'pierce',
      phase: 'cut',
      act: 'Raise the cones to {figure}, tilt a little, and press the lever slowly while you move off',
      figure: 'pierceHeight',
      why: 'Slag flies straight back out of a blind hole; height and tilt keep it out of the tip.',
      see: 'Sparks turn from sideways to straight down: through. Lower to the cutting height at once.',
      ifNot:
        'A backfire (pop) or a fouled tip: let go, shut the oxygen, then the fuel, clean the tip. Never stand over the hole.',
      caution:
        'Slag flies up and wide until the jet is through. Face away from the tilt, sleeves down, nobody on that side.',
      acts: [{ do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }],
    },
  ]
}

const ANGLES = {
  'by-thickness': '',
  square: ' Torch square to the plate, by your shop’s method.',
  'laid-over': ' Torch laid well over, tip pointing forward, by your shop’s method on very thin plate.',
} as const

/** What a cut is led with, whichever way it is held: figures, pace, and the lever. */
function travelling(plan: CutPlan, { work }: CutRequest): Pick<Step, 'figure' | 'pace' | 'phase' | 'role'> {
  const speed = plan.figures.travelSpeed
  return {
    phase: 'cut',
    role: 'cut',
    figure: 'travelSpeed',
    ...(speed
      ? { pace: { speed: speed.value, lengthM: plan.figures.pathLength?.value ?? work.lengthM } }
      : {}),
  }
}

const startsWords = ({ detail: { starts } }: CutPlan): string =>
  starts > 1 ? ` ${starts} starts in all: heat and begin each the same way, in the planned order.` : ''

function travelStep(plan: CutPlan, request: CutRequest, methods: LineMethods): Step {
  const { work } = request
  const thin = isThin(work.thicknessM)
  const angle = methods.torchAngle === 'laid-over' && !thin ? '' : ANGLES[methods.torchAngle]
  const inside = work.start === 'pierce'
  const laid = thin && methods.torchAngle !== 'square'
  return {
    id: 'cut',
    ...travelling(plan, request),
    act: inside
      ? 'Run in to the line at a slant and travel at {figure}'
      : laid
        ? 'Lay the torch over, tip pointing ahead, press the lever, and go quickly, at {figure}'
        : 'Press the lever smoothly, wait until it is through, and travel at {figure}',
    also: canBeGuided(work) ? ['travelAngle', 'drag'] : ['pathLength', 'drag'],
    why: `${thin ? 'Thin plate wants little heat for a short time. ' : ''}Look down the kerf: sparks should leave nearly straight down.${angle}`,
    methods: ['torchAngle'],
    see: `A steady stream under the plate and a sound like tearing cloth.${startsWords(plan)}`,
    ifNot: thin
      ? 'It closes behind you: quicker, and less fuel. Do not raise the torch, and do not chase the slag off the line: both make it worse.'
      : 'Sparks blow back up: not through, or too fast. Stop, let go, start again 1/8 to 1/4 in (3 to 6 mm) back in the kerf.',
    learner:
      'Most beginners go too slowly: the top edge melts and slag hangs on. Let the pace tick lead you, and trust it.',
    acts: [{ do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }],
  }
}

/** A carriage leads it: pressed, started as it breaks through, watched, and stopped in its order. */
function trackSteps(plan: CutPlan, request: CutRequest): Step[] {
  const { trackDial } = plan.figures
  return [
    {
      id: 'cut',
      ...travelling(plan, request),
      act: 'Press the lever, start the carriage as it breaks through, and let it run at {figure}',
      also: [...(trackDial ? ['trackDial'] : []), 'drag'],
      why: 'Started too soon it runs off an edge that has not caught; too late, the edge melts to a notch.',
      see: `The lag under the plate stays the same from end to end, the stream leaves nearly straight down.${startsWords(plan)}`,
      ifNot:
        'The lag grows: turn the dial back a little. Cut lost: lever up, stop the carriage, run it back a finger’s breadth, heat, and start again.',
      acts: [{ do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }],
    },
    {
      id: 'carriage-stop',
      phase: 'cut',
      act: 'At the end: lever up, then stop the carriage, then lift the flame off',
      why: 'In this order nothing is cut that should not be, and the end of the edge does not melt.',
      see: 'Carriage still, clutch out, hose clear of the hot plate.',
      acts: [],
    },
  ]
}

/** The track laid along the line, and what the carriage is set to, before anything is lit. */
export const trackLayout = (plan: CutPlan): Step => ({
  id: 'align-track',
  phase: 'before',
  role: 'guide',
  act: 'Lay the track along the line and measure from line to rail at both ends',
  ...(plan.figures.trackDial
    ? { also: ['trackDial', 'travelSpeed', 'kerf'] }
    : { also: ['travelSpeed', 'kerf'] }),
  why: 'The carriage copies the track: what the rail is out by, the edge is out by. The tip’s axis runs half a kerf off the line, on the scrap’s side.',
  beside: [
    plan.figures.trackDial
      ? 'Set the dial, and look which way the carriage runs.'
      : 'Time the carriage over a measured length, and set its dial to the speed of the plan.',
    'Clamp the torch in its holder at the angle of the plan, and lock it.',
  ],
  see: 'The same measure at both ends, and a dry run the whole way: hose and cable follow, nothing catches.',
  acts: [],
})

function fastenerSteps(plan: CutPlan): Step[] {
  return [
    {
      id: 'preheat',
      phase: 'cut',
      role: 'preheat',
      act: 'Hold the cones on the head, not on the plate, {figure} off',
      figure: 'standoff',
      also: ['effectiveThickness'],
      why: 'The head stands up and takes the heat first; the plate under it stays too cold to burn.',
      see: 'The near side of the head bright cherry, the plate still dark.',
      ...preheatTimer(plan),
      acts: [{ do: 'heat' }],
    },
    {
      id: 'cut',
      phase: 'cut',
      role: 'cut',
      act: 'Lay the jet along the plate and slice the head off in layers, at {figure}',
      figure: 'travelSpeed',
      also: ['pathLength'],
      why: 'Parallel to the plate the jet cannot touch it. The last skin keeps it safe: knock that off.',
      see: 'Layers curl away to the far side; the plate stays black.',
      ifNot: 'Sparks from the plate: let go of the lever and lift the torch until it is level again.',
      caution: 'What hangs on it falls when it lets go. Keep out from under.',
      acts: [{ do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }],
    },
  ]
}

/** What is done with the edge, by how the slag holds; and bright metal where it will be welded. */
export function dressSteps(plan: CutPlan, { work }: CutRequest): Step[] {
  if (!plan.figures.cleanUpTime) return []
  const welded = work.edgeFor === 'welded'
  return [
    {
      id: 'dress',
      phase: 'after',
      act: `Dress the edge: knock the slag off, file what a tap leaves${welded ? ', then grind to bright metal' : ', grind only what is left'}`,
      also: ['cleanUpTime'],
      why: `Some slag is normal at any thickness: what falls off or taps off is a good cut. A chisel or a grinder says that something was out.${welded ? ' The oxide on the edge would go into the weld.' : ''}`,
      beside: [
        'Falls off or one tap: the hammer’s side. A chisel’s work: chisel, then file. Fused: grind, and find the fault.',
      ],
      see: welded
        ? 'Bright metal on the face and a finger’s breadth (1/2 in, 13 mm) back on both sides. No blue, no scale.'
        : 'Nothing that catches a glove along the whole edge.',
      acts: [],
    },
  ]
}

/** What the metal asks for after the cut. */
export function coolSteps(plan: CutPlan): Step[] {
  return plan.figures.warmTo
    ? [
        {
          id: 'cool-slowly',
          phase: 'after',
          role: 'cool',
          act: 'Cover the piece with dry ash, lime or a blanket and leave it until it is cold',
          why: 'Cooled fast, the edge turns glass-hard and cracks, sometimes hours later.',
          see: 'No draught, no water, no bare steel bench under it.',
          acts: [],
        },
      ]
    : []
}
