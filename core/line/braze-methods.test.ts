import { describe, expect, it } from 'vitest'
import { BRAZE_METHODS, METHOD_NAMES, type MethodName } from '../braze/method-words.ts'
import { SOCKET } from '../braze/test-support.ts'
import type { Step } from './steps.ts'
import { brazeSteps } from './test-support.ts'

/** Works that between them ask for every row: a refrigerant line by a valve, a hot-water socket, a crack in iron. */
const WORKS: readonly object[] = [
  { protectAt: '150 mm' },
  { ...SOCKET },
  {
    joint: 'crack',
    a: { metal: 'cast-iron', thickness: '8 mm' },
    b: { metal: 'cast-iron', thickness: '8 mm' },
    length: '80 mm',
    service: [],
    tubeRun: [],
  },
]
/** Rows that change figures alone: what a step says of them comes with its figure. */
const BY_FIGURE: readonly MethodName[] = ['pressures', 'heat']

const stepsOf = (work: object, methods: object): readonly Step[] => {
  const made = brazeSteps(work, {}, {}, { methods })
  return made.ok ? made.steps : []
}

describe('a step that follows a choice of the shop in brazing', () => {
  const told = new Set<string>()
  it.each(METHOD_NAMES.filter((name) => !BY_FIGURE.includes(name)))('names the row: %s', (name) => {
    for (const work of WORKS) {
      const [usual, ...others] = Object.keys(BRAZE_METHODS[name].options)
      const before = stepsOf(work, { [name]: usual })
      for (const option of others)
        for (const [i, step] of stepsOf(work, { [name]: option }).entries()) {
          const was = before[i]
          // a way that has a step more or less than the usual one is told by the steps around it
          if (!was || was.id !== step.id || was.role !== step.role || was.act === step.act) continue
          if (before.length !== stepsOf(work, { [name]: option }).length) break
          told.add(name)
          expect(step.methods ?? [], `${step.act} by ${option}`).toContain(name)
        }
    }
  })
  it('was asked for in most rows by the works above', () => {
    expect([...told].sort()).toEqual(
      expect.arrayContaining([
        'cap',
        'cooling',
        'crackGroove',
        'cue',
        'feeding',
        'flame',
        'protection',
        'purge',
      ]),
    )
  })
})
