// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Copies as CopiesAnswer, CopyInfo, DamageList } from '#contract/types.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { Copies } from './Copies.tsx'
import { DamageNotice } from './DamageNotice.tsx'

const copy = (over: Partial<CopyInfo> = {}): CopyInfo =>
  ({
    name: 'daily-2026-03-01.sqlite',
    at: '2026-03-01T06:00:00.000Z',
    kind: 'daily',
    bytes: 1_200_000,
    fault: null,
    damaged: 0,
    holds: { lines: 40, pieces: 20 },
    ...over,
  }) as unknown as CopyInfo

const copiesOf = (copies: readonly CopyInfo[]): CopiesAnswer => ({
  copies,
  last: copies[0]?.at ?? null,
  failure: null,
})

beforeEach(browserParts)
afterEach(clear)

describe('copies of the log', () => {
  it('are listed with a press that makes one now', async () => {
    const { sent } = answering({ '/api/copies': copiesOf([copy()]) })
    show(<Copies />)
    await waitFor(() => expect(said()).toContain('One a day by itself'))
    const make = screen.getAllByRole('button').find((b) => /now/i.test(b.textContent ?? ''))
    expect(make).toBeTruthy()
    if (make) fireEvent.click(make)
    await waitFor(() => expect(sent.map((s) => `${s.method} ${s.url}`)).toEqual(['POST /api/copies']))
  })
  it('that are none say so', async () => {
    answering({ '/api/copies': copiesOf([]) })
    show(<Copies />)
    await waitFor(() => expect(said()).toContain('There is no good copy of the log yet.'))
  })
})

describe('the notice of damage', () => {
  const damage = (rows: number): DamageList =>
    ({
      rows: Array.from({ length: rows }, (_, i) => ({
        table: 'log',
        row: i,
        id: `l${i}`,
        name: `Gusset ${i + 1}`,
        at: '2026-03-01T06:00:00.000Z',
        copy: null,
      })),
      lookedThroughAt: null,
    }) as unknown as DamageList
  it('names what was found while its list was on its way', async () => {
    const lists: ((json: unknown) => void)[] = []
    vi.stubGlobal('fetch', () => new Promise((give) => lists.push((json) => give(Response.json(json)))))
    show(<DamageNotice again={1} />)
    lists[0]?.(damage(0))
    await waitFor(() => expect(lists).toHaveLength(2))
    lists[1]?.(damage(2))
    await waitFor(() => expect(said()).toContain('2 things in the log are damaged'))
  })
  it('is not there while all can be read', async () => {
    const { asked } = answering({ '/api/damage': damage(0) })
    show(<DamageNotice />)
    await waitFor(() => expect(asked).toContain('/api/damage'))
    expect(said()).toBe('')
  })
  it('names what is damaged, one or many, and that the rest is served', async () => {
    answering({ '/api/damage': damage(1) })
    show(<DamageNotice />)
    await waitFor(() => expect(said()).toContain('One thing in the log is damaged'))
    expect(said()).toContain('Gusset 1')
    clear()
    browserParts()
    answering({ '/api/damage': damage(2) })
    show(<DamageNotice />)
    await waitFor(() => expect(said()).toContain('2 things in the log are damaged'))
    expect(said()).toContain('Gusset 2')
  })
  it('on a page of other things speaks of those alone', async () => {
    const { asked } = answering({ '/api/damage': damage(1) })
    show(<DamageNotice tables={['settings']} />)
    await waitFor(() => expect(asked).toContain('/api/damage'))
    expect(said()).toBe('')
  })
})
