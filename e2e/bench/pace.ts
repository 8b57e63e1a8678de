import { beginPace } from '#core/cut-sim/pace-sim.ts'
import { paceStep } from '#core/cut-sim/pace-step.ts'
import { PACE_DT_S, PACE_DX_M, PLATE_DEFAULTS } from '#core/cut-sim/pace-case.ts'
import { wantedFor } from '#core/cut-sim/wanted.ts'
import { print, tell } from './tell.ts'

/** 12 mm plate, 150 mm of it, cut as it is planned. */
const THICK_M = 0.012
const LENGTH_M = 0.15
const HEATS_S = 5
const TRIES = 8
/** How much sooner than the clock a cut has to be worked. */
const AT_LEAST = 100

/** Processor time of the whole cut, s, the best of eight; and how long it lasts for the hand. */
function best(length: number): { readonly s: number; readonly lasts: number } {
  const { gas, plan } = wantedFor(THICK_M)
  const lasts = HEATS_S + (length + 0.02) / plan.speed
  const steps = Math.round(lasts / PACE_DT_S)
  const times = Array.from({ length: TRIES }, () => {
    const began = process.cpuUsage()
    const plate = { ...PLATE_DEFAULTS, thickness: THICK_M, length }
    const sim = beginPace({ plate, gas, plan, dt: PACE_DT_S, dx: PACE_DX_M })
    let from = 0
    for (let n = 0; n < steps; n++) {
      const open = n * PACE_DT_S >= HEATS_S
      const to = open ? from + plan.speed * PACE_DT_S : 0
      paceStep(sim, {
        from,
        to,
        y: 0,
        height: plan.height,
        lean: 0,
        lever: open ? 1 : 0,
        leverRate: 0,
        tilt: 0,
        flame: 1,
      })
      from = to
    }
    if (sim.starts.length === 0) throw new Error('nothing was cut')
    const { user, system } = process.cpuUsage(began)
    return (user + system) / 1e6
  })
  return { s: Math.min(...times), lasts }
}

/** A plain loop that takes as long on every run of one machine: 3e7 multiplications, s, the best of eight. */
function yardstick(): number {
  const times = Array.from({ length: TRIES }, () => {
    const began = process.cpuUsage()
    let x = 1
    for (let i = 0; i < 3e7; i++) x = x * 0.999999 + 1e-6
    if (x < 0) throw new Error('the yardstick bent')
    const { user, system } = process.cpuUsage(began)
    return (user + system) / 1e6
  })
  return Math.min(...times)
}

/** The pace bench: how many times sooner than the clock, beside a plain loop of this machine. */
export function paces(): void {
  const plain = yardstick()
  const whole = best(LENGTH_M)
  const times = whole.lasts / whole.s
  tell(
    'pace bench, 12 mm, 150 columns, 1/60 s, a second of it',
    (1000 * whole.s) / whole.lasts,
    1000 / AT_LEAST,
    'ms',
  )
  print(
    `${''.padEnd(58)} ${times.toFixed(0)} times as fast as the clock, ${AT_LEAST} wanted; the cut took ${(whole.s / plain).toFixed(2)} of the yardstick's ${(plain * 1000).toFixed(0)} ms`,
  )
  const long = best(LENGTH_M * 4)
  print(`${''.padEnd(58)} 600 columns: ${(long.lasts / long.s).toFixed(0)} times the clock`)
}
