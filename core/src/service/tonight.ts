import { isBroken, type BatchState } from '../batch/batchState'
import { readyAtMs } from '../batch/readyAt'
import type { BatchView } from '../batch/viewBatch'
import type { Call } from '../pass/calls'
import type { SauceAsked } from '../pass/guestPlates'
import { sauceKey } from './sauceNeeds'

/** What a table asked for of one sauce, not fired yet. */
export interface Called {
  readonly callId: string
  readonly label: string
  readonly sauceKey: string
  readonly sauce: SauceAsked
  readonly plates: number
  readonly ml: number
  readonly drawAtMs: number
  /** Made for one guest, drawn for nobody else. */
  readonly guestId?: string | undefined
  /** The order by which it is made by itself. */
  readonly orderId: string
}
/** A sauce that stands on the stove, or will without this evening's plan. */
export interface Standing {
  readonly batchId: string
  readonly sauceKey: string
  /** A guest's own: for these orders and for nobody else. */
  readonly onlyFor?: readonly string[] | undefined
  readonly leftMl: number
  readonly readyAtMs: number
  /** When its clock ends, or it breaks; none while it is not put by. */
  readonly untilMs?: number | undefined
}
/** A base that is being made, and so much of it is coming, g. */
export interface Coming {
  readonly batchId: string
  readonly ingredientId: string
  readonly massG: number
}
/** What an evening knows beyond its brief: what tables asked for, and what of its sauces and bases is made. */
export interface Tonight {
  readonly called: readonly Called[]
  readonly standing: readonly Standing[]
  readonly coming: readonly Coming[]
  /** Keys of its batches that were begun, whatever became of them. */
  readonly begunKeys: readonly string[]
  /** Portions of its batches that are planned and not begun, by key. */
  readonly planned: ReadonlyMap<string, number>
}
/** What tonight is read from. */
export interface TonightAsked {
  readonly serviceId: string
  readonly calls: readonly Call[]
  /** What is planned or under way. */
  readonly views: readonly BatchView[]
  readonly states: Iterable<BatchState>
  /** Orders that are for a guest. */
  readonly isGuestOrder: (orderId: string) => boolean
  readonly orderIdOf: (callId: string) => string
  readonly nowMs: number
}

/** A batch of an evening's plan that only waits to be made: it is planned anew with it. */
export const isOfPlan = (state: BatchState, serviceId: string): boolean =>
  state.status === 'planned' && state.planned?.service?.serviceId === serviceId

const NOT_BEGUN: readonly BatchState['status'][] = ['planned', 'takenOff', 'unknown']
const WAITS: readonly Call['status'][] = ['waits', 'due', 'late']

/** What tables asked for and what stands for them, at a moment of the evening. */
export function tonightOf(asked: TonightAsked): Tonight {
  const { serviceId, calls, views, nowMs, isGuestOrder, orderIdOf } = asked
  const called = calls
    .filter((c) => WAITS.includes(c.status) && !c.isWithout && c.ml > 0)
    .map((c): Called => ({
      callId: c.callId,
      label: c.label,
      sauceKey: sauceKey(c.sauce),
      sauce: c.sauce,
      plates: c.count,
      ml: c.ml,
      drawAtMs: c.drawAtMs,
      guestId: c.guestId,
      orderId: orderIdOf(c.callId),
    }))
  const others = views.filter((v) => !isOfPlan(v.state, serviceId) && !isBroken(v.state))
  const coming = others.flatMap(({ state, formula }): Coming[] =>
    formula.makes && state.plan
      ? [{ batchId: state.id, ingredientId: formula.makes, massG: state.plan.salt.finalMassG }]
      : [],
  )
  const standing = others.flatMap((view): Standing[] => {
    const { state, hold, formula } = view
    const { planned, plan } = state
    if (!planned || !plan || formula.makes) return []
    const portions = hold ? hold.portionsLeft : plan.portions - state.servedPortions
    const firedMl = calls
      .filter((c) => c.status === 'fired' && c.fromBatchId === state.id)
      .reduce((sum, c) => sum + c.ml, 0)
    const guests = planned.shares.map((s) => s.orderId).filter(isGuestOrder)
    return [
      {
        batchId: state.id,
        sauceKey: sauceKey({ formulaId: planned.formulaId, choices: planned.choices }),
        ...(guests.length ? { onlyFor: guests } : {}),
        leftMl: Math.max(0, portions * formula.portionMl - firedMl),
        readyAtMs: readyAtMs(view, nowMs) ?? nowMs,
        untilMs: hold?.endsAtMs,
      },
    ]
  })
  const ofService = [...asked.states].filter((s) => s.planned?.service?.serviceId === serviceId)
  const keyOf = (s: BatchState) => s.planned!.service!.key
  return {
    called,
    standing,
    coming,
    begunKeys: ofService.filter((s) => !NOT_BEGUN.includes(s.status)).map(keyOf),
    planned: new Map(
      ofService.filter((s) => s.status === 'planned').map((s) => [keyOf(s), s.plan?.portions ?? 0]),
    ),
  }
}
