import { SIGNED_OFF_AFTER_MS } from '@liquamen/core'
import { sql } from 'drizzle-orm'
import type { Database, Tx } from '../db/database'
import type { Sender, SignedOnPerson } from '../http/sender'
import { CATALOG_CHANNEL } from '../catalog/catalog.repo'
import type { News } from '../log/liveFeed'
import { untilNews, type NewsFeed } from '../log/untilNews'
import { secretDigest } from '../secrets'
import { countAdmins } from './people.repo'
import { findSignOn, touchSignOn, type SignOn } from './signOns.repo'

/** Without a line a tablet may go on so long under one name: a double shift. */
const SHIFT_MS = 16 * 3600_000
const TOUCHED_MS = 60_000
/** A tap and the sign-off after it may carry one time. */
const AFTER_END_MS = 1000

/** Tells every server process that who is signed on is another. */
export async function tellSignOns(tx: Tx, kitchenId: string): Promise<void> {
  await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, signOns: true })})`)
}

/** Proves who stands at a device, now and when a fact was made there; and knows whether a kitchen has anyone who runs it. */
export function createSignOns({
  database,
  clock,
  feed,
}: {
  readonly database: Database
  readonly clock: () => number
  /** Tells of what other processes changed; without it the database is asked each time. */
  readonly feed?: NewsFeed
}) {
  const isNews = ({ seq, channelId, aheadMs }: News) =>
    seq === undefined && aheadMs === undefined && (channelId === undefined || channelId === CATALOG_CHANNEL)
  const kept = untilNews<SignOn>(feed, isNews)
  const claimed = untilNews<true>(feed, isNews)

  async function find({ kitchenId, deviceId }: Sender, digest: string): Promise<SignOn | undefined> {
    const found = await kept.ask(digest, () => database.inKitchen(kitchenId, (tx) => findSignOn(tx, digest)))
    return found?.deviceId === deviceId ? found : undefined
  }
  const isIdle = (signOn: SignOn) => clock() - signOn.lastAtMs > SIGNED_OFF_AFTER_MS
  const personOf = ({ crewId, role }: SignOn): SignedOnPerson | undefined =>
    role ? { crewId, role } : undefined

  return {
    /** Here the crew, or who is signed on, was changed. */
    forget(): void {
      kept.forget()
      claimed.forget()
    },
    /** Who stands at a device now, by the token that their signing on was answered with; nobody where that is over. */
    async personNow(device: Sender, token: string): Promise<SignedOnPerson | undefined> {
      const digest = secretDigest(token)
      let signOn = await find(device, digest)
      if (signOn && isIdle(signOn)) {
        kept.drop(digest) // another process may have heard of them since
        signOn = await find(device, digest)
      }
      if (!signOn || signOn.endedAtMs !== null || isIdle(signOn)) return undefined
      const nowMs = clock()
      if (nowMs - signOn.lastAtMs > TOUCHED_MS) {
        await database.inKitchen(device.kitchenId, (tx) => touchSignOn(tx, digest, nowMs))
        kept.set(digest, { ...signOn, lastAtMs: nowMs })
      }
      return personOf(signOn)
    },
    /** Who stood there when a fact was made, which may have waited for a line since. */
    async personAt(device: Sender, token: string, atMs: number): Promise<SignedOnPerson | undefined> {
      const signOn = await find(device, secretDigest(token))
      if (!signOn) return undefined
      const untilMs =
        signOn.endedAtMs === null ? signOn.beganAtMs + SHIFT_MS : signOn.endedAtMs + AFTER_END_MS
      return atMs <= untilMs ? personOf(signOn) : undefined
    },
    /** Whether somebody runs a kitchen: until then whoever is let in may do everything. */
    isClaimed: async (kitchenId: string): Promise<boolean> =>
      (await claimed.ask(kitchenId, async () =>
        (await database.inKitchen(kitchenId, (tx) => countAdmins(tx))) > 0 ? true : undefined,
      )) ?? false,
  }
}
export type SignOns = ReturnType<typeof createSignOns>
