/** What is carried to the work for some pieces: gathered in the evening, looked through before the gas is on. */
import { jointFacts } from '../braze/joints.ts'
import { WARPS_M } from '../braze/steps.ts'
import { isRoundJoint, type BrazePlan, type BrazeRequest, type Methods } from '../braze/types.ts'
import { isCopper } from '../metal/base-metals.ts'
import type { CutPlan, CutRequest } from '../cut/types.ts'

/** A piece for which the kit is gathered, and how often it is made. */
export type KitPiece =
  | { readonly kind: 'cut'; readonly plan: CutPlan; readonly request: CutRequest; readonly repeats: number }
  | {
      readonly kind: 'braze'
      readonly plan: BrazePlan
      readonly request: BrazeRequest
      readonly repeats: number
    }

/** A thing of the kit; with its size or how much of it, SI, and the figure of a plan as which that is said, where it is known. */
export interface KitThing {
  readonly what: string
  readonly size?: { readonly si: number; readonly as: 'tipOrifice' | 'rodLength' | 'fluxMass' }
}

const ALWAYS: readonly KitThing[] = [
  { what: 'Extinguisher and water' },
  { what: 'Fire blanket' },
  { what: 'Striker, and a spare flint' },
  { what: 'Leak solution and brush' },
]
const FOR_CUTS: readonly KitThing[] = [
  { what: 'Soapstone and straight edge' },
  { what: 'Bucket under the cut, for slag and pieces' },
  { what: 'Chipping hammer and wire brush' },
  { what: 'Tongs for hot pieces' },
]
const FOR_BRAZES: readonly KitThing[] = [
  { what: 'Abrasive cloth and fitting brushes' },
  { what: 'Mirror and lamp' },
  { what: 'Bucket, wet rags and a spray bottle' },
  { what: 'Sheet metal or firebrick under the flame' },
]
const NITROGEN_BY: Readonly<Record<Methods['purge'], string>> = {
  'measured-flow': 'Nitrogen, its regulator and flow meter, hose and caps',
  'low-pressure': 'Nitrogen, its low-pressure regulator, hose and caps',
  preset: 'Nitrogen, its regulator and preset valve, hose and caps',
  'hand-feel': 'Nitrogen, its regulator, hose and caps',
}

/** What the joint itself asks for beside what every braze does. */
function forJoint({ plan, request: { work, shop } }: Extract<KitPiece, { kind: 'braze' }>): KitThing[] {
  const round = isRoundJoint(work.joint)
  const { form } = jointFacts(work.joint)
  return [
    ...(round && isCopper(work.a.metal)
      ? [{ what: 'Tube cutter or saw guide, reamer, gauge or a new cup' }]
      : []),
    ...(round ? [{ what: 'Jig, or a vice with soft jaws' }] : []),
    ...(work.joint === 'swage' ? [{ what: 'Swaging tool of that size' }] : []),
    ...(work.services.has('refrigerant') ? [{ what: 'Core tool, and a bag for the cores' }] : []),
    ...(work.protectM === undefined || shop.methods.protection === 'wet-rag'
      ? []
      : [{ what: shop.methods.protection === 'paste' ? 'Heat paste' : 'Heat sink' }]),
    ...(plan.figures.purgeGas === undefined && plan.figures.purgeFlow === undefined
      ? []
      : [{ what: NITROGEN_BY[shop.methods.purge] }]),
    ...(form === 'flat' && Math.min(work.a.wallM, work.b.wallM) <= WARPS_M
      ? [{ what: 'Straight edge and feeler gauge' }]
      : []),
    ...(form === 'built-up'
      ? [
          { what: 'Dye, grinder with burr and disc, drill for the stop holes' },
          { what: 'Heat crayon for the preheat' },
          { what: 'Dry sand or lime to bury it in' },
        ].filter((_, i) => i === 0 || plan.figures.preheatTo !== undefined)
      : []),
  ]
}

const eachOnce = (things: readonly KitThing[]): KitThing[] => [
  ...new Map(things.map((t) => [t.what, t])).values(),
]

/** Of things by their sizes each once, the smallest first. */
function bySize(what: string, sizes: readonly (number | undefined)[]): KitThing[] {
  const known = [...new Set(sizes.flatMap((s) => (s === undefined ? [] : [Math.round(s * 1e6)])))]
  return known
    .sort((a, b) => a - b)
    .map((um): KitThing => ({ what, size: { si: um / 1e6, as: 'tipOrifice' } }))
}

/** Rods and flux of all brazes together, by filler; a spare rod for each, since a second try takes filler too. */
function fillers(pieces: readonly Extract<KitPiece, { kind: 'braze' }>[]): KitThing[] {
  const rods = new Map<string, number>()
  const flux = new Map<string, number>()
  for (const { plan, request, repeats } of pieces) {
    const times = repeats * request.work.count
    const { filler, flux: own } = plan.choice
    if (filler !== null)
      rods.set(filler, (rods.get(filler) ?? 0) + times * (plan.figures.rodLength?.value ?? 0))
    const kg = times * (plan.figures.fluxMass?.value ?? 0)
    if (own !== null && own !== 'none' && kg > 0) flux.set(own, (flux.get(own) ?? 0) + kg)
  }
  return [
    ...[...rods].map(([name, m]): KitThing => ({
      what: `${name} rod, and one spare`,
      ...(m > 0 ? { size: { si: m, as: 'rodLength' } } : {}),
    })),
    ...[...flux].map(([name, kg]): KitThing => ({
      what: `Flux ${name} and its brush`,
      size: { si: kg, as: 'fluxMass' },
    })),
  ]
}

/** What is carried to the work for these pieces: what is always wanted, what cuts and brazes want, tips and their cleaners by size, filler and flux. */
export function kitOf(pieces: readonly KitPiece[]): readonly KitThing[] {
  const brazes = pieces.filter((p) => p.kind === 'braze')
  const cuts = pieces.some((p) => p.kind === 'cut')
  const bores = pieces.map((p) => p.plan.figures.tipOrifice?.value)
  return [
    ...ALWAYS,
    ...bySize('Tip', bores),
    ...bySize('Tip cleaner', bores),
    ...(cuts ? FOR_CUTS : []),
    ...(brazes.length > 0 ? FOR_BRAZES : []),
    ...eachOnce(brazes.flatMap(forJoint)),
    ...fillers(brazes),
  ]
}
