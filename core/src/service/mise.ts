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

/** Something that goes onto plates in the last moment, and from when on it may be cut. */
export interface PlateThing {
  readonly itemId: string
  readonly name: string
  readonly dishes: readonly string[]
  readonly plates: number
  readonly firstUseMs: number
  /** How it is cut; none where it is not cut, or the house does not know it. */
  readonly kind?: CutKind | undefined
  readonly notBeforeMs?: number | undefined
}

/** What the plate cards of an evening put on in the last moment, what keeps longest first, what wilts last. `kitchen:§6` */
export function plateThingsOf(
  sauces: Explosion['sauces'],
  ingredients: ReadonlyMap<string, Ingredient>,
): PlateThing[] {
  const byName = new Map([...ingredients.values()].map((good) => [good.name.toLowerCase(), good]))
  const things = new Map<string, PlateThing>()
  for (const { need } of sauces)
    for (const { dish, perCover } of need.dishes)
      for (const name of dish.lastMinute) {
        const good = byName.get(name.toLowerCase())
        const kind = good && cutKindOf(good)
        const before = things.get(name)
        const covers = need.sittings.reduce((sum, s) => sum + s.covers, 0)
        const firstUseMs = Math.min(before?.firstUseMs ?? Infinity, need.fromMin * MINUTE_MS)
        things.set(name, {
          itemId: `plate:${name}`,
          name,
          dishes: [...(before?.dishes ?? []), dish.name],
          plates: (before?.plates ?? 0) + perCover * covers,
          firstUseMs,
          ...(kind ? { kind, notBeforeMs: firstUseMs - CUT_KEEPS[kind].hours * HOUR_MS } : {}),
        })
      }
  const keepsH = ({ kind }: PlateThing) => (kind ? CUT_KEEPS[kind].hours : Infinity)
  return [...things.values()].sort(
    (a, b) => keepsH(b) - keepsH(a) || a.firstUseMs - b.firstUseMs || (a.name < b.name ? -1 : 1),
  )
}
