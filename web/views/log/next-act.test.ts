import { describe, expect, it } from 'vitest'
import type { Job, LogEntry, LogSummary, PieceSummary } from '#contract/types.ts'
import { nextActOf } from './next-act.ts'

const piece = (id: string, state: PieceSummary['state']) => ({ id, title: `Piece ${id}`, state })
const job = (...pieces: ReturnType<typeof piece>[]) =>
  ({ id: 'j', name: 'Gates', pieces, pieceCount: pieces.length }) as unknown as Job
const line = (over: Record<string, unknown>, told: Record<string, unknown> = { kind: 'cut' }) =>
  ({
    id: 'e',
    kind: told['kind'],
    pieceId: 'b',
    jobId: 'j',
    outcome: 'passed',
    correctedBy: null,
    told,
    ...over,
  }) as unknown as LogEntry
const labelOf = (...args: Parameters<typeof nextActOf>) => nextActOf(...args)?.label

describe('what to do after a line of the log', () => {
  it('is to find the fault of what failed, before anything else', () => {
    const open = job(piece('a', 'planned'), piece('b', 'failed'))
    expect(nextActOf(line({ outcome: 'failed' }), open, [])?.to).toBe('/faults?entry=e')
    expect(
      nextActOf(
        line({ outcome: 'failed' }, { kind: 'pressure-test', testId: 't', verdict: 'leaks' }),
        open,
        [],
      ),
    ).toMatchObject({
      label: 'Find the leak',
      to: '/tests/t',
    })
  })
  it('is another test where the last one told nothing, or moisture', () => {
    const test = (verdict: string, kind = 'vacuum-test') =>
      line({ outcome: 'failed' }, { kind, testId: 't', verdict })
    expect(nextActOf(test('moist'), undefined, [])).toEqual({
      because: 'Moist.',
      label: 'Dry it, and pull it down again',
      to: '/tests/new/vacuum?piece=b',
    })
    expect(nextActOf(test('void', 'pressure-test'), undefined, [])?.to).toBe('/tests/new/pressure?piece=b')
  })
  it('is the next piece of the job that is not made, first after this one and then before it', () => {
    const all = job(piece('a', 'planned'), piece('b', 'logged'), piece('c', 'logged'), piece('d', 'running'))
    expect(labelOf(line({}), all, [])).toBe('Piece d')
    expect(labelOf(line({}), job(piece('a', 'planned'), piece('b', 'logged')), [])).toBe('Piece a')
    expect(labelOf(line({}), job(piece('a', 'failed'), piece('b', 'logged')), [])).toBe('Piece a')
  })
  it('is the test of a line whose joints are all made, once; then the job is closed out', () => {
    const done = job(piece('a', 'logged'), piece('b', 'logged'))
    const braze = line({}, { kind: 'braze', joint: 'socket' })
    expect(nextActOf(braze, done, [])?.to).toBe('/tests/new/pressure?piece=b')
    const tested = [{ kind: 'pressure-test' }] as unknown as readonly LogSummary[]
    expect(nextActOf(braze, done, tested)?.to).toBe('/jobs/j/close-out')
    expect(labelOf(line({}, { kind: 'braze', joint: 'lap' }), done, [])).toBe('Close it out')
    expect(labelOf(line({}), done, [])).toBe('Close it out')
  })
  it('is nothing while the job is not known, and the line that counts where this one was corrected', () => {
    expect(nextActOf(line({ jobId: null }), undefined, [])).toBeUndefined()
    expect(nextActOf(line({ correctedBy: 'f', outcome: 'failed' }), undefined, [])?.to).toBe('/log/f')
  })
})
