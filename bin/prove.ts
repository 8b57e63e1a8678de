/**
 * Proves the whole procedure by every combination of the method rows that touch the line × six fuels × six rigs, and
 * every way out from every place that a run can reach on each of them, or a batch of each ordered pair of pieces; then
 * kills the server fifty times in a run. It takes some minutes; the tests hold a set of the combinations that covers
 * every three choices, some of the pairs, and fewer kills.
 */
import { spawn, spawnSync } from 'node:child_process'
import { join, resolve } from 'node:path'
import { FUEL_IDS, type FuelId } from '#core/gas/fuels.ts'
import { USUAL_LINE_METHODS } from '#core/line/methods.ts'
import {
  batchPairs,
  judgeBatch,
  judgeBatches,
  judgeEveryMethod,
  searchPairs,
  searchEveryRig,
} from '#core/line/every-method.ts'

const say = (line: string) => process.stdout.write(`${line}\n`)

/** Seeded batches by seeded methods, for each fuel. */
const BATCHES = 100_000

/** Proves one fuel here; throws at the first combination that is refused, or place that cannot be left. */
function prove(fuel: FuelId): boolean {
  const began = performance.now()
  const combinations = judgeEveryMethod(fuel)
  for (const pair of batchPairs()) judgeBatch(fuel, pair, USUAL_LINE_METHODS)
  const batches = judgeBatches(fuel, 1, BATCHES)
  const [rigs, pairs] = [searchEveryRig(fuel), searchPairs(fuel)]
  const [places, ways] = [rigs.places + pairs.places, rigs.ways + pairs.ways]
  say(
    `${fuel}: ${combinations} combinations and ${batches} batches of two to four free of hazards; ${ways} ways out from ${places} places, of single pieces and of each ordered pair; ${Math.round((performance.now() - began) / 1000)} s`,
  )
  return combinations > 0 && ways > places
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
