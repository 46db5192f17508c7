/** The eleven species a sauce is tracked by, in g. Everything but the first, second and ninth stays in the pan when it boils. */
export const SPECIES = [
  'water',
  'ethanol',
  'fat',
  'protein',
  'gelatin',
  'sugar',
  'starch',
  'salt',
  'acetic',
  'fixacid',
  'other',
] as const
export type Species = (typeof SPECIES)[number]

/** Grams of each species, and the fixed acids as grams of acetic-equivalent. */
export type Composition = Readonly<Record<Species, number>> & { readonly acidEqFixed: number }

/** Grams of acetic acid that neutralise as much as a gram of the acid (ratio of equivalent weights). */
export const ACID_EQUIVALENT = { tartaric: 0.8, citric: 0.938, lactic: 0.667, malic: 0.896 } as const
export type FixedAcid = keyof typeof ACID_EQUIVALENT

/** Nothing at all: the neutral element of adding. */
export const EMPTY: Composition = {
  water: 0,
  ethanol: 0,
  fat: 0,
  protein: 0,
  gelatin: 0,
  sugar: 0,
  starch: 0,
  salt: 0,
  acetic: 0,
  fixacid: 0,
  other: 0,
  acidEqFixed: 0,
}

const KEYS = [...SPECIES, 'acidEqFixed'] as const

/** Applies a function to every component; the one loop all mixture arithmetic goes through. */
export function mapComposition(
  of: Composition,
  f: (grams: number, key: (typeof KEYS)[number]) => number,
): Composition {
  const result = { ...of } as Record<(typeof KEYS)[number], number>
  for (const key of KEYS) result[key] = f(of[key], key)
  return result
}

/** The sum of two mixtures, g by g. */
export function addCompositions(a: Composition, b: Composition): Composition {
  return mapComposition(a, (grams, key) => grams + b[key])
}

/** A mixture multiplied by a number (a share of it, or per 100 g to grams). */
export function scaleComposition(of: Composition, factor: number): Composition {
  return mapComposition(of, (grams) => grams * factor)
}

/** Mass of all species, g. */
export function massG(of: Composition): number {
  return SPECIES.reduce((sum, species) => sum + of[species], 0)
}

/** Share of dissolved and suspended solids, 0..1: everything except water, ethanol and acetic acid. */
export function solidsFrac(of: Composition): number {
  const mass = massG(of)
  return mass > 0 ? (mass - of.water - of.ethanol - of.acetic) / mass : 0
}

/** Salt as a share of the whole, 0..1. */
export function saltFrac(of: Composition): number {
  const mass = massG(of)
  return mass > 0 ? of.salt / mass : 0
}

/** Acid as acetic-equivalent share of the whole, 0..1: the one acid basis of the core. `reduction:C10` */
export function acidFrac(of: Composition): number {
  const mass = massG(of)
  return mass > 0 ? (of.acetic + of.acidEqFixed) / mass : 0
}
