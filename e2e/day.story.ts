/** A brazer's day: the joints of a job planned, made one after another, tested, and handed over. */
import { readFileSync, rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import type { Batch, Piece, Run } from '#contract/types.ts'
import type { BrazeDraft } from '#contract/schemas.ts'
import { endRuns, pieceNamed, tempFolder, testServer } from '../server/test-support.ts'
import {
  choose,
  confirmStep,
  eventually,
  expectAccessible,
  named,
  openPage,
  PAGES,
  passTime,
  press,
  pressByKey,
  see,
  type,
  typeInto,
  until,
} from './browser.ts'
import { done, heading, leave, led, runIdOf, stepsTo, tickAll } from './lead.ts'
import { browser, openStory, server } from './story.ts'

const README = readFileSync(resolve(import.meta.dirname, '..', 'README.md'), 'utf8')

openStory()
afterEach(() => endRuns(server))

const call = async <T>(method: string, path: string, body?: object) => {
  const { status, json } = await server.call(method, path, body)
  expect(status, JSON.stringify(json)).toBeLessThan(300)
  return json as T
}

/** Two lines of a chiller with two joints each, as a job of their own. */
async function lineSet(): Promise<{ readonly jobId: string; readonly ids: readonly string[] }> {
  const model = await call<Piece>('GET', `/api/pieces/${(await pieceNamed(server, 'Chiller line')).id}`)
  const draft = model.draft as BrazeDraft
  const jobId = crypto.randomUUID()
  await call('POST', '/api/jobs', { id: jobId, name: 'Cold store', place: 'Sallow Reach' })
  const joints = [
    ['Liquid line, outdoor end', 'ASTM B280 ACR 3/8 straight', '3/8 in', '0.030 in', '0.3 m'],
    ['Liquid line, coil end', 'ASTM B280 ACR 3/8 straight', '3/8 in', '0.030 in', '5 m'],
    ['Suction line, outdoor end', 'ASTM B280 ACR 7/8 coil or straight', '7/8 in', '0.045 in', '0.3 m'],
    ['Suction line, coil end', 'ASTM B280 ACR 7/8 coil or straight', '7/8 in', '0.045 in', '5 m'],
  ] as const
  const ids: string[] = []
  for (const [title, tube, outsideDiameter, wall, place] of joints) {
    const id = crypto.randomUUID()
    await call('POST', '/api/pieces', {
      id,
      jobId,
      title,
      draft: {
        ...draft,
        work: {
          ...draft.work,
          a: { ...draft.work.a, tube },
          tubeRun: [{ outsideDiameter, wall, length: '18 ft' }],
          place,
          cautions: [{ code: 'refrigerant', by: 'Orla', at: new Date().toISOString() }],
        },
      },
    })
    ids.push(id)
  }
  return { jobId, ids }
}

describe('a chiller line of two runs and four joints', () => {
  it('goes from its plan to the report, made in one go, tested, and nothing typed twice', async () => {
    const { jobId, ids } = await lineSet()
    const batchId = crypto.randomUUID()
    // laid out as they were written down: near ends first
    await call('POST', '/api/batches', {
      id: batchId,
      name: 'Cold store, joints',
      pieces: ids.map((pieceId) => ({ pieceId, repeats: 1 })),
    })
    const page = await openPage(browser, `${server.url}/batches/${batchId}`)
    await see(page, '4 to make')
    await see(page, 'A better order: along the run from its far end')
    await expectAccessible(page, 'a line set laid out')
    await press(page, 'Take that order')
    await until(page, () => !document.body.innerText.includes('A better order'))
    await until(page, () => !document.body.innerText.includes('keeping'))
    await eventually(
      async () => (await call<Batch>('GET', `/api/batches/${batchId}`)).pieces.map((p) => p.piece.title),
      (had) =>
        expect(had).toEqual([
          'Liquid line, coil end',
          'Liquid line, outdoor end',
          'Suction line, coil end',
          'Suction line, outdoor end',
        ]),
    )
    await see(page, 'Core tool, and a bag for the cores')
    await pressByKey(page, 'Run the batch')
    await until(page, () => location.pathname.startsWith('/run/'))
    await page.waitForSelector('[data-done]')
    await led(page, 'By stages')
    // the torch goes over in the middle: whoever takes it shows the same next joint
    let presses = 0
    let over = false
    while (!(await heading(page)).startsWith('All steps done')) {
      presses += await tickAll(page)
      if ((await heading(page)).startsWith('All steps done')) break
      if (!over && (await heading(page)).startsWith('Suction line, coil end')) {
        over = true
        const before = await heading(page)
        await leave(page, 'A few minutes')
        for (;;) {
          await tickAll(page)
          if ((await heading(page)) === before) break
          await done(page)
        }
        continue
      }
      if (!(await page.$('[data-done]:not([disabled])'))) continue
      await done(page)
      presses += 1
    }
    expect(over).toBe(true)
    expect(presses).toBeLessThanOrEqual(14)
    expect(README).toContain('two lines with four joints take a practised person 14 presses beside the ticks')
    // the first is looked at, the others came out the same
    await press(page, 'Write down what came out')
    await see(page, '4 of 4 wait to be written down.')
    await pressByKey(page, 'Write it down: Liquid line, coil end')
    await press(page, 'Full all round')
    await pressByKey(page, 'A trace')
    await pressByKey(page, 'A little dull')
    await expectAccessible(page, 'a joint looked at inside and out')
    await pressByKey(page, 'Save to the log')
    await see(page, '3 of 4 wait to be written down.')
    for (const title of ['Liquid line, outdoor end', 'Suction line, coil end', 'Suction line, outdoor end'])
      await pressByKey(page, `Same again: ${title}`)
    await see(page, 'All that was made is in the log.')
    await eventually(
      () => call<Run>('GET', `/api/runs/${runIdOf(page)}`),
      (had) => expect(had.lines).toHaveLength(4),
    )

    // the line is tested from the job: the tubes give its volume
    await page.goto(`${server.url}/jobs/${jobId}/close-out`)
    await see(page, 'The line is not tested yet')
    await press(page, 'Pressure test')
    await see(page, 'The volume is that of the planned tubes')
    await choose(page, 'Gas', 'Dry nitrogen')
    for (const [name, text] of [
      ['Test pressure', '350 psi'],
      ['Weakest part is rated', '500 psi'],
      ['Relief opens at', '380 psi'],
      ['Division of the gauge', '5 psi'],
    ] as const)
      await type(page, name, text)
    await pressByKey(page, 'Begin the test')
    await press(page, 'No bubbles anywhere')
    for (const psi of [175, 210, 245, 280, 315, 350]) await press(page, `It stands at ${psi} psi`)
    await press(page, '☐ The supply is shut off, and its hose is off the line')
    await press(page, 'Begin the hold')
    for (const [wait, shown] of [
      [600, '350 psi'],
      [1810, '350 psi'],
    ] as const) {
      await passTime(page, wait)
      await typeInto(page, await named(page, 'The gauge shows'), shown)
      await typeInto(page, await named(page, 'The pipe is at'), '64 F')
      await press(page, 'Write the reading down')
    }
    await page.waitForSelector('[data-verdict="holds"]')
    await pressByKey(page, 'End the hold: let it down')
    await pressByKey(page, 'Save the test to the log')
    await see(page, 'The test has ended and is in the log.')

    // and the customer reads what was joined with what, how it was tested, and by whom
    await page.goto(`${server.url}/jobs/${jobId}/close-out`)
    await see(page, 'Register of cuts and joints')
    for (const title of ['Liquid line, coil end', 'Suction line, outdoor end']) await see(page, title)
    await see(page, 'copper with BCuP')
    await see(page, 'pressure test: It holds')
    await see(page, 'Nitrogen, as planned')
    await until(page, () => !document.body.innerText.includes('The line is not tested yet'))
    await expectAccessible(page, 'a line set closed out')
    await page.close()
  })
})

describe('a ring on a plate, with the rod that one owns', () => {
  it('is barred with its reason, takes a word to go on, and is given no strength', async () => {
    const { id, jobId } = await pieceNamed(server, 'Dip tube foot')
    const page = await openPage(browser, `${server.url}/jobs/${jobId}/${id}`)
    await see(page, 'Step by step')
    await choose(page, 'Joint', 'Ring or boss on a plate')
    await choose(page, 'Plate', 'Low-carbon steel')
    await choose(page, 'Ring', 'Low-carbon steel')
    await type(page, 'Its face, across the ring', '3/8 in')
    await type(page, 'Outside', '2 in')
    await see(page, 'Joint holds')
    const filler = await named(page, 'Filler', 'tab')
    await filler.focus()
    await page.keyboard.press('Enter')
    const use = await named(page, 'Use BCuP-5', 'button')
    await use.focus()
    await page.keyboard.press('Enter')
    await see(page, 'BCuP-5 needs a reason')
    await type(page, 'Your reason', 'It is the only rod in the van, and the ring carries nothing')
    await see(page, 'No strength is given')
    const joint = await named(page, 'The joint', 'tab')
    await joint.focus()
    await page.keyboard.press('Enter')
    await until(page, () => !document.body.innerText.includes('Joint holds'))
    await expectAccessible(page, 'a ring with a barred rod')
    await page.close()
  })
})

describe('a learner on two joints', () => {
  it('is led by single acts, hands over in the middle, and loses nothing when the server is killed between them', async () => {
    const data = tempFolder()
    const first = await testServer({ pages: PAGES, data })
    const people = (await first.call('GET', '/api/people')).json as readonly { id: string; name: string }[]
    const idris = people.find((p) => p.name === 'Idris')?.id ?? ''
    await first.call('PUT', `/api/people/${idris}`, { name: 'Idris', active: true, role: 'apprentice' })
    const batchId = crypto.randomUUID()
    const pieces = await Promise.all(
      ['Branches, 28 mm', 'Valve tail'].map(async (title) => ({
        pieceId: (await pieceNamed(first, title)).id,
        repeats: 1,
      })),
    )
    await first.call('POST', '/api/batches', { id: batchId, name: 'Two joints', pieces })
    const run = crypto.randomUUID()
    const begun = await first.call('POST', '/api/runs', {
      id: run,
      pieceId: null,
      batchId,
      personId: idris,
      at: new Date().toISOString(),
    })
    expect(begun.status, JSON.stringify(begun.json)).toBe(201)
    const page = await openPage(browser, `${first.url}/run/${run}`)
    await see(page, 'Step 1 of')
    // the first joint is made by the learner, somebody beside
    await stepsTo(page, 'From 5 o’clock', 'Tamsin', 120)
    await leave(page, 'Hand over')
    await see(page, 'Who goes on?')
    await pressByKey(page, 'Tamsin')
    const before = await heading(page)
    expect(before).not.toBe('')
    await stepsTo(page, 'From 5 o’clock', undefined, 60)
    await confirmStep(page)
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    // killed as a plug is pulled; the next act is kept on the screen
    await first.stop()
    const held = await heading(page)
    await confirmStep(page)
    await until(page, (was: string) => document.querySelector('h1')?.innerText !== was, held)
    await see(page, 'not saved yet')
    const again = await testServer({ pages: PAGES, data, port: first.port, empty: true })
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    const told = (await again.call('GET', `/api/runs/${run}`)).json as Run
    expect(told.events.some((e) => e.kind === 'hand-over')).toBe(true)
    // and it goes on to the second joint
    await stepsTo(page, 'Begin the fire watch', undefined, 160)
    const ended = (await again.call('GET', `/api/runs/${run}`)).json as Run
    expect(new Set(ended.events.map((e) => e.personId)).size).toBeGreaterThan(1)
    await page.close()
    await again.stop()
    rmSync(data, { recursive: true, force: true })
  })
})
