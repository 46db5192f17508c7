import type { SSEStreamingApi } from 'hono/streaming'
import type { AppDeps } from '../../app'
import { CATALOG_CHANNEL } from '../../catalog/catalog.repo'

const HEARTBEAT_MS = 15_000

const MOST_TO_TELL = 2000 // who missed more reads what is current instead

/** What a browser listens to, and from where on. */
export interface Listener {
  readonly kitchenId: string
  readonly deviceId: string
  readonly fromSeq: number
  readonly stream: SSEStreamingApi
  /** It is to end. */
  readonly ended: AbortSignal
}
type Needs = Pick<AppDeps, 'facts' | 'tail' | 'channels' | 'feed' | 'stopping' | 'clock' | 'time'>

/** What has come up since the last look. */
interface Due {
  /** Facts up to this number are known to be there. */
  untilSeq: number
  /** There may be facts that nobody told of. */
  isUnsure: boolean
  clock: boolean
  isBeat: boolean
  readonly channelIds: Set<string>
}

/** Tells one browser of everything new in its kitchen until either side leaves. */
export async function followKitchen(deps: Needs, listener: Listener): Promise<void> {
  const { feed, time, stopping } = deps
  const { kitchenId, deviceId, stream, ended } = listener
  let isRevoked = false
  const due: Due = { untilSeq: 0, isUnsure: true, clock: false, isBeat: false, channelIds: new Set() }
  let seq = await skipGap(deps, listener)
  let wake: () => void = () => undefined
  const ring = () => {
    due.isUnsure = true
    wake()
  }
  const leave = feed.subscribe(kitchenId, (news) => {
    if (news.channelId !== undefined) due.channelIds.add(news.channelId)
    else if (news.seq !== undefined) due.untilSeq = Math.max(due.untilSeq, news.seq)
    else if (news.revoked !== undefined) isRevoked ||= news.revoked === deviceId
    else if (news.aheadMs === undefined && !news.signOns) due.isUnsure = true
    wake()
  })
  const leaveClock = time.subscribe(kitchenId, () => {
    due.clock = true
    wake()
  })
  stopping.addEventListener('abort', ring)
  ended.addEventListener('abort', ring)
  const isOver = () => stream.aborted || stopping.aborted || ended.aborted || isRevoked
  stream.onAbort(ring)
  const isDue = () => due.isUnsure || due.untilSeq > seq || due.clock || due.isBeat || due.channelIds.size > 0
  const beat = setInterval(() => {
    due.isBeat = true
    wake()
  }, HEARTBEAT_MS)
  while (!isOver()) {
    if (due.isUnsure || due.untilSeq > seq) seq = await sendFacts(deps, listener, due, seq)
    if (due.clock) await sendClock(deps, listener, due)
    if (due.channelIds.size) await sendChannels(deps, listener, due)
    if (due.isBeat && !stream.aborted) await stream.writeSSE({ event: 'beat', data: String(deps.clock()) })
    due.isBeat = false
    if (isOver()) break
    if (!isDue()) await new Promise<void>((resolve) => (wake = resolve))
  }
  clearInterval(beat)
  leave()
  leaveClock()
  stopping.removeEventListener('abort', ring)
}

/** Where to go on telling from: from where the browser stands, or, where that is too far back, from the end of the log, and it is told so. */
async function skipGap({ facts }: Needs, { kitchenId, fromSeq, stream }: Listener): Promise<number> {
  const headSeq = await facts.head(kitchenId).catch(() => fromSeq)
  if (headSeq - fromSeq <= MOST_TO_TELL) return fromSeq
  await stream.writeSSE({ event: 'gap', id: String(headSeq), data: String(headSeq) })
  return headSeq
}

/** Pages of facts after a number; answers the last number sent. */
async function sendFacts(
  { tail }: Needs,
  { kitchenId, stream }: Listener,
  due: Due,
  fromSeq: number,
): Promise<number> {
  let seq = fromSeq
  while ((due.isUnsure || due.untilSeq > seq) && !stream.aborted) {
    const untilSeq = due.isUnsure ? undefined : due.untilSeq
    due.isUnsure = false
    const page = await tail.after(kitchenId, seq, untilSeq).catch(() => undefined)
    if (!page || page.lastSeq === seq) {
      // the database is away: who tells of its return wakes everyone; what was told meanwhile is another matter
      if (due.untilSeq === untilSeq) due.untilSeq = seq
      continue
    }
    seq = page.lastSeq
    await stream.writeSSE({ event: 'facts', id: String(seq), data: page.text })
    if (page.hasMore) due.isUnsure = true
  }
  return seq
}

async function sendClock({ clock }: Needs, { stream }: Listener, due: Due): Promise<void> {
  if (stream.aborted) return
  due.clock = false
  await stream.writeSSE({ event: 'clock', data: String(clock()) })
}

/** A new catalogue is told by name alone; of a channel the latest samples are sent. */
async function sendChannels({ channels }: Needs, { kitchenId, stream }: Listener, due: Due): Promise<void> {
  for (const channelId of [...due.channelIds]) {
    due.channelIds.delete(channelId)
    if (channelId === CATALOG_CHANNEL) {
      await stream.writeSSE({ event: 'catalog', data: '' })
      continue
    }
    const latest = await channels.latest(kitchenId, channelId).catch(() => undefined)
    if (latest?.samples.length && !stream.aborted)
      await stream.writeSSE({ event: 'samples', data: JSON.stringify(latest) })
  }
}
