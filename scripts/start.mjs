// npm start: from a fresh clone to an open page. Builtins only until the packages are there.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuild, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { backUpNightly } from './nightly.mjs'
import { addressesOf, freePort, startPostgres, superuserOf } from './postgres.mjs'
import { fail, say } from './say.mjs'

const FIRST_PORT = 4173
const dataFolder = process.env.LIQUAMEN_DATA ?? join(ROOT, '.liquamen')

/** The port is part of where a browser keeps its unsent taps, so it is remembered, and a change is said. */
async function choosePort() {
  if (process.env.PORT)
    return freePort(Number(process.env.PORT)).catch(() =>
      fail(`port ${process.env.PORT} is taken. Set PORT to another, or leave it out.`),
    )
  const file = join(dataFolder, 'port')
  const remembered = existsSync(file) ? Number(readFileSync(file, 'utf8')) : undefined
  for (let port = remembered ?? FIRST_PORT; port < FIRST_PORT + 1000; port++) {
    const free = await freePort(port).catch(() => undefined)
    if (!free) continue
    if (remembered && port !== remembered)
      say(
        `port ${remembered} is taken, using ${port}: taps that a browser kept unsent at the old address stay there until it is served again`,
      )
    writeFileSync(file, String(port))
    return port
  }
  return fail('no free port found')
}

const isEmpty = process.argv.includes('--empty')
const bin = process.env.DATABASE_URL ? undefined : ensurePostgres()
ensurePackages()
ensureBuild()
mkdirSync(dataFolder, { recursive: true })
const port = await choosePort()
const base = join(dataFolder, 'postgres')
const database = bin ? await startPostgres(bin, base) : undefined
const env = {
  ...process.env,
  NODE_ENV: 'production',
  PORT: String(port),
  ...(database ? addressesOf(base, database.port) : {}),
}
const server = spawn(process.execPath, [join(ROOT, 'dist/server.js'), ...(isEmpty ? ['--empty'] : [])], {
  cwd: ROOT,
  env,
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  detached: true,
})

// In a demo kitchen the probes and the scale that ship with it run beside the server; they come when the page answers
let standIns
server.on('message', ({ isDemo, url }) => {
  if (!isDemo || process.env.LIQUAMEN_DEVICES === 'off') return
  standIns = spawn(process.execPath, [join(ROOT, 'dist/standIns.js'), url], {
    cwd: ROOT,
    env: { ...process.env, LIQUAMEN_DEVICE_TOKENS: join(dataFolder, 'devices.json') },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    detached: true,
  })
})

// BACKUP_KEEP nights are kept (14; 0 for none) in BACKUP_DIR; of a managed database its own server keeps them
const backups = process.env.BACKUP_DIR ?? join(dataFolder, 'backups')
const endNightly = database
  ? backUpNightly({
      program: join(ROOT, 'dist/backup.js'),
      env: { PATH: process.env.PATH, PG_BIN: bin, LIQUAMEN_SUPERUSER_URL: superuserOf(base, database.port) },
      folder: backups,
      keep: Number(process.env.BACKUP_KEEP ?? 14),
      say,
    })
  : () => undefined

let isStopping = false
async function stop(code) {
  if (isStopping) return
  isStopping = true
  endNightly()
  standIns?.kill('SIGTERM')
  if (server.exitCode === null && server.signalCode === null) {
    const gone = new Promise((resolve) => server.once('exit', resolve))
    server.kill('SIGTERM')
    await gone
  }
  await database?.stop()
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    void stop(0)
  })
server.once('exit', (code) => {
  void stop(code ?? 1)
})
void database?.ended.then(() => {
  if (!isStopping) {
    say('the database ended by itself; the next start recovers it')
    void stop(1)
  }
})
