/** Where logs lie: the demo's with the program, a shop's own apart from it, so that a newer program finds it. */
import { homedir } from 'node:os'
import { join, resolve } from 'node:path'

export const ROOT = resolve(import.meta.dirname, '..')
export const DEMO_LOG = join(ROOT, 'data', 'demo')
export const OWN_LOG = join(homedir(), 'wimble-log')
