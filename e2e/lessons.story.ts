import type { Page } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import { cutCameOut } from '../server/demo/results.ts'
import { pieceNamed } from '../server/test-support.ts'
import type { Given, GivenPage } from '#contract/types.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { cardsOf } from '#core/teach/cards.ts'
import { NO_CERTIFICATE } from '#core/teach/lessons.ts'
import { dayOf } from '../web/ui/dates.ts'
import { choose, expectAccessible, named, press, see, type, until } from './browser.ts'
import { madeFile, sidesOf } from './paper.ts'
import { answer, bench, shutDown } from './practice-page.ts'
import { openStory, server } from './story.ts'

openStory()

const people = async () =>
  new Map(
    ((await server.call('GET', '/api/people')).json as readonly { id: string; name: string }[]).map((p) => [
      p.name,
      p.id,
    ]),
  )
const given = async () => (await server.call('GET', '/api/given')).json as readonly Given[]
/** A page of practice as somebody's screen shows it. */
const as = async (name: string, path: string): Promise<Page> =>
  bench(path, { personId: (await people()).get(name) ?? '' })

/** Answers every card of a round rightly. */
async function answerRightly(page: Page): Promise<void> {
  await see(page, '1 of ')
  const right = new Map(
    cardsOf('shades', { units: INCH_UNITS, region: 'us' }).map((c) => [c.ask, c.right.text]),
  )
  for (
    let i = 0;
    i < 10 && !(await page.evaluate(() => document.body.innerText.includes('Another round')));
    i++
  ) {
    const ask = await page.$eval('main h2', (e) => e.textContent)
    await answer(page, right.get(ask) ?? '')
    await page.keyboard.press('Enter')
    await until(page, (was: string) => document.querySelector('main h2')?.textContent !== was, ask)
  }
  await see(page, 'Another round')
}
/** A plate that was cut and checked. */
async function cutBy(personId: string): Promise<void> {
  const { id } = await pieceNamed(server, 'Gusset, heel post, bottom')
  const { status } = await server.call(
    'POST',
    '/api/log',
    cutCameOut({
      id: crypto.randomUUID(),
      pieceId: id,
      personId,
      at: new Date().toISOString(),
      slag: 'falls-off',
      used: { tipOrifice: '', oxygenPressure: '', fuelPressure: '', travelSpeed: '', preheat: '' },
    }),
  )
  expect(status).toBe(201)
}

describe('a set, from given to signed off', () => {
  it('is composed by an instructor, done by an apprentice, and signed', async () => {
    const teacher = await as('Tamsin', 'sets')
    await press(teacher, 'Compose a set')
    await press(teacher, 'Keep this set')
    await see(teacher, 'Give it a name.')
    await type(teacher, 'Name', 'Shades and shutting')
    await choose(teacher, 'Task of 1', 'Eye shades')
    await press(teacher, 'Add: Order')
    await choose(teacher, 'Task of 2', 'Shut it all down')
    await press(teacher, 'Add: A real plate')
    await type(teacher, 'What is made of 3', 'Two straight cuts, 3/8 in')
    await expectAccessible(teacher, 'a set under composition')
    await press(teacher, 'Keep this set')
    await see(teacher, 'Give Shades and shutting')
    await press(teacher, 'Give Shades and shutting')
    await press(teacher, 'Orla')
    await expectAccessible(teacher, 'who gets it')
    await press(teacher, 'Give it')
    await see(teacher, 'Orla: Shades and shutting')

    const orla = await as('Orla', 'sets')
    await orla.goto(server.url)
    await see(orla, 'Shades and shutting: 0 of 3 done')
    await orla.goto(`${server.url}/practice/sets`)
    await see(orla, 'Given to you')
    await press(orla, 'Shades and shutting')
    await see(orla, 'Two straight cuts, 3/8 in')
    await see(orla, 'An instructor signs it off')
    await press(orla, 'Facts: Eye shades')
    await answerRightly(orla)
    await orla.goto(`${server.url}/practice/order/shut-down`)
    await shutDown(orla)
    await orla.close()

    const mine = (await given()).find((g) => g.name === 'Shades and shutting')
    if (!mine) throw new Error('it was not given')
    await cutBy(mine.personId)
    await teacher.close()
    const signing = await as('Tamsin', `given/${mine.id}`)
    await see(signing, 'Still open: Two straight cuts, 3/8 in')
    const [line] = ((await server.call('GET', `/api/given/${mine.id}`)).json as GivenPage).lines
    if (!line) throw new Error('nothing is in the log')
    await choose(signing, 'Stands in the log as', `${line.title}, ${dayOf(line.at)}, passed`)
    await type(signing, 'A word to it', 'Pierce higher.')
    await expectAccessible(signing, 'a set before it is signed')
    await press(signing, 'I saw it done: sign as Tamsin')
    await see(signing, 'Signed off')
    await expectAccessible(signing, 'a set that is signed')
    const text = (await sidesOf(await madeFile(signing, () => press(signing, 'Save as PDF')))).join(' ')
    for (const said of ['Training record', 'Orla', 'Pierce higher.', 'Tamsin, instructor'])
      expect(text).toContain(said)
    expect(text.replaceAll(/\s+/g, ' ')).toContain(NO_CERTIFICATE)
    expect(text).not.toMatch(/certificate of/i)
    await signing.close()
  })

  it('is seen as a class of three, each skill with its trend, and saved as CSV', async () => {
    const page = await bench('progress')
    for (const name of ['Bede', 'Idris', 'Orla']) await see(page, name)
    await see(page, 'a week')
    await see(page, 'too few weeks to tell')
    await page.waitForSelector('.js-plotly-plot')
    await expectAccessible(page, 'the progress of a class')
    await (await named(page, 'Idris', 'radio')).click()
    await page.waitForSelector('[aria-label*="points of Idris"]')
    const csv = new TextDecoder().decode(await madeFile(page, () => press(page, 'Save every try as CSV')))
    const [head, ...rows] = csv.split('\r\n')
    expect(head).toBe('at,person,skill,task,points')
    expect(rows.some((r) => r.includes(',Idris,Facts,Limits,70'))).toBe(true)
    await page.close()
  })
})
