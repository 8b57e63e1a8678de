/** Leading a run in a browser: from its plan to any step, and out of it. */
import type { Page } from 'puppeteer-core'
import { pieceNamed, type TestServer } from '../server/test-support.ts'
import { confirmStep, passTime, pressByKey, see, until } from './browser.ts'

/** Where the plan of a piece is. */
export async function pathOf(server: TestServer, title: string): Promise<string> {
  const { jobId, id } = await pieceNamed(server, title)
  return `${server.url}/jobs/${jobId}/${id}`
}
/** Begins the run of a piece from its plan. */
export async function begin(
  page: Page,
  server: TestServer,
  title: string,
  label = 'Run this cut',
): Promise<void> {
  await page.goto(await pathOf(server, title))
  await until(page, () => document.querySelector<HTMLButtonElement>('[data-run]:not([disabled])') !== null)
  await pressByKey(page, label)
  await see(page, 'Before you start')
  await until(page, () =>
    [...document.querySelectorAll('button')].some((b) => b.textContent === 'Begin' && !b.disabled),
  )
  await pressByKey(page, 'Begin')
  await see(page, 'Step 1 of')
}
export const heading = (page: Page): Promise<string> => page.$eval('h1', (e) => e.innerText)
export const runIdOf = (page: Page): string => new URL(page.url()).pathname.split('/')[2] ?? ''

/**
 * Confirms steps until one begins with these words; clocks that hold are waited out.
 * @param instructor who vouches for an apprentice's steps, where one is asked for
 * @param most so many steps are led at most
 */
export async function stepsTo(page: Page, words: string, instructor?: string, most = 70): Promise<string[]> {
  const told: string[] = []
  for (let i = 0; i < most; i++) {
    const now = await heading(page)
    if (now.startsWith(words)) return told
    told.push(now)
    await confirmStep(page)
    await until(
      page,
      (before: string) =>
        document.querySelector('h1')?.innerText !== before ||
        document.querySelector('[role=dialog]') !== null,
      now,
    )
    if (instructor !== undefined && (await page.$('[role=dialog]'))) await pressByKey(page, instructor)
    await until(page, (before: string) => document.querySelector('h1')?.innerText !== before, now)
  }
  throw new Error(`${words} does not come; there was: ${told.join(' | ')}`)
}

/** Takes a way out by the words that it begins with. */
export async function leave(page: Page, words: string): Promise<void> {
  await page.keyboard.press('b')
  await see(page, words)
  await page.evaluate(
    (w) =>
      [...document.querySelectorAll<HTMLElement>('[role=dialog] button')]
        .find((button) => button.innerText.startsWith(w))
        ?.click(),
    words,
  )
}
/** Every way out that is offered now, by its words; the list is closed again. */
export async function waysOut(page: Page): Promise<readonly string[]> {
  await page.keyboard.press('b')
  await see(page, 'Hand over')
  const ways = await page.$$eval('[role=dialog] li button', (all) =>
    all.map((b) => b.innerText.split('\n')[0] ?? ''),
  )
  await page.keyboard.press('Escape')
  await until(page, () => document.querySelector('[role=dialog]') === null)
  return ways
}

/** Presses the tick that is open, by its words; a clock is waited out. Gives how many presses were no ticks. */
export async function tickAll(page: Page): Promise<number> {
  let starts = 0
  for (;;) {
    await until(
      page,
      () =>
        document.querySelector('[data-tick]:not([disabled])') !== null ||
        document.querySelector('[data-done]:not([disabled])') !== null ||
        [...document.querySelectorAll('[data-tick]')].some((t) => t.textContent === 'Runs') ||
        document.querySelector('h1')?.textContent === 'All steps done',
    )
    const word = await page.evaluate(
      () => document.querySelector('[data-tick]:not([disabled])')?.getAttribute('aria-label') ?? '',
    )
    if (word === '') {
      if (
        !(await page.evaluate(() =>
          [...document.querySelectorAll('[data-tick]')].some((t) => t.textContent === 'Runs'),
        ))
      )
        return starts
      await passTime(page, 3700)
      await until(
        page,
        () => ![...document.querySelectorAll('[data-tick]')].some((t) => t.textContent === 'Runs'),
      )
      continue
    }
    if (word.startsWith('Start the clock')) starts += 1
    const before = await page.evaluate(() => document.body.innerText)
    await page.evaluate(() => document.querySelector<HTMLElement>('[data-tick]:not([disabled])')?.click())
    await until(page, (was: string) => document.body.innerText !== was, before)
  }
}

/** Has a run led as it is asked for: what a screen was last asked stays so. */
export async function led(page: Page, how: 'By stages' | 'Step by step'): Promise<void> {
  const words = () => [...document.querySelectorAll('header button')].map((b) => b.textContent)
  await until(page, () =>
    [...document.querySelectorAll('header button')].some((b) =>
      ['By stages', 'Step by step'].includes(b.textContent ?? ''),
    ),
  )
  if (!(await page.evaluate(words)).includes(how)) return
  await page.evaluate(
    (w) =>
      [...document.querySelectorAll<HTMLElement>('header button')].find((b) => b.textContent === w)?.click(),
    how,
  )
  await until(
    page,
    (w: string) => ![...document.querySelectorAll('header button')].some((b) => b.textContent === w),
    how,
  )
}
/** The large button, once it may be pressed; gives what it said. */
export async function done(page: Page): Promise<string> {
  const button = await page.waitForSelector('[data-done]:not([disabled])')
  const [now = '', said = ''] = await page.evaluate(() => [
    document.querySelector('h1')?.innerText ?? '',
    document.querySelector<HTMLElement>('[data-done]')?.innerText ?? '',
  ])
  await button?.evaluate((b) => (b as HTMLElement).click())
  await until(page, (was: string) => document.querySelector('h1')?.innerText !== was, now)
  return said
}
