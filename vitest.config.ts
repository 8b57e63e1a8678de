import { defineConfig } from 'vitest/config'

const room = (name: string) => ({
  test: { name, include: [`${name}/**/*.test.ts`], environment: 'node' as const, testTimeout: 30_000 },
})

export default defineConfig({
  test: {
    projects: [
      room('core'),
      room('contract'),
      room('server'),
      room('web'),
      room('bin'),
      {
        test: {
          name: 'e2e',
          include: ['e2e/**/*.story.ts'],
          environment: 'node',
          testTimeout: 60_000,
          hookTimeout: 60_000,
          globalSetup: ['e2e/global-setup.ts'],
        },
      },
    ],
  },
})
