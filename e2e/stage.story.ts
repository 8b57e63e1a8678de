import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import type { Run, Today } from '#contract/types.ts'
import { expectAccessible, openPage, press, see, until } from './browser.ts'
import { begin, heading, runIdOf, tickAll } from './lead.ts'
import { browser, openStory, server } from './story.ts'

const README = readFileSync(resolve(import.meta.dirname, '..', 'README.md'), 'utf8')

openStory()

describe('a single cut by stages', () => {
  it('is led by a practised person from cold to shut down in so many presses as the README says', async () => {
    const page = await openPage(browser, server.url)
    await begin(page, server, 'Gusset, lower mitre post', 'Run this cut')
    let presses = 0
    await press(page, 'By stages')
    await see(page, 'Open and set')
    await expectAccessible(page, 'A stretch of a run')
    while ((await heading(page)) !== 'All steps done') {
      presses += await tickAll(page)
      if ((await heading(page)) === 'All steps done') break
      if (!(await page.$('[data-done]:not([disabled])'))) continue
      presses += 1
      const now = await heading(page)
      await press(page, 'All of it done')
      await until(page, (was: string) => document.querySelector('h1')?.innerText !== was, now)
    }
    expect(presses).toBeLessThanOrEqual(9)
    expect(README).toContain(`${presses} presses beside the ticks`)
    const id = runIdOf(page)
    await until(
      page,
      async (run: string) => {
        const told = (await (await fetch(`/api/runs/${run}`)).json()) as { endedAt: string | null }
        return told.endedAt !== null
      },
      id,
    )
    const run = (await server.call('GET', `/api/runs/${id}`)).json as Run
    // every step was confirmed for itself, and none was left out
    expect(run.events.filter((e) => e.kind === 'done')).toHaveLength(run.steps.length)
    await page.close()
  })
})

describe('a step read aloud', () => {
  it('is said by the device’s own voice once this screen is asked to, its figure with it', async () => {
    const page = await browser.newPage()
    await page.setViewport({ width: 1280, height: 800 })
    await page.evaluateOnNewDocument(() => {
      const told: string[] = []
      Object.assign(window, { told })
      Object.defineProperty(window, 'speechSynthesis', {
        value: {
          getVoices: () => [{ name: 'Here', lang: 'en-GB', localService: true }],
          speak: (u: SpeechSynthesisUtterance) => told.push(u.text),
          cancel: () => undefined,
          addEventListener: () => undefined,
          removeEventListener: () => undefined,
        },
      })
      Object.defineProperty(window, 'SpeechSynthesisUtterance', {
        value: class {
          voice: unknown
          constructor(readonly text: string) {}
        },
      })
    })
    await page.goto(`${server.url}/settings`)
    await see(page, 'Read aloud')
    await press(page, 'Read aloud')
    const { running } = (await server.call('GET', '/api/today')).json as Today
    await page.goto(`${server.url}/run/${running[0]?.id ?? ''}`)
    await page.waitForSelector('h1')
    const act = await heading(page)
    await until(
      page,
      (words: string) => (window as unknown as { told: string[] }).told.some((t) => t.startsWith(words)),
      act,
    )
    await page.close()
  })
})
