// @vitest-environment jsdom
import fc from 'fast-check'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import { logQuerySchema } from '#contract/schemas.ts'
import type { LogPage } from '#contract/types.ts'
import { METRIC_UNITS } from '#core/quantity/choices.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { FilterBar } from './FilterBar.tsx'
import { NO_FILTERS, queryOf, type Filters } from './filters.ts'
import Log from './Log.tsx'

beforeEach(browserParts)
afterEach(clear)

const query = (over: Partial<Filters>, before = '') =>
  queryOf({ ...NO_FILTERS, ...over }, before, FIRST_SETTINGS)

describe('what the log is asked for', () => {
  it('is nothing but the page when nothing narrows it', () => {
    expect(query({})).toEqual({})
    expect(query({}, 'line7')).toEqual({ before: 'line7' })
  })
  it('is each filter that was set, lengths in metres', () => {
    expect(query({ q: '  paddle ', kind: 'cut', person: 'Orla', thinnest: '1/2 in' })).toEqual({
      q: 'paddle',
      kind: 'cut',
      person: 'Orla',
      thinnest: '0.0127',
    })
    const metric = queryOf({ ...NO_FILTERS, thickest: '12' }, '', {
      ...FIRST_SETTINGS,
      units: { ...METRIC_UNITS },
    })
    expect(metric).toEqual({ thickest: '0.012' })
  })
  it('leaves out what cannot be read yet, so that a half-typed word empties no list', () => {
    expect(query({ thinnest: 'thin', from: '2026-3', to: 'soon' })).toEqual({})
    expect(query({ from: '2026-03-02' })).toEqual({ from: '2026-03-02' })
  })
  it('is always something that the server takes, whatever is typed', () => {
    const text = fc.string({ maxLength: 200 })
    fc.assert(
      fc.property(text, text, text, text, (q, thinnest, from, tip) => {
        const asked = query({
          q,
          thinnest,
          from,
          to: from,
          tip: tip === '' ? NO_FILTERS.tip : NO_FILTERS.tip,
        })
        for (const value of Object.values(asked)) expect(value).not.toBe('')
        const plain = !/[\u0000-\u001f\u007f]/.test(q)
        if (plain) expect(logQuerySchema.isValidSync(asked, { strict: true })).toBe(true)
      }),
    )
  })
})

describe('the filters', () => {
  const CHOICES = { metals: ['low-carbon-steel', 'copper'], people: ['Bede', 'Orla'], tips: [0.0013208] }
  const bar = () => {
    answering({})
    const change = vi.fn()
    show(<FilterBar filters={NO_FILTERS} choices={CHOICES} change={change} />)
    return change
  }
  it('narrow by what is typed, at every letter', () => {
    const change = bar()
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'gus' } })
    expect(change).toHaveBeenCalledExactlyOnceWith({ q: 'gus' })
  })
  it('show the rarer ones when they are asked for, and hide them again', () => {
    const change = bar()
    expect(screen.queryByLabelText('Thickness from')).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'More filters' }))
    fireEvent.change(screen.getByLabelText('Thickness from'), { target: { value: '10 mm' } })
    fireEvent.change(screen.getByLabelText('From day'), { target: { value: '2026-03-02' } })
    expect(change.mock.calls).toEqual([[{ thinnest: '10 mm' }], [{ from: '2026-03-02' }]])
    fireEvent.click(screen.getByRole('button', { name: 'Fewer filters' }))
    expect(screen.queryByLabelText('Thickness from')).toBeNull()
  })
  it('are all let go with one press', () => {
    const change = bar()
    fireEvent.click(screen.getByRole('button', { name: 'Clear' }))
    expect(change).toHaveBeenCalledExactlyOnceWith(NO_FILTERS)
  })
})

describe('the log', () => {
  const page = (over: Partial<LogPage> = {}): LogPage =>
    ({
      entries: [],
      total: 0,
      totalIs: 'exact',
      before: null,
      metals: [],
      people: [],
      tips: [],
      leftOut: 0,
      ...over,
    }) as unknown as LogPage
  it('says that nothing fits, and what one could do', async () => {
    answering({ '/api/log': page() })
    show(<Log />)
    await waitFor(() => expect(said()).toContain('0 lines fit.'))
    await waitFor(() =>
      expect(said()).toContain('Nothing fits. Clear a filter, or run something and record its result.'),
    )
  })
  it('asks for the older page from where the newer one ends, and comes back', async () => {
    answering({
      '/api/log': page({ total: 30, before: 'line25' }),
      '/api/log?before=line25': page({ total: 30 }),
    })
    show(<Log />)
    await waitFor(() => expect(screen.getByRole('button', { name: 'Older' })).toBeTruthy())
    fireEvent.click(screen.getByRole('button', { name: 'Older' }))
    await waitFor(() => expect(said()).toContain('26 to 25'))
    fireEvent.click(screen.getByRole('button', { name: 'Newer' }))
    await waitFor(() => expect(said()).toContain('1 to 0'))
  })
  it('is missed in a sentence when the server does not have it', async () => {
    answering({})
    show(<Log />)
    await waitFor(() => expect(said()).toContain('There is nothing here.'))
  })
})
