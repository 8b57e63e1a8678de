// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Figure, Finding } from '#core/figure.ts'
import { answering, browserParts, clear, said, show } from '../test-support.tsx'
import { Findings } from '../views/plan/Findings.tsx'
import { StationLine } from '../views/plan/StationLine.tsx'
import { outbox } from './outbox.ts'
import { ServerNotice } from './ServerNotice.tsx'
import { makeStore } from './store.ts'

beforeEach(() => {
  browserParts()
  answering({})
})
afterEach(clear)

const item = (id: string) => ({
  id,
  key: `event:${id}`,
  route: 'addRunEvent' as const,
  params: { id: 'r1' },
  body: {},
  notBefore: 0,
})
const failure = (code: string, message: string) => ({ status: 507, code, message })

describe('the notice of the server', () => {
  it('is not there while all is well', () => {
    show(<ServerNotice />)
    expect(said()).toBe('')
  })
  it('says that the server is gone, and that what waits is kept', () => {
    const store = makeStore()
    store.dispatch(outbox.actions.enqueued(item('a')))
    store.dispatch(outbox.actions.put(store.getState().outbox.items))
    store.dispatch(outbox.actions.delayed({ ...failure('unreachable', ''), status: 0 }))
    show(<ServerNotice />, store)
    expect(screen.getByRole('status').textContent).toContain('The server does not answer.')
    expect(said()).toContain('1 entry is kept here')
  })
  it('counts what waits', () => {
    const store = makeStore()
    for (const id of ['a', 'b', 'c']) store.dispatch(outbox.actions.enqueued(item(id)))
    store.dispatch(outbox.actions.put(store.getState().outbox.items))
    store.dispatch(outbox.actions.delayed(failure('disk-full', 'The disk is full.')))
    show(<ServerNotice />, store)
    expect(said()).toContain('3 entries are kept here')
    expect(said()).toContain('The disk is full.')
  })
})

describe('a browser without room', () => {
  it('says that nothing is kept, and never that an entry is', () => {
    const store = makeStore()
    store.dispatch(outbox.actions.enqueued(item('a')))
    store.dispatch(outbox.actions.notPut())
    store.dispatch(outbox.actions.delayed({ ...failure('unreachable', ''), status: 0 }))
    show(<ServerNotice />, store)
    expect(said()).toContain('This browser has no room to keep anything.')
    expect(said()).toContain('Nothing can be confirmed until the server answers')
    expect(said()).not.toContain('kept here')
  })
})

describe('what can no longer be read', () => {
  it('is shown as it was found, and put away by hand', () => {
    const store = makeStore()
    store.dispatch(
      outbox.actions.restored({ items: [], refused: [], aside: [{ id: 'x', found: { route: 'haircut' } }] }),
    )
    show(<ServerNotice />, store)
    expect(said()).toContain('Cannot be read any more')
    expect(said()).toContain('haircut')
    fireEvent.click(screen.getByRole('button', { name: 'Put away' }))
    expect(screen.queryByRole('status')).toBeNull()
  })
})

describe('what the server would not take', () => {
  it('is mended where its text is wrong, and sent again', async () => {
    const store = makeStore()
    const bad = {
      ...item('a'),
      route: 'addLog' as const,
      body: { id: 'a', kind: 'cut', used: { kerf: '2 furlongs' }, note: 'Edge' },
    }
    store.dispatch(
      outbox.actions.refusedByServer({
        item: bad,
        failure: { ...failure('bad-input', 'No such unit.'), field: 'kerf' },
      }),
    )
    show(<ServerNotice />, store)
    fireEvent.click(screen.getByRole('button', { name: 'Mend it' }))
    const field = await screen.findByLabelText('Used, kerf')
    expect(field).toHaveProperty('value', '2 furlongs')
    expect(screen.queryByLabelText('Kind')).toBeNull()
    fireEvent.change(field, { target: { value: '2 mm' } })
    const [, again] = screen.getAllByRole('button', { name: 'Send it again', hidden: true })
    fireEvent.click(again ?? field)
    expect(store.getState().outbox.refused).toEqual([])
    expect(store.getState().outbox.items[0]?.body).toEqual({ ...bad.body, used: { kerf: '2 mm' } })
  })
  it('stands with its reason until it is put away', () => {
    const store = makeStore()
    store.dispatch(
      outbox.actions.refusedByServer({ item: item('a'), failure: failure('gone', 'The run is gone.') }),
    )
    show(<ServerNotice />, store)
    expect(said()).toContain('Not taken. The run is gone.')
    fireEvent.click(screen.getByRole('button', { name: 'Put away' }))
    expect(screen.queryByRole('status')).toBeNull()
  })
  it('is settled in its own view where a piece was changed elsewhere', () => {
    const store = makeStore()
    const why = failure('changed-elsewhere', 'It was changed elsewhere.')
    store.dispatch(outbox.actions.refusedByServer({ item: item('a'), failure: why }))
    show(<ServerNotice />, store)
    expect(screen.queryByRole('status')).toBeNull()
  })
})

const figure = (over: Partial<Figure> = {}): Figure =>
  ({
    value: 275_790,
    low: 241_316,
    high: 310_264,
    unit: 'Pa',
    source: 'worked-out',
    because: '',
    from: [],
    cites: '',
    ...over,
  }) as Figure
const finding = (over: Partial<Finding>): Finding =>
  ({ code: 'c', rank: 'mind', title: 'Mind the tip', text: 'It is worn.', ...over }) as Finding

describe('findings', () => {
  const plan = { figures: { oxygenPressure: figure() }, findings: [finding({ figure: 'oxygenPressure' })] }
  it('lead to how their figure was worked out, where the plan has it', () => {
    const onOpen = vi.fn()
    show(
      <Findings
        plan={{ ...plan, findings: [...plan.findings, finding({ code: 'd', figure: 'gone' })] }}
        errors={[]}
        onOpen={onOpen}
      />,
    )
    fireEvent.click(screen.getByRole('button', { name: 'How' }))
    expect(onOpen).toHaveBeenCalledExactlyOnceWith('oxygenPressure')
  })
  it('say that there is nothing to mind, and that a field cannot be read', () => {
    const { rerender } = show(
      <Findings plan={{ figures: {}, findings: [] }} errors={[]} onOpen={() => undefined} />,
    )
    expect(said()).toBe('Nothing to mind.')
    const errors = [{ field: 'work.length', message: '“ten” is no length.' }]
    rerender(<Findings plan={undefined} errors={errors} onOpen={() => undefined} />)
    expect(said()).toContain('Not all of it can be read. “ten” is no length.')
    expect(said()).not.toContain('Nothing to mind.')
  })
  it('stand in the shop’s words', async () => {
    clear()
    browserParts()
    const { FIRST_SETTINGS } = await import('#application/first.ts')
    answering({ '/api/settings': { ...FIRST_SETTINGS, words: { ...FIRST_SETTINGS.words, tip: 'nozzle' } } })
    show(<Findings plan={plan} errors={[]} onOpen={() => undefined} />)
    expect(await screen.findByText('Mind the nozzle.')).toBeTruthy()
  })
})

describe('the line', () => {
  const stations = [
    { id: 'set', title: 'Oxygen', figures: ['oxygenPressure'] },
    { id: 'none', title: 'Fuel', figures: ['fuelPressure'] },
  ] as const
  const tells = {
    set: { label: 'Set oxygen', name: 'oxygenPressure', big: true },
    none: { label: 'Set fuel', name: 'fuelPressure', big: true },
  } as const
  it('hangs each setting where it is set, with its span, and opens how it was worked out', () => {
    const onOpen = vi.fn()
    show(
      <StationLine
        stations={stations}
        tells={tells}
        places={{}}
        plan={{ figures: { oxygenPressure: figure() }, findings: [] }}
        drawing={null}
        onOpen={onOpen}
      />,
    )
    const station = document.querySelector<HTMLElement>('[data-station="set"]')
    expect(station?.textContent).toMatch(/Set oxygen.*40.*psi/)
    expect(station?.textContent).toContain('35 to 45 psi')
    fireEvent.click(station ?? document.body)
    expect(onOpen).toHaveBeenCalledExactlyOnceWith(stations[0])
    // a figure that the plan does not give is said to be missing, never left blank
    expect(document.querySelector('[data-station="none"]')?.textContent).toMatch(/not/i)
  })
})
