import type { Page } from 'puppeteer-core'
import { beforeAll, describe, expect, it } from 'vitest'
import { pieceNamed } from '../server/test-support.ts'
import { expectAccessible, named, openPage, press, pressByKey, reach, see, type, until } from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()
let page: Page
beforeAll(async () => {
  const piece = await pieceNamed(server, 'Gusset, lower mitre post')
  page = await openPage(browser, `${server.url}/jobs/${piece.jobId}/${piece.id}`)
  await see(page, 'To scale')
})

const understood = () => page.$eval('[data-work] output', (e) => e.innerText)
const drawn = (text: string) =>
  until(
    page,
    (t) => document.querySelector('[aria-label="The cut, to scale"]')?.textContent?.includes(t),
    text,
  )

describe('the unit field', () => {
  it.each([
    ['3/4', '19.05 mm'],
    ['1-1/8"', '28.58 mm'],
    ['.75', '19.05 mm'],
    ['20 mm', '25/32 in'],
    ['2,5 cm', '25.4'],
  ])('takes %s as typed and shows what it understood', async (text, shown) => {
    await type(page, 'Thickness', text)
    if (text.endsWith('cm')) await drawn('25 mm')
    else expect(await understood()).toBe(shown)
  })
  it('takes a gauge number for sheet of its metal, and asks of what it is where no metal tells', async () => {
    await type(page, 'Thickness', '10 ga')
    await drawn('0.135 in')
    await type(page, 'Tip', '22 ga')
    await see(page, '22 gauge of what?')
    await expectAccessible(page, 'a field that asks')
    const tip = () =>
      page.$eval('::-p-aria([name="Tip"][role="textbox"])', (e) => (e as HTMLInputElement).value)
    expect(await tip()).toBe('22 ga')
    // nothing that hangs on it stays in full ink
    expect(await page.$('.stale [data-station="set-oxygen"]')).not.toBeNull()
    await press(page, 'steel sheet, .0299 in')
    await until(page, () => document.querySelector('.stale') === null)
    expect(await tip()).toContain('22 ga steel')
    await type(page, 'Tip', '0.052 in')
    await drawn('0.135 in')
  })
  it('says what is wrong at the field, and keeps the last plan in sight', async () => {
    await type(page, 'Thickness', '20 psi')
    await see(page, '“psi” measures a pressure; this wants a length')
    expect(await page.$eval('[data-station="travel"]', (e) => (e as HTMLElement).innerText)).toMatch(/\d/)
    expect(
      await page.$eval('::-p-aria([name="Run this cut"])', (e) => (e as HTMLButtonElement).disabled),
    ).toBe(true)
    await type(page, 'Thickness', '3/4 in')
    await until(page, () => !document.body.innerText.includes('this wants a length'))
  })
  it('guesses no unit on a temperature that is pasted, but takes the field’s for one that is typed', async () => {
    await reach(page, 'Plate is at')
    const field = await named(page, 'Plate is at', 'textbox')
    await field.focus()
    await page.keyboard.press('a', { commands: ['SelectAll'] })
    await page.keyboard.type('60')
    await until(page, () => !document.body.innerText.includes('60 of what?'))
    await page.keyboard.press('a', { commands: ['SelectAll'] })
    await page.keyboard.press('c', { commands: ['Copy'] })
    // something else in between: pasting what is there already changes nothing
    await page.keyboard.type('75')
    await page.keyboard.press('a', { commands: ['SelectAll'] })
    await page.keyboard.press('v', { commands: ['Paste'] })
    await see(page, '60 of what?')
    await press(page, '60 F')
    await until(page, () => !document.body.innerText.includes('60 of what?'))
  })
  it('steps by the trade’s own increments', async () => {
    await pressByKey(page, 'Thickness: more')
    await drawn('13/16 in')
    await pressByKey(page, 'Thickness: less')
    await drawn('3/4 in')
    await pressByKey(page, 'Thickness: less')
    await drawn('11/16 in')
  })
  it('flips the units without changing the plate or the setting', async () => {
    const setting = async () =>
      (await page.$eval('[data-station="set-oxygen"]', (e) => (e as HTMLElement).innerText)).replace(
        /\s+/g,
        ' ',
      )
    const psi = Number(/(\d+) psi/.exec(await setting())?.[1])
    await page.focus('[data-station="oxygen"]')
    await page.keyboard.press('u')
    await until(page, () =>
      (document.querySelector('[data-station="set-oxygen"]')?.textContent ?? '').includes('bar'),
    )
    // what was typed in sixteenths stays so
    await drawn('11/16 in')
    const bar = Number(/([\d.]+) bar/.exec(await setting())?.[1])
    expect(bar).toBeCloseTo(psi * 0.0689476, 1)
    await page.keyboard.press('u')
    await drawn('11/16 in')
  })
})

describe('night', () => {
  it('has its own colours on every view, with no serious fault', async () => {
    await press(page, 'Settings')
    await see(page, 'Units')
    await expectAccessible(page, 'Settings')
    await press(page, 'Night')
    expect(await page.evaluate(() => document.documentElement.dataset['theme'])).toBe('night')
    await expectAccessible(page, 'Settings at night')
    for (const [link, text] of [
      ['Today', 'Under way'],
      ['Jobs', 'Lifting beam'],
      ['Log', 'Gusset, heel post, top'],
    ] as const) {
      await press(page, link)
      await see(page, text)
      await expectAccessible(page, `${link} at night`)
    }
    await page.goBack()
    await page.goBack()
    const piece = await pieceNamed(server, 'Old eye plate, painted')
    await page.goto(`${server.url}/jobs/${piece.jobId}/${piece.id}`)
    await see(page, 'Painted plate.')
    await expectAccessible(page, 'Plan at night')
    const run = (await server.call('GET', '/api/today')).json as { running: { id: string }[] }
    await page.goto(`${server.url}/run/${run.running[0]?.id}`)
    await see(page, 'Step 11 of')
    await expectAccessible(page, 'Run at night')
    await page.reload()
    expect(await page.evaluate(() => document.documentElement.dataset['theme'])).toBe('night')
    expect(await page.evaluate(() => getComputedStyle(document.body).color)).toBe('rgb(236, 231, 220)')
  })
})

describe('the shop', () => {
  it('is told its units, words and people in Settings, and speaks them', async () => {
    await page.goto(`${server.url}/settings`)
    await see(page, 'Units')
    await press(page, 'nozzle')
    await press(page, 'All mm and bar')
    await page.type('::-p-aria([name="Somebody new"])', 'Wren')
    await press(page, 'Add')
    await named(page, 'Name of Wren')
    await type(page, 'Altitude', '9000 m')
    await page.keyboard.press('Tab')
    await see(page, 'The altitude should be')
    await type(page, 'Altitude', '300 m')
    await page.keyboard.press('Tab')
    await until(page, () => !document.body.innerText.includes('The altitude should be'))
    const piece = await pieceNamed(server, 'Gusset, lower mitre post')
    await page.goto(`${server.url}/jobs/${piece.jobId}/${piece.id}`)
    await see(page, 'Nozzle')
    await see(page, 'bar')
    await see(page, 'mm/min')
  })
  it('fits a phone without running over its edge', async () => {
    for (const path of ['/', '/jobs', '/log', '/settings', new URL(page.url()).pathname]) {
      const phone = await openPage(browser, server.url + path, { width: 390, height: 844 })
      await phone.waitForSelector('main h1, main section')
      const over = await phone.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      expect(over, path).toBeLessThanOrEqual(0)
      await phone.close()
    }
  })
})
