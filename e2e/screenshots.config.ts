import config from './playwright.config'

/** `npm run screenshots`: the current picture of each main view, from the demo data, into docs/screenshots. */
export default {
  ...config,
  testDir: 'screenshots',
  reporter: 'list',
  outputDir: '../test-results/screenshots',
}
