import { defineConfig } from '@playwright/test'
import base from './playwright.config'

/** The campaign: minutes long, one attack after the other, over databases that keep what they say they keep. */
export default defineConfig({
  ...base,
  testDir: 'campaign',
  globalSetup: undefined as never,
  workers: 1,
  fullyParallel: false,
  timeout: 1_800_000,
  reporter: [['list']],
})
