import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { findChromium } from './chromium.ts'

const ROOT = resolve(import.meta.dirname, '..')
const BIN = join(ROOT, 'node_modules', '.bin')

interface Tally {
  passed: number
  failed: number
}
const tally: Tally = { passed: 0, failed: 0 }
const say = (line: string) => process.stdout.write(`${line}\n`)

/** Runs a program of the project and passes its output on. */
function run(command: string, args: readonly string[], env: Record<string, string> = {}): Promise<number> {
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    child.once('error', () => done(127))
    child.once('close', (code) => done(code ?? 1))
  })
}

/** One command of apt; whether it went through. */
function apt(...args: string[]): boolean {
  const [command = '', ...rest] = [...(process.getuid?.() === 0 ? [] : ['sudo', '-n']), 'apt-get', ...args]
  return (
    spawnSync(command, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0
  )
}

/** Debian's chromium for the stories, by apt when it is not there: without its window where that is to be had. */
function ensureChromium(): boolean {
  if (findChromium() !== undefined) return true
  say('Installing chromium for the browser stories.')
  if (!apt('update', '-qq')) return false
  for (const name of ['chromium-headless-shell', 'chromium'])
    if (apt('install', '-y', '-qq', name) && findChromium() !== undefined) return true
  return false
}

/** One check that passes or fails as a whole. */
async function check(name: string, command: string, ...args: string[]): Promise<void> {
  const code = await run(join(BIN, command), args)
  if (code === 0) tally.passed += 1
  else tally.failed += 1
  say(`${code === 0 ? 'passed' : 'FAILED'}: ${name}`)
}

/** Tests of some rooms, counted one by one from the runner's own report. */
async function tests(name: string, projects: readonly string[]): Promise<void> {
  const report = join(mkdtempSync(join(tmpdir(), 'wimble-test-')), 'report.json')
  const code = await run(join(BIN, 'vitest'), [
    'run',
    ...projects.flatMap((p) => ['--project', p]),
    '--reporter=dot',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ])
  if (!existsSync(report)) {
    tally.failed += 1
    say(`FAILED: ${name} did not run`)
    return
  }
  const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(report, 'utf8')) as {
    numPassedTests: number
    numFailedTests: number
  }
  tally.passed += numPassedTests
  // a runner that fails although no test does (a file that does not load) is a failure all the same
  tally.failed += numFailedTests + (code !== 0 && numFailedTests === 0 ? 1 : 0)
  say(`${name}: ${numPassedTests} passed, ${numFailedTests} failed`)
}

const ROOMS = ['core', 'contract', 'application', 'server', 'web', 'bin']

async function checks(): Promise<void> {
  await check('types', 'tsc', '-b')
  await check('lint', 'eslint', '.')
  await check('formatting', 'prettier', '--check', '--log-level', 'warn', '.')
  await check(
    'arrows between the rooms',
    'depcruise',
    ...ROOMS,
    'e2e',
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'err',
  )
  await check('nothing unused', 'knip')
}

// stories wait for their browsers now and then: the checks take what is left of the machine meanwhile
await tests(ROOMS.join(', '), ROOMS)
if (ensureChromium()) await Promise.all([checks(), tests('browser stories', ['e2e'])])
else {
  tally.failed += 1
  say('FAILED: chromium is not there and could not be installed with apt')
  await checks()
}
say(`${tally.passed} passed, ${tally.failed} failed`)
process.exit(tally.failed === 0 ? 0 : 1)
