// npm run -s verify | rebuild | code: on the running private database, or on one started just for it
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuild, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { addressesOf, withPostgres } from './postgres.mjs'

const dataFolder = process.env.LIQUAMEN_DATA ?? join(ROOT, '.liquamen')
const base = join(dataFolder, 'postgres')

ensurePackages()
ensureBuild()
const run = (addresses) =>
  spawnSync(process.execPath, [join(ROOT, 'dist/databaseCommand.js'), ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { BACKUP_DIR: join(dataFolder, 'backups'), ...process.env, ...addresses },
  }).status
const status = process.env.DATABASE_URL
  ? run()
  : await withPostgres(ensurePostgres(), base, (port) => run(addressesOf(base, port)))
process.exit(status ?? 1)
