import { type GuestDetails, type Samples, type Session, type TakeFromLarder } from '@liquamen/contracts'
import {
  kitchenGoods,
  type Fact,
  type FactKind,
  type Ingredient,
  type KitchenCatalog,
  type Payloads,
} from '@liquamen/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowReactive, shallowRef, watch } from 'vue'
import { setZone } from '../ui/format'
import { api, OutOfReach, Refusal } from './api'
import { useChannels } from './channels.store'
import { kitchenNowMs, setClockOffset, useClock } from './clock'
import { followLive } from './liveStream'
import { openLocalStore, type LocalStore, type Refused } from './localStore'
import { lastStoreName, storeNameOf } from './storeNames'
import { checked, makeFact, type Entry } from './makeFact'
import { createMirror } from './mirror'
import { askSession } from './openSession'
import { createSender } from './sendQueue'

const STILL_CURRENT_MS = 36 * 3600_000
const REACH_AGAIN_MS = 2000

/** What the tab that follows the server tells this browser's other tabs. */
type TabNews =
  readonly Fact[] | Samples | { readonly clockOffsetMs: number } | { readonly isCatalogNew: true }

/** The kitchen as this browser knows it: facts, their folds, and the way to the server. */
export const useLiveKitchen = defineStore('kitchen', () => {
  const phase = ref<'opening' | 'open' | 'needsCode' | 'failed'>('opening')
  const session = shallowRef<Session>()
  const details = shallowReactive(new Map<string, GuestDetails>())
  const tray = shallowRef<readonly Refused[]>([])
  const unsentCount = ref(0)
  const awaySinceMs = ref<number>()
  const crewId = ref<string | undefined>(localStorage.getItem('liquamen.crew') ?? undefined)
  const mirror = createMirror()
  const channel = new BroadcastChannel('liquamen')
  let store: LocalStore | undefined
  let send: () => Promise<void> = () => Promise.resolve()

  const catalog = computed(() => session.value?.catalog)
  const { nowMs } = useClock()
  watch(
    () => session.value?.catalog.settings.timeZone,
    (zone) => setZone(zone ?? 'UTC'),
    { immediate: true, flush: 'sync' },
  )
  const ingredients = computed(() =>
    catalog.value ? kitchenGoods(catalog.value as unknown as KitchenCatalog) : new Map<string, Ingredient>(),
  )
  const reached = () => {
    awaySinceMs.value = undefined
  }
  const lost = () => {
    awaySinceMs.value ??= kitchenNowMs()
  }
  const countUnsent = async () => {
    unsentCount.value = (await store?.count()) ?? 0
  }
  /** Takes facts in here and in this browser's other tabs. */
  function share(facts: readonly Fact[]): void {
    mirror.merge(facts)
    channel.postMessage(facts)
  }
  const channels = useChannels()
  channel.onmessage = ({ data }: MessageEvent<TabNews>) => {
    if ('samples' in data) return channels.take(data.channelId, data.samples)
    if ('clockOffsetMs' in data) return setClockOffset(data.clockOffsetMs)
    if ('isCatalogNew' in data) return void hearCatalog()
    mirror.merge(data)
    void countUnsent()
  }
  window.addEventListener('online', () => void send())

  /**
   * Makes the facts of one tap, all of them or none: judged by the schema that the server judges them by, kept, shown at once, sent when they can be.
   *
   * @returns their ids, in order
   * @throws Refusal where the server would never take one of them: nothing was kept, and the tap can say so
   */
  async function recordAll(entries: readonly Entry[]): Promise<string[]> {
    if (!store || !session.value) throw new Error('the kitchen is not open')
    const { deviceId, kitchenId } = session.value
    const clockOffsetMs = Math.round(useClock().offsetMs.value)
    const by = { kitchenId, deviceId, crewId: crewId.value, clockOffsetMs }
    const plain = entries.map(checked)
    const facts = await store.append((firstSeq) => plain.map((e, i) => makeFact(e, by, firstSeq + i)))
    unsentCount.value += facts.length
    share(facts)
    void send()
    return facts.map((fact) => fact.id)
  }
  /** Makes one fact. @throws Refusal as `recordAll` */
  async function record<K extends FactKind>(
    kind: K,
    streamId: string,
    payload: Payloads[K],
  ): Promise<string> {
    const [id] = await recordAll([{ kind, streamId, payload } as unknown as Entry])
    return id ?? ''
  }

  /** Takes facts of one stream back, all of them or none. */
  async function takeBack(factIds: readonly string[], streamId: string, reason: string): Promise<void> {
    const streamKind = mirror.factsOf(streamId)[0]?.streamKind
    await recordAll(
      factIds.map((factId) => ({
        kind: 'fact.voided',
        streamId,
        payload: { factId, reason },
        ...(streamKind ? { streamKind } : {}),
      })),
    )
  }

  /** Takes of what the kitchen made, for an item of a batch: only the server may say so. */
  async function takeFromLarder(ask: Omit<TakeFromLarder, 'crewId'>) {
    return api.takeFromLarder({ ...ask, ...(crewId.value ? { crewId: crewId.value } : {}) })
  }

  async function keepDetails(kept: GuestDetails): Promise<void> {
    await store?.appendDetails(kept)
    details.set(kept.id, kept)
    await countUnsent()
    void send()
  }

  async function refreshDetails(): Promise<void> {
    const all = await api.guestDetails().catch(() => undefined)
    if (!all) return
    await store?.replaceDetails(all)
    all.forEach((d) => details.set(d.id, d))
  }

  /** Reads session and catalogue from the server; kept only in the database of that kitchen. */
  async function readSession(before: Session | undefined): Promise<Session> {
    const answer = await askSession()
    setClockOffset(answer.clockOffsetMs)
    if (!before || before.kitchenId === answer.session.kitchenId)
      await store?.remember({ clockOffsetMs: answer.clockOffsetMs, session: answer.session })
    return answer.session
  }

  /** Takes one of this browser's databases into use: its facts, its queue, what was refused. */
  async function openStore(name: string): Promise<Awaited<ReturnType<LocalStore['remembered']>>> {
    const opened = await openLocalStore(name)
    store?.close()
    store = opened
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
    unsentCount.value = all.unsent
    all.details.forEach((d) => details.set(d.id, d))
    mirror.merge(all.facts)
    return memory
  }

  /** Opens from what the browser has, then from the server. */
  async function open(): Promise<void> {
    void navigator.storage?.persist?.()
    const memory = await openStore(lastStoreName())
    if (memory.clockOffsetMs !== undefined) setClockOffset(memory.clockOffsetMs)
    if (memory.session) {
      session.value = {
        ...memory.session,
        catalog: { ...memory.session.catalog, wells: memory.session.catalog.wells ?? [] },
      }
      phase.value = 'open'
    } // kept by a release without wells
    await connect(memory.session, memory.headSeq)
  }

  /** The browser's own database of the kitchen that answered: a tablet that was moved over never sends its old taps to the new one. */
  async function useLarderOf(answer: Session, before: Session | undefined, headSeq: number | undefined) {
    if (before?.kitchenId === answer.kitchenId) {
      storeNameOf(answer.kitchenId)
      return { before, headSeq }
    }
    if (before) storeNameOf(before.kitchenId)
    const memory = await openStore(storeNameOf(answer.kitchenId))
    await store?.remember({ session: answer, clockOffsetMs: useClock().offsetMs.value })
    return { before: memory.session, headSeq: memory.headSeq }
  }

  async function connect(knownBefore: Session | undefined, knownHead: number | undefined): Promise<void> {
    try {
      const answer = await readSession(knownBefore)
      const { before, headSeq } = await useLarderOf(answer, knownBefore, knownHead)
      const from = await catchUp(answer, before, headSeq)
      session.value = answer
      crewId.value ??= answer.catalog.crew[0]?.id
      phase.value = 'open'
      reached()
      void refreshDetails()
      void channels.refresh()
      void send()
      let wasLost = false
      followLive(async () => (await store?.remembered())?.headSeq ?? from, {
        facts(facts, head) {
          void store?.receive(facts, head)
          share(facts)
          if (facts.some((fact) => fact.kind === 'order.taken')) void refreshDetails()
        },
        samples(samples) {
          channels.take(samples.channelId, samples.samples)
          channel.postMessage(samples)
        },
        catalog: tellCatalog,
        clock(serverNowMs) {
          const clockOffsetMs = Math.round(serverNowMs - Date.now())
          setClockOffset(clockOffsetMs)
          channel.postMessage({ clockOffsetMs })
        },
        open() {
          reached()
          void send()
          if (wasLost) tellCatalog() // what changed while the line was down was told to nobody
          wasLost = false
        },
        lost() {
          wasLost = true
          lost()
        },
      })
    } catch (error) {
      if (error instanceof Refusal && phase.value !== 'open') {
        phase.value = error.problem.code === 'codeNeeded' ? 'needsCode' : 'failed'
        return
      }
      lost()
      if (phase.value === 'opening') phase.value = knownBefore ? 'open' : 'failed'
      window.setTimeout(() => void connect(knownBefore, knownHead), REACH_AGAIN_MS)
    }
  }

  /** Where to follow from; a browser without facts of this database reads what is current first. */
  async function catchUp(
    answer: Session,
    before: Session | undefined,
    headSeq: number | undefined,
  ): Promise<number> {
    const isOther =
      before !== undefined && (before.kitchenId !== answer.kitchenId || (headSeq ?? 0) > answer.headSeq)
    if (headSeq !== undefined && !isOther) return headSeq
    if (isOther) {
      await store?.clearMirror()
      mirror.clear()
    }
    const current = await api.currentFacts(kitchenNowMs() - STILL_CURRENT_MS)
    await store?.receive(current.facts, current.headSeq)
    mirror.merge(current.facts)
    return current.headSeq
  }

  /** Enrols this browser by the kitchen's code. */
  async function enrol(name: string, code: string): Promise<void> {
    await api.enrol(name, code)
    await connect(undefined, undefined)
  }

  /** Reads the catalogue again. */
  async function refreshCatalog(): Promise<void> {
    session.value = await readSession(session.value)
    void refreshDetails()
  }

  /** The catalogue as it is now; where the server is away the kept one stays until the line is back. */
  async function hearCatalog(): Promise<void> {
    await refreshCatalog().catch((error: unknown) => {
      if (!(error instanceof OutOfReach)) throw error
    })
  }
  /** One tab follows the server: it tells the others. */
  function tellCatalog(): void {
    channel.postMessage({ isCatalogNew: true })
    void hearCatalog()
  }

  function setCrew(id: string): void {
    crewId.value = id
    localStorage.setItem('liquamen.crew', id)
  }

  async function dropRefused(id: string): Promise<void> {
    await store?.dropFromTray(id)
    tray.value = tray.value.filter((entry) => entry.id !== id)
  }

  const { batches, orders, lots, factsOf } = mirror
  const exportQueue = async () => (await store?.queue()) ?? []
  return {
    phase,
    session,
    catalog,
    ingredients,
    batches,
    orders,
    lots,
    details,
    tray,
    unsentCount,
    awaySinceMs,
    crewId,
    open,
    enrol,
    nowMs,
    record,
    recordAll,
    takeBack,
    takeFromLarder,
    keepDetails,
    setCrew,
    dropRefused,
    factsOf,
    exportQueue,
    refreshCatalog,
  }
})
