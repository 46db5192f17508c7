import { defineConfig } from 'vitest/config'
import { web, webApart } from './web/vitest.projects'

const SEED = `${import.meta.dirname}/vitest.seed.ts`
const isolate = false // pure functions leave nothing behind: what is imported once serves every file of a worker
const testTimeout = 60_000 // no test asserts a speed: a slow machine is no failure

export default defineConfig({
  test: {
    execArgv: ['--max-semi-space-size=64'], // short-lived objects are most of what a test makes: a tenth of its time went into sweeping them
    maxWorkers: '100%', // every core: by default one is left idle, which halves a machine of two
    projects: [
      {
        test: {
          name: 'core',
          root: 'core',
          include: ['src/**/*.test.ts'],
          setupFiles: [SEED],
          testTimeout,
          isolate,
        },
      },
      {
        test: {
          name: 'contracts',
          root: 'contracts',
          include: ['src/**/*.test.ts'],
          setupFiles: [SEED],
          testTimeout,
          isolate,
        },
      },
      { test: { name: 'devices', root: 'devices', include: ['src/**/*.test.ts'], testTimeout, isolate } },
      './server/vitest.config.ts',
      web,
      webApart,
    ],
  },
})
