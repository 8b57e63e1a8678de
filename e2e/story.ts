/** What the stories of a file share: one browser, and one server with a log of its own. */
import type { Browser } from 'puppeteer-core'
import { afterAll, beforeAll } from 'vitest'
import { testServer, type TestServer } from '../server/test-support.ts'
import { openBrowser, PAGES } from './browser.ts'

export let browser: Browser
export let server: TestServer

/**
 * Opens both before a file's stories, and closes them after.
 * @param options as a server takes them: what log it begins with, and what it is connected to
 */
export function openStory(options: Parameters<typeof testServer>[0] = {}): void {
  beforeAll(async () => {
    browser = await openBrowser()
    server = await testServer({ pages: PAGES, ...options })
  })
  afterAll(async () => {
    await browser.close()
    await server.stop()
  })
}
