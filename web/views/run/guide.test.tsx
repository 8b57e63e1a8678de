// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
// loaded before: a card that is still fetching it when a test ends would ask for it after the end
import '#core/flame/burn.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { Guide } from './Guide.tsx'
import { SETTLE_MS } from './settle.ts'
import { brazeRun, cutRun, inHandOf, PEOPLE, press, staticRun, upTo } from './test-support.tsx'

beforeEach(() => {
  vi.useFakeTimers({
    toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date'],
    // what waits for an answer goes on by itself
    shouldAdvanceTime: true,
  })
  vi.setSystemTime('2026-03-02T09:00:00.000Z')
  browserParts()
  answering({ '/api/people': PEOPLE })
})
afterEach(() => {
  vi.useRealTimers()
  clear()
})

/** The guide of a run as it stands, past the moment in which a press still means the step before. */
function guide(run = cutRun()) {
  const { inHand, confirm } = inHandOf(run)
  show(<Guide inHand={inHand} />)
  act(() => void vi.advanceTimersByTime(SETTLE_MS + 50))
  return { inHand, confirm, step: inHand.progress.steps[inHand.progress.index] }
}
const done = () => document.querySelector<HTMLButtonElement>('[data-done]')

describe('the guide', () => {
  it('shows the step in hand: its act, why, what should be found, and what comes after', () => {
    const { inHand, step } = guide()
    const next = inHand.progress.steps[1]
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe(step?.act)
    expect(said()).toContain(`Why: ${step?.why ?? ''}`)
    expect(said()).toContain(`You should find: ${step?.see ?? ''}`)
    expect(screen.getByRole('heading', { name: 'After this' }).nextElementSibling?.textContent).toContain(
      next?.act,
    )
    expect(said()).toContain(`Step 1 of ${inHand.progress.steps.length}, before the gas is on.`)
  })
  it('tells the small acts that go with it, and asks no press for them', () => {
    const run = brazeRun()
    const touch = run.steps.find((s) => s.beside?.some((act) => act.startsWith('A last pass at the root')))
    guide(upTo(run, touch?.id ?? ''))
    expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('Touch the rod')
    for (const act of touch?.beside ?? []) expect(said()).toContain(act)
    expect(run.steps.some((s) => s.act.startsWith('A last pass at the root'))).toBe(false)
  })
  it('confirms with one press, or with the space bar', () => {
    const { confirm } = guide()
    press('Done')
    fireEvent.keyDown(window, { key: ' ' })
    expect(confirm.mock.calls).toEqual([[{ kind: 'done' }], [{ kind: 'done' }]])
  })
  it('takes no press in the moment after a step has changed: it was meant for the one before', () => {
    const { inHand, confirm } = inHandOf(cutRun())
    const { rerender } = show(<Guide inHand={inHand} />)
    const next = inHandOf(upTo(cutRun(), inHand.progress.steps[1]?.id ?? ''))
    rerender(<Guide inHand={next.inHand} />)
    expect(done()?.disabled).toBe(true)
    fireEvent.keyDown(window, { key: ' ' })
    expect(next.confirm).not.toHaveBeenCalled()
    act(() => void vi.advanceTimersByTime(SETTLE_MS + 50))
    fireEvent.keyDown(window, { key: ' ' })
    expect(next.confirm).toHaveBeenCalledTimes(1)
    expect(confirm).not.toHaveBeenCalled()
  })
  it('goes back, but not before the first step', () => {
    const first = guide()
    expect(screen.getByRole('button', { name: 'Back' })).toHaveProperty('disabled', true)
    fireEvent.keyDown(window, { key: 'Backspace' })
    expect(first.confirm).not.toHaveBeenCalled()
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const later = guide(upTo(cutRun(), 'screws-out'))
    press('Back')
    fireEvent.keyDown(window, { key: 'Backspace' })
    expect(later.confirm.mock.calls).toEqual([[{ kind: 'back' }], [{ kind: 'back' }]])
  })
  it('starts a clock that holds the step, and lets it be confirmed only when it has run out', () => {
    const run = upTo(cutRun(), 'purge-fuel')
    const { confirm, step } = guide(run)
    expect(done()?.textContent).toBe('Start the clock')
    press('Start the clock')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'timer' })
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const began = new Date(Date.now()).toISOString()
    const timer = { id: 'x', kind: 'timer', stepId: 'purge-fuel', at: began, personId: null } as const
    const running = guide({ ...run, events: [...run.events, timer] })
    expect(done()?.textContent).toBe('Clock is running')
    expect(done()?.disabled).toBe(true)
    const seconds = step?.timer?.kind === 'at-least' ? step.timer.seconds : 0
    expect(seconds).toBeGreaterThan(4)
    act(() => void vi.advanceTimersByTime(1000 * seconds))
    expect(done()?.textContent).toBe('Done')
    fireEvent.keyDown(window, { key: ' ' })
    expect(running.confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'done' })
  })
  it('has an apprentice’s marked step looked at by an instructor, and by nobody else', async () => {
    const run = upTo(cutRun({ personId: 'idris' }), 'set-fuel')
    const { confirm } = guide(run)
    await waitFor(() => expect(said()).toContain('Idris has the torch'))
    press('Done')
    expect(confirm).not.toHaveBeenCalled()
    expect(screen.getByRole('dialog', { name: 'Which instructor has looked?' })).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Ansel' })).toBeNull()
    press('Tamsin')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'done' }, 'tamsin')
  })
  it('says what was pressed and is not saved yet', () => {
    const { inHand } = inHandOf(cutRun(), 2)
    show(<Guide inHand={inHand} />)
    expect(said()).toContain('2 not saved yet.')
  })
  it('offers the result once the cut is through, and not before', () => {
    guide(upTo(cutRun(), 'cut'))
    expect(screen.queryByRole('link', { name: 'Record it' })).toBeNull()
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    guide(upTo(cutRun(), 'shut-torch'))
    expect(screen.getByRole('link', { name: 'Record it' }).getAttribute('href')).toBe('/run/r1/log')
  })
  it('shows the line as the steps have left it, nitrogen only where there is some', () => {
    guide(upTo(cutRun(), 'light'))
    expect(said()).toContain('Oxygen: cylinder open')
    expect(said()).toContain('torch valve shut')
    expect(said()).not.toContain('Nitrogen: ')
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    guide(upTo(brazeRun(), 'light'))
    expect(said()).toContain('Nitrogen: cylinder open')
    expect(said()).toContain('purge valve open')
  })
})

describe('what lies over a step', () => {
  it('is trouble at one press or one key, and noted as it is opened', () => {
    const { confirm } = guide(upTo(cutRun(), 'cut'))
    fireEvent.keyDown(window, { key: 't' })
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'trouble', reason: null })
    press('A pop, and the flame is out (backfire)')
    expect(said()).toContain('Shut the oxygen at the torch, then the fuel')
    press('Lead me to lighting again')
    expect(confirm).toHaveBeenLastCalledWith({ kind: 'break', name: 'relight' })
  })
  it('leads what is grave to no flame, and ends the run with what was seen', () => {
    const { confirm } = guide(upTo(cutRun(), 'cut'))
    press('Trouble')
    press(/flame back in a hose/)
    expect(screen.queryByRole('button', { name: 'Lead me to lighting again' })).toBeNull()
    expect(said()).toContain('Nobody goes on working before somebody named has looked at it')
    press('Stop this run here')
    expect(confirm).toHaveBeenLastCalledWith({
      kind: 'stop',
      reason: 'A bang or flame back in a hose or regulator (flashback)',
    })
  })
  it('is a reason to skip: one that is usual, or one that is typed, and never none', () => {
    const { confirm } = guide(upTo(cutRun(), 'rig'))
    press('Skip, say why')
    press('Skip the step')
    expect(said()).toContain('Say why: it stays in the log.')
    expect(confirm).not.toHaveBeenCalled()
    fireEvent.change(screen.getByLabelText('Another reason'), { target: { value: '  no wrench  ' } })
    press('Skip the step')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'skip', reason: 'no wrench' })
    press('Skip, say why')
    press('Not needed on this job')
    expect(confirm).toHaveBeenLastCalledWith({ kind: 'skip', reason: 'Not needed on this job' })
  })
  it('is the needle to read as the shop’s method has it stand: gas flowing, or its torch valve shut', async () => {
    const run = upTo(staticRun(), 'set-oxygen')
    const { confirm } = guide(run)
    press('Skip, say why')
    await waitFor(() => expect(said()).toContain('Seen to byBede'))
    expect(said()).toContain('What does the gauge read, its torch valve shut?')
    const stands = /the plan says (\d+ psi)/.exec(said())?.[1] ?? ''
    const act = run.steps.find((s) => s.id === 'set-oxygen')?.act
    expect(act).toContain(`stands at ${stands}:`)
    fireEvent.change(screen.getByLabelText(/the plan says/), { target: { value: stands } })
    press('It is set: go on')
    expect(confirm).toHaveBeenCalledOnce()
  })
  it('is every way out that the rig’s state allows, while it is half set too', () => {
    guide(upTo(cutRun(), 'set-fuel'))
    press('Pause or leave')
    for (const way of ['A few minutes', 'lunch', 'Shut down and end here', 'Hand over'])
      expect(said()).toContain(way)
    expect(said()).not.toContain('put it together')
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const { confirm } = guide(upTo(cutRun(), 'cut'))
    fireEvent.keyDown(window, { key: 'b' })
    expect(screen.queryByRole('button', { name: /Change the attachment/ })).toBeNull()
    press(/Change or clean the tip/)
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'break', name: 'tip-change' })
  })
  it('is a hand-over to somebody who works here', async () => {
    const { confirm } = guide(upTo(cutRun(), 'cut'))
    await waitFor(() => expect(said()).toContain('Bede has the torch'))
    press('Pause or leave')
    press(/Hand over/)
    expect(screen.queryByRole('button', { name: 'Ansel' })).toBeNull()
    press('Idris, apprentice')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'hand-over', to: 'idris' })
  })
  it('is the flame card, of the fuel and the flame that the work wants', () => {
    guide(upTo(cutRun(), 'light'))
    fireEvent.keyDown(window, { key: 'f' })
    expect(screen.getByRole('dialog').textContent).toMatch(/neutral/i)
  })
})
