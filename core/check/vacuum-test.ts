/**
 * The rise after a pump is isolated: a straight climb is a leak, a climb that flattens under water's vapour pressure
 * is moisture, level is dry and tight. Curves are fitted and compared by AICc.
 */
import type { HoldReading } from './readings.ts'
import type { VacuumVerdict } from './verdicts.ts'
import { aicc, fitLine, stepShown, sumOfSquares, tQuantile, widenedByLag } from '../learn/statistics.ts'

/** 500 micron: the usual depth. Pa absolute. */
export const VACUUM_TARGET_PA = (500 * 101_325) / 760_000
/** What a verdict wants at least. */
export const LEAST_HOLD_S = 600
export const LEAST_READINGS = 20
/** The share of the target that a vacuum gauge could just show over the hold: what a rise has to pass to count. */
const SHOWN_SHARE = 0.05
/** So much better has one curve to be than another to be believed, in AICc. */
const BETTER = 4
/** Ice to steam: a vapour pressure is told between these, K. */
const MAGNUS = { a: 611.2, b: 17.62, c: 243.12 } as const

/** Vapour pressure of water over liquid, Pa; Magnus, within 1 % from −20 to 60 °C. 611 Pa at 0 °C, 2340 at 20 °C. */
export function waterVapourPa(temperatureK: number): number {
  const c = temperatureK - 273.15
  return MAGNUS.a * Math.exp((MAGNUS.b * c) / (MAGNUS.c + c))
}

export interface VacuumAsked {
  readonly readings: readonly HoldReading[]
  readonly volumeM3?: number | undefined
  readonly targetPaAbs?: number | undefined
}

/** A curve through the readings, Pa against seconds from the first. */
export interface VacuumCurve {
  readonly name: 'level' | 'leak' | 'moisture' | 'both'
  readonly aicc: number
  readonly at: (seconds: number) => number
}

export interface VacuumResult {
  readonly verdict: VacuumVerdict
  /** Steady climb, Pa/s, or Pa·m³/s when the volume is known; a leak into the line is positive. */
  readonly rate: number
  /** Half of its 95 % interval. */
  readonly uncertainty: number
  /** The steady climb that would just count over this hold, in the unit of `rate`. */
  readonly limit: number
  readonly targetPaAbs: number
  readonly lastPaAbs: number
  /** Where it would level out, if it flattens, Pa absolute. */
  readonly levelPaAbs?: number | undefined
  readonly vapourPa: number
  readonly holdS: number
  readonly count: number
  readonly curves: readonly VacuumCurve[]
  readonly waitS?: number | undefined
  readonly because: string
}

interface Exponential {
  readonly level: number
  readonly start: number
  readonly tau: number
  readonly slope: number
  readonly squares: number
  /** Standard error of `slope`, per unit of scatter; 0 without a slope. */
  readonly slopeRoot: number
}

/** p = c₀ + c₁·e^(−t/τ) (+ c₂·t) for a given τ, by the normal equations of two or three columns. */
function fitGiven(
  t: readonly number[],
  p: readonly number[],
  tau: number,
  steady: boolean,
): Exponential | undefined {
  const span = t.at(-1) ?? 1
  const columns = (s: number) => (steady ? [1, Math.exp(-s / tau), s / span] : [1, Math.exp(-s / tau)])
  const k = steady ? 3 : 2
  const m = Array.from({ length: k }, () => new Array<number>(2 * k + 1).fill(0))
  t.forEach((s, i) => {
    const x = columns(s)
    for (let a = 0; a < k; a++) {
      const row = m[a]
      if (!row) continue
      for (let b = 0; b < k; b++) row[b] = (row[b] ?? 0) + (x[a] ?? 0) * (x[b] ?? 0)
      row[2 * k] = (row[2 * k] ?? 0) + (x[a] ?? 0) * (p[i] ?? 0)
    }
  })
  m.forEach((row, a) => (row[k + a] = 1))
  // Gauss and Jordan with pivots: the inverse comes along for the slope's error
  for (let c = 0; c < k; c++) {
    let best = c
    for (let r = c + 1; r < k; r++) if (Math.abs(m[r]?.[c] ?? 0) > Math.abs(m[best]?.[c] ?? 0)) best = r
    const pivot = m[best]
    const here = m[c]
    if (!pivot || !here || Math.abs(pivot[c] ?? 0) < 1e-12) return undefined
    m[best] = here
    m[c] = pivot
    const by = pivot[c] ?? 1
    for (let j = 0; j < pivot.length; j++) pivot[j] = (pivot[j] ?? 0) / by
    m.forEach((row, r) => {
      if (r === c) return
      const f = row[c] ?? 0
      for (let j = 0; j < row.length; j++) row[j] = (row[j] ?? 0) - f * (pivot[j] ?? 0)
    })
  }
  const c = m.map((row) => row[2 * k] ?? 0)
  const squares = t.reduce((sum, s, i) => {
    const said = columns(s).reduce((v, x, a) => v + x * (c[a] ?? 0), 0)
    return sum + ((p[i] ?? 0) - said) ** 2
  }, 0)
  return {
    level: c[0] ?? 0,
    start: c[1] ?? 0,
    tau,
    slope: (c[2] ?? 0) / span,
    squares,
    slopeRoot: steady ? Math.sqrt(Math.max(0, m[2]?.[k + 2] ?? 0)) / span : 0,
  }
}

/** The best time constant between a step of the readings and ten holds: a grid in its logarithm, then a golden section. */
function fitExponential(
  t: readonly number[],
  p: readonly number[],
  steady: boolean,
): Exponential | undefined {
  const span = t.at(-1) ?? 1
  const [low, high] = [Math.log(span / 60), Math.log(span * 10)]
  const of = (x: number) => fitGiven(t, p, Math.exp(x), steady)
  const grid = Array.from({ length: 41 }, (_, i) => low + ((high - low) * i) / 40)
  const worth = (x: number) => of(x)?.squares ?? Infinity
  let best = 0
  const values = grid.map(worth)
  values.forEach((v, i) => {
    if (v < (values[best] ?? Infinity)) best = i
  })
  let [a, b] = [grid[Math.max(0, best - 1)] ?? low, grid[Math.min(40, best + 1)] ?? high]
  const golden = (Math.sqrt(5) - 1) / 2
  for (let i = 0; i < 30; i++) {
    const [x, y] = [b - golden * (b - a), a + golden * (b - a)]
    if (worth(x) < worth(y)) b = y
    else a = x
  }
  return of((a + b) / 2)
}

/**
 * Judges the rise after the pump was isolated.
 * @param asked readings in the order of time; the volume of the line when it is known
 * @returns `dry` when it stays level or flattens under the target; `moist` when it flattens above it, under water's
 *   vapour pressure; `leaks` when a steady climb is surely there and more than the gauge could just show; else
 *   `cannot-tell`. No verdict before 10 min and 20 readings.
 */
export function judgeVacuum(asked: VacuumAsked): VacuumResult {
  const { readings, volumeM3 } = asked
  const target = asked.targetPaAbs ?? VACUUM_TARGET_PA
  const first = readings[0]?.timeS ?? 0
  const t = readings.map((r) => r.timeS - first)
  const p = readings.map((r) => r.pressurePaAbs)
  const n = p.length
  const holdS = t.at(-1) ?? 0
  const last = p.at(-1) ?? 0
  const middleK = n > 0 ? readings.reduce((s, r) => s + r.temperatureK, 0) / n : 293.15
  const vapourPa = waterVapourPa(middleK)
  const by = volumeM3 ?? 1
  const limit = holdS > 0 ? (SHOWN_SHARE * target * by) / holdS : 0
  const told = { limit, targetPaAbs: target, lastPaAbs: last, vapourPa, holdS, count: n }
  if (n < 3 || !(holdS > 0))
    return {
      verdict: 'cannot-tell',
      rate: 0,
      uncertainty: 0,
      curves: [],
      ...told,
      because: tooEarly(n, holdS),
      ...waiting(holdS),
    }

  const line = fitLine(t, p)
  const level = p.reduce((a, b) => a + b, 0) / n
  const flatten = fitExponential(t, p, false)
  const both = n >= 8 ? fitExponential(t, p, true) : undefined
  const lineSquares = sumOfSquares(line.residuals)
  const curves: VacuumCurve[] = [
    { name: 'level', aicc: aicc(sumOfSquares(p.map((v) => v - level)), n, 2), at: () => level },
    { name: 'leak', aicc: aicc(lineSquares, n, 3), at: (s) => line.at + line.slope * (s - line.middle) },
  ]
  // a curve that falls, or starts above where it ends, is no moisture
  const rises = flatten !== undefined && flatten.start < 0
  if (rises)
    curves.push({
      name: 'moisture',
      aicc: aicc(flatten.squares, n, 4),
      at: (s) => flatten.level + flatten.start * Math.exp(-s / flatten.tau),
    })
  const steady = both !== undefined && both.start < 0 ? both : undefined
  if (steady)
    curves.push({
      name: 'both',
      aicc: aicc(steady.squares, n, 5),
      at: (s) => steady.level + steady.start * Math.exp(-s / steady.tau) + steady.slope * s,
    })
  const of = (name: VacuumCurve['name']) => curves.find((c) => c.name === name)?.aicc ?? Infinity
  const flattens = rises && of('moisture') < of('leak') - BETTER
  const scatterOf = (squares: number, parameters: number) => Math.sqrt(squares / Math.max(1, n - parameters))
  // rounding to a step does not average out when nothing shakes the reading
  const steadyRate = flattens && steady ? steady.slope : line.slope
  const error =
    flattens && steady
      ? scatterOf(steady.squares, 5) * steady.slopeRoot
      : Math.hypot(
          widenedByLag(scatterOf(lineSquares, 2), line.residuals) / Math.sqrt(line.sxx),
          stepShown(p) / Math.sqrt(6) / holdS,
        )
  const half = tQuantile(Math.max(1, n - (flattens ? 5 : 2))) * error
  const rate = steadyRate * by
  const uncertainty = half * by
  const levelPaAbs = flattens ? flatten.level : undefined
  const result = { rate, uncertainty, curves, ...told, ...(levelPaAbs === undefined ? {} : { levelPaAbs }) }
  if (holdS < LEAST_HOLD_S || n < LEAST_READINGS)
    return { ...result, verdict: 'cannot-tell', because: tooEarly(n, holdS), ...waiting(holdS) }
  return {
    ...result,
    ...verdictOf({
      rate,
      uncertainty,
      limit,
      target,
      last,
      vapourPa,
      level: levelPaAbs,
      both: of('both') < of('moisture') - BETTER,
      holdS,
    }),
  }
}

const micron = (pa: number) => `${Math.round((pa * 760_000) / 101_325)} micron`
const tooEarly = (n: number, holdS: number) =>
  `A verdict wants ${LEAST_HOLD_S / 60} minutes and ${LEAST_READINGS} readings; there are ${Math.floor(holdS / 60)} minutes and ${n}.`
const waiting = (holdS: number) => (holdS < LEAST_HOLD_S ? { waitS: LEAST_HOLD_S - holdS } : {})

function verdictOf(v: {
  readonly rate: number
  readonly uncertainty: number
  readonly limit: number
  readonly target: number
  readonly last: number
  readonly vapourPa: number
  readonly level: number | undefined
  readonly both: boolean
  readonly holdS: number
}): Pick<VacuumResult, 'verdict' | 'because' | 'waitS'> {
  const climbs = v.rate - v.uncertainty > 0 && v.rate > v.limit
  if (v.level !== undefined) {
    // what flattens may climb on beneath it
    if (v.both && climbs)
      return {
        verdict: 'leaks',
        because: `It bends as moisture does, but goes on climbing steadily beneath that: there is a leak, and moisture may be there too.`,
      }
    if (v.level > v.vapourPa * 1.1)
      return v.last < v.vapourPa
        ? {
            verdict: 'cannot-tell',
            because: `It bends, but towards ${micron(v.level)}, more than water could reach at this temperature (${micron(v.vapourPa)}). Wait until it is told apart from a leak.`,
            waitS: v.holdS,
          }
        : {
            verdict: 'leaks',
            because: `It climbs past ${micron(v.vapourPa)}, which is all that water could reach at this temperature: air comes in.`,
          }
    if (v.level < v.target)
      return {
        verdict: 'dry',
        because: `It levels out at ${micron(v.level)}, under the ${micron(v.target)} that are wanted.`,
      }
    return {
      verdict: 'moist',
      because: `It flattens towards ${micron(v.level)}: above the ${micron(v.target)} that are wanted and under water's vapour pressure (${micron(v.vapourPa)}), as moisture does. Break with dry nitrogen and pull again.`,
    }
  }
  if (climbs)
    return {
      verdict: 'leaks',
      because: `It climbs steadily, and no curve that flattens fits better: air comes in.`,
    }
  if (v.rate + v.uncertainty < v.limit)
    return v.last < v.target
      ? {
          verdict: 'dry',
          because: `It stays level at ${micron(v.last)}, under the ${micron(v.target)} that are wanted: dry and tight.`,
        }
      : {
          verdict: 'cannot-tell',
          because: `It stands still at ${micron(v.last)}, above the ${micron(v.target)} that are wanted: it was not pulled down, because of water that is left, the pump, or a hose. Pull again before it is judged.`,
        }
  return {
    verdict: 'cannot-tell',
    because: 'The climb is too small against the scatter of the readings to be told from none.',
    waitS: v.holdS,
  }
}
