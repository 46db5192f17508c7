import { isBroken } from '../batch/batchState'
import type { BatchView } from '../batch/viewBatch'
import { sauceKey } from '../service/sauceNeeds'
import type { Call } from './calls'

/** A batch that stands ready, where, and what is left in it for a call, ml. */
export interface DrawnPart {
  readonly batchId: string
  readonly well?: string | undefined
  readonly ring?: number | undefined
  readonly leftMl: number
}
/** Where a call's sauce is drawn from, and whether it is enough. */
export interface Source extends DrawnPart {
  /** Plates of the call for which there is none left, in this batch or in the others. */
  readonly shortPlates: number
  /** Further batches of it that the rest of the plates are drawn from, the oldest first. */
  readonly also: readonly DrawnPart[]
}

const portionsLeft = ({ hold, state }: BatchView): number =>
  hold ? hold.portionsLeft : (state.plan?.portions ?? 0) - state.servedPortions

/** Whether a batch may be drawn from now: it is whole, within its clock or gone on with by name, and something of it is left. */
export function isDrawable(view: BatchView): boolean {
  if (isBroken(view.state) || portionsLeft(view) <= 0) return false
  if (view.hold) return view.hold.clock.state === 'within' || view.hold.clock.state === 'goneOn'
  return view.step?.technique === 'serve'
}

const keyOf = ({ state: { planned } }: BatchView) =>
  planned && sauceKey({ formulaId: planned.formulaId, choices: planned.choices })

/** Batches with what is left in each for a call, the oldest first: what was fired from one and was not in it came out of the next. */
function partsOf(views: readonly BatchView[], call: Call, calls: readonly Call[]): DrawnPart[] {
  let overMl = 0
  return views.map((view) => {
    const firedMl = calls
      .filter((c) => c.status === 'fired' && c.fromBatchId === view.state.id && c.callId !== call.callId)
      .reduce((sum, c) => sum + c.ml, 0)
    const leftMl = portionsLeft(view) * view.formula.portionMl - firedMl - overMl
    overMl = Math.max(0, -leftMl)
    return {
      batchId: view.state.id,
      leftMl: Math.max(0, leftMl),
      ...(view.well ? { well: view.well.letter } : { ring: view.ring.number }),
    }
  })
}

/**
 * What a call is drawn from: of the batches that may be, the one whose clock is the oldest, and where that is not enough the next. What was fired from
 * them and is not gone yet is taken already.
 */
export function drawFrom(
  call: Call,
  views: readonly BatchView[],
  calls: readonly Call[],
): Source | undefined {
  const ready = views
    .filter((v) => keyOf(v) === call.sauceKey && isDrawable(v))
    .sort((a, b) => clockOf(a) - clockOf(b))
  const [oldest, ...others] = partsOf(ready, call, calls)
  if (!oldest) return undefined
  const eachMl = call.ml / Math.max(1, call.count)
  const platesIn = ({ leftMl }: DrawnPart) => (eachMl > 0 ? Math.floor(leftMl / eachMl + 1e-6) : call.count)
  let short = Math.max(0, call.count - platesIn(oldest))
  const also: DrawnPart[] = []
  for (const part of others) {
    if (short === 0) break
    if (platesIn(part) === 0) continue
    also.push(part)
    short = Math.max(0, short - platesIn(part))
  }
  return { ...oldest, shortPlates: short, also }
}

/**
 * Portions of a fired call by the batch that they are served from: the one that it was fired from, and what that does not hold from the next that
 * stands there. None where it was fired from nothing, or that is over.
 */
export function servedFrom(
  call: Call,
  portions: number,
  views: readonly BatchView[],
): [batchId: string, portions: number][] {
  const from = views.find((v) => v.state.id === call.fromBatchId)
  if (call.status !== 'fired' || from?.state.status !== 'underWay') return []
  const holds = (view: BatchView) => Math.max(0, Math.floor(portionsLeft(view) + 1e-6))
  const others = views
    .filter((v) => v !== from && keyOf(v) === keyOf(from) && isDrawable(v))
    .sort((a, b) => clockOf(a) - clockOf(b))
  let over = Math.max(0, portions - holds(from))
  const next = others.flatMap((view): [string, number][] => {
    const n = Math.min(over, holds(view))
    over -= n
    return n > 0 ? [[view.state.id, n]] : []
  })
  // more than all of them were thought to hold came out of the first
  const first = portions - next.reduce((sum, [, n]) => sum + n, 0)
  return first > 0 ? [[from.state.id, first], ...next] : next
}

const clockOf = ({ hold, state }: BatchView) => hold?.clock.startedAtMs ?? state.startedAtMs ?? 0
