import type { ReadingPayload } from '../facts/kinds/vocabulary'
import { LIMITS } from '../limits'
import { bareG, isOffScale } from '../techniques/reduce/scaleMasses'
import { ESTIMATOR_MODEL_VERSION } from '../techniques/reduce/liveEstimate'
import type { BatchView } from './viewBatch'

/** What a probe or scale shows goes on record by itself so often: samples are let go of in time, the record is not. */
const EVERY_MS = { cooling: 10 * 60_000, scale: 60_000 } as const
const FRESH_MS = 5000
const ON_HEAT_SD_G = 5
const OFF_FOR_MS = 45_000 // a pan lifted off its scale to be swirled is back sooner

/** When a stamped reading of this step was last put on record. */
function lastStampedMs({ state, step }: BatchView, how: 'temperature' | 'weighing'): number {
  const last = state.stageFacts.findLast((f) => {
    if (f.kind !== 'reading.taken' || f.payload.stepId !== step?.id || f.payload.how !== how) return false
    return f.payload.how === 'weighing' ? f.payload.scale !== undefined : isProbed(f.payload)
  })
  return last?.atMs ?? -Infinity
}
const isProbed = (of: ReadingPayload) => of.how === 'temperature' && of.probe !== undefined

function coolingReading(view: BatchView, nowMs: number): ReadingPayload | undefined {
  const { probe, step } = view
  if (view.live?.kind !== 'cool' || !step || probe?.health !== 'good' || probe.tempC === undefined)
    return undefined
  if (nowMs - lastStampedMs(view, 'temperature') < EVERY_MS.cooling) return undefined
  return {
    stepId: step.id,
    how: 'temperature',
    tempC: Math.round(probe.tempC * 10) / 10,
    probe: { channelId: probe.channelId, name: probe.name, isSimulated: probe.isSimulated },
  }
}

function scaleReading(view: BatchView, nowMs: number): ReadingPayload | undefined {
  const { scale, live, step } = view
  if (live?.kind !== 'reduce' || !step || scale?.grossG === undefined || scale.atMs === undefined)
    return undefined
  const lastMs = Math.max(lastStampedMs(view, 'weighing'), live.startedAtMs)
  const isOff = isOffScale(live.stage, scale.grossG)
  if (nowMs - scale.atMs > FRESH_MS || nowMs - lastMs < EVERY_MS.scale) return undefined
  if (isOff && !isAskedFor(view, nowMs)) return undefined
  const grossG = Math.max(LIMITS.grossG.min, scale.grossG)
  return {
    stepId: step.id,
    how: 'weighing',
    grossG,
    scale: { channelId: scale.channelId, name: scale.name, isSimulated: scale.isSimulated },
    massG: Math.max(0, grossG - bareG(live.stage)),
    sigmaG: ON_HEAT_SD_G,
    modelVersion: ESTIMATOR_MODEL_VERSION,
  }
}

/** A scale that shows less than the empty pan is asked about once it has done so for a while, and once only. */
function isAskedFor({ live, scale }: BatchView, nowMs: number): boolean {
  if (live?.kind !== 'reduce' || live.estimate.questions.some((q) => q.isBare)) return false
  const heardMs = live.estimate.lastReadingAtMs ?? live.startedAtMs
  return scale !== undefined && nowMs - heardMs > OFF_FOR_MS
}

/** The reading that a batch's record is due from what measures it; none where nothing is, or nothing can be believed. */
export const recordDue = (view: BatchView, nowMs: number): ReadingPayload | undefined =>
  coolingReading(view, nowMs) ?? scaleReading(view, nowMs)
