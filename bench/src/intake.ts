import type { Fact } from '@liquamen/core'
import { Pool } from 'pg'
import { v7 as uuidv7 } from 'uuid'
import { openDatabase } from '../../server/src/db/database'
import { createRolesAndDatabase, migrateDatabase, withClient } from '../../server/src/db/prepare'
import { createSignOns } from '../../server/src/crew/signOns'
import { createDevicesService } from '../../server/src/features/devices/devices.service'
import { createFactsService } from '../../server/src/log/facts.service'
import { createIntake } from '../../server/src/log/intake'
import { interleave, median } from './interleave'
import type { Line } from './line'
import { withDatabase } from './withDatabase'

const COUNT = 500
const PER_REQUEST = 50
const PER_STREAM = 100
const CLIENTS = 16
const LONG = 5000
const SHORT = 10

/** The whole intake beside plain multi-row inserts of the same columns, on one durable database: one client, sixteen, and one fact onto a long stream. */
export function intake(): Promise<Line[]> {
  return withDatabase(async (superuserUrl, password) => {
    const { ownerUrl, appUrl } = await createRolesAndDatabase(superuserUrl, 'liquamen', {
      owner: password,
      app: password,
    })
    await migrateDatabase(ownerUrl, 'liquamen_app')
    await withClient(ownerUrl, (client) =>
      client.query('create table raw_rows as select * from events limit 0'),
    )
    const database = openDatabase(appUrl, () => undefined)
    const raw = new Pool({ connectionString: ownerUrl, max: CLIENTS })
    raw.on('error', () => undefined)
    const clock = Date.now
    const deps = { database, clock, signOns: createSignOns({ database, clock }) }
    const devices = createDevicesService(deps)
    const kitchenId = await devices.createKitchen('bench')
    const { device } = await devices.enrol(kitchenId, 'bench')
    const service = createFactsService({ ...deps, intake: createIntake() })
    const post = (facts: readonly Fact[]) => service.post(device, facts)
    const plain = (facts: readonly Fact[]) => insertRaw(raw, kitchenId, facts)

    const lines: Line[] = []
    for (const clients of [1, CLIENTS]) {
      const timed = (work: (chunk: readonly Fact[]) => Promise<unknown>) => async () => {
        const own = Array.from({ length: clients }, () => chunksOf(newFacts(kitchenId, device.deviceId)))
        const start = performance.now()
        await Promise.all(
          own.map(async (chunks) => {
            for (const chunk of chunks) await work(chunk)
          }),
        )
        return performance.now() - start
      }
      const [ownMs, rawMs] = await interleave(timed(post), timed(plain))
      const perS = (ms: number) => ((1000 * COUNT * clients) / ms).toFixed(0)
      lines.push({
        name: `intake, ${clients} ${clients === 1 ? 'client' : 'clients'}`,
        ratio: rawMs / ownMs,
        peer: 'raw pg inserts of the same rows',
        detail: `${perS(ownMs)} against ${perS(rawMs)} facts a second`,
        aim: 'at least 0.5',
      })
    }
    lines.push(await longStream(post, kitchenId, device.deviceId))
    await raw.end()
    await database.close()
    return lines
  })
}

/** One fact onto a stream of 5,000 beside one onto a stream of 10. */
async function longStream(
  post: (facts: readonly Fact[]) => Promise<unknown>,
  kitchenId: string,
  deviceId: string,
): Promise<Line> {
  const grow = async (length: number) => {
    const streamId = uuidv7()
    const facts = Array.from({ length }, (_, i) => newFact(kitchenId, deviceId, streamId, i))
    for (let i = 0; i < length; i += LONG / 10) await post(facts.slice(i, i + LONG / 10))
    return streamId
  }
  const [long, short] = [await grow(LONG), await grow(SHORT)]
  const one = (streamId: string) => async () => {
    const times: number[] = []
    for (let i = 0; i < 9; i += 1) {
      const start = performance.now()
      await post([newFact(kitchenId, deviceId, streamId, LONG + i)])
      times.push(performance.now() - start)
    }
    return median(times)
  }
  const [longMs, shortMs] = await interleave(one(long), one(short))
  return {
    name: `one fact onto ${LONG}`,
    ratio: longMs / shortMs,
    peer: `one onto ${SHORT}`,
    detail: `${longMs.toFixed(1)} ms against ${shortMs.toFixed(1)} ms`,
    aim: 'at most 2',
  }
}

export const newFact = (kitchenId: string, deviceId: string, streamId: string, deviceSeq: number) =>
  ({
    id: uuidv7(),
    kitchenId,
    streamKind: 'batch',
    streamId,
    kind: 'pan.lifted',
    v: 1,
    deviceId,
    deviceSeq,
    deviceAtMs: Date.now(),
    clockOffsetMs: 0,
    actor: { deviceId },
    payload: { stepId: 'reduceWine' },
  }) as unknown as Fact
function newFacts(kitchenId: string, deviceId: string): Fact[] {
  const streams = Array.from({ length: COUNT / PER_STREAM }, () => uuidv7())
  return Array.from({ length: COUNT }, (_, i) =>
    newFact(kitchenId, deviceId, streams[Math.floor(i / PER_STREAM)]!, i),
  )
}
const chunksOf = (facts: readonly Fact[]) =>
  Array.from({ length: facts.length / PER_REQUEST }, (_, i) =>
    facts.slice(i * PER_REQUEST, (i + 1) * PER_REQUEST),
  )

const COLUMNS = 17
/** The same columns in one plain insert of many rows, in a transaction of its own. */
async function insertRaw(pool: Pool, kitchenId: string, facts: readonly Fact[]): Promise<void> {
  const values = facts.flatMap((f, i) => [
    kitchenId,
    i,
    f.id,
    f.streamKind,
    f.streamId,
    f.kind,
    1,
    f.deviceId,
    f.deviceSeq,
    new Date(f.deviceAtMs),
    0,
    null,
    JSON.stringify(f.actor),
    JSON.stringify(f.payload),
    new Date(),
    new Date(),
    '',
  ])
  const row = (_: unknown, r: number) =>
    `(${Array.from({ length: COLUMNS }, (_unused, c) => `$${r * COLUMNS + c + 1}`).join()})`
  const client = await pool.connect()
  await client.query('begin')
  await client.query(`insert into raw_rows values ${facts.map(row).join()}`, values)
  await client.query('commit')
  client.release()
}
