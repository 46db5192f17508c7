import { compareFacts } from '../facts/fact'
import type { Formula } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'
import { houseRules, type KitchenCatalog } from '../kitchen/kitchen'
import { holdLimits } from '../safety/codes'
import { hazardFor, type HouseHold } from '../learning/house'
import { foldBatch } from '../batch/foldBatch'
import { viewBatch } from '../batch/viewBatch'
import { followPlan } from '../practice/followPlan'
import { readyBatch } from '../practice/readyBatch'
import { rehearsalRecord } from '../practice/rehearsalRecord'
import { techniqueOf } from '../techniques/registry'
import type { HoldMargin } from '../techniques/hold/holdRisk'

/** A day of the rehearsal, for no guest. */
const [LIT_AT_MS, PICKUP_AFTER_MS] = [Date.UTC(2026, 0, 5, 16), 36e6]
/** How a sauce would stand, made as planned and put by: how long, what ends it, and how long the making takes. */
export interface PlannedHold {
  readonly margin: HoldMargin
  readonly makingMin: number
}

/** How long a sauce of the book may stand in the kitchen's first well, and how long it takes to make. `emulsion:§5` */
export function plannedHold(
  formula: Formula,
  catalog: KitchenCatalog,
  goods: ReadonlyMap<string, Ingredient>,
  holds: readonly HouseHold[] = [],
): PlannedHold | undefined {
  const well = catalog.wells[0]
  const when = { nowMs: LIT_AT_MS, pickupAtMs: LIT_AT_MS + PICKUP_AFTER_MS }
  const { planned, frozen } = readyBatch(formula, catalog, goods, when)
  const { facts, put } = rehearsalRecord('planned')
  const step = formula.steps.find((s) => techniqueOf(s).id === 'hold') ?? formula.steps.at(-1)
  if (!step || !well) return undefined
  const hazard = hazardFor(holds, planned)
  const endMs = followPlan({
    batchId: 'planned',
    planned,
    frozen,
    startAtMs: LIT_AT_MS,
    put,
    untilStepId: step.id,
    well: { id: well.id, letter: well.letter },
  })
  put('hold.started', endMs, {
    wellId: well.id,
    letter: well.letter,
    limits: holdLimits(houseRules(catalog.settings)),
    portions: planned.plan.yieldPortions,
    onto: null,
    ...(hazard ? { hazard } : {}),
  })
  const view = viewBatch(foldBatch('planned', [...facts].sort(compareFacts)), catalog, endMs)
  const margin = view?.hold?.held?.margin
  return margin && { margin, makingMin: planned.plan.totalMin.value }
}
