import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { csvParts, jsonParts, readLog, type FileEntry } from './log-file.ts'

const entry = (part: Partial<FileEntry>): FileEntry => ({
  id: '00000000-0000-4000-8000-000000000001',
  kind: 'override',
  at: '2026-03-02T08:30:00.000Z',
  pieceId: null,
  runId: null,
  jobName: '',
  title: '',
  personName: '',
  metal: '',
  fuel: 'acetylene',
  handling: 'hand',
  thicknessM: null,
  tipOrificeM: null,
  outcome: 'none',
  good: false,
  corrects: null,
  why: '',
  told: { kind: 'override', what: '', reason: '' },
  ...part,
})
const csvOf = (e: FileEntry): string => [...csvParts([[e]])].join('')

/** What spreadsheets take for a formula, with the blanks and marks that hide it. */
const nasty = fc
  .tuple(
    fc.constantFrom('', "'", ' ', '\u00a0', '\ufeff', '\t', '\r\n', '"', "''"),
    fc.constantFrom('=', '+', '-', '@', '\t', "'", ''),
    fc.string({ unit: 'grapheme', maxLength: 12 }),
  )
  .map((parts) => parts.join(''))

describe('a log as CSV', () => {
  it('comes back as it was, whatever was typed', () => {
    fc.assert(
      fc.property(nasty, nasty, nasty, (title, why, reason) => {
        const e = entry({ title, why, told: { kind: 'override', what: title, reason } })
        const { entries, bad } = readLog(csvOf(e))
        expect(bad).toEqual([])
        expect(entries).toEqual([e])
      }),
      { numRuns: 300 },
    )
  })
  it('lets no cell begin as a formula does, blanks before it or not', () => {
    for (const text of ['=1+1', ' =1+1', '\u00a0=1+1', '\ufeff@SUM(A1)', '-cmd|x', '\t=1'])
      expect(csvOf(entry({ title: text })), JSON.stringify(text)).toContain(`'${text}`)
    // a number is a number, below zero too
    expect(csvOf(entry({ title: '-12.5' }))).toContain(',-12.5,')
  })
  it('comes back from JSON as well', () => {
    const e = entry({ title: '=1+1' })
    expect(readLog([...jsonParts([[e]], [])].join('')).entries).toEqual([e])
  })
})
