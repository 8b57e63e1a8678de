// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Batch, Piece } from '#contract/types.ts'
import { answering, browserParts, clear, refused, said, show, type Sent } from '../../test-support.tsx'
import BatchPage from './BatchPage.tsx'

const cut = firstDraft(FIRST_SETTINGS)
const of = (draft: Partial<PieceDraft['work']>, over: Partial<PieceDraft> = {}): PieceDraft =>
  ({ ...cut, assumed: [], ...over, work: { ...cut.work, ...draft } }) as PieceDraft
const piece = (title: string, draft: PieceDraft): Piece => ({
  id: `id of ${title}`,
  jobId: 'j1',
  jobName: 'Lower gate',
  title,
  state: 'planned',
  runId: null,
  kind: draft.kind,
  about: 'plate',
  remedyOf: null,
  failedBy: null,
  draft,
  version: 1,
})
const GUSSET = piece('Gusset', of({ thickness: '5/8 in' }))
const THICK = piece('Heel block', of({ thickness: '3 in' }))
const batch = (over: Partial<Batch> = {}): Batch => ({
  id: 'b1',
  name: 'Gussets and block',
  pieces: [
    { piece: GUSSET, repeats: 12 },
    { piece: THICK, repeats: 1 },
  ],
  version: 3,
  closed: false,
  runId: null,
  ...over,
})
/** What the server stored, as it answers. */
const stored = (sent: Sent, from: Batch): Batch => {
  const { name, closed, pieces } = sent.body as unknown as Pick<Batch, 'name' | 'closed'> & {
    pieces: { pieceId: string; repeats: number }[]
  }
  const known = [GUSSET, THICK]
  return {
    ...from,
    name,
    closed,
    version: from.version + 1,
    pieces: pieces.flatMap(({ pieceId, repeats }) => {
      const found = known.find((p) => p.id === pieceId)
      return found ? [{ piece: found, repeats }] : []
    }),
  }
}
/** A server that keeps what it is sent: each change is one version further. */
function keeping(from: Batch): (sent: Sent) => Response {
  let now = from
  return (sent) => Response.json((now = stored(sent, now)))
}
function open(now: Batch, kept: (sent: Sent) => Response = keeping(now)) {
  const heard = answering(
    {
      '/api/batches/b1': now,
      '/api/records?kind=cut': { cuts: [], kerfs: [], brazes: [], held: {}, divisions: {}, tried: [] },
      '/api/gear': [],
      '/api/people': [],
      '/api/job-names': [{ id: 'j1', name: 'Lower gate' }],
      '/api/jobs/j1': { id: 'j1', name: 'Lower gate', pieces: [GUSSET, THICK] },
    },
    kept,
  )
  show(
    <Routes>
      <Route path="/batches/:batchId" element={<BatchPage />} />
      <Route path="/run/:runId" element={<p>The run</p>} />
    </Routes>,
    undefined,
    '/batches/b1',
  )
  return heard
}
const button = (name: string | RegExp) => screen.findByRole('button', { name })
const press = async (name: string | RegExp) => fireEvent.click(await button(name))
const order = () => screen.getAllByRole('listitem').map((li) => li.textContent)

beforeEach(browserParts)
afterEach(clear)

describe('a batch on its page', () => {
  it('tells what each piece is made by, what is changed between, and what it takes', async () => {
    open(batch())
    await screen.findByText('13 to make')
    expect(said()).toContain('1 tip change, 2 lightings')
    expect(said()).toMatch(/Change the tip to 0\.\d+ in, .*set oxygen to \d+ psi, light again/)
    expect(said()).toContain('Gas for all of it')
    expect(said()).toContain('Bucket under the cut')
    expect(((await button(/Run the batch/)) as HTMLButtonElement).disabled).toBe(false)
  })
  it('stores each change by the version that it had, one after the other', async () => {
    const { sent } = open(batch())
    await press('One less of Gusset')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]).toMatchObject({
      method: 'PUT',
      body: { version: 3, pieces: [{ repeats: 11 }, { repeats: 1 }] },
    })
    await press('Take out Heel block')
    await waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[1]?.body).toMatchObject({ version: 4, pieces: [{ repeats: 11 }] })
    await press('Put it back')
    await waitFor(() => expect(sent).toHaveLength(3))
    expect(sent[2]?.body['pieces']).toHaveLength(2)
  })
  it('says where a change was not stored, and takes what is there instead', async () => {
    open(batch(), () =>
      refused({ code: 'changed-elsewhere', message: 'This batch was changed on another screen.' }, 409),
    )
    await press('One less of Gusset')
    expect((await screen.findByRole('alert')).textContent).toContain('changed on another screen')
    expect(said()).toContain('12 to make')
    await press('Take it as it is there')
    await waitFor(() => expect(said()).toContain('13 to make'))
  })
  it('names a piece that cannot be made, and does not begin', async () => {
    const stainless = piece('Stainless foot', of({ metal: 'stainless-304' } as never))
    open(
      batch({
        pieces: [
          { piece: GUSSET, repeats: 1 },
          { piece: stainless, repeats: 1 },
        ],
      }),
    )
    await waitFor(() => expect(said()).toContain('■ Stop.'))
    expect(((await button(/Run the batch/)) as HTMLButtonElement).disabled).toBe(true)
  })
  it('asks for what is still assumed before it is begun', async () => {
    const assumed = piece('New plate', { ...GUSSET.draft, assumed: ['thickness'] } as PieceDraft)
    open(batch({ pieces: [{ piece: assumed, repeats: 1 }] }))
    await waitFor(() => expect(said()).toContain('Assumed so far: the thickness.'))
    expect(((await button(/Run the batch/)) as HTMLButtonElement).disabled).toBe(true)
  })
  it('proposes the order that changes less, and takes it with a press', async () => {
    const { sent } = open(
      batch({
        pieces: [
          { piece: GUSSET, repeats: 1 },
          { piece: THICK, repeats: 1 },
          { piece: GUSSET, repeats: 2 },
        ],
      }),
    )
    await waitFor(() => expect(said()).toContain('Another order changes less: 1 tip change, 2 lightings.'))
    await press('Take that order')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect((sent[0]?.body['pieces'] as { repeats: number }[]).map((p) => p.repeats)).toEqual([1, 2, 1])
    expect(order().join()).toMatch(/1\. Gusset.*2\. Gusset.*3\. Heel block/)
  })
  it('puts in what is planned of a job, and is printed as one sheet with its kit', async () => {
    const { sent } = open(batch({ pieces: [] }))
    await screen.findByText('No piece yet')
    await press('Put pieces in')
    await press('All 2 that are planned')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]?.body['pieces']).toHaveLength(2)
    await press('Sheet and kit')
    const sheet = await screen.findByRole('article')
    expect(sheet.textContent).toContain('Heel block')
    expect(sheet.textContent).toContain('Fire blanket')
    await press('Back to the batch')
    await screen.findByText('2 to make')
  })
  it('begins its run, and says why it may not', async () => {
    open(batch(), () => refused({ code: 'already-running', message: 'Gusset is under way already.' }, 409))
    await press(/Run the batch/)
    expect((await screen.findByRole('alert')).textContent).toBe('Gusset is under way already.')
    clear()
    browserParts()
    const { sent } = open(batch(), () => Response.json({ id: 'r1' }, { status: 201 }))
    await press(/Run the batch/)
    await screen.findByText('The run')
    expect(sent[0]?.body).toMatchObject({ batchId: 'b1', pieceId: null })
  })
})
