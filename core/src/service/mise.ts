import type { Ingredient } from '../ingredients/ingredient'
import { cutKindOf } from '../techniques/serve/cutKind'
import { CUT_KEEPS, type CutKind } from '../techniques/serve/fading'
import type { Explosion } from './explode'

const [MINUTE_MS, HOUR_MS] = [60_000, 3600_000]

/** Something to cut for the evening, and when. */
export interface MiseCut {
  readonly itemId: string
  readonly ingredientId: string
  readonly kind: CutKind
  readonly massG: number
  /** When the first batch that takes it is begun, ms. */
  readonly firstUseMs: number
  /** Cut sooner it would be gone by then, ms. */
  readonly notBeforeMs: number
  readonly goesBy: (typeof CUT_KEEPS)[CutKind]['goesBy']
  /** Until its last use it must be cut anew so often: 1 where once is enough. */
  readonly times: number
  /** When it was cut, where it was; `isOld` once that is longer ago than it keeps. */
  readonly cutAtMs?: number | undefined
  readonly isOld: boolean
}

/** When a sauce, or what is made of a base, is begun for the first and the last time, ms. */
function useOf(key: string, explosion: Explosion): { firstMs: number; lastMs: number } | undefined {
  const sauce = explosion.sauces.find((s) => s.need.key === key)
  if (sauce) {
    const starts = sauce.batches.map((b) => b.fromMin - sauce.makingMin)
    const [first, last] = [sauce.need.fromMin - sauce.makingMin, sauce.need.toMin - sauce.makingMin]
    return {
      firstMs: Math.min(first, ...starts) * MINUTE_MS,
      lastMs: (sauce.making === 'toOrder' ? last : Math.max(first, ...starts)) * MINUTE_MS,
    }
  }
  const base = explosion.bases.find((b) => b.ingredientId === key)
  const uses = (base?.for ?? []).flatMap((f) => (f.of === key ? [] : (useOf(f.of, explosion) ?? [])))
  if (!base || uses.length === 0) return undefined
  const firstMs = Math.min(...uses.map((u) => u.firstMs)) - base.makingMin * MINUTE_MS
  return { firstMs, lastMs: firstMs }
}

/**
 * What is cut for an evening, in the order in which to cut it: what keeps longest first, then by first use, so that what wilts is cut last. `kitchen:§6`
 * @param ready - when each was cut, by its id
 */
export function cutsOf(
  explosion: Explosion,
  ingredients: ReadonlyMap<string, Ingredient>,
  { ready, nowMs }: { readonly ready: Readonly<Record<string, number>>; readonly nowMs: number },
): MiseCut[] {
  return explosion.goods
    .flatMap((good): MiseCut[] => {
      const ingredient = ingredients.get(good.ingredientId)
      const kind = ingredient && cutKindOf(ingredient)
      const uses = good.for.flatMap((f) => useOf(f.of, explosion) ?? [])
      if (!kind || uses.length === 0) return []
      const { hours, goesBy } = CUT_KEEPS[kind]
      const firstUseMs = Math.min(...uses.map((u) => u.firstMs))
      const lastUseMs = Math.max(...uses.map((u) => u.lastMs))
      const itemId = `cut:${good.ingredientId}`
      const cutAtMs = ready[itemId]
      return [
        {
          itemId,
          ingredientId: good.ingredientId,
          kind,
          massG: good.massG,
          firstUseMs,
          notBeforeMs: firstUseMs - hours * HOUR_MS,
          goesBy,
          times: 1 + Math.floor((lastUseMs - firstUseMs) / (hours * HOUR_MS)),
          ...(cutAtMs === undefined ? {} : { cutAtMs }),
          isOld: cutAtMs !== undefined && nowMs > cutAtMs + hours * HOUR_MS,
        },
      ]
    })
    .sort(
      (a, b) =>
        CUT_KEEPS[b.kind].hours - CUT_KEEPS[a.kind].hours ||
        a.firstUseMs - b.firstUseMs ||
        (a.ingredientId < b.ingredientId ? -1 : 1),
    )
}
