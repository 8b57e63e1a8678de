// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { GivenPage, Lesson, Person, PersonWeek } from '#contract/types.ts'
import { NO_CERTIFICATE, type ItemDone, type LessonItem } from '#core/teach/lessons.ts'
import { device } from '../../app/device.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, refused, said, show, type Sent } from '../../test-support.tsx'
import GivenSet from './GivenSet.tsx'
import Progress from './Progress.tsx'
import { recordPage } from './record-page.ts'
import SetEditor from './SetEditor.tsx'
import Sets from './Sets.tsx'
import ToLearn from './ToLearn.tsx'

const person = (id: string, name: string, role: Person['role']): Person => ({ id, name, role, active: true })
const TEACHER = person('00000000-0000-4000-8000-00000000000a', 'Maud', 'instructor')
const WREN = person('00000000-0000-4000-8000-00000000000b', 'Wren', 'apprentice')
const ITEMS: readonly LessonItem[] = [
  { kind: 'order', task: 'shut-down', points: 80 },
  { kind: 'plate', task: 'Two cuts', points: 0 },
]
const LESSON: Lesson = { id: 'l1', name: 'First week', items: ITEMS, version: 2, closed: false }
const none: ItemDone = { tries: 0, best: null, outcome: null, last: null }
const given = (over: Partial<GivenPage> = {}): GivenPage => ({
  id: 'g1',
  lessonId: 'l1',
  name: 'First week',
  items: ITEMS,
  done: [{ tries: 3, best: 92, outcome: null, last: '2026-11-20T08:00:00.000Z' }, none],
  personId: WREN.id,
  personName: 'Wren',
  givenAt: '2026-11-01T08:00:00.000Z',
  byName: 'Maud',
  plateId: null,
  signed: null,
  lines: [],
  ...over,
})
function open(
  path: string,
  {
    page = given(),
    who = TEACHER,
    kept,
  }: { page?: GivenPage; who?: Person; kept?: (sent: Sent) => Response } = {},
) {
  const heard = answering(
    {
      '/api/people': [TEACHER, WREN],
      '/api/lessons': [LESSON],
      '/api/given': [page],
      '/api/given/g1': page,
      '/api/practice/weeks': WEEKS,
    },
    kept,
  )
  const store = makeStore()
  store.dispatch(device.actions.changed({ personId: who.id }))
  show(
    <Routes>
      <Route path="/practice/sets" element={<Sets />} />
      <Route path="/practice/sets/:lessonId" element={<SetEditor />} />
      <Route path="/practice/given/:givenId" element={<GivenSet />} />
      <Route path="/practice/progress" element={<Progress />} />
    </Routes>,
    store,
    path,
  )
  return heard
}
const WEEKS: readonly PersonWeek[] = [40, 60, 80].map((mean, i) => ({
  personId: WREN.id,
  bench: 'order',
  week: `2026-11-${String(2 + 7 * i).padStart(2, '0')}`,
  tries: 2,
  mean,
}))
const press = async (name: string | RegExp) => fireEvent.click(await screen.findByRole('button', { name }))

beforeEach(browserParts)
afterEach(clear)

describe('sets', () => {
  it('are given to those who learn, once each, by whoever teaches', async () => {
    const { sent } = open('/practice/sets', { kept: () => Response.json([given()]) })
    await press('Give First week')
    const give = await screen.findByRole('button', { name: 'Give it' })
    expect((give as HTMLButtonElement).disabled).toBe(true)
    expect(screen.queryByRole('button', { name: 'Maud' })).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Wren' }))
    await press('Give it')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]?.body).toMatchObject({ lessonId: 'l1', byId: TEACHER.id, to: [{ personId: WREN.id }] })
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  })
  it('show an apprentice what was given', async () => {
    open('/practice/sets', { who: WREN })
    expect((await screen.findByRole('region', { name: 'Given to you' })).textContent).toContain('1 of 2')
  })
  it('say why one was not given', async () => {
    open('/practice/sets', { kept: () => refused({ message: 'There is no such person.' }) })
    await press('Give First week')
    fireEvent.click(await screen.findByRole('button', { name: 'Wren' }))
    await press('Give it')
    expect((await screen.findByRole('alert')).textContent).toBe('There is no such person.')
  })
})

describe('today', () => {
  it('tells who is at the screen what is still to be learnt', async () => {
    answering({ '/api/given': [given(), given({ id: 'g2', personId: TEACHER.id, name: 'Another' })] })
    show(<ToLearn personId={WREN.id} />)
    const link = await screen.findByRole('link')
    expect(link.textContent).toBe('To learn. First week: 1 of 2 done.')
    expect(link.getAttribute('href')).toBe('/practice/given/g1')
  })
})

describe('a set under composition', () => {
  it('says at each field what is missing, and loses nothing', async () => {
    const { sent } = open('/practice/sets/new')
    fireEvent.change(await screen.findByLabelText('Points of 1'), { target: { value: 'many' } })
    await press('Add: A real plate')
    await press('Keep this set')
    expect(said()).toContain('Give it a name.')
    expect(said()).toContain('Give points from 1 to 100.')
    expect(said()).toContain('Say what is made')
    expect(sent).toHaveLength(0)
    expect((screen.getByLabelText('Points of 1') as HTMLInputElement).value).toBe('many')
    await press('Take out 2')
    await press('Take out 1')
    expect(said()).toContain('Put in one thing at least.')
  })
  it('is stored as it is typed, and kept while it is not', async () => {
    const { sent } = open('/practice/sets/new', { kept: () => refused({ message: 'The disk is full.' }) })
    fireEvent.change(await screen.findByLabelText('Name'), { target: { value: ' Second week ' } })
    fireEvent.change(screen.getByLabelText('Points of 1'), { target: { value: '90' } })
    await press('Keep this set')
    expect((await screen.findByRole('alert')).textContent).toContain('The disk is full.')
    expect(sent[0]?.body).toMatchObject({
      name: 'Second week',
      items: [{ kind: 'facts', task: 'mixed', points: 90 }],
    })
    clear()
  })
  it('is changed by its version, and put aside', async () => {
    const { sent } = open('/practice/sets/l1', { kept: () => Response.json(LESSON) })
    await press('Put it aside')
    await press('Save it')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]).toMatchObject({ method: 'PUT', body: { version: 2, closed: true, items: ITEMS } })
  })
  it('is missing where it is not there', async () => {
    open('/practice/sets/l9')
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toContain('no such set')
  })
})

describe('a set that was given', () => {
  it('is signed only by an instructor, and only when all of it is done', async () => {
    open('/practice/given/g1')
    await screen.findByText(/Still open: Two cuts/)
    expect(said()).toContain('Wren has nothing in the log since it was given')
    expect(screen.queryByText('Training record')).toBeNull()
    clear()
    browserParts()
    open('/practice/given/g1', { who: WREN })
    await screen.findByText(/An instructor signs it off/)
  })
  it('is signed with a word to it', async () => {
    const done = [given().done[0] as ItemDone, { ...none, tries: 1, outcome: 'passed' }]
    const { sent } = open('/practice/given/g1', {
      page: given({ done }),
      kept: () => refused({ message: 'Not done yet: Two cuts.' }),
    })
    fireEvent.change(await screen.findByLabelText('A word to it'), { target: { value: 'Well done.' } })
    await press('I saw it done: sign as Maud')
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ byId: TEACHER.id, note: 'Well done.' }))
    expect((await screen.findByRole('alert')).textContent).toBe('Not done yet: Two cuts.')
  })
  it('is taken back only when that is asked twice', async () => {
    const { sent } = open('/practice/given/g1', { kept: () => Response.json({ id: 'g1' }) })
    await press('Given by mistake')
    await press('No')
    expect(sent).toHaveLength(0)
    await press('Given by mistake')
    await press('Yes, take it back')
    await screen.findByText('Compose a set')
    expect(sent[0]).toMatchObject({ method: 'PUT', url: '/api/given/g1/taken-back' })
  })
  it('is printed as a record of training that says that it is no certificate', () => {
    const signed = { at: '2026-11-25T08:00:00.000Z', byName: 'Maud', note: 'Steady.' }
    const page = recordPage(given({ signed }))
    expect(page.kind).toBe('Training record')
    expect(page.minded).toEqual([{ mark: '▲', text: NO_CERTIFICATE }])
    expect(page.verdict).toEqual({ said: 'Signed off by Maud, 25 Nov', because: 'Steady.' })
    expect(page.tables?.[0]?.rows.map((r) => r[4])).toEqual(['20 Nov', 'not yet'])
    expect(page.signs).toEqual(['Maud, instructor', 'Wren'])
  })
})

describe('progress', () => {
  it('tells each skill with its trend, and each week', async () => {
    open('/practice/progress')
    const skills = await screen.findByRole('region', { name: 'Everybody’s skills' })
    expect(skills.textContent).toContain('up 20 a week')
    const weeks = screen.getByRole('region', { name: 'Week by week' })
    expect(weeks.textContent).toContain('16 Nov280')
  })
})
