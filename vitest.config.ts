import { defineConfig } from 'vitest/config'

const room = (name: string, globalSetup: string[] = []) => ({
  test: {
    name,
    include: [`${name}/**/*.test.{ts,tsx}`],
    environment: 'node' as const,
    testTimeout: 180_000,
    // no test keeps anything in a module: loading the same modules anew for each file would take half the time
    isolate: false,
    globalSetup,
  },
})

export default defineConfig({
  test: {
    // two cores of two: what waits (a browser, a started process) leaves room for what computes
    maxWorkers: '100%',
    projects: [
      room('core'),
      room('contract'),
      room('application'),
      room('server', ['bin/threads-setup.ts']),
      room('web'),
      room('bin', ['bin/threads-setup.ts']),
      {
        test: {
          name: 'e2e',
          include: ['e2e/**/*.story.ts'],
          environment: 'node',
          // a story waits for a browser on whatever machine it gets: only one that hangs runs out of this
          testTimeout: 300_000,
          hookTimeout: 120_000,
          // a machine that is busy with something else may lose a press or a frame once; what is broken fails again
          retry: 1,
          globalSetup: ['e2e/global-setup.ts'],
        },
      },
    ],
  },
})
