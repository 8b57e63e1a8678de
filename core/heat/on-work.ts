import type { Playing } from './shells.ts'

/** What a flame does where it strikes the work. */

/** The distance of cone tip to metal at which a flame has the width that the others are told against, m. */
export const USUAL_CONE_M = 0.013
/** Share of the flame's heat that enters cold metal, cone tip so far off it. Source: craft trials, ± 20 %. */
export const efficiencyAt = (coneM: number): number => 0.36 / (1 + (coneM / 0.04) ** 1.5)
/** Half width of the flame where it strikes, m. */
export const spreadAt = (coneM: number, powerW: number): number =>
  0.007 * Math.sqrt(powerW / 5160) * (0.6 + (0.4 * coneM) / USUAL_CONE_M)
/** A flame of fuel and air strikes so much wider than one of oxygen at the usual distance. */
export const AIR_WIDER = 1.2

/** A torch as the heat bench has it: of oxygen, whose cone has a distance, or of air. */
export interface TorchOnWork {
  /** Fuel's flow times its gross heat, W. */
  readonly powerW: number
  /** What drives the heat, °C. */
  readonly driveC: number
  /** Share that enters cold metal at the usual distance, of a flame of air. */
  readonly airShare?: number | undefined
  /** More or less of it than is usual: as a timed heat showed. */
  readonly times: number
}

/** What a torch does at a place of the work, its cone so far off, m. @param pos degrees round a tube, m along a lap */
export function playAt(torch: TorchOnWork, coneM: number, pos: number, z: number): Playing {
  const { powerW: P, driveC: Tdrive, airShare, times } = torch
  const share =
    airShare === undefined
      ? efficiencyAt(coneM)
      : (airShare * efficiencyAt(coneM)) / efficiencyAt(USUAL_CONE_M)
  const wide = spreadAt(coneM, P) * (airShare === undefined ? 1 : AIR_WIDER)
  return { pos, z, P, eta: share * times, sig_s: wide, sig_z: wide, Tdrive }
}
