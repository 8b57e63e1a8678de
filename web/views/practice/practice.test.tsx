// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { benchTorchOf } from '#application/bench-torch-of.ts'
import { FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import type { Attempts } from '#contract/types.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, show } from '../../test-support.tsx'
import { flameWork as worker } from '../../work/flame-work.ts'
import { benchWorkers, quietAudio } from '../../work/flame-test-support.ts'
import FlameBench from './FlameBench.tsx'
import Practice from './Practice.tsx'
import { turnsSaid } from './words.ts'

const ORLA = '0b0f6c5e-6c0e-4b1e-9a53-111111111111'
const torches = [
  {
    id: 'a',
    name: 'The long one',
    rig: { ...FIRST_RIG, torch: { ...FIRST_RIG.torch, kind: 'cutting-attachment' } },
  },
  {
    id: 'b',
    name: 'The handle',
    rig: { ...FIRST_RIG, torch: { ...FIRST_RIG.torch, kind: 'brazing-handle' } },
  },
]
const people = [
  { id: ORLA, name: 'Orla', active: true, role: 'practised' },
  { id: 'gone', name: 'Gone', active: false, role: 'apprentice' },
]
const attempts: Attempts[] = [
  {
    personId: ORLA,
    bench: 'flame',
    task: 'neutral',
    tries: 4,
    best: 92,
    recent: [92],
    last: '2026-11-20T08:00:00.000Z',
  },
  {
    personId: ORLA,
    bench: 'flame',
    task: 'light',
    tries: 1,
    best: 55,
    recent: [55],
    last: '2026-11-21T08:00:00.000Z',
  },
]
const open = (path: string) => {
  const heard = answering({
    '/api/torches': torches,
    '/api/people': people,
    '/api/practice': attempts,
    '/api/records?kind=cut': NO_RUNS,
  })
  const store = makeStore()
  show(
    <Routes>
      <Route path="/practice" element={<Practice />} />
      <Route path="/practice/flame/:task" element={<FlameBench />} />
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

const said = () => screen.getByRole('status').textContent
const button = (name: RegExp | string) => screen.findByRole('button', { name })
const dial = (name: string) => screen.findByRole('slider', { name })
const turns = (of: HTMLElement) => Number(of.getAttribute('aria-valuenow'))

describe('what can be practised', () => {
  it('stands in the order in which it is learnt, with what somebody did of it', async () => {
    localStorage.setItem('wimble.device', JSON.stringify({ personId: ORLA }))
    open('/practice?bench=flame')
    const neutral = await screen.findByRole('link', { name: 'Bring it to neutral' })
    const flame = screen.getByRole('region', { name: 'The flame' })
    expect(
      within(flame)
        .getAllByRole('link')
        .map((l) => l.textContent)[0],
    ).toBe('Light it')
    await waitFor(() => expect(neutral.parentElement?.textContent).toContain('92 of 4'))
    expect(screen.queryByRole('link', { name: 'Work it up in steps' })).toBeNull()
    expect(document.body.textContent).toContain('it needs no working up in steps')
    const everybody = await screen.findByRole('table')
    expect(within(everybody).getByRole('row', { name: /Orla/ }).textContent).toMatch(/1Light it 5521 Nov/)
  })
})

describe('the benches', () => {
  const chosen = () =>
    screen
      .getAllByRole('radio')
      .filter((r) => r.getAttribute('aria-checked') === 'true')
      .map((r) => r.textContent)
  it('stand one at a time, and the screen opens at the one that was open last', async () => {
    const first = open('/practice')
    await screen.findByRole('region', { name: 'Facts' })
    expect(screen.queryByRole('region', { name: 'The flame' })).toBeNull()
    fireEvent.click(screen.getByRole('radio', { name: 'Pace' }))
    await screen.findByRole('region', { name: 'The pace' })
    expect(first.store.getState().device.practiceBench).toBe('pace')
    expect(chosen()).toContain('Pace')
  })
  it('are gone back to from what was done there', async () => {
    localStorage.setItem('wimble.device', JSON.stringify({ personId: ORLA }))
    const { store } = open('/practice?bench=heat')
    await screen.findByRole('region', { name: 'The heat' })
    await waitFor(() => expect(store.getState().device.practiceBench).toBe('heat'))
    fireEvent.click(screen.getByRole('radio', { name: 'Order' }))
    await screen.findByRole('region', { name: 'The order' })
    // lighting is a task at two benches: neither takes the other's name, nor what was done there
    const light = screen.getByRole('link', { name: 'Light and trim' })
    expect(light.parentElement?.textContent).toBe('Light and trim')
    await waitFor(() => expect(store.getState().device.practiceBench).toBe('order'))
  })
})

describe('a recording from a file', () => {
  const choose = (text: string) =>
    fireEvent.change(screen.getByLabelText(/Watch one from a file/), {
      target: { files: [new File([text], 'it.json', { type: 'application/json' })] },
    })

  it('is watched on its own torch, and what is none is refused with its reason', async () => {
    open('/practice?bench=flame')
    await screen.findByRole('link', { name: 'Light it' })
    choose('light it')
    await waitFor(() =>
      expect(document.body.textContent).toContain('This is no recording of a practice bench.'),
    )
    const made = benchTorchOf({ id: null, rig: { ...FIRST_RIG, fuel: 'propane' } }, FIRST_SETTINGS, NO_RUNS)
    if (!made.ok) throw new Error('propane cannot be practised with')
    const good = goodHand('steps', made.bench, 1)
    choose(JSON.stringify({ ...good, task: 'juggle' }))
    await waitFor(() => expect(document.body.textContent).toContain('The task should be one of'))
    choose(JSON.stringify(good))
    await waitFor(() => expect(document.body.textContent).toContain('From a file'))
    expect(document.body.textContent).toContain('Propane')
  })
})

describe('the bench', () => {
  it('says why a task cannot be done with a torch', async () => {
    localStorage.setItem('wimble.device', JSON.stringify({ practiceTorch: 'b' }))
    open('/practice/flame/retrim')
    expect((await screen.findByRole('alert')).textContent).toContain('This torch has no lever.')
  })

  it('turns a valve by its buttons, its arrows and its keys, each by the same part', async () => {
    open('/practice/flame/neutral')
    const oxygen = await dial('Oxygen valve')
    const more = await button('Open the oxygen a little')
    fireEvent.pointerDown(more)
    fireEvent.pointerUp(more)
    await waitFor(() => expect(turns(oxygen)).toBeCloseTo(1 / 64, 1))
    // a key that presses the button turns it too, a pointer's own click not again
    fireEvent.click(more, { detail: 1 })
    fireEvent.click(more, { detail: 0 })
    fireEvent.keyDown(oxygen, { key: 'ArrowUp' })
    fireEvent.keyDown(document.body, { key: 'q' })
    fireEvent.keyUp(document.body, { key: 'q' })
    fireEvent.keyDown(oxygen, { key: 'PageUp' })
    await waitFor(() => expect(turns(oxygen)).toBeCloseTo(12 / 64, 2))
    fireEvent.keyDown(oxygen, { key: 'Home' })
    await waitFor(() => expect(oxygen.getAttribute('aria-valuetext')).toBe('shut'))
  })

  it('goes round with the finger that turns it', async () => {
    open('/practice/flame/neutral')
    const fuel = await dial('Fuel valve')
    // where it stands comes with the first frame
    await waitFor(() => expect(turns(fuel)).toBeGreaterThan(0))
    const before = turns(fuel)
    fuel.setPointerCapture = () => undefined
    fuel.getBoundingClientRect = () => ({ left: 0, top: 0, width: 100, height: 100 }) as DOMRect
    const at = (turn: number) => ({
      clientX: 50 + 40 * Math.sin(turn * 2 * Math.PI),
      clientY: 50 - 40 * Math.cos(turn * 2 * Math.PI),
      pointerId: 1,
    })
    fireEvent.pointerMove(fuel, at(0.9))
    fireEvent.pointerDown(fuel, at(0.9))
    for (const turn of [0.95, 1, 1.05, 1.1]) fireEvent.pointerMove(fuel, at(turn))
    fireEvent.pointerUp(fuel, at(1.1))
    fireEvent.pointerMove(fuel, at(1.4))
    await waitFor(() => expect(turns(fuel)).toBeCloseTo(before + 0.2, 1))
  })

  it('has its keys under the other hand for a torch in the left one', async () => {
    localStorage.setItem('wimble.device', JSON.stringify({ practiceHand: 'left' }))
    open('/practice/flame/neutral')
    const oxygen = await dial('Oxygen valve')
    fireEvent.keyDown(document.body, { key: 'p' })
    fireEvent.keyUp(document.body, { key: 'p' })
    await waitFor(() => expect(turns(oxygen)).toBeGreaterThan(0))
  })

  it('presses the lever with space: held, or until it is pressed again', async () => {
    open('/practice/flame/retrim')
    const lever = await button(/Lever/)
    const is = (down: string) => waitFor(() => expect(lever.getAttribute('aria-pressed')).toBe(down))
    const key = (name: 'keyDown' | 'keyUp', timeStamp: number) => {
      const event = new KeyboardEvent(name.toLowerCase(), { key: ' ', bubbles: true })
      Object.defineProperty(event, 'timeStamp', { value: timeStamp })
      act(() => void document.body.dispatchEvent(event))
    }
    key('keyDown', 1000)
    await is('true')
    key('keyUp', 1100)
    await is('true')
    key('keyDown', 2000)
    await is('false')
    key('keyUp', 2050)
    key('keyDown', 3000)
    await is('true')
    key('keyUp', 4000)
    await is('false')
    fireEvent.keyDown(document.body, { key: 'h' })
    await waitFor(async () => expect((await button(/Handle open/)).getAttribute('aria-pressed')).toBe('true'))
  })

  it('tells what it is worth, writes it down for who is named, and lets it be watched', async () => {
    localStorage.setItem('wimble.device', JSON.stringify({ personId: ORLA }))
    const { store } = open('/practice/flame/neutral')
    await dial('Oxygen valve')
    for (let i = 0; i < 31; i++) fireEvent.keyDown(document.body, { key: 'q' })
    await waitFor(() => expect(said()).toContain('cones'), { timeout: 4000 })
    const [finish] = await screen.findAllByRole('button', { name: 'That is it' })
    fireEvent.click(finish as HTMLElement)
    await screen.findByText('How it went')
    const kept = () => store.getState().outbox.items.filter((i) => i.route === 'addPractice')
    await waitFor(() =>
      expect(kept()[0]?.body).toMatchObject({
        personId: ORLA,
        recording: { task: 'neutral', kind: 'flame' },
      }),
    )
    fireEvent.click(await button('Watch yours'))
    await screen.findByText('Yours, again')
    expect(kept()).toHaveLength(1)
  })

  it('does not count a hand that was watched as one’s own', async () => {
    const { store } = open('/practice/flame/neutral')
    fireEvent.click(await button('Watch a good hand'))
    await screen.findByText('How it is done')
    fireEvent.click(await button('Now you'))
    await screen.findByRole('heading', { name: 'Bring it to neutral' })
    await dial('Oxygen valve')
    expect(store.getState().outbox.items).toEqual([])
  })

  it('is heard only once somebody asks, a flame that is shown too, and is silent again when asked', async () => {
    const audio = quietAudio()
    open('/practice/flame/name')
    const sound = await button(/Sound off/)
    expect(audio.gains).toEqual([])
    fireEvent.click(sound)
    // its roar: none of the three is without
    await waitFor(() => expect(audio.gains[1]?.set).toBeGreaterThan(0))
    fireEvent.click(await button(/Sound on/))
    await waitFor(() => expect(audio.closed()).toBe(1))
  })

  it('asks which leg of a star it is, and can be taken back', async () => {
    open('/practice/flame/star')
    fireEvent.click(await button('A leg is long: worn port'))
    fireEvent.click(await button('Something else'))
    fireEvent.click(await button('A leg is short: dirty port'))
    fireEvent.click(await button('Leg 2'))
    await waitFor(() => expect(said()).toBe('2 of 3'))
  })
})

describe('how far a valve is open', () => {
  it.each([
    [0, 'shut'],
    [1 / 64, 'just open'],
    [0.375, '3/8 turn'],
    [0.5, '1/2 turn'],
    [1, '1 turn'],
    [1.25, '1 1/4 turns'],
    [2, '2 turns'],
  ])('%s is said as %s', (open, says) => expect(turnsSaid(open)).toBe(says))
})
