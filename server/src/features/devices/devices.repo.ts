import type { DeviceRow } from '@liquamen/contracts'
import type { DeviceKind } from '@liquamen/core'
import { and, desc, eq, gt, isNull, lte, sql } from 'drizzle-orm'
import type { Tx } from '../../db/database'
import { devices, enrolCodes, kitchens } from '../../db/schema'
import type { Sender } from '../../http/sender'
import { CHAIN_START } from '../../log/chain'

/** A kitchen without anything in it. */
export async function insertKitchen(
  tx: Tx,
  kitchen: { readonly id: string; readonly name: string; readonly isDemo: boolean },
): Promise<void> {
  await tx.insert(kitchens).values({ ...kitchen, recordId: kitchen.id, chainHead: CHAIN_START })
}

/** Keeps a code by its digest until it is used or over; those that are over are let go of. */
export async function insertCode(
  tx: Tx,
  { kitchenId, codeHash, kind, nowMs, expiresAtMs }: KeptCode & { readonly nowMs: number },
): Promise<void> {
  await tx
    .delete(enrolCodes)
    .where(and(eq(enrolCodes.kitchenId, kitchenId), lte(enrolCodes.expiresAt, new Date(nowMs))))
  await tx.insert(enrolCodes).values({ kitchenId, codeHash, kind, expiresAt: new Date(expiresAtMs) })
}
/** A code that enrols one device. */
export interface KeptCode {
  readonly kitchenId: string
  readonly codeHash: string
  readonly kind: DeviceKind
  readonly expiresAtMs: number
}
/** The kitchen of the code whose digest is set for this transaction. */
export async function kitchenOfCode(tx: Tx): Promise<string | undefined> {
  return (await tx.select({ id: enrolCodes.kitchenId }).from(enrolCodes))[0]?.id
}
/** Uses a code up. @returns what it enrols, or undefined where it was not there or is over: of two that have it, one */
export async function takeCode(tx: Tx, codeHash: string, nowMs: number): Promise<DeviceKind | undefined> {
  const [taken] = await tx
    .delete(enrolCodes)
    .where(and(eq(enrolCodes.codeHash, codeHash), gt(enrolCodes.expiresAt, new Date(nowMs))))
    .returning({ kind: enrolCodes.kind })
  return taken?.kind
}

/** Every device that was ever enrolled, the newest first. */
export async function listDevices(tx: Tx): Promise<DeviceRow[]> {
  const rows = await tx.select().from(devices).orderBy(desc(devices.enrolledAt))
  return rows.map(({ id, name, kind, enrolledAt, revokedAt }) => ({
    deviceId: id,
    name,
    kind,
    enrolledAtMs: enrolledAt.getTime(),
    revokedAtMs: revokedAt?.getTime() ?? null,
  }))
}
/** From now on it is called so; every server process is told. @returns whether there is such a device */
export async function renameDevice(
  tx: Tx,
  kitchenId: string,
  { deviceId, name }: Pick<DeviceRow, 'deviceId' | 'name'>,
): Promise<boolean> {
  const named = await tx
    .update(devices)
    .set({ name })
    .where(eq(devices.id, deviceId))
    .returning({ id: devices.id })
  await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId })})`)
  return named.length === 1
}

/** Keeps a device by the digest of its token. */
export async function insertDevice(
  tx: Tx,
  sender: Sender,
  tokenHash: string,
  enrolledAt: Date,
): Promise<void> {
  const { deviceId: id, kitchenId, name, kind } = sender
  await tx.insert(devices).values({ id, kitchenId, name, kind, tokenHash, enrolledAt })
}

/** The device of the token whose digest is set, unless it was revoked. */
export const DEVICE_OF_TOKEN = `select id as "deviceId", name, kind, kitchen_id as "kitchenId" from devices
  where token_hash = current_setting('app.token_hash') and revoked_at is null`

/** From now on it speaks for nobody; every server process is told. @returns whether there is such a device */
export async function revokeDevice(
  tx: Tx,
  kitchenId: string,
  deviceId: string,
  revokedAt: Date,
): Promise<boolean> {
  const known = await tx.select({ id: devices.id }).from(devices).where(eq(devices.id, deviceId))
  if (known.length === 0) return false
  await tx
    .update(devices)
    .set({ revokedAt })
    .where(and(eq(devices.id, deviceId), isNull(devices.revokedAt)))
  await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, revoked: deviceId })})`)
  return true
}
