import { DomainError } from '../errors'
import { compositionOf, type Ingredient, type Thickener } from '../ingredients/ingredient'
import { addCompositions, EMPTY, massG, scaleComposition, type Composition } from '../mixture/composition'
import { extractedShare, GIVES_TAU_MIN } from '../mixture/extract'
import { HELD_G_PER_G, type SolidKind } from '../mixture/strain'
import { skim } from '../mixture/skim'
import type { InPan } from '../plan/batchPlan'
import { STARCH_POWERS } from '../thicken/viscosity'
import type { FormulaStep } from './formula'

const FAT_ML_PER_G = 1 / 0.88 // liquid butterfat near the boil
const DRIES_FAT: readonly FormulaStep['technique'][] = ['sweat', 'roux', 'brown']
const BROWN_YIELD = 0.98
const SIMMER_ETHANOL_POWER = 8 // alcohol boils off about eight times as fast as the water it is in
/** Starch of made goods counts as flour of a brown roux. */
const STARCH_OF_FLOUR = 0.72
const HELD_BY_GROUP: Readonly<Record<string, SolidKind>> = {
  bone: 'bones',
  meat: 'bones',
  shellfish: 'bones',
  herb: 'leafyHerbs',
  fruit: 'tomatoPulp',
}

/** The pan along the steps of a formula: liquid, clear fat over it, what lies in it and what that holds back at the sieve, and its starch as white-roux flour. */
export interface PanContents {
  readonly liquid: Composition
  readonly inPan: InPan
  readonly fat: Composition
  readonly solidsG: number
  /** Liquor that the solids will hold when drained. */
  readonly heldG: number
  /** What the solids still have to give to the liquor (part of their mass), and the slowest time constant of it, min. */
  readonly toGive: Composition
  readonly givesTauMin: number
  readonly starchEqG: number
  /** Fat that sits in the yolk's own particles and counts as water phase, g. */
  readonly yolkFatG: number
}
/** An empty pan. */
export const EMPTY_PAN: PanContents = {
  liquid: EMPTY,
  inPan: { massG: 0, volumeMl: 0 },
  fat: EMPTY,
  solidsG: 0,
  heldG: 0,
  toGive: EMPTY,
  givesTauMin: 0,
  starchEqG: 0,
  yolkFatG: 0,
}

/** White-roux flour that an amount of a good is worth where it is put in so. */
function flourWorthG(ingredient: Ingredient, grams: number, step: FormulaStep): number {
  const { thickens } = ingredient
  if (!thickens) return (((ingredient.per100G.starch ?? 0) / 100) * grams * STARCH_POWERS.rouxBrown) / STARCH_OF_FLOUR
  return grams * powerOf(thickens, step)
}
function powerOf(thickens: Thickener, step: FormulaStep): number {
  if (thickens !== 'flour') return STARCH_POWERS[thickens]
  return step.roux === 'brown' ? STARCH_POWERS.rouxBrown : step.roux === 'blond' ? STARCH_POWERS.rouxBlond : STARCH_POWERS.rouxWhite
}

/** Puts a step's goods into the pan: liquids join the liquid, shallots lie in it, butter for sweating becomes clear fat (its water boils off). */
export function putIn(
  contents: PanContents,
  step: FormulaStep,
  lines: readonly { readonly ingredientId: string; readonly massG: number }[],
  ingredients: ReadonlyMap<string, Ingredient>,
): PanContents {
  return lines.reduce<PanContents>((pan, line) => {
    const ingredient = ingredients.get(line.ingredientId)
    if (!ingredient) throw new DomainError('missingIngredient', step.id, line.ingredientId)
    const solid = ingredient.solidInPan
    if (solid) {
      const grams = line.massG * solid.massShare
      const held =
        grams * HELD_G_PER_G[HELD_BY_GROUP[ingredient.group ?? ''] ?? (ingredient.id.startsWith('mushroom') ? 'mushrooms' : 'mirepoix')]
      return {
        ...pan,
        solidsG: pan.solidsG + grams,
        heldG: pan.heldG + held,
        ...(ingredient.gives
          ? {
              toGive: addCompositions(pan.toGive, compositionOf({ ...ingredient, per100G: ingredient.gives }, line.massG)),
              givesTauMin: Math.max(pan.givesTauMin, givesTauMin(ingredient)),
            }
          : {}),
        inPan: { massG: pan.inPan.massG + grams, volumeMl: pan.inPan.volumeMl + grams * solid.volumeMlPerG },
      }
    }
    const composition = compositionOf(ingredient, line.massG)
    const starchEqG = pan.starchEqG + flourWorthG(ingredient, line.massG, step)
    if (DRIES_FAT.includes(step.technique) && composition.fat > 0.7 * line.massG) {
      const fat = { ...EMPTY, fat: composition.fat * (step.technique === 'brown' ? BROWN_YIELD : 1) }
      return {
        ...pan,
        fat: addCompositions(pan.fat, fat),
        inPan: { massG: pan.inPan.massG + fat.fat, volumeMl: pan.inPan.volumeMl + fat.fat * FAT_ML_PER_G },
      }
    }
    return {
      ...pan,
      liquid: addCompositions(pan.liquid, composition),
      starchEqG,
      yolkFatG: pan.yolkFatG + (ingredient.emulsionRole === 'yolk' ? composition.fat : 0),
    }
  }, contents)
}

/** The pan after the sieve: solids and what clings to them stay behind, the clear fat goes through. */
export function strained(contents: PanContents, pressFrac = 0): PanContents {
  const total = massG(contents.liquid)
  const share = total > 0 ? Math.max(0, total - contents.heldG * (1 - pressFrac)) / total : 0
  return {
    liquid: addCompositions(scaleComposition(contents.liquid, share), contents.fat),
    inPan: { massG: 0, volumeMl: 0 },
    fat: EMPTY,
    solidsG: 0,
    heldG: 0,
    toGive: EMPTY,
    givesTauMin: 0,
    starchEqG: contents.starchEqG * share,
    yolkFatG: contents.yolkFatG * share,
  }
}

function givesTauMin({ group, marks }: Ingredient): number {
  return group === 'bone' && marks?.includes('meat') ? GIVES_TAU_MIN.meat : GIVES_TAU_MIN.quick
}

/** Bones and roots give up part of what they have to the liquor. */
function extracted(contents: PanContents, durationMin: number): PanContents {
  const share = extractedShare(durationMin, contents.givesTauMin)
  const given = scaleComposition(contents.toGive, share)
  const grams = massG(given)
  if (grams === 0) return contents
  return {
    ...contents,
    liquid: addCompositions(contents.liquid, given),
    toGive: scaleComposition(contents.toGive, 1 - share),
    solidsG: contents.solidsG - grams,
    inPan: { massG: contents.inPan.massG - grams, volumeMl: contents.inPan.volumeMl * (1 - grams / contents.inPan.massG) },
  }
}

/** Clear fat goes into the liquid: flour binds it, a mount or a blender tears it into drops. */
function bindFat(contents: PanContents): PanContents {
  return {
    ...contents,
    liquid: addCompositions(contents.liquid, contents.fat),
    fat: EMPTY,
    inPan: { massG: contents.inPan.massG - contents.fat.fat, volumeMl: contents.inPan.volumeMl - contents.fat.fat * FAT_ML_PER_G },
  }
}

/** What a step that is no reduction does to the pan when it ends. */
export function endStep(contents: PanContents, step: FormulaStep): PanContents {
  switch (step.technique) {
    case 'strain':
      return strained(contents, step.pressFrac)
    case 'skim': {
      const whole = bindFat(contents)
      return { ...whole, liquid: skim(whole.liquid, 'hotLadle') }
    }
    case 'cool': {
      const whole = bindFat(contents)
      return { ...whole, liquid: skim(whole.liquid, 'chilledLift') }
    }
    case 'simmer': {
      const rich = extracted(contents, step.minutes?.value ?? 0)
      const left = 1 - (step.lossFrac ?? 0)
      return {
        ...rich,
        liquid: { ...rich.liquid, water: rich.liquid.water * left, ethanol: rich.liquid.ethanol * left ** SIMMER_ETHANOL_POWER },
      }
    }
    case 'roux':
    case 'mount':
    case 'blend':
      return bindFat(contents)
    default:
      return contents
  }
}
