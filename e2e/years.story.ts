import { randomUUID } from 'node:crypto'
import type { Page } from 'puppeteer-core'
import { beforeAll, describe, expect, it } from 'vitest'
import type { LogPage } from '#contract/types.ts'
import { fillYears } from '../server/fill.ts'
import { endRuns, lineAlone } from '../server/test-support.ts'
import { expectAccessible, named, openPage, press, pressByKey, see, type, until } from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory({ empty: true })
let page: Page
beforeAll(async () => {
  fillYears(server.store, { pieces: 600, lines: 1500, runs: 12, seed: 5, now: new Date() })
  page = await openPage(browser, server.url)
})
const go = (path: string) => page.goto(server.url + path)
const rows = () => page.$$eval('tbody tr', (all) => all.map((r) => r.textContent))

describe('a log of many years', () => {
  it('is leafed through in the log, there and back, and its words are found', async () => {
    await go('/log')
    const { total } = (await server.call('GET', '/api/log')).json as LogPage
    await see(page, `${total} lines fit.`)
    const newest = await rows()
    expect(newest).toHaveLength(25)
    await press(page, 'Older')
    await see(page, '26 to 50')
    await press(page, 'Older')
    await see(page, '51 to 75')
    await press(page, 'Newer')
    await press(page, 'Newer')
    await see(page, '1 to 25')
    expect(await rows()).toEqual(newest)
    await page.type('input[type=search]', 'heel orla')
    await until(page, () =>
      [...document.querySelectorAll('tbody tr')].every((r) => /heel.*orla/is.test(r.textContent)),
    )
    await press(page, 'Clear')
    await see(page, `${total} lines fit.`)
  })
  it('has its jobs in pages, each with the first of its pieces, and the rest a press away', async () => {
    const job = server.store.jobs.page(10).at(-1)
    expect(job?.name).toMatch(/^Reach/)
    await go('/jobs')
    await see(page, job?.name ?? '')
    await see(page, 'All 20 pieces')
    await expectAccessible(page, 'Jobs')
    await press(page, 'Older jobs')
    await until(page, (name: string) => !document.body.innerText.includes(name), job?.name ?? '')
    await press(page, 'Newer jobs')
    await see(page, job?.name ?? '')
    await page.locator('a[href*="/jobs?job="]').click()
    await see(page, '1 to 20 of 20')
    expect(await page.$$eval('section li', (all) => all.length)).toBe(20)
    await press(page, 'All jobs')
    await see(page, 'Older jobs')
  })
  it('leafs through the pieces of one large job, and finds the way there from a piece', async () => {
    const jobId = randomUUID()
    const { draft } = server.store.pieces.get(server.store.pieces.planned(1)[0]?.id ?? '') ?? {}
    if (!draft) throw new Error('no piece is planned')
    server.store.jobs.add(jobId, 'Hundred brackets', '', new Date().toISOString())
    const at = (i: number) => new Date(Date.UTC(2026, 0, 1) + i * 60_000).toISOString()
    server.store.transaction(() => {
      for (let i = 1; i <= 120; i++)
        server.store.pieces.add({ id: randomUUID(), jobId, title: `Bracket ${i}`, draft }, at(i))
    })
    await go(`/jobs?job=${jobId}`)
    await see(page, '1 to 50 of 120')
    await press(page, 'Later pieces')
    await see(page, '51 to 100 of 120')
    await press(page, 'Later pieces')
    await see(page, '101 to 120 of 120')
    await page.locator('::-p-text(Bracket 120)').click()
    await see(page, '120 Bracket 120')
    await press(page, '100 before')
    await see(page, '51 to 100 of 120')
  })
  it('knows a job by the beginning of its name when a piece is started', async () => {
    await go('/')
    await press(page, 'Start a piece')
    await type(page, 'What is it?', 'Bracket 121')
    const job = await named(page, 'Which job?')
    await job.focus()
    await job.evaluate((e) => (e as HTMLInputElement).select())
    await job.type('hundred brackets')
    await press(page, 'Plan it')
    await see(page, 'Bracket 121')
    expect(server.store.jobs.beginning('Hundred brackets', 9)).toHaveLength(1)
  })
  it('shows its chart, and one setting of one row over the years', async () => {
    await go('/log/chart')
    await see(page, 'Your chart, grown from good runs')
    await page.waitForSelector('.plotly, .js-plotly-plot, [aria-label^="Speed of each run"]')
  })
})

describe('copies of the log', () => {
  it('are made by hand, and gone back to with what changes in sight', async () => {
    await go('/settings')
    await press(page, 'Make a copy now')
    await see(page, ', by hand')
    await see(page, 'The last good copy is')
    const before = (await server.call('GET', '/api/log')).json as LogPage
    // a line is written down, and a run that is under way is ended
    server.store.log.add(lineAlone({ title: 'A slip of the pen', at: new Date().toISOString() }))
    await page.locator('button[aria-label^="Go back to"]').click()
    await see(page, 'Gone from the log: 1 line, written since.')
    await see(page, 'A slip of the pen')
    await expectAccessible(page, 'Going back')
    // under way: refused, with the way out
    await pressByKey(page, 'Go back to this copy')
    await see(page, 'A run or a test is under way. End it first')
    await endRuns(server)
    await pressByKey(page, 'Go back to this copy')
    await see(page, 'The log is as it was on')
    await pressByKey(page, 'Go on from there')
    await see(page, 'Last copy of the log')
    expect(((await server.call('GET', '/api/log')).json as LogPage).total).toBe(before.total)
    await go('/settings')
    await see(page, 'the log that was replaced')
  })
})

describe('a line that was damaged on the disk', () => {
  it('is left out by its name, the rest is shown, and it is put back from a copy', async () => {
    await server.house.tend()
    const [line, other] = ((await server.call('GET', '/api/log?kind=cut')).json as LogPage).entries
    server.db.exec(`UPDATE log SET told = replace(told, '"note":', '"nose":') WHERE id = '${line?.id ?? ''}'`)
    // and one whose very moment cannot be read
    server.db.exec(`UPDATE log SET at = 'x' || substr(at, 2) WHERE id = '${other?.id ?? ''}'`)
    await go('/log')
    await see(page, '2 things in the log are damaged')
    await see(page, 'has it whole.')
    expect((await rows()).length).toBeGreaterThan(20)
    await expectAccessible(page, 'Set apart')
    await go('/')
    await see(page, '2 things in the log are damaged')
    await press(page, 'Put it back')
    await see(page, 'One thing in the log is damaged')
    await press(page, 'Put it back')
    await until(page, () => !document.body.innerText.includes('damaged, and left out'))
    for (const e of [line, other])
      expect(await server.call('GET', `/api/log/${e?.id ?? ''}`)).toMatchObject({
        status: 200,
        json: { at: e?.at },
      })
  })
})
