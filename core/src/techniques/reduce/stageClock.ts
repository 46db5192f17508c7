import { isHardlyEvaporating } from './estimator'
import { forecast, minutesToTarget } from './forecast'
import { SCORCH } from './scorch'
import type { StagePlan } from '../../batch/batchPlan'
import type { LiveEstimate } from './liveEstimate'

/** The moments that a reduction's clock runs to, absolute; undefined where none can be named. */
export interface StageClock {
  /** Look again then: early enough that one pan in ten at most is there already. */
  readonly lookAtMs: number | undefined
  readonly targetAtMs: number | undefined
  readonly lowAtMs: number | undefined
  readonly highAtMs: number | undefined
  readonly isHardlyEvaporating: boolean
  /** Less than this pan's margin between target and dry: stay beside it. */
  readonly staysBeside: boolean
}

const SURE_BAND_MIN = 4 // a band wider than this asks for a reading on the way
const LOOK_SHARE = 0.6
const SOONEST_LOOK_MIN = 1.5

/**
 * When to look and when to stop. The deadlines are fixed by facts, not by the moment of asking, so every device sounds at the same time.
 * @param estimate - at the last fact, or now
 * @param atMs - the moment of the estimate
 */
export function stageClock(stage: StagePlan, estimate: LiveEstimate, atMs: number): StageClock {
  const { p10Min, p50Min, p90Min } = forecast(estimate.belief, stage.targetMassG)
  const at = (minutes: number | undefined) => (minutes === undefined ? undefined : atMs + minutes * 60_000)
  const staysBeside = stage.dryMarginS < SCORCH.dryMarginS
  const nearMin = staysBeside
    ? minutesToTarget(estimate.belief, stage.targetMassG * SCORCH.preAlarmRatio, 0.5)
    : undefined
  const isWide = p10Min !== undefined && (p90Min === undefined || p90Min - p10Min > SURE_BAND_MIN)
  const lookMin =
    p10Min === undefined
      ? undefined
      : Math.min(nearMin ?? Infinity, isWide ? Math.max(SOONEST_LOOK_MIN, p10Min * LOOK_SHARE) : p10Min)
  const isStill = estimate.belief.isOff
  return {
    lookAtMs: isStill ? undefined : at(lookMin),
    targetAtMs: isStill ? undefined : at(p50Min),
    lowAtMs: at(p10Min),
    highAtMs: at(p90Min),
    isHardlyEvaporating: isHardlyEvaporating(estimate.belief),
    staysBeside,
  }
}
