/** Kinds of salt, g per level teaspoon (emulsion.md §9; table USDA, others ±15 %). */
export const SALT_KINDS = {
  table: 6,
  fineSea: 5.5,
  compactedKosher: 4.8,
  hollowFlakeKosher: 2.8,
  flake: 2,
} as const
export type SaltKind = keyof typeof SALT_KINDS
/** Finished salt by family, share of the sauce: house-adjustable. */
export const SALT_TARGETS = {
  eggEmulsion: [0.008, 0.011],
  wineButter: [0.008, 0.011],
  jusDemi: [0.009, 0.012],
  panSauce: [0.01, 0.013],
  cream: [0.008, 0.01],
  brownButter: [0.006, 0.009],
} as const

/** Level teaspoons of a kind of salt. `emulsion:S1 S2` */
export const saltTsp = (massG: number, kind: SaltKind): number => massG / SALT_KINDS[kind]
/** The same salt in another kind's teaspoons. `emulsion:S2` */
export const convertSaltTsp = (tsp: number, from: SaltKind, to: SaltKind): number =>
  (tsp * SALT_KINDS[from]) / SALT_KINDS[to]
/** Grams of salt still to add: target share of the mass less what is there. `emulsion:S1` */
export const saltToAddG = (massG: number, targetFrac: number, presentG: number): number =>
  Math.max(0, massG * targetFrac - presentG)
/** Salt share after boiling down to a share of the mass. `emulsion:S4` */
export const saltAfterReduction = (saltFrac: number, shareLeft: number): number => saltFrac / shareLeft
/** Acid for each 100 g of fat, g; reduced vinegar has lost a third of its acid. `emulsion:S3` */
export function acidPer100Fat({
  lemonG = 0,
  vinegarG = 0,
  isVinegarReduced = false,
  wineG = 0,
  fatG,
}: {
  readonly lemonG?: number
  readonly vinegarG?: number
  readonly isVinegarReduced?: boolean
  readonly wineG?: number
  readonly fatG: number
}): number {
  return (100 * (0.055 * lemonG + 0.06 * vinegarG * (isVinegarReduced ? 0.65 : 1) + 0.0065 * wineG)) / fatG
}
