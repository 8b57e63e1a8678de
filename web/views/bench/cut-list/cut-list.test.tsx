// @vitest-environment jsdom
import { act, fireEvent, renderHook, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { planCutList } from '#core/stock/cut-list.ts'
import type { CutListPlan } from '#core/stock/types.ts'
import { answering, browserParts, clear, refused, said, screenOf, show } from '../../../test-support.tsx'
import { Answer } from './Answer.tsx'
import { BookIt } from './BookIt.tsx'
import { useListForm } from './form.ts'
import { Wanted } from './Wanted.tsx'

const RACK = [
  { id: 'bar', name: 'Flat 60 × 10', lengthM: 2.3499, count: 1, origin: 'remnant' },
  { id: 'new', name: 'Flat 60 × 10', lengthM: 6, count: 4, origin: 'bought' },
]
beforeEach(() => {
  browserParts()
  answering({ '/api/stock': RACK, '/api/torches': [], '/api/stock/cuts': { id: 'c' } })
})
afterEach(clear)

function List({ plan }: { readonly plan?: CutListPlan }) {
  const list = useListForm()
  return plan ? <Answer plan={plan} list={list} /> : <Wanted list={list} />
}
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }))
const type = (label: string, value: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
  fireEvent.blur(screen.getByLabelText(label))
}

describe('a cut list as it is typed', () => {
  it('is kept over a reload', () => {
    show(<List />)
    type('Piece 1, length', '600 mm')
    type('What it is cut from', 'Angle 50')
    clear2()
    show(<List />)
    expect(screen.getByLabelText('Piece 1, length')).toHaveProperty('value', '600 mm')
    expect(screen.getByLabelText('What it is cut from')).toHaveProperty('value', 'Angle 50')
  })
  it('has rows added and taken out, and never fewer than one', () => {
    show(<List />)
    expect(screen.queryByRole('button', { name: 'Take out piece 1' })).toBeNull()
    press('Piece')
    type('Piece 1, length', '600 mm')
    type('Piece 2, length', '450 mm')
    press('Take out piece 1')
    expect(screen.getByLabelText('Piece 1, length')).toHaveProperty('value', '450 mm')
    expect(screen.queryByLabelText('Piece 2, length')).toBeNull()
  })
  it('takes a bar from the rack in full, once', async () => {
    show(<List />)
    const bar = await screen.findByRole('button', { name: /remnant/ })
    fireEvent.click(bar)
    // rounded for the eye it would come out too short for its pieces
    expect(screen.getByLabelText('Stock 2, length')).toHaveProperty('value', '2349.9 mm')
    expect(screen.queryByRole('button', { name: /remnant/ })).toBeNull()
    expect(screen.getByRole('button', { name: /× 4/ })).toBeTruthy()
  })
  it('says what is wrong only when it is asked for, at the field, and starts nothing', () => {
    const worker = vi.fn()
    vi.stubGlobal('Worker', worker)
    show(<List />)
    expect(said()).not.toContain('Give the length')
    press('Work out the least stock')
    expect(screen.getByLabelText('Piece 1, length').getAttribute('aria-describedby')).not.toBeNull()
    expect(said()).toMatch(/length/i)
    expect(worker).not.toHaveBeenCalled()
  })
  it('refuses a price that is no plain number, and keeps it', () => {
    show(<List />)
    fireEvent.click(screen.getByText('For gas, time and cost'))
    type('Stock, for a foot', 'ten')
    expect(said()).toContain('A plain number, or nothing.')
    expect(screen.getByLabelText('Stock, for a foot')).toHaveProperty('value', 'ten')
    type('Stock, for a foot', '2.50')
    expect(said()).not.toContain('A plain number, or nothing.')
  })
  it('forgets what was worked out as soon as anything changes', () => {
    const hook = renderHook(() => useListForm(), { wrapper: screenOf() })
    const forget = vi.spyOn(hook.result.current.work, 'forget')
    act(() => hook.result.current.set({ kerf: '2 mm' }))
    expect(forget).toHaveBeenCalledOnce()
    expect(hook.result.current.form.kerf).toBe('2 mm')
  })
})

/** The page goes, and what is kept in the browser stays. */
function clear2(): void {
  const kept = { ...localStorage } as Record<string, string>
  clear()
  browserParts()
  answering({ '/api/stock': RACK, '/api/torches': [] })
  for (const [key, value] of Object.entries(kept)) localStorage.setItem(key, value)
}

describe('the answer', () => {
  const plan = planCutList({ stock: [{ lengthM: 6 }], pieces: [{ lengthM: 1.9, count: 5 }], kerfM: 0.003 })
  if (!plan.ok) throw new Error(plan.message)
  it('shows the stock beside what no list takes less than, and every bar', () => {
    show(<List plan={plan} />)
    expect(said()).toContain(`${plan.bars} bars`)
    expect(said()).toContain('so this is the least there is')
    expect(screen.getAllByRole('listitem')).toHaveLength(plan.patterns.length)
    expect(said()).toContain("Give the bar's width and thickness for time and gas")
  })
  it('says honestly when nothing proves that it is the least', () => {
    show(<List plan={{ ...plan, proved: false, firstFitM: plan.stockUsedM + 1 }} />)
    expect(said()).toContain('by the linear programme; this may not be the least')
    expect(said()).toMatch(/saved/)
  })
  it('gives time, gas and cost once the bar and its prices are given', () => {
    localStorage.setItem(
      'wimble.form.cut-list',
      JSON.stringify({ width: '60 mm', thickness: '10 mm', stockPrice: '3' }),
    )
    show(<List plan={plan} />)
    for (const name of ['Torch time', 'Oxygen', 'Fuel', 'Cost of what was priced'])
      expect(screen.getByText(name)).toBeTruthy()
  })
})

describe('booking a list that was cut', () => {
  const remnant = { stockM: 6, piecesM: [1.9], times: 2, remnantM: 0.25 }
  const moved = { taken: [{ id: 'bar', count: 2 }], remnants: [remnant], keepM: 0.2 }
  it('says what it moves before, and that it was moved after', async () => {
    const forget = vi.fn()
    const { sent } = answering({}, () => Response.json({ id: 'c' }))
    show(<BookIt moved={moved} name="Flat" onDone={forget} />)
    expect(said()).toMatch(/2 off the rack, 2 remnants of .* or more on it/)
    press('It is cut: book bars and remnants')
    await waitFor(() => expect(screen.getByRole('status').textContent).toContain('Booked'))
    expect(sent).toHaveLength(1)
    expect(sent[0]?.body).toMatchObject({
      taken: [{ id: 'bar', count: 2 }],
      remnants: [{ name: 'Flat', lengthM: 0.25, count: 2 }],
    })
    fireEvent.click(within(screen.getByRole('status')).getByRole('button', { name: 'Next list' }))
    expect(forget).toHaveBeenCalledOnce()
  })
  it('says why it was not taken, and can be pressed again with the same name', async () => {
    let good = false
    const { sent } = answering({}, () =>
      good ? Response.json({ id: 'c' }) : refused({ code: 'gone', message: 'A bar is gone.' }, 409),
    )
    show(<BookIt moved={moved} name="Flat" onDone={() => undefined} />)
    press('It is cut: book bars and remnants')
    await waitFor(() => expect(said()).toContain('A bar is gone.'))
    good = true
    press('It is cut: book bars and remnants')
    await waitFor(() => expect(said()).toContain('Booked'))
    const ids = sent.map((s) => s.body['id'])
    expect(ids).toHaveLength(2)
    expect(ids[0]).toBeTruthy()
    expect(ids[1]).toBe(ids[0])
  })
  it('is not offered where nothing moves', () => {
    show(<BookIt moved={{ taken: [], remnants: [], keepM: 0.3 }} name="Flat" onDone={() => undefined} />)
    expect(said()).toBe('')
  })
})
