import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
// @ts-expect-error plain JavaScript: it runs before anything is installed
import { ensurePostgres } from '../../scripts/install.mjs'
import { makeBackup, runTool } from '../../server/src/backup/makeBackup'
import { createSignOns } from '../../server/src/crew/signOns'
import { openDatabase } from '../../server/src/db/database'
import { createRolesAndDatabase, migrateDatabase, withClient } from '../../server/src/db/prepare'
import { createCrewService } from '../../server/src/features/crew/crew.service'
import { createDevicesService } from '../../server/src/features/devices/devices.service'
import { createFilesService } from '../../server/src/features/files/files.service'
import { createFactsService } from '../../server/src/log/facts.service'
import { createIntake } from '../../server/src/log/intake'
import { verifyKitchen } from '../../server/src/log/verifyChain'
import { interleave, median } from './interleave'
import type { Line } from './line'
import { withDatabase } from './withDatabase'

const FACTS = 40_000
const PER_REQUEST = 200
const VERIFIED_A_SECOND = 50_000
const SLOWER = 4 // a tablet's server is no desk's
const PIN = '8024'

/** Signing on, a backup beside a bare dump, the walk along a record, and a whole kitchen file in beside the same rows copied. */
export function trust(): Promise<Line[]> {
  return withDatabase(async (superuserUrl, password) => {
    process.env.PG_BIN = (ensurePostgres as () => string)()
    const folder = mkdtempSync(join(tmpdir(), 'liquamen-bench-'))
    chmodSync(folder, 0o777) // the database writes there too
    const { ownerUrl, appUrl } = await createRolesAndDatabase(superuserUrl, 'liquamen', {
      owner: password,
      app: password,
    })
    await migrateDatabase(ownerUrl, 'liquamen_app')
    const allUrl = superuserUrl.replace(/\/postgres$/, '/liquamen')
    const database = openDatabase(appUrl, () => undefined)
    const clock = Date.now
    const signOns = createSignOns({ database, clock })
    const deps = { database, clock, signOns, intake: createIntake() }
    const devices = createDevicesService(deps)
    const kitchenId = await devices.createKitchen('bench')
    const { device } = await devices.enrol(kitchenId, 'bench')
    const facts = createFactsService(deps)
    const streams = Array.from({ length: FACTS / 100 }, () => uuidv7())
    for (let from = 0; from < FACTS; from += PER_REQUEST)
      await facts.post(
        device,
        Array.from({ length: PER_REQUEST }, (_, i) => ({
          id: uuidv7(),
          kitchenId,
          streamKind: 'batch',
          streamId: streams[Math.floor((from + i) / 100)],
          kind: 'hold.stirred',
          v: 1,
          deviceId: device.deviceId,
          deviceSeq: from + i + 1,
          deviceAtMs: clock(),
          clockOffsetMs: 0,
          actor: { deviceId: device.deviceId },
          payload: { stepId: 'hold' },
        })),
      )

    let n = 0
    const [backupMs, dumpMs] = await interleave(
      async () => timed(() => makeBackup(allUrl, join(folder, `own-${n++}.dump`), clock())),
      async () =>
        timed(() =>
          runTool('pg_dump', ['--format=custom', `--file=${join(folder, `bare-${n++}.dump`)}`], allUrl),
        ),
    )
    const walks: number[] = []
    for (let i = 0; i < 5; i++)
      walks.push(await timed(() => database.inSnapshot(kitchenId, (tx) => verifyKitchen(tx, kitchenId))))
    const verifyMs = median(walks)

    const files = createFilesService(deps)
    const pieces: string[] = []
    await files.writeKitchen(kitchenId, (piece) => Promise.resolve(pieces.push(piece)))
    await withClient(
      ownerUrl,
      (client) => client.query('create table raw_rows (like events including all)'), // as it is kept: with its indexes
    )
    const rows = join(folder, 'rows')
    await withClient(allUrl, (client) =>
      client.query(`copy (select * from events where kitchen_id = '${kitchenId}') to '${rows}'`),
    )
    const [importMs, copyMs] = await interleave(
      async () => {
        const into = await devices.createKitchen(`copy ${n++}`)
        return timed(() => files.importFile({ ...device, kitchenId: into }, pieces))
      },
      async () => {
        await withClient(allUrl, (client) => client.query('truncate raw_rows'))
        return timed(() => withClient(allUrl, (client) => client.query(`copy raw_rows from '${rows}'`)))
      },
      5,
    )

    const crew = createCrewService({ ...deps, signOns })
    const person = await crew.add(device, { name: 'Ada', role: 'admin', pin: PIN })
    await crew.signOn(device, person, PIN) // the compiled code is loaded once
    const tries: number[] = []
    for (let i = 0; i < 20; i++) tries.push(await timed(() => crew.signOn(device, person, PIN)))
    const signOnMs = median(tries)
    await database.close()
    rmSync(folder, { recursive: true })
    return [
      {
        name: 'signing on',
        ratio: (signOnMs * SLOWER) / 500,
        peer: `half a second, on a machine ${SLOWER} times slower`,
        aim: 'at most 1',
        detail: `${signOnMs.toFixed(0)} ms here`,
      },
      {
        name: `backup of ${FACTS} facts`,
        ratio: dumpMs / backupMs,
        peer: 'the speed of a bare pg_dump',
        aim: 'at least 0.5',
        detail: `${backupMs.toFixed(0)} ms`,
      },
      {
        name: 'walk along a record',
        ratio: FACTS / (verifyMs / 1000) / VERIFIED_A_SECOND,
        peer: `${VERIFIED_A_SECOND} facts a second`,
        aim: 'at least 1',
        detail: `${((FACTS / verifyMs) * 1000).toFixed(0)} a second`,
      },
      {
        name: 'a whole kitchen file in',
        ratio: copyMs / importMs,
        peer: 'COPY of the same rows',
        aim: 'at least 0.3',
        detail: `${((FACTS / importMs) * 1000).toFixed(0)} facts a second`,
      },
    ]
  })
}
async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now()
  await work()
  return performance.now() - start
}
