import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '../gas/fuels.ts'
import { flameCard, flameLook, ledFlame } from './card.ts'

describe('how a flame looks', () => {
  it('has its feather just gone at neutral, twice the cone at 0.9 of oxygen, three times below', () => {
    expect(flameLook('acetylene', 1)).toMatchObject({ cone: 1, feather: 1, blunt: 1, soot: 0 })
    const at = (ratio: number) => {
      const l = flameLook('acetylene', ratio / 1.1)
      return l.feather / l.cone
    }
    expect(at(0.9)).toBeCloseTo(2, 1)
    expect(at(0.7)).toBeGreaterThanOrEqual(3)
  })
  it('shortens its cone by a tenth when slightly, by a third when strongly oxidising', () => {
    expect(flameLook('acetylene', 1.17).cone).toBeCloseTo(0.9, 1)
    expect(flameLook('acetylene', 1.55).cone).toBeCloseTo(0.67, 1)
  })
  it('shows no feather with other fuels, and no soot with hydrogen', () => {
    expect(flameLook('propane', 0.8).feather).toBe(flameLook('propane', 0.8).cone)
    expect(flameLook('propane', 0.8).cone).toBeGreaterThan(1)
    expect(flameLook('hydrogen', 0).soot).toBe(0)
    expect(flameLook('propane', 0)).toMatchObject({ cone: 0, soot: 1 })
  })
  it('never grows its cone with oxygen past neutral, nor its feather with less fuel', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FUEL_IDS),
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (fuel, m, d) => {
          const [a, b] = [flameLook(fuel, m), flameLook(fuel, m + d)]
          expect(b.feather).toBeLessThanOrEqual(a.feather + 1e-9)
          expect(b.envelope).toBeLessThanOrEqual(a.envelope + 1e-9)
          expect(a.feather).toBeGreaterThanOrEqual(a.cone - 1e-9)
        },
      ),
    )
  })
})

describe('the flame card', () => {
  it.each([...FUEL_IDS])('tells %s by eye, by ear and on the plate', (fuel) => {
    const card = flameCard(fuel, true)
    expect(card.flames.map((f) => f.flame)).toEqual(['fuel-only', 'carburising', 'neutral', 'oxidising'])
    for (const f of card.flames)
      for (const t of [f.see, f.hear, f.plate, f.then]) expect(t.length).toBeGreaterThan(3)
    expect(card.star).toMatch(/one ray for each port/)
  })
  it('speaks of no lever on a brazing torch, and calls the wanted flame right', () => {
    const card = flameCard('acetylene', false, 'carburising')
    expect(card.retrim).toBeUndefined()
    expect(card.flames.find((f) => f.flame === 'carburising')?.then).toMatch(/^Right/)
    expect(card.flames.find((f) => f.flame === 'neutral')?.then).not.toMatch(/^Right/)
  })
  it('sends hydrogen to the flow meter: its flame cannot be seen', () => {
    expect(flameCard('hydrogen', true).flames[2]?.see).toMatch(/flow meter/)
  })
})

describe('a card beside the steps of a run', () => {
  const steps = [
    { id: 'light', act: 'Open the fuel half a turn and light it' },
    { id: 'raise-fuel', act: 'Open the fuel until the soot just goes' },
    { id: 'trim', act: 'Open the oxygen' },
  ]
  it('says the same turns as they do', () => {
    const card = flameCard('acetylene', true, 'neutral', ledFlame(steps))
    expect(card.light).toBe('Open the fuel half a turn and light it. Open the fuel until the soot just goes.')
    expect(card.trim).toBe('Open the oxygen.')
    // what no step says is as on any card
    expect(card.retrim).toBe(flameCard('acetylene', true).retrim)
    expect(ledFlame([])).toEqual({})
    // a step's figure is told beside it
    expect(
      ledFlame([{ id: 'retrim', act: 'Press the lever, read the needle ({figure} wanted), and let go' }]),
    ).toEqual({
      retrim: 'Press the lever, read the needle, and let go.',
    })
  })
})
