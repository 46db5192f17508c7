import type { Formula, FormulaChange, FormulaItem, FormulaStep } from './formula'

/** What was chosen of a formula: school id → option id, and item id → another ingredient with its factor. */
export interface Choices {
  readonly schools: Readonly<Record<string, string>>
  readonly swaps: Readonly<Record<string, { readonly ingredientId: string; readonly factor: number }>>
}
/** A formula as written. */
export const NO_CHOICES: Choices = { schools: {}, swaps: {} }

const scaleAmount = (amount: FormulaItem['amount'], factor: number): FormulaItem['amount'] =>
  'massG' in amount ? { massG: amount.massG * factor } : { volumeMl: amount.volumeMl * factor }

function applyChange(formula: Formula, change: FormulaChange): Formula {
  const items = (f: (item: FormulaItem) => FormulaItem): Formula => ({
    ...formula,
    items: formula.items.map(f),
  })
  switch (change.op) {
    case 'setAmount':
      return items((i) => (i.id === change.itemId ? { ...i, amount: change.amount } : i))
    case 'swap':
      return items((i) =>
        i.id === change.itemId
          ? { ...i, ingredientId: change.ingredientId, amount: scaleAmount(i.amount, change.factor) }
          : i,
      )
    case 'move':
      return items((i) => (i.id === change.itemId ? { ...i, stepId: change.stepId } : i))
    case 'drop':
      return { ...formula, items: formula.items.filter((i) => i.id !== change.itemId) }
    case 'add':
      return { ...formula, items: [...formula.items, change.item] }
    case 'setStep':
      return {
        ...formula,
        steps: formula.steps.map((s) => (s.id === change.stepId ? { ...s, ...change.step } : s)),
      }
    case 'dropStep':
      return dropStep(formula, change.stepId)
    case 'addStep':
      return {
        ...formula,
        steps: formula.steps.flatMap((s) => (s.id === change.afterStepId ? [s, change.step] : [s])),
      }
    case 'setKeeps':
      return formula.keeps ? { ...formula, keeps: { ...formula.keeps, ...change.keeps } } : formula
    case 'setMethod':
      return formula.emulsion ? { ...formula, emulsion: { ...formula.emulsion, ...change.method } } : formula
  }
}

/** A dropped step's goods go in at the step before it. */
export function dropStep(formula: Formula, stepId: string): Formula {
  const at = formula.steps.findIndex((s) => s.id === stepId)
  const heir: FormulaStep | undefined = formula.steps[at - 1] ?? formula.steps[at + 1]
  return {
    ...formula,
    steps: formula.steps.filter((s) => s.id !== stepId),
    items: formula.items.map((i) => (i.stepId === stepId && heir ? { ...i, stepId: heir.id } : i)),
  }
}

/** The option of a school that is in force. */
export function optionOf(formula: Formula, schoolId: string, choices: Choices) {
  const school = formula.schools?.find((s) => s.id === schoolId)
  return school?.options.find((o) => o.id === (choices.schools[schoolId] ?? school.defaultId))
}

/** The formula as it is made with these schools and swaps. Schools apply in the formula's order, swaps last. */
export function applyChoices(formula: Formula, choices: Choices): Formula {
  const schooled = (formula.schools ?? []).reduce(
    (made, school) => (optionOf(formula, school.id, choices)?.changes ?? []).reduce(applyChange, made),
    formula,
  )
  return Object.entries(choices.swaps).reduce(
    (made, [itemId, swap]) => applyChange(made, { op: 'swap', itemId, ...swap }),
    schooled,
  )
}

/** A formula of the kitchen as somebody asked for it; undefined where the kitchen does not have it. */
export function chosenFormula(
  formulas: readonly Formula[],
  id: string | undefined,
  choices?: Choices,
): Formula | undefined {
  const formula = formulas.find((f) => f.id === id)
  return formula && choices ? applyChoices(formula, choices) : formula
}

/** A formula for another number of portions. */
export function scaleFormula(formula: Formula, factor: number): Formula {
  return {
    ...formula,
    basisPortions: formula.basisPortions * factor,
    items: formula.items.map((i) => ({ ...i, amount: scaleAmount(i.amount, factor) })),
  }
}
