import { v7 as uuidv7 } from 'uuid'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { withClient } from '../db/prepare'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../testing/testApp'
import { asRecorded, CHAIN_START, chainLink } from './chain'
import { chainOldSamples, readSampleHeads } from './channels.repo'
import { readAfter } from './facts.repo'
import { verifyKitchen, type Anchor } from './verifyChain'

/** Somebody who may do everything to the database, past rights, policies and triggers. */
const byForce = (t: TestApp, ...statements: string[]) =>
  withClient(t.superuserUrl, async (client) => {
    await client.query(`set session_replication_role = replica`)
    for (const statement of statements) await client.query(statement)
  })
const apps: TestApp[] = []
async function kitchen(): Promise<TestApp> {
  const t = await createTestApp()
  apps.push(t)
  const stream = uuidv7()
  await t.request('/facts', {
    body: { facts: Array.from({ length: 20 }, () => testFact(t, 'hold.stirred', stream, { stepId: 'a' })) },
  })
  const { id } = (await (
    await t.request('/channels', { body: { kind: 'probe', name: 'P', isSimulated: true } })
  ).json()) as { id: string }
  for (let n = 0; n < 6; n++)
    await t.request(`/channels/${id}/samples`, {
      body: {
        groupId: uuidv7(),
        sentAtMs: NOW_MS,
        samples: [0, 1, 2].map((i) => ({ atMs: NOW_MS - 1000 * (3 * n + i), value: 60 + i })),
      },
    })
  return t
}
const verify = (t: TestApp, anchors: readonly Anchor[] = []) =>
  t.database.inKitchen(t.kitchenId, (tx) => verifyKitchen(tx, t.kitchenId, anchors))
const facts = (t: TestApp) => t.database.inKitchen(t.kitchenId, (tx) => readAfter(tx, 0, 1000))

/** Writes the whole chain anew, as somebody would who knows how it is made. */
async function rewrite(t: TestApp): Promise<void> {
  let chain = CHAIN_START
  let seq = 0
  const statements = (await facts(t)).map((fact) => {
    chain = chainLink(chain, asRecorded({ ...fact, seq: ++seq }, t.kitchenId))
    return `update events set chain = '${chain}', seq = ${seq} where id = '${fact.id}'`
  })
  await byForce(t, ...statements, `update kitchens set last_seq = ${seq}, chain_head = '${chain}'`)
}
let sound: TestApp
beforeAll(async () => {
  sound = await kitchen()
  apps.length = 0
})
afterEach(async () => {
  for (const app of apps.splice(0)) await app.close() // each has connections of its own
})
afterAll(() => sound.close())

describe('a record', () => {
  it('that nobody touched holds, and is what it was', async () => {
    const at = (await facts(sound))[11]!
    const anchors = [
      { seq: 12, chain: at.chain },
      { seq: 12, chain: at.chain.slice(0, 16) },
    ]
    expect(await verify(sound, anchors)).toMatchObject({ status: 'whole', facts: 20, readings: 18 })
  })
  const OWN = `(select id from kitchens limit 1)`
  it.each([
    ['a payload', `update events set payload = '{"stepId": "b"}' where seq = 7`, 'changed', 7],
    ['who did it', `update events set actor = actor || '{"crewId": "bram"}' where seq = 3`, 'changed', 3],
    ['when it was done', `update events set at = at - interval '1 hour' where seq = 5`, 'changed', 5],
    [
      'when it came',
      `update events set received_at = received_at + interval '1 second' where seq = 9`,
      'changed',
      9,
    ],
    ['by which device', `update events set device_id = gen_random_uuid() where seq = 1`, 'changed', 1],
    ['of which kind it is', `update events set kind = 'pan.lifted' where seq = 2`, 'changed', 2],
    ['where it belongs', `update events set stream_id = gen_random_uuid() where seq = 20`, 'changed', 20],
    ['its flag', `update events set clock_flag = 'future' where seq = 8`, 'changed', 8],
    ['a link', `update events set chain = repeat('a', 64) where seq = 6`, 'changed', 6],
    ['one taken out', `delete from events where seq = 10`, 'missing', 10],
    ['the first taken out', `delete from events where seq = 1`, 'missing', 1],
    ['its end cut off', `delete from events where seq > 15`, 'tailCut', 16],
    ['the head set elsewhere', `update kitchens set chain_head = repeat('b', 64)`, 'tailCut', 21],
    [
      'one put in',
      `insert into events select kitchen_id, 21, gen_random_uuid(), stream_kind, stream_id, kind, v, device_id, device_seq, device_at, clock_offset_ms, clock_flag, actor, payload, at, received_at, chain from events where seq = 20`,
      'changed',
      21,
    ],
    ['all of it taken out', `delete from events`, 'tailCut', 1],
    ['a reading', `update samples set value = 75 where n = 1`, 'readings', 1],
    ['when it was read', `update samples set at = at + interval '1 minute' where n = 2`, 'readings', 1],
    ['a reading taken out', `delete from samples where n = 0`, 'readings', 1],
    [
      'a reading put in',
      `insert into samples select kitchen_id, channel_id, group_id, 99, at, 1, null from samples where n = 0 limit 1`,
      'readings',
      1,
    ],
    ['a group taken out with its link', `delete from sample_groups where seq = 2`, 'readings', 2],
    [
      'the newest groups taken out',
      `delete from sample_groups where seq > 4; delete from samples s where not exists (select 1 from sample_groups g where g.group_id = s.group_id)`,
      'readings',
      5,
    ],
    [
      'readings under no link',
      `delete from sample_groups; update channels set last_group = 0, chain_head = ''`,
      'readings',
      0,
    ],
    [
      'a reading at another probe',
      `update samples set channel_id = gen_random_uuid() where n = 1`,
      'readings',
      1,
    ],
  ])('shows it where %s is changed by force', async (_, statement, why, atSeq) => {
    const t = await kitchen()
    await byForce(t, statement.replace('OWN', OWN))
    expect(await verify(t)).toMatchObject({ status: 'broken', why, atSeq })
  })
  it('written anew from end to end holds by itself, and is not what a sheet or a backup says', async () => {
    const t = await kitchen()
    const [sheet, backup] = [(await facts(t))[11]!, (await facts(t)).at(-1)!]
    await byForce(t, `update events set payload = '{"stepId": "b"}' where seq = 7`)
    await rewrite(t)
    expect(await verify(t)).toMatchObject({ status: 'whole' })
    expect(await verify(t, [{ seq: 12, chain: sheet.chain.slice(0, 16) }])).toMatchObject({
      why: 'rewritten',
      atSeq: 12,
    })
    expect(await verify(t, [{ seq: backup.seq, chain: backup.chain }])).toMatchObject({
      why: 'rewritten',
      atSeq: 20,
    })
  })
  it('whose end was cut and its head set back is shorter than a backup says', async () => {
    const t = await kitchen()
    const last = (await facts(t)).at(-1)!
    await byForce(t, `delete from events where seq > 15`)
    await rewrite(t)
    expect(await verify(t)).toMatchObject({ status: 'whole', facts: 15 })
    expect(await verify(t, [{ seq: 20, chain: last.chain }])).toMatchObject({ why: 'tailCut', atSeq: 16 })
  })
  it('of readings from before they were linked is linked at the start of this release', async () => {
    const t = await kitchen()
    await byForce(t, `delete from sample_groups`, `update channels set last_group = 0, chain_head = ''`)
    await t.database.inKitchen(t.kitchenId, (tx) => chainOldSamples(tx, t.kitchenId))
    expect(await verify(t)).toMatchObject({ status: 'whole', readings: 18 })
    // whoever changes one first and has all linked anew is found out by a backup
    const channels = await t.database.inKitchen(t.kitchenId, readSampleHeads)
    const last = (await facts(t)).at(-1)!
    const anchors = [{ seq: last.seq, chain: last.chain, channels }]
    expect(await verify(t, anchors)).toMatchObject({ status: 'whole' })
    await byForce(
      t,
      `update samples set value = 75 where n = 1`,
      `delete from sample_groups`,
      `update channels set last_group = 0, chain_head = ''`,
    )
    await t.database.inKitchen(t.kitchenId, (tx) => chainOldSamples(tx, t.kitchenId))
    expect(await verify(t)).toMatchObject({ status: 'whole' })
    expect(await verify(t, anchors)).toMatchObject({ status: 'broken', why: 'readings' })
  })
})
