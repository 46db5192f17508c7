import { addCompositions, EMPTY, massG, scaleComposition, type Composition } from '../mixture/composition'
import { volume20Ml } from '../mixture/volume'
import { milkFatGPerMl, SNF_G_PER_ML } from '../mixture/butterFat'
import { JUDGED_AT_C, type Phases } from '../mixture/phases'
import { waterDensityKgPerM3 } from '../heat/water'

/** Liquid butterfat near the boil, ml/g. */
export const HOT_FAT_ML_PER_G = 1 / 0.88
const YOLK_G_PER_ML = 1.03

/** Which vessel of a batch a step stands in; the plan picks a real one for each. */
export const VESSEL_ROLES = ['pan', 'smallPan', 'sidePan', 'pressureCooker', 'bowl', 'tray'] as const
export type VesselRole = (typeof VESSEL_ROLES)[number]

/** What lies in the liquid and is no part of it: shallots, bones, capers. */
export interface Solids {
  readonly massG: number
  readonly volumeMl: number
  /** Liquor that they hold back at the sieve, drained. */
  readonly heldG: number
  /** Salt that they bring to the plate if they stay. */
  readonly saltG: number
}

/**
 * What is in one vessel: its liquid, clear fat over it, what lies in it, and what must be known of both to go on.
 * Every amount is extensive, so that contents can be poured together and ladled out.
 */
export interface Contents {
  readonly liquid: Composition
  /** Clear fat over the liquid, g. */
  readonly fatG: number
  readonly solids: Solids
  /** What the solids still have to give to the liquor (part of their mass), and the slowest time constant of it, min. */
  readonly toGive: Composition
  readonly givesTauMin: number
  /** Starch as white-roux flour, g. */
  readonly starchEqG: number
  readonly yolkG: number
  /** Fat in the yolk's own particles, which counts as water phase, g. */
  readonly yolkFatG: number
  /** Milk solids of butter and cream in the liquid, g. */
  readonly snfG: number
  /** Scum that was boiled in, and fat that a boil beat into drops (part of the liquid's fat): what clouds a stock, g. */
  readonly hazeG: number
  readonly beatenG: number
  /** Alcohol put in, and what would be left of it after bare simmers; `liquid.ethanol` is what lively boils leave. */
  readonly ethanolInG: number
  readonly ethanolSimmeredG: number
}

const NO_SOLIDS: Solids = { massG: 0, volumeMl: 0, heldG: 0, saltG: 0 }
/** An empty vessel. */
export const EMPTY_CONTENTS: Contents = {
  liquid: EMPTY,
  fatG: 0,
  solids: NO_SOLIDS,
  toGive: EMPTY,
  givesTauMin: 0,
  starchEqG: 0,
  yolkG: 0,
  yolkFatG: 0,
  snfG: 0,
  hazeG: 0,
  beatenG: 0,
  ethanolInG: 0,
  ethanolSimmeredG: 0,
}

const SCALARS = [
  'fatG',
  'starchEqG',
  'yolkG',
  'yolkFatG',
  'snfG',
  'hazeG',
  'beatenG',
  'ethanolInG',
  'ethanolSimmeredG',
] as const
const OF_SOLIDS = ['massG', 'volumeMl', 'heldG', 'saltG'] as const

/** Two vessels' contents in one. */
export function mixContents(a: Contents, b: Contents): Contents {
  const scalars = Object.fromEntries(SCALARS.map((k) => [k, a[k] + b[k]])) as Record<
    (typeof SCALARS)[number],
    number
  >
  const solids = Object.fromEntries(OF_SOLIDS.map((k) => [k, a.solids[k] + b.solids[k]])) as unknown as Solids
  return {
    ...scalars,
    solids,
    liquid: addCompositions(a.liquid, b.liquid),
    toGive: addCompositions(a.toGive, b.toGive),
    givesTauMin: Math.max(a.givesTauMin, b.givesTauMin),
  }
}

/** A share of a vessel's liquid with all that is dissolved in it; fat over it and what lies in it stay whole. */
export function liquidShare(of: Contents, share: number): Contents {
  return {
    ...of,
    liquid: scaleComposition(of.liquid, share),
    starchEqG: of.starchEqG * share,
    yolkG: of.yolkG * share,
    yolkFatG: of.yolkFatG * share,
    snfG: of.snfG * share,
    hazeG: of.hazeG * share,
    beatenG: of.beatenG * share,
    ethanolInG: of.ethanolInG * share,
    ethanolSimmeredG: of.ethanolSimmeredG * share,
  }
}

/** A share of everything in a vessel. */
export function contentsShare(of: Contents, share: number): Contents {
  const solids = Object.fromEntries(OF_SOLIDS.map((k) => [k, of.solids[k] * share])) as unknown as Solids
  return {
    ...liquidShare(of, share),
    fatG: of.fatG * share,
    solids,
    toGive: scaleComposition(of.toGive, share),
  }
}

/** Liquid with the fat over it: what is strained, served and counted. */
export const sauceOf = (of: Contents): Composition => ({ ...of.liquid, fat: of.liquid.fat + of.fatG })
/** Everything in the vessel, g. */
export const contentsG = (of: Contents): number => massG(of.liquid) + of.fatG + of.solids.massG
/** What stands over and in the liquid, as a scale and a stick see it. */
export const lyingIn = ({
  solids,
  fatG,
}: Pick<Contents, 'solids' | 'fatG'>): { readonly massG: number; readonly volumeMl: number } => ({
  massG: solids.massG + fatG,
  volumeMl: solids.volumeMl + fatG * HOT_FAT_ML_PER_G,
})
/** All the room it takes at 20 °C, ml. */
export const bulkMl = (of: Contents): number => volume20Ml(of.liquid) + lyingIn(of).volumeMl

/** Salt that meets the guest: of the sauce, and of what is eaten in it, g. */
export const saltOnPlateG = (of: Contents): number => of.liquid.salt + of.solids.saltG

/**
 * Fat in drops and the water phase around them, ml: butter's and cream's fat against everything else, the yolk's own fat with the water.
 * Fat that floats is not in drops. `emulsion:E1`
 */
export function contentsPhases(of: Contents, tempC = JUDGED_AT_C): Phases {
  const dropFatG = Math.max(0, of.liquid.fat - of.yolkFatG)
  const wateryG = massG(of.liquid) - dropFatG - of.yolkG - of.snfG
  return {
    fatMl: dropFatG / milkFatGPerMl(tempC),
    continuousMl:
      of.yolkG / YOLK_G_PER_ML +
      Math.max(0, wateryG) / (waterDensityKgPerM3(tempC) / 1000) +
      of.snfG / SNF_G_PER_ML,
  }
}
