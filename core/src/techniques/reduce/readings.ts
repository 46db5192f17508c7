import type { StagePlan } from '../../batch/batchPlan'
import { readCurve } from './levelCurve'
import type { StagePlace } from './planStage'
import { areaM2, heatLossW } from '../../heat/evaporation'
import { waterLatentHeatJPerG } from '../../heat/water'
import { surfaceAreaMm2 } from '../../vessel/profile'
import { panSurroundings } from './planStage'
import type { Look, ReadingPayload } from '../../facts/kinds/vocabulary'
import { requireInRange } from '../../errors'
import { LIMITS } from '../../limits'
import { ESTIMATOR_MODEL_VERSION } from './liveEstimate'

const LIFTED_SCALE_SD_G = 2
const SCALE_SHARE_SD = 0.01
const DIP_SD_MM = { off: 1, on: 1.5 } as const // bubbles lift the level: take the pan off to read
const WATER_G_PER_MM_ML = 0.998
const EYE_SD = 0.2 // people are biased as well as noisy, so deliberately above their scatter
const LOOK_FLUX_W_PER_M2: Readonly<Record<Look, { readonly middle: number; readonly sdShare: number }>> = {
  notBoiling: { middle: 2000, sdShare: 0.8 },
  simmering: { middle: 8500, sdShare: 0.4 },
  boiling: { middle: 18_000, sdShare: 0.35 },
  boilingHard: { middle: 34_000, sdShare: 0.4 },
}

/** A weighing of pan and all: liquid = gross − tare − what lies in it. Standard deviation 2 g or 1 % of the gross, whichever is more; the scale's own error, once checked, is taken out. */
export function weighingReading(stage: StagePlan, readsG: number, scaleFactor = 1): ReadingPayload {
  requireInRange('grossG', readsG, LIMITS.grossG)
  const grossG = readsG * scaleFactor
  return {
    stepId: stage.stepId,
    how: 'weighing',
    grossG,
    massG: Math.max(0, grossG - stage.tareG - stage.inPan.massG),
    sigmaG: Math.max(LIFTED_SCALE_SD_G, SCALE_SHARE_SD * grossG),
    modelVersion: ESTIMATOR_MODEL_VERSION,
  }
}

/**
 * A dip-stick: depth of the hot pan to mass along the stage's own level curve, which carries alcohol and what lies in the pan
 * (reduction.md takes only water to leave; the curve is the same thing with the alcohol counted).
 */
export function depthReading(
  stage: StagePlan,
  place: Pick<StagePlace, 'pan'>,
  depthMm: number,
  isPanOff: boolean,
): ReadingPayload {
  requireInRange('depthMm', depthMm, LIMITS.depthMm)
  const { heightMm } = place.pan.profile
  const sigmaG =
    (WATER_G_PER_MM_ML *
      surfaceAreaMm2(place.pan.profile, depthMm) *
      (isPanOff ? DIP_SD_MM.off : DIP_SD_MM.on)) /
    1000
  return {
    stepId: stage.stepId,
    how: 'depth',
    depthMm,
    ...(depthMm > heightMm ? { wallMm: heightMm } : {}),
    massG: readCurve(stage.curve, 'depthMm', depthMm).massG,
    sigmaG,
    modelVersion: ESTIMATOR_MODEL_VERSION,
  }
}

/** The drawn level, dragged to where the eye sees it: a fifth of the mass believed in is its standard deviation. */
export function levelReading(stage: StagePlan, depthMm: number, believedG: number): ReadingPayload {
  requireInRange('depthMm', depthMm, LIMITS.depthMm)
  return {
    stepId: stage.stepId,
    how: 'level',
    depthMm,
    massG: readCurve(stage.curve, 'depthMm', depthMm).massG,
    sigmaG: Math.max(LIFTED_SCALE_SD_G, EYE_SD * believedG),
    modelVersion: ESTIMATOR_MODEL_VERSION,
  }
}

/** A temperature of the liquid. */
export function temperatureReading(stage: Pick<StagePlan, 'stepId'>, tempC: number): ReadingPayload {
  requireInRange('tempC', tempC, LIMITS.tempC)
  return { stepId: stage.stepId, how: 'temperature', tempC }
}

/** How it boils, tapped: net flux by look (low confidence) gives a rough rate. */
export function lookReading(
  stage: StagePlan,
  place: StagePlace,
  look: Look,
  depthMm: number,
): ReadingPayload {
  const at = panSurroundings(place, depthMm)
  const { middle, sdShare } = LOOK_FLUX_W_PER_M2[look]
  const rateGPerMin =
    (60 * Math.max(0.05 * middle * areaM2(at), middle * areaM2(at) - heatLossW(at, stage.boilC) * 0.5)) /
    waterLatentHeatJPerG(Math.min(100, stage.boilC))
  return { stepId: stage.stepId, how: 'look', look, rateGPerMin, sdRateGPerMin: sdShare * rateGPerMin }
}

/** Net evaporation at one heat over that at another: what turning the flame does to the rate. */
export function heatRatio(rates: { readonly before: number; readonly after: number }): number {
  return rates.before > 0 ? Math.max(0.001, rates.after / rates.before) : 1
}
