import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, statSync, writeFileSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { fail, say } from './say.mjs'

export const ROOT = new URL('..', import.meta.url).pathname.replace(/\/$/, '')
const isRoot = process.getuid?.() === 0

/** The folder of PostgreSQL's server programs, newest version first; undefined where there is none. */
function findPostgresBin() {
  const base = process.env.LIQUAMEN_PG_BASE ?? '/usr/lib/postgresql'
  if (!existsSync(base)) return undefined
  return readdirSync(base)
    .sort((a, b) => Number(b) - Number(a))
    .map((v) => join(base, v, 'bin'))
    .find((bin) => existsSync(join(bin, 'postgres')) && existsSync(join(bin, 'initdb')))
}

function aptInstall(packages, what) {
  if (!isRoot) fail(`${what} is not installed. Install it with: sudo apt-get install ${packages.join(' ')}`)
  say(`installing ${what} (${packages.join(' ')})`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const run = (args) =>
    spawnSync('apt-get', args, { env, stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' })
  const first = run(['install', '-y', '--no-install-recommends', ...packages])
  if (first.status === 0) return
  say('refreshing the package lists')
  run(['update'])
  const second = run(['install', '-y', '--no-install-recommends', ...packages])
  if (second.status !== 0)
    fail(
      `${what} could not be installed: ${(second.stderr ?? second.error?.message ?? '').trim().split('\n').at(-1)}`,
    )
}

/** PostgreSQL's programs, installed where that is allowed. */
export function ensurePostgres() {
  const found = findPostgresBin()
  if (found) return found
  // Debian's package would start a cluster of its own on port 5432; ours is private
  if (isRoot && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    mkdirSync('/etc/postgresql-common', { recursive: true })
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n')
  }
  aptInstall(['postgresql'], 'PostgreSQL')
  return (
    findPostgresBin() ?? fail('PostgreSQL was installed, but its programs are not under /usr/lib/postgresql.')
  )
}

/** Debian's Chromium without a window takes a quarter less time than the whole of it without a screen; either will do. */
const CHROMIUMS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium']
/** Debian's Chromium, for the end-to-end tests. */
export function ensureChromium() {
  const path = process.env.CHROMIUM_PATH ?? CHROMIUMS.find((p) => existsSync(p))
  if (path) return path
  aptInstall(['chromium-headless-shell'], 'Chromium')
  return CHROMIUMS[0]
}

/** `npm ci` when the lock is newer than what is installed. */
export function ensurePackages() {
  const stamp = join(ROOT, 'node_modules', '.package-lock.json')
  if (existsSync(stamp) && statSync(stamp).mtimeMs >= statSync(join(ROOT, 'package-lock.json')).mtimeMs)
    return
  say('installing packages (half a minute)')
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'pipe'],
    encoding: 'utf8',
  })
  if (done.status !== 0)
    fail(
      `npm ci failed: ${
        (done.stderr ?? '')
          .trim()
          .split('\n')
          .find((line) => line.includes('error')) ?? 'no message'
      }`,
    )
}

function newestMs(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((newest, entry) => {
    if (entry.name === 'node_modules' || entry.name === 'dist') return newest
    const full = join(folder, entry.name)
    return Math.max(newest, entry.isDirectory() ? newestMs(full) : statSync(full).mtimeMs)
  }, 0)
}

/** Builds server and page, each where one of its sources is newer than its build. Without what builds them, what was built is served as it is. */
export function ensureBuild() {
  ensureServerBuild()
  ensure(['web'], join('web', 'dist', 'index.html'), ['build', '-w', 'web'])
}
/** As `ensureBuild`, for what needs no page. */
export const ensureServerBuild = () =>
  ensure(['server/src', 'devices/src', 'scripts'], join('dist', 'server.js'), ['build:server'])

function ensure(folders, built, script) {
  const hasTools = existsSync(join(ROOT, 'node_modules', '@vitejs', 'plugin-vue'))
  const build = hasTools ? buildWhereOlder : expectBuilt
  build(folders, built, script)
}
function expectBuilt(_folders, built) {
  if (!existsSync(join(ROOT, built)))
    fail(`${built} is not built, and what builds it is not installed. First: npm ci && npm run build`)
}
function buildWhereOlder(folders, built, script) {
  const file = join(ROOT, built)
  const newest = Math.max(
    ...[...folders, 'core/src', 'contracts/src'].map((folder) => newestMs(join(ROOT, folder))),
    statSync(join(ROOT, 'package-lock.json')).mtimeMs,
  )
  if (existsSync(file) && statSync(file).mtimeMs >= newest) return
  say('building')
  const done = spawnSync('npm', ['run', '-s', ...script], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
  })
  if (done.status !== 0)
    fail(
      `the build failed: ${
        `${done.stderr}${done.stdout}`
          .trim()
          .split('\n')
          .find((line) => /error/i.test(line)) ?? 'no message'
      }`,
    )
}
