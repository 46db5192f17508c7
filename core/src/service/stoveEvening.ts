import type { StepPlan } from '../batch/batchPlan'
import { stepEndsAtMs } from '../batch/readyAt'
import type { BatchView } from '../batch/viewBatch'
import type { VesselRole } from '../pan/contents'
import { techniqueOf } from '../techniques/registry'
import type { Taken } from './stillToMake'
import type { Begun, EveningAsked, EveningBatch } from './eveningInstance'

const GOES_ON: readonly BatchView['state']['status'][] = ['planned', 'underWay']
const SECOND_MS = 1000
const MINUTE_MS = 60 * SECOND_MS

/** A batch as it stands on the stove, with what of it is begun and what is still to be served; undefined where nothing of it is. */
function batchOf(view: BatchView, nowMs: number): EveningBatch | undefined {
  const { state, formula, ring, vessels, hold } = view
  const { plan } = state
  const portions = hold ? hold.portionsLeft : (plan?.portions ?? 0) - state.servedPortions
  if (!plan || !GOES_ON.includes(state.status) || portions <= 0) return undefined
  const panIds: Partial<Record<VesselRole, readonly string[]>> = {}
  for (const [role, pan] of Object.entries(vessels)) panIds[role as VesselRole] = [pan.id]
  return {
    id: state.id,
    formula,
    plans: [{ ringId: ring.id, plan }],
    panIds,
    pickUps: [{ id: state.id, portions }],
    isOrdered: (state.planned?.shares.length ?? 0) > 0,
    marginMin: marginMinOf(view),
    begun: plan.steps.flatMap((step) => begunOf(view, step, nowMs) ?? []),
  }
}

/** A held sauce breaks at an age counted from when it was put by. */
function marginMinOf({ hold, state }: BatchView): number | undefined {
  const margin = hold?.held?.margin
  if (!margin || !state.hold || margin.binds === 'clock') return undefined
  return (margin.atMs - state.hold.startedAtMs) / MINUTE_MS
}

function begunOf(view: BatchView, step: StepPlan, nowMs: number): Begun | undefined {
  const { state, ring } = view
  const own = state.steps[step.stepId]
  const fromMs = own?.startedAtMs
  if (fromMs === undefined) return undefined
  const isOnFlame = step.stand === 'ring' || step.stand === 'bath'
  const made = view.formula.steps.find((s) => s.id === step.stepId)
  // what only waits for its plates is ready since it began to; until then its hands are full
  const readyMs = made && techniqueOf(made).isReady ? fromMs + step.minutes.value * MINUTE_MS : undefined
  // what is done is done; what is under way ends as its readings foretell, and not before now
  const endsMs = own?.finishedAtMs ?? state.hold?.startedAtMs ?? readyMs ?? stepEndsAtMs(view, nowMs)
  return {
    stepId: step.stepId,
    fromMs,
    toMs: Math.max(endsMs, fromMs + SECOND_MS),
    ringId: isOnFlame ? ring.id : undefined,
    panId: view.vessels[step.vessel]?.id,
    wellId: step.stand === 'well' ? (state.hold?.wellId ?? undefined) : undefined,
  }
}

/**
 * An evening beside what else is on the stove: of a batch that is begun the stove knows more than the brief; what is planned for another order keeps
 * its place among the rest.
 *
 * @param drawn - when how much is taken from what stands, where the evening knows it
 */
export function besideStove<E extends EveningAsked>(
  evening: E,
  stove: EveningAsked,
  drawn: ReadonlyMap<string, readonly Taken[]> = new Map(),
): EveningAsked {
  const begun = new Set(stove.batches.map((b) => b.id))
  const own = evening.batches.filter((b) => !begun.has(b.id))
  const wanted = new Set(own.flatMap((b) => b.pickUps.map((p) => p.id)))
  const takenFrom = (id: string) => (drawn.get(id) ?? []).map((t, i) => ({ ...t, id: `${id}@${i}` }))
  /** What the evening draws of it is all that it is for; what is ordered besides has its own pick-up. */
  const isOnlyDrawn = ({ id, isOrdered }: EveningBatch) => drawn.has(id) && !isOrdered
  const onlyDrawn = new Set(stove.batches.filter(isOnlyDrawn).map((b) => b.id))
  return {
    ...evening,
    batches: [
      ...own,
      ...stove.batches.map((b) =>
        drawn.has(b.id) ? { ...b, pickUps: [...(isOnlyDrawn(b) ? [] : b.pickUps), ...takenFrom(b.id)] } : b,
      ),
    ],
    pickUps: [
      ...evening.pickUps.filter((p) => wanted.has(p.id)),
      ...stove.pickUps.filter((p) => !onlyDrawn.has(p.id)),
      ...stove.batches.flatMap((b) =>
        takenFrom(b.id).map((t) => ({ id: t.id, atMs: t.atMs, plates: t.portions })),
      ),
    ],
  }
}

/**
 * What stands on the stove and is planned for it as an evening to be scheduled: each batch for its own pick-up, what is begun where it is.
 * @param people - who is on the line, from when on
 */
export function stoveEvening(
  views: readonly BatchView[],
  nowMs: number,
  people: EveningAsked['people'],
): EveningAsked {
  const batches = views.flatMap((view) => batchOf(view, nowMs) ?? [])
  const of = new Map(views.map((view) => [view.state.id, view]))
  return {
    id: 'stove',
    zeroMs: nowMs,
    nowMs,
    people,
    batches,
    pickUps: batches.map((b) => ({
      id: b.id,
      atMs: of.get(b.id)!.state.plan!.pickupAtMs,
      plates: b.pickUps[0]!.portions,
    })),
  }
}
