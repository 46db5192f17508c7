import { SPECIES, type Composition, type FixedAcid } from '../mixture/composition'
import { compositionOf, type Ingredient } from './ingredient'

// g per 100 g in the order of SPECIES; reduction.md §2: rounded from public food-composition tables (market goods) and stock literature (estimates)
const ROWS: Readonly<Record<string, readonly [readonly number[], FixedAcid?]>> = {
  water: [[100, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]],
  brownStockUnsalted: [[95.4, 0, 0.2, 1.2, 1.8, 0.2, 0, 0.15, 0, 0.15, 0.9], 'lactic'],
  chickenStockUnsalted: [[97, 0, 0.3, 0.9, 0.9, 0.2, 0, 0.1, 0, 0.05, 0.55], 'lactic'],
  fishStockUnsalted: [[97.6, 0, 0.1, 0.8, 0.8, 0.1, 0, 0.1, 0, 0.05, 0.45], 'lactic'],
  vegStockUnsalted: [[98.6, 0, 0, 0.05, 0, 0.6, 0, 0.1, 0, 0.05, 0.6], 'malic'],
  saltedBroth: [[97.3, 0, 0.2, 0.9, 0.1, 0.3, 0, 0.9, 0, 0, 0.3]],
  demiStockOnly: [[80, 0, 0.5, 6, 9, 1, 0, 0.75, 0, 0.75, 2], 'lactic'],
  wineWhite125: [[87.91, 9.95, 0, 0, 0, 0.2, 0, 0, 0.04, 0.6, 1.3], 'tartaric'],
  wineRed135: [[86.45, 10.75, 0, 0, 0, 0.2, 0, 0, 0.05, 0.55, 2], 'tartaric'],
  fortifiedSweet19: [[73.81, 14.6, 0, 0, 0, 9.5, 0, 0, 0.04, 0.45, 1.6], 'tartaric'],
  fortifiedDry19: [[82.3, 15.3, 0, 0, 0, 0.5, 0, 0, 0.04, 0.45, 1.41], 'tartaric'],
  brandy40: [[66.65, 33.25, 0, 0, 0, 0.05, 0, 0, 0, 0, 0.05]],
  wineVinegar6: [[92.6, 0, 0, 0, 0, 0.2, 0, 0, 6, 0.2, 1], 'tartaric'],
  lemonJuice: [[91.5, 0, 0, 0, 0, 2.2, 0, 0, 0, 5.5, 0.8], 'citric'],
  cream35: [[58.5, 0, 35.5, 2.1, 0, 3, 0, 0.1, 0, 0.1, 0.7], 'lactic'],
  butterUnsalted: [[16, 0, 82, 0.7, 0, 0.6, 0, 0.02, 0, 0, 0.68]],
  tomatoPassata: [[91, 0, 0.2, 1.4, 0, 4.5, 0, 0.1, 0, 0.5, 2.3], 'citric'],
  tomatoPaste: [[73.5, 0, 0.5, 4.3, 0, 12.2, 0, 0.15, 0, 2, 7.35], 'citric'],
  soySauce: [[67, 2, 0, 8, 0, 2, 0, 15, 0, 0.8, 5.2], 'lactic'],
}

/** Ids of the reference table. */
export const REFERENCE_IDS = Object.keys(ROWS)

/**
 * The species of an amount of a good from the reference table.
 * @param id - one of REFERENCE_IDS
 * @param amountG - g
 */
export function referenceComposition(id: string, amountG: number): Composition {
  const row = ROWS[id]
  if (!row) throw new RangeError(`no reference ingredient ${id}`)
  const per100G = Object.fromEntries(
    SPECIES.map((species, i) => [species, row[0][i] ?? 0]),
  ) as Ingredient['per100G']
  return compositionOf(
    {
      id,
      name: id,
      isLiquid: true,
      per100G,
      ...(row[1] ? { fixedAcid: row[1] } : {}),
      allergens: {},
      source: 'reduction.md §2',
    },
    amountG,
  )
}
