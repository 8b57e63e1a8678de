import { describe, expect, it } from 'vitest'
import type { Today } from '#contract/types.ts'
import { pieceNamed, testServer } from '../server/test-support.ts'
import { expectAccessible, openPage, PAGES, press, pressByKey, see, typeInto, until } from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()

describe('a browser without room', () => {
  it('says that it keeps nothing, and lets nothing be confirmed that nobody stores', async () => {
    const own = await testServer({ pages: PAGES })
    const { running } = (await own.call('GET', '/api/today')).json as Today
    const page = await openPage(browser, `${own.url}/run/${running[0]?.id}`)
    await see(page, 'Step 10 of')
    await page.evaluate(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('There is no room.', 'QuotaExceededError')
      }
    })
    await own.stop()
    await see(page, 'The server does not answer.')
    // the first thing that cannot be kept shows it
    await press(page, 'Done')
    await see(page, 'This browser has no room to keep anything.')
    await see(page, 'Nothing can be kept')
    expect(await page.evaluate(() => document.body.innerText)).not.toContain('kept here and sent')
    expect(await page.$eval('[data-done]', (e) => (e as HTMLButtonElement).disabled)).toBe(true)
    await expectAccessible(page, 'Run, no room')
    await page.close()
  })
})

describe('what the server would not take', () => {
  it('keeps its text over a reload, is mended and sent again', async () => {
    const page = await openPage(browser, server.url)
    const { id } = await pieceNamed(server, 'Gusset, lower mitre post')
    // as a page of an older version may have left it
    await page.evaluate((pieceId) => {
      const item = {
        id: crypto.randomUUID(),
        key: 'trouble:x',
        route: 'addTrouble',
        params: {},
        notBefore: 0,
        body: {
          id: crypto.randomUUID(),
          pieceId,
          runId: null,
          personId: null,
          at: '2026-03-02T08:30:00.000Z',
          card: 'cut-lost',
          step: 'seen',
          what: `Closed\u0007 behind`,
          of: null,
        },
      }
      localStorage.setItem('wimble.outbox.older', JSON.stringify([item, { route: 'haircut' }]))
    }, id)
    await page.reload()
    await see(page, 'Not taken.')
    await see(page, 'Cannot be read any more')
    await page.reload()
    await see(page, 'Not taken.')
    await expectAccessible(page, 'Today, something refused')
    await pressByKey(page, 'Mend it')
    await typeInto(page, await page.waitForSelector('[role=dialog] input'), 'Closed behind')
    await expectAccessible(page, 'Mend it')
    await page.evaluate(() =>
      document.querySelector<HTMLElement>('[role=dialog] button[type=submit]')?.click(),
    )
    await until(page, () => !document.body.innerText.includes('Not taken.'))
    await press(page, 'Put away')
    await until(page, () => document.querySelector('[role=status]') === null)
    const { entries } = (await server.call('GET', '/api/log?kind=trouble')).json as {
      entries: { told: { what: string } }[]
    }
    expect(entries.map((e) => e.told.what)).toContain('Closed behind')
    await page.close()
  })
})

describe('a word of 120 letters', () => {
  it('is broken wherever it stands: no page runs over its edge', async () => {
    const long = 'Schleusentorangelbolzen'.repeat(6).slice(0, 120)
    const { id, jobId, draft, version } = await pieceNamed(server, 'Gusset, lower mitre post')
    await server.call('PUT', `/api/pieces/${id}`, { title: long, draft, version })
    await server.call('POST', '/api/people', { id: crypto.randomUUID(), name: long })
    for (const size of [
      { width: 1280, height: 800 },
      { width: 390, height: 844 },
    ]) {
      const page = await openPage(browser, server.url, size)
      for (const path of ['/', '/jobs', `/jobs/${jobId}/${id}`, '/log', '/settings', '/rig']) {
        await page.goto(server.url + path)
        await page.waitForSelector('main h1, main section')
        const over = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        )
        expect(over, `${path} at ${size.width}`).toBeLessThanOrEqual(0)
      }
      await page.close()
    }
  })
})
