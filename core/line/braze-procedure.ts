import {
  isRoundJoint,
  type BrazePlan,
  type BrazeRequest,
  type BrazeDoes,
  type BrazeStep,
} from '../braze/types.ts'
import { LEVEL_ORDER, liesHow, warmThrough } from '../braze/steps.ts'
import { purgeNeed } from '../braze/purge.ts'
import type { Figure } from '../figure.ts'
import { PSI_PA } from '../quantity/index.ts'
import { clearDistance, settable, unreadCautions } from './before-gas.ts'
import { hotParts, rigStep, type ProcedureOptions } from './cut-procedure.ts'
import { brazingShade, EYES } from './shades.ts'
import { compose, type PieceParts, type Procedure } from './procedure.ts'
import { USUAL_LINE_METHODS, type LineMethods } from './methods.ts'
import type { LineSetup, TorchGear } from './setup.ts'
import { supplySetting } from './supply.ts'
import type { Phase, Step, StepPattern, StepRole, StepTimer } from './steps.ts'

/** Sweep of a line of which nobody gave the lengths, s. */
const UNKNOWN_SWEEP_S = 300
/** Cooling of a line of which no time is worked out, s. */
const UNKNOWN_COOL_S = 600
/** What the nitrogen regulator is set to; the flow is set after it. Pa gauge. */
const NITROGEN_PA = 20 * PSI_PA
/** Through a regulator made for it. Pa gauge. */
const LOW_PRESSURE_PA = 2.5 * PSI_PA
/** Places round a joint that the heat is carried to in turn, hours of the clock. */
const ROUND_HEAT: readonly (readonly number[])[] = [[6, 7, 8, 9, 10, 11, 12, 1, 2, 3, 4, 5]]
const SEAM_PLACES = 8

/** What a rig is brazed with when nobody described the torch. */
export const plainBrazeTorch = (head: BrazeRequest['rig']['head'] | 'air'): TorchGear => ({
  kind: head === 'heating' ? 'heating-head' : head === 'cutting' ? 'cutting-torch' : 'brazing-handle',
  checkValves: true,
})

/** What a plan is brazed with: one cone, a heating head, a cutting head's preheat, or a torch with air. */
export function headOf({ burners }: Pick<BrazePlan, 'burners'>): BrazeRequest['rig']['head'] | 'air' {
  switch (burners.find((b) => b.chosen)?.kind) {
    case 'head':
      return 'heating'
    case 'cutting-head':
      return 'cutting'
    case 'fuel-air':
      return 'air'
    default:
      return 'single'
  }
}

/** Whether nitrogen runs: where it is always asked for, and where somebody gave a flow. */
const runsNitrogen = (request: BrazeRequest) =>
  purgeNeed(request) === 'always' || (purgeNeed(request) === 'choice' && request.work.purgeFlow !== undefined)

/** What the line of a braze is made of and set to. Pressures in Pa gauge, flowing at the regulator. */
export function brazeSetup(
  plan: BrazePlan,
  request: BrazeRequest,
  { oxygenPa, fuelPa }: { readonly oxygenPa: number; readonly fuelPa: number },
  { torch = plainBrazeTorch(headOf(plan)), methods = USUAL_LINE_METHODS, floorSPerM }: ProcedureOptions,
): LineSetup {
  const { rig, shop, work } = request
  const { figures } = plan
  const gas = runsNitrogen(request)
  const line = isRoundJoint(work.joint) && (gas || work.pressurePa > 0 || work.tubeRun.length > 0)
  const onceOpen = plan.steps.filter((s) => s.does === 'cores').map((s) => s.act)
  const sweepS = figures.purgeTime?.value ?? UNKNOWN_SWEEP_S
  const supply = supplySetting({
    rig,
    shop,
    torch,
    oxygenPa,
    fuelPa,
    oxygenFlow: figures.oxygenFlow,
    fuelFlow: figures.fuelFlow,
    floorSPerM,
  })
  return {
    setting: {
      ...supply.setting,
      tip: {
        flames: plan.detail.ports ?? 1,
        orificeM: figures.tipOrifice?.value ?? 0,
      },
      flame: plan.detail.flame ?? 'neutral',
      ...(line
        ? { line: { pressurePa: work.pressurePa, needsNitrogen: gas, sweepS: gas ? sweepS : 0 } }
        : {}),
    },
    ...(plan.detail.flameBy ? { flameBy: plan.detail.flameBy } : {}),
    torch,
    hand: 'right',
    oxygenPa,
    fuelPa,
    figures: { oxygen: 'oxygenPressure', fuel: 'fuelPressure' },
    ...(gas
      ? {
          nitrogen: {
            sweepS,
            coolS: Math.ceil(figures.nitrogenAfter?.value ?? UNKNOWN_COOL_S),
            regulatorPa: shop.methods.purge === 'low-pressure' ? LOW_PRESSURE_PA : NITROGEN_PA,
            method: shop.methods.purge,
          },
        }
      : {}),
    ...(line
      ? {
          openLine: work.services.has('refrigerant')
            ? ('refrigerant' as const)
            : work.pressurePa > 0
              ? ('pressure' as const)
              : ('closed' as const),
        }
      : {}),
    ...(line && onceOpen.length > 0 ? { onceOpen } : {}),
    ...(plan.detail.shortBurns ? { shortBurns: plan.detail.shortBurns } : {}),
    purge: supply.purge,
    units: shop.units,
    methods,
  }
}

/** What a braze brings to a line: how it is set, and the steps of the joint itself; none where its plan has a stop. */
export function brazeParts(
  plan: BrazePlan,
  request: BrazeRequest,
  options: ProcedureOptions = {},
): PieceParts | Extract<Procedure, { ok: false }> {
  const { figures } = plan
  if (headOf(plan) === 'air')
    return {
      ok: false,
      because: 'no-setting',
      text: 'A torch with air has one gas: it is lit and shut by its own manual. The steps of the joint are in the plan.',
    }
  const set = settable(plan.findings, figures.oxygenPressure, figures.fuelPressure)
  if (!set.ok) return set
  const setup = brazeSetup(plan, request, set, options)
  const of = (...phases: BrazeStep['phase'][]) =>
    plan.steps
      .filter((s) => phases.includes(s.phase) && s.goesWith === undefined)
      .flatMap((s) => stepOf(s, plan, request, setup))
      .map((s) => withWhatBelongs(s, plan.steps))
  return {
    ok: true,
    setup,
    atM: request.work.placeM,
    remeltM: figures.remeltDistance?.outerHigh,
    work: {
      before: [
        ...before(plan, request, setup.methods),
        ...of('prepare', 'fit'),
        rigStep(request.rig.fuel, setup.torch),
      ],
      work: of('heat', 'feed'),
      cooling: [...of('cool'), hotParts(setup.units, setup.openLine === undefined)],
      after: of('clean'),
    },
  }
}

/** A step with what is told beside it. */
function withWhatBelongs(step: Step, steps: readonly BrazeStep[]): Step {
  const does = steps.find((s) => s.id === step.id)?.does
  const beside = does === undefined ? [] : steps.filter((s) => s.goesWith === does).map((s) => s.act)
  return beside.length === 0 ? step : { ...step, beside }
}

/** Names the run of tube that a joint is on, by all that is known of it: joints that say the same share its nitrogen. */
export const runOfTube = ({
  work: { tubeRun, services, pressurePa },
}: Pick<BrazeRequest, 'work'>): string | undefined =>
  tubeRun.length > 0 ? JSON.stringify([tubeRun, [...services], pressurePa]) : undefined

/**
 * The ordered steps of one braze or casting repair, from a cold rig to a cold rig.
 * @returns the steps only when the plan has no stop and the line's state model meets nothing forbidden in them
 */
export function brazeProcedure(
  plan: BrazePlan,
  request: BrazeRequest,
  options: ProcedureOptions = {},
): Procedure {
  const parts = brazeParts(plan, request, options)
  return parts.ok ? compose(parts.setup, parts.work) : parts
}

function before(plan: BrazePlan, { shop }: BrazeRequest, methods: LineMethods): Step[] {
  return [
    ...unreadCautions(plan.cautions),
    {
      id: 'area',
      phase: 'before',
      act: `Clear ${clearDistance(shop.units)} round the joint, or shield it, and put somebody on fire watch`,
      why: 'The flame reaches behind what you look at: insulation, timber, walls. Site rules, permit and local law come first.',
      see: 'A board or mat behind the joint, an ABC extinguisher, water, wet rags and a spray bottle at hand, moving air for the fumes. A timber bench damped, sheet metal or firebrick under the flame.',
      ifNot: 'What cannot be moved or shielded is not brazed beside.',
      caution:
        'Never heat a closed or once-filled vessel, or a line under pressure: it bursts. In a confined space, stop here without permit, gas test and attendant.',
      acts: [],
    },
    {
      id: 'gear',
      phase: 'before',
      act: `Put on shade ${brazingShade(methods.shade)}, gloves and cotton, leather or wool`,
      why: `The flame dazzles, ${plan.choice.flux === 'none' ? 'filler' : 'flux'} spits. Nothing oily: it flares in oxygen. ${EYES}`,
      see: 'No lighter in the pocket, safety spectacles under the shade. A helmet stands on “cut”, not on “grind”; a reading lens goes inside it.',
      methods: ['shade'],
      acts: [],
    },
  ]
}

const span = (f: Figure | undefined, what: string): StepTimer | undefined =>
  f && f.high > 0 ? { kind: 'about', what, lowS: f.low, highS: f.high } : undefined

/** The order in which heat or rod goes to the places of the joint. */
function patternOf(step: BrazeStep, { work }: BrazeRequest, seconds: number): StepPattern | undefined {
  if (step.does !== 'heat' && step.does !== 'feed') return undefined
  const shows = step.does
  if (!isRoundJoint(work.joint)) {
    const sweep = Array.from({ length: SEAM_PLACES }, (_, i) => i + 1)
    return { shows, of: 'seam', sweeps: [sweep], eachS: seconds / SEAM_PLACES }
  }
  const sweeps = shows === 'feed' && liesHow(work.attitudeRad) === 'level' ? LEVEL_ORDER : ROUND_HEAT
  const places = sweeps.reduce((n, s) => n + s.length, 0)
  return { shows, of: 'round', sweeps, eachS: Math.max(0.5, seconds / places) }
}

const SECOND_SIDE: Readonly<Record<LineMethods['secondSide'], Partial<Step>>> = {
  'if-it-lets-go': {},
  braze: {
    act: 'Braze the second side too, with less heat than the first',
    why: 'Your shop’s method: twice the face that holds. Watch the first side: if it shines, stop.',
  },
  leave: {
    act: 'Leave the second side as it is',
    why: 'Your shop’s method: one heating, less strain.',
  },
}

/** What tells that a step without a sign of its own is done. */
const LOOKS: Readonly<Record<BrazeStep['phase'], string>> = {
  prepare: 'Done on both parts, looked at in good light, before any gas is on.',
  fit: 'It stays where it was put when you let go.',
  heat: 'The whole joint comes up together, not one spot.',
  feed: 'A smooth, even fillet, drawn in all the way.',
  cool: 'No colour, no draught, nobody touching it.',
  clean: 'Bright metal, and nothing left in the corners.',
}

const PHASE_OF: Readonly<Record<BrazeStep['phase'], Phase>> = {
  prepare: 'before',
  fit: 'before',
  heat: 'braze',
  feed: 'braze',
  cool: 'after',
  clean: 'after',
}

/** What a step of the braze is for in its run. */
const ROLE_OF: Readonly<Partial<Record<BrazeDoes, StepRole>>> = {
  flux: 'flux',
  fit: 'fit',
  'tube-first': 'heat',
  heat: 'heat',
  feed: 'feed',
  touch: 'feed',
  set: 'set',
  cool: 'cool',
}

/** One step of the braze as it is led through; what the line's own stretches do is left to them. */
function stepOf(step: BrazeStep, plan: BrazePlan, request: BrazeRequest, setup: LineSetup): Step[] {
  const { figures } = plan
  const role = step.does && ROLE_OF[step.does]
  const base: Omit<Step, 'acts'> = {
    id: step.id,
    phase: PHASE_OF[step.phase],
    ...(role ? { role } : {}),
    act: step.act.replace(/\.$/, ''),
    why: step.why,
    ...(step.methods ? { methods: step.methods } : {}),
  }
  const seconds = step.seconds ?? 0
  const pattern = patternOf(step, request, seconds)
  const shown = pattern ? { pattern } : {}
  switch (step.does) {
    // a core that is taken out under pressure flies: where the line is opened by its own step, it comes with that
    case 'cores':
      return setup.openLine ? [] : [{ ...base, see: LOOKS.prepare, acts: [] }]
    case 'vent':
      return setup.openLine ? [] : [{ ...base, see: 'The gauge at zero, the port open.', acts: [] }]
    case 'nitrogen-on':
    case 'nitrogen-off':
    case 'flame':
      return []
    case 'tube-end':
      return [
        {
          ...base,
          ...(setup.methods.cutTube === 'saw'
            ? {
                act: 'Saw it square in a guide, take the burr off inside and out, and try it in a gauge or a new cup',
                why: 'Your shop’s method: the end stays soft and round, as strength or fatigue asks.',
              }
            : {}),
          see: 'It goes in by hand and turns, without a burr that catches.',
          methods: ['cutTube'],
          acts: [],
        },
      ]
    case 'groove':
      return [
        {
          ...base,
          see:
            request.work.grooveKind === 'none'
              ? 'Bright metal to a finger’s width on both sides.'
              : 'Bright metal to the bottom, no black line left of the crack.',
          acts: [],
        },
      ]
    case 'second-side':
      return [
        {
          ...base,
          see: 'The first side stays as it is: dull, not shining.',
          ...SECOND_SIDE[setup.methods.secondSide],
          methods: ['secondSide'],
          acts: [{ do: 'heat', seconds: 1 }],
        },
      ]
    case 'touch':
      return [
        {
          ...base,
          see: 'The rod melts on the metal and runs, without the flame on it.',
          ifNot:
            setup.methods.gapBridge === 'dab'
              ? 'A low spot that will not close: a dab melted in the flame, by your shop’s method. Write it down: it holds less.'
              : 'Rod that only the flame melts lies on cold metal and holds nothing: take it off, heat on.',
          methods: ['gapBridge', ...(step.methods ?? [])],
          acts: [{ do: 'heat', seconds: 2 }],
        },
      ]
    case 'warm':
      return [
        {
          ...base,
          act: `${warmThrough('{figure}')}${plan.detail.warmWith ?? ''}`,
          figure: 'preheatTo',
          ...(plan.figures.warmTime ? { also: ['warmTime'] } : {}),
          see: 'The heat crayon melts all over, not in one place.',
          ifNot:
            'With one handle alone: the head first, then a break to change it for the tip, the part covered.',
          acts: [{ do: 'heat', seconds: 300 }],
        },
      ]
    case 'tube-first':
      return [
        {
          ...base,
          see: 'The tube darkens evenly; no glow yet.',
          also: ['coneDistance'],
          acts: [{ do: 'heat', seconds: 10 }],
        },
      ]
    case 'heat': {
      const timer = span(figures.timeToTemperature, 'To brazing heat')
      return [
        {
          ...base,
          act: figures.timeToTemperature ? `${base.act}, about {figure}` : base.act,
          figure: 'timeToTemperature',
          also: ['brazingTemperature', 'coneDistance'],
          see: `The whole joint comes up together. The flame: ${plan.choice.flame}.`,
          ifNot:
            'Past twice the time and still cold: the tip is too small, or the heat runs away. Stop and change it.',
          ...(timer ? { timer } : {}),
          ...shown,
          acts: [{ do: 'heat', seconds: Math.max(1, seconds) }],
        },
      ]
    }
    case 'feed': {
      const timer = span(figures.feedTime, 'Feeding')
      return [
        {
          ...base,
          also: ['rodLength', 'brazingTemperature'],
          see: 'Filler drawn in, a bright ring or line all round.',
          ifNot: `It balls up: more heat on the metal, not on the rod${plan.choice.flux === 'none' ? '' : '; flux it again if it has gone dark'}.`,
          ...(timer ? { timer } : {}),
          ...shown,
          acts: [{ do: 'heat', seconds: Math.max(1, seconds) }],
        },
      ]
    }
    case 'set':
      return [
        {
          ...base,
          see: 'The sheen goes off the filler all at once.',
          // the rod is off: it sets from here on, and nobody presses for it
          timer: { kind: 'at-least', what: 'Keep still', seconds: Math.ceil(seconds), from: 'here' },
          acts: [],
        },
      ]
    case 'cool':
      return [
        {
          ...base,
          see: 'No colour, no draught, nobody touching it.',
          ...(seconds > 0
            ? { timer: { kind: 'carries-on' as const, what: 'Cooling', seconds: Math.ceil(seconds) } }
            : {}),
          acts: [],
        },
      ]
    default:
      return [{ ...base, see: LOOKS[step.phase], acts: [] }]
  }
}
