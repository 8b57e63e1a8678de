import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BASE_METALS, findBaseMetal, METAL_NAMES, type BaseMetal } from '../metal/base-metals.ts'
import { FILLERS, findFiller, type Filler } from '../metal/fillers.ts'
import { celsius } from '../metal/table.ts'
import { INCH_UNITS, METRIC_UNITS } from '../quantity/choices.ts'
import { asRanked, rankFillers, type Judged } from './rank.ts'
import { fluxCovers, type Situation } from './rules.ts'
import { SERVICES, VERDICTS, type Service } from './types.ts'

const metal = (key: string) => findBaseMetal(key) as BaseMetal
const situation = (
  a: string,
  b: string,
  services: readonly Service[] = [],
  over: Partial<Situation> = {},
): Situation => ({
  a: metal(a),
  b: metal(b),
  services: new Set(services),
  gapAt: () => 0.00006,
  builtUp: false,
  pressurised: false,
  codeUse: 'none',
  learning: false,
  yellow: false,
  units: METRIC_UNITS,
  ...over,
})
const ranked = (...args: Parameters<typeof situation>) => rankFillers(situation(...args))
const verdict = (all: readonly Judged[], id: string) => all.find((j) => j.filler.id === id)?.verdict
const best = (...args: Parameters<typeof situation>) => {
  const [first] = ranked(...args)
  return first?.verdict === 'best' ? first.filler.id : `none, ${first?.verdict ?? ''}`
}

describe('every filler on every pair for every service', () => {
  const pairs = METAL_NAMES.flatMap((a, i) => METAL_NAMES.slice(i).map((b) => [a, b] as const)).filter(
    (_, i) => i % 9 === 0,
  )
  it('gets one verdict with a reason, and never an unsafe one', () => {
    let judged = 0
    const wrong: string[] = []
    for (const [a, b] of pairs)
      for (const service of SERVICES) {
        const all = ranked(a, b, [service])
        expect(all).toHaveLength(FILLERS.length)
        expect(all.filter((j) => j.verdict === 'best').length).toBeLessThanOrEqual(1)
        for (const j of all) {
          judged++
          const what = `${j.filler.id} on ${a} and ${b} for ${service}`
          // asked plainly: a hundred thousand expectations take longer than what they look at
          if (!VERDICTS.includes(j.verdict) || j.reasons.length === 0) wrong.push(what)
          if (j.verdict === 'forbidden') continue
          checkAllowed(j, metal(a), metal(b), service, what)
        }
      }
    expect(wrong).toEqual([])
    expect(judged).toBeGreaterThan(25 * 60 * 8)
  })

  function checkAllowed(j: Judged, a: BaseMetal, b: BaseMetal, service: Service, what: string) {
    const iron = [
      'steel',
      'cast-iron',
      'tool-steel',
      'stainless-steel',
      'nickel',
      'cupronickel',
      'nickel-silver',
    ]
    if (j.filler.kind === 'phosphorus') {
      expect(a.phosphorus, what).not.toBe('never')
      expect(b.phosphorus, what).not.toBe('never')
      expect(
        [a, b].some((m) => iron.includes(m.family)),
        what,
      ).toBe(false)
    }
    if (['food', 'drinking-water', 'medical-gas'].includes(service))
      expect(j.filler.cadmium, what).toBe(false)
    // its flux is awake from its melting to the brazing heat, and the base does not melt with it
    expect(fluxCovers(j.flux, j.filler, j.targetK), what).toBe(true)
    expect(j.solidusK - j.targetK, what).toBeGreaterThanOrEqual(10 - 1e-6)
    expect(a.torch === 'refuse' || b.torch === 'refuse', what).toBe(false)
    expect((a.family === 'aluminium') === (b.family === 'aluminium'), what).toBe(true)
  }

  it('says the same whichever part is named first', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BASE_METALS.map((m) => m.key)),
        fc.constantFrom(...BASE_METALS.map((m) => m.key)),
        fc.subarray([...SERVICES]),
        (a, b, services) => {
          const one = ranked(a, b, services).map((j) => `${j.filler.id} ${j.verdict}`)
          expect([...ranked(b, a, services).map((j) => `${j.filler.id} ${j.verdict}`)].sort()).toEqual(
            [...one].sort(),
          )
        },
      ),
      { numRuns: 60 },
    )
  })
  it('forbids no less when one more service is asked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BASE_METALS.map((m) => m.key)),
        fc.constantFrom(...BASE_METALS.map((m) => m.key)),
        fc.subarray([...SERVICES]),
        fc.constantFrom(...SERVICES),
        (a, b, services, more) => {
          const before = ranked(a, b, services)
          const after = ranked(a, b, [...services, more])
          for (const j of before)
            if (j.verdict === 'forbidden') expect(verdict(after, j.filler.id)).toBe('forbidden')
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('what the trade takes', () => {
  const cases: readonly (readonly [a: string, b: string, services: readonly Service[], pattern: RegExp])[] = [
    ['copper', 'copper', ['water'], /^BCuP-/],
    ['copper', 'copper', ['refrigerant'], /^BCuP-5$/],
    ['copper', 'copper', ['refrigerant', 'vibration'], /^BCuP-(5|3)$/],
    ['copper', 'copper', ['medical-gas'], /^BCuP-/],
    ['copper', 'red-brass', ['water'], /^B(CuP|Ag)-/],
    ['copper', 'low-carbon-steel', ['refrigerant'], /^BAg-/],
    ['brass-70-30', 'low-carbon-steel', [], /^BAg-/],
    ['stainless-304', 'stainless-304', ['water'], /^BAg-24$/],
    ['stainless-316', 'stainless-316', ['salt-water'], /^BAg-21$/],
    ['aluminium-3003', 'aluminium-3003', [], /^BAlSi-/],
    ['high-tin-bronze', 'high-tin-bronze', [], /^BAg-7$/],
    ['tungsten-carbide', 'low-carbon-steel', [], /^BAg-2[24]$/],
    ['aluminium-bronze', 'aluminium-bronze', [], /^BAg-/],
    ['malleable-iron', 'low-carbon-steel', [], /^BAg-/],
    ['sterling-silver', 'sterling-silver', [], /^BAg-/],
  ]
  it.each(cases)('%s to %s for %j', (a, b, services, pattern) => {
    expect(best(a, b, services)).toMatch(pattern)
  })
  it('builds up cast iron with low-fuming rod', () => {
    expect(best('grey-cast-iron', 'grey-cast-iron', [], { builtUp: true, gapAt: undefined })).toBe('RBCuZn-C')
  })
  it('takes the flux of the more difficult metal', () => {
    const flux = (a: string, b: string, id: string) => ranked(a, b).find((j) => j.filler.id === id)?.flux
    expect(flux('copper', 'copper', 'BCuP-2')).toBe('none')
    expect(flux('copper', 'brass-70-30', 'BCuP-2')).toBe('FB3-A')
    expect(flux('copper', 'stainless-304', 'BAg-24')).toBe('FB3-C')
    expect(flux('stainless-304', 'aluminium-bronze', 'BAg-24')).toBe('FB4-A')
    expect(flux('low-carbon-steel', 'low-carbon-steel', 'RBCuZn-C')).toBe('FB3-D')
    expect(flux('aluminium-3003', 'aluminium-3003', 'BAlSi-4')).toBe('FB1-A')
  })
})

describe('what is barred, and why', () => {
  const all = (text: RegExp, ...args: Parameters<typeof situation>) => {
    const list = ranked(...args)
    expect(list.every((j) => j.verdict === 'forbidden')).toBe(true)
    expect(asRanked(list[0] as Judged).reasons[0]).toMatch(text)
  }
  it('refuses what burns, melts first or has the wrong partner', () => {
    all(/burns/, 'magnesium', 'copper')
    all(/air/, 'titanium', 'titanium')
    all(/melt/, 'zinc-die-cast', 'brass-70-30')
    all(/oxide does not yield|melts below/, 'aluminium-5052', 'aluminium-5052')
    all(/brittle/, 'aluminium-3003', 'copper')
    all(/lead/i, 'leaded-brass', 'copper', ['drinking-water'])
    all(/copper alloy/, 'copper', 'copper', ['ammonia'])
    all(/weld/, 'low-carbon-steel', 'low-carbon-steel', ['steam'])
    all(/certified/, 'copper', 'brass-70-30', ['medical-gas'])
  })
  it('stops 6061 with every aluminium filler: liquid only where the part begins to melt', () => {
    const list = ranked('aluminium-6061', 'aluminium-6061')
    expect(verdict(list, 'BAlSi-3')).toBe('forbidden')
    expect(verdict(list, 'BAlSi-4')).toBe('forbidden')
  })
  it('bars phosphorus on steel, by name where nothing hangs on it, for good where something does', () => {
    const weight = (services: readonly Service[], over: Partial<Situation> = {}) =>
      ranked('copper', 'low-carbon-steel', services, over).find((j) => j.filler.id === 'BCuP-2')?.reasons[0]
        ?.weight
    expect(weight([])).toBe('barred')
    expect(weight(['refrigerant'])).toBe('hard')
    expect(weight([], { pressurised: true })).toBe('hard')
    expect(weight([], { codeUse: 'lifting' })).toBe('hard')
    expect(ranked('copper', 'stainless-304').find((j) => j.filler.id === 'BCuP-2')?.reasons[0]?.weight).toBe(
      'hard',
    )
  })
  it('names the filler without cadmium in place of one with it', () => {
    const list = ranked('low-carbon-steel', 'low-carbon-steel')
    const bag1 = list.find((j) => j.filler.id === 'BAg-1')
    expect(bag1?.verdict).toBe('poor')
    expect(bag1?.reasons.some((r) => r.text.includes('BAg-36'))).toBe(true)
  })
  it('holds to the service limit, then for short spells, then not at all', () => {
    const at = (c: number) => verdict(ranked('copper', 'copper', [], { serviceK: celsius(c) }), 'BCuP-4')
    expect(at(120)).not.toBe('poor')
    expect(at(180)).toBe('poor')
    expect(at(220)).toBe('forbidden')
  })
  it('judges the gap as it is when hot', () => {
    const at = (mm: number) => verdict(ranked('copper', 'copper', [], { gapAt: () => mm / 1000 }), 'BCuP-4')
    expect(at(-0.01)).toBe('forbidden')
    expect(at(0.01)).toBe('poor')
    expect(['best', 'fine']).toContain(at(0.05))
    expect(at(0.2)).toBe('poor')
    expect(at(0.45)).toBe('forbidden')
    // one that melts over a wide range bridges
    expect(verdict(ranked('copper', 'copper', [], { gapAt: () => 0.0002 }), 'BCuP-5')).not.toBe('forbidden')
  })
  it('minds shaking, soft water, malleable iron past 760 °C and zinc in the sea', () => {
    expect(verdict(ranked('copper', 'copper', ['vibration']), 'BCuP-2')).toBe('poor')
    expect(verdict(ranked('low-carbon-steel', 'low-carbon-steel', ['water']), 'RBCuZn-C')).toBe('poor')
    expect(verdict(ranked('malleable-iron', 'malleable-iron'), 'RBCuZn-C')).toBe('poor')
    expect(verdict(ranked('copper', 'copper', ['salt-water']), 'RBCuZn-C')).toBe('forbidden')
    expect(verdict(ranked('stainless-430', 'stainless-430', ['water']), 'BAg-7')).toBe('forbidden')
    expect(verdict(ranked('copper', 'copper', ['sulphur']), 'BCuP-5')).toBe('forbidden')
    expect(verdict(ranked('stainless-304', 'stainless-304'), 'RBCuZn-C')).toBe('forbidden')
  })
})

describe('price, shelf and hand', () => {
  const place = (id: string, over: Partial<Situation>) =>
    ranked('low-carbon-steel', 'low-carbon-steel', [], over).findIndex((j) => j.filler.id === id)
  it('moves a filler up when it is on the shelf', () => {
    expect(place('BAg-7', { shelf: new Set(['BAg-7']) })).toBeLessThan(place('BAg-7', {}))
  })
  it('goes by the shop’s price where it has one', () => {
    expect(place('BAg-7', { pricePerKg: new Map([['BAg-7', 5]]) })).toBeLessThan(
      place('BAg-7', { pricePerKg: new Map([['BAg-7', 5000]]) }),
    )
  })
  it('speaks in the shop’s units', () => {
    const texts = (units: typeof INCH_UNITS) =>
      ranked('copper', 'copper', [], { units })
        .flatMap((j) => asRanked(j).reasons)
        .join(' ')
    expect(texts(INCH_UNITS)).toContain('°F')
    expect(texts(METRIC_UNITS)).not.toContain('°F')
  })
  it('keeps a filler’s own figures', () => {
    const bag = findFiller('BAg-24') as Filler
    expect(
      ranked('stainless-304', 'stainless-304').find((j) => j.filler.id === 'BAg-24')?.targetK,
    ).toBeCloseTo((bag.minK + bag.maxK) / 2, 9)
  })
})
