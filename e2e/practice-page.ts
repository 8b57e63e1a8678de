import type { Page } from 'puppeteer-core'
import { openPage, press, see, until } from './browser.ts'
import { browser, server } from './story.ts'

/** Half a minute of work at a bench, on a machine that does something else as well. */
const JUDGED_MS = 180_000

/** A page of practice, with what this screen was left with. @param path below /practice/ */
export async function bench(
  path: string,
  device: object = {},
  size?: { readonly width: number; readonly height: number },
): Promise<Page> {
  const page = await openPage(browser, server.url, size)
  await page.evaluate((d) => localStorage.setItem('wimble.device', JSON.stringify(d)), {
    practiceLight: 'shed',
    ...device,
  })
  await page.goto(`${server.url}/practice/${path}`)
  await until(page, () => document.querySelector('h1') !== null)
  return page
}

/** A row of what the bench tells, as it stands. */
export const row = (page: Page, name: string): Promise<string> =>
  page.evaluate((wanted) => {
    const term = [...document.querySelectorAll('dt')].find((d) => d.textContent === wanted)
    return term?.nextElementSibling?.textContent ?? ''
  }, name)

/** What it is worth, of 100. */
export const points = (page: Page): Promise<number> =>
  page.$eval('aside .text-figure', (e) => Number((e as HTMLElement).innerText))

/** Waits until it is judged, and gives its points. */
export async function judged(page: Page): Promise<number> {
  await page.waitForFunction(() => document.querySelector('aside .text-figure') !== null, {
    timeout: JUDGED_MS,
  })
  return points(page)
}

/** Watches it to its end, four times as fast, and gives its points. */
export async function watched(page: Page): Promise<number> {
  await press(page, '4 times as fast')
  return judged(page)
}

/** Touches the answer of a card that says something, by the number before it. */
export async function answer(page: Page, says: string): Promise<void> {
  const at = await page.$$eval(
    'main ol li',
    (all, wanted) => all.findIndex((li) => li.textContent.slice(1) === wanted),
    says,
  )
  await page.keyboard.press(String(at + 1) as '1')
  await page.waitForSelector('main [role=status]')
}

/** The shut-down by the yard's methods, on a cutting torch of acetylene: a part as it stands, and how it is put. */
const SHUT_DOWN = [
  ['Preheat oxygen valve open 1/4 turn', 'Shut'],
  ['Fuel valve open 1/2 turn', 'Shut'],
  ['Oxygen cylinder open all the way', 'Shut'],
  ['Acetylene cylinder open 3/4 turn', 'Shut'],
  ['Lever up', 'Down'],
  ['Lever down', 'Up'],
  ['Fuel valve shut', '1'],
  ['Fuel valve open 1 turn', 'Shut'],
  ['Oxygen screw turned in', 'Back it out'],
  ['Acetylene screw turned in', 'Back it out'],
] as const
/** Shuts the rig down on the order bench, as its shop does it. */
export async function shutDown(page: Page, by: typeof press = press): Promise<void> {
  for (const [part, to] of SHUT_DOWN) {
    await by(page, part)
    await by(page, to)
  }
  await by(page, 'It is done')
  await see(page, 'What it is judged by')
}
