/** Heating one spot of a flat seam, from which the heat runs off in all directions: where filler is laid down spot by spot. */
import { conductivityAt, type BaseMetal } from '../metal/base-metals.ts'
import { advance, AIR_LOSS, growing, heatStored, layBar, lossAt, noPulls, workBench, zeros } from './fin.ts'
import { crossedAt, timesUnder, type HeatFlame, type JointHeat } from './joint-heat.ts'

/** A sheet or plate that meets at the spot: how much of the whole round it fills there. */
export interface SpotPart {
  readonly metal: BaseMetal
  readonly wallM: number
  /** 1: it goes on all round; 1/2: it ends at the seam. */
  readonly share: number
}

export interface SpotHeatAsked {
  readonly parts: readonly [SpotPart, SpotPart]
  readonly flame: HeatFlame
  /** The spot has to reach this, K. */
  readonly targetK: number
  readonly airK: number
  readonly startK?: number | undefined
  /** How long it is held while filler goes in, s. */
  readonly feedS: number
  readonly holdK?: number | undefined
  readonly coolTo?: readonly number[] | undefined
  readonly limitS?: number
}

/** The spot that has to be hot, m from its middle: a puddle of filler. */
export const SPOT_M = 0.005
const HALT_S = 600
/** A flame that has stayed so long on one spot has the metal all round laid out this many diffusion lengths. */
const [REACH, LONG_S] = [4, 150]

/** The two sheets as one: what they conduct and hold by their shares of the round. */
function together(parts: SpotHeatAsked['parts']): { readonly metal: BaseMetal; readonly thickM: number } {
  const thickM = parts.reduce((sum, p) => sum + p.share * p.wallM, 0)
  const mean = (of: (m: BaseMetal) => number) =>
    parts.reduce((sum, p) => sum + p.share * p.wallM * of(p.metal), 0) / thickM
  const density = mean((m) => m.density)
  const heat = (i: 0 | 1) => mean((m) => m.density * m.specificHeat[i]) / density
  return {
    thickM,
    metal: {
      ...parts[0].metal,
      density,
      conductivity: [mean((m) => m.conductivity[0]), mean((m) => m.conductivity[1])],
      specificHeat: [heat(0), heat(1)],
    },
  }
}

/**
 * Heats a spot in time: a disk with losses from both its faces and a flame of Gaussian width in its middle that saturates
 * as the metal nears its temperature. Integrated as `heatJoint` is.
 * @returns as of `heatJoint`; the profile is of the distance from the spot
 */
export function heatSpot(asked: SpotHeatAsked): JointHeat {
  const { flame, airK, targetK, limitS = HALT_S } = asked
  const { metal, thickM } = together(asked.parts)
  const startK = asked.startK ?? airK
  const diffusivity = conductivityAt(metal, 600) / (metal.density * metal.specificHeat[0])
  const reach = Math.max(0.08, REACH * Math.sqrt(diffusivity * LONG_S))
  const lengths = [0.5, 0.5].map((share) => share * SPOT_M).concat(growing(0.003, 1.3, reach - SPOT_M))
  const around = (r: number) => 2 * Math.PI * r * thickM
  const bar = layBar(metal, around, 0, lengths)
  const n = lengths.length
  const kelvin = zeros(n).fill(startK)
  const pulls = noPulls(n)
  const bench = workBench(n)
  const whole = (flame.efficiency * flame.powerW) / (flame.driveK - 293.15)
  const faces = bar.cellM2.map((m2, i) => (m2 / thickM) * (bar.dz[i] as number))
  // share of a Gaussian between two radii
  const struck = bar.z.map((r, i) => {
    const half = (bar.dz[i] as number) / 2
    const inside = (at: number) => Math.exp(-(at * at) / (2 * flame.spreadM ** 2))
    return whole * (inside(r - half) - inside(r + half))
  })
  const spot = bar.z.filter((r) => r < SPOT_M).length
  const area = faces.slice(0, spot).reduce((a, b) => a + b, 0)
  /** A step in time with so much of the flame on it. */
  const step = (dt: number, power: number) => {
    for (let i = 0; i < n; i++) {
      const k = kelvin[i] as number
      const loss =
        (faces[i] as number) * (lossAt(k, airK, 2 * SPOT_M) + lossAt(k, airK, 2 * SPOT_M, AIR_LOSS.under))
      const g = power * (struck[i] as number)
      pulls.g[i] = loss + g
      pulls.gT[i] = loss * airK + g * flame.driveK
    }
    advance(bar, kelvin, dt, pulls, bench)
  }
  const mean = () => kelvin.slice(0, spot).reduce((sum, k, i) => sum + (k * (faces[i] as number)) / area, 0)
  let [t, heatJ, lostJ, imbalance] = [0, 0, 0, 0]
  let toHeatS: number | undefined
  let reachedK = startK
  let hottestK = startK
  let endS = limitS
  const holdK = asked.holdK ?? targetK
  while (t < endS - 1e-9) {
    const hot = toHeatS !== undefined
    const dt = Math.min(hot ? 2 : Math.max(0.2, 0.05 * t), endS - t)
    const before = mean()
    const power = hot ? Math.min(1, Math.max(0, (holdK + 10 - before) / 20)) : 1
    step(dt, power)
    t += dt
    let gave = 0
    let net = 0
    for (let i = 0; i < n; i++) {
      const k = kelvin[i] as number
      gave += power * (struck[i] as number) * (flame.driveK - k)
      net += (pulls.gT[i] as number) - (pulls.g[i] as number) * k
    }
    const now = mean()
    if (!hot) {
      heatJ += gave * dt
      lostJ += (gave - net) * dt
      hottestK = Math.max(hottestK, kelvin[0] as number)
      if (now >= targetK) {
        toHeatS = t - dt + dt * crossedAt(before, now, targetK)
        imbalance = (heatJ - lostJ - heatStored(bar, kelvin, startK)) / heatJ
        endS = t + asked.feedS
      } else if (t > 60 && now < reachedK + 1e-4 * dt) break
      reachedK = Math.max(reachedK, now)
    }
  }
  const profile = { distanceM: [...bar.z], kelvin: [...kelvin] }
  const cooledS =
    asked.coolTo && toHeatS !== undefined
      ? timesUnder(
          asked.coolTo,
          () => kelvin[0] as number,
          (dt) => step(dt, 0),
        )
      : undefined
  return {
    ...(cooledS ? { cooledS } : {}),
    toHeatS,
    reachedK,
    hottestK,
    heatJ,
    shareA: 0.5,
    lostJ,
    tubeFirstS: 0,
    profile,
    imbalance,
  }
}
