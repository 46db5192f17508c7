import { swapsFor, type Substitution } from '../formula/substitutions'
import type { Ingredient } from '../ingredients/ingredient'
import type { Explosion, GoodNeed } from './explode'

const LEAST_G = 1
/** A sauce that takes what is short: how many portions of it there are with what is there. */
export interface ShortSauce {
  readonly key: string
  readonly name: string
  readonly portions: number
  readonly enoughFor: number
}
/** A good of which the larder has less than the evening takes, and what can be done about it. */
export interface Shortage {
  readonly ingredientId: string
  /** To be bought, g. */
  readonly missingG: number
  /** What may stand for it and is not short itself, with its consequence. */
  readonly swaps: readonly Substitution[]
  readonly sauces: readonly ShortSauce[]
}

/** Which sauces a good goes into, straight or through a base. */
function saucesWith(key: string, explosion: Explosion, seen: ReadonlySet<string> = new Set()): string[] {
  if (explosion.sauces.some((s) => s.need.key === key)) return [key]
  const base = explosion.bases.find((b) => b.ingredientId === key)
  if (!base || seen.has(key)) return []
  return base.for.flatMap((f) => saucesWith(f.of, explosion, new Set([...seen, key])))
}

/** What is short this evening: buy it, another good in its place, or fewer plates of what takes it. Without a count of the larder nothing is short. `SERVICE.md 1` */
export function shortagesOf(explosion: Explosion, ingredients: ReadonlyMap<string, Ingredient>): Shortage[] {
  const missing = ({ massG, hasG }: GoodNeed) => (hasG === undefined ? 0 : massG - hasG)
  const short = explosion.goods.filter((g) => missing(g) >= LEAST_G)
  const isShort = new Set(short.map((g) => g.ingredientId))
  return short.map((good) => {
    const share = (good.hasG ?? 0) / good.massG
    const keys = [...new Set(good.for.flatMap((f) => saucesWith(f.of, explosion)))]
    return {
      ingredientId: good.ingredientId,
      missingG: missing(good),
      swaps: swapsFor(good.ingredientId, ingredients).filter((s) => !isShort.has(s.to)),
      sauces: keys.flatMap((key): ShortSauce[] => {
        const sauce = explosion.sauces.find((s) => s.need.key === key)
        if (!sauce || sauce.portions === 0) return []
        // what is there is shared as the evening shares it
        return [
          {
            key,
            name: sauce.need.formula.name,
            portions: sauce.portions,
            enoughFor: Math.floor(sauce.portions * share + 1e-9),
          },
        ]
      }),
    }
  })
}
