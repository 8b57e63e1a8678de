import type { Page } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import { expectAccessible, named, openPage, press, see, until } from './browser.ts'
import { bench } from './practice-page.ts'
import { browser, openStory, server } from './story.ts'

openStory()

const caption = (page: Page) => page.$eval('[role=status]', (e) => (e as HTMLElement).innerText)
/** Whether the caption says something, as it is asked on the page. */
const saysSo = (words: string) =>
  document.querySelector('[role=status]')?.textContent?.includes(words) === true
/** Waits for the caption to say something. */
const looks = (page: Page, words: string) =>
  until(page, saysSo, words).catch(async () => {
    throw new Error(`The flame does not look like “${words}” but: ${await caption(page)}`)
  })
/** Does something to a valve, and waits until what it did is told: a hand looks before it goes on. */
async function turned(page: Page, valve: 'Oxygen' | 'Fuel', does: () => Promise<void>): Promise<void> {
  const open = (name: string) =>
    document.querySelector(`[aria-label="${name} valve"]`)?.getAttribute('aria-valuenow') ?? ''
  const before = await page.evaluate(open, valve)
  await does()
  await until(
    page,
    (name: string, was: string) =>
      document.querySelector(`[aria-label="${name} valve"]`)?.getAttribute('aria-valuenow') !== was,
    valve,
    before,
  )
}
/** A spark catches within so much, or the gas was not there yet. */
const CATCHES_MS = 2000
/** Strikes until it burns as it says: so little gas takes a moment to come. */
async function strike(page: Page, words: string): Promise<void> {
  for (let i = 0; i < 10; i++) {
    await page.keyboard.press('s')
    const lit = await page
      .waitForFunction(saysSo, { timeout: CATCHES_MS, polling: 100 }, words)
      .catch(() => undefined)
    if (lit) return
  }
  await looks(page, words)
}
/** Turns a valve part by part until the caption says something. */
async function turnUntil(
  page: Page,
  valve: 'Oxygen' | 'Fuel',
  does: () => Promise<void>,
  words: string,
): Promise<void> {
  for (let i = 0; i < 140 && !(await caption(page)).includes(words); i++) await turned(page, valve, does)
  await looks(page, words)
}
const key = (page: Page, name: 'q' | 'a' | 'p' | 'l') => () => page.keyboard.press(name)
const points = async (page: Page): Promise<number> => {
  await see(page, 'of 100')
  return Number(await page.$eval('aside .text-figure', (e) => (e as HTMLElement).innerText))
}
const meter = (page: Page) =>
  page.$$eval('aside dt', (all) =>
    Number(
      (
        all.find((e) => e.textContent === 'Meter')?.nextElementSibling as HTMLElement | undefined
      )?.innerText.split(' ')[0] ?? '0',
    ),
  )

describe('the flame is practised without gas', () => {
  it('brings it to neutral by keyboard, and hears what is still missing', async () => {
    const page = await openPage(browser, `${server.url}`)
    await see(page, 'Under way')
    await page.keyboard.press('g')
    await page.keyboard.press('p')
    await see(page, 'in your hands, without gas')
    await press(page, 'Flame')
    await press(page, 'Bring it to neutral')
    await see(page, 'Fuel alone: no oxygen yet.')
    await looks(page, 'yellow and bright')
    await turnUntil(page, 'Oxygen', key(page, 'q'), 'no feather')
    await see(page, 'Neutral.')
    await expectAccessible(page, 'the bench while it burns')
    await press(page, 'That is it')
    expect(await points(page)).toBeGreaterThanOrEqual(85)
    // the letters of the app are valves here, and the app's again on its other pages
    expect(page.url()).toContain('/practice/flame/neutral')
    await page.close()
  })

  it('reaches the same by pointer and by touch', async () => {
    const page = await bench('flame/neutral')
    const dial = await named(page, 'Oxygen valve', 'slider')
    const box = await dial.boundingBox()
    if (!box) throw new Error('the dial is not there')
    const [x, y, r] = [box.x + box.width / 2, box.y + box.height / 2, box.width * 0.36]
    const at = (turn: number): [number, number] => [
      x + r * Math.sin(turn * 2 * Math.PI),
      y - r * Math.cos(turn * 2 * Math.PI),
    ]
    await page.mouse.move(...at(0))
    await page.mouse.down()
    for (let turn = 0; turn <= 0.37; turn += 0.02) await page.mouse.move(...at(turn))
    await page.mouse.up()
    await until(
      page,
      () =>
        Number(document.querySelector('[aria-label="Oxygen valve"]')?.getAttribute('aria-valuenow')) > 0.3,
    )
    // the last of it by the button for a gloved finger, tapped
    await turnUntil(
      page,
      'Oxygen',
      () => page.locator('::-p-aria([name="Open the oxygen a little"])').click(),
      'no feather',
    )
    await press(page, 'That is it')
    expect(await points(page)).toBeGreaterThanOrEqual(85)
    await page.close()

    const phone = await bench('flame/neutral', {}, { width: 390, height: 844 })
    const plus = await named(phone, 'Open the oxygen a little')
    await turnUntil(phone, 'Oxygen', () => plus.tap(), 'no feather')
    await press(phone, 'That is it')
    expect(await points(phone)).toBeGreaterThanOrEqual(85)
    await phone.close()
  })

  it('works propane up in steps', async () => {
    const page = await bench('flame/steps', { practiceTorch: 'usual:propane' })
    await see(page, 'Propane leaves the tip when fuel comes alone.')
    await see(page, 'No feather shows neutral on this fuel')
    // a little of one, a little of the other, each looked at before the next
    for (const [letter, parts] of [
      ['q', 3],
      ['p', 6],
      ['q', 7],
      ['p', 11],
      ['q', 11],
      ['p', 15],
      ['q', 11],
    ] as const)
      for (let i = 0; i < parts; i++)
        await turned(page, letter === 'q' ? 'Oxygen' : 'Fuel', key(page, letter))
    expect(await meter(page)).toBeGreaterThan(3.8)
    await see(page, 'Short, sharp cones: neutral.')
    await press(page, 'That is it')
    await see(page, 'It never left the tip.')
    expect(await points(page)).toBeGreaterThanOrEqual(85)
    await page.close()
  })

  it('finds the starved tip, the one that glows and hugs its cones', async () => {
    const page = await bench('flame/starved')
    for (const round of [1, 2, 3]) {
      await see(page, `${round} of 3`)
      // the tip that glows is looked for in the picture: red over green at its mouth
      const stage = await page.waitForSelector('canvas')
      const picture = (await stage?.screenshot({ encoding: 'base64' })) ?? ''
      const letter = await page.evaluate(async (data: string) => {
        const image = new Image()
        image.src = `data:image/png;base64,${data}`
        await image.decode()
        const sheet = new OffscreenCanvas(image.width, image.height).getContext('2d')
        sheet?.drawImage(image, 0, 0)
        const red = [0, 1, 2].map((i) => {
          const y = Math.round((image.height * (2 * i + 1)) / 6)
          const [r = 0, g = 0] = sheet?.getImageData(Math.round(image.width * 0.24 - 12), y, 1, 1).data ?? []
          return r - g
        })
        return 'ABC'.charAt(red.indexOf(Math.max(...red)))
      }, picture)
      await press(page, letter)
    }
    expect(await points(page)).toBe(100)
    await see(page, 'short cones that hug a hot tip')
    await page.close()
  })

  it('reads the star: which leg, and what is wrong with its port', async () => {
    const page = await bench('flame/star')
    for (const round of [1, 2, 3]) {
      await see(page, `${round} of 3`)
      const seen = await page.$$eval('svg[aria-label^="The star"] g path', (legs) =>
        legs.map((e) => ({
          top: Number(/M42 ([\d.-]+)/.exec(e.getAttribute('d') ?? '')?.[1] ?? 0),
          clear: Number(e.getAttribute('opacity')),
        })),
      )
      const usual = [...seen].sort((a, b) => a.top - b.top)[3]?.top ?? 0
      const short = seen.findIndex((l) => l.top > usual + 4)
      const long = seen.findIndex((l) => l.top < usual - 4)
      if ((seen[0]?.clear ?? 1) < 0.6) await press(page, 'Dim and wide: trim it first')
      else if (short >= 0) {
        await press(page, 'A leg is short: dirty port')
        await press(page, `Leg ${short + 1}`)
      } else if (long >= 0) {
        await press(page, 'A leg is long: worn port')
        await press(page, `Leg ${long + 1}`)
      } else await press(page, 'Every leg the same: clean')
    }
    expect(await points(page)).toBe(100)
    await page.close()
  })

  it('lights it by the shop’s way, left-handed, and pops when it is starved', async () => {
    const page = await bench('flame/light', { practiceHand: 'left' })
    await see(page, 'Open the fuel a quarter turn')
    // a torch in the left hand has its fuel under the other one
    for (let i = 0; i < 16; i++) await page.keyboard.press('q')
    await looks(page, 'gas runs')
    await page.keyboard.press('s')
    await looks(page, 'smoke at its end')
    await turnUntil(page, 'Fuel', key(page, 'q'), 'no smoke')
    await press(page, 'That is it')
    expect(await points(page)).toBeGreaterThanOrEqual(90)
    await press(page, 'Try again')
    await see(page, 'Not lit yet.')
    for (let i = 0; i < 6; i++) await page.keyboard.press('q')
    await looks(page, 'gas runs')
    await strike(page, 'smoke')
    for (let i = 0; i < 7; i++) await page.keyboard.press('p')
    await see(page, 'It popped: starved, the flame ran back.')
    await page.close()
  })

  it('shows a good hand, then one’s own, and gives it as a file', async () => {
    const page = await bench('flame/retrim')
    await press(page, 'Watch a good hand')
    await see(page, 'How it is done')
    expect(await points(page)).toBe(100)
    await press(page, 'Now you')
    await see(page, 'That is it')
    await page.keyboard.press(' ')
    await looks(page, 'the jet over it all')
    await press(page, 'That is it')
    const own = await points(page)
    expect(own).toBeLessThan(100)
    await press(page, 'Watch yours')
    await see(page, 'Yours, again')
    await see(page, 'How it went')
    expect(await points(page)).toBe(own)
    await press(page, 'Save it as a file')
    await page.close()
  })

  it('stands still for whoever wants no motion, and shows what is done to it all the same', async () => {
    const page = await openPage(browser, server.url)
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }])
    await page.goto(`${server.url}/practice/flame/neutral`)
    await looks(page, 'yellow')
    const canvas = await page.waitForSelector('canvas')
    const picture = async () => (await canvas?.screenshot({ encoding: 'base64' })) ?? ''
    const frames = (n: number) =>
      page.evaluate(async (most) => {
        for (let i = 0; i < most; i++) await new Promise(requestAnimationFrame)
      }, n)
    await frames(20)
    const first = await picture()
    await frames(40)
    expect((await picture()) === first).toBe(true)
    await turnUntil(page, 'Oxygen', key(page, 'q'), 'feather')
    await frames(20)
    expect((await picture()) === first).toBe(false)
    await page.close()
  })

  it('rests while nobody looks', async () => {
    const page = await bench('flame/neutral')
    await looks(page, 'yellow')
    const hide = (hidden: boolean) =>
      page.evaluate((h) => {
        Object.defineProperty(document, 'visibilityState', {
          configurable: true,
          get: () => (h ? 'hidden' : 'visible'),
        })
        document.dispatchEvent(new Event('visibilitychange'))
      }, hidden)
    await hide(true)
    // what is done to it meanwhile is there, and nothing of it runs yet
    for (let i = 0; i < 20; i++) await page.keyboard.press('q')
    await until(
      page,
      () => document.querySelector('[data-dial=oxygen]')?.textContent?.includes('5/16') === true,
    )
    expect(await caption(page)).toContain('yellow')
    await hide(false)
    await looks(page, 'feather')
    await page.close()
  })

  it('says why a torch cannot be practised with, and what a task needs', async () => {
    const page = await bench('flame/retrim', { practiceTorch: (await orla()).id })
    await see(page, 'This torch has no lever. Choose another torch, or another task.')
    await page.goto(`${server.url}/practice/flame/nothing`)
    await see(page, 'There is no such task')
    await page.close()
  })
})

async function orla(): Promise<{ readonly id: string }> {
  const torches = (await server.call('GET', '/api/torches')).json as readonly { id: string; name: string }[]
  const found = torches.find((t) => t.name.startsWith('Orla'))
  if (!found) throw new Error('the yard has no brazing handle')
  return found
}
