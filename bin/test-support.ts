import { spawnSync } from 'node:child_process'
import { join, resolve } from 'node:path'
import { commandLine } from './command-line.ts'
import { stream } from './io.ts'

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
/** Runs a command of the command line here, without a process of its own. */
export async function wimbleHere(args: readonly string[], input = '') {
  const was = { ...stream }
  let [out, err] = ['', '']
  stream.out = (text) => (out += text)
  stream.err = (text) => (err += text)
  stream.input = () => input
  try {
    const code = await commandLine(args)
    return { code, out, err }
  } finally {
    Object.assign(stream, was)
  }
}
/** What a command printed. */
export const json = (text: string) => JSON.parse(text) as unknown
