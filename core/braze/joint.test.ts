import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { celsius } from '../metal/table.ts'
import { readBraze } from './read.ts'
import { brazePlan, codesOf, valueOf } from './test-support.ts'
import {
  diametralClearanceAt,
  endLoadN,
  fillerVolumeM3,
  filmAt,
  gapStrength,
  grooveOf,
  overlapNeeded,
  partStrengthN,
  rodLengthM,
  serviceShare,
  shearAreaM2,
  shearAt,
} from './joint.ts'
import { JOINTS, type BrazeWork } from './types.ts'

/** A joint as typed, read. */
const work = (over: object): BrazeWork => {
  const read = readBraze({
    kind: 'braze',
    work: {
      joint: 'socket',
      a: { metal: 'copper', outsideDiameter: '28 mm', wall: '1 mm' },
      b: { metal: 'copper', wall: '1 mm', depth: '18 mm' },
      clearance: '0.1 mm',
      ...over,
    },
    rig: { fuel: 'acetylene' },
  })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return read.request.work
}
const steelIn = (inside: string, outside: string) =>
  work({
    a: { metal: inside, outsideDiameter: '25 mm', wall: '2 mm' },
    b: { metal: outside, wall: '2 mm', depth: '20 mm' },
  })
const HOT = celsius(700)

describe('clearance', () => {
  it('stays between like metals', () => {
    expect(diametralClearanceAt(work({}), HOT)).toBeCloseTo(1e-4, 12)
    expect(filmAt(work({}), HOT)).toBeCloseTo(5e-5, 12)
  })
  it('opens round a steel plug in copper and shuts round copper in steel: D·Δα·ΔT', () => {
    // 25 mm × (19.2 − 14.7) µm/mK × 680 K = 76.5 µm
    expect(diametralClearanceAt(steelIn('low-carbon-steel', 'copper'), HOT)).toBeCloseTo(1e-4 + 76.5e-6, 9)
    expect(diametralClearanceAt(steelIn('copper', 'low-carbon-steel'), HOT)).toBeCloseTo(1e-4 - 76.5e-6, 9)
  })
  it('of flat work is the film itself, hot or cold', () => {
    const lap = work({
      joint: 'lap',
      a: { metal: 'copper', thickness: '2 mm' },
      b: { metal: 'low-carbon-steel', thickness: '2 mm' },
    })
    expect(filmAt(lap, HOT)).toBeCloseTo(1e-4, 12)
  })
})

describe('strength of the film', () => {
  it('follows its table, and is nothing without a gap or past capillarity', () => {
    for (const [mm, share] of [
      [0, 0],
      [0.02, 0.6],
      [0.05, 1],
      [0.115, 0.9],
      [0.15, 0.8],
      [0.25, 0.55],
      [0.4, 0.4],
      [0.41, 0],
    ] as const)
      expect(gapStrength(mm / 1000), `${mm} mm`).toBeCloseTo(share, 9)
  })
  it('never rises past its best gap', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8e-5, max: 6e-4, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (gap, more) => {
          expect(gapStrength(gap * more)).toBeLessThanOrEqual(gapStrength(gap) + 1e-12)
        },
      ),
    )
  })
  it('halves at the continuous limit of the filler', () => {
    expect(serviceShare('phosphorus', celsius(20))).toBe(1)
    expect(serviceShare('phosphorus', celsius(125))).toBeCloseTo(0.75, 9)
    expect(serviceShare('phosphorus', celsius(150))).toBe(0.5)
    expect(shearAt('silver', 6e-5, celsius(20))).toBe(140e6)
  })
})

describe('laps', () => {
  it('is three walls where strength asks for less', () => {
    const { lapM, byStrengthM } = overlapNeeded(work({}), 140e6)
    // W·(D − W)·T/(C·L·D) = 1·27·207/(0.8·140·28)
    expect(byStrengthM).toBeCloseTo(0.001 * (27 / 28) * (207 / (0.8 * 140)), 9)
    expect(lapM).toBeCloseTo(0.003, 9)
  })
  it('goes by the weaker part and rounds up', () => {
    const lap = work({
      joint: 'lap',
      a: { metal: 'low-carbon-steel', thickness: '3 mm' },
      b: { metal: 'low-carbon-steel', thickness: '6 mm' },
    })
    const { lapM, byStrengthM } = overlapNeeded(lap, 140e6)
    expect(byStrengthM).toBeCloseTo((345 * 0.003) / (0.8 * 140), 9)
    expect(lapM).toBeGreaterThanOrEqual(byStrengthM)
    expect(lapM - byStrengthM).toBeLessThan(1.001e-4)
  })
  it('pushes with the pressure on the whole outside', () => {
    const w = work({ pressure: '10 bar' })
    expect(endLoadN(w)).toBeCloseTo((1e6 * Math.PI * 0.028 ** 2) / 4, 3)
    expect(partStrengthN(w)).toBeCloseTo(Math.PI * 0.027 * 0.001 * 207e6, 3)
  })
})

describe('filler', () => {
  it('is the film, the fillet and the waste', () => {
    const w = work({})
    const c = 5e-5
    const film = Math.PI * (0.028 + c) * c * 0.018
    const fillet = (1 - Math.PI / 4) * 0.001 ** 2 * Math.PI * 0.028
    expect(fillerVolumeM3(w, c)).toBeCloseTo(1.15 * (film + fillet), 15)
  })
  it('makes rod up to the next 5 mm, more of thinner rod', () => {
    const volume = 1e-7
    const area = (Math.PI / 4) * 0.00238125 ** 2
    expect(rodLengthM(volume, '3/32 in')).toBeCloseTo(Math.ceil(volume / area / 0.005) * 0.005, 12)
    expect(rodLengthM(volume, '1/16 in')).toBeGreaterThan(rodLengthM(volume, '1/8 in'))
    // flat 0.050 × 1/8 in
    expect(rodLengthM(4.0322e-6, '0.050 x 1/8 in')).toBeCloseTo(1, 2)
  })
  it('is more in every joint when the gap or the seam is larger', () => {
    const sizes = {
      socket: {},
      sleeve: {},
      plug: { a: { metal: 'copper', outsideDiameter: '20 mm', wall: '10 mm' } },
      branch: {},
      swage: {},
      stub: {},
      saddle: {},
    } as const
    for (const joint of JOINTS) {
      const flat = {
        a: { metal: 'low-carbon-steel', thickness: '4 mm' },
        b: { metal: 'low-carbon-steel', thickness: '4 mm' },
      }
      const w = work({
        joint,
        ...(joint in sizes ? sizes[joint as keyof typeof sizes] : flat),
        length: '60 mm',
        width: '30 mm',
      })
      expect(fillerVolumeM3(w, 1e-4), joint).toBeGreaterThan(0)
      expect(fillerVolumeM3(w, 2e-4), joint).toBeGreaterThanOrEqual(fillerVolumeM3(w, 1e-4))
      expect(shearAreaM2(w), joint).toBeGreaterThan(0)
    }
  })
  it('vees two thirds of a thick casting and all of a thin one, at 75°', () => {
    const crack = (thickness: string) =>
      grooveOf(work({ joint: 'crack', a: { metal: 'grey-cast-iron', thickness } }))
    expect(crack('12 mm').depthM).toBeCloseTo(0.008, 12)
    expect(crack('4 mm').depthM).toBeCloseTo(0.004, 12)
    expect(crack('12 mm').widthM).toBeCloseTo(2 * 0.008 * Math.tan((37.5 * Math.PI) / 180), 12)
  })
})

describe('the groove of a crack', () => {
  const crack = (groove: string, over: object = {}, shop: object = {}) =>
    brazePlan(
      {
        joint: 'crack',
        a: { metal: 'low-carbon-steel', thickness: '9 mm' },
        b: undefined,
        length: '60 mm',
        service: [],
        clearance: '',
        groove,
        ...over,
      },
      {},
      shop,
    )
  const step = (p: ReturnType<typeof crack>) => p.steps.find((s) => s.does === 'groove')?.act ?? ''
  it('is what was chosen in figures, rod, strength and steps alike', () => {
    const [vee, scratch, none] = ['vee', 'scratch', 'none'].map((kind) => crack(kind))
    if (!vee || !scratch || !none) throw new Error('three plans')
    expect(valueOf(vee, 'grooveDepth')).toBeCloseTo(6e-3, 9)
    expect(valueOf(scratch, 'grooveDepth')).toBeCloseTo(3e-3, 9)
    expect(none.figures.grooveDepth).toBeUndefined()
    for (const [more, less] of [
      [vee, scratch],
      [scratch, none],
    ] as const)
      expect(valueOf(more, 'fillerVolume')).toBeGreaterThan(valueOf(less, 'fillerVolume'))
    expect(valueOf(vee, 'jointStrength')).toBeGreaterThan(valueOf(scratch, 'jointStrength'))
    expect(step(vee)).toMatch(/^Vee it out/)
    expect(step(scratch)).toMatch(/^Scratch it/)
    expect(step(none)).toMatch(/^No groove/)
    expect(codesOf(none)).toContain('no-groove')
  })
  it('goes by the shop’s method where nobody chose, and is no more than a scratch in bronze', () => {
    const thin = { a: { metal: 'low-carbon-steel', thickness: '2 mm' } }
    expect(step(crack('', thin))).toMatch(/^Vee/)
    expect(step(crack('', thin, { methods: { crackGroove: 'none-on-thin' } }))).toMatch(/^No groove/)
    expect(step(crack('', {}, { methods: { crackGroove: 'none-on-thin' } }))).toMatch(/^Vee/)
    const bronze = crack('', { a: { metal: 'high-tin-bronze', thickness: '9 mm' } })
    expect(step(bronze)).toMatch(/^Scratch it/)
    expect(valueOf(bronze, 'grooveDepth')).toBeCloseTo(3e-3, 9)
  })
})
