import { PDFDocument } from 'pdf-lib'
import type { Page } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import type { GearItem, LogPage, Run, Piece } from '#contract/types.ts'
import { foldRun } from '#core/record/run.ts'
import { pieceNamed } from '../server/test-support.ts'
import {
  choose,
  confirmStep,
  eventually,
  expectAccessible,
  giveFile,
  named,
  openPage,
  passTime,
  press,
  pressByKey,
  see,
  type,
  typeInto,
  until,
} from './browser.ts'
import { begin, leave, pathOf, runIdOf, stepsTo } from './lead.ts'
import { madeFile, sidesOf } from './paper.ts'
import { browser, openStory, server } from './story.ts'

openStory()

/** Types into the question of what the gauge reads. */
const typeReading = async (page: Page, text: string) =>
  typeInto(page, await page.waitForSelector('[role=dialog] input'), text)
describe('a braze, led from rig to cold', () => {
  it('sweeps with nitrogen, lights the sectors in turn, holds the purge until it is cool', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Chiller line', 'Run it again')
    const told = await stepsTo(page, 'Then the root of the cup')
    expect(told.some((t) => t.startsWith('Let the pressure out through its port'))).toBe(true)
    expect(told.findIndex((t) => t.startsWith('Let the nitrogen sweep the whole line'))).toBeGreaterThan(0)
    await press(page, 'Start the clock')
    await passTime(page, 6)
    await until(page, () => /Heat at \d+ o’clock/.test(document.body.innerText))
    await expectAccessible(page, 'Run, the braze')
    await stepsTo(page, 'From 5 o’clock')
    await see(page, 'Rod: 5 to 1 o’clock, then 6 to 12 o’clock')
    const cold = await stepsTo(page, 'Begin the fire watch')
    const order = cold.map((t) => t.slice(0, 12))
    expect(order.indexOf('Nitrogen on ')).toBeGreaterThan(order.indexOf('Shut the oxy'))
    // the gases go while it cools, and the nitrogen is off last
    expect(order.indexOf('Nitrogen on ')).toBeGreaterThan(order.indexOf('Shut both cy'))
    expect(order.indexOf('Shut the nit')).toBeGreaterThan(order.indexOf('Nitrogen on '))
    await confirmStep(page)
    await see(page, 'All steps done')
    // the watch goes on after the end, here and on today's page
    await see(page, 'Fire watch:')
    await press(page, 'To today')
    await see(page, 'Chiller line')
    await see(page, 'to go')
    await page.close()
  })
})

describe('a gloved hand on the big button', () => {
  it('that taps twice confirms one step', async () => {
    const page = await openPage(browser, server.url, undefined, true)
    await begin(page, server, 'Stiffener edge, bevelled', 'Run this cut')
    await page.waitForSelector('[data-done]:not([disabled])')
    await page.keyboard.press(' ')
    await page.keyboard.press(' ')
    await see(page, 'Step 2 of')
    // the step that came settles, and then takes its own tap
    await page.waitForSelector('[data-done]:not([disabled])')
    await eventually(
      async () => ((await server.call('GET', `/api/runs/${runIdOf(page)}`)).json as Run).events,
      (had) => expect(had.filter((e) => e.kind === 'done')).toHaveLength(1),
    )
    await page.keyboard.press(' ')
    await see(page, 'Step 3 of')
    await page.close()
  })
})

describe('trouble in the middle of a cut', () => {
  it('is led from a pop to the flame again, and back to the same cut', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Wear strips', 'Run this cut')
    await stepsTo(page, 'Press the lever smoothly')
    await page.keyboard.press('t')
    await see(page, 'What do you see?')
    await press(page, 'A pop, and the flame is out (backfire)')
    const size = await page.$eval('[role=dialog] [aria-current=step]', (e) =>
      parseFloat(getComputedStyle(e).fontSize),
    )
    // readable at 3 m: letters of an inch and more on a tablet
    expect(size).toBeGreaterThan(100)
    await pressByKey(page, 'Lead me to lighting again')
    await see(page, 'Shut the oxygen at the torch, then the fuel. Let the tip cool')
    const told = await stepsTo(page, 'Press the lever smoothly')
    expect(told[1]).toBe('Find why it backfired before lighting again')
    await expectAccessible(page, 'Run, after a break')
    await eventually(
      async () => {
        const { events } = (await server.call('GET', `/api/runs/${runIdOf(page)}`)).json as Run
        return events.some((e) => e.kind === 'break' && e.name === 'relight')
      },
      (had) => expect(had).toBe(true),
    )
    await page.close()
  })
  it('is left for lunch with everything shut, handed over, and shut down before its end', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Old gate rivets', 'Run this cut')
    await stepsTo(page, 'Lay the jet along the plate')
    await page.keyboard.press('b')
    await see(page, 'A few minutes, I stay here')
    await expectAccessible(page, 'Pause or leave')
    await page.keyboard.press('Escape')
    await until(page, () => document.querySelector('[role=dialog]') === null)
    await leave(page, 'Hand over')
    await see(page, 'Who goes on?')
    const people = (await server.call('GET', '/api/people')).json as { name: string; id: string }[]
    const idOf = (name: string) => people.find((p) => p.name === name)?.id
    await pressByKey(page, 'Idris')
    // the flame is shut by the one who has it: it is not Idris' before the rig was shown
    await stepsTo(page, 'Show the one who takes over')
    expect(await page.evaluate(() => document.body.innerText)).not.toContain('Idris has the torch')
    // the pedal hands no torch over
    await page.waitForSelector('[data-done]:not([disabled])')
    await page.keyboard.press(' ')
    expect(await page.evaluate(() => document.body.innerText)).not.toContain('Idris has the torch')
    await press(page, 'Done')
    await see(page, 'Idris has the torch')
    await stepsTo(page, 'Lay the jet along the plate')
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    const { events } = (await server.call('GET', `/api/runs/${runIdOf(page)}`)).json as Run
    const handed = events.findIndex((e) => e.stepId.startsWith('hand-over~'))
    const before = events.slice(0, handed)
    expect(before.some((e) => e.stepId.startsWith('shut-torch~'))).toBe(true)
    expect(before.every((e) => e.personId !== idOf('Idris'))).toBe(true)
    const after = events.slice(handed)
    expect(after.length).toBeGreaterThan(2)
    expect(after.every((e) => e.personId === idOf('Idris'))).toBe(true)
    await leave(page, 'Shut down and end here')
    await stepsTo(page, 'Begin the fire watch')
    await page.waitForSelector('[data-done]:not([disabled])')
    await page.keyboard.press(' ')
    await see(page, 'Stopped')
    await page.close()
  })
})

describe('a step that is left out', () => {
  it('is asserted with what proves it, refused where that does not hold, and never a way to an unpurged light', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Stiffener blanks', 'Run this cut')
    // before the gas a reason is enough
    await press(page, 'Skip, say why')
    await see(page, 'Why is this step left out?')
    await press(page, 'Skip the step')
    await see(page, 'Say why: it stays in the log.')
    await expectAccessible(page, 'Skip with a reason')
    await press(page, 'Not needed on this job')
    await stepsTo(page, 'Open the preheat oxygen, hold')
    // set from the last cut: the needle says so, or it is set
    await press(page, 'Skip, say why')
    await see(page, 'What does the gauge read, gas flowing?')
    await typeReading(page, '70 psi')
    await pressByKey(page, 'It is set: go on')
    await see(page, 'The needle is not where this piece wants it: set it.')
    await expectAccessible(page, 'Skip with a reading')
    await typeReading(page, '155 psi')
    await pressByKey(page, 'It is set: go on')
    await see(page, 'The needle stands past what may be set')
    const planned = await page.$eval('h1', (e) => /to (\d+ psi)/.exec(e.innerText)?.[1] ?? '')
    await typeReading(page, planned)
    await pressByKey(page, 'It is set: go on')
    await see(page, 'let it run, then shut it')
    // purged too long ago is purged again
    await press(page, 'Skip, say why')
    await see(page, 'How long ago?')
    await choose(page, 'Seen to by', 'Tamsin')
    await expectAccessible(page, 'Skip with a time')
    await press(page, 'Longer ago')
    await see(page, 'After half an hour a hose may hold air again: purge it.')
    await press(page, '10 minutes ago')
    await stepsTo(page, 'Open the fuel a quarter turn')
    await press(page, 'Skip, say why')
    await see(page, 'A flame is lit and trimmed, or it is not')
    await expectAccessible(page, 'A step that is not left out')
    await press(page, 'Back to the step')
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    const run = (await server.call('GET', `/api/runs/${runIdOf(page)}`)).json as Run
    const proofs = run.events.flatMap((e) => (e.kind === 'assert' ? [e.proof.kind] : []))
    expect(proofs).toEqual(['reading', 'ago'])
    const { entries } = (await server.call('GET', `/api/log?piece=${run.pieces[0]?.pieceId}&kind=override`))
      .json as LogPage
    expect(entries.map((e) => (e.told.kind === 'override' ? e.told.reason : ''))).toContainEqual(
      expect.stringMatching(/^Set already, seen by .*: \d+ psi$/),
    )
    // no press of another browser goes past it either
    const light = run.steps.find((s) => s.id === 'light')
    const forced = await server.call('POST', `/api/runs/${run.id}/events`, {
      id: crypto.randomUUID(),
      kind: 'skip',
      stepId: light?.id,
      at: new Date().toISOString(),
      personId: null,
      reason: 'Still set from the last cut',
    })
    expect(forced.status).toBe(422)
    await page.close()
  })
})

describe('the flame card', () => {
  it('shows every flame by eye, by ear and on the plate, and closes again', async () => {
    const page = await openPage(browser, server.url)
    const today = (await server.call('GET', '/api/today')).json as { running: { id: string }[] }
    await page.goto(`${server.url}/run/${today.running[0]?.id}`)
    await see(page, 'Step')
    await page.keyboard.press('f')
    await see(page, 'the feather has just gone into round')
    await expectAccessible(page, 'Flame card')
    await page.keyboard.press('Escape')
    await until(page, () => document.querySelector('[role=dialog]') === null)
    await page.close()
  })
})

describe('an apprentice', () => {
  it('has the marked steps confirmed by an instructor', async () => {
    const page = await openPage(browser, `${server.url}/settings`)
    await see(page, 'People')
    await named(page, 'Role of Bede')
    await page.select('::-p-aria([name="Role of Bede"])', 'apprentice')
    const people = async () =>
      (await server.call('GET', '/api/people')).json as { name: string; role: string; id: string }[]
    await until(page, () => {
      const role = document.querySelector<HTMLSelectElement>('select[aria-label="Role of Bede"]')
      return role?.value === 'apprentice'
    })
    await choose(page, 'Who works here', 'Bede')
    await begin(page, server, 'Hole for the shackle pin', 'Run this cut')
    expect((await people()).find((p) => p.name === 'Bede')?.role).toBe('apprentice')
    await see(page, 'Bede has the torch')
    await stepsTo(page, 'Check the rig')
    await page.waitForSelector('[data-done]:not([disabled])')
    await page.keyboard.press(' ')
    await see(page, 'Which instructor has looked?')
    await expectAccessible(page, 'Instructor')
    await pressByKey(page, 'Tamsin')
    await see(page, 'Back out both')
    const run = (await server.call('GET', `/api/runs/${runIdOf(page)}`)).json as Run
    const tamsin = (await people()).find((p) => p.name === 'Tamsin')?.id
    await until(page, () => !document.body.innerText.includes('not saved yet'))
    const after = (await server.call('GET', `/api/runs/${run.id}`)).json as Run
    expect(after.events.find((e) => e.stepId === 'rig')?.personId).toBe(tamsin)
    await page.evaluate(() => localStorage.removeItem('wimble.device'))
    await page.close()
  })
})

describe('the rig', () => {
  it('says what is overdue, stops a run past its grace, and lets it go once it is tested', async () => {
    const page = await openPage(browser, `${server.url}/rig`)
    await see(page, 'Arrestor, fuel, long.')
    // a day more, when midnight has come since the log was made
    await until(page, () => /Overdue by 1[34] days/.test(document.body.innerText))
    await expectAccessible(page, 'Rig')
    const gear = (await server.call('GET', '/api/gear')).json as GearItem[]
    const arrestor = gear.find((g) => g.name === 'Arrestor, fuel, long')
    if (!arrestor) throw new Error('no arrestor')
    // two months late: past its grace
    const late = { ...arrestor.fields, checked: '2024-01-05' }
    await server.call('PUT', `/api/gear/${arrestor.id}`, { name: arrestor.name, fields: late, active: true })
    await page.goto(await pathOf(server, 'Gusset, lower mitre post'))
    await until(page, () => document.querySelector('[data-run]:not([disabled])') !== null)
    await pressByKey(page, 'Run this cut')
    await see(page, 'Past 30 days it is not used')
    const stopped = () =>
      page.$$eval('[role=dialog] button', (all) => all.find((b) => b.textContent === 'Begin')?.disabled)
    expect(await stopped()).toBe(true)
    await page.goto(`${server.url}/rig`)
    await pressByKey(page, 'Arrestor, fuel, long')
    await see(page, 'Last tested')
    await expectAccessible(page, 'A thing of the rig')
    const today = new Date().toISOString().slice(0, 10)
    await page.$eval(
      '[role=dialog] input[type=date]',
      (e, day) => {
        const input = e as HTMLInputElement
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, day)
        input.dispatchEvent(new Event('input', { bubbles: true }))
      },
      today,
    )
    await pressByKey(page, 'Keep it')
    await until(page, () => !document.body.innerText.includes('Arrestor, fuel, long. Overdue'))
    await begin(page, server, 'Gusset, lower mitre post', 'Run this cut')
    await page.close()
  })
  it('takes a thing by hand and many from a file, and says which rows it cannot take', async () => {
    const page = await openPage(browser, `${server.url}/rig`)
    await pressByKey(page, 'Add: hose')
    await see(page, 'Coloured for')
    await pressByKey(page, 'Keep it')
    await see(page, 'Give it a name that you would call it by.')
    await type(page, 'Name', 'Blue spare')
    await type(page, 'Length', 'long')
    await page.waitForSelector('[role=dialog] [role=alert]')
    await type(page, 'Length', '33 ft')
    await pressByKey(page, 'Keep it')
    await see(page, 'Blue spare')
    await pressByKey(page, 'In and out')
    await giveFile(page, 'rig.csv', 'kind,name,gas\nhose,From paper,oxygen\nlathe,No,')
    await see(page, 'Line 3: The kind should be one of')
    await pressByKey(page, 'Take the good ones')
    await see(page, '1 taken into the rig.')
    await page.keyboard.press('Escape')
    await see(page, 'From paper')
    await page.close()
  })
})

describe('a torch', () => {
  it('keeps what its manual says', async () => {
    const page = await openPage(browser, `${server.url}/rig`)
    await pressByKey(page, "Idris's small")
    await see(page, 'Manual: shut')
    await choose(page, 'Manual: shut', 'Fuel first')
    await expectAccessible(page, 'A torch')
    await pressByKey(page, 'Keep it')
    await see(page, 'fuel first to shut')
    await page.close()
  })
})

describe('the ways of the shop', () => {
  it('change the steps, and stand side by side with their reasons', async () => {
    const page = await openPage(browser, `${server.url}/settings`)
    await type(page, 'Find a setting', 'bleeding')
    await press(page, 'Bleeding Shutting down')
    await until(page, () => document.activeElement?.closest('[id^="method-"]') !== null)
    await choose(page, 'Bleeding', 'Both together')
    await see(page, 'Not the usual one')
    await see(page, '✓ Saved.')
    await see(page, 'Quick; needs check valves at the torch')
    const path = `${await pathOf(server, 'Stiffener blanks')}/work`
    await page.goto(path)
    await see(page, 'bleed both sides, let go and shut the fuel')
    await choose(page, 'Compare with another method of', 'Purging the hoses')
    await choose(page, 'done so', 'While setting, gas flowing')
    await see(page, 'no such step')
    await see(page, 'Saves gas; the clock runs with the setting.')
    await expectAccessible(page, 'Two ways side by side')
    await pressByKey(page, 'Only your shop’s')
    await until(page, () => !document.body.innerText.includes('The other method'))
    await page.close()
  })
})

describe('gas and sheets', () => {
  it('stops at a draw that the acetylene cylinder may not give', async () => {
    const piece = await pieceNamed(server, 'Gusset, lower mitre post')
    const { jobId } = piece
    const small = { ...piece.draft, rig: { ...piece.draft.rig, acetyleneCylinder: '40 cu ft' } }
    const made = await server.call('POST', '/api/pieces', {
      id: crypto.randomUUID(),
      jobId,
      title: 'Too small a cylinder',
      draft: small,
    })
    const page = await openPage(browser, `${server.url}/jobs/${jobId}/${(made.json as Piece).id}`)
    await see(page, 'Acetylene cylinder too small')
    expect(await page.$('[data-run]')).toBeNull()
    await page.goto(`${page.url()}/work`)
    await see(page, 'No steps.')
    await page.close()
  })
  it('counts contents, jobs, time and what to order', async () => {
    const page = await openPage(browser, `${await pathOf(server, 'Gusset, lower mitre post')}/work`)
    await press(page, 'Gas')
    await see(page, 'Such jobs')
    await see(page, 'Weight over the stamped tare')
    await expectAccessible(page, 'Gas')
    for (let i = 0; i < 60; i++) await pressByKey(page, 'More')
    await see(page, 'Order. 1 cylinder of the largest size.')
    await page.close()
  })
  it('makes a setup sheet and a shutdown card, one page each, on either paper', async () => {
    const page = await openPage(browser, `${await pathOf(server, 'Gusset, lower mitre post')}/work`)
    await press(page, 'Sheets')
    await see(page, 'Shutdown')
    await expectAccessible(page, 'Sheets')
    for (const [format, width] of [
      ['A4', 595],
      ['Letter', 612],
    ] as const) {
      await press(page, format)
      const bytes = await madeFile(page, () => pressByKey(page, 'Save as PDF'))
      const pdf = await PDFDocument.load(bytes)
      expect(pdf.getPageCount()).toBe(2)
      expect(Math.round(pdf.getPage(0).getWidth())).toBe(width)
      const [setup, shutdown] = await sidesOf(bytes)
      expect(setup).toContain('Set oxygen, flowing')
      expect(shutdown).toContain('Shut both cylinders')
    }
    const opened = await madeFile(page, () => press(page, 'Print both'))
    expect((await PDFDocument.load(opened)).getPageCount()).toBe(2)
    await page.close()
  })
})

describe('on a phone', () => {
  it('leads a run with nothing out of reach', async () => {
    const page = await openPage(browser, server.url, { width: 390, height: 844 })
    const today = (await server.call('GET', '/api/today')).json as {
      running: { id: string; title: string }[]
    }
    const run = today.running.find((r) => r.title === 'Gusset, lower mitre post')
    await page.goto(`${server.url}/run/${run?.id}`)
    await see(page, 'Step 1 of')
    for (const name of ['Trouble', 'Pause or leave', 'Flame', 'Done']) {
      const box = await (await named(page, name)).boundingBox()
      expect(box && box.x >= 0 && box.x + box.width <= 390, name).toBe(true)
      expect(box?.height ?? 0, name).toBeGreaterThanOrEqual(48)
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await expectAccessible(page, 'Run, phone')
    const before = (await server.call('GET', `/api/runs/${run?.id}`)).json as Run
    await page.goto(`${server.url}/rig`)
    await see(page, 'Due')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    expect(foldRun(before, before.events).index).toBe(0)
    await page.close()
  })
})
