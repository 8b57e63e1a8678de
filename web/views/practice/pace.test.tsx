// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { FIRST_SETTINGS, firstDraft } from '#application/first.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import type { Attempts } from '#contract/types.ts'
import { calibrated, paceBoard, paceTitle } from '#core/teach/pace-board.ts'
import { goodPace } from '#core/teach/pace-hands.ts'
import type { PaceRecording } from '#core/teach/pace-judge.ts'
import { device } from '../../app/device.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, show } from '../../test-support.tsx'
import { benchWorkers, quietAudio } from '../../work/flame-test-support.ts'
import { paceWork as worker } from '../../work/pace-work.ts'
import PaceBench from './PaceBench.tsx'
import PaceOfPlan from './PaceOfPlan.tsx'
import Practice from './Practice.tsx'

const tried = (recent: readonly number[]): Attempts => ({
  personId: null,
  bench: 'pace',
  task: 'square',
  tries: 3,
  best: 92,
  recent,
  last: '2026-11-20T08:00:00.000Z',
})
const open = (
  path: string,
  { recent = [40], draft = firstDraft(FIRST_SETTINGS) as object, burns = 'acetylene', torches = true } = {},
) => {
  const heard = answering({
    ...(torches ? { '/api/torches': [] } : {}),
    '/api/people': [],
    '/api/practice': [tried(recent)],
    '/api/records?kind=cut': NO_RUNS,
    '/api/records?kind=braze': NO_RUNS,
    '/api/pieces/p1': { id: 'p1', jobId: 'j1', kind: 'cut', title: 'Gate shoe', draft },
  })
  localStorage.setItem('wimble.device', JSON.stringify({ practiceTorch: `usual:${burns}` }))
  const store = makeStore()
  show(
    <Routes>
      <Route path="/practice" element={<Practice />} />
      <Route path="/practice/pace/piece/:jobId/:pieceId" element={<PaceOfPlan />} />
      <Route path="/practice/pace/:board" element={<PaceBench />} />
    </Routes>,
    store,
    path,
  )
  return { ...heard, store }
}
beforeEach(() => {
  browserParts()
  benchWorkers()
})
afterEach(() => {
  worker.rest()
  clear()
})
const button = (name: RegExp | string) => screen.findByRole('button', { name })
const finish = () => screen.getAllByRole('button', { name: 'That is it' })[0] as HTMLElement
const key = (k: string, type: 'keyDown' | 'keyUp' = 'keyDown') => fireEvent[type](document, { key: k })
/** What a row of the page says. */
const row = (name: string): string =>
  screen.getAllByText(name, { selector: 'dt' })[0]?.nextElementSibling?.textContent ?? ''

/** The fuel that is set. */
const fuel = () => screen.queryByRole('combobox', { name: 'Fuel' })?.textContent ?? ''

describe('what can be cut', () => {
  it('stands on the page with what somebody did of it, and what can be watched', async () => {
    open('/practice?bench=pace')
    const square = await screen.findByRole('link', { name: paceTitle('square') })
    await waitFor(() => expect(square.parentElement?.textContent).toContain('92 of 3'))
    expect(screen.getByRole('link', { name: 'Thin plate, too slow' }).getAttribute('href')).toBe(
      '/practice/pace/thin?watch=thin-slow',
    )
  })
  it('is cut with what the torch burns, unless it is set up otherwise', async () => {
    open('/practice/pace/square', { burns: 'propane' })
    await waitFor(() => expect(fuel()).toBe('Propane'))
    const preheat = row('Ready after')
    // a pace that can be counted: 17.5 in/min is an inch in 3.4 s
    expect(row('An inch in')).toBe('3.4 s')
    fireEvent.click(await screen.findByRole('radio', { name: '97.5 %' }))
    fireEvent.click(await screen.findByRole('combobox', { name: 'Fuel' }))
    fireEvent.click(await screen.findByRole('option', { name: 'Acetylene' }))
    await waitFor(() => expect(fuel()).toBe('Acetylene'))
    expect(row('Ready after')).not.toBe(preheat)
    fireEvent.click(await button('As the plate wants it'))
    await waitFor(() => expect(fuel()).toBe('Propane'))
  })
  it('is cut with no list of torches at hand, too', async () => {
    open('/practice/pace/square', { burns: 'propane', torches: false })
    await waitFor(() => expect(fuel()).toBe('Propane'))
  })
  it('is a plate that there is', async () => {
    open('/practice/pace/nothing')
    await screen.findByRole('heading', { name: 'There is no such plate' })
  })
  it('is a cut that somebody saved', async () => {
    open('/practice?bench=pace')
    await screen.findByRole('link', { name: paceTitle('thin') })
    const board = calibrated(paceBoard('thin', true))
    const { made, until } = goodPace(board)
    const recording = { kind: 'pace', task: 'thin', board, made, until }
    const choose = (text: string) =>
      fireEvent.change(screen.getByLabelText(/Watch one from a file/), {
        target: { files: [new File([text], 'it.json', { type: 'application/json' })] },
      })
    choose(JSON.stringify({ ...recording, made: [[0, 'juggle']] }))
    await waitFor(() => expect(document.body.textContent).toContain('This is no move of the hands.'))
    choose(JSON.stringify(recording))
    await screen.findByRole('heading', { name: 'A recording' })
  })
})

describe('the hands at the pace bench', () => {
  it('go by buttons: to the start, lever, pace, height, lean', async () => {
    open('/practice/pace/square')
    fireEvent.click(await button(/To the start/))
    await waitFor(() => expect(row('Under the torch')).not.toBe('beside the plate'))
    const lever = await button(/Hold the lever/)
    lever.setPointerCapture = () => undefined
    fireEvent.pointerDown(lever)
    await waitFor(() => expect(lever.getAttribute('aria-pressed')).toBe('true'))
    fireEvent.pointerUp(lever)
    await waitFor(() => expect(lever.getAttribute('aria-pressed')).toBe('false'))
    fireEvent.click(await button('Quicker'))
    fireEvent.click(await button('Quicker'))
    await screen.findByText(/10 in\/min/)
    fireEvent.click(await button('Lean forward'))
    await screen.findByText('5° forward')
    fireEvent.click(await button(/Ease it/))
    expect((await button(/Ease it/)).getAttribute('aria-pressed')).toBe('true')
  })
  it('go by keys: start, lever, pace, height; and leave a text field alone', async () => {
    open('/practice/pace/square')
    await button(/Hold the lever/)
    key('h')
    key(' ')
    await waitFor(async () =>
      expect((await button(/Hold the lever/)).getAttribute('aria-pressed')).toBe('true'),
    )
    key(' ', 'keyUp')
    key('ArrowRight')
    await screen.findByText(/9 in\/min/)
    key('ArrowLeft')
    key('s')
    await screen.findByText('by hand')
    key('q')
    await screen.findByText('5° back')
    const field = document.body.appendChild(document.createElement('input'))
    fireEvent.keyDown(field, { key: 'ArrowRight' })
    await act(async () => {
      await Promise.resolve()
    })
    expect(screen.getByText('by hand')).toBeDefined()
    field.remove()
  })
  it('end with what came of it, kept for who did it; and can be tried and watched again', async () => {
    const { store } = open('/practice/pace/square')
    fireEvent.click(await button(/To the start/))
    await waitFor(() => expect(parseInt(row('Time'))).toBeGreaterThan(0))
    fireEvent.click(finish())
    await screen.findByText('Nothing is cut.', { selector: '[role=status]' })
    expect(store.getState().outbox.items.map((i) => i.route)).toEqual(['addPractice'])
    expect(row('Started after')).toBe('never')
    fireEvent.click(await button('Watch yours'))
    await screen.findByRole('heading', { name: 'Yours, again' })
    fireEvent.click(await button('Now you'))
    await button(/Hold the lever/)
    // what was watched is nobody's attempt
    expect(store.getState().outbox.items).toHaveLength(1)
  })
  it('tick the pace where it is asked for, fainter the better somebody does, in the end not at all', async () => {
    open('/practice/pace/square', { recent: [90, 40, 20] })
    const audio = quietAudio()
    fireEvent.click(await button('Tick the pace, softer'))
    await button('Sound on')
    await waitFor(() => expect(audio.gains.length).toBeGreaterThan(0))
    expect((await button(/Tick the pace, softer/)).getAttribute('aria-pressed')).toBe('true')
    clear()
    browserParts()
    benchWorkers()
    open('/practice/pace/square', { recent: [90, 85, 99] })
    await screen.findByText(/No tick any more/)
  })
  it('stay silent on a device that has no sound', async () => {
    open('/practice/pace/square')
    fireEvent.click(await button('Sound off'))
    await button('Sound off')
    expect(screen.queryByRole('button', { name: 'Sound on' })).toBeNull()
  })
  it('set up a plate of their own, which is another task', async () => {
    const { store } = open('/practice/pace/square')
    fireEvent.click(await button('More oxygen'))
    await screen.findByText('45 psi')
    fireEvent.click(screen.getByRole('radio', { name: 'Free hand' }))
    await waitFor(() =>
      expect(screen.getByRole('radio', { name: 'Free hand' }).getAttribute('aria-checked')).toBe('true'),
    )
    await waitFor(() => expect(row('Time')).not.toBe(''))
    fireEvent.click(finish())
    await screen.findByText('Nothing is cut.', { selector: '[role=status]' })
    const [item] = store.getState().outbox.items
    expect(item?.body).toMatchObject({ recording: { task: 'square own free', board: { guide: false } } })
    fireEvent.click(await button('Try again'))
    fireEvent.click(await button('As the plate wants it'))
    await screen.findByText('40 psi')
  })
  it('follow a good hand, and watch one', async () => {
    open('/practice/pace/thin')
    fireEvent.click(await button(/Follow a good hand/))
    expect((await button(/Follow a good hand/)).getAttribute('aria-pressed')).toBe('true')
    fireEvent.click(await button('Watch a good hand'))
    fireEvent.click(screen.getByRole('radio', { name: '4 times as fast' }))
    await screen.findByText('The piece drops by itself.', { selector: '[role=status]' })
    expect(screen.getByText('100')).toBeDefined()
  })
  it('are led by a pointer over the plate, whose button is the lever and whose wheel is the height', async () => {
    open('/practice/pace/square')
    await button(/Hold the lever/)
    const plate = screen.getByRole('img', { name: 'The plate from above' })
    plate.getBoundingClientRect = () => ({ left: 0, top: 0, width: 800, height: 160 }) as DOMRect
    plate.setPointerCapture = () => undefined
    const at = (type: 'pointerMove' | 'pointerDown' | 'pointerUp', clientX: number) =>
      fireEvent(
        plate,
        Object.assign(new MouseEvent(type.toLowerCase(), { bubbles: true, clientX, clientY: 80 }), {
          pointerId: 1,
          pointerType: 'mouse',
        }),
      )
    at('pointerMove', 300)
    await waitFor(() => expect(row('Under the torch')).not.toBe('beside the plate'))
    at('pointerDown', 300)
    await waitFor(async () =>
      expect((await button(/Hold the lever/)).getAttribute('aria-pressed')).toBe('true'),
    )
    at('pointerUp', 300)
    fireEvent.wheel(plate, { deltaY: -100 })
    fireEvent.wheel(plate, { deltaY: -100 })
    fireEvent.wheel(plate, { deltaY: -100 })
    fireEvent.wheel(plate, { deltaY: -100 })
    await waitFor(() => expect(row('Height now')).toMatch(/^(5\/16|11\/32|21\/64) in, too high$/))
  })
})

describe('the left hand', () => {
  it('goes from right to left', async () => {
    const { store } = open('/practice/pace/square')
    store.dispatch(device.actions.changed({ practiceHand: 'left' }))
    await button(/Hold the lever/)
    const plate = screen.getByRole('img', { name: 'The plate from above' })
    plate.getBoundingClientRect = () => ({ left: 0, top: 0, width: 800, height: 160 }) as DOMRect
    const move = (clientX: number) =>
      fireEvent(
        plate,
        Object.assign(new MouseEvent('pointermove', { bubbles: true, clientX, clientY: 80 }), {
          pointerId: 1,
          pointerType: 'mouse',
        }),
      )
    move(700)
    fireEvent.click(await button('Quicker'))
    fireEvent.click(finish())
    await screen.findByText('Nothing is cut.', { selector: '[role=status]' })
    const made = (store.getState().outbox.items[0]?.body as { recording: PaceRecording }).recording.made
    // at the right there is the beginning
    expect(made[0]?.[1]).toBe('at')
    expect(made[0]?.[2]).toBeLessThan(10)
  })
})

describe('a finger at the pace bench', () => {
  it('leads the torch; a second one raises it as both go up', async () => {
    open('/practice/pace/square')
    await button(/Hold the lever/)
    const plate = screen.getByRole('img', { name: 'The plate from above' })
    plate.getBoundingClientRect = () => ({ left: 0, top: 0, width: 800, height: 160 }) as DOMRect
    const caught = new Set<number>()
    plate.setPointerCapture = (id) => void caught.add(id)
    plate.hasPointerCapture = (id) => caught.has(id)
    const touch = (type: string, pointerId: number, clientX: number, clientY: number) =>
      fireEvent(
        plate,
        Object.assign(new MouseEvent(type, { bubbles: true, clientX, clientY }), {
          pointerId,
          pointerType: 'touch',
        }),
      )
    // a finger that only passes over it leads nothing
    touch('pointermove', 1, 500, 80)
    touch('pointerdown', 1, 130, 80)
    await waitFor(() => expect(row('Under the torch')).not.toBe('beside the plate'))
    expect((await button(/Hold the lever/)).getAttribute('aria-pressed')).toBe('false')
    touch('pointerdown', 2, 200, 120)
    touch('pointermove', 1, 130, 10)
    touch('pointermove', 2, 200, 50)
    touch('pointerup', 2, 200, 50)
    touch('pointerup', 1, 130, 10)
    await waitFor(() => expect(row('Height now')).toMatch(/^(7|15)\/(16|32) in, too high$/))
  })
})

describe('a planned cut', () => {
  it('is tried with its own figures', async () => {
    open('/practice/pace/piece/j1/p1')
    await screen.findByRole('heading', { name: 'Gate shoe' })
    expect(screen.getByRole('link', { name: 'Its plan' }).getAttribute('href')).toBe('/jobs/j1/p1')
    // a planned plate is set up in its plan
    expect(screen.queryByRole('heading', { name: 'Set it up' })).toBeNull()
  })
  it('says why it is none', async () => {
    const draft = firstDraft(FIRST_SETTINGS)
    open('/practice/pace/piece/j1/p1', {
      draft: { ...draft, work: { ...draft.work, metal: 'stainless-steel' } },
    })
    await screen.findByText(/Its plan sets nothing yet/)
  })
})
