import { defineConfig } from 'vitest/config'

/** Tests with one mariadbd for all of them. */
const withDatabase = (name: string, include: string[]) => ({
  test: {
    name,
    isolate: false,
    setupFiles: 'core/test/seeded.ts',
    include,
    globalSetup: 'server/test/globalSetup.ts',
    fileParallelism: false,
    testTimeout: 900_000,
    hookTimeout: 900_000,
  },
})

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          // One process for all files: each of its own would read everything anew, a third of the time in all.
          isolate: false,
          setupFiles: 'core/test/seeded.ts',
          // Long enough for a machine that does other work beside it: nothing here waits for a clock.
          testTimeout: 900_000,
          include: [
            'core/src/**/*.test.ts',
            'contract/src/**/*.test.ts',
            'demo/**/*.test.ts',
            'web/*.test.ts',
            'web/src/**/*.test.ts',
            'words/src/**/*.test.ts',
          ],
        },
      },
      withDatabase('server', ['server/src/**/*.test.ts', 'stand-ins/src/**/*.test.ts']),
      withDatabase('scripts', ['scripts/**/*.test.ts']),
    ],
  },
})
