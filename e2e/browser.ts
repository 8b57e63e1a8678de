import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join, resolve } from 'node:path'
import puppeteer, { type Browser, type ElementHandle, type Page } from 'puppeteer-core'
import { expect, vi } from 'vitest'
import { findChromium } from '../bin/chromium.ts'
import { tempFolder } from '../server/test-support.ts'
import { SETTLE_MS } from '../web/views/run/settle.ts'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
export const PAGES = resolve(import.meta.dirname, '..', 'dist', 'web')
const WAIT_MS = 30_000
/** In place of the wait that is there for a gloved hand, which a story has not. ms */
const HURRIED_MS = 20

export const openBrowser = (): Promise<Browser> =>
  puppeteer.launch({
    executablePath: findChromium() ?? 'chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })

/** What each page wrote to its console as an error: told when a story does not find what it looks for. */
const said = new WeakMap<Page, readonly string[]>()

declare global {
  interface Window {
    /** Set by a story to let time pass. ms */
    storyLater: number
  }
}

/**
 * A page on the app, with a clock that a story can put forward, and no tolerance for errors. Unless it is `unhurried`,
 * a step takes a tap almost as soon as it is there.
 */
export async function openPage(
  browser: Browser,
  url: string,
  size: { width: number; height: number } = { width: 1280, height: 800 },
  unhurried = false,
): Promise<Page> {
  const page = await browser.newPage()
  page.setDefaultTimeout(WAIT_MS)
  await page.setViewport(size)
  await page.evaluateOnNewDocument(() => {
    window.storyLater = Number(sessionStorage.getItem('story-later') ?? '0')
    const real = Date.now.bind(Date)
    Date.now = () => real() + window.storyLater
  })
  if (!unhurried)
    await page.evaluateOnNewDocument(
      (settleMs, hurriedMs) => {
        const real = window.setTimeout.bind(window)
        // given no name: the loader that the bench runs under would mark a named one with what no page knows
        window.setTimeout = ((handler: TimerHandler, ms?: number) =>
          real(handler, ms === settleMs ? hurriedMs : ms)) as typeof window.setTimeout
      },
      SETTLE_MS,
      HURRIED_MS,
    )
  page.on('pageerror', (error) => {
    throw error
  })
  page.on('console', (line) => {
    if (line.type() === 'error') said.set(page, [...(said.get(page) ?? []), line.text()])
  })
  await page.goto(url)
  return page
}

/** Lets so many seconds pass on the page's clock; a reload remembers it. */
export const passTime = (page: Page, seconds: number): Promise<void> =>
  page.evaluate((s) => {
    window.storyLater += s * 1000
    sessionStorage.setItem('story-later', String(window.storyLater))
  }, seconds)

/** What is on the page, and what it complained of last: for whoever reads why a story failed. */
async function shows(page: Page): Promise<string> {
  const there = await page.evaluate(() => document.body.innerText.replace(/\s+/g, ' ').slice(0, 1500))
  return `There is: ${there}\n${(said.get(page) ?? []).slice(-3).join('\n')}`
}

/** Confirms the step in hand by the pedal's key, its clock waited out. */
export async function confirmStep(page: Page): Promise<void> {
  const ready = () =>
    until(page, () => {
      const button = document.querySelector<HTMLButtonElement>('[data-done]')
      return button !== null && (!button.disabled || button.innerText === 'Clock is running')
    }).catch(async () => {
      throw new Error(`This step cannot be confirmed. ${await shows(page)}`)
    })
  const said = () => page.$eval('[data-done]', (e) => (e as HTMLElement).innerText)
  await ready()
  if ((await said()) === 'Start the clock') {
    await page.keyboard.press(' ')
    await see(page, 'Clock is running')
  }
  if ((await said()) === 'Clock is running') {
    await passTime(page, 3700)
    await until(page, () => document.querySelector('[data-done]')?.textContent?.startsWith('Done') === true)
  }
  const button = await page.waitForSelector('[data-done]:not([disabled])')
  // the torch is taken over by a hand, not by the pedal
  if (await page.$('[data-by-hand]')) await button?.click()
  else await page.keyboard.press(' ')
}

/** Waits for something to be so on the page, also while another page is in front of it. */
export const until = async <A extends unknown[]>(
  page: Page,
  so: (...args: A) => unknown,
  ...args: A
): Promise<void> => {
  await page.waitForFunction(so as (...args: unknown[]) => unknown, { polling: 100 }, ...args)
}

/** Waits for a text to be on the page. */
export const see = async (page: Page, text: string): Promise<void> => {
  await until(page, (t: string) => document.body.innerText.replace(/\s+/g, ' ').includes(t), text).catch(
    async () => {
      throw new Error(`“${text}” does not come. ${await shows(page)}`)
    },
  )
}

/**
 * What bears this name, once it is there. It is asked for by the clock: a page in which nothing moves draws no frames,
 * and what waits for the next one would wait for good.
 * @throws when it does not come, saying what is there instead
 */
export async function named(
  page: Page,
  name: string,
  role?: string,
  timeout = WAIT_MS,
): Promise<ElementHandle> {
  const selector = `::-p-aria([name="${name}"]${role === undefined ? '' : `[role="${role}"]`})`
  const until = Date.now() + timeout
  do {
    // a page that is just being left has nothing to ask
    const found = await page.$(selector).catch(() => null)
    if (found) return found
    await page.evaluate(() => new Promise((r) => setTimeout(r, 100))).catch(() => undefined)
  } while (Date.now() < until)
  throw new Error(`There is nothing named “${name}”. ${await shows(page)}`)
}

/** What the server has, asked for until it is as expected: what is confirmed on a page is on its way for a while. */
export const eventually = async <T>(asked: () => Promise<T>, expected: (had: T) => void): Promise<void> =>
  vi.waitFor(async () => expected(await asked()), { timeout: WAIT_MS, interval: 100 })

/** Opens the groups of a form until something of this name is there: what is folded away is reached as by a person. */
export async function reach(page: Page, name: string): Promise<void> {
  for (;;) {
    const found = await page.$(`::-p-aria([name="${name}"])`)
    const closed = await page.$('[data-work] [data-group][aria-expanded="false"]')
    if (found || !closed) return
    await closed.evaluate((e) => (e as HTMLElement).click())
  }
}

/** Presses the button, link or tile with this name, as a reader of the screen would find it. */
export const press = async (page: Page, name: string): Promise<void> => {
  await reach(page, name)
  await named(page, name)
  await page.locator(`::-p-aria([name="${name}"])`).click()
}

/** Presses by key, which hits also what is out of sight, or moves while a plan is typed. */
export const pressByKey = async (page: Page, name: string): Promise<void> => {
  await reach(page, name)
  const found = await named(page, name)
  await page.waitForFunction((e: Element) => !(e as HTMLButtonElement).disabled, { polling: 100 }, found)
  // a sheet that is still coming takes the focus to itself: the key is pressed where it was meant to be
  await page.waitForFunction(
    (e: Element) => {
      ;(e as HTMLElement).focus()
      return document.activeElement === e
    },
    { polling: 100 },
    found,
  )
  await page.keyboard.press('Enter')
}

/** Puts a text into a field, in place of what is there. */
export const typeInto = async (page: Page, field: ElementHandle | null | undefined, text: string) => {
  if (!field) throw new Error(`there is no field for “${text}”`)
  // not by a click, which misses a field that moves: its keys would be shortcuts then
  await field.focus()
  await field.evaluate((e) => (e as HTMLInputElement).select())
  await page.keyboard.press('Backspace')
  await field.type(text)
}

/** Puts a text into the field with this label, in place of what is there. */
export const type = async (page: Page, label: string, text: string): Promise<void> => {
  await reach(page, label)
  await typeInto(page, await named(page, label, 'textbox'), text)
}

/** A list that is asked for is there within so much, and gone once it was chosen from, also on a busy machine. */
const LIST_MS = 6000

/** Chooses from a list that drops down. */
export const choose = async (page: Page, label: string, option: string): Promise<void> => {
  await reach(page, label)
  const isOpen = () => page.evaluate(() => document.querySelector('[role=listbox]') !== null)
  const within = (waited: Promise<unknown>) =>
    waited.then(
      () => true,
      () => false,
    )
  const timeout = LIST_MS
  // a list that is still coming or going misses a key or a press: it is opened, or chosen from, again
  for (let tries = 0; tries < 5; tries++) {
    if (!(await isOpen())) {
      const trigger = await named(page, label, 'combobox')
      await trigger.focus()
      await page.keyboard.press('Enter')
    }
    const found = await named(page, option, 'option', timeout).catch(() => undefined)
    if (!found) continue
    // a list that is searched keeps the keyboard in its search
    const taken = await found.focus().then(
      () => found.evaluate((e) => document.activeElement === e),
      () => false,
    )
    if (taken) await page.keyboard.press('Enter')
    else await within(found.click())
    const shut = () => document.querySelector('[role=listbox]') === null
    const gone = page.waitForFunction(shut, { timeout, polling: 100 })
    if (!(await within(gone))) continue
    // a key that came while the list was still moving may have taken its neighbour
    const shown = await page.$(`::-p-aria([name="${label}"][role="combobox"])`)
    const says = await shown?.evaluate((e) => (e instanceof HTMLInputElement ? e.value : e.textContent))
    if (tries > 1 || !says || says.includes(option)) return
  }
  throw new Error(`“${option}” cannot be chosen of “${label}”`)
}

/** Gives a file to the page, as if it had been chosen from the disk. */
export async function giveFile(page: Page, name: string, text: string | Buffer): Promise<void> {
  const path = join(tempFolder(), name)
  writeFileSync(path, text)
  const input = (await page.waitForSelector('input[type=file]')) as ElementHandle<HTMLInputElement>
  await input.uploadFile(path)
}

/** What axe finds on the screen by the rules that are named, or by all of them, best practice included. */
export async function faultsOf(page: Page, rules?: readonly string[]): Promise<readonly string[]> {
  await page.evaluate(AXE)
  return page.evaluate(
    async (only) => {
      const { axe } = window as unknown as {
        axe: { run(o: object): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> }
      }
      const found = await axe.run(
        only
          ? { runOnly: { type: 'rule', values: only } }
          : { resultTypes: ['violations'], rules: { 'target-size': { enabled: true } } },
      )
      return found.violations.map(
        (v) =>
          `${v.id}: ${v.nodes
            .map((n) => n.html.slice(0, 160))
            .slice(0, 3)
            .join(' | ')}`,
      )
    },
    rules ? [...rules] : undefined,
  )
}

/** No fault by axe on what is on the screen. */
export async function expectAccessible(page: Page, where: string): Promise<void> {
  expect((await faultsOf(page)).join('\n'), where).toBe('')
}

/** The figure at a station of the line, as shown. */
export const station = (page: Page, id: string): Promise<string> =>
  page.$eval(`[data-station="${id}"]`, (e) => (e as HTMLElement).innerText.replace(/\s+/g, ' '))
