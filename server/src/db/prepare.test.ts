import { randomBytes } from 'node:crypto'
import { expect, inject, it } from 'vitest'
import { createRolesAndDatabase, migrateDatabase, ownsTables, ROLES, withClient } from './prepare'

/** An empty database; its roles keep the password that the other tests know. */
function emptyDatabase() {
  const url = inject('superuserUrl')
  const { password } = new URL(url)
  return createRolesAndDatabase(url, `test_${randomBytes(6).toString('hex')}`, {
    owner: password,
    app: password,
  })
}

it('two that migrate an empty database at once both find it whole', async () => {
  const { ownerUrl, appUrl } = await emptyDatabase()
  await Promise.all([1, 2, 3].map(() => migrateDatabase(ownerUrl, ROLES.app)))
  const { rows } = await withClient(appUrl, (c) => c.query('select count(*)::int as n from events'))
  expect(rows).toEqual([{ n: 0 }])
})
it('the role that serves owns nothing, and may neither change a fact nor make a table; the owner is known as one', async () => {
  const { ownerUrl, appUrl } = await emptyDatabase()
  await migrateDatabase(ownerUrl, ROLES.app)
  expect(await ownsTables(appUrl)).toBe(false)
  expect(await ownsTables(ownerUrl)).toBe(true)
  const may = (sql: string) =>
    withClient(appUrl, (c) => c.query(sql)).then(
      () => 'done',
      (error: { code?: string }) => error.code,
    )
  const DENIED = '42501'
  expect(await may("update events set kind = 'x'")).toBe(DENIED)
  expect(await may('delete from samples')).toBe(DENIED)
  expect(await may('truncate events')).toBe(DENIED)
  expect(await may('create table mine (id int)')).toBe(DENIED)
  expect(await may("alter role liquamen_owner password 'mine'")).toBe(DENIED)
})
