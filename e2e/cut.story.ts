import type { Page } from 'puppeteer-core'
import { beforeAll, describe, expect, it } from 'vitest'
import { pieceNamed } from '../server/test-support.ts'
import type { LogPage } from '#contract/types.ts'
import {
  confirmStep,
  expectAccessible,
  openPage,
  passTime,
  press,
  pressByKey,
  see,
  station,
  type,
  until,
} from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()
let page: Page
beforeAll(async () => {
  page = await openPage(browser, server.url)
})

const heading = () => page.$eval('h1', (e) => e.innerText)

describe('from a plate on the trestles to a cut in the log', () => {
  it('starts a piece from Today', async () => {
    await see(page, 'Under way')
    await expectAccessible(page, 'Today')
    await press(page, 'Start a piece')
    await see(page, 'What is it?')
    await expectAccessible(page, 'Start a piece')
    await press(page, 'Plan it')
    await see(page, 'Give the piece a name.')
    await page.type('::-p-aria([name="What is it?"])', 'Trestle plate')
    await press(page, 'Plan it')
    await see(page, 'To scale')
    await expectAccessible(page, 'Plan')
  })

  it('works everything out again as one types', async () => {
    await type(page, 'Thickness', '1/4 in')
    await until(page, () =>
      document.querySelector('[data-station="set-oxygen"]')?.textContent?.includes('30 psi'),
    )
    expect(await station(page, 'set-oxygen')).toContain('your chart')
    expect(await station(page, 'tip')).toContain('0.04')
    await type(page, 'Thickness', '13 in')
    await see(page, 'Too thick.')
    await type(page, 'Thickness', '5/8 in')
    await until(page, () =>
      document.querySelector('[data-station="set-oxygen"]')?.textContent?.includes('43 psi'),
    )
    expect(await station(page, 'travel')).toContain('15 in/min')
  })

  it('says how a figure was worked out', async () => {
    await page.click('[data-station="set-oxygen"]')
    await see(page, 'Rests on: your chart')
    await expectAccessible(page, 'How it was worked out')
    await page.keyboard.press('Escape')
  })

  it('is led through every step, with clocks that must run out', async () => {
    // nothing is set from what nobody said
    await see(page, 'Assumed so far: the metal.')
    expect(await page.$eval('[data-run]', (e) => (e as HTMLButtonElement).disabled)).toBe(true)
    await press(page, 'It is so: Metal')
    await until(page, () => !document.body.innerText.includes('keeping'))
    await press(page, 'Run this cut')
    await see(page, 'Before you start')
    await expectAccessible(page, 'Before you start')
    await press(page, 'The right process')
    await see(page, '6 of 7 not ticked')
    await pressByKey(page, 'Begin')
    await see(page, 'Step 1 of')
    await expectAccessible(page, 'Run')
    let last = ''
    for (let i = 0; i < 40; i++) {
      if ((await page.$('[data-done]')) === null) break
      await until(page, (before) => document.querySelector('h1')?.innerText !== before, last)
      last = await heading()
      if (last === 'All steps done') break
      if (last.startsWith('Press the lever smoothly')) {
        await page.waitForSelector('[data-done]:not([disabled])')
        await press(page, 'Start the pace')
        await passTime(page, 20)
        await see(page, '5 in of 12 in')
        await expectAccessible(page, 'Run, the cut')
      }
      await confirmStep(page)
    }
    await see(page, 'Rig shut and bled, screws backed out.')
  })

  it('writes down what came out, and finds it again', async () => {
    await press(page, 'Record the result')
    await see(page, 'Save to the log')
    await press(page, 'Save to the log')
    await see(page, 'Say what the edge is like.')
    await press(page, 'Sharp and square')
    await press(page, 'Falls off')
    await press(page, 'By itself')
    await type(page, 'Kerf, measured', '2 mm')
    await expectAccessible(page, 'Result')
    await press(page, 'Save to the log')
    await see(page, 'Planned and used')
    await press(page, 'Log')
    await page.waitForSelector('input[type=search]')
    await see(page, 'Trestle plate')
    await expectAccessible(page, 'Log')
    await page.type('input[type=search]', 'trestle')
    // the run itself is a line, too
    await until(page, () => document.querySelectorAll('tbody tr').length === 2)
    await press(page, 'Trestle plate')
    await see(page, 'The run, step by step')
    await expectAccessible(page, 'Entry')
    const log = (await server.call('GET', '/api/log?kind=cut&q=trestle')).json as LogPage
    expect(log.entries[0]?.told).toMatchObject({
      edge: 'sharp',
      slag: 'falls-off',
      drop: 'by-itself',
      kerf: { si: expect.closeTo(0.002, 9) as number },
    })
  })

  it('plans the next cut with the kerf that was measured', async () => {
    const piece = await pieceNamed(server, 'Trestle plate')
    await page.goto(`${server.url}/jobs/${piece.jobId}/${piece.id}`)
    await see(page, 'your log')
    expect(piece.state).toBe('logged')
  })
})

describe('trouble', () => {
  it('is one tap away, in letters to be read from afar, and can end the run', async () => {
    const fresh = await openPage(browser, server.url)
    await press(fresh, 'Jobs')
    await see(fresh, 'Lower gate gussets')
    await expectAccessible(fresh, 'Jobs')
    const run = (await server.call('GET', '/api/today')).json as { running: { id: string; title: string }[] }
    await fresh.goto(`${server.url}/run/${run.running.find((r) => r.title.startsWith('Gusset'))?.id}`)
    await see(fresh, 'Step 11 of')
    await fresh.keyboard.press('t')
    await see(fresh, 'What do you see?')
    await expectAccessible(fresh, 'Trouble')
    await press(fresh, 'A needle climbs with the torch shut (creep)')
    await see(fresh, 'Shut that cylinder and bleed it')
    const size = await fresh.$eval('[role=dialog] [aria-current=step]', (e) =>
      parseFloat(getComputedStyle(e).fontSize),
    )
    expect(size).toBeGreaterThan(40)
    await press(fresh, 'Something else')
    await fresh.keyboard.press('Escape')
    await fresh.close()
  })
})
