/** The shop's own chart, grown from its good runs; how it drifts, what changes helped, and how far the estimates are off. */
import { median, robustSpread } from '../learn/statistics.ts'
import { findCause, findSign } from '../check/faults.ts'
import type { PlannedFigure, TriedHere } from './entry.ts'
import { CHART_SPREAD, learn, spreadOfSpan, type Learned } from '../learn/learn.ts'

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
        const prior = newest
          ? {
              value: newest.value,
              spread: newest.source === 'worked-out' ? spreadOfSpan(newest.low, newest.high) : CHART_SPREAD,
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
  readonly count: number
  /** Median of logged over estimated. */
  readonly ratio: number
  /** Eight of ten lie within this share of the median. */
  readonly spread: number
  /** How many lay inside the span that was stated. */
  readonly inside: number
  readonly pairs: readonly { readonly planned: number; readonly used: number }[]
}

const quantile = (sorted: readonly number[], q: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? Number.NaN

/** Holds estimates (not charts, not the log) against good runs, figure by figure; none without at least three. */
export function calibrate(runs: readonly GrownFrom[]): readonly Calibration[] {
  return GROWN_FIGURES.flatMap(({ used, planned }) => {
    const pairs = runs.flatMap((r) => {
      const p = plannedFor(r, planned)
      const value = r.used[used]
      return r.good && p?.source === 'worked-out' && value !== undefined && p.value > 0
        ? [{ planned: p.value, used: value, inside: value >= p.low && value <= p.high }]
        : []
    })
    if (pairs.length < 3) return []
    const ratios = pairs.map((p) => p.used / p.planned).sort((a, b) => a - b)
    const ratio = median(ratios)
    const off = ratios.map((r) => Math.abs(r / ratio - 1)).sort((a, b) => a - b)
    return [
      {
        figure: used,
        count: pairs.length,
        ratio,
        spread: quantile(off, 0.8),
        inside: pairs.filter((p) => p.inside).length / pairs.length,
        pairs: pairs.map(({ planned: x, used: y }) => ({ planned: x, used: y })),
      },
    ]
  })
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
