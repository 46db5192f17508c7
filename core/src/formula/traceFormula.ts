import type { Allergen, AllergenMark } from '../allergens/allergens'
import { airPressureKPa } from '../heat/atmosphere'
import { saltWaterActivity } from '../heat/evaporation'
import { waterBoilingPointC } from '../heat/water'
import { costOfMinor } from '../ingredients/costOfMinor'
import type { Ingredient } from '../ingredients/ingredient'
import type { ReductionTarget } from '../language/reductionTarget'
import { acidFrac, massG } from '../mixture/composition'
import { phaseBand, phaseFraction, type PhaseBand } from '../mixture/phases'
import { coatGrade, type CoatName } from '../mixture/spoonFilm'
import { volume20Ml } from '../mixture/volume'
import {
  contentsG,
  contentsPhases,
  saltOnPlateG,
  sauceOf,
  type Contents,
  type VesselRole,
} from '../pan/contents'
import { clarityOf, type Clarity } from '../pan/clarity'
import { spoonPaS } from '../pan/thicknessOf'
import { walkFormula, type WalkRequest, type WalkStep } from '../pan/walkFormula'
import type { Act } from '../techniques/acts'
import { techniqueOf } from '../techniques/registry'
import type { MilkSoFar } from '../techniques/technique'
import type { Formula } from './formula'

/** What is in the vessel after a step, and what it took to get there. */
export interface TraceStep {
  readonly stepId: string
  readonly verb: string
  readonly technique: Act
  readonly vessel: VesselRole
  readonly contents: Contents
  /** Liquid with its fat, g and ml at 20 °C. */
  readonly massG: number
  readonly volumeMl: number
  readonly addedG: number
  /** Boiled off, strained out, skimmed or clung in this step, g. */
  readonly leftG: number
  readonly phaseFrac: number
  /** Fat that the sauce can carry in drops; none where nothing made an emulsion of it. */
  readonly phaseLimitFrac: number | undefined
  readonly band: PhaseBand
  /** Salt of what is eaten, with what lies in it, as a share of all that is eaten. */
  readonly saltFrac: number
  readonly acidFrac: number
  readonly gelatinFrac: number
  readonly starchFrac: number
  /** Alcohol left of all that went in so far: boiling (low) to bare simmer (high). */
  readonly ethanolLeftFrac: { readonly low: number; readonly high: number }
  readonly viscosityPaS: number
  readonly coat: CoatName
  /** How clear it stands; none where flour, cream or yolk make it opaque. */
  readonly clarity?: Clarity | undefined
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

/** A formula with its trace for its own basis, and what it was traced with: everything in it grows with the batch. */
export interface TracedFormula {
  readonly formula: Formula
  readonly trace: readonly TraceStep[]
  readonly setting: TraceSetting
}

const RANK: Readonly<Record<AllergenMark, number>> = { mayContain: 1, unknownLabel: 2, contains: 3 }

function mergeAllergens(into: Partial<Record<Allergen, AllergenMark>>, ingredient: Ingredient): void {
  for (const [allergen, mark] of Object.entries(ingredient.allergens) as [Allergen, AllergenMark][])
    if (RANK[mark] > (into[allergen] ? RANK[into[allergen]] : 0)) into[allergen] = mark
}

/** Salt of what is eaten as a share of it, 0..1. */
export function saltOnPlateFrac(of: Contents): number {
  const eatenG = massG(sauceOf(of)) + of.solids.massG
  return eatenG > 0 ? saltOnPlateG(of) / eatenG : 0
}

/** Alcohol left of what went in: as lively boils leave it (low) and bare simmers (high). */
export function ethanolLeftOf({ liquid, ethanolInG, ethanolSimmeredG }: Contents): {
  readonly low: number
  readonly high: number
} {
  return ethanolInG > 0
    ? { low: liquid.ethanol / ethanolInG, high: ethanolSimmeredG / ethanolInG }
    : { low: 0, high: 0 }
}

/** Whole portions of what is in a vessel. */
export const portionsOf = (of: Contents, portionMl: number): number =>
  Math.floor(volume20Ml(sauceOf(of)) / portionMl + 1e-6)

/** What of a step's goods is butter, and what is cream. */
function milkOf({ lines }: WalkStep, ingredients: ReadonlyMap<string, Ingredient>): MilkSoFar {
  return lines.reduce(
    (sum, l) => {
      const good = ingredients.get(l.ingredientId)
      if (good?.emulsionRole === 'butter') return { ...sum, butterG: sum.butterG + l.massG }
      return good?.group === 'dairy' && good.isLiquid ? { ...sum, creamG: sum.creamG + l.massG } : sum
    },
    { butterG: 0, creamG: 0 },
  )
}

/**
 * The mixture of a formula after every step of its walk: mass and volume, salt, acid, alcohol with its band, gelatin, starch, phase share, coat
 * on the spoon, boiling point at this altitude, allergens, cost and yield so far.
 *
 * Mass is conserved: what went in is what is there and what left. A reduction that is no single target leaves the liquid as it is; its `target` says so.
 * @param as - amounts, phrases and ends that differ from the formula's own
 * @throws DomainError `missingIngredient`
 */
export function traceFormula(
  formula: Formula,
  { ingredients, altitudeM }: TraceSetting,
  as: Pick<WalkRequest, 'lines' | 'phrases' | 'measuredG' | 'additions'> = {},
): TraceStep[] {
  const pressureKPa = airPressureKPa(altitudeM)
  let costMinor = 0
  let milk: MilkSoFar = { butterG: 0, creamG: 0 }
  let phaseLimitFrac: number | undefined
  const allergens: Partial<Record<Allergen, AllergenMark>> = {}
  return walkFormula({ formula, ingredients, pressureKPa, ...as }).map((walked): TraceStep => {
    const { step, end } = walked
    for (const line of walked.lines) {
      const ingredient = ingredients.get(line.ingredientId)
      if (!ingredient) continue
      mergeAllergens(allergens, ingredient)
      costMinor += costOfMinor(ingredient, line.massG)
    }
    const own = milkOf(walked, ingredients)
    milk = { butterG: milk.butterG + own.butterG, creamG: milk.creamG + own.creamG }
    phaseLimitFrac = techniqueOf(step).phaseLimit?.(step, milk, formula.emulsion?.tool) ?? phaseLimitFrac
    const total = sauceOf(end)
    const mass = massG(total)
    const phaseFrac = phaseFraction(contentsPhases(end))
    const viscosityPaS = spoonPaS(end)
    return {
      stepId: step.id,
      verb: step.verb,
      technique: step.technique,
      vessel: walked.vessel,
      contents: end,
      massG: mass,
      volumeMl: volume20Ml(total),
      addedG: walked.lines.reduce((sum, l) => sum + l.massG, 0),
      leftG:
        contentsG(walked.before) +
        walked.clungG +
        walked.lines.reduce((sum, l) => sum + l.massG, 0) -
        contentsG(end),
      phaseFrac,
      phaseLimitFrac,
      band: phaseBand(phaseFrac),
      saltFrac: saltOnPlateFrac(end),
      acidFrac: acidFrac(total),
      gelatinFrac: mass > 0 ? end.liquid.gelatin / mass : 0,
      starchFrac: mass > 0 ? end.starchEqG / mass : 0,
      ethanolLeftFrac: ethanolLeftOf(end),
      viscosityPaS,
      coat: coatGrade(viscosityPaS).name,
      clarity: clarityOf(end),
      boilC:
        total.water > 0 ? waterBoilingPointC(pressureKPa / saltWaterActivity(total.water, total.salt)) : NaN,
      ...(walked.boiled ? { target: walked.boiled.target } : {}),
      allergens: { ...allergens },
      costMinor,
      portions: portionsOf(end, formula.portionMl),
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
    unsaltedAtLeastG:
      stockSaltFrac > 0 ? Math.max(0, stockMassG * (1 - Math.max(0, mostStockFrac) / stockSaltFrac)) : 0,
  }
}
