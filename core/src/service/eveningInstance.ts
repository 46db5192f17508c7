import type { BatchPlan, StepPlan } from '../batch/batchPlan'
import type { Formula, FormulaStep, MinutesBand } from '../formula/formula'
import { stepsBefore } from '../formula/stepsBefore'
import { houseRules, kitCount, KITS, type Kit, type KitchenCatalog } from '../kitchen/kitchen'
import type { VesselRole } from '../pan/contents'
import { holdLimits } from '../safety/codes'
import type { InForceTask, PlacedTask, ScheduleInstance, ScheduleTask, TaskMode } from '../schedule/instance'
import { inOwnVessels } from './ownVessels'
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
  /** Its pick-up is an order's own, whoever else it serves. */
  readonly isOrdered?: boolean | undefined
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

/** When so many plates are called. */
export interface AskedPickUp {
  readonly id: string
  readonly atMs: number
  readonly plates: number
  /** Its sauce is planned to be done so long before: a step that takes longer makes nobody wait. */
  readonly readyBeforeMs?: number | undefined
}
/** An evening as it is to be scheduled. */
export interface EveningAsked {
  readonly id: string
  /** The second zero of the schedule, ms. */
  readonly zeroMs: number
  readonly nowMs: number
  /** People on the line, from each moment on. */
  readonly people: readonly { readonly fromMs: number; readonly count: number }[]
  readonly pickUps: readonly AskedPickUp[]
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

/** The shared tools of a kitchen, each by itself: `sieve 1`, `sieve 2`. */
const kitIds = ({ settings }: KitchenCatalog, kit: Kit): string[] =>
  Array.from({ length: kitCount(settings, kit) }, (_, i) => `${kit} ${i + 1}`)

function kitFor({ formula }: Pick<EveningBatch, 'formula'>, stepId: string): Kit | undefined {
  const step = formula.steps.find((s) => s.id === stepId)
  return step && techniqueOf(step).kit?.(step)
}
/** The shared tool that each step under way has, by its task; what is done has put it down, and who took one more than there are brought it along. */
function kitsInHand({ batches, nowMs }: EveningAsked, catalog: KitchenCatalog): Map<string, string> {
  const free = new Map(KITS.map((kit) => [kit, kitIds(catalog, kit)]))
  const taken = batches.flatMap((batch) =>
    (batch.begun ?? []).flatMap(({ stepId, toMs }) => {
      const kit = toMs > nowMs ? kitFor(batch, stepId) : undefined
      const one = kit && free.get(kit)?.shift()
      return one === undefined ? [] : [[taskId(batch.id, stepId), one] as const]
    }),
  )
  return new Map(taken)
}

/** The shared tools that would do for a step; none where it needs none, or is begun and has none. */
function kitsFor(
  batch: EveningBatch,
  stepId: string,
  { catalog, inHand }: Serving,
): readonly string[] | undefined {
  const own = inHand.get(taskId(batch.id, stepId))
  if (own !== undefined) return [own]
  const kit = kitFor(batch, stepId)
  const isBegun = batch.begun?.some((b) => b.stepId === stepId)
  return kit === undefined || isBegun ? undefined : kitIds(catalog, kit)
}

/** Ways of a step: on each ring that its plans know with its own minutes; alike ones together. */
function modesOf(batch: EveningBatch, step: StepPlan, serving: Serving): TaskMode[] {
  const { plans, panIds } = batch
  const kit = kitsFor(batch, step.stepId, serving)
  const isOnFlame = step.stand === 'ring' || step.stand === 'bath'
  const vessel = panIds[step.vessel]
  const places = {
    ...(vessel?.length ? { vessel } : {}),
    ...(step.stand === 'well' ? { well: serving.catalog.wells.map((w) => w.id) } : {}),
    ...(kit ? { kit } : {}),
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

/** What a batch serves; of one that is done, only what its clock still allows: no plan can mend the rest. */
function servesOf(
  batch: EveningBatch,
  { catalog, atMsOf }: Pick<Serving, 'catalog' | 'atMsOf'>,
): ScheduleTask['serves'] {
  const { houseS } = holdLimits(houseRules(catalog.settings))
  const keepsS = batch.formula.keeps ? batch.formula.keeps.hotMin * MINUTE_S : houseS
  const clockS = Math.max(MINUTE_S, Math.round(Math.min(houseS, keepsS)))
  const marginS = Math.round(Math.min(clockS, (batch.marginMin ?? clockS / MINUTE_S) * MINUTE_S))
  const lastStepId = batch.plans[0]!.plan.steps.at(-1)!.stepId
  const doneAtMs = batch.begun?.find((b) => b.stepId === lastStepId)?.toMs
  const untilMs = doneAtMs === undefined ? Infinity : doneAtMs + clockS * 1000
  const at = batch.pickUps.filter((p) => (atMsOf.get(p.id) ?? 0) <= untilMs)
  if (at.length === 0) return undefined
  const brokenAt = (ageS: number) => 1 - (1 - BROKEN_AT_MARGIN) ** (ageS / Math.max(1, marginS))
  return {
    at: at.map((p) => ({ pickUp: p.id, portions: p.portions })),
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

/** How strictly what is begun goes on: within what its steps may wait, or as it can be where that cannot. */
export type GoesOn = 'inTime' | 'asCanBe'
/** What waits already for longer than it may goes on within so long, s. */
const GOES_ON_S = 120

/** The kitchen, which of its shared tools are in hand, how what is begun goes on, and when each pick-up is. */
interface Serving {
  readonly nowMs: number
  readonly goesOn: GoesOn
  readonly catalog: KitchenCatalog
  readonly inHand: ReadonlyMap<string, string>
  readonly atMsOf: ReadonlyMap<string, number>
}
/** How long after a step the next may begin at the latest, s; none where it keeps. */
function lagAfter(batch: EveningBatch, stepId: string, { nowMs, goesOn }: Serving): number | undefined {
  if (goesOn === 'asCanBe' && batch.begun?.length) return undefined
  const maxLagS = mayWaitS(batch.formula.steps.find((s) => s.id === stepId)!)
  const endMs = batch.begun?.find((b) => b.stepId === stepId)?.toMs
  if (maxLagS === undefined || endMs === undefined) return maxLagS
  return Math.max(maxLagS, Math.ceil(Math.max(0, nowMs - endMs) / 1000) + GOES_ON_S)
}

/** Tasks of a batch: a step each; its last one serves. */
function tasksOf(batch: EveningBatch, serving: Serving, doneBy: ReadonlyMap<string, string>): ScheduleTask[] {
  const plan = batch.plans[0]!.plan
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
      const maxLagS = lagAfter(batch, stepId, serving)
      return { task: taskId(batch.id, stepId), ...(maxLagS === undefined ? {} : { maxLagS }) }
    })
    const before = [...own, ...bases]
    const emptied = [...new Set(after.flatMap((id) => roleOf.get(id) ?? []))].filter((r) => r !== step.vessel)
    const serves = isLast ? servesOf(batch, serving) : undefined
    return {
      id: taskId(batch.id, step.stepId),
      modes: modesOf(batch, step, serving),
      hands: Math.round(step.hands * 100) / 100,
      ...(batch.panIds[step.vessel]?.length ? { fill: fillId(batch.id, step.vessel) } : {}),
      ...(emptied.length ? { empties: emptied.map((role) => fillId(batch.id, role)) } : {}),
      ...(before.length ? { before } : {}),
      ...(serves ? { serves } : {}),
    }
  })
}

/** An evening's batches as an instance of the schedule (SERVICE.md 2): rings, vessels, wells and hands of this kitchen, whole seconds from its zero. */
export function eveningInstance(
  evening: EveningAsked,
  catalog: KitchenCatalog,
  goesOn: GoesOn = 'inTime',
): ScheduleInstance {
  const { batches, unnamed } = inOwnVessels(evening.batches, WASH_S * 1000)
  const asked = { ...evening, batches }
  const secondOf = (ms: number) => Math.round((ms - asked.zeroMs) / 1000)
  const inHand = kitsInHand(asked, catalog)
  const kitOf = (id: string) => (inHand.has(id) ? { kit: inHand.get(id) } : {})
  const fixed = asked.batches.flatMap((batch) =>
    (batch.begun ?? []).map((b): InForceTask => ({
      id: taskId(batch.id, b.stepId),
      mode: 0,
      startS: secondOf(b.fromMs),
      endS: secondOf(b.toMs),
      ...(b.ringId === undefined ? {} : { ring: b.ringId }),
      ...(b.panId === undefined ? {} : { vessel: b.panId }),
      ...(b.wellId === undefined ? {} : { well: b.wellId }),
      ...kitOf(taskId(batch.id, b.stepId)),
      fixed: true,
    })),
  )
  const doneBy = new Map(asked.batches.map((b) => [b.id, doneWith(b)]))
  const atMsOf = new Map(asked.pickUps.map((p) => [p.id, p.atMs]))
  const isFixed = new Set(fixed.map((t) => t.id))
  return {
    id: asked.id,
    goal: 'service',
    nowS: secondOf(asked.nowMs),
    rings: catalog.rings.map((r) => ({ id: r.id })),
    vessels: [...catalog.pans.map((p) => p.id), ...unnamed].map((id) => ({ id, washS: WASH_S })),
    wells: catalog.wells.map((w) => ({ id: w.id, washS: WASH_S })),
    kits: KITS.flatMap((kit) => kitIds(catalog, kit).map((id) => ({ id }))),
    people: asked.people.map((p) => ({ fromS: secondOf(p.fromMs), count: p.count })),
    pickUps: asked.pickUps.map(({ id, atMs, plates, readyBeforeMs = 0 }) => ({
      id,
      plates,
      // never before now: what is late already is late by its plates alone
      atS: secondOf(Math.max(Math.min(atMs, asked.nowMs), atMs - readyBeforeMs)),
      ...(readyBeforeMs > 0 ? { calledS: secondOf(atMs) } : {}),
    })),
    tasks: asked.batches.flatMap((batch) =>
      tasksOf(batch, { catalog, inHand, goesOn, nowMs: asked.nowMs, atMsOf }, doneBy),
    ),
    inForce: [...fixed, ...(asked.inForce ?? []).filter((t) => !isFixed.has(t.id))],
  }
}
