import { isBroken } from '../batch/batchState'
import type { BatchView } from '../batch/viewBatch'
import { sauceKey } from '../service/sauceNeeds'
import type { Call } from './calls'

/** Where a call's sauce is drawn from, and whether it is enough. */
export interface Source {
  readonly batchId: string
  readonly well?: string | undefined
  readonly ring?: number | undefined
  /** Plates of the call for which there is none left there. */
  readonly shortPlates: number
}

const portionsLeft = ({ hold, state }: BatchView): number =>
  hold ? hold.portionsLeft : (state.plan?.portions ?? 0) - state.servedPortions

/** Whether a batch may be drawn from now: it is whole, within its clock or gone on with by name, and something of it is left. */
export function isDrawable(view: BatchView): boolean {
  if (isBroken(view.state) || portionsLeft(view) <= 0) return false
  if (view.hold) return view.hold.clock.state === 'within' || view.hold.clock.state === 'goneOn'
  return view.step?.technique === 'serve'
}

/** The batch that a call is drawn from: of those that may be, the one whose clock is the oldest. What was fired from it and is not gone yet is taken already. */
export function drawFrom(
  call: Call,
  views: readonly BatchView[],
  calls: readonly Call[],
): Source | undefined {
  const oldest = views
    .filter((v) => {
      const { planned } = v.state
      return planned && sauceKey({ formulaId: planned.formulaId, choices: planned.choices }) === call.sauceKey
    })
    .filter(isDrawable)
    .sort((a, b) => clockOf(a) - clockOf(b))[0]
  if (!oldest) return undefined
  const { portionMl } = oldest.formula
  const takenMl = calls
    .filter((c) => c.status === 'fired' && c.fromBatchId === oldest.state.id && c.callId !== call.callId)
    .reduce((sum, c) => sum + c.ml, 0)
  const leftMl = Math.max(0, portionsLeft(oldest) * portionMl - takenMl)
  const eachMl = call.ml / Math.max(1, call.count)
  return {
    batchId: oldest.state.id,
    shortPlates: eachMl > 0 ? Math.max(0, call.count - Math.floor(leftMl / eachMl + 1e-6)) : 0,
    ...(oldest.well ? { well: oldest.well.letter } : { ring: oldest.ring.number }),
  }
}
const clockOf = ({ hold, state }: BatchView) => hold?.clock.startedAtMs ?? state.startedAtMs ?? 0
