import { fromSi, unitFor } from '#core/quantity/index.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'

/** How fast a test rises or falls as a gauge would show it: under pressure by the hour, under vacuum by the minute. */
export function gaugeRate(of: 'pressure' | 'vacuum', units: UnitChoices) {
  const gauge = of === 'pressure' ? unitFor('pressure', units) : 'micron'
  const seconds = of === 'pressure' ? 3600 : 60
  return {
    unit: `${gauge} ${of === 'pressure' ? 'an hour' : 'a minute'}`,
    shown: (paPerS: number): number => fromSi(paPerS * seconds, gauge),
  }
}
