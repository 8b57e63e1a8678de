/** What came out, as typed, read into what the log keeps: the same on the page as one types, and at the server. */
import {
  DIAL_PLACES,
  judgeCut,
  judgeJoint,
  STRIP_PLACES,
  type CutLimits,
  type JointLimits,
} from '#core/check/acceptance.ts'
import { isRoundJoint } from '#core/braze/index.ts'
import type { BrazePlan } from '#core/braze/types.ts'
import type { CutPlan } from '#core/cut/types.ts'
import { ROD_AREA_M2, SOUND } from '#core/braze/joint.ts'
import { sameOrifice } from '#core/cut/tip.ts'
import type { Bounds } from '#core/fields/bounds.ts'
import { BRAZE_RESULT, CUT_RESULT } from '#core/record/fields.ts'
import { Reader, readFields } from '#core/fields/reader.ts'
import { ACCEPTANCE } from '#core/shop/fields.ts'
import { readResult, readUsed } from '#core/fields/result.ts'
import type { FieldError, Figure } from '#core/figure.ts'
import type { BrazeResult, CutResult, Planned } from '#core/record/entry.ts'
import { metalsOf } from '#core/braze/own.ts'
import { planBraze } from '#core/braze/index.ts'
import { flameTimesOf } from '#core/braze/trial-heat.ts'
import { NO_RUNS, planPiece, type GoodBraze } from './plan-of.ts'
import type {
  AcceptanceDraft,
  BrazeLogDraft,
  CutLogDraft,
  LogDraft,
  PieceDraft,
  Settings,
} from '#contract/schemas.ts'

/** The places of a joint of this kind that are looked at. */
export const placesOf = (joint: string): readonly string[] =>
  isRoundJoint(joint) ? DIAL_PLACES : STRIP_PLACES

/** The shop's own limits; what is left blank is as usual. */
export function readAcceptance(
  said: AcceptanceDraft,
  { units, decimalMark }: Pick<Settings, 'units' | 'decimalMark'>,
): { readonly cut: CutLimits; readonly joint: JointLimits; readonly errors: readonly FieldError[] } {
  const r = new Reader(units, decimalMark, true)
  const { fillet, pinholes, movedM, penetration, ...cut } = readFields(r, said, ACCEPTANCE, 'acceptance')
  return { cut, joint: { fillet, pinholes, movedM, penetration }, errors: r.errors }
}

/** The piece that was worked on, as it was planned: of its run, else as it stands. */
export interface WorkedOn {
  readonly draft: PieceDraft
  readonly plan: CutPlan | BrazePlan
  /** Of the plate, or of the first part's wall. */
  readonly thicknessM: number
  readonly outsideDiameterM?: number | undefined
  /** A braze by the usual flame, with nothing of the log: what a timed heat is held against. */
  readonly usual?: GoodBraze | undefined
}

/** The piece that was worked on: by the plan of its run, else as it would be planned now; undefined when it cannot be read. */
export function workedOn(
  draft: PieceDraft,
  settings: Settings,
  ran?: CutPlan | BrazePlan,
): WorkedOn | undefined {
  const planned = planPiece(draft, settings, NO_RUNS)
  if (!planned.ok) return undefined
  const plan = ran ?? planned.plan
  const { work } = planned.request
  return 'a' in work
    ? {
        draft,
        plan,
        thicknessM: work.a.wallM,
        outsideDiameterM: work.a.outsideDiameterM,
        ...(planned.kind === 'braze' ? { usual: planned } : {}),
      }
    : { draft, plan, thicknessM: work.thicknessM }
}

const KEPT = [
  'tipOrifice',
  'cuttingOxygenPressure',
  'oxygenPressure',
  'fuelPressure',
  'travelSpeed',
  'preheatTime',
  'kerf',
  'timeToTemperature',
  'rodLength',
]

/** The figures of a plan that what came out is held against later. */
export function plannedOf(plan: CutPlan | BrazePlan): Planned {
  const figures: Readonly<Partial<Record<string, Figure>>> = plan.figures
  return Object.fromEntries(
    KEPT.flatMap((name) => {
      const f = figures[name]
      if (!f) return []
      const { value, low, high, outerLow, outerHigh, source, hoseDropPa, held } = f
      const told = { value, low, high, outerLow, outerHigh, source }
      return [
        [
          name,
          {
            ...told,
            ...(hoseDropPa === undefined ? {} : { hoseDrop: hoseDropPa }),
            ...(held === undefined ? {} : { held }),
          },
        ],
      ]
    }),
  )
}

export type EntryRead =
  | { readonly ok: true; readonly told: CutResult | BrazeResult }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

/** Reads what came out and judges it by the shop's limits. */
export function readEntry(entry: LogDraft, on: WorkedOn, settings: Settings): EntryRead {
  const r = new Reader(settings.units, settings.decimalMark, true)
  const limits = readAcceptance(settings.acceptance, settings)
  const told =
    entry.kind === 'cut' ? readCutEntry(r, entry, on, limits.cut) : readBrazeEntry(r, entry, on, limits.joint)
  return r.errors.length > 0 ? { ok: false, errors: r.errors } : { ok: true, told }
}

/** The size of the part, as drawn and as measured: both, or neither. */
function readSize(r: Reader, e: CutLogDraft): CutResult['size'] {
  const wanted = readUsed(r, e.sizeWanted, 'sizeWanted', CUT_RESULT.sizeWanted)
  const measured = readUsed(r, e.sizeMeasured, 'sizeMeasured', CUT_RESULT.sizeMeasured)
  if ((wanted === null) !== (measured === null) && r.errors.length === 0)
    r.fail(wanted === null ? 'sizeWanted' : 'sizeMeasured', 'Give both sizes: as drawn, and as measured.')
  return wanted && measured ? { wanted, measured, edges: e.sizeEdges === '2' ? 2 : 1 } : null
}

function readCutEntry(r: Reader, e: CutLogDraft, on: WorkedOn, limits: CutLimits): CutResult {
  const told = readResult(r, e, CUT_RESULT)
  const size = readSize(r, e)
  const { edge, slag, drop, marks } = told
  return {
    kind: 'cut',
    ...told,
    size,
    verdict: judgeCut(
      {
        edge,
        slag,
        drop,
        marks,
        dragM: told.drag?.si,
        outOfSquareM: told.outOfSquare?.si,
        size: size ? { wantedM: size.wanted.si, measuredM: size.measured.si, edges: size.edges } : undefined,
      },
      on.thicknessM,
      limits,
    ),
    planned: plannedOf(on.plan),
  }
}

const QUARTER: Bounds = { kind: 'share', min: 0, max: 1, what: 'a quarter', says: '0 to 100 %' }

/**
 * What the flame of a trial heat gave, over what is usual; 0 where none was timed. Such a time as no flame of that tip comes
 * to is refused.
 */
function readTrialHeat(r: Reader, used: BrazeResult['used'], { usual }: WorkedOn): number {
  const seconds = used.trialHeat?.si
  if (seconds === undefined || !usual) return 0
  const orificeM = used.tipOrifice?.si
  const chosen = usual.plan.figures.tipOrifice?.value
  const { request } = usual
  // another tip than was planned was timed: what the usual flame of that one would do
  const plan =
    orificeM === undefined || (chosen !== undefined && sameOrifice(orificeM, chosen))
      ? usual.plan
      : planBraze({ ...request, rig: { ...request.rig, box: [], chart: [], tipOrificeM: orificeM } })
  const times = flameTimesOf(request, plan, seconds)
  if (times === undefined)
    r.fail(
      'used.trialHeat',
      'No flame of this tip takes so long, or is so quick, on this joint: is it the time from the flame on the work until the rod ran, and is it this tip?',
    )
  return times ?? 0
}

function readBrazeEntry(r: Reader, e: BrazeLogDraft, on: WorkedOn, limits: JointLimits): BrazeResult {
  const work = on.draft.kind === 'braze' ? on.draft.work : undefined
  const told = readResult(r, e, BRAZE_RESULT)
  const quarters = e.penetration.map((q, i) => r.maybe(q, `penetration.${i}`, QUARTER))
  const given = quarters.filter((q) => q !== undefined)
  if (given.length !== 0 && given.length !== 4 && r.errors.length === 0)
    r.fail(`penetration.${quarters.findIndex((q) => q === undefined)}`, 'Give all four quarters.')
  const [first, second, third, fourth] = given
  const penetration =
    first === undefined || second === undefined || third === undefined || fourth === undefined
      ? undefined
      : ([first, second, third, fourth] as const)
  const joint = work?.joint ?? 'socket'
  const rod = work?.rodSection ?? ''
  const { places, fluxOff, inside, farEnd, outside, letGo, breaking, leakPath } = told
  const flameTimes = readTrialHeat(r, told.used, on)
  const { jointStrength, partStrength } = on.plan.kind === 'braze' ? on.plan.figures : {}
  return {
    kind: 'braze',
    ...told,
    joint,
    metals: work ? metalsOf(work.a.metal, work.b.metal || work.a.metal) : '',
    filler: on.plan.kind === 'braze' ? (on.plan.choice.filler ?? '') : '',
    outsideDiameterM: on.outsideDiameterM ?? 0,
    flameTimes,
    // a heat that was not timed tells of no torch
    flameTorch: flameTimes > 0 ? (on.draft.torchId ?? '') : '',
    rodAreaM2: (ROD_AREA_M2 as Readonly<Partial<Record<string, number>>>)[rod] ?? 0,
    penetration: penetration ?? null,
    verdict: judgeJoint(
      {
        places,
        fluxOff,
        movedM: told.moved?.si,
        inside,
        farEnd,
        outside,
        letGo: breaking === 'none' ? undefined : letGo,
        unswept: on.plan.findings.some((f) => f.code === 'nitrogen-left-out'),
        holdsTimes:
          jointStrength && partStrength ? jointStrength.value / partStrength.value / SOUND : undefined,
        breaking,
        penetration,
        leakPath,
      },
      placesOf(joint),
      limits,
    ),
    planned: plannedOf(on.plan),
  }
}
