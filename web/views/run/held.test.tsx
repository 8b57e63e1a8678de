// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { OpenTrouble } from '#contract/types.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, show } from '../../test-support.tsx'
import { Held } from './Held.tsx'
import { cutRun, inHandOf, PEOPLE, press, upTo } from './test-support.tsx'

beforeEach(() => browserParts())
afterEach(clear)

const TROUBLE: OpenTrouble = {
  id: 'l1',
  at: '2026-03-02T08:00:00.000Z',
  card: 'flashback',
  title: 'A flame back in a hose',
  personName: 'Bede',
  runId: 'r1',
  torchId: null,
  done: ['Oxygen torch valve shut. At once'],
}
const held = (stepId: string) => {
  answering({ '/api/troubles': [TROUBLE], '/api/people': PEOPLE })
  const { inHand, confirm } = inHandOf(upTo(cutRun(), stepId))
  const store = makeStore()
  show(<Held inHand={inHand} trouble={TROUBLE} />, store)
  return { store, confirm }
}
const said = () => document.body.textContent ?? ''

describe('a run that is held', () => {
  it('shows what was done and what comes next, and no step of the work', () => {
    const { store } = held('cut')
    expect(said()).toContain('Gusset is held')
    expect(said()).toContain('✓Oxygen torch valve shut. At once')
    expect(document.querySelector('[aria-current="step"]')?.textContent).toMatch(/^Then the fuel torch valve/)
    expect(document.querySelector('[data-done]')).toBeNull()
    press('Done, what next')
    expect(store.getState().outbox.items[0]?.body).toMatchObject({ step: 'done', of: 'l1', runId: 'r1' })
  })
  it('is left by shutting down, wherever it stands, or ended', () => {
    for (const step of ['area', 'set-fuel', 'cut', 'bleed-fuel']) {
      const { confirm } = held(step)
      press('Lead me through shutting down')
      expect(confirm, step).toHaveBeenLastCalledWith({ kind: 'break', name: 'shutdown' })
      press('Stop this run here')
      expect(confirm).toHaveBeenLastCalledWith({ kind: 'stop', reason: 'A flame back in a hose' })
      clear()
      browserParts()
    }
  })
  it('goes on when a named person has cleared it', async () => {
    const { store } = held('cut')
    press('Clear it')
    await screen.findByRole('button', { name: 'Tamsin' })
    press('Tamsin')
    fireEvent.change(screen.getByRole('textbox'), { target: { value: 'All changed' } })
    press('It is cleared')
    expect(store.getState().outbox.items.at(-1)?.body).toMatchObject({ step: 'cleared', personId: 'tamsin' })
  })
})
