import { DomainError, requireInRange } from '../errors'
import type { Formula, MinutesBand } from '../formula/formula'
import type { KitchenSettings, Pan, Ring } from '../formula/kitchen'
import type { Ingredient } from '../ingredients/ingredient'
import { LIMITS } from '../limits'
import { massG, type Composition } from '../mixture/composition'
import { reduceMixture } from '../mixture/reduceMixture'
import { FULLEST_PAN_SHARE } from '../portions/portions'
import { volume20Ml } from '../mixture/volume'
import { roundSaltSpoons } from '../units/roundAmount'
import { capacityMl } from '../vessel/profile'
import { SCORCH } from '../reduction/scorch'
import { EMPTY_PAN, endStep, putIn } from '../formula/panStep'
import type { BatchPlan, PlanWarning, SaltPlan, StagePlan } from './batchPlan'
import { emulsionMinutes, emulsionWarnings, planEmulsion } from './planEmulsion'
import { weighOut } from './weighOut'
import { planStage, REDUCTION_MODEL_VERSION, type StagePlace } from './planStage'

/** Spare on the middle forecast when counting back (emulsion.md §11). */
export const COUNT_BACK_SPARE = 1.2
const LIQUIDS_ARRIVE_C = 20
const STAGE_STAYS_HOT_C = 90
const SALT_SPOON_BELOW_G = 8

/** What is asked for: a sauce, for how many, when, in which pan on which ring, with which goods. */
export interface PlanRequest {
  readonly formula: Formula
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly place: StagePlace
  readonly portions: number
  readonly pickupAtMs: number
  readonly nowMs: number
  /** Item id → ingredient id, where another source was chosen. */
  readonly sources?: Readonly<Record<string, string>>
  /** Step id → reduction phrase, where the cook changed it. */
  readonly phrases?: Readonly<Record<string, string>>
}

/** Salt to add at the very end. */
export function planSalt(formula: Formula, finished: Composition, scaleStepG: number): SaltPlan {
  const finalMassG = massG(finished)
  const addG = Math.max(0, (formula.saltTargetFrac.value * finalMassG - finished.salt) / (1 - formula.saltTargetFrac.value))
  return {
    finalMassG,
    ownSaltFrac: finished.salt / finalMassG,
    targetFrac: formula.saltTargetFrac.value,
    addG,
    addShown:
      addG < SALT_SPOON_BELOW_G && addG > 0.3 ? roundSaltSpoons(addG) : { value: Math.round(addG / scaleStepG) * scaleStepG, unit: 'g' },
  }
}

const sumBands = (bands: readonly MinutesBand[]): MinutesBand =>
  bands.reduce((sum, b) => ({ low: sum.low + b.low, value: sum.value + b.value, high: sum.high + b.high }), { low: 0, value: 0, high: 0 })

/**
 * Plans one batch: weigh-out, both reductions in every form, minutes with band, salt at the end, and the latest moment to start.
 *
 * The mixture is followed with the rounded amounts, since those are what the cook weighs. Bands of the steps are added end to end:
 * both reductions stand on the same ring, so that their errors go together.
 * @throws DomainError `outOfRange` for impossible numbers, `targetUnclear`, `missingIngredient`
 */
export function planBatch(request: PlanRequest): BatchPlan {
  const { formula, ingredients, place, portions, pickupAtMs, nowMs } = request
  requireInRange('portions', portions, LIMITS.portions)
  requireInRange('altitudeM', place.settings.altitudeM, LIMITS.altitudeM)
  const lines = weighOut(request)
  const stages: StagePlan[] = []
  const warnings: PlanWarning[] = []
  let contents = EMPTY_PAN
  let low = 0
  let high = 0
  let alcoholG = 0
  const emulsion = planEmulsion(request, lines)
  if (emulsion) warnings.push(...emulsionWarnings(place.pan, emulsion))
  const steps = formula.steps.map((step) => {
    const own = lines.filter((line) => line.stepId === step.id).map((line) => ({ ingredientId: line.ingredientId, massG: line.shownG }))
    const before = contents.liquid
    contents = putIn(contents, step, own, ingredients)
    const alcoholIn = contents.liquid.ethanol - before.ethanol
    alcoholG += alcoholIn
    low += alcoholIn
    high += alcoholIn
    if (step.technique !== 'reduce') contents = endStep(contents, step)
    if (step.technique !== 'reduce')
      return {
        stepId: step.id,
        minutes: (emulsion && emulsionMinutes(step.technique, emulsion)) ?? step.minutes ?? { low: 0, value: 0, high: 0 },
      }
    const stage = planStage(place, {
      stepId: step.id,
      phrase: request.phrases?.[step.id] ?? step.target ?? '',
      mixture: contents.liquid,
      inPan: contents.inPan,
      starchEqG: contents.starchEqG,
      tempC: arrivalTempC(contents.liquid, before, stages.length > 0),
      heat: step.heat ?? 'high',
    })
    stages.push(stage)
    warnings.push(...stageWarnings(place.pan, stage))
    low *= stage.ethanolLeftFrac.low
    high *= stage.ethanolLeftFrac.high
    contents = { ...contents, liquid: reduceMixture(contents.liquid, { massG: stage.targetMassG }, 1) }
    return { stepId: step.id, minutes: stage.minutes }
  })
  const salt = planSalt(formula, contents.liquid, place.settings.scaleStepG)
  if (salt.ownSaltFrac > formula.saltTargetFrac.high) warnings.push({ code: 'saltyAlready', saltFrac: salt.ownSaltFrac })
  const finalVolumeMl = volume20Ml(contents.liquid)
  const totalMin = sumBands(steps.map((step) => step.minutes))
  const spareMs = totalMin.value * COUNT_BACK_SPARE * 60_000
  const isLate = nowMs + spareMs > pickupAtMs
  const earliestReadyAtMs = Math.ceil((nowMs + spareMs) / 60_000) * 60_000
  if (isLate) warnings.push({ code: 'late', earliestAtMs: earliestReadyAtMs })
  return {
    portions,
    pickupAtMs,
    factor: portions / formula.basisPortions,
    weighOut: lines,
    stages,
    emulsion,
    steps,
    salt,
    finalVolumeMl,
    yieldPortions: Math.floor(finalVolumeMl / formula.portionMl + 1e-6),
    ethanolLeftFrac: alcoholG > 0 ? { low: low / alcoholG, high: high / alcoholG } : { low: 0, high: 0 },
    totalMin,
    latestStartAtMs: pickupAtMs - spareMs,
    sureStartAtMs: pickupAtMs - Math.max(spareMs, totalMin.high * 60_000),
    earliestReadyAtMs,
    isLate,
    warnings,
    modelVersion: REDUCTION_MODEL_VERSION,
  }
}

/** Temperature of the pan when a stage begins: all cold for the first, cold goods into a hot pan for a later one. */
function arrivalTempC(now: Composition, before: Composition, isHot: boolean): number {
  if (!isHot) return LIQUIDS_ARRIVE_C
  const share = massG(before) / massG(now)
  return share * STAGE_STAYS_HOT_C + (1 - share) * LIQUIDS_ARRIVE_C
}

function stageWarnings(pan: Pan, stage: StagePlan): PlanWarning[] {
  const shareFull = (stage.startVolumeMl * 1.038 + stage.inPan.volumeMl) / capacityMl(pan.profile)
  return [
    ...(shareFull > FULLEST_PAN_SHARE ? [{ code: 'panTooFull' as const, stepId: stage.stepId, shareFull }] : []),
    ...(stage.targetDepthMm < SCORCH.misleadingDepthMm
      ? [{ code: 'panTooShallow' as const, stepId: stage.stepId, depthMm: stage.targetDepthMm }]
      : []),
    ...(stage.minutes.value >= 24 * 60 ? [{ code: 'neverReached' as const, stepId: stage.stepId }] : []),
  ]
}

/** The settings, pan and ring of a place, found by id; a plain sentence's worth of error where one is missing. */
export function findPlace(
  settings: KitchenSettings,
  pans: readonly Pan[],
  rings: readonly Ring[],
  panId: string,
  ringId: string,
): StagePlace {
  const pan = pans.find((p) => p.id === panId)
  const ring = rings.find((r) => r.id === ringId)
  if (!pan) throw new DomainError('unknownPan', 'panId', panId)
  if (!ring) throw new DomainError('unknownRing', 'ringId', ringId)
  return { pan, ring, settings }
}
