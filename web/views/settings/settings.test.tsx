// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import type { Settings as Shop } from '#contract/schemas.ts'
import type { Person } from '#contract/types.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { METHOD_NAMES } from '#core/braze/index.ts'
import { HOSE_COLOURS, REGIONS } from '#core/words/trade.ts'
import type { Failure } from '../../app/api.ts'
import { answering, browserParts, clear, refused, said, show } from '../../test-support.tsx'
import { Acceptance } from './Acceptance.tsx'
import { Methods, Shelf } from './Brazing.tsx'
import { Gauges } from './Gauges.tsx'
import { Limits } from './Limits.tsx'
import { People } from './People.tsx'
import { Place } from './Place.tsx'
import { Prices } from './Prices.tsx'
import { Units } from './Units.tsx'
import { Words } from './Words.tsx'

beforeEach(() => {
  browserParts()
  answering({})
})
afterEach(clear)

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }))
const pick = (group: string, word: string) =>
  fireEvent.click(within(screen.getByRole('radiogroup', { name: group })).getByText(word))
const type = (label: string, value: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
  fireEvent.blur(screen.getByLabelText(label))
}
const changed = () => vi.fn<(part: Partial<Shop>) => void>()

describe('units', () => {
  it('are all changed with one press, to either habit', () => {
    const change = changed()
    show(<Units settings={FIRST_SETTINGS} change={change} />)
    press('All mm and bar')
    press('All inch and psi')
    expect(change.mock.calls).toEqual([[{ units: METRIC_UNITS }], [{ units: INCH_UNITS }]])
  })
  it('are changed one by one, and the others stay', () => {
    const change = changed()
    show(<Units settings={FIRST_SETTINGS} change={change} />)
    pick('pressure', 'bar')
    expect(change).toHaveBeenCalledExactlyOnceWith({ units: { ...INCH_UNITS, pressure: 'bar' } })
    expect(screen.getByRole('radiogroup', { name: 'temperature' }).textContent).toContain('°F')
  })
  it('say what a comma in a number means', () => {
    const change = changed()
    show(<Units settings={FIRST_SETTINGS} change={change} />)
    pick('A comma in a number', 'Decimal mark')
    expect(change).toHaveBeenCalledExactlyOnceWith({ decimalMark: 'comma' })
  })
})

describe('prices', () => {
  it('are kept only when they are said to be used, by the volume that the shop measures in', () => {
    const change = changed()
    show(<Prices settings={FIRST_SETTINGS} change={change} failure={undefined} />)
    type('Oxygen, for 100 cu ft', '14')
    expect(change).not.toHaveBeenCalled()
    press('Use these prices')
    expect(change.mock.calls[0]?.[0].prices).toMatchObject({ oxygen: '14', per: '100 cu ft' })
    clear()
    answering({})
    const metric = changed()
    const settings = { ...FIRST_SETTINGS, units: { ...METRIC_UNITS } }
    show(<Prices settings={settings} change={metric} failure={undefined} />)
    type('Fuel, for 1 m³', '9')
    press('Use these prices')
    expect(metric.mock.calls[0]?.[0].prices).toMatchObject({ fuel: '9', per: 'm3' })
  })
  it('that the server does not take stand with its sentence, and nothing is lost', () => {
    const failure: Failure = {
      status: 422,
      code: 'bad-input',
      field: 'prices.hour',
      message: 'A plain number.',
    }
    show(<Prices settings={FIRST_SETTINGS} change={changed()} failure={failure} />)
    type('An hour of work', 'dear')
    expect(said()).toContain('A plain number.')
    expect(screen.getByLabelText('An hour of work')).toHaveProperty('value', 'dear')
  })
})

describe('limits', () => {
  it('take a purge floor as soon as it can be read, and say what is wrong until then', () => {
    const change = changed()
    show(<Limits settings={FIRST_SETTINGS} change={change} />)
    type('Purge, at least', 'long')
    expect(change).not.toHaveBeenCalled()
    expect(screen.getByLabelText('Purge, at least')).toHaveProperty('value', 'long')
    expect(screen.getByLabelText('Purge, at least').getAttribute('aria-describedby')).not.toBeNull()
    type('Purge, at least', '1.2')
    expect(change.mock.calls[0]?.[0].limits).toEqual({ ...FIRST_SETTINGS.limits, purgeFloor: '1.2' })
  })
  it('never offer to lift the hard one', () => {
    show(<Limits settings={FIRST_SETTINGS} change={changed()} />)
    expect(said()).toContain('acetylene never over 15 psi')
    expect(screen.getAllByRole('textbox')).toHaveLength(1)
  })
})

describe('gauges', () => {
  it('are taken together when they are said to be used', () => {
    const change = changed()
    show(<Gauges settings={FIRST_SETTINGS} change={change} failure={undefined} />)
    const [oxygen] = screen.getAllByLabelText('Scale up to')
    if (!oxygen) throw new Error('there is no field')
    fireEvent.change(oxygen, { target: { value: '16 bar' } })
    expect(change).not.toHaveBeenCalled()
    fireEvent.click(screen.getByRole('button', { name: 'Use these gauges' }))
    expect(change.mock.calls[0]?.[0].gauges?.oxygen.range).toBe('16 bar')
  })
  it('keep what was typed and say at its field what is wrong', () => {
    const failure = { status: 422, code: 'bad-input', field: 'gauges.fuel.red', message: 'Past its end.' }
    show(<Gauges settings={FIRST_SETTINGS} change={changed()} failure={failure} />)
    expect(said()).toContain('Past its end.')
  })
  it('leave simulated instruments off until somebody wants them', () => {
    const change = changed()
    show(<Gauges settings={FIRST_SETTINGS} change={change} failure={undefined} />)
    fireEvent.click(screen.getByRole('radio', { name: 'On, for practice' }))
    expect(change).toHaveBeenCalledExactlyOnceWith({ simulated: 'on' })
  })
})

describe('place', () => {
  it('takes an altitude when it is said to be used', () => {
    const change = changed()
    show(<Place settings={FIRST_SETTINGS} change={change} failure={undefined} />)
    expect(screen.getByRole('button', { name: 'Use this altitude' })).toHaveProperty('disabled', true)
    type('Altitude', '5200 ft')
    press('Use this altitude')
    expect(change).toHaveBeenCalledExactlyOnceWith({ altitude: '5200 ft' })
  })
  it.each(REGIONS)('names every colour beside showing it: %s', (region) => {
    show(<Place settings={{ ...FIRST_SETTINGS, region }} change={changed()} failure={undefined} />)
    for (const gas of ['oxygen', 'acetylene', 'propane'] as const)
      expect(said()).toContain(`${gas}: ${HOSE_COLOURS[region][gas]} hose`)
  })
})

describe('words', () => {
  it('are the shop’s own, one by one', () => {
    const change = changed()
    show(<Words settings={FIRST_SETTINGS} change={change} />)
    pick('Word for tip', 'nozzle')
    pick('Word for arrestor', 'flame trap')
    expect(change.mock.calls).toEqual([
      [{ words: { ...FIRST_SETTINGS.words, tip: 'nozzle' } }],
      [{ words: { ...FIRST_SETTINGS.words, arrestor: 'flame trap' } }],
    ])
  })
})

describe('methods of brazing', () => {
  it('are a row each, with the one that the shop takes', () => {
    show(<Methods settings={FIRST_SETTINGS} onChange={() => undefined} />)
    expect(screen.getAllByRole('combobox')).toHaveLength(METHOD_NAMES.length)
    for (const box of screen.getAllByRole('combobox')) expect(box.textContent).not.toBe('Choose')
  })
})

describe('the shelf', () => {
  const shelf: Shop['shelf'] = [
    { class: 'BCuP-2', form: 'bare', perKg: '24' },
    { class: 'BAg-24', form: 'flux-coated', perKg: '' },
  ]
  const stocked = () => {
    const change = vi.fn<(shelf: Shop['shelf']) => void>()
    show(<Shelf settings={{ ...FIRST_SETTINGS, shelf }} onChange={change} />)
    return change
  }
  it('has rods put on it and taken off', () => {
    const change = stocked()
    press('Rod')
    expect(change.mock.calls.at(-1)?.[0]).toHaveLength(3)
    press('Take rod 1 off the shelf')
    expect(change.mock.calls.at(-1)?.[0].map((r) => r.class)).toEqual(['BAg-24', 'BCuP-2'])
  })
  it('keeps a price once it is a number, and shows what is typed until then', () => {
    const change = stocked()
    type('Price of a kg of rod 2', '5x')
    expect(change).not.toHaveBeenCalled()
    expect(screen.getByLabelText('Price of a kg of rod 2')).toHaveProperty('value', '5x')
    type('Price of a kg of rod 2', '560')
    expect(change.mock.calls[0]?.[0][1]?.perKg).toBe('560')
  })
  it('that is empty says what that means', () => {
    show(<Shelf settings={{ ...FIRST_SETTINGS, shelf: [] }} onChange={() => undefined} />)
    expect(said()).toContain('every filler is judged as if it were to be had')
  })
})

describe('what is accepted', () => {
  it('can be kept only when it has changed and can be read', () => {
    show(<Acceptance settings={FIRST_SETTINGS} />)
    const keep = () => screen.getByRole('button', { name: 'Keep these limits' })
    expect(keep()).toHaveProperty('disabled', true)
    const [field] = screen.getAllByRole('textbox')
    if (!field) throw new Error('no field')
    fireEvent.change(field, { target: { value: 'some' } })
    expect(keep()).toHaveProperty('disabled', true)
    expect(said()).toContain('never accepted')
  })
})

describe('people', () => {
  const BEDE: Person = { id: 'b', name: 'Bede', role: 'practised', active: true }
  const answer = (refuse?: string) =>
    answering({ '/api/people': [BEDE] }, () =>
      refuse === undefined ? Response.json(BEDE) : refused({ message: refuse }),
    ).sent
  it('are added by name, and the field is free for the next', async () => {
    const sent = answer()
    show(<People />)
    type('Somebody new', '  Wren ')
    press('Add')
    await waitFor(() => expect(screen.getByLabelText('Somebody new')).toHaveProperty('value', ''))
    expect(sent[0]?.body).toMatchObject({ name: 'Wren' })
  })
  it('that cannot be added are told why, and what was typed stays', async () => {
    answer('That name is taken.')
    show(<People />)
    type('Somebody new', 'Bede')
    press('Add')
    await waitFor(() => expect(said()).toContain('That name is taken.'))
    expect(screen.getByLabelText('Somebody new')).toHaveProperty('value', 'Bede')
  })
  it('are renamed, given a role and retired, never deleted', async () => {
    const sent = answer()
    show(<People />)
    await waitFor(() => expect(screen.getByLabelText('Name of Bede')).toBeTruthy())
    expect(screen.getByLabelText('Role of Bede').textContent).toContain('qualified')
    fireEvent.change(screen.getByLabelText('Role of Bede'), { target: { value: 'instructor' } })
    press('Retire')
    type('Name of Bede', 'Beda')
    await waitFor(() => expect(sent).toHaveLength(3))
    expect(sent.map((s) => s.body)).toMatchObject([
      { role: 'instructor' },
      { active: false },
      { name: 'Beda' },
    ])
    expect(screen.queryByRole('button', { name: /delete/i })).toBeNull()
  })
  it('keep their name when it is emptied', async () => {
    const sent = answer()
    show(<People />)
    await waitFor(() => expect(screen.getByLabelText('Name of Bede')).toBeTruthy())
    type('Name of Bede', ' ')
    expect(screen.getByLabelText('Name of Bede')).toHaveProperty('value', 'Bede')
    expect(sent).toEqual([])
  })
})
