import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

/** Tests that put a module in place of another, or leave a line open that tries again: for these a worker of their own. */
const APART = 'src/**/*.apart.test.ts'

const of = (name: string, files: { include: string[]; exclude?: string[]; isolate: boolean }) =>
  defineConfig({
    plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
    test: {
      name,
      root: import.meta.dirname,
      ...files,
      setupFiles: [
        `${import.meta.dirname}/../vitest.seed.ts`,
        `${import.meta.dirname}/src/testing/screens.setup.ts`,
      ],
      environment: 'happy-dom',
      css: true,
      testTimeout: 60_000,
      restoreMocks: true,
      server: { deps: { inline: ['vuetify'] } },
    },
  })
/** What a screen needs is imported once for all of them. */
export const web = of('web', { include: ['src/**/*.test.ts'], exclude: [APART], isolate: false })
export const webApart = of('webApart', { include: [APART], isolate: true })
