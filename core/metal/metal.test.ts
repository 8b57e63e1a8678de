import { describe, expect, it } from 'vitest'
import {
  BASE_METALS,
  conductivityAt,
  findBaseMetal,
  isLeaded,
  METAL_NAMES,
  PHOSPHORUS,
  specificHeatAt,
  TORCH,
} from './base-metals.ts'
import { FILLERS, findFiller, meltingSpan, WITHOUT_CADMIUM } from './fillers.ts'
import { findFlux, FLUXES } from './fluxes.ts'
import { glowAt } from './glow.ts'
import { celsius, fahrenheit, rowsOf } from './table.ts'
import { cupDepthFor, findTube, TUBES } from './tubes.ts'

describe('base metals', () => {
  it('are all there, each with sane figures and its own short name', () => {
    expect(BASE_METALS).toHaveLength(47)
    expect(new Set(BASE_METALS.map((m) => m.short)).size).toBe(BASE_METALS.length)
    for (const m of BASE_METALS) {
      expect(m.solidusK, m.key).toBeGreaterThan(600)
      expect(m.expansion, m.key).toBeGreaterThan(5e-6)
      expect(m.expansion, m.key).toBeLessThan(30e-6)
      expect(m.density, m.key).toBeGreaterThan(1700)
      expect(m.tensilePa, m.key).toBeGreaterThan(50e6)
      expect(m.torch === 'refuse' || m.flux === 'none' || findFlux(m.flux) !== undefined, m.key).toBe(true)
    }
  })
  it('take a family by its strictest member', () => {
    for (const name of METAL_NAMES) {
      const one = findBaseMetal(name)
      const members = BASE_METALS.filter((m) => m.family === name)
      if (BASE_METALS.some((m) => m.key === name)) continue
      expect(one?.solidusK, name).toBe(Math.min(...members.map((m) => m.solidusK)))
      for (const m of members) {
        expect(PHOSPHORUS.indexOf(one?.phosphorus ?? 'ok'), name).toBeGreaterThanOrEqual(
          PHOSPHORUS.indexOf(m.phosphorus),
        )
        expect(TORCH.indexOf(one?.torch ?? 'yes'), name).toBeGreaterThanOrEqual(TORCH.indexOf(m.torch))
      }
    }
    // free-cutting brass melts first of the brasses, and has lead in it
    expect(findBaseMetal('brass')?.solidusK).toBeCloseTo(celsius(885), 9)
    expect(isLeaded(findBaseMetal('brass') as (typeof BASE_METALS)[number])).toBe(true)
    // "copper" names the deoxidised tube, not the family
    expect(findBaseMetal('copper')?.solidusK).toBeCloseTo(celsius(1083), 9)
    expect(findBaseMetal('unobtainium')).toBeUndefined()
  })
  it('conduct and store heat by temperature, and are held beyond the table', () => {
    const steel = findBaseMetal('low-carbon-steel') as (typeof BASE_METALS)[number]
    expect(conductivityAt(steel, 293.15)).toBe(53)
    expect(conductivityAt(steel, celsius(700))).toBe(31)
    expect(conductivityAt(steel, 2000)).toBe(31)
    expect(specificHeatAt(steel, celsius(360))).toBeCloseTo(720, 6)
  })
})

describe('fillers and fluxes', () => {
  it('melt between solidus and liquidus, below the top of their range', () => {
    expect(FILLERS).toHaveLength(28)
    for (const f of FILLERS) {
      expect(meltingSpan(f), f.id).toBeGreaterThan(0)
      expect(f.solidusK, f.id).toBeLessThan(f.maxK)
      expect(f.minK, f.id).toBeLessThan(f.maxK)
      expect(f.gapMinM, f.id).toBeLessThan(f.gapMaxM)
      expect(f.cadmium, f.id).toBe(/\bCd\b/.test(f.composition))
    }
    // 1190 to 1475 °F by A5.8
    expect(findFiller('BCuP-5')?.liquidusK).toBeCloseTo(fahrenheit(1475), 9)
  })
  it('name a filler without cadmium for each one with it', () => {
    for (const f of FILLERS.filter((x) => x.cadmium))
      for (const id of WITHOUT_CADMIUM[f.id] ?? ['none'])
        expect(findFiller(id)?.cadmium, `${f.id}: ${id}`).toBe(false)
  })
  it('know when each flux is awake', () => {
    expect(FLUXES).toHaveLength(12)
    for (const f of FLUXES) expect(f.minK).toBeLessThan(f.maxK)
    expect(findFlux('FB3-D')?.minK).toBeCloseTo(fahrenheit(1400), 9)
  })
})

describe('tubes and glow', () => {
  it('find a size by its name, however it is spaced, and its cup', () => {
    expect(TUBES).toHaveLength(50)
    expect(findTube('en 1057  22 MM')?.outsideDiameterM).toBeCloseTo(0.022, 4)
    expect(findTube('ASTM B88 1 L')?.wallM).toBeCloseTo(0.05 * 0.0254, 9)
    expect(findTube('ASTM B280 ACR 5/8 straight')?.outsideDiameterM).toBeCloseTo(0.625 * 0.0254, 9)
    expect(new Set(TUBES.map((t) => t.name)).size).toBe(TUBES.length)
    expect(cupDepthFor(0.02858)).toBeCloseTo(0.91 * 0.0254, 6)
    expect(cupDepthFor(0.1)).toBeUndefined()
  })
  it('name the colour of heat', () => {
    expect(glowAt(celsius(400))).toBe('no glow')
    expect(glowAt(celsius(600))).toBe('dull red')
    expect(glowAt(celsius(775))).toBe('cherry')
    expect(glowAt(celsius(960))).toBe('orange')
  })
  it('refuse a broken table', () => {
    const rows = rowsOf({ columns: ['a', 'b'], rows: [['word', 2]] })
    expect(() => rows[0]?.number('a')).toThrow(RangeError)
    expect(() => rows[0]?.word('c')).toThrow(RangeError)
  })
})
