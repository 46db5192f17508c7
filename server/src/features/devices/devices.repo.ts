import { eq, sql } from 'drizzle-orm'
import type { Tx } from '../../db/database'
import { devices, kitchens } from '../../db/schema'
import type { Sender } from '../../http/sender'
import { CHAIN_START } from '../../log/chain'

/** A kitchen without anything in it. */
export async function insertKitchen(tx: Tx, id: string, name: string): Promise<void> {
  await tx.insert(kitchens).values({ id, name, chainHead: CHAIN_START })
}

/** Sets the digest of the code that opens a kitchen. */
export async function setEnrolCode(tx: Tx, kitchenId: string, enrolCodeHash: string): Promise<void> {
  await tx.update(kitchens).set({ enrolCodeHash }).where(eq(kitchens.id, kitchenId))
}

/** The kitchen whose code's digest is set for this transaction. */
export async function kitchenOfCode(tx: Tx): Promise<string | undefined> {
  return (await tx.select({ id: kitchens.id }).from(kitchens))[0]?.id
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

/** From now on it speaks for nobody; every server process is told. */
export async function revokeDevice(
  tx: Tx,
  kitchenId: string,
  deviceId: string,
  revokedAt: Date,
): Promise<void> {
  await tx.update(devices).set({ revokedAt }).where(eq(devices.id, deviceId))
  await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, revoked: deviceId })})`)
}
