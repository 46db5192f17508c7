import { createHash } from 'node:crypto'
import { sql } from 'drizzle-orm'
import type { Database, Tx } from '../db/database'
import type { Sender, SignedOnPerson } from '../http/sender'
import { CATALOG_CHANNEL } from '../catalog/catalog.repo'
import type { LiveFeed } from '../log/liveFeed'
import { countAdmins } from './people.repo'
import { findSignOn, touchSignOn, type SignOn } from './signOns.repo'

/** Who has done nothing for so long is signed off, ms. */
export const IDLE_MS = 30 * 60_000
/** Without a line a tablet may go on so long under one name: a double shift. */
const SHIFT_MS = 16 * 3600_000
const TOUCHED_MS = 60_000
/** A tap and the sign-off after it may carry one time. */
const AFTER_END_MS = 1000
const MOST_KEPT = 500

/** What is kept of a token that proves who stands at a device. */
export const tokenDigest = (token: string): string => createHash('sha256').update(token).digest('hex')

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
  readonly feed?: Pick<LiveFeed, 'subscribeAll' | 'isLive'>
}) {
  const kept = new Map<string, SignOn>()
  const claimed = new Set<string>()
  let forgotten = 0
  function forget(): void {
    kept.clear()
    claimed.clear()
    forgotten += 1
  }
  feed?.subscribeAll(({ seq, channelId, aheadMs }) => {
    if (
      seq === undefined &&
      aheadMs === undefined &&
      (channelId === undefined || channelId === CATALOG_CHANNEL)
    )
      forget()
  })

  async function find({ kitchenId, deviceId }: Sender, token: string): Promise<SignOn | undefined> {
    const digest = tokenDigest(token)
    const before = forgotten
    const isLive = feed?.isLive() ?? false
    const found =
      (isLive ? kept.get(digest) : undefined) ??
      (await database.inKitchen(kitchenId, (tx) => findSignOn(tx, digest)))
    if (found && isLive && before === forgotten) {
      if (kept.size >= MOST_KEPT) kept.clear()
      kept.set(digest, found)
    }
    return found?.deviceId === deviceId ? found : undefined
  }
  const isIdle = (signOn: SignOn) => clock() - signOn.lastAtMs > IDLE_MS
  const personOf = ({ crewId, role }: SignOn): SignedOnPerson | undefined =>
    role ? { crewId, role } : undefined

  return {
    forget,
    /** Who stands at a device now, by the token that his signing on was answered with; nobody where that is over. */
    async personNow(device: Sender, token: string): Promise<SignedOnPerson | undefined> {
      let signOn = await find(device, token)
      if (signOn && isIdle(signOn)) {
        kept.delete(tokenDigest(token)) // another process may have heard of him since
        signOn = await find(device, token)
      }
      if (!signOn || signOn.endedAtMs !== null || isIdle(signOn)) return undefined
      const nowMs = clock()
      if (nowMs - signOn.lastAtMs > TOUCHED_MS) {
        const digest = tokenDigest(token)
        await database.inKitchen(device.kitchenId, (tx) => touchSignOn(tx, digest, nowMs))
        if (kept.has(digest)) kept.set(digest, { ...signOn, lastAtMs: nowMs })
      }
      return personOf(signOn)
    },
    /** Who stood there when a fact was made, which may have waited for a line since. */
    async personAt(device: Sender, token: string, atMs: number): Promise<SignedOnPerson | undefined> {
      const signOn = await find(device, token)
      if (!signOn) return undefined
      const untilMs =
        signOn.endedAtMs === null ? signOn.beganAtMs + SHIFT_MS : signOn.endedAtMs + AFTER_END_MS
      return atMs <= untilMs ? personOf(signOn) : undefined
    },
    /** Whether somebody runs a kitchen: until then whoever is let in may do everything. */
    async isClaimed(kitchenId: string): Promise<boolean> {
      if (feed?.isLive() && claimed.has(kitchenId)) return true
      const before = forgotten
      const isClaimed = (await database.inKitchen(kitchenId, (tx) => countAdmins(tx))) > 0
      if (isClaimed && before === forgotten) claimed.add(kitchenId)
      return isClaimed
    },
  }
}
export type SignOns = ReturnType<typeof createSignOns>
