import type { Ingredient } from '../ingredients/ingredient'
import { compositionOf } from '../ingredients/ingredient'
import { airPressureKPa } from '../heat/atmosphere'
import { addCompositions, massG, scaleComposition } from '../mixture/composition'
import { reduceMixture } from '../mixture/reduceMixture'
import type { StagePlan } from '../plan/batchPlan'
import { EMPTY_PAN, endStep, putIn, type PanContents } from '../formula/panStep'
import { planSalt } from '../plan/planBatch'
import { planStage } from '../plan/planStage'
import type { BatchState } from './batchState'

const HOT_PAN_C = 90
const COLD_GOODS_C = 20

/**
 * What is in the pan as it really went: weighed amounts where they were weighed, masses at which stages really ended, everything added or ladled.
 * @param beforeStepId - contents when this step is about to start (its own goods not yet in); all steps where undefined
 * @returns undefined for a batch that was never started
 */
export function actualContents(state: BatchState, beforeStepId?: string): PanContents | undefined {
  const { frozen, plan } = state
  if (!frozen || !plan) return undefined
  const ingredients = new Map<string, Ingredient>(frozen.ingredients.map((i) => [i.id, i]))
  const pressureKPa = airPressureKPa(frozen.settings.altitudeM)
  let contents = EMPTY_PAN
  for (const step of frozen.formula.steps) {
    if (step.id === beforeStepId) break
    const lines = plan.weighOut
      .filter((l) => l.stepId === step.id)
      .map((l) => ({ ingredientId: l.ingredientId, massG: state.weighed[l.itemId] ?? l.shownG }))
    contents = putIn(contents, step, lines, ingredients)
    for (const fact of state.stageFacts)
      if (fact.kind === 'addition.made' && fact.payload.stepId === step.id)
        contents = addTo(contents, ingredients.get(fact.payload.ingredientId), fact.payload.massG)
    const ended = state.steps[step.id]
    const endG =
      ended?.massG ??
      (step.technique === 'reduce' ? (ended?.stage ?? plan.stages.find((s) => s.stepId === step.id))?.targetMassG : undefined)
    if (endG !== undefined && endG < massG(contents.liquid))
      contents = { ...contents, liquid: reduceMixture(contents.liquid, { massG: endG }, 1, pressureKPa) }
    if (step.technique !== 'reduce') contents = endStep(contents, step)
  }
  if (state.saltAdded && beforeStepId === undefined)
    contents = { ...contents, liquid: { ...contents.liquid, salt: contents.liquid.salt + state.saltAdded.massG } }
  return contents
}

function addTo(contents: PanContents, ingredient: Ingredient | undefined, grams: number): PanContents {
  const mass = massG(contents.liquid)
  if (grams < 0) return { ...contents, liquid: scaleComposition(contents.liquid, Math.max(0, mass + grams) / mass) }
  return ingredient ? { ...contents, liquid: addCompositions(contents.liquid, compositionOf(ingredient, grams)) } : contents
}

/** The plan of a reduction at the moment it starts, from what is really in the pan; undefined for any other step. */
export function beginStage(state: BatchState, stepId: string): StagePlan | undefined {
  const { frozen, planned } = state
  const step = frozen?.formula.steps.find((s) => s.id === stepId)
  const contents = actualContents(state, stepId)
  if (!frozen || !contents || step?.technique !== 'reduce') return undefined
  const planTemp = state.plan?.stages.find((s) => s.stepId === stepId)?.startTempC
  return planStage(
    { pan: frozen.pan, ring: frozen.ring, settings: frozen.settings },
    {
      stepId,
      phrase: planned?.phrases[stepId] ?? step.target ?? '',
      mixture: contents.liquid,
      inPan: contents.inPan,
      starchEqG: contents.starchEqG,
      tempC: planTemp ?? (contents.liquid.gelatin > 0 ? HOT_PAN_C : COLD_GOODS_C),
      heat: step.heat ?? 'high',
    },
  )
}

/** Salt as the sauce really stands, for the seasoning step. */
export function actualSalt(state: BatchState) {
  const contents = actualContents(state)
  return contents && state.frozen ? planSalt(state.frozen.formula, contents.liquid, state.frozen.settings.scaleStepG) : undefined
}
