import { describe, expect, it } from 'vitest'
import type { LogPage, Run } from '#contract/types.ts'
import { foldRun } from '#core/record/run.ts'
import { pieceNamed } from '../server/test-support.ts'
import {
  choose,
  confirmStep,
  eventually,
  expectAccessible,
  openPage,
  press,
  pressByKey,
  see,
  typeInto,
  until,
} from './browser.ts'
import { begin, heading, leave, pathOf, runIdOf, stepsTo, waysOut } from './lead.ts'
import { browser, openStory, server } from './story.ts'

openStory()
const runOf = async (id: string) => (await server.call('GET', `/api/runs/${id}`)).json as Run
const people = async () => (await server.call('GET', '/api/people')).json as { name: string; id: string }[]

describe('an apprentice, an instructor, and lunch', () => {
  it('leaves from a half set rig, hands over on the way back, and each name stands for what was theirs', async () => {
    const idris = (await people()).find((p) => p.name === 'Idris')
    await server.call('PUT', `/api/people/${idris?.id}`, { name: 'Idris', active: true, role: 'apprentice' })
    const page = await openPage(browser, `${server.url}/settings`)
    await see(page, 'People')
    await choose(page, 'Who works here', 'Idris')
    await begin(page, server, 'Hole for the shackle pin')
    await stepsTo(page, 'Back out both', 'Tamsin')
    // what every learner is told once, at the first thing that turns
    await see(page, 'Cylinder and torch valves open against the clock')
    await stepsTo(page, 'Open the preheat oxygen, hold', 'Tamsin')
    await leave(page, 'Over half an hour, lunch')
    await stepsTo(page, 'Away: nothing is left under pressure', 'Tamsin')
    expect(await waysOut(page)).toEqual(
      expect.arrayContaining(['A few minutes, I stay here', 'Shut down and end here', 'Hand over']),
    )
    await stepsTo(page, 'Open the acetylene cylinder', 'Tamsin')
    // on the way back, too
    await leave(page, 'Hand over')
    await see(page, 'Who goes on?')
    await pressByKey(page, 'Bede')
    await stepsTo(page, 'Show the one who takes over')
    await confirmStep(page)
    await see(page, 'Bede has the torch')
    // what was set before lunch is set again, and no more: then the step that was in hand
    const told = await stepsTo(page, 'Open the preheat oxygen, hold')
    expect(told[0]).toMatch(/^Open the acetylene cylinder/)
    expect(told.at(-1)).toMatch(/^Open the oxygen cylinder/)
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    const { events } = await runOf(runIdOf(page))
    const bede = (await people()).find((p) => p.name === 'Bede')?.id
    const taken = events.findIndex((e) => e.stepId.startsWith('hand-over~'))
    expect(events.slice(0, taken).every((e) => e.personId !== bede)).toBe(true)
    expect(events.slice(taken).every((e) => e.personId === bede)).toBe(true)
    await page.evaluate(() => localStorage.removeItem('wimble.device'))
    await page.close()
  })
})

describe('a cylinder that runs empty', () => {
  it('is changed from Trouble: its side alone shut and bled, purged, tested, and the flame again', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Wear strips')
    await stepsTo(page, 'Press the lever smoothly')
    await page.keyboard.press('t')
    await press(page, 'A cylinder runs empty')
    await see(page, 'Shut the torch: oxygen, then fuel')
    await press(page, 'Done, what next')
    await see(page, 'stop with some gas left')
    await expectAccessible(page, 'Trouble, an act done')
    await pressByKey(page, 'Lead me through changing the oxygen cylinder')
    const told = await stepsTo(page, 'Press the lever smoothly')
    const at = (words: string) => told.findIndex((t) => t.startsWith(words))
    const order = [
      'Let the lever go. Shut the preheat oxygen',
      'Shut the oxygen cylinder',
      'Press the lever, bleed the oxygen',
      'Back out the oxygen adjusting screw',
      'Take the oxygen regulator off',
      'Stand beside the oxygen cylinder',
      'Screw the oxygen regulator on',
      'Open the oxygen cylinder slowly',
      'Open the preheat oxygen, hold',
      'Hold the lever down and let the oxygen run',
      'Brush leak solution',
      'Open the fuel a quarter turn',
    ].map(at)
    expect(order.every((n) => n >= 0)).toBe(true)
    expect([...order].sort((a, b) => a - b)).toEqual(order)
    expect(told.some((t) => t.startsWith('Shut both cylinders') || t.includes('acetylene cylinder'))).toBe(
      false,
    )
    // what was done about it stands in the log
    await eventually(
      async () => {
        const { entries } = (await server.call('GET', '/api/log?kind=trouble')).json as LogPage
        return entries.map((e) => (e.told.kind === 'trouble' ? [e.told.step, e.told.what] : []))
      },
      (had) =>
        expect(had).toEqual(
          expect.arrayContaining([
            ['seen', ''],
            ['done', 'Shut the torch: oxygen, then fuel'],
          ]),
        ),
    )
    await page.close()
  })
})

describe('a rig in parts', () => {
  it('is put together first, from the outlets to the torch, and then opened, purged and tested', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Stiffener edge, bevelled')
    await stepsTo(page, 'Check the rig')
    await pressByKey(page, 'The rig is in parts: put it together')
    await see(page, 'Lay the parts out and look at each')
    await expectAccessible(page, 'First assembly')
    const told = await stepsTo(page, 'Join each hose to its regulator')
    expect(told.some((t) => t.startsWith('Stand beside the oxygen cylinder'))).toBe(true)
    expect(told.some((t) => t.startsWith('Look into the acetylene outlet'))).toBe(true)
    await see(page, 'An arrestor stops a flame')
    // its joints are looked at before anything is lit: nothing is asserted of them
    const rest = await stepsTo(page, 'Open the fuel a quarter turn')
    expect(rest.some((t) => t.startsWith('Brush leak solution'))).toBe(true)
    await page.close()
  })
})

describe('what is grave', () => {
  it('holds the run and the rig until a named person clears it', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Stiffener blanks')
    await stepsTo(page, 'Press the lever, start the carriage')
    const id = runIdOf(page)
    await page.keyboard.press('t')
    await see(page, 'What do you see?')
    await press(page, 'A bang or flame back in a hose or regulator (flashback)')
    await see(page, 'Stiffener blanks is held')
    await see(page, 'Oxygen torch valve shut. At once')
    const size = await page.$eval('main [aria-current=step]', (e) => parseFloat(getComputedStyle(e).fontSize))
    // readable at 3 m: letters of an inch and more on a tablet
    expect(size).toBeGreaterThan(100)
    await expectAccessible(page, 'A run that is held')
    await press(page, 'Done, what next')
    await see(page, 'Then the fuel torch valve')
    expect(await page.$('[data-done]')).toBeNull()
    await eventually(
      async () => (await server.call('GET', '/api/troubles')).json,
      (had) => expect(had).toMatchObject([{ runId: id }]),
    )
    // no other browser goes on either
    const run = await runOf(id)
    const { steps, index } = foldRun(run, run.events)
    const forced = await server.call('POST', `/api/runs/${id}/events`, {
      id: crypto.randomUUID(),
      kind: 'done',
      stepId: steps[index]?.id,
      at: new Date().toISOString(),
      personId: null,
    })
    expect(forced.json).toMatchObject({ error: { code: 'held' } })
    // a reload loses nothing of it
    await page.reload()
    await see(page, 'Then the fuel torch valve')
    // the rig may be shut down: that leads out, not back
    await pressByKey(page, 'Lead me through shutting down')
    await stepsTo(page, 'Begin the fire watch')
    await confirmStep(page)
    await see(page, 'Stopped')
    // on every screen, and nothing is begun on that rig
    await page.goto(server.url)
    await see(page, 'Not cleared: A bang or flame back')
    await page.waitForSelector('h1')
    await expectAccessible(page, 'Today, something not cleared')
    const { jobId, draft } = await pieceNamed(server, 'Stiffener blanks')
    const again = { id: crypto.randomUUID(), jobId, title: 'Stiffener blanks, the rest', draft }
    await server.call('POST', '/api/pieces', again)
    await page.goto(await pathOf(server, again.title))
    await until(page, () => document.querySelector('[data-run]:not([disabled])') !== null)
    await pressByKey(page, 'Run this cut')
    await see(page, 'Before you start')
    await pressByKey(page, 'Begin')
    await see(page, 'nobody goes on before somebody named has cleared it')
    await page.goto(server.url)
    await pressByKey(page, 'Clear it')
    await see(page, 'Who clears it, and what was found?')
    await press(page, 'It is cleared')
    await see(page, 'Say who has cleared it.')
    await see(page, 'Say what was found and done.')
    await expectAccessible(page, 'Clearing it')
    // an apprentice does not
    expect(await page.$('::-p-aria([name="Idris"])')).toBeNull()
    await press(page, 'Tamsin')
    await typeInto(
      page,
      await page.waitForSelector('[role=dialog] textarea'),
      'Hose scrapped, arrestor changed',
    )
    await press(page, 'It is cleared')
    await until(page, () => !document.body.innerText.includes('Not cleared'))
    // what is confirmed is on its way: nothing can be begun before the server has it
    await begin(page, server, again.title)
    expect(await heading(page)).not.toBe('')
    await page.close()
  })
})
