import type { GuestDetails } from '@liquamen/contracts'
import {
  checkAllergens,
  usableSources,
  type Allergen,
  type DecidedFinding,
  type Formula,
  type Ingredient,
  type OrderState,
} from '@liquamen/core'

/** Where an order's allergies meet the goods its sauce could be made of, with what a person decided; and the goods that may go in. */
export function orderFindings(
  order: OrderState,
  details: GuestDetails | undefined,
  formula: Formula | undefined,
  ingredients: ReadonlyMap<string, Ingredient>,
) {
  const ids = [
    ...new Set((formula?.items ?? []).flatMap((item) => [item.ingredientId, ...(item.sources ?? [])])),
  ]
  const goods = ids.flatMap((id) => ingredients.get(id) ?? [])
  const findings: DecidedFinding[] = checkAllergens(goods, (details?.allergies ?? []) as Allergen[]).map(
    (f) => ({
      ...f,
      decision: order.decisions[`${f.allergen}:${f.ingredientId}`]?.decision,
    }),
  )
  const usable = formula ? usableSources(formula, findings) : new Map<string, readonly string[]>()
  return { findings, usable, isBlocked: [...usable.values()].some((sources) => sources.length === 0) }
}
