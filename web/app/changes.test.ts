import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LogSummary, Run } from '#contract/types.ts'
import { notOlder, withChange, withHeard, withLine } from './changes.ts'

const run = (...ids: string[]) => ({
  name: 'Gusset',
  events: ids.map((id) => ({ id })),
  endedAt: null as string | null,
})
const change = (seq: number, id: string, endedAt: string | null = null) => ({ seq, event: { id }, endedAt })

describe('a change of a run that this screen has', () => {
  it('is put after what is there, with the end of it', () => {
    const now = run('a')
    expect(withChange(now, change(2, 'b', '2026-03-02T08:00:00Z'))).toEqual({
      name: 'Gusset',
      events: [{ id: 'a' }, { id: 'b' }],
      endedAt: '2026-03-02T08:00:00Z',
    })
    expect(now.events).toHaveLength(1)
  })
  it('that is there already, or before which another is missing, leaves it as it is', () => {
    const now = run('a', 'b')
    expect(withChange(now, change(2, 'b'))).toBe(now)
    expect(withChange(now, change(3, 'b'))).toBe(now)
    expect(withChange(now, change(4, 'd'))).toBe(now)
  })
  it('of a test brings the line of the log with it', () => {
    const test = { events: [], endedAt: null, entryId: null }
    expect(withChange(test, { ...change(1, 'a', 'x'), entryId: 'line' })).toMatchObject({ entryId: 'line' })
  })
  it('whatever the order and however often changes come, holds no event twice, and never one after a gap', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 12 }), { maxLength: 60 }), (order) => {
        const end = order.reduce((now, seq) => withChange(now, change(seq, `e${seq}`)), run())
        expect(end.events).toEqual(end.events.map((_, i) => ({ id: `e${i + 1}` })))
      }),
    )
  })
})

describe('an answer of the server', () => {
  it('that was asked for before something was heard takes nothing of it back, its end neither', () => {
    const now = { ...run('a', 'b', 'c'), endedAt: '2026-03-02T08:00:00Z', entryId: 'line' }
    const answer = { ...run('a', 'b'), name: 'Gusset, renamed', entryId: null as string | null }
    expect(withHeard(answer, now, 2)).toEqual({ ...now, name: 'Gusset, renamed' })
  })
  it('is taken as it is where it knows what was heard, or nothing was', () => {
    const newer = run('a', 'b', 'c', 'd')
    expect(withHeard(newer, run('a', 'b', 'c'), 2)).toBe(newer)
    expect(withHeard(newer, undefined, 0)).toBe(newer)
    // an older copy was put back meanwhile: what is gone is gone
    const back = run('a')
    expect(withHeard(back, run('a', 'b', 'c'), 3)).toBe(back)
  })
  it('of something that was changed from here while it was on its way is not put in its place', () => {
    const as = (version: number) => ({ version })
    const now = as(4)
    expect(notOlder(as(3), now, 3)).toBe(now)
    expect(notOlder(as(5), now, 3).version).toBe(5)
    // an older copy was put back meanwhile: what is gone is gone
    expect(notOlder(as(2), now, 4).version).toBe(2)
    expect(notOlder(as(1), undefined, 0).version).toBe(1)
  })
  it('asked for and come at any moments, leaves what is known at the end as long as it was', () => {
    const upTo = (n: number) => run(...Array.from({ length: n }, (_, i) => `e${i + 1}`))
    const length = fc.integer({ min: 0, max: 12 })
    fc.assert(
      fc.property(length, length, length, (before, heard, saw) => {
        // the server saw at least what this screen had when it asked
        const end = withHeard(upTo(before + saw), upTo(before + heard), before)
        expect(end.events).toEqual(upTo(before + Math.max(saw, heard)).events)
      }),
    )
  })
})

describe('a line of a making', () => {
  const run = { id: 'r', lines: [] } as unknown as Run
  const line = { id: 'l', title: 'Gusset, 2 of 12' } as unknown as LogSummary
  it('stands with its run at once, and once', () => {
    const told = withLine(run, { place: 1, repeat: 2 }, line)
    expect(told.lines).toEqual([{ place: 1, repeat: 2, line }])
    expect(withLine(told, { place: 1, repeat: 2 }, line)).toBe(told)
  })
})
