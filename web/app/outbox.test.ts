import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Failure } from './api.ts'
import { outbox, troubleOnItsWay, type OutboxItem, type OutboxState } from './outbox.ts'

const { actions, reducer } = outbox
const item = (id: string, key = id): OutboxItem => ({
  id,
  key,
  route: 'addRunEvent',
  params: { id: 'run' },
  body: { id },
  notBefore: 0,
})
const FAILURE: Failure = { status: 507, code: 'disk-full', message: 'The disk is full.' }
const start = (): OutboxState => reducer(undefined, { type: 'start' })
const ids = (s: OutboxState) => s.items.map((i) => i.id)

describe('trouble that was told here', () => {
  it('is on its way until the server has it, whether it was seen or cleared', () => {
    const told = reducer(start(), actions.enqueued({ ...item('t1'), route: 'addTrouble' }))
    expect(troubleOnItsWay(told)).toBe(true)
    expect(troubleOnItsWay(reducer(told, actions.delivered('t1')))).toBe(false)
    expect(troubleOnItsWay(reducer(start(), actions.enqueued(item('a'))))).toBe(false)
  })
})

describe('the outbox', () => {
  it('keeps first things first', () => {
    const s = ['a', 'b', 'c'].reduce((now, id) => reducer(now, actions.enqueued(item(id))), start())
    expect(ids(s)).toEqual(['a', 'b', 'c'])
    expect(ids(reducer(s, actions.delivered('a')))).toEqual(['b', 'c'])
  })
  it('lets a later change of the same thing take the place of an earlier one, but not of one on its way', () => {
    let s = reducer(start(), actions.enqueued(item('old', 'piece:1')))
    s = reducer(s, actions.enqueued(item('new', 'piece:1')))
    expect(ids(s)).toEqual(['new'])
    s = reducer(s, actions.sendingBegan('new'))
    s = reducer(s, actions.enqueued(item('newest', 'piece:1')))
    expect(ids(s)).toEqual(['new', 'newest'])
  })
  it('keeps what failed, with the reason, and knows whether anybody answered', () => {
    const s = reducer(reducer(start(), actions.enqueued(item('a'))), actions.sendingBegan('a'))
    const full = reducer(s, actions.delayed(FAILURE))
    expect(full).toMatchObject({ failure: FAILURE, reachable: true, sending: null, items: [{ id: 'a' }] })
    const gone = reducer(s, actions.delayed({ ...FAILURE, status: 0, code: 'unreachable' }))
    expect(gone.reachable).toBe(false)
    expect(reducer(gone, actions.delivered('a'))).toMatchObject({ failure: null, reachable: true, items: [] })
  })
  it('shows what the server would not take until it is put away', () => {
    const s = reducer(
      reducer(start(), actions.enqueued(item('a', 'log:1'))),
      actions.refusedByServer({ item: item('a', 'log:1'), failure: { ...FAILURE, status: 422 } }),
    )
    expect(s.items).toEqual([])
    expect(s.refused.map((r) => r.item.id)).toEqual(['a'])
    expect(reducer(s, actions.putAway('log:1')).refused).toEqual([])
  })
  it('puts what a closed tab left behind in front', () => {
    const s = reducer(
      reducer(start(), actions.enqueued(item('mine'))),
      actions.restored({ refused: [], aside: [], items: [item('theirs')] }),
    )
    expect(ids(s)).toEqual(['theirs', 'mine'])
  })

  it('loses nothing that was not delivered, refused or replaced, whatever happens (a naive model agrees)', () => {
    const step = fc.oneof(
      fc.record({ do: fc.constant('enqueue' as const), key: fc.constantFrom('x', 'y', 'z') }),
      fc.record({
        do: fc.constantFrom('send' as const, 'deliver' as const, 'fail' as const, 'refuse' as const),
      }),
    )
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        let s = start()
        let model: { id: string; key: string }[] = []
        let onItsWay: string | null = null
        steps.forEach((act, n) => {
          if (act.do === 'enqueue') {
            const made = item(`i${n}`, act.key)
            s = reducer(s, actions.enqueued(made))
            model = [...model.filter((m) => m.key !== act.key || m.id === onItsWay), made]
            return
          }
          const first = model[0]
          if (act.do === 'send') {
            if (!first || onItsWay) return
            s = reducer(s, actions.sendingBegan(first.id))
            onItsWay = first.id
            return
          }
          if (!onItsWay || !first) return
          if (act.do === 'fail') s = reducer(s, actions.delayed(FAILURE))
          else {
            s = reducer(
              s,
              act.do === 'deliver'
                ? actions.delivered(onItsWay)
                : actions.refusedByServer({ item: item(onItsWay, first.key), failure: FAILURE }),
            )
            model = model.filter((m) => m.id !== onItsWay)
          }
          onItsWay = null
        })
        expect(ids(s)).toEqual(model.map((m) => m.id))
        expect(s.sending).toBe(onItsWay)
      }),
    )
  })
})
