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

const FLIPS = 20
/** Flips that are aimed at what a line of the log says, and how such a line begins. */
const AIMED = 4
/** Lines that agree so far are one. */
const SAME = 300
const LINE = '{"kind":"cut","used":{"tipOrifice":{"text":"'
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

/** What becomes of a start and of every list when one byte of the log has been flipped, wherever it stands. */
async function flipped(places: readonly number[], bit: number): Promise<string> {
  const data = tempFolder()
  mkdirSync(data, { recursive: true })
  const bytes = readFileSync(logIn(made))
  for (const at of places) bytes[at] = (bytes[at] ?? 0) ^ (1 << bit)
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
  for (let i = 0; i < FLIPS; i++) {
    const at = Math.floor(random() * size)
    const result = await flipped([at], Math.floor(random() * 8))
    expect(['served', 'left out', 'refused'], `byte ${at}`).toContain(result)
  }
})

it(`finds a flip in what was written: ${AIMED} of them`, async () => {
  const bytes = readFileSync(logIn(made))
  const starts: number[] = []
  for (let at = bytes.indexOf(LINE); at >= 0; at = bytes.indexOf(LINE, at + 1)) starts.push(at)
  expect(starts.length).toBeGreaterThan(AIMED)
  for (let i = 0; i < AIMED; i++) {
    const start = starts[Math.floor((i * starts.length) / AIMED)] ?? 0
    // a page that was let go may still hold the same line: the one that counts is among its copies
    const line = bytes.subarray(start, start + SAME)
    const copies = starts.filter((s) => bytes.subarray(s, s + SAME).equals(line))
    expect(
      await flipped(
        copies.map((s) => s + LINE.length),
        1,
      ),
      `bytes ${copies.join(', ')}`,
    ).toBe('left out')
  }
})
