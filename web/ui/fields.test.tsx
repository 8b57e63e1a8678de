// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import { METRIC_UNITS } from '#core/quantity/choices.ts'
import { answering, clear, show } from '../test-support.tsx'
import { QuantityField } from './QuantityField.tsx'
import { Segmented } from './Segmented.tsx'
import { Toggles } from './Toggles.tsx'
import { useKeptForm } from './useKeptForm.ts'

beforeEach(() => answering({}))
afterEach(clear)

function Length({
  first,
  onText,
  stepper = false,
}: {
  readonly first: string
  readonly onText?: (t: string) => void
  readonly stepper?: boolean
}) {
  const [value, setValue] = useState(first)
  return (
    <QuantityField
      label="Length"
      kind="length"
      value={value}
      stepper={stepper}
      onChange={(text) => {
        setValue(text)
        onText?.(text)
      }}
    />
  )
}

describe('a quantity', () => {
  it('is stepped to the next whole step of its unit, and never to nothing', async () => {
    const user = userEvent.setup()
    show(<Length first="0.7 in" stepper />)
    const box = screen.getByLabelText<HTMLInputElement>('Length')
    await user.click(screen.getByRole('button', { name: 'Length: more' }))
    expect(box.value).toBe('3/4 in')
    await user.click(screen.getByRole('button', { name: 'Length: less' }))
    expect(box.value).toBe('11/16 in')
    for (let i = 0; i < 12; i++) await user.click(screen.getByRole('button', { name: 'Length: less' }))
    expect(box.value).toBe('1/16 in')
  })
  it('shows what was understood in the other habit of units', () => {
    show(<Length first="1 in" />)
    expect(screen.getByRole('status').textContent).toBe('25.4 mm')
  })
  it('takes a bare number in the shop’s unit once the settings are there', async () => {
    answering({ '/api/settings': { ...FIRST_SETTINGS, units: METRIC_UNITS } })
    const onText = vi.fn()
    show(<Length first="" onText={onText} />)
    await vi.waitFor(() => {
      fireEvent.change(screen.getByLabelText('Length'), { target: { value: `${Math.random()}` } })
      fireEvent.change(screen.getByLabelText('Length'), { target: { value: '12' } })
      expect(onText).toHaveBeenLastCalledWith('12 mm')
    })
  })
  it('that can be read two ways asks which, and loses nothing', () => {
    show(<Length first="1,500 mm" />)
    expect(screen.getByLabelText<HTMLInputElement>('Length').value).toBe('1,500 mm')
    expect(screen.getByRole('alert')).toBeDefined()
    const ways = screen.getAllByRole('button')
    expect(ways.length).toBeGreaterThanOrEqual(2)
    fireEvent.click(ways[0] as HTMLElement)
    expect(screen.queryByRole('alert')).toBeNull()
  })
})

describe('a choice of a few', () => {
  it('gives the empty word too: No is an answer', () => {
    const onChange = vi.fn()
    const options = [
      { value: '', label: 'No' },
      { value: 'yes', label: 'Trial' },
    ]
    show(<Segmented label="Trial" value="yes" options={options} onChange={onChange} />)
    fireEvent.click(screen.getByText('No'))
    expect(onChange).toHaveBeenCalledWith('')
  })
  it('stays as it is when what is chosen is pressed again', () => {
    const onChange = vi.fn()
    show(
      <Segmented
        label="Hand"
        value="left"
        options={[{ value: 'left', label: 'Left' }]}
        onChange={onChange}
      />,
    )
    fireEvent.click(screen.getByText('Left'))
    expect(onChange).not.toHaveBeenCalled()
  })
})

it('several words tell which of them are on', () => {
  const options = ['a', 'b'].map((w) => ({ value: w, label: w.toUpperCase() }))
  show(<Toggles label="Words" options={options} value={['b']} onChange={() => undefined} />)
  expect(screen.getByRole('button', { name: 'A' }).getAttribute('aria-pressed')).toBe('false')
  expect(screen.getByRole('button', { name: 'B' }).getAttribute('aria-pressed')).toBe('true')
})

describe('a form that is kept', () => {
  function Form() {
    const [form, change, letGo] = useKeptForm('t', { name: 'first', note: '' })
    return (
      <>
        <input aria-label="Name" value={form.name} onChange={(e) => change({ name: e.target.value })} />
        <button onClick={letGo}>Done</button>
      </>
    )
  }
  const name = () => screen.getByLabelText<HTMLInputElement>('Name')
  it('is there again after a reload, until it is let go', () => {
    const first = show(<Form />)
    fireEvent.change(name(), { target: { value: 'typed' } })
    first.unmount()
    const second = show(<Form />)
    expect(name().value).toBe('typed')
    fireEvent.click(screen.getByText('Done'))
    second.unmount()
    show(<Form />)
    expect(name().value).toBe('first')
  })
  it('begins anew where what was kept cannot be read', () => {
    localStorage.setItem('wimble.form.t', '{"name":')
    show(<Form />)
    expect(name().value).toBe('first')
  })
})
