import { describe, expect, it } from 'vitest'
import { chosenProcess, judgeProcesses } from './process.ts'
import { brazePlan, brazeRequest, codesOf, lapOf, stopsOf } from './test-support.ts'
import { PROCESSES } from './types.ts'

const judged = (work: object, film = 0.00005, usable = true) =>
  judgeProcesses(brazeRequest(work), film, usable, (k) => `${Math.round(k - 273.15)} °C`)
const suits = (...args: Parameters<typeof judged>) =>
  judged(...args)
    .filter((p) => p.suits)
    .map((p) => p.process)

describe('which process', () => {
  it('is told of all four, each with its reason', () => {
    const all = judged({})
    expect(all.map((p) => p.process)).toEqual([...PROCESSES])
    for (const p of all) expect(p.because).toMatch(/\.$/)
  })
  it.each([
    ['cold water in copper', {}, ['soldering', 'brazing']],
    ['water over 120 °C', { serviceTemperature: '130 C' }, ['brazing']],
    ['refrigerant', { service: ['refrigerant'] }, ['brazing']],
    ['a code part', { codeUse: 'pressure' }, ['brazing']],
    ['steel plates', lapOf('low-carbon-steel'), ['brazing']],
    [
      'steel plates with hardly any load',
      { ...lapOf('low-carbon-steel'), load: 'light' },
      ['soldering', 'brazing'],
    ],
    [
      'a crack',
      { joint: 'crack', a: { metal: 'grey-cast-iron', thickness: '10 mm' }, service: [] },
      ['braze welding'],
    ],
    ['steam', { service: ['steam'] }, ['neither']],
    ['a seam in the base’s own colour', { ...lapOf('low-carbon-steel'), colour: 'base' }, ['neither']],
  ] as const)('%s', (_what, work, expected) => {
    expect(suits(work)).toEqual(expected)
  })
  it('builds up what is too wide to be drawn in, and welds what no filler may touch', () => {
    expect(suits(lapOf('low-carbon-steel'), 0.0006)).toEqual(['braze welding'])
    expect(suits({ serviceTemperature: '130 C' }, 0.00005, false)).toEqual(['neither'])
    expect(suits({ serviceTemperature: '400 C' })).toEqual(['neither'])
  })
  it('plans with brazing before building up, and with neither before both', () => {
    expect(chosenProcess(judged({}))).toBe('brazing')
    expect(chosenProcess(judged(lapOf('low-carbon-steel'), 0.0006))).toBe('braze welding')
    expect(chosenProcess(judged({ service: ['steam'] }))).toBe('neither')
  })
  it('minds a seam that will show, and still plans it', () => {
    const p = brazePlan({ ...lapOf('brass-70-30'), colour: 'base' })
    expect(codesOf(p)).toContain('colour')
    expect(stopsOf(p)).toEqual([])
    expect(p.choice.filler).not.toBeNull()
  })
  it('moves the yellow rod up where the seam is to be yellow', () => {
    const place = (colour: string) =>
      brazePlan({ ...lapOf('copper'), colour }).ranking.findIndex((r) => r.filler === 'RBCuZn-C')
    expect(place('yellow')).toBeLessThan(place('any'))
  })
})
