// @vitest-environment jsdom
import { fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { CUT_WORK } from '#core/cut/fields.ts'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import { firstBraze, firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import { clear } from '../test-support.tsx'
import { namesOf, saidIn, saidOtherwise, wantsSeen } from './said.ts'
import { WorkGroup } from './WorkGroup.tsx'

afterEach(clear)

describe('a group of fields in one line', () => {
  it('says what is chosen, and opens in its place', () => {
    render(
      <WorkGroup name="Place" said={['Scale', '', '55 °F']}>
        <input aria-label="Surface" />
      </WorkGroup>,
    )
    const head = screen.getByRole('button', { name: /Place.*Scale.*55 °F/ })
    expect(screen.queryByLabelText('Surface')).toBeNull()
    fireEvent.click(head)
    expect(screen.getByLabelText('Surface')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Place' }))
    expect(screen.queryByLabelText('Surface')).toBeNull()
  })
  it('stays open while something in it has to be seen', () => {
    render(
      <WorkGroup wants name="Torch" said={[]}>
        <input aria-label="Tip" />
      </WorkGroup>,
    )
    fireEvent.click(screen.getByRole('button', { name: 'Torch' }))
    expect(screen.getByLabelText('Tip')).toBeTruthy()
  })
})

describe('what is said in some fields', () => {
  const { work } = firstDraft(FIRST_SETTINGS)
  it('is what was typed, and what choices are called, without what is not asked', () => {
    expect(saidIn(CUT_WORK, work, ['shape', 'thickness', 'diameter'])).toEqual(['Straight', '3/8 in'])
    expect(saidIn(CUT_WORK, { ...work, shape: 'hole', diameter: '2 in' }, ['diameter'])).toEqual(['2 in'])
  })
  it('is nothing where a new piece says the same', () => {
    const braze = firstBraze(FIRST_SETTINGS).work
    const more = namesOf(BRAZE_WORK, 'more')
    expect(more.length).toBeGreaterThan(5)
    expect(saidOtherwise(BRAZE_WORK, braze, more)).toEqual([])
    expect(saidOtherwise(BRAZE_WORK, { ...braze, surface: 'plated' }, ['surface'])).toHaveLength(1)
    const run = { outsideDiameter: '1 in', wall: '1 mm', length: '2 m' }
    expect(saidOtherwise(BRAZE_WORK, { ...braze, protectAt: '4 in', tubeRun: [run] }, more)).toEqual(
      expect.arrayContaining(['4 in', expect.stringMatching(/: 1$/)]),
    )
  })
  it('has to be seen where it, or a row of it, cannot be read', () => {
    expect(wantsSeen([{ field: 'rig.chart.0.orifice' }], 'rig', ['chart'])).toBe(true)
    expect(wantsSeen([{ field: 'rig.tipOrifice' }], 'rig', ['chart', 'tip'])).toBe(false)
  })
})
