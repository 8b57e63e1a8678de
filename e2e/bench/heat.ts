import { layOnBench, workStep } from '#core/heat/heat-bench.ts'
import { readCase } from '#core/heat/read-case.ts'
import { atWork } from '#core/heat/run-case.ts'
import { print, tell } from './tell.ts'

/** Tube first, then the cup, then rod: 15 mm copper for 36 s, filler and all. */
const CASE = {
  D: 0.015,
  t1: 0.0009,
  t2: 0.001,
  c: 8e-5,
  L: 0.011,
  t_end: 36,
  feed: [[26, 33, 90, 8e-9]],
  torches: [
    {
      P: 3870,
      path: [
        [0, 0, -0.02, 1],
        [6, 540, -0.02, 1],
        [8, 720, 0.006, 1],
        [33, 2970, 0.006, 1],
        [33.01, 2970, 0.006, 0],
      ],
    },
  ],
}
const TRIES = 8
/** How much sooner than the clock the bench has to be. */
const AT_LEAST = 20

/** Processor time of the case on a grid, s: the best of eight. */
function best(
  nth: number,
  nz: number,
  nov: number,
  dt: number,
): { readonly s: number; readonly steps: number } {
  const read = readCase({ ...CASE, dt, grid: { nth, nz, nov } })
  if (!read.ok) throw new Error(read.error.message)
  const { of } = read
  const steps = Math.round(of.t_end / dt)
  const times = Array.from({ length: TRIES }, () => {
    const began = process.cpuUsage()
    const bench = layOnBench(of)
    for (let i = 0; i < steps; i++) workStep(bench, dt, atWork(of, i * dt))
    if (bench.filling.melted === 0) throw new Error('no filler ran')
    const { user, system } = process.cpuUsage(began)
    return (user + system) / 1e6
  })
  return { s: Math.min(...times), steps }
}

/** The heat bench: how many times sooner than the clock, ns for each cell and step, and cost by cells. */
export function heats(): void {
  const reference = best(96, 160, 64, 0.05)
  const real = CASE.t_end / reference.s
  tell(
    'heat bench, both shells 96 x 160, 0.05 s, a second of it',
    (1000 * reference.s) / CASE.t_end,
    1000 / AT_LEAST,
    'ms',
  )
  print(`${''.padEnd(58)} ${real.toFixed(1)} times as fast as the clock, ${AT_LEAST} wanted`)
  for (const [nth, nz, nov] of [
    [48, 80, 32],
    [96, 160, 64],
    [192, 320, 128],
  ] as const) {
    const { s, steps } = nth === 96 ? reference : best(nth, nz, nov, 0.05)
    const cells = 2 * nth * nz
    print(
      `${''.padEnd(58)} ${String(cells).padStart(7)} cells: ${((1e9 * s) / steps / cells).toFixed(1)} ns a cell and step, ${(CASE.t_end / s).toFixed(1)} times the clock`,
    )
  }
}
