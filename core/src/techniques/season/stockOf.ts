import type { BatchState } from '../../batch/batchState'
import { compositionOf } from '../../ingredients/ingredient'
import { solidsFrac } from '../../mixture/composition'
import type { StockLike } from './remedies'

/** The stock that a sauce was made with: it may be stretched with more of it and boiled down again. */
export function stockOf({ frozen, plan }: Pick<BatchState, 'frozen' | 'plan'>): StockLike | undefined {
  const good = frozen?.ingredients.find(
    (i) => i.group === 'stock' && plan?.weighOut.some((l) => l.ingredientId === i.id),
  )
  if (!good) return undefined
  const of = compositionOf(good, 100)
  return { id: good.id, saltFrac: of.salt / 100, solidsFrac: solidsFrac(of) }
}
