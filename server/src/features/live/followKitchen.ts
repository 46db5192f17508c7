import type { SSEStreamingApi } from 'hono/streaming'
import type { AppDeps } from '../../app'
import { CATALOG_CHANNEL } from '../../catalog/catalog.repo'

const HEARTBEAT_MS = 15_000

/** What a browser listens to, and from where on. */
export interface Listener {
  readonly kitchenId: string
  readonly fromSeq: number
  readonly stream: SSEStreamingApi
}
type Needs = Pick<AppDeps, 'facts' | 'channels' | 'feed' | 'stopping' | 'clock' | 'demoClock'>

/** What has come up since the last look. */
interface Due {
  facts: boolean
  clock: boolean
  readonly channelIds: Set<string>
}

/** Tells one browser of everything new in its kitchen until either side leaves. */
export async function followKitchen(deps: Needs, listener: Listener): Promise<void> {
  const { feed, demoClock, stopping } = deps
  const { kitchenId, stream } = listener
  const due: Due = { facts: true, clock: false, channelIds: new Set() }
  let seq = listener.fromSeq
  let wake: () => void = () => undefined
  const ring = () => {
    due.facts = true
    wake()
  }
  const leave = feed.subscribe(kitchenId, (channelId) => {
    if (channelId === undefined) return ring()
    due.channelIds.add(channelId)
    wake()
  })
  const leaveClock = demoClock?.subscribe(() => {
    due.clock = true
    wake()
  })
  stopping.addEventListener('abort', ring)
  stream.onAbort(ring)
  while (!stream.aborted && !stopping.aborted) {
    seq = await sendFacts(deps, listener, due, seq)
    await sendClock(deps, listener, due)
    await sendChannels(deps, listener, due)
    if (stopping.aborted) break
    const isQuiet = await new Promise<boolean>((resolve) => {
      const timer = setTimeout(() => resolve(true), HEARTBEAT_MS)
      wake = () => {
        clearTimeout(timer)
        resolve(false)
      }
      if (due.facts || due.clock || due.channelIds.size) wake()
    })
    if (isQuiet && !stream.aborted) await stream.writeSSE({ event: 'beat', data: '' })
  }
  leave()
  leaveClock?.()
  stopping.removeEventListener('abort', ring)
}

/** Pages of facts after a number; answers the last number sent. */
async function sendFacts(
  { facts }: Needs,
  { kitchenId, stream }: Listener,
  due: Due,
  fromSeq: number,
): Promise<number> {
  let seq = fromSeq
  while (due.facts && !stream.aborted) {
    due.facts = false
    const page = await facts.after(kitchenId, seq).catch(() => undefined)
    if (!page?.facts.length) continue
    seq = page.facts.at(-1)?.seq ?? seq
    await stream.writeSSE({ event: 'facts', id: String(seq), data: JSON.stringify(page.facts) })
    if (page.hasMore) due.facts = true
  }
  return seq
}

async function sendClock({ clock }: Needs, { stream }: Listener, due: Due): Promise<void> {
  if (!due.clock || stream.aborted) return
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
