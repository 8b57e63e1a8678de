// @vitest-environment jsdom
import { orderTaskOf } from '#core/teach/order-board.ts'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { NO_RUNS } from '#application/plan-of.ts'
import { METRIC_UNITS } from '#core/quantity/choices.ts'
import { ORDER_CARD_RIGS } from '#core/teach/card-rigs.ts'
import { scoreFacts, type FactsRecording } from '#core/teach/facts.ts'
import { goodOrder, scoreOrder, type OrderRecording } from '#core/teach/order-judge.ts'
import type { OrderBoard } from '#core/teach/order-board.ts'
import { wrongLineOf } from '#core/teach/wrong-lines.ts'
import { FIRST_SETTINGS } from '#application/first.ts'
import { makeStore } from '../../app/store.ts'
import { device } from '../../app/device.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { MOST_ORDER_MOMENTS } from '#core/teach/order-play.ts'
import Facts from './Facts.tsx'
import { momentSince } from './moment.ts'
import OrderBench from './OrderBench.tsx'
import Practice from './Practice.tsx'
import { RigLine } from './RigLine.tsx'

const open = (path: string, more: Readonly<Record<string, unknown>> = {}) => {
  const heard = answering({
    '/api/torches': [],
    '/api/people': [],
    '/api/practice': [],
    '/api/records?kind=cut': NO_RUNS,
    ...more,
  })
  const store = makeStore()
  show(
    <Routes>
      <Route path="/practice" element={<Practice />} />
      <Route path="/practice/order/:task" element={<OrderBench />} />
      <Route path="/practice/facts/:deck" element={<Facts />} />
    </Routes>,
    store,
    path,
  )
  return { ...heard, store }
}
const press = async (name: string | RegExp) => fireEvent.click(await screen.findByRole('button', { name }))
/** What waits to be written down. */
const waiting = <R,>(store: ReturnType<typeof makeStore>): R[] =>
  store.getState().outbox.items.map((i) => (i.body as { readonly recording: R }).recording)

beforeEach(browserParts)
afterEach(clear)

describe('the order bench on the page', () => {
  it('stops what would hurt, says who did what, and writes the try down', async () => {
    const { store } = open('/practice/order/shut-down')
    await press(/^Acetylene cylinder/)
    await press('Shut')
    expect((await screen.findByRole('alert')).textContent).toContain('Cylinder shut under a flame')
    expect(said()).toContain('You shut the acetylene cylinder.')
    const [recording] = waiting<OrderRecording>(store)
    expect(recording).toMatchObject({ kind: 'order', task: 'shut-down' })
    expect(recording && scoreOrder(recording).points).toBe(0)
  })
  it('sets a screw division by division, and shows where its needle stands', async () => {
    open('/practice/order/set-up')
    await press(/^Acetylene screw/)
    if (screen.queryByRole('button', { name: 'Back it out' })?.getAttribute('aria-pressed') === 'false')
      await press('Back it out')
    await press(/^Acetylene cylinder/)
    await press('1/4')
    await press('3/4')
    await press(/^Fuel valve/)
    await press('1')
    await press(/^Acetylene screw/)
    await press('In by 5 psi')
    await press('In by 1 psi')
    await waitFor(() => expect(said()).toContain('Acetylene screw: turned in. Needle at 6 psi.'))
    await press('Let 15 s go by')
    await press('It is done')
    // what runs out of it is no rig that stands ready
    expect((await screen.findByRole('alert')).textContent).toContain('A torch valve left open')
  })
  it('plays a recording from a file, move by move', async () => {
    const board: OrderBoard = { task: 'light', as: 'line', rig: ORDER_CARD_RIGS.attachment, seed: 2 }
    const recording: OrderRecording = {
      kind: 'order',
      task: orderTaskOf(board),
      board,
      made: goodOrder(board),
      until: 900,
    }
    answering({
      '/api/torches': [],
      '/api/practice': [],
      '/api/people': [],
      '/api/records?kind=cut': NO_RUNS,
    })
    show(
      <Routes>
        <Route path="/practice" element={<Practice />} />
        <Route path="/practice/order/:task" element={<OrderBench />} />
      </Routes>,
      makeStore(),
      '/practice',
    )
    const file = new File([JSON.stringify(recording)], 'order.json', { type: 'application/json' })
    fireEvent.change(await screen.findByLabelText('Watch one from a file'), { target: { files: [file] } })
    for (let i = 0; i < recording.made.length; i++) await press('Next move')
    expect(said()).toContain('A recording100 of 100')
  })
  it('lays cards in one’s own order', async () => {
    open('/practice/order/light?as=cards')
    await press(/^Open the fuel a quarter turn and light it/)
    await waitFor(() => expect(said()).toContain('1 of 4 laid.'))
    await press('Watch a good hand')
    for (let i = 0; i < 5; i++) await press('Next move')
    expect(said()).toContain('100 of 100')
  })
  it('says that there is no such task', async () => {
    open('/practice/order/juggling')
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('There is no such task')
  })
})

it('the moment of a move never says more than a recording holds', () => {
  expect(momentSince(0)).toBe(MOST_ORDER_MOMENTS)
  expect(momentSince(Date.now() + 5000)).toBe(0)
})

describe('a line that is looked at', () => {
  it('says how each part stands, the key too, in the shop’s units', () => {
    const rig = ORDER_CARD_RIGS.attachment
    const seen = wrongLineOf('key-gone', rig)
    if (!seen) throw new Error('no line')
    answering({ '/api/settings': { ...FIRST_SETTINGS, units: METRIC_UNITS } })
    show(<RigLine rig={rig} line={seen.line} hasKey={seen.key} />)
    expect(said()).toContain('Acetylene cylinderopen 3/4 turn, key off')
    expect(screen.queryAllByRole('button')).toHaveLength(0)
  })
})

describe('a round of cards', () => {
  it('tells why at once, counts the end, and is written down for who practises', async () => {
    const { store } = open('/practice/facts/shades')
    for (let i = 1; i <= 4; i++) {
      await screen.findByText(`${i} of 4`)
      fireEvent.keyDown(window, { key: '1' })
      expect((await screen.findByRole('status')).textContent).toMatch(/^(Right\.|No: )/)
      await press('Next')
    }
    await screen.findByText('Another round')
    const [recording] = waiting<FactsRecording>(store)
    expect(recording?.made).toHaveLength(4)
    expect(said()).toContain(`${recording ? scoreFacts(recording).points : ''} of 100`)
  })
  it('asks first what is due of somebody', async () => {
    const id = '00000000-0000-4000-8000-000000000001'
    answering({
      '/api/torches': [],
      [`/api/practice/cards/${id}`]: [
        { card: 'limits:draw', due: '2026-01-02T08:00:00.000Z', times: 3, lapses: 1, days: 2 },
      ],
    })
    const store = makeStore()
    store.dispatch(device.actions.changed({ personId: id }))
    show(
      <Routes>
        <Route path="/practice/facts/:deck" element={<Facts />} />
      </Routes>,
      store,
      '/practice/facts/limits',
    )
    expect((await screen.findByRole('heading', { level: 2 })).textContent).toContain(
      'acetylene cylinder give in an hour',
    )
  })
  it('keeps what was answered when it is left', async () => {
    const { store } = open('/practice/facts/limits')
    await screen.findByText('1 of 10')
    fireEvent.keyDown(window, { key: '2' })
    await screen.findByRole('status')
    expect(waiting(store)).toHaveLength(0)
    fireEvent(window, new Event('pagehide'))
    await waitFor(() => expect(waiting<FactsRecording>(store)[0]?.made).toHaveLength(1))
  })
})
