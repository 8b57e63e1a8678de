// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { answering, browserParts, clear, refused, show } from '../../../test-support.tsx'
import { textOfFile } from './sheet-file.ts'
import SheetPage from './SheetPage.tsx'

beforeEach(browserParts)
afterEach(clear)

const bytes = (text: string) => new TextEncoder().encode(text)

describe('a file that was chosen', () => {
  it('is read whichever way a spreadsheet program wrote its letters', () => {
    expect(textOfFile(bytes('Ø;plate'))).toEqual({ text: 'Ø;plate' })
    expect(textOfFile(new Uint8Array([0xff, 0xfe, 0xd8, 0x00, 0x3b, 0x00]))).toMatchObject({
      text: expect.stringContaining('Ø;') as string,
    })
    expect(textOfFile(new Uint8Array([0xfe, 0xff, 0x00, 0xd8]))).toMatchObject({
      text: expect.stringContaining('Ø') as string,
    })
    expect(textOfFile(new Uint8Array([0xd8, 0x3b]))).toEqual({ text: 'Ø;' })
  })
  it.each([
    ['a newer spreadsheet', [0x50, 0x4b, 3, 4]],
    ['an older spreadsheet', [0xd0, 0xcf, 0x11, 0xe0]],
    ['a PDF', [0x25, 0x50, 0x44, 0x46]],
  ])('is told how to be saved: %s', (_what, head) => {
    const read = textOfFile(new Uint8Array(head))
    expect('no' in read ? read.no : '').toMatch(/CSV/)
  })
})

const paste = (text: string) =>
  fireEvent.change(screen.getByLabelText(/Or paste its cells/), { target: { value: text } })
const SHEET = 'Date;Operator;Plate (mm);O2 (bar);OK\n2.3.2026;Heron;12;2,6;yes\n3.3.2026;Heron;abc;2,6;yes'

describe('the page of a spreadsheet', () => {
  it('shows how each row is read, and sends just that', async () => {
    const heard = answering({ '/api/tips': [], '/api/torches': [] }, () =>
      Response.json({ added: 1, known: 0 }, { status: 201 }),
    )
    show(<SheetPage />)
    paste(SHEET)
    expect(screen.getByText('5 of 5 are taken')).toBeTruthy()
    expect(screen.getByText('One row is left out')).toBeTruthy()
    expect(screen.getByText(/Thickness or wall/, { selector: 'li' }).textContent).toContain('Row 3.')
    const take = () => screen.getByRole<HTMLButtonElement>('button', { name: /row/ })
    expect(take().disabled).toBe(false)
    fireEvent.click(take())
    await screen.findByText('One row came in.')
    expect(heard.sent).toHaveLength(1)
    expect(heard.sent[0]).toMatchObject({
      url: '/api/sheets',
      body: {
        text: SHEET,
        rows: 1,
        how: {
          columns: ['at', 'personName', 'thickness', 'oxygenPressure', 'result'],
          decimals: 'comma',
          dates: 'day-month',
          same: { what: 'cut', fuel: 'acetylene' },
        },
      },
    })
  })
  it('takes nothing while something that is needed is said nowhere, and says what', () => {
    answering({ '/api/tips': [], '/api/torches': [] })
    show(<SheetPage />)
    paste('Operator;Plate (mm)\nHeron;12')
    expect(screen.getByText('No column says it: say it here.')).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'No row to take' }).disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('Date'), { target: { value: '2026-03-02' } })
    expect(screen.getByRole('button', { name: 'Take one row into the log' })).toBeTruthy()
  })
  it('says why a text is no sheet, and keeps the page when the server does not take it', async () => {
    answering({ '/api/tips': [], '/api/torches': [] }, () =>
      refused({ code: 'read-otherwise', message: 'No rows are good now. Look at them again.' }, 409),
    )
    show(<SheetPage />)
    paste('Nothing')
    expect(screen.getByRole('alert').textContent).toMatch(/No columns are found/)
    paste(SHEET)
    fireEvent.click(screen.getByRole('button', { name: 'Take one row into the log' }))
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/Look at them again/))
    expect(screen.getByText('5 of 5 are taken')).toBeTruthy()
  })
})
