// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useLocation } from 'react-router'
import { TROUBLES } from '#core/check/troubles.ts'
import type { OpenTrouble } from '#contract/types.ts'
import { makeStore } from '../../app/store.ts'
import { withSaid } from '../../app/changes.ts'
import { answering, browserParts, clear, show } from '../../test-support.tsx'
import { PEOPLE } from '../run/test-support.tsx'
import OpenTroubles from './OpenTroubles.tsx'
import { TroublePanel } from './TroublePanel.tsx'

beforeEach(() => browserParts())
afterEach(clear)

const LEAK: OpenTrouble = {
  id: 'l1',
  at: '2026-03-02T08:00:00.000Z',
  card: 'leak',
  title: 'A smell of gas',
  personName: 'Bede',
  runId: null,
  torchId: null,
  done: [],
}
function Where() {
  const { pathname, search } = useLocation()
  return <p data-testid="where">{`${pathname}${search}`}</p>
}
const said = () => document.body.textContent ?? ''
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }))

describe('trouble', () => {
  it('is found by what is seen, every card of it, what is grave in the colour of alarm', () => {
    answering({ '/api/troubles': [] })
    show(<TroublePanel open onClose={vi.fn()} />)
    for (const t of TROUBLES) {
      const card = screen.getByRole('button', { name: t.title })
      expect(card.className.includes('text-alarm'), t.id).toBe(t.grave === true)
    }
    expect(within(screen.getByRole('region', { name: 'The work' })).getAllByRole('button').length).toBe(5)
  })
  it('leads from a cut that went wrong to its cause, with the sign and the piece', () => {
    answering({ '/api/troubles': [] })
    for (const [title, to] of [
      ['The cut is lost on the way', '/faults?sign=cut-lost&piece=p1'],
      ['The cut will not start', '/faults?sign=will-not-start&piece=p1'],
      ['The cut closes behind the torch', '/faults?sign=closes-behind&piece=p1'],
    ] as const) {
      show(
        <>
          <TroublePanel open onClose={vi.fn()} at={{ runId: 'r1', pieceId: 'p1' }} />
          <Where />
        </>,
      )
      press(title)
      press('Find the cause')
      expect(screen.getByTestId('where').textContent).toBe(to)
      clear()
      browserParts()
      answering({ '/api/troubles': [] })
    }
  })
  it('is led act by act, and what was done is kept to be stored', () => {
    answering({ '/api/troubles': [] })
    const store = makeStore()
    show(<TroublePanel open onClose={vi.fn()} at={{ runId: 'r1', pieceId: 'p1' }} />, store)
    press('The cut is lost on the way')
    expect(document.querySelector('[aria-current="step"]')?.textContent).toBe('Lever up. Stay where you are')
    press('Done, what next')
    expect(said()).toContain('✓Lever up. Stay where you are')
    expect(document.querySelector('[aria-current="step"]')?.textContent).toMatch(
      /^Too fast, or the lever came up/,
    )
    press('Done, what next')
    press('Done, what next')
    press('Done, what next')
    expect(said()).toContain('All of it is done')
    const told = store
      .getState()
      .outbox.items.map((i) => i.body as { step: string; what: string; of: string | null })
    expect(told.map((t) => t.step)).toEqual(['seen', 'done', 'done', 'done', 'done'])
    expect(told[1]).toMatchObject({
      what: 'Lever up. Stay where you are',
      runId: 'r1',
      of: expect.any(String) as string,
    })
  })
  it('offers the ways that help and that the line allows, and no others', () => {
    answering({ '/api/troubles': [] })
    const onBreak = vi.fn()
    show(
      <TroublePanel
        open
        onClose={vi.fn()}
        offered={['fuel-change', 'shutdown', 'hand-over']}
        onBreak={onBreak}
      />,
    )
    press('A cylinder runs empty')
    expect(screen.queryByRole('button', { name: /oxygen cylinder/ })).toBeNull()
    press('Lead me through changing the fuel cylinder')
    expect(onBreak).toHaveBeenCalledExactlyOnceWith('fuel-change')
  })
})

describe('what is not cleared', () => {
  it('stands over every screen, and is cleared by a named person who says what was found', async () => {
    const { sent } = answering({ '/api/troubles': [LEAK], '/api/people': PEOPLE })
    const store = makeStore()
    show(<OpenTroubles />, store)
    await waitFor(() => expect(said()).toContain('Not cleared: A smell of gas'))
    expect(said()).toContain('nobody knows which rig: none is worked with')
    press('Clear it')
    await screen.findByRole('button', { name: 'It is cleared' })
    press('It is cleared')
    expect(said()).toContain('Say who has cleared it.')
    expect(said()).toContain('Say what was found and done.')
    await waitFor(() => screen.getByRole('button', { name: 'Bede' }))
    // neither an apprentice nor one who has left
    expect(screen.queryByRole('button', { name: /Idris/ })).toBeNull()
    expect(screen.queryByRole('button', { name: /Ansel/ })).toBeNull()
    press('Bede')
    fireEvent.change(screen.getByRole('textbox'), { target: { value: ' Nut tightened, tested ' } })
    press('It is cleared')
    expect(store.getState().outbox.items[0]?.body).toMatchObject({
      step: 'cleared',
      of: 'l1',
      personId: 'bede',
      what: 'Nut tightened, tested',
    })
    expect(said()).not.toContain('Not cleared')
    expect(sent).toEqual([])
  })
  it('is nothing where nothing is', async () => {
    answering({ '/api/troubles': [] })
    const { container } = show(<OpenTroubles />)
    await waitFor(() => expect(container.textContent).toBe(''))
  })
})

describe('what this screen has said and the server has not heard', () => {
  const tell = (part: object) => ({
    id: 'n1',
    at: LEAK.at,
    pieceId: null,
    runId: 'r1',
    personId: null,
    card: 'flashback',
    step: 'seen' as const,
    what: '',
    of: null,
    ...part,
  })
  it('counts already: seen, done, cleared', () => {
    const seen = withSaid([LEAK], [tell({})])
    expect(seen.map((t) => t.id)).toEqual(['n1', 'l1'])
    const shut = tell({ id: 'n2', step: 'done', of: 'n1', what: 'Shut it' })
    expect(withSaid(seen, [shut, shut])[0]?.done).toEqual(['Shut it'])
    expect(withSaid(seen, [tell({ step: 'cleared', of: 'l1' })]).map((t) => t.id)).toEqual(['n1'])
    // sent and heard of both: once
    expect(withSaid(seen, [tell({})])).toHaveLength(2)
    expect(withSaid([], [tell({ card: 'cut-lost' })])).toEqual([])
  })
})
