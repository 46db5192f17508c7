import { vesselsOf } from '../pan/vesselsOf'
import type { Formula } from './formula'

/** The formula with its pan changed for a smaller one at a step, and from there on wherever it would stay in the pan; as it is where no step is named. */
export function withMove(formula: Formula, movesAtStepId: string | undefined): Formula {
  const at = formula.steps.findIndex((s) => s.id === movesAtStepId)
  if (at < 0) return formula
  const roles = vesselsOf(formula)
  return {
    ...formula,
    steps: formula.steps.map((step, i) =>
      i >= at && roles.get(step.id) === 'pan' ? { ...step, vessel: 'smallPan' as const } : step,
    ),
  }
}
