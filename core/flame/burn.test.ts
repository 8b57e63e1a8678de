import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { burn, BURNT_FUELS, completeRatio, coneHeatOf, mixtureOfFuel, netHeat, sootLimit } from './burn.ts'
import { equilibrium, totalOf } from './equilibrium.ts'
import { enthalpyOf, GAS_CONSTANT, SPECIES, speciesOf, thermoOf, type SpeciesName } from './thermo.ts'

const entropyAt = (name: SpeciesName, kelvin: number) => thermoOf(speciesOf(name), kelvin).s * GAS_CONSTANT

describe('the data of the species', () => {
  // NASA/TP-2002-211556: standard entropies at 298.15 K, J/(mol K)
  it.each([
    ['CO2', 213.787],
    ['H2O', 188.829],
    ['O2', 205.149],
    ['H2', 130.681],
    ['CO', 197.66],
    ['C2H2', 200.916],
    ['CH4', 186.371],
    ['C3H8', 270.315],
    ['C3H6', 266.668],
    ['C(gr)', 5.734],
  ] as const)('gives the entropy of %s', (name, entropy) => {
    expect(entropyAt(name, 298.15)).toBeCloseTo(entropy, 2)
  })
  it('gives heat, entropy and heat capacity at 3000 K', () => {
    const co2 = speciesOf('CO2')
    expect(thermoOf(co2, 3000).cp * GAS_CONSTANT).toBeCloseTo(62.156, 2)
    expect(enthalpyOf(co2, 3000)).toBeCloseTo(-240_694, -1)
    expect(entropyAt('H2O', 3000)).toBeCloseTo(286.994, 2)
    expect(enthalpyOf(speciesOf('C(gr)'), 3000)).toBeCloseTo(61_421, -1)
  })
  it('has its heat of formation at 298.15 K, and no step where two ranges meet', () => {
    for (const s of SPECIES) {
      expect(enthalpyOf(s, 298.15)).toBeCloseTo(s.hf298, -1)
      for (const { to } of s.ranges.slice(0, -1)) {
        const [under, over] = [enthalpyOf(s, to), enthalpyOf(s, to + 1e-6)]
        expect(Math.abs(over - under)).toBeLessThan(1)
      }
    }
  })
})

/** Mole fractions of CO, CO2, H2, H2O, H, O, OH and O2, in that order. */
const MAIN = ['CO', 'CO2', 'H2', 'H2O', 'H', 'O', 'OH', 'O2'] as const

describe('a flame in oxygen', () => {
  // public examples of an independent equilibrium programme: temperature in K, mol made from one mol of fuel
  it.each([
    [
      'acetylene',
      1.1,
      3383.2,
      3.3611,
      [0.58392, 0.01112, 0.17182, 0.02649, 0.18522, 0.00777, 0.0132, 0.00046],
    ],
    [
      'acetylene',
      2.5,
      3341.7,
      4.4359,
      [0.33396, 0.1169, 0.03626, 0.10195, 0.07686, 0.11315, 0.09752, 0.12334],
    ],
    ['propane', 4.3, 3099.2, 8.3804, [0.23944, 0.11853, 0.08443, 0.31763, 0.06132, 0.0361, 0.08912, 0.05338]],
    [
      'natural-gas',
      1.7,
      3050.6,
      3.4861,
      [0.18973, 0.09713, 0.10368, 0.39827, 0.05894, 0.02692, 0.08454, 0.04077],
    ],
  ] as const)('of %s at %s is as hot and made of the same', (fuel, ratio, kelvin, made, fractions) => {
    const flame = burn({ fuel, ratio })
    expect(flame?.temperature).toBeGreaterThan(kelvin - 2)
    expect(flame?.temperature).toBeLessThan(kelvin + 2)
    MAIN.forEach((name, i) => {
      expect(flame?.moleFractions.get(name)).toBeCloseTo(fractions[i] ?? NaN, 3)
    })
    expect([...(flame?.equilibrium.moles.values() ?? [])].reduce((a, b) => a + b, 0)).toBeCloseTo(made, 3)
    expect(flame?.moleFractions.get('C(gr)')).toBeUndefined()
  })
  it('keeps every element and all its heat, and has less Gibbs energy than what stands beside it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BURNT_FUELS),
        fc.double({ min: 0.4, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        (fuel, ratio, air) => {
          const mixture = mixtureOfFuel({ fuel, ratio, air })
          const found = equilibrium(mixture)
          if (!found) throw new Error(`${fuel} ${ratio} ${air} does not come to rest`)
          mixture.atoms.forEach((n, i) => {
            let sum = 0
            for (const [name, moles] of found.moles) sum += moles * (speciesOf(name).atoms[i] ?? 0)
            expect(Math.abs(sum - n)).toBeLessThan(1e-7 * Math.max(1, n))
          })
          expect(Math.abs(found.enthalpy - mixture.enthalpy)).toBeLessThan(1)
          // hydrogen and oxygen against water: neither way is downhill
          const mu = (name: SpeciesName) => {
            const all = totalOf(found)
            const solid = found.moles.get('C(gr)') ?? 0
            const { h, s } = thermoOf(speciesOf(name), found.kelvin)
            return h - s + Math.log(1.01325) + Math.log((found.moles.get(name) ?? 0) / (all - solid))
          }
          expect(mu('H2') + 0.5 * mu('O2') - mu('H2O')).toBeCloseTo(0, 6)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('is found alike from cold and from a neighbour', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BURNT_FUELS),
        fc.double({ min: 0.3, max: 5, noNaN: true }),
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        (fuel, ratio, step) => {
          const cold = burn({ fuel, ratio })
          const warm = burn({ fuel, ratio }, burn({ fuel, ratio: Math.max(0.1, ratio + step) }))
          expect(warm?.temperature).toBeCloseTo(cold?.temperature ?? NaN, 3)
          expect(warm?.kind).toBe(cold?.kind)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('is none without oxygen, or where it is drowned in it; acetylene alone falls apart hot', () => {
    expect(burn({ fuel: 'natural-gas', ratio: 0 })).toBeUndefined()
    expect(burn({ fuel: 'hydrogen', ratio: 0 })).toBeUndefined()
    expect(burn({ fuel: 'hydrogen', ratio: 40 })).toBeUndefined()
    expect(burn({ fuel: 'acetylene', ratio: 0 })?.temperature).toBeGreaterThan(2500)
  })
  it('is cooler in air, and hydrogen’s has no carbon in it', () => {
    const [torch, envelope] = [
      burn({ fuel: 'acetylene', ratio: 1.1 }),
      burn({ fuel: 'acetylene', ratio: 1.1, air: 7 }),
    ]
    expect(envelope?.temperature).toBeLessThan(torch?.temperature ?? 0)
    expect(envelope?.moleFractions.get('N2')).toBeGreaterThan(0.4)
    expect(
      [...(burn({ fuel: 'hydrogen', ratio: 0.4 })?.moleFractions.keys() ?? [])].some((n) => n.includes('C')),
    ).toBe(false)
  })
})

describe('soot', () => {
  it('falls out of acetylene under a limit just short of one to one, and never at the torch’s neutral', () => {
    const limit = sootLimit('acetylene')
    expect(limit).toBeGreaterThan(0.8)
    expect(limit).toBeLessThan(1)
    expect(burn({ fuel: 'acetylene', ratio: limit - 0.01 })?.moleFractions.get('C(gr)')).toBeGreaterThan(0)
    expect(burn({ fuel: 'acetylene', ratio: limit + 0.01 })?.moleFractions.get('C(gr)') ?? 0).toBe(0)
    expect(sootLimit('hydrogen')).toBe(0)
  })
  it('makes a flame by its name: sooting, carburising, neutral, oxidising, in the order of its oxygen', () => {
    const kinds = [0.5, 0.95, 1.1, 1.5].map((ratio) => burn({ fuel: 'acetylene', ratio })?.kind)
    expect(kinds).toEqual(['sooting', 'carburising', 'neutral', 'oxidising'])
    expect(burn({ fuel: 'acetylene', ratio: 0.9, air: 1 })?.kind).toBe('neutral')
  })
  it('leaves less that draws oxygen from scale, the more oxygen there is', () => {
    for (const fuel of BURNT_FUELS) {
      const ladder = [0.5, 0.7, 0.9, 1.1].map(
        (x) => burn({ fuel, ratio: x * completeRatio(fuel) })?.reducing ?? NaN,
      )
      ladder.slice(1).forEach((r, i) => {
        expect(r).toBeLessThan(ladder[i] ?? 0)
      })
    }
  })
})

describe('the heat of a flame', () => {
  // J/mol of fuel, water as vapour, from the heats of formation
  it.each([
    ['acetylene', 1257.1],
    ['natural-gas', 802.6],
    ['propane', 2043.2],
    ['propylene', 1926.0],
    ['hydrogen', 241.8],
  ] as const)('of %s is known from its formation', (fuel, kilojoule) => {
    expect(netHeat(fuel) / 1000 / kilojoule).toBeCloseTo(1, 3)
  })
  // heat of the cone split at the ratio that is really used, kJ/mol
  it.each([
    ['acetylene', 1.1, 500.5],
    ['natural-gas', 1.5, 538.6],
    ['natural-gas', 1.7, 642.9],
    ['propane', 3.5, 1242],
    ['propane', 4.3, 1665],
    ['propylene', 2.6, 910],
    ['propylene', 3.5, 1384],
    ['hydrogen', 0.25, 120.9],
  ] as const)('of %s at %s lies in its cone by this much', (fuel, ratio, kilojoule) => {
    expect(coneHeatOf(fuel, ratio) / 1000 / kilojoule).toBeCloseTo(1, 2)
  })
  it('grows in the cone with its oxygen, and leaves the rest to the envelope', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BURNT_FUELS),
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (fuel, ratio, more) => {
          expect(coneHeatOf(fuel, ratio + more)).toBeGreaterThanOrEqual(coneHeatOf(fuel, ratio) - 1)
          expect(coneHeatOf(fuel, ratio)).toBeLessThanOrEqual(netHeat(fuel) + 1)
        },
      ),
    )
  })
})
