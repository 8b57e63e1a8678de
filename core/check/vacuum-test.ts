/**
 * The rise after a pump is isolated: a straight climb is a leak, a climb that flattens under water's vapour pressure
 * is moisture, level is dry and tight. Curves are fitted and compared by AICc.
 */
import { printQuantity } from '../quantity/index.ts'
import type { HoldReading } from './readings.ts'
import { FEW_HOLD_S, judgeFew } from './vacuum-few.ts'
import type { VacuumVerdict } from './verdicts.ts'
import { waterVapourPa } from './water-vapour.ts'
import { aicc, fitLine, stepShown, sumOfSquares, tQuantile, widenedByLag } from '../learn/statistics.ts'

/** 500 micron: the usual depth. Pa absolute. */
export const VACUUM_TARGET_PA = (500 * 101_325) / 760_000
/** What a verdict wants at least. */
export const LEAST_HOLD_S = FEW_HOLD_S
export const LEAST_READINGS = 20
/** So many typed readings are judged by how the rise goes on. */
export const FEW_READINGS = 4
/** A room that moved by more is told of, K; past the smaller one it may be told whether a line follows it as water does. */
const ROOM_MOVED_K = 3
const FOLLOWS_K = 0.5
/** The share of the target that a vacuum gauge could just show over the hold: what a rise has to pass to count. */
const SHOWN_SHARE = 0.05
/** So much better has one curve to be than another to be believed, in AICc. */
const BETTER = 4
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
  /** Vapour that will have come out and gas that was left, at the temperature of the first reading, Pa; the steady climb. */
  readonly water: number
  readonly gas: number
  readonly tau: number
  readonly slope: number
  readonly squares: number
  /** Standard error of `slope`, per unit of scatter; 0 without a slope. */
  readonly slopeRoot: number
}

/** Readings as the curves are fitted to them: seconds from the first, Pa, and how each part grows with the pipe's warmth. */
interface Rise {
  readonly t: readonly number[]
  readonly p: readonly number[]
  /** T over the first T: what a fixed amount of gas does. */
  readonly gas: readonly number[]
  /** Vapour pressure over the first: what water in the line does. */
  readonly water: readonly number[]
}

/** Least squares of p over some columns, one list of numbers a reading, by the normal equations; undefined where they do not tell apart. */
function fitColumns(
  columns: readonly (readonly number[])[],
  p: readonly number[],
):
  { readonly c: readonly number[]; readonly squares: number; readonly roots: readonly number[] } | undefined {
  const k = columns[0]?.length ?? 0
  const m = Array.from({ length: k }, () => new Array<number>(2 * k + 1).fill(0))
  columns.forEach((x, i) => {
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
  const squares = columns.reduce((sum, x, i) => {
    const said = x.reduce((v, value, a) => v + value * (c[a] ?? 0), 0)
    return sum + ((p[i] ?? 0) - said) ** 2
  }, 0)
  return { c, squares, roots: m.map((row, a) => Math.sqrt(Math.max(0, row[k + a] ?? 0))) }
}

/** p = c₀·(1 − e^(−t/τ))·water + c₁·gas (+ c₂·t·gas) for a given τ: vapour that comes out, and what was left in the line. */
function fitGiven({ t, p, gas, water }: Rise, tau: number, steady: boolean): Exponential | undefined {
  const span = t.at(-1) ?? 1
  const found = fitColumns(
    t.map((s, i) => {
      const [g, w] = [gas[i] ?? 1, water[i] ?? 1]
      const out = (1 - Math.exp(-s / tau)) * w
      return steady ? [out, g, (s / span) * g] : [out, g]
    }),
    p,
  )
  if (!found) return undefined
  const { c, squares, roots } = found
  return {
    water: c[0] ?? 0,
    gas: c[1] ?? 0,
    tau,
    slope: (c[2] ?? 0) / span,
    squares,
    slopeRoot: steady ? (roots[2] ?? 0) / span : 0,
  }
}

/** The best time constant between a step of the readings and ten holds: a grid in its logarithm, then a golden section. */
function fitExponential(rise: Rise, steady: boolean): Exponential | undefined {
  const span = rise.t.at(-1) ?? 1
  const [low, high] = [Math.log(span / 60), Math.log(span * 10)]
  const of = (x: number) => fitGiven(rise, Math.exp(x), steady)
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
 *   vapour pressure, or follows the room as water does; `leaks` when a steady climb is surely there and more than the
 *   gauge could just show. From 20 readings over 10 min by curves, else `cannot-tell`; from four to nineteen by how the
 *   rise goes on, else `longer`.
 */
export function judgeVacuum(asked: VacuumAsked): VacuumResult {
  const { readings, volumeM3 } = asked
  const target = asked.targetPaAbs ?? VACUUM_TARGET_PA
  const first = readings[0]
  const t = readings.map((r) => r.timeS - (first?.timeS ?? 0))
  const p = readings.map((r) => r.pressurePaAbs)
  const n = p.length
  const holdS = t.at(-1) ?? 0
  const last = p.at(-1) ?? 0
  const firstK = first?.temperatureK ?? 293.15
  const lastK = readings.at(-1)?.temperatureK ?? firstK
  const vapourPa = waterVapourPa(lastK)
  const gas = readings.map((r) => r.temperatureK / firstK)
  const water = readings.map((r) => waterVapourPa(r.temperatureK) / waterVapourPa(firstK))
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

  const rise: Rise = { t, p, gas, water }
  // a steady climb, as a fixed amount of air would show it at one temperature
  const line = fitLine(
    t,
    p.map((v, i) => v / (gas[i] ?? 1)),
  )
  const climb = (s: number) => line.at + line.slope * (s - line.middle)
  const level = p.reduce((a, v, i) => a + v / (gas[i] ?? 1), 0) / n
  const flatten = fitExponential(rise, false)
  const both = n >= 8 ? fitExponential(rise, true) : undefined
  const still = fitColumns(
    water.map((w) => [w]),
    p,
  )
  const lineResiduals = p.map((v, i) => v - climb(t[i] ?? 0) * (gas[i] ?? 1))
  const lineSquares = sumOfSquares(lineResiduals)
  const warmth = (of: readonly number[], s: number) => of[nearest(t, s)] ?? 1
  const curves: VacuumCurve[] = [
    {
      name: 'level',
      aicc: aicc(sumOfSquares(p.map((v, i) => v - level * (gas[i] ?? 1))), n, 2),
      at: (s) => level * warmth(gas, s),
    },
    { name: 'leak', aicc: aicc(lineSquares, n, 3), at: (s) => climb(s) * warmth(gas, s) },
  ]
  // a curve that falls, or starts above where it ends, is no moisture; water that has come to rest follows the room
  const rises = flatten !== undefined && flatten.water > 0
  const follows = Math.abs(lastK - firstK) > FOLLOWS_K ? still : undefined
  const byFlatten = rises ? aicc(flatten.squares, n, 4) : Infinity
  const byFollow = follows ? aicc(follows.squares, n, 2) : Infinity
  const levelAt = byFollow < byFlatten ? follows?.c[0] : rises ? flatten.water + flatten.gas : undefined
  if (levelAt !== undefined)
    curves.push({
      name: 'moisture',
      aicc: Math.min(byFlatten, byFollow),
      at: (s) =>
        byFollow < byFlatten || flatten === undefined
          ? levelAt * warmth(water, s)
          : flatten.water * (1 - Math.exp(-s / flatten.tau)) * warmth(water, s) +
            flatten.gas * warmth(gas, s),
    })
  const steady = both !== undefined && both.water > 0 ? both : undefined
  if (steady)
    curves.push({
      name: 'both',
      aicc: aicc(steady.squares, n, 5),
      at: (s) =>
        steady.water * (1 - Math.exp(-s / steady.tau)) * warmth(water, s) +
        (steady.gas + steady.slope * s) * warmth(gas, s),
    })
  const of = (name: VacuumCurve['name']) => curves.find((c) => c.name === name)?.aicc ?? Infinity
  // where nothing moves, level is the plainer word for it
  const flattens = levelAt !== undefined && of('moisture') < Math.min(of('leak'), of('level')) - BETTER
  const scatterOf = (squares: number, parameters: number) => Math.sqrt(squares / Math.max(1, n - parameters))
  // rounding to a step does not average out when nothing shakes the reading
  const steadyRate = flattens && steady ? steady.slope : line.slope
  const error =
    flattens && steady
      ? scatterOf(steady.squares, 5) * steady.slopeRoot
      : Math.hypot(
          widenedByLag(scatterOf(lineSquares, 2), lineResiduals) / Math.sqrt(line.sxx),
          stepShown(p) / Math.sqrt(6) / holdS,
        )
  const half = tQuantile(Math.max(1, n - (flattens ? 5 : 2))) * error
  const rate = steadyRate * by
  const uncertainty = half * by
  const levelPaAbs = flattens ? levelAt * (water.at(-1) ?? 1) : undefined
  const result = { rate, uncertainty, curves, ...told, ...(levelPaAbs === undefined ? {} : { levelPaAbs }) }
  const moved = roomMoved(readings)
  const say = (v: Pick<VacuumResult, 'verdict' | 'because' | 'waitS'>) => ({
    ...result,
    ...v,
    because: `${v.because}${moved}`,
  })
  if (n >= FEW_READINGS && n < LEAST_READINGS) return say(judgeFew(readings, target))
  if (holdS < LEAST_HOLD_S || n < LEAST_READINGS)
    return say({ verdict: 'cannot-tell', because: tooEarly(n, holdS), ...waiting(holdS) })
  return say(
    verdictOf({
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
  )
}

/** The place of the reading nearest to a moment. */
const nearest = (t: readonly number[], s: number): number =>
  t.reduce((best, v, i) => (Math.abs(v - s) < Math.abs((t[best] ?? 0) - s) ? i : best), 0)

const micron = (pa: number) => printQuantity(pa, 'micron')
/** That the room moved, where it did: a rise may be its doing. */
function roomMoved(readings: readonly HoldReading[]): string {
  const kelvins = readings.map((r) => r.temperatureK)
  const span = Math.max(...kelvins) - Math.min(...kelvins)
  return span > ROOM_MOVED_K
    ? ` The pipe moved ${span.toFixed(1)} K meanwhile; that is taken out of it as far as it can be.`
    : ''
}
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
