import { defineConfig } from '@playwright/test'
// @ts-expect-error plain JavaScript: it runs before anything is installed
import { ensureChromium } from '../scripts/install.mjs'
import { TABLET } from './tablet'

export default defineConfig({
  testDir: 'tasks',
  tsconfig: './tsconfig.run.json', // our own packages as they were built: file by file they take each worker ten seconds to read
  build: { external: ['**/dist/**'] },
  globalSetup: './globalSetup.ts',
  workers: 3, // on two cores: while one waits for its page the others work
  fullyParallel: true,
  retries: 0,
  timeout: 300_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  outputDir: '../test-results/e2e',
  use: {
    ...TABLET,
    actionTimeout: 30_000,
    trace: process.env.E2E_TRACE ? 'on' : 'off',
    launchOptions: {
      executablePath: (ensureChromium as () => string)(),
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--use-gl=disabled',
        '--disable-software-rasterizer',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
})
