import { PassThrough } from 'node:stream'
import type Router from '@koa/router'
import { PATHS } from '#contract/paths.ts'
import { notFound } from '../errors.ts'
import { check, type Context } from './mount.ts'

const BEAT_MS = 15_000

/** Server-sent events: a word at each change of a run, and a beat so that a lost line is noticed. */
export function mountStream(router: Router, { store, hub }: Context): void {
  router.get(PATHS.streamRun.path, (ctx) => {
    const { id } = check('streamRun', 'params', { ...ctx['params'] }) as { id: string }
    if (!store.runs.get(id)) throw notFound('run')
    const out = new PassThrough()
    const beat = setInterval(() => out.write(': beat\n\n'), BEAT_MS)
    const unwatch = hub.watch(id, () => out.write('event: changed\ndata: {}\n\n'))
    out.on('close', () => {
      clearInterval(beat)
      unwatch()
    })
    ctx.req.on('close', () => out.end())
    ctx.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' })
    ctx.compress = false
    ctx.body = out
    out.write('retry: 1000\n\n')
  })
}
