import { configureStore } from '@reduxjs/toolkit'
import { useDispatch, useSelector } from 'react-redux'
import { api } from './api.ts'
import { device, keepDevice } from './device.ts'
import { outbox } from './outbox.ts'

export function makeStore() {
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer, [device.name]: device.reducer, [outbox.name]: outbox.reducer },
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  })
  let kept = store.getState().device
  store.subscribe(() => {
    const now = store.getState().device
    if (now === kept) return
    kept = now
    keepDevice(now)
  })
  return store
}

export type AppStore = ReturnType<typeof makeStore>
export type AppState = ReturnType<AppStore['getState']>
export const useApp = useSelector.withTypes<AppState>()
export const useSend = useDispatch.withTypes<AppStore['dispatch']>()
