// Bundles the server, its worker and the stand-ins into dist/: what starts then reads one file each and no TypeScript.
import { build } from 'esbuild'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = new URL('..', import.meta.url).pathname
const dependencies = ['core', 'contracts', 'server', 'devices'].flatMap((part) =>
  Object.keys(JSON.parse(readFileSync(join(ROOT, part, 'package.json'), 'utf8')).dependencies ?? {}),
)
// packages stay where npm put them; only what is ours is bundled
const external = [...new Set(dependencies)]
  .filter((name) => !name.startsWith('@liquamen/'))
  .flatMap((name) => [name, `${name}/*`])

rmSync(join(ROOT, 'dist'), { recursive: true, force: true })
await build({
  absWorkingDir: ROOT,
  entryPoints: {
    server: 'server/src/main.ts',
    scheduleWorker: 'server/src/features/schedule/scheduleWorker.ts',
    standIns: 'devices/src/main.ts',
  },
  outdir: 'dist',
  bundle: true,
  splitting: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external,
  logLevel: 'error',
})
