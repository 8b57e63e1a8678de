/**
 * Proves every combination of the method rows that touch the line (cylinder order, turns of acetylene and of other
 * fuels, one gas at a time, hose purge, screws at the end, setting, lighting of both kinds, fuel valve, shutting,
 * bleeding) × six fuels × six rigs × the whole procedure and every break, then kills the server fifty times in a run.
 * It takes some minutes; the tests hold a set of the combinations that covers every three choices, and fewer kills.
 */
import { spawn, spawnSync } from 'node:child_process'
import { join, resolve } from 'node:path'
import { FUEL_IDS, type FuelId } from '#core/gas/fuels.ts'
import { judgeEveryMethod } from '#core/line/every-method.ts'

/** Turns × lighting × order × one at a time × purge × screws × setting × fuel valve × shutting × bleeding, on six rigs. */
const COMBINATIONS = 3 * 2 * 2 * 2 * 3 * 2 * 2 * 2 * 4 * 3 * 6
/** The whole, and two of each break: relight only when lit, attachments only where there is one. */
const LISTS = (COMBINATIONS / 6) * (6 * 12 + 4 * 2)

const say = (line: string) => process.stdout.write(`${line}\n`)

/** Proves one fuel here; false when a combination is missing. */
function prove(fuel: FuelId): boolean {
  const began = performance.now()
  const { combinations, lists } = judgeEveryMethod(fuel)
  const whole = combinations === COMBINATIONS && lists === LISTS
  const seconds = Math.round((performance.now() - began) / 1000)
  say(
    `${fuel}: ${combinations} combinations, ${lists} lists free of hazards, ${seconds} s${whole ? '' : `; ${COMBINATIONS} and ${LISTS} were expected`}`,
  )
  return whole
}

/** Proves some fuels in a process of their own, so that two of them share the work. */
const apart = (fuels: readonly FuelId[]): Promise<boolean> =>
  new Promise((done) => {
    spawn(process.execPath, [...process.execArgv, process.argv[1] ?? '', ...fuels], {
      stdio: 'inherit',
    }).once('close', (code) => done(code === 0))
  })

const asked = process.argv.slice(2).map((name) => {
  const fuel = FUEL_IDS.find((f) => f === name)
  if (!fuel) throw new Error(`${name} is not a fuel`)
  return fuel
})
const half = Math.ceil(FUEL_IDS.length / 2)
const proved =
  asked.length > 0
    ? asked.map(prove)
    : await Promise.all([apart(FUEL_IDS.slice(0, half)), apart(FUEL_IDS.slice(half))])
/** The server, killed at fifty random moments of a run: nothing that it confirmed is lost. */
function killed(): boolean {
  const root = resolve(import.meta.dirname, '..')
  const vitest = join(root, 'node_modules', '.bin', 'vitest')
  return (
    spawnSync(vitest, ['run', '--project', 'server', 'server/crash.test.ts'], {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, WIMBLE_KILLS: '50' },
    }).status === 0
  )
}
// fuels by name are asked of a process that this one began, or by somebody who wants only those
process.exitCode = proved.every(Boolean) && (asked.length > 0 || killed()) ? 0 : 1
