import { describe, expect, it } from 'vitest'
import { METRIC_UNITS } from '../quantity/choices.ts'
import { planTakeOff, type TakeOffRequest } from './take-off.ts'

const takeOff = (text: string, over: Partial<TakeOffRequest> = {}) =>
  planTakeOff({
    text,
    rig: { fuel: 'acetylene' },
    shop: { units: METRIC_UNITS },
    units: METRIC_UNITS,
    decimalMark: 'ask',
    rodSection: '3/32 in',
    prices: { oxygen: '10', fuel: '50', hour: '40', per: 'm3' },
    ...over,
  })

describe('a list of joints', () => {
  it('adds up forty joints of three kinds by filler and rod', () => {
    const { joints, lines, batches, faults, torchS, cost, fluxKg } = takeOff(
      [
        'name\tjoint\tmetal\tmetal b\ttube\tcount\tservice',
        'Branches\tsocket\tcopper\t\tEN 1057 28 mm\t24\twater',
        'Header\tsocket\tcopper\t\t54 mm\t6\twater',
        'Tails\tsocket\tcopper\tred-brass\tEN 1057 22 mm\t10\twater',
      ].join('\n'),
    )
    expect(faults).toEqual([])
    expect(joints).toBe(40)
    expect(lines.map((l) => l.count)).toEqual([24, 6, 10])
    expect(batches.reduce((n, b) => n + b.joints, 0)).toBe(40)
    for (const b of batches) expect(b.rods).toBe(Math.ceil(b.rodM / 0.45 - 1e-9))
    expect(torchS).toBeCloseTo(
      lines.reduce((s, l) => s + l.torchS, 0),
      6,
    )
    expect(fluxKg).toBeGreaterThan(0)
    expect(cost).toBeGreaterThan(0)
  })
  it('reads bare figures in the unit of their column, and commas between', () => {
    const { lines, faults } = takeOff(
      'joint,metal,od (mm),wall (mm),depth (mm),qty\nsocket,copper,22,1,15,2\n',
    )
    expect(faults).toEqual([])
    expect(lines[0]).toMatchObject({ line: 2, name: 'Line 2', count: 2 })
  })
  it('tells each line that cannot be planned, by number and reason, and counts the others', () => {
    const { lines, faults } = takeOff(
      [
        'joint,metal,tube,count,colour',
        'socket,copper,EN 1057 28 mm,2,red',
        'socket,copper,99 mm,1,',
        'spigot,copper,EN 1057 28 mm,1,',
        'socket,magnesium,EN 1057 28 mm,1,',
        '',
        'socket,copper,EN 1057 22 mm,many,',
      ].join('\n'),
    )
    expect(lines).toHaveLength(1)
    expect(faults.map((f) => f.line)).toEqual([1, 3, 4, 5, 7])
    expect(faults[0]?.message).toContain('colour')
    expect(faults[3]?.message).toContain('burns')
  })
  it('says what the first line should name', () => {
    expect(takeOff('a,b\n1,2').faults[0]?.message).toContain('joint')
    expect(takeOff('joint,metal').faults[0]?.message).toContain('no lines')
    expect(takeOff(`joint\n${'x'.repeat(300_000)}`).faults[0]?.message).toContain('too long')
  })
  it('keeps no more than 500 lines', () => {
    const { lines, faults } = takeOff(`joint,metal,tube\n${'socket,copper,EN 1057 15 mm\n'.repeat(502)}`)
    expect(lines).toHaveLength(500)
    expect(faults.at(-1)?.message).toContain('500')
  })
})
