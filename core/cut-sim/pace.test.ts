import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wantedFor } from './wanted.ts'
import { purityFactor } from './jet.ts'
import type { PaceHand } from './pace-case.ts'
import { readPace } from './read-pace.ts'
import { runPace, type PaceResult } from './run-pace.ts'
import { cutSteadily, kindlesAt, ROWS_M, steady, type Made } from './test-support.ts'

const INCH = 0.0254
const inch = (n: number): number => n * INCH
const mid = (t: number): number => wantedFor(t).plan.speed
const names = ({ findings }: PaceResult): readonly string[] => findings.map((f) => `${f.sign}/${f.cause}`)
/** The whole of a hand's cut again, a sample each so many s. */
const fine = (made: Made): Made => ({ every: 0.05, ...made })

describe('public cases', () => {
  const cut = (
    [thickness, orifice, pressure]: readonly [number, number, number],
    [flameHeat, height, speed]: readonly [number, number, number],
    [v, hold, purity]: readonly [number, number, number],
  ): PaceResult => {
    const gone = hold + 0.2 + 0.12 / v
    const read = readPace({
      plate: { thickness, length: 0.1 },
      gas: { fuel: 'acetylene', flameHeat, orifice, pressure, purity },
      plan: { height, standoff: 0.0024, speed },
      hand: [
        { t: 0 },
        { t: hold },
        { t: hold + 0.2, lever: 1 },
        { t: gone, x: 0.12, lever: 1 },
        { t: gone + 0.2, x: 0.12 },
      ],
    })
    if (!read.ok) throw new Error(read.error.message)
    return runPace(read.of)
  }
  // source: cut-1, public-1 to public-3
  it('drops', () => {
    const r = cut([0.012, 0.00104, 283_000], [3700, 0.0068, 0.007], [0.007, 4.4, 0.995])
    expect(r.verdict).toBe('drops')
    expect(r.kindled).toBeCloseTo(4.05, 1)
    expect(r.limit.speed * 1000).toBeCloseTo(12.56, 1)
    expect(r.limit.oxygenFlow * 1000).toBeCloseTo(0.7276, 3)
    expect(r.limit.kerf * 1000).toBeCloseTo(2.06, 2)
    expect([r.cutShare, r.bridgedShare]).toEqual([1, 0])
    expect(r.meanDrag * 1000).toBeCloseTo(2.04, 1)
    expect(r.meanTopMelt * 1000).toBeCloseTo(0.289, 2)
    expect(r.meanRough * 1e6).toBeCloseTo(38.8, 0)
    expect(r.places.topPeak[50]).toBeCloseTo(591, -1)
    expect(r.places.wall[50]).toBeCloseTo(580, -1)
    expect(r.slagMain).toBe('falls')
    expect(r.energy.flame / 25_537).toBeCloseTo(1, 2)
    expect(r.energy.wall / 3474).toBeCloseTo(1, 2)
    expect(r.energy.loss / 325).toBeCloseTo(1, 1)
    expect(names(r)).toEqual(['top-melted/preheat-much'])
    expect(r.findings[0]?.share).toBeCloseTo(0.17, 2)
  })
  it('is too slow on thin plate', () => {
    const r = cut([0.003, 0.0007, 255_000], [2450, 0.0065, 0.01], [0.003, 2, 0.995])
    expect(r.verdict).toBe('closed-behind')
    expect(r.kindled).toBeCloseTo(1.57, 1)
    expect(r.limit.speed * 1000).toBeCloseTo(16.29, 1)
    expect(r.bridgedShare).toBeCloseTo(0.76, 2)
    expect(r.meanDrag * 1000).toBeCloseTo(0.27, 2)
    expect(r.maxTopMelt * 1000).toBeCloseTo(3, 2)
    expect(r.places.wall[50]).toBeCloseTo(956, -1)
    expect(r.slagMain).toBe('welded')
    expect(names(r)).toEqual(['top-melted/too-slow', 'closes-behind/too-slow', 'slag-sticks/too-slow'])
  })
  it('has poor oxygen', () => {
    const r = cut([0.025, 0.0015, 250_000], [4500, 0.007, 0.0055], [0.0055, 13, 0.97])
    expect(r.verdict).toBe('nothing-cut')
    expect(r.kindled).toBeCloseTo(8.28, 1)
    expect(r.limit.speed * 1000).toBeCloseTo(3.874, 2)
    expect(r.losses).toHaveLength(1)
    expect(r.losses[0]).toMatchObject({ x: 0, cause: 'purity' })
    expect(r.losses[0]?.t).toBeCloseTo(14.6, 1)
    expect(r.energy.jet / 304).toBeCloseTo(1, 1)
    expect(r.slagMain).toBe('none')
  })
})

describe('laws', () => {
  describe.each(ROWS_M.map((t) => ({ inches: t / INCH, t })))('$inches in', ({ t }) => {
    const [low, high] = wantedFor(t).speeds
    const hold = kindlesAt({ thickness: t }) * 1.08 + 0.05
    const at = (speed: number) => cutSteadily({ thickness: t, length: 0.12, speed, hold })
    it('A: the published speeds drop the piece, and it comes clean', () => {
      for (const share of [0.25, 0.5, 0.75]) {
        const r = at(low + (high - low) * share)
        expect(r.drops).toBe(true)
        expect(r.losses).toEqual([])
        expect(['falls', 'tap']).toContain(r.slagMain)
      }
      const drag = at((low + high) / 2).meanDrag / t
      expect(drag).toBeGreaterThan(0.05)
      expect(drag).toBeLessThan(0.4)
    })
    it('B: half the low speed melts the edge, and closes thin plate', () => {
      const r = at(low / 2)
      expect(r.meanTopMelt).toBeGreaterThan(0.0003)
      expect(r.meanTopMelt).toBeGreaterThan(1.5 * at(mid(t)).meanTopMelt)
      expect(names(r)).toContain('top-melted/too-slow')
      if (t <= inch(3 / 16) + 1e-9) {
        expect(r.bridgedShare).toBeGreaterThan(0.3)
        expect(r.drops).toBe(false)
      }
      if (t >= inch(3 / 8) - 1e-9) expect(r.bridgedShare).toBe(0)
    })
    it('C: twice the high speed loses it', () => {
      const r = at(high * 2)
      expect(r.drops).toBe(false)
      expect(r.losses[0]?.cause).toBe('too-fast')
    })
    it('V: a pace that is a sixth off, and a height that is 1.5 mm off, keep it', () => {
      const wanted = wantedFor(t).plan
      for (const pace of [0.85, 1.15]) expect(at(wanted.speed * pace).drops).toBe(true)
      for (const off of [-0.0015, 0.0015])
        expect(cutSteadily({ thickness: t, hand: () => ({ height: wanted.height + off }) }).drops).toBe(true)
    })
  })

  it('B: 3/16 in closes too', () => {
    const t = inch(3 / 16)
    const r = cutSteadily({ thickness: t, length: 0.12, speed: wantedFor(t).speeds[0] / 2 })
    expect(r.bridgedShare).toBeGreaterThan(0.3)
    expect(r.drops).toBe(false)
  })

  it('D: a tip two rows too large closes thin plate, and cuts it leaned over, small flame and quick', () => {
    // two rows on: 3/8 in for 1/8, 1/2 in for 3/16
    for (const [t, ofRow] of [
      [1 / 8, 3 / 8],
      [3 / 16, 1 / 2],
    ] as const) {
      const large = wantedFor(inch(ofRow)).gas
      const plan = wantedFor(inch(t)).plan
      const full = cutSteadily({ thickness: inch(t), gas: large })
      expect(full.bridgedShare).toBeGreaterThan(0)
      expect(names(full)).toContain('closes-behind/tip-large')
      const small = cutSteadily({
        thickness: inch(t),
        // the low end of that row: 6 cubic feet an hour of 6 to 12
        gas: { ...large, flameHeat: (large.flameHeat * 6) / 9 },
        speed: plan.speed * 1.2,
        hand: () => ({ lean: 15 }),
      })
      expect(small.drops).toBe(true)
    }
  })

  it('E: cones in the work pop', () => {
    const r = cutSteadily({ thickness: inch(0.5), hold: 4.6, hand: () => ({ height: 0.003 }) })
    expect(r.pops.length).toBeGreaterThan(1)
    expect(names(r)).toContain('popping/touched')
  })

  it('F: too high is lost; higher kindles later', () => {
    const t = inch(0.5)
    const { height } = wantedFor(t).plan
    const r = cutSteadily(
      fine({
        thickness: t,
        hand: ({ x }) => ({ height: x > 0.03 ? height + 0.022 : height }),
      }),
    )
    expect(r.drops).toBe(false)
    expect(['too-high', 'preheat-little']).toContain(r.losses[0]?.cause)
    let last = 0
    for (const more of [0, 1, 2, 3, 4]) {
      const now = kindlesAt({ thickness: t, hand: () => ({ height: height + more / 1000 }) })
      expect(now).toBeGreaterThan(last)
      last = now
    }
  })

  it('G: pressed too soon nothing starts; heated on, it does', () => {
    const t = inch(0.5)
    const kindles = kindlesAt({ thickness: t })
    const soon = cutSteadily({ thickness: t, hold: kindles * 0.4, length: 0.06 })
    expect(soon.started).toBe(false)
    expect(soon.refused.length).toBeGreaterThan(0)
    const of = steady({ thickness: t, hold: kindles * 2, length: 0.06 })
    const [first] = of.hand as readonly [PaceHand]
    const again = runPace({
      ...of,
      hand: [
        first,
        { ...first, t: kindles * 0.4 },
        { ...first, t: kindles * 0.4 + 0.1, lever: 1 },
        { ...first, t: kindles * 0.4 + 0.3, lever: 0 },
        ...of.hand.slice(1),
      ],
    })
    expect(again.drops).toBe(true)
    expect(again.refused.length).toBe(1)
  })

  it('H: the start rounds with lateness', () => {
    const t = inch(0.5)
    const kindles = kindlesAt({ thickness: t })
    const late = (times: number) =>
      cutSteadily({ thickness: t, length: 0.04, hold: kindles * times }).startRound
    expect(late(1.1)).toBeLessThan(0.0002)
    expect(late(5)).toBeGreaterThan(0.0004)
    expect(late(2)).toBeGreaterThanOrEqual(late(1.1))
  })

  it('I: warm plate kindles sooner; cold thick plate is rougher', () => {
    const t = inch(0.5)
    const warm = { plate: { temperature: 250 } }
    expect(kindlesAt({ thickness: t, ...warm })).toBeLessThan(0.7 * kindlesAt({ thickness: t }))
    expect(cutSteadily({ thickness: t, ...warm }).drops).toBe(true)
    const thick = { thickness: inch(2), length: 0.2 }
    const cold = cutSteadily({ ...thick, plate: { temperature: -10 } })
    const warmed = cutSteadily({ ...thick, plate: { temperature: 150 } })
    expect(cold.meanRough).toBeGreaterThan(warmed.meanRough * 1.1)
    expect(names(cutSteadily({ ...thick, plate: { temperature: -40 } }))).toContain('saw-toothed/cold-thick')
  })

  it('J: 97 % oxygen cuts at 0.375 of the speed', () => {
    expect(purityFactor(0.97)).toBeCloseTo(0.375, 12)
    const t = inch(0.5)
    const gas = { purity: 0.97 }
    const good = cutSteadily({ thickness: t })
    const poor = cutSteadily({ thickness: t, gas })
    expect(poor.limit.speed / good.limit.speed).toBeCloseTo(0.375, 12)
    expect(poor.drops).toBe(false)
    // with a flame that keeps up: else the flame, and not the jet, sets the pace
    const flameHeat = wantedFor(t).gas.flameHeat * 1.5
    const greatest = (purity: number) => {
      let [low, high] = [0.0005, 0.03]
      while (high - low > 2e-5) {
        const speed = (low + high) / 2
        if (cutSteadily({ thickness: t, speed, length: 0.06, hold: 5, gas: { purity, flameHeat } }).drops)
          low = speed
        else high = speed
      }
      return low
    }
    expect(Math.abs(greatest(0.97) / greatest(0.995) - 0.375)).toBeLessThan(0.05)
  })

  it('K: drag up, melt and bridging down with speed; limit up with pressure and bore, down with depth', () => {
    for (const t of [inch(1 / 8), inch(0.5), inch(2)]) {
      const [low, high] = wantedFor(t).speeds
      let last: PaceResult | undefined
      for (const share of [0, 0.3, 0.6, 0.9]) {
        const r = cutSteadily({ thickness: t, speed: low / 2 + (high - low / 2) * share })
        if (last) {
          expect(r.meanDrag).toBeGreaterThan(last.meanDrag)
          expect(r.meanTopMelt).toBeLessThanOrEqual(last.meanTopMelt + 1e-6)
          expect(r.bridgedShare).toBeLessThanOrEqual(last.bridgedShare)
        }
        last = r
      }
    }
    const limit = (made: Made) => cutSteadily({ hold: 0.1, length: 0.01, ...made }).limit.speed
    const t = inch(0.5)
    const { gas } = wantedFor(t)
    fc.assert(
      fc.property(fc.double({ min: 1.02, max: 2, noNaN: true }), (more) => {
        const base = limit({ thickness: t })
        expect(limit({ thickness: t, gas: { pressure: gas.pressure * more } })).toBeGreaterThan(base)
        expect(limit({ thickness: t, gas: { orifice: gas.orifice * more } })).toBeGreaterThan(base)
        expect(limit({ thickness: t * more, gas, plan: wantedFor(t).plan })).toBeLessThan(base)
      }),
      { numRuns: 20 },
    )
    const top = (times: number) =>
      Math.max(
        ...cutSteadily({ thickness: t, hold: 3, gas: { flameHeat: gas.flameHeat * times } }).places.topPeak,
      )
    expect(top(1.2)).toBeGreaterThan(top(1))
  })

  it('L: what goes in is what is there; the film gives half of the burning at most', () => {
    fc.assert(
      fc.property(
        fc.record({
          thickness: fc.double({ min: 0.002, max: 0.08, noNaN: true }),
          temperature: fc.double({ min: -30, max: 300, noNaN: true }),
          pace: fc.double({ min: 0.3, max: 2.2, noNaN: true }),
          lean: fc.double({ min: -30, max: 30, noNaN: true }),
          lever: fc.double({ min: 0.1, max: 1, noNaN: true }),
        }),
        ({ thickness, temperature, pace, lean, lever }) => {
          const r = cutSteadily({
            thickness,
            length: 0.04,
            hold: 6,
            speed: mid(thickness) * pace,
            lever,
            plate: { temperature },
            hand: () => ({ lean }),
          })
          expect(Math.abs(r.energy.imbalance)).toBeLessThan(1e-6)
          // of what is cut through: a groove that is left half way has burnt less than its front has passed
          if (r.drops) expect(r.energy.wall).toBeLessThanOrEqual(r.energy.reaction * 0.5 * (1 + 1e-9))
        },
      ),
      { numRuns: 40 },
    )
  })

  it('M: a finer step and other columns tell the same', () => {
    for (const t of [inch(1 / 8), inch(0.5)]) {
      const made = { thickness: t, length: 0.1, hold: kindlesAt({ thickness: t }) * 1.08 + 0.05 }
      const base = cutSteadily(made)
      const slow = { ...made, speed: wantedFor(t).speeds[0] / 2 }
      const slowBase = cutSteadily(slow)
      for (const options of [{ dt: 1 / 120 }, { dt: 1 / 240 }, { dx: 0.0008 }, { dx: 0.00125 }]) {
        const r = cutSteadily({ ...made, options })
        expect(r.verdict).toBe(base.verdict)
        expect(Math.abs(r.meanDrag / base.meanDrag - 1)).toBeLessThan(0.05)
        expect(Math.abs(r.cutShare - base.cutShare)).toBeLessThan(0.01)
        const middle = ({ places }: PaceResult) =>
          places.topPeak[Math.floor(places.topPeak.length / 2)] as number
        expect(Math.abs(middle(r) / middle(base) - 1)).toBeLessThan(0.03)
        const other = cutSteadily({ ...slow, options })
        expect(other.verdict).toBe(slowBase.verdict)
        expect(Math.abs(other.bridgedShare - slowBase.bridgedShare)).toBeLessThan(0.03)
      }
    }
  })

  it('N: the same hand gives the same bytes', () => {
    const made = fine({ thickness: inch(0.25), hand: ({ t }) => ({ lean: 10 * Math.sin(3 * t) }) })
    expect(JSON.stringify(cutSteadily(made))).toBe(JSON.stringify(cutSteadily(made)))
  })

  it('O: half lever loses thick plate and drags on thin; a quarter of the pressure does worse', () => {
    const t = inch(0.5)
    const high = wantedFor(t).speeds[1]
    expect(cutSteadily({ thickness: t, speed: high, lever: 0.5 }).losses[0]?.cause).toBe('lever-part')
    const thin = inch(0.25)
    const part = cutSteadily({ thickness: thin, lever: 0.5 })
    expect(part.meanDrag).toBeGreaterThan(cutSteadily({ thickness: thin }).meanDrag)
    const { gas } = wantedFor(t)
    const low = cutSteadily({ thickness: t, gas: { pressure: gas.pressure / 4 }, plan: wantedFor(t).plan })
    expect(low.losses.length > 0 || low.slagMain === 'chisel' || low.slagMain === 'welded').toBe(true)
  })

  describe('P: a pierce', () => {
    const t = inch(0.5)
    const { plan } = wantedFor(t)
    const pierce = (height: number, stays: number): PaceResult => {
      const of = steady({ thickness: t, hold: 1, length: 0.08 })
      const [first] = of.hand as readonly [PaceHand]
      const at = { ...first, x: 0.01 }
      const goes = 40 + stays
      return runPace({
        ...of,
        plate: { ...of.plate, start: 'pierce' },
        hand: [
          at,
          { ...at, t: 38 },
          { ...at, t: 39.8, height },
          { ...at, t: 40, height, lever: 1 },
          { ...at, t: goes, height, lever: 1 },
          { ...at, t: goes + 0.1 / plan.speed, x: 0.11, lever: 1 },
          { ...at, t: goes + 0.2 + 0.1 / plan.speed, x: 0.11 },
        ],
      })
    }
    it('from high enough runs on', () => {
      const r = pierce(plan.height * 1.6, 6)
      expect(r.starts[0]?.kind).toBe('pierce')
      expect(r.blows).toEqual([])
      // all that lies beyond it
      expect(r.places.cut.slice(12).every(Boolean)).toBe(true)
    })
    it('at cutting height blows back and fouls the tip', () => {
      const r = pierce(plan.height, 6)
      expect(r.blows[0]?.cause).toBe('pierced-low')
      expect(names(r)).toContain('blows-back/pierced-low')
    })
    it('moved early is not through', () => {
      const r = pierce(plan.height * 1.6, 0.05)
      expect(r.losses[0]?.cause).toBe('not-through')
      expect(r.blows[0]?.cause).toBe('not-through')
    })
  })

  it('Q: a bevel goes by the way through the plate', () => {
    const r = cutSteadily({ thickness: 0.01, plan: { bevel: 45 } })
    const square = cutSteadily({
      thickness: 0.01 * Math.SQRT2,
      plan: wantedFor(0.01).plan,
      gas: wantedFor(0.01).gas,
    })
    expect(r.limit.effectiveThickness).toBeCloseTo(0.01 * Math.SQRT2, 9)
    expect(r.limit.speed).toBeCloseTo(square.limit.speed, 9)
    expect(r.limit.kerf).toBeCloseTo(square.limit.kerf, 9)
    expect(names(r).some((n) => n.startsWith('bevel-dross'))).toBe(true)
  })

  describe('R: a cut that was lost by a rush', () => {
    const t = inch(0.5)
    const { plan } = wantedFor(t)
    const back = (goesBack: boolean): PaceResult => {
      const of = steady({ thickness: t, hold: 5, length: 0.1 })
      const [first] = of.hand as readonly [PaceHand]
      const open = { ...first, lever: 1 }
      const half = 5.2 + 0.04 / plan.speed
      const rushed = [
        first,
        { ...first, t: 5 },
        { ...open, t: 5.2 },
        { ...open, t: half, x: 0.04 },
        { ...open, t: half + 0.6, x: 0.065 },
      ]
      const lost = runPace({ ...of, hand: rushed }).losses[0]
      if (!lost) throw new Error('it should be lost')
      const to = goesBack ? lost.x : 0.065
      const on = half + 8
      return runPace({
        ...of,
        hand: [
          ...rushed,
          { ...first, t: half + 0.8, x: 0.065 },
          { ...first, t: half + 1.5, x: to },
          { ...first, t: on, x: to },
          { ...open, t: on + 0.2, x: to },
          { ...open, t: on + 0.2 + (0.13 - to) / plan.speed, x: 0.13 },
          { ...first, t: on + 0.4 + (0.13 - to) / plan.speed, x: 0.13 },
        ],
      })
    }
    it('is whole when it goes on from the edge of the cut', () => {
      const r = back(true)
      expect(r.losses.length).toBe(1)
      expect(r.starts.at(-1)?.kind).toBe('kerf')
      expect(r.drops).toBe(true)
    })
    it('is not when it goes on from where it was', () => {
      expect(back(false).drops).toBe(false)
    })
  })

  it('S: a wandering angle gouges; an unsteady pace ridges', () => {
    const t = inch(0.5)
    const wander = cutSteadily(
      fine({ thickness: t, hand: (h) => ({ lean: h.x > 0 ? 12 * Math.sin(6 * h.t) : 0 }) }),
    )
    expect(names(wander)).toContain('gouges/unsteady')
    const jerky = cutSteadily(
      fine({ thickness: t, hand: ({ t: s, x }) => ({ x: x > 0.005 ? x + 0.0016 * Math.sin(9 * s) : x }) }),
    )
    expect(names(jerky)).toContain('saw-toothed/unsteady')
  })

  it('T: stainless never starts; a clean cut says nothing', () => {
    const r = cutSteadily({ thickness: inch(0.5), hold: 8, plate: { metal: 'stainless-304' } })
    expect(r.verdict).toBe('metal')
    expect(r.started).toBe(false)
    expect(cutSteadily({ thickness: inch(0.5), length: 0.2 }).findings).toEqual([])
  })

  it('U: too much pressure is wide and ridged; a flame that goes out loses the high speed', () => {
    const t = inch(0.5)
    const { gas, plan, speeds } = wantedFor(t)
    const strong = cutSteadily({ thickness: t, gas: { pressure: gas.pressure * 1.7 }, plan })
    expect(names(strong)).toContain('wide-kerf/oxygen-high')
    expect(names(strong)).toContain('saw-toothed/oxygen-high')
    const out = cutSteadily(
      fine({ thickness: t, speed: speeds[1], hand: ({ x }) => ({ flame: x > 0.02 ? 0 : 1 }) }),
    )
    expect(out.losses.length).toBeGreaterThan(0)
  })
})

describe('a file', () => {
  const good = {
    plate: { thickness: 0.012, length: 0.1 },
    gas: { fuel: 'acetylene', flameHeat: 3700, orifice: 0.00104, pressure: 283_000 },
    plan: { height: 0.0068, speed: 0.007 },
    hand: [{ t: 0 }, { t: 1 }],
  }
  it.each([
    ['plate', { plate: 3 }],
    ['plate.thickness', { plate: { length: 0.1 } }],
    ['plate.metal', { plate: { ...good.plate, metal: 'cheese' } }],
    ['plate.metal', { plate: { ...good.plate, metal: 'steel' } }],
    ['plate.colour', { plate: { ...good.plate, colour: 'red' } }],
    ['gas.fuel', { gas: { ...good.gas, fuel: undefined } }],
    ['gas.pressure', { gas: { ...good.gas, pressure: -1 } }],
    ['plan.bevel', { plan: { ...good.plan, bevel: 80 } }],
    ['hand', { hand: [{ t: 0 }] }],
    ['hand', { hand: [{ t: 0 }, { t: 7201 }] }],
    ['hand.1.t', { hand: [{ t: 0 }, { t: 0 }] }],
    ['hand.0.lever', { hand: [{ t: 0, lever: 2 }, { t: 1 }] }],
    ['options.dt', { options: { dt: 0.05, dx: 0.0002 } }],
    ['surprise', { surprise: 1 }],
  ])('says what is wrong with %s', (field, change) => {
    const read = readPace({ ...good, ...change })
    expect(read.ok).toBe(false)
    expect(!read.ok && read.error.field).toBe(field)
  })
  it('is read with what it leaves out', () => {
    const read = readPace(good)
    expect(read.ok && read.of.plan.standoff).toBe(0.0024)
    expect(read.ok && read.of.hand[0]).toEqual({
      t: 0,
      x: 0,
      y: 0,
      height: 0.0068,
      lean: 0,
      lever: 0,
      tilt: 0,
      flame: 1,
    })
  })
})
