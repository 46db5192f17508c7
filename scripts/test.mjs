// npm test: the same set-up as npm start, then lint, types, unit and server tests, and the real page in Debian's Chromium
import { spawn } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { ensureChromium, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { fail, say } from './say.mjs'

ensurePostgres()
const chromium = ensureChromium()
ensurePackages()

const bin = (name) => join(ROOT, 'node_modules', '.bin', name)
/** TypeScript 7, in a quarter of the time; what reads Vue's files and lints needs the 6 beside it yet. */
const TSC = join(ROOT, 'node_modules', 'typescript-native', 'bin', 'tsc')
const results = join(ROOT, 'test-results')
rmSync(results, { recursive: true, force: true })
const env = { ...process.env, CHROMIUM_PATH: chromium, CI: '1', FORCE_COLOR: '0' }
let passed = 0
let failed = 0

/** A check that has no count of its own counts as one; what it says is told when it is over. */
function check([what, program, ...args]) {
  return new Promise((resolve) => {
    const child = spawn(program, args, { cwd: ROOT, env })
    const told = []
    for (const out of [child.stdout, child.stderr]) out.on('data', (chunk) => told.push(chunk))
    child.once('close', (status) => {
      say(`${what}: ${status === 0 ? 'good' : 'failed'}`)
      if (status === 0) passed += 1
      else {
        failed += 1
        process.stdout.write(Buffer.concat(told))
      }
      resolve()
    })
  })
}
/** As many at a time as there are cores, each lane taking the next that waits. */
async function checkAll(checks) {
  const waiting = [...checks]
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await check(next)
  }
  await Promise.all(Array.from({ length: availableParallelism() }, lane))
}

/** A test runner, counted from its report; one that leaves none has failed. */
function run({ what, command: [program, ...args], cwd, report, count }) {
  return new Promise((resolve) => {
    say(what)
    spawn(program, args, { cwd, stdio: 'inherit', env }).once('exit', (status) => {
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

await checkAll([
  // what `npm start` builds, beside the other checks: by itself it leaves cores idle
  [
    'build',
    process.execPath,
    '-e',
    "import('./scripts/install.mjs').then((install) => install.ensureBuild())",
  ],
  ['types of the page', bin('vue-tsc'), '-p', 'web'],
  ['format', bin('prettier'), '--check', '--log-level', 'warn', '.'],
  ['types of what runs in Node, with its tests', TSC, '-p', 'tsconfig.node.json'],
  ['lint', bin('eslint'), '--max-warnings', '0', '.'],
  ['types of the browser tests and the bench', TSC, '-p', 'tsconfig.browser-tests.json'],
  ['types of the core, with nothing around it', TSC, '-p', 'core'],
])
await run({
  what: 'unit and server tests',
  command: [
    bin('vitest'),
    'run',
    '--reporter=default',
    '--reporter=json',
    '--outputFile=test-results/unit.json',
  ],
  cwd: ROOT,
  report: 'unit.json',
  count: (r) => ({
    passed: r.numPassedTests,
    failed:
      r.numFailedTests +
      r.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length,
  }),
})
await run({
  what: 'end-to-end tests',
  command: [bin('playwright'), 'test'],
  cwd: join(ROOT, 'e2e'),
  report: 'e2e.json',
  count: (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected + r.stats.flaky }),
})
if (passed + failed === 0) fail('no test ran')
process.stdout.write(`${passed} passed, ${failed} failed\n`)
process.exit(failed ? 1 : 0)
