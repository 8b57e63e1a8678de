import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { Failure } from './api.ts'

/** Requests that are kept until the server has them. Each can be sent twice without harm. */
export interface OutboxItem {
  readonly id: string
  readonly route:
    'changePiece' | 'addRunEvent' | 'addLog' | 'addReading' | 'addFault' | 'addTrouble' | 'addTestEvent'
  readonly params: Readonly<Record<string, string>>
  readonly body: unknown
  /** A later item with the same key takes its place. */
  readonly key: string
  /** Not sent before this, so that typing is not sent letter by letter. ms since 1970. */
  readonly notBefore: number
}

export interface OutboxState {
  readonly items: readonly OutboxItem[]
  /** The item that is on its way. */
  readonly sending: string | null
  /** Why the first item waits. */
  readonly failure: Failure | null
  /** What the server would not take, with its reason: shown until put away. */
  readonly refused: readonly { readonly item: OutboxItem; readonly failure: Failure }[]
  /** Version of each piece as this screen last had it from the server. */
  readonly versions: Readonly<Record<string, number>>
  readonly reachable: boolean
}

const EMPTY: OutboxState = {
  items: [],
  sending: null,
  failure: null,
  refused: [],
  versions: {},
  reachable: true,
}

export const outbox = createSlice({
  name: 'outbox',
  initialState: EMPTY,
  reducers: {
    restored: (state, { payload }: PayloadAction<readonly OutboxItem[]>) => ({
      ...state,
      items: [...payload, ...state.items],
    }),
    enqueued: (state, { payload }: PayloadAction<OutboxItem>) => ({
      ...state,
      items: [...state.items.filter((i) => i.key !== payload.key || i.id === state.sending), payload],
    }),
    sendingBegan: (state, { payload }: PayloadAction<string>) => ({ ...state, sending: payload }),
    delivered: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      sending: null,
      failure: null,
      reachable: true,
      items: state.items.filter((i) => i.id !== payload),
    }),
    delayed: (state, { payload }: PayloadAction<Failure>) => ({
      ...state,
      sending: null,
      failure: payload,
      reachable: payload.status !== 0,
    }),
    refusedByServer: (state, { payload }: PayloadAction<{ item: OutboxItem; failure: Failure }>) => ({
      ...state,
      sending: null,
      items: state.items.filter((i) => i.id !== payload.item.id),
      refused: [...state.refused.filter((r) => r.item.key !== payload.item.key), payload],
    }),
    putAway: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      refused: state.refused.filter((r) => r.item.key !== payload),
    }),
    versionKnown: (state, { payload }: PayloadAction<{ id: string; version: number }>) => ({
      ...state,
      versions: { ...state.versions, [payload.id]: payload.version },
    }),
    reachableChanged: (state, { payload }: PayloadAction<boolean>) =>
      state.reachable === payload ? state : { ...state, reachable: payload },
  },
})
