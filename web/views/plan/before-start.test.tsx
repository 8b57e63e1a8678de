// @vitest-environment jsdom
import { act, renderHook, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS, planPiece } from '#application/plan-of.ts'
import type { Piece } from '#contract/types.ts'
import { outbox, TROUBLE_ON_ITS_WAY } from '../../app/outbox.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, said, screenOf, show } from '../../test-support.tsx'
import BeforeStart from './BeforeStart.tsx'
import { useRunning } from './RunButton.tsx'

beforeEach(browserParts)
afterEach(clear)

const TROUBLE = outbox.actions.enqueued({
  id: 't1',
  key: 'trouble:t1',
  route: 'addTrouble',
  params: {},
  body: {},
  notBefore: 0,
})
const PIECE = {
  id: 'p1',
  jobId: 'j1',
  title: 'Gusset',
  kind: 'cut',
  state: 'planned',
  runId: null,
  version: 1,
}
const planned = planPiece(firstDraft(FIRST_SETTINGS), FIRST_SETTINGS, NO_RUNS)

describe('a run', () => {
  it('is not begun while the server does not know of trouble that was told here', async () => {
    const { sent } = answering({}, () => Response.json({ id: 'r1' }, { status: 201 }))
    const store = makeStore()
    store.dispatch(TROUBLE)
    const hook = renderHook(() => useRunning(PIECE as unknown as Piece, true), { wrapper: screenOf(store) })
    expect(hook.result.current.waiting).toBe(true)
    act(() => hook.result.current.begin?.())
    expect(sent).toEqual([])
    act(() => void store.dispatch(outbox.actions.delivered('t1')))
    expect(hook.result.current.waiting).toBe(false)
    act(() => hook.result.current.begin?.())
    await waitFor(() => expect(sent).toMatchObject([{ method: 'POST', body: { pieceId: 'p1' } }]))
  })
  it('says what it waits for', () => {
    if (!planned.ok) throw new Error('the first piece is not planned')
    answering({})
    const store = makeStore()
    store.dispatch(TROUBLE)
    const nothing = () => undefined
    const asked = { planned, torchId: null, ticked: [], onTick: nothing, onClose: nothing, onBegin: nothing }
    show(<BeforeStart {...asked} waiting />, store)
    expect(said()).toContain(TROUBLE_ON_ITS_WAY)
    expect(screen.getByRole('button', { name: 'Begin' })).toHaveProperty('disabled', true)
    act(() => void store.dispatch(outbox.actions.delivered('t1')))
    expect(said()).not.toContain(TROUBLE_ON_ITS_WAY)
  })
})
