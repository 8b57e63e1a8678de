import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import type { BrazeDraft } from '#contract/schemas.ts'
import type { Piece, Run } from '#contract/types.ts'
import { pieceNamed, tempFolder } from '../server/test-support.ts'
import {
  choose,
  expectAccessible,
  giveFile,
  named,
  openPage,
  press,
  pressByKey,
  see,
  station,
  type,
  until,
} from './browser.ts'
import { madeFile, sidesOf } from './paper.ts'
import { browser, openStory, server } from './story.ts'

openStory()
let page: Page
beforeAll(async () => {
  page = await openPage(browser, `${server.url}/`)
})

const open = async (title: string) => {
  const { id, jobId } = await pieceNamed(server, title)
  await page.goto(`${server.url}/jobs/${jobId}/${id}`)
  await page.waitForSelector('[aria-label="Findings"]')
  return {
    stored: async () => {
      await until(page, () => !document.body.innerText.includes('keeping'))
      return ((await server.call('GET', `/api/pieces/${id}`)).json as Piece).draft as BrazeDraft
    },
  }
}
const tab = async (name: string) => {
  const found = await named(page, name, 'tab')
  await found.focus()
  await page.keyboard.press('Enter')
}

describe('a copper socket for the glasshouse manifold', () => {
  it('shows the line with the shop’s own chart, the joint, and where the heat gets to', async () => {
    const piece = await open('Branches, 28 mm')
    expect(await station(page, 'set-fuel')).toContain('6 psi your chart')
    await see(page, 'BCuP-2')
    await see(page, 'The heat gets there')
    await expectAccessible(page, 'plan of a braze')
    await type(page, 'Gap, across', '0.2 mm')
    await see(page, 'gap each side 0.004 in cold')
    expect((await piece.stored()).work.clearance).toBe('0.2 mm')
    await type(page, 'Gap, across', 'tight')
    await see(page, 'Not all of it can be read')
    await type(page, 'Gap, across', '0.004 in')
    // a size is found by its outside, begun on the closed field
    const size = await named(page, 'Size', 'combobox')
    await size.focus()
    await page.keyboard.type('7/8')
    await until(page, () =>
      [...document.querySelectorAll('[role=option]')].every((o) => o.textContent?.startsWith('7/8 in')),
    )
    await expectAccessible(page, 'a list that is searched')
    await page.keyboard.press('Escape')
    await tab('Heat')
    await see(page, 'What is at hand')
    await see(page, 'Planned with: good.')
    await see(page, 'What is sold for it')
    await tab('Step by step')
    await see(page, 'From 5 o’clock through 6 and 9 past 12')
    await expectAccessible(page, 'steps of a braze')
  })
  it('tells how a figure was worked out', async () => {
    await tab('The joint')
    await pressByKey(page, 'How it was worked out')
    await see(page, 'Gap each side, at brazing heat')
    await see(page, 'Clearance across')
    await page.keyboard.press('Escape')
    await until(page, () => document.querySelector('[role=dialog]') === null)
  })
})

/** Opens a group of the work, and the box in it. */
const openBox = async () => {
  const torch = await page.waitForSelector('button[data-group="Torch"]')
  if ((await torch?.evaluate((e) => e.getAttribute('aria-expanded'))) !== 'true') await torch?.click()
  const box = await page.waitForSelector(
    '::-p-xpath(//button[contains(., "what is sold") or contains(., "burner")])',
  )
  await box?.click()
  await see(page, 'Every tip, head and fuel-air torch that you have')
}
const shutPanel = async () => {
  await page.keyboard.press('Escape')
  await until(page, () => document.querySelector('[role=dialog]') === null)
}

describe('the box of a van', () => {
  it('is what a joint is planned from, small or large; line, Heat and steps say the same', async () => {
    const piece = await open('Chiller line')
    await openBox()
    for (const [i, orifice] of ['0.028 in', '0.0465 in', '0.0595 in'].entries()) {
      await pressByKey(page, 'Add a burner')
      await type(page, `Orifice of burner ${i + 1}`, orifice)
    }
    await expectAccessible(page, 'the box')
    await shutPanel()
    await see(page, '3 burners')
    expect((await piece.stored()).rig.braze.box.map((b) => b.orifice)).toEqual([
      '0.028 in',
      '0.0465 in',
      '0.0595 in',
    ])
    const chosenFor = async (size: string) => {
      await choose(page, 'Size', size)
      await tab('Heat')
      await see(page, 'What is at hand')
      await until(page, () => document.querySelectorAll('li[aria-current=true]').length === 1)
      const told = await page.$eval('li[aria-current=true]', (e) => e.textContent ?? '')
      const [bore = ''] = /0\.\d+/.exec(told) ?? []
      expect(await station(page, 'tip')).toContain(bore)
      await tab('The joint')
      return bore
    }
    const [small, large] = [
      await chosenFor('3/8 in · ASTM B280 ACR 3/8 straight'),
      await chosenFor('7/8 in · ASTM B280 ACR 7/8 coil or straight'),
    ]
    expect(Number(large)).toBeGreaterThanOrEqual(Number(small))
  })
  it('of a small portable set is told the truth, and helped all the same', async () => {
    await openBox()
    await pressByKey(page, 'Take burner 1 out')
    await pressByKey(page, 'Take burner 1 out')
    await shutPanel()
    await type(page, 'Acetylene cylinder', '40 cu ft')
    await see(page, 'Acetylene cylinder too small')
    const all = await page.waitForSelector('::-p-xpath(//button[starts-with(normalize-space(.), "All ")])')
    await all?.focus()
    await page.keyboard.press('Enter')
    await see(page, 'Ways out: take a')
    await see(page, 'manifold')
    await expectAccessible(page, 'a draw with its ways out')
  })
})

describe('brass on a steel rail', () => {
  it('is started as a braze, laid as a lap, and gets silver filler with its flux', async () => {
    await page.goto(`${server.url}/jobs`)
    await see(page, 'Glasshouse manifold')
    await page.keyboard.press('n')
    await type(page, 'What is it?', 'Plate by the gate')
    const job = await named(page, 'Which job?', 'combobox')
    await job.focus()
    await job.evaluate((e) => (e as HTMLInputElement).select())
    await job.type('Rail')
    await pressByKey(page, 'Braze')
    await pressByKey(page, 'Plan it')
    await see(page, 'Socket, tube in cup')
    await choose(page, 'Joint', 'Lap')
    await choose(page, 'First part', 'Cartridge brass')
    await choose(page, 'Second part', 'Low-carbon steel')
    await type(page, 'Its thickness', '3 mm')
    await see(page, 'FB3-A')
    await until(page, () =>
      /BAg-\d+/.test(document.querySelector('[aria-label="The joint, to scale"]')?.textContent ?? ''),
    )
    await see(page, 'Overlap needed')
  })
})

describe('a pair that is barred', () => {
  it('stops until a reason is written, and keeps it over a reload', async () => {
    const piece = await open('Brass nameplate on the rail')
    await tab('Filler')
    // the cell round the button has its name too
    const use = await named(page, 'Use BCuP-2', 'button')
    await use.focus()
    await page.keyboard.press('Enter')
    await see(page, 'BCuP-2 needs a reason')
    await expectAccessible(page, 'fillers')
    await type(page, 'Your reason', 'Nameplate only, it carries nothing')
    await see(page, 'BCuP-2 by your choice')
    await see(page, 'Your reason: Nameplate only')
    expect((await piece.stored()).work.overrideReason).toBe('Nameplate only, it carries nothing')
    await page.reload()
    await see(page, 'BCuP-2 by your choice')
    await tab('Filler')
    await pressByKey(page, 'Back to the first of the list')
    await until(page, () => !document.body.innerText.includes('by your choice'))
    expect((await piece.stored()).work.filler).toBe('')
  })
})

describe('a cracked bracket', () => {
  it('is preheated as it can give, grooved, and buried', async () => {
    await open('Crack at the boss')
    await see(page, 'It cannot give')
    await see(page, 'buried in dry sand')
    await see(page, 'RBCuZn-C')
    await pressByKey(page, 'Can give')
    await see(page, 'Preheat to 530 °F')
    await tab('Step by step')
    await see(page, 'drill a 3 to 5 mm stop')
    await see(page, 'Bury it in dry sand')
  })
})

describe('a cracked casting', () => {
  it('is warmed through with the head of the box, brazed with its tip, and buried in sand', async () => {
    const { id } = await pieceNamed(server, 'Crack at the boss')
    await open('Crack at the boss')
    await openBox()
    await pressByKey(page, 'Add a burner')
    await type(page, 'Orifice of burner 1', '0.067 in')
    await pressByKey(page, 'Add a burner')
    await choose(page, 'What it is of burner 2', 'Heating head')
    await type(page, 'Orifice of burner 2', '0.0465 in')
    await type(page, 'Ports of burner 2', '8')
    await shutPanel()
    await tab('Step by step')
    await see(page, 'first stage, with the head of 8 ports of 0.0465 in')
    await see(page, 'Bury it in dry sand, lime or vermiculite at once')
    await see(page, 'Last the stop holes')
    await expectAccessible(page, 'the steps of a casting')
    await tab('Heat')
    await see(page, 'What is at hand')
    expect(await page.$eval('li[aria-current=true]', (e) => e.textContent)).toContain('0.067')
    expect(await station(page, 'tip')).toContain('0.067')
    // its run leads the same two stages, and its clock of the sand runs on beside what comes after
    const begun = await server.call('POST', '/api/runs', {
      id: randomUUID(),
      pieceId: id,
      personId: null,
      at: new Date().toISOString(),
    })
    expect(begun.status, JSON.stringify(begun.json)).toBe(201)
    const { steps } = (await server.call('GET', `/api/runs/${(begun.json as Pick<Run, 'id'>).id}`))
      .json as Run
    const at = (text: string) => steps.findIndex((step) => step.act.includes(text))
    const order = ['first stage, with the head of 8 ports', 'Heat a short length', 'Bury it in dry sand'].map(
      at,
    )
    expect(order).toEqual([...order].sort((one, other) => one - other))
    expect(order[0]).toBeGreaterThan(0)
    expect(steps[order[2] ?? -1]?.timer).toMatchObject({ kind: 'carries-on', what: 'Cooling' })
  })
})

describe('a chiller line', () => {
  it('asks for nitrogen and for a name under its caution', async () => {
    await open('Chiller line')
    await see(page, 'Nitrogen before, during and after')
    await see(page, 'The refrigerant is recovered')
    const name = await page.waitForSelector('[aria-label="Cautions"] input')
    await name?.focus()
    await name?.type('Orla')
    await pressByKey(page, 'It is so')
    await see(page, 'Orla,')
    await pressByKey(page, '1 length')
    await see(page, 'Every length from where the nitrogen goes in')
    await pressByKey(page, 'Add a length')
    await see(page, 'Length 2')
    await page.keyboard.press('Escape')
    await until(page, () => document.querySelector('[role=dialog]') === null)
    await see(page, 'Not all of it can be read')
  })
})

describe('forty joints', () => {
  const LIST = [
    'name\tjoint\tmetal\tmetal b\ttube\tcount\tservice',
    'Branches\tsocket\tcopper\t\tEN 1057 28 mm\t24\twater',
    'Header\tsocket\tcopper\t\tEN 1057 54 mm\t6\twater',
    'Tails\tsocket\tcopper\tred-brass\tEN 1057 22 mm\t10\twater',
    'Odd one\tspigot\tcopper\t\tEN 1057 22 mm\t1\twater',
  ].join('\n')
  it('are pasted, batched by filler, and survive a reload; the faulty line is told', async () => {
    await page.goto(`${server.url}/bench/take-off`)
    const field = await page.waitForSelector('textarea')
    await field?.focus()
    // as a paste does it: all at once
    await field?.evaluate((e, text) => {
      const area = e as HTMLTextAreaElement
      Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set?.call(area, text)
      area.dispatchEvent(new Event('input', { bubbles: true }))
    }, LIST)
    await see(page, '40 joints')
    await see(page, 'Line 5.')
    await see(page, 'Fetch from the shelf')
    await expectAccessible(page, 'take-off')
    await page.reload()
    await see(page, '40 joints')
  })
})

describe('which filler', () => {
  it('ranks for two metals, refuses what burns, and knows the trade’s words', async () => {
    await page.goto(`${server.url}/bench/filler`)
    await see(page, 'BCuP-')
    await pressByKey(page, 'Refrigerant')
    await see(page, 'Flux on the outside only')
    await choose(page, 'To', 'Magnesium alloys')
    await see(page, 'Magnesium burns')
    await choose(page, 'To', 'Low-carbon steel')
    await type(page, 'What does the trade mean by', 'silver solder')
    await see(page, 'Not a solder')
    await expectAccessible(page, 'filler finder')
  })
})

describe('the shop’s way', () => {
  it('changes the flame of every copper joint, and the shelf moves a filler up', async () => {
    await page.goto(`${server.url}/settings`)
    await see(page, 'Brazing itself')
    await choose(page, 'Flame on copper', 'Neutral')
    await see(page, 'Rods on the shelf')
    await choose(page, 'Rod 1', 'BCuP-4')
    await expectAccessible(page, 'settings')
    await open('Branches, 28 mm')
    expect(await station(page, 'flame')).toContain('neutral')
    await see(page, 'BCuP-4')
  })
})

describe('the shop’s own brazing tips', () => {
  it('win over what is worked out, but not over the limit of acetylene', async () => {
    const piece = await open('Valve tail')
    await pressByKey(page, '2 tips')
    await see(page, "Tip's orifice")
    const fuel = await page.waitForSelector('[role=dialog] li:nth-of-type(2) input[id]')
    expect(fuel).not.toBeNull()
    await pressByKey(page, 'Add a row')
    await see(page, 'Row 3')
    const fields = await page.$$('[role=dialog] li:nth-of-type(3) input')
    for (const [at, text] of [
      [0, '0.060 in'],
      [1, '0.9 mm'],
      [2, '1.1 mm'],
      [3, '14 psi'],
      [4, '14 psi'],
    ] as const) {
      await fields[at]?.focus()
      await fields[at]?.type(text)
    }
    await page.keyboard.press('Escape')
    await until(page, () => document.querySelector('[role=dialog]') === null)
    await type(page, 'Tip', '0.060 in')
    await see(page, 'Too much acetylene pressure')
    expect(await station(page, 'set-fuel')).toContain('not given')
    await type(page, 'Tip', '0.052 in')
    await until(page, () => !document.body.innerText.includes('Too much acetylene pressure'))
    expect((await piece.stored()).rig.braze.chart).toHaveLength(3)
  })
})

describe('on paper and on a phone', () => {
  it('has the line, the joint, what is carried, the steps and room to sign', async () => {
    await open('Branches, 28 mm')
    const sides = await sidesOf(await madeFile(page, () => press(page, 'Print the plan, or save it as PDF')))
    expect(sides.length).toBeLessThanOrEqual(3)
    // out of the line, the joint's drawing, the kit, the steps, and the foot
    for (const words of [
      'Set oxygen, flowing',
      'gap hot',
      'nitrogen in',
      'Leak solution and brush',
      'Touch the rod at the mouth',
      'Brazed: name, day',
    ])
      expect(sides.join(' ')).toContain(words)
  })
  it('fits a phone without sideways scrolling', async () => {
    await page.setViewport({ width: 390, height: 844 })
    for (const title of ['Crack at the boss', 'Branches, 28 mm']) {
      await open(title)
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    }
    for (const path of ['/bench/filler', '/bench/take-off']) {
      await page.goto(`${server.url}${path}`)
      await see(page, path.endsWith('filler') ? 'Verdict' : '40 joints')
      expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(390)
    }
    await page.setViewport({ width: 1280, height: 800 })
  })
})

describe('a list in a file', () => {
  it('is opened, planned with the shop’s torch, and saved again', async () => {
    await page.goto(`${server.url}/bench/take-off`)
    await giveFile(
      page,
      'list.csv',
      'name,joint,metal,od (mm),wall (mm),depth (mm),count\nTails,socket,copper,22,1,15,7\n',
    )
    await see(page, '7 joints')
    await choose(page, 'Torch', "Orla's handle")
    await choose(page, 'Rod', '1/8 in')
    await until(page, () =>
      document.querySelector('[aria-label="By filler and rod"]')?.textContent?.includes('1/8 in'),
    )
    const folder = tempFolder()
    const session = await page.createCDPSession()
    await session.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: folder })
    await pressByKey(page, 'CSV')
    const text = await vi.waitFor(() => readFileSync(join(folder, 'take-off.csv'), 'utf8'), 10_000)
    expect(text).toContain('rod each (m)')
    expect(text.split('\n')).toHaveLength(2)
  })
})
