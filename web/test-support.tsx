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

/**
 * What a browser has and jsdom has not: a page that was touched, a theme, room that is observed, and no sound. Radix
 * asks for the rest when a list is opened.
 */
export function browserParts(): void {
  vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener() {}, removeEventListener() {} }))
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  )
  // nothing is heard of what others change
  vi.stubGlobal(
    'EventSource',
    class {
      addEventListener() {}
      close() {}
    },
  )
  Object.defineProperty(navigator, 'userActivation', { value: { hasBeenActive: false }, configurable: true })
  Element.prototype.scrollIntoView = () => undefined
  Element.prototype.hasPointerCapture = () => false
}

/** What the page says, on one line. */
export const said = (): string => (document.body.textContent ?? '').replace(/\s+/g, ' ')

/** A screen with its store and its address, as a part of the app stands in them. */
export function screenOf(store: AppStore = makeStore(), at = '/') {
  return function Screen({ children }: { readonly children: ReactNode }) {
    return (
      <Provider store={store}>
        <MemoryRouter initialEntries={[at]}>{children}</MemoryRouter>
      </Provider>
    )
  }
}

/** Shows a part of the app as a screen of its own. */
export const show = (part: ReactNode, store?: AppStore, at?: string): RenderResult =>
  render(part, { wrapper: screenOf(store, at) })

/** Takes the screen away after each test. */
export function clear(): void {
  cleanup()
  vi.unstubAllGlobals()
  localStorage.clear()
}
