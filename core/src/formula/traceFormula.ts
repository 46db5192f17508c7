import type { Allergen, AllergenMark } from '../allergens/allergens'
import { phaseBand, type PhaseBand } from '../emulsion/phases'
import { airPressureKPa } from '../heat/atmosphere'
import { waterBoilingPointC } from '../heat/water'
import { costOfMinor } from '../ingredients/costOfMinor'
import { densityGPerMl } from '../ingredients/densityGPerMl'
import type { Ingredient } from '../ingredients/ingredient'
import { parseReduction } from '../language/parseReduction'
import { resolveReduction, type ReductionTarget } from '../language/reductionTarget'
import { acidFrac, massG, saltFrac, type Composition } from '../mixture/composition'
import { reduceMixture } from '../mixture/reduceMixture'
import { volume20Ml } from '../mixture/volume'
import { saltWaterActivity } from '../reduction/evaporation'
import { coatGrade, type CoatName } from '../thicken/spoonFilm'
import { SPOON_C, textureVolume, thicknessOf } from '../thicken/textureStop'
import { viscosityPaS } from '../thicken/viscosity'
import type { Formula, FormulaStep, Technique } from './formula'
import { EMPTY_PAN, endStep, putIn, type PanContents } from './panStep'

/** What is in the vessel after a step, and what it took to get there. */
export interface TraceStep {
  readonly stepId: string
  readonly verb: string
  readonly technique: Technique
  readonly contents: PanContents
  /** Liquid with its fat, g and ml at 20 °C. */
  readonly massG: number
  readonly volumeMl: number
  readonly addedG: number
  /** Boiled off, strained out or skimmed in this step, g. */
  readonly leftG: number
  readonly phaseFrac: number
  readonly band: PhaseBand
  readonly saltFrac: number
  readonly acidFrac: number
  readonly gelatinFrac: number
  readonly starchFrac: number
  /** Alcohol left of all that went in so far: boiling (low) to bare simmer (high). */
  readonly ethanolLeftFrac: { readonly low: number; readonly high: number }
  readonly viscosityPaS: number
  readonly coat: CoatName
  readonly boilC: number
  readonly target?: ReductionTarget
  readonly allergens: Readonly<Partial<Record<Allergen, AllergenMark>>>
  readonly costMinor: number
  readonly portions: number
}

/** What a formula is worked out with. */
export interface TraceSetting {
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly altitudeM: number
}

const SIMMER_KAPPA = 0.6
const DRY_ROOM = 1.02 // a little water must stay, else it is no liquid
const RANK: Readonly<Record<AllergenMark, number>> = { mayContain: 1, unknownLabel: 2, contains: 3 }

/** Grams of an item of a formula. */
export function itemMassG(item: Formula['items'][number], ingredient: Ingredient): number {
  return 'massG' in item.amount ? item.amount.massG : item.amount.volumeMl * densityGPerMl(ingredient)
}

const allOf = (c: PanContents) => massG(c.liquid) + massG(c.fat) + c.solidsG

interface Reduced {
  readonly liquid: Composition
  readonly target: ReductionTarget
  readonly keptLow: number
  readonly keptHigh: number
}
function reduceStep(step: FormulaStep, contents: PanContents, pressureKPa: number): Reduced {
  const { liquid, starchEqG } = contents
  const target = resolveReduction(parseReduction(step.target ?? ''), volume20Ml(liquid), (texture) =>
    textureVolume(liquid, starchEqG, texture),
  )
  if (target.volumeMl === undefined || target.volumeMl <= 0) return { liquid, target, keptLow: 1, keptHigh: 1 }
  // what cannot boil away fills more than that: no target, whatever the words say
  if (target.volumeMl < DRY_ROOM * volume20Ml({ ...liquid, water: 0, ethanol: 0, acetic: 0 }))
    return { liquid, target: { ...target, status: 'conflict', flags: [...target.flags, 'empty'] }, keptLow: 1, keptHigh: 1 }
  const stop = { volumeMl: target.volumeMl }
  const boiled = reduceMixture(liquid, stop, 1, pressureKPa)
  if (liquid.ethanol <= 0) return { liquid: boiled, target, keptLow: 1, keptHigh: 1 }
  return {
    liquid: boiled,
    target,
    keptLow: boiled.ethanol / liquid.ethanol,
    keptHigh: reduceMixture(liquid, stop, SIMMER_KAPPA, pressureKPa).ethanol / liquid.ethanol,
  }
}

function mergeAllergens(into: Partial<Record<Allergen, AllergenMark>>, ingredient: Ingredient): void {
  for (const [allergen, mark] of Object.entries(ingredient.allergens) as [Allergen, AllergenMark][])
    if (RANK[mark] > (into[allergen] ? RANK[into[allergen]] : 0)) into[allergen] = mark
}

/**
 * The mixture of a formula after every step: mass and volume, salt, acid, alcohol with its band, gelatin, starch, phase share, coat on the spoon,
 * boiling point at this altitude, allergens, cost and yield so far.
 *
 * Mass is conserved: what went in is what is there and what left. A reduction that is no single target leaves the liquid as it is; its `target` says so.
 * @throws DomainError `missingIngredient`
 */
export function traceFormula(formula: Formula, { ingredients, altitudeM }: TraceSetting): TraceStep[] {
  const pressureKPa = airPressureKPa(altitudeM)
  let contents = EMPTY_PAN
  let [alcoholG, low, high, costMinor] = [0, 0, 0, 0]
  const allergens: Partial<Record<Allergen, AllergenMark>> = {}
  return formula.steps.map((step) => {
    const before = allOf(contents)
    const lines = formula.items
      .filter((i) => i.stepId === step.id)
      .flatMap((i) => {
        const ingredient = ingredients.get(i.ingredientId)
        return [{ ingredientId: i.ingredientId, massG: ingredient ? itemMassG(i, ingredient) : 0, ingredient }]
      })
    const ethanolBefore = contents.liquid.ethanol
    contents = putIn(contents, step, lines, ingredients)
    for (const { ingredient, massG: grams } of lines)
      if (ingredient) {
        mergeAllergens(allergens, ingredient)
        costMinor += costOfMinor(ingredient, grams)
      }
    const alcoholIn = contents.liquid.ethanol - ethanolBefore
    ;[alcoholG, low, high] = [alcoholG + alcoholIn, low + alcoholIn, high + alcoholIn]
    let target: ReductionTarget | undefined
    if (step.technique === 'reduce') {
      const reduced = reduceStep(step, contents, pressureKPa)
      ;[low, high, target] = [low * reduced.keptLow, high * reduced.keptHigh, reduced.target]
      contents = { ...contents, liquid: reduced.liquid }
    } else {
      const kept = contents.liquid.ethanol
      contents = endStep(contents, step)
      const share = kept > 0 ? contents.liquid.ethanol / kept : 1
      ;[low, high] = [low * share, high * share]
    }
    const addedG = lines.reduce((sum, l) => sum + l.massG, 0)
    const total = { ...contents.liquid, fat: contents.liquid.fat + contents.fat.fat }
    const mass = massG(total)
    const thickness = thicknessOf(contents.liquid, contents.starchEqG, contents.yolkFatG)
    const viscosity = mass > 0 ? viscosityPaS(thickness, SPOON_C) : 0
    return {
      stepId: step.id,
      verb: step.verb,
      technique: step.technique,
      contents,
      massG: mass,
      volumeMl: volume20Ml(total),
      addedG,
      leftG: before + addedG - allOf(contents),
      phaseFrac: thickness.phaseFrac ?? 0,
      band: phaseBand(thickness.phaseFrac ?? 0),
      saltFrac: saltFrac(total),
      acidFrac: acidFrac(total),
      gelatinFrac: mass > 0 ? contents.liquid.gelatin / mass : 0,
      starchFrac: mass > 0 ? contents.starchEqG / mass : 0,
      ethanolLeftFrac: alcoholG > 0 ? { low: low / alcoholG, high: high / alcoholG } : { low: 0, high: 0 },
      viscosityPaS: viscosity,
      coat: coatGrade(viscosity).name,
      boilC: total.water > 0 ? waterBoilingPointC(pressureKPa / saltWaterActivity(total.water, total.salt)) : NaN,
      ...(target ? { target } : {}),
      allergens: { ...allergens },
      costMinor,
      portions: Math.floor(volume20Ml(total) / formula.portionMl + 1e-6),
    }
  })
}

/** Where salt would end, and the most that the stock may bring: "this stock will finish at 2.4 %; at least so much must be unsalted". reduction.md §2 */
export function stockSaltLimit(
  trace: readonly TraceStep[],
  stockMassG: number,
  stockSaltFrac: number,
  highestFrac: number,
): { readonly endsAtFrac: number; readonly mostStockFrac: number; readonly unsaltedAtLeastG: number } {
  const end = trace.at(-1)
  const finalG = end?.massG ?? 0
  const saltG = (end?.saltFrac ?? 0) * finalG
  const otherG = saltG - stockMassG * stockSaltFrac
  const mostStockFrac = stockMassG > 0 ? (highestFrac * finalG - otherG) / stockMassG : 0
  return {
    endsAtFrac: finalG > 0 ? saltG / finalG : 0,
    mostStockFrac,
    unsaltedAtLeastG: stockSaltFrac > 0 ? Math.max(0, stockMassG * (1 - Math.max(0, mostStockFrac) / stockSaltFrac)) : 0,
  }
}
