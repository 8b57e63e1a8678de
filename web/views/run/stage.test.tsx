// @vitest-environment jsdom
import { act, fireEvent, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
// loaded before: a card that is still fetching it when a test ends would ask for it after the end
import '#core/flame/burn.ts'
import { keepsTick, stretchesOf } from '#core/line/stage.ts'
import { foldRun } from '#core/record/run.ts'
import type { Run } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { Guide } from './Guide.tsx'
import { SETTLE_MS } from './settle.ts'
import { brazeRun, cutRun, event, inHandOf, PEOPLE, press, upTo } from './test-support.tsx'

const NOW = '2026-03-02T09:00:00.000Z'
beforeEach(() => {
  vi.useFakeTimers({
    toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date'],
    shouldAdvanceTime: true,
  })
  vi.setSystemTime(NOW)
  browserParts()
  answering({ '/api/people': PEOPLE })
})
afterEach(() => {
  vi.useRealTimers()
  clear()
})

/** The guide of a run as it stands, led by stages. */
function staged(run: Run = cutRun()) {
  const { inHand, confirm, through } = inHandOf(run)
  const store = makeStore()
  store.dispatch(device.actions.changed({ staged: true }))
  // nobody is led by stages before it is known that they are no apprentice
  store.dispatch(api.util.upsertQueryEntries([{ endpointName: 'people', arg: undefined, value: PEOPLE }]))
  show(<Guide inHand={inHand} />, store)
  act(() => void vi.advanceTimersByTime(SETTLE_MS + 50))
  return { inHand, confirm, through, steps: inHand.progress.steps, index: inHand.progress.index, store }
}
const done = () => document.querySelector<HTMLButtonElement>('[data-done]')
const ticks = () => [...document.querySelectorAll<HTMLButtonElement>('[data-tick]')]
const open = () => ticks().filter((t) => !t.disabled)

describe('a run by stages', () => {
  it('shows a stretch as one page: its acts, their figures, and a tick on each that hurts when it is left out', () => {
    const { steps } = staged()
    const [first] = stretchesOf(steps)
    const page = steps.slice(0, first?.to)
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Open and set')
    expect(document.querySelectorAll('[aria-label="The step"] li')).toHaveLength(page.length)
    expect(ticks()).toHaveLength(page.filter(keepsTick).length)
    expect(said()).toContain('39 psi')
    expect(screen.getByRole('list', { name: 'Stretches of this run' }).textContent).toContain('Shut down')
    // one tick at a time is open, in the order of the work; the large button waits for them
    expect(open()).toHaveLength(1)
    expect(done()?.disabled).toBe(true)
    expect(done()?.textContent).toBe('Ticks first')
  })
  it('ticks what hurts with what stands above it, and leaves the rest to one press', () => {
    const { steps, through } = staged()
    const first = steps.findIndex(keepsTick)
    fireEvent.click(open()[0] ?? document.body)
    expect(through).toHaveBeenCalledWith(first + 1)
  })
  it('confirms the rest of a page with one press, or the pedal, and never a tick with the pedal', () => {
    const run = cutRun()
    const { through, steps, index } = staged(upTo(run, 'light'))
    const stretch = stretchesOf(steps).find((s) => s.stage === 'light')
    press('All of it done')
    fireEvent.keyDown(window, { key: ' ' })
    expect(through.mock.calls).toEqual([[(stretch?.to ?? 0) - index], [(stretch?.to ?? 0) - index]])
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const ticked = staged()
    fireEvent.keyDown(window, { key: ' ' })
    expect(ticked.through).not.toHaveBeenCalled()
    expect(ticked.confirm).not.toHaveBeenCalled()
  })
  it('takes no tick past a reading that is off without its reason, and keeps one that will do', async () => {
    const run = upTo(cutRun(), 'set-fuel')
    const read = (text: string) => {
      const { store, through } = staged(run)
      const field = document.querySelector('[data-reading] input') ?? document.body
      fireEvent.change(field, { target: { value: text } })
      fireEvent.click(open()[0] ?? document.body)
      return { through, kept: store.getState().outbox.items.filter((i) => i.route === 'addReading') }
    }
    const off = read('12 psi')
    expect(off.through).not.toHaveBeenCalled()
    expect(off.kept).toEqual([])
    expect(screen.queryByRole('dialog')).not.toBeNull()
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const good = read('6 psi')
    // with the cylinder that is ticked
    expect(good.through).toHaveBeenCalledWith(2)
    expect(good.kept).toHaveLength(1)
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const none = read('much')
    expect(none.through).not.toHaveBeenCalled()
    await screen.findByRole('alert')
  })
  it('keeps a tick from the pedal though it has the focus, and from no other key', () => {
    staged()
    const tick = open()[0] ?? document.body
    // an event whose default is prevented presses nothing
    expect(fireEvent.keyDown(tick, { key: ' ' })).toBe(false)
    expect(fireEvent.keyUp(tick, { key: ' ' })).toBe(false)
    expect(fireEvent.keyDown(tick, { key: 'Enter' })).toBe(true)
  })
  it('starts the clock of a purge with its tick, and takes the tick once it may', () => {
    const run = cutRun()
    const { confirm } = staged(upTo(run, 'purge-fuel'))
    press(/^Start the clock/)
    expect(confirm).toHaveBeenCalledWith({ kind: 'timer' })
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const at = upTo(run, 'purge-fuel')
    const n = at.events.length
    const begun = (secondsAgo: number) => ({
      ...at,
      events: [
        ...at.events,
        {
          ...event({ kind: 'timer' }, 'purge-fuel', n),
          at: new Date(Date.parse(NOW) - secondsAgo * 1000).toISOString(),
        },
      ],
    })
    staged(begun(1))
    expect(open()).toHaveLength(0)
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const over = staged(begun(600))
    press(/^Tick: Open the fuel valve alone/)
    expect(over.confirm).toHaveBeenCalledWith({ kind: 'done' })
  })
  it('starts the nitrogen anew when the torch is shut for good, however long ago a break shut it', () => {
    const line = brazeRun()
    // the hold with no tick between it and the shutting
    const hold = line.steps.filter((s) => s.role === 'nitrogen-hold')
    const steps = line.steps.flatMap((s) =>
      s.role === 'nitrogen-hold' ? [] : s.role === 'cool' ? [s, ...hold] : [s],
    )
    const lit = upTo({ ...line, steps }, 'shut-torch')
    let run = {
      ...lit,
      events: [...lit.events, event({ kind: 'break', name: 'short-pause' }, 'shut-torch', lit.events.length)],
    }
    for (let p = foldRun(run, run.events); p.steps[p.index]?.phase === 'break'; p = foldRun(run, run.events))
      run = {
        ...run,
        events: [...run.events, event({ kind: 'done' }, p.steps[p.index]?.id ?? '', run.events.length)],
      }
    const { through, steps: all, index } = staged(run)
    expect(all.slice(0, index).some((s) => s.role === 'shut-torch')).toBe(true)
    expect(all[index]?.id).toBe('shut-torch')
    const held = all.findIndex((s, i) => i > index && keepsTick(s))
    expect(all[held]?.timer).toMatchObject({ from: 'shut-torch' })
    fireEvent.click(open()[0] ?? document.body)
    // the shutting is confirmed, and the clock runs from it; the hold itself is not
    expect(through).toHaveBeenCalledExactlyOnceWith(held - index)
  })
  it('is led step by step for an apprentice, and again for anybody who asks', async () => {
    staged(cutRun({ personId: 'idris', personName: 'Idris' }))
    await vi.waitFor(() => expect(ticks()).toHaveLength(0))
    expect(screen.queryByRole('button', { name: 'Step by step' })).toBeNull()
    clear()
    browserParts()
    answering({ '/api/people': PEOPLE })
    const { store } = staged()
    const [first] = screen.getAllByRole('button', { name: 'Step by step' })
    fireEvent.click(first ?? document.body)
    expect(ticks()).toHaveLength(0)
    expect(store.getState().device.staged).toBe(false)
    const [again] = screen.getAllByRole('button', { name: 'By stages' })
    fireEvent.click(again ?? document.body)
    expect(ticks().length).toBeGreaterThan(0)
  })
})
