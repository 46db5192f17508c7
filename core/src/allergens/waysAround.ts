import { chosenFormula, NO_CHOICES, type Choices } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import { swapsFor } from '../formula/substitutions'
import type { Ingredient } from '../ingredients/ingredient'
import { orderFindings, type GuestAsks } from './orderFindings'

/** A sauce as it is asked for, and what its guest must not have. */
export interface AskedFor extends GuestAsks {
  readonly formulaId: string
  readonly choices?: Choices | undefined
}
/** One way of the Book or one good in place of another, on top of what is chosen. */
interface Step {
  readonly key: string
  readonly choices: Choices
}

/** Every step from what is chosen: each way that is not in force, and for each good that bars the order what may stand for it. */
function stepsFrom(
  formulas: readonly Formula[],
  { formulaId, choices }: AskedFor,
  ingredients: ReadonlyMap<string, Ingredient>,
  bars: ReadonlySet<string>,
): Step[] {
  const { schools, swaps } = choices ?? NO_CHOICES
  const bySchool = (formulas.find((f) => f.id === formulaId)?.schools ?? []).flatMap((school) =>
    school.options
      .filter((o) => o.id !== (schools[school.id] ?? school.defaultId))
      .map((o) => ({
        key: `${school.id} ${o.id}`,
        choices: { schools: { ...schools, [school.id]: o.id }, swaps },
      })),
  )
  const bySwap = (chosenFormula(formulas, formulaId, choices)?.items ?? [])
    .filter((item) => bars.has(item.ingredientId))
    .flatMap((item) =>
      swapsFor(item.ingredientId, ingredients).map(({ to, factor }) => ({
        key: `${item.id} ${to}`,
        choices: { schools, swaps: { ...swaps, [item.id]: { ingredientId: to, factor } } },
      })),
    )
  return [...bySchool, ...bySwap]
}

/** Choices after which nothing bars the order: by a single step, and where no single one does it, by two together. */
export function waysAround(
  formulas: readonly Formula[],
  asked: AskedFor,
  ingredients: ReadonlyMap<string, Ingredient>,
): Choices[] {
  const barsOf = (choices?: Choices) => {
    const formula = chosenFormula(formulas, asked.formulaId, choices)
    return formula ? orderFindings(formula, asked, ingredients).bars : new Set<string>()
  }
  const bars = barsOf(asked.choices)
  if (bars.size === 0) return []
  const first = stepsFrom(formulas, asked, ingredients, bars)
    .map((step) => ({ ...step, left: barsOf(step.choices) }))
    .filter(({ left }) => left.size < bars.size)
  const free = first.filter(({ left }) => left.size === 0)
  if (free.length) return free.map(({ choices }) => choices)
  return first.flatMap(({ choices, left }, i) => {
    const seen = new Set(first.slice(0, i).map(({ key }) => key)) // the same two, the other way round
    return stepsFrom(formulas, { ...asked, choices }, ingredients, left)
      .filter((then) => !seen.has(then.key) && barsOf(then.choices).size === 0)
      .map((then) => then.choices)
  })
}
