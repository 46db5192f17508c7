import { optionOf, type Choices, type Formula, type Ingredient } from '@liquamen/core'

/** The schools and swaps that something was asked, planned or made with, in the cook's words; nothing where it is as written. */
export function choiceWords(
  formulas: readonly Formula[],
  asked: { readonly formulaId: string; readonly choices?: Choices | undefined } | undefined,
  ingredients: ReadonlyMap<string, Ingredient>,
): string[] {
  const formula = formulas.find((f) => f.id === asked?.formulaId)
  const choices = asked?.choices
  if (!formula || !choices) return []
  return [
    ...Object.keys(choices.schools).flatMap((id) => {
      const way = optionOf(formula, id, choices)?.says.split(':')[0]
      return way ? [`${formula.schools?.find((s) => s.id === id)?.says}: ${way}`] : []
    }),
    ...Object.values(choices.swaps).flatMap((s) => ingredients.get(s.ingredientId)?.name ?? []),
  ]
}
