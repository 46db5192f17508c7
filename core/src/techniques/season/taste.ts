import type { Formula } from '../../formula/formula'
import { acidFrac, massG } from '../../mixture/composition'
import { saltOnPlateG, sauceOf, type Contents } from '../../pan/contents'
import { techniqueOf } from '../registry'

/** What a sauce should taste of before anybody has tasted it; every share of the sauce with what is eaten in it. */
export interface Taste {
  readonly massG: number
  readonly saltFrac: number
  /** As acetic acid. */
  readonly acidFrac: number
  readonly sugarFrac: number
  readonly fatFrac: number
  /** Acid for each 100 g of fat, g; undefined where there is hardly any fat. */
  readonly acidPer100Fat: number | undefined
}
const FATTY_FROM = 0.1

/** Predicted salt, acid, sugar and fat of what is in a vessel. */
export function tasteOf(of: Contents): Taste {
  const sauce = sauceOf(of)
  const mass = massG(sauce) + of.solids.massG
  if (mass <= 0)
    return { massG: 0, saltFrac: 0, acidFrac: 0, sugarFrac: 0, fatFrac: 0, acidPer100Fat: undefined }
  const acidG = acidFrac(sauce) * massG(sauce)
  const fatFrac = sauce.fat / mass
  return {
    massG: mass,
    saltFrac: saltOnPlateG(of) / mass,
    acidFrac: acidG / mass,
    sugarFrac: sauce.sugar / mass,
    fatFrac,
    acidPer100Fat: fatFrac >= FATTY_FROM ? (100 * acidG) / sauce.fat : undefined,
  }
}

/** How a kind of sauce carries acid: against its fat, or against all of it. */
export interface AcidBand {
  readonly per: '100 g fat' | 'sauce'
  readonly low: number
  readonly high: number
}
/** Usual acid (emulsion.md §9; of sauces without much fat reduction.md §2): judged by palate. */
const ACID_BANDS = {
  eggEmulsion: { per: '100 g fat', low: 0.35, high: 0.7 },
  wineButter: { per: '100 g fat', low: 0.6, high: 1.2 },
  brownButter: { per: '100 g fat', low: 0.5, high: 1.0 },
  other: { per: 'sauce', low: 0.002, high: 0.007 },
} as const satisfies Record<string, AcidBand>

/** Where a formula's acid usually stands: by the room that makes its emulsion. */
export function acidBandOf(formula: Pick<Formula, 'steps' | 'emulsion'>, taste: Taste): AcidBand {
  const rooms = new Set(formula.steps.map((s) => techniqueOf(s).id))
  if (rooms.has('eggEmulsion')) return ACID_BANDS.eggEmulsion
  if (rooms.has('brown')) return ACID_BANDS.brownButter
  return rooms.has('mount') && taste.fatFrac > 0.4 ? ACID_BANDS.wineButter : ACID_BANDS.other
}
/** A sauce's acid as its band counts it. */
export const acidOf = (taste: Taste, { per }: AcidBand): number =>
  per === 'sauce' ? taste.acidFrac : (taste.acidPer100Fat ?? 0)
