import type { Channel, Sample } from '@liquamen/contracts'
import { and, asc, desc, eq, gte, lte, sql } from 'drizzle-orm'
import { prepared, type Tx } from '../db/database'
import { channels, sampleGroups, samples } from '../db/schema'
import { samplesLink, type SampleGroup } from './samplesChain'

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
    .orderBy(asc(channels.name), asc(channels.id))
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

/** Where a channel's chain stands; held until the transaction ends, so that of two groups one is the next. */
async function lockHead(tx: Tx, channelId: string) {
  const [head] = await tx
    .select({ last: channels.lastGroup, chain: channels.chainHead })
    .from(channels)
    .where(eq(channels.id, channelId))
    .for('update')
  return head ?? { last: 0, chain: '' }
}
/** Puts a group that is stored at the end of its channel's chain. @returns its place and its link */
export async function chainGroup(
  tx: Tx,
  kitchenId: string,
  group: SampleGroup,
): Promise<Pick<ChainedGroup, 'seq' | 'chain'>> {
  const { channelId, groupId } = group
  const head = await lockHead(tx, channelId)
  const seq = head.last + 1
  const chain = samplesLink(head.chain, group)
  await tx.insert(sampleGroups).values({ kitchenId, channelId, seq, groupId, chain })
  await tx.update(channels).set({ lastGroup: seq, chainHead: chain }).where(eq(channels.id, channelId))
  return { seq, chain }
}
/** Adds a group of samples, each group once; answers how many were new. */
export async function addSamples(
  tx: Tx,
  of: { readonly kitchenId: string; readonly channelId: string; readonly groupId: string },
  group: readonly Sample[],
): Promise<number> {
  const { kitchenId, channelId } = of
  const isKnown = await tx
    .select({ seq: sampleGroups.seq })
    .from(sampleGroups)
    .where(eq(sampleGroups.groupId, of.groupId))
  if (isKnown.length) return 0
  const stored = await insertSamples(tx, of, group)
  if (stored === 0) return 0
  await chainGroup(tx, kitchenId, { channelId, groupId: of.groupId, samples: group })
  await tx.execute(sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, channelId })})`)
  return stored
}
/** Readings as they came. @returns how many were new */
export async function insertSamples(
  tx: Tx,
  of: { readonly kitchenId: string; readonly channelId: string; readonly groupId: string },
  group: readonly Sample[],
): Promise<number> {
  const rows = group.map(({ atMs, value, flag }, n) => ({
    ...of,
    n,
    at: new Date(atMs),
    value,
    flag: flag ?? null,
  }))
  return (await tx.insert(samples).values(rows).onConflictDoNothing().returning({ n: samples.n })).length
}

type Flag = NonNullable<Sample['flag']>
const sampleOf = ({ at, value, flag }: { at: Date; value: number; flag: Flag | null }): Sample => ({
  atMs: at.getTime(),
  value,
  ...(flag ? { flag } : {}),
})
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
  return rows.reverse().map(sampleOf)
}

/** A group with its place and its link. */
export interface ChainedGroup extends SampleGroup {
  readonly seq: number
  readonly chain: string
}
const groupsAfter = prepared<{
  seq: number
  groupId: string
  chain: string
  samples: { at: number; value: number; flag: Flag | null }[] | null
}>(
  'read_sample_groups',
  `select g.seq::float8 as seq, g.group_id as "groupId", g.chain,
    (select json_agg(json_build_object('at', (extract(epoch from s.at) * 1000)::float8, 'value', s.value, 'flag', s.flag) order by s.n)
     from samples s where s.kitchen_id = g.kitchen_id and s.group_id = g.group_id and s.channel_id = g.channel_id) as samples
   from sample_groups g
   where g.kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid and g.channel_id = $1 and g.seq > $2
   order by g.seq limit $3`,
)
/** A page of a channel's groups after a number, in the order in which they were sent. */
export const readGroupsAfter = async (
  tx: Tx,
  channelId: string,
  { seq, limit }: { readonly seq: number; readonly limit: number },
): Promise<ChainedGroup[]> =>
  (await groupsAfter(tx, channelId, seq, limit)).map((g) => ({
    channelId,
    seq: g.seq,
    groupId: g.groupId,
    chain: g.chain,
    samples: (g.samples ?? []).map(({ at, value, flag }) => sampleOf({ at: new Date(at), value, flag })),
  }))
/** Where every channel's chain stands. */
export const readSampleHeads = (tx: Tx) =>
  tx
    .select({ channelId: channels.id, lastSeq: channels.lastGroup, chainHead: channels.chainHead })
    .from(channels)
    .orderBy(asc(channels.id))

/** Chains what an earlier release stored without links, each channel's groups by the time of their first reading; a channel that has any is left alone. */
export async function chainOldSamples(tx: Tx, kitchenId: string): Promise<void> {
  const { rows } = await tx.execute<{ channelId: string; groupId: string }>(sql`
    select s.channel_id as "channelId", s.group_id as "groupId" from channels c
    join samples s on s.kitchen_id = c.kitchen_id and s.channel_id = c.id
    where c.kitchen_id = ${kitchenId} and c.last_group = 0
    group by 1, 2 order by 1, min(s.at), 2`)
  for (const { channelId, groupId } of rows) {
    const group = await tx
      .select({ at: samples.at, value: samples.value, flag: samples.flag })
      .from(samples)
      .where(and(eq(samples.groupId, groupId), eq(samples.channelId, channelId)))
      .orderBy(asc(samples.n))
    await chainGroup(tx, kitchenId, { channelId, groupId, samples: group.map(sampleOf) })
  }
}
