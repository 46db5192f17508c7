import { contradictionOf, type Contradiction } from '../quantity/checkAmounts'
import type { Formula } from './formula'
import type { TraceStep } from './traceFormula'

/** What a formula says that it yields beside what its steps make, in ml, where the two cannot both be true. */
export function yieldContradiction(
  formula: Pick<Formula, 'basisPortions' | 'portionMl' | 'overFrac'>,
  trace: readonly TraceStep[],
): Contradiction | undefined {
  const madeMl = trace.at(-1)?.volumeMl
  if (madeMl === undefined) return undefined
  const saidMl = formula.basisPortions * formula.portionMl
  return contradictionOf('yield', [
    { says: 'said', low: saidMl, value: saidMl, high: saidMl * (1 + formula.overFrac) },
    { says: 'made', low: madeMl, value: madeMl, high: madeMl },
  ])
}
