// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { useState } from 'react'
import type { JointTest } from '#contract/types.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { foldTest, judgeTest, type TestAsked, type TestEvent } from '#core/check/test-record.ts'
import { testStages } from '#core/check/stages.ts'
import { FindLeak } from './FindLeak.tsx'

const line = (id: string, places: Readonly<Record<string, string>>, over: object = {}) => ({
  id,
  title: `Joint ${id}`,
  pieceId: `piece ${id}`,
  correctedBy: null,
  told: { kind: 'braze', places, leakPath: false },
  ...over,
})
const ASKED = {
  testPa: 2.4e6,
  volumeM3: 0.004,
  divisionPa: 34_474,
  ambientPa: 101_325,
  askedS: 1800,
} as TestAsked
const TEST = {
  id: 't',
  kind: 'pressure',
  jobId: 'j1',
  pieceId: 'p1',
  asked: ASKED,
} as unknown as JointTest
const PSI = 6894.757
let minute = 0
const event = (kind: TestEvent['kind'], over: Partial<TestEvent> = {}): TestEvent => ({
  id: `e${minute}`,
  kind,
  at: new Date(Date.UTC(2026, 10, 27, 8, minute)).toISOString(),
  stage: null,
  pressurePaAbs: null,
  temperatureK: null,
  source: '',
  ...over,
})
const reads = (psi: number) =>
  event('reading', { pressurePaAbs: psi * PSI + ASKED.ambientPa, temperatureK: 293.15 })
/** A line that lost 15 psi in ten minutes, and is halved: what is pressed is an event a minute later. */
function Hunted({ test }: { readonly test: JointTest }) {
  const [events, setEvents] = useState<readonly TestEvent[]>(() => [
    ...testStages(ASKED.testPa).map((_, stage) => event('raised', { stage })),
    event('hold'),
    reads(350),
    { ...reads(335), at: new Date(Date.UTC(2026, 10, 27, 8, 10)).toISOString() },
  ])
  const progress = foldTest('pressure', ASKED, events)
  return (
    <FindLeak
      test={test}
      progress={progress}
      told={judgeTest('pressure', ASKED, progress)}
      add={(kind, { stage = null, pressure } = {}) => {
        minute += 11
        const made = pressure === undefined ? event(kind, { stage }) : reads(Number.parseFloat(pressure))
        setEvents((all) => [...all, made])
      }}
    />
  )
}
/** Newest first, as the log gives them. */
const open = (entries: readonly object[], test = TEST) => {
  minute = 0
  answering({ '/api/log?job=j1&kind=braze': { entries } })
  show(<Hunted test={test} />)
}
const FOUR = ['d', 'c', 'b', 'a'].map((id) => line(id, {}))
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }))
const half = () => document.querySelector<HTMLElement>('[data-half]')
const readHalf = (psi: string) => {
  fireEvent.change(screen.getByLabelText('The half with the gauge shows'), { target: { value: psi } })
  fireEvent.change(screen.getByLabelText('The pipe is at'), { target: { value: '68 F' } })
  press('Write the reading down')
}

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
  it('reads the half with the gauge: one that falls holds the leak, one that stands long enough does not', async () => {
    open(FOUR)
    await screen.findByText(/shut the line between Joint b and Joint c/)
    press('It is shut there: read the half with the gauge')
    expect(half()?.textContent).toBe('Write down what the gauge shows now.')
    readHalf('300 psi')
    // the whole line lost 1.5 psi a minute at 350 psi: by 9 min it would have lost what counts, twice
    expect(half()?.textContent).toBe('Read it again in 9 min: then it is told.')
    readHalf('300 psi')
    expect(half()?.dataset['half']).toBe('far')
    press('From Joint c on')
    press('It is shut there: read the half with the gauge')
    readHalf('200 psi')
    readHalf('180 psi')
    expect(half()?.dataset['half']).toBe('near')
    press('Only Joint c')
    expect(said()).toContain('It is Joint c.')
  })
  it('says so where the half goes up: nothing stands shut there', async () => {
    open(FOUR)
    await screen.findByText(/shut the line between Joint b and Joint c/)
    press('It is shut there: read the half with the gauge')
    readHalf('200 psi')
    readHalf('215 psi')
    expect(half()?.dataset['half']).toBe('fed')
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
