import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  test: {
    name: 'web',
    root: import.meta.dirname,
    include: ['src/**/*.test.ts'],
    setupFiles: [`${import.meta.dirname}/../vitest.seed.ts`],
    environment: 'happy-dom',
    css: true,
    testTimeout: 60_000,
    server: { deps: { inline: ['vuetify'] } },
  },
})
