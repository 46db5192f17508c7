import type { Ingredient } from '../ingredients/ingredient'

/** One good in place of another: grams of it per gram, and what it does that the numbers do not show. */
export interface Substitution {
  readonly from: string
  readonly to: string
  readonly factor: number
  readonly note: SubstitutionNote
}
export type SubstitutionNote =
  | 'salt'
  | 'noGelatin'
  | 'holdsBetter'
  | 'curdlesLess'
  | 'stronger'
  | 'milder'
  | 'sweeter'
  | 'coarser'
  | 'clearer'
  | 'notToBoil'
  | 'bloomFirst'
  | 'perishable'
  | 'noAlcohol'
  | 'animal'

const swap = (from: string, to: string, factor: number, note: SubstitutionNote): Substitution => ({
  from,
  to,
  factor,
  note,
})
const bothWays = (
  [a, b]: readonly [string, string],
  factor: number,
  [ab, ba]: readonly [SubstitutionNote, SubstitutionNote],
) => [swap(a, b, factor, ab), swap(b, a, 1 / factor, ba)]

/** Swaps that hold, with the grams that match what they are there for: fat of a butter, acid of a juice, body of a starch. Ratios from compositions and `thicken` powers. */
export const SUBSTITUTIONS: readonly Substitution[] = [
  ...bothWays(['cream35', 'cremeFraiche'], 1, ['curdlesLess', 'milder']),
  ...bothWays(['butter', 'clarifiedButter'], 0.83, ['holdsBetter', 'milder']),
  ...bothWays(['butter', 'butterSalted'], 1, ['salt', 'milder']),
  ...bothWays(['chickenStock', 'chickenBrothTin'], 1, ['salt', 'milder']),
  ...bothWays(['chickenStock', 'stockCubeBroth'], 1, ['noGelatin', 'milder']),
  swap('brownStock', 'stockConcentrate', 0.11, 'salt'),
  ...bothWays(['brownStock', 'vealStock'], 1, ['milder', 'stronger']),
  ...bothWays(['chickenStock', 'vegStock'], 1, ['noGelatin', 'stronger']),
  ...bothWays(['fishStock', 'shellfishStock'], 1, ['stronger', 'milder']),
  ...bothWays(['demiGlace', 'demiGlaceBought'], 1, ['salt', 'milder']),
  ...bothWays(['lemonJuice', 'limeJuice'], 0.92, ['stronger', 'milder']),
  swap('lemonJuice', 'wineVinegar', 0.86, 'coarser'),
  ...bothWays(['lemonJuice', 'verjus'], 2.2, ['milder', 'stronger']),
  ...bothWays(['wineVinegar', 'redWineVinegar'], 1, ['coarser', 'clearer']),
  ...bothWays(['wineVinegar', 'tarragonVinegar'], 1, ['stronger', 'milder']),
  ...bothWays(['wineVinegar', 'ciderVinegar'], 1.2, ['milder', 'stronger']),
  ...bothWays(['shallot', 'onion'], 1, ['coarser', 'milder']),
  ...bothWays(['whiteWine', 'vermouthDry'], 0.8, ['stronger', 'milder']),
  ...bothWays(['madeira', 'marsala'], 1, ['stronger', 'milder']),
  ...bothWays(['madeira', 'port'], 1, ['sweeter', 'milder']),
  ...bothWays(['brandy', 'calvados'], 1, ['stronger', 'milder']),
  swap('whiteWine', 'verjus', 0.5, 'noAlcohol'),
  ...bothWays(['flour', 'cornstarch'], 0.5, ['clearer', 'coarser']),
  ...bothWays(['flour', 'riceFlour'], 0.83, ['milder', 'coarser']),
  ...bothWays(['cornstarch', 'arrowroot'], 1.05, ['clearer', 'coarser']),
  ...bothWays(['cornstarch', 'potatoStarch'], 0.87, ['notToBoil', 'coarser']),
  ...bothWays(['cornstarch', 'waxyMaize'], 0.95, ['holdsBetter', 'coarser']),
  ...bothWays(['gelatinLeaf', 'gelatinBeefPowder'], 1, ['animal', 'animal']),
  ...bothWays(['yolk', 'yolkCarton'], 1.12, ['perishable', 'milder']),
  ...bothWays(['mustardDijon', 'mustardGrain'], 1, ['coarser', 'stronger']),
  ...bothWays(['mushroomButton', 'mushroomChestnut'], 1, ['stronger', 'milder']),
  ...bothWays(['tarragon', 'chervil'], 1.3, ['milder', 'stronger']),
  ...bothWays(['tomatoPaste', 'tomatoPassata'], 3, ['milder', 'stronger']),
]

/** Swaps for a good that this kitchen has; an empty list is "no safe swap". */
export function swapsFor(
  ingredientId: string,
  ingredients: ReadonlyMap<string, Ingredient>,
): readonly Substitution[] {
  return SUBSTITUTIONS.filter((s) => s.from === ingredientId && ingredients.has(s.to))
}
