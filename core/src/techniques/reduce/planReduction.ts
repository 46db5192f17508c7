import type { PlanWarning, StagePlan } from '../../batch/batchPlan'
import { massG } from '../../mixture/composition'
import { hotExpansion } from '../../mixture/volume'
import type { Pan } from '../../kitchen/kitchen'
import type { WalkStep } from '../../pan/walkFormula'
import { spoonPaS } from '../../pan/thicknessOf'
import { capacityMl, FULLEST_PAN_SHARE } from '../../vessel/profile'
import type { PlanContext, StepPlanned } from '../technique'
import type { Contents } from '../../pan/contents'
import { creamEdge } from './creamEdge'
import { planStage } from './planStage'
import { SCORCH } from './scorch'
import { thinAtNappe } from '../thinAtNappe'

const LIQUIDS_ARRIVE_C = 20
const STAYS_HOT_C = 90
const NEVER_MIN = 24 * 60

/** Temperature of the pan when a stage begins: all cold in a cold pan, cold goods into a hot one. */
function arrivalTempC({ before, begin }: WalkStep, isHot: boolean): number {
  const now = massG(begin.liquid)
  if (!isHot || now <= 0) return LIQUIDS_ARRIVE_C
  const share = Math.min(1, massG(before.liquid) / now)
  return share * STAYS_HOT_C + (1 - share) * LIQUIDS_ARRIVE_C
}

/** The plan of a reduction's step. */
export function planReduction(context: PlanContext): StepPlanned {
  const { walked, pan, ring, settings, phrase, isHot } = context
  const { step, begin, end, boiled } = walked
  if (!boiled) throw new RangeError('a reduction is settled by its walk')
  const stage = planStage(
    { pan, ring, settings },
    {
      stepId: step.id,
      phrase,
      contents: begin,
      boiled,
      tempC: arrivalTempC(walked, isHot),
      heat: step.heat ?? 'high',
    },
  )
  return {
    work: { kind: 'reduce', stage },
    minutes: stage.minutes,
    warnings: [
      ...stageWarnings(pan, stage),
      ...creamWarnings(step.id, end),
      ...thinAtNappe(step, spoonPaS(end)),
    ],
  }
}

/** Boiled so far, a cream's fat runs together: it is told before it is boiled, with the water that would bring it back. `emulsion:§4` */
function creamWarnings(stepId: string, end: Contents): PlanWarning[] {
  const edge = creamEdge(end)
  return edge?.verdict === 'breaks' ? [{ code: 'creamOils', stepId, phi: edge.phi, waterG: edge.waterG }] : []
}

function stageWarnings(pan: Pan, stage: StagePlan): PlanWarning[] {
  const shareFull =
    (stage.startVolumeMl * hotExpansion(stage.boilC) + stage.inPan.volumeMl) / capacityMl(pan.profile)
  const { stepId } = stage
  return [
    ...(shareFull > FULLEST_PAN_SHARE ? [{ code: 'panTooFull' as const, stepId, shareFull }] : []),
    ...(stage.targetDepthMm < SCORCH.misleadingDepthMm
      ? [{ code: 'panTooShallow' as const, stepId, depthMm: stage.targetDepthMm }]
      : []),
    ...(stage.minutes.value >= NEVER_MIN ? [{ code: 'neverReached' as const, stepId }] : []),
  ]
}
