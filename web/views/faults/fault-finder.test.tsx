// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import type { LogEntry, Piece } from '#contract/types.ts'
import { SIGNS } from '#core/check/faults.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import FaultFinder from './FaultFinder.tsx'

const NONE = { cuts: [], kerfs: [], brazes: [], held: {}, divisions: {}, tried: [] }
beforeEach(() => {
  browserParts()
  answering({ '/api/records?kind=cut': NONE, '/api/records/cut': NONE })
})
afterEach(clear)

const sign = (name: string) => fireEvent.click(screen.getByRole('checkbox', { name: new RegExp(name) }))
const causes = () =>
  within(screen.getByRole('list', { name: 'Causes, likeliest first' })).getAllByRole('button')

describe('the fault finder', () => {
  it('asks first for what is seen, and has every sign of the place', () => {
    show(<FaultFinder />)
    expect(said()).toContain('Choose one sign, or more when they come together.')
    expect(screen.getAllByRole('checkbox')).toHaveLength(SIGNS.filter((s) => s.of === 'cut').length)
    fireEvent.click(screen.getByText('The braze'))
    expect(screen.getAllByRole('checkbox')).toHaveLength(SIGNS.filter((s) => s.of === 'braze').length)
  })
  it('ranks causes as they usually come, likeliest first, at most five, each with how to tell it', () => {
    show(<FaultFinder />)
    sign('Top edge melted, beads along it')
    const shares = causes().map((b) => Number(/(\d+) %/.exec(b.textContent ?? '')?.[1]))
    expect(shares.length).toBeLessThanOrEqual(5)
    expect([...shares].sort((a, b) => b - a)).toEqual(shares)
    for (const b of causes()) expect((b.textContent ?? '').length).toBeGreaterThan(30)
  })
  it('weighs signs that come together, and forgets one that is taken back', () => {
    show(<FaultFinder />)
    sign('Top edge melted, beads along it')
    const alone = causes().map((b) => b.textContent)
    sign('Slag sticks underneath')
    expect(causes().map((b) => b.textContent)).not.toEqual(alone)
    sign('Slag sticks underneath')
    expect(causes().map((b) => b.textContent)).toEqual(alone)
  })
  it('says to shut the gas before anything else where a flame goes inside', () => {
    show(<FaultFinder />)
    fireEvent.click(screen.getByText('The flame'))
    sign('Flame goes inside, squeal')
    expect(screen.getByRole('alert').textContent).toContain('Shut the torch, then the cylinders')
  })
  it('changes one thing: that of the cause that is chosen', () => {
    show(<FaultFinder />)
    sign('Top edge melted, beads along it')
    const change = () => screen.getByRole('region', { name: 'Change this, and only this' }).textContent
    const first = change()
    fireEvent.click(causes()[1] ?? document.body)
    expect(change()).not.toBe(first)
  })
  it('notes what was found in the log, once', () => {
    const store = makeStore()
    show(<FaultFinder />, store)
    sign('Top edge melted, beads along it')
    fireEvent.click(screen.getByRole('button', { name: 'Note it in the log' }))
    expect(screen.getByRole('button', { name: 'It is in the log' })).toHaveProperty('disabled', true)
    expect(store.getState().outbox.items).toHaveLength(1)
    expect(store.getState().outbox.items[0]).toMatchObject({
      route: 'addFault',
      body: { signs: ['top-melted'], pieceId: null },
    })
  })
})

describe('the fault of a line', () => {
  it('is looked for with what its run tells, and changes the next plan', async () => {
    const draft = firstDraft(FIRST_SETTINGS)
    const entry = {
      id: 'l1',
      kind: 'cut',
      title: 'Gusset',
      pieceId: 't1',
      runId: null,
      draft,
      plan: null,
      run: null,
      told: {
        kind: 'cut',
        used: { travelSpeed: { text: '30 in/min', si: 0.0127 } },
        edge: 'leaning',
        slag: 'one-tap',
        drop: 'by-itself',
        marks: [],
      },
    } as unknown as LogEntry
    const piece = { id: 't1', jobId: 'j1', title: 'Gusset', version: 1, draft } as unknown as Piece
    clear()
    browserParts()
    answering({
      '/api/log/l1': entry,
      '/api/pieces/t1': piece,
      '/api/records?kind=cut': NONE,
      '/api/records/cut': NONE,
    })
    window.history.replaceState(null, '', '/faults?entry=l1')
    show(<FaultFinder />, undefined, '/faults?entry=l1')
    await waitFor(() => expect(screen.getByRole('link', { name: 'Gusset' })).toBeTruthy())
    // its check has ticked how the edge looks
    await waitFor(() => expect(said()).toContain('Because you went'))
    await waitFor(() =>
      expect(screen.getByRole('button', { name: 'Change the next run’s plan' })).toBeTruthy(),
    )
    expect(screen.getByRole('columnheader', { name: 'Next' })).toBeTruthy()
  })
  it('begins with the sign that was met in the middle of a cut, with what the plan of its piece knew', async () => {
    const draft = firstDraft(FIRST_SETTINGS)
    answering({
      '/api/pieces/t1': {
        id: 't1',
        jobId: 'j1',
        title: 'Hood sheet',
        version: 1,
        draft: { ...draft, work: { ...draft.work, thickness: '1/8 in' } },
      },
      '/api/people': [],
      '/api/records?kind=cut': NONE,
      '/api/records/cut': NONE,
    })
    show(<FaultFinder />, undefined, '/faults?sign=closes-behind&piece=t1')
    await waitFor(() => expect(screen.getByRole('link', { name: 'Hood sheet' })).toBeTruthy())
    expect(screen.getByRole('checkbox', { name: /Closes behind/ }).getAttribute('aria-checked')).toBe('true')
    await waitFor(() => expect(said()).toContain('Because the plate is thin'))
    expect(causes()[0]?.textContent).toContain('Too much fuel for thin plate')
  })
})
