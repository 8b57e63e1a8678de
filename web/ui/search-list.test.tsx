// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { answering, browserParts, clear, said, show } from '../test-support.tsx'
import { TUBE_SIZES } from '../views/plan/braze/braze-words.ts'
import { SelectField } from './SelectField.tsx'

beforeEach(() => {
  browserParts()
  answering({})
})
afterEach(clear)

function sizes(onChange = vi.fn()) {
  show(<SelectField label="Size" value="EN 1057 28 mm" options={TUBE_SIZES} onChange={onChange} />)
  return onChange
}
const field = () => screen.getByRole('combobox', { name: 'Size' })
const options = () => screen.getAllByRole('option').map((o) => o.textContent)

describe('a choice from a long list', () => {
  it('is found by a few figures, begun on the closed field, and taken by the keyboard', async () => {
    const onChange = sizes()
    expect(field().textContent).toContain('28 mm · EN 1057')
    fireEvent.keyDown(field(), { key: '7' })
    const search = await screen.findByPlaceholderText('Type to find')
    expect(search).toHaveProperty('value', '7')
    fireEvent.change(search, { target: { value: '7/8' } })
    await waitFor(() => expect(options().every((o) => o?.startsWith('7/8 in ·'))).toBe(true))
    fireEvent.keyDown(search, { key: 'Enter' })
    expect(onChange).toHaveBeenCalledWith('ASTM B88 3/4 K')
    await waitFor(() => expect(screen.queryByRole('listbox')).toBeNull())
  })
  it('is looked through without typing, and says so when nothing has that name', async () => {
    const onChange = sizes()
    fireEvent.click(field())
    await waitFor(() => expect(options()).toHaveLength(TUBE_SIZES.length))
    fireEvent.change(screen.getByPlaceholderText('Type to find'), { target: { value: 'zinc' } })
    await waitFor(() => expect(said()).toContain('Nothing here has “zinc” in its name.'))
    fireEvent.change(screen.getByPlaceholderText('Type to find'), { target: { value: '' } })
    fireEvent.click(await screen.findByText('Own size'))
    expect(onChange).toHaveBeenCalledWith('own')
  })
  it('leaves short lists as they are', () => {
    show(<SelectField label="Few" value="a" options={[{ value: 'a', label: 'A' }]} onChange={vi.fn()} />)
    fireEvent.click(screen.getByRole('combobox', { name: 'Few' }))
    expect(screen.queryByPlaceholderText('Type to find')).toBeNull()
  })
})
