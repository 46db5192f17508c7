/** Amount of something to add, or why it cannot help. */
export type Correction =
  | { readonly status: 'add'; readonly addG: number; readonly finalMassG: number; readonly saltFrac: number }
  | { readonly status: 'impossible' | 'futile'; readonly addG?: number }

/** Salt now and wanted of a sauce: mass in g, shares 0..1. */
export interface SaltState {
  readonly massG: number
  readonly saltFrac: number
  readonly wantedSaltFrac: number
}

/** X1: thin with salt-free liquid; boiling it off again brings the old salt back. `reduction:C6` */
export function diluteToSalt({ massG, saltFrac, wantedSaltFrac }: SaltState): Correction {
  const addG = Math.max(0, massG * (saltFrac / wantedSaltFrac - 1))
  return { status: 'add', addG, finalMassG: massG + addG, saltFrac: (saltFrac * massG) / (massG + addG) }
}

/** X2: add stock and reduce back to the same solids; futile when it takes more than three times the sauce. `reduction:C6` */
export function stretchWithStock(
  { massG, saltFrac, wantedSaltFrac }: SaltState,
  solidsFrac: number,
  stock: { saltFrac: number; solidsFrac: number },
): Correction {
  const share = stock.solidsFrac / solidsFrac
  const denominator = wantedSaltFrac * share - stock.saltFrac
  if (denominator <= 0) return { status: 'impossible' }
  const addG = (massG * (saltFrac - wantedSaltFrac)) / denominator
  return addG > 3 * massG
    ? { status: 'futile', addG }
    : { status: 'add', addG, finalMassG: massG + addG * share, saltFrac: wantedSaltFrac }
}

/**
 * X3: a sauce boiled past its mark gets back what is missing; the salt comes down with it. `reduction:C7`
 * @param addedSaltFrac - salt of what is added back, 0 for water
 */
export function addBack(massG: number, targetMassG: number, saltFrac: number, addedSaltFrac = 0): Correction {
  const addG = Math.max(0, targetMassG - massG)
  return {
    status: 'add',
    addG,
    finalMassG: massG + addG,
    saltFrac: (saltFrac * massG + addedSaltFrac * addG) / (massG + addG),
  }
}

/** X4: keep this share of the sauce and make the rest up with unsalted base. */
export function keepShare({ saltFrac, wantedSaltFrac }: SaltState): number {
  return Math.min(1, wantedSaltFrac / saltFrac)
}

/** Highest salt share a stock may have so that the finished sauce stays at or under `highestSaltFrac`; 0 or less: already too salty without it. `reduction:C5` */
export function maxStockSaltFrac(
  highestSaltFrac: number,
  finalMassG: number,
  stockMassG: number,
  otherSaltG: number,
): number {
  return (highestSaltFrac * finalMassG - otherSaltG) / stockMassG
}
