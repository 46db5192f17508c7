import { problem, type EnrolCode, type Kitchen, type Session } from '@liquamen/contracts'
import { randomInt } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { readCatalog, readCatalogBefore } from '../../catalog/catalog.repo'
import type { DeviceKind } from '@liquamen/core'
import type { SignOns } from '../../crew/signOns'
import type { Database, Tx } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { createKitchenTime, type KitchenTime } from '../../kitchenTime'
import { untilNews, type NewsFeed } from '../../log/untilNews'
import { newToken, secretDigest } from '../../secrets'
import { CURRENT_MS } from '../../log/current'
import { readHead } from '../../log/facts.repo'
import {
  DEVICE_OF_TOKEN,
  insertCode,
  insertDevice,
  insertKitchen,
  kitchenOfCode,
  listDevices,
  renameDevice,
  revokeDevice,
  takeCode,
} from './devices.repo'
import { zoneClock } from './zoneClock'

/** So long a code opens, ms. */
const CODE_FOR_MS = 10 * 60_000
const unknown = () => new ProblemError(problem(404, 'unknownDevice', 'This device is not known here.'))

interface Enrolled {
  readonly device: Sender
  readonly token: string
}
/** Kitchens, their enrolment codes, and the devices that may speak for them. */
export function createDevicesService({
  database,
  clock,
  feed,
  signOns,
  demoPin,
  demoKitchenId,
  time = createKitchenTime(clock),
}: {
  readonly database: Database
  readonly clock: () => number
  /** Tells of devices that were revoked, here or by another process; without it the database is asked each time. */
  readonly feed?: NewsFeed
  readonly signOns: Pick<SignOns, 'isClaimed'>
  /** Everyone's PIN in the demo kitchen. */
  readonly demoPin?: string | undefined
  readonly demoKitchenId?: string | undefined
  readonly time?: Pick<KitchenTime, 'within'>
}) {
  const known = untilNews<Sender>(
    feed,
    ({ seq, channelId, aheadMs, signOns: isSignOn }) =>
      seq === undefined && channelId === undefined && aheadMs === undefined && !isSignOn,
  ) // by the digest of their token

  /** Puts a device into a kitchen; its token is told once and kept only as a digest. */
  async function putDevice(
    tx: Tx,
    kitchenId: string,
    { name, kind }: Pick<Sender, 'name' | 'kind'>,
  ): Promise<Enrolled> {
    const token = newToken()
    const device = { deviceId: uuidv7(), name, kind, kitchenId }
    await insertDevice(tx, device, secretDigest(token), new Date(clock()))
    return { device, token }
  }
  return {
    enrol: (kitchenId: string, name: string, kind: DeviceKind = 'tablet'): Promise<Enrolled> =>
      database.inKitchen(kitchenId, (tx) => putDevice(tx, kitchenId, { name, kind })),
    /** A new kitchen without anything in it. */
    async createKitchen(name: string, isDemo = false): Promise<string> {
      const id = uuidv7()
      await database.inKitchen(id, (tx) => insertKitchen(tx, { id, name, isDemo }))
      return id
    },
    /** A new eight-digit code: for one device, for ten minutes, at whichever process it is typed. */
    async newCode(kitchenId: string, kind: DeviceKind = 'tablet'): Promise<EnrolCode> {
      const code = String(randomInt(10_000_000, 100_000_000))
      const nowMs = clock()
      const expiresAtMs = nowMs + CODE_FOR_MS
      const kept = { kitchenId, codeHash: secretDigest(code), kind, nowMs, expiresAtMs }
      await database.inKitchen(kitchenId, (tx) => insertCode(tx, kept))
      return { code, kind, expiresAtMs }
    },
    /** A device by a code, which is used up with it. */
    async enrolByCode(name: string, code: string): Promise<Enrolled> {
      const codeHash = secretDigest(code.replace(/\s/g, ''))
      const kitchenId = await database.withSetting('app.enrol_code_hash', codeHash, kitchenOfCode)
      const enrolled =
        kitchenId &&
        (await database.inKitchen(kitchenId, async (tx) => {
          const kind = await takeCode(tx, codeHash, time.within(kitchenId, clock))
          return kind && putDevice(tx, kitchenId, { name, kind })
        }))
      if (!enrolled)
        throw new ProblemError(
          problem(
            403,
            'wrongCode',
            'That code does not open this kitchen, or no more: each is for one device and for ten minutes. A new one is under Kitchen on any enrolled tablet.',
          ),
        )
      return enrolled
    },
    list: (kitchenId: string) => database.inKitchen(kitchenId, listDevices),
    async rename(kitchenId: string, deviceId: string, name: string): Promise<void> {
      const isKnown = await database.inKitchen(kitchenId, (tx) =>
        renameDevice(tx, kitchenId, { deviceId, name }),
      )
      known.forget()
      if (!isKnown) throw unknown()
    },
    /** The device of a token, unless it was revoked. */
    findByToken(token: string): Promise<Sender | undefined> {
      const tokenHash = secretDigest(token)
      return known.ask(
        tokenHash,
        async () => (await database.ask<Sender>('app.token_hash', tokenHash, DEVICE_OF_TOKEN))[0],
      )
    },
    /** The kitchens for which these tokens speak, by name; a token that is worth nothing any more is left out. */
    async kitchensOf(tokens: readonly string[]): Promise<(Kitchen & { readonly token: string })[]> {
      const found = await Promise.all(
        tokens.map(async (token) => {
          const device = await this.findByToken(token)
          if (!device) return []
          const { kitchenId } = device
          const { settings } = await database.inKitchen(kitchenId, readCatalog)
          return [{ kitchenId, name: settings.name, token }]
        }),
      )
      return found.flat()
    },
    async revoke(kitchenId: string, deviceId: string): Promise<void> {
      const isKnown = await database.inKitchen(kitchenId, (tx) =>
        revokeDevice(tx, kitchenId, deviceId, new Date(clock())),
      )
      known.forget()
      if (!isKnown) throw unknown()
    },
    /** Who a device is and what its kitchen holds. */
    async session({ deviceId, name, kind, kitchenId }: Sender): Promise<Session> {
      const { catalog, head } = await database.inKitchen(kitchenId, async (tx) => ({
        head: await readHead(tx, kitchenId),
        catalog: await readCatalogBefore(tx, clock() - CURRENT_MS),
      }))
      const serverNowMs = clock()
      return {
        deviceId,
        deviceName: name,
        deviceKind: kind,
        isClaimed: await signOns.isClaimed(kitchenId),
        ...(demoPin !== undefined && kitchenId === demoKitchenId ? { demoPin } : {}),
        kitchenId,
        headSeq: head.lastSeq,
        chainHead: head.chainHead,
        serverNowMs,
        zoneClock: zoneClock(catalog.settings.timeZone, serverNowMs),
        catalog: catalog as unknown as Session['catalog'],
      }
    },
  }
}
export type DevicesService = ReturnType<typeof createDevicesService>
