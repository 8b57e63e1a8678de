import { cleanup, configure, render, type RenderResult } from '@testing-library/react'
import type { ReactNode } from 'react'
import { Provider } from 'react-redux'
import { MemoryRouter } from 'react-router'
import { vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import type { Settings } from '#contract/schemas.ts'
import { api } from './app/api.ts'
import { ShopProvider } from './app/shop.ts'
import { makeStore, type AppStore } from './app/store.ts'

// what is loaded only when it is asked for, or is watched as it goes, takes its time on a busy machine: what does not come
// at all is waited for in vain just once
configure({ asyncUtilTimeout: 60_000 })

/** Something that was sent to the server to be kept. */
export interface Sent {
  readonly url: string
  readonly method: string
  readonly body: Readonly<Record<string, unknown>>
}
/** What a server heard, in order. */
export interface Heard {
  readonly asked: readonly string[]
  readonly sent: readonly Sent[]
}

/** A server's answer that something was not taken, and why; 422 unless told otherwise. */
export const refused = (
  error: { readonly code?: string; readonly message: string; readonly field?: string },
  status = 422,
): Response => Response.json({ error: { code: 'bad-input', ...error } }, { status })

/** The settings that the server has. */
let shopNow: Settings = FIRST_SETTINGS

/**
 * A server that answers each address with what is given here, and everything else with nothing there; the settings
 * are the first ones. What is sent to be kept is answered by `kept`, where one is given. Answers with what it hears.
 */
export function answering(
  answers: Readonly<Record<string, unknown>>,
  kept?: (sent: Sent) => Response,
): Heard {
  const all: Readonly<Record<string, unknown>> = { '/api/settings': FIRST_SETTINGS, ...answers }
  shopNow = all['/api/settings'] as Settings
  const asked: string[] = []
  const sent: Sent[] = []
  vi.stubGlobal('fetch', (url: string, { method = 'GET', body }: { method?: string; body?: string } = {}) => {
    asked.push(url)
    if (method !== 'GET') {
      const last = { url, method, body: JSON.parse(body ?? '{}') as Sent['body'] }
      sent.push(last)
      if (kept) return Promise.resolve(kept(last))
    }
    return Promise.resolve(
      url in all
        ? Response.json(all[url])
        : refused({ code: 'not-found', message: 'There is nothing here.' }, 404),
    )
  })
  return { asked, sent }
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
  // nothing is laid out here: no drawing has a size
  Object.assign(SVGElement.prototype, { getScreenCTM: () => null })
  Element.prototype.hasPointerCapture = () => false
}

/** What the page says, on one line. */
export const said = (): string => (document.body.textContent ?? '').replace(/\s+/g, ' ')

/** A screen with its store and its address, as a part of the app stands in them: it has heard of the shop already. */
export function screenOf(store: AppStore = makeStore(), at = '/') {
  store.dispatch(api.util.upsertQueryEntries([{ endpointName: 'settings', arg: undefined, value: shopNow }]))
  return function Screen({ children }: { readonly children: ReactNode }) {
    return (
      <Provider store={store}>
        <ShopProvider>
          <MemoryRouter initialEntries={[at]}>{children}</MemoryRouter>
        </ShopProvider>
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
  shopNow = FIRST_SETTINGS
}
