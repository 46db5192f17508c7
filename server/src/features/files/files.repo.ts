import type { ExportFile } from '@liquamen/contracts'
import type { DeviceKind, Formula } from '@liquamen/core'
import { asc, eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../../db/database'
import { catalogItems, channels, devices, imports, kitchens } from '../../db/schema'
import type { Sender } from '../../http/sender'

type FileDevice = NonNullable<ExportFile['devices']>[number]
type FileVersion = NonNullable<ExportFile['formulaVersions']>[number]

/** A kitchen without facts takes over another's record, and its name in files and in the chain. */
export async function takeRecord(tx: Tx, kitchenId: string, recordId: string): Promise<void> {
  await tx.update(kitchens).set({ recordId }).where(eq(kitchens.id, kitchenId))
}
/** Which facts came in by a file, and by whom. */
export async function insertImport(
  tx: Tx,
  { kitchenId, deviceId, person }: Sender,
  of: {
    readonly atMs: number
    readonly recordId: string
    readonly fromSeq: number
    readonly untilSeq: number
  },
): Promise<void> {
  const { atMs, ...range } = of
  await tx.insert(imports).values({
    ...range,
    kitchenId,
    id: uuidv7(),
    at: new Date(atMs),
    deviceId,
    crewId: person?.crewId ?? null,
  })
}

/** A device that read a probe or a scale elsewhere: it speaks for nobody here. */
export async function addImportedDevice(
  tx: Tx,
  kitchenId: string,
  { id, name, kind, enrolledAtMs }: FileDevice,
  nowMs: number,
): Promise<void> {
  await tx
    .insert(devices)
    .values({
      id,
      kitchenId,
      name,
      kind: kind as DeviceKind,
      tokenHash: `imported ${kitchenId} ${id}`,
      enrolledAt: new Date(enrolledAtMs),
      revokedAt: new Date(nowMs),
    })
    .onConflictDoNothing()
}
/** The devices that read the kitchen's probes and scales. */
export async function listChannelDevices(tx: Tx): Promise<FileDevice[]> {
  const reading = tx.select({ id: channels.deviceId }).from(channels)
  const rows = await tx.select().from(devices).where(inArray(devices.id, reading)).orderBy(asc(devices.id))
  return rows.map(({ id, name, kind, enrolledAt }) => ({
    id,
    name,
    kind,
    enrolledAtMs: enrolledAt.getTime(),
  }))
}

/** Earlier versions of all formulas. */
export async function listFormulaVersions(tx: Tx): Promise<FileVersion[]> {
  const rows = await tx
    .select({ id: catalogItems.id, body: catalogItems.body })
    .from(catalogItems)
    .where(eq(catalogItems.kind, 'formulaVersions'))
    .orderBy(asc(catalogItems.id))
  return rows.map(({ id, body }) => ({ id, formula: body as Formula }))
}
export async function addFormulaVersions(
  tx: Tx,
  kitchenId: string,
  versions: readonly FileVersion[],
): Promise<void> {
  const rows = versions.map(({ id, formula }, place) => ({
    kitchenId,
    kind: 'formulaVersions',
    id,
    place,
    body: formula as unknown,
  }))
  if (rows.length) await tx.insert(catalogItems).values(rows).onConflictDoNothing()
}

/** What came into a kitchen as files, oldest first. */
export async function listImports(tx: Tx, kitchenId: string) {
  return tx
    .select({
      recordId: imports.recordId,
      fromSeq: imports.fromSeq,
      untilSeq: imports.untilSeq,
      at: imports.at,
      crewId: imports.crewId,
    })
    .from(imports)
    .where(eq(imports.kitchenId, kitchenId))
    .orderBy(asc(imports.fromSeq))
}
