import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { openDatabase } from '../db/database'
import { withClient } from '../db/prepare'
import { verifyKitchen } from '../log/verifyChain'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../testing/testApp'
// @ts-expect-error plain JavaScript: it runs before anything is installed
import * as nightly from '../../../scripts/nightly.mjs'
import { anchorsOf } from './anchors'
import { makeBackup } from './makeBackup'
import { restoreBackup } from './restoreBackup'

const { lastNight, nameOf, tooMany } = nightly as {
  lastNight: (now: Date) => Date
  nameOf: (night: Date) => string
  tooMany: (names: readonly string[], keep: number) => string[]
}
const folder = mkdtempSync(join(tmpdir(), 'liquamen-backup-'))
const file = join(folder, 'night.dump')
let t: TestApp
let superuserUrl: string
let passwords: { owner: string; app: string }
const targets: string[] = []
const target = () => {
  const name = `restored_${uuidv7().slice(-12)}`
  targets.push(name)
  return name
}
const post = () =>
  t.request('/facts', {
    body: { facts: Array.from({ length: 50 }, () => testFact(t, 'hold.stirred', uuidv7(), { stepId: 'a' })) },
  })
const restore = (name: string, saidReplace = 0, of = file) =>
  restoreBackup({ superuserUrl, passwords, file: of, name, saidReplace, nowMs: Date.now() })
async function served(name: string): Promise<{ facts: number; status: string }> {
  const url = new URL(superuserUrl)
  url.username = 'liquamen_app'
  url.pathname = `/${name}`
  const database = openDatabase(url.toString(), () => undefined)
  try {
    const report = await database.inKitchen(t.kitchenId, (tx) => verifyKitchen(tx, t.kitchenId))
    return { status: report.status, facts: 'facts' in report ? report.facts : -1 }
  } finally {
    await database.close()
  }
}

beforeAll(async () => {
  superuserUrl = inject('superuserUrl')
  process.env.PG_BIN = inject('pgBin')
  const { password } = new URL(superuserUrl)
  passwords = { owner: password, app: password } // the roles are every test's
  t = await createTestApp()
  await t.deps.crew.add(
    { deviceId: t.deviceId, name: '', kind: 'tablet', kitchenId: t.kitchenId },
    { name: 'Ada', role: 'admin', pin: '8024' },
  )
  for (let page = 0; page < 4; page++) await post()
  const during = post() // it goes on serving
  await makeBackup(t.superuserUrl, file, NOW_MS)
  await during
}, 60_000)
afterAll(async () => {
  await t.close()
  rmSync(folder, { recursive: true })
})

describe('a backup', () => {
  it('says where each record stood in it, and what it must be to be whole', async () => {
    const [anchor] = await anchorsOf(`${file}.json`)
    const { facts } = await t.deps.facts.after(t.kitchenId, anchor!.seq - 1)
    expect(facts[0]).toMatchObject({ seq: anchor!.seq, chain: anchor!.chain })
    await expect(makeBackup(t.superuserUrl, file, NOW_MS)).rejects.toThrow('is there already')
    await expect(makeBackup(t.ownerUrl, join(folder, 'other.dump'), NOW_MS)).rejects.toThrow(
      'does not see every kitchen',
    )
    expect(existsSync(join(folder, 'other.dump'))).toBe(false)
  })
  it('comes back into an empty place with every fact it had, people and tokens with them, its record proved', async () => {
    const name = target()
    const { kitchens, setAside } = await restore(name)
    expect(setAside).toBeUndefined()
    expect(await served(name)).toEqual({ status: 'whole', facts: kitchens[0]!.lastSeq })
    const url = new URL(superuserUrl)
    url.pathname = `/${name}`
    const { rows } = await withClient(url.toString(), (client) =>
      client.query<{ name: string; pin_hash: string }>('select name, pin_hash from people'),
    )
    expect(rows).toMatchObject([{ name: 'Ada', pin_hash: expect.stringMatching(/^\$argon2id/) as string }])
  }, 60_000)
  it('takes a living kitchen’s place only when that is said twice, and sets aside what was there', async () => {
    const name = target()
    await restore(name)
    await expect(restore(name)).rejects.toThrow(/a kitchen lives here \(Test kitchen, \d+ facts\)/)
    await expect(restore(name, 1)).rejects.toThrow('say it twice')
    const { setAside } = await restore(name, 2)
    expect(await served(setAside!)).toMatchObject({ status: 'whole' })
    expect(await served(name)).toMatchObject({ status: 'whole' })
  }, 60_000)
  it.each([
    ['cut in half', (of: string) => truncateSync(of, 20_000), 'cut or changed'],
    ['with one byte changed', (of: string) => bend(of), 'cut or changed'],
    ['of a newer release', (of: string) => edit(of, (m) => ({ ...m, migrations: 999 })), 'a newer release'],
    [
      'whose description is of a newer form',
      (of: string) => edit(of, (m) => ({ ...m, version: 9 })),
      'version 9',
    ],
    ['without its description', (of: string) => rmSync(`${of}.json`), 'a backup is two files'],
    ['that is none', (of: string) => writeFileSync(`${of}.json`, '{"format": "x"}'), 'does not describe'],
    [
      'whose record is not what was written beside it',
      (of: string) =>
        edit(of, (m) => ({ ...m, kitchens: m.kitchens.map((k) => ({ ...k, chainHead: 'a'.repeat(64) })) })),
      'does not hold together',
    ],
    [
      'of another kitchen than is written beside it',
      (of: string) => edit(of, (m) => ({ ...m, kitchens: m.kitchens.map((k) => ({ ...k, id: uuidv7() })) })),
      'does not hold together',
    ],
  ])(
    '%s is refused, and nothing is changed',
    async (_, spoil, says) => {
      const copy = join(folder, `${uuidv7()}.dump`)
      cpSync(file, copy)
      cpSync(`${file}.json`, `${copy}.json`)
      spoil(copy)
      const name = target()
      await expect(restore(name, 2, copy)).rejects.toThrow(says)
      const { rowCount } = await withClient(superuserUrl, (client) =>
        client.query('select 1 from pg_database where datname like $1', [`${name}%`]),
      )
      expect(rowCount).toBe(0)
    },
    60_000,
  )
})

interface Written {
  readonly kitchens: readonly object[]
}
function edit(of: string, change: (manifest: Written) => object): void {
  writeFileSync(
    `${of}.json`,
    JSON.stringify(change(JSON.parse(readFileSync(`${of}.json`, 'utf8')) as Written)),
  )
}
function bend(of: string): void {
  const bytes = readFileSync(of)
  bytes[bytes.length >> 1]! ^= 1
  writeFileSync(of, bytes)
}

describe('each night', () => {
  it('has its backup by the machine’s own clock, and the oldest are let go of', () => {
    const at = (text: string) => nameOf(lastNight(new Date(text)))
    expect([at('2026-11-29T03:29:00'), at('2026-11-29T03:30:00'), at('2026-11-29T23:00:00')]).toEqual([
      'liquamen-2026-11-28.dump',
      'liquamen-2026-11-29.dump',
      'liquamen-2026-11-29.dump',
    ])
    const names = [
      'liquamen-2026-11-29.dump',
      'liquamen-2026-11-29.dump.json',
      'liquamen-2025-12-31.dump',
      'mine.dump',
      'liquamen-2026-01-02.dump',
    ]
    expect(tooMany(names, 2)).toEqual(['liquamen-2025-12-31.dump'])
    expect(tooMany(names, 5)).toEqual([])
  })
})
