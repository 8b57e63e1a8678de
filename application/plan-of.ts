import { planCut, readCut, type CutPlan, type CutRequest } from '#core/cut/index.ts'
import type { FieldError } from '#core/figure.ts'
import { workOfShape } from '#core/cut/fields.ts'
import { omit } from '#core/objects.ts'
import { divisionOf } from '#core/line/gauge-face.ts'
import type { Divisions } from '#core/rig/gear.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import {
  planBraze,
  readBraze,
  jointFacts,
  METHOD_NAMES,
  type BrazePlan,
  type BrazeRequest,
} from '#core/braze/index.ts'
import type { OwnBraze } from '#core/braze/types.ts'
import type {
  BrazeDraft,
  BrazeWorkDraft,
  CutDraft,
  PieceDraft,
  RigDraft,
  Settings,
} from '#contract/schemas.ts'
import type { Records } from '#contract/types.ts'

/** The shop's own good runs that a plan goes by. */
export type OwnRuns = Pick<Records, 'cuts' | 'kerfs' | 'brazes' | 'held' | 'divisions'>
/** A shop that has written nothing down yet. */
export const NO_RUNS: OwnRuns = { cuts: [], kerfs: [], brazes: [], held: {}, divisions: {} }

/** A cut worked out. */
export interface GoodCut {
  readonly ok: true
  readonly kind: 'cut'
  readonly plan: CutPlan
  readonly request: CutRequest
}
/** A braze worked out. */
export interface GoodBraze {
  readonly ok: true
  readonly kind: 'braze'
  readonly plan: BrazePlan
  readonly request: BrazeRequest
}
/** A piece of either kind worked out. */
export type GoodPiece = GoodCut | GoodBraze

/** A cut worked out, or the fields that could not be read. */
export type Planned = GoodCut | { readonly ok: false; readonly errors: readonly FieldError[] }

/**
 * Works a piece out from what was typed, the shop's settings and the good runs in its log: the server freezes this
 * value in a run, and the plan view shows the same one as one types.
 * @param shown units of the sentences, when they are looked at in others than the shop's
 */
export function planDraft(
  draft: CutDraft,
  settings: Settings,
  records: Pick<Records, 'cuts' | 'kerfs' | 'held' | 'divisions'>,
  shown: UnitChoices = settings.units,
): Planned {
  const read = readCut(
    {
      kind: draft.kind,
      work: workOfShape(draft.work),
      rig: cutRigOf(draft.rig, settings),
      usual: draft.usual,
      shop: { altitude: settings.altitude, units: shown },
    },
    { bare: settings.units, decimalMark: settings.decimalMark },
  )
  if (!read.ok) return read
  // the gauges on the wall do not change when somebody looks at the plan in other units
  const { oxygenDivisionPa, fuelDivisionPa } = divisionsOf(settings, records.divisions[draft.torchId ?? ''])
  const rig = {
    ...read.request.rig,
    kerfLog: records.kerfs,
    ownCuts: records.cuts,
    held: records.held,
    oxygenDivisionPa,
    fuelDivisionPa,
  }
  const request: CutRequest = { ...read.request, rig }
  return { ok: true, kind: 'cut', plan: planCut(request), request }
}

/** What lies between two strokes of the gauges, Pa: of the regulators that are fitted, else of the shop's own. */
const divisionsOf = (
  { gauges, units }: Pick<Settings, 'gauges' | 'units'>,
  fitted: Divisions | undefined,
) => ({
  oxygenDivisionPa: fitted?.oxygenPa ?? divisionOf('oxygen', gauges.oxygen, units.pressure),
  fuelDivisionPa: fitted?.fuelPa ?? divisionOf('fuel', gauges.fuel, units.pressure),
})

/** The rows of the shop's methods that a braze is planned by. */
export const brazeMethodsOf = ({ methods }: Pick<Settings, 'methods'>): object =>
  Object.fromEntries(METHOD_NAMES.map((name) => [name, methods[name]]))

/** A braze worked out, or the fields that could not be read. */
export type PlannedBraze = GoodBraze | { readonly ok: false; readonly errors: readonly FieldError[] }

/** The work as its joint reads it: what was typed for another joint stays in the piece, but is not read. */
function brazeWorkOf({ a, b, ...rest }: BrazeWorkDraft): object {
  const { form, parts } = jointFacts(rest.joint)
  if (form === 'round')
    return {
      ...omit(rest, ['overlap', 'length', 'width']),
      a: { ...a, depth: '' },
      b: { metal: b.metal, wall: b.wall, depth: b.depth },
    }
  const flat = (p: typeof a) => ({ metal: p.metal, thickness: p.wall })
  return { ...rest, a: flat(a), ...(parts === 1 ? {} : { b: flat(b) }) }
}

/** How its gases come together, where somebody said. */
const mixingOf = ({ torch }: Pick<RigDraft, 'torch'>): { torchKind?: string } =>
  torch.mixing === '' ? {} : { torchKind: torch.mixing }

/** What of a torch matters for cutting: all but what it is brazed with, save its box; ratings go by its own words. */
function cutRigOf(rig: RigDraft, { limits }: Settings): object {
  const said: Partial<RigDraft> = { ...rig }
  delete said.braze
  delete said.torch
  const { oxygenRating, fuelRating } = rig.torch
  return {
    ...said,
    box: rig.braze.box,
    oxygenRating,
    fuelRating,
    ...mixingOf(rig),
    drawRule: limits.draw,
  }
}

/** What of a torch matters for brazing. */
export const brazeRigOf = (
  { braze, torch, ...rig }: RigDraft,
  { shelf, limits }: Pick<Settings, 'shelf' | 'limits'>,
): object => ({
  oxygenRating: torch.oxygenRating,
  fuelRating: torch.fuelRating,
  drawRule: limits.draw,
  ...mixingOf({ torch }),
  fuel: rig.fuel,
  tipPieces: rig.tipPieces,
  hoseGrade: rig.hoseGrade,
  piping: rig.piping,
  oxygenHose: rig.oxygenHose,
  acetyleneCylinder: rig.acetyleneCylinder,
  acetyleneCylinders: rig.acetyleneCylinders,
  ...braze,
  ...(shelf.length > 0 ? { rods: shelf } : {}),
})

/**
 * Works a braze out from what was typed and the shop's settings, its methods and its shelf.
 * @param shown units of the sentences, when they are looked at in others than the shop's
 */
export function planBrazeDraft(
  draft: BrazeDraft,
  settings: Settings,
  records: Pick<Records, 'brazes' | 'held' | 'divisions'>,
  shown: UnitChoices = settings.units,
): PlannedBraze {
  const read = readBraze(
    {
      kind: 'braze',
      work: brazeWorkOf(draft.work),
      rig: brazeRigOf(draft.rig, settings),
      shop: { altitude: settings.altitude, units: shown, methods: brazeMethodsOf(settings) },
    },
    { bare: settings.units, decimalMark: settings.decimalMark },
  )
  if (!read.ok) return read
  const { oxygenDivisionPa, fuelDivisionPa } = divisionsOf(settings, records.divisions[draft.torchId ?? ''])
  const request: BrazeRequest = {
    ...read.request,
    rig: {
      ...read.request.rig,
      ownBrazes: records.brazes.map((b) => (timedWith(b, draft.torchId) ? b : omit(b, ['flameTimes']))),
      held: records.held,
      oxygenDivisionPa,
      fuelDivisionPa,
    },
  }
  return { ok: true, kind: 'braze', plan: planBraze(request), request }
}

/** A trial heat tells of the torch that it was timed with; one of no torch of the shop's tells of any. */
const timedWith = ({ flameTorch = '' }: OwnBraze, torchId: string | null): boolean =>
  flameTorch === '' || torchId === null || flameTorch === torchId

/**
 * A piece of either kind worked out.
 * @param shown units of the sentences, when they are looked at in others than the shop's
 */
export const planPiece = (
  draft: PieceDraft,
  settings: Settings,
  records: OwnRuns,
  shown: UnitChoices = settings.units,
): Planned | PlannedBraze =>
  draft.kind === 'cut'
    ? planDraft(draft, settings, records, shown)
    : planBrazeDraft(draft, settings, records, shown)
