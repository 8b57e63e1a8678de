import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planCut, readCut } from '#core/cut/index.ts'
import { cutGeometry } from './geometry.ts'

const geometry = (thickness: string, guide: string, fuel = 'acetylene') => {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness, length: '24 in' },
    rig: { fuel, guide, tipRadius: '1/2 in', handling: 'hand' },
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return { g: cutGeometry(planCut(read.request), read.request), request: read.request }
}

describe('the drawing of a cut', () => {
  it('is to scale: every length is the plan’s own, in mm', () => {
    const { g } = geometry('20 mm', 'part')
    expect(g).toMatchObject({
      thickness: expect.closeTo(20),
      tipRadius: expect.closeTo(12.7),
      guide: 'part',
      standoff: expect.closeTo(2.38, 2),
    })
    expect(g?.tipToWork).toBeCloseTo((g?.cone ?? 0) + (g?.standoff ?? 0), 9)
    expect(g?.guideOffset).toBeCloseTo(12.7 - (g?.kerf ?? 0) / 2, 9)
  })
  it('has no guide and no collar for a freehand cut, and leans only on thin plate', () => {
    expect(geometry('20 mm', 'none').g).toMatchObject({
      guideOffset: undefined,
      collar: undefined,
      leanRad: 0,
    })
    expect(geometry('6 mm', 'none').g?.leanRad).toBeGreaterThan(0)
  })
  it('is not drawn when the plan gives no settings', () => {
    expect(geometry('13 in', 'part').g).toBeUndefined()
  })
  it('can be drawn for anything that can be planned: every length is a positive number', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.03, max: 12, noNaN: true }),
        fc.constantFrom('part', 'scrap', 'none'),
        fc.constantFrom('acetylene', 'propane'),
        (t, guide, fuel) => {
          const { g } = geometry(`${t.toFixed(3)} in`, guide, fuel)
          for (const name of [
            'thickness',
            'kerf',
            'orifice',
            'tipRadius',
            'tipToWork',
            'cone',
            'coneWidth',
            'standoff',
            'drag',
          ] as const)
            expect(g?.[name], name).toBeGreaterThan(0)
          expect(g?.orifice).toBeLessThan(g?.kerf ?? 0)
        },
      ),
      { numRuns: 100 },
    )
  })
})
