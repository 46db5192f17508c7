import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', root: 'core', include: ['src/**/*.test.ts'] } },
      { test: { name: 'contracts', root: 'contracts', include: ['src/**/*.test.ts'] } },
      './server/vitest.config.ts',
      './web/vitest.config.ts',
    ],
  },
})
