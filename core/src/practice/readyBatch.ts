import { frozenAt } from '../batch/frozenAt'
import { placeBatch, type PlacedBatch } from '../batch/placeBatch'
import { plannedAt } from '../batch/planAgain'
import type { Frozen, Planned } from '../facts/kinds/batch'
import type { Formula } from '../formula/formula'
import { withMove } from '../formula/withMove'
import type { Ingredient } from '../ingredients/ingredient'
import type { KitchenCatalog } from '../kitchen/kitchen'

/** A batch that may be lit: where it stands, and what goes on record of it. */
export interface ReadyBatch {
  readonly placed: PlacedBatch
  readonly planned: Planned
  readonly frozen: Frozen
}

/** What rehearsals begin with: a formula's own portions for nobody in particular, on an empty stove, wherever they suit best. */
export function readyBatch(
  formula: Formula,
  catalog: KitchenCatalog,
  goods: ReadonlyMap<string, Ingredient>,
  when: { readonly nowMs: number; readonly pickupAtMs: number },
): ReadyBatch {
  const request = { formula, ingredients: goods, portions: formula.basisPortions, ...when }
  const placed = placeBatch(request, catalog, [])
  const what = {
    shares: [],
    formulaId: formula.id,
    sauceName: formula.name,
    fill: formula.fill,
    sources: {},
    phrases: {},
  }
  const place = {
    formula: withMove(formula, placed.choice.movesAtStepId),
    vessels: placed.place.vessels,
    ring: placed.ring,
    settings: catalog.settings,
  }
  return { placed, planned: plannedAt(what, placed), frozen: frozenAt(placed.plan, place, goods) }
}
