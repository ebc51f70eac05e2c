import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          testTimeout: 20_000,
          include: [
            'core/src/**/*.test.ts',
            'contract/src/**/*.test.ts',
            'demo/**/*.test.ts',
            'web/src/**/*.test.ts',
          ],
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/src/**/*.test.ts', 'stand-ins/src/**/*.test.ts', 'scripts/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 60_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
})
