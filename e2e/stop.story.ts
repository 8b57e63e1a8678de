import { describe, expect, it } from 'vitest'
import { pieceNamed } from '../server/test-support.ts'
import { expectAccessible, openPage, press, see, station, until } from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()

const gone = (words: string) => !document.body.innerText.includes(words)

describe('a stop', () => {
  it('stands in the drawing’s place, offers no run, and leads to another plan', async () => {
    const { id, jobId } = await pieceNamed(server, 'Stainless foot')
    const page = await openPage(browser, `${server.url}/jobs/${jobId}/${id}`)
    await see(page, 'Does not cut with oxygen')
    await until(page, gone, 'Run this cut')
    expect(await station(page, 'flame')).toContain('not lit')
    expect(await page.evaluate(gone, 'Steps, gas, sheets')).toBe(true)
    await expectAccessible(page, 'A stop')
    await press(page, 'Braze it instead')
    await see(page, 'Run this braze')
    expect(new URL(page.url()).pathname).not.toContain(id)
    await page.close()
  })
  it('stays until the gear that it wants is said to be fitted', async () => {
    const { id, jobId } = await pieceNamed(server, 'Packing plates, 8 mm')
    const { draft } = (await server.call('GET', `/api/pieces/${id}`)).json as {
      draft: { work: object; rig: object }
    }
    const made = crypto.randomUUID()
    const steep = {
      ...draft,
      torchId: null,
      work: { ...draft.work, shape: 'bevel', bevel: '60 deg', thickness: '1/2 in' },
      rig: { ...draft.rig, handling: 'hand', tipOrifice: '', guide: 'none' },
    }
    await server.call('POST', '/api/pieces', { id: made, jobId, title: 'Steep bevel', draft: steep })
    const page = await openPage(browser, `${server.url}/jobs/${jobId}/${made}`)
    await see(page, 'Too steep for a hand')
    await press(page, 'To fit: A track machine')
    await see(page, 'It is fitted')
    await see(page, 'Too steep for a hand')
    await expectAccessible(page, 'Gear to fit')
    await page.reload()
    await press(page, 'It is fitted')
    await until(page, gone, 'Too steep for a hand')
    await see(page, 'Run this cut')
    await page.close()
  })
})
