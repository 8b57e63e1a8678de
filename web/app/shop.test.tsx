// @vitest-environment jsdom
import { render, screen } from '@testing-library/react'
import { Provider } from 'react-redux'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import { METRIC_UNITS } from '#core/quantity/choices.ts'
import { answering, browserParts, clear, refused, said } from '../test-support.tsx'
import { ShopProvider, useShop } from './shop.ts'
import { makeStore } from './store.ts'

beforeEach(browserParts)
afterEach(clear)

/** A part of a page that says a figure. */
const Told = () => <p>{useShop().print(206_843, 'pressure')} at the tip</p>
const open = () =>
  render(
    <Provider store={makeStore()}>
      <ShopProvider>
        <Told />
      </ShopProvider>
    </Provider>,
  )

describe('a page of the shop', () => {
  it('shows no figure before it knows in what the shop measures', async () => {
    answering({ '/api/settings': { ...FIRST_SETTINGS, units: METRIC_UNITS } })
    open()
    expect(said()).toBe('')
    expect(await screen.findByText('2.05 bar at the tip')).toBeTruthy()
  })
  it('of which the server cannot say how it measures is shown as one that has said nothing yet', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(refused({ code: 'broken', message: 'It broke.' }, 500)))
    open()
    expect(await screen.findByText('30 psi at the tip')).toBeTruthy()
  })
  it('says that no server answers, and goes on by itself once one does', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('fetch failed')))
    open()
    expect((await screen.findByRole('status')).textContent).toBe(
      'The server does not answer. It is asked again until it does.',
    )
    answering({ '/api/settings': { ...FIRST_SETTINGS, units: METRIC_UNITS } })
    expect(await screen.findByText('2.05 bar at the tip')).toBeTruthy()
  })
  it('is where every part of a page stands that says a figure', () => {
    vi.spyOn(console, 'error').mockReturnValue(undefined)
    expect(() => render(<Told />)).toThrow('stands in no shop')
    vi.restoreAllMocks()
  })
})
