import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { goodHeat } from '#core/teach/heat-hands.ts'
import { beginHeat, moveHeat, tickHeat, type HeatState } from '#core/teach/heat-play.ts'
import { HEAT_JOINTS, presetOf } from '#core/teach/heat-presets.ts'
import { boreSeen, fluxSeen, measured, metalSeen, rowOfTable, skinOf, tableOf } from './heat-colours.ts'
import { HeatPainter, LAYERS, mapPlace, type HeatLook } from './heat-paint.ts'
import { LIGHTS } from './flame-paint.ts'
import { quietCanvas, quietPictures, type PutDown } from './paint-test-support.ts'

const bright = (rgb: readonly number[]) => rgb.reduce((a, b) => a + b, 0)

describe('colours of heat', () => {
  it('brighten with heat once metal glows, by day a hundred degrees later', () => {
    for (const light of LIGHTS) {
      const at = [600, 700, 800, 900, 1000, 1100, 1200].map((c) => bright(metalSeen('copper', c, light)))
      expect([...at].sort((a, b) => a - b)).toEqual(at)
    }
    const red = (c: number, light: 'day' | 'shed') => {
      const [r, g] = metalSeen('copper', c, light)
      return r - g
    }
    expect(red(560, 'shed')).toBeGreaterThan(40)
    expect(red(560, 'day')).toBeLessThan(20)
    expect(red(700, 'day')).toBeGreaterThan(40)
  })
  it('run through straw, brown, purple and blue on bare steel', () => {
    const [straw, purple, blue] = [220, 275, 290].map((c) => metalSeen('steel', c, 'day'))
    expect(straw?.[0]).toBeGreaterThan(straw?.[2] ?? 0)
    expect(purple?.[1]).toBeLessThan(Math.min(purple?.[0] ?? 0, purple?.[2] ?? 0))
    expect(blue?.[2]).toBeGreaterThan(blue?.[0] ?? 0)
    expect(skinOf('copper_dhp')).toBe('copper')
    expect(skinOf('grey-cast-iron')).toBe('steel')
    expect(skinOf('nickel-200')).toBe('other')
  })
  it('show flux boil, puff up white, settle and go clear, and black once it is spent', () => {
    const covers = [60, 370, 640].map((c) => fluxSeen(c, 0).cover)
    expect(covers[1]).toBeGreaterThan(covers[0] ?? 0)
    expect(covers[2]).toBeLessThan(0.2)
    expect(bright(fluxSeen(700, 1).colour)).toBeLessThan(150)
  })
  it('grow darker in the bore with scale', () => {
    const at = [0, 1, 3, 6, 9].map((um) => bright(boreSeen(um)))
    expect([...at].sort((a, b) => b - a)).toEqual(at)
  })
  it('are laid up by whole degrees', () => {
    const table = tableOf(measured)
    expect([...table.slice(rowOfTable(750.2), rowOfTable(750.2) + 3)]).toEqual(measured(750).map(Math.round))
    expect(rowOfTable(-50)).toBe(0)
    expect(rowOfTable(9999)).toBe(rowOfTable(1800))
  })
})

let pictures: PutDown
beforeEach(() => {
  pictures = quietPictures()
})
afterEach(() => {
  vi.unstubAllGlobals()
})

const LOOK: HeatLook = {
  map: { width: 600, height: 500 },
  side: { width: 300, height: 500 },
  dense: 1,
  light: 'shed',
  layer: 'outside',
  beside: 'seen',
  measured: false,
  lines: [
    { celsius: 100, says: 'begins to melt' },
    { celsius: 150, says: 'runs' },
  ],
}
const paint = (state: HeatState, look: Partial<HeatLook> = {}) => {
  const [map, side] = [quietCanvas(), quietCanvas()]
  new HeatPainter(map.context, side.context).paint(
    state,
    { ...LOOK, ...look },
    { pos: 20, z: 0.004, on: true },
  )
  return { map, side }
}
const warmed = (key: keyof typeof HEAT_JOINTS, ticks = 100) => {
  const state = beginHeat(HEAT_JOINTS[key])
  moveHeat(state, [0, 'torch', 0, 3])
  moveHeat(state, [0, 'flame', 1])
  for (let i = 0; i < ticks; i++) tickHeat(state)
  return state
}

describe('the joint as it is painted', () => {
  it('is seen whatever it is, by whichever light and layer', () => {
    for (const key of ['cup', 'lap', 'tee', 'ring', 'unlike'] as const) {
      const state = warmed(key, 20)
      for (const light of LIGHTS)
        for (const layer of LAYERS)
          for (const beside of ['seen', 'sawn'] as const)
            expect(paint(state, { light, layer, beside }).map.done['drawImage'], key).toBe(1)
    }
  })
  it('is brightest under the flame', () => {
    paint(warmed('cup', 200))
    const map = pictures[0]
    if (!map) throw new Error('nothing painted')
    const rows = map.data.length / 4 / map.width
    const at = (x: number, y: number) =>
      bright([...map.data.slice((y * map.width + x) * 4, (y * map.width + x) * 4 + 3)])
    const row = Math.round((rows * 48) / 85)
    const middle = Math.round(map.width / 2)
    expect(at(middle, row)).toBeGreaterThan(at(2, row) + 40)
  })
  it('has lines of equal heat where it is measured, each with what it says', () => {
    const plain = paint(warmed('cup'))
    expect(plain.map.texts).toEqual([])
    const { map } = paint(warmed('cup'), { measured: true })
    expect(map.texts).toContain('runs')
  })
  it('is hatched where its gap is dry, dotted where it is full', () => {
    const dry = paint(presetOf('lip').play().state, { layer: 'gap' }).map.done
    const full = paint(goodHeat(HEAT_JOINTS.sleeve).state, { layer: 'gap' }).map.done
    expect(dry['stroke']).toBeGreaterThan(100)
    expect(full['stroke']).toBeLessThan(5)
    expect(full['arc']).toBeGreaterThan(dry['arc'] ?? 0)
  })
  it('has every place of the joint on its map, the seam of a tube at the edges', () => {
    const tube = mapPlace(warmed('cup', 1), 'outside', LOOK.map)
    expect(tube.x(0)).toBe(300)
    expect(tube.x(359)).toBeCloseTo(tube.x(-1), 9)
    expect(tube.y(0)).toBeGreaterThan(0)
    const lap = mapPlace(warmed('lap', 1), 'outside', LOOK.map)
    expect(lap.x(-0.025)).toBeCloseTo(0, 9)
    expect(lap.x(0.025)).toBeCloseTo(600, 9)
  })
})
