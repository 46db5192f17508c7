import { massG } from '../../mixture/composition'
import { volume20Ml } from '../../mixture/volume'
import type { WalkStep } from '../../pan/walkFormula'

/** One reduction of a chain: what stood in its pan, what was added since the one before, and where it ends. */
export interface ChainLink {
  readonly stepId: string
  readonly verb: string
  readonly startMl: number
  readonly endMl: number
  /** Goods that went in since the reduction before it, by id, g; of the first nothing, since it is where the chain begins. */
  readonly added: readonly { readonly ingredientId: string; readonly massG: number }[]
}

/** The reductions of a walk in order, with the additions between them: reduce, add cream, reduce again. */
export function reductionChain(walk: readonly WalkStep[]): ChainLink[] {
  let since: { ingredientId: string; massG: number }[] = []
  let isFirst = true
  return walk.flatMap((w): ChainLink[] => {
    since.push(...w.lines.map(({ ingredientId, massG: grams }) => ({ ingredientId, massG: grams })))
    if (!w.boiled || massG(w.begin.liquid) <= 0) return []
    const added = isFirst ? [] : since
    since = []
    isFirst = false
    return [
      {
        stepId: w.step.id,
        verb: w.step.verb,
        startMl: volume20Ml(w.begin.liquid),
        endMl: volume20Ml(w.end.liquid),
        added,
      },
    ]
  })
}
