import type { BrazePlan, BrazeRequest } from '../braze/types.ts'
import type { CutPlan, CutRequest } from '../cut/types.ts'
import { clearDistance } from './before-gas.ts'
import type { LineMethods } from './methods.ts'
import { brazingShade, cuttingShade, SOLDERING_SHADE } from './shades.ts'

/** Something to be sure of before the gas is on. Ticked by name and kept; never forced. */
export interface StartCheck {
  readonly code: string
  readonly title: string
  readonly text: string
}

/** Codes of the checks, so that ticks of this list are told from the plan's own cautions. */
export const START_CODE = 'start-'

/**
 * What to be sure of before the gas is on: process, person, permit, vessel, coating, area, gear.
 * Sources: NFPA 51B (35 ft, fire watch), ANSI Z49.1 (shades), OSHA 29 CFR 1910.252.
 */
export function beforeStart(
  planned:
    | { readonly plan: CutPlan; readonly request: CutRequest }
    | { readonly plan: BrazePlan; readonly request: BrazeRequest },
  methods: LineMethods,
): readonly StartCheck[] {
  const { plan, request } = planned
  const cut = plan.kind === 'cut'
  const { work, shop } = request
  const check = (code: string, title: string, text: string): StartCheck => ({
    code: `${START_CODE}${code}`,
    title,
    text,
  })
  const coated = !['clean', 'scale', 'rust'].includes(work.surface)
  return [
    check(
      'process',
      'The right process',
      cut
        ? 'Steel or iron that a torch can cut, and the warping and the hardened edge do not matter.'
        : `The joint is one for ${(plan as BrazePlan).choice.process}: lap and gap as planned, and neither its heat nor its strength is asked too much.`,
    ),
    check(
      'person',
      'The right person',
      'Trained on this rig, not tired, and a second one as fire watch. An apprentice has an instructor at hand.',
    ),
    check(
      'permit',
      'Permit',
      'Hot-work permit where the site asks for one. Confined or low place: gas test, moving air (never oxygen), an attendant outside, and torch and hoses out at every break.',
    ),
    check(
      'vessel',
      'Nothing closed, nothing once filled',
      'No drum, tank, hollow casting or line of which you do not know that it is open, empty and clean: it bursts.',
    ),
    check(
      'coating',
      'Coatings',
      coated
        ? `This one is ${work.surface.replaceAll('-', ' ')}: take it off beyond the heat, and draw the fume away. Zinc and cadmium fume is felt hours later.`
        : 'Bare metal on both sides. Zinc, cadmium, lead, paint and oil smoke: off, or draw the fume away.',
    ),
    check(
      'area',
      'The area',
      `Nothing that burns within ${clearDistance(shop.units)}, or shielded; floor swept, no bare concrete under the heat; gaps, walls and the floor below looked at; ABC extinguisher and water; air moving.`,
    ),
    check(
      'gear',
      'Gear',
      `Shade: ${cut ? `cutting this, ${cuttingShade((request as CutRequest).work.thicknessM, methods.shade)}` : methods.shade === 'five' ? `${brazingShade(methods.shade)}, by your shop’s method` : `torch brazing ${brazingShade()}`}; soldering ${SOLDERING_SHADE}, torch brazing ${brazingShade()}, cutting under 1 in 3 or 4, to 6 in 4 or 5, over that 5 or 6. Spectacles under it. Gloves, cotton, leather or wool, no cuffs, no oil, boots, ears when it roars.`,
    ),
  ]
}
