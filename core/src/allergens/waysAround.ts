import { chosenFormula, NO_CHOICES, type Choices } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import { swapsFor } from '../formula/substitutions'
import type { Ingredient } from '../ingredients/ingredient'
import type { Allergen } from './allergens'
import { checkAllergens } from './checkAllergens'
import { usableSources, type DecidedFinding } from './usableSources'

/** How a sauce may be made for a guest who must not have something: ways of the Book, goods in place of others, or both. */
export interface WayAround {
  readonly choices: Choices
  readonly by: readonly (
    | { readonly schoolId: string; readonly optionId: string }
    | { readonly itemId: string; readonly ingredientId: string }
  )[]
}
/** What is asked for, and what its guest must not have. */
export interface AskedFor {
  readonly formulaId: string
  readonly choices?: Choices | undefined
  readonly allergies: readonly Allergen[]
  /** What a person has decided of a good already. */
  readonly decided?: ((allergen: Allergen, ingredientId: string) => DecidedFinding['decision']) | undefined
}

/** Goods that bar an order: those of items into which nothing else may go. */
function barring(
  formula: Formula,
  { allergies, decided }: AskedFor,
  ingredients: ReadonlyMap<string, Ingredient>,
): ReadonlySet<string> {
  const ids = new Set(formula.items.flatMap((i) => [i.ingredientId, ...(i.sources ?? [])]))
  const goods = [...ids].flatMap((id) => ingredients.get(id) ?? [])
  const findings = checkAllergens(goods, allergies).map((f) => ({
    ...f,
    decision: decided?.(f.allergen, f.ingredientId),
  }))
  const usable = usableSources(formula, findings)
  return new Set(formula.items.filter((i) => usable.get(i.id)?.length === 0).map((i) => i.ingredientId))
}

/** Every choice of one way or one good that is not in force. */
function oneStepFrom(
  formulas: readonly Formula[],
  { formulaId, choices }: AskedFor,
  ingredients: ReadonlyMap<string, Ingredient>,
  bars: ReadonlySet<string>,
): WayAround[] {
  const { schools, swaps } = choices ?? NO_CHOICES
  const bySchool = (formulas.find((f) => f.id === formulaId)?.schools ?? []).flatMap((school) =>
    school.options
      .filter((o) => o.id !== (schools[school.id] ?? school.defaultId))
      .map((o): WayAround => {
        const chosen = { schools: { ...schools, [school.id]: o.id }, swaps }
        return { choices: chosen, by: [{ schoolId: school.id, optionId: o.id }] }
      }),
  )
  const bySwap = (chosenFormula(formulas, formulaId, choices)?.items ?? [])
    .filter((item) => bars.has(item.ingredientId))
    .flatMap((item) =>
      swapsFor(item.ingredientId, ingredients).map(({ to, factor }): WayAround => {
        const chosen = { schools, swaps: { ...swaps, [item.id]: { ingredientId: to, factor } } }
        return { choices: chosen, by: [{ itemId: item.id, ingredientId: to }] }
      }),
    )
  return [...bySchool, ...bySwap]
}

/** Choices after which nothing bars the order: single ones, and where no single one does, two together. */
export function waysAround(
  formulas: readonly Formula[],
  asked: AskedFor,
  ingredients: ReadonlyMap<string, Ingredient>,
): WayAround[] {
  const barsOf = (choices?: Choices) => {
    const formula = chosenFormula(formulas, asked.formulaId, choices)
    return formula ? barring(formula, asked, ingredients) : new Set<string>()
  }
  const bars = barsOf(asked.choices)
  if (bars.size === 0) return []
  const first = oneStepFrom(formulas, asked, ingredients, bars)
    .map((way) => ({ way, left: barsOf(way.choices) }))
    .filter(({ left }) => left.size < bars.size)
  const free = first.flatMap(({ way, left }) => (left.size === 0 ? [way] : []))
  if (free.length) return free
  return first.flatMap(({ way, left }, i) =>
    oneStepFrom(formulas, { ...asked, choices: way.choices }, ingredients, left).flatMap((then) => {
      const isSeen = first.slice(0, i).some((f) => sameStep(f.way, then)) // the same two the other way round
      const both = { choices: then.choices, by: [...way.by, ...then.by] }
      return !isSeen && barsOf(then.choices).size === 0 ? [both] : []
    }),
  )
}
const sameStep = (a: WayAround, b: WayAround) => JSON.stringify(a.by) === JSON.stringify(b.by)
