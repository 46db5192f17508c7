import type { Formula, FormulaStep } from '../formula/formula'
import { techniqueOf } from './registry'

/** What waits no longer than this is gone on with at once: whatever comes next must stand ready, s. */
const AT_ONCE_S = 60

/** A step that cannot be stopped once it is begun: butter that browns goes on by itself, beaten yolk falls. */
const cannotStop = (step: FormulaStep): boolean =>
  step.technique === 'brown' || (techniqueOf(step).waitsS?.(step) ?? Infinity) <= AT_ONCE_S

/** Goods that must stand ready before a step is begun, since it cannot be stopped for them: all that goes in next. None where it can. */
export function readyFirst(formula: Formula, step: FormulaStep | undefined): string[] {
  if (!step || !cannotStop(step)) return []
  const after = formula.steps[formula.steps.indexOf(step) + 1]
  return after
    ? [...new Set(formula.items.filter((i) => i.stepId === after.id).map((i) => i.ingredientId))]
    : []
}
