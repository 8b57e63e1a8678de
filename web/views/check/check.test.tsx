// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import type { LogEntry, Piece, Run } from '#contract/types.ts'
import type { LogDraft } from '#contract/schemas.ts'
import { outbox } from '../../app/outbox.ts'
import { makeStore, type AppStore } from '../../app/store.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { AT, brazeRun, cutRun, event, upTo } from '../run/test-support.tsx'
import CheckRun, { CheckMaking, CheckPiece, CorrectEntry } from './Check.tsx'

beforeEach(browserParts)
afterEach(clear)

const PEOPLE = [{ id: 'orla', name: 'Orla', role: 'practised', active: true }]
async function open(at: string, answers: Readonly<Record<string, unknown>>): Promise<AppStore> {
  answering({ '/api/people': PEOPLE, ...answers })
  const store = makeStore()
  show(
    <Routes>
      <Route path="/check/run/:runId" element={<CheckRun />} />
      <Route path="/check/piece/:pieceId" element={<CheckPiece />} />
      <Route path="/log/:entryId/correct" element={<CorrectEntry />} />
      <Route path="/log/:entryId" element={<p>The line</p>} />
    </Routes>,
    store,
    at,
  )
  await waitFor(() => expect(said()).not.toContain('Opening.'))
  return store
}
const openRun = (run: Run) => open(`/check/run/${run.id}`, { [`/api/runs/${run.id}`]: run })
const pick = (name: string) => fireEvent.click(screen.getByRole('button', { name }))
const tile = (group: string, name: string) =>
  fireEvent.click(within(screen.getByRole('radiogroup', { name: group })).getByRole('radio', { name }))
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label)
const type = (label: string, text: string) => fireEvent.change(field(label), { target: { value: text } })
const save = () => pick('Save to the log')
/** What lies in the outbox for the log. */
const sent = (store: AppStore): LogDraft[] =>
  store
    .getState()
    .outbox.items.filter((i) => i.route === 'addLog')
    .map((i) => i.body as LogDraft)

/** Says all that decides. */
function judgeCut() {
  tile('The edge', 'Sharp and square')
  tile('Slag underneath comes off', 'Falls off')
  tile('Did it drop?', 'By itself')
}

describe('a cut that is looked at', () => {
  it('asks for what decides, each with its own sentence, and keeps nothing until it has it', async () => {
    const store = await openRun(cutRun())
    save()
    for (const sentence of [
      'Say what the edge is like.',
      'Say how the slag comes off.',
      'Say whether it dropped.',
    ])
      expect(said()).toContain(sentence)
    expect(sent(store)).toEqual([])
  })
  it('begins with what the plan said and what the clock had', async () => {
    const run = cutRun()
    const heat = run.steps.find((s) => s.role === 'preheat')
    expect(heat).toBeDefined()
    const before = run.steps[run.steps.indexOf(heat as (typeof run.steps)[number]) - 1]
    const done = (stepId: string, second: number) => ({
      id: stepId,
      kind: 'done' as const,
      stepId,
      at: new Date(Date.parse(AT) + second * 1000).toISOString(),
      personId: null,
    })
    await openRun({ ...run, events: [done(before?.id ?? '', 0), done(heat?.id ?? '', 12)] })
    expect(field('Preheat').value).toBe('12 s')
    expect(field('Oxygen at the regulator').value).toMatch(/\d+ (psi|bar|kPa)/)
  })
  it('goes to the log with its judgement, its measures as they were typed, and who wrote it down', async () => {
    const store = await openRun(cutRun({ personId: 'orla' }))
    judgeCut()
    type('Kerf, measured', '2.1 mm')
    type('Note', '  Clean as a whistle ')
    save()
    const [entry] = sent(store)
    expect(entry).toMatchObject({
      kind: 'cut',
      pieceId: 't1',
      runId: 'r1',
      personId: 'orla',
      kerf: '2.1 mm',
      note: '  Clean as a whistle ',
      corrects: null,
    })
    await waitFor(() => expect(said()).toBe('The line'))
  })
  it('refuses a measure that cannot be read, at its field, and loses nothing that was typed', async () => {
    const store = await openRun(cutRun())
    judgeCut()
    type('Kerf, measured', 'wide')
    save()
    expect(sent(store)).toEqual([])
    expect(field('Kerf, measured').value).toBe('wide')
    expect(field('Kerf, measured')).toHaveProperty('ariaInvalid', 'true')
  })
  it('tells the kerf by the size of the part, and takes it with one touch', async () => {
    await openRun(cutRun())
    type('Part as drawn', '300 mm')
    type('Part as measured', '299.4 mm')
    expect(said()).toContain('By its size the kerf was')
    pick('Take it as the kerf')
    expect(field('Kerf, measured').value).not.toBe('')
    type('Part as measured', '280 mm')
    expect(said()).toContain('Out by more than a kerf could be')
  })
  it('of a batch goes on to what waits, though its last step is still on its way', async () => {
    const run = { ...cutRun(), batchId: 'b1' }
    const last = run.steps.at(-1)?.id ?? ''
    answering({ '/api/people': PEOPLE, '/api/runs/r1': upTo(run, last) })
    const store = makeStore()
    store.dispatch(
      outbox.actions.enqueued({
        id: 'last',
        key: 'event:last',
        route: 'addRunEvent',
        params: { id: 'r1' },
        body: { ...event({ kind: 'done' }, last), id: 'last' },
        notBefore: 0,
      }),
    )
    show(
      <Routes>
        <Route path="/run/:runId/log/:place/:repeat" element={<CheckMaking />} />
        <Route path="/run/:runId/log" element={<CheckRun />} />
      </Routes>,
      store,
      '/run/r1/log/1/1',
    )
    await screen.findByRole('radiogroup', { name: 'The edge' })
    judgeCut()
    save()
    await waitFor(() => expect(said()).toContain('All that was made is in the log.'))
    expect(screen.getByRole('link', { name: 'To today' })).toBeTruthy()
  })
  it('is not written twice: a run that is in the log says so', async () => {
    await openRun(cutRun({ logged: true }))
    expect(said()).toContain('This cut is in the log already')
  })
})

describe('a joint that is looked at', () => {
  it('is open while flux is on it, whatever is seen besides', async () => {
    await openRun(brazeRun())
    save()
    expect(said()).toContain('Say what is seen, place by place.')
    tile('Is all the flux off?', 'Not yet')
    pick('Full all round')
    expect(said()).toContain('Open. Flux is still on it')
    tile('Is all the flux off?', 'Yes, clean')
    expect(said()).not.toContain('Flux is still on it')
  })
})

describe('what cannot be looked at', () => {
  it('is told of: no such run, no such piece, no such line', async () => {
    for (const at of ['/check/run/x', '/check/piece/x', '/log/x/correct']) {
      await open(at, {})
      await waitFor(() => expect(document.querySelector('h1')).not.toBeNull())
      clear()
      browserParts()
    }
  })
  it('is a line that another log brought, without its piece', async () => {
    const entry = { id: 'e1', kind: 'cut', pieceId: null, draft: null, plan: null } as unknown as LogEntry
    await open('/log/e1/correct', { '/api/log/e1': entry })
    expect(said()).toContain('This line is not corrected here')
  })
})

describe('a piece without a run', () => {
  it('is written down all the same, with no run beside it', async () => {
    const piece = {
      id: 't9',
      jobId: 'j1',
      jobName: 'Lower gate',
      title: 'Old gusset',
      state: 'planned',
      draft: firstDraft(FIRST_SETTINGS),
      version: 1,
    } as unknown as Piece
    const store = await open('/check/piece/t9', { '/api/pieces/t9': piece })
    expect(said()).toContain('Old gusset, Lower gate')
    judgeCut()
    save()
    expect(sent(store)).toMatchObject([{ pieceId: 't9', runId: null, personId: null }])
  })
})
