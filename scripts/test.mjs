// npm test: the same set-up as npm start, then lint, types, unit and server tests, and the real page in Debian's Chromium
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuild, ensureChromium, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { fail, say } from './say.mjs'

ensurePostgres()
const chromium = ensureChromium()
ensurePackages()
ensureBuild()

const results = join(ROOT, 'test-results')
rmSync(results, { recursive: true, force: true })
const env = { ...process.env, CHROMIUM_PATH: chromium, CI: '1', FORCE_COLOR: '0' }
let passed = 0
let failed = 0

/** A check that has no count of its own counts as one. */
function check(what, command, args) {
  say(what)
  const isGood =
    spawnSync('npx', ['--no-install', command, ...args], { cwd: ROOT, stdio: 'inherit', env }).status === 0
  if (isGood) passed += 1
  else failed += 1
}

/** A test runner, counted from its report; one that leaves none has failed. */
function run(what, args, cwd, report, count) {
  return new Promise((resolve) => {
    say(what)
    spawn('npx', ['--no-install', ...args], { cwd, stdio: 'inherit', env }).once('exit', (status) => {
      const file = join(results, report)
      const counted = existsSync(file)
        ? count(JSON.parse(readFileSync(file, 'utf8')))
        : { passed: 0, failed: 1 }
      passed += counted.passed
      failed += counted.failed + (status !== 0 && counted.failed === 0 ? 1 : 0)
      resolve()
    })
  })
}

check('lint', 'eslint', ['--max-warnings', '0', '.'])
check('format', 'prettier', ['--check', '--log-level', 'warn', '.'])
for (const [tool, project] of [
  ['tsc', 'core'],
  ['tsc', 'core/tsconfig.test.json'],
  ['tsc', 'contracts'],
  ['tsc', 'server'],
  ['tsc', 'devices'],
  ['tsc', 'demo'],
  ['tsc', 'e2e'],
  ['tsc', 'bench'],
  ['vue-tsc', 'web'],
])
  check(`types of ${project}`, tool, ['-p', project])
await run(
  'unit and server tests',
  ['vitest', 'run', '--reporter=default', '--reporter=json', '--outputFile=test-results/unit.json'],
  ROOT,
  'unit.json',
  (r) => ({
    passed: r.numPassedTests,
    failed:
      r.numFailedTests +
      r.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length,
  }),
)
await run('end-to-end tests', ['playwright', 'test'], join(ROOT, 'e2e'), 'e2e.json', (r) => ({
  passed: r.stats.expected,
  failed: r.stats.unexpected + r.stats.flaky,
}))
if (passed + failed === 0) fail('no test ran')
process.stdout.write(`${passed} passed, ${failed} failed\n`)
process.exit(failed ? 1 : 0)
