import { existsSync, statSync } from 'node:fs'
import { setTimeout } from 'node:timers/promises'
import { escapeIdentifier } from 'pg'
import { openDatabase } from '../db/database'
import { createRolesAndDatabase, knownMigrations, migrateDatabase, ROLES, withClient } from '../db/prepare'
import { verifyKitchen } from '../log/verifyChain'
import { runTool } from './makeBackup'
import { fileDigest, readManifest, type Manifest } from './manifest'

/** What a restore stands on. */
export interface RestoreFrom {
  readonly superuserUrl: string
  readonly passwords: Readonly<Record<keyof typeof ROLES, string>>
  readonly file: string
  /** The database that is served. */
  readonly name: string
  /** How often it was said that what is there may be set aside. */
  readonly saidReplace: number
  readonly nowMs: number
}

/** Refuses a backup that is not whole or not for this release, before anything is done. */
async function checkFile(file: string): Promise<Manifest> {
  if (!existsSync(file)) throw new Error(`${file} is not there`)
  const manifest = readManifest(file)
  if (manifest.migrations > knownMigrations())
    throw new Error('the backup was made by a newer release: its tables are not known here. Update first')
  if (statSync(file).size !== manifest.bytes || (await fileDigest(file)) !== manifest.sha256)
    throw new Error(`${file} is not what was backed up: it was cut or changed`)
  return manifest
}

const withName = (url: string, name: string) => {
  const other = new URL(url)
  other.pathname = `/${name}`
  return other.toString()
}
/** The kitchens that a database serves now, with how much is on their records; none where there is no such database. */
async function living(superuserUrl: string, name: string): Promise<{ name: string; facts: number }[]> {
  const isThere = await withClient(superuserUrl, async (client) => {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name])
    return rowCount === 1
  })
  if (!isThere) return []
  return withClient(withName(superuserUrl, name), async (client) => {
    const { rows } = await client.query<{ there: boolean }>(
      "select to_regclass('public.kitchens') is not null as there",
    )
    if (!rows[0]?.there) return []
    return (
      await client.query<{ name: string; facts: number }>(
        'select name, last_seq::float8 as facts from kitchens',
      )
    ).rows
  })
}

/**
 * Puts a backup in a database of its own, brings it to this release, proves every record against what lay beside the backup, and only then lets it
 * take the place of what is served. What was served is set aside under another name.
 *
 * @returns what is served now, and under which name the old database stands
 * @throws Error with a sentence for whoever asked; then what was served is as it was
 */
export async function restoreBackup(
  from: RestoreFrom,
): Promise<{ kitchens: Manifest['kitchens']; setAside: string | undefined }> {
  const { superuserUrl, passwords, file, name, saidReplace, nowMs } = from
  const manifest = await checkFile(file)
  const there = await living(superuserUrl, name)
  if (there.length && saidReplace < 2) {
    const what = there.map((k) => `${k.name}, ${k.facts} facts`).join('; ')
    throw new Error(
      saidReplace === 0
        ? `a kitchen lives here (${what}). To set it aside for the backup say so: --replace`
        : `this sets aside ${what}, and what happened since the backup with it. To do that say it twice: --replace --replace`,
    )
  }
  await assertIdle(from)
  const stamp = new Date(nowMs).toISOString().replace(/\D/g, '').slice(0, 14)
  const fresh = `${name}_restored_${stamp}`
  const { ownerUrl, appUrl } = await createRolesAndDatabase(superuserUrl, fresh, passwords)
  try {
    await runTool(
      'pg_restore',
      [
        '--exit-on-error',
        '--no-owner',
        '--no-privileges',
        `--role=${ROLES.owner}`,
        `--dbname=${fresh}`,
        file,
      ],
      withName(superuserUrl, fresh),
    )
    await migrateDatabase(ownerUrl, ROLES.app)
    await prove(appUrl, manifest)
    await swap(from, fresh, there.length > 0 ? `${name}_before_${stamp}` : undefined)
  } catch (error) {
    await withClient(superuserUrl, (client) =>
      client.query(`drop database if exists ${escapeIdentifier(fresh)} with (force)`),
    )
    throw error
  }
  return { kitchens: manifest.kitchens, setAside: there.length ? `${name}_before_${stamp}` : undefined }
}
const IDLE_LOOKS = 20 // a connection that was ended is listed a moment longer
/** Nobody may be served by what is to be set aside. */
async function assertIdle({ superuserUrl, name }: RestoreFrom): Promise<void> {
  await withClient(superuserUrl, async (client) => {
    for (let look = 0; look < IDLE_LOOKS; look += 1) {
      const { rowCount } = await client.query('select 1 from pg_stat_activity where datname = $1', [name])
      if (rowCount === 0) return
      await setTimeout(100)
    }
    throw new Error('the app is running on the database that is to be set aside: stop it first')
  })
}
async function prove(appUrl: string, manifest: Manifest): Promise<void> {
  const database = openDatabase(appUrl, () => undefined)
  try {
    for (const kitchen of manifest.kitchens) {
      const report = await database.inKitchen(kitchen.id, (tx) =>
        verifyKitchen(tx, kitchen.id, [
          { seq: kitchen.lastSeq, chain: kitchen.chainHead, channels: kitchen.channels },
        ]),
      )
      if (report.status !== 'whole')
        throw new Error(
          `the record of ${kitchen.name} in this backup does not hold together (fact ${report.atSeq}): nothing was changed`,
        )
    }
  } finally {
    await database.close()
  }
}
async function swap(
  { superuserUrl, name }: RestoreFrom,
  fresh: string,
  setAside: string | undefined,
): Promise<void> {
  await withClient(superuserUrl, async (client) => {
    const there = await client.query('select 1 from pg_database where datname = $1', [name])
    if (there.rowCount)
      await client.query(
        setAside
          ? `alter database ${escapeIdentifier(name)} rename to ${escapeIdentifier(setAside)}`
          : `drop database ${escapeIdentifier(name)}`,
      )
    await client.query(`alter database ${escapeIdentifier(fresh)} rename to ${escapeIdentifier(name)}`)
  })
}
