import { openBrowser, openPage, press, see, PAGES } from './browser.ts'
import { testServer } from '../server/test-support.ts'
const server = await testServer({ pages: PAGES, demo: true } as never)
const browser = await openBrowser()
const W = Number(process.env.W ?? 1280),
  H = Number(process.env.H ?? 800)
const [path = '/practice', wait = '', ...acts] = process.argv.slice(2)
const page = await openPage(browser, server.url + path, { width: W, height: H })
page.on('console', (m) => console.log(m.text()))
if (process.env.NIGHT)
  await page.evaluate(() => {
    localStorage.setItem('wimble.device', JSON.stringify({ theme: 'night' }))
  })
if (process.env.DEV)
  await page.evaluate((d: string) => {
    localStorage.setItem('wimble.device', d)
  }, process.env.DEV)
if (process.env.NIGHT || process.env.DEV) await page.reload()
if (wait) await see(page, wait)
for (const a of acts) {
  if (a.startsWith('wait:')) await new Promise((r) => setTimeout(r, Number(a.slice(5))))
  else if (a.startsWith('key:')) {
    const [, k = '', n = '1'] = a.split(':')
    for (let i = 0; i < Number(n); i++) await page.keyboard.press(k as never)
  } else if (a.startsWith('shot:')) await page.screenshot({ path: `/tmp/${a.slice(5)}.png` })
  else await press(page, a)
}
await page.screenshot({ path: '/tmp/shot.png' })
await browser.close()
await server.stop()
process.exit(0)
