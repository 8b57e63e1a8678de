import type { Fuel } from '../gas/fuels.ts'

/** Share of the largest burning velocity that holds near a neutral setting: low, middle, high. */
const NEAR_NEUTRAL = [0.6, 0.7, 0.8] as const
/** Exit speed in burning velocities for which preheat ports are sized: the middle of the stable band, 4 to 20. */
const DESIGN_SPEED_RATIO = 12

/**
 * Length of the inner cone: the front burns normal to itself, so sin(half angle) = Su/U.
 * @param portM diameter of the port, m
 * @param exitSpeed mean speed U of the mixture, m/s
 * @param burningVelocity Su, m/s
 * @returns m; 0 when the flame would burn back into the port (U ≤ Su)
 * @example coneLength(0.001, 80, 8) * 1000 // 4.975
 */
export function coneLength(portM: number, exitSpeed: number, burningVelocity: number): number {
  const ratio = exitSpeed / burningVelocity
  return ratio <= 1 ? 0 : (portM / 2) * Math.sqrt(ratio * ratio - 1)
}

/** One preheat cone: its length with its span, the port it stands on, and the exit speed, all SI. */
export interface PreheatCone {
  readonly lengthM: number
  readonly lowM: number
  readonly highM: number
  readonly portM: number
  readonly exitSpeed: number
}

/**
 * The inner cones of a preheat flame. Without the tip's own ports, they are taken as sized for the middle of the
 * stable band of exit speeds, which is an estimate.
 * @param mixtureFlow fuel plus preheat oxygen, m³/s at 70 F and 1 atm
 * @param ports how many ports share it
 * @example preheatCone(FUELS.acetylene, (20 * CUBIC_FOOT_M3) / 3600).lengthM * 1000 // 4.303
 */
export function preheatCone(
  fuel: Fuel,
  mixtureFlow: number,
  ports: number = fuel.usualPreheatPorts,
): PreheatCone {
  const exitSpeed = DESIGN_SPEED_RATIO * fuel.burningVelocity
  const portM = Math.sqrt((4 * mixtureFlow) / (ports * exitSpeed * Math.PI))
  const [low, middle, high] = NEAR_NEUTRAL.map((share) =>
    coneLength(portM, exitSpeed, share * fuel.burningVelocity),
  ) as [number, number, number]
  return { lengthM: middle, lowM: high, highM: low, portM, exitSpeed }
}
