import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'

const SCRIPTS = new URL('../../../scripts', import.meta.url).pathname
let root: string
beforeEach(() => (root = mkdtempSync(join(tmpdir(), 'liquamen-install-'))))
afterEach(() => rmSync(root, { recursive: true, force: true }))
const put = (path: string, text = '', ageS = 0) => {
  const file = join(root, path)
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, text)
  const at = Date.now() / 1000 - ageS
  utimesSync(file, at, at)
}
/** A copy of the project that has only what was put there, asked to build what is not built. */
function build() {
  cpSync(SCRIPTS, join(root, 'scripts'), { recursive: true })
  const ask = "import('./scripts/install.mjs').then((install) => install.ensureBuild())"
  const { status, stdout, stderr } = spawnSync(process.execPath, ['-e', ask], { cwd: root, encoding: 'utf8' })
  return { status, said: `${stdout}${stderr}` }
}

it('a server without development packages serves what was built, though npm has written its lock since', () => {
  put('dist/server.js', '', 60)
  put('web/dist/index.html', '', 60)
  put('package-lock.json')
  expect(build()).toEqual({ status: 0, said: '' })
})
it('says what to do first where nothing was built', () => {
  put('dist/server.js')
  put('package-lock.json')
  const { status, said } = build()
  expect(status).not.toBe(0)
  expect(said).toContain('web/dist/index.html is not built')
  expect(said).toContain('npm ci && npm run build')
})
it('with them builds what is older than its sources', () => {
  put('node_modules/@vitejs/plugin-vue/package.json', '{}')
  put('dist/server.js', '', 60)
  put('web/dist/index.html', '', 60)
  for (const of of ['server', 'devices', 'core', 'contracts']) put(`${of}/src/a.ts`)
  put(
    'package.json',
    '{ "scripts": { "build:server": "node -e 0", "build": "node -e 0" }, "workspaces": ["web"] }',
  )
  put('web/package.json', '{ "name": "web", "version": "1.0.0", "scripts": { "build": "node -e 0" } }')
  put('package-lock.json', '{}')
  expect(build()).toMatchObject({ status: 0, said: 'liquamen: building\nliquamen: building\n' })
})
