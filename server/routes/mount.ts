import type Router from '@koa/router'
import { ValidationError } from 'yup'
import { PATHS } from '#contract/paths.ts'
import { ROUTES, type BodyOf, type ParamsOf, type RouteName } from '#contract/schemas.ts'
import type { AnswerOf } from '#contract/types.ts'
import { AppError } from '../errors.ts'
import type { RunHub } from '../hub.ts'
import type { Store } from '../store.ts'

/** What a handler can reach. */
export interface Context {
  readonly store: Store
  readonly hub: RunHub
  readonly now: () => Date
}
type Handler<R extends RouteName> = (
  context: Context,
  input: { readonly params: ParamsOf<R>; readonly body: BodyOf<R> },
) => AnswerOf<R>
/** Handlers by route; the stream of a run is mounted apart. */
export type Handlers = { readonly [R in Exclude<RouteName, 'streamRun'>]: Handler<R> }

/** Checks what came against the route table's schema: strict, nothing cast, nothing unknown let through. */
export function check(route: RouteName, part: 'params' | 'body', value: unknown): unknown {
  try {
    return ROUTES[route][part].validateSync(value, { strict: true, abortEarly: true })
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

/** Mounts one handler on its route. */
export function mount<R extends keyof Handlers>(
  router: Router,
  route: R,
  handler: Handlers[R],
  context: Context,
): void {
  const { method, path } = PATHS[route]
  router.register(path, [method], (ctx) => {
    const params = check(route, 'params', { ...ctx['params'] }) as ParamsOf<R>
    const body = check(
      route,
      'body',
      method === 'GET' ? {} : (ctx.request as { body?: unknown }).body,
    ) as BodyOf<R>
    ctx.body = (handler as Handler<R>)(context, { params, body })
    if (method === 'POST') ctx.status = 201
  })
}
