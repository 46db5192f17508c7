import type { Formula, FormulaItem, FormulaStep } from './formula'

/** One difference between two versions, as a cook would note it. */
export type FormulaDifference =
  | {
      readonly kind: 'amount'
      readonly itemId: string
      readonly ingredientId: string
      readonly from: FormulaItem['amount']
      readonly to: FormulaItem['amount']
    }
  | { readonly kind: 'swapped'; readonly itemId: string; readonly from: string; readonly to: string }
  | {
      readonly kind: 'added' | 'dropped'
      readonly ingredientId: string
      readonly amount: FormulaItem['amount']
    }
  | { readonly kind: 'moved'; readonly ingredientId: string; readonly from: string; readonly to: string }
  | { readonly kind: 'stepAdded' | 'stepDropped'; readonly verb: string }
  | {
      readonly kind: 'step'
      readonly verb: string
      readonly what: keyof FormulaStep
      readonly from: string
      readonly to: string
    }

function sayValue(value: unknown): string {
  if (value === undefined) return '–'
  return typeof value === 'object' ? JSON.stringify(value) : String(value)
}
const sameAmount = (a: FormulaItem['amount'], b: FormulaItem['amount']) =>
  JSON.stringify(a) === JSON.stringify(b)

/** What changed from one version to another: goods first, then steps, in the order of the newer. */
export function diffFormula(from: Formula, to: Formula): FormulaDifference[] {
  const before = new Map(from.items.map((i) => [i.id, i]))
  const after = new Map(to.items.map((i) => [i.id, i]))
  const verbOf = (f: Formula, stepId: string) => f.steps.find((s) => s.id === stepId)?.verb ?? stepId
  const goods = to.items.flatMap((item): FormulaDifference[] => {
    const old = before.get(item.id)
    if (!old) return [{ kind: 'added', ingredientId: item.ingredientId, amount: item.amount }]
    return [
      ...(old.ingredientId === item.ingredientId
        ? []
        : [{ kind: 'swapped' as const, itemId: item.id, from: old.ingredientId, to: item.ingredientId }]),
      ...(sameAmount(old.amount, item.amount)
        ? []
        : [
            {
              kind: 'amount' as const,
              itemId: item.id,
              ingredientId: item.ingredientId,
              from: old.amount,
              to: item.amount,
            },
          ]),
      ...(old.stepId === item.stepId
        ? []
        : [
            {
              kind: 'moved' as const,
              ingredientId: item.ingredientId,
              from: verbOf(from, old.stepId),
              to: verbOf(to, item.stepId),
            },
          ]),
    ]
  })
  const gone = from.items
    .filter((i) => !after.has(i.id))
    .map((i) => ({ kind: 'dropped' as const, ingredientId: i.ingredientId, amount: i.amount }))
  const steps = to.steps.flatMap((step): FormulaDifference[] => {
    const old = from.steps.find((s) => s.id === step.id)
    if (!old) return [{ kind: 'stepAdded', verb: step.verb }]
    return ([...new Set([...Object.keys(old), ...Object.keys(step)])] as (keyof FormulaStep)[])
      .filter((key) => sayValue(old[key]) !== sayValue(step[key]))
      .map((what) => ({
        kind: 'step' as const,
        verb: step.verb,
        what,
        from: sayValue(old[what]),
        to: sayValue(step[what]),
      }))
  })
  const stepsGone = from.steps
    .filter((s) => !to.steps.some((t) => t.id === s.id))
    .map((s) => ({ kind: 'stepDropped' as const, verb: s.verb }))
  return [...goods, ...gone, ...steps, ...stepsGone]
}
