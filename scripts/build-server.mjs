// Bundles the server, its worker and the stand-ins into dist/, packages and all: what starts reads two files instead of eight hundred.
import { build } from 'esbuild'
import { rmSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = new URL('..', import.meta.url).pathname
rmSync(join(ROOT, 'dist'), { recursive: true, force: true })
await build({
  absWorkingDir: ROOT,
  entryPoints: {
    server: 'server/src/main.ts',
    roles: 'server/src/commands/roles.ts',
    databaseCommand: 'server/src/commands/databaseCommand.ts',
    backup: 'server/src/commands/backup.ts',
    compute: 'server/src/commands/compute.ts',
    schedule: 'server/src/commands/schedule.ts',
    scheduleWorker: 'server/src/features/schedule/scheduleWorker.ts',
    replanWorker: 'server/src/features/services/replanWorker.ts',
    standIns: 'devices/src/main.ts',
    core: 'core/src/index.ts',
    contracts: 'contracts/src/index.ts',
  },
  outdir: 'dist',
  bundle: true,
  splitting: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: ['pg-native', 'argon2'], // an option of pg's that nobody installs; what is compiled stays where it was installed
  banner: {
    js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url)",
  }, // packages that are CommonJS ask for Node's own
  logLevel: 'error',
})
