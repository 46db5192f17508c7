// npm run backup -- FILE, npm run restore -- FILE [--replace --replace]: of the whole private database, or of the one that BACKUP_DATABASE_URL names
import { parseArgs } from 'node:util'
import { makeBackup } from '../backup/makeBackup'
import { restoreBackup } from '../backup/restoreBackup'

const say = (line: string) => process.stdout.write(`liquamen: ${line}\n`)
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { replace: { type: 'boolean', multiple: true } },
})
const [what, file] = positionals
const { BACKUP_DATABASE_URL, LIQUAMEN_SUPERUSER_URL, LIQUAMEN_OWNER_PASSWORD, LIQUAMEN_APP_PASSWORD } =
  process.env
const DATABASE = 'liquamen'

async function run(): Promise<void> {
  if (!file) throw new Error(`say where: npm run ${what} -- FILE`)
  if (what === 'backup') {
    const url = BACKUP_DATABASE_URL ?? LIQUAMEN_SUPERUSER_URL?.replace(/\/postgres$/, `/${DATABASE}`)
    if (!url) throw new Error('no database to back up: start with npm run backup')
    const { kitchens, bytes } = await makeBackup(url, file, Date.now())
    say(
      `${file} and ${file}.json, ${(bytes / 1e6).toFixed(1)} MB: keep the two together, and a copy on another machine`,
    )
    for (const k of kitchens) say(`${k.name}: ${k.lastSeq} facts, head ${k.chainHead}`)
    return
  }
  if (!LIQUAMEN_SUPERUSER_URL || !LIQUAMEN_OWNER_PASSWORD || !LIQUAMEN_APP_PASSWORD)
    throw new Error(
      'a backup is restored into the private database: start with npm run restore. For a managed server see the guide',
    )
  const { kitchens, setAside } = await restoreBackup({
    superuserUrl: LIQUAMEN_SUPERUSER_URL,
    passwords: { owner: LIQUAMEN_OWNER_PASSWORD, app: LIQUAMEN_APP_PASSWORD },
    file,
    name: DATABASE,
    saidReplace: values.replace?.length ?? 0,
    nowMs: Date.now(),
  })
  for (const k of kitchens) say(`${k.name}: ${k.lastSeq} facts, record proved, head ${k.chainHead}`)
  if (setAside) say(`what was served before stands as the database ${setAside}`)
  say('npm start serves it')
}
run().catch((error: unknown) => {
  process.stderr.write(`liquamen: ${(error as Error).message}\n`)
  process.exitCode = 1
})
