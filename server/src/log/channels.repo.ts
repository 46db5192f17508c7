import type { Channel, Sample } from '@liquamen/contracts'
import { and, asc, desc, eq, gte, lte, sql } from 'drizzle-orm'
import type { Tx } from '../db/database'
import { channels, samples } from '../db/schema'

/** All channels of the kitchen. */
export async function listChannels(tx: Tx): Promise<Channel[]> {
  return tx
    .select({
      id: channels.id,
      deviceId: channels.deviceId,
      kind: channels.kind,
      name: channels.name,
      isSimulated: channels.isSimulated,
    })
    .from(channels)
    .orderBy(asc(channels.name))
}

/** Adds a channel; the one that its device has under that name already is answered instead. */
export async function addChannel(tx: Tx, kitchenId: string, channel: Channel): Promise<Channel> {
  await tx
    .insert(channels)
    .values({ kitchenId, ...channel })
    .onConflictDoNothing()
  return (
    (await listChannels(tx)).find((c) => c.deviceId === channel.deviceId && c.name === channel.name) ??
    channel
  )
}

/** Adds a group of samples; answers how many were new. */
export async function addSamples(
  tx: Tx,
  of: { readonly kitchenId: string; readonly channelId: string; readonly groupId: string },
  group: readonly Sample[],
): Promise<number> {
  const { kitchenId, channelId } = of
  const rows = group.map(({ atMs, value, flag }, n) => ({
    ...of,
    n,
    at: new Date(atMs),
    value,
    flag: flag ?? null,
  }))
  const stored = await tx.insert(samples).values(rows).onConflictDoNothing().returning({ n: samples.n })
  if (stored.length)
    await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, channelId })})`)
  return stored.length
}

/** Samples of a channel between two instants, in order of time. */
export async function readSamples(
  tx: Tx,
  channelId: string,
  { fromMs, toMs, most }: { readonly fromMs: number; readonly toMs: number; readonly most: number },
): Promise<Sample[]> {
  const rows = await tx
    .select({ at: samples.at, value: samples.value, flag: samples.flag })
    .from(samples)
    .where(
      and(
        eq(samples.channelId, channelId),
        gte(samples.at, new Date(fromMs)),
        lte(samples.at, new Date(toMs)),
      ),
    )
    .orderBy(desc(samples.at))
    .limit(most)
  return rows
    .reverse()
    .map(({ at, value, flag }) => ({ atMs: at.getTime(), value, ...(flag ? { flag } : {}) }))
}
