import { createHash } from 'node:crypto'
import { cpSync, existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { InlineConfig } from 'vite'
import { pagesFolder, threadsFolder } from '../server/built.ts'

/** Something built from sources: when none of them has changed, it is not built again. */
interface Target {
  readonly what: string
  readonly sources: readonly string[]
  readonly folder: string
  readonly config: InlineConfig
  /** What else belongs beside it. */
  readonly after?: () => void
}

function hashInto(hash: ReturnType<typeof createHash>, path: string): void {
  if (statSync(path).isDirectory()) {
    for (const name of readdirSync(path).sort()) hashInto(hash, join(path, name))
  } else if (!/\.test\.tsx?$/.test(path)) hash.update(path).update(readFileSync(path))
}

const stampOf = (target: Target): string => join(target.folder, '.built-from')

/** What the sources are now. */
function sourcesOf(root: string, target: Target): string {
  const hash = createHash('sha256')
  for (const source of target.sources) hashInto(hash, join(root, source))
  return hash.digest('hex')
}

/** Whether it was made from sources as they are given. */
const isBuilt = (target: Target, want: string): boolean =>
  existsSync(stampOf(target)) && readFileSync(stampOf(target), 'utf8') === want

async function ensure(root: string, target: Target, say: (line: string) => void): Promise<void> {
  const want = sourcesOf(root, target)
  if (isBuilt(target, want)) return
  say(`Building the ${target.what}.`)
  // loaded only when there is something to build: a start without it takes half the time
  const { build } = await import('vite')
  // a test runner that asks for the pages has set this to something else, which would build React's slow half
  const before = process.env['NODE_ENV']
  process.env['NODE_ENV'] = 'production'
  try {
    await build({ ...target.config, logLevel: 'warn' })
  } finally {
    if (before === undefined) delete process.env['NODE_ENV']
    else process.env['NODE_ENV'] = before
  }
  target.after?.()
  writeFileSync(stampOf(target), want)
}

function threads(root: string): Target {
  const folder = threadsFolder(root)
  const thread = (name: string) => join(root, 'server', 'workers', `${name}.ts`)
  return {
    what: 'threads',
    sources: ['server', 'core', 'contract', 'application', 'package-lock.json'],
    folder,
    config: {
      configFile: false,
      root,
      ssr: { noExternal: true, external: ['better-sqlite3'] },
      build: {
        ssr: true,
        rolldownOptions: {
          input: [thread('read'), thread('haul')],
          // all in one folder, where the migrations are looked for
          output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
        },
        outDir: folder,
        emptyOutDir: true,
        minify: false,
      },
    },
    after: () =>
      cpSync(join(root, 'server', 'db', 'migrations'), join(folder, 'migrations'), { recursive: true }),
  }
}

/** Where the server's threads are built, when they were made from the sources as they are. */
export function builtThreads(root: string): string | undefined {
  const target = threads(root)
  return existsSync(stampOf(target)) && isBuilt(target, sourcesOf(root, target)) ? target.folder : undefined
}

/** Builds the server's threads unless what stands in `dist` was made from these very sources. `say` is told when it begins. */
export const ensureThreads = (root: string, say: (line: string) => void): Promise<void> =>
  ensure(root, threads(root), say)

/** Builds the pages and the threads unless what stands in `dist` was made from these very sources. */
export async function ensureBuilt(root: string, say: (line: string) => void): Promise<void> {
  await ensure(
    root,
    {
      what: 'pages',
      sources: ['web', 'core', 'contract', 'application', 'package-lock.json'],
      folder: pagesFolder(root),
      config: { configFile: join(root, 'web', 'vite.config.ts') },
    },
    say,
  )
  await ensureThreads(root, say)
}
