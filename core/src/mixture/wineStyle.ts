/** A wine, spirit or vinegar as it is poured, g/l: what does not boil away, and the acid that partly does. */
export interface WineStyle {
  readonly abvPct: number
  readonly sugarGPerL: number
  readonly fixedAcidGPerL: number
  readonly volatileAcidGPerL: number
  readonly extractGPerL: number
  readonly saltGPerL: number
}
/** @param of - ABV %, then sugar, acid as tartaric (volatile acid in it) and extract less sugar, g/l */
const style = (
  ...[abvPct, sugarGPerL, acidGPerL, extractGPerL, volatileAcidGPerL = 0.5]: readonly [
    abvPct: number,
    sugarGPerL: number,
    acidGPerL: number,
    extractGPerL: number,
    volatileAcidGPerL?: number,
  ]
): WineStyle => ({
  abvPct,
  sugarGPerL,
  fixedAcidGPerL: acidGPerL - volatileAcidGPerL,
  volatileAcidGPerL,
  extractGPerL,
  saltGPerL: 0,
})

/** Typical styles (kitchen.md §11); a house's own label wins. */
export const WINE_STYLES = {
  dryWhite: style(12.5, 2, 6, 19),
  dryRed: style(13.5, 2, 5.5, 26),
  offDryWhite: style(11, 15, 7, 20),
  drySherry: style(15, 2, 4.5, 18, 0.3),
  dryVermouth: style(18, 35, 5, 18, 0.3),
  sweetVermouth: style(16, 140, 5, 25, 0.3),
  port: style(19.5, 100, 4.5, 25, 0.3),
  madeiraMedium: style(19, 80, 6.5, 25, 0.8),
  marsalaDry: style(18, 30, 5, 25, 0.4),
  brandy: style(40, 1, 0.4, 3, 0.3),
  dryCider: style(6, 5, 5, 20, 0.4),
  saltedCookingWine: { ...style(12.5, 2, 6, 19), saltGPerL: 12 },
} as const satisfies Record<string, WineStyle>
export type WineStyleId = keyof typeof WINE_STYLES

/** Volatile acid goes with this power of the volume (reduction.md §2). */
const VOLATILE_EXPONENT = 0.7

/** A wine reduced to a share of its volume, g/l of what is left: sugar, fixed acid, extract and salt by 1/f, volatile acid by f^0.70/f. `kitchen:K-G1 K-G2 K-G3` */
export function reducedStyle(
  of: WineStyle,
  toFrac: number,
): Omit<WineStyle, 'abvPct'> & {
  readonly acidGPerL: number
} {
  const fixedAcidGPerL = of.fixedAcidGPerL / toFrac
  const volatileAcidGPerL = (of.volatileAcidGPerL * toFrac ** VOLATILE_EXPONENT) / toFrac
  return {
    sugarGPerL: of.sugarGPerL / toFrac,
    fixedAcidGPerL,
    volatileAcidGPerL,
    extractGPerL: of.extractGPerL / toFrac,
    saltGPerL: of.saltGPerL / toFrac,
    acidGPerL: fixedAcidGPerL + volatileAcidGPerL,
  }
}
/** Above these a butter sauce tastes sweet, and a reduction is syrup that scorches, g/l. */
export const SWEET_FROM_G_PER_L = 60
export const SYRUP_FROM_G_PER_L = 250
