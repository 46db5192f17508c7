import type { BatchPlan } from '../plan/batchPlan'
import type { Formula, FormulaStep } from './formula'

/** What a sauce asks of a cook: minutes from first to last, minutes that take both hands, minutes with a look now and then, and how long it keeps hot. */
export interface Effort {
  readonly totalMin: number
  readonly constantMin: number
  readonly oftenMin: number
  readonly holdsMin: number
}

const WANTS: Readonly<Partial<Record<FormulaStep['technique'], NonNullable<FormulaStep['attention']>>>> = {
  whisk: 'constant',
  pour: 'constant',
  mount: 'constant',
  roux: 'constant',
  brown: 'constant',
  reduce: 'often',
  sweat: 'often',
}

/** How much of a cook a step takes: what the formula says, else what its technique always wants. */
export const attentionOf = (step: FormulaStep): NonNullable<FormulaStep['attention']> => step.attention ?? WANTS[step.technique] ?? 'none'

/** The effort of a formula as planned for a pan and a size; minutes are the middle ones. */
export function effortOf(formula: Formula, plan: Pick<BatchPlan, 'steps' | 'totalMin'>): Effort {
  const minutesOf = new Map(plan.steps.map((s) => [s.stepId, s.minutes.value]))
  const sum = (wanted: FormulaStep['attention']) =>
    formula.steps.filter((s) => attentionOf(s) === wanted).reduce((total, s) => total + (minutesOf.get(s.id) ?? 0), 0)
  return { totalMin: plan.totalMin.value, constantMin: sum('constant'), oftenMin: sum('often'), holdsMin: formula.keeps?.hotMin ?? 0 }
}
