// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { format, subDays, subMonths } from 'date-fns'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { FIRST_RIG } from '#application/first.ts'
import type { GearItem, Torch } from '#contract/types.ts'
import { answering, browserParts, clear, refused, said, show } from '../../test-support.tsx'
import Rig from './Rig.tsx'

const thing = (over: Partial<GearItem> & Pick<GearItem, 'id' | 'kind' | 'name'>): GearItem =>
  ({ fields: {}, active: true, ...over }) as GearItem
const HOSE = thing({
  id: 'h1',
  kind: 'hose',
  name: 'Old red hose',
  fields: { gas: 'acetylene', grade: 'R', condition: 'damaged' },
})
const ARRESTOR = thing({
  id: 'a1',
  kind: 'arrestor',
  name: 'Arrestor, fuel',
  // some days past its date, whenever this runs
  fields: {
    gas: 'acetylene',
    checked: format(subDays(subMonths(new Date(), 12), 5), 'yyyy-MM-dd'),
    everyMonths: '12',
  },
})
const RETIRED = thing({ id: 'h2', kind: 'hose', name: 'Hose of last year', active: false })
const TORCH: Torch = { id: 't1', name: 'Tamsin’s long', rig: FIRST_RIG }

const serve = (gear: readonly GearItem[], refuse?: { message: string; field?: string }) =>
  answering(
    {
      '/api/gear': gear,
      '/api/torches': [TORCH],
      '/api/tips': [{ id: 'p1', name: 'Brass five', orifice: '0.052 in' }],
    },
    ({ body }) => (refuse ? refused(refuse) : Response.json(body)),
  ).sent
const open = async (gear: readonly GearItem[] = [HOSE, ARRESTOR, RETIRED]) => {
  const sent = serve(gear)
  show(<Rig />)
  await waitFor(() => expect(screen.getByRole('heading', { level: 1, name: 'Rig' })).toBeTruthy())
  return sent
}
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }))
const type = (label: string, value: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
  fireEvent.blur(screen.getByLabelText(label))
}

beforeEach(browserParts)
afterEach(clear)

describe('the rig', () => {
  it('says first what is due: what must not be used before what is overdue', async () => {
    await open()
    const due = within(screen.getByRole('region', { name: 'Due' })).getAllByRole('listitem')
    expect(due[0]?.textContent).toMatch(/^Stop.*Old red hose/)
    expect(due[1]?.textContent).toMatch(/^Mind.*Arrestor, fuel/)
  })
  it('is silent about what is due when nothing is', async () => {
    await open([])
    expect(screen.queryByRole('region', { name: 'Due' })).toBeNull()
  })
  it('shows what is in use, torches with their manuals, and tips by their orifice', async () => {
    await open()
    await waitFor(() => expect(said()).toContain('Tamsin’s long'))
    expect(said()).toContain('kind not given')
    expect(said()).toContain('manual not given')
    await waitFor(() => expect(said()).toContain('Brass five'))
    expect(said()).toContain('0.052 in')
  })
})

describe('a set as a line', () => {
  const SET = thing({ id: 's1', kind: 'set', name: 'The van set', fields: { torch: 't1', members: 'a1,h3' } })
  const TWIN = thing({
    id: 'h3',
    kind: 'hose',
    name: 'Twin hose',
    fields: { gas: 'acetylene', length: '50 ft', bore: '1/4 in' },
  })
  const line = () => within(screen.getByRole('region', { name: 'The set as a line' }))
  it('has every thing on its station, a pair of hoses on both, and due marks', async () => {
    await open([SET, TWIN, ARRESTOR])
    await waitFor(() => expect(line().getByText('Tamsin’s long')).toBeTruthy())
    expect(line().getAllByText('Twin hose')).toHaveLength(2)
    expect(line().getAllByText('50 ft, 1/4 in')).toHaveLength(2)
    expect(line().getByText('Arrestor, fuel').closest('button')?.textContent).toContain('▲ Mind')
  })
  it('has what is missing as an outline, and what is added there goes into the set', async () => {
    const sent = await open([SET, TWIN, ARRESTOR])
    await waitFor(() => expect(line().getByText('Tamsin’s long')).toBeTruthy())
    fireEvent.click(line().getByText('+ Oxygen cylinder'))
    type('Name', 'Oxygen, new')
    press('Keep it')
    await waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[0]).toMatchObject({ method: 'POST', body: { kind: 'cylinder', fields: { gas: 'oxygen' } } })
    const { fields } = sent[1]?.body as unknown as GearItem
    expect(fields['members']).toBe(`a1,h3,${(sent[0]?.body as { id: string }).id}`)
    expect(fields['torch']).toBe('t1')
  })
  it('is all that there is while there is no set, and outlines for the rest', async () => {
    const sent = await open([])
    expect(line().getByText('What the shop has, as a line')).toBeTruthy()
    fireEvent.click(line().getByText('+ Acetylene regulator'))
    type('Name', 'Fuel, new')
    press('Keep it')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]?.body).toMatchObject({ kind: 'regulator', fields: { gas: 'acetylene' } })
  })
})

describe('a tip of the rig', () => {
  it('is added with its name and orifice, and asked for what is missing', async () => {
    const sent = await open([])
    press('Add: tip')
    press('Keep it')
    expect(said()).toContain('Give its orifice.')
    expect(sent).toEqual([])
    type('Name', 'Number two')
    type('Orifice', '#56')
    press('Keep it')
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ name: 'Number two', orifice: '#56' }))
  })
})

describe('a thing of the rig', () => {
  it('is kept with a name and what is known of it', async () => {
    const sent = await open([HOSE])
    fireEvent.click(within(screen.getByRole('region', { name: 'Hoses' })).getByText('Old red hose'))
    await waitFor(() => expect(screen.getByRole('dialog', { name: 'Old red hose' })).toBeTruthy())
    type('Name', 'Old red hose, short')
    press('Keep it')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]).toMatchObject({
      url: '/api/gear/h1',
      method: 'PUT',
      body: { name: 'Old red hose, short', active: true, fields: { grade: 'R', condition: 'damaged' } },
    })
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  })
  it('is asked for a name, and nothing is sent without one', async () => {
    const sent = await open([HOSE])
    fireEvent.click(within(screen.getByRole('region', { name: 'Hoses' })).getByText('Old red hose'))
    type('Name', ' ')
    press('Keep it')
    expect(said()).toContain('Give it a name that you would call it by.')
    expect(sent).toEqual([])
  })
  it('is retired, never deleted', async () => {
    const sent = await open([HOSE])
    fireEvent.click(within(screen.getByRole('region', { name: 'Hoses' })).getByText('Old red hose'))
    press('Retire it')
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]?.body).toMatchObject({ active: false, name: 'Old red hose' })
  })
  it('stays open with the server’s sentence when it is not taken, and keeps what was typed', async () => {
    serve([HOSE], { message: 'There is one of that name.' })
    show(<Rig />)
    await waitFor(() => expect(screen.getByRole('heading', { level: 1, name: 'Rig' })).toBeTruthy())
    fireEvent.click(within(screen.getByRole('region', { name: 'Hoses' })).getByText('Old red hose'))
    type('Name', 'Red')
    press('Keep it')
    await waitFor(() => expect(said()).toContain('There is one of that name.'))
    expect(screen.getByLabelText('Name')).toHaveProperty('value', 'Red')
  })
})
