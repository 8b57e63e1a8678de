import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cuttingTorch } from '../teach/test-support.ts'
import { FUEL_IDS, FUELS } from '../gas/fuels.ts'
import { burningVelocityAt } from './burning.ts'
import { holdOf, OFF } from './hold.ts'
import { seenFlame } from './seen.ts'
import {
  FULL_TURNS,
  mixtureOfFlow,
  settledFlow,
  sizeTorch,
  turnsFor,
  type Flow,
  type Hands,
} from './torch.ts'

const fuel = fc.constantFrom(...FUEL_IDS)
const turns = fc.double({ min: 0.02, max: 1.4, noNaN: true })
const OPEN: Hands = { oxygen: FULL_TURNS.oxygen, fuel: FULL_TURNS.fuel, handle: 2, lever: false }
const flowFor = (torch: ReturnType<typeof sizeTorch>, share: number, mixture: number): Flow => {
  const runs = share * torch.full.fuel
  return { fuel: runs, oxygen: runs * mixture * FUELS[torch.fuel].flame.neutral, jet: 0 }
}
const STILL = { wind: 0, near: false }

describe('a torch and its valves', () => {
  it.each(FUEL_IDS)('burns full and neutral on %s with its valves as far open as usual', (id) => {
    const torch = sizeTorch(cuttingTorch(id))
    const flow = settledFlow(torch, OPEN)
    expect(flow.fuel / torch.full.fuel).toBeCloseTo(1, 1)
    expect(mixtureOfFlow(torch, flow)).toBeCloseTo(1, 1)
  })

  it('finds the openings of a flow that it can reach', () => {
    fc.assert(
      fc.property(
        fuel,
        fc.double({ min: 0.2, max: 1.05, noNaN: true }),
        fc.double({ min: 0.2, max: 1.3, noNaN: true }),
        fc.boolean(),
        (id, share, mixture, lever) => {
          const torch = sizeTorch(cuttingTorch(id))
          const wanted = flowFor(torch, share, mixture)
          const hands = { handle: 2, lever }
          const flow = settledFlow(torch, { ...turnsFor(torch, wanted, hands), ...hands })
          expect(flow.fuel / wanted.fuel).toBeCloseTo(1, 2)
          expect(flow.oxygen / wanted.oxygen).toBeCloseTo(1, 2)
        },
      ),
    )
  })

  it('gives more of what is opened, and no more of the other gas: it is driven back', () => {
    fc.assert(
      fc.property(fuel, turns, turns, (id, oxygen, open) => {
        const torch = sizeTorch(cuttingTorch(id))
        const [less, more] = [
          settledFlow(torch, { ...OPEN, oxygen, fuel: open }),
          settledFlow(torch, { ...OPEN, oxygen: oxygen * 1.2, fuel: open }),
        ]
        expect(more.oxygen).toBeGreaterThan(less.oxygen)
        expect(more.fuel).toBeLessThanOrEqual(less.fuel * (1 + 1e-6))
      }),
    )
  })

  it('loses oxygen from the flame to the jet, and more so with the handle part shut', () => {
    fc.assert(
      fc.property(fuel, (id) => {
        const torch = sizeTorch(cuttingTorch(id, { handleValve: true }))
        const at = (lever: boolean, handle: number) =>
          mixtureOfFlow(torch, settledFlow(torch, { ...OPEN, lever, handle }))
        const [wide, part] = [at(true, 2) / at(false, 2), at(true, 0.3) / at(false, 0.3)]
        expect(wide).toBeLessThan(1)
        expect(part).toBeLessThan(wide)
      }),
    )
  })

  it('lets nothing through that is shut, at the handle too', () => {
    const torch = sizeTorch(cuttingTorch('acetylene', { handleValve: true }))
    expect(settledFlow(torch, { oxygen: 0, fuel: 0, handle: 2, lever: false })).toEqual({
      fuel: 0,
      oxygen: 0,
      jet: 0,
    })
    expect(settledFlow(torch, { ...OPEN, handle: 0 }).oxygen).toBe(0)
  })
})

describe('how a flame burns and holds', () => {
  it('burns fastest where its cones are seen shortest', () => {
    // by what is taught: neutral acetylene burns at 60 to 80 per cent of its most
    expect(burningVelocityAt('acetylene', 1) / FUELS.acetylene.burningVelocity).toBeCloseTo(0.7, 6)
    for (const id of FUEL_IDS) {
      const rich = [0.3, 0.5, 0.7, 0.9, 1].map((m) => burningVelocityAt(id, m))
      expect([...rich].sort((a, b) => a - b)).toEqual(rich)
      expect(burningVelocityAt(id, 6)).toBeGreaterThan(0)
    }
  })

  it('stretches the feather to twice the cone at nine tenths of oxygen to acetylene, and loses it at neutral', () => {
    const torch = sizeTorch(cuttingTorch('acetylene'))
    const at = (mixture: number) => {
      const flow = flowFor(torch, 1, mixture)
      return seenFlame(torch, flow, holdOf(torch, flow, STILL)).look
    }
    const reducing = at(0.9 / 1.1)
    expect(reducing.feather / reducing.cone).toBeCloseTo(2, 1)
    expect(at(1).feather).toBeCloseTo(at(1).cone, 6)
    // a slightly oxidising cone is a few hundredths to a tenth shorter at like fuel
    expect(at(1.15).cone).toBeLessThan(at(1).cone)
  })

  it('has cones as long as what runs makes them: longer with more gas, and never none', () => {
    fc.assert(
      fc.property(fuel, fc.double({ min: 0.4, max: 1.4, noNaN: true }), (id, share) => {
        const torch = sizeTorch(cuttingTorch(id))
        const cone = (s: number) => {
          const flow = flowFor(torch, s, 1)
          return seenFlame(torch, flow, holdOf(torch, flow, STILL)).look.cone
        }
        expect(cone(share * 1.1)).toBeGreaterThan(cone(share))
        expect(cone(share)).toBeGreaterThan(0)
      }),
    )
  })

  it('holds acetylene where propane leaves the tip; the plate and oxygen hold it, wind takes it', () => {
    const [fast, slow] = [sizeTorch(cuttingTorch('acetylene')), sizeTorch(cuttingTorch('propane'))]
    const bears = (torch: typeof fast, mixture: number, around = STILL) =>
      holdOf(torch, flowFor(torch, 1, mixture), around).bears
    expect(bears(slow, 0) * OFF).toBeLessThan(1)
    expect(bears(fast, 0)).toBeGreaterThan(1)
    expect(bears(slow, 0, { wind: 0, near: true })).toBeGreaterThan(bears(slow, 0))
    expect(bears(slow, 0, { wind: 4, near: false })).toBeLessThan(bears(slow, 0))
    expect(bears(slow, 1)).toBeGreaterThan(1)
  })

  it('starves a tip that gets a third of its gas, and not one that gets it all', () => {
    const torch = sizeTorch(cuttingTorch('acetylene'))
    expect(holdOf(torch, flowFor(torch, 0.3, 1), STILL).starved).toBe(1)
    expect(holdOf(torch, flowFor(torch, 1, 1), STILL).starved).toBe(0)
  })

  it('heaves slower the wider it is, and sways less the harder it is blown', () => {
    const torch = sizeTorch(cuttingTorch('acetylene'))
    const seen = (share: number, mixture: number) => {
      const flow = flowFor(torch, share, mixture)
      return seenFlame(torch, flow, holdOf(torch, flow, STILL))
    }
    expect(seen(1, 0).heaves).toBeLessThan(seen(0.3, 0).heaves)
    expect(seen(1, 1).sways).toBeLessThan(seen(0.3, 0).sways)
    expect(seen(0.3, 0).smoke).toBeGreaterThan(0.9)
    expect(seen(0.95, 0).smoke).toBe(0)
  })
})
