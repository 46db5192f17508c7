import { DomainError } from '../errors'
import type { FormulaItem } from '../formula/formula'
import { densityGPerMl } from '../ingredients/densityGPerMl'
import type { Ingredient } from '../ingredients/ingredient'
import { roundMass, roundPieces, roundVolume, type ShownAmount } from '../units/roundAmount'
import type { WeighOutLine } from './batchPlan'
import type { PlanRequest } from './planBatch'

/** The ingredient that an item means with the chosen sources. */
export function ingredientOf(
  item: FormulaItem,
  ingredients: ReadonlyMap<string, Ingredient>,
  sources: PlanRequest['sources'] = {},
): Ingredient {
  const id = sources[item.id] ?? item.ingredientId
  const ingredient = ingredients.get(id)
  if (!ingredient) throw new DomainError('missingIngredient', item.id, id)
  return ingredient
}

/** An amount as scale, jug or hand can show it, and the grams that it then is. Yolks are counted; all else is weighed or poured. */
export function shownAmount(
  amount: FormulaItem['amount'],
  ingredient: Ingredient,
  factor: number,
  scaleStepG: number,
): {
  readonly shown: ShownAmount
  readonly exactG: number
  readonly exactMl: number
  readonly shownG: number
} {
  const density = densityGPerMl(ingredient)
  const exactG = factor * ('massG' in amount ? amount.massG : amount.volumeMl * density)
  const exactMl = exactG / density
  const isPoured = 'volumeMl' in amount
  const pieceG = ingredient.emulsionRole === 'yolk' ? ingredient.pieceG : undefined
  const measured = isPoured ? roundVolume(exactMl) : roundMass(exactG, scaleStepG)
  const shown = pieceG ? roundPieces(exactG, pieceG) : measured
  return { shown, exactG, exactMl, shownG: shown.value * (pieceG ?? (isPoured ? density : 1)) }
}

/** Amounts for a number of portions, exact and as shown. */
export function weighOut({
  formula,
  ingredients,
  place,
  portions,
  sources,
}: Pick<PlanRequest, 'formula' | 'ingredients' | 'portions' | 'sources'> & {
  readonly place: Pick<PlanRequest['place'], 'settings'>
}): WeighOutLine[] {
  const factor = portions / formula.basisPortions
  return formula.items.map((item) => {
    const ingredient = ingredientOf(item, ingredients, sources)
    return {
      itemId: item.id,
      ingredientId: ingredient.id,
      name: ingredient.name,
      isLiquid: ingredient.isLiquid,
      stepId: item.stepId,
      ...shownAmount(item.amount, ingredient, factor, place.settings.scaleStepG),
    }
  })
}
