import type { BatchPlan, StepPlan } from '../batch/batchPlan'
import type { Formula, FormulaStep, MinutesBand } from '../formula/formula'
import { stepsBefore } from '../formula/stepsBefore'
import { houseRules, type KitchenCatalog } from '../kitchen/kitchen'
import type { VesselRole } from '../pan/contents'
import { holdLimits } from '../safety/codes'
import type { InForceTask, PlacedTask, ScheduleInstance, ScheduleTask, TaskMode } from '../schedule/instance'
import { techniqueOf } from '../techniques/registry'
import { HOT_WAITS_S } from '../techniques/technique'

const MINUTE_S = 60
/** Washed and dried, by the sink of a small kitchen [A]. */
const WASH_S = 120
/** A sauce breaks in one of twenty when its margin is over. */
const BROKEN_AT_MARGIN = 0.05

/** A batch of the evening: what is made, for which pick-ups, and how far it has gone. */
export interface EveningBatch {
  readonly id: string
  readonly formula: Formula
  /** Its plan on each ring that it may stand on, the wished one first. */
  readonly plans: readonly { readonly ringId: string; readonly plan: BatchPlan }[]
  /** Vessels that would do, by role, the best first. */
  readonly panIds: Readonly<Partial<Record<VesselRole, readonly string[]>>>
  readonly pickUps: readonly { readonly id: string; readonly portions: number }[]
  /** Steps that wait for another batch to be done: what takes a base. */
  readonly waitsFor?: readonly { readonly stepId: string; readonly batchId: string }[] | undefined
  /** How old it may be before it breaks, min; none where its clock ends first. */
  readonly marginMin?: number | undefined
  /** Steps under way or done, by id: where they stand, and when they began and will end. */
  readonly begun?: readonly Begun[] | undefined
}
export interface Begun {
  readonly stepId: string
  readonly fromMs: number
  readonly toMs: number
  readonly ringId?: string | undefined
  readonly panId?: string | undefined
  readonly wellId?: string | undefined
}

/** An evening as it is to be scheduled. */
export interface EveningAsked {
  readonly id: string
  /** The second zero of the schedule, ms. */
  readonly zeroMs: number
  readonly nowMs: number
  /** People on the line, from each moment on. */
  readonly people: readonly { readonly fromMs: number; readonly count: number }[]
  readonly pickUps: readonly { readonly id: string; readonly atMs: number; readonly plates: number }[]
  readonly batches: readonly EveningBatch[]
  /** The plan that stands, of tasks that are not yet begun. */
  readonly inForce?: readonly PlacedTask[] | undefined
}

export const taskId = (batchId: string, stepId: string): string => `${batchId}/${stepId}`
/** The batch that a task belongs to. */
export const batchOfTask = (id: string): string => id.slice(0, id.lastIndexOf('/'))
/** The task with which a batch is done. */
export const doneWith = (batch: EveningBatch): string =>
  taskId(batch.id, batch.plans[0]!.plan.steps.at(-1)!.stepId)
const fillId = (batchId: string, role: VesselRole) => `${batchId}/${role}`

/** Whole seconds of planned minutes. */
function bandS({ low, value, high }: MinutesBand) {
  const mid = Math.max(1, Math.round(value * MINUTE_S))
  return {
    low: Math.min(mid, Math.round(low * MINUTE_S)),
    mid,
    high: Math.max(mid, Math.round(high * MINUTE_S)),
  }
}

/** How long what a step made may wait for what follows, s; none where it keeps. */
function mayWaitS(step: FormulaStep): number | undefined {
  const waitsS = step.aheadKeepsH === undefined ? techniqueOf(step).waitsS?.(step) : step.aheadKeepsH * 3600
  return waitsS === Infinity ? undefined : (waitsS ?? HOT_WAITS_S)
}

/** Ways of a step: on each ring that its plans know with its own minutes; alike ones together. */
function modesOf({ plans, panIds }: EveningBatch, step: StepPlan, wells: readonly string[]): TaskMode[] {
  const isOnFlame = step.stand === 'ring' || step.stand === 'bath'
  const vessel = panIds[step.vessel]
  const places = {
    ...(vessel?.length ? { vessel } : {}),
    ...(step.stand === 'well' ? { well: wells } : {}),
  }
  if (!isOnFlame) return [{ ...places, durationS: bandS(step.minutes) }]
  const byLength = new Map<string, { ring: string[]; durationS: TaskMode['durationS'] }>()
  for (const { ringId, plan } of plans) {
    const durationS = bandS(plan.steps.find((s) => s.stepId === step.stepId)?.minutes ?? step.minutes)
    const key = JSON.stringify(durationS)
    byLength.set(key, { durationS, ring: [...(byLength.get(key)?.ring ?? []), ringId] })
  }
  return [...byLength.values()].map(({ ring, durationS }) => ({ ring, ...places, durationS }))
}

function servesOf(batch: EveningBatch, catalog: KitchenCatalog): ScheduleTask['serves'] {
  const { houseS } = holdLimits(houseRules(catalog.settings))
  const keepsS = batch.formula.keeps ? batch.formula.keeps.hotMin * MINUTE_S : houseS
  const clockS = Math.max(MINUTE_S, Math.round(Math.min(houseS, keepsS)))
  const marginS = Math.round(Math.min(clockS, (batch.marginMin ?? clockS / MINUTE_S) * MINUTE_S))
  const brokenAt = (ageS: number) => 1 - (1 - BROKEN_AT_MARGIN) ** (ageS / Math.max(1, marginS))
  return {
    at: batch.pickUps.map((p) => ({ pickUp: p.id, portions: p.portions })),
    clockS,
    marginS,
    ...(batch.marginMin === undefined
      ? {}
      : {
          holdRisk: [0, 0.5, 1, 1.5, 2].map((times) => ({
            ageS: Math.round(times * marginS),
            p: brokenAt(times * marginS),
          })),
        }),
  }
}

/** Tasks of a batch: a step each; its last one serves. */
function tasksOf(
  batch: EveningBatch,
  catalog: KitchenCatalog,
  doneBy: ReadonlyMap<string, string>,
): ScheduleTask[] {
  const plan = batch.plans[0]!.plan
  const wells = catalog.wells.map((w) => w.id)
  const roleOf = new Map(plan.steps.map((s) => [s.stepId, s.vessel]))
  const stepIds = batch.formula.steps.map((s) => s.id)
  return plan.steps.map((step, i): ScheduleTask => {
    const after = stepsBefore(batch.formula, stepIds.indexOf(step.stepId))
    const isLast = i === plan.steps.length - 1
    const bases = (batch.waitsFor ?? []).flatMap((w) => {
      const task = w.stepId === step.stepId ? doneBy.get(w.batchId) : undefined
      return task === undefined ? [] : [{ task }]
    })
    const own = after.map((stepId) => {
      const maxLagS = mayWaitS(batch.formula.steps.find((s) => s.id === stepId)!)
      return { task: taskId(batch.id, stepId), ...(maxLagS === undefined ? {} : { maxLagS }) }
    })
    const before = [...own, ...bases]
    const emptied = [...new Set(after.flatMap((id) => roleOf.get(id) ?? []))].filter((r) => r !== step.vessel)
    return {
      id: taskId(batch.id, step.stepId),
      modes: modesOf(batch, step, wells),
      hands: Math.round(step.hands * 100) / 100,
      ...(batch.panIds[step.vessel]?.length ? { fill: fillId(batch.id, step.vessel) } : {}),
      ...(emptied.length ? { empties: emptied.map((role) => fillId(batch.id, role)) } : {}),
      ...(before.length ? { before } : {}),
      ...(isLast && batch.pickUps.length ? { serves: servesOf(batch, catalog) } : {}),
    }
  })
}

/** An evening's batches as an instance of the schedule (SERVICE.md 2): rings, vessels, wells and hands of this kitchen, whole seconds from its zero. */
export function eveningInstance(asked: EveningAsked, catalog: KitchenCatalog): ScheduleInstance {
  const secondOf = (ms: number) => Math.round((ms - asked.zeroMs) / 1000)
  const fixed = asked.batches.flatMap((batch) =>
    (batch.begun ?? []).map((b): InForceTask => ({
      id: taskId(batch.id, b.stepId),
      mode: 0,
      startS: secondOf(b.fromMs),
      endS: secondOf(b.toMs),
      ...(b.ringId === undefined ? {} : { ring: b.ringId }),
      ...(b.panId === undefined ? {} : { vessel: b.panId }),
      ...(b.wellId === undefined ? {} : { well: b.wellId }),
      fixed: true,
    })),
  )
  const doneBy = new Map(asked.batches.map((b) => [b.id, doneWith(b)]))
  const isFixed = new Set(fixed.map((t) => t.id))
  return {
    id: asked.id,
    goal: 'service',
    nowS: secondOf(asked.nowMs),
    rings: catalog.rings.map((r) => ({ id: r.id })),
    vessels: catalog.pans.map((p) => ({ id: p.id, washS: WASH_S })),
    wells: catalog.wells.map((w) => ({ id: w.id, washS: WASH_S })),
    kits: [],
    people: asked.people.map((p) => ({ fromS: secondOf(p.fromMs), count: p.count })),
    pickUps: asked.pickUps.map((p) => ({ id: p.id, atS: secondOf(p.atMs), plates: p.plates })),
    tasks: asked.batches.flatMap((batch) => tasksOf(batch, catalog, doneBy)),
    inForce: [...fixed, ...(asked.inForce ?? []).filter((t) => !isFixed.has(t.id))],
  }
}
