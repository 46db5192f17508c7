import type { BatchPlan } from '../batch/batchPlan'
import type { KitchenSettings } from '../kitchen/kitchen'
import type { Contents } from '../pan/contents'
import { plannedStand } from '../techniques/hold/plannedStand'
import { attentionOf } from '../techniques/registry'
import type { Attention } from '../techniques/technique'
import type { Formula } from './formula'

/** What a sauce asks of a cook: minutes from first to last, minutes that take both hands, minutes with a look now and then, and how long it keeps hot. */
export interface Effort {
  readonly totalMin: number
  readonly constantMin: number
  readonly oftenMin: number
  readonly holdsMin: number
  /** What it comes to in an hour where it is kept, °C. */
  readonly heldHourC: number
}

/** The effort of a formula as planned for a pan and a size; minutes are the middle ones. */
export function effortOf(
  formula: Formula,
  plan: BatchPlan,
  of: { readonly contents: Contents; readonly settings: KitchenSettings },
): Effort {
  const minutesOf = new Map(plan.steps.map((s) => [s.stepId, s.minutes.value]))
  const sum = (wanted: Attention) =>
    formula.steps
      .filter((s) => attentionOf(s) === wanted)
      .reduce((total, s) => total + (minutesOf.get(s.id) ?? 0), 0)
  const stands = plannedStand(formula, plan, of)
  return {
    totalMin: plan.totalMin.value,
    constantMin: sum('constant'),
    oftenMin: sum('often'),
    holdsMin: stands.margin.min,
    heldHourC: stands.hourC,
  }
}
