import type { GuestDetails, Session } from '@liquamen/contracts'
import { foldBatch, foldOrder, foldTime, KINDS, mergeFacts, type BatchState, type Fact, type FactKind, type Ingredient, type OrderState, type Payloads, type StreamKind } from '@liquamen/core'
import { defineStore } from 'pinia'
import { v7 as uuidv7 } from 'uuid'
import { computed, ref, shallowReactive, shallowRef } from 'vue'
import { api, OutOfReach, Refusal } from './api'
import { kitchenNowMs, setClockOffset, useClock } from './clock'
import { drainOnce } from './drainQueue'
import { openLocalStore, type LocalStore, type Refused } from './localStore'

const RETRY_MS = { first: 1000, most: 10_000 } as const
const STILL_CURRENT_MS = 36 * 3600_000
const REACH_AGAIN_MS = 2000

/** The kitchen as this browser knows it: facts, their folds, and the way to the server. */
export const useKitchen = defineStore('kitchen', () => {
  const phase = ref<'opening' | 'open' | 'needsCode' | 'failed'>('opening')
  const session = shallowRef<Session>()
  const batches = shallowReactive(new Map<string, BatchState>())
  const orders = shallowReactive(new Map<string, OrderState>())
  const details = shallowReactive(new Map<string, GuestDetails>())
  const tray = shallowRef<readonly Refused[]>([])
  const unsentCount = ref(0)
  const awaySinceMs = ref<number>()
  const crewId = ref<string | undefined>(localStorage.getItem('liquamen.crew') ?? undefined)
  const streams = new Map<string, readonly Fact[]>()
  let store: LocalStore | undefined
  const channel = new BroadcastChannel('liquamen')

  const catalog = computed(() => session.value?.catalog)
  const ingredients = computed(() => new Map((catalog.value?.ingredients ?? []).map((i) => [i.id, i as unknown as Ingredient])))

  function refold(streamId: string): void {
    const facts = streams.get(streamId) ?? []
    if (facts.length === 0) { batches.delete(streamId); orders.delete(streamId) }
    else if (facts[0]?.streamKind === 'order') orders.set(streamId, foldOrder(streamId, facts))
    else batches.set(streamId, foldBatch(streamId, facts))
  }

  /** Takes facts into memory and folds their streams anew. */
  function merge(facts: readonly Fact[]): void {
    const touched = new Map<string, Fact[]>()
    for (const fact of facts) touched.set(fact.streamId, [...(touched.get(fact.streamId) ?? []), fact])
    for (const [id, more] of touched) {
      streams.set(id, mergeFacts(streams.get(id) ?? [], more))
      refold(id)
    }
  }

  function forget(refused: readonly Refused[]): void {
    for (const { id, fact } of refused) {
      streams.set(fact.streamId, (streams.get(fact.streamId) ?? []).filter((f) => f.id !== id))
      refold(fact.streamId)
    }
  }

  const reached = () => { awaySinceMs.value = undefined }
  const lost = () => { awaySinceMs.value ??= kitchenNowMs() }

  /** Makes a fact here and now: kept first, shown at once, sent when it can be. */
  async function record<K extends FactKind>(kind: K, streamId: string, payload: Payloads[K], streamKind: StreamKind = KINDS[kind].stream): Promise<string> {
    if (!store || !session.value) throw new Error('the kitchen is not open')
    const { deviceId, kitchenId } = session.value
    const clockOffsetMs = Math.round(useClock().offsetMs.value)
    const fact = await store.append((deviceSeq) => {
      const envelope = { id: uuidv7(), kitchenId, streamKind, streamId, kind, v: KINDS[kind].v, deviceId, deviceSeq, deviceAtMs: Date.now(), clockOffsetMs, actor: { deviceId, ...(crewId.value ? { crewId: crewId.value } : {}) }, payload: JSON.parse(JSON.stringify(payload)) as Payloads[K] }
      return { ...envelope, ...foldTime(envelope) } as unknown as Fact
    })
    merge([fact])
    unsentCount.value += 1
    channel.postMessage({ type: 'facts', facts: [fact] })
    void drain()
    return fact.id
  }

  /** Takes back a fact. */
  async function takeBack(factId: string, streamId: string, reason: string): Promise<void> {
    await record('fact.voided', streamId, { factId, reason }, orders.has(streamId) ? 'order' : 'batch')
  }

  async function keepDetails(kept: GuestDetails): Promise<void> {
    await store?.appendDetails(kept)
    details.set(kept.id, kept)
    unsentCount.value = (await store?.count()) ?? 0
    void drain()
  }

  let isDraining = false
  let retryMs: number = RETRY_MS.first
  let retryTimer = 0
  /** Sends the queue; one tab at a time, again and again until it is empty. */
  async function drain(): Promise<void> {
    if (isDraining || !store) return
    isDraining = true
    window.clearTimeout(retryTimer)
    try {
      await navigator.locks.request('liquamen-drain', async () => {
        for (let round = await drainOnce(store as LocalStore, api); round; round = await drainOnce(store as LocalStore, api)) {
          merge(round.settled)
          forget(round.refused)
          channel.postMessage({ type: 'facts', facts: round.settled })
          if (round.refused.length) tray.value = [...tray.value, ...round.refused]
          unsentCount.value = await (store as LocalStore).count()
          reached()
        }
      })
      unsentCount.value = await store.count()
      retryMs = RETRY_MS.first
    } catch (error) {
      if (error instanceof OutOfReach) lost()
      retryTimer = window.setTimeout(() => void drain(), retryMs)
      retryMs = Math.min(RETRY_MS.most, retryMs * 2)
    } finally {
      isDraining = false
    }
  }

  /** Follows the live stream from the last number; one tab listens for all. */
  function follow(fromSeq: number): void {
    void navigator.locks.request('liquamen-live', async () => {
      let head = (await store?.remembered())?.headSeq ?? fromSeq
      await new Promise<never>(() => {
        const open = () => {
          const source = new EventSource(`/api/live?after=${head}`)
          source.onopen = () => { reached(); void drain() }
          source.addEventListener('facts', (event: MessageEvent<string>) => {
            const facts = JSON.parse(event.data) as Fact[]
            head = Number(event.lastEventId)
            void store?.receive(facts, head)
            merge(facts)
            channel.postMessage({ type: 'facts', facts })
            if (facts.some((fact) => fact.kind === 'order.taken')) void refreshDetails()
          })
          source.onerror = () => {
            lost()
            source.close() // the browser's own retry gives up on some answers; ours does not
            window.setTimeout(open, REACH_AGAIN_MS)
          }
        }
        open()
      })
    })
  }

  async function refreshDetails(): Promise<void> {
    const all = await api.guestDetails().catch(() => undefined)
    if (!all) return
    await store?.replaceDetails(all)
    all.forEach((d) => details.set(d.id, d))
  }

  /** Asks the server who this device is; a demo kitchen lets a browser of its own machine in. */
  async function askSession(): Promise<Session> {
    const startMs = Date.now()
    const answer = await api.session().catch(async (error: unknown) => {
      if (!(error instanceof Refusal) || error.problem.code !== 'notEnrolled') throw error
      await api.enrol('browser')
      return api.session()
    })
    const offset = Math.round(answer.serverNowMs - (startMs + Date.now()) / 2)
    setClockOffset(offset)
    await store?.remember({ clockOffsetMs: offset })
    return answer
  }

  /** Opens from what the browser has, then from the server. */
  async function open(): Promise<void> {
    store = await openLocalStore()
    void navigator.storage?.persist?.()
    const [all, memory] = await Promise.all([store.readAll(), store.remembered()])
    if (memory.clockOffsetMs !== undefined) setClockOffset(memory.clockOffsetMs)
    tray.value = all.tray
    unsentCount.value = all.unsent
    all.details.forEach((d) => details.set(d.id, d))
    merge(all.facts)
    if (memory.session) { session.value = memory.session; phase.value = 'open' }
    await connect(memory.session, memory.headSeq)
  }

  async function connect(before: Session | undefined, headSeq: number | undefined): Promise<void> {
    try {
      const answer = await askSession()
      const isOther = before !== undefined && (before.kitchenId !== answer.kitchenId || (headSeq ?? 0) > answer.headSeq)
      if (isOther) { await store?.clearMirror(); streams.clear(); batches.clear(); orders.clear() }
      let from = isOther ? undefined : headSeq
      if (from === undefined) {
        const current = await api.currentFacts(kitchenNowMs() - STILL_CURRENT_MS)
        await store?.receive(current.facts, current.headSeq)
        merge(current.facts)
        from = current.headSeq
      }
      session.value = answer
      crewId.value ??= answer.catalog.crew[0]?.id
      await store?.remember({ session: answer })
      reached()
      phase.value = 'open'
      void refreshDetails()
      void drain()
      follow(from)
    } catch (error) {
      if (error instanceof Refusal && phase.value !== 'open') { phase.value = error.problem.code === 'codeNeeded' ? 'needsCode' : 'failed'; return }
      lost()
      if (phase.value === 'opening') phase.value = before ? 'open' : 'failed'
      window.setTimeout(() => void connect(before, headSeq), REACH_AGAIN_MS)
    }
  }

  /** Enrols this browser by the kitchen's code. */
  async function enrol(name: string, code: string): Promise<void> {
    await api.enrol(name, code)
    await connect(undefined, undefined)
  }

  /** Reads the catalogue again after an import. */
  async function refreshCatalog(): Promise<void> {
    const answer = await askSession()
    session.value = answer
    await store?.remember({ session: answer })
    void refreshDetails()
  }

  function setCrew(id: string): void {
    crewId.value = id
    localStorage.setItem('liquamen.crew', id)
  }

  async function dropRefused(id: string): Promise<void> {
    await store?.dropFromTray(id)
    tray.value = tray.value.filter((entry) => entry.id !== id)
  }

  channel.onmessage = (event: MessageEvent<{ type: string; facts: Fact[] }>) => {
    if (event.data.type === 'facts') merge(event.data.facts)
    void store?.count().then((n) => { unsentCount.value = n })
  }
  window.addEventListener('online', () => void drain())

  const factsOf = (streamId: string): readonly Fact[] => streams.get(streamId) ?? []
  const exportQueue = async () => (await store?.queue()) ?? []
  return { phase, session, catalog, ingredients, batches, orders, details, tray, unsentCount, awaySinceMs, crewId, open, enrol, record, takeBack, keepDetails, setCrew, dropRefused, factsOf, exportQueue, refreshCatalog }
})
