import {
  batchOfTask,
  isPlannedSo,
  movedInto,
  plannedFrom,
  SCHEDULE_MODEL_VERSION,
  stoveEvening,
  type BatchState,
  type KitchenCatalog,
  type PlacedTask,
  type PlanCause,
  type ServiceState,
} from '@liquamen/core'
import { computed, onScopeDispose, ref, shallowRef, toRaw, watch, type Ref } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import type { EveningQuestion, EveningTold } from './evening.worker'

/** A plan is there at once and improves while one looks: so long, ms. */
const BUDGET_MS = 2500
/** While a batch is dragged the answer must keep up with the finger, ms. */
const DRAG_BUDGET_MS = 250
const SECOND_MS = 1000

/** Where each task stands, as a text: two plans that are the same read the same. */
const readsAs = (tasks: readonly PlacedTask[], zeroMs: number) =>
  [...tasks]
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .map((t) => [t.id, zeroMs + t.startS * SECOND_MS, t.ring, t.vessel, t.well].join())
    .join(';')
/** A published plan's tasks counted from another zero. */
const movedTo = (tasks: readonly PlacedTask[], byS: number): PlacedTask[] =>
  tasks.map((t) => ({
    ...t,
    startS: t.startS + byS,
    endS: t.endS + byS,
    ...(t.parts ? { parts: t.parts.map(([s, e]) => [s + byS, e + byS] as const) } : {}),
  }))

/**
 * The evening as it is planned: asked for in a worker whenever the brief or the stove changes, and put in force by the server.
 * @param wants - only its goods, or a plan of it too
 */
export function usePlanning(service: Ref<ServiceState | undefined>, wants: 'goods' | 'plan') {
  const { kitchen, catalog, current } = useKitchenViews()
  const told = shallowRef<EveningTold>()
  const isWorking = ref(false)
  const failed = ref(false)
  const pinned = shallowRef<EveningQuestion['pinned']>()
  let ask = 0
  let worker: Worker | undefined
  onScopeDispose(() => worker?.terminate())
  function hear({ data }: MessageEvent<EveningTold>): void {
    if (data.ask !== ask) return
    // until the new plan is there the old one is looked at
    told.value = { ...data, plan: data.plan ?? told.value?.plan }
    isWorking.value = !data.isDone
  }
  function startWorker(): Worker | undefined {
    if (worker || typeof Worker === 'undefined') return worker
    worker = new Worker(new URL('./evening.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = hear
    worker.onerror = () => {
      failed.value = true
      isWorking.value = false
    }
    return worker
  }
  /** Batches of this evening that only wait to be made: they are planned anew, the rest of the stove is as it is. */
  const isOurs = (state: BatchState) =>
    state.status === 'planned' && state.planned?.service?.serviceId === service.value?.id
  const people = computed(() => {
    const said = service.value?.people ?? []
    return said.length ? said.map((p) => ({ fromMs: p.fromAtMs, count: p.count })) : [{ fromMs: 0, count: 1 }]
  })
  const planBudgetMs = () => (pinned.value ? DRAG_BUDGET_MS : BUDGET_MS)
  function question(): EveningQuestion | undefined {
    const { value } = service
    if (!value || !catalog.value) return undefined
    const nowMs = kitchen.nowMs
    const zeroMs = Math.floor(nowMs / 60_000) * 60_000
    const views = current.value.filter((v) => !isOurs(v.state))
    const { plan } = value
    return {
      ask: ++ask,
      reads: [
        value.id,
        value.lastAtMs,
        zeroMs,
        catalogReads.value,
        larderReads.value,
        people.value.map((p) => `${p.fromMs}:${p.count}`),
      ].join(),
      service: { id: value.id, sittings: value.sittings, dishes: value.dishes },
      catalog: toRaw(catalog.value) as KitchenCatalog,
      lots: [...kitchen.lots.values()].filter((l) => l.status === 'held'),
      people: people.value,
      stove: stoveEvening(views, nowMs, people.value),
      nowMs,
      inForce: plan && movedTo(plan.tasks, (plan.zeroAtMs - zeroMs) / SECOND_MS),
      budgetMs: wants === 'plan' ? planBudgetMs() : undefined,
      pinned: pinned.value,
    }
  }
  function planAnew(): void {
    const asked = question()
    if (!asked) return
    isWorking.value = true
    failed.value = false
    startWorker()?.postMessage(structuredClone(asked))
  }
  const larderReads = computed(() =>
    [...kitchen.lots.values()].map((l) => `${l.id} ${l.status} ${l.massG}`).join(),
  )
  /** Counts up whenever the kitchen or its book is another. */
  const catalogReads = ref(0)
  watch(catalog, () => (catalogReads.value += 1))
  /** What of the stove a plan must know: which batches are begun, and at which step they are. */
  const stoveReads = computed(() =>
    current.value
      .filter((v) => !isOurs(v.state))
      .map((v) => `${v.state.id} ${v.state.status} ${v.step?.id ?? ''}`)
      .join(),
  )
  watch(
    [() => service.value?.lastAtMs, () => service.value?.id, stoveReads, () => catalog.value !== undefined],
    planAnew,
    { immediate: true },
  )
  const explosion = computed(() => told.value?.explosion)
  const plan = computed(() => told.value?.plan)
  const feasible = computed(() =>
    plan.value?.answer.status === 'feasible' ? { ...plan.value, answer: plan.value.answer } : undefined,
  )
  /** The plan on this page is the one that the kitchen works by. */
  const isInForce = computed(() => {
    const inForce = service.value?.plan
    if (!inForce || !feasible.value) return false
    const { own, asked, answer } = feasible.value
    const ids = new Set(own.batches.map((b) => b.id))
    // what waits on the stove for this evening and is in the new plan no more makes it another plan too
    const ofUs = ({ id: task }: PlacedTask) => {
      const id = batchOfTask(task)
      const state = kitchen.batches.get(id)
      return ids.has(id) || (state !== undefined && isOurs(state))
    }
    return (
      readsAs(answer.tasks.filter(ofUs), asked.zeroMs) ===
      readsAs(inForce.tasks.filter(ofUs), inForce.zeroAtMs)
    )
  })
  /** The batches as the plan on this page has them: those that it makes for the evening, and those that wait for other orders. */
  function batchesPlanned({ own, asked, answer: { tasks } }: NonNullable<typeof feasible.value>) {
    const begun = new Set(asked.batches.flatMap((b) => (b.begun?.length ? [b.id] : [])))
    const ours = own.batches
      .filter((b) => !begun.has(b.id))
      .map((batch) => ({ batchId: batch.id, planned: plannedFrom(batch, { ...asked, id: own.id }, tasks) }))
    const others = asked.batches.flatMap((batch) => {
      const was = kitchen.batches.get(batch.id)
      if (was?.status !== 'planned' || !was.planned || isOurs(was)) return []
      return [{ batchId: batch.id, planned: movedInto(was.planned, batch, asked.zeroMs, tasks) }]
    })
    return [...ours, ...others].flatMap(({ batchId, planned }) => (planned ? [{ batchId, planned }] : []))
  }
  /** Puts the plan on this page in force. @throws Refusal where another came first, OutOfReach without a server */
  async function publish(cause: PlanCause): Promise<void> {
    const { value } = service
    if (!value || !feasible.value) return
    const planned = batchesPlanned(feasible.value)
    const kept = new Set(planned.map((p) => p.batchId))
    const onStove = [...kitchen.batches.values()].filter(isOurs)
    const isNew = ({ batchId, planned: now }: (typeof planned)[number]) => {
      const was = kitchen.batches.get(batchId)
      return was?.status !== 'planned' || !was.planned || !isPlannedSo(was.planned, now)
    }
    await kitchen.publishPlan(value.id, {
      number: (value.plan?.number ?? 0) + 1,
      cause,
      zeroAtMs: feasible.value.asked.zeroMs,
      tasks: [...feasible.value.answer.tasks],
      modelVersion: SCHEDULE_MODEL_VERSION,
      planned: planned.filter(isNew),
      takenOff: onStove.flatMap((b) => (kept.has(b.id) ? [] : [b.id])),
    })
    pinned.value = undefined
  }
  /** Drags a batch to another second of the plan: the rest follows. Undefined lets it go again. */
  function drag(to: EveningQuestion['pinned']): void {
    pinned.value = to
    planAnew()
  }
  return { explosion, plan, feasible, isWorking, failed, isInForce, planAnew, publish, drag, pinned, people }
}
