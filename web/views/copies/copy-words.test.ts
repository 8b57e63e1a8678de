import { describe, expect, it } from 'vitest'
import type { CopyPreview } from '#contract/types.ts'
import { changesOf, counted, isOld, sizeOf } from './copy-words.ts'

const DAY_MS = 86_400_000
const NOW = Date.UTC(2026, 2, 18)
const preview = (over: object = {}): CopyPreview => ({
  copy: { name: 'x', kind: 'daily', at: '', bytes: 1, holds: null, damaged: 0, fault: null },
  now: { lines: 9, pieces: 3, runs: 1 },
  goes: { lines: 0, pieces: 0, runs: 0, newest: [] },
  comes: 0,
  changed: 0,
  ...over,
})

describe('how old the last good copy is', () => {
  it('is well within two days, and wants a look after them, or where there is none', () => {
    const ago = (days: number) => new Date(NOW - days * DAY_MS).toISOString()
    expect(isOld(ago(0), NOW)).toBe(false)
    expect(isOld(ago(1.9), NOW)).toBe(false)
    expect(isOld(ago(2.1), NOW)).toBe(true)
    expect(isOld(null, NOW)).toBe(true)
  })
})

describe('what going back changes, in words', () => {
  it('names lines, pieces and runs that would be gone, and only those', () => {
    expect(changesOf(preview({ goes: { lines: 14, pieces: 1, runs: 0, newest: [] } }))).toEqual([
      'Gone from the log: 14 lines, 1 piece, written since.',
    ])
  })
  it('says plainly when nothing would be gone', () => {
    expect(changesOf(preview())).toEqual(['No line, piece or run would be gone.'])
  })
  it('tells of pieces that were changed since, and of lines that come back', () => {
    expect(changesOf(preview({ changed: 2, comes: 1 })).slice(1)).toEqual([
      '2 pieces would stand as planned then.',
      '1 line of the copy would be in the log again.',
    ])
  })
})

describe('counts and sizes', () => {
  it('are said as people say them', () => {
    expect([counted(1, 'line'), counted(0, 'line'), counted(2, 'copy', 'copies')]).toEqual([
      '1 line',
      '0 lines',
      '2 copies',
    ])
    expect([sizeOf(1), sizeOf(999_000), sizeOf(1_500_000), sizeOf(1_036_845_056)]).toEqual([
      '1 kB',
      '999 kB',
      '1.5 MB',
      '1037 MB',
    ])
  })
})
