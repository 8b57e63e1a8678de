import table from '../cut/low-carbon-steel.json' with { type: 'json' }
import { INCH_M } from '../quantity/units.ts'
import {
  PACE_DT_S,
  PACE_DX_M,
  PLATE_DEFAULTS,
  type PaceCase,
  type PaceHand,
  type PacePlate,
} from './pace-case.ts'
import { runPace, type PaceResult } from './run-pace.ts'
import { wantedFor } from './wanted.ts'

/** Every thickness of the cutting table, m. */
export const ROWS_M: readonly number[] = table.rows.map((row) => (row[0] as number) * INCH_M)

/** How a cut is made: what is left out is as the plate wants it. */
export interface Made {
  readonly thickness: number
  readonly length?: number
  readonly plate?: Partial<PacePlate>
  readonly gas?: Partial<PaceCase['gas']>
  readonly plan?: Partial<PaceCase['plan']>
  /** m/s, at full lever. */
  readonly speed?: number
  /** s until the lever opens; its kindling time and a little where left out. */
  readonly hold?: number
  readonly lever?: number
  readonly options?: Partial<PaceCase['options']>
  /** What the hand does in every sample. */
  readonly hand?: (h: PaceHand) => Partial<PaceHand>
  /** s between samples while it moves. */
  readonly every?: number
}

/** A steady hand: still until the lever is open, then at one speed past the end. */
export function steady(made: Made & { readonly hold: number }): PaceCase {
  const wanted = wantedFor(made.thickness)
  const length = made.length ?? 0.1
  const plan = { ...wanted.plan, ...made.plan }
  const speed = made.speed ?? plan.speed
  // the jet lags behind the torch: the deeper, the further
  const past = 0.02 + 0.4 * made.thickness
  const lever = made.lever ?? 1
  const until = made.hold + 0.2 + (length + past) / speed
  const times = [0, made.hold, made.hold + 0.2]
  const every = made.every ?? Infinity
  for (let t = made.hold + 0.2 + every; t < until; t += every) times.push(t)
  times.push(until, until + 0.2)
  const hand = times.map((t): PaceHand => {
    const open = t < made.hold + 0.1 || t > until + 0.1 ? 0 : lever
    const x = Math.max(0, Math.min(length + past, (t - made.hold - 0.2) * speed))
    const h = { t, x, y: 0, height: plan.height, lean: 0, lever: open, tilt: 0, flame: 1 }
    return { ...h, ...made.hand?.(h) }
  })
  return {
    plate: { ...PLATE_DEFAULTS, thickness: made.thickness, length, ...made.plate },
    gas: { ...wanted.gas, ...made.gas },
    plan,
    hand,
    options: { dt: PACE_DT_S, dx: PACE_DX_M, ...made.options },
  }
}

/** When a plate kindles under the flame that is set, s: nothing is cut. */
export function kindlesAt(made: Made): number {
  const of = steady({ ...made, hold: 60 })
  const still = [0, 60].map((t) => ({
    ...(of.hand[0] as PaceHand),
    t,
    ...made.hand?.({ ...(of.hand[0] as PaceHand), t }),
  }))
  const found = runPace({ ...of, hand: still }).kindled
  if (found === null) throw new RangeError('it does not kindle')
  return found
}

/** The cut of a steady hand that waits until it kindles, and a tenth longer. */
export const cutSteadily = (made: Made): PaceResult =>
  runPace(steady({ ...made, hold: made.hold ?? kindlesAt(made) * 1.08 + 0.05 }))
