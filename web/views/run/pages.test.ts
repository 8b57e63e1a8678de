import { describe, expect, it } from 'vitest'
import { stretchesOf, type Stage } from '#core/line/stage.ts'
import type { LedStep } from '#core/line/led.ts'
import { besidePage, pageName, pagesAfter, tabsNear, tabsOf } from './pages.ts'

const PIECES = [
  { title: 'Gusset', repeats: 3 },
  { title: 'Pin hole', repeats: 1 },
]
let n = 0
const step = (stage: Stage, over: Partial<LedStep> = {}): LedStep => ({
  id: `s${n++}`,
  phase: stage === 'piece' ? 'cut' : 'break',
  act: 'Do it',
  why: '',
  acts: [],
  stage,
  ...over,
})
const making = (piece: number, repeat: number, over: Partial<LedStep> = {}) =>
  step('piece', { piece, repeat, ...over })
const STEPS = [
  step('open'),
  step('light'),
  making(1, 1),
  making(1, 2),
  step('next', { acts: [] }),
  making(1, 3),
  step('next', { acts: [{ do: 'change-tip' }] }),
  making(2, 1),
  step('shut'),
]
const STRETCHES = stretchesOf(STEPS)
const names = STRETCHES.map((s) => pageName(s, STEPS, PIECES))

describe('the pages of a batch', () => {
  it('are named by what is made, or by what is changed', () => {
    expect(names).toEqual([
      'Open and set',
      'Light and trim',
      'Gusset, 1 of 3',
      'Gusset, 2 of 3',
      'Next',
      'Gusset, 3 of 3',
      'Tip change',
      'Pin hole',
      'Shut down',
    ])
    const attachment = [step('next', { acts: [{ do: 'change-attachment' }] })]
    expect(
      pageName(stretchesOf(attachment)[0] ?? { stage: 'next', from: 0, to: 1 }, attachment, PIECES),
    ).toBe('Attachment change')
  })
  it('stand under one tab for each piece, with what lies between its makings', () => {
    const tabs = tabsOf(STRETCHES, STEPS, PIECES)
    expect(tabs.map((t) => t.name)).toEqual([
      'Open and set',
      'Light and trim',
      'Gusset',
      'Tip change',
      'Pin hole',
      'Shut down',
    ])
    expect(tabs[2]).toMatchObject({ from: 2, to: 6 })
    expect(tabsNear(tabs, 3)).toEqual(tabs)
    const many = Array.from({ length: 12 }, (_, i) => ({ name: `${i}`, from: i, to: i + 1 }))
    expect(tabsNear(many, 0).map((t) => t.name)).toEqual(['0', '1', '2', '3', '4', '5', '6'])
    expect(tabsNear(many, 6)[2]?.name).toBe('6')
    expect(tabsNear(many, 11).at(-1)?.name).toBe('11')
  })
  it('tell what comes after, equal pieces counted together', () => {
    const first = STRETCHES[0]
    if (!first) throw new Error('there are no pages')
    expect(pagesAfter(STRETCHES, first, STEPS, PIECES)).toEqual([
      'Light and trim',
      'Gusset, 1 of 3',
      'then 1 more',
      'Next',
    ])
    const last = STRETCHES.at(-1)
    expect(last && pagesAfter(STRETCHES, last, STEPS, PIECES)).toEqual([])
  })
  it('have beside them the pace of the step that has one, and every figure once', () => {
    const hold = making(1, 1, { also: ['kerf', 'standoff'] })
    const cut = making(1, 1, { pace: { speed: 0.006, lengthM: 0.6 }, also: ['standoff', 'drag'] })
    expect(besidePage(hold, [hold, cut])).toMatchObject({
      id: hold.id,
      pace: cut.pace,
      also: ['kerf', 'standoff', 'drag'],
    })
    // of the second they are known
    expect(besidePage({ ...hold, repeat: 2 }, [hold, cut])).not.toHaveProperty('also')
    const bare = making(1, 1)
    expect(besidePage(bare, [bare])).toEqual(bare)
  })
})
