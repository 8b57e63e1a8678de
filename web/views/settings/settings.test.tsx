// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import type { Settings as Shop } from '#contract/schemas.ts'
import type { Person } from '#contract/types.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { HOSE_COLOURS, REGIONS } from '#core/words/trade.ts'
import type { Failure } from '../../app/api.ts'
import { answering, browserParts, clear, refused, said, show } from '../../test-support.tsx'
import { Acceptance } from './Acceptance.tsx'
import { findPlaces } from './Contents.tsx'
import { MethodBook } from './MethodBook.tsx'
import { BOOK } from './MethodRow.tsx'
import { Shelf } from './Shelf.tsx'
import { Gauges } from './Gauges.tsx'
import { Limits } from './Limits.tsx'
import { People } from './People.tsx'
import { Place } from './Place.tsx'
import { Prices } from './Prices.tsx'
import Settings from './Settings.tsx'
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
  it('are saved as a field is left, by the volume that the shop measures in', () => {
    const change = changed()
    show(<Prices settings={FIRST_SETTINGS} change={change} failure={undefined} />)
    fireEvent.change(screen.getByLabelText('Oxygen, for 100 cu ft'), { target: { value: '14' } })
    expect(change).not.toHaveBeenCalled()
    fireEvent.blur(screen.getByLabelText('Oxygen, for 100 cu ft'))
    expect(change.mock.calls[0]?.[0].prices).toMatchObject({ oxygen: '14', per: '100 cu ft' })
    clear()
    answering({})
    const metric = changed()
    const settings = { ...FIRST_SETTINGS, units: { ...METRIC_UNITS } }
    show(<Prices settings={settings} change={metric} failure={undefined} />)
    type('Fuel, for 1 m³', '9')
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
  it('are saved as a field is left', () => {
    const change = changed()
    show(<Gauges settings={FIRST_SETTINGS} change={change} failure={undefined} />)
    const [oxygen] = screen.getAllByLabelText('Scale up to')
    if (!oxygen) throw new Error('there is no field')
    fireEvent.change(oxygen, { target: { value: '16 bar' } })
    expect(change).not.toHaveBeenCalled()
    fireEvent.blur(oxygen)
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
  it('takes an altitude as its field is left, and nothing that is as it was', () => {
    const change = changed()
    show(<Place settings={FIRST_SETTINGS} change={change} failure={undefined} />)
    fireEvent.blur(screen.getByLabelText('Altitude'))
    expect(change).not.toHaveBeenCalled()
    type('Altitude', '5200 ft')
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

describe('the book of methods', () => {
  it('has a row for each, line and brazing alike, with its reason', () => {
    show(<MethodBook settings={FIRST_SETTINGS} onChange={() => undefined} />)
    expect(screen.getAllByRole('combobox')).toHaveLength(BOOK.length)
    for (const { name, options } of BOOK) {
      const row = document.getElementById(`method-${name}`)
      expect(row?.textContent, name).toContain(options[0]?.reason)
      for (const o of options) expect(o.reason, `${name} ${o.value}`).toMatch(/[.]$/)
      expect(row?.textContent, name).not.toContain('Not the usual one')
    }
  })
  it('marks what is not the usual, and says which is', () => {
    const [row] = BOOK
    const other = row?.options[1]
    if (!row || !other) throw new Error('no row')
    const settings = { ...FIRST_SETTINGS, methods: { ...FIRST_SETTINGS.methods, [row.name]: other.value } }
    show(<MethodBook settings={settings} onChange={() => undefined} />)
    expect(document.getElementById(`method-${row.name}`)?.textContent).toContain(
      'Not the usual one, which is',
    )
  })
  it('is found by the words of a row, its reasons and its stems', () => {
    expect(findPlaces('bleeding').length).toBeGreaterThan(0)
    expect(findPlaces('bleeding')[0]?.anchor).toMatch(/^method-/)
    expect(findPlaces('feather copper').map((p) => p.title)).toContain('Flame on copper')
    expect(findPlaces('fahrenheit').map((p) => p.title)).toEqual(['Units'])
    expect(findPlaces('xylophone')).toEqual([])
    expect(findPlaces('  ')).toEqual([])
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
  it('is saved as a field is left, and only when it can be read', () => {
    const change = changed()
    show(<Acceptance settings={FIRST_SETTINGS} change={change} />)
    const [field] = screen.getAllByRole('textbox')
    if (!field) throw new Error('no field')
    fireEvent.change(field, { target: { value: 'some' } })
    fireEvent.blur(field)
    expect(change).not.toHaveBeenCalled()
    fireEvent.change(field, { target: { value: '2' } })
    fireEvent.blur(field)
    expect(Object.values(change.mock.calls[0]?.[0].acceptance ?? {})).toContain('2')
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

describe('the settings', () => {
  it('are saved at once, and taken back with a press', async () => {
    const { sent } = answering({ '/api/settings': FIRST_SETTINGS }, ({ body }) => Response.json(body))
    show(<Settings />)
    await waitFor(() => expect(said()).toContain('All mm and bar'))
    press('All mm and bar')
    await waitFor(() => expect(said()).toContain('✓ Saved.'))
    press('Take it back')
    await waitFor(() => expect(sent).toHaveLength(2))
    expect(sent.map((r) => (r.body as unknown as Shop).units.length)).toEqual(['mm', 'in'])
    await waitFor(() => expect(said()).not.toContain('✓ Saved.'))
  })
  it('lose nothing of two changes in one breath', async () => {
    const { sent } = answering({ '/api/settings': FIRST_SETTINGS }, ({ body }) => Response.json(body))
    show(<Settings />)
    await waitFor(() => expect(said()).toContain('All mm and bar'))
    press('All mm and bar')
    pick('Word for tip', 'nozzle')
    await waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[1]?.body as unknown as Shop).toMatchObject({
      units: { length: 'mm' },
      words: { tip: 'nozzle' },
    })
  })
})
