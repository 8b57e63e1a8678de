import type { CutPlan, CutRequest } from '../cut/types.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { printAs } from '../quantity/index.ts'
import { cleaningOf, markWidth } from '../cut/clean.ts'
import { clearDistance, settable, unreadCautions } from './before-gas.ts'
import { collarStep, coolSteps, cutSteps, dressSteps, layoutSteps, trackLayout } from './cut-steps.ts'
import { compose, type PieceParts, type Procedure } from './procedure.ts'
import { USUAL_LINE_METHODS, type LineMethods } from './methods.ts'
import type { LineSetup, TorchGear } from './setup.ts'
import { cuttingShade, EYES } from './shades.ts'
import { supplySetting } from './supply.ts'
import type { Step } from './steps.ts'

/** What a procedure is made for beside its plan: the torch as its manual has it, and the shop's methods. */
export interface ProcedureOptions {
  readonly torch?: TorchGear
  readonly methods?: LineMethods
  /** The shop's least purge, s for each metre of hose. */
  readonly floorSPerM?: number
}

/** A torch of which nothing is known but that it cuts. */
export const PLAIN_TORCH: TorchGear = { kind: 'cutting-torch', checkValves: true }

/** What the line of a cut is made of and set to. Pressures in Pa gauge, flowing at the regulator. */
export function cutSetup(
  plan: CutPlan,
  request: CutRequest,
  { oxygenPa, fuelPa }: { readonly oxygenPa: number; readonly fuelPa: number },
  { torch = PLAIN_TORCH, methods = USUAL_LINE_METHODS, floorSPerM }: ProcedureOptions,
): LineSetup {
  const { rig, shop } = request
  const supply = supplySetting({
    rig,
    shop,
    torch,
    oxygenPa,
    fuelPa,
    oxygenFlow: plan.figures.cuttingOxygenFlow,
    preheatFlow: plan.figures.preheatOxygenFlow,
    fuelFlow: plan.figures.fuelFlow,
    floorSPerM,
  })
  return {
    setting: {
      ...supply.setting,
      tip: {
        flames: FUELS[rig.fuel].usualPreheatPorts,
        orificeM: plan.figures.tipOrifice?.value ?? 0,
        pieces: rig.tipPieces,
      },
      flame: 'neutral',
      lever: true,
    },
    torch,
    hand: rig.hand,
    oxygenPa,
    fuelPa,
    figures: { oxygen: 'cuttingOxygenPressure', fuel: 'fuelPressure' },
    purge: supply.purge,
    units: shop.units,
    methods,
  }
}

/** What a cut brings to a line: how it is set, and the steps of the cut itself; none where its plan has a stop. */
export function cutParts(
  plan: CutPlan,
  request: CutRequest,
  options: ProcedureOptions = {},
): PieceParts | Extract<Procedure, { ok: false }> {
  const { figures } = plan
  const set = settable(plan.findings, figures.cuttingOxygenPressure, figures.fuelPressure)
  if (!set.ok) return set
  const setup = cutSetup(plan, request, set, options)
  return {
    ok: true,
    setup,
    work: {
      before: before(plan, request, setup),
      work: cutSteps(plan, request, setup.methods),
      cooling: [hotParts(setup.units), ...coolSteps(plan)],
      after: dressSteps(plan, request),
    },
  }
}

/**
 * The ordered steps of one cut, from a cold rig to a cold rig, by the shop's methods and the torch's manual.
 * @returns the steps only when the plan has no stop and the line's state model meets nothing forbidden in them
 */
export function cutProcedure(plan: CutPlan, request: CutRequest, options: ProcedureOptions = {}): Procedure {
  const parts = cutParts(plan, request, options)
  return parts.ok ? compose(parts.setup, parts.work) : parts
}

function before(plan: CutPlan, request: CutRequest, { torch, methods }: LineSetup): Step[] {
  const { work, rig, shop } = request
  const guided = plan.figures.guideOffset !== undefined
  const steps: Step[] = [
    ...unreadCautions(plan.cautions),
    {
      id: 'area',
      phase: 'before',
      act: `Clear ${clearDistance(shop.units)} round the cut and put somebody on fire watch`,
      why: 'Sparks fly that far, through gaps and behind walls. Site rules, permit and local law come first.',
      ...(work.wind === 'calm' ? {} : { beside: [screenUp(rig.fuel, work.wind)] }),
      see: 'Bare floor but no bare concrete under the cut, an ABC extinguisher and water at hand, hoses behind you, moving air.',
      caution:
        'Never cut a closed or once-filled vessel, or anything under pressure or spring: it bursts. In a confined space, stop here without permit, gas test and attendant.',
      acts: [],
    },
    {
      id: 'gear',
      phase: 'before',
      act: `Put on shade ${cuttingShade(work.thicknessM, methods.shade)}, gloves, boots and cotton, leather or wool`,
      why: `The glow blinds slowly and slag runs into cuffs. Nothing oily: it flares in oxygen. ${EYES}`,
      see: 'No turn-ups, no lighter in the pocket, safety spectacles under the shade. A helmet stands on “cut”, not on “grind”; a reading lens goes inside it.',
      methods: ['shade'],
      acts: [],
    },
    pieceStep(plan, request),
  ]
  steps.push(...layoutSteps(plan, request))
  if (rig.handling === 'track') steps.push(trackLayout(plan))
  if (guided) {
    steps.push(guideStep(request, methods))
    if (methods.collar === 'by-rule') steps.push(collarStep(methods))
  }
  steps.push(rigStep(rig.fuel, torch, plan.detail.cleaner))
  return steps
}

/** The piece held, cleaned as far as this plate needs it, and marked. */
function pieceStep(plan: CutPlan, { work, rig, shop }: CutRequest): Step {
  const cleaning = cleaningOf(work)
  const width = printAs(markWidth(work.mark), work.mark === 'scribed' ? 'bore' : 'eye', shop.units)
  const marked = {
    scrap: `The mark, ${width} wide, lies in the scrap: measure from its edge on the part’s side. The kerf takes it away.`,
    part: `The mark, ${width} wide, lies on the part: measure from its edge on the scrap’s side. It is still there afterwards.`,
    middle: `The mark, ${width} wide, lies astride: measure from its middle. Half of it stays on the part.`,
  }[work.markLies]
  return {
    id: 'piece',
    phase: 'before',
    act: cleaning
      ? `Support the piece, and clean the line with ${cleaning.tool}`
      : 'Support the piece and decide where the off-cut falls',
    why: `The off-cut drops hot and at once. A tray under it, feet and hoses clear, the part held so that it stays.${cleaning ? ` ${cleaning.why}` : ''}`,
    ...(plan.figures.offcutMass ? { also: ['offcutMass' as const] } : {}),
    beside: [
      marked,
      ...(rig.guide === 'none' && rig.handling !== 'track'
        ? ['No guide: a mark that shows through the shade, pops every 3/8 in (10 mm).']
        : []),
    ],
    see: cleaning
      ? `${cleaning.wide} each side of the line, both faces: ${cleaning.until}.`
      : 'Bright, dry metal on the line.',
    acts: [],
  }
}

function guideStep({ rig }: CutRequest, methods: LineMethods): Step {
  const act = {
    clamped: `Clamp the guide on the ${rig.guide}, {figure} from the marked line`,
    held: `Hold the guide on the ${rig.guide}, {figure} from the marked line`,
    'burn-bar': `Lay the burn bar on the ${rig.guide}, its far edge on the marked line: {figure} wide`,
  }[methods.guide]
  return {
    id: 'guide',
    phase: 'before',
    role: 'guide',
    act,
    methods: ['guide'],
    figure: 'guideOffset',
    also: ['collarHeight', 'kerf'],
    why:
      methods.guide === 'burn-bar'
        ? 'Made once for this tip, as wide as tip and kerf ask and as high as collar and cones ask, with a handle out of the heat: it needs no measuring again.'
        : 'The tip’s flank rides the guide, so half the kerf decides the distance. The whole kerf falls in the scrap.',
    beside: [
      'Check it before anything is lit: the same distance at both ends, and level, the same height over the plate from end to end.',
    ],
    see: 'A dry run along the whole line, cold, without a snag, both hands rested.',
    acts: [],
  }
}

/** What wind asks for before anything is lit. */
const screenUp = (fuel: FuelId, wind: CutRequest['work']['wind']): string =>
  `Wind: put a screen up on its side, light in its lee, and look where the sparks go${wind === 'strong' ? ': further than in still air' : ''}.${FUELS[fuel].flame.liftsOff && fuel !== 'acetylene' ? ` It lifts a ${FUELS[fuel].name} flame off the tip.` : ''}`

const SEAT_WORDS = {
  hand: 'Tip hand tight: its O-rings seal.',
  wrench: 'Tip seated with its wrench: metal seats.',
} as const

/** The rig looked over before anything is opened. */
export const rigStep = (fuel: FuelId, torch: TorchGear, cleaner?: number): Step => ({
  id: 'rig',
  phase: 'rig',
  role: 'look-over',
  act: 'Check the rig and seat the tip of {figure}',
  figure: 'tipOrifice',
  why: 'A loose or dirty tip backfires; oil on oxygen parts burns.',
  beside: [
    `Bore: ${cleaner === undefined ? 'a cleaner that slides in freely' : `cleaner #${cleaner} or thinner`}, straight in and out, never turned or forced: a widened hole throws a wide jet.`,
    'Oxygen nuts tighten with the clock; fuel nuts are notched and tighten against it.',
  ],
  see: `Cylinders upright and chained, regulator and hose made for ${FUELS[fuel].name}, arrestors in date, no cuts in the hoses, bore clean and round. ${torch.seat ? SEAT_WORDS[torch.seat] : 'Tip hand tight where O-rings seal, by wrench where seats are metal: its maker says.'}`,
  ifNot: 'Change what is damaged. No tape, no oil, no home-made adaptor.',
  instructor: true,
  acts: [],
})

/** Steel that looks black may be as hot as this, K. */
const BLACK_HOT_K = 673.15
/**
 * Hot parts that somebody else may take for cold ones.
 * @param loose they can be carried off; else they hang on a line that stays where it is
 */
export const hotParts = (units: UnitChoices, loose = true): Step => ({
  id: 'hot',
  phase: 'after',
  role: 'mark-hot',
  act: loose
    ? 'Mark the hot parts and move them only with tongs'
    : 'Mark the hot joint, and keep hands off it',
  why: `Black steel can be at ${printAs(BLACK_HOT_K, 'temperature', units)} and burns whoever comes next.`,
  see: '“HOT” chalked on them, and the place fenced off.',
  acts: [],
})
