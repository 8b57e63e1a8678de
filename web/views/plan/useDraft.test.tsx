// @vitest-environment jsdom
import { act, renderHook, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { firstBraze, firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import type { BrazeDraft, CutDraft, PieceDraft } from '#contract/schemas.ts'
import type { Piece } from '#contract/types.ts'
import { omit } from '#core/objects.ts'
import { outbox } from '../../app/outbox.ts'
import { makeStore, type AppStore } from '../../app/store.ts'
import { answering, clear, screenOf } from '../../test-support.tsx'
import { useDraft, type PieceOf } from './useDraft.ts'

beforeEach(() => answering({}))
afterEach(clear)

const pieceOf = <D extends PieceDraft>(draft: D, version = 1): PieceOf<D> => ({
  ...({ id: 't1', jobId: 'j1', title: 'Plate', version } as Piece),
  draft,
})
function typing<D extends PieceDraft>(piece: PieceOf<D>, store: AppStore = makeStore()) {
  const hook = renderHook(({ of }) => useDraft(of), {
    wrapper: screenOf(store),
    initialProps: { of: piece },
  })
  return { store, hook, now: () => hook.result.current, sent: () => store.getState().outbox.items }
}

describe('a piece as it is typed', () => {
  it('is shown at once, and waits to be sent as one request, however many keys it took', async () => {
    const { now, sent } = typing(pieceOf(firstDraft(FIRST_SETTINGS)))
    expect(now().stored).toBe(true)
    act(() => now().edit.setWork({ thickness: '5/8 in' }))
    act(() => now().edit.setWork({ surface: 'rust' }))
    act(() => now().edit.setHose({ length: '50 ft' }))
    act(() => now().edit.setUsual({ oxygen: '40 psi' }))
    const { work, rig, usual } = now().draft
    expect([work.thickness, work.surface, rig.oxygenHose.length, usual.oxygen]).toEqual([
      '5/8 in',
      'rust',
      '50 ft',
      '40 psi',
    ])
    // the drawing comes first; what was typed is on its way a moment later
    expect(now().stored).toBe(false)
    await waitFor(() => expect(sent()).toHaveLength(1))
    expect(now().stored).toBe(false)
    expect(sent()[0]).toMatchObject({
      route: 'changePiece',
      params: { id: 't1' },
      body: { draft: now().draft },
    })
  })
  it('is put by when the page goes, or is left, before it rested', () => {
    const going = typing(pieceOf(firstDraft(FIRST_SETTINGS)))
    act(() => going.now().edit.setWork({ thickness: '5/8 in' }))
    expect(going.sent()).toEqual([])
    act(() => void dispatchEvent(new Event('pagehide')))
    expect(going.sent()).toHaveLength(1)
    const left = typing(pieceOf(firstDraft(FIRST_SETTINGS)))
    act(() => left.now().edit.setWork({ thickness: '7/8 in' }))
    left.hook.unmount()
    expect(left.sent()).toHaveLength(1)
    expect(left.sent()[0]?.body).toMatchObject({ draft: { work: { thickness: '7/8 in' } } })
  })
  it('is not taken over by what another screen stored in between: the server is asked which holds', () => {
    const first = pieceOf(firstDraft(FIRST_SETTINGS))
    const { hook, now, store } = typing(first)
    act(() => now().edit.setWork({ thickness: '5/8 in' }))
    hook.rerender({ of: pieceOf({ ...first.draft, work: { ...first.draft.work, thickness: '1 in' } }, 2) })
    expect(now().draft.work.thickness).toBe('5/8 in')
    expect(store.getState().outbox.versions['t1']).toBe(1)
  })
  it('changes the parts and the gear of a braze, and of a cut none', () => {
    const braze = typing<BrazeDraft>(pieceOf(firstBraze(FIRST_SETTINGS)))
    act(() => braze.now().edit.setPart('b', { metal: 'red-brass' }))
    act(() => braze.now().edit.setGear({ head: 'heating' }))
    expect(braze.now().draft.work.b.metal).toBe('red-brass')
    expect(braze.now().draft.rig.braze.head).toBe('heating')
    const cut = typing<CutDraft>(pieceOf(firstDraft(FIRST_SETTINGS)))
    act(() => cut.now().edit.setPart('a', { metal: 'copper' }))
    expect(cut.sent()).toEqual([])
  })
  it('that waits from before this browser was brought up to date has what it lacked, and keeps what is not known', () => {
    const store = makeStore()
    const draft = firstDraft(FIRST_SETTINGS)
    const older = {
      ...draft,
      work: { ...omit(draft.work, ['wind', 'changes']), thickness: '2 in', later: 'kept' },
      rig: omit(draft.rig, ['hand']),
    }
    store.dispatch(
      outbox.actions.restored({
        refused: [],
        aside: [],
        items: [
          {
            id: 'i1',
            key: 'piece:t1',
            route: 'changePiece',
            params: { id: 't1' },
            body: { title: 'Older', draft: older },
            notBefore: 0,
          },
        ],
      }),
    )
    const { now } = typing(pieceOf(draft), store)
    expect(now().title).toBe('Older')
    expect(now().draft.work).toMatchObject({ thickness: '2 in', wind: 'calm', changes: [], later: 'kept' })
    expect(now().draft.rig.hand).toBe('right')
  })
  it('takes over what another screen stored, while nothing is typed here', () => {
    const first = pieceOf(firstDraft(FIRST_SETTINGS))
    const { hook, now } = typing(first)
    const theirs = { ...first.draft, work: { ...first.draft.work, thickness: '1 in' } }
    hook.rerender({ of: pieceOf(theirs, 2) })
    expect(now().draft.work.thickness).toBe('1 in')
  })
})
