/**
 * What a page costs beside the least that a page can be: first view, a key press on a plan, a key press over a long log,
 * each against a bare page of React with one controlled input, in blocks by turns in one browser, its CPU slowed.
 */
import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { gzipSync } from 'node:zlib'
import type { Browser, KeyInput, Page } from 'puppeteer-core'
import { build } from 'vite'
import { openBrowser, openPage, until } from '../browser.ts'
import { fillYears } from '../../server/fill.ts'
import { pieceNamed, tempFolder, testServer } from '../../server/test-support.ts'
import { ensureBuilt } from '../../bin/build.ts'
import { print, quantile, tell } from './tell.ts'

const ROOT = resolve(import.meta.dirname, '..', '..')
const SLOW_DOWN = 4
const FIRST_VIEWS = 7
const BLOCKS = 5
const KEYS = 10
/** How many times a bare page's cost a page may take. */
const MOST_TIMES = 3

let bareBuilt: Promise<string> | undefined
/** The folder of the bare page, built once. */
const bareFolder = (): Promise<string> => (bareBuilt ??= buildBare())
/** Builds the bare page as the app's own pages are built, and gives its folder. */
async function buildBare(): Promise<string> {
  const folder = tempFolder()
  await build({
    configFile: false,
    root: join(import.meta.dirname, 'bare-page'),
    logLevel: 'warn',
    build: { outDir: folder, emptyOutDir: true, target: 'es2022', modulePreload: { polyfill: false } },
  })
  return folder
}

/** How long until a page is shown and has answered a first idle turn, with nothing kept from before; and what it loaded. */
async function firstView(browser: Browser, url: string): Promise<{ ms: number; scripts: readonly string[] }> {
  const page = await browser.newPage()
  await page.setCacheEnabled(false)
  await page.emulateCPUThrottling(SLOW_DOWN)
  await page.goto(url)
  await page.waitForSelector('[data-ready]')
  const ms = await page.evaluate(
    () =>
      new Promise<number>((done) =>
        requestAnimationFrame(() => setTimeout(() => done(performance.now()), 0)),
      ),
  )
  const scripts = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map((r) => r.name)
      .filter((n) => n.endsWith('.js')),
  )
  await page.close()
  return { ms, scripts }
}

/** Scripts by their addresses, gzipped, in bytes. */
function gzipped(loaded: readonly string[]): number {
  const folder = join(ROOT, 'dist', 'web', 'assets')
  const names = new Set(loaded.map((url) => url.split('/').at(-1) ?? ''))
  return readdirSync(folder)
    .filter((f) => f.endsWith('.js') && names.has(f))
    .reduce((sum, f) => sum + gzipSync(readFileSync(join(folder, f))).length, 0)
}

interface Keyed {
  readonly changed: number[]
  readonly painted: number[]
}

/** Watches what a page draws: from a key event until it has changed, and until a frame with that has been painted. */
async function watch(page: Page, input: string, drawn: string): Promise<void> {
  await page.evaluate(
    (inputAt, drawnAt) => {
      const changed: number[] = []
      const painted: number[] = []
      Object.assign(window, { changed, painted })
      document.querySelector(inputAt)?.addEventListener(
        'keydown',
        () => {
          const began = performance.now()
          const drawing = document.querySelector(drawnAt)
          const seen = new MutationObserver(() => {
            seen.disconnect()
            changed.push(performance.now() - began)
            requestAnimationFrame(() => setTimeout(() => painted.push(performance.now() - began), 0))
          })
          if (drawing)
            seen.observe(drawing, { subtree: true, childList: true, attributes: true, characterData: true })
        },
        { capture: true },
      )
    },
    input,
    drawn,
  )
}

/** Presses keys one after another, each once the last is painted, and gives what each took. */
async function pressAll(page: Page, input: string, keys: readonly KeyInput[]): Promise<Keyed> {
  await page.bringToFront()
  await page.focus(input)
  await page.evaluate(() => {
    const w = window as unknown as Record<keyof Keyed, number[]>
    w.changed.length = 0
    w.painted.length = 0
  })
  for (const [i, key] of keys.entries()) {
    await page.keyboard.press(key)
    await until(page, (n: number) => (window as unknown as { painted: number[] }).painted.length > n, i)
  }
  return page.evaluate(() => {
    const { changed, painted } = window as unknown as Keyed
    return { changed: [...changed], painted: [...painted] }
  })
}

const EVERY_KEY = Array.from({ length: KEYS }, (_, i): KeyInput => (i % 2 === 0 ? 'Backspace' : '0'))

/** Keys on a plan and on the bare page, in blocks by turns. Each changes the plate: 20, 2, 20, 2 … mm. */
async function keyByKey(page: Page, bare: Page): Promise<void> {
  const [input, drawing] = ['[data-work] input', '[aria-label="The cut, to scale"]']
  await watch(page, input, drawing)
  await watch(bare, 'input', 'svg')
  for (const p of [page, bare]) {
    await p.bringToFront()
    await p.emulateCPUThrottling(SLOW_DOWN)
    await p.focus(p === page ? input : 'input')
    // behind the number, before its unit: the plate stays in mm, whatever the shop's own units are
    await p.keyboard.press('Home')
    for (let i = 0; i < 2; i++) await p.keyboard.press('ArrowRight')
  }
  const ours: Keyed = { changed: [], painted: [] }
  const theirs: Keyed = { changed: [], painted: [] }
  // the first block of each is warm-up
  for (let block = 0; block <= BLOCKS; block++)
    for (const [p, at, into] of [
      [page, input, ours],
      [bare, 'input', theirs],
    ] as const) {
      const keyed = await pressAll(p, at, EVERY_KEY)
      if (block === 0) continue
      into.changed.push(...keyed.changed)
      into.painted.push(...keyed.painted)
    }
  const tellBoth = (what: string, of: keyof Keyed, mostMs: number) => {
    const [mine, least] = [quantile(ours[of], 0.5), quantile(theirs[of], 0.5)]
    tell(`${what}, times a bare page's ${least.toFixed(1)} ms, median`, mine / least, MOST_TIMES, '×')
    tell(
      `${what}, CPU ${SLOW_DOWN}x slower, p95 of ${ours[of].length}`,
      quantile(ours[of], 0.95),
      mostMs,
      'ms',
    )
  }
  tellBoth('key press to changed drawing', 'changed', 50)
  tellBoth('key press to painted drawing', 'painted', 100)
}

/** First view and keys on a plan. */
export async function pages(): Promise<void> {
  await ensureBuilt(ROOT, print)
  const server = await testServer({ pages: join(ROOT, 'dist', 'web') })
  const bare = await testServer({ pages: await bareFolder(), empty: true })
  const browser = await openBrowser()
  try {
    const ours: number[] = []
    const theirs: number[] = []
    let scripts: readonly string[] = []
    for (let i = 0; i <= FIRST_VIEWS; i++) {
      const mine = await firstView(browser, server.url)
      const least = await firstView(browser, bare.url)
      scripts = mine.scripts
      if (i === 0) continue
      ours.push(mine.ms)
      theirs.push(least.ms)
    }
    const [mine, least] = [quantile(ours, 0.5), quantile(theirs, 0.5)]
    tell(
      `first view interactive, times a bare page's ${least.toFixed(0)} ms, median`,
      mine / least,
      MOST_TIMES,
      '×',
    )
    tell(`first view interactive, CPU ${SLOW_DOWN}x slower, median of ${FIRST_VIEWS}`, mine, 2000, 'ms')
    tell('JavaScript of the first view, gzip', gzipped(scripts) / 1000, 200, 'kB')

    const piece = await pieceNamed(server, 'Gusset, lower mitre post')
    const page = await openPage(browser, `${server.url}/jobs/${piece.jobId}/${piece.id}`)
    await until(page, () => document.querySelector('[data-work] input') !== null)
    await keyByKey(page, await openPage(browser, bare.url))
  } finally {
    await browser.close()
    await server.stop()
    await bare.stop()
  }
}

/**
 * What a key over the log took until a frame with it was painted, and until its table had changed; a letter that
 * narrows nothing further changes nothing.
 */
async function searched(page: Page, key: string): Promise<{ painted: number; changed: number }> {
  await page.evaluate(() => {
    const w = window as unknown as { changedMs: number; paintedMs: number }
    w.changedMs = -1
    w.paintedMs = -1
    const table = document.querySelector('table')
    document.addEventListener(
      'keydown',
      () => {
        const began = performance.now()
        requestAnimationFrame(() => setTimeout(() => (w.paintedMs = performance.now() - began), 0))
        const seen = new MutationObserver(() => {
          seen.disconnect()
          w.changedMs = performance.now() - began
        })
        if (table) seen.observe(table, { subtree: true, childList: true, characterData: true })
      },
      { once: true, capture: true },
    )
  })
  await page.keyboard.press(key as KeyInput)
  const seen = () => (window as unknown as { changedMs: number }).changedMs >= 0
  await page.waitForFunction(seen, { polling: 20, timeout: 1500 }).catch(() => undefined)
  return page.evaluate(() => {
    const w = window as unknown as { changedMs: number; paintedMs: number }
    return { painted: w.paintedMs, changed: w.changedMs }
  })
}

/** A log of 50,000 lines: from a key press until the page has answered it, and until its table has changed. */
export async function book(): Promise<void> {
  const LINES = 50_000
  const WORDS = ['paddle', 'beam', 'stop', 'gusset', 'orla']
  const SEARCH = 'input[type=search]'
  const server = await testServer({ pages: join(ROOT, 'dist', 'web'), empty: true })
  const bareServer = await testServer({ pages: await bareFolder(), empty: true })
  const browser = await openBrowser()
  try {
    fillYears(server.store, { lines: LINES, pieces: 2000, runs: 200, seed: 1, now: new Date() })
    const bare = await openPage(browser, bareServer.url)
    const page = await openPage(browser, `${server.url}/log`)
    await until(page, () => document.querySelectorAll('tbody tr').length >= 25)
    await watch(bare, 'input', 'svg')
    await watch(page, SEARCH, 'main')
    for (const p of [page, bare]) await p.emulateCPUThrottling(SLOW_DOWN)
    const whole = server.store.log.find({}).total
    const changed: number[] = []
    const painted: number[] = []
    const theirs: Keyed = { changed: [], painted: [] }
    const clear = async () => {
      await page.$eval(SEARCH, (e) => (e as HTMLInputElement).select())
      await page.keyboard.press('Backspace')
      await until(page, (n: number) => document.body.innerText.includes(`${n} lines fit`), whole)
    }
    // the first word warms it up; every word begins from the whole log
    for (const word of ['mitre', ...WORDS]) {
      await page.bringToFront()
      await page.focus(SEARCH)
      await clear()
      const told: { painted: number; changed: number }[] = []
      for (const key of word) told.push(await searched(page, key))
      const least = await pressAll(bare, 'input', EVERY_KEY)
      if (word === 'mitre') continue
      changed.push(...told.map((t) => t.changed).filter((c) => c >= 0))
      painted.push(...told.map((t) => t.painted).filter((c) => c >= 0))
      theirs.changed.push(...least.changed)
      theirs.painted.push(...least.painted)
    }
    const frame = quantile(theirs.painted, 0.5)
    tell(
      `log of ${LINES} lines: key to its letter painted, times a bare page's ${frame.toFixed(1)} ms, median`,
      quantile(painted, 0.5) / frame,
      MOST_TIMES,
      '×',
    )
    const [mine, least] = [quantile(changed, 0.5), quantile(theirs.changed, 0.5)]
    tell(
      `log of ${LINES} lines: key to changed table, times a bare page's ${least.toFixed(1)} ms, median`,
      mine / least,
      MOST_TIMES,
      '×',
    )
    tell(`the same, CPU ${SLOW_DOWN}x slower, median of ${changed.length}`, mine, 100, 'ms')
  } finally {
    await browser.close()
    await server.stop()
    await bareServer.stop()
  }
}
