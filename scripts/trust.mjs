// npm run trust [-- kills | browser | disk | hostile | tamper | starts | restore]: attacks what the app promises, for minutes, and writes the figures to docs/trust.md
import { spawn, spawnSync } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuild, ensureChromium, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { fail, say } from './say.mjs'

const FIGURES = join(ROOT, 'test-results/trust.json')
const DOC = join(ROOT, 'docs/trust.md')
const read = () => JSON.parse(readFileSync(FIGURES, 'utf8'))
/** What earlier campaigns found stands in the document until its attack is made again. @returns rows of the document */
const documented = () =>
  [...readFileSync(DOC, 'utf8').matchAll(/^\| (.+) \| (.+) \| `(.+)` \|$/gm)].map(
    ([, attack, came, command]) => ({ attack, came, command }),
  )
function put(figures) {
  mkdirSync(join(ROOT, 'test-results'), { recursive: true })
  writeFileSync(FIGURES, JSON.stringify(figures, null, 1))
}
function keep(attack, came, command) {
  put([...read(), { attack, came, command }])
}
const seconds = (sinceMs) => Math.round((Date.now() - sinceMs) / 1000)

/** Runs tests; they must pass. @returns what they said */
function run(args, { cwd = ROOT, env = {} } = {}) {
  const done = spawnSync('npx', args, {
    cwd,
    encoding: 'utf8',
    env: { ...process.env, LOG_LEVEL: 'silent', CHROMIUM_PATH: ensureChromium(), ...env },
    maxBuffer: 1e9,
  })
  if (done.status !== 0)
    fail(`${args.join(' ')} failed:\n${done.stdout.slice(-4000)}${done.stderr.slice(-2000)}`)
  return done.stdout
}
const campaign = (name) => () =>
  run(['playwright', 'test', '-c', 'trust.config.ts', name], { cwd: join(ROOT, 'e2e') })

function hostile() {
  const count = process.env.HOSTILE ?? '10000'
  const began = Date.now()
  run(['vitest', 'run', '--project', 'server', 'server/src/http/hostile'], { env: { HOSTILE: count } })
  keep(
    `${count} requests made up over every route by its own schema`,
    `${seconds(began)} s; 0 answers of 5xx, each refusal a sentence and a code; record whole`,
    `HOSTILE=${count} npm run trust -- hostile`,
  )
}
function tamper() {
  const said = run([
    'vitest',
    'run',
    '--project',
    'server',
    'server/src/log/verify',
    'server/src/features/files/kitchenFile',
    '--reporter=verbose',
  ])
  const ways = (pattern) => said.split('\n').filter((line) => line.includes('✓') && pattern.test(line)).length
  keep(
    'tampering by the database’s superuser, past rights, policies and triggers; and with exported files',
    `${ways(/shows it where|written anew|was cut|were linked/)} ways in the database and ${ways(/refused whole/)} in a file: all shown`,
    'npm run trust -- tamper',
  )
}
function starts() {
  run(['playwright', 'test', 'restarts'], { cwd: join(ROOT, 'e2e') })
  keep(
    'two first starts at once over an empty database',
    'both serve the same kitchen, made once',
    'npm run trust -- starts',
  )
}
/** By the guide's own words: a kitchen is backed up, and comes back on a machine that has nothing. */
async function restore() {
  const [lost, found] = ['a', 'b'].map((name) => {
    const folder = mkdtempSync(join(tmpdir(), `liquamen-${name}-`))
    chmodSync(folder, 0o755) // the database’s own user enters it
    return folder
  })
  const file = join(mkdtempSync(join(tmpdir(), 'liquamen-elsewhere-')), 'night.dump')
  const npm = (folder, ...args) =>
    spawnSync('npm', ['run', '-s', ...args], {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, LIQUAMEN_DATA: folder, BACKUP_DIR: join(folder, 'none') },
    })
  const began = Date.now()
  await whileServing(lost, () => {
    const made = npm(lost, 'backup', '--', file)
    if (made.status !== 0) fail(`no backup: ${made.stderr}`)
  })
  rmSync(lost, { recursive: true }) // the disk died
  const done = npm(found, 'restore', '--', file)
  if (done.status !== 0) fail(`no restore: ${done.stderr}`)
  const verified = npm(found, 'verify', '--', `${file}.json`)
  if (verified.status !== 0) fail(`the restored record does not hold: ${verified.stdout}`)
  await whileServing(found, () => undefined)
  rmSync(found, { recursive: true })
  keep(
    'the disk of a served kitchen dies; its backup comes back into an empty place by the guide’s words',
    `${seconds(began)} s from the first start to the restored kitchen’s page; ${verified.stdout.trim().split('\n')[0]}`,
    'npm run trust -- restore',
  )
}
async function whileServing(folder, work) {
  const server = spawn('npm', ['start'], {
    cwd: ROOT,
    env: { ...process.env, LIQUAMEN_DATA: folder, LIQUAMEN_DEVICES: 'off', PORT: '' },
    stdio: ['ignore', 'pipe', 'inherit'],
    detached: true,
  })
  await new Promise((resolve, reject) => {
    server.once('exit', () => reject(new Error('it did not start')))
    server.stdout.on('data', (chunk) => String(chunk).includes('is open at') && resolve())
  })
  await work()
  server.removeAllListeners('exit')
  const gone = new Promise((resolve) => server.once('exit', resolve))
  process.kill(-server.pid, 'SIGTERM')
  await gone
}

function writeDocument() {
  const turn = (figure) => Object.keys(ATTACKS).indexOf(figure.command.split(' -- ')[1])
  writeFileSync(
    DOC,
    `# What was attacked, and what came of it

\`npm run trust\` attacks what the app promises, for six to twenty minutes, on PostgreSQL with every commit on the disk; a short form of each attack is part of \`npm test\`. What the promises are: nothing that was acknowledged is lost or there twice, no answer is a failure but "not now" (503), nothing is stored by half, and whoever changes a record is found out.

| attack | what came of it | command |
| --- | --- | --- |
${read()
  .sort((a, b) => turn(a) - turn(b))
  .map((f) => `| ${f.attack} | ${f.came} | \`${f.command}\` |`)
  .join('\n')}
`,
  )
}

const ATTACKS = {
  kills: campaign('kills'),
  browser: campaign('browser'),
  disk: campaign('disk'),
  hostile,
  tamper,
  starts,
  restore,
}
ensurePackages()
ensurePostgres()
ensureBuild()
const asked = process.argv.slice(2)
const unknown = asked.find((name) => !(name in ATTACKS))
if (unknown) fail(`there is no attack ${unknown}: ${Object.keys(ATTACKS).join(', ')}`)
for (const [name, attack] of Object.entries(ATTACKS))
  if (asked.length === 0 || asked.includes(name)) {
    say(`attack: ${name}`)
    put(documented().filter((figure) => !figure.command.endsWith(`-- ${name}`)))
    await attack()
    writeDocument()
  }
say(`figures are in ${DOC}`)
