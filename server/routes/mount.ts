import { bodyAsNow } from '#application/stored.ts'
import type Router from '@koa/router'
import { ValidationError, type AnySchema } from 'yup'
import { PATHS } from '#contract/paths.ts'
import { ROUTES, type BodyOf, type ParamsOf, type QueryOf, type RouteName } from '#contract/schemas.ts'
import type { AnswerOf } from '#contract/types.ts'
import { AppError } from '../errors.ts'
import type { RunHub } from '../hub.ts'
import type { Housekeeping } from '../housekeeping.ts'
import type { Instruments } from '../instruments/instruments.ts'
import type { Store } from '../store.ts'
import type { Lanes } from '../workers/lanes.ts'
import type { Answer } from '../workers/read.ts'

/** What a handler can reach. */
export interface Context {
  readonly store: Store
  readonly hub: RunHub
  readonly instruments: Instruments
  /** Folder of the log: pictures lie in it, too. */
  readonly data: string
  readonly now: () => Date
  /** Threads for what takes long. */
  readonly lanes: Lanes
  /** Copies, the look through every row, and what was left out. */
  readonly house: Housekeeping
  /** Puts a copy in the place of the log; what is asked meanwhile is told to come again. Answers where the log was put. */
  readonly goBack: (file: string, damaged: boolean) => Promise<string | undefined>
}
/** An answer that the reading thread has written already. */
export class Written {
  constructor(readonly answer: Answer) {}
}
type Handler<R extends RouteName> = (
  context: Context,
  input: { readonly params: ParamsOf<R>; readonly body: BodyOf<R>; readonly query: QueryOf<R> },
) => AnswerOf<R> | Promise<AnswerOf<R>> | Promise<Written>
/** Streams and files are mounted apart: they answer with more than JSON. */
export type Streamed =
  'streamRun' | 'streamTest' | 'streamInstruments' | 'addPhoto' | 'getPhoto' | 'exportLog' | 'importLog'
/** Handlers by route. */
export type Handlers = { readonly [R in Exclude<RouteName, Streamed>]: Handler<R> }

/** Checks what came against the route table's schema: strict, nothing cast, nothing unknown let through. */
export function check(route: RouteName, part: 'params' | 'body', value: unknown): unknown {
  try {
    const now = part === 'body' ? bodyAsNow(route, value) : value
    return ROUTES[route][part].validateSync(now, { strict: true, abortEarly: true })
  } catch (error) {
    if (error instanceof ValidationError)
      throw new AppError(
        part === 'params' ? 404 : 422,
        'bad-input',
        error.errors[0] ?? 'This is not understood.',
        error.path,
      )
    throw error
  }
}

/** Checks what stands after the question mark, for the routes that take anything there. */
export function checkQuery(route: RouteName, value: unknown): unknown {
  const { query } = ROUTES[route] as { readonly query?: AnySchema }
  if (!query) return {}
  try {
    return query.validateSync(value, { strict: true, abortEarly: true }) as unknown
  } catch (error) {
    if (error instanceof ValidationError)
      throw new AppError(422, 'bad-input', error.errors[0] ?? 'This is not understood.', error.path)
    throw error
  }
}

/** Mounts one handler on its route. */
export function mount<R extends keyof Handlers>(
  router: Router,
  route: R,
  handler: Handlers[R],
  context: Context,
): void {
  const { method, path } = PATHS[route]
  router.register(path, [method], async (ctx) => {
    const params = check(route, 'params', { ...ctx['params'] }) as ParamsOf<R>
    const body = check(
      route,
      'body',
      method === 'GET' ? {} : (ctx.request as { body?: unknown }).body,
    ) as BodyOf<R>
    const query = checkQuery(route, { ...ctx.query }) as QueryOf<R>
    const answer = await context.house.damage.looking<AnswerOf<R> | Written>(
      () => (handler as Handler<R>)(context, { params, body, query }),
      (a) => (a instanceof Written ? a.answer.found : []),
    )
    if (answer instanceof Written) {
      const { json, coreMs } = answer.answer
      ctx.type = 'json'
      // what of the time was worked out, not read
      ctx.set('Server-Timing', `core;dur=${coreMs.toFixed(3)}`)
      ctx.body = json
    } else ctx.body = answer
    if (method === 'POST') ctx.status = 201
  })
}
