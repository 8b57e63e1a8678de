/** What the flame bench costs a page's main thread, frame by frame, from a trace: a task with the valves turned all the while. */
import { resolve } from 'node:path'
import type { KeyInput } from 'puppeteer-core'
import { testServer } from '../../server/test-support.ts'
import { openBrowser, openPage, PAGES, see } from '../browser.ts'
import { ensureBuilt } from '../../bin/build.ts'
import { print, quantile, tell } from './tell.ts'

interface TraceEvent {
  readonly name: string
  readonly ph: string
  readonly ts: number
  readonly dur?: number
  readonly pid: number
  readonly tid: number
  readonly args?: { readonly name?: string }
}

const ROOT = resolve(import.meta.dirname, '..', '..')
/** Frames of each way that it is turned. */
const FRAMES = 90

/** Work of the main thread between one animation frame and the next, and its longest task, ms. */
function framesOf(events: readonly TraceEvent[]): {
  readonly work: readonly number[]
  readonly longest: number
} {
  const mains = events.filter((e) => e.name === 'thread_name' && e.args?.name === 'CrRendererMain')
  const of = mains.map((m) => {
    const own = events.filter((e) => e.pid === m.pid && e.tid === m.tid)
    const tasks = own.filter((e) => e.name === 'RunTask' && e.ph === 'X')
    const fired = own.filter((e) => e.name === 'FireAnimationFrame').map((e) => e.ts)
    // all that is asked for the next frame is called in one task
    const frames = tasks
      .filter((t) => fired.some((ts) => ts >= t.ts && ts <= t.ts + (t.dur ?? 0)))
      .map((t) => t.ts)
    return { frames: frames.sort((x, y) => x - y), tasks }
  })
  // the page is the one that draws
  const page = of.sort((a, b) => b.frames.length - a.frames.length)[0]
  if (!page || page.frames.length < 60) throw new Error('the trace has no frames')
  const work = page.frames.slice(1).map((end, i) => {
    const from = page.frames[i] ?? end
    return page.tasks.filter((t) => t.ts >= from && t.ts < end).reduce((ms, t) => ms + (t.dur ?? 0) / 1000, 0)
  })
  const first = page.frames[0] ?? 0
  const last = page.frames.at(-1) ?? 0
  const during = page.tasks.filter((t) => t.ts >= first && t.ts <= last)
  return { work, longest: Math.max(...during.map((t) => (t.dur ?? 0) / 1000)) }
}

/** What is looked at: where, when it is there, and the keys that are held one after the other meanwhile. */
const LOOKED_AT = [
  { name: 'flame bench, neutral', path: 'flame/neutral', there: 'So far', keys: ['q', 'a', 'q', 'a'] },
  { name: 'flame bench, starved', path: 'flame/starved', there: '1 of 3', keys: [] },
  {
    name: 'heat bench',
    path: 'heat/cup',
    there: 'Hold the rod',
    keys: ['ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowUp'],
  },
  {
    name: 'pace bench',
    path: 'pace/square?watch=recover',
    there: 'Sparks: straight down',
    keys: [],
  },
] as const satisfies readonly { readonly keys: readonly KeyInput[]; readonly [more: string]: unknown }[]

/** Measures a flame that is painted, three flames at once, and a joint that the flame is led over. */
export async function frames(): Promise<void> {
  await ensureBuilt(ROOT, print)
  const server = await testServer({ pages: PAGES })
  const browser = await openBrowser()
  for (const { name, path, there, keys } of LOOKED_AT) {
    const page = await openPage(browser, server.url)
    await page.evaluate(() =>
      localStorage.setItem('wimble.device', JSON.stringify({ practiceLight: 'shed' })),
    )
    await page.goto(`${server.url}/practice/${path}`)
    await see(page, there)
    if (path === 'heat/cup') await page.keyboard.press('f')
    await page.tracing.start({
      categories: ['toplevel', 'devtools.timeline', 'disabled-by-default-devtools.timeline'],
    })
    // a key is held all the while, there and back; where nothing can be turned it is looked at as long
    for (const key of keys.length > 0 ? keys : [undefined, undefined, undefined, undefined]) {
      if (key) await page.keyboard.down(key)
      await page.evaluate(async (most) => {
        for (let i = 0; i < most; i++) await new Promise(requestAnimationFrame)
      }, FRAMES)
      if (key) await page.keyboard.up(key)
    }
    const trace = await page.tracing.stop()
    if (!trace) throw new Error('there is no trace')
    const { traceEvents } = JSON.parse(new TextDecoder().decode(trace)) as { traceEvents: TraceEvent[] }
    const { work, longest } = framesOf(traceEvents)
    tell(`${name}: main thread in a frame, median`, quantile(work, 0.5), 8, 'ms')
    tell(`${name}: main thread in a frame, 95th of 100`, quantile(work, 0.95), 16, 'ms')
    tell(`${name}: its longest task`, longest, 50, 'ms')
    await page.close()
  }
  await browser.close()
  await server.stop()
}
