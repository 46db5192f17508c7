import type { BatchPlan, EmulsionPlan, StagePlan, StepPlan, StepWork } from '../batch/batchPlan'
import type { Formula, MinutesBand } from '../formula/formula'
import type { Pan } from '../kitchen/kitchen'
import { HIGHEST_PHASE_FRAC } from '../mixture/phases'
import { vesselsOf } from '../pan/vesselsOf'
import { attentionOf, techniqueOf } from '../techniques/registry'
import { HANDS } from '../techniques/technique'

/** A plan as the first version wrote it: one pan for all steps, reductions and emulsion beside the steps. */
interface PlanV1 extends Omit<BatchPlan, 'steps'> {
  readonly stages: readonly StagePlan[]
  readonly emulsion?: Omit<EmulsionPlan, 'phaseLimitFrac'>
  readonly steps: readonly { readonly stepId: string; readonly minutes: MinutesBand }[]
}
interface PlannedV1 {
  readonly orderIds: readonly string[]
  readonly panId: string
  readonly plan: PlanV1
}
interface StartedV1 {
  readonly frozen: { readonly formula: Formula; readonly pan: Pan }
  readonly plan: PlanV1
}

/** What a step's room had worked out. The step over the bath is the one whose minutes the ribbon gave. */
function workOf(plan: PlanV1, step: PlanV1['steps'][number]): StepWork {
  const stage = plan.stages.find((s) => s.stepId === step.stepId)
  if (stage) return { kind: 'reduce', stage }
  const { emulsion } = plan
  if (!emulsion?.ribbonS || step.minutes.value !== emulsion.ribbonS.value / 60) return { kind: 'plain' }
  const phaseLimitFrac =
    emulsion.method.tool === 'stickBlender' ? HIGHEST_PHASE_FRAC.powerBlender : HIGHEST_PHASE_FRAC.handWhisk
  return { kind: 'eggEmulsion', emulsion: { ...emulsion, phaseLimitFrac } }
}

function liftPlan({ stages, emulsion, ...plan }: PlanV1, panId: string, formula?: Formula): BatchPlan {
  const roles = formula ? vesselsOf(formula) : undefined
  const steps = plan.steps.map((planned): StepPlan => {
    const step = formula?.steps.find((s) => s.id === planned.stepId)
    return {
      ...planned,
      vessel: roles?.get(planned.stepId) ?? (emulsion ? 'bowl' : 'pan'),
      panId,
      stand: step ? techniqueOf(step).stands(step) : 'ring',
      hands: step ? HANDS[attentionOf(step)] : HANDS.none,
      after: step?.after ?? [],
      work: workOf({ stages, ...(emulsion ? { emulsion } : {}), ...plan }, planned),
    }
  })
  return { ...plan, steps }
}

function liftPlanned(payload: unknown): unknown {
  const { orderIds, panId, plan, ...rest } = payload as PlannedV1
  const each = Math.floor(plan.portions / Math.max(1, orderIds.length))
  const first = plan.portions - each * (orderIds.length - 1)
  return {
    ...rest,
    shares: orderIds.map((orderId, i) => ({ orderId, portions: i === 0 ? first : each })),
    vessels: { [plan.emulsion ? 'bowl' : 'pan']: panId },
    plan: liftPlan(plan, panId),
  }
}

function liftStarted(payload: unknown): unknown {
  const { frozen, plan } = payload as StartedV1
  const { pan, ...kept } = frozen
  const roles = new Set(vesselsOf(frozen.formula).values())
  return {
    frozen: { ...kept, vessels: Object.fromEntries([...roles].map((role) => [role, pan])) },
    plan: liftPlan(plan, pan.id, frozen.formula),
  }
}

/** Version 2: vessels by role, what a room worked out at its own step, and how much of a batch is for which order. */
export const PLAN_UPCASTERS = { 'batch.planned': [liftPlanned], 'batch.started': [liftStarted] } as const
