import { resolve } from 'node:path'
import { ensureThreads } from './build.ts'

/** The tests of the server begin its threads from what is built. */
export default async function setup(): Promise<void> {
  await ensureThreads(resolve(import.meta.dirname, '..'), () => undefined)
}
