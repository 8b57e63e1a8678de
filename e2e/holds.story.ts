import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { resolve } from 'node:path'
import type { Browser, Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import type { Run, Today } from '#contract/types.ts'
import { pieceNamed, tempFolder, testServer, type TestServer } from '../server/test-support.ts'
import { eventually, openBrowser, openPage, PAGES, press, pressByKey, see, type, until } from './browser.ts'

let browser: Browser
beforeAll(async () => {
  browser = await openBrowser()
})
afterAll(() => browser.close())

const pages: Page[] = []
const open = async (url: string): Promise<Page> => {
  const page = await openPage(browser, url)
  pages.push(page)
  return page
}
afterEach(async () => {
  await Promise.all(pages.splice(0).map((p) => p.close()))
})

const stepText = (page: Page) => page.$eval('header', (e) => /Step (\d+)/.exec(e.innerText)?.[1])
const runOf = async (server: TestServer): Promise<string> => {
  const today = (await server.call('GET', '/api/today')).json as Today
  return today.running[0]?.id ?? ''
}
const eventsOf = async (server: TestServer, id: string) =>
  ((await server.call('GET', `/api/runs/${id}`)).json as Run).events

declare global {
  interface Window {
    /** The step that should be shown from now on, and each that was shown in its place. */
    storyStep: string
    storyFell: string[]
  }
}
/** On a slow line something is asked for so late, and answered so late, ms; so often a step is gone on from and back to. */
const [ASKED_MS, ANSWERED_MS] = [100, 800]
const ROUNDS = 2
/** Does what brings a step; that any other is shown from then on, until the next is brought, is noted. */
async function brings(page: Page, step: number, act: () => Promise<void>): Promise<void> {
  await page.evaluate(() => (window.storyStep = ''))
  await act()
  await see(page, `Step ${step} of`)
  await page.evaluate((now) => {
    const shown = () => /Step (\d+)/.exec(document.querySelector('header')?.innerText ?? '')?.[1] ?? ''
    if (!window.storyFell) {
      window.storyFell = []
      new MutationObserver(() => {
        if (window.storyStep !== '' && shown() !== window.storyStep) window.storyFell.push(shown())
      }).observe(document.body, { subtree: true, childList: true, characterData: true })
    }
    window.storyStep = now
  }, String(step))
}

/** The demo as a process of its own, to be killed without warning. */
async function startDemo(data: string, port: number): Promise<ChildProcess> {
  const child = spawn(
    process.execPath,
    [resolve(import.meta.dirname, '../bin/demo.cjs'), '--data', data, '--port', String(port)],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  )
  let said = ''
  for await (const chunk of child.stdout) {
    said += String(chunk)
    if (said.includes('Wimble is at')) break
  }
  return child
}
const freePort = async (): Promise<number> => {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const address = probe.address()
  probe.close()
  await once(probe, 'close')
  return typeof address === 'object' && address ? address.port : 0
}

describe('a server that is killed in the middle of a run', () => {
  it('loses no confirmed step, and the run goes on; what was pressed meanwhile is sent', async () => {
    const data = tempFolder()
    const port = await freePort()
    let child = await startDemo(data, port)
    const url = `http://localhost:${port}`
    const today = (await (await fetch(`${url}/api/today`)).json()) as Today
    const id = today.running[0]?.id ?? ''
    const events = async () => ((await (await fetch(`${url}/api/runs/${id}`)).json()) as Run).events.length
    const before = await events()
    const page = await open(`${url}/run/${id}`)
    await see(page, 'Step 11 of')
    await press(page, 'Done')
    await see(page, 'Step 12 of')
    await until(page, () => !document.body.innerText.includes('not saved yet'))

    child.kill('SIGKILL')
    await once(child, 'exit')
    await press(page, 'Start the clock')
    await see(page, 'The server does not answer.')
    await see(page, '1 entry is kept here')
    await press(page, 'Skip, say why')
    await press(page, '10 minutes ago')
    await see(page, 'Step 13 of')
    await see(page, '2 entries are kept here')

    child = await startDemo(data, port)
    await until(page, () => !document.body.innerText.includes('The server does not answer'))
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    expect(await events()).toBe(before + 3)
    await page.reload()
    await see(page, 'Step 13 of')
    const ended = once(child, 'exit')
    child.kill('SIGTERM')
    expect((await ended)[0]).toBe(0)
    rmSync(data, { recursive: true })
  })
})

describe('a screen', () => {
  let server: TestServer
  beforeAll(async () => {
    server = await testServer({ pages: PAGES })
  })
  afterAll(() => server.stop())

  it('goes on where it was after a reload, clock and all', async () => {
    const id = await runOf(server)
    const page = await open(`${server.url}/run/${id}`)
    await press(page, 'Done')
    await see(page, 'Step 12 of')
    await press(page, 'Start the clock')
    await see(page, 'Clock is running')
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    await page.reload()
    await see(page, 'Step 12 of')
    await see(page, 'Clock is running')
  })

  it('never falls back a step by an answer that was asked for before it, and comes after it', async () => {
    const id = await runOf(server)
    const page = await open(server.url)
    // the run is answered late; what is confirmed is asked for a little after it, and answered at once
    await page.evaluateOnNewDocument(
      (run, askedMs, answeredMs) => {
        const real = window.fetch.bind(window)
        const late = (ms: number) => new Promise((done) => setTimeout(done, ms))
        window.fetch = async (url, asked) => {
          const whole = asked?.method === 'GET' && url === run
          if (asked?.method === 'POST') await late(askedMs)
          const answer = await real(url, asked)
          if (whole) await late(answeredMs)
          return answer
        }
      },
      `/api/runs/${id}`,
      ASKED_MS,
      ANSWERED_MS,
    )
    await page.goto(`${server.url}/run/${id}`)
    const before = (await eventsOf(server, id)).length
    await see(page, 'Step 12 of')
    const back = () => brings(page, 11, () => press(page, 'Back'))
    const done = () => brings(page, 12, () => pressByKey(page, 'Done'))
    await back()
    for (let i = 0; i < ROUNDS; i++) {
      // what is read is kept by itself, and the whole run is asked for anew after it
      await type(page, 'Read off', '45 psi')
      await done()
      await back()
    }
    await done()
    await eventually(
      () => eventsOf(server, id),
      (had) => expect(had).toHaveLength(before + 2 * (ROUNDS + 1)),
    )
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    expect(await page.evaluate(() => window.storyFell)).toEqual([])
  })

  it('shares a run with another: both show the truth, and a step is confirmed once', async () => {
    const id = await runOf(server)
    const [one, two] = [await open(`${server.url}/run/${id}`), await open(`${server.url}/run/${id}`)]
    await see(one, 'Step 12 of')
    await see(two, 'Step 12 of')
    const before = (await eventsOf(server, id)).length
    await one.bringToFront()
    await press(one, 'Back')
    await see(one, 'Step 11 of')
    await see(two, 'Step 11 of')
    // The second presses before it can hear of the first: what it sends comes late, for a step already done.
    await two.setOfflineMode(true)
    await two.bringToFront()
    await press(two, 'Done')
    await see(two, 'Step 12 of')
    await one.bringToFront()
    await press(one, 'Done')
    await see(one, 'Step 12 of')
    await until(one, () => !document.body.innerText.includes('not saved yet'))
    await two.setOfflineMode(false)
    await two.bringToFront()
    await until(two, () => !document.body.innerText.includes('not saved yet'))
    await see(two, 'Step 12 of')
    const events = await eventsOf(server, id)
    expect(events.slice(before).map((e) => `${e.kind} ${e.stepId}`)).toEqual([
      'back purge-fuel',
      'done set-oxygen',
    ])
    expect(await stepText(two)).toBe('12')
  })

  it('says that the disk is full, keeps the step on the screen, and stores it once there is room', async () => {
    const id = await runOf(server)
    const page = await open(`${server.url}/run/${id}`)
    await see(page, 'Step 12 of')
    const full = () =>
      server.db.pragma(`max_page_count = ${Number(server.db.pragma('page_count', { simple: true }))}`)
    full()
    const filler = server.db.prepare(
      "INSERT INTO jobs (id, name, place, created_at) VALUES (lower(hex(randomblob(16))), ?, '', '')",
    )
    expect(() => {
      for (;;) filler.run('filler'.repeat(40))
    }).toThrow(/full/)
    // small rows may still find room on half-empty pages: trouble cards, ever shorter, fill it
    for (const length of [490, 200, 60, 1])
      for (let status = 201; status === 201;) {
        const trouble = {
          id: crypto.randomUUID(),
          kind: 'trouble',
          stepId: 'purge-fuel',
          at: '2026-03-02T08:30:00.000Z',
          personId: null,
          reason: 'x'.repeat(length),
        }
        status = (await server.call('POST', `/api/runs/${id}/events`, trouble)).status
      }
    const stored = (await eventsOf(server, id)).length
    await press(page, 'Skip, say why')
    await press(page, 'Within 5 minutes')
    await see(page, 'The disk is full')
    await see(page, 'not saved yet')
    expect((await eventsOf(server, id)).length).toBe(stored)
    server.db.pragma('max_page_count = 1000000')
    await until(page, () => !document.body.innerText.includes('The disk is full'))
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    expect((await eventsOf(server, id)).at(-1)).toMatchObject({
      kind: 'assert',
      proof: { kind: 'ago', seconds: 300 },
    })
  })
})

describe('typing while the server is away', () => {
  it('keeps what is typed, through a reload, and sends it when the server is back', async () => {
    const data = tempFolder()
    let server = await testServer({ pages: PAGES, data })
    const { port, url } = server
    const piece = await pieceNamed(server, 'Gusset, lower mitre post')
    const page = await open(`${url}/jobs/${piece.jobId}/${piece.id}`)
    await see(page, 'To scale')
    await server.stop()
    await type(page, 'Thickness', '3/4 in')
    await see(page, 'The server does not answer.')
    await until(page, () =>
      document.querySelector('[aria-label="The cut, to scale"]')?.textContent?.includes('3/4 in'),
    )
    server = await testServer({ pages: PAGES, data, port, empty: true })
    await page.reload()
    await until(page, () => !document.body.innerText.includes('keeping'))
    await see(page, 'To scale')
    const read = await server.call('GET', `/api/pieces/${piece.id}`)
    expect(read.json).toMatchObject({ draft: { work: { thickness: '3/4 in' } } })

    // another screen changes the same piece: the second one to be stored is asked
    const other = await open(`${url}/jobs/${piece.jobId}/${piece.id}`)
    await see(other, 'To scale')
    await page.bringToFront()
    await type(page, 'Thickness', '7/8 in')
    await until(page, () => !document.body.innerText.includes('keeping'))
    await other.bringToFront()
    await type(other, 'Length', '30 in')
    await see(other, 'This piece was changed on another screen.')
    await press(other, 'Take what is there')
    await until(
      other,
      () => document.querySelector<HTMLInputElement>('[data-work] input')?.value === '7/8 in',
    )
    await server.stop()
    rmSync(data, { recursive: true })
  })
})
