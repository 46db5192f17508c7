import type { DeviceRow } from '@liquamen/contracts'
import { and, desc, eq, gt, isNull, lte, sql } from 'drizzle-orm'
import type { Tx } from '../../db/database'
import { devices, enrolCodes, kitchens } from '../../db/schema'
import type { Sender } from '../../http/sender'
import { CHAIN_START } from '../../log/chain'

/** A kitchen without anything in it. */
export async function insertKitchen(tx: Tx, id: string, name: string): Promise<void> {
  await tx.insert(kitchens).values({ id, name, chainHead: CHAIN_START })
}

/** Keeps a code by its digest until it is used or over; those that are over are let go of. */
export async function insertCode(
  tx: Tx,
  { kitchenId, codeHash, nowMs, expiresAtMs }: KeptCode & { readonly nowMs: number },
): Promise<void> {
  await tx
    .delete(enrolCodes)
    .where(and(eq(enrolCodes.kitchenId, kitchenId), lte(enrolCodes.expiresAt, new Date(nowMs))))
  await tx.insert(enrolCodes).values({ kitchenId, codeHash, expiresAt: new Date(expiresAtMs) })
}
/** A code that enrols one device. */
export interface KeptCode {
  readonly kitchenId: string
  readonly codeHash: string
  readonly expiresAtMs: number
}
/** The kitchen of the code whose digest is set for this transaction. */
export async function kitchenOfCode(tx: Tx): Promise<string | undefined> {
  return (await tx.select({ id: enrolCodes.kitchenId }).from(enrolCodes))[0]?.id
}
/** Uses a code up. @returns whether it was there and not over: of two that have it, one */
export async function takeCode(tx: Tx, codeHash: string, nowMs: number): Promise<boolean> {
  const taken = await tx
    .delete(enrolCodes)
    .where(and(eq(enrolCodes.codeHash, codeHash), gt(enrolCodes.expiresAt, new Date(nowMs))))
    .returning({ codeHash: enrolCodes.codeHash })
  return taken.length === 1
}

/** Every device that was ever enrolled, the newest first. */
export async function listDevices(tx: Tx): Promise<DeviceRow[]> {
  const rows = await tx.select().from(devices).orderBy(desc(devices.enrolledAt))
  return rows.map(({ id, name, enrolledAt, revokedAt }) => ({
    deviceId: id,
    name,
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
  const { deviceId: id, kitchenId, name } = sender
  await tx.insert(devices).values({ id, kitchenId, name, tokenHash, enrolledAt })
}

/** The device of the token whose digest is set, unless it was revoked. */
export const DEVICE_OF_TOKEN = `select id as "deviceId", name, kitchen_id as "kitchenId" from devices
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
