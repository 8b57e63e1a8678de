/** Routes that take or give more than JSON: streams of events, pictures, and the book as a file. */
import type { IncomingMessage } from 'node:http'
import { PassThrough } from 'node:stream'
import type Router from '@koa/router'
import type { Context as KoaContext } from 'koa'
import { PATHS } from '#contract/paths.ts'
import type { QueryOf } from '#contract/schemas.ts'
import { exportBook, importBook } from '../book.ts'
import { AppError, notFound } from '../errors.ts'
import { keepPhoto, photoBytes, PHOTO_MOST_BYTES } from '../photos.ts'
import { check, checkQuery, type Context } from './mount.ts'

const BEAT_MS = 15_000
/** Readings come many times a second; a page is told this often at most. */
const INSTRUMENTS_MS = 500
const IMPORT_MOST_BYTES = 300_000_000

type WithParams = KoaContext & { params: unknown }

/** Opens a line of server-sent events; `watch` is given how to say something, and answers how to stop. */
function stream(ctx: KoaContext, watch: (say: (event: string) => void) => () => void): void {
  const out = new PassThrough()
  const beat = setInterval(() => out.write(': beat\n\n'), BEAT_MS)
  const unwatch = watch((event) => out.write(event))
  out.on('close', () => {
    clearInterval(beat)
    unwatch()
  })
  ctx.req.on('close', () => out.end())
  ctx.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' })
  ctx.compress = false
  ctx.body = out
  out.write('retry: 1000\n\n')
}

/** All that is sent, up to a limit. */
async function bytesOf(req: IncomingMessage, most: number): Promise<Buffer> {
  const parts: Buffer[] = []
  let length = 0
  for await (const part of req as AsyncIterable<Buffer>) {
    length += part.length
    if (length > most) throw new AppError(413, 'too-large', `That is more than ${Math.round(most / 1e6)} MB.`)
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** Puts every such route in its place. */
export function mountApart(router: Router, { store, hub, instruments, data, now }: Context): void {
  const idOf = (route: 'streamRun' | 'streamTest' | 'addPhoto' | 'getPhoto', ctx: WithParams) =>
    (check(route, 'params', { ...(ctx.params as object) }) as { id: string }).id
  const changed = (id: string) => (say: (event: string) => void) =>
    hub.watch(id, () => say('event: changed\ndata: {}\n\n'))

  router.get(PATHS.streamRun.path, (ctx) => {
    const id = idOf('streamRun', ctx)
    if (!store.runs.get(id)) throw notFound('run')
    stream(ctx, changed(id))
  })
  router.get(PATHS.streamTest.path, (ctx) => {
    const id = idOf('streamTest', ctx)
    if (!store.tests.get(id)) throw notFound('test')
    stream(ctx, changed(id))
  })
  router.get(PATHS.streamInstruments.path, (ctx) => {
    stream(ctx, (say) => {
      const tell = () => say(`event: readings\ndata: ${JSON.stringify(instruments.snapshot())}\n\n`)
      tell()
      // also when nothing comes any more: what was good has become stale
      const timer = setInterval(tell, INSTRUMENTS_MS)
      return () => clearInterval(timer)
    })
  })
  router.post(PATHS.addPhoto.path, async (ctx) => {
    const id = idOf('addPhoto', ctx)
    const { entry } = checkQuery('addPhoto', { ...ctx.query }) as QueryOf<'addPhoto'>
    const bytes = await bytesOf(ctx.req, PHOTO_MOST_BYTES)
    await keepPhoto(store, data, { id, entryId: entry, bytes, at: now().toISOString() })
    ctx.status = 201
    ctx.body = { id }
  })
  router.get(PATHS.getPhoto.path, (ctx) => {
    const id = idOf('getPhoto', ctx)
    const photo = store.photos.get(id)
    const bytes = photo && photoBytes(data, id)
    if (!photo || !bytes) throw notFound('picture')
    ctx.set({ 'Content-Type': photo.type, 'Cache-Control': 'private, max-age=31536000, immutable' })
    ctx.body = bytes
  })
  router.get(PATHS.exportBook.path, async (ctx) => {
    const { format } = checkQuery('exportBook', { ...ctx.query }) as QueryOf<'exportBook'>
    ctx.attachment(`wimble-log-${now().toISOString().slice(0, 10)}.${format}`)
    ctx.body = await exportBook(store, data, format)
  })
  router.post(PATHS.importBook.path, async (ctx) => {
    ctx.status = 201
    ctx.body = await importBook(store, data, await bytesOf(ctx.req, IMPORT_MOST_BYTES))
  })
}
