// npm run backup -- FILE | npm run restore -- FILE: with the private database that runs, or with one started just for it
import { spawnSync } from 'node:child_process'
import { isAbsolute, join } from 'node:path'
import { ensureBuild, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { secretsOf, superuserOf, withPostgres } from './postgres.mjs'

const base = join(process.env.LIQUAMEN_DATA ?? join(ROOT, '.liquamen'), 'postgres')
const [what, ...args] = process.argv.slice(2)
const from = process.env.INIT_CWD ?? process.cwd()
const absolute = args.map((arg) => (arg.startsWith('-') || isAbsolute(arg) ? arg : join(from, arg)))

ensurePackages()
ensureBuild()
const run = (env) =>
  spawnSync(process.execPath, [join(ROOT, 'dist/backup.js'), what, ...absolute], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  }).status
if (process.env.BACKUP_DATABASE_URL) process.exit(run() ?? 1)
const bin = ensurePostgres()
const status = await withPostgres(bin, base, (port) => {
  const { owner, app } = secretsOf(base)
  return run({
    PG_BIN: bin,
    LIQUAMEN_SUPERUSER_URL: superuserOf(base, port),
    LIQUAMEN_OWNER_PASSWORD: owner,
    LIQUAMEN_APP_PASSWORD: app,
  })
})
process.exit(status ?? 1)
