import type { Ingredient } from '../ingredients/ingredient'
import { eggsFor, rouxSurplusFatG, wholeButterForClarifiedG } from './portions'
import type { Formula } from './formula'
import { sauceOf } from '../pan/contents'
import { itemMassG } from './itemMassG'
import { techniqueOf } from '../techniques/registry'
import type { TraceStep } from './traceFormula'

/** What a sauce leaves behind, and what it is good for; the words are the catalogue's. */
export const LEFT_OVER_USES = [
  'meringue',
  'enrichPuree',
  'fry',
  'secondStock',
  'shellButter',
  'duxelles',
  'stuffing',
  'stockPot',
  'discard',
] as const
export type LeftOverUse = (typeof LEFT_OVER_USES)[number]
export interface LeftOver {
  readonly kind: 'whites' | 'milkSolids' | 'rouxFat' | 'strained' | 'skimmedFat' | 'trimmings'
  readonly ingredientId?: string
  readonly massG: number
  readonly use: LeftOverUse
}

/** What must be taken from the store to have what goes in: eggs with their breakages, whole butter to clarify, goods before trimming. */
export interface ToPull {
  readonly kind: 'eggs' | 'wholeButter' | 'untrimmed'
  readonly ingredientId: string
  readonly massG: number
  readonly count?: number
  readonly spare?: number
}

const LEAST_G = 1
const SKIMS: readonly Formula['steps'][number]['technique'][] = ['skim', 'cool']
const CLARIFIED_ID = 'clarifiedButter'

/** What is done with a good that stayed in the sieve. */
function useOfStrained(good: Ingredient): LeftOverUse {
  if (good.id.startsWith('mushroom')) return 'duxelles'
  if (good.group === 'bone' && good.marks?.includes('meat')) return 'secondStock'
  if (good.allergens.crustaceans) return 'shellButter'
  return good.group === 'bone' || good.group === 'herb' || good.group === 'spice' ? 'discard' : 'stuffing'
}

/** What a sauce leaves behind and what it takes from the store. */
export interface Sides {
  readonly left: readonly LeftOver[]
  readonly pull: readonly ToPull[]
}

/** What of the goods is peel, stalk or shell. */
function trimmings(good: Ingredient, massG: number): Sides {
  const share = good.trimYield ?? 1
  if (share >= 1 || good.group === 'bone') return { left: [], pull: [] }
  const asBoughtG = massG / share
  return {
    left: [
      {
        kind: 'trimmings',
        ingredientId: good.id,
        massG: asBoughtG - massG,
        use: good.group === 'fruit' ? 'discard' : 'stockPot',
      },
    ],
    pull: [{ kind: 'untrimmed', ingredientId: good.id, massG: asBoughtG }],
  }
}

/** Yolks leave whites and want eggs; clarified butter leaves its milk solids and wants whole butter. */
function ofEggsAndButter(good: Ingredient, massG: number): Sides {
  if (good.emulsionRole === 'yolk' && good.pieceG) {
    const yolks = Math.ceil(massG / good.pieceG - 0.25)
    const { eggs, spare, whitesG } = eggsFor(yolks)
    return {
      left: [{ kind: 'whites', ingredientId: good.id, massG: whitesG, use: 'meringue' }],
      pull: [{ kind: 'eggs', ingredientId: good.id, massG, count: eggs, spare }],
    }
  }
  if (good.id !== CLARIFIED_ID) return { left: [], pull: [] }
  const wholeG = wholeButterForClarifiedG(massG)
  return {
    left: [{ kind: 'milkSolids', ingredientId: good.id, massG: wholeG - massG, use: 'enrichPuree' }],
    pull: [{ kind: 'wholeButter', ingredientId: good.id, massG: wholeG }],
  }
}

/** What stays in the sieve at the first strain after a good went in. */
function strainedOut(formula: Formula, ingredients: ReadonlyMap<string, Ingredient>): LeftOver[] {
  const order = formula.steps.map((s) => s.id)
  const strains = formula.steps.flatMap((s, i) => (techniqueOf(s).sieves?.(s) ? [i] : []))
  return formula.items.flatMap((item) => {
    const good = ingredients.get(item.ingredientId)
    const at = order.indexOf(item.stepId)
    if (!good?.solidInPan || !strains.some((i) => i > at)) return []
    return [
      {
        kind: 'strained' as const,
        ingredientId: good.id,
        massG: itemMassG(item, good) * good.solidInPan.massShare,
        use: useOfStrained(good),
      },
    ]
  })
}

/** Fat of a roux beyond its flour, which will float. */
function rouxFat({ items, steps }: Formula, ingredients: ReadonlyMap<string, Ingredient>): LeftOver[] {
  return steps
    .filter((step) => techniqueOf(step).floatsFat?.(step))
    .map((step): LeftOver => {
      const own = items
        .filter((i) => i.stepId === step.id)
        .flatMap((i) => {
          const good = ingredients.get(i.ingredientId)
          return good ? [{ good, massG: itemMassG(i, good) }] : []
        })
      const fatG = own.reduce(
        (sum, { good, massG }) => sum + (good.thickens ? 0 : (massG * (good.per100G.fat ?? 0)) / 100),
        0,
      )
      const flourG = own.reduce((sum, { good, massG }) => sum + (good.thickens ? massG : 0), 0)
      return { kind: 'rouxFat', massG: rouxSurplusFatG(fatG, flourG), use: 'discard' }
    })
}

/** Fat that leaves the pan by ladle or is lifted when it is cold: what a step makes less of it without a sieve. */
function skimmedFat({ steps }: Formula, trace: readonly TraceStep[]): LeftOver[] {
  const fatAt = (i: number) => (trace[i] ? sauceOf(trace[i].contents).fat : 0)
  const massG = steps.reduce(
    (sum, step, i) => sum + (SKIMS.includes(step.technique) ? fatAt(i - 1) - fatAt(i) : 0),
    0,
  )
  return massG > 0 ? [{ kind: 'skimmedFat', massG, use: 'fry' }] : []
}

/**
 * Whites, milk solids, trimmings, what stays in the sieve and fat that floats: how much of each a formula leaves for its own basis, each with a use;
 * and what must be pulled for it: eggs with breakages, whole butter, goods before trimming.
 */
export function sidesOf(
  formula: Formula,
  trace: readonly TraceStep[],
  ingredients: ReadonlyMap<string, Ingredient>,
): Sides {
  const uses = new Map<string, number>()
  for (const item of formula.items) {
    const good = ingredients.get(item.ingredientId)
    if (good) uses.set(good.id, (uses.get(good.id) ?? 0) + itemMassG(item, good))
  }
  const sides = [...uses].flatMap(([id, massG]) => {
    const good = ingredients.get(id) as Ingredient
    return [ofEggsAndButter(good, massG), trimmings(good, massG)]
  })
  const left = [
    ...sides.flatMap((s) => s.left),
    ...strainedOut(formula, ingredients),
    ...rouxFat(formula, ingredients),
    ...skimmedFat(formula, trace),
  ]
  return { left: left.filter((l) => l.massG >= LEAST_G), pull: sides.flatMap((s) => s.pull) }
}
