import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { eventsOf, MARK_PX, spreadOut } from './pace-events.ts'
import { leanSaid } from './PaceControls.tsx'

const along = (m: number) => `${m * 1000} mm`

describe('what happened along a cut', () => {
  it('is told in its order, what blew back as it was lost once, a pop where it was', () => {
    const events = eventsOf(
      {
        starts: [{ t: 5, x: 0, kind: 'edge', temperature: 910, round: 0 }],
        losses: [{ t: 9, x: 0.02, front: 0.024, cause: 'too-fast' }],
        blows: [
          { t: 9, x: 0.024, cause: 'too-fast' },
          { t: 2, x: 0.001, cause: 'pierced-low' },
        ],
        pops: [7],
        poppedMm: [12],
      },
      along,
    )
    expect(events.map((e) => e.says)).toEqual([
      'Blew back at 1 mm: pierced too low.',
      'Started at the edge, at 0 mm.',
      'Popped at 12 mm: the cones touched.',
      'Lost at 20 mm: too fast.',
    ])
    expect(new Set(events.map((e) => e.mark)).size).toBe(4)
  })
  it('has a mark for each that a finger finds: none on another, none off the sheet, each near its place', () => {
    const size = { width: 640, height: 200 }
    const half = MARK_PX / 2
    const place = fc.tuple(
      fc.integer({ min: half, max: size.width - half }),
      fc.integer({ min: half, max: size.height - half }),
    )
    fc.assert(
      fc.property(fc.array(place, { maxLength: 8 }), (wanted) => {
        const laid = spreadOut(wanted, size)
        expect(laid).toHaveLength(wanted.length)
        laid.forEach(([left, top], i) => {
          expect(left).toBeGreaterThanOrEqual(half)
          expect(left).toBeLessThanOrEqual(size.width - half)
          expect(top).toBeGreaterThanOrEqual(half)
          expect(top).toBeLessThanOrEqual(size.height - half)
          for (const [l, t] of laid.slice(0, i))
            expect(Math.abs(l - left) >= MARK_PX || Math.abs(t - top) >= MARK_PX).toBe(true)
        })
      }),
    )
    // what lies apart stays where it is
    expect(
      spreadOut(
        [
          [100, 100],
          [300, 100],
        ],
        size,
      ),
    ).toEqual([
      [100, 100],
      [300, 100],
    ])
  })
})

it('a lean is said upright, forward or back', () => {
  expect([leanSaid(0.2), leanSaid(15), leanSaid(-5)]).toEqual(['upright', '15° forward', '5° back'])
})
