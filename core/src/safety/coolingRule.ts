import { newtonMin, tauFromReadingsMin, type Newton } from '../cooling/newton'
import type { CoolingStage, FoodCode } from './codes'
import type { TempPoint } from './lethality'

const MINUTE_MS = 60_000

/** A stage of the code against what was read. */
export interface StageVerdict {
  readonly stage: CoolingStage
  /** From when it is counted; undefined while an own start has not come. */
  readonly startsAtMs: number | undefined
  readonly dueAtMs: number | undefined
  /** When it came down to the stage's end, between two readings by Newton's law. */
  readonly reachedAtMs: number | undefined
  readonly status: 'waiting' | 'running' | 'met' | 'missed'
}

/** What the code says of a cooling so far. */
export interface CoolingVerdict {
  readonly stages: readonly StageVerdict[]
  readonly status: 'running' | 'met' | 'missed'
}

/** A cooling as it went. */
export interface CoolingCourse {
  /** When the flame was turned off: the start where no probe says otherwise. */
  readonly heatOffAtMs: number
  /** Trusted, in order of time. */
  readonly readings: readonly TempPoint[]
  /** Of the place it cools in, °C, for times between two readings. */
  readonly aroundC: number
}

/** When a falling curve passed a temperature between two readings, ms. */
function crossedMs(a: TempPoint, b: TempPoint, tempC: number, aroundC: number): number {
  const tau = tauFromReadingsMin(
    aroundC,
    { min: a.atMs / MINUTE_MS, tempC: a.tempC },
    { min: b.atMs / MINUTE_MS, tempC: b.tempC },
  )
  const after =
    Number.isFinite(tau) && b.tempC > aroundC
      ? newtonMin({ tauMin: tau, aroundC }, a.tempC, tempC) * MINUTE_MS
      : ((a.tempC - tempC) / (a.tempC - b.tempC)) * (b.atMs - a.atMs)
  return Math.min(b.atMs, a.atMs + after)
}

/** When it came under a temperature for good; undefined while the last reading is above, or there is none. */
function cameUnderMs(readings: readonly TempPoint[], tempC: number, aroundC: number): number | undefined {
  const lastAbove = readings.findLastIndex((r) => r.tempC > tempC)
  const under = readings[lastAbove + 1]
  if (!under) return undefined
  const above = readings[lastAbove]
  return above ? crossedMs(above, under, tempC, aroundC) : under.atMs
}

/**
 * The chosen code's stages against the readings of a cooling. The clock runs from where the sauce came under the first stage's temperature; with
 * no reading above it, from heat-off. A second stage that is counted from the first start is never tested against its own minutes.
 */
export function coolingVerdict(
  code: Pick<FoodCode, 'cooling'>,
  { heatOffAtMs, readings, aroundC }: CoolingCourse,
  nowMs: number,
): CoolingVerdict {
  const since = readings.filter((r) => r.atMs >= heatOffAtMs && r.atMs <= nowMs)
  const wasAbove = (tempC: number) => since.some((r) => r.tempC > tempC)
  const startMs = (fromC: number): number | undefined => {
    if (!wasAbove(fromC)) return heatOffAtMs
    return cameUnderMs(since, fromC, aroundC) // undefined: still above it, the clock waits
  }
  const stages = code.cooling.map((stage): StageVerdict => {
    const first = code.cooling[0] as CoolingStage
    const startsAtMs =
      stage.countedFrom === 'heatOff' ? startMs(first.fromC) : cameUnderMs(since, stage.fromC, aroundC)
    const dueAtMs = startsAtMs === undefined ? undefined : startsAtMs + stage.withinMin * MINUTE_MS
    const reachedAtMs = cameUnderMs(since, stage.toC, aroundC)
    const base = { stage, startsAtMs, dueAtMs, reachedAtMs }
    if (dueAtMs === undefined) return { ...base, status: 'waiting' }
    if (reachedAtMs !== undefined) return { ...base, status: reachedAtMs <= dueAtMs ? 'met' : 'missed' }
    return { ...base, status: nowMs > dueAtMs ? 'missed' : 'running' }
  })
  const all = (status: StageVerdict['status']) => stages.every((s) => s.status === status)
  if (stages.some((s) => s.status === 'missed')) return { stages, status: 'missed' }
  return { stages, status: all('met') ? 'met' : 'running' }
}

/** What is left of a missed stage: only the first may be put right, and only once (common guidance, not the code's text). */
export type CoolingRemedy = 'reheatOnce' | 'discard'
/** What is to be done with a cooling that missed its stage. */
export function coolingRemedy(verdict: CoolingVerdict, reheated: boolean): CoolingRemedy | undefined {
  if (verdict.status !== 'missed') return undefined
  const isFirstOnly =
    verdict.stages.findIndex((s) => s.status === 'missed') === 0 && verdict.stages.length > 1
  return isFirstOnly && !reheated ? 'reheatOnce' : 'discard'
}

/** When each stage will be reached as it cools now, ms; undefined where it never is. */
export function stageForecastMs(stage: CoolingStage, cooling: Newton, last: TempPoint): number | undefined {
  if (last.tempC <= stage.toC) return last.atMs
  const min = newtonMin(cooling, last.tempC, stage.toC)
  return Number.isFinite(min) ? last.atMs + min * MINUTE_MS : undefined
}
