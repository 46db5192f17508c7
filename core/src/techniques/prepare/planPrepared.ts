import { PLAIN, type PlanContext, type StepPlanned } from '../technique'
import { browningMinutes, planBrowning, type BrowningPlan } from './planBrowning'
import { planCrowd, type CrowdPlan } from './planCrowd'

/** A step in which something softens or takes colour: its stages, and whether there is too much of it for that. */
export interface BrowningWork {
  readonly kind: 'browning'
  readonly browning: BrowningPlan | null
  readonly crowd: CrowdPlan | null
}

/** What softens or takes colour: its crowd, its stages, and the minutes to the stage that is wanted. */
export function planPrepared(context: PlanContext): StepPlanned {
  const { step, lines } = context.walked
  const crowd = planCrowd(context)
  const browning = planBrowning(step, lines, crowd ?? undefined) ?? null
  if (!crowd && !browning) return PLAIN
  return {
    work: { kind: 'browning', browning, crowd },
    ...(browning ? { minutes: browningMinutes(browning) } : {}),
    warnings: crowd && crowd.lots > 1 ? [{ code: 'steams', stepId: step.id, lots: crowd.lots }] : [],
  }
}
