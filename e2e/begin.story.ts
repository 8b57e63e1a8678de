import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import type { AnswerOf, JobPage } from '#contract/types.ts'
import { expectAccessible, named, openPage, press, see, type, typeInto, until } from './browser.ts'
import { stepsTo } from './lead.ts'
import { browser, openStory, server } from './story.ts'

const README = readFileSync(resolve(import.meta.dirname, '..', 'README.md'), 'utf8')

openStory({ empty: true })

describe('the first minute of a shop', () => {
  it('is five questions, each of which may be left out, and a first plan with its own torch', async () => {
    const page = await openPage(browser, server.url)
    await see(page, 'Five questions, then a first plan')
    await expectAccessible(page, 'First page')
    await type(page, 'What you call it', 'Yard torch')
    await press(page, '#60 0.040 in')
    await press(page, '145 cu ft')
    await type(page, 'Your name', 'Wren')
    await page.reload()
    // what was answered is kept over a reload
    const name = await named(page, 'Your name')
    expect(await name.evaluate((e) => (e as HTMLInputElement).value)).toBe('Wren')
    await press(page, 'To a first plan')
    await see(page, 'Quick plan')
    await see(page, 'Yard torch')
    await see(page, 'number drill 60')
    // it is not asked again
    await page.goto(server.url)
    await see(page, 'No flame is lit')
    await page.close()
  })
})

describe('a quick plan', () => {
  it('gives settings at once from anywhere by its key, and becomes a piece with two names', async () => {
    const page = await openPage(browser, `${server.url}/rig`)
    await see(page, 'Yard torch')
    await page.keyboard.press('q')
    await see(page, 'Quick plan')
    await typeInto(page, await named(page, 'Thickness'), '1/2 in')
    const setting = () =>
      page.$eval('[data-station="set-oxygen"]', (e) => (e as HTMLElement).innerText.replace(/\s+/g, ' '))
    await until(page, () =>
      /psi/.test(document.querySelector('[data-station="set-oxygen"]')?.textContent ?? ''),
    )
    const cut = await setting()
    await expectAccessible(page, 'Quick plan of a cut')
    // what cannot be read makes the figures wait
    await typeInto(page, await named(page, 'Thickness'), 'thick')
    await until(page, () => document.querySelector('[aria-busy="true"]') !== null)
    await typeInto(page, await named(page, 'Thickness'), '1/2 in')
    await until(page, () => document.querySelector('[aria-busy="true"]') === null)
    expect(await setting()).toBe(cut)
    await press(page, 'Braze')
    await see(page, 'Time to heat')
    await see(page, 'Rod for a joint')
    await expectAccessible(page, 'Quick plan of a braze')
    await press(page, 'Cut')
    await press(page, 'Keep it')
    await type(page, 'What is it?', 'Gusset')
    await typeInto(page, await named(page, 'Which job?'), 'Gate 3')
    await expectAccessible(page, 'Keep it')
    await press(page, 'Keep it')
    await see(page, 'Gate 3')
    await until(page, () => location.pathname.startsWith('/jobs/'))
    const { jobs } = (await server.call('GET', '/api/jobs')).json as JobPage
    const id = jobs[0]?.pieces[0]?.id ?? ''
    const piece = (await server.call('GET', `/api/pieces/${id}`)).json as AnswerOf<'getPiece'>
    expect(piece).toMatchObject({ title: 'Gusset', draft: { kind: 'cut', work: { thickness: '1/2 in' } } })
    await page.close()
  })
})

describe('the first logged cut of a new shop', () => {
  it('is so many presses away as the README says', async () => {
    const page = await openPage(browser, `${server.url}/jobs`)
    let presses = 0
    const tap = async (name: string) => {
      presses += 1
      await press(page, name)
    }
    const { jobs } = (await server.call('GET', '/api/jobs')).json as JobPage
    const { jobId = '', id = '' } = jobs[0]?.pieces[0] ?? {}
    await page.goto(`${server.url}/jobs/${jobId}/${id}`)
    await see(page, 'Run this cut')
    for (const said of await page.$$eval('[data-work] [aria-label^="It is so"]', (all) =>
      all.map((b) => b.getAttribute('aria-label') ?? ''),
    ))
      await tap(said)
    await until(page, () => document.querySelector('[data-run]:not([disabled])') !== null)
    await tap('Run this cut')
    await until(page, () =>
      [...document.querySelectorAll('button')].some((b) => b.textContent === 'Begin' && !b.disabled),
    )
    await tap('Begin')
    await see(page, 'Step 1 of')
    const steps = Number((await page.$eval('body', (b) => b.innerText)).match(/Step 1 of (\d+)/)?.[1])
    await stepsTo(page, 'All steps done')
    presses += steps
    await tap('Record the result')
    await see(page, 'Save to the log')
    for (const words of ['Sharp and square', 'Falls off', 'By itself']) await tap(words)
    await tap('Save to the log')
    await until(page, () => location.pathname.startsWith('/log/'))
    expect(README).toContain(
      `a first logged cut ${presses} presses further on, ${steps} of them steps of the run`,
    )
    await page.close()
  })
})

describe('a torch', () => {
  it('is added on the Rig page', async () => {
    const page = await openPage(browser, `${server.url}/rig`)
    await press(page, 'Add: torch')
    await type(page, 'Name', 'Shed handle')
    await expectAccessible(page, 'A new torch')
    await press(page, 'Keep it')
    await see(page, 'Shed handle')
    await page.close()
  })
})
