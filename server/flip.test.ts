import { copyFileSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import pino from 'pino'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { seeded } from '#core/seeded.ts'
import { damagedRows } from './audit.ts'
import { fillDemo } from './demo/demo.ts'
import { logIn, CannotStart, openLog } from './folder.ts'
import { startServer } from './start.ts'
import { openStore } from './store.ts'
import { tempFolder, THREADS } from './test-support.ts'

const FLIPS = 24
const LISTS = [
  '/api/today',
  '/api/jobs',
  '/api/log',
  '/api/log?q=paddle',
  '/api/log?kind=braze',
  '/api/tests',
  '/api/torches',
  '/api/gear',
  '/api/people',
  '/api/settings',
  '/api/records',
  '/api/chart',
  '/api/damage',
]

let made: string
beforeAll(() => {
  made = tempFolder()
  const book = openLog(made, { fill: (db) => fillDemo(openStore(db), new Date()) })
  book.close()
})
afterAll(() => rmSync(made, { recursive: true, force: true }))

/** What becomes of a start and of every list when one byte of the log has been flipped. */
async function flipped(at: number, bit: number): Promise<string> {
  const data = tempFolder()
  mkdirSync(data, { recursive: true })
  const bytes = readFileSync(logIn(made))
  bytes[at] = (bytes[at] ?? 0) ^ (1 << bit)
  writeFileSync(logIn(data), bytes)
  copyFileSync(join(made, 'book.json'), join(data, 'book.json'))
  try {
    const running = await startServer({
      port: 0,
      data,
      version: 'test',
      threads: THREADS,
      log: pino({ level: 'silent' }),
    })
    try {
      const answers = await Promise.all(
        LISTS.map(async (path) => {
          const { status } = await fetch(`http://127.0.0.1:${running.port}${path}`)
          return status === 200 ? '' : `${path} ${status}`
        }),
      )
      const failed = answers.filter((a) => a !== '')
      if (failed.length > 0) return failed.join(', ')
      return [...damagedRows(running.db)].flat().length > 0 ? 'left out' : 'served'
    } finally {
      await running.stop()
    }
  } catch (error) {
    if (error instanceof CannotStart) return 'refused'
    throw error
  } finally {
    rmSync(data, { recursive: true, force: true })
  }
}

it(`serves every list, or refuses in a sentence, whichever of its bytes was flipped: ${FLIPS} of them`, async () => {
  const random = seeded(24)
  const size = readFileSync(logIn(made)).length
  const became = new Map<string, number>()
  for (let i = 0; i < FLIPS; i++) {
    const at = Math.floor(random() * size)
    const result = await flipped(at, Math.floor(random() * 8))
    expect(['served', 'left out', 'refused'], `byte ${at}`).toContain(result)
    became.set(result, (became.get(result) ?? 0) + 1)
  }
  // most of a log is what was written: a flip there is found
  expect(became.get('left out') ?? 0).toBeGreaterThan(FLIPS / 6)
})
