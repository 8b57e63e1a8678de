import { spawnSync } from 'node:child_process'
import { join, resolve } from 'node:path'

export const ROOT = resolve(import.meta.dirname, '..')
/** Runs one of the commands as a process of its own, to its end. */
export const run = (
  program: string,
  args: readonly string[],
  options: { input?: string; env?: Record<string, string> } = {},
) => {
  const done = spawnSync(process.execPath, [join(ROOT, 'bin', program), ...args], {
    encoding: 'utf8',
    input: options.input ?? '',
    env: { ...process.env, ...options.env },
    timeout: 60_000,
  })
  return { code: done.status, out: done.stdout, err: done.stderr }
}
/** What a command printed. */
export const json = (text: string) => JSON.parse(text) as unknown
