import type { Page } from 'puppeteer-core'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Piece, Torch } from '#contract/types.ts'
import { pieceNamed } from '../server/test-support.ts'
import {
  choose,
  expectAccessible,
  named,
  openPage,
  press,
  see,
  station,
  type,
  typeInto,
  until,
} from './browser.ts'
import { coloursOf, madeFile, sidesOf } from './paper.ts'
import { browser, openStory, server } from './story.ts'

openStory()
let page: Page
let pieceId: string
let jobId: string
beforeAll(async () => {
  const piece = await pieceNamed(server, 'Gusset, lower mitre post')
  pieceId = piece.id
  jobId = piece.jobId
  page = await openPage(browser, `${server.url}/jobs/${jobId}/${pieceId}`)
  await see(page, 'To scale')
})

const stored = () => until(page, () => !document.body.innerText.includes('keeping'))
const onLine = (id: string, text: string) =>
  until(
    page,
    (s: string, t: string) => document.querySelector(`[data-station="${s}"]`)?.textContent?.includes(t),
    id,
    text,
  )
const draft = async () => (await server.call('GET', `/api/pieces/${pieceId}`)).json as Piece

describe('the rig of a plan', () => {
  it('takes a chart row by row, and uses it at once', async () => {
    await type(page, 'Tip', '0.055 in')
    await onLine('set-oxygen', 'worked out')
    await press(page, '3 rows')
    await see(page, 'Copy the rows')
    await press(page, 'Add a row')
    await until(page, () => document.querySelectorAll('[role=dialog] li h3').length === 4)
    await expectAccessible(page, 'Your chart')
    const fields = await page.$$('[role=dialog] li:last-of-type input')
    // the size by its name is left out: the bore is known
    for (const [i, text] of ['.055', '1/2', '1 in', '40 psi', '6 psi', '14 ipm'].entries())
      await typeInto(page, fields[i + 1], text)
    await page.keyboard.press('Escape')
    await onLine('set-oxygen', '41 psi')
    expect(await station(page, 'set-oxygen')).toContain('your chart')
    await stored()
    expect((await draft()).draft.rig.chart.at(-1)).toMatchObject({
      orifice: '.055 in',
      thicknessMin: '1/2 in',
      oxygenPressure: '40 psi',
      pressureAt: 'regulator',
    })
  })
  it('stops at acetylene past its limit, in a chart too, and does not show it as a setting', async () => {
    await press(page, '4 rows')
    await until(page, () => document.querySelectorAll('[role=dialog] li h3').length === 4)
    await typeInto(page, (await page.$$('[role=dialog] li:last-of-type input'))[5], '14 psi')
    await page.keyboard.press('Escape')
    await see(page, 'Acetylene above 15 psi can explode by itself.')
    expect(await station(page, 'set-fuel')).toContain('not given')
    await until(page, () => document.querySelector('[data-run]') === null)
    await press(page, '4 rows')
    await until(page, () => document.querySelectorAll('[role=dialog] li h3').length === 4)
    await typeInto(page, (await page.$$('[role=dialog] li:last-of-type input'))[5], '6 psi')
    await page.keyboard.press('Escape')
    await onLine('set-fuel', '6 psi')
  })
  it('is kept as a torch, under a name that is not taken', async () => {
    await press(page, 'Keep this rig as a torch')
    await see(page, 'What do you call it?')
    await type(page, 'What do you call it?', "Bede's track")
    await press(page, 'Keep it')
    await see(page, "There is already a torch called Bede's track.")
    await type(page, 'What do you call it?', 'Spare long')
    await press(page, 'Keep it')
    await onLine('torch', 'Spare long')
    const torches = (await server.call('GET', '/api/torches')).json as Torch[]
    expect(torches.find((t) => t.name === 'Spare long')?.rig.chart).toHaveLength(4)
  })
  it('changes whole with another torch', async () => {
    await choose(page, 'Torch', "Idris's small")
    await onLine('set-fuel', 'propane')
    await onLine('torch', "Idris's small")
    await stored()
    expect((await draft()).draft.rig.fuel).toBe('propane')
  })
})

describe('the keys', () => {
  it('lead to the work, the line, the views and the list of themselves', async () => {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    await page.keyboard.press('l')
    expect(await page.evaluate(() => document.activeElement?.getAttribute('data-station'))).toBe('oxygen')
    await page.keyboard.press('w')
    expect(await page.evaluate(() => document.activeElement?.tagName)).toBe('INPUT')
    // letters typed into a field are letters
    await page.keyboard.press('3')
    expect(new URL(page.url()).pathname).toContain(pieceId)
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    await page.keyboard.press('?')
    await see(page, 'Flip between inches and millimetres')
    await page.keyboard.press('Escape')
    await until(page, () => document.querySelector('[role=dialog]') === null)
    // no digit leads anywhere; g and a letter does
    await page.keyboard.press('5')
    expect(new URL(page.url()).pathname).toContain(pieceId)
    await page.keyboard.press('g')
    await page.keyboard.press('l')
    await until(page, () => location.pathname === '/log')
    await page.keyboard.press('n')
    await see(page, 'What is it?')
    await page.keyboard.press('Escape')
  })
})

describe('names and paper', () => {
  it('lets a very long name stay inside its place', async () => {
    const name = 'Heel post gusset with the long name that somebody chalked right across the plate '
      .repeat(2)
      .slice(0, 120)
    await page.goto(`${server.url}/jobs/${jobId}/${pieceId}`)
    await see(page, 'Supply')
    const field = await named(page, 'Name of the piece')
    await typeInto(page, field, name)
    await stored()
    const over = () =>
      page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
    expect(await over()).toBe(0)
    await page.goto(server.url)
    await see(page, name.slice(0, 20))
    expect(await over()).toBe(0)
    expect((await draft()).title).toBe(name.trim())
  })
  it('prints a plan on one sheet: the line, the drawing and the figures, and its steps, by its button and by Ctrl P', async () => {
    const piece = await pieceNamed(server, 'Gusset, mitre post, top')
    await page.goto(`${server.url}/jobs/${piece.jobId}/${piece.id}`)
    await see(page, 'Supply')
    const byButton = await sidesOf(
      await madeFile(page, () => press(page, 'Print the plan, or save it as PDF')),
    )
    expect(byButton).toHaveLength(2)
    const all = byButton.join(' ')
    // what is set along the line, words out of the drawings, the steps, who signs
    for (const words of [
      'Set oxygen, flowing',
      'Cone to plate',
      'scrap',
      'travel',
      'Kerf',
      'Shut both cylinders',
      'Planned: name, day',
    ])
      expect(all).toContain(words)
    const byKeys = await madeFile(page, async () => {
      await page.keyboard.down('Control')
      await page.keyboard.press('p')
      await page.keyboard.up('Control')
    })
    expect(await sidesOf(byKeys)).toEqual(byButton)
    // by the colours of the day, also where it is looked at by night
    await page.evaluate(() => {
      document.documentElement.dataset['theme'] = 'night'
    })
    const byNight = await madeFile(page, () => press(page, 'Print the plan, or save it as PDF'))
    expect(await coloursOf(byNight)).toEqual(await coloursOf(byKeys))
    expect((await coloursOf(byKeys)).length).toBeGreaterThan(8)
  })
  it('says so when a piece or a page is not there', async () => {
    await page.goto(`${server.url}/jobs/00000000-0000-4000-8000-000000000000`)
    await see(page, 'There is no such job')
    await page.goto(`${server.url}/nowhere`)
    await see(page, 'There is no such page')
    await expectAccessible(page, 'no such page')
  })
})
