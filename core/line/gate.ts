import type { SettingAsked } from '../gas/limits.ts'
import type { Gas, LineSetting } from './state.ts'

const SIDE_OF_FIGURE: Readonly<Partial<Record<string, Gas>>> = {
  cuttingOxygenPressure: 'oxygen',
  oxygenPressure: 'oxygen',
  fuelPressure: 'fuel',
}
/** The side whose regulator a figure of a plan is set on; undefined for a figure that is no such pressure. */
export const sideOfFigure = (name: string | undefined): Gas | undefined =>
  name === undefined ? undefined : SIDE_OF_FIGURE[name]

/** All that the gate of `core/gas/limits.ts` has to know of a side, but the pressure itself. */
export const gateOf = (side: Gas, setting: LineSetting): Omit<SettingAsked, 'gaugePa'> =>
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
