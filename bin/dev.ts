import { spawn } from 'node:child_process'
import { join, resolve } from 'node:path'
import { createServer } from 'vite'
import { fillDemo } from '../server/demo/demo.ts'
import { startSimulator } from '../server/instruments/simulator.ts'
import { startServer } from '../server/start.ts'
import { openStore } from '../server/store.ts'

const ROOT = resolve(import.meta.dirname, '..')
const API_PORT = 4311
const DATA = join(ROOT, 'data', 'dev')

/** Pages with hot reload, and the API in a process that starts again at each change of its files. */
if (process.argv.includes('--api')) {
  const bench = await startSimulator()
  await startServer({
    port: API_PORT,
    data: DATA,
    version: 'dev',
    instruments: bench.port,
    fill: (db) => fillDemo(openStore(db), new Date()),
  })
} else {
  spawn(
    process.execPath,
    [
      join(ROOT, 'node_modules', 'tsx', 'dist', 'cli.mjs'),
      'watch',
      '--clear-screen=false',
      import.meta.filename,
      '--api',
    ],
    { stdio: 'inherit' },
  )
  const vite = await createServer({
    configFile: join(ROOT, 'web', 'vite.config.ts'),
    server: {
      port: 4310,
      proxy: {
        '/api': {
          target: `http://localhost:${API_PORT}`,
          changeOrigin: true,
          headers: { origin: `http://localhost:${API_PORT}` },
        },
      },
    },
  })
  await vite.listen()
  vite.printUrls()
}
