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
import { applyTheme } from './app/device.ts'
import { hearFaults, tellFault } from './app/faults.ts'
import { startOutbox } from './app/outbox-sender.ts'
import { router } from './app/routes.tsx'
import { makeStore } from './app/store.ts'

const root = document.getElementById('root')
if (!root) throw new Error('the page has no root')
const store = makeStore()
applyTheme()
hearFaults()
startOutbox(store).catch(tellFault)
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
)
