// Trade ratios: cold water six times the gelatin; melts at 28–35 °C (H), melted at 50 to be sure; emulsion.md §7
/** Cold water that gelatin takes up while it blooms, ml a gram. */
export const BLOOM_ML_PER_G = 6
/** Share of dry gelatin that is gelatin. */
const PURITY = 0.86
/** Where bloomed gelatin melts for certain, °C. */
const MELTED_C = 50

/** Gelatin to put into a thin stock: grams as bought, water to bloom it, and how much of the stock must be hot to melt it. */
export interface GelatinDose {
  readonly gelatinG: number
  readonly bloomMl: number
  readonly hotStockG: number
}

/**
 * Gelatin that brings a stock from one strength to another.
 *
 * Mass balance with its bloom water: `g = m (target − now) / (purity − target (1 + bloom))`. The hot part is what brings itself and the cold
 * bloomed gelatin to 50 °C (heat capacities alike).
 * @param stockG - stock, g
 * @param nowFrac - gelatin share it has, 0..0.3
 * @param targetFrac - gelatin share wanted, 0..0.12
 * @param hotC - temperature of the hot part, 60..100 °C; @param coldC - of the bloomed gelatin
 * @returns zeros where the stock has enough
 */
export function gelatinDose(
  stockG: number,
  nowFrac: number,
  targetFrac: number,
  { hotC, coldC } = { hotC: 90, coldC: 10 },
): GelatinDose {
  const gelatinG = Math.max(
    0,
    (stockG * (targetFrac - nowFrac)) / (PURITY - targetFrac * (1 + BLOOM_ML_PER_G)),
  )
  const bloomMl = gelatinG * BLOOM_ML_PER_G
  const hotStockG = meltingStockG(gelatinG + bloomMl, { hotC, coldC })
  return { gelatinG, bloomMl, hotStockG: Math.min(stockG, hotStockG) }
}

/** Hot liquid that brings so much bloomed gelatin to where it melts for certain, g (heat capacities alike). */
export const meltingStockG = (bloomedG: number, { hotC, coldC } = { hotC: 90, coldC: 10 }): number =>
  (bloomedG * (MELTED_C - coldC)) / (hotC - MELTED_C)

/** Gelatin of one strength for that of another (trade rule): the weaker wants more. @param fromBloom - strength that was meant */
export const swappedGelatinG = (massG: number, fromBloom: number, toBloom: number): number =>
  massG * Math.sqrt(fromBloom / toBloom)
