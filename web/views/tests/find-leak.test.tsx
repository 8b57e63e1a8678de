// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { JointTest } from '#contract/types.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { FindLeak } from './FindLeak.tsx'

const line = (id: string, places: Readonly<Record<string, string>>, over: object = {}) => ({
  id,
  title: `Joint ${id}`,
  pieceId: `piece ${id}`,
  correctedBy: null,
  told: { kind: 'braze', places, leakPath: false },
  ...over,
})
const TEST = { id: 't', kind: 'pressure', jobId: 'j1', pieceId: 'p1' } as unknown as JointTest
/** Newest first, as the log gives them. */
const open = (entries: readonly object[], test = TEST) => {
  answering({ '/api/log?job=j1&kind=braze': { entries } })
  show(<FindLeak test={test} />)
}
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }))

beforeEach(browserParts)
afterEach(clear)

describe('finding a leak', () => {
  it('begins at what was seen, and halves the line to one joint, from where it is mended and tested again', async () => {
    open([
      line('d', { '12': 'full' }),
      line('c', { '12': 'pinhole', '3': 'full' }),
      line('b', { '12': 'full' }, { correctedBy: 'later' }),
      line('a', { '12': 'thin' }),
    ])
    await screen.findByText(/shut the line between Joint c and Joint d/)
    const links = screen.getAllByRole('link').map((a) => a.textContent)
    expect(links.slice(0, 3)).toEqual(['Joint c', 'Joint a', 'Joint d'])
    press('Up to Joint c')
    expect(said()).toContain('shut the line between Joint a and Joint c')
    press('Only Joint c')
    expect(screen.getByRole('status').textContent).toContain('It is Joint c.')
    expect(screen.getByRole('link', { name: 'Its line, and what mends it' }).getAttribute('href')).toBe(
      '/log/c',
    )
    expect(screen.getByRole('link', { name: 'test it again' }).getAttribute('href')).toBe(
      '/tests/new/pressure?piece=p1',
    )
    press('Begin with the whole line')
    expect(said()).toContain('shut the line between Joint c and Joint d')
  })
  it('tells joints of one piece apart by their number', async () => {
    open(['b', 'a'].map((id) => line(id, {}, { title: 'Riser' })))
    await screen.findByText(/shut the line between Riser, joint 1 and Riser, joint 2/)
  })
  it('of a vacuum is looked for under nitrogen, since bubbles want pressure', async () => {
    open([], { ...TEST, kind: 'vacuum' })
    await waitFor(() => expect(said()).toContain('Dry nitrogen to 25 psi (1.7 bar) at most'))
  })
  it('says where else to look, also where no joint is known', async () => {
    open([], { ...TEST, jobId: null, pieceId: null })
    await waitFor(() => expect(said()).toContain('Flare nuts and threads'))
    expect(screen.queryByRole('button')).toBeNull()
    expect(screen.getByRole('link', { name: 'test it again' }).getAttribute('href')).toBe(
      '/tests/new/pressure',
    )
  })
})
