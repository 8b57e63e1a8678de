import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { halve, lookFirst, type Suspect } from './leak-hunt.ts'

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
