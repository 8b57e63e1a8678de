import { close } from './closing.ts'
import { cut } from './cut-front.ts'
import { SURFACES } from './pace-case.ts'
import { ends, HOT_KERF_C, KINDLES_C, overOf, underTorch, type HandStep, type PaceSim } from './pace-sim.ts'
import { FLAMES, heatStep, playFlame } from './plate-heat.ts'

/** Cones in the work for so long, s, pop; at once so near, m; the flame is then out for so long, s. */
const POPS_S = 0.25
const POPS_AT_M = 0.001
const OUT_S = 0.6
const SMOOTH_S = 0.5
const TINY = 1e-9

/** The next step. */
export function paceStep(sim: PaceSim, hand: HandStep): void {
  const { dt } = sim
  const v = (hand.to - hand.from) / dt
  smooth(sim, v, hand)
  seeCones(sim, hand)
  burn(sim, hand)
  seeKindled(sim, hand)
  cut(sim, hand, v)
  heatStep(sim.heat, dt, FLAMES[sim.gas.fuel].drives)
  sim.n++
  close(sim, hand.to)
  if (v > 0) {
    sim.moved.sum += v
    sim.moved.steps++
  }
}

function smooth(sim: PaceSim, v: number, { lean, tilt }: HandStep): void {
  const by = sim.n === 0 ? 1 : Math.min(1, sim.dt / SMOOTH_S)
  sim.vMean += (v - sim.vMean) * by
  sim.leanMean += (lean - sim.leanMean) * by
  sim.tiltMean += (tilt - sim.tiltMean) * by
}

function seeCones(sim: PaceSim, { height }: HandStep): void {
  const { plan, dt } = sim
  sim.conesIn = height < plan.height - plan.standoff
  sim.out = sim.outS > TINY
  if (sim.out) {
    sim.outS -= dt
    if (!sim.conesIn) sim.coneS = 0
    return
  }
  if (!sim.conesIn) {
    sim.coneS = 0
    return
  }
  sim.coneS += dt
  if (sim.coneS < POPS_S - TINY && height >= POPS_AT_M) return
  sim.out = true
  sim.outS = OUT_S
  sim.coneS = 0
  sim.pops.push(ends(sim))
}

/** How wide the flame strikes, m: half width. @param over m that it is higher than planned */
export const spread = ({ gas }: PaceSim, over: number): number =>
  0.0055 * (gas.orifice / 0.001) ** 0.65 * FLAMES[gas.fuel].wide * (1 + over / 0.025)

function burn(sim: PaceSim, { from, to, height, lean, flame }: HandStep): void {
  const over = overOf(sim, height)
  const share =
    (0.42 * SURFACES[sim.plate.surface].heat * (1 - 0.6 * Math.sin((Math.abs(lean) * Math.PI) / 180))) /
    (1 + (over / 0.014) ** 2)
  const { calibration } = sim
  const works = (calibration.flame ?? 1) * (sim.mode === 'off' ? (calibration.kindling ?? 1) : 1)
  const watts = sim.out ? 0 : sim.gas.flameHeat * flame * share * (sim.conesIn ? 1.15 : 1) * works
  playFlame(sim.heat, watts, (from + to) / 2, spread(sim, over), sim.plate.start === 'edge')
}

function seeKindled(sim: PaceSim, { to, height }: HandStep): void {
  if (sim.kindled !== undefined) return
  if (to < -spread(sim, overOf(sim, height)) || to > sim.plate.length) return
  const wants = sim.plate.start === 'pierce' ? HOT_KERF_C : KINDLES_C
  if (underTorch(sim, 0, to) >= wants) sim.kindled = ends(sim) - sim.t0
}
