import { problem } from '@liquamen/contracts'
import { and, eq, isNull } from 'drizzle-orm'
import { createHash, randomBytes, randomInt } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import type { Database } from '../../db/database'
import { devices, kitchens } from '../../db/schema'
import { ProblemError } from '../../http/problemError'
import { CHAIN_START } from '../facts/chain'

/** An enrolled browser or device. */
export interface EnrolledDevice {
  readonly deviceId: string
  readonly name: string
  readonly kitchenId: string
}

const hash = (secret: string) => createHash('sha256').update(secret).digest('hex')

/** Kitchens, their enrolment codes, and the devices that may speak for them. */
export function createDevicesService({ database, clock }: { readonly database: Database; readonly clock: () => number }) {
  return {
    /** A new kitchen without anything in it. */
    async createKitchen(name: string, id: string = uuidv7()): Promise<string> {
      await database.inKitchen(id, (tx) => tx.insert(kitchens).values({ id, name, chainHead: CHAIN_START }))
      return id
    },
    /** A new eight-digit code for enrolling devices; the old one no longer works. */
    async renewEnrolCode(kitchenId: string): Promise<string> {
      const code = String(randomInt(10_000_000, 100_000_000))
      await database.inKitchen(kitchenId, (tx) =>
        tx
          .update(kitchens)
          .set({ enrolCodeHash: hash(code) })
          .where(eq(kitchens.id, kitchenId)),
      )
      return code
    },
    /** Enrols by code; the token is told once and kept only as a digest. */
    async enrolByCode(name: string, code: string): Promise<{ device: EnrolledDevice; token: string }> {
      const found = await database.withSetting('app.enrol_code_hash', hash(code.replace(/\s/g, '')), (tx) =>
        tx.select({ id: kitchens.id }).from(kitchens),
      )
      if (!found[0])
        throw new ProblemError(
          problem(403, 'wrongCode', 'That code does not open this kitchen. The right one stands where the app was started.'),
        )
      return this.enrol(found[0].id, name)
    },
    /** Enrols a device into a kitchen. */
    async enrol(kitchenId: string, name: string): Promise<{ device: EnrolledDevice; token: string }> {
      const token = randomBytes(32).toString('base64url')
      const deviceId = uuidv7()
      await database.inKitchen(kitchenId, (tx) =>
        tx.insert(devices).values({ id: deviceId, kitchenId, name, tokenHash: hash(token), enrolledAt: new Date(clock()) }),
      )
      return { device: { deviceId, name, kitchenId }, token }
    },
    /** The device of a token, unless it was revoked. */
    async findByToken(token: string): Promise<EnrolledDevice | undefined> {
      const tokenHash = hash(token)
      const [row] = await database.withSetting('app.token_hash', tokenHash, (tx) =>
        tx
          .select({ deviceId: devices.id, name: devices.name, kitchenId: devices.kitchenId })
          .from(devices)
          .where(and(eq(devices.tokenHash, tokenHash), isNull(devices.revokedAt))),
      )
      return row
    },
    async revoke(kitchenId: string, deviceId: string): Promise<void> {
      await database.inKitchen(kitchenId, (tx) =>
        tx
          .update(devices)
          .set({ revokedAt: new Date(clock()) })
          .where(eq(devices.id, deviceId)),
      )
    },
  }
}
export type DevicesService = ReturnType<typeof createDevicesService>
