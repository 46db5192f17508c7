import { DomainError } from '../errors'
import type { FormulaStep } from '../formula/formula'
import { compositionOf, type Ingredient, type Thickener } from '../ingredients/ingredient'
import { addCompositions } from '../mixture/composition'
import { GIVES_TAU_MIN } from '../mixture/extract'
import { HELD_G_PER_G, type SolidKind } from '../mixture/strain'
import { STARCH_POWERS } from '../mixture/viscosity'
import { driesFat } from '../techniques/registry'
import { EMPTY_CONTENTS, type Contents } from './contents'

/** Starch of made goods counts as flour of a brown roux. */
const STARCH_OF_FLOUR = 0.72
const MOSTLY_FAT = 0.7
const MILKY_FAT = 0.05 // butter and cream bring milk solids that lie in the water phase
const HELD_BY_GROUP: Readonly<Record<string, SolidKind>> = {
  bone: 'bones',
  meat: 'bones',
  shellfish: 'bones',
  herb: 'leafyHerbs',
  fruit: 'tomatoPulp',
}

/** An amount that goes into a vessel. */
export interface PutLine {
  readonly ingredientId: string
  readonly massG: number
}

/** White-roux flour that an amount of a good is worth where it is put in so. */
export function flourWorthG(ingredient: Ingredient, grams: number, step: Pick<FormulaStep, 'roux'>): number {
  const { thickens } = ingredient
  if (!thickens)
    return (((ingredient.per100G.starch ?? 0) / 100) * grams * STARCH_POWERS.rouxBrown) / STARCH_OF_FLOUR
  return grams * powerOf(thickens, step)
}
const ROUX_POWER = {
  white: STARCH_POWERS.rouxWhite,
  blond: STARCH_POWERS.rouxBlond,
  brown: STARCH_POWERS.rouxBrown,
} as const
const powerOf = (thickens: Thickener, step: Pick<FormulaStep, 'roux'>): number =>
  thickens === 'flour' ? ROUX_POWER[step.roux ?? 'white'] : STARCH_POWERS[thickens]

const givesTauMin = ({ group, marks }: Ingredient): number =>
  group === 'bone' && marks?.includes('meat') ? GIVES_TAU_MIN.meat : GIVES_TAU_MIN.quick

function heldKind({ group, id }: Ingredient): SolidKind {
  return HELD_BY_GROUP[group ?? ''] ?? (id.startsWith('mushroom') ? 'mushrooms' : 'mirepoix')
}

/** What lies in the liquid and stays itself: it lifts the level, holds liquor at the sieve, and brings its salt to the plate. */
function layIn(into: Contents, ingredient: Ingredient, massG: number): Contents {
  const solid = ingredient.solidInPan
  if (!solid) return into
  const grams = massG * solid.massShare
  const { gives } = ingredient
  return {
    ...into,
    solids: {
      massG: into.solids.massG + grams,
      volumeMl: into.solids.volumeMl + grams * solid.volumeMlPerG,
      heldG: into.solids.heldG + grams * HELD_G_PER_G[heldKind(ingredient)],
      saltG: into.solids.saltG + ((ingredient.per100G.salt ?? 0) / 100) * massG,
    },
    toGive: gives
      ? addCompositions(into.toGive, compositionOf({ ...ingredient, per100G: gives }, massG))
      : into.toGive,
    givesTauMin: gives ? Math.max(into.givesTauMin, givesTauMin(ingredient)) : into.givesTauMin,
  }
}

function put(into: Contents, step: FormulaStep, ingredient: Ingredient, massG: number): Contents {
  if (ingredient.solidInPan) return layIn(into, ingredient, massG)
  const composition = compositionOf(ingredient, massG)
  const yieldFrac = driesFat(step.technique)
  if (yieldFrac !== undefined && composition.fat > MOSTLY_FAT * massG)
    return { ...into, fatG: into.fatG + composition.fat * yieldFrac }
  const isYolk = ingredient.emulsionRole === 'yolk'
  const isMilky =
    !isYolk &&
    (ingredient.emulsionRole === 'butter' ||
      (ingredient.group === 'dairy' && composition.fat > MILKY_FAT * massG))
  return {
    ...into,
    liquid: addCompositions(into.liquid, composition),
    starchEqG: into.starchEqG + flourWorthG(ingredient, massG, step),
    yolkG: into.yolkG + (isYolk ? massG : 0),
    yolkFatG: into.yolkFatG + (isYolk ? composition.fat : 0),
    snfG: into.snfG + (isMilky ? massG - composition.fat - composition.water : 0),
    ethanolInG: into.ethanolInG + composition.ethanol,
    ethanolSimmeredG: into.ethanolSimmeredG + composition.ethanol,
  }
}

/**
 * A step's goods go into its vessel: liquids join the liquid, shallots lie in it, butter for sweating becomes clear fat (its water boils off).
 * @throws DomainError `missingIngredient`
 */
export function putIn(
  into: Contents,
  step: FormulaStep,
  lines: readonly PutLine[],
  ingredients: ReadonlyMap<string, Ingredient>,
): Contents {
  return lines.reduce((contents, line) => {
    const ingredient = ingredients.get(line.ingredientId)
    if (!ingredient) throw new DomainError('missingIngredient', step.id, line.ingredientId)
    return put(contents, step, ingredient, line.massG)
  }, into)
}

/** What a good alone would be in an empty vessel at a step. */
export const alone = (good: Ingredient, massG: number, step: FormulaStep): Contents =>
  put(EMPTY_CONTENTS, step, good, massG)
