// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FIRST_PRACTICE } from '#application/first.ts'
import { TUBE_RUN } from '#core/braze/fields.ts'
import { PRACTICE_ITEM } from '#core/cut/fields.ts'
import { answering, clear, show } from '../test-support.tsx'
import { RowsList } from './RowsList.tsx'

beforeEach(() => answering({}))
afterEach(clear)

const RUN = { outsideDiameter: '22 mm', wall: '1 mm', length: '4 m' }
const EMPTY = { outsideDiameter: '', wall: '', length: '' }

function runs(rows = [RUN, EMPTY], errors: { field: string; message: string }[] = []) {
  const onChange = vi.fn()
  show(
    <RowsList
      table={TUBE_RUN}
      rows={rows}
      path="work.tubeRun"
      errors={errors}
      first={EMPTY}
      called="Length"
      columns="grid-cols-3"
      onChange={onChange}
    />,
  )
  return onChange
}

describe('rows', () => {
  it('are changed one by one, and the others stay the same rows', () => {
    const onChange = runs()
    fireEvent.change(screen.getByLabelText('Wall of length 2'), { target: { value: '0.9 mm' } })
    expect(onChange).toHaveBeenCalledWith([RUN, { ...EMPTY, wall: '0.9 mm' }])
  })
  it('are added at the end and taken out anywhere', () => {
    const onChange = runs()
    fireEvent.click(screen.getByText('Add a length'))
    expect(onChange).toHaveBeenLastCalledWith([RUN, EMPTY, EMPTY])
    fireEvent.click(screen.getByText('Take length 1 out'))
    expect(onChange).toHaveBeenLastCalledWith([EMPTY])
  })
  it('have their faults in their own row', () => {
    runs([RUN, RUN], [{ field: 'work.tubeRun.1.wall', message: 'Two walls are thicker than the tube.' }])
    expect(screen.getByLabelText('Wall of length 1').getAttribute('aria-invalid')).toBeNull()
    expect(screen.getByLabelText('Wall of length 2').getAttribute('aria-invalid')).toBe('true')
  })
  it('ask each for what its kind needs', () => {
    const rows = [FIRST_PRACTICE, { ...FIRST_PRACTICE, shape: 'hole' }, { ...FIRST_PRACTICE, shape: 'slot' }]
    show(
      <RowsList
        table={PRACTICE_ITEM}
        rows={rows}
        path="work.practice"
        errors={[]}
        first={FIRST_PRACTICE}
        called="Cut"
        columns="grid-cols-2"
        onChange={() => undefined}
      />,
    )
    const labels = [...document.querySelectorAll('label')].map((l) => l.textContent)
    expect(labels).toContain('Length of cut 1')
    expect(labels).not.toContain('Width of cut 1')
    expect(labels).toContain('Diameter of cut 2')
    expect(labels).not.toContain('Length of cut 2')
    expect(labels).toContain('Width of cut 3')
  })
})
