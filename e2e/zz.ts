import { testServer } from '../server/test-support.ts'
import { ensureBuilt } from '../bin/build.ts'
import { openBrowser, openPage, PAGES, see, type } from './browser.ts'
await ensureBuilt(process.cwd(), () => undefined)
const s = await testServer({ pages: PAGES })
const browser = await openBrowser()
const today = (await s.call('GET', '/api/today')).json as { running: { id: string }[] }
const page = await openPage(browser, `${s.url}/run/${today.running[0]!.id}`)
await see(page, 'Step 10 of')
await type(page, 'Read off', '48 psi')
await page.screenshot({ path: '/tmp/off.png' })
await page.setViewport({ width: 390, height: 844 })
await page.screenshot({ path: '/tmp/off-phone.png' })
await browser.close()
await s.stop()
process.exit(0)
