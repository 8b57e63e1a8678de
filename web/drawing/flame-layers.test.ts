import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flameLook } from '#core/flame/card.ts'
import { FUEL_IDS } from '#core/gas/fuels.ts'
import { flameLayers, portsSeen, type FlameLayer } from './flame-layers.ts'

const SHEETS = { envelope: 4, feather: 3 }
const place = { unit: 80, half: 6, ports: portsSeen([1, 1, 1, 1, 1, 1], 22), sheets: SHEETS }
const far = ({ outline }: FlameLayer) => Math.max(...outline.map(([x]) => x))
const of = (part: FlameLayer['part'], layers: readonly FlameLayer[]) => layers.filter((l) => l.part === part)

describe('the sheets of a flame', () => {
  it('begin at the tip, end where what is drawn ends, and add no more than all of a colour', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FUEL_IDS),
        fc.double({ min: 0, max: 2.5, noNaN: true }),
        (fuel, mixture) => {
          const look = flameLook(fuel, mixture)
          const layers = flameLayers(look, place)
          for (const layer of layers) {
            for (const [x, y] of layer.outline) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true)
            expect(Math.min(...layer.outline.map(([x]) => x))).toBeCloseTo(0, 6)
            expect(layer.strength).toBeGreaterThanOrEqual(0)
            expect(layer.strength).toBeLessThanOrEqual(1.5)
          }
          expect(Math.max(...of('envelope', layers).map(far))).toBeCloseTo(look.envelope * 80 * 1.05, 6)
          if (look.cone > 0) expect(Math.max(...of('cone', layers).map(far))).toBeCloseTo(look.cone * 80, 6)
        },
      ),
    )
  })

  it('have a feather only while fuel is over, and a dirty port’s cone is short', () => {
    const rich = flameLayers(flameLook('acetylene', 0.82), place)
    expect(of('feather', rich).length).toBe(18)
    expect(Math.max(...of('feather', rich).map(far))).toBeCloseTo(2 * 80, 0)
    expect(of('feather', flameLayers(flameLook('acetylene', 1), place))).toEqual([])
    const dirty = flameLayers(flameLook('acetylene', 1), { ...place, ports: portsSeen([1, 0.4], 20) })
    const longs = of('cone', dirty).map(far)
    expect(longs.map(Math.round).sort((a, b) => a - b)).toEqual([32, 80])
  })

  it('show a ring of ports from the side: those behind dimmer', () => {
    const ports = portsSeen([1, 1, 1, 1, 1, 1], 10)
    expect(ports.map((p) => Math.round(p.y))).toEqual([-10, -5, 5, 10, 5, -5])
    expect(ports.filter((p) => p.behind).length).toBe(2)
    expect(portsSeen([1], 10)).toEqual([{ y: 0, long: 1 }])
  })
})
