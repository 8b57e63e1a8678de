import { resolve } from 'node:path'
import { build } from 'vite'
import { describe, expect, it } from 'vitest'
import { openPage } from './browser.ts'
import { browser, openStory, server } from './story.ts'

openStory()

/** The page that draws everything, in one piece. */
async function everyDrawing(): Promise<string> {
  const built = await build({
    configFile: false,
    logLevel: 'silent',
    oxc: { jsx: { runtime: 'automatic', development: false } },
    define: { 'process.env.NODE_ENV': '"production"' },
    build: {
      write: false,
      lib: {
        entry: resolve(import.meta.dirname, 'drawings', 'every.tsx'),
        formats: ['iife'],
        name: 'drawings',
      },
    },
  })
  const [output] = Array.isArray(built) ? built : [built]
  const chunk = output && 'output' in output ? output.output[0] : undefined
  if (chunk?.type !== 'chunk') throw new Error('nothing was built')
  return chunk.code
}

describe('every drawing', () => {
  it.each([
    ['desk', 1280, 800],
    ['phone', 390, 844],
  ] as const)(
    'has no word on another, none outside it and none under 14 px, whatever is drawn, on a %s',
    async (where, width, height) => {
      const page = await openPage(browser, server.url)
      await page.setViewport({ width, height })
      await page.evaluate(await everyDrawing())
      const { drawn, faults } = (await page.evaluate(`checkDrawings('${where}')`)) as {
        drawn: number
        faults: readonly string[]
      }
      expect(drawn).toBeGreaterThan(500)
      expect([...new Set(faults)]).toEqual([])
      await page.close()
    },
  )
})
