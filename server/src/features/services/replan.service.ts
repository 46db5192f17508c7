import type { PublishPlan, Sample } from '@liquamen/contracts'
import { KEPT_SAMPLES_MS, type Fact } from '@liquamen/core'
import type { Logger } from 'pino'
import { Worker } from 'node:worker_threads'
import { CATALOG_CHANNEL, readCatalog } from '../../catalog/catalog.repo'
import type { Database } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import { readSamples } from '../../log/channels.repo'
import { CURRENT_MS } from '../../log/current'
import { listPlannedServices } from '../../log/facts.repo'
import type { FactsService } from '../../log/facts.service'
import { listGuestDetails } from '../../log/guestDetails.repo'
import type { KitchenTime } from '../../kitchenTime'
import type { LiveFeed } from '../../log/liveFeed'
import { ROOT } from '../../root'
import type { ReplanLook, ReplanSaid } from './replanWorker'
import type { ServicesService } from './services.service'

/** Bundled it stands beside the server; from its source it brings a reader of TypeScript. */
const THREAD = import.meta.url.endsWith('.ts')
  ? new URL('./replanThread.mjs', import.meta.url)
  : new URL('dist/replanWorker.js', ROOT)
/** A plan is looked for so long: with all else a new one is on every screen within a second, ms. */
const BUDGET_MS = 250
/** A plan by which plates wait is thought over once more, after so long and for so long, ms. */
const SECOND_THOUGHT = { afterMs: 1200, budgetMs: 1500 }
/** What comes together is looked at together, ms. */
const TOGETHER_MS = 40
/** More than one a second of a channel. */
const MOST_SAMPLES = 20_000
/** What is late tells nobody: it is looked at so often, ms. */
const LOOKS_EVERY_MS = 20_000
/** What may ask for another plan; all else is seen at the next look. */
const TRIGGERS: ReadonlySet<string> = new Set<Fact['kind']>([
  'table.ordered',
  'table.moved',
  'table.cancelled',
  'plates.decided',
  'call.released',
  'call.takenBack',
  'dish.withdrawn',
  'line.planned',
  'ring.set',
  'ring.removed',
  'batch.finished',
  'batch.takenOff',
  'sauce.broke',
  'rescue.ended',
  'hold.started',
  'fact.voided',
  'fact.corrected',
])
/** What changes the kitchen itself. */
const isOfKitchen = (fact: Fact) => fact.streamKind === 'kitchen'

/** What a kitchen's evening is planned anew with. */
interface Needs {
  readonly database: Database
  readonly feed: LiveFeed
  readonly facts: FactsService
  readonly services: ServicesService
  readonly clock: () => number
  readonly time: Pick<KitchenTime, 'within'>
  readonly log: Logger
  readonly stopping: AbortSignal
}
/** How a kitchen is looked at. */
interface Look {
  /** Also where nothing came that asks for it. */
  readonly isAsked: boolean
  readonly budgetMs: number
  /** Thinks a plan over by which plates wait. */
  readonly thinksAgain: boolean
}
/** One look that does for both. */
const bothLooks = (a: Look, b: Look = a): Look => ({
  isAsked: a.isAsked || b.isAsked,
  budgetMs: Math.max(a.budgetMs, b.budgetMs),
  thinksAgain: a.thinksAgain || b.thinksAgain,
})
/** Where the look at a kitchen stands. */
interface Followed {
  /** Probes and scales that a batch was given since the first look, or had then. */
  readonly bound: Set<string>
  /** The number up to which its facts are with the thread; none before the first look. */
  seq: number | undefined
  looking: Promise<void> | undefined
  /** What was asked for while it looked. */
  due: Look | undefined
}

/**
 * Keeps the plan in force true: when a table orders, a sauce breaks or is late, a ring or a cook is lost, the evening is planned anew and published,
 * as near to what stands as may be. Without a plan in force it does nothing. Several processes may: of two plans made from one, one is taken.
 */
export function createReplanner(needs: Needs) {
  const { database, feed, facts, services, clock, time, log, stopping } = needs
  const followed = new Map<string, Followed>()
  const asked = new Map<number, (said: ReplanSaid) => void>()
  let thread: Worker | undefined
  let lookId = 0

  function startThread(): Worker {
    if (thread) return thread
    const worker = new Worker(THREAD)
    worker.unref()
    const lost = (error: unknown) => {
      if (thread !== worker) return
      thread = undefined
      for (const state of followed.values()) state.seq = undefined
      for (const [id, tell] of asked) tell({ lookId: id, error: String(error) })
    }
    worker.on('message', (said: ReplanSaid) => asked.get(said.lookId)?.(said))
    worker.on('error', lost)
    worker.on('exit', lost)
    thread = worker
    return worker
  }
  async function ask(look: Omit<ReplanLook, 'lookId'>): Promise<ReplanSaid> {
    const id = ++lookId
    const said = new Promise<ReplanSaid>((resolve) => asked.set(id, resolve))
    startThread().postMessage({ ...look, lookId: id })
    return said.finally(() => asked.delete(id))
  }

  /** What came since the last look; all that is current at the first. */
  async function news(kitchenId: string, { seq }: Followed) {
    if (seq === undefined) {
      const { facts: all, headSeq } = await facts.current(kitchenId, clock() - CURRENT_MS)
      return { facts: all, headSeq, isFirst: true }
    }
    const list: Fact[] = []
    for (let after = seq, hasMore = true; hasMore;) {
      const page = await facts.after(kitchenId, after)
      list.push(...page.facts)
      after = page.facts.at(-1)?.seq ?? after
      hasMore = page.hasMore
    }
    return { facts: list, headSeq: list.at(-1)?.seq ?? seq, isFirst: false }
  }
  /** What channels showed of late: probes and scales tell nobody, they are read at each look. */
  async function readLately(kitchenId: string, channelIds: ReadonlySet<string>) {
    const toMs = clock()
    const between = { fromMs: toMs - KEPT_SAMPLES_MS, toMs, most: MOST_SAMPLES }
    return database.inKitchen(kitchenId, async (tx) => {
      const read: Record<string, Sample[]> = {}
      for (const id of channelIds) read[id] = await readSamples(tx, id, between)
      return read
    })
  }
  const plannedServices = (kitchenId: string) => database.inKitchen(kitchenId, listPlannedServices)

  /** Looks once at a kitchen's evenings, and publishes what must change. @returns whether plates wait by what it published */
  async function look(kitchenId: string, state: Followed, { isAsked, budgetMs }: Look): Promise<boolean> {
    const planned = await plannedServices(kitchenId)
    let isLate = false
    if (planned.length === 0) return isLate // nothing to keep true: the thread is not even begun
    const { facts: list, headSeq, isFirst } = await news(kitchenId, state)
    const isNeeded = isAsked || isFirst || list.some((f) => TRIGGERS.has(f.kind))
    if (!isNeeded) return isLate // what came is read again, with what asks for it
    const isOther = isFirst || list.some(isOfKitchen)
    const guests = await database.inKitchen(kitchenId, listGuestDetails)
    const catalog = isOther ? await database.inKitchen(kitchenId, (tx) => readCatalog(tx)) : undefined
    for (const f of list) if (f.kind === 'channel.bound') state.bound.add(f.payload.channelId)
    const samples = await readLately(kitchenId, state.bound)
    state.seq = headSeq
    for (const [i, serviceId] of planned.entries()) {
      const said = await ask({
        kitchenId,
        serviceId,
        nowMs: clock(),
        budgetMs,
        guests,
        samples,
        ...(i === 0 ? { facts: list, isFirst, catalog } : { facts: [], isFirst: false }),
      })
      if (said.error) throw new Error(said.error)
      if (said.plan) isLate ||= (await publish(kitchenId, serviceId, said.plan)).arePlatesLate
    }
    return isLate
  }
  async function publish(
    kitchenId: string,
    serviceId: string,
    { about, latenessS, ...plan }: NonNullable<ReplanSaid['plan']>,
  ): Promise<{ readonly arePlatesLate: boolean }> {
    const by = await services.planStandsBy(kitchenId, serviceId)
    const body = { ...plan, ...(about ? { about } : {}) }
    if (by) await services.publishPlan(by, serviceId, body as unknown as PublishPlan)
    return { arePlatesLate: latenessS > 0 }
  }
  /** Another process was quicker, or the evening was closed meanwhile: what stands now is looked at again. */
  const isOvertaken = (error: unknown) =>
    error instanceof ProblemError && ['planMoved', 'serviceClosed'].includes(error.problem.code)

  /** Looks until nothing is left to look at; asked while it looks, it looks once more. */
  const lookNow = (kitchenId: string, how: Look): Promise<void> =>
    time.within(kitchenId, () => lookHere(kitchenId, how))
  function lookHere(kitchenId: string, how: Look): Promise<void> {
    const state = followed.get(kitchenId) ?? {
      bound: new Set(),
      seq: undefined,
      looking: undefined,
      due: undefined,
    }
    followed.set(kitchenId, state)
    if (state.looking) {
      state.due = bothLooks(how, state.due)
      return state.looking
    }
    state.looking = lookAll(kitchenId, state, how).finally(() => (state.looking = undefined))
    return state.looking
  }
  async function lookAll(kitchenId: string, state: Followed, how: Look): Promise<void> {
    for (let next: Look | undefined = how; next && !stopping.aborted; next = state.due) {
      state.due = undefined
      try {
        const isLate = await look(kitchenId, state, next)
        if (isLate && next.thinksAgain) thinkAgain(kitchenId)
      } catch (error) {
        if (!isOvertaken(error) && !stopping.aborted) log.warn({ err: error }, 'planning anew')
      }
    }
  }
  function thinkAgain(kitchenId: string): void {
    const { afterMs, budgetMs } = SECOND_THOUGHT
    setTimeout(
      () => !stopping.aborted && void lookNow(kitchenId, { isAsked: true, budgetMs, thinksAgain: false }),
      afterMs,
    ).unref()
  }
  return {
    /** Looks at a kitchen now, and is done when what must change is published. */
    look: (kitchenId: string) =>
      lookNow(kitchenId, { isAsked: true, budgetMs: BUDGET_MS, thinksAgain: false }),
    /** Follows a kitchen until the server stops. */
    follow(kitchenId: string): void {
      let timer: NodeJS.Timeout | undefined
      let isAsked = false
      const soon = (more: { readonly isAsked: boolean }) => {
        isAsked ||= more.isAsked
        timer ??= setTimeout(() => {
          timer = undefined
          void lookNow(kitchenId, { isAsked, budgetMs: BUDGET_MS, thinksAgain: true })
          isAsked = false
        }, TOGETHER_MS)
      }
      const leave = feed.subscribe(kitchenId, ({ channelId, revoked, aheadMs }) => {
        const isOtherBook = channelId === CATALOG_CHANNEL
        if (isOtherBook) followed.delete(kitchenId)
        if (isOtherBook || (channelId === undefined && revoked === undefined))
          soon({ isAsked: isOtherBook || aheadMs !== undefined })
      })
      const every = setInterval(() => soon({ isAsked: true }), LOOKS_EVERY_MS)
      every.unref()
      stopping.addEventListener('abort', () => {
        leave()
        clearInterval(every)
        clearTimeout(timer)
        void thread?.terminate()
      })
      soon({ isAsked: true })
    },
  }
}
export type Replanner = ReturnType<typeof createReplanner>
