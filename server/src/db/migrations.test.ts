import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { randomBytes } from 'node:crypto'
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, inject, it } from 'vitest'
import { openDatabase } from './database'
import { migrateDatabase, withClient } from './prepare'

/** The migrations of an earlier release, as a folder of their own. */
function upTo(last: number): string {
  const folder = mkdtempSync(join(tmpdir(), 'liquamen-migrations-'))
  cpSync(new URL('migrations', import.meta.url).pathname, folder, { recursive: true })
  const file = join(folder, 'meta/_journal.json')
  const journal = JSON.parse(readFileSync(file, 'utf8')) as { entries: { idx: number }[] }
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.filter((e) => e.idx <= last) }))
  return folder
}

it('a database of the first release comes to this one with its kitchen, facts and guests intact', async () => {
  const url = new URL(inject('superuserUrl'))
  const name = `old_${randomBytes(6).toString('hex')}`
  await withClient(url.toString(), (client) => client.query(`CREATE DATABASE ${name} OWNER liquamen_owner`))
  url.username = 'liquamen_owner'
  url.pathname = `/${name}`
  const folder = upTo(1)
  const kitchenId = '0191d5a0-0000-7000-8000-000000000001'
  await withClient(url.toString(), async (client) => {
    await migrate(drizzle(client), { migrationsFolder: folder })
    await client.query(`select set_config('app.kitchen_id', $1, false)`, [kitchenId])
    await client.query(`insert into kitchens (id, name, last_seq, chain_head) values ($1, 'Old', 1, $2)`, [
      kitchenId,
      'a'.repeat(64),
    ])
    await client.query(`insert into guest_details values ($1, $1, 'no celery', '["celery"]')`, [kitchenId])
    await client.query(
      `insert into events values ($1, 1, $1, 'batch', $1, 'portion.served', 1, $1, 1, now(), 0, null, '{}', '{"portions": 2, "orderId": null}', now(), now(), $2)`,
      [kitchenId, 'a'.repeat(64)],
    )
  })
  await migrateDatabase(url.toString(), 'liquamen_app')
  await migrateDatabase(url.toString(), 'liquamen_app') // twice does nothing twice
  url.username = 'liquamen_app'
  const database = openDatabase(url.toString(), () => undefined)
  const client = await database.pool.connect()
  await client.query(`select set_config('app.kitchen_id', $1, false)`, [kitchenId])
  expect((await client.query('select payload from events')).rows).toEqual([
    { payload: { portions: 2, orderId: null } },
  ])
  expect((await client.query('select note, no_lightly_cooked_egg from guest_details')).rows).toEqual([
    { note: 'no celery', no_lightly_cooked_egg: false },
  ])
  expect((await client.query('select count(*)::int as n from samples')).rows).toEqual([{ n: 0 }])
  client.release()
  await database.close()
  rmSync(folder, { recursive: true })
})
