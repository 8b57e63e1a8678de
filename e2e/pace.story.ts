import type { Page } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import type { Attempts, LogPage } from '#contract/types.ts'
import { pieceNamed } from '../server/test-support.ts'
import { expectAccessible, openPage, press, see, until } from './browser.ts'
import { bench, judged, row, watched } from './practice-page.ts'
import { browser, openStory, server } from './story.ts'

openStory()

/** Waits until a row says something of this kind. */
const says = (page: Page, name: string, what: string) =>
  until(
    page,
    ([wanted, pattern]: readonly [string, string]) => {
      const term = [...document.querySelectorAll('dt')].find((d) => d.textContent === wanted)
      return new RegExp(pattern).test(term?.nextElementSibling?.textContent ?? '')
    },
    [name, what] as const,
  )

describe('the pace bench', () => {
  it('drops the piece for a hand that keeps the planned pace', async () => {
    const page = await bench('pace/square?watch=good')
    expect(await watched(page)).toBe(100)
    await see(page, 'The piece drops by itself.')
    expect(await row(page, 'Cut through')).toBe('100 %')
    await expectAccessible(page, 'a good cut, beside a good face')
    await page.close()
  })

  it('closes thin plate behind a torch that is too slow, and says why', async () => {
    const page = await bench('pace/thin?watch=thin-slow')
    expect(await watched(page)).toBeLessThan(50)
    await see(page, 'It hangs: closed again behind the torch')
    await see(page, 'Closes behind the torch, will not drop')
    await see(page, 'Going too slowly.')
    await see(page, 'Walls too hot to freeze the slag')
    await page.close()
  })

  it('blows slag back into the tip of a pierce that is too low', async () => {
    const page = await bench('pace/pierce?watch=low-pierce')
    await watched(page)
    await see(page, 'Blows back up at you')
    await see(page, 'Pierced too low: slag blew back into the tip.')
    await page.close()
  })

  it('goes on from the edge of a cut that was lost, and tells it mark by mark', async () => {
    const page = await bench('pace/square?watch=recover')
    await watched(page)
    await see(page, 'The piece drops by itself.')
    await see(page, 'Started again')
    const marks = await page.$$eval('ol[aria-label="What happened along the line"] button', (all) =>
      all.map((b) => b.getAttribute('aria-label') ?? ''),
    )
    expect(marks.map((m) => m.split(' ')[0])).toEqual(['Started', 'Lost', 'Started'])
    await page.focus('ol[aria-label="What happened along the line"] li:nth-child(2) button')
    await see(page, 'too fast.')
    await page.close()
  })

  it('is cut by keys, scored, kept for who did it and in no log; and a replay is worth the same', async () => {
    const page = await bench('pace/thin')
    const before = (await server.call('GET', '/api/log')).json as LogPage
    await page.keyboard.press('h')
    await says(page, 'Under the torch', 'bright cherry|orange|straw')
    await page.keyboard.down(' ')
    await says(page, 'Sparks', 'straight down|trail')
    for (let i = 0; i < 9; i++) await page.keyboard.press('ArrowRight')
    await page.waitForFunction(
      () => /beside the plate/.test(document.querySelector('aside')?.innerText ?? ''),
      {
        timeout: 60_000,
      },
    )
    await page.keyboard.up(' ')
    const once = await judged(page)
    expect(await row(page, 'Cut through')).toBe('100 %')
    const drag = await row(page, 'Drag')
    await press(page, 'Watch yours')
    expect(await watched(page)).toBe(once)
    expect(await row(page, 'Drag')).toBe(drag)
    await until(page, async () => {
      const all = (await (await fetch('/api/practice')).json()) as { bench: string; personId: unknown }[]
      return all.some((a) => a.bench === 'pace' && a.personId === null)
    })
    const kept = ((await server.call('GET', '/api/practice')).json as Attempts[]).find(
      (a) => a.bench === 'pace' && a.personId === null,
    )
    expect(kept).toMatchObject({ task: 'thin', tries: 1, best: once, recent: [once] })
    expect((await server.call('GET', '/api/log')).json).toEqual(before)
    await page.close()
  })

  it('is led by a mouse: it hovers, its button is the lever, its wheel the height', async () => {
    const page = await bench('pace/square')
    const plate = await page.$('[role=img]')
    const box = await plate?.boundingBox()
    if (!box) throw new Error('no plate')
    const cold = await page.screenshot({ encoding: 'base64', clip: box })
    await page.mouse.move(box.x + box.width * 0.12, box.y + box.height / 2)
    await says(page, 'Under the torch', 'red|cherry|orange')
    await page.mouse.wheel({ deltaY: -400 })
    await page.mouse.down()
    await until(page, () =>
      [...document.querySelectorAll('button')].some(
        (b) => b.textContent?.includes('Hold the lever') && b.getAttribute('aria-pressed') === 'true',
      ),
    )
    await page.mouse.up()
    expect(await page.screenshot({ encoding: 'base64', clip: box })).not.toBe(cold)
    await expectAccessible(page, 'the pace bench under way')
    await page.close()
  })

  it('is set up as somebody likes, and a tip of another plate shows', async () => {
    const page = await bench('pace/thin')
    await press(page, 'Large')
    await see(page, '1/8 in plate')
    await press(page, 'Watch a good hand')
    expect(await watched(page)).toBeLessThan(70)
    await see(page, 'Closes behind the torch, will not drop')
    await page.close()
  })

  it('works on a phone, torch and lever under the thumbs', async () => {
    const page = await bench('pace/circle', {}, { width: 390, height: 844 })
    await see(page, 'Hold the lever')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await expectAccessible(page, 'the pace bench on a phone')
    await page.close()
  })
})

describe('a planned cut', () => {
  it('is tried first with its own figures, and goes back to its plan', async () => {
    const { jobId, id } = await pieceNamed(server, 'Wear strips')
    const page = await openPage(browser, server.url)
    const at = `/jobs/${jobId}/${id}`
    await page.goto(`${server.url}${at}`)
    await press(page, 'Try it first')
    await see(page, 'Hold the lever')
    await see(page, 'A stretch of its line.')
    await press(page, 'That is it')
    await see(page, 'Nothing is cut.')
    await press(page, 'Back to its plan')
    await until(page, (path) => location.pathname === path, at)
    await page.close()
  })
})
