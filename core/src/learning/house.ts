import type { MinutesBand } from '../formula/formula'
import type { LearnedPair } from '../kitchen/kitchen'
import type { BatchState } from '../batch/batchState'
import { holdFamily } from '../techniques/hold/holdFamily'
import type { Tries } from '../rescue/odds'
import type { RemedyId } from '../rescue/remedies'
import type { HouseTries } from '../rescue/rescueNow'
import { HOLD_FAMILIES, type HoldFamilyId } from '../techniques/hold/holdRisk'
import { HAZARD_PRIOR, refitHazard, type HouseHazard } from '../techniques/hold/houseHazard'
import { coverageOf, type Coverage } from './coverage'
import { driftBy, NO_DRIFT, type Drift } from './drift'
import type { Lessons, ReductionLesson, SpoonLesson } from './lessons'
import { learnFactor, learnShare } from './shares'
import { learnMinutes, nextMinutes } from './stepMinutes'

/** Lessons of one closed batch, as the Log keeps them. */
export interface LessonRow {
  readonly batchId: string
  readonly formulaId: string
  readonly atMs: number
  readonly lessons: Lessons
}

/** What was typed or foretold, what was measured how often, and what the two come to. */
export interface HouseMinutes {
  readonly saidMin: number
  readonly tookMin: readonly number[]
  readonly next: MinutesBand
}
export interface HouseShare {
  readonly foretoldFrac: number
  readonly weighedFrac: readonly number[]
  readonly nextFrac: number
}
/** From so many batches on what they taught is offered as the new default. */
export const OFFERED_FROM = 3
const PAIR_PRIOR_SD_LN = 0.25 // reduction.md §3, a full flame before anything was measured
const PAIR_EACH_SD_LN = 0.15 // kitchen.md §13: one batch's rate against its forecast
const PAIR_LEAST_SD = 0.05
/** Minutes fall a little faster than the power rises: losses take their share first (reduction.md §3). */
const RATE_PER_POWER = 1.1
const BANDS_LOOKED_AT = 20

const ofFormula = (rows: readonly LessonRow[], formulaId: string) =>
  rows.filter((r) => r.formulaId === formulaId)

/** What the house's own batches say of a step's minutes; none where no batch says anything. `kitchen:§14` */
export function houseMinutes(
  rows: readonly LessonRow[],
  formulaId: string,
  { id, minutes }: { readonly id: string; readonly minutes?: MinutesBand | undefined },
): HouseMinutes | undefined {
  if (!minutes?.value) return undefined
  const tookMin = ofFormula(rows, formulaId).flatMap((r) =>
    r.lessons.steps.filter((s) => s.stepId === id).map((s) => s.tookMin),
  )
  return tookMin.length
    ? { saidMin: minutes.value, tookMin, next: nextMinutes(learnMinutes(minutes.value, tookMin)) }
    : undefined
}

/** What the house's own sieve lets through at a step. `kitchen:K-N7` */
export function houseShare(
  rows: readonly LessonRow[],
  formulaId: string,
  stepId: string,
): HouseShare | undefined {
  const sieves = ofFormula(rows, formulaId).flatMap((r) =>
    r.lessons.sieves.filter((s) => s.stepId === stepId),
  )
  const [newest] = sieves
  if (!newest) return undefined
  const weighedFrac = sieves.map((s) => s.weighedFrac)
  return {
    foretoldFrac: newest.foretoldFrac,
    weighedFrac,
    nextFrac: learnShare(newest.foretoldFrac, weighedFrac),
  }
}

/** The spoon of the last batch of a sauce at a step, other than this one; nothing where none was seen. */
export function spoonLastTime(
  rows: readonly LessonRow[],
  { formulaId, stepId, batchId }: Record<'formulaId' | 'stepId' | 'batchId', string>,
): (SpoonLesson & { readonly atMs: number }) | undefined {
  return ofFormula(rows, formulaId)
    .filter((r) => r.batchId !== batchId)
    .flatMap((r) =>
      (r.lessons.spoons ?? []).filter((s) => s.stepId === stepId).map((s) => ({ ...s, atMs: r.atMs })),
    )
    .sort((a, b) => b.atMs - a.atMs)[0]
}

/** What batches taught of every pair of ring and pan, the most often used first. */
export function housePairs(rows: readonly LessonRow[]): (LearnedPair & { readonly ringId: string })[] {
  const pairs = new Map<string, { lesson: ReductionLesson; ratios: number[]; atMs: number }>()
  for (const { atMs, lessons } of rows)
    for (const lesson of lessons.reductions) {
      const key = `${lesson.ringId} ${lesson.panId}`
      const known = pairs.get(key) ?? { lesson, ratios: [], atMs }
      known.ratios.push(lesson.ratioLn)
      pairs.set(key, { ...known, atMs: Math.max(known.atMs, atMs) })
    }
  return [...pairs.values()]
    .map(({ lesson, ratios, atMs }) => {
      const { meanLn, sdLn } = learnFactor(PAIR_PRIOR_SD_LN, ratios, PAIR_EACH_SD_LN)
      return {
        ringId: lesson.ringId,
        panId: lesson.panId,
        factor: Math.exp(meanLn / RATE_PER_POWER),
        sdShare: Math.max(PAIR_LEAST_SD, sdLn),
        n: ratios.length,
        atMs,
      }
    })
    .sort((a, b) => b.n - a.n)
}

/** One reduction of the Log: how far its first forecast was out, and whether its band held. */
export interface Foretold {
  readonly batchId: string
  readonly stepId: string
  readonly atMs: number
  /** ln of the minutes it took over the middle forecast. */
  readonly errorLn: number
  readonly isHeld: boolean
}
/** Forecasts against what came, oldest first, with what that says of the bands and of the stove. */
export interface ForetoldAgainst {
  readonly all: readonly Foretold[]
  readonly coverage: Coverage
  readonly drift: Drift
  /** Median distance from the middle forecast, as a share: of the older half and of the newer. */
  readonly offBefore: number | undefined
  readonly offNow: number | undefined
}

const median = (values: readonly number[]): number | undefined =>
  values.length ? [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)] : undefined

const Z10 = 1.2816
/** Whether forecasts hold, and whether they grow better. `kitchen:§14` */
export function foretoldAgainst(rows: readonly LessonRow[]): ForetoldAgainst {
  const ordered = [...rows].sort((a, b) => a.atMs - b.atMs)
  let drift = NO_DRIFT
  const all = ordered.flatMap(({ batchId, atMs, lessons }) =>
    lessons.reductions.map(({ stepId, foretoldMin: { low, value, high }, tookMin }): Foretold => {
      const errorLn = Math.log(tookMin / value)
      const sdLn = Math.log(high / low) / (2 * Z10)
      if (sdLn > 0) drift = driftBy(drift, errorLn / sdLn)
      return { batchId, stepId, atMs, errorLn, isHeld: tookMin >= low && tookMin <= high }
    }),
  )
  const looked = all.slice(-BANDS_LOOKED_AT)
  const off = (of: readonly Foretold[]) => median(of.map((f) => Math.exp(Math.abs(f.errorLn)) - 1))
  const half = Math.floor(all.length / 2)
  return {
    all,
    coverage: coverageOf(looked.filter((f) => f.isHeld).length, looked.length),
    drift,
    offBefore: half >= 2 ? off(all.slice(0, half)) : undefined,
    offNow: half >= 2 ? off(all.slice(half)) : undefined,
  }
}

/** What a house knows of how soon a kind of sauce breaks: where it began, what it saw, what that comes to. */
export interface HouseHold {
  readonly family: HoldFamilyId
  readonly batches: number
  readonly broken: number
  /** The table's risk that they stood in all. */
  readonly exposure: number
  readonly prior: HouseHazard
  readonly now: HouseHazard
}
/** From fewer batches than this a re-fit says little, and is told so. */
export const HAZARD_SAYS_FROM = 10

/** How soon the house's sauces break, kind by kind, from its own batches; kinds that never stood are left out. `emulsion:B6` */
export function houseHolds(rows: readonly LessonRow[]): HouseHold[] {
  const all = rows.flatMap((r) => r.lessons.holds ?? [])
  return (Object.keys(HOLD_FAMILIES) as HoldFamilyId[]).flatMap((family): HouseHold[] => {
    const seen = all.filter((h) => h.family === family)
    if (!seen.length) return []
    const broken = seen.filter((h) => h.isBroken).length
    const exposure = seen.reduce((sum, h) => sum + h.exposure, 0)
    const now = refitHazard(HAZARD_PRIOR, { broken, exposure })
    return [{ family, batches: seen.length, broken, exposure, prior: HAZARD_PRIOR, now }]
  })
}

/** What the house knows of how soon a batch like this breaks; the table's where it knows nothing. */
export const hazardFor = (
  holds: readonly HouseHold[],
  batch: Pick<BatchState, 'plan'>,
): HouseHazard | undefined => holds.find((h) => h.family === holdFamily(batch))?.now

/** How often each remedy was tried in this house, and how often it held. `emulsion:§10` */
export function houseTries(rows: readonly LessonRow[]): HouseTries {
  const tries: Partial<Record<RemedyId, Tries>> = {}
  for (const { remedy, isHeld } of rows.flatMap((r) => r.lessons.rescues ?? [])) {
    const was = tries[remedy] ?? { wins: 0, tries: 0 }
    tries[remedy] = { wins: was.wins + (isHeld ? 1 : 0), tries: was.tries + 1 }
  }
  return tries
}
