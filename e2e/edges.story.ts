import { describe, expect, it } from 'vitest'
import type { AnswerOf, Today } from '#contract/types.ts'
import { pieceNamed, testServer } from '../server/test-support.ts'
import {
  choose,
  expectAccessible,
  giveFile,
  named,
  openPage,
  PAGES,
  press,
  pressByKey,
  see,
  type,
  typeInto,
  until,
} from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()

describe('a browser without room', () => {
  it('says that it keeps nothing, and lets nothing be confirmed that nobody stores', async () => {
    const own = await testServer({ pages: PAGES })
    const { running } = (await own.call('GET', '/api/today')).json as Today
    const page = await openPage(browser, `${own.url}/run/${running[0]?.id}`)
    await see(page, 'Step 11 of')
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
    await page.waitForSelector('h1')
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
  it('is broken wherever it stands: no page runs over its edge, and each has one head', async () => {
    const long = 'Schleusentorangelbolzen'.repeat(6).slice(0, 120)
    const { id, jobId, draft, version } = await pieceNamed(server, 'Gusset, lower mitre post')
    await server.call('PUT', `/api/pieces/${id}`, { title: long, draft, version })
    await server.call('POST', '/api/people', { id: crypto.randomUUID(), name: long })
    for (const size of [
      { width: 1280, height: 800 },
      { width: 390, height: 844 },
      { width: 1920, height: 1080 },
      // 1280 looked at four times as large
      { width: 320, height: 200 },
    ]) {
      const page = await openPage(browser, server.url, size)
      for (const path of [
        ...[
          '/',
          '/jobs',
          `/jobs/${jobId}/${id}`,
          `/jobs/${jobId}/${id}/work`,
          '/log',
          '/log/chart',
          '/log/files',
        ],
        ...[
          '/settings',
          '/rig',
          '/bench/tip',
          '/bench/filler',
          '/bench/cut-list',
          '/bench/take-off',
          '/bench/tests',
        ],
        ...['/quick', '/begin', '/faults', '/tests/new/pressure', '/rig/instruments'],
      ]) {
        await page.goto(server.url + path)
        await page.waitForSelector('h1')
        expect(
          await page.$$eval('h1', (all) => all.filter((h) => h.checkVisibility()).length),
          `${path} at ${size.width}`,
        ).toBe(1)
        const over = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        )
        expect(over, `${path} at ${size.width}`).toBeLessThanOrEqual(0)
      }
      await page.close()
    }
  })
})

describe('a spreadsheet of the shop', () => {
  it('is looked at as it will be read, taken into the log, and is there once', async () => {
    const page = await openPage(browser, `${server.url}/log/files`)
    await press(page, 'bring it in here')
    await see(page, 'written down elsewhere')
    await giveFile(page, 'burning.xlsx', Buffer.from('PK\u0003\u0004'))
    await see(page, 'take CSV, and bring in the file that you get')
    const rows = ['Burning log, yard 2', 'Date;Hand;Plate (mm);Tip (mm);O2 (bar);Acetylene (bar);Dross;OK']
    for (let i = 1; i <= 12; i++) rows.push(`${i}.3.2026;Bede;12;1,2;2,6;0,4;tap;${i === 3 ? 'no' : 'yes'}`)
    await giveFile(page, 'burning.csv', [...rows, '31.2.2026;Bede;12;1,2;2,6;0,4;tap;yes'].join('\n'))
    await see(page, '7 of 8 are taken')
    await see(page, 'Row 15. Date: “31.2.2026” is no date')
    await choose(page, 'Holds in the column Hand', 'Who')
    await see(page, '8 of 8 are taken')
    await expectAccessible(page, 'Spreadsheet')
    await press(page, 'Take 12 rows into the log')
    await see(page, '12 rows came in.')
    await giveFile(page, 'burning.csv', rows.join('\n'))
    await choose(page, 'Holds in the column Hand', 'Who')
    await press(page, 'Take 12 rows into the log')
    await see(page, 'No row came in. 12 rows were here already.')
    await press(page, 'See the lines')
    await see(page, 'Bede')
    await page.close()
  })
})

describe('a job that reads like another', () => {
  it('is asked about, and either is one press away', async () => {
    const page = await openPage(browser, `${server.url}/jobs`)
    const start = async (title: string, job: string) => {
      await press(page, 'Start a piece')
      await type(page, 'What is it?', title)
      await typeInto(page, await named(page, 'Which job?'), job)
      await press(page, 'Plan it')
    }
    const [job] = (await server.call('GET', '/api/job-names?name=G')).json as AnswerOf<'findJobs'>
    const jobName = job?.name ?? ''
    await start('Stop plate', `${jobName.toUpperCase()}.`)
    await see(page, `There is ${jobName} already, which reads like this one.`)
    await expectAccessible(page, 'A job like another')
    await press(page, `It is ${jobName}`)
    await see(page, 'Stop plate')
    await page.goto(`${server.url}/jobs`)
    await start('Stay plate', `${jobName}!`)
    await press(page, 'It is another job')
    await see(page, 'Stay plate')
    await page.close()
  })
})
