import type { BatchState } from '../../batch/batchState'
import type { Formula } from '../../formula/formula'
import { techniqueOf } from '../registry'

/** A thing that went in whole and must come out: bay, bundle, string, spice bag. */
export interface Insert {
  /** The step at which it went in. */
  readonly stepId: string
  readonly what: string
}

const GOES_OUT = ['serve', 'hold', 'store', 'cool'] as const

/** The step at which what went in must have come out: the sieve after it, else the last one before the sauce is served, kept or put away. */
function outStepId({ steps }: Pick<Formula, 'steps'>, from: number): string | undefined {
  const after = steps.slice(from + 1)
  const sieve = after.find((s) => techniqueOf(s).sieves?.(s))
  if (sieve) return sieve.id
  const end = after.findIndex((s) => GOES_OUT.some((act) => act === s.technique))
  return (end > 0 ? after[end - 1] : after.at(-1))?.id ?? steps[from]?.id
}

/** What must come out at a step, and has not yet: every thing counts, each as often as it went in. */
export function stillIn(
  formula: Pick<Formula, 'steps'>,
  state: Pick<BatchState, 'takenOut'>,
  stepId: string,
): Insert[] {
  const out = [...state.takenOut]
  return formula.steps.flatMap((step, i) => {
    if (!step.comesOut?.length || outStepId(formula, i) !== stepId) return []
    return step.comesOut.flatMap((what): Insert[] => {
      const found = out.findIndex((o) => o.stepId === step.id && o.what === what)
      if (found < 0) return [{ stepId: step.id, what }]
      out.splice(found, 1)
      return []
    })
  })
}
