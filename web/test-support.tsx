import { cleanup, render, type RenderResult } from '@testing-library/react'
import type { ReactNode } from 'react'
import { Provider } from 'react-redux'
import { MemoryRouter } from 'react-router'
import { vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import type { Settings } from '#contract/schemas.ts'
import { makeStore, type AppStore } from './app/store.ts'

/** A server that answers each address with what is given here, and everything else with nothing there. */
export function answering(
  answers: Readonly<Record<string, unknown>>,
  settings: Settings = FIRST_SETTINGS,
): void {
  const all: Readonly<Record<string, unknown>> = { '/api/settings': settings, ...answers }
  vi.stubGlobal('fetch', (url: string) => {
    const answer = all[url]
    return Promise.resolve(
      answer === undefined
        ? Response.json({ error: { code: 'not-found', message: 'There is nothing here.' } }, { status: 404 })
        : Response.json(answer),
    )
  })
}

/** A screen with its store and its address, as a part of the app stands in them. */
export function screenOf(store: AppStore = makeStore()) {
  return function Screen({ children }: { readonly children: ReactNode }) {
    return (
      <Provider store={store}>
        <MemoryRouter>{children}</MemoryRouter>
      </Provider>
    )
  }
}

/** Shows a part of the app as a screen of its own. */
export const show = (part: ReactNode, store?: AppStore): RenderResult =>
  render(part, { wrapper: screenOf(store) })

/** Takes the screen away after each test. */
export function clear(): void {
  cleanup()
  vi.unstubAllGlobals()
  localStorage.clear()
}
