// emulsion.md §0; milk fat: Walstra, Wouters & Geurts; heat capacities: USDA composition, Choi & Okos 1986
/** Heat capacities, J/(g K). */
export const HEAT_CAPACITY = { yolk: 3.1, water: 4.18, fat: 2.1, snf: 1.5, sugar: 1.25 } as const
/** Milk solids-not-fat in solution, g/ml. */
export const SNF_G_PER_ML = 1.5
const MELTING_J_PER_G = 110
const SOLID_FAT = [
  [0, 0.56],
  [5, 0.5],
  [10, 0.42],
  [15, 0.31],
  [20, 0.19],
  [25, 0.11],
  [30, 0.05],
  [35, 0.01],
  [38, 0],
] as const

/** What a butter is made of, mass fractions: fat, water, milk solids-not-fat. */
export interface ButterParts {
  readonly fatFrac: number
  readonly waterFrac: number
  readonly snfFrac: number
}

/** Butters by law and trade (USDA; Regulation EU 1308/2013; kitchen-clarified, skill ±0.01; Codex STAN 280). */
export const BUTTERS = {
  us: { fatFrac: 0.811, waterFrac: 0.179, snfFrac: 0.01 },
  eu: { fatFrac: 0.82, waterFrac: 0.16, snfFrac: 0.02 },
  clarified: { fatFrac: 0.99, waterFrac: 0.005, snfFrac: 0.005 },
  anhydrous: { fatFrac: 0.998, waterFrac: 0.001, snfFrac: 0.001 },
} as const satisfies Record<string, ButterParts>
export type ButterKind = keyof typeof BUTTERS

/** Density of liquid milk fat, g/ml. */
export const milkFatGPerMl = (tempC: number): number => 0.915 - 0.00064 * (tempC - 20)

/** Share of milk fat that is solid, 0..0.56; season and feed move it by ±0.08. */
export function solidFatFrac(tempC: number): number {
  for (let i = 1; i < SOLID_FAT.length; i++) {
    const [t1, s1] = SOLID_FAT[i - 1] ?? [0, 0]
    const [t2, s2] = SOLID_FAT[i] ?? [0, 0]
    if (tempC < t2) return s1 + ((s2 - s1) * Math.max(0, tempC - t1)) / (t2 - t1)
  }
  return 0
}

/** Enthalpy of milk fat over its solid at 0 °C, J/g: warming and melting. */
export const fatEnthalpyJPerG = (tempC: number): number =>
  HEAT_CAPACITY.fat * tempC + MELTING_J_PER_G * (1 - solidFatFrac(tempC))

/** Enthalpy of a butter, J/g. */
export function butterEnthalpyJPerG({ fatFrac, waterFrac, snfFrac }: ButterParts, tempC: number): number {
  return (
    fatFrac * fatEnthalpyJPerG(tempC) +
    waterFrac * HEAT_CAPACITY.water * tempC +
    snfFrac * HEAT_CAPACITY.snf * tempC
  )
}
