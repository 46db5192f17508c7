import type { Formula, FormulaStep } from '../formula/formula'
import { techniqueOf } from '../techniques/registry'
import type { VesselRole } from './contents'

/**
 * The vessel of every step of a formula: as it says, else its technique's own, else where the step before stands. Goods that are put together
 * for a bowl go into the bowl at once.
 */
export function vesselsOf({ steps }: Pick<Formula, 'steps'>): ReadonlyMap<string, VesselRole> {
  const roles = new Map<string, VesselRole>()
  let here: VesselRole = 'pan'
  steps.forEach((step, i) => {
    here = step.vessel ?? techniqueOf(step).vessel ?? bowlAhead(step, steps[i + 1]) ?? here
    roles.set(step.id, here)
  })
  return roles
}

const bowlAhead = (step: FormulaStep, next: FormulaStep | undefined): VesselRole | undefined =>
  techniqueOf(step).isForNext?.(step) && next && !next.vessel && techniqueOf(next).vessel === 'bowl'
    ? 'bowl'
    : undefined
