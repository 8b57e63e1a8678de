import '@fontsource/atkinson-hyperlegible-next/latin-400.css'
import '@fontsource/atkinson-hyperlegible-next/latin-700.css'
import '@fontsource/barlow-condensed/latin-500.css'
import '@fontsource/barlow-condensed/latin-600.css'
import '@fontsource/barlow-condensed/latin-700.css'
import './styles.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Provider } from 'react-redux'
import { RouterProvider } from 'react-router'
import { api } from './app/api.ts'
import { applyTheme } from './app/device.ts'
import { hearFaults, tellFault } from './app/faults.ts'
import { startOutbox } from './app/outbox-sender.ts'
import { router } from './app/routes.tsx'
import { ShopProvider } from './app/shop.ts'
import { makeStore } from './app/store.ts'

const root = document.getElementById('root')
if (!root) throw new Error('the page has no root')
const store = makeStore()
// all that is shown waits for the shop's settings: they are asked for first of all. Not subscribed to: the shop is
void store.dispatch(api.endpoints.settings.initiate(undefined, { subscribe: false }))
// what the first view shows is asked for while its page is still on the way
if (location.pathname === '/') {
  void import('./views/today/Today.tsx')
  // not subscribed to: nobody looks at it once another view is open
  void store.dispatch(api.endpoints.today.initiate(undefined, { subscribe: false }))
}
applyTheme()
hearFaults()
startOutbox(store).catch(tellFault)
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <ShopProvider>
        <RouterProvider router={router} />
      </ShopProvider>
    </Provider>
  </StrictMode>,
)
