/** What a plan and its run tell about the causes of a fault: each fact with its words and by how much it weighs. */
import type { BrazePlan, BrazeRequest } from '../braze/types.ts'
import type { CutPlan, CutRequest } from '../cut/types.ts'
import { isThin } from '../cut/thin-plate.ts'
import type { StepRole } from '../line/steps.ts'
import type { CutMark } from './acceptance.ts'
import type { Fact } from './faults.ts'

/** What was done, as the log has it. SI; absent where nobody said. */
export interface Done {
  readonly tipOrificeM?: number | undefined
  readonly oxygenGaugePa?: number | undefined
  readonly fuelGaugePa?: number | undefined
  readonly speed?: number | undefined
  readonly preheatS?: number | undefined
  /** Of which steps were left out. */
  readonly skipped: ReadonlySet<StepRole>
  /** Whoever did it is still learning. */
  readonly learner?: boolean | undefined
  /** How long the steps of a role took together, s. */
  readonly tookS: Readonly<Partial<Record<StepRole, number>>>
}

/** A setting this far off the plan tells something, a share. */
const OFF = 0.06
const NOTHING_DONE: Done = { skipped: new Set(), tookS: {} }

class Facts {
  readonly list: Fact[] = []
  /** Adds a fact if `so`. */
  when(so: boolean, because: string, times: Fact['times']): void {
    if (so) this.list.push({ because, times })
  }
}

/** What a cut's plan and run tell. */
export function factsOfCut(plan: CutPlan, request: CutRequest, done: Done = NOTHING_DONE): readonly Fact[] {
  const facts = new Facts()
  byTip(facts, plan, done)
  bySettings(facts, plan, done)
  byPlate(facts, request, done)
  bySkipped(facts, done)
  byFindings(facts, plan, request)
  return facts.list
}

/** The tip that was used against what the plate takes. */
function byTip(facts: Facts, { figures, detail }: CutPlan, done: Done): void {
  const tip = figures.tipOrifice
  const used = done.tipOrificeM ?? tip?.value
  // the figure's own span always holds the tip that is fitted; the table's is what the plate takes
  const { tipTableM } = detail
  if (used !== undefined && tipTableM) {
    const [low, high] = tipTableM
    facts.when(used > high * 1.001, 'the tip is larger than this plate takes', {
      'tip-large': 3,
      'too-hot-thin': 3,
      'too-hot': 3,
      'preheat-much': 2,
      'tip-small': 0.1,
    })
    facts.when(used < low * 0.999, 'the tip is smaller than this plate takes', {
      'tip-small': 3,
      'preheat-little': 2,
      'oxygen-low': 1.5,
      'tip-large': 0.1,
    })
    facts.when(used >= low * 0.999 && used <= high * 1.001, 'the tip suits this plate', {
      'tip-large': 0.3,
      'tip-small': 0.3,
    })
  }
}

/** How far something that was done lies off the plan, a share of it; undefined where either is not known. */
const against = (value: number | undefined, planned: number | undefined) =>
  value === undefined || planned === undefined || planned === 0 ? undefined : value / planned - 1

/** What was set and how it went against the plan: pace, pressures, preheat. */
function bySettings(facts: Facts, { figures }: CutPlan, done: Done): void {
  const pace = against(done.speed, figures.travelSpeed?.value)
  if (pace !== undefined) {
    facts.when(pace < -OFF, `you went ${percent(pace)} slower than planned`, {
      'too-slow': 4,
      'too-fast': 0.2,
    })
    facts.when(pace > OFF, `you went ${percent(pace)} faster than planned`, {
      'too-fast': 4,
      'too-slow': 0.2,
      'not-through': 1.5,
    })
  }
  const oxygen = against(done.oxygenGaugePa, figures.cuttingOxygenPressure?.value)
  if (oxygen !== undefined) {
    facts.when(oxygen < -OFF, `the oxygen was ${percent(oxygen)} under the plan`, {
      'oxygen-low': 3,
      'oxygen-high': 0.2,
      'wrong-pressures': 2,
    })
    facts.when(oxygen > OFF, `the oxygen was ${percent(oxygen)} over the plan`, {
      'oxygen-high': 3,
      'oxygen-low': 0.2,
      'wrong-pressures': 2,
    })
  }
  const fuel = against(done.fuelGaugePa, figures.fuelPressure?.value)
  if (fuel !== undefined) {
    facts.when(fuel < -OFF, `the fuel was ${percent(fuel)} under the plan`, {
      'preheat-little': 3,
      starved: 3,
      'fuel-high': 0.2,
      'preheat-much': 0.3,
    })
    facts.when(fuel > OFF, `the fuel was ${percent(fuel)} over the plan`, {
      'fuel-high': 3,
      'preheat-much': 3,
      'too-hot': 2,
      'too-hot-thin': 1.5,
      'preheat-little': 0.3,
    })
  }
  const preheat = done.preheatS ?? done.tookS.preheat
  const least = figures.preheatTime?.outerLow
  facts.when(
    preheat !== undefined && least !== undefined && preheat < least,
    'the lever went down before the preheat was due',
    { 'preheat-little': 3, 'not-through': 2 },
  )
}

/** The plate, how it was held, and by whom. */
function byPlate(facts: Facts, { work, rig }: CutRequest, done: Done): void {
  facts.when(work.surface !== 'clean', `the plate was ${work.surface === 'scale' ? 'scaly' : work.surface}`, {
    scale: 3,
  })
  facts.when(work.surface === 'clean', 'the plate was clean', { scale: 0.3 })
  facts.when(rig.guide === 'none', 'no guide was used', { 'no-guide': 3, unsteady: 2, 'kerf-ignored': 2 })
  facts.when(rig.guide !== 'none', 'a guide was used', { 'no-guide': 0.1 })
  facts.when(rig.handling === 'track', 'a track machine led it', { unsteady: 0.3, chasing: 0.1 })
  facts.when(rig.handling === 'hand', 'it was cut by hand', { unsteady: 1.3 })
  const thin = isThin(work.thicknessM)
  // on thin plate the fuel is looked at first, whatever else was seen
  facts.when(thin, 'the plate is thin', {
    'too-hot-thin': 3,
    'fuel-high': 3,
    'preheat-much': 3,
    'too-hot': 2,
    upright: 2,
    'torch-raised': 2,
    chasing: 1.5,
    'cold-thick': 0.05,
  })
  facts.when(!thin, 'the plate is not thin', { 'too-hot-thin': 0.3, upright: 0.3, 'torch-raised': 0.2 })
  facts.when(done.learner === true, 'most beginners go too slowly', { 'too-slow': 4 })
  facts.when(work.weather === 'wet', 'the plate was wet', { 'preheat-little': 2, pocket: 2 })
  facts.when(work.thicknessM >= 0.0254 && done.skipped.has('warm-line'), 'the line was not warmed first', {
    'cold-thick': 3,
  })
  facts.when(work.thicknessM < 0.0254, 'the plate is not thick', { 'cold-thick': 0.2 })
}

/** Steps that were left out. */
function bySkipped(facts: Facts, done: Done): void {
  facts.when(done.skipped.has('guide'), 'the step that sets guide and height was left out', {
    'too-close': 1.5,
    'too-high': 1.5,
    'cones-in': 1.5,
    'not-square': 2,
    'guide-side': 2,
  })
  facts.when(
    done.skipped.has('trim') || done.skipped.has('retrim'),
    'the flame was not trimmed with the lever down',
    { 'preheat-much': 2, 'handle-valve': 3, 'oxygen-low': 1.5 },
  )
  facts.when(done.skipped.has('look-over'), 'the tip was not looked at before', {
    'dirty-tip': 2,
    'dirty-bore': 2,
    'loose-seat': 2,
  })
}

/** What the plan knew beforehand. */
function byFindings(facts: Facts, plan: CutPlan, { rig }: CutRequest): void {
  const { figures } = plan
  facts.when((figures.carbonEquivalent?.value ?? 0) > 0.45, 'this steel hardens', {
    'high-carbon': 4,
    'no-preheat': 3,
  })
  const has = (code: string) => plan.findings.some((f) => f.code === code)
  facts.when(has('oxygen-runs-out') || has('fuel-runs-out'), 'the cylinder was known to be low', {
    'cylinder-low': 4,
  })
  facts.when(plan.tip.verdict === 'slow', 'the plan knew that the tip is slow on this plate', {
    'tip-small': 3,
    'too-fast': 2,
    'oxygen-low': 1.5,
  })
  facts.when(rig.oxygenPurity < 0.99, 'the oxygen was known to be impure', {
    'too-fast': 2,
    'oxygen-low': 2,
  })
  facts.when(has('cold-plate'), 'the plan knew the plate to be cold or damp', {
    'preheat-little': 2,
    'cold-thick': 1.5,
  })
  facts.when(has('hose-drop'), 'the hose is long or narrow', {
    'oxygen-low': 2,
    'hose-drop': 3,
    'hose-small': 3,
  })
  // a note of the same code only tells what size would do
  facts.when(
    plan.findings.some((f) => f.code === 'cylinder-draw' && f.rank === 'stop'),
    'the draw is more than the cylinder may give',
    { 'draw-limit': 3 },
  )
  facts.when(figures.kerf?.source === 'worked-out', 'the kerf was only estimated', { 'kerf-ignored': 2 })
}

/** What a braze's plan and run tell. */
export function factsOfBraze(
  plan: BrazePlan,
  { work, rig }: BrazeRequest,
  done: Done = NOTHING_DONE,
): readonly Fact[] {
  const facts = new Facts()
  const { figures } = plan
  const has = (code: string) => plan.findings.some((f) => f.code === code)
  const purged = figures.purgeFlow !== undefined
  facts.when(purged && done.skipped.has('nitrogen-on'), 'the nitrogen was left out', {
    'no-purge': 10,
    'purge-pressure': 0.1,
  })
  facts.when(purged && done.skipped.has('nitrogen-sweep'), 'the sweep before the flame was left out', {
    'purge-short': 5,
  })
  facts.when(purged && done.skipped.has('nitrogen-hold'), 'the nitrogen was shut while it was hot', {
    'air-after': 5,
  })
  facts.when(purged && !done.skipped.has('nitrogen-on') && done !== NOTHING_DONE, 'nitrogen was flowing', {
    'no-purge': 0.05,
  })
  facts.when(!purged, 'the plan has no nitrogen', {
    'no-purge': 3,
    'purge-pressure': 0.05,
    'exit-blocked': 0.05,
  })
  const heat = figures.timeToTemperature
  const took = done.tookS.heat
  if (heat) {
    facts.when(heat.value > 120, 'the plan’s tip takes long to get it hot', {
      'braze-tip-small': 3,
      'too-long': 2,
      'no-flux': 2,
      'cup-cold': 2,
    })
    facts.when(took !== undefined && took > heat.outerHigh, 'heating took longer than the plan’s span', {
      'too-long': 3,
      'braze-tip-small': 2,
      'no-flux': 2,
    })
    facts.when(took !== undefined && took < heat.outerLow, 'heating was shorter than the plan’s span', {
      'cold-work': 3,
      'lip-only': 2,
      'cup-cold': 2,
      'too-cool': 3,
      'filler-by-flame': 1.5,
    })
  }
  const gap = figures.clearanceHot ?? figures.clearanceCold
  facts.when(gap !== undefined && gap.value > 0.00015, 'the gap is wide', { 'gap-wide': 3, overfed: 1.5 })
  facts.when(!work.clearanceGiven, 'the gap was not measured', { 'out-of-round': 1.5, 'gap-wide': 1.5 })
  facts.when(work.surface !== 'clean', `the surface was ${work.surface}`, {
    dirty: 3,
    galvanised: work.surface === 'galvanised' ? 10 : 1,
  })
  facts.when(work.surface === 'clean', 'the surface was given as clean', { dirty: 0.7, galvanised: 0.1 })
  facts.when(work.attitudeRad < -0.2, 'the mouth is down', { 'mouth-down': 3 })
  facts.when(work.attitudeRad >= -0.2, 'the mouth is not down', { 'mouth-down': 0.05 })
  facts.when(plan.choice.flux === 'none', 'this filler needs no flux on this metal', {
    'no-flux': 0.1,
    'little-flux': 0.1,
    'flux-class': 0.1,
  })
  facts.when(plan.choice.flux !== 'none' && done.skipped.has('flux'), 'the flux was left out', {
    'no-flux': 5,
  })
  facts.when(has('override'), 'a filler was taken against the plan', {
    'wrong-filler': 4,
    phosphorus: 3,
  })
  facts.when(
    /^BCuP/.test(plan.choice.filler ?? '') &&
      [work.a, work.b].some((p) => /steel|iron|nickel|stainless/.test(p.metal.key)),
    'the filler holds phosphorus and the metal iron or nickel',
    { phosphorus: 10, 'wrong-filler': 5 },
  )
  facts.when(!/^BCuP/.test(plan.choice.filler ?? ''), 'the filler holds no phosphorus', { phosphorus: 0.05 })
  facts.when(work.skill === 'learning', 'whoever brazes is learning', {
    'lip-only': 1.5,
    'filler-by-flame': 1.5,
    overfed: 1.5,
  })
  facts.when(done.skipped.has('set') || done.skipped.has('cool'), 'the cooling was left out', {
    moved: 3,
    'cooled-fast': 3,
  })
  const set = figures.setTime?.value
  facts.when(
    set !== undefined && done.tookS.set !== undefined && done.tookS.set < set,
    'it was not held still until it had set',
    { moved: 4 },
  )
  const iron = /iron/.test(work.a.metal.key) || /iron/.test(work.b.metal.key)
  facts.when(!iron, 'there is no cast iron in it', { 'casting-fast': 0.1, graphite: 0.05 })
  facts.when(!/alumin/.test(work.a.metal.key), 'there is no aluminium in it', { 'al-glow': 0.05 })
  facts.when(
    !/brass|bronze/.test(work.a.metal.key + work.b.metal.key) && !/Zn/.test(plan.choice.filler ?? ''),
    'there is no zinc in it',
    { 'zinc-boiled': 0.1 },
  )
  facts.when(
    rig.torches === 1 && (work.a.outsideDiameterM ?? 0) > 0.042,
    'it is a large joint for one torch',
    { 'braze-tip-small': 2, 'uneven-heat': 2, 'poor-reach': 2 },
  )
  facts.when(done.skipped.has('fit'), 'fitting and marking were left out', {
    'not-home': 3,
    'no-overlap': 3,
    'out-of-round': 2,
  })
  return facts.list
}

const percent = (share: number) => `${Math.round(Math.abs(share) * 100)} %`

/** What a check of a cut ticked, as signs that the fault finder knows. */
const SIGNS_OF_EDGE: Readonly<Partial<Record<string, string>>> = {
  rounded: 'top-melted',
  ridged: 'saw-toothed',
  gouged: 'gouges',
  leaning: 'drag-leans',
}
const SIGNS_OF_MARK: Readonly<Partial<Record<string, string>>> = {
  stop: 'cut-lost',
  melted: 'top-melted',
  gouge: 'gouges',
  slag: 'slag-sticks',
  drag: 'drag-leans',
}

/** What a check of a cut ticks, by its words; what was not seen among them. */
interface Ticked {
  readonly edge: string
  readonly slag: string
  readonly drop: string
  readonly marks: readonly Pick<CutMark, 'kind'>[]
}

/**
 * The signs that a cut's check has ticked already: its edge, its slag, its marks, and whether it dropped.
 * @returns ids of signs, each once
 */
export function signsOfCut(told: Ticked): readonly string[] {
  const signs = [
    SIGNS_OF_EDGE[told.edge],
    told.slag === 'chisel' || told.slag === 'grind' ? 'slag-sticks' : undefined,
    told.drop === 'no' ? 'closes-behind' : undefined,
    ...told.marks.map((m) => SIGNS_OF_MARK[m.kind]),
  ]
  return [...new Set(signs.filter((s) => s !== undefined))]
}
