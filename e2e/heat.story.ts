import type { Page } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import type { Attempts, Job, JobPage, LogPage, Records } from '#contract/types.ts'
import { pieceNamed } from '../server/test-support.ts'
import { expectAccessible, openPage, press, see, station, type, until } from './browser.ts'
import { bench, points, row, watched } from './practice-page.ts'
import { browser, openStory, server } from './story.ts'

openStory()

/** How bright the middle of the picture is, and how red: the painter's own sheet is read. */
const seen = (page: Page) =>
  page.screenshot({ encoding: 'base64', clip: { x: 100, y: 180, width: 540, height: 460 } })

describe('the heat bench', () => {
  it('fills the gap where the tube is heated first and the root after it', async () => {
    const page = await bench('heat/cup?watch=good')
    expect(await watched(page)).toBeGreaterThan(90)
    expect(parseInt(await row(page, 'Full'))).toBeGreaterThan(80)
    expect(parseInt(await row(page, 'Root wet'))).toBeGreaterThan(80)
    await expectAccessible(page, 'a good joint, sawn open')
    await page.close()
  })

  it('is dry inside where only the lip was heated, though it looks shut', async () => {
    const page = await bench('heat/inch?watch=lip')
    expect(await watched(page)).toBeLessThan(60)
    await see(page, 'Blob at the lip, dry inside')
    await see(page, 'The lip looks shut')
    await see(page, 'Heat the tube first')
    expect(await row(page, 'Root wet')).toBe('0 %')
    expect(await row(page, 'All hot after')).toBe('never')
    await page.close()
  })

  it('burns the sheet under a ring where the flame is aimed at the thin part', async () => {
    const page = await bench('heat/ring?watch=ring-thin')
    await watched(page)
    await see(page, 'Hole, sagging, burnt')
    await see(page, 'The ring is thicker: aim at that.')
    await page.close()
  })

  it('leaves the far side of a big joint cold under one torch on one side', async () => {
    const page = await bench('heat/big-alone?watch=one-side')
    await watched(page)
    await see(page, 'Gap round part of the joint')
    await see(page, 'Uneven heat')
    await page.close()
  })

  it('is led by keys, scored, kept for who did it and in no log; and a replay is worth the same', async () => {
    const page = await bench('heat/sleeve')
    const before = (await server.call('GET', '/api/log')).json as LogPage
    await press(page, 'Nitrogen')
    await page.keyboard.press('f')
    await page.keyboard.down('ArrowRight')
    await until(page, () => /\b[3-9] s/.test(document.querySelector('dd')?.textContent ?? ''))
    await page.keyboard.down('ArrowDown')
    await until(page, () => /\b(1\d) s/.test(document.querySelector('dd')?.textContent ?? ''))
    await page.keyboard.up('ArrowRight')
    await page.keyboard.up('ArrowDown')
    await page.keyboard.down(' ')
    await until(page, () => /\b1[2-9] s/.test(document.querySelector('dd')?.textContent ?? ''))
    await page.keyboard.up(' ')
    await press(page, 'That is it')
    await see(page, 'Sawn open and laid flat')
    const once = await points(page)
    const lasted = await row(page, 'Flame on it')
    await press(page, 'Watch yours')
    expect(await watched(page)).toBe(once)
    expect(await row(page, 'Flame on it')).toBe(lasted)
    await until(page, async () => {
      const all = (await (await fetch('/api/practice')).json()) as { bench: string }[]
      return all.some((a) => a.bench === 'heat')
    })
    const kept = ((await server.call('GET', '/api/practice')).json as Attempts[]).find(
      (a) => a.bench === 'heat',
    )
    expect(kept).toMatchObject({ task: 'sleeve', tries: 1, best: once })
    expect((await server.call('GET', '/api/log')).json).toEqual(before)
    await page.close()
  })

  it('is led by a finger on the joint, and glows where the flame was', async () => {
    const page = await bench('heat/lap')
    await press(page, 'Flux')
    await press(page, 'Measured')
    const cold = await seen(page)
    const map = await page.$('[role=img]')
    const box = await map?.boundingBox()
    if (!box) throw new Error('no map')
    await page.mouse.move(box.x + box.width / 2, box.y + box.height * 0.6)
    await page.mouse.down()
    await until(page, () =>
      [...document.querySelectorAll('button')].some(
        (b) => b.textContent?.includes('Flame on it') && b.getAttribute('aria-pressed') === 'true',
      ),
    )
    await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * 0.6, { steps: 5 })
    await until(page, () => {
      const term = [...document.querySelectorAll('dt')].find((d) => d.textContent === 'Mean of it')
      return parseInt(term?.nextElementSibling?.textContent ?? '') > 200
    })
    expect(await seen(page)).not.toBe(cold)
    await page.mouse.up()
    await until(page, () =>
      [...document.querySelectorAll('button')].some(
        (b) => b.textContent?.includes('Flame on it') && b.getAttribute('aria-pressed') === 'false',
      ),
    )
    await expectAccessible(page, 'the heat bench under way')
    await page.close()
  })

  it('follows a good hand beside one’s own', async () => {
    const page = await bench('heat/sleeve')
    await press(page, 'Follow a good hand')
    await see(page, '✓ Follow a good hand')
    await page.close()
  })

  it('works on a phone, flame and rod under the thumbs', async () => {
    const page = await bench('heat/cup', {}, { width: 390, height: 844 })
    await see(page, 'The lip: hold the rod here')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await expectAccessible(page, 'the heat bench on a phone')
    await page.close()
  })
})

describe('a planned joint', () => {
  it('is tried first with its own figures, and goes back to its plan', async () => {
    const { jobs } = (await server.call('GET', '/api/jobs')).json as JobPage
    const page = await openPage(browser, server.url)
    let at = ''
    for (const { id } of jobs) {
      const job = (await server.call('GET', `/api/jobs/${id}`)).json as Job
      const braze = job.pieces.find((p) => p.kind === 'braze')
      if (braze) at = `/jobs/${id}/${braze.id}`
    }
    await page.goto(`${server.url}${at}`)
    await press(page, 'Heat')
    await press(page, 'Try it first')
    await see(page, 'Hold the rod')
    await press(page, 'That is it')
    await see(page, 'Sawn open and laid flat')
    await press(page, 'Back to its plan')
    await until(page, (path) => location.pathname === path, at)
    await page.close()
  })
})

describe('a heat that was timed at the torch', () => {
  it('is put in with what came out, and the plans of that tip go by it', async () => {
    const piece = await pieceNamed(server, 'Branches, 28 mm')
    const told = async () =>
      ((await server.call('GET', '/api/records?kind=braze')).json as Records).brazes.filter(
        (b) => b.flameTimes !== undefined,
      )
    expect(await told()).toEqual([])
    const page = await openPage(browser, `${server.url}/jobs/${piece.jobId}/${piece.id}/check`)
    await press(page, 'Yes, clean')
    await press(page, 'Full all round')
    await type(page, 'Trial heat, timed for this tip', '2 s')
    await press(page, 'Save to the log')
    await see(page, 'No flame of this tip takes so long, or is so quick')
    await type(page, 'Trial heat, timed for this tip', '35 s')
    await press(page, 'Save to the log')
    await see(page, 'Trial heat')
    expect(await told()).toHaveLength(1)
    await page.goto(`${server.url}/jobs/${piece.jobId}/${piece.id}`)
    await page.waitForSelector('[data-station="time"]')
    expect(await station(page, 'time')).toContain('35 s')
    await page.close()
  })
})
