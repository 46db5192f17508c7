import { expectedPortions, COVERS_CV, type Sitting } from '../demand/demand'
import { chosenFormula } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import type { Dish } from '../plate/dish'
import type { OfferedDish, ServiceState } from './foldService'

const MINUTE_MS = 60_000

/** A sauce of the evening: the dishes that take it, and how much of it is expected when. */
export interface SauceNeed {
  /** Names the sauce as it is made: its formula with schools and swaps. */
  readonly key: string
  /** As it is made. */
  readonly formula: Formula
  readonly dishes: readonly OfferedDish[]
  readonly sittings: readonly Sitting[]
  /** From the first plate to the last, minutes since 1970. */
  readonly fromMin: number
  readonly toMin: number
  readonly portions: number
  /** Plates of its dishes. */
  readonly plates: number
  /** How far the covers may be off, a share. */
  readonly cv: number
}

/** How far from the middle guests still come, in spreads. */
const [FIRST_SD, LAST_SD] = [1.5, 2]
const MOST_MIN = 24 * 60

/** The same sauce made the same way: dishes that share it are served from one batch. */
export function sauceKey({ formulaId, choices }: Pick<Dish, 'formulaId' | 'choices'>): string {
  const schools = Object.entries(choices?.schools ?? {}).map(([school, option]) => `${school}=${option}`)
  const swaps = Object.entries(choices?.swaps ?? {}).map(
    ([item, s]) => `${item}>${s.ingredientId}*${s.factor}`,
  )
  return [formulaId, ...schools.sort(), ...swaps.sort()].join(' ')
}

/** Portions of the formula that a plate takes: a dish may take more or less of it than the book's portion. */
export const portionsPerPlate = (dish: Dish, formula: Formula): number => dish.portionMl / formula.portionMl

/** Portions of a sauce expected in a stretch, minutes since 1970. Who comes before its first stretch or after its last is served in it all the same. `kitchen:K-D1` */
export function portionsIn(need: SauceNeed, fromMin: number, toMin: number): number {
  const [since, until] = [
    fromMin <= need.fromMin ? -Infinity : fromMin,
    toMin >= need.toMin - 1e-6 ? Infinity : toMin,
  ]
  return need.dishes.reduce(
    (sum, { dish, perCover: shareFrac, delayMin }) =>
      sum +
      portionsPerPlate(dish, need.formula) *
        expectedPortions(need.sittings, { shareFrac, delayMin }, since, until),
    0,
  )
}

/** Sauces of the evening's card that are not off, in the card's order, each with what is expected of it. Dishes whose sauce the book no longer has are left out. `kitchen:§12` */
export function sauceNeeds(
  service: Pick<ServiceState, 'sittings' | 'dishes'>,
  formulas: readonly Formula[],
): SauceNeed[] {
  const sittings = service.sittings
    .filter((s) => s.covers > 0)
    .map((s): Sitting => ({ covers: s.covers, atMin: s.startsAtMs / MINUTE_MS, sdMin: s.spreadMin }))
  const guests = service.sittings.reduce((sum, s) => sum + s.covers, 0)
  if (guests === 0) return []
  const cv = service.sittings.reduce((sum, s) => sum + s.covers * COVERS_CV[s.basis], 0) / Math.max(1, guests)
  const groups = new Map<string, OfferedDish[]>()
  for (const offered of service.dishes)
    if (offered.offReason === undefined)
      groups.set(sauceKey(offered.dish), [...(groups.get(sauceKey(offered.dish)) ?? []), offered])
  return [...groups].flatMap(([key, dishes]): SauceNeed[] => {
    const { formulaId, choices } = dishes[0]!.dish
    const formula = chosenFormula(formulas, formulaId, choices)
    if (!formula) return []
    const delays = dishes.map((d) => d.delayMin)
    const fromMin = Math.min(...sittings.map((s) => s.atMin - FIRST_SD * s.sdMin)) + Math.min(...delays)
    const lastMin = Math.max(...sittings.map((s) => s.atMin + LAST_SD * s.sdMin)) + Math.max(...delays)
    const toMin = Math.max(fromMin + 1, Math.min(lastMin, fromMin + MOST_MIN))
    return [
      {
        key,
        formula,
        dishes,
        sittings,
        fromMin,
        toMin,
        portions: dishes.reduce((sum, d) => sum + portionsPerPlate(d.dish, formula) * d.perCover * guests, 0),
        plates: dishes.reduce((sum, d) => sum + d.perCover * guests, 0),
        cv,
      },
    ]
  })
}
