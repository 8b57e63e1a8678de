/**
 * The limits that no chart, choice or role lifts. Every figure that would be set on a rig passes here last,
 * whatever its source.
 */
import { FUELS, type Fuel, type FuelId } from './fuels.ts'
import { PSI_PA } from '../quantity/units.ts'

/** Acetylene, free: 15 psig. Above it the gas can explode by itself. CGA G-1, OSHA 29 CFR 1910.253. In Pa gauge. */
export const ACETYLENE_MAX_GAUGE_PA = FUELS.acetylene.setting.mostPa
/** Rise of delivery pressure when the torch valve shuts, when it was never measured. In Pa. */
export const LOCK_UP_PA = 2 * PSI_PA
/** The orifice formula holds to here; no oxygen pressure above it is given. In Pa gauge. */
export const OXYGEN_MAX_GAUGE_PA = 150 * PSI_PA
const OXYGEN_SETTING: Fuel['setting'] = { mostPa: OXYGEN_MAX_GAUGE_PA, atRest: false }
/** A bevel past this from square is not cut with a torch, rad. */
export const BEVEL_MAX_RAD = (60 * Math.PI) / 180
/** A bevel past this from square is not cut by hand, rad. */
export const BEVEL_MAX_BY_HAND_RAD = (45 * Math.PI) / 180
/** Plate thicker than this is not pierced by hand: a starting hole is drilled. In m. */
export const PIERCE_MAX_M = 3 * 0.0254
/** No cut is planned in plate thicker than this (12 in): the figures end there. In m. */
export const CUT_MAX_THICKNESS_M = 12 * 0.0254
/** Oxygen under this purity is refused, a share: its jet melts the plate instead of cutting it. */
export const OXYGEN_MIN_PURITY = 0.96
/** Largest hose drop, as a share of the absolute pressure at the regulator, for which the formula holds. */
export const HOSE_DROP_MAX_SHARE = 0.3

/** What a setting is about to be made on. Pressures in Pa. */
export interface SettingAsked {
  readonly gas: 'oxygen' | FuelId
  /** The flowing setting at the regulator, gauge. */
  readonly gaugePa: number
  /** The local barometer, absolute. */
  readonly ambientPa: number
  /** Half of this is the most by which a needle is misread. */
  readonly divisionPa: number
  /** Rise when the valve shuts: measured, else `LOCK_UP_PA`. */
  readonly lockUpPa?: number | undefined
  /** The maker's rating of the weakest part, gauge, when it is known. */
  readonly ratingPa?: number | undefined
}

/** Why a setting is refused; `limitPa` is the highest flowing setting (gauge, exclusive for acetylene) that would pass. */
export interface SettingRefused {
  readonly code: 'acetylene-limit' | 'rating' | 'oxygen-limit' | 'fuel-limit' | 'not-a-pressure'
  readonly limitPa: number
}

/**
 * The one gate for pressures: undefined when the setting may be made, else why not.
 * Acetylene: setting + rise when the valve shuts + half a gauge division stays **under** 15 psig and 30 psia.
 */
export function refuseSetting(asked: SettingAsked): SettingRefused | undefined {
  const { gas, gaugePa, ambientPa, divisionPa } = asked
  const ratingPa = asked.ratingPa ?? Infinity
  if (!Number.isFinite(gaugePa) || gaugePa <= 0) return { code: 'not-a-pressure', limitPa: 0 }
  const limit = gas === 'oxygen' ? OXYGEN_SETTING : FUELS[gas].setting
  if (limit.atRest) {
    const ceiling = Math.min(limit.mostPa, (limit.mostAbsPa ?? Infinity) - ambientPa)
    const limitPa = ceiling - (asked.lockUpPa ?? LOCK_UP_PA) - divisionPa / 2
    // the sum is rounded to a millipascal so that 12.5 + 2 + 0.5 counts as 15, not as a hair less
    if (!(gaugePa < limitPa - 1e-3)) return { code: 'acetylene-limit', limitPa: Math.min(limitPa, ratingPa) }
  }
  const limitPa = limit.atRest ? Infinity : limit.mostPa
  if (gaugePa > ratingPa && ratingPa <= limitPa) return { code: 'rating', limitPa: ratingPa }
  if (gaugePa > limitPa * (1 + 1e-9))
    return { code: gas === 'oxygen' ? 'oxygen-limit' : 'fuel-limit', limitPa }
  return undefined
}
