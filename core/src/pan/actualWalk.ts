import type { BatchState } from '../batch/batchState'
import { airPressureKPa } from '../heat/atmosphere'
import { techniqueOf } from '../techniques/registry'
import { planReduction } from '../techniques/reduce/planReduction'
import type { StagePlan } from '../batch/batchPlan'
import { planSalt } from '../techniques/season/planSalt'
import type { Contents } from './contents'
import { walkFormula, type Addition, type WalkRequest, type WalkStep } from './walkFormula'

/** Liquid that was believed to be there when a step ended, where that was put on record. */
function endsOf(state: BatchState): Record<string, number> {
  return Object.fromEntries(
    Object.entries(state.steps).flatMap(([id, s]) => (s.massG === undefined ? [] : [[id, s.massG] as const])),
  )
}

function additionsOf(state: BatchState): Addition[] {
  return state.stageFacts.flatMap((f) => (f.kind === 'addition.made' ? [f.payload] : []))
}

/** How a batch went so far, as a walk is asked for it: weighed amounts, phrases, measured ends, ladles. Undefined before it was started. */
export function actualRequest(state: BatchState): WalkRequest | undefined {
  const { frozen, plan } = state
  if (!frozen || !plan) return undefined
  return {
    formula: frozen.formula,
    ingredients: new Map(frozen.ingredients.map((i) => [i.id, i])),
    pressureKPa: airPressureKPa(frozen.settings.altitudeM),
    lines: plan.weighOut.map((l) => ({
      itemId: l.itemId,
      stepId: l.stepId,
      ingredientId: l.ingredientId,
      massG: state.weighed[l.itemId] ?? l.shownG,
    })),
    phrases: state.planned?.phrases,
    measuredG: endsOf(state),
    additions: additionsOf(state),
  }
}

/** The walk of a batch as it really went, and as the plan has it from where it stands; undefined before it was started. */
export function actualWalk(state: BatchState): WalkStep[] | undefined {
  const request = actualRequest(state)
  return request && walkFormula(request)
}

/** What is in the vessel of the last step when all is done, with the salt that was added; undefined before it was started. */
export function actualEnd(state: BatchState): Contents | undefined {
  const end = actualWalk(state)?.at(-1)?.end
  return end && withSalt(end, state.saltAdded?.massG ?? 0)
}

const withSalt = (of: Contents, massG: number): Contents => ({
  ...of,
  liquid: { ...of.liquid, salt: of.liquid.salt + massG },
})

/** The plan of a reduction at the moment it starts, from what is really in its pan, its goods included; undefined for any other step. */
export function beginStage(state: BatchState, stepId: string): StagePlan | undefined {
  const { frozen } = state
  const request = actualRequest(state)
  if (!frozen || !request) return undefined
  // its own end is still to come, whatever an earlier try of it has measured
  const walk = walkFormula({ ...request, measuredG: { ...request.measuredG, [stepId]: Infinity } })
  const walked = walk.find((w) => w.step.id === stepId)
  const pan = walked && (frozen.vessels[walked.vessel] ?? Object.values(frozen.vessels)[0])
  if (!walked?.boiled || !pan) return undefined
  const i = walk.indexOf(walked)
  const isHot = walk
    .slice(0, i)
    .some((w) => w.vessel === walked.vessel && techniqueOf(w.step).stands(w.step) === 'ring' && w.boiled)
  const { work } = planReduction({
    ...request,
    walk,
    walked,
    pan,
    ring: frozen.ring,
    settings: frozen.settings,
    phrase: request.phrases?.[stepId] ?? walked.step.target ?? '',
    isHot,
    milk: { butterG: 0, creamG: 0 },
  })
  return work.kind === 'reduce' ? work.stage : undefined
}

/** Salt as the sauce really stands before any is added, for the seasoning step. */
export function actualSalt(state: BatchState) {
  const end = actualWalk(state)?.at(-1)?.end
  return end && state.frozen
    ? planSalt(state.frozen.formula, end, state.frozen.settings.scaleStepG)
    : undefined
}
