import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PDFDocument } from 'pdf-lib'
import type { Page } from 'puppeteer-core'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import type { WorkDraft } from '#contract/schemas.ts'
import type { Piece } from '#contract/types.ts'
import { pieceNamed } from '../server/test-support.ts'
import {
  choose,
  expectAccessible,
  giveFile,
  openPage,
  pressByKey,
  see,
  station,
  type,
  until,
} from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()
let page: Page
let jobId: string
let pieceId: string
const saved = mkdtempSync(join(tmpdir(), 'wimble-saved-'))
beforeAll(async () => {
  ;({ id: pieceId, jobId } = await pieceNamed(server, 'Gusset, lower mitre post'))
  page = await openPage(browser, `${server.url}/jobs/${jobId}/${pieceId}`)
  const session = await page.createCDPSession()
  await session.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: saved })
  await see(page, 'To scale')
})

const figures = (label: string, text: string) =>
  until(
    page,
    (l: string, t: string) => document.querySelector(`[aria-label="${l}"]`)?.textContent?.includes(t),
    label,
    text,
  )
const toScale = (text: string) => figures('The cut, to scale', text)
const stored = () => until(page, () => !document.body.innerText.includes('keeping'))
const work = async () =>
  ((await server.call('GET', `/api/pieces/${pieceId}`)).json as Piece).draft.work as WorkDraft
/** A file that the page has saved, as soon as it is there. */
const savedFile = (ending: string): Promise<Buffer> =>
  vi.waitFor(() => {
    const files = readdirSync(saved)
    const name = files.find((f) => f.endsWith(ending))
    const bytes = name === undefined ? undefined : readFileSync(join(saved, name))
    // its name is there, empty, before what is in it
    if (!bytes || bytes.length === 0 || files.some((f) => f.endsWith('.crdownload')))
      throw new Error(`no ${ending} was saved`)
    return bytes
  }, 30_000)
describe('a bevel', () => {
  it('is spoken from square or from the plate, and shows its face and which edge stays sharp', async () => {
    await choose(page, 'Surface', 'Clean')
    await choose(page, 'Kind of cut', 'Bevel')
    await type(page, 'Thickness', '20 mm')
    await toScale('29/32 in')
    await see(page, 'Which edge stays sharp')
    await type(page, 'Bevel', '60 deg')
    await see(page, 'Too steep for a hand')
    await pressByKey(page, 'from the plate')
    await toScale('29/32 in')
    await pressByKey(page, 'Over the scrap')
    await see(page, "The part's top edge is the weak one")
    await expectAccessible(page, 'bevel')
  })
})

describe('round cuts', () => {
  it('give the arm of a hole, its pierce and what drops', async () => {
    await choose(page, 'Kind of cut', 'Hole')
    await see(page, 'Give the diameter.')
    await type(page, 'Diameter', '100 mm')
    await toScale('Circle arm')
    await toScale('pierce here')
    await toScale('Weight of what comes away')
    await pressByKey(page, 'Before the cut')
    await see(page, 'The slug drops straight through')
    await see(page, 'The whole job')
    await pressByKey(page, 'To scale')
  })
  it('give the arm of a disc half a kerf further out, and a slot its way', async () => {
    await choose(page, 'Kind of cut', 'Disc')
    await toScale('Circle arm')
    await choose(page, 'Kind of cut', 'Slot')
    await type(page, 'Length', '200 mm')
    await type(page, 'Width', '40 mm')
    await toScale('Length of the cut')
    await choose(page, 'Kind of cut', 'Pierce only')
    await toScale('pierce, at most')
  })
  it('print a template at its true size, with a bar to check', async () => {
    await choose(page, 'Kind of cut', 'Hole')
    await pressByKey(page, 'Template, full size (Letter)')
    const pdf = await PDFDocument.load(await savedFile('.pdf'))
    expect(pdf.getPageCount()).toBe(1)
    const { width, height } = pdf.getPage(0).getSize()
    expect([Math.round(width), Math.round(height)]).toEqual([612, 792])
  })
})

describe('strips, fasteners, pipes and sections', () => {
  it('number the cuts of strips from both sides and count them in the plate', async () => {
    await choose(page, 'Kind of cut', 'Strips')
    await type(page, 'Length', '400 mm')
    await type(page, 'Strip width', '60 mm')
    await type(page, 'How many', '4')
    await type(page, 'Plate width', '300 mm')
    await toScale('Pieces from the stock')
    await see(page, 'Strips bow')
  })
  it('slice a rivet off in layers without touching the plate', async () => {
    await choose(page, 'Kind of cut', 'Fastener or rivet')
    await pressByKey(page, 'Rivet')
    await type(page, 'Shank', '20 mm')
    await toScale('plate: not to be touched')
  })
  it('unroll a saddle for its pipe, and say when the branch misses', async () => {
    await choose(page, 'Kind of cut', 'Pipe')
    await type(page, 'Wall', '6 mm')
    await type(page, 'Outside', '114 mm')
    await pressByKey(page, 'Mitre')
    await toScale('a mitre, from the side')
    await pressByKey(page, 'Saddle')
    await see(page, 'Give the diameter.')
    await type(page, 'Run, outside', '80 mm')
    await see(page, 'The branch misses the run')
    await type(page, 'Run, outside', '219 mm')
    await toScale('once round')
  })
  it('give the faces of a channel their order', async () => {
    await choose(page, 'Kind of cut', 'Section or bar')
    await choose(page, 'Section', 'Channel')
    await type(page, 'Depth', '150 mm')
    await type(page, 'Flange', '75 mm')
    await see(page, 'Both flanges first')
  })
  it('put a practice plate together', async () => {
    await choose(page, 'Kind of cut', 'Practice plate')
    await see(page, 'Put at least one cut on the practice plate.')
    await pressByKey(page, 'Add a cut')
    await see(page, 'Take cut 1 out')
    await pressByKey(page, 'Add a cut')
    await see(page, 'Take cut 2 out')
    await choose(page, 'Kind of cut 2', 'Hole')
    await type(page, 'Diameter of cut 2', '50 mm')
    await toScale('Length of the cut')
    await stored()
    expect((await work())?.practice).toHaveLength(2)
    await expectAccessible(page, 'practice plate')
  })
  it('refuse to gouge, and say so', async () => {
    await choose(page, 'Kind of cut', 'Gouge')
    await see(page, 'Gouging is not planned here')
    // and offers no run of it
    await until(page, () => document.querySelector('[data-run]') === null)
  })
})

describe('metals, coats and fuels', () => {
  it('stop at what does not cut, and warm what hardens', async () => {
    await choose(page, 'Kind of cut', 'Straight')
    await choose(page, 'Metal', 'Aluminium')
    await see(page, 'Does not cut with oxygen')
    await choose(page, 'Metal', 'Low-alloy steel')
    await see(page, 'Warm it first, cool it slowly')
    await choose(page, 'Metal', 'Low-carbon steel')
  })
  it('ask for a name under a caution, keep it, and take it back', async () => {
    await choose(page, 'Surface', 'Galvanised')
    await see(page, 'Zinc fume')
    const name = await page.waitForSelector('[aria-label="Cautions"] input')
    await name?.type('Tamsin')
    await pressByKey(page, 'It is so')
    await figures('Cautions', 'Tamsin')
    await stored()
    expect((await work())?.cautions).toMatchObject([{ code: 'surface-galvanised', by: 'Tamsin' }])
    await page.reload()
    await figures('Cautions', 'Tamsin')
    await pressByKey(page, 'Take it back')
    await see(page, 'It is so')
    await choose(page, 'Surface', 'Clean')
  })
  it('stop a rig that is made for another fuel', async () => {
    await choose(page, 'Fuel', 'Propylene')
    await until(page, () =>
      document.querySelector('[data-station="set-fuel"]')?.textContent?.includes('propylene'),
    )
    await pressByKey(page, 'One')
    await see(page, 'Tip for another fuel')
    await pressByKey(page, 'Two')
    await pressByKey(page, 'RM')
    await see(page, 'Hose for acetylene only')
    await pressByKey(page, 'T')
    await choose(page, 'Fuel', 'Acetylene')
    await see(page, 'A two-piece tip is made for the slow fuels')
    await pressByKey(page, 'One')
  })
})

describe('a chart from a table', () => {
  it('offers the good rows and names the line of each fault', async () => {
    await pressByKey(page, '3 rows')
    await see(page, 'From a table')
    const area = await page.waitForSelector('[role=dialog] textarea')
    await area?.type(
      'orifice (in),thicknessMin (in),thicknessMax (in),oxygenPressure (psi),fuelPressure (psi)\n.065,1 1/2,2,46,7\n.07,2,1,44,7\n',
    )
    await see(page, 'Line 3.')
    await pressByKey(page, 'Take the good row')
    await until(page, () => document.querySelectorAll('[role=dialog] li h3').length === 4)
    await expectAccessible(page, 'chart from a table')
    await page.keyboard.press('Escape')
    await see(page, '4 rows')
  })
})

describe('my usual', () => {
  it('is judged for this plate and for every other', async () => {
    await type(page, 'Thickness', '20 mm')
    await pressByKey(page, 'My usual')
    await type(page, 'Oxygen, always', '20 psi')
    await type(page, 'Fuel, always', '6 psi')
    await see(page, 'Your usual is slow here, but will do')
    await see(page, 'The same pair on every plate')
    await type(page, 'Fuel, always', '15 psi')
    await see(page, 'Your usual fuel pressure is past its limit')
    await type(page, 'Fuel, always', '6 psi')
    await type(page, 'Oxygen, always', '43 psi')
    await see(page, 'Your usual is right here')
    await expectAccessible(page, 'my usual')
    expect(await station(page, 'set-oxygen')).toContain('43 psi')
  })
})

const SHOE =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 300 200"><rect width="300" height="200"/><circle cx="80" cy="80" r="30"/></svg>'

describe('an outline from a file', () => {
  it('asks for the unit, shows parts, holes and order, and is taken for the piece', async () => {
    await pressByKey(page, 'To scale')
    await choose(page, 'Kind of cut', 'Outline')
    await pressByKey(page, 'Open a DXF or SVG')
    await see(page, 'Outline from a drawing')
    await giveFile(page, 'shoe.txt', 'nothing')
    await see(page, 'The file should end in .dxf or .svg.')
    await giveFile(page, 'shoe.svg', SHOE)
    await see(page, 'does not say in which unit')
    await pressByKey(page, 'mm')
    await see(page, 'Path, lever down')
    await see(page, '1, 1')
    await expectAccessible(page, 'outline panel')
    await pressByKey(page, 'Save DXF')
    expect((await savedFile('.dxf')).toString()).toContain('CUT_PATH')
    await pressByKey(page, 'Take it for this piece')
    // the sheet shows the same drawing: what counts is the piece's own, behind it
    await until(page, () => document.querySelector('[role=dialog]') === null)
    await figures('The outline from above, to scale', '2')
    await stored()
    expect((await work())?.pierces).toBe('2')
    await page.reload()
    await figures('The outline from above, to scale', '2')
  })
  it('names what is wrong, at its place, and does not take it', async () => {
    await pressByKey(page, 'shoe.svg')
    await giveFile(
      page,
      'open.svg',
      '<svg width="100mm" height="50mm" viewBox="0 0 100 50"><path d="M0 0H80V40"/></svg>',
    )
    await see(page, 'A line does not close')
    await pressByKey(page, 'Show place 1')
    await until(page, () =>
      [...document.querySelectorAll<HTMLButtonElement>('[role=dialog] button')].some(
        (b) => b.textContent === 'Take it for this piece' && b.disabled,
      ),
    )
    await page.keyboard.press('Escape')
  })
})

describe('the bench', () => {
  it('finds out which tip it is, what it is good for and how worn', async () => {
    await page.goto(`${server.url}/bench`)
    await see(page, 'Does steel plate of')
    await pressByKey(page, 'Measured')
    await type(page, 'Bore, measured', '1.2 mm')
    await figures('The tip', '0.047 in')
    await type(page, 'What it should be, if you know', '1.1 mm')
    await see(page, 'Worn: throw it out.')
    await type(page, 'Oxygen at the regulator', '42 psi')
    await see(page, 'the hose takes')
    await until(page, () => document.querySelectorAll('.main-svg .scatterlayer .trace').length >= 4)
    await type(page, 'Keep this tip as', 'Found in a drawer')
    await pressByKey(page, 'Keep')
    await see(page, 'Found in a drawer · 1.2 mm')
    await expectAccessible(page, 'tip finder')
    await type(page, 'Bore, measured', '9 mm')
    await see(page, 'A cutting bore is 0.3 to 4 mm')
  })
  it('works out the least stock, books it, and puts the remnant on the rack', async () => {
    await pressByKey(page, 'Cut list')
    await pressByKey(page, 'Work out the least stock')
    await see(page, 'Give the length.')
    await pressByKey(page, 'Flat 60 × 10, 6000 mm × 4')
    await pressByKey(page, 'Take out stock 1')
    await type(page, 'What it is cut from', 'Flat 60 × 10')
    await type(page, 'Piece 1, length', '1.9 m')
    await type(page, 'Piece 1, how many', '5')
    await pressByKey(page, 'Work out the least stock')
    await see(page, 'so this is the least there is')
    await see(page, '2 bars')
    await expectAccessible(page, 'cut list')
    await page.reload()
    await pressByKey(page, 'Work out the least stock')
    await see(page, '2 bars')
    await pressByKey(page, 'It is cut: book bars and remnants')
    await see(page, 'Booked: bars off the rack, remnants on it.')
    const rack = (await server.call('GET', '/api/stock')).json as { lengthM: number; count: number }[]
    expect(rack.find((s) => s.lengthM === 6)?.count).toBe(2)
    expect(rack.some((s) => Math.abs(s.lengthM - 2.194) < 0.003)).toBe(true)
  })
  it('can be called off', async () => {
    await page.evaluate(() => {
      const pieces = Array.from({ length: 200 }, (_, i) => ({
        length: `${1500 + ((i * 7919) % 997)} mm`,
        count: '1',
      }))
      localStorage.setItem(
        'wimble.form.cut-list',
        JSON.stringify({ stock: [{ length: '6 m', count: '' }], pieces, kerf: '3 mm' }),
      )
    })
    await page.reload()
    await pressByKey(page, 'Work out the least stock')
    await pressByKey(page, 'Call it off')
    await see(page, 'Work out the least stock')
  })
})
