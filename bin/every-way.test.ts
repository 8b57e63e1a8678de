/**
 * Every combination of the method rows that touch the line (cylinder order, turns of acetylene and of other fuels, one
 * gas at a time, hose purge, screws at the end, setting, lighting of both kinds, fuel valve, shutting, bleeding) × six
 * fuels × four kinds of torch, with and without check valves and nitrogen × the whole procedure and every break.
 */
import { execFile } from 'node:child_process'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { describe, expect, it } from 'vitest'
import { ROOT } from './test-support.ts'

/** Turns × lighting × order × one at a time × purge × screws × setting × fuel valve × shutting × bleeding, on six rigs. */
const WAYS = 3 * 2 * 2 * 2 * 3 * 2 * 2 * 2 * 4 * 3 * 6
/** The whole, and two of each break: relight only when lit, attachments only where there is one. */
const LISTS = (WAYS / 6) * (6 * 12 + 4 * 2)

describe.concurrent('every way of leading the line', () => {
  it.each([
    ['acetylene', 'propane', 'hydrogen'],
    ['propylene', 'natural-gas', 'mps'],
  ])(
    'is free of hazards: %s, %s, %s',
    async (...fuels) => {
      const run = promisify(execFile)
      const { stdout } = await run(process.execPath, [join(ROOT, 'bin', 'every-way.cjs'), ...fuels])
      const said = stdout
        .trim()
        .split('\n')
        .map((text) => JSON.parse(text) as unknown)
      expect(said).toEqual(
        fuels.map((fuel) => ({ fuel, ways: WAYS, lists: LISTS, seconds: expect.any(Number) as unknown })),
      )
    },
    600_000,
  )
})
