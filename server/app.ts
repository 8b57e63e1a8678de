import { existsSync } from 'node:fs'
import { bodyParser } from '@koa/bodyparser'
import Router from '@koa/router'
import Koa from 'koa'
import helmet from 'koa-helmet'
import serve from 'koa-static'
import type { Logger } from 'pino'
import { keepPageFault, pageFaults } from './client-errors.ts'
import { asAppError, AppError } from './errors.ts'
import { pathAsNow } from '#application/older-names.ts'
import { PATHS } from '#contract/paths.ts'
import { jobHandlers } from './routes/jobs.ts'
import { logHandlers } from './routes/log.ts'
import { mount, type Context, type Handlers } from './routes/mount.ts'
import { runHandlers } from './routes/runs.ts'
import { hasBegun, shopHandlers } from './routes/shop.ts'
import { mountStreams } from './routes/streams.ts'
import { troubleHandlers } from './routes/troubles.ts'
import { testHandlers } from './routes/tests.ts'
import { instrumentHandlers } from './routes/instruments.ts'
import { closeOutHandlers } from './routes/close-out.ts'
import { sheetHandlers } from './routes/sheet.ts'
import { copyHandlers } from './routes/copies.ts'
import { batchHandlers } from './routes/batches.ts'
import { benchHandlers } from './routes/bench.ts'
import { lessonHandlers } from './routes/lessons.ts'
import { practiceHandlers } from './routes/practice.ts'

const BODY_LIMIT = '256kb'
/** A drawing of 20 MB, with what JSON adds to it; a spreadsheet is smaller. */
const LARGE_LIMIT = '44mb'
const YEAR_MS = 365 * 24 * 3600 * 1000

export interface AppOptions extends Context {
  readonly log: Logger
  /** The built pages; without it only the API is served. */
  readonly pages?: string | undefined
  readonly version: string
}

/** The server as a list of what every request passes. */
export function createApp({ log, pages, version, ...context }: AppOptions): Koa {
  const app = new Koa()
  // a page that leaves while it watches a run is no fault
  app.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') log.error({ err: error })
  })
  const router = new Router()
  const handlers: Handlers = {
    health: ({ store }) => ({ ok: true, version, demo: store.marks.has('demo'), begun: hasBegun(store) }),
    listPageFaults: ({ data }) => pageFaults(data),
    addPageFault: ({ data }, { body }) => {
      const fault = { ...body, version }
      keepPageFault(data, fault)
      return fault
    },
    ...shopHandlers,
    ...jobHandlers,
    ...runHandlers,
    ...logHandlers,
    ...troubleHandlers,
    ...benchHandlers,
    ...practiceHandlers,
    ...lessonHandlers,
    ...batchHandlers,
    ...testHandlers,
    ...instrumentHandlers,
    ...closeOutHandlers,
    ...sheetHandlers,
    ...copyHandlers,
  }
  for (const route of Object.keys(handlers) as (keyof Handlers)[])
    mount(router, route, handlers[route], context)
  mountStreams(router, context)

  app.use(logged(log))
  app.use(errorsAsJson(log))
  app.use(helmet({ contentSecurityPolicy: { directives: POLICY }, strictTransportSecurity: false }))
  app.use(onlyFromHere)
  app.use(neverKept)
  app.use(plainlyEncoded)
  app.use(jsonOnly)
  const small = bodyParser({ enableTypes: ['json'], jsonLimit: BODY_LIMIT, jsonStrict: true })
  const large = bodyParser({ enableTypes: ['json'], jsonLimit: LARGE_LIMIT, jsonStrict: true })
  app.use((ctx, next) => {
    if (ctx.path === PATHS.importLog.path || ctx.path.startsWith(PHOTOS)) return next()
    return (LARGE.has(ctx.path) ? large : small)(ctx, next)
  })
  app.use((ctx, next) => {
    ctx.path = pathAsNow(ctx.path)
    return next()
  })
  app.use(router.routes())
  app.use(unknownApi(router))
  if (pages !== undefined && existsSync(pages)) {
    app.use(serve(pages, { maxAge: YEAR_MS, immutable: true, setHeaders: noStoreForPages }))
    app.use(pageForEveryPath(pages))
  }
  return app
}

const POLICY = {
  defaultSrc: ["'self'"],
  // the heat bench is compiled
  scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
  // Radix sets a style element while a dialog is open
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  upgradeInsecureRequests: null,
}

function logged(log: Logger): Koa.Middleware {
  return async (ctx, next) => {
    const began = performance.now()
    await next()
    log.info({
      method: ctx.method,
      path: ctx.path,
      status: ctx.status,
      ms: Math.round(performance.now() - began),
    })
  }
}

function errorsAsJson(log: Logger): Koa.Middleware {
  return async (ctx, next) => {
    try {
      await next()
    } catch (caught) {
      const error = asAppError(caught)
      if (error instanceof AppError) return fail(ctx, error)
      const status = statusOf(error)
      if (status >= 400 && status < 500) return fail(ctx, fromParser(status))
      log.error({ err: error, path: ctx.path })
      fail(
        ctx,
        new AppError(500, 'broken', 'Something broke here. Nothing was stored; what you typed is kept.'),
      )
    }
  }
}

/** What cannot be unpacked is the fault of whoever packed it. */
const isBadlyPacked = (error: Error): boolean =>
  'code' in error && typeof error.code === 'string' && error.code.startsWith('Z_')
const statusOf = (error: unknown): number =>
  error instanceof Error && isBadlyPacked(error)
    ? 400
    : error instanceof Error && 'status' in error && typeof error.status === 'number'
      ? error.status
      : 500

function fromParser(status: number): AppError {
  if (status === 413) return new AppError(413, 'too-large', `That is more than ${BODY_LIMIT}.`)
  return new AppError(status, 'bad-json', 'That is not JSON that can be read.')
}

function fail(ctx: Koa.Context, error: AppError): void {
  ctx.status = error.status
  ctx.body = {
    error: { code: error.code, message: error.message, ...(error.field ? { field: error.field } : {}) },
  }
}

const NOT_FROM_HERE = () =>
  new AppError(403, 'not-from-here', 'Wimble answers only its own pages on this machine.')
/** Another site's page must not reach the log through this machine's browser. */
const onlyFromHere: Koa.Middleware = async (ctx, next) => {
  const origin = ctx.get('Origin')
  if (
    !/^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/.test(ctx.host) ||
    (origin !== '' && origin !== `http://${ctx.host}`)
  )
    throw NOT_FROM_HERE()
  // a link may lead to a page of ours; nothing else of another site may ask
  const led = !ctx.path.startsWith('/api/') && ctx.get('Sec-Fetch-Mode') === 'navigate'
  if (ctx.get('Sec-Fetch-Site') === 'cross-site' && !led) throw NOT_FROM_HERE()
  await next()
}

/** What the log answers is never kept by a browser: what it holds is asked for anew. A picture says otherwise itself. */
const neverKept: Koa.Middleware = async (ctx, next) => {
  if (ctx.path.startsWith('/api/')) ctx.set('Cache-Control', 'no-store')
  await next()
}

const ENCODINGS: ReadonlySet<string> = new Set(['', 'identity', 'gzip', 'deflate', 'br'])
/** A body says how it is packed, in a way that is known; files are not packed. */
const plainlyEncoded: Koa.Middleware = async (ctx, next) => {
  const said = ctx.get('Content-Encoding').trim().toLowerCase()
  const file = ctx.path === PATHS.importLog.path || ctx.path.startsWith(PHOTOS)
  if (!ENCODINGS.has(said) || (file && said !== '' && said !== 'identity'))
    throw new AppError(400, 'bad-encoding', 'That is packed in a way that is not read here.')
  await next()
}

/** What carries a file in its JSON: a drawing, a spreadsheet. */
const LARGE: ReadonlySet<string> = new Set([PATHS.addOutline.path, PATHS.addSheet.path])
const PHOTOS = PATHS.addPhoto.path.replace(':id', '')

const jsonOnly: Koa.Middleware = async (ctx, next) => {
  const carries = ctx.method === 'POST' || ctx.method === 'PUT'
  // pictures and logs are no JSON, and say themselves what they are
  const file = ctx.path === PATHS.importLog.path || ctx.path.startsWith(PHOTOS)
  if (ctx.path.startsWith('/api/') && carries && !file && !ctx.is('json'))
    throw new AppError(415, 'not-json', 'Send JSON, with its content type.')
  await next()
}

function unknownApi(router: Router): Koa.Middleware {
  return async (ctx, next) => {
    if (!ctx.path.startsWith('/api/')) return next()
    const known = router.match(ctx.path, ctx.method).path.length > 0
    throw known
      ? new AppError(405, 'no-such-method', `${ctx.method} is not for this address.`)
      : new AppError(404, 'not-found', 'There is no such address.')
  }
}

function noStoreForPages(res: { setHeader(name: string, value: string): void }, path: string): void {
  if (path.endsWith('.html')) res.setHeader('Cache-Control', 'no-cache')
}

/** Any other path is a page of the application: its router shows it. */
function pageForEveryPath(pages: string): Koa.Middleware {
  const send = serve(pages, { setHeaders: noStoreForPages })
  return async (ctx, next) => {
    if (ctx.method !== 'GET' && ctx.method !== 'HEAD') return next()
    ctx.path = '/index.html'
    await send(ctx, next)
  }
}
