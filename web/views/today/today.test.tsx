// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import type { RunSummary, PieceSummary, Today as TodayAnswer } from '#contract/types.ts'
import { answering, browserParts, clear, refused, said, show } from '../../test-support.tsx'
import Today from './Today.tsx'

const NOW = new Date().toISOString()
const run = (over: Partial<RunSummary>): RunSummary => ({
  id: 'r1',
  pieceId: 't1',
  jobId: 'j1',
  jobName: 'Lower gate',
  batchId: null,
  title: 'Gusset',
  personName: 'Bede',
  startedAt: NOW,
  endedAt: null,
  stepsDone: 9,
  stepsAll: 25,
  nextAct: 'Open the oxygen cylinder slowly, then all the way',
  nextFigure: null,
  clocks: [],
  ...over,
})
const piece = (over: Partial<PieceSummary> = {}): PieceSummary =>
  ({
    id: 't2',
    jobId: 'j1',
    jobName: 'Lower gate',
    title: 'Paddle frame',
    state: 'planned',
    about: '12 mm plate, 400 mm long',
    ...over,
  }) as PieceSummary
const today = (over: Partial<TodayAnswer> = {}): TodayAnswer => ({
  running: [],
  watched: [],
  toWrite: [],
  moreToWrite: false,
  tests: [],
  recent: [],
  batches: [],
  next: [],
  lastCopy: NOW,
  ...over,
})
const open = async (answer: TodayAnswer) => {
  answering({ '/api/today': answer, '/api/gear': [], '/api/damage': { rows: [] } })
  show(<Today />)
  await waitFor(() => expect(document.querySelector('[data-ready]')).not.toBeNull())
}

beforeEach(browserParts)
afterEach(clear)

describe('today', () => {
  it('says plainly that nothing is lit, nothing planned and nothing logged', async () => {
    await open(today())
    expect(said()).toContain('No flame is lit.')
    expect(said()).toContain('No piece is planned. Start one.')
    expect(said()).toContain('Nothing yet.')
  })
  it('leads back into a run, with how far it is and what comes next', async () => {
    await open(today({ running: [run({})] }))
    expect(said()).toContain('9/25')
    expect(said()).toContain('Open the oxygen cylinder slowly, then all the way')
    expect(screen.getByRole('link', { name: /Gusset/ }).getAttribute('href')).toBe('/run/r1')
    expect(said()).not.toContain('No flame is lit.')
  })
  it('asks for the result of a run that is done', async () => {
    await open(today({ toWrite: [run({ id: 'r2', endedAt: NOW })], moreToWrite: true }))
    expect(said()).toContain('Done. Look at it, and record the result.')
    expect(screen.getByRole('link', { name: /Gusset/ }).getAttribute('href')).toBe('/run/r2/log')
    expect(said()).toContain('Older ones wait, too')
  })
  it('keeps watching for fire when the run has ended', async () => {
    const from = new Date(Date.now() - 600_000).toISOString()
    const watched = run({ endedAt: from, clocks: [{ what: 'Fire watch', from, seconds: 3600 }] })
    await open(today({ watched: [watched] }))
    expect(said()).toContain('Fire watch')
  })
  it('shows pieces that are planned, by name, job and size', async () => {
    await open(today({ next: [piece()] }))
    expect(screen.getByRole('link', { name: /Paddle frame/ }).getAttribute('href')).toBe('/jobs/j1/t2')
    expect(said()).toContain('Lower gate · 12 mm plate, 400 mm long')
  })
  it('says how old the last copy is, and that there is none', async () => {
    await open(today({ lastCopy: new Date(Date.now() - 3600_000 * 5).toISOString() }))
    expect(said()).toContain('Last copy of the log: 5 hours ago.')
    clear()
    browserParts()
    await open(today({ lastCopy: null }))
    expect(said()).toContain('No copy of the log was made yet.')
  })
})

describe('starting a piece', () => {
  const start = async (refuse?: string) => {
    const { sent } = answering(
      {
        '/api/today': today(),
        '/api/gear': [],
        '/api/torches': [],
        '/api/job-names?name=New+gate': [],
        '/api/damage': { rows: [] },
      },
      ({ body }) =>
        refuse === undefined
          ? Response.json({ id: 'new', version: 1, ...body })
          : refused({ code: 'full', message: refuse }, 507),
    )
    show(<Today />)
    await waitFor(() => expect(document.querySelector('[data-ready]')).not.toBeNull())
    fireEvent.click(screen.getByRole('button', { name: 'Start a piece' }))
    await waitFor(() => expect(screen.getByRole('dialog', { name: 'Start a piece' })).toBeTruthy())
    return sent
  }
  const type = (label: string, value: string) => {
    fireEvent.input(screen.getByLabelText(label), { target: { value } })
    fireEvent.change(screen.getByLabelText(label), { target: { value } })
  }
  const submit = () => {
    const form = document.querySelector('form')
    if (form) fireEvent.submit(form)
  }
  it('asks for a name and a job, each with its own sentence', async () => {
    const sent = await start()
    submit()
    await waitFor(() => expect(said()).toContain('Give the piece a name.'))
    expect(said()).toContain('Name the job.')
    expect(sent).toEqual([])
  })
  it('makes the job when it is new, then the piece with a first draft', async () => {
    const sent = await start()
    type('What is it?', ' Gusset ')
    type('Which job?', 'New gate')
    submit()
    await waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[0]?.body).toMatchObject({ name: 'New gate', place: '' })
    expect(sent[1]?.body).toMatchObject({ title: 'Gusset', draft: { kind: 'cut', torchId: null } })
  })
  it('loses nothing that was typed when it is not taken', async () => {
    await start('The disk is full.')
    type('What is it?', 'Gusset')
    type('Which job?', 'New gate')
    submit()
    await waitFor(() => expect(said()).toContain('The disk is full.'))
    expect(screen.getByLabelText('What is it?')).toHaveProperty('value', 'Gusset')
    expect(screen.getByLabelText('Which job?')).toHaveProperty('value', 'New gate')
  })
  it('gathers the kit of what is next, once it is asked for', async () => {
    answering({
      '/api/today': today({ next: [piece()] }),
      '/api/gear': [],
      '/api/damage': { rows: [] },
      '/api/pieces/t2': { id: 't2', draft: firstDraft(FIRST_SETTINGS) },
    })
    show(<Today />)
    await waitFor(() => expect(document.querySelector('[data-ready]')).not.toBeNull())
    expect(said()).not.toContain('Fire blanket')
    fireEvent.click(screen.getByRole('button', { name: 'Kit for it' }))
    await waitFor(() => expect(said()).toContain('Fire blanket'))
    expect(said()).toContain('To carry for Paddle frame.')
    expect(said()).toMatch(/Tip, 0\.\d+ in/)
    fireEvent.click(screen.getByRole('button', { name: 'Put the kit away' }))
    expect(said()).not.toContain('Fire blanket')
  })
})
