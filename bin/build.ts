import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** What the pages are made of: when none of it has changed, they are not built again. */
const SOURCES = ['web', 'core', 'contract', 'application', 'package-lock.json']

function hashInto(hash: ReturnType<typeof createHash>, path: string): void {
  if (statSync(path).isDirectory()) {
    for (const name of readdirSync(path).sort()) hashInto(hash, join(path, name))
  } else if (!path.endsWith('.test.ts')) hash.update(path).update(readFileSync(path))
}

/** Builds the pages unless what stands in `dist` was made from these very sources. `say` is told when it begins. */
export async function ensureBuilt(root: string, say: (line: string) => void): Promise<void> {
  const hash = createHash('sha256')
  for (const source of SOURCES) hashInto(hash, join(root, source))
  const want = hash.digest('hex')
  const stamp = join(root, 'dist', 'web', '.built-from')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === want) return
  say('Building the pages.')
  // loaded only when there is something to build: a start without it takes half the time
  const { build } = await import('vite')
  // a test runner that asks for the pages has set this to something else, which would build React's slow half
  const before = process.env['NODE_ENV']
  process.env['NODE_ENV'] = 'production'
  try {
    await build({ configFile: join(root, 'web', 'vite.config.ts'), logLevel: 'warn' })
  } finally {
    if (before === undefined) delete process.env['NODE_ENV']
    else process.env['NODE_ENV'] = before
  }
  writeFileSync(stamp, want)
}
