import { DomainError, requireInRange } from '../errors'
import type { Formula, MinutesBand } from '../formula/formula'
import { ethanolLeftOf, portionsOf } from '../formula/traceFormula'
import { airPressureKPa } from '../heat/atmosphere'
import type { Ingredient } from '../ingredients/ingredient'
import type { KitchenSettings, Pan, Ring } from '../kitchen/kitchen'
import { LIMITS } from '../limits'
import { massG } from '../mixture/composition'
import { volume20Ml } from '../mixture/volume'
import { bulkMl, sauceOf, type Contents, type VesselRole } from '../pan/contents'
import { walkFormula, type WalkStep } from '../pan/walkFormula'
import { attentionOf, techniqueOf } from '../techniques/registry'
import { REDUCTION_MODEL_VERSION } from '../techniques/reduce/planStage'
import { planSalt } from '../techniques/season/planSalt'
import { HANDS, PLAIN, type MilkSoFar } from '../techniques/technique'
import { depthAtVolumeMm } from '../vessel/profile'
import type { BatchPlan, PlanWarning, StepLevel, StepPlan } from './batchPlan'
import { materialWarnings } from './materialWarnings'
import { weighOut } from './weighOut'

/** Spare on the middle forecast when counting back (emulsion.md §11). */
export const COUNT_BACK_SPARE = 1.2
const NO_MINUTES: MinutesBand = { low: 0, value: 0, high: 0 }

/** The real vessels, the ring and the house of a batch. */
export interface BatchPlace {
  readonly vessels: Readonly<Partial<Record<VesselRole, Pan>>>
  readonly ring: Ring
  readonly settings: KitchenSettings
}

/** What is asked for: a sauce, for how many, when, in which vessels on which ring, with which goods. */
export interface PlanRequest {
  readonly formula: Formula
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly place: BatchPlace
  readonly portions: number
  readonly pickupAtMs: number
  readonly nowMs: number
  /** When its ring and vessels are free; now where absent. */
  readonly freeFromMs?: number
  /** Item id → ingredient id, where another source was chosen. */
  readonly sources?: Readonly<Record<string, string>>
  /** Step id → reduction phrase, where the cook changed it. */
  readonly phrases?: Readonly<Record<string, string>>
}

const sumBands = (bands: readonly MinutesBand[]): MinutesBand =>
  bands.reduce(
    (sum, b) => ({ low: sum.low + b.low, value: sum.value + b.value, high: sum.high + b.high }),
    NO_MINUTES,
  )

function levelOf(pan: Pan | undefined, { begin, end }: WalkStep): StepLevel {
  const mm = (of: Contents) => (pan ? depthAtVolumeMm(pan.profile, bulkMl(of)) : 0)
  const grams = (of: Contents) => massG(sauceOf(of)) + of.solids.massG
  return {
    startG: grams(begin),
    endG: grams(end),
    startMl: bulkMl(begin),
    endMl: bulkMl(end),
    startMm: mm(begin),
    endMm: mm(end),
  }
}

const isMilky = (good: Ingredient | undefined) => good?.group === 'dairy' && good.isLiquid

/** Butter and cream of a walk up to a step. */
function milkUpTo(
  walk: readonly WalkStep[],
  i: number,
  ingredients: ReadonlyMap<string, Ingredient>,
): MilkSoFar {
  const lines = walk.slice(0, i + 1).flatMap((w) => w.lines)
  const sum = (isIt: (good: Ingredient | undefined) => boolean | undefined) =>
    lines.reduce((total, l) => total + (isIt(ingredients.get(l.ingredientId)) ? l.massG : 0), 0)
  return { butterG: sum((good) => good?.emulsionRole === 'butter'), creamG: sum(isMilky) }
}

/** Any vessel will do where the kitchen has none of the kind a step asks for: its numbers need a shape. */
const anyVessel = ({ vessels }: BatchPlace): Pan => {
  const found = Object.values(vessels)[0]
  if (!found) throw new DomainError('unknownPan', 'panId', '')
  return found
}

/** What is asked for, without the hour. */
export type WorkRequest = Omit<PlanRequest, 'pickupAtMs' | 'nowMs' | 'freeFromMs'>

/** Steps of a walk as planned, with what their rooms want said. */
function planSteps(
  request: WorkRequest,
  walk: readonly WalkStep[],
): { steps: StepPlan[]; warnings: PlanWarning[] } {
  const { formula, ingredients, place } = request
  const warnings: PlanWarning[] = []
  const heated = new Set<VesselRole>()
  const steps = walk.map((walked, i): StepPlan => {
    const { step, vessel } = walked
    const room = techniqueOf(step)
    const pan = place.vessels[vessel]
    const planned =
      room.plan?.({
        formula,
        ingredients,
        walk,
        walked,
        pan: pan ?? anyVessel(place),
        ring: place.ring,
        settings: place.settings,
        phrase: request.phrases?.[step.id] ?? step.target ?? '',
        isHot: heated.has(vessel),
        milk: milkUpTo(walk, i, ingredients),
      }) ?? PLAIN
    warnings.push(...(planned.warnings ?? []))
    if (room.heatsVessel) heated.add(vessel)
    return {
      stepId: step.id,
      minutes: planned.minutes ?? step.minutes ?? NO_MINUTES,
      vessel,
      panId: pan?.id ?? null,
      stand: room.stands(step),
      hands: HANDS[attentionOf(step)],
      after: step.after ?? [],
      level: levelOf(pan, walked),
      work: planned.work,
    }
  })
  return { steps, warnings }
}

/** When the work must begin, and when it will be ready: counted back from the pick-up, and on from when ring and pans are free. */
function planTimes(
  { pickupAtMs, nowMs, freeFromMs = nowMs }: Pick<PlanRequest, 'pickupAtMs' | 'nowMs' | 'freeFromMs'>,
  totalMin: MinutesBand,
) {
  const spareMs = totalMin.value * COUNT_BACK_SPARE * 60_000
  const earliestReadyAtMs = Math.ceil((Math.max(nowMs, freeFromMs) + spareMs) / 60_000) * 60_000
  return {
    latestStartAtMs: pickupAtMs - spareMs,
    sureStartAtMs: pickupAtMs - Math.max(spareMs, totalMin.high * 60_000),
    earliestReadyAtMs,
    isLate: Math.max(nowMs, freeFromMs) + spareMs > pickupAtMs,
  }
}

/**
 * Plans one batch: weigh-out, its walk with the rounded amounts (since those are what the cook weighs), every step by its room, salt at the end,
 * and the latest moment to start. Bands of the steps are added end to end: reductions stand on the same ring, so that their errors go together.
 *
 * @throws DomainError `outOfRange` for impossible numbers, `targetUnclear`, `missingIngredient`
 */
export function planBatch(request: PlanRequest): BatchPlan {
  return timePlan(planWork(request), request)
}

/** A plan before anyone has asked when: it is the same at any hour. */
export type PlannedWork = Omit<BatchPlan, 'pickupAtMs' | keyof ReturnType<typeof planTimes>>

/** When planned work must begin and will be ready. */
export function timePlan(work: PlannedWork, request: Omit<PlanRequest, 'place'>): BatchPlan {
  const times = planTimes(request, work.totalMin)
  const late = times.isLate ? [{ code: 'late' as const, earliestAtMs: times.earliestReadyAtMs }] : []
  return { ...work, pickupAtMs: request.pickupAtMs, ...times, warnings: [...work.warnings, ...late] }
}

/** As `planBatch`, without its times. */
export function planWork(request: WorkRequest): PlannedWork {
  const { formula, ingredients, place, portions } = request
  requireInRange('portions', portions, LIMITS.portions)
  requireInRange('altitudeM', place.settings.altitudeM, LIMITS.altitudeM)
  const lines = weighOut(request)
  const walk = walkFormula({
    formula,
    ingredients,
    pressureKPa: airPressureKPa(place.settings.altitudeM),
    lines: lines.map((l) => ({
      itemId: l.itemId,
      stepId: l.stepId,
      ingredientId: l.ingredientId,
      massG: l.shownG,
    })),
    phrases: request.phrases,
  })
  const { steps, warnings } = planSteps(request, walk)
  const finished = walk.at(-1)?.end
  if (!finished) throw new DomainError('nothingMade', 'steps', 0)
  const salt = planSalt(formula, finished, place.settings.scaleStepG)
  const totalMin = sumBands(steps.map((step) => step.minutes))
  return {
    portions,
    factor: portions / formula.basisPortions,
    weighOut: lines,
    steps,
    salt,
    finalVolumeMl: volume20Ml(sauceOf(finished)),
    yieldPortions: portionsOf(finished, formula.portionMl),
    ethanolLeftFrac: ethanolLeftOf(finished),
    totalMin,
    warnings: [
      ...warnings,
      ...materialWarnings(place, walk),
      ...(salt.ownSaltFrac > formula.saltTargetFrac.high
        ? [{ code: 'saltyAlready' as const, saltFrac: salt.ownSaltFrac }]
        : []),
    ],
    modelVersion: REDUCTION_MODEL_VERSION,
  }
}

/** The settings, vessels and ring of a place, found by id; a plain sentence's worth of error where one is missing. */
export function findPlace(
  {
    settings,
    pans,
    rings,
  }: { readonly settings: KitchenSettings; readonly pans: readonly Pan[]; readonly rings: readonly Ring[] },
  panIds: Readonly<Partial<Record<VesselRole, string>>>,
  ringId: string,
): BatchPlace {
  const ring = rings.find((r) => r.id === ringId)
  if (!ring) throw new DomainError('unknownRing', 'ringId', ringId)
  const vessels = Object.entries(panIds).map(([role, id]) => {
    const pan = pans.find((p) => p.id === id)
    if (!pan) throw new DomainError('unknownPan', 'panId', id)
    return [role, pan] as const
  })
  return { vessels: Object.fromEntries(vessels), ring, settings }
}
