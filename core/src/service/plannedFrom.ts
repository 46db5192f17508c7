import type { BatchPlan } from '../batch/batchPlan'
import type { Planned, PlannedStep } from '../facts/kinds/batch'
import type { VesselRole } from '../pan/contents'
import type { PlacedTask } from '../schedule/instance'
import { taskId, type EveningAsked, type EveningBatch } from './eveningInstance'
import type { ServiceBatch } from './eveningOf'

/** Tasks of a batch by its step. */
function placesOf(batch: EveningBatch, tasks: ReadonlyMap<string, PlacedTask>, zeroMs: number) {
  return batch.plans[0]!.plan.steps.flatMap((step) => {
    const task = tasks.get(taskId(batch.id, step.stepId))
    const atMs = (s: number) => zeroMs + s * 1000
    return task ? [{ step, task, startAtMs: atMs(task.startS), endAtMs: atMs(task.endS) }] : []
  })
}

/** Whether a batch stands on record with these hours and places already. */
const standsThere = ({ at: was, plan }: Planned, at: readonly PlannedStep[]): boolean =>
  was === undefined
    ? plan.latestStartAtMs === Math.min(...at.map((a) => a.startAtMs))
    : was.length === at.length &&
      was.every((a, i) => {
        const b = at[i]!
        return (
          a.stepId === b.stepId &&
          a.startAtMs === b.startAtMs &&
          a.endAtMs === b.endAtMs &&
          a.ringId === b.ringId &&
          a.wellId === b.wellId
        )
      })

/** Whether a batch is on record as it is planned now: then nothing of it needs to be said again. */
export const isPlannedSo = (was: Planned, now: Planned): boolean =>
  standsThere(was, now.at ?? []) &&
  was.plan.portions === now.plan.portions &&
  Object.entries(now.vessels).every(([role, pan]) => was.vessels[role as VesselRole] === pan)

/** A batch that was planned for an order of its own, with the hours that the evening's plan gives its steps; undefined where they are those it has. */
export function movedInto(
  was: Planned,
  batch: EveningBatch,
  zeroMs: number,
  placed: readonly PlacedTask[],
): Planned | undefined {
  const places = placesOf(batch, new Map(placed.map((t) => [t.id, t])), zeroMs)
  if (places.length === 0) return undefined
  const at = places.map(plannedStep)
  const beginsAtMs = Math.min(...at.map((a) => a.startAtMs))
  if (standsThere(was, at)) return undefined
  return {
    ...was,
    at,
    plan: {
      ...was.plan,
      latestStartAtMs: beginsAtMs,
      sureStartAtMs: Math.min(was.plan.sureStartAtMs, beginsAtMs),
    },
  }
}
const plannedStep = ({
  step,
  task,
  startAtMs,
  endAtMs,
}: ReturnType<typeof placesOf>[number]): PlannedStep => ({
  stepId: step.stepId,
  startAtMs,
  endAtMs,
  ...(task.ring === undefined ? {} : { ringId: task.ring }),
  ...(task.well === undefined ? {} : { wellId: task.well }),
})

/**
 * A batch of the evening as it goes on record: in the vessels and on the rings that the schedule gave it, each step with its hours and with the
 * minutes that it takes on its own ring; undefined where the schedule does not have it.
 */
export function plannedFrom(
  batch: ServiceBatch,
  asked: EveningAsked,
  placed: readonly PlacedTask[],
): Planned | undefined {
  const tasks = new Map(placed.map((t) => [t.id, t]))
  const places = placesOf(batch, tasks, asked.zeroMs)
  if (places.length === 0) return undefined
  const planOn = (ringId: string | undefined): BatchPlan =>
    (batch.plans.find((p) => p.ringId === ringId) ?? batch.plans[0]!).plan
  const ringId = places.find((p) => p.task.ring !== undefined)?.task.ring ?? batch.plans[0]!.ringId
  const vessels = Object.fromEntries(
    places.flatMap(({ step, task }) => (task.vessel === undefined ? [] : [[step.vessel, task.vessel]])),
  )
  const steps = places.map(({ step, task }) => ({
    ...(planOn(task.ring).steps.find((s) => s.stepId === step.stepId) ?? step),
    panId: task.vessel ?? null,
  }))
  const at = places.map(plannedStep)
  const plan = planOn(ringId)
  const beginsAtMs = Math.min(...at.map((a) => a.startAtMs))
  const readyAtMs = Math.max(...at.map((a) => a.endAtMs))
  return {
    shares: batch.forCall?.orderId ? [{ orderId: batch.forCall.orderId, portions: batch.portions }] : [],
    formulaId: batch.formula.id,
    sauceName: batch.formula.name,
    fill: batch.formula.fill,
    vessels,
    ringId,
    sources: {},
    phrases: {},
    ...(batch.choices ? { choices: batch.choices } : {}),
    ...(batch.movesAtStepId ? { movesAtStepId: batch.movesAtStepId } : {}),
    at,
    service: {
      serviceId: asked.id,
      key: batch.key,
      ...(batch.fromMs === undefined ? {} : { fromAtMs: batch.fromMs }),
      ...(batch.toMs === undefined ? {} : { toAtMs: batch.toMs }),
    },
    plan: {
      ...plan,
      steps,
      latestStartAtMs: beginsAtMs,
      sureStartAtMs: Math.min(plan.sureStartAtMs, beginsAtMs),
      earliestReadyAtMs: readyAtMs,
      isLate: readyAtMs > plan.pickupAtMs,
      warnings: plan.warnings.filter((w) => w.code !== 'late'),
    },
  }
}
