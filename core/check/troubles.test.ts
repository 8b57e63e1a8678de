import { describe, expect, it } from 'vitest'
import { REMEDIES } from './remedies.ts'
import { TROUBLES } from './troubles.ts'

describe('cards for trouble', () => {
  it('are each found by one name, and say one act first that fits across a screen', () => {
    expect(new Set(TROUBLES.map((t) => t.id)).size).toBe(TROUBLES.length)
    for (const t of TROUBLES) {
      expect(t.first.length, t.id).toBeLessThan(50)
      expect(t.then.length, t.id).toBeGreaterThan(0)
      for (const line of t.then) expect(line, t.id).toMatch(/[.]$/)
    }
  })
  it('shut the oxygen first where gas burns inside the torch', () => {
    for (const id of ['backfire', 'flashback'])
      expect(TROUBLES.find((t) => t.id === id)?.first, id).toMatch(/oxygen/i)
  })
  it('lead back to the flame after a backfire alone', () => {
    expect(TROUBLES.filter((t) => t.relight === true).map((t) => t.id)).toEqual(['backfire'])
  })
  it('never send anybody to a cylinder that has been in a fire', () => {
    const text = TROUBLES.find((t) => t.id === 'valve-fire')?.then.join(' ') ?? ''
    expect(text).toMatch(/leave, warn everyone/)
    expect(text).toMatch(/Do not move it/)
  })
})

describe('remedies', () => {
  it('say for either kind of work when they suit and what the run is told, the new part last', () => {
    for (const list of Object.values(REMEDIES)) {
      expect(list.at(-1)?.id).toBe('cut-out')
      for (const r of list) {
        expect(r.why).toMatch(/^For .*[.]$/)
        expect(r.act).toMatch(/[.]$/)
      }
    }
  })
})
