import type { GuestDetails, Samples, Session } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { ref, shallowReactive, shallowRef } from 'vue'
import { kitchenNowMs } from './clock'
import { isTap, openLocalStore, type LocalStore, type Refused } from './localStore'
import { createMirror } from './mirror'
import { createSender } from './sendQueue'
import { createSignOn } from './signOn'

/** What one tab of this browser tells the others. */
export type TabNews =
  | readonly Fact[]
  | Samples
  | { readonly clockOffsetMs: number }
  | { readonly isCatalogNew: true }
  | { readonly isMoved: true }

/** What this browser knows of a kitchen: its session, the facts and their folds, what waits to be sent, and its own database of all that. */
export function createBrowserKitchen() {
  const phase = ref<'opening' | 'open' | 'needsCode' | 'failed'>('opening')
  const session = shallowRef<Session>()
  const details = shallowReactive(new Map<string, GuestDetails>())
  const tray = shallowRef<readonly Refused[]>([])
  const unsentCount = ref(0)
  const awaySinceMs = ref<number>()
  const signOn = createSignOn()
  const mirror = createMirror()
  const channel = new BroadcastChannel('liquamen')
  let store: LocalStore | undefined
  let storeName = ''
  let headSeq: number | undefined
  let writing: Promise<unknown> = Promise.resolve()
  let send: () => Promise<void> = () => Promise.resolve()
  window.addEventListener('online', () => void send())

  const reached = () => {
    awaySinceMs.value = undefined
  }
  const lost = () => {
    awaySinceMs.value ??= kitchenNowMs()
  }
  let counts = 0
  const countUnsent = async () => {
    const mine = ++counts
    const waiting = (await store?.count()) ?? 0
    if (mine === counts) unsentCount.value = waiting // one that was asked for later has seen more
  }
  /** At once: what is sent is counted again after it. */
  function countOneMore(fact: Fact): void {
    counts += 1
    unsentCount.value = Math.max(1, unsentCount.value + (isTap(fact) ? 1 : 0))
  }
  const tell = (news: TabNews) => channel.postMessage(news)
  /** Takes facts in here and in this browser's other tabs. */
  function share(facts: readonly Fact[]): void {
    mirror.merge(facts)
    tell(facts)
  }

  /** Takes one of this browser's databases into use: its facts, its queue, what was refused. */
  async function openStore(name: string): Promise<Awaited<ReturnType<LocalStore['remembered']>>> {
    const opened = await openLocalStore(name)
    const last = store
    void writing.then(() => last?.close())
    store = opened
    storeName = name
    send = createSender(opened, {
      async round(round) {
        share(round.settled)
        mirror.forget(round.refused)
        if (round.refused.length) tray.value = [...tray.value, ...round.refused]
        await countUnsent()
        reached()
      },
      settled: countUnsent,
      lost,
    })
    const [all, memory] = await Promise.all([opened.readAll(), opened.remembered()])
    mirror.clear()
    details.clear()
    tray.value = all.tray
    counts += 1 // what is still being counted is the last one's
    unsentCount.value = all.unsent
    all.details.forEach((d) => details.set(d.id, d))
    mirror.merge(all.facts)
    headSeq = memory.headSeq
    return memory
  }
  /** Writes down what this browser shows already, one thing after another. */
  function afterwards(write: (into: LocalStore) => Promise<void>): void {
    const into = store
    if (into) writing = writing.then(() => write(into)).catch((error: unknown) => console.error(error))
  }

  return {
    phase,
    session,
    details,
    tray,
    unsentCount,
    awaySinceMs,
    signOn,
    mirror,
    /** This browser's database of the kitchen; none before it is open. */
    store: () => store,
    storeName: () => storeName,
    /** Up to which number the server's facts were here when it was opened; none where there were none. */
    headSeq: () => headSeq,
    openStore,
    afterwards,
    send: () => send(),
    share,
    tell,
    hear: (on: (news: TabNews) => void) => {
      channel.onmessage = ({ data }: MessageEvent<TabNews>) => on(data)
    },
    reached,
    lost,
    countUnsent,
    countOneMore,
  }
}
export type BrowserKitchen = ReturnType<typeof createBrowserKitchen>
