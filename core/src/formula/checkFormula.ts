import type { Ingredient } from '../ingredients/ingredient'
import { parseReduction } from '../language/parseReduction'
import { techniqueOf } from '../techniques/registry'
import type { Formula } from './formula'
import { traceFormula, type TraceStep } from './traceFormula'

/** What is wrong with a formula, the step it names, and why; codes, since texts are the catalogue's. */
export interface FormulaProblem {
  readonly code: FormulaProblemCode
  readonly stepId?: string
  readonly itemId?: string
  readonly detail?: string
}
export type FormulaProblemCode =
  | 'missingIngredient'
  | 'negativeAmount'
  | 'unknownStep'
  | 'cycle'
  | 'targetUnclear'
  | 'noTarget'
  | 'nothingToReduce'
  | 'takesMoreThanThere'
  | 'tooSalty'
  | 'splits'
  | 'nothingMade'
  | 'orderOfSteps'

/** Formulas by the ingredient they make. */
export const makersOf = (formulas: readonly Formula[]): ReadonlyMap<string, Formula> =>
  new Map(formulas.flatMap((f) => (f.makes ? [[f.makes, f] as const] : [])))

/** The way down from a formula to itself through what its bases are made of; undefined where the descent ends in goods. */
export function findCycle(
  formula: Formula,
  makers: ReadonlyMap<string, Formula>,
  path: readonly string[] = [],
): readonly string[] | undefined {
  if (path.includes(formula.id)) return [...path.slice(path.indexOf(formula.id)), formula.id]
  for (const { ingredientId } of formula.items) {
    const maker = makers.get(ingredientId)
    const found = maker && findCycle(maker, makers, [...path, formula.id])
    if (found) return found
  }
  return undefined
}

/** All that is wrong with a formula before it is saved or made. */
export function checkFormula(
  formula: Formula,
  ingredients: ReadonlyMap<string, Ingredient>,
  formulas: readonly Formula[] = [],
  altitudeM = 0,
): FormulaProblem[] {
  const stepIds = formula.steps.map((s) => s.id)
  const problems: FormulaProblem[] = []
  for (const item of formula.items) {
    if (!ingredients.has(item.ingredientId))
      problems.push({
        code: 'missingIngredient',
        stepId: item.stepId,
        itemId: item.id,
        detail: item.ingredientId,
      })
    if (!stepIds.includes(item.stepId))
      problems.push({ code: 'unknownStep', itemId: item.id, detail: item.stepId })
    const amount = 'massG' in item.amount ? item.amount.massG : item.amount.volumeMl
    if (!(amount >= 0)) problems.push({ code: 'negativeAmount', stepId: item.stepId, itemId: item.id })
  }
  for (const step of formula.steps) {
    if (techniqueOf(step).asksTarget && parseReduction(step.target ?? '').length === 0)
      problems.push({ code: 'noTarget', stepId: step.id })
    for (const id of step.after ?? [])
      if (stepIds.indexOf(id) < 0 || stepIds.indexOf(id) >= stepIds.indexOf(step.id))
        problems.push({ code: 'orderOfSteps', stepId: step.id, detail: id })
  }
  const cycle = findCycle(formula, makersOf([...formulas.filter((f) => f.id !== formula.id), formula]))
  if (cycle) problems.push({ code: 'cycle', detail: cycle.join(' → ') })
  return problems.length > 0
    ? problems
    : checkTrace(formula, traceFormula(formula, { ingredients, altitudeM }))
}

function checkTrace(formula: Formula, trace: readonly TraceStep[]): FormulaProblem[] {
  const problems = trace.flatMap((t): FormulaProblem[] => [
    ...(t.target && t.target.status !== 'ok' && t.target.status !== 'texture'
      ? [
          {
            code: t.target.flags.includes('not_a_reduction')
              ? ('nothingToReduce' as const)
              : ('targetUnclear' as const),
            stepId: t.stepId,
            detail: t.target.flags.join(' '),
          },
        ]
      : []),
    ...(t.leftG < -1e-6 ? [{ code: 'takesMoreThanThere' as const, stepId: t.stepId }] : []),
    ...(t.phaseLimitFrac !== undefined && t.phaseFrac > t.phaseLimitFrac
      ? [{ code: 'splits' as const, stepId: t.stepId, detail: t.phaseFrac.toFixed(2) }]
      : []),
  ])
  const end = trace.at(-1)
  if (!end || end.massG <= 0) return [...problems, { code: 'nothingMade' }]
  return end.saltFrac > formula.saltTargetFrac.high * 1.02 && !formula.makes
    ? [...problems, { code: 'tooSalty', stepId: end.stepId, detail: (end.saltFrac * 100).toFixed(2) }]
    : problems
}
