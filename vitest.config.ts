import { defineConfig } from 'vitest/config'

const SEED = `${import.meta.dirname}/vitest.seed.ts`

export default defineConfig({
  test: {
    maxWorkers: '100%', // every core: by default one is left idle, which halves a machine of two
    projects: [
      { test: { name: 'core', root: 'core', include: ['src/**/*.test.ts'], setupFiles: [SEED] } },
      { test: { name: 'contracts', root: 'contracts', include: ['src/**/*.test.ts'], setupFiles: [SEED] } },
      { test: { name: 'devices', root: 'devices', include: ['src/**/*.test.ts'] } },
      './server/vitest.config.ts',
      './web/vitest.config.ts',
    ],
  },
})
