import { spawn } from 'node:child_process'
import { chmodSync, existsSync, mkdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { Client } from 'pg'
import { knownMigrations, withClient } from '../db/prepare'
import { BACKUP_FORMAT, BACKUP_VERSION, fileDigest, manifestOf, type Manifest } from './manifest'

/** Runs one of PostgreSQL's own programs. @throws Error with the last line of what it said */
export function runTool(name: string, args: readonly string[], url: string): Promise<void> {
  const folder = process.env.PG_BIN
  const { username, password, hostname, port, pathname } = new URL(url)
  const child = spawn(folder ? join(folder, name) : name, args, {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: {
      PATH: process.env.PATH,
      PGHOST: hostname,
      PGPORT: port || '5432',
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: pathname.slice(1),
    },
  })
  let said = ''
  child.stderr.on('data', (chunk: Buffer) => (said = (said + String(chunk)).slice(-4000)))
  return new Promise((resolve, reject) => {
    child.once('error', (error) => reject(new Error(`${name} cannot be run: ${error.message}`)))
    child.once('exit', (code) =>
      code === 0
        ? resolve()
        : reject(new Error(`${name}: ${said.trim().split('\n').at(-1) || `ended with ${code}`}`)),
    )
  })
}

/** Where every kitchen's record stands, as one transaction sees it. */
export async function readHeads(client: Client): Promise<Manifest['kitchens']> {
  const { rows } = await client.query<Manifest['kitchens'][number]>(`
    select k.id, k.name, k.record_id as "recordId", k.last_seq::float8 as "lastSeq", k.chain_head as "chainHead",
      coalesce((select json_agg(json_build_object('channelId', c.id, 'lastSeq', c.last_group, 'chainHead', c.chain_head) order by c.id)
        from channels c where c.kitchen_id = k.id), '[]'::json) as channels
    from kitchens k order by k.created_at, k.id`)
  return rows
}

/**
 * Writes a backup of a whole database while it serves: PostgreSQL's own archive, and beside it where each chain stood in it.
 * @param url - of a role that sees every row: the superuser of our own cluster, or one with BYPASSRLS
 * @throws Error with a sentence for whoever asked; then no file of the name was made
 */
export async function makeBackup(url: string, file: string, nowMs: number): Promise<Manifest> {
  if (existsSync(file)) throw new Error(`${file} is there already: a backup never writes over another`)
  mkdirSync(dirname(file), { recursive: true })
  const part = `${file}.part`
  try {
    const found = await withClient(url, async (client) => {
      const { rows } = await client.query<{ sees: boolean }>(
        'select rolsuper or rolbypassrls as sees from pg_roles where rolname = current_user',
      )
      if (!rows[0]?.sees)
        throw new Error(
          `the database role ${new URL(url).username} does not see every kitchen’s rows. Name one that does as BACKUP_DATABASE_URL (a superuser, or one with BYPASSRLS)`,
        )
      const { rows: had } = await client.query<{ n: number }>(
        'select count(*)::int as n from drizzle.__drizzle_migrations',
      )
      const migrations = had[0]!.n
      if (migrations !== knownMigrations())
        throw new Error(
          'the database is of another release than this program: start the app once, which brings it to this one',
        )
      await client.query('begin isolation level repeatable read read only')
      const snapshot = await client.query<{ id: string }>('select pg_export_snapshot() as id')
      const kitchens = await readHeads(client)
      await runTool(
        'pg_dump',
        ['--format=custom', `--snapshot=${snapshot.rows[0]!.id}`, `--file=${part}`],
        url,
      )
      return { kitchens, migrations }
    })
    const manifest: Manifest = {
      format: BACKUP_FORMAT,
      version: BACKUP_VERSION,
      madeAtMs: nowMs,
      ...found,
      bytes: statSync(part).size,
      sha256: await fileDigest(part),
    }
    writeFileSync(manifestOf(file), `${JSON.stringify(manifest, null, 1)}\n`, { mode: 0o600 })
    chmodSync(part, 0o600) // it holds what guests said
    renameSync(part, file)
    return manifest
  } catch (error) {
    rmSync(part, { force: true })
    throw error
  }
}
