/** Takes the README's pictures anew, from the demo's yard: `npm run pictures`. */
import { join, resolve } from 'node:path'
import type { Browser, Page } from 'puppeteer-core'
import type { LogPage, Person, Run, TestSummary, Today } from '#contract/types.ts'
import type { StepRole } from '#core/line/steps.ts'
import { ensureBuilt } from '../bin/build.ts'
import { endRuns, pieceNamed, testServer, type TestServer } from '../server/test-support.ts'
import { openBrowser, openPage, PAGES, passTime, press, see, until } from './browser.ts'

const ROOT = resolve(import.meta.dirname, '..')
const FOLDER = join(ROOT, 'docs', 'screenshots')
const PHONE = { width: 390, height: 844 }

/** One picture: the page it begins on, and what is done there before it is taken. */
interface Picture {
  readonly name: string
  readonly at: (server: TestServer) => string | Promise<string>
  readonly size?: { readonly width: number; readonly height: number }
  readonly night?: boolean
  readonly then?: (page: Page, server: TestServer) => Promise<void>
}

const pieceAt =
  (title: string, rest = '') =>
  async (server: TestServer) => {
    const { jobId, id } = await pieceNamed(server, title)
    return `/jobs/${jobId}/${id}${rest}`
  }
/** Begins a run of what is asked for, as Orla, and confirms it up to a step. */
async function runUpTo(
  server: TestServer,
  made: { readonly pieceId: string } | { readonly batchId: string },
  wanted: (steps: Run['steps']) => Run['steps'][number] | undefined,
): Promise<Run & { readonly personId: string | null }> {
  const people = (await server.call('GET', '/api/people')).json as readonly Person[]
  const personId = people.find((p) => p.name === 'Orla')?.id ?? null
  const id = crypto.randomUUID()
  const at = new Date().toISOString()
  await server.call('POST', '/api/runs', { id, pieceId: null, batchId: null, ...made, personId, at })
  const run = (await server.call('GET', `/api/runs/${id}`)).json as Run
  const last = wanted(run.steps)
  for (const step of run.steps) {
    if (step === last) break
    const event = { id: crypto.randomUUID(), kind: 'done', stepId: step.id, at, personId }
    await server.call('POST', `/api/runs/${id}/events`, event)
  }
  return { ...run, personId }
}
/** A run of a piece, confirmed up to its first step of a role; the clock of that step is not started. */
const runAt =
  (title: string, role: StepRole, nth = 0) =>
  async (server: TestServer) => {
    await endRuns(server)
    const { id: pieceId } = await pieceNamed(server, title)
    const { id } = await runUpTo(server, { pieceId }, (steps) => steps.filter((s) => s.role === role)[nth])
    return `/run/${id}`
  }
const laidOut = async (server: TestServer) => {
  const { batches } = (await server.call('GET', '/api/today')).json as Today
  return batches[0]?.id ?? ''
}
const testAt = (kind: string) => async (server: TestServer) => {
  const tests = (await server.call('GET', '/api/tests')).json as readonly TestSummary[]
  return `/tests/${tests.find((t) => t.kind === kind)?.id ?? ''}`
}
const failedLine = async (server: TestServer) => {
  const { entries } = (await server.call('GET', '/api/log?q=gusset&outcome=failed')).json as LogPage
  return `/faults?entry=${entries[0]?.id ?? ''}`
}
/** Presses whatever control says this, as a finger would find it by its words. */
const touch = (page: Page, word: string) =>
  page.evaluate(
    (w) =>
      [...document.querySelectorAll<HTMLElement>('button, [role=checkbox], [role=radio]')]
        .find((e) => (e.getAttribute('aria-label') ?? e.innerText).replace(/\s+/g, ' ').includes(w))
        ?.click(),
    word,
  )

const PICTURES: readonly Picture[] = [
  { name: 'today', at: () => '/' },
  { name: 'rig', at: () => '/rig' },
  { name: 'plan', at: pieceAt('Gusset, lower mitre post') },
  { name: 'plan-phone', at: pieceAt('Gusset, lower mitre post'), size: PHONE },
  {
    name: 'braze',
    at: pieceAt('Branches, 28 mm'),
    then: (page) => see(page, 'How it was worked out'),
  },
  {
    name: 'batch',
    at: async (server) => `/batches/${await laidOut(server)}`,
    then: (page) => see(page, 'Gas for all of it'),
  },
  {
    name: 'trouble',
    night: true,
    at: () => '/',
    then: async (page) => {
      await page.keyboard.press('t')
      await press(page, 'A pop, and the flame is out (backfire)')
      await see(page, 'Shut the oxygen at the torch')
    },
  },
  {
    name: 'run-cut',
    at: runAt('Gusset, lower mitre post', 'cut'),
    then: async (page) => {
      await press(page, 'Start the pace')
      await passTime(page, 9)
      await until(page, () => !document.querySelector('[aria-label^="You should be at 0 "]'))
    },
  },
  {
    name: 'result',
    at: pieceAt('Branches, 28 mm', '/check'),
    then: async (page) => {
      for (const word of ['Yes, clean', 'Full all round', 'pinhole', '5 o’clock']) await touch(page, word)
      await see(page, 'Fails.')
    },
  },
  {
    name: 'faults',
    at: failedLine,
    then: async (page) => {
      await see(page, 'Find the fault')
      // what the check has ticked stands chosen
      if ((await page.$('[role=checkbox][aria-checked=true]')) === null)
        await touch(page, 'Drag lines lean far')
      await see(page, 'Change this, and only this')
    },
  },
  { name: 'vacuum-test', at: testAt('vacuum'), then: (page) => see(page, 'Moist') },
  { name: 'log', at: () => '/log', then: (page) => see(page, 'lines fit') },
  { name: 'your-chart', at: () => '/log/chart', then: (page) => see(page, 'grown from good runs') },
  {
    name: 'practice',
    at: () => '/practice/flame/neutral',
    then: async (page) => {
      await see(page, 'So far')
      for (let i = 0; i < 19; i++) await page.keyboard.press('q')
      await see(page, 'feather twice the cone. Sounds: a steady hiss')
    },
  },
  {
    name: 'heat',
    at: () => '/practice/heat/cup?watch=good',
    then: async (page) => {
      await press(page, '4 times as fast')
      await press(page, 'Sawn')
      await see(page, 'The rod runs.')
    },
  },
  {
    name: 'pace',
    at: () => '/practice/pace/square?watch=recover',
    then: async (page) => {
      await press(page, '4 times as fast')
      // some way on from where it was lost and picked up again
      await until(page, () => /Time(4[2-9])/.test(document.querySelector('aside')?.textContent ?? ''))
    },
  },
  {
    name: 'order',
    at: () => '/practice/order/shut-down',
    then: async (page) => {
      await press(page, 'Acetylene cylinder open 3/4 turn')
      await press(page, 'Shut')
      await see(page, 'Cylinder shut under a flame')
    },
  },
  {
    name: 'wrong-line',
    at: () => '/practice/facts/line',
    then: async (page) => {
      await see(page, '1 of 10')
      await page.keyboard.press('1')
      await see(page, 'Back it out first')
    },
  },
  {
    name: 'progress',
    at: () => '/practice/progress',
    then: async (page) => {
      await page.waitForSelector('.js-plotly-plot .main-svg')
    },
  },
]

async function take(browser: Browser, server: TestServer, picture: Picture): Promise<void> {
  const page = await openPage(browser, server.url + (await picture.at(server)), picture.size)
  if (picture.night) {
    await page.evaluate(() => localStorage.setItem('wimble.device', JSON.stringify({ theme: 'night' })))
    await page.reload()
  }
  await page.waitForNetworkIdle({ idleTime: 300 }).catch(() => undefined)
  await picture.then?.(page, server)
  await page.evaluate(() => document.fonts.ready)
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.screenshot({ path: join(FOLDER, `${picture.name}.png`) })
  if (picture.night) await page.evaluate(() => localStorage.removeItem('wimble.device'))
  await page.close()
}

const wanted = process.argv.slice(2)
await ensureBuilt(ROOT, (line) => process.stdout.write(`${line}\n`))
const server = await testServer({ pages: PAGES })
const browser = await openBrowser()
for (const picture of PICTURES)
  if (wanted.length === 0 || wanted.includes(picture.name)) {
    await take(browser, server, picture)
    process.stdout.write(`${picture.name}\n`)
  }
await browser.close()
await server.stop()
