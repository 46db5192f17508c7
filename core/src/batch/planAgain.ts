import { DomainError } from '../errors'
import { chosenFormula } from '../formula/applyChoices'
import type { Planned } from '../facts/kinds/batch'
import type { Ingredient } from '../ingredients/ingredient'
import type { KitchenCatalog } from '../kitchen/kitchen'
import { placeBatch, type PlacedBatch, type PlaceWish } from './placeBatch'
import type { Taken } from './takenTimes'

/** What a plan says of the batch itself, wherever it will stand. */
export type PlannedFor = Omit<Planned, 'vessels' | 'ringId' | 'movesAtStepId' | 'at' | 'plan'>

/** What goes on record when a batch is put on the stove: what it is for, and where it will stand. */
export function plannedAt(what: PlannedFor, { place, ring, choice, plan }: PlacedBatch): Planned {
  return {
    ...what,
    vessels: Object.fromEntries(Object.entries(place.vessels).map(([role, pan]) => [role, pan.id])),
    ringId: ring.id,
    ...(choice.movesAtStepId ? { movesAtStepId: choice.movesAtStepId } : {}),
    plan,
  }
}

/** The kitchen as it stands when a plan is made again. */
export interface PlanAgain {
  readonly catalog: KitchenCatalog
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly taken: readonly Taken[]
  readonly nowMs: number
}

/**
 * A planned batch planned once more from now, for the same orders, time, goods and school: its ring and vessels are chosen anew.
 *
 * @throws DomainError `unknownFormula` where the book has it no more; otherwise as `placeBatch`
 */
export function planAgain(was: Planned, kitchen: PlanAgain, wish: PlaceWish = {}): Planned {
  const { catalog, ingredients, taken, nowMs } = kitchen
  const formula = chosenFormula(catalog.formulas, was.formulaId, was.choices)
  if (!formula) throw new DomainError('unknownFormula', 'formulaId', was.formulaId)
  const { vessels: _v, ringId: _r, movesAtStepId: _m, at: _a, plan, ...what } = was
  const request = {
    formula,
    ingredients,
    portions: plan.portions,
    pickupAtMs: plan.pickupAtMs,
    nowMs,
    sources: was.sources,
    phrases: was.phrases,
  }
  return plannedAt(what, placeBatch(request, catalog, taken, wish))
}
