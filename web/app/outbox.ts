import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { LogDraft } from '#contract/schemas.ts'
import type { Failure } from './api.ts'

/** What is kept until the server has it. */
export const KEPT_ROUTES = [
  'changePiece',
  'addRunEvent',
  'addLog',
  'addReading',
  'addFault',
  'addTrouble',
  'addTestEvent',
  'addPractice',
] as const
/** Requests that are kept until the server has them. Each can be sent twice without harm. */
export interface OutboxItem {
  readonly id: string
  readonly route: (typeof KEPT_ROUTES)[number]
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
  /** What was found in the browser and can no longer be read: shown until put away. */
  readonly aside: readonly { readonly id: string; readonly found: unknown }[]
  /** The items as they were last put down in the browser. */
  readonly putDown: readonly OutboxItem[]
  /** The browser has no room for more: what is confirmed is not kept here. */
  readonly noRoom: boolean
  /** Version of each piece as this screen last had it from the server. */
  readonly versions: Readonly<Record<string, number>>
  readonly reachable: boolean
}

const EMPTY: OutboxState = {
  items: [],
  sending: null,
  failure: null,
  refused: [],
  aside: [],
  putDown: [],
  noRoom: false,
  versions: {},
  reachable: true,
}

export const outbox = createSlice({
  name: 'outbox',
  initialState: EMPTY,
  reducers: {
    restored: (state, { payload }: PayloadAction<Pick<OutboxState, 'items' | 'refused' | 'aside'>>) => ({
      ...state,
      items: [...payload.items, ...state.items],
      refused: [...payload.refused, ...state.refused],
      aside: [...payload.aside, ...state.aside],
    }),
    /** What was on its way when it was put down, and that it was. */
    put: (state, { payload }: PayloadAction<readonly OutboxItem[]>) => ({
      ...state,
      putDown: payload,
      noRoom: false,
    }),
    notPut: (state) => (state.noRoom ? state : { ...state, noRoom: true }),
    /** What was refused, as somebody has mended it: it is sent again, after what waits. */
    mended: (state, { payload }: PayloadAction<OutboxItem>) => ({
      ...state,
      refused: state.refused.filter((r) => r.item.id !== payload.id),
      items: [...state.items, payload],
    }),
    asidePutAway: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      aside: state.aside.filter((a) => a.id !== payload),
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

/** How many of what waits are safe in the browser: not more than it has really taken. */
export const keptHere = ({ items, putDown }: Pick<OutboxState, 'items' | 'putDown'>): number => {
  const down = new Set(putDown)
  return items.filter((i) => down.has(i)).length
}
/** Whether what is confirmed now would be lost: the browser has no room, and the server does not take it. */
export const wouldBeLost = ({ noRoom, reachable, failure }: OutboxState): boolean =>
  noRoom && (!reachable || failure !== null)

/** Trouble was told here, or cleared, of which the server does not know yet: nothing is begun before it does. */
export const troubleOnItsWay = ({ items }: Pick<OutboxState, 'items'>): boolean =>
  items.some((i) => i.route === 'addTrouble')
export const TROUBLE_ON_ITS_WAY =
  'Trouble was told here that the server does not have yet. It begins once the server has it.'

/** A line of the log on its way to the server, once. */
export const writtenDown = (draft: LogDraft) =>
  outbox.actions.enqueued({
    id: draft.id,
    key: `log:${draft.id}`,
    route: 'addLog',
    params: {},
    body: draft,
    notBefore: 0,
  })
