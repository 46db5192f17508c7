import { liveEstimate, readCurve, stageClock, type BatchState, type Formula, type FormulaStep, type KitchenCatalog, type LiveEstimate, type Pan, type Ring, type StageClock, type StagePlan } from '@liquamen/core'

/** A batch as a screen shows it at a moment: where it is, what is believed of its pan, and its clock. */
export interface BatchView {
  readonly state: BatchState
  readonly formula: Formula
  readonly pan: Pan
  readonly ring: Ring
  /** The step being worked, or the next one. */
  readonly step: FormulaStep | undefined
  readonly stepStartedAtMs: number | undefined
  /** Where the step is a reduction that has started. */
  readonly live: { readonly stage: StagePlan; readonly startedAtMs: number; readonly estimate: LiveEstimate; readonly clock: StageClock; readonly depthMm: number; readonly volumeMl: number; readonly sdMm: number } | undefined
}

/** The step a batch stands at: the one started, else the first that is not finished. */
export function currentStep(state: BatchState, formula: Formula): FormulaStep | undefined {
  if (state.status === 'finished' || state.status === 'discarded') return undefined
  return formula.steps.find((step) => step.id === state.currentStepId) ?? formula.steps.find((step) => state.steps[step.id]?.finishedAtMs === undefined)
}

/** A reduction's estimate now, and its clock as its last fact fixed it, so that every device counts to the same second. */
function liveStage(state: BatchState, stepId: string, nowMs: number): BatchView['live'] {
  const own = state.steps[stepId]
  if (!own?.stage || own.startedAtMs === undefined || own.finishedAtMs !== undefined) return undefined
  const { stage, startedAtMs } = own
  const lastFactMs = state.stageFacts.reduce((last, fact) => ('stepId' in fact.payload && fact.payload.stepId !== stepId ? last : Math.max(last, fact.atMs)), startedAtMs)
  const fixed = liveEstimate(stage, state.stageFacts, startedAtMs, lastFactMs)
  const estimate = liveEstimate(stage, state.stageFacts, startedAtMs, Math.max(nowMs, lastFactMs))
  const at = readCurve(stage.curve, 'massG', estimate.massG)
  const lower = readCurve(stage.curve, 'massG', Math.max(0, estimate.massG - estimate.sdMassG))
  return { stage, startedAtMs, estimate, clock: stageClock(stage, fixed, lastFactMs), depthMm: at.depthMm, volumeMl: at.volumeMl, sdMm: Math.abs(at.depthMm - lower.depthMm) }
}

/** Everything a screen needs of a batch; undefined where its pan, ring or formula is not known here. */
export function viewBatch(state: BatchState, catalog: KitchenCatalog, nowMs: number): BatchView | undefined {
  const formula = state.frozen?.formula ?? catalog.formulas.find((f) => f.id === state.planned?.formulaId)
  const pan = state.frozen?.pan ?? catalog.pans.find((p) => p.id === state.planned?.panId)
  const ring = state.frozen?.ring ?? catalog.rings.find((r) => r.id === state.planned?.ringId)
  if (!formula || !pan || !ring) return undefined
  const step = currentStep(state, formula)
  const stepStartedAtMs = step ? state.steps[step.id]?.startedAtMs : undefined
  return { state, formula, pan, ring, step, stepStartedAtMs, live: step ? liveStage(state, step.id, nowMs) : undefined }
}
