import { gaugeFace, type GaugeFace } from '#core/line/gauge-face.ts'
import type { Gas } from '#core/line/state.ts'
import { useShop } from '../../app/shop.ts'

/**
 * The face of a side's gauge, on which a pressure has to stand, Pa. It is the one on the wall: it does not change when
 * somebody looks at the plan in other units.
 */
export function useGauge(): (side: Gas, neededPa?: number) => GaugeFace {
  const { gauges, units } = useShop().settings
  return (side, neededPa) => gaugeFace(side, gauges[side], units.pressure, neededPa)
}
