import { describe, expect, it } from 'vitest'
import { burn, BURNT_FUELS, completeRatio } from './burn.ts'
import { flameMap, MAP_POINTS, readMap } from './flame-map.ts'

describe('a map of flames', () => {
  it.each(BURNT_FUELS)('of %s says between its points what the flame is there', (fuel) => {
    const map = flameMap(fuel)
    expect(map.kelvin).toHaveLength(MAP_POINTS)
    for (const share of [0.42, 0.61, 0.83, 1.07]) {
      const ratio = share * completeRatio(fuel)
      const [read, burnt] = [readMap(map, ratio), burn({ fuel, ratio })]
      expect(Math.abs((read?.kelvin ?? 0) - (burnt?.temperature ?? 0))).toBeLessThan(12)
      expect(Math.abs((read?.coneShare ?? 0) - (burnt?.coneShare ?? 0))).toBeLessThan(0.02)
    }
  })

  it('says nothing of what does not burn, or lies off it', () => {
    const map = flameMap('acetylene')
    expect(readMap(map, 0)).toBeUndefined()
    expect(readMap(map, 400)).toBeUndefined()
  })
})
