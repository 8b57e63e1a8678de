import { createApi, type BaseQueryApi, type BaseQueryFn } from '@reduxjs/toolkit/query/react'
import { PATHS } from '#contract/paths.ts'
import type { BodyOf, LogQuery, ParamsOf, RouteName, Settings } from '#contract/schemas.ts'
import type { AnswerOf, ApiError, Job, RunChange, TestChange, Piece } from '#contract/types.ts'
import { notOlder, withChange, withHeard } from './changes.ts'

/** A request that did not go through. `code` is `unreachable` when no server answered. */
export interface Failure {
  readonly status: number
  readonly code: string
  readonly message: string
  readonly field?: string
}

export interface Ask {
  readonly route: RouteName
  readonly params?: Readonly<Record<string, string>>
  readonly body?: unknown
}

const UNREACHABLE: Failure = {
  status: 0,
  code: 'unreachable',
  message: 'The server does not answer. What you typed is kept here.',
}

/** One request by the route table; never throws. */
export async function ask<R extends RouteName>(
  route: R,
  params: Readonly<Record<string, string>> = {},
  body?: unknown,
): Promise<{ data: AnswerOf<R> } | { error: Failure }> {
  const { method, path } = PATHS[route]
  const named = new Set([...path.matchAll(/:(\w+)/g)].map((m) => m[1]))
  const asked = Object.entries(params).filter(([name, value]) => !named.has(name) && value !== '')
  const url =
    path.replace(/:(\w+)/g, (_all, name: string) => encodeURIComponent(params[name] ?? '')) +
    (asked.length > 0 ? `?${new URLSearchParams(asked).toString()}` : '')
  try {
    const response = await fetch(url, {
      method,
      ...(method === 'GET'
        ? {}
        : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    })
    if (response.ok) return { data: (await response.json()) as AnswerOf<R> }
    const { error } = (await response.json()) as ApiError
    return { error: { status: response.status, ...error } }
  } catch {
    return { error: UNREACHABLE }
  }
}

const baseQuery: BaseQueryFn<Ask, unknown, Failure> = ({ route, params, body }) => ask(route, params, body)

type PieceKind = 'cut' | 'braze'

/**
 * Hears of the changes of a run or a test. `again` is called when the line was lost and stands again: what changed
 * meanwhile was not heard. The answer stops it.
 */
function listen<C>(
  path: string,
  id: string,
  on: { readonly changed: (change: C) => void; readonly again: () => void },
): () => void {
  const stream = new EventSource(path.replace(':id', encodeURIComponent(id)))
  let opened = false
  stream.addEventListener('open', () => {
    if (opened) on.again()
    opened = true
  })
  stream.addEventListener('changed', (e: MessageEvent<string>) => on.changed(JSON.parse(e.data) as C))
  return () => stream.close()
}

/** The life of what is kept of one question, from its first answer to when nobody looks at it any more. */
interface Life {
  readonly cacheDataLoaded: Promise<unknown>
  readonly cacheEntryRemoved: Promise<void>
}

/** Listens from the first answer on until nobody looks any more; never to what went before it was answered. */
async function whileKept(
  { cacheDataLoaded, cacheEntryRemoved }: Life,
  open: () => () => void,
): Promise<void> {
  // it is refused only where it went unanswered
  const answered = await cacheDataLoaded.then(
    () => true,
    () => false,
  )
  if (!answered) return
  const close = open()
  await cacheEntryRemoved
  close()
}

/** What is kept of the answers to one route, as the store has it. */
interface Answers<R extends RouteName> {
  readonly api: {
    readonly queries: Readonly<Record<string, { readonly data?: AnswerOf<R> } | undefined>>
  }
}

/**
 * Asks for something whole that this screen also hears of piece by piece, or changes itself. What came by that way while
 * the answer was on its way is the newer: an answer that was asked for before it takes nothing back.
 * @param mended the answer, held against what is here as it comes and what was here when it was asked for
 */
const whole =
  <R extends 'getRun' | 'getTest' | 'getPiece' | 'getBatch'>(
    route: R,
    mended: (
      answer: AnswerOf<R>,
      now: AnswerOf<R> | undefined,
      before: AnswerOf<R> | undefined,
    ) => AnswerOf<R>,
  ) =>
  async (id: string, { getState, queryCacheKey = '' }: BaseQueryApi) => {
    const now = () => (getState() as Answers<R>).api.queries[queryCacheKey]?.data
    const before = now()
    const answer = await ask(route, { id })
    return 'data' in answer ? { data: mended(answer.data, now(), before) } : answer
  }

export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: [
    'Settings',
    'People',
    'Torches',
    'Gear',
    'Jobs',
    'Pieces',
    'Practice',
    'Lessons',
    'Runs',
    'Batches',
    'Log',
    'Stock',
    'Tips',
    'Tests',
    'Copies',
    'Damage',
    'Begun',
  ],
  refetchOnReconnect: true,
  endpoints: (make) => ({
    health: make.query<AnswerOf<'health'>, void>({
      query: () => ({ route: 'health' }),
      providesTags: ['Begun'],
    }),
    today: make.query<AnswerOf<'today'>, void>({
      query: () => ({ route: 'today' }),
      providesTags: ['Jobs', 'Runs', 'Log', 'Tests'],
    }),
    settings: make.query<Settings, void>({
      query: () => ({ route: 'getSettings' }),
      providesTags: ['Settings'],
    }),
    putSettings: make.mutation<Settings, Settings>({
      query: (body) => ({ route: 'putSettings', body }),
      invalidatesTags: ['Settings'],
    }),
    people: make.query<AnswerOf<'listPeople'>, void>({
      query: () => ({ route: 'listPeople' }),
      providesTags: ['People'],
    }),
    addPerson: make.mutation<AnswerOf<'addPerson'>, BodyOf<'addPerson'>>({
      query: (body) => ({ route: 'addPerson', body }),
      invalidatesTags: ['People'],
    }),
    changePerson: make.mutation<AnswerOf<'changePerson'>, ParamsOf<'changePerson'> & BodyOf<'changePerson'>>({
      query: ({ id, ...body }) => ({ route: 'changePerson', params: { id }, body }),
      invalidatesTags: ['People'],
    }),
    torches: make.query<AnswerOf<'listTorches'>, void>({
      query: () => ({ route: 'listTorches' }),
      providesTags: ['Torches'],
    }),
    addTorch: make.mutation<AnswerOf<'addTorch'>, BodyOf<'addTorch'>>({
      query: (body) => ({ route: 'addTorch', body }),
      invalidatesTags: ['Torches'],
    }),
    changeTorch: make.mutation<AnswerOf<'changeTorch'>, ParamsOf<'changeTorch'> & BodyOf<'changeTorch'>>({
      query: ({ id, ...body }) => ({ route: 'changeTorch', params: { id }, body }),
      invalidatesTags: ['Torches'],
    }),
    gear: make.query<AnswerOf<'listGear'>, void>({
      query: () => ({ route: 'listGear' }),
      providesTags: ['Gear'],
    }),
    addGear: make.mutation<AnswerOf<'addGear'>, BodyOf<'addGear'>>({
      query: (body) => ({ route: 'addGear', body }),
      invalidatesTags: ['Gear'],
    }),
    changeGear: make.mutation<AnswerOf<'changeGear'>, ParamsOf<'changeGear'> & BodyOf<'changeGear'>>({
      query: ({ id, ...body }) => ({ route: 'changeGear', params: { id }, body }),
      invalidatesTags: ['Gear'],
    }),
    gasUses: make.query<AnswerOf<'listGasUses'>, { readonly since: string }>({
      query: (params) => ({ route: 'listGasUses', params }),
      providesTags: ['Runs'],
    }),
    jobs: make.query<AnswerOf<'listJobs'>, { readonly after: string }>({
      query: (params) => ({ route: 'listJobs', params }),
      providesTags: ['Jobs', 'Pieces'],
    }),
    jobNames: make.query<AnswerOf<'findJobs'>, { readonly name: string }>({
      query: (params) => ({ route: 'findJobs', params }),
      providesTags: ['Jobs'],
    }),
    job: make.query<Job, { readonly id: string; readonly around: string }>({
      query: (params) => ({ route: 'getJob', params }),
      providesTags: ['Jobs', 'Pieces'],
    }),
    wholeJob: make.query<AnswerOf<'getWholeJob'>, string>({
      query: (id) => ({ route: 'getWholeJob', params: { id } }),
      providesTags: ['Jobs', 'Pieces', 'Log', 'Settings'],
    }),
    piece: make.query<Piece, string>({
      queryFn: whole('getPiece', (piece, now, before) => notOlder(piece, now, before?.version ?? 0)),
      providesTags: ['Jobs'],
    }),
    addJob: make.mutation<AnswerOf<'addJob'>, BodyOf<'addJob'>>({
      query: (body) => ({ route: 'addJob', body }),
      invalidatesTags: ['Jobs'],
    }),
    addPiece: make.mutation<AnswerOf<'addPiece'>, BodyOf<'addPiece'>>({
      query: (body) => ({ route: 'addPiece', body }),
      invalidatesTags: ['Jobs'],
    }),
    batch: make.query<AnswerOf<'getBatch'>, string>({
      queryFn: whole('getBatch', (batch, now, before) => notOlder(batch, now, before?.version ?? 0)),
      providesTags: ['Batches', 'Pieces', 'Runs'],
    }),
    addBatch: make.mutation<AnswerOf<'addBatch'>, BodyOf<'addBatch'>>({
      query: (body) => ({ route: 'addBatch', body }),
      invalidatesTags: ['Jobs'],
    }),
    changeBatch: make.mutation<AnswerOf<'changeBatch'>, BodyOf<'changeBatch'> & { readonly id: string }>({
      query: ({ id, ...body }) => ({ route: 'changeBatch', params: { id }, body }),
      invalidatesTags: ['Jobs'],
      // the answer is the batch as it stands: it takes its place at once
      async onQueryStarted({ id }, { dispatch, queryFulfilled }) {
        const { data } = await queryFulfilled.catch(() => ({ data: undefined }))
        if (data) void dispatch(api.util.upsertQueryData('batch', id, data))
        else dispatch(api.util.invalidateTags(['Batches']))
      },
    }),
    startRun: make.mutation<AnswerOf<'startRun'>, BodyOf<'startRun'>>({
      query: (body) => ({ route: 'startRun', body }),
      invalidatesTags: ['Jobs', 'Runs'],
    }),
    run: make.query<AnswerOf<'getRun'>, string>({
      queryFn: whole('getRun', (run, now, before) => withHeard(run, now, before?.events.length ?? 0)),
      providesTags: ['Runs'],
      // another screen on the same run is heard of at once
      onCacheEntryAdded: (id, { dispatch, updateCachedData, getCacheEntry, ...life }) =>
        whileKept(life, () =>
          listen(PATHS.streamRun.path, id, {
            changed: (change: RunChange | { readonly line: string }) => {
              // what came out of it was written down
              if ('line' in change) {
                dispatch(api.util.invalidateTags(['Runs']))
                return
              }
              updateCachedData((run) => withChange(run, change))
              const { data } = getCacheEntry()
              if (!data?.events.some((e) => e.id === change.event.id))
                dispatch(api.util.invalidateTags(['Runs']))
            },
            again: () => dispatch(api.util.invalidateTags(['Runs'])),
          }),
        ),
    }),
    log: make.query<AnswerOf<'listLog'>, LogQuery>({
      query: (params) => ({ route: 'listLog', params: params as Readonly<Record<string, string>> }),
      // a page of lines is shown as it came, at every key: it is neither compared nor walked through first
      structuralSharing: false,
      transformResponse: (page: AnswerOf<'listLog'>) => Object.freeze(page),
      providesTags: ['Log'],
    }),
    troubles: make.query<AnswerOf<'listTroubles'>, void>({
      query: () => ({ route: 'listTroubles' }),
      providesTags: ['Log'],
    }),
    records: make.query<AnswerOf<'listRecords'>, PieceKind>({
      query: (kind) => ({ route: 'listRecords', params: { kind } }),
      // the gauges of the fitted regulators come along
      providesTags: ['Log', 'Gear'],
    }),
    chart: make.query<AnswerOf<'getChart'>, void>({
      query: () => ({ route: 'getChart' }),
      providesTags: ['Log'],
    }),
    points: make.query<AnswerOf<'listPoints'>, { readonly row: string; readonly figure: string }>({
      query: (params) => ({ route: 'listPoints', params }),
      providesTags: ['Log'],
    }),
    copies: make.query<AnswerOf<'listCopies'>, void>({
      query: () => ({ route: 'listCopies' }),
      providesTags: ['Copies'],
    }),
    makeCopy: make.mutation<AnswerOf<'makeCopy'>, void>({
      query: () => ({ route: 'makeCopy', body: {} }),
      invalidatesTags: ['Copies'],
    }),
    copy: make.query<AnswerOf<'lookAtCopy'>, string>({
      query: (name) => ({ route: 'lookAtCopy', params: { name } }),
      keepUnusedDataFor: 0,
    }),
    restoreCopy: make.mutation<AnswerOf<'restoreCopy'>, { readonly name: string; readonly damaged: boolean }>(
      {
        query: ({ name, damaged }) => ({ route: 'restoreCopy', params: { name }, body: { damaged } }),
      },
    ),
    damage: make.query<AnswerOf<'listDamage'>, void>({
      query: () => ({ route: 'listDamage' }),
      providesTags: ['Damage'],
    }),
    mendDamage: make.mutation<AnswerOf<'mendDamage'>, BodyOf<'mendDamage'>>({
      query: (body) => ({ route: 'mendDamage', body }),
      invalidatesTags: ['Damage', 'Log', 'Jobs', 'Pieces', 'Runs', 'Tests', 'Settings', 'Torches', 'Gear'],
    }),
    closeOut: make.query<AnswerOf<'getCloseOut'>, string>({
      query: (id) => ({ route: 'getCloseOut', params: { id } }),
      providesTags: ['Jobs', 'Runs', 'Log', 'Stock'],
    }),
    tests: make.query<AnswerOf<'listTests'>, void>({
      query: () => ({ route: 'listTests' }),
      providesTags: ['Tests'],
    }),
    startTest: make.mutation<AnswerOf<'startTest'>, BodyOf<'startTest'>>({
      query: (body) => ({ route: 'startTest', body }),
      invalidatesTags: ['Tests'],
    }),
    test: make.query<AnswerOf<'getTest'>, string>({
      queryFn: whole('getTest', (test, now, before) => withHeard(test, now, before?.events.length ?? 0)),
      providesTags: ['Tests'],
      // readings come by themselves, and from other screens
      onCacheEntryAdded: (id, { dispatch, updateCachedData, getCacheEntry, ...life }) =>
        whileKept(life, () =>
          listen(PATHS.streamTest.path, id, {
            changed: (change: TestChange) => {
              updateCachedData((test) => withChange(test, change))
              const { data } = getCacheEntry()
              if (!data?.events.some((e) => e.id === change.event.id))
                dispatch(api.util.invalidateTags(['Tests']))
            },
            again: () => dispatch(api.util.invalidateTags(['Tests'])),
          }),
        ),
    }),
    instruments: make.query<AnswerOf<'listInstruments'>, void>({
      query: () => ({ route: 'listInstruments' }),
      onCacheEntryAdded: (_all, { updateCachedData, ...life }) =>
        whileKept(life, () => {
          const stream = new EventSource(PATHS.streamInstruments.path)
          stream.addEventListener('readings', (e: MessageEvent<string>) =>
            updateCachedData(() => JSON.parse(e.data) as AnswerOf<'listInstruments'>),
          )
          return () => stream.close()
        }),
    }),
    dialInstrument: make.mutation<AnswerOf<'dialInstrument'>, BodyOf<'dialInstrument'>>({
      query: (body) => ({ route: 'dialInstrument', body }),
    }),
    trend: make.query<AnswerOf<'getTrend'>, string>({
      query: (channel) => ({ route: 'getTrend', params: { channel } }),
    }),
    entry: make.query<AnswerOf<'getLog'>, string>({
      query: (id) => ({ route: 'getLog', params: { id } }),
      providesTags: ['Log'],
    }),
    outline: make.query<AnswerOf<'getOutline'>, string>({
      query: (id) => ({ route: 'getOutline', params: { id } }),
    }),
    addOutline: make.mutation<AnswerOf<'addOutline'>, BodyOf<'addOutline'>>({
      query: (body) => ({ route: 'addOutline', body }),
    }),
    pageFaults: make.query<AnswerOf<'listPageFaults'>, void>({
      query: () => ({ route: 'listPageFaults' }),
      keepUnusedDataFor: 0,
    }),
    beginShop: make.mutation<AnswerOf<'beginShop'>, BodyOf<'beginShop'>>({
      query: (body) => ({ route: 'beginShop', body }),
      invalidatesTags: ['Settings', 'People', 'Torches', 'Tips', 'Gear', 'Begun'],
    }),
    addSheet: make.mutation<AnswerOf<'addSheet'>, BodyOf<'addSheet'>>({
      query: (body) => ({ route: 'addSheet', body }),
      invalidatesTags: ['Log', 'Jobs'],
    }),
    tips: make.query<AnswerOf<'listTips'>, void>({
      query: () => ({ route: 'listTips' }),
      providesTags: ['Tips'],
    }),
    addTip: make.mutation<AnswerOf<'addTip'>, BodyOf<'addTip'>>({
      query: (body) => ({ route: 'addTip', body }),
      invalidatesTags: ['Tips'],
    }),
    stock: make.query<AnswerOf<'listStock'>, void>({
      query: () => ({ route: 'listStock' }),
      providesTags: ['Stock'],
    }),
    addStock: make.mutation<AnswerOf<'addStock'>, BodyOf<'addStock'>>({
      query: (body) => ({ route: 'addStock', body }),
      invalidatesTags: ['Stock'],
    }),
    cutStock: make.mutation<AnswerOf<'cutStock'>, BodyOf<'cutStock'>>({
      query: (body) => ({ route: 'cutStock', body }),
      invalidatesTags: ['Stock'],
    }),
  }),
})
