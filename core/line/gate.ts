import type { SettingAsked } from '../gas/limits.ts'
import type { LineSetting } from './state.ts'

/** The sides that a regulator's pressure is set on for the flame. */
export type GasSide = 'oxygen' | 'fuel'

const SIDE_OF_FIGURE: Readonly<Partial<Record<string, GasSide>>> = {
  cuttingOxygenPressure: 'oxygen',
  oxygenPressure: 'oxygen',
  fuelPressure: 'fuel',
}
/** The side whose regulator a figure of a plan is set on; undefined for a figure that is no such pressure. */
export const sideOfFigure = (name: string | undefined): GasSide | undefined =>
  name === undefined ? undefined : SIDE_OF_FIGURE[name]

/** All that the gate of `core/gas/limits.ts` has to know of a side, but the pressure itself. */
export const gateOf = (side: GasSide, setting: LineSetting): Omit<SettingAsked, 'gaugePa'> =>
  side === 'fuel'
    ? {
        gas: setting.fuel,
        ambientPa: setting.ambientPa,
        divisionPa: setting.fuelDivisionPa,
        lockUpPa: setting.fuelLockUpPa,
        ratingPa: setting.fuelRatingPa,
      }
    : {
        gas: 'oxygen',
        ambientPa: setting.ambientPa,
        divisionPa: setting.oxygenDivisionPa,
        ratingPa: setting.oxygenRatingPa,
      }
