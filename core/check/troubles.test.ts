import { describe, expect, it } from 'vitest'
import { REMEDIES } from './remedies.ts'
import { actsOfTrouble, troubleCard, TROUBLES } from './troubles.ts'

describe('cards for trouble', () => {
  it('are each found by one name, and say one act first that fits across a screen', () => {
    expect(new Set(TROUBLES.map((t) => t.id)).size).toBe(TROUBLES.length)
    for (const t of TROUBLES) {
      expect(t.first.length, t.id).toBeLessThan(50)
      expect(t.then.length, t.id).toBeGreaterThan(0)
      expect(t.then.length, t.id).toBeLessThan(4)
      for (const line of t.then) expect(line, t.id).toMatch(/[.]$/)
    }
  })
  it('come fires first', () => {
    expect(TROUBLES.slice(0, 4).map((t) => t.id)).toEqual(['valve-fire', 'clothes', 'spark', 'flashback'])
  })
  it('shut the oxygen first where gas burns inside the torch', () => {
    for (const id of ['backfire', 'sustained', 'flashback'])
      expect(troubleCard(id)?.first, id).toMatch(/oxygen/i)
  })
  it('lead back to the flame after a backfire alone, and to no flame where somebody has to clear it first', () => {
    expect(TROUBLES.filter((t) => t.leads?.includes('relight')).map((t) => t.id)).toEqual(['backfire'])
    expect(TROUBLES.filter((t) => t.grave).map((t) => t.id)).toEqual([
      'valve-fire',
      'flashback',
      'sustained',
      'cylinder-hot',
      'leak',
    ])
    for (const t of TROUBLES.filter((c) => c.grave)) expect(t.leads, t.id).toBeUndefined()
  })
  it('never send anybody to a cylinder that has been in a fire', () => {
    for (const id of ['valve-fire', 'cylinder-hot']) {
      const text = troubleCard(id)?.then.join(' ') ?? ''
      expect(text, id).toMatch(/fire service/)
      expect(text, id).toMatch(/burst hours/)
    }
  })
  it('never tighten a stem under pressure, nor follow anybody into bad air', () => {
    expect(troubleCard('leak')?.then.join(' ')).toMatch(/stem: .* never tightened alight or under pressure/)
    expect(troubleCard('fume')?.then.join(' ')).toMatch(/nobody goes in after them/)
  })
  it('are told act by act, the first one first', () => {
    const card = troubleCard('burn')
    expect(card && actsOfTrouble(card)[0]).toBe('Cool water, 20 minutes')
    expect(troubleCard('nap')).toBeUndefined()
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
