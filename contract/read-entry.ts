/** What came out, as typed, read into what the book keeps: the same on the page as one types, and at the server. */
import {
  DIAL_PLACES,
  judgeCut,
  judgeJoint,
  STRIP_PLACES,
  USUAL_CUT_LIMITS,
  USUAL_JOINT_LIMITS,
  type CutLimits,
  type JointLimits,
} from '#core/check/acceptance.ts'
import { isRoundJoint } from '#core/braze/index.ts'
import type { BrazePlan } from '#core/braze/types.ts'
import type { CutPlan } from '#core/cut/types.ts'
import { ROD_AREA_M2 } from '#core/braze/joint.ts'
import type { FieldError, Figure } from '#core/figure.ts'
import type { BrazeTold, CutTold, Planned, Used } from '#core/record/entry.ts'
import { metalsOf } from '#core/record/own.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import { readTyped } from './typed.ts'
import type {
  AcceptanceDraft,
  BrazeLogDraft,
  CutLogDraft,
  LogDraft,
  PieceDraft,
  Settings,
} from './schemas.ts'

/** The places of a joint of this kind that are looked at. */
export const placesOf = (joint: string): readonly string[] =>
  isRoundJoint(joint) ? DIAL_PLACES : STRIP_PLACES

/** The longest that could be true, SI. */
const MOST = { length: 5, pressure: 3.5e6, speed: 0.2, time: 24 * 3600, share: 1 } as const
type ReadKind = keyof typeof MOST

class Typed {
  readonly errors: FieldError[] = []

  constructor(private readonly settings: Settings) {}

  /** Above nothing, or with `orNone` nothing as well. */
  used(text: string, kind: ReadKind, field: string, most: number = MOST[kind], orNone = false): Used | null {
    if (text.trim() === '') return null
    const read = readTyped(text, kind, this.settings)
    if (!read.ok) {
      this.errors.push({ field, message: read.message, ...(read.choices ? { choices: read.choices } : {}) })
      return null
    }
    const none = read.value === 0 && orNone
    if (read.absolute || !((read.value > 0 || none) && read.value <= most)) {
      this.errors.push({ field, message: `“${text}” cannot be what it was.` })
      return null
    }
    return { text, si: read.value }
  }

  count(text: string, field: string, usual: number): number {
    const n = Number(text.trim() === '' ? usual : text)
    if (Number.isInteger(n) && n >= 0 && n <= 1000) return n
    this.errors.push({ field, message: 'A whole number, or nothing.' })
    return usual
  }
}

/** The shop's own limits; what is left blank is as usual. */
export function readAcceptance(
  a: AcceptanceDraft,
  settings: Settings,
): { readonly cut: CutLimits; readonly joint: JointLimits; readonly errors: readonly FieldError[] } {
  const t = new Typed(settings)
  const at = (name: string) => `acceptance.${name}`
  const limit = (text: string, kind: ReadKind, name: string, usual: number) =>
    t.used(text, kind, at(name), MOST[kind], true)?.si ?? usual
  const count = (text: string, name: string, usual: number) => t.count(text, at(name), usual)
  const [onCut, onJoint] = [USUAL_CUT_LIMITS, USUAL_JOINT_LIMITS]
  const cut: CutLimits = {
    worstSlag: a.worstSlag,
    gouges: count(a.gouges, 'gouges', onCut.gouges),
    stops: count(a.stops, 'stops', onCut.stops),
    dragShare: limit(a.drag, 'share', 'drag', onCut.dragShare),
    outOfSquareM: limit(a.outOfSquare, 'length', 'outOfSquare', onCut.outOfSquareM),
    sizeM: limit(a.size, 'length', 'size', onCut.sizeM),
  }
  const joint: JointLimits = {
    fillet: limit(a.fillet, 'share', 'fillet', onJoint.fillet),
    pinholes: count(a.pinholes, 'pinholes', onJoint.pinholes),
    movedM: limit(a.moved, 'length', 'moved', onJoint.movedM),
    penetration: limit(a.penetration, 'share', 'penetration', onJoint.penetration),
  }
  return { cut, joint, errors: t.errors }
}

/** The piece that was worked on, as it was planned: of its run, else as it stands. */
export interface WorkedOn {
  readonly draft: PieceDraft
  readonly plan: CutPlan | BrazePlan
  /** Of the plate, or of the first part's wall. */
  readonly thicknessM: number
  readonly outsideDiameterM?: number | undefined
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
    ? { draft, plan, thicknessM: work.a.wallM, outsideDiameterM: work.a.outsideDiameterM }
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
      const drop = f.from['hoseDrop']
      const { value, low, high, source } = f
      return [[name, { value, low, high, source, ...(typeof drop === 'number' ? { hoseDrop: drop } : {}) }]]
    }),
  )
}

export type EntryRead =
  | { readonly ok: true; readonly told: CutTold | BrazeTold }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

/** Reads what came out and judges it by the shop's limits. */
export function readEntry(entry: LogDraft, on: WorkedOn, settings: Settings): EntryRead {
  const t = new Typed(settings)
  const limits = readAcceptance(settings.acceptance, settings)
  const told =
    entry.kind === 'cut' ? readCutEntry(t, entry, on, limits.cut) : readBrazeEntry(t, entry, on, limits.joint)
  return t.errors.length > 0 ? { ok: false, errors: t.errors } : { ok: true, told }
}

function readCutEntry(t: Typed, e: CutLogDraft, on: WorkedOn, limits: CutLimits): CutTold {
  const used: CutTold['used'] = {
    tipOrifice: t.used(e.used.tipOrifice, 'length', 'used.tipOrifice', 0.01),
    oxygenPressure: t.used(e.used.oxygenPressure, 'pressure', 'used.oxygenPressure'),
    fuelPressure: t.used(e.used.fuelPressure, 'pressure', 'used.fuelPressure'),
    travelSpeed: t.used(e.used.travelSpeed, 'speed', 'used.travelSpeed'),
    preheat: t.used(e.used.preheat, 'time', 'used.preheat', 3600),
  }
  const kerf = t.used(e.kerf, 'length', 'kerf', 0.05)
  const drag = t.used(e.drag, 'length', 'drag', 0.3, true)
  const outOfSquare = t.used(e.outOfSquare, 'length', 'outOfSquare', 0.1, true)
  const wanted = t.used(e.sizeWanted, 'length', 'sizeWanted', 20)
  const measured = t.used(e.sizeMeasured, 'length', 'sizeMeasured', 20)
  if ((wanted === null) !== (measured === null) && t.errors.length === 0)
    t.errors.push({
      field: wanted === null ? 'sizeWanted' : 'sizeMeasured',
      message: 'Give both sizes: as drawn, and as measured.',
    })
  const edges = e.sizeEdges === '2' ? 2 : 1
  const size = wanted && measured ? { wanted, measured, edges: edges as 1 | 2 } : null
  return {
    kind: 'cut',
    used,
    edge: e.edge,
    slag: e.slag,
    drop: e.drop,
    kerf,
    marks: e.marks,
    drag,
    outOfSquare,
    size,
    breaking: e.breaking,
    verdict: judgeCut(
      {
        edge: e.edge,
        slag: e.slag,
        drop: e.drop,
        marks: e.marks,
        dragM: drag?.si,
        outOfSquareM: outOfSquare?.si,
        size: size ? { wantedM: size.wanted.si, measuredM: size.measured.si, edges: size.edges } : undefined,
      },
      on.thicknessM,
      limits,
    ),
    planned: plannedOf(on.plan),
    lot: e.lot,
    cylinder: e.cylinder,
    note: e.note,
    tried: e.tried,
  }
}

function readBrazeEntry(t: Typed, e: BrazeLogDraft, on: WorkedOn, limits: JointLimits): BrazeTold {
  const work = on.draft.kind === 'braze' ? on.draft.work : undefined
  const used: BrazeTold['used'] = {
    tipOrifice: t.used(e.used.tipOrifice, 'length', 'used.tipOrifice', 0.01),
    oxygenPressure: t.used(e.used.oxygenPressure, 'pressure', 'used.oxygenPressure'),
    fuelPressure: t.used(e.used.fuelPressure, 'pressure', 'used.fuelPressure'),
    timeToTemperature: t.used(e.used.timeToTemperature, 'time', 'used.timeToTemperature', 4 * 3600),
    fillerLength: t.used(e.used.fillerLength, 'length', 'used.fillerLength', 20),
  }
  const moved = t.used(e.moved, 'length', 'moved', 0.2, true)
  const quarters = e.penetration.map((q, i) => t.used(q, 'share', `penetration.${i}`, 1, true)?.si ?? null)
  const given = quarters.filter((q): q is number => q !== null)
  if (given.length !== 0 && given.length !== 4 && t.errors.length === 0)
    t.errors.push({
      field: `penetration.${quarters.findIndex((q) => q === null)}`,
      message: 'Give all four quarters.',
    })
  const penetration = given.length === 4 ? (given as [number, number, number, number]) : undefined
  const joint = work?.joint ?? 'socket'
  const rod = work?.rodSection ?? ''
  return {
    kind: 'braze',
    used,
    joint,
    metals: work ? metalsOf(work.a.metal, work.b.metal || work.a.metal) : '',
    filler: on.plan.kind === 'braze' ? (on.plan.choice.filler ?? '') : '',
    outsideDiameterM: on.outsideDiameterM ?? 0,
    rodAreaM2: (ROD_AREA_M2 as Readonly<Partial<Record<string, number>>>)[rod] ?? 0,
    places: e.places,
    fluxOff: e.fluxOff,
    moved,
    inside: e.inside,
    breaking: e.breaking,
    penetration: penetration ?? null,
    leakPath: e.leakPath,
    verdict: judgeJoint(
      {
        places: e.places,
        fluxOff: e.fluxOff,
        movedM: moved?.si,
        inside: e.inside,
        breaking: e.breaking,
        penetration,
        leakPath: e.leakPath,
      },
      placesOf(joint),
      limits,
    ),
    planned: plannedOf(on.plan),
    lot: e.lot,
    cylinder: e.cylinder,
    note: e.note,
    tried: e.tried,
  }
}
