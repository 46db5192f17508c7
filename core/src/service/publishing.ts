import type { BatchState } from '../batch/batchState'
import type { Payloads } from '../facts/kinds/kinds'
import type { Planned } from '../facts/kinds/batch'
import type { PlanChange } from '../facts/kinds/service'
import type { FeasibleAnswer } from '../schedule/instance'
import type { EveningPlan } from './planEvening'
import { isPlannedSo, movedInto, plannedFrom } from './plannedFrom'
import { isOfPlan } from './tonight'

/** A plan that can be worked by. */
export type FeasiblePlan = Omit<EveningPlan, 'answer'> & { readonly answer: FeasibleAnswer }
/** What a plan puts on the stove and takes off it. */
export interface PlanChanges {
  readonly planned: readonly { readonly batchId: string; readonly planned: Planned }[]
  readonly takenOff: readonly string[]
  /** Orders by which a guest's own sauces are made. */
  readonly orders: readonly { readonly orderId: string; readonly taken: Payloads['order.taken'] }[]
  /** Orders of guests whose sauces are no more wanted. */
  readonly ordersOff: readonly string[]
  /** All of it in short, for whoever is told. */
  readonly changes: readonly PlanChange[]
}
type States = ReadonlyMap<string, BatchState>

const LIVES: readonly BatchState['status'][] = ['planned', 'underWay']
const ordersOf = (s: BatchState) => (s.planned?.shares ?? []).map((share) => share.orderId)
/** Less than this is no move, s. */
const NO_MOVE_S = 60
/** When a batch is to be begun: by its evening's plan, or by its own, ms. */
export const beginsAtMs = ({ at, plan }: Planned): number =>
  at?.length ? Math.min(...at.map((a) => a.startAtMs)) : plan.latestStartAtMs

/** What a batch is planned otherwise than before; undefined where that is next to nothing. */
function changeOf(batchId: string, planned: Planned, was: BatchState | undefined): PlanChange | undefined {
  const { sauceName, plan } = planned
  const { portions } = plan
  const before = was?.status === 'planned' ? was.planned : undefined
  if (!before) return { batchId, sauceName, what: 'new', portions }
  if (before.plan.portions !== portions) return { batchId, sauceName, what: 'portions', portions }
  const byS = Math.round((beginsAtMs(planned) - beginsAtMs(before)) / 1000)
  if (Math.abs(byS) >= NO_MOVE_S) return { batchId, sauceName, what: 'moved', byS }
  const isElsewhere = (planned.at ?? []).some((a, i) => {
    const b = before.at?.[i]
    return b !== undefined && (a.ringId !== b.ringId || a.wellId !== b.wellId)
  })
  return isElsewhere ? { batchId, sauceName, what: 'place' } : undefined
}

/** What of a plan is new to the record. */
export function planChanges({ own, asked, answer: { tasks } }: FeasiblePlan, states: States): PlanChanges {
  const begun = new Set(asked.batches.flatMap((b) => (b.begun?.length ? [b.id] : [])))
  const made = own.batches.filter((b) => !begun.has(b.id))
  const ours = made.flatMap((batch) => {
    const planned = plannedFrom(batch, { ...asked, id: own.id }, tasks)
    return planned ? [{ batchId: batch.id, planned }] : []
  })
  const others = asked.batches.flatMap((batch) => {
    const was = states.get(batch.id)
    if (was?.status !== 'planned' || !was.planned || isOfPlan(was, own.id)) return []
    const planned = movedInto(was.planned, batch, asked.zeroMs, tasks)
    return planned ? [{ batchId: batch.id, planned }] : []
  })
  const kept = new Set(ours.map((p) => p.batchId))
  const off = [...states.values()].filter((s) => isOfPlan(s, own.id) && !kept.has(s.id))
  const isOff = new Set(off)
  const stillMade = new Set(
    [...states.values()].filter((s) => !isOff.has(s) && LIVES.includes(s.status)).flatMap(ordersOf),
  )
  const planned = [...ours, ...others].filter(({ batchId, planned: now }) => {
    const was = states.get(batchId)
    return was?.status !== 'planned' || !was.planned || !isPlannedSo(was.planned, now)
  })
  return {
    planned,
    takenOff: off.map((s) => s.id),
    changes: [
      ...planned.flatMap((p) => changeOf(p.batchId, p.planned, states.get(p.batchId)) ?? []),
      ...off.map((s): PlanChange => ({ batchId: s.id, sauceName: s.planned?.sauceName ?? '', what: 'off' })),
    ],
    orders: made.flatMap(({ forCall, portions, plans }) =>
      forCall?.orderId && forCall.sauce && forCall.guestId
        ? [
            {
              orderId: forCall.orderId,
              taken: {
                ...forCall.sauce,
                portions,
                pickupAtMs: plans[0]!.plan.pickupAtMs,
                label: forCall.label,
                detailsId: forCall.guestId,
              },
            },
          ]
        : [],
    ),
    ordersOff: off.flatMap(ordersOf).filter((orderId) => !stillMade.has(orderId)),
  }
}
