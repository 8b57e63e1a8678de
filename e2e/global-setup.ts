import { resolve } from 'node:path'
import { ensureBuilt } from '../bin/build.ts'

/** The stories run against the built pages. */
export default async function setup(): Promise<void> {
  await ensureBuilt(resolve(import.meta.dirname, '..'), () => undefined)
}
