import type { StagePlan } from '../../batch/batchPlan'
import type { BatchState } from '../../batch/batchState'
import type { ReduceLive } from '../../batch/live'
import type { Due } from '../../batch/deadline'
import { onceFor } from '../../solve/onceFor'
import { readCurve } from './levelCurve'
import type { LiveContext, Watch } from '../technique'
import { liveEstimate } from './liveEstimate'
import { stageClock, type StageClock } from './stageClock'

/** The clocks of a state's stages: fixed by its facts, so worked out once, though a pan is asked for each second. */
const clocksOf = onceFor((_: BatchState) => new Map<StagePlan, StageClock>())

/** A reduction's estimate now, and its clock as its last fact fixed it, so that every device counts to the same second. */
function live({ state, step, startedAtMs, nowMs, scale }: LiveContext): ReduceLive | undefined {
  const stage = state.steps[step.id]?.stage
  if (!stage) return undefined
  const lastFactMs = state.stageFacts.reduce(
    (last, fact) =>
      'stepId' in fact.payload && fact.payload.stepId !== step.id ? last : Math.max(last, fact.atMs),
    startedAtMs,
  )
  const estimateAt = (atMs: number) =>
    liveEstimate(stage, state.stageFacts, { startedAtMs, nowMs: atMs }, scale)
  const sampledMs = scale.at(-1)?.atMs ?? 0
  const clocks = clocksOf(state)
  // a scale's samples move the clock as facts do; without them it is worked out once a state
  const clock =
    sampledMs > lastFactMs
      ? stageClock(stage, estimateAt(sampledMs), sampledMs)
      : (clocks.get(stage) ?? stageClock(stage, estimateAt(lastFactMs), lastFactMs))
  if (sampledMs <= lastFactMs) clocks.set(stage, clock)
  const estimate = estimateAt(Math.max(nowMs, lastFactMs))
  const at = readCurve(stage.curve, 'massG', estimate.massG)
  const lower = readCurve(stage.curve, 'massG', Math.max(0, estimate.massG - estimate.sdMassG))
  return {
    kind: 'reduce',
    stage,
    startedAtMs,
    estimate,
    clock,
    depthMm: at.depthMm,
    volumeMl: at.volumeMl,
    sdMm: Math.abs(at.depthMm - lower.depthMm),
  }
}

const tenth = (g: number) => Math.round(g * 10) / 10
const whole = (ms: number | undefined) => (ms === undefined ? null : Math.round(ms))

/** A pan on its way down: look, then stop. */
export const watchReduction: Watch = {
  live,
  deadlines(of) {
    if (of.kind !== 'reduce') return []
    const { lookAtMs, targetAtMs } = of.clock
    const due: Due[] = [
      ...(lookAtMs === undefined
        ? []
        : [{ kind: 'lookSoon' as const, code: 'look' as const, atMs: lookAtMs }]),
      ...(targetAtMs === undefined
        ? []
        : [{ kind: 'actNow' as const, code: 'stop' as const, atMs: targetAtMs }]),
    ]
    return due.sort((a, b) => a.atMs - b.atMs)
  },
  forecast(of) {
    if (of.kind !== 'reduce') return undefined
    const { clock, estimate, stage } = of
    return {
      stepId: stage.stepId,
      massG: Math.max(0, tenth(estimate.massG)),
      targetMassG: tenth(stage.targetMassG),
      p10AtMs: whole(clock.lowAtMs),
      p50AtMs: whole(clock.targetAtMs),
      p90AtMs: whole(clock.highAtMs),
      modelVersion: stage.modelVersion,
    }
  },
}
