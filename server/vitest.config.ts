import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    name: 'server',
    root: import.meta.dirname,
    include: ['src/**/*.test.ts'],
    setupFiles: [`${import.meta.dirname}/../vitest.seed.ts`],
    globalSetup: ['src/testing/globalSetup.ts'],
    isolate: false, // every test opens a database of its own; only imports are shared
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
})
