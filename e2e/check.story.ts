import { randomUUID } from 'node:crypto'
import { closeSync, openSync, rmSync, statSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import type { Browser, Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { testReadings } from '#core/check/made-up.ts'
import type { LogPage, Run } from '#contract/types.ts'
import { run as command } from '../bin/test-support.ts'
import { startSimulator } from '../server/instruments/simulator.ts'
import { pieceNamed, tempFolder, testServer, type TestServer } from '../server/test-support.ts'
import {
  choose,
  eventually,
  expectAccessible,
  giveFile,
  openBrowser,
  openPage,
  PAGES,
  press,
  pressByKey,
  see,
  type,
  until,
} from './browser.ts'
import { madeFile } from './paper.ts'

let browser: Browser
let server: TestServer
let bench: Awaited<ReturnType<typeof startSimulator>>
let page: Page
beforeAll(async () => {
  browser = await openBrowser()
  bench = await startSimulator()
  server = await testServer({ pages: PAGES, instruments: bench.port })
  page = await openPage(browser, server.url)
})
afterAll(async () => {
  await browser.close()
  await server.stop()
  bench.stop()
})

/** A run of a piece, every step of it done, or as far as one. */
async function ran(title: string, upTo = ''): Promise<Run> {
  const piece = await pieceNamed(server, title)
  const at = new Date().toISOString()
  const begun = await server.call('POST', '/api/runs', {
    id: randomUUID(),
    pieceId: piece.id,
    personId: null,
    at,
  })
  expect(begun.status, JSON.stringify(begun.json)).toBe(201)
  const { id } = begun.json as Pick<Run, 'id'>
  const run = (await server.call('GET', `/api/runs/${id}`)).json as Run
  for (const step of run.steps) {
    if (step.id === upTo) break
    await server.call('POST', `/api/runs/${run.id}/events`, {
      id: randomUUID(),
      kind: 'done',
      stepId: step.id,
      at,
      personId: null,
    })
  }
  return run
}
const go = (path: string) => page.goto(server.url + path)
/** A picture of one dot. */
const DOT = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR4nGNgYGBgAAAABQABpfZFQAAAAABJRU5ErkJggg==',
  'base64',
)

describe('a cut that came out badly, and the next one', () => {
  it('is looked at, with marks and a picture, and fails by what decided it', async () => {
    const run = await ran('Paddle frames')
    await go(`/run/${run.id}/log`)
    await see(page, 'Marks along the cut')
    await press(page, 'Drag lines lean back')
    await press(page, 'Chisel')
    await press(page, 'With a knock')
    await pressByKey(page, 'Part side, 4 of 12: nothing')
    await see(page, '∪')
    await type(page, 'Travel speed', '22 in/min')
    await type(page, 'Part as drawn', '100 mm')
    await type(page, 'Part as measured', '99.7 mm')
    await see(page, 'By its size the kerf was')
    await giveFile(page, 'cut.png', DOT)
    await page.waitForSelector('img[alt^="Picture"]')
    await see(page, '✕ Fails. Slag: chisel, at most one tap.')
    await expectAccessible(page, 'Check of a cut')
    await press(page, 'Save to the log')
    await see(page, 'Find the fault')
    await page.waitForSelector('img[alt^="Paddle"]')
    await expectAccessible(page, 'A line that failed')
  })
  it('has its cause named because of what was done, and the plan changed with one touch', async () => {
    await press(page, 'Find the fault')
    // what the check ticked stands chosen already
    await until(page, () => document.querySelectorAll('[role=checkbox][aria-checked=true]').length === 3)
    await expectAccessible(page, 'Fault finder')
    await press(page, '✓ Slag sticks underneath')
    await press(page, '✓ Gouges')
    await see(page, 'Going too fast')
    await see(page, 'faster than planned')
    await see(page, 'Go an eighth slower.')
    await until(
      page,
      () => document.querySelector('[aria-label="Change this, and only this"] table') !== null,
    )
    await expectAccessible(page, 'Causes')
    await pressByKey(page, 'Change the next run’s plan')
    await see(page, 'Changed after the last run.')
    await see(page, 'Run it again')
  })
  it('asks of the next cut whether that helped, and grows the chart from what was good', async () => {
    await until(page, () => !document.body.innerText.includes('keeping'))
    const run = await ran('Paddle frames')
    await go(`/run/${run.id}/log`)
    await see(page, 'Did that help against')
    await press(page, 'Yes')
    await press(page, 'Sharp and square')
    await press(page, 'Falls off')
    await press(page, 'By itself')
    await see(page, '✓ Passes.')
    await press(page, 'Save to the log')
    await see(page, 'Planned and used')
    await go('/log/chart')
    await see(page, 'Your chart, grown from good runs')
    await see(page, '10 of 18')
    await see(page, 'Helped 1 of 1 times.')
    await see(page, 'eight of ten lay within')
    await page.waitForSelector('.js-plotly-plot')
    await expectAccessible(page, 'Your chart')
  })
  it('has a line corrected by a new one, which says who and why', async () => {
    const { entries } = (await server.call('GET', '/api/log?q=paddle&outcome=failed')).json as LogPage
    await go(`/log/${entries[0]?.id ?? ''}/correct`)
    await see(page, 'Correct the result')
    await type(page, 'Kerf, measured', '2.3 mm')
    await press(page, 'Save the correction to the log')
    await see(page, 'Say why it is corrected')
    await type(page, 'Why it is corrected', 'The kerf was left out.')
    await choose(page, 'Written down by', 'Tamsin')
    await press(page, 'Save the correction to the log')
    await see(page, 'Tamsin corrects an older line: The kerf was left out.')
    await press(page, 'an older line')
    await see(page, 'This line was corrected.')
    await expectAccessible(page, 'A corrected line')
  })
  it('can be put right by a piece of its own', async () => {
    const piece = await pieceNamed(server, 'Gusset, heel post, top')
    expect(piece.state).toBe('failed')
    await go(`/log/${piece.failedBy ?? ''}`)
    await press(page, 'Put it right')
    await see(page, 'Go over it again')
    await expectAccessible(page, 'Put it right')
    await press(page, 'Cut it afresh')
    await see(page, 'A new part from new plate')
    expect((await pieceNamed(server, 'Cut it afresh: Gusset, heel post, top')).remedyOf).toBe(piece.failedBy)
  })
})

describe('a joint', () => {
  it('is judged place by place, only when the flux is off, and a section by its quarters', async () => {
    const piece = await pieceNamed(server, 'Valve tail')
    await go(`/jobs/${piece.jobId}/${piece.id}/check`)
    await see(page, 'Is all the flux off?')
    await press(page, 'Save to the log')
    await see(page, 'under it nothing can be seen')
    await press(page, 'Not yet')
    await pressByKey(page, 'Full all round')
    await see(page, '? Open. Flux is still on it')
    await press(page, 'Yes, clean')
    await see(page, '✓ Passes.')
    await pressByKey(page, '○ gap')
    await pressByKey(page, '6 o’clock: full fillet')
    await see(page, '✕ Fails. Gaps: 1')
    await pressByKey(page, 'Cut through')
    await type(page, 'Filled, 12 to 3 o’clock', '90 %')
    await see(page, 'Filled, 9 to 12 o’clock')
    await expectAccessible(page, 'Check of a joint')
    for (const q of ['3 to 6', '6 to 9', '9 to 12']) await type(page, `Filled, ${q} o’clock`, '85 %')
    await press(page, 'Save to the log')
    await see(page, 'filled 90 %, 85 %, 85 %, 85 %')
    await expectAccessible(page, 'A joint in the log')
  })
  it('of flat parts has a strip with both sides and ends', async () => {
    const piece = await pieceNamed(server, 'Brass nameplate on the rail')
    await go(`/jobs/${piece.jobId}/${piece.id}/check`)
    await see(page, 'Along the seam')
    await pressByKey(page, 'Near side, 3 of 8: not seen')
    await pressByKey(page, 'Far end: not seen')
    await see(page, '●')
  })
})

describe('instruments', () => {
  it('show what they read, and mark what is no good', async () => {
    await go('/rig')
    await press(page, 'Instruments')
    await see(page, 'Oxygen regulator, bench')
    await page.waitForSelector('[data-channel="oxygen:delivery"][data-quality="good"]')
    await expectAccessible(page, 'Instruments')
    const pipe = await page.waitForSelector('::-p-xpath(//h2[text()="Thermocouple on the pipe"]/..//button)')
    await pipe?.click()
    await press(page, 'Open circuit')
    await page.waitForSelector('[data-channel="pipe:temperature"][data-quality="open"]')
    await press(page, 'Open circuit')
    await page.waitForSelector('[data-channel="pipe:temperature"][data-quality="good"]')
  })
  it('confirm a step of a run, and so does what was read off and typed', async () => {
    const run = await ran('Gusset, lower mitre post', 'set-oxygen')
    await go(`/run/${run.id}`)
    await see(page, '✓ will do')
    await expectAccessible(page, 'Run, with a reading')
    await pressByKey(page, 'Done')
    await see(page, 'Step 12 of')
    await press(page, 'Back')
    await see(page, 'Step 11 of')
    await type(page, 'Or read off', '12 psi')
    await see(page, 'under: turn the screw in')
    await pressByKey(page, 'Save 12 psi and go on')
    await see(page, 'Why go on with 12 psi?')
    await expectAccessible(page, 'A reading that is off')
    await pressByKey(page, 'This gauge is known to read off')
    await see(page, 'Step 12 of')
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    const { entries } = (await server.call('GET', `/api/log?piece=${run.pieces[0]?.pieceId}&kind=reading`))
      .json as LogPage
    expect(entries.map((e) => (e.told.kind === 'reading' ? e.told.device : ''))).toEqual(
      expect.arrayContaining(['', 'Oxygen regulator, bench']),
    )
    await go(`/log/${entries.find((e) => e.told.kind === 'reading' && e.told.device === '')?.id ?? ''}`)
    await see(page, 'Not as planned, and gone on with: This gauge is known to read off')
  })
})

/** Readings of a hold, sent as if time had passed. */
async function readings(testId: string, what: 'rising' | 'moist'): Promise<void> {
  const began = Date.now() + 2000
  // the page shows the hold before the server has it
  await eventually(
    async () => (await server.call('GET', `/api/tests/${testId}`)).json as { events: { kind: string }[] },
    (had) => expect(had.events.at(-1)?.kind).toBe('hold'),
  )
  for (const r of testReadings(what)) {
    const gauge = (r.pressurePaAbs - 101_325) / 1e5
    const answer = await server.call('POST', `/api/tests/${testId}/events`, {
      id: randomUUID(),
      kind: 'reading',
      at: new Date(began + r.timeS * 1000).toISOString(),
      stage: null,
      pressure:
        what === 'rising'
          ? `${gauge.toFixed(4)} bar`
          : `${((r.pressurePaAbs * 760_000) / 101_325).toFixed(1)} micron`,
      temperature: `${(r.temperatureK - 273.15).toFixed(2)} C`,
    })
    expect(answer.status).toBe(201)
  }
}
const testId = () => new URL(page.url()).pathname.split('/').at(-1) ?? ''

describe('tests of a line', () => {
  it('of pressure: refused with the wrong gas, raised stage by stage, and held although the shop warms', async () => {
    await go('/bench/tests')
    await see(page, 'Begin a pressure test')
    await expectAccessible(page, 'Tests')
    await press(page, 'Begin a pressure test')
    await see(page, 'The order of the valves')
    await choose(page, 'Gas', 'Oxygen')
    await press(page, 'Begin the test')
    await see(page, 'Only dry nitrogen')
    await choose(page, 'Gas', 'Dry nitrogen')
    await type(page, 'Test pressure', '300 psi')
    await type(page, 'Weakest part is rated', '250 psi')
    await see(page, 'over the rating of the weakest part')
    await type(page, 'Weakest part is rated', '450 psi')
    await type(page, 'Relief opens at', '320 psi')
    await type(page, 'Volume of the line', '3 l')
    await type(page, 'Division of the gauge', '5 psi')
    await see(page, 'What it will tell')
    await see(page, 'is found in 30 min')
    await see(page, 'The gas would let go')
    await expectAccessible(page, 'A test before it begins')
    await pressByKey(page, 'Begin the test')
    await press(page, 'No bubbles anywhere')
    for (const psi of [150, 180, 210, 240, 270, 300]) await press(page, `It stands at ${psi} psi`)
    await press(page, '☐ The supply is shut off, and its hose is off the line')
    await see(page, '✓ The supply is shut off')
    await press(page, 'Begin the hold')
    await see(page, 'It holds by itself now.')
    await press(page, 'Write the reading down')
    await see(page, 'Type what the gauge shows')
    await readings(testId(), 'rising')
    await page.waitForSelector('[data-verdict="holds"]')
    await see(page, '°F warmer')
    await page.waitForSelector('.js-plotly-plot')
    await expectAccessible(page, 'A hold')
    await pressByKey(page, 'End the hold: let it down')
    await pressByKey(page, 'Save the test to the log')
    await see(page, 'The test has ended and is in the log.')
    await press(page, 'Its line in the log')
    await see(page, 'It holds')
  })
  it('of vacuum: moist, by its own curve', async () => {
    await go('/tests/new/vacuum')
    await see(page, 'Pump valve:')
    await pressByKey(page, 'Begin the test')
    await see(page, 'Start the pump')
    await press(page, 'Pump’s valve is shut: watch it')
    await see(page, 'The pump is shut off.')
    await readings(testId(), 'moist')
    await page.waitForSelector('[data-verdict="moist"]')
    await see(page, 'Break with dry nitrogen and pull again.')
    await expectAccessible(page, 'A moist vacuum')
    await pressByKey(page, 'End it, and save it to the log')
    await see(page, 'The test has ended and is in the log.')
  })
})

describe('the log as a file', () => {
  it('takes another shop’s lines in, and lists those that it cannot take', async () => {
    const exported = await fetch(`${server.url}/api/export?format=csv`).then((r) => r.text())
    const [head = '', first = '', second = ''] = exported.split(/\r?\n/)
    const csv = [head, first.replace(/^[0-9a-f-]{36}/, randomUUID()), 'nonsense', second].join('\r\n')
    await go('/log/files')
    await see(page, 'Another shop’s log')
    await expectAccessible(page, 'In and out')
    await giveFile(page, 'theirs.csv', csv)
    await see(page, 'One line came in. One line was here already.')
    await see(page, 'One line could not be taken:')
    await see(page, 'Line 3:')
  })
  it('is gone back to after it was damaged', async () => {
    const data = tempFolder()
    const first = await testServer({ data, pages: PAGES })
    await first.stop()
    expect(command('wimble.cjs', ['backup', '--data', data]).code).toBe(0)
    const book = join(data, 'wimble.sqlite')
    const fd = openSync(book, 'r+')
    writeSync(fd, Buffer.alloc(statSync(book).size - 4096, 0x5a), 0, undefined, 4096)
    closeSync(fd)
    const failure = await testServer({ data, pages: PAGES }).catch((e: unknown) => e as Error)
    expect(String(failure)).toMatch(/The log in .* is damaged/)
    const offered = /restore "([^"]+)"/.exec(String(failure))?.[1] ?? ''
    expect(command('wimble.cjs', ['restore', offered, '--data', data]).code).toBe(0)
    const again = await testServer({ data, pages: PAGES, empty: true })
    const fresh = await openPage(browser, `${again.url}/log`)
    await see(fresh, 'Gusset, heel post, bottom')
    await fresh.close()
    await again.stop()
    rmSync(data, { recursive: true })
  })
  it('is narrowed by any field', async () => {
    await go('/log')
    await choose(page, 'What', 'Vacuum test')
    await until(page, () =>
      [...document.querySelectorAll('tbody tr')].every((r) => r.textContent.includes('Vacuum test')),
    )
    await press(page, 'Clear')
    await press(page, 'More filters')
    await type(page, 'Thickness from', '1 in')
    await until(page, () => {
      const rows = [...document.querySelectorAll('tbody tr')]
      return rows.length > 5 && rows.every((r) => r.textContent.includes('1 in'))
    })
    await expectAccessible(page, 'Filters')
  })
})

describe('a job handed over', () => {
  it('has its sums and its register, as a page and as a PDF', async () => {
    const piece = await pieceNamed(server, 'Gusset, heel post, bottom')
    await go('/jobs')
    await see(page, 'Close it out')
    await go(`/jobs/${piece.jobId}/close-out`)
    await see(page, 'Register of cuts and joints')
    await see(page, 'Not all is done')
    await expectAccessible(page, 'Close-out')
    const made = await madeFile(page, () => press(page, 'Save as PDF'))
    expect(made.length).toBeGreaterThan(1500)
  })
})
