import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { halve, judgeHalf, lookFirst, type Suspect } from './leak-hunt.ts'

const joint = (id: string, ...places: Suspect['places']): Suspect => ({ id, name: id, places })

describe('where one looks first', () => {
  it('is at what was seen, the worst first; nobody’s look comes before a full joint', () => {
    const found = lookFirst([
      joint('full', 'full', 'full'),
      joint('unseen'),
      joint('pinhole', 'full', 'pinhole'),
      { ...joint('through', 'full'), leakPath: true },
      joint('gap', 'gap', 'thin'),
    ])
    expect(found.map((j) => [j.id, j.seen])).toEqual([
      ['through', 'way-through'],
      ['gap', 'gap'],
      ['pinhole', 'pinhole'],
      ['unseen', 'not-seen'],
      ['full', 'full'],
    ])
  })
  it('keeps every joint once, and those that are alike in their order', () => {
    const state = fc.constantFrom('full', 'thin', 'gap', 'pinhole', 'not-seen')
    fc.assert(
      fc.property(fc.array(fc.array(state, { maxLength: 4 }), { maxLength: 12 }), (all) => {
        const joints = all.map((places, i) => joint(String(i), ...(places as Suspect['places'])))
        const found = lookFirst(joints)
        expect(found.map((j) => Number(j.id)).sort((a, b) => a - b)).toEqual(joints.map((_, i) => i))
        found.slice(1).forEach((j, i) => {
          const before = found[i]
          if (before?.seen === j.seen) expect(Number(before.id)).toBeLessThan(Number(j.id))
        })
      }),
    )
  })
})

describe('halving a line', () => {
  it('comes to any one joint in as many steps as its count has doublings', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 64 }), fc.nat(), (count, pick) => {
        const leak = pick % count
        let left: readonly number[] = Array.from({ length: count }, (_, i) => i)
        let steps = 0
        for (let halves = halve(left); halves; halves = halve(left)) {
          left = halves.near.includes(leak) ? halves.near : halves.far
          steps += 1
        }
        expect(left).toEqual([leak])
        expect(steps).toBeLessThanOrEqual(Math.ceil(Math.log2(count)))
      }),
    )
  })
})

describe('a half of a line that is read', () => {
  const AIR = 101_325
  const PSI = 6894.757
  const read = (timeS: number, pressurePaAbs: number, temperatureK = 293) => ({
    timeS,
    pressurePaAbs,
    temperatureK,
  })
  const whole = {
    kind: 'pressure' as const,
    movedPaPerS: (15 * PSI) / 600,
    atPaAbs: 350 * PSI + AIR,
    ambientPa: AIR,
    divisionPa: 5 * PSI,
    temperatureRead: true,
  }
  it('waits for a first reading, then for as long as the whole line would take to move twice what shows', () => {
    expect(judgeHalf({ ...whole, readings: [] })).toEqual({ verdict: 'wait', waitS: 0 })
    // what shows at 300 psi is 5.2 psi, and the line loses 1.5 psi a minute at 350: 2 · 5.2 / (1.5 · 300/350) = 8.1 min
    const { verdict, waitS } = judgeHalf({ ...whole, readings: [read(0, 300 * PSI + AIR)] })
    expect(verdict).toBe('wait')
    expect(waitS / 60).toBeCloseTo(8.1, 0)
  })
  it('is never told to be the wrong one, whatever its share of the line, its pressure and its warmth', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        fc.double({ min: 60, max: 350, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (leaksHere, share, psi, kelvin) => {
          const first = read(0, psi * PSI + AIR)
          const { waitS } = judgeHalf({ ...whole, readings: [first] })
          const lost = leaksHere ? (whole.movedPaPerS * waitS * (psi / 350)) / share : 0
          const warm = 293 + kelvin
          const last = read(waitS, ((first.pressurePaAbs - lost) * warm) / 293, warm)
          const found = judgeHalf({ ...whole, readings: [first, last] })
          expect(found.verdict).toBe(leaksHere ? 'near' : 'far')
        },
      ),
    )
  })
  it('under vacuum leaks where it rises about as fast as the whole did, and not where it hardly rises', () => {
    const at = (rise: number, timeS = 240) =>
      judgeHalf({
        ...whole,
        kind: 'vacuum',
        movedPaPerS: 0.5,
        atPaAbs: 60,
        readings: [read(0, 60), read(timeS, 60 + rise)],
      }).verdict
    expect(at(130)).toBe('near')
    expect(at(20)).toBe('far')
    expect(at(55)).toBe('wait')
    expect(at(130, 60)).toBe('wait')
  })
})
