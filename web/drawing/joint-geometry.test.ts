import { describe, expect, it } from 'vitest'
import { JOINTS, planBraze, readBraze } from '#core/braze/index.ts'
import { METRIC_UNITS } from '#core/quantity/choices.ts'
import { heatColour } from './heat-colour.ts'
import { jointSection } from './joint-geometry.ts'

const section = (joint: string, over: object = {}) => {
  const read = readBraze({
    kind: 'braze',
    work: {
      joint,
      a: { metal: 'low-carbon-steel', outsideDiameter: '22 mm', wall: '2 mm', thickness: '2 mm' },
      b: { metal: 'low-carbon-steel', wall: '3 mm', depth: '15 mm' },
      overlap: '10 mm',
      clearance: '0.1 mm',
      length: '80 mm',
      width: '40 mm',
      ...over,
    },
    rig: { fuel: 'acetylene' },
    shop: { units: METRIC_UNITS },
  })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return jointSection(planBraze(read.request), read.request)
}

describe('a joint in section', () => {
  it.each(JOINTS)('%s lies in its box, with filler and where to aim', (joint) => {
    const s = section(joint)
    expect(s.shapes.some((x) => x.part === 'filler')).toBe(true)
    expect(s.aims.length).toBeGreaterThan(0)
    for (const shape of s.shapes.filter((x) => x.part !== 'filler'))
      for (const [x, y] of shape.points) {
        expect(x).toBeGreaterThanOrEqual(s.box.minX - 1e-9)
        expect(x).toBeLessThanOrEqual(s.box.maxX + 1e-9)
        expect(y).toBeGreaterThanOrEqual(s.box.minY - 1e-9)
        expect(y).toBeLessThanOrEqual(s.box.maxY + 1e-9)
      }
  })
  it('is to scale: the wall and the depth of the cup are as long as they are', () => {
    const s = section('socket', { overlap: '' })
    const overlap = s.sizes.find((x) => x.name === 'overlap')
    expect((overlap?.to[0] ?? 0) - (overlap?.from[0] ?? 0)).toBeCloseTo(15, 9)
    const wall = s.sizes.find((x) => x.name === 'wall')
    expect((wall?.from[1] ?? 0) - (wall?.to[1] ?? 0)).toBeCloseTo(2, 9)
  })
  it('tells how many times too wide the gap is drawn', () => {
    expect(section('socket').gapTimes).toBeGreaterThan(1)
    expect(section('lap', { clearance: '5 mm' }).gapTimes).toBe(1)
  })
})

describe('the colour of heat', () => {
  it('is pale when cold, dark before it glows, then redder and brighter', () => {
    const red = (k: number) => Number(/rgb\((\d+)/.exec(heatColour(k))?.[1])
    expect(red(293)).toBeGreaterThan(red(760))
    expect(red(1100)).toBeGreaterThan(red(870))
    expect(heatColour(5000)).toBe(heatColour(1573.15))
  })
})
