/** Routes that take or give more than JSON: streams of events, pictures, and the log as a file. */
import { randomUUID } from 'node:crypto'
import { createWriteStream, rmSync } from 'node:fs'
import type { IncomingMessage } from 'node:http'
import { join } from 'node:path'
import { PassThrough } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type Router from '@koa/router'
import type { Context as KoaContext } from 'koa'
import { PATHS } from '#contract/paths.ts'
import type { QueryOf } from '#contract/schemas.ts'
import { exportLog, importLog } from '../take-in.ts'
import { AppError, notFound } from '../errors.ts'
import type { RunHub } from '../hub.ts'
import { keepPhoto, photoBytes, PHOTO_MOST_BYTES } from '../photos.ts'
import { check, checkQuery, type Context } from './mount.ts'

const BEAT_MS = 15_000
/** Readings come many times a second; a page is told this often at most. */
const INSTRUMENTS_MS = 500
const IMPORT_MOST_BYTES = 500_000_000

type WithParams = KoaContext & { params: unknown }

/** Opens a line of server-sent events; `watch` is given how to say something, and answers how to stop. */
function stream(ctx: KoaContext, hub: RunHub, watch: (say: (event: string) => void) => () => void): void {
  const out = new PassThrough()
  const beat = setInterval(() => out.write(': beat\n\n'), BEAT_MS)
  const unwatch = watch((event) => out.write(event))
  const stay = hub.onClose(() => out.end())
  out.on('close', () => {
    clearInterval(beat)
    unwatch()
    stay()
  })
  ctx.req.on('close', () => out.end())
  ctx.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' })
  ctx.body = out
  out.write('retry: 1000\n\n')
}

const tooLarge = (most: number) =>
  new AppError(413, 'too-large', `That is more than ${Math.round(most / 1e6)} MB.`)

/** All that is sent, up to a limit. */
async function bytesOf(req: IncomingMessage, most: number): Promise<Buffer> {
  const parts: Buffer[] = []
  let length = 0
  for await (const part of req as AsyncIterable<Buffer>) {
    length += part.length
    if (length > most) throw tooLarge(most)
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** All that is sent as a file beside the log, up to a limit; gone again when `work` has done with it. */
async function asFile<T>(
  req: IncomingMessage,
  data: string,
  most: number,
  work: (file: string) => Promise<T>,
): Promise<T> {
  const file = join(data, `.import-${randomUUID()}`)
  try {
    let length = 0
    await pipeline(
      req,
      async function* (parts: AsyncIterable<Buffer>) {
        for await (const part of parts) {
          length += part.length
          if (length > most) throw tooLarge(most)
          yield part
        }
      },
      createWriteStream(file),
    )
    return await work(file)
  } finally {
    rmSync(file, { force: true })
  }
}

/** Puts every such route in its place. */
export function mountStreams(router: Router, { store, hub, instruments, data, now, lanes }: Context): void {
  const idOf = (route: 'streamRun' | 'streamTest' | 'addPhoto' | 'getPhoto', ctx: WithParams) =>
    (check(route, 'params', { ...(ctx.params as object) }) as { id: string }).id
  const changed = (id: string) => (say: (event: string) => void) =>
    hub.watch(id, (change) => say(`event: changed\ndata: ${JSON.stringify(change)}\n\n`))

  router.get(PATHS.streamRun.path, (ctx) => {
    const id = idOf('streamRun', ctx)
    if (!store.runs.has(id)) throw notFound('run')
    stream(ctx, hub, changed(id))
  })
  router.get(PATHS.streamTest.path, (ctx) => {
    const id = idOf('streamTest', ctx)
    if (!store.tests.get(id)) throw notFound('test')
    stream(ctx, hub, changed(id))
  })
  router.get(PATHS.streamInstruments.path, (ctx) => {
    stream(ctx, hub, (say) => {
      const tell = () => say(`event: readings\ndata: ${JSON.stringify(instruments.snapshot())}\n\n`)
      tell()
      // also when nothing comes any more: what was good has become stale
      const timer = setInterval(tell, INSTRUMENTS_MS)
      return () => clearInterval(timer)
    })
  })
  router.post(PATHS.addPhoto.path, async (ctx) => {
    const id = idOf('addPhoto', ctx)
    const { entry, piece, torch } = checkQuery('addPhoto', { ...ctx.query }) as QueryOf<'addPhoto'>
    // of a line that is there, or of one that is being written on a piece that is, or of a torch's card
    const known =
      store.log.has(entry) ||
      (piece !== undefined && store.pieces.brief(piece) !== undefined) ||
      (torch !== undefined && store.torches.get(torch) !== undefined)
    if (!known)
      throw new AppError(422, 'bad-input', 'There is nothing here that this is a picture of.', 'entry')
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
  router.get(PATHS.exportLog.path, async (ctx) => {
    const { format } = checkQuery('exportLog', { ...ctx.query }) as QueryOf<'exportLog'>
    ctx.attachment(`wimble-log-${now().toISOString().slice(0, 10)}.${format}`)
    ctx.body = await exportLog(lanes, format)
  })
  router.post(PATHS.importLog.path, async (ctx) => {
    ctx.status = 201
    ctx.body = await asFile(ctx.req, data, IMPORT_MOST_BYTES, (file) => importLog(store, data, lanes, file))
  })
}
