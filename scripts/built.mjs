// npm run -s compute | schedule: a command that needs no database, as it was built
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensurePackages, ensureServerBuild, ROOT } from './install.mjs'

ensurePackages()
ensureServerBuild()
const [name, ...args] = process.argv.slice(2)
process.exit(
  spawnSync(process.execPath, [join(ROOT, 'dist', `${name}.js`), ...args], { stdio: 'inherit' }).status ?? 1,
)
