/** The shop's own chart, grown from its good runs; how it drifts, what changes helped, and how far the estimates are off. */
import { median, robustSpread } from '../learn/statistics.ts'
import { findCause, findSign } from '../check/faults.ts'
import type { PlannedFigure, TriedHere } from './entry.ts'
import { CHART_SPREAD, learn, spreadOfSpan, type Learned } from '../learn/learn.ts'
import { likelySpan, LIKELY_SHARE, type Held, type HeldFigures, type Spanned } from '../span.ts'

/** A run as it was written down, SI. */
export interface GrownFrom {
  readonly at: string
  readonly kind: 'cut' | 'braze'
  readonly fuel: string
  readonly handling: string
  readonly thicknessM: number
  readonly tipOrificeM: number | null
  readonly good: boolean
  readonly used: Readonly<Partial<Record<string, number>>>
  readonly planned: Readonly<Partial<Record<string, PlannedFigure>>>
  readonly tried: TriedHere | null
}

/** What is learnt of a run, by the name under which it was used, and the figure that was planned for it. */
export const GROWN_FIGURES = [
  { used: 'oxygenPressure', planned: ['cuttingOxygenPressure', 'oxygenPressure'] },
  { used: 'fuelPressure', planned: ['fuelPressure'] },
  { used: 'travelSpeed', planned: ['travelSpeed'] },
  { used: 'preheat', planned: ['preheatTime'] },
  { used: 'kerf', planned: ['kerf'] },
  { used: 'timeToTemperature', planned: ['timeToTemperature'] },
  { used: 'fillerLength', planned: ['rodLength'] },
] as const
export type GrownName = (typeof GROWN_FIGURES)[number]['used']

/** A row of the grown chart. */
export interface GrownRow {
  readonly key: string
  readonly kind: 'cut' | 'braze'
  readonly fuel: string
  readonly handling: string
  readonly tipOrificeM: number
  readonly thicknessM: number
  /** Good runs, and all. */
  readonly good: number
  readonly all: number
  readonly figures: Readonly<Partial<Record<GrownName, Learned>>>
  /** How much the median of the newer half lies from that of the older half, a share, where that is more than chance. */
  readonly drift: Readonly<Partial<Record<GrownName, number>>>
}

const plannedFor = (run: GrownFrom, names: readonly string[]) => {
  for (const n of names) {
    const p = run.planned[n]
    if (p) return p
  }
  return undefined
}

/** Runs of the same tip, thickness (to half a millimetre), fuel and way of going. */
const keyOf = (r: GrownFrom) =>
  [r.kind, r.fuel, r.handling, Math.round((r.tipOrificeM ?? 0) * 1e5), Math.round(r.thicknessM * 2000)].join(
    ' ',
  )

/** The runs of one row of the chart, by the row's key, oldest first. */
export const rowOf = (runs: readonly GrownFrom[], key: string): readonly GrownFrom[] =>
  runs.filter((r) => r.tipOrificeM !== null && keyOf(r) === key).sort((a, b) => a.at.localeCompare(b.at))

/** So many runs on each side before a drift is spoken of. */
const DRIFT_RUNS = 4
/** Standard errors that a drift has to pass. */
const DRIFT_SURE = 2.5

/** How far the newer half lies from the older half, a share; undefined when it may be chance. Values in the order of time. */
export function driftOf(values: readonly number[]): number | undefined {
  const half = Math.floor(values.length / 2)
  if (half < DRIFT_RUNS) return undefined
  const logs = values.filter((v) => v > 0).map(Math.log)
  const [old, late] = [logs.slice(0, half), logs.slice(-half)]
  const off = median(late) - median(old)
  const spread = Math.max(0.005, Math.hypot(robustSpread(old), robustSpread(late)) / Math.SQRT2)
  const error = spread * 1.2533 * Math.sqrt(2 / half)
  return Math.abs(off) > DRIFT_SURE * error ? Math.exp(off) - 1 : undefined
}

/** Grows the chart: one row for each tip, thickness and fuel that has a good run. Thinnest first. */
export function growChart(runs: readonly GrownFrom[]): readonly GrownRow[] {
  const groups = new Map<string, GrownFrom[]>()
  for (const r of [...runs].sort((a, b) => a.at.localeCompare(b.at)))
    if (r.tipOrificeM !== null) groups.set(keyOf(r), [...(groups.get(keyOf(r)) ?? []), r])
  return [...groups]
    .flatMap(([key, all]) => {
      const good = all.filter((r) => r.good)
      const [first] = good
      if (!first) return []
      const figures: Partial<Record<GrownName, Learned>> = {}
      const drift: Partial<Record<GrownName, number>> = {}
      for (const { used, planned } of GROWN_FIGURES) {
        const values = good.flatMap((r) => r.used[used] ?? [])
        const expected = good.flatMap((r) => plannedFor(r, planned) ?? [])
        const newest = expected.at(-1)
        const wide = newest && wideOf(newest)
        const prior =
          newest && wide
            ? {
                value: newest.value,
                spread: newest.source === 'worked-out' ? spreadOfSpan(wide.low, wide.high) : CHART_SPREAD,
              }
            : { value: median(values), spread: 0.3 }
        const learned = values.length > 0 ? learn(values, prior) : undefined
        if (learned) figures[used] = learned
        const off = driftOf(values)
        if (off !== undefined) drift[used] = off
      }
      return [
        {
          key,
          kind: first.kind,
          fuel: first.fuel,
          handling: first.handling,
          tipOrificeM: first.tipOrificeM ?? 0,
          thicknessM: median(good.map((r) => r.thicknessM)),
          good: good.length,
          all: all.length,
          figures,
          drift,
        },
      ]
    })
    .sort(
      (a, b) =>
        a.kind.localeCompare(b.kind) * -1 || a.thicknessM - b.thicknessM || a.tipOrificeM - b.tipOrificeM,
    )
}

/** How far Wimble's own estimates of a figure are off from what good runs had. */
export interface Calibration {
  readonly figure: GrownName
  /** Runs that had an estimate to be held against. */
  readonly count: number
  /** Median of logged over estimated. */
  readonly ratio: number
  /** Eight of ten lie within this share of the median. */
  readonly spread: number
  /** How many lay inside the likely span that was stated, and inside the wide one. */
  readonly inside: number
  readonly insideWide: number
  /** How plans move and widen the estimate for it; none while the span holds as it should, or the runs are few. */
  readonly held: Held | null
  readonly pairs: readonly { readonly planned: number; readonly used: number }[]
}

/** The wide span of a figure as it was planned. */
const wideOf = (p: PlannedFigure): Spanned => ({
  value: p.value,
  low: p.outerLow ?? p.low,
  high: p.outerHigh ?? p.high,
})
/** The same before the log moved and widened it. */
function asWorkedOut(p: PlannedFigure): Spanned {
  const wide = wideOf(p)
  const { moved, widened } = p.held ?? { moved: 1, widened: 1 }
  const value = wide.value / moved
  const back = (end: number) => value * (end / wide.value) ** (1 / widened)
  return wide.low > 0 ? { value, low: back(wide.low), high: back(wide.high) } : { ...wide, value }
}
const within = (v: number, { low, high }: { readonly low: number; readonly high: number }) =>
  v >= low && v <= high

/** So many runs before the log has a say in spans; and how many of ten have to lie inside for it to have none. */
const HELD_RUNS = 10
const HELD_WELL = [0.5, 0.8] as const
/** What a likely span is to hold. */
const HELD_AIM = 2 / 3
/** Standard errors that an estimate has to be off before it is moved; the median's error is so much of the mean's. */
const MOVE_SURE = 2
const MEDIAN_ERROR = 1.2533
/** A span is not made narrower than this share of what was worked out, nor wider than so many times. */
const WIDENED = [0.25, 6] as const

/** Settings are what the plan said: that a shop set what it was told to says nothing of the estimate. */
const SET_BY_HAND: ReadonlySet<GrownName> = new Set(['oxygenPressure', 'fuelPressure'])

/** A value that `q` of the values lie under, between neighbours. */
function quantile(sorted: readonly number[], q: number): number {
  const at = q * (sorted.length - 1)
  const [below, above] = [sorted[Math.floor(at)] ?? Number.NaN, sorted[Math.ceil(at)] ?? Number.NaN]
  return below + (at - Math.floor(at)) * (above - below)
}

/**
 * How an estimate is to be moved and its span widened so that two of three of what was logged lie in it; undefined
 * while the runs are few, or between half and eight of ten lie in it as it is. Held against what was worked out, not
 * against what the log had already made of it: so the answer does not chase itself.
 */
function holdTo(pairs: readonly { readonly used: number; readonly was: Spanned }[]): Held | undefined {
  if (pairs.length < HELD_RUNS) return undefined
  const off = pairs.map(({ used, was }) => Math.log(used / was.value))
  const side = (off: number, was: Spanned) =>
    Math.max(1e-3, LIKELY_SHARE * (off < 0 ? Math.log(was.value / was.low) : Math.log(was.high / was.value)))
  const share = (moved: number) =>
    pairs.map((p, i) => {
      const by = (off[i] ?? 0) - moved
      return Math.abs(by) / side(by, p.was)
    })
  const inside = share(0).filter((z) => z <= 1).length / pairs.length
  if (inside >= HELD_WELL[0] && inside <= HELD_WELL[1]) return undefined
  const middle = median(off)
  const error = (MEDIAN_ERROR * Math.max(0.005, robustSpread(off))) / Math.sqrt(off.length)
  const moved = Math.abs(middle) > MOVE_SURE * error ? middle : 0
  const wants = quantile(
    share(moved).sort((a, b) => a - b),
    HELD_AIM,
  )
  const widened = Math.min(WIDENED[1], Math.max(WIDENED[0], wants))
  return { moved: Math.exp(moved), widened, runs: pairs.length }
}

const ESTIMATED = GROWN_FIGURES.filter((f) => !SET_BY_HAND.has(f.used))

/** Good runs that had an estimate (not a chart's or a log's figure) to be held against. */
function estimated(runs: readonly GrownFrom[], { used, planned }: (typeof GROWN_FIGURES)[number]) {
  return runs.flatMap((r) => {
    const p = plannedFor(r, planned)
    const value = r.used[used]
    return r.good &&
      p?.source === 'worked-out' &&
      value !== undefined &&
      value > 0 &&
      p.value > 0 &&
      p.low > 0
      ? [{ planned: p, used: value, was: asWorkedOut(p) }]
      : []
  })
}

/** Holds estimates against good runs, figure by figure; none without at least three. */
export function calibrate(runs: readonly GrownFrom[]): readonly Calibration[] {
  return ESTIMATED.flatMap((figure) => {
    const pairs = estimated(runs, figure)
    if (pairs.length < 3) return []
    const ratios = pairs.map((p) => p.used / p.planned.value).sort((a, b) => a - b)
    const ratio = median(ratios)
    const off = ratios.map((r) => Math.abs(r / ratio - 1)).sort((a, b) => a - b)
    const inside = (of: (p: PlannedFigure) => { readonly low: number; readonly high: number }) =>
      pairs.filter((p) => within(p.used, of(p.planned))).length / pairs.length
    return [
      {
        figure: figure.used,
        count: pairs.length,
        ratio,
        spread: quantile(off, 0.8),
        inside: inside((p) => (p.outerLow === undefined ? likelySpan(wideOf(p)) : p)),
        insideWide: inside(wideOf),
        held: holdTo(pairs) ?? null,
        pairs: pairs.map((p) => ({ planned: p.planned.value, used: p.used })),
      },
    ]
  })
}

/** How the log holds the estimates of plans, by the names of their figures: what plans are then moved and widened by. */
export function heldBy(runs: readonly GrownFrom[]): HeldFigures {
  return Object.fromEntries(
    ESTIMATED.flatMap((figure) => {
      const held = holdTo(estimated(runs, figure))
      return held ? figure.planned.map((name) => [name, held] as const) : []
    }),
  )
}

/** What came of changing one thing for one sign. */
export interface Helped {
  readonly sign: string
  readonly cause: string
  readonly tried: number
  readonly helped: number
}

/** Which changes helped, most tried first. */
export function whatHelped(runs: readonly Pick<GrownFrom, 'tried'>[]): readonly Helped[] {
  const sums = new Map<string, { sign: string; cause: string; tried: number; helped: number }>()
  for (const { tried } of runs) {
    if (!tried) continue
    const key = `${tried.sign} ${tried.cause}`
    const now = sums.get(key) ?? {
      sign: findSign(tried.sign)?.name ?? tried.sign,
      cause: findCause(tried.cause)?.fix ?? tried.cause,
      tried: 0,
      helped: 0,
    }
    sums.set(key, { ...now, tried: now.tried + 1, helped: now.helped + (tried.helped ? 1 : 0) })
  }
  return [...sums.values()].sort((a, b) => b.tried - a.tried)
}
