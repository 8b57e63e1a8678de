import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { beforeAll, describe, expect, it } from 'vitest'
import type { LogPage, TestSummary, Today, Torch } from '#contract/types.ts'
import { pieceNamed } from '../server/test-support.ts'
import { expectAccessible, faultsOf, openPage, press, pressByKey, see, until } from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()

/** Every path that a page has, as the app routes it. */
const ROUTES = [
  ...readFileSync(join(import.meta.dirname, '..', 'web', 'app', 'routes.tsx'), 'utf8').matchAll(
    /path: '([^']+)'/g,
  ),
].map(([, path = '']) => (path.startsWith('/') || path === '*' ? path : `/bench/${path}`))

/** One page for each path, from the demo's yard. */
let pages: readonly string[] = []
let plans: { readonly cut: string; readonly braze: string }

beforeAll(async () => {
  const get = async (path: string) => (await server.call('GET', path)).json
  const cut = await pieceNamed(server, 'Gusset, lower mitre post')
  const braze = await pieceNamed(server, 'Branches, 28 mm')
  const [torch] = (await get('/api/torches')) as readonly Torch[]
  const [test] = (await get('/api/tests')) as readonly TestSummary[]
  const { running } = (await get('/api/today')) as Today
  const entry = ((await get('/api/log')) as LogPage).entries[0]
  const batchId = crypto.randomUUID()
  await server.call('POST', '/api/batches', {
    id: batchId,
    name: 'Two gussets',
    pieces: [
      { pieceId: cut.id, repeats: 1 },
      { pieceId: (await pieceNamed(server, 'Gusset, heel post, top')).id, repeats: 1 },
    ],
  })
  const run = running[0]?.id
  plans = { cut: `/jobs/${cut.jobId}/${cut.id}`, braze: `/jobs/${braze.jobId}/${braze.id}` }
  pages = [
    '/',
    '/quick',
    '/begin',
    '/jobs',
    `/jobs/${cut.jobId}`,
    plans.cut,
    plans.braze,
    `${plans.cut}/work`,
    `${plans.cut}/check`,
    `/batches/${batchId}`,
    '/rig',
    `/rig/trial/${torch?.id}`,
    `/rig/pocket/${torch?.id}`,
    '/rig/instruments',
    '/bench',
    '/bench/tip',
    '/bench/cut-list',
    '/bench/filler',
    '/bench/take-off',
    '/bench/tests',
    '/practice',
    '/practice?bench=flame',
    '/practice?bench=pace',
    '/practice/order/set-up',
    '/practice/order/light?as=cards',
    '/practice/order/nothing',
    '/practice/facts/mixed',
    '/practice/facts/line',
    '/practice/facts/nothing',
    '/practice/sets',
    '/practice/sets/new',
    '/practice/sets/nothing',
    '/practice/given/00000000-0000-4000-8000-000000000000',
    '/practice/progress',
    '/practice/flame/neutral',
    '/practice/flame/star',
    '/practice/flame/starved',
    '/practice/flame/nothing',
    '/practice/heat/cup',
    '/practice/heat/ring?watch=ring-thin',
    '/practice/heat/nothing',
    `/practice/heat/piece/${braze.jobId}/${braze.id}`,
    '/practice/pace/square',
    '/practice/pace/thin?watch=thin-slow',
    '/practice/pace/nothing',
    `/practice/pace/piece/${cut.jobId}/${cut.id}`,
    `/jobs/${cut.jobId}/close-out`,
    '/faults',
    '/tests/new/pressure',
    '/tests/new/vacuum',
    `/tests/${test?.id}`,
    '/log',
    '/log/chart',
    '/log/files',
    '/log/files/sheet',
    `/log/${entry?.id}`,
    `/log/${entry?.id}/correct`,
    '/settings',
    '/nowhere',
    `/run/${run}`,
    `/run/${run}/log`,
    `/run/${run}/log/1/1`,
  ]
})

async function opened(page: Page, path: string): Promise<void> {
  await page.goto(`${server.url}${path}`)
  await until(
    page,
    () => document.querySelector('h1') !== null && !document.body.innerText.includes('Opening.'),
  )
}
/** What the light and the size of a page decide. */
const READ_AND_PRESSED = ['color-contrast', 'target-size']
const night = (page: Page) =>
  page.evaluate(() => {
    document.documentElement.dataset['theme'] = 'night'
  })

describe('every page', () => {
  it('is one of those below', () => {
    const asked = pages.map((p) => p.split('/'))
    const missed = ROUTES.filter(
      (route) =>
        route !== '*' &&
        !asked.some(
          (parts) =>
            parts.length === route.split('/').length &&
            route.split('/').every((part, i) => part.startsWith(':') || part === parts[i]),
        ),
    )
    expect(ROUTES.length).toBeGreaterThan(30)
    expect(missed).toEqual([])
  })
  it('has one heading of the first rank and no fault, best practice included, and can be read at night', async () => {
    const page = await openPage(browser, server.url)
    for (const path of pages) {
      await opened(page, path)
      expect(await page.$$eval('h1', (all) => all.length), path).toBe(1)
      await expectAccessible(page, path)
      await night(page)
      expect(await faultsOf(page, READ_AND_PRESSED), `${path}, at night`).toEqual([])
    }
    await page.close()
  })
  it('can be read, and pressed with a glove, on a phone, by day and at night', async () => {
    const page = await openPage(browser, server.url, { width: 390, height: 844 })
    for (const path of pages) {
      await opened(page, path)
      expect(await faultsOf(page, READ_AND_PRESSED), path).toEqual([])
      await night(page)
      expect(await faultsOf(page, READ_AND_PRESSED), `${path}, at night`).toEqual([])
    }
    await page.close()
  })
})

describe('a screen that is asked for less motion', () => {
  it('has nothing that moves by itself', async () => {
    const page = await openPage(browser, server.url)
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }])
    for (const path of ['/', plans.cut, pages.find((p) => p.startsWith('/run/')) ?? '']) {
      await opened(page, path)
      const moving = await page.$$eval('*', (all) =>
        all
          .filter((e) => {
            const { animationName, transitionDuration } = getComputedStyle(e)
            return animationName !== 'none' || transitionDuration.split(', ').some((d) => parseFloat(d) > 0)
          })
          .map((e) => e.outerHTML.slice(0, 120)),
      )
      expect(moving, path).toEqual([])
    }
    await page.close()
  })
})

describe('what opens over a page', () => {
  it.each(['by day', 'at night'] as const)(
    'has no fault %s, and gives the focus back where it was',
    async (when) => {
      const page = await openPage(browser, `${server.url}${plans.cut}`)
      await see(page, 'Supply')
      if (when === 'at night') await night(page)
      const sheet = async (name: string, open: () => Promise<void>) => {
        await page.focus('[data-station="set-oxygen"]')
        await open()
        await page.waitForSelector('[role=dialog] h2')
        if (when === 'by day') await expectAccessible(page, name)
        else expect(await faultsOf(page, READ_AND_PRESSED), name).toEqual([])
        await page.keyboard.press('Escape')
        await until(page, () => document.querySelector('[role=dialog]') === null)
        expect(await page.evaluate(() => document.activeElement?.getAttribute('data-station')), name).toBe(
          'set-oxygen',
        )
      }
      await sheet('How it was worked out', () => page.keyboard.press('Enter'))
      await sheet('Trouble', () => page.keyboard.press('t'))
      await sheet('The keys', () => page.keyboard.press('?'))
      await sheet('Start a piece', () => page.keyboard.press('n'))
      await press(page, 'Run this cut')
      await page.waitForSelector('[role=dialog] h2')
      expect(await faultsOf(page, READ_AND_PRESSED)).toEqual([])
      await page.keyboard.press('Escape')
      await page.goto(`${server.url}/rig`)
      await see(page, 'Due dates as calendar')
      if (when === 'at night') await night(page)
      await press(page, 'Add: torch')
      await see(page, 'What it is')
      if (when === 'by day') await expectAccessible(page, 'A torch')
      else expect(await faultsOf(page, READ_AND_PRESSED), 'A torch').toEqual([])
      await page.close()
    },
  )
})

/** Where a result stands on its page. */
const RESULTS: readonly (readonly [of: string, path: () => string, result: string])[] = [
  ['a cut', () => plans.cut, '[data-station="set-oxygen"]'],
  ['a braze', () => plans.braze, '[data-station="set-oxygen"]'],
  ['a quick plan', () => '/quick', '[data-station="set-oxygen"]'],
  ['the tip finder', () => '/bench/tip', '[aria-label="The tip"]'],
  ['the filler finder', () => '/bench/filler', '[aria-label="Fillers, best first"]'],
]

describe('the Tab key', () => {
  it.each(RESULTS)('comes to the result of %s in fifteen stops or fewer', async (_, path, result) => {
    const page = await openPage(browser, `${server.url}${path()}`)
    await page.waitForSelector(result)
    await page.keyboard.press('Tab')
    // the first stop passes by the spine
    await page.keyboard.press('Enter')
    let stops = 1
    const isBefore = (selector: string): boolean => {
      const here: Element | null = document.activeElement
      const there: Element | null = document.querySelector(selector)
      // round again at the spine: all that can be stopped at before it has been
      if (!here || !there || !here.closest('#page') || there.contains(here)) return false
      return (
        here.contains(there) || (here.compareDocumentPosition(there) & Node.DOCUMENT_POSITION_FOLLOWING) > 0
      )
    }
    while (stops < 40 && (await page.evaluate(isBefore, result))) {
      await page.keyboard.press('Tab')
      stops++
    }
    expect(stops).toBeLessThanOrEqual(15)
    await page.close()
  })
  it('goes along the pieces of a job by the arrows', async () => {
    const page = await openPage(browser, `${server.url}${plans.cut}`)
    await see(page, 'Supply')
    await page.focus('[aria-label="Pieces of this job"] a')
    const first = await page.evaluate(() => document.activeElement?.textContent)
    await page.keyboard.press('ArrowRight')
    await until(
      page,
      (was) =>
        document.activeElement?.closest('[aria-label="Pieces of this job"]') != null &&
        document.activeElement.textContent !== was,
      first,
    )
    await pressByKey(page, 'Steps, gas, sheets')
    await see(page, 'Step by step')
    await page.close()
  })
})
