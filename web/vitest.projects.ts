import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

/** A module that is put in place of another stays so for every file of a worker: such tests are run apart. */
const MOCKED = 'src/**/*.mocked.test.ts'

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
export const web = of('web', { include: ['src/**/*.test.ts'], exclude: [MOCKED], isolate: false })
export const webMocked = of('webMocked', { include: [MOCKED], isolate: true })
