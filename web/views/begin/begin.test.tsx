// @vitest-environment jsdom
import fc from 'fast-check'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { beginSchema } from '#contract/rig-schemas.ts'
import { answering, browserParts, clear, refused, show } from '../../test-support.tsx'
import Begin from './Begin.tsx'
import { bodyOf, contentsFault, noAnswers, tipsOf, type Answers } from './first-shop.ts'

beforeEach(browserParts)
afterEach(clear)

const said = (over: Partial<Answers>): Answers => ({ ...noAnswers(), ...over })

describe('what was answered', () => {
  it('is nothing where all of it was skipped', () => {
    expect(bodyOf(noAnswers())).toMatchObject({ person: null, torch: null, tips: [], gear: [] })
  })
  it('is a torch as soon as anything was said of it, with its one tip fitted', () => {
    const { torch, tips } = bodyOf(said({ tips: ['#60'], fuelCylinder: '145 cu ft' }))
    expect(torch).toMatchObject({
      name: 'My torch',
      rig: { tipOrifice: '#60', acetyleneCylinder: '145 cu ft', braze: { tipOrifice: '' } },
    })
    expect(tips).toMatchObject([{ name: '#60', orifice: '#60' }])
    const handle = bodyOf(said({ torchKind: 'brazing-handle', tips: ['#60'] })).torch
    expect(handle?.rig).toMatchObject({ tipOrifice: '', braze: { tipOrifice: '#60' } })
    // of several none is fitted before it is known for what
    expect(bodyOf(said({ tips: ['#60', '#56'] })).torch?.rig.tipOrifice).toBe('')
  })
  it('reads tips as they are written, and names those that are none', () => {
    expect(tipsOf({ tips: ['#60'], otherTips: '0.040 in, 1,2 mm; #60, large' })).toEqual({
      good: ['#60', '0.040 in', '1,2 mm'],
      bad: ['large'],
    })
    expect(contentsFault('a lot')).toMatch(/\.$/)
    expect(contentsFault(' ')).toBeUndefined()
  })
  it('is always something that the server takes, whatever is typed into names', () => {
    const name = fc.string({ maxLength: 120 }).filter((s) => /^[^\u0000-\u001f\u007f]*$/.test(s))
    fc.assert(
      fc.property(name, name, fc.subarray(['#74', '#60', '#45']), (torchName, person, tips) => {
        const body = bodyOf(said({ torchName, person, tips }))
        expect(beginSchema.isValidSync(body, { strict: true })).toBe(true)
      }),
    )
  })
})

describe('the first page', () => {
  it('sends what was answered, and stays as it is where it is not taken', async () => {
    let no = true
    const heard = answering({}, () =>
      no ? refused({ message: 'This is not stored.' }) : Response.json({ torchId: null }, { status: 201 }),
    )
    show(<Begin />)
    fireEvent.click(screen.getByRole('radio', { name: 'Millimetres and bar' }))
    fireEvent.click(screen.getByRole('button', { name: /#60/ }))
    fireEvent.change(screen.getByLabelText('Your name'), { target: { value: 'Wren' } })
    fireEvent.click(screen.getByRole('button', { name: 'To a first plan' }))
    await screen.findByText('This is not stored.')
    expect(screen.getByLabelText<HTMLInputElement>('Your name').value).toBe('Wren')
    no = false
    fireEvent.click(screen.getByRole('button', { name: 'To a first plan' }))
    await waitFor(() => expect(heard.sent).toHaveLength(2))
    const [first, second] = heard.sent
    // the same ids: what is sent twice is stored once
    expect(second?.body).toEqual(first?.body)
    expect(first?.body).toMatchObject({
      person: { name: 'Wren' },
      settings: { region: 'iso', units: { length: 'mm' } },
    })
  })
  it('lets nobody go on with a tip or contents that cannot be read', () => {
    answering({})
    show(<Begin />)
    const on = () => screen.getByRole<HTMLButtonElement>('button', { name: 'To a first plan' }).disabled
    expect(on()).toBe(false)
    fireEvent.change(screen.getByLabelText('Others, with commas between'), { target: { value: 'large' } })
    expect(screen.getByText('Not understood as a bore: large.')).toBeTruthy()
    expect(on()).toBe(true)
    fireEvent.change(screen.getByLabelText('Others, with commas between'), { target: { value: '' } })
    fireEvent.change(screen.getByLabelText('Oxygen'), { target: { value: 'much' } })
    expect(on()).toBe(true)
  })
})
