import { canBeGuided } from '../cut/shapes.ts'
import type { CutPlan, CutRequest } from '../cut/types.ts'
import { needsWarmLine } from '../cut/preheat.ts'
import { INCH_M, printAs } from '../quantity/index.ts'
import type { LineMethods } from './methods.ts'
import type { Step, StepTimer } from './steps.ts'

const THIN_M = (3 / 16) * INCH_M * (1 + 1e-9)

/** What is set out before the rig is touched: arm, tilt, template, layers, order. */
export function layoutSteps(plan: CutPlan, request: CutRequest): Step[] {
  const { work, shop } = request
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

/** Flame on the work: from the preheat to the last of the kerf. */
export function cutSteps(plan: CutPlan, request: CutRequest, methods: LineMethods): Step[] {
  const { work } = request
  if (work.shape === 'fastener') return fastenerSteps(plan)
  const steps: Step[] = []
  const heavy = work.thicknessM >= INCH_M * (1 - 1e-9)
  const warm =
    methods.preheatPass === 'never' ? false : methods.preheatPass === 'always' ? heavy : needsWarmLine(work)
  const thin = work.thicknessM <= THIN_M
  if (warm || (thin && methods.thinPlate === 'passes'))
    steps.push({
      id: 'warm-line',
      phase: 'cut',
      role: 'warm-line',
      act: thin
        ? 'Pass quickly once or twice along the line with the lever up'
        : 'Go once along the whole line with the lever up',
      why: thin
        ? 'By your shop’s method: just warm, or the thin edge curls and closes behind the torch.'
        : 'Cold heavy plate drinks the heat; a warm line starts and keeps going.',
      see: 'No colour, only the damp driven off.',
      methods: [thin ? 'thinPlate' : 'preheatPass'],
      acts: [{ do: 'heat', seconds: 20 }],
    })
  if (work.start === 'pierce') {
    steps.push(...pierceSteps(plan, methods))
    if (work.shape === 'pierce') return steps
  } else steps.push(edgeStep(plan, request, methods))
  steps.push(travelStep(plan, request, methods))
  return steps
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
  const thin = work.thicknessM <= THIN_M
  const hole = work.start === 'drilled'
  return {
    id: 'preheat',
    phase: 'cut',
    role: 'preheat',
    act: thin
      ? `Touch the flame to the ${hole ? "drilled hole's edge" : 'edge'}, cones ${CONES[methods.cones]}`
      : `Hold the cones over the ${hole ? "drilled hole's edge" : 'edge'}, ${CONES[methods.cones]}`,
    figure: 'standoff',
    also: ['tipToWork'],
    why: 'Steel must be at kindling heat before oxygen will burn it.',
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

function travelStep(plan: CutPlan, { work }: CutRequest, methods: LineMethods): Step {
  const angle =
    methods.torchAngle === 'laid-over' && work.thicknessM > THIN_M ? '' : ANGLES[methods.torchAngle]
  const speed = plan.figures.travelSpeed
  const { starts } = plan.detail
  const inside = work.start === 'pierce'
  return {
    id: 'cut',
    phase: 'cut',
    role: 'cut',
    act: inside
      ? 'Run in to the line at a slant and travel at {figure}'
      : 'Press the lever smoothly, wait until it is through, and travel at {figure}',
    figure: 'travelSpeed',
    also: [
      ...(plan.figures.trackDial ? (['trackDial'] as const) : []),
      ...(canBeGuided(work) ? (['travelAngle', 'drag'] as const) : (['pathLength', 'drag'] as const)),
    ],
    why: `Look down the kerf: sparks should leave nearly straight down.${angle}`,
    methods: ['torchAngle'],
    see: `A steady stream under the plate and a sound like tearing cloth.${starts > 1 ? ` ${starts} starts in all: heat and begin each the same way, in the planned order.` : ''}`,
    ifNot:
      'Sparks blow back up: not through, or too fast. Stop, let go, start again 1/8 to 1/4 in (3 to 6 mm) back in the kerf.',
    ...(speed
      ? { pace: { speed: speed.value, lengthM: plan.figures.pathLength?.value ?? work.lengthM } }
      : {}),
    acts: [{ do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }],
  }
}

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
