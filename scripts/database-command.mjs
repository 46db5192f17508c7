// npm run -s verify | rebuild | code: on the running private database, or on one started just for it
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuild, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { addressesOf, startPostgres } from './postgres.mjs'

const base = join(process.env.LIQUAMEN_DATA ?? join(ROOT, '.liquamen'), 'postgres')

/** The port of a database that runs now, or undefined. */
function runningPort() {
  const file = join(base, 'data', 'postmaster.pid')
  if (!existsSync(file)) return undefined
  const lines = readFileSync(file, 'utf8').split('\n')
  try {
    process.kill(Number(lines[0]), 0)
  } catch {
    return undefined
  }
  return Number(lines[3])
}

ensurePackages()
ensureBuild()
let status
const run = (addresses) =>
  spawnSync(process.execPath, [join(ROOT, 'dist/databaseCommand.js'), process.argv[2] ?? 'verify'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...addresses },
  }).status
if (process.env.DATABASE_URL) status = run()
else {
  const port = runningPort()
  const database = port ? undefined : await startPostgres(ensurePostgres(), base)
  status = run(addressesOf(base, port ?? database.port))
  await database?.stop()
}
process.exit(status ?? 1)
