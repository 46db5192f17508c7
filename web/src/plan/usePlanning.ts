import { orderIdOf } from '@liquamen/contracts/eveningIds'
import {
  countedFrom,
  isInForce as standsSo,
  isOfPlan,
  peopleOf,
  planChanges,
  questionOf,
  SCHEDULE_MODEL_VERSION,
  type BatchState,
  type KitchenCatalog,
  type PlanCause,
  type ServiceState,
} from '@liquamen/core'
import { computed, onScopeDispose, ref, shallowRef, toRaw, watch, type Ref } from 'vue'
import { useCalls } from '../pass/useCalls'
import { useKitchenViews } from '../port/useKitchenViews'
import type { EveningAsk, EveningTold } from './evening.worker'
import { askPlanner, leavePlanner, type Question } from './planner'

/** A plan is there at once and improves while one looks: so long, ms. */
const BUDGET_MS = 2500
/** While a batch is dragged the answer must keep up with the finger, ms. */
const DRAG_BUDGET_MS = 250

/**
 * The evening as it is planned: asked for in a worker whenever the brief or the stove changes, and put in force by the server.
 * @param wants - only its goods, or a plan of it too
 */
export function usePlanning(service: Ref<ServiceState | undefined>, wants: 'goods' | 'plan') {
  const { kitchen, catalog, current } = useKitchenViews()
  const { calls } = useCalls()
  const told = shallowRef<EveningTold>()
  const isWorking = ref(false)
  const failed = ref(false)
  const pinned = shallowRef<EveningAsk['pinned']>()
  let ask = 0
  onScopeDispose(() => leavePlanner(ask))
  function hear(data: EveningTold): void {
    // until the new plan is there the old one is looked at
    told.value = { ...data, plan: data.plan ?? told.value?.plan }
    isWorking.value = !data.isDone
  }
  function isLost(): void {
    failed.value = true
    isWorking.value = false
  }
  /** Batches of this evening that only wait to be made: they are planned anew, the rest of the stove is as it is. */
  const isOurs = (state: BatchState) => isOfPlan(state, service.value?.id ?? '')
  const people = computed(() => peopleOf(service.value ?? { people: [] }))
  const planBudgetMs = () => (pinned.value ? DRAG_BUDGET_MS : BUDGET_MS)
  function question(value: ServiceState, improves: boolean): Question {
    return {
      ...questionOf({
        service: value,
        views: current.value,
        states: kitchen.batches,
        calls: calls.value,
        lots: kitchen.lots.values(),
        isGuestOrder: (orderId) => kitchen.orders.get(orderId)?.taken?.detailsId != null,
        orderIdOf,
        nowMs: kitchen.nowMs,
      }),
      budgetMs: wants === 'plan' ? planBudgetMs() : undefined,
      pinned: pinned.value,
      improves,
    }
  }
  function planAnew(improves = false): void {
    if (!service.value || !catalog.value) return
    isWorking.value = true
    failed.value = false
    ask = askPlanner(question(service.value, improves), toRaw(catalog.value) as KitchenCatalog, {
      told: hear,
      failed: isLost,
    })
  }
  /** What of the stove a plan must know: which batches are begun, and at which step they are. */
  const stoveReads = computed(() =>
    current.value
      .filter((v) => !isOurs(v.state))
      .map((v) => `${v.state.id} ${v.state.status} ${v.step?.id ?? ''}`)
      .join(),
  )
  watch([() => service.value?.lastAtMs, () => service.value?.id, stoveReads, catalog], () => planAnew(), {
    immediate: true,
  })
  /** Looks for a better plan than the one in force. */
  const improve = (): void => planAnew(true)
  const explosion = computed(() => told.value?.explosion)
  const plan = computed(() => told.value?.plan)
  const feasible = computed(() =>
    plan.value?.answer.status === 'feasible' ? { ...plan.value, answer: plan.value.answer } : undefined,
  )
  /** The plan on this page is the one that the kitchen works by. */
  const isInForce = computed(() => {
    const inForce = service.value?.plan
    if (!inForce || !feasible.value) return false
    const waiting = [...kitchen.batches.values()].filter(isOurs).map((s) => s.id)
    return standsSo(feasible.value, countedFrom(inForce, feasible.value.asked.zeroMs), waiting)
  })
  /** Puts the plan on this page in force. @throws Refusal where another came first, OutOfReach without a server */
  async function publish(cause: PlanCause): Promise<void> {
    const { value } = service
    if (!value || !feasible.value) return
    const changes = planChanges(feasible.value, kitchen.batches)
    await kitchen.publishPlan(value.id, {
      number: (value.plan?.number ?? 0) + 1,
      cause,
      zeroAtMs: feasible.value.asked.zeroMs,
      tasks: [...feasible.value.answer.tasks],
      modelVersion: SCHEDULE_MODEL_VERSION,
      planned: [...changes.planned],
      takenOff: [...changes.takenOff],
      orders: [...changes.orders],
      ordersOff: [...changes.ordersOff],
      changes: [...changes.changes],
    })
    pinned.value = undefined
  }
  /** Drags a batch to another second of the plan: the rest follows. Undefined lets it go again. */
  function drag(to: EveningAsk['pinned']): void {
    pinned.value = to
    planAnew()
  }
  return {
    explosion,
    plan,
    feasible,
    isWorking,
    failed,
    isInForce,
    planAnew,
    improve,
    publish,
    drag,
    pinned,
    people,
  }
}
