// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { firstBraze, FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import type { Attempts } from '#contract/types.ts'
import { goodHeat } from '#core/teach/heat-hands.ts'
import { HEAT_JOINTS } from '#core/teach/heat-presets.ts'
import { device } from '../../app/device.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, show } from '../../test-support.tsx'
import { heatWork as worker } from '../../work/heat-work.ts'
import { benchWorkers } from '../../work/flame-test-support.ts'
import HeatBench from './HeatBench.tsx'
import HeatOfPlan from './HeatOfPlan.tsx'
import Practice from './Practice.tsx'

const attempts: Attempts[] = [
  {
    personId: null,
    bench: 'heat',
    task: 'cup',
    tries: 2,
    best: 88,
    recent: [88],
    last: '2026-11-20T08:00:00.000Z',
  },
]
const piece = (draft: object) => ({ id: 'p1', jobId: 'j1', kind: 'braze', title: 'Line set', draft })
const open = (path: string, draft: object = firstBraze(FIRST_SETTINGS)) => {
  const heard = answering({
    '/api/torches': [],
    '/api/people': [],
    '/api/practice': attempts,
    '/api/records?kind=cut': NO_RUNS,
    '/api/records?kind=braze': NO_RUNS,
    '/api/pieces/p1': piece(draft),
  })
  const store = makeStore()
  show(
    <Routes>
      <Route path="/practice" element={<Practice />} />
      <Route path="/practice/heat/piece/:jobId/:pieceId" element={<HeatOfPlan />} />
      <Route path="/practice/heat/:joint" element={<HeatBench />} />
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
/** The one under the joint and the one beside it: a phone has the first. */
const finish = () => screen.getAllByRole('button', { name: 'That is it' })[0] as HTMLElement
const pressed = async (name: RegExp) => (await button(name)).getAttribute('aria-pressed')

describe('what can be heated', () => {
  it('stands on the page with what somebody did of it, and what can be watched', async () => {
    open('/practice?bench=heat')
    const cup = await screen.findByRole('link', { name: HEAT_JOINTS.cup.title })
    await waitFor(() => expect(cup.parentElement?.textContent).toContain('88 of 2'))
    expect(screen.getByRole('link', { name: 'Lip only' }).getAttribute('href')).toBe(
      '/practice/heat/inch?watch=lip',
    )
  })
  it('is a joint that there is', async () => {
    open('/practice/heat/nothing')
    await screen.findByRole('heading', { name: 'There is no such joint' })
  })
  it('is a heat that somebody saved', async () => {
    open('/practice?bench=heat')
    await screen.findByRole('link', { name: HEAT_JOINTS.cup.title })
    const { made, until } = goodHeat(HEAT_JOINTS.sleeve)
    const recording = { kind: 'heat', task: 'sleeve', joint: HEAT_JOINTS.sleeve, made, until }
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

describe('the hands at the heat bench', () => {
  it('put the flame on and off, hold the rod, and set what else is laid on', async () => {
    open('/practice/heat/cup')
    fireEvent.click(await button(/Flame on it/))
    await waitFor(async () => expect(await pressed(/Flame on it/)).toBe('true'))
    fireEvent.click(await button(/Nitrogen/))
    fireEvent.click(await button('Further off'))
    fireEvent.pointerDown(await button(/Hold the rod/))
    await waitFor(async () => expect(await pressed(/Hold the rod/)).toBe('true'))
    expect(await pressed(/Nitrogen/)).toBe('true')
    fireEvent.pointerUp(await button(/Hold the rod/))
    await waitFor(async () => expect(await pressed(/Hold the rod/)).toBe('false'))
    expect(screen.queryByRole('button', { name: /Second torch/ })).toBeNull()
    expect(screen.queryByRole('button', { name: /^Flux/ })).toBeNull()
  })
  it('go by keys: flame, rod, rag, distance; and leave a text field alone', async () => {
    open('/practice/heat/big')
    await button(/Flame on it/)
    const key = (k: string, type: 'keyDown' | 'keyUp' = 'keyDown') => fireEvent[type](document, { key: k })
    key('f')
    key('2')
    key('g')
    key(' ')
    await waitFor(async () => expect(await pressed(/Second torch/)).toBe('true'))
    await waitFor(async () => expect(await pressed(/Hold the rod/)).toBe('true'))
    expect(await pressed(/Wet rag/)).toBe('true')
    key(' ', 'keyUp')
    await waitFor(async () => expect(await pressed(/Hold the rod/)).toBe('false'))
  })
  it('take a torch of air in place of one of oxygen', async () => {
    open('/practice/heat/cup')
    fireEvent.click(await screen.findByRole('radio', { name: 'With air' }))
    await waitFor(() => expect(document.body.textContent).toContain('Acetylene and air'))
    fireEvent.click(screen.getByRole('radio', { name: 'With oxygen' }))
    await waitFor(() => expect(document.body.textContent).toContain('Acetylene and oxygen'))
  })
  it('lead the flame on the map, and it is lifted with the finger', async () => {
    open('/practice/heat/lap')
    await button(/Flame on it/)
    const map = screen.getAllByRole('img')[0] as HTMLElement
    map.setPointerCapture = () => undefined
    map.hasPointerCapture = () => true
    map.getBoundingClientRect = () => ({ left: 0, top: 0, width: 400, height: 300 }) as DOMRect
    fireEvent.pointerDown(map, { pointerId: 1, clientX: 200, clientY: 150 })
    await waitFor(async () => expect(await pressed(/Flame on it/)).toBe('true'))
    fireEvent.pointerUp(map, { pointerId: 1 })
    await waitFor(async () => expect(await pressed(/Flame on it/)).toBe('false'))
  })
  it('end with a joint sawn open, judged and sent to be kept', async () => {
    const { store } = open('/practice/heat/cup')
    fireEvent.click(await button(/Flame on it/))
    fireEvent.click(finish())
    await screen.findByText(/Sawn open and laid flat/)
    const judged = await screen.findByRole('region', { name: 'Judged' })
    expect(judged.textContent).toContain('No filler went in.')
    await waitFor(() =>
      expect(store.getState().outbox.items.map((i) => i.body)).toMatchObject([
        { recording: { kind: 'heat', task: 'cup' } },
      ]),
    )
    fireEvent.click(await button('Try again'))
    await waitFor(finish)
    await waitFor(async () => expect(await pressed(/Flame on it/)).toBe('false'))
  })
})

describe('a hand that is watched', () => {
  it('is nobody’s own attempt, and one’s own heat goes on when it is looked at in other units', async () => {
    const { store } = open('/practice/heat/ring?watch=ring-thin')
    fireEvent.click(await screen.findByRole('radio', { name: '4 times as fast' }))
    await screen.findByText(/The ring is thicker/)
    fireEvent.click(await button('Now you'))
    fireEvent.click(await button(/^Flux/))
    await waitFor(async () => expect(await pressed(/^✓ Flux|Flux/)).toBe('true'))
    await act(() => store.dispatch(device.actions.changed({ flipped: true })))
    await screen.findAllByText(/°C/)
    // a frame that came after the flip
    await waitFor(() => expect(document.querySelector('dd')?.textContent).not.toBe('0 s'))
    expect(await pressed(/Flux/)).toBe('true')
    expect(store.getState().outbox.items).toEqual([])
  })
})

describe('a planned joint', () => {
  it('has its own parts and goes back to its plan', async () => {
    open('/practice/heat/piece/j1/p1')
    await screen.findByRole('heading', { name: 'Line set' })
    expect(screen.getByRole('link', { name: 'Its plan' }).getAttribute('href')).toBe('/jobs/j1/p1')
    await act(() => Promise.resolve())
    expect(within(screen.getByRole('complementary')).getByText(/Heat the tube first/)).toBeTruthy()
  })
  it('says why where its plan cannot be heated', async () => {
    const draft = firstBraze(FIRST_SETTINGS)
    open('/practice/heat/piece/j1/p1', {
      ...draft,
      work: { ...draft.work, a: { ...draft.work.a, metal: 'magnesium' } },
    })
    expect((await screen.findByRole('alert')).textContent).toMatch(/no filler yet/)
  })
})
