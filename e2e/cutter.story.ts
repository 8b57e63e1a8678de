import type { Page } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import { cutCameOut } from '../server/demo/results.ts'
import { pieceNamed } from '../server/test-support.ts'
import type { Batch, Run, Torch } from '#contract/types.ts'
import {
  choose,
  expectAccessible,
  openPage,
  press,
  pressByKey,
  see,
  station,
  type,
  until,
} from './browser.ts'
import { begin, heading, runIdOf, stepsTo } from './lead.ts'
import { browser, openStory, server } from './story.ts'

openStory()

const CARD = `Size,Plate (in),Oxygen,Fuel,Speed (ipm)
0,1/4 to 3/8,25-30,3-5,18-22
1,1/2-1,30–40,4 to 8,12-16
2,2,abc,5-8,8`

/** A piece like another one, with something of its work changed. */
async function pieceLike(title: string, name: string, work: object): Promise<string> {
  const { id, jobId } = await pieceNamed(server, title)
  const { draft } = (await server.call('GET', `/api/pieces/${id}`)).json as {
    draft: { work: object; assumed: [] }
  }
  const made = await server.call('POST', '/api/pieces', {
    id: crypto.randomUUID(),
    jobId,
    title: name,
    draft: { ...draft, work: { ...draft.work, ...work }, assumed: [] },
  })
  expect(made.status).toBe(201)
  return name
}

describe('a chart as it is printed', () => {
  let page: Page
  it('is typed from its card, with sizes by name and ranges, faults by line', async () => {
    page = await openPage(browser, `${server.url}/rig`)
    await press(page, 'Add: torch')
    await type(page, 'Name', 'Card torch')
    await choose(page, 'What it is', 'Cutting torch')
    await press(page, 'No rows: enter them')
    await see(page, 'Sizes differ between makers')
    await page.waitForSelector('textarea')
    await page.type('textarea', CARD)
    await see(page, 'Its pressures are in')
    await press(page, 'psi')
    await see(page, 'Line 4.')
    await press(page, 'Take the 2 good rows')
    await see(page, 'Bores of these sizes')
    await expectAccessible(page, 'A chart from its card')
    await type(page, 'Bore or drill of size 1', '#56')
    await press(page, 'Take the bores')
    // the size without a bore is still asked for
    await see(page, 'Bore or drill of size 0')
    await page.keyboard.press('Escape')
    await press(page, 'Keep it')
    await until(page, () => document.querySelector('[role=dialog]') === null)
    await see(page, 'Card torch')
  })
  it('is a pocket chart at once, on a phone too', async () => {
    const torches = (await server.call('GET', '/api/torches')).json as { id: string; name: string }[]
    const id = torches.find((t) => t.name === 'Card torch')?.id ?? ''
    const phone = await openPage(browser, `${server.url}/rig/pocket/${id}`, { width: 390, height: 844 })
    await see(phone, 'Pocket chart, Card torch')
    await see(phone, '1 (0.0465 in)')
    await see(phone, 'your chart')
    await expectAccessible(phone, 'Pocket chart on a phone')
    // nothing is wider than the phone
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await phone.close()
  })
  it('leads to a first cut, with its range kept', async () => {
    await page.goto(`${server.url}/quick`)
    await see(page, 'Quick plan')
    await choose(page, 'Torch', 'Card torch')
    await type(page, 'Thickness', '3/4 in')
    await until(page, () =>
      document.querySelector('[data-station="set-oxygen"]')?.textContent?.includes('your chart'),
    )
    expect(await station(page, 'set-oxygen')).toMatch(/30 to 40|36|35/)
    await page.close()
  })
})

describe('an inch of bevel on the track', () => {
  it('is aligned, started as it breaks through, and stopped lever, carriage, flame', async () => {
    const title = await pieceLike('Stiffener blanks', 'Stiffener edge, on the track', {
      shape: 'bevel',
      bevel: '30 deg',
      bevelFrom: 'square',
      lean: 'over-part',
      land: '',
    })
    const page = await openPage(browser, server.url)
    await begin(page, server, title)
    const before = await stepsTo(page, 'Press the lever, start the carriage')
    expect(before.some((h) => h.startsWith('Lay the track along the line'))).toBe(true)
    expect(before.join(' ')).not.toMatch(/[Cc]lamp the guide|elbow|Lean so that/)
    await see(page, 'The lag')
    await expectAccessible(page, 'The cut on a track')
    const run = (await server.call('GET', `/api/runs/${runIdOf(page)}`)).json as Run
    const { plan } = run.pieces[0] ?? {}
    expect(plan?.figures).not.toHaveProperty('guideOffset')
    await stepsTo(page, 'At the end: lever up, then stop the carriage')
    await page.close()
  })
})

describe('thin plate', () => {
  it('is led its own way, and from Trouble in the middle of the cut to its cause', async () => {
    const title = await pieceLike('Packing plates, 8 mm', 'Cover, 1/8 in', { thickness: '1/8 in' })
    const page = await openPage(browser, server.url)
    await begin(page, server, title)
    const told = await stepsTo(page, 'Lay the torch over')
    expect(told.some((h) => h.startsWith('Turn the fuel down a little at a time'))).toBe(true)
    await page.keyboard.press('t')
    await see(page, 'What do you see?')
    await press(page, 'The cut closes behind the torch')
    await press(page, 'Find the cause')
    await see(page, 'with what its plan knew')
    await see(page, 'Too much fuel for thin plate')
    await see(page, 'the plate is thin')
    await expectAccessible(page, 'Find the fault, from a cut')
    await pressByKey(page, 'Change the next run’s plan')
    await see(page, 'Changed after the last run')
    expect(await station(page, 'set-fuel')).toContain('changed')
    expect(await heading(page)).toContain('Cover')
    await page.close()
  })
})

describe('a practice plate as a lesson', () => {
  it('is led cut by cut: line, bevel and circle, each with its own plan, in a row', async () => {
    const title = await pieceLike('Packing plates, 8 mm', 'Practice plate, three cuts', {
      shape: 'practice',
      thickness: '3/8 in',
      practice: [
        { shape: 'straight', count: '1', diameter: '', length: '6 in', width: '', bevel: '' },
        { shape: 'bevel', count: '1', diameter: '', length: '6 in', width: '', bevel: '30 deg' },
        { shape: 'hole', count: '2', diameter: '2 in', length: '', width: '', bevel: '' },
      ],
    })
    const { id, jobId } = await pieceNamed(server, title)
    const page = await openPage(browser, `${server.url}/jobs/${jobId}/${id}`)
    await press(page, 'Lead me cut by cut')
    await see(page, 'from the edge')
    await see(page, 'Circle 2, its middle')
    await see(page, 'Bevel, ')
    await expectAccessible(page, 'A practice plate laid out')
    await page.close()
  })
})

const LONG = "Tamsin's long"

describe('a two-plate trial', () => {
  it('is laid out from the torch, and its answer goes into the chart of the torch', async () => {
    const page = await openPage(browser, `${server.url}/rig`)
    await press(page, LONG)
    await press(page, 'Two-plate trial: what is this tip best for?')
    await see(page, 'What to expect of each')
    await type(page, 'Thinner plate', '3/8 in')
    await type(page, 'Thicker plate', '3/4 in')
    await type(page, 'Tip', '0.052 in')
    await type(page, 'Oxygen', '42 psi')
    await type(page, 'Fuel', '14 psi')
    // past the limit nothing is laid out, and why is told
    await see(page, 'can explode by itself')
    await type(page, 'Fuel', '6 psi')
    await expectAccessible(page, 'A two-plate trial')
    await press(page, 'Lay out the trial')
    await see(page, 'Two plates, one setting')
    const batchId = new URL(page.url()).pathname.split('/')[2] ?? ''
    const { pieces } = (await server.call('GET', `/api/batches/${batchId}`)).json as Batch
    expect(pieces).toHaveLength(2)
    for (const [i, { piece }] of pieces.entries())
      expect(
        await server.call(
          'POST',
          '/api/log',
          cutCameOut({
            id: crypto.randomUUID(),
            pieceId: piece.id,
            at: new Date().toISOString(),
            used: {
              tipOrifice: '0.052 in',
              oxygenPressure: '42 psi',
              fuelPressure: '6 psi',
              travelSpeed: '',
              preheat: '',
            },
            slag: i === 0 ? 'falls-off' : 'one-tap',
          }),
        ),
      ).toMatchObject({ status: 201 })
    await page.reload()
    await see(page, 'Best on 3/8 in; it does the other too')
    await expectAccessible(page, 'A trial with its answer')
    await press(page, `Put 3/8 in to 3/4 in into the chart of ${LONG}`)
    await see(page, `It stands in the chart of ${LONG}`)
    const torches = (await server.call('GET', '/api/torches')).json as readonly Torch[]
    const rows = torches.find((t) => t.name === LONG)?.rig.chart ?? []
    expect(rows.filter((r) => r.thicknessMin === '3/8 in' && r.thicknessMax === '3/4 in')).toHaveLength(1)
    await page.close()
  })
})
