import type { AllergenMark } from '../allergens/allergens'
import {
  ACID_EQUIVALENT,
  EMPTY,
  SPECIES,
  type Composition,
  type FixedAcid,
  type Species,
} from '../mixture/composition'

/** How an ingredient behaves when it stays solid in the pan (shallots in wine): it is weighed with the pan and lifts the level. */
export interface SolidInPan {
  readonly massShare: number
  readonly volumeMlPerG: number
}

/** What else must be known of an ingredient: alcohol, the animal of its gelatin, whose kitchen made a stock. */
export const MARKS = [
  'alcohol',
  'gelatinBeef',
  'gelatinPork',
  'gelatinFish',
  'meat',
  'fish',
  'dairy',
  'wheat',
  'barley',
  'rawEgg',
  'pasteurised',
  'stockMade',
  'stockTinned',
  'stockCube',
  'stockConcentrate',
] as const
export type Mark = (typeof MARKS)[number]
/** Starches as bought; what a gram of each does depends on how it is cooked. */
export const THICKENERS = [
  'flour',
  'cornstarch',
  'arrowroot',
  'potato',
  'tapioca',
  'waxyMaize',
  'riceFlour',
] as const
export type Thickener = (typeof THICKENERS)[number]

/** An ingredient as kitchens know it; composition in g per 100 g. */
export interface Ingredient {
  readonly id: string
  readonly name: string
  readonly isLiquid: boolean
  readonly per100G: Readonly<Partial<Record<Species, number>>>
  readonly fixedAcid?: FixedAcid
  readonly solidInPan?: SolidInPan
  /** What it gives up to the liquor over a long simmer, g per 100 g: gelatin and salts of bones. */
  readonly gives?: Readonly<Partial<Record<Species, number>>>
  /** What it is in an egg and butter emulsion; all else counts as water phase. */
  readonly emulsionRole?: 'yolk' | 'butter'
  /** Loose in a spoon or cup, g/ml: air and all. A liquid needs none: its composition says it. */
  readonly bulkGPerMl?: number
  /** Mass of one piece, where it is counted. */
  readonly pieceG?: number
  /** Share left when it is trimmed. */
  readonly trimYield?: number
  readonly group?: string
  readonly thickens?: Thickener
  readonly marks?: readonly Mark[]
  /** Days it keeps once opened or bought fresh. */
  readonly shelfDays?: number
  /** Price of a kilogram in minor units of the kitchen's money. */
  readonly costMinorPerKg?: number
  /** Months in which it is best; none where it is always there. */
  readonly months?: readonly number[]
  readonly allergens: Readonly<Record<string, AllergenMark>>
  /** The formula that it was worked out from; the numbers above are then no one's typing. */
  readonly madeBy?: { readonly formulaId: string; readonly version: number }
  /** Where the numbers are from, or that they are an estimate. */
  readonly source: string
}

/**
 * The species of an amount of an ingredient.
 * @param amountG - g, at least 0
 */
export function compositionOf(ingredient: Ingredient, amountG: number): Composition {
  const result = { ...EMPTY } as Record<Species | 'acidEqFixed', number>
  for (const species of SPECIES) result[species] = ((ingredient.per100G[species] ?? 0) * amountG) / 100
  result.acidEqFixed = ingredient.fixedAcid ? result.fixacid * ACID_EQUIVALENT[ingredient.fixedAcid] : 0
  return result
}
